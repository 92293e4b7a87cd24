//! Sound over the API: gains tried and set, tracks, tones, recordings read as they come.

use super::{NIGHT, Server};
use axum::body::Body;
use axum::http::{Request, StatusCode, header};
use serde_json::json;

const OF_NIGHT: &str = "/api/productions/the-night-pour";

#[tokio::test]
async fn a_gain_is_tried_without_being_made() {
    let server = Server::new();
    let command = json!({ "do": "set-sound", "build": "night", "at": "mix.in1", "change": { "gain": "30 dB" } });
    let tried = json!({ "build": "night", "commands": [command] });
    let sound = server
        .post(&format!("{OF_NIGHT}/sound"), &tried)
        .await
        .json();
    let chain = |sound: &serde_json::Value| {
        let chains = sound["chains"].as_array().unwrap().clone();
        let found = chains
            .into_iter()
            .find(|chain| chain["id"] == "boom1.out.1>mix.1");
        found.unwrap()["dbfs"].as_f64().unwrap()
    };
    let now = server.get(NIGHT).await.json();
    assert!((chain(&now["report"]["sound"]) - chain(&sound) - 10.0).abs() < 0.11);
    let beyond = json!({ "do": "set-sound", "build": "night", "at": "mix.in1", "change": { "gain": "90 dB" } });
    let refused = server
        .post(
            &format!("{OF_NIGHT}/sound"),
            &json!({ "build": "night", "commands": [beyond] }),
        )
        .await;
    assert!(
        refused
            .problem(StatusCode::UNPROCESSABLE_ENTITY)
            .contains("its gain goes from")
    );
    let elsewhere = json!({ "build": "nowhere", "commands": [] });
    let missing = server.post(&format!("{OF_NIGHT}/sound"), &elsewhere).await;
    missing.problem(StatusCode::NOT_FOUND);
}

#[tokio::test]
async fn gains_schools_and_presets_are_answered() {
    let server = Server::new();
    let gains = server
        .get(&format!("{OF_NIGHT}/gains?build=night"))
        .await
        .json();
    let says = gains["says"].as_array().unwrap();
    assert!(!says.is_empty() && says.len() == gains["commands"].as_array().unwrap().len());
    let chain = "boom1.out.1%3Ea.1";
    let schools = server
        .get(&format!("{OF_NIGHT}/schools?build=night&chain={chain}"))
        .await
        .json();
    assert_eq!(schools["schools"].as_array().unwrap().len(), 2);
    let one_gain = server
        .get(&format!(
            "{OF_NIGHT}/schools?build=night&chain=boom1.out.1%3Emix.1"
        ))
        .await;
    assert_eq!(one_gain.json(), json!(null));
    let presets = server
        .get(&format!(
            "{OF_NIGHT}/track-presets?build=night&recorder=mix"
        ))
        .await
        .json();
    assert!(
        presets[1]["name"]
            .as_str()
            .unwrap()
            .starts_with("Boom 1 on 1, safety −12 dB on 2")
    );
    let none = server
        .get(&format!(
            "{OF_NIGHT}/track-presets?build=night&recorder=dir"
        ))
        .await;
    assert!(
        none.problem(StatusCode::NOT_FOUND)
            .contains("records no sound")
    );
    for address in [
        "gains?build=x",
        "schools?build=x&chain=y",
        "tracks.csv?build=x",
    ] {
        let missing = server.get(&format!("{OF_NIGHT}/{address}")).await;
        missing.problem(StatusCode::NOT_FOUND);
    }
}

#[tokio::test]
async fn the_track_sheet_is_saved_in_open_formats() {
    let server = Server::new();
    let csv = server
        .get(&format!("{OF_NIGHT}/tracks.csv?build=night"))
        .await;
    assert_eq!(csv.status, StatusCode::OK);
    assert!(
        csv.text
            .starts_with("Recorder,Track,Name,For,Sources,Trim,Level,Peaks,Also on\n")
    );
    let xml = server
        .get(&format!("{OF_NIGHT}/tracks.ixml?build=night&recorder=mix"))
        .await;
    assert!(
        xml.text.contains("<TRACK_COUNT>3</TRACK_COUNT>"),
        "{}",
        xml.text
    );
}

fn tone_of(level: i32) -> Vec<u8> {
    use audio::wav::{Tone, ToneKind, tone};
    use units::quantity::Decibels;
    let made = tone(Tone {
        kind: ToneKind::Sine(1_000.0),
        level: Decibels::whole(level),
        seconds: 2,
        sample_rate: 48_000,
        channels: 3,
    });
    made.unwrap()
}

#[tokio::test]
async fn a_recording_is_read_and_held_against_the_plan() {
    let server = Server::new();
    let plain = server.post_bytes("/api/wav", tone_of(-20)).await.json();
    assert_eq!(
        (&plain["recording"]["frames"], &plain["compared"]),
        (&json!(96_000), &json!([]))
    );
    let address = "/api/wav?production=the-night-pour&build=night&recorder=mix&tone=-20%20dB";
    let answer = server.post_bytes(address, tone_of(-40)).await.json();
    let says = answer["compared"][0]["says"].as_str().unwrap();
    assert!(
        says.contains("planned −20.0 dBFS tone, measured −40.0: −20.0 dB, a pad is on"),
        "{says}"
    );
    assert_eq!(answer["compared"][0]["input"], json!(["in1", 1]));
    assert_eq!(answer["recording"]["pairs"].as_array().unwrap().len(), 3);
    let other = server
        .post_bytes("/api/wav", b"ID3 of another kind".to_vec())
        .await;
    assert!(
        other
            .problem(StatusCode::UNPROCESSABLE_ENTITY)
            .contains("no WAV file")
    );
    let cut = server
        .post_bytes("/api/wav", tone_of(-20)[..40].to_vec())
        .await;
    cut.problem(StatusCode::UNPROCESSABLE_ENTITY);
    let nobody = "/api/wav?production=the-night-pour&build=night&recorder=nobody";
    server
        .post_bytes(nobody, Vec::new())
        .await
        .problem(StatusCode::NOT_FOUND);
}

#[tokio::test]
async fn a_recording_larger_than_any_file_that_is_taken_is_read() {
    let server = Server::new();
    // Said to be 40 MB of sound: more than an edit or a production may be.
    let mut bytes = tone_of(-20);
    let frames = (40 << 20) / 9 * 9;
    let sound: Vec<u8> = bytes[44..].iter().copied().cycle().take(frames).collect();
    bytes.truncate(44);
    bytes[40..44].copy_from_slice(&(frames as u32).to_le_bytes());
    bytes.extend(sound);
    let answer = server.post_bytes("/api/wav", bytes).await;
    assert_eq!(answer.status, StatusCode::OK, "{}", answer.text);
    let rms = answer.json()["recording"]["channels"][0]["rms_dbfs"]
        .as_f64()
        .unwrap();
    assert!((rms + 20.0).abs() < 0.1, "{rms}");
}

#[tokio::test]
async fn tones_are_made_within_limits() {
    let server = Server::new();
    let asked = |address: &str| {
        let address = address.to_string();
        let request = Request::builder()
            .uri(address)
            .header(header::HOST, "127.0.0.1:4870")
            .body(Body::empty());
        request.unwrap()
    };
    let made = server
        .ask(asked("/api/tone.wav?level=-20&hertz=1000&seconds=1"))
        .await;
    assert_eq!(made.status, StatusCode::OK);
    for beyond in [
        "level=0&hertz=1000",
        "level=-20&seconds=5000",
        "level=-20&hertz=1",
        "level=-20&rate=7",
    ] {
        let refused = server.ask(asked(&format!("/api/tone.wav?{beyond}"))).await;
        refused.problem(StatusCode::UNPROCESSABLE_ENTITY);
    }
    let refused = server.ask(asked("/api/tone.wav?level=loud")).await;
    refused.problem(StatusCode::BAD_REQUEST);
}

#[tokio::test]
async fn how_a_level_is_reached_is_told_when_it_is_asked() {
    let server = Server::new();
    let asked = |chain: &str| format!("{OF_NIGHT}/chain-working?build=night&chain={chain}");
    let working = server.get(&asked("boom1.out.1%3Emix.1")).await.json();
    assert_eq!(working["title"], "Level and noise of Boom 1");
    let terms = working["terms"].as_array().unwrap();
    assert_eq!(
        terms.len(),
        3,
        "the microphone, the load, the input: {terms:?}"
    );
    assert!(terms[0]["source"].as_str().unwrap().contains("20 mV/Pa"));
    assert!(
        working["result"]
            .as_str()
            .unwrap()
            .contains("dB above the gear")
    );
    assert_eq!(server.get(&asked("nobody")).await.json(), json!(null));
}

#[tokio::test]
async fn hostile_recordings_are_refused_or_read_and_never_a_fault_of_ours() {
    let server = Server::new();
    let whole = tone_of(-20);
    let mut cases: Vec<Vec<u8>> = vec![
        Vec::new(),
        b"RIFF".to_vec(),
        b"RIFF\xff\xff\xff\xffWAVE".to_vec(),
        vec![0; 100_000],
        [
            b"RF64\xff\xff\xff\xffWAVEds64\x04\0\0\0".to_vec(),
            vec![0xff; 64],
        ]
        .concat(),
        // A chunk that says to be longer than anything.
        [
            b"RIFF\0\0\0\0WAVEjunk\xff\xff\xff\xff".to_vec(),
            vec![1; 5_000],
        ]
        .concat(),
    ];
    for at in [20, 22, 24, 28, 32, 34] {
        for byte in [0, 1, 0x7f, 0xff] {
            let mut bent = whole[..2_000].to_vec();
            bent[at] = byte;
            cases.push(bent);
        }
    }
    for bytes in cases {
        let head = bytes[..bytes.len().min(40)].to_vec();
        let answer = server.post_bytes("/api/wav", bytes).await;
        let known = [StatusCode::OK, StatusCode::UNPROCESSABLE_ENTITY];
        assert!(known.contains(&answer.status), "{head:?}: {}", answer.text);
    }
}

#[tokio::test]
async fn every_recorder_of_the_demo_has_its_sheet() {
    let server = Server::new();
    let now = server.get(NIGHT).await.json();
    let sheets = now["report"]["sound"]["sheets"].as_array().unwrap().clone();
    let names: Vec<&str> = sheets
        .iter()
        .map(|sheet| sheet["name"].as_str().unwrap())
        .collect();
    assert_eq!(names, ["A camera", "B camera", "B recorder", "Mixer"]);
    for sheet in &sheets {
        let recorder = sheet["recorder"].as_str().unwrap();
        let presets = server
            .get(&format!(
                "{OF_NIGHT}/track-presets?build=night&recorder={recorder}"
            ))
            .await
            .json();
        // Each can be made as it stands, with as many tracks as it wants.
        let mut revision = server.get(NIGHT).await.json()["revision"].as_u64().unwrap();
        for preset in presets.as_array().unwrap() {
            let tracks = preset["tracks"].as_array().unwrap();
            let wanted = json!({ "do": "set-tracks", "build": "night", "device": recorder, "tracks": tracks });
            let made = server.edit(revision, wanted).await;
            assert_eq!(
                made.status,
                StatusCode::OK,
                "{}: {}",
                preset["name"],
                made.text
            );
            revision += 1;
        }
    }
}
