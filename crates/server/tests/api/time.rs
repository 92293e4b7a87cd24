//! Time over the API: a floor brought into sync, timecode made, read, compared, heard, stamped.

use super::{NIGHT, Server};
use axum::http::StatusCode;
use serde_json::{Value, json};

const OF_NIGHT: &str = "/api/productions/the-night-pour";

async fn made(server: &Server, query: &str) -> Vec<u8> {
    let answer = server.get(&format!("/api/timecode.wav?{query}")).await;
    assert_eq!(answer.status, StatusCode::OK);
    answer.bytes
}

#[tokio::test]
async fn a_floor_is_brought_into_sync_and_its_report_follows() {
    let server = Server::new();
    let plan = server
        .get(&format!("{OF_NIGHT}/sync?build=night"))
        .await
        .json();
    assert_eq!(
        plan["says"],
        json!(["B timecode box counts 25, as the project does."])
    );
    assert_eq!(
        plan["left"],
        json!(["No box is left for C recorder: jam it, and again in the breaks."])
    );
    let time = &server.get(NIGHT).await.json()["report"]["time"];
    assert_eq!(
        (&time["master"], &time["master_named"]),
        (&json!("x-tc"), &json!(true))
    );
    let clocks = time["clocks"].as_array().unwrap();
    let c = clocks
        .iter()
        .find(|clock| clock["name"] == "C recorder")
        .unwrap();
    assert_eq!(
        (&c["way"], &c["rejam_after"]),
        (&json!("jammed"), &json!("16 min"))
    );
    // Every piece of drift ends at a jam or with the day, and no further off than half a frame.
    for piece in c["drift"].as_array().unwrap() {
        assert!(piece["frames"].as_f64().unwrap() <= 0.5, "{piece}");
        assert!(piece["starts"].as_u64() < piece["ends"].as_u64(), "{piece}");
    }
    let jams = time["jams"].as_array().unwrap();
    assert!(jams.iter().all(|jam| jam["names"] == json!(["C recorder"])));
    server
        .get(&format!("{OF_NIGHT}/sync?build=nowhere"))
        .await
        .problem(StatusCode::NOT_FOUND);
}

#[tokio::test]
async fn timecode_is_made_read_and_compared() {
    let server = Server::new();
    let one = made(&server, "rate=25&start=10:00:00:00&length=4%20s&bits=16").await;
    let two = made(
        &server,
        "rate=25&start=10:00:01:00&length=4%20s&sample_rate=96000",
    )
    .await;
    let first = server
        .post_bytes("/api/timecode/read", one.clone())
        .await
        .json();
    let run = &first["recording"]["runs"][0];
    assert_eq!(
        (
            &run["first"],
            &run["last"],
            &run["frames"],
            &run["direction"]
        ),
        (
            &json!("10:00:00:00"),
            &json!("10:00:03:24"),
            &json!(100),
            &json!("forward")
        )
    );
    assert_eq!(first["recording"]["against"]["off_frames"], 0.0);
    let second = server
        .post_bytes("/api/timecode/read?channel=1", two)
        .await
        .json();
    let recordings = json!({ "recordings": [
        { "name": "one", "runs": first["runs"] },
        { "name": "two", "runs": second["runs"] },
    ] });
    let pairs = server
        .post("/api/timecode/compare", &recordings)
        .await
        .json();
    let pair = &pairs[0];
    assert!(
        (pair["offset_start_ms"].as_f64().unwrap() + 1_000.0).abs() < 0.05,
        "{pair}"
    );
    assert_eq!(
        (&pair["first"], &pair["last"]),
        (&json!("10:00:01:00"), &json!("10:00:03:24"))
    );
    let alone = json!({ "recordings": [{ "name": "one", "runs": [] }] });
    let why = server.post("/api/timecode/compare", &alone).await;
    assert!(
        why.problem(StatusCode::UNPROCESSABLE_ENTITY)
            .contains("two to twelve")
    );
    let mut never = recordings.clone();
    never["recordings"][0]["runs"][0]["frame"] = json!(-1.0);
    let why = server.post("/api/timecode/compare", &never).await;
    assert!(
        why.problem(StatusCode::UNPROCESSABLE_ENTITY)
            .contains("“one”")
    );
    let absent = server.post_bytes("/api/timecode/read?channel=9", one).await;
    assert!(
        absent
            .problem(StatusCode::UNPROCESSABLE_ENTITY)
            .contains("no channel 9")
    );
    let text = server
        .post_bytes("/api/timecode/read", b"a song".to_vec())
        .await;
    text.problem(StatusCode::UNPROCESSABLE_ENTITY);
}

#[tokio::test]
async fn what_cant_be_made_is_said() {
    let server = Server::new();
    for (query, why) in [
        ("rate=25&start=10:00:00:25&length=4%20s", "00 to 24"),
        ("rate=25&start=now&length=4%20s", "say the label"),
        ("rate=25&start=10:00:00:00&length=25%20h", "24 h"),
        (
            "rate=25&start=10:00:00:00&length=4%20s&bits=12",
            "16, 24 or 32f",
        ),
        (
            "rate=25&start=10:00:00:00&length=4%20s&level=6%20dB",
            "−60 to 0 dBFS",
        ),
        ("rate=25&start=ten&length=4%20s", "10:00:00:00"),
    ] {
        let answer = server.get(&format!("/api/timecode.wav?{query}")).await;
        let said = answer.problem(StatusCode::UNPROCESSABLE_ENTITY);
        assert!(said.contains(why), "{query}: {said}");
    }
    let never = "/api/timecode.wav?rate=25&start=10:00:00:00&length=4%20s&date=2031-02-30";
    let said = server.get(never).await.problem(StatusCode::BAD_REQUEST);
    assert!(said.contains("“2031-02-30” isn’t a date: write it like 2031-05-04"));
}

#[tokio::test]
async fn it_is_looked_at_before_it_is_made_and_made_as_it_is_taken() {
    let server = Server::new();
    let day =
        "rate=25&start=now&clock=36000&length=24%20h&sample_rate=8000&bits=16&date=2031-05-04";
    let may = server
        .get(&format!("/api/timecode.wav?{day}&check=true"))
        .await;
    assert_eq!((may.status, may.bytes.len()), (StatusCode::NO_CONTENT, 0));
    let odd =
        "rate=30000/1001&start=10:00:00:00&length=1%20s&sample_rate=44100&bits=24&date=2031-05-04";
    let answer = server.get(&format!("/api/timecode.wav?{odd}")).await;
    let said: usize = answer.headers["content-length"]
        .to_str()
        .unwrap()
        .parse()
        .unwrap();
    assert_eq!(said, answer.bytes.len());
    let read = server
        .post_bytes("/api/timecode/read", answer.bytes)
        .await
        .json();
    let recording = &read["recording"];
    assert_eq!(recording["notes"]["date"], "2031-05-04");
    assert_eq!(recording["runs"][0]["user_bits"], "00310504");
    assert_eq!(
        (&recording["cut_short"], &recording["runs"][0]["frames"]),
        (&json!(false), &json!(30))
    );
}

#[tokio::test]
async fn a_copy_says_another_time_and_the_rest_of_the_file_goes_on() {
    let server = Server::new();
    let file = made(&server, "rate=25&start=10:00:00:00&length=2%20s").await;
    let address = "/api/timecode/head?samples_from_midnight=48000";
    let answer = server.post_bytes(address, file[..2_000].to_vec()).await;
    assert_eq!(answer.status, StatusCode::OK);
    let sound_at: usize = answer.headers["sound-at"]
        .to_str()
        .unwrap()
        .parse()
        .unwrap();
    let mut copy = answer.bytes;
    copy.extend_from_slice(&file[sound_at..]);
    assert_eq!(copy.len(), file.len());
    let read = server.post_bytes("/api/timecode/read", copy).await.json();
    let against = &read["recording"]["against"];
    assert_eq!(
        (&against["file"], &against["ltc"]),
        (&json!("00:00:01:00"), &json!("10:00:00:00"))
    );
    let short = server.post_bytes(address, file[..40].to_vec()).await;
    short.problem(StatusCode::UNPROCESSABLE_ENTITY);
}

/// The samples of a WAV of 32-bit floats.
fn samples(wav: &[u8]) -> Vec<u8> {
    let at = wav.windows(4).position(|id| id == b"data").unwrap();
    wav[at + 8..].to_vec()
}

async fn hear(server: &Server, name: &str, bytes: &[u8], clock: f64) -> Value {
    let address = format!("/api/timecode/live?name={name}&sample_rate=48000&clock={clock}");
    server.post_bytes(&address, bytes.to_vec()).await.json()
}

#[tokio::test]
async fn timecode_is_heard_as_it_comes() {
    let server = Server::new();
    let wav = made(&server, "rate=25&start=10:00:00:00&length=4%20s&bits=32f").await;
    let samples = samples(&wav);
    let mut clock = 36_000.0;
    let mut last = Value::Null;
    for piece in samples.chunks(48_000 / 10 * 4) {
        clock += 0.1;
        last = hear(&server, "one", piece, clock).await;
        // Another window hears its own.
        let other = hear(&server, "two", &vec![0; piece.len()], clock).await;
        assert_eq!(other["label"], Value::Null);
    }
    assert_eq!(last["run"]["rate"], "25");
    assert_eq!(last["label"], "10:00:04:00", "{last}");
    assert!(
        last["off_clock_ms"].as_f64().unwrap().abs() <= 80.0,
        "{last}"
    );
    // Silence: it is gone.
    let silent = hear(&server, "one", &vec![0; 48_000 * 4], clock + 1.0).await;
    assert_eq!(silent["label"], Value::Null);
    let wrong = "/api/timecode/live?name=x&sample_rate=5&clock=0";
    server
        .post_bytes(wrong, vec![])
        .await
        .problem(StatusCode::UNPROCESSABLE_ENTITY);
}

#[tokio::test]
async fn labels_run_on_and_skip_what_drop_frame_skips() {
    let server = Server::new();
    let labels = server
        .get("/api/timecode/labels?rate=29.97%20drop&seconds=59.9")
        .await
        .json();
    let given = labels["labels"].as_array().unwrap();
    assert_eq!(given.len(), 599);
    assert!(given.contains(&json!("00:01:00;02")) && !given.contains(&json!("00:01:00;00")));
    // Set by the clock at noon, and run on at its rate: an hour later 3.6 s behind it.
    let address = "/api/timecode/labels?rate=23.98&set=43200&seconds=";
    for (seconds, label) in [(43_200, "12:00:00:00"), (46_800, "12:59:56:09")] {
        let answer = server.get(&format!("{address}{seconds}")).await.json();
        assert_eq!(answer["labels"][0], label);
    }
    server
        .get("/api/timecode/labels?rate=25&seconds=-1")
        .await
        .problem(StatusCode::UNPROCESSABLE_ENTITY);
}
