//! The command line as scripts use it: JSON fields, exit statuses, one line for what is wrong.

mod common;

use common::{answer, run};
use serde_json::{Value, json};
use std::path::Path;

const DEMO: &str = concat!(
    env!("CARGO_MANIFEST_DIR"),
    "/../../demo/the-night-pour.json"
);

#[test]
fn carry_gives_the_wires_and_the_cable() {
    let carried = answer(&[
        "carry",
        "--raster",
        "3840x2160",
        "--rate",
        "25",
        "--sampling",
        "4:2:2",
        "--bits",
        "10",
        "--cable",
        "rg6",
        "--length",
        "70m",
    ]);
    assert_eq!(carried["format"], "3840×2160p25 4:2:2 10-bit");
    assert_eq!(
        carried["sdi"],
        json!({ "total_width": 5280, "total_height": 2250, "line_rate_bps": 5_940_000_000u64, "class": "6G", "links": 1 })
    );
    assert_eq!(
        carried["hdmi"],
        json!({ "total_width": 5280, "total_height": 2250, "pixel_clock_hz": 297_000_000, "tmds_character_rate_hz": 297_000_000, "generation": "1.4", "frl_gbps": null })
    );
    assert_eq!(
        (
            &carried["coax"]["verdict"],
            carried["coax"]["reach_m"].as_f64().unwrap().round()
        ),
        (&json!("ok"), 115.0)
    );
    let fast = answer(&[
        "carry",
        "--raster",
        "2160",
        "--rate",
        "120",
        "--sampling",
        "4:2:2",
        "--bits",
        "10",
    ]);
    assert_eq!(
        (
            &fast["sdi"]["links"],
            &fast["hdmi"]["frl_gbps"],
            fast.get("coax")
        ),
        (&json!(2), &json!(32), None)
    );
}

#[test]
fn record_time_gives_rates_and_whole_seconds() {
    let time = answer(&[
        "record-time",
        "--codec",
        "mezzanine-high",
        "--raster",
        "3840x2160",
        "--rate",
        "25",
        "--audio",
        "4x48000x24",
        "--media",
        "512GB",
    ]);
    for (field, value) in [
        ("video_bps", 734_054_400u64),
        ("audio_bps", 4_608_000),
        ("container_bps", 3_693_312),
        ("total_bps", 742_355_712),
        ("usable_bytes", 496_640_000_000),
        ("seconds", 5_352),
        ("frames", 133_801),
    ] {
        assert_eq!(time[field], value, "{field}");
    }
    assert_eq!(time["label"], "1 h 29 min");
    let bare = answer(&[
        "record-time",
        "--bit-rate",
        "100Mb/s",
        "--audio",
        "2x48000x16",
        "--media",
        "128GB",
        "--container",
        "0.5%",
        "--reserve",
        "3%",
    ]);
    assert_eq!(
        (&bare["label"], &bare["frames"]),
        (&json!("2 h 42 min"), &json!(null))
    );
    let listed = answer(&["record-time", "--list"]);
    let ids: Vec<&str> = listed["codecs"]
        .as_array()
        .unwrap()
        .iter()
        .map(|codec| codec["id"].as_str().unwrap())
        .collect();
    for id in ["proxy", "light", "standard", "high", "444", "444-extra"] {
        assert!(
            ids.contains(&format!("mezzanine-{id}").as_str()),
            "{id} in {ids:?}"
        );
    }
}

#[test]
fn check_ends_with_0_without_stops_1_with_and_2_for_what_it_cannot_read() {
    let (status, out, _) = run(&["check", DEMO, "--json"]);
    let checked: Value = serde_json::from_str(&out).unwrap();
    assert_eq!(
        (status, checked["findings"].as_array().unwrap().len()),
        (1, 31)
    );
    assert!(
        checked["findings"][0]["text"].is_string() && checked["findings"][0]["severity"] == "stop"
    );
    assert!(checked["arrivals"].is_array() && checked["recordings"].is_array());
    let (status, out, _) = run(&["check", DEMO, "--build", "Daytime handheld"]);
    assert_eq!((status, out.lines().nth(1)), (0, Some("Nothing to mend")));
    let (status, out, error) = run(&["check", concat!(env!("CARGO_MANIFEST_DIR"), "/Cargo.toml")]);
    assert_eq!(
        (status, out.as_str(), error.lines().count()),
        (2, "", 1),
        "{error}"
    );
    assert!(
        error.contains("Cargo.toml: this isn’t a West Rail file"),
        "{error}"
    );
}

#[test]
fn what_is_wrong_with_an_argument_is_one_line_and_status_2() {
    let demo = format!("check {DEMO} --build nowhere");
    for line in [
        "carry --raster banana --rate 25 --sampling 4:2:2 --bits 10",
        "carry --raster 2160 --rate -25 --sampling 4:2:2 --bits 10",
        "carry --raster 4608x3164 --rate 25 --sampling 4:2:2 --bits 10",
        "carry --raster 2160 --rate 25 --sampling 4:2:2 --bits 10 --cable string --length 1m",
        "record-time --codec nothing --raster 1080 --rate 25 --media 1TB",
        "record-time --codec mezzanine-high --raster 1080 --rate 25 --media 0GB",
        "record-time --codec mezzanine-high --raster 1080 --rate 25 --media 10000000000000000000000000000000",
        "record-time",
        "check /nowhere/at/all.json",
        &demo,
        "export nobody --data /nowhere/data.sqlite",
        "demo --write /tmp --floor 0",
        "frob",
        "",
    ] {
        let arguments: Vec<&str> = line.split_whitespace().collect();
        let arguments = arguments.as_slice();
        let (status, out, error) = run(arguments);
        assert_eq!((status, out.as_str()), (2, ""), "{arguments:?}");
        assert_eq!(
            error.trim_end().lines().count(),
            1,
            "{arguments:?}: {error}"
        );
        assert!(
            error.len() > 20 && !error.contains("panicked"),
            "{arguments:?}: {error}"
        );
    }
}

#[test]
fn productions_move_between_files_and_data_files() {
    let folder = tempfile::tempdir().unwrap();
    let path = |name: &str| folder.path().join(name).display().to_string();
    let written = run(&["demo", "--write", &path("out")]).1;
    let first = written.lines().next().unwrap().to_string();
    assert!(Path::new(&first).exists());
    let kept = answer(&["import", &first, "--data", &path("data.sqlite")]);
    assert_eq!(kept["id"], "the-night-pour");
    let exported = run(&["export", "The Night Pour", "--data", &path("data.sqlite")]).1;
    assert_eq!(exported, std::fs::read_to_string(&first).unwrap());
}

#[test]
fn a_floor_of_any_size_can_be_written_and_checked() {
    let folder = tempfile::tempdir().unwrap();
    let out = folder.path().display().to_string();
    let written = run(&["demo", "--write", &out, "--floor", "1000"]).1;
    let (status, text, _) = run(&["check", written.trim(), "--json"]);
    let checked: Value = serde_json::from_str(&text).unwrap();
    assert_eq!(
        (status, checked["arrivals"].as_array().unwrap().len()),
        (0, 400)
    );
}

#[test]
fn a_file_of_200_mb_is_refused_before_it_is_read() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("huge.json");
    std::fs::File::create(&path)
        .unwrap()
        .set_len(200_000_000)
        .unwrap();
    let (status, _, error) = run(&[
        "import",
        &path.display().to_string(),
        "--data",
        &folder.path().join("d.sqlite").display().to_string(),
    ]);
    assert_eq!(status, 2);
    assert!(
        error.contains("200 MB") && error.contains("20 MB"),
        "{error}"
    );
}

#[test]
fn the_day_gives_cards_changes_and_the_last_copy() {
    let day = answer(&["day", DEMO, "--build", "night"]);
    assert_eq!(
        (&day["cards_needed"], &day["limit"]),
        (&json!(8), &json!("drive"))
    );
    let first = &day["swaps"][0];
    assert_eq!(
        (&first["recorder"], &first["at"], &first["card"]),
        (
            &json!("b-rec"),
            &json!("20:45"),
            &json!("SSD caddy 240 GB, 2")
        )
    );
    let last = day["last_copy_done_seconds"].as_u64().unwrap();
    assert!((8_000..9_000).contains(&last), "{last} s after wrap");
    let (status, out, _) = run(&["day", DEMO]);
    assert_eq!(status, 0);
    assert!(out.starts_with("8 cards: "), "{out}");
}

#[test]
fn a_day_that_is_not_there_is_one_line() {
    for (arguments, expected) in [
        (
            &["day", DEMO, "--build", "moon"],
            "there is no build “moon”",
        ),
        (&["day", DEMO, "--build", "interview"], "has no schedule"),
    ] {
        let (status, out, error) = run(arguments);
        assert_eq!((status, out.as_str(), error.lines().count()), (2, "", 1));
        assert!(error.contains(expected), "{error}");
    }
}

#[test]
fn record_time_takes_every_codec_of_the_catalogue() {
    for codec in &model::catalogue::Catalogue::shipped().codecs {
        let told = answer(&[
            "record-time",
            "--codec",
            &codec.id,
            "--raster",
            "1920x1080",
            "--rate",
            "25",
            "--audio",
            "2x48000x24",
            "--media",
            "512GB",
        ]);
        assert!(told["seconds"].as_u64().unwrap() > 0, "{}", codec.id);
    }
}

#[test]
fn a_day_follows_what_the_file_says() {
    let text = std::fs::read_to_string(DEMO).unwrap();
    let folder = tempfile::tempdir().unwrap();
    let with = |change: &dyn Fn(&mut Value)| {
        let mut file: Value = serde_json::from_str(&text).unwrap();
        change(&mut file["production"]);
        let path = folder.path().join("changed.west-rail.json");
        std::fs::write(&path, file.to_string()).unwrap();
        answer(&["day", path.to_str().unwrap(), "--build", "night"])
    };
    let plain = with(&|_| ());
    let fast =
        with(&|production| production["station"]["drives"] = json!(["900 MB/s", "900 MB/s"]));
    assert!(fast["last_copy_done_seconds"].as_u64() < plain["last_copy_done_seconds"].as_u64());
    assert_eq!(fast["limit"], "reader");
    let mirrored = with(&|production| production["house_rules"]["copies"] = json!(4));
    assert!(mirrored["last_copy_done_seconds"].as_u64() > plain["last_copy_done_seconds"].as_u64());
    // A day without breaks between two mornings.
    let long = with(&|production| {
        production["builds"][0]["schedule"] = json!([{ "id": "all", "name": "All of it", "start": "06:00", "length": "24 h", "rolls": { "kind": "continuous" } }]);
    });
    assert!(long["cards_needed"].as_u64() > plain["cards_needed"].as_u64());
    assert_eq!(long["wrap_seconds"], 30 * 3600);
}

#[test]
fn a_file_with_an_impossible_day_is_refused_or_reported_in_one_line() {
    let text = std::fs::read_to_string(DEMO).unwrap();
    let folder = tempfile::tempdir().unwrap();
    for (from, to, expected) in [
        ("\"18:00\"", "\"six\"", "isn’t a time of day"),
        ("\"1 h 30 min\"", "\"-2 h\"", "isn’t a length of time"),
        ("\"read-back\"", "\"hope\"", "unknown variant"),
        (
            "\"3.2 Gb/s\"",
            "\"1000000000000000000000000000000\"",
            "isn’t a data rate",
        ),
    ] {
        let path = folder.path().join("broken.west-rail.json");
        std::fs::write(&path, text.replacen(from, to, 1)).unwrap();
        let (status, out, error) = run(&["day", path.to_str().unwrap()]);
        assert_eq!(
            (status, out.as_str(), error.lines().count()),
            (2, "", 1),
            "{error}"
        );
        assert!(error.contains(expected), "{error}");
    }
}

#[test]
fn level_gives_what_a_microphone_makes_of_a_voice() {
    let level = answer(&[
        "level",
        "--sensitivity",
        "20mV/Pa",
        "--spl",
        "70",
        "--gain",
        "40dB",
        "--full-scale",
        "+24dBu",
        "--ein",
        "-128dBu",
    ]);
    assert_eq!(
        level,
        json!({ "mv": 1.2619, "dbu": -55.76, "gain_db": 40.0, "dbfs": -39.76, "noise_dbfs": -112.0, "snr_db": 72.24 })
    );
    let found = answer(&["level", "--sensitivity", "20mV/Pa", "--spl", "70"]);
    assert_eq!(
        (found["gain_db"].as_f64(), found["dbfs"].as_f64()),
        (Some(59.76), Some(-20.0))
    );
    for wrong in [["--sensitivity", "loud"], ["--sensitivity", "0"]] {
        let (status, _, error) = run(&["level", wrong[0], wrong[1], "--spl", "70"]);
        assert_eq!((status, error.lines().count()), (2, 1), "{error}");
        assert!(error.contains("write it like 20mV/Pa"), "{error}");
    }
}

#[test]
fn sound_gives_chains_and_tracks() {
    let sound = answer(&["sound", DEMO, "--build", "night"]);
    let chain = &sound["chains"].as_array().unwrap()[4];
    assert_eq!(
        (&chain["source"], &chain["recorder"], &chain["track"]),
        (&json!("boom1.out"), &json!("mix"), &json!(1))
    );
    for field in ["dbfs", "headroom_db", "noise_dbfs", "snr_db", "delay_us"] {
        assert!(chain[field].is_number(), "{field}");
    }
    assert_eq!(chain["clips_first"], "the converter at Input 1 of Mixer");
    assert_eq!(
        sound["tracks"][2],
        json!({ "recorder": "mix", "track": 1, "name": "Boom 1", "sources": ["Boom 1"] })
    );
    let (status, out, _) = run(&["sound", DEMO, "--build", "day"]);
    assert_eq!(
        (status, out.as_str()),
        (0, "No microphone reaches a track that is written.\n")
    );
}

/// Noise and a tone, as 24 bits on two channels.
fn recording(folder: &Path) -> std::path::PathBuf {
    use audio::wav::{Tone, ToneKind, tone};
    use units::quantity::Decibels;
    let made = tone(Tone {
        kind: ToneKind::Pink,
        level: Decibels::whole(-24),
        seconds: 5,
        sample_rate: 48_000,
        channels: 2,
    });
    let path = folder.join("noise.wav");
    std::fs::write(&path, made.unwrap()).unwrap();
    path
}

#[test]
fn wav_gives_what_each_channel_holds() {
    let folder = tempfile::tempdir().unwrap();
    let path = recording(folder.path());
    let path = path.to_str().unwrap();
    let wav = answer(&["wav", path]);
    assert_eq!(
        (&wav["sample_rate"], &wav["frames"], &wav["bits"]),
        (&json!(48_000), &json!(240_000), &json!(24))
    );
    let channel = &wav["channels"][0];
    for field in [
        "peak_dbfs",
        "rms_dbfs",
        "lufs",
        "noise_floor_dbfs",
        "clipped_runs",
        "dc",
    ] {
        assert!(channel[field].is_number(), "{field}");
    }
    let (status, out, _) = run(&["wav", path]);
    assert!(
        status == 0
            && out.contains("48000 Hz, 24 bits, 2 channels, 5.0 s")
            && out.contains("1 and 2: the same"),
        "{out}"
    );
    let (status, _, error) = run(&["wav", DEMO]);
    assert!(
        status == 2 && error.contains("this is no WAV file"),
        "{error}"
    );
    assert_eq!(run(&["wav", "nothing.wav"]).0, 2);
}

/// Files written and measured by a tool that has nothing to do with this one, where it is installed.
#[test]
fn wav_agrees_with_sox_where_it_is_there() {
    let folder = tempfile::tempdir().unwrap();
    let sox = |words: &str| {
        let mut sox = std::process::Command::new("sox");
        sox.current_dir(&folder).args(words.split(' ')).output()
    };
    if sox("--version").is_err() {
        return;
    }
    for (name, format, sound) in [
        (
            "sine",
            "-r 48000 -c 1 -b 16",
            "sine 997 gain -6 dcshift 0.02",
        ),
        ("pink", "-r 48000 -c 2 -b 24", "pinknoise gain -9"),
        ("loud", "-r 44100 -c 1 -b 32 -e float", "whitenoise gain -3"),
        (
            "pair",
            "-r 96000 -c 2 -b 32 -e signed",
            "sine 440 sine 880 gain -12",
        ),
        ("fine", "-r 48000 -c 1 -b 64 -e float", "sine 200 gain -60"),
    ] {
        let file = format!("{name}.wav");
        let made = sox(&format!("-n {format} {file} synth 3 {sound}")).unwrap();
        assert!(made.status.success(), "{name}: {made:?}");
        let measured = sox(&format!("{file} -n stats")).unwrap();
        let text = String::from_utf8_lossy(&measured.stderr).into_owned();
        let path = folder.path().join(&file);
        let wav = answer(&["wav", path.to_str().unwrap()]);
        let channels = wav["channels"].as_array().unwrap();
        for (field, of, within) in [
            ("peak_dbfs", "Pk lev dB", 0.1),
            ("rms_dbfs", "RMS lev dB", 0.1),
            ("dc", "DC offset", 0.000_01),
        ] {
            let line = text.lines().find_map(|line| line.strip_prefix(of)).unwrap();
            let mut there: Vec<f64> = line
                .split_whitespace()
                .map(|one| one.parse().unwrap())
                .collect();
            // Of more than one channel, all together come first.
            if there.len() > 1 {
                there.remove(0);
            }
            assert_eq!(there.len(), channels.len(), "{name}: {text}");
            for (channel, there) in channels.iter().zip(there) {
                let here = channel[field].as_f64().unwrap();
                assert!(
                    (here - there).abs() < within,
                    "{name}, {field}: {here}, {of}: {there}"
                );
            }
        }
    }
}
