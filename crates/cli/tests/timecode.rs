//! Timecode on the command line: the figures, files made and read, and another decoder and encoder against
//! ours where one is there.

mod common;

use common::{answer, run};
use serde_json::json;
use std::path::{Path, PathBuf};
use std::process::{Command as Process, Stdio};

fn refused(arguments: &[&str]) -> String {
    let (status, _, error) = run(arguments);
    assert_eq!((status, error.lines().count()), (2, 1), "{error}");
    error
}

#[test]
fn frames_labels_and_drift() {
    let ten = json!({ "frame": 17_982, "label": "00:10:00;00", "seconds": 599.9994 });
    assert_eq!(
        answer(&["timecode", "--rate", "29.97df", "--frame", "17982"]),
        ten
    );
    assert_eq!(
        answer(&["timecode", "--rate", "29.97df", "--label", "00:10:00;00"]),
        ten
    );
    let minute = answer(&["timecode", "--rate", "29.97df", "--frame", "1800"]);
    assert_eq!(minute["label"], "00:01:00;02");
    let wrong = refused(&["timecode", "--rate", "25", "--label", "10:00:00:25"]);
    assert!(wrong.contains("00 to 24"), "{wrong}");
    let wrong = refused(&["timecode", "--rate", "25", "--frame", "2160000"]);
    assert!(wrong.contains("0 to 2159999"), "{wrong}");
    let drift = answer(&[
        "drift", "--ppm", "25", "--ppm", "0.5", "--rate", "24", "--for", "4h",
    ]);
    assert_eq!(drift["ms"], 367.2);
    assert_eq!(drift["frames"], 8.8128);
    assert_eq!(drift["rejam_seconds"].as_f64().unwrap().round(), 817.0);
    assert!(refused(&["drift", "--ppm", "many", "--rate", "24", "--for", "4h"]).contains("10,000"));
}

fn at(folder: &Path, name: &str) -> String {
    folder.join(name).display().to_string()
}

#[test]
fn timecode_is_made_read_compared_and_stamped() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path();
    let (one, two, copy) = (
        at(path, "one.wav"),
        at(path, "two.wav"),
        at(path, "copy.wav"),
    );
    let make = |start: &str, file: &str| {
        answer(&[
            "ltc",
            "make",
            "--rate",
            "29.97df",
            "--start",
            start,
            "--length",
            "10s",
            "--bits",
            "32f",
            "--level",
            "-20dBFS",
            "--user-bits",
            "00A1B2C3",
            file,
        ])
    };
    assert_eq!(make("09:59:55;00", &one)["frames"], 300);
    make("09:59:58;00", &two);
    let read = answer(&["ltc", "read", &one, "--channel", "1"]);
    let run = &read["runs"][0];
    let wanted = [
        ("rate", json!("30000/1001")),
        ("drop", json!(true)),
        ("first", json!("09:59:55;00")),
        ("last", json!("10:00:04;29")),
        ("frames", json!(300)),
        ("first_sample", json!(0)),
        ("direction", json!("forward")),
        ("user_bits", json!("00A1B2C3")),
    ];
    for (field, value) in wanted {
        assert_eq!(run[field], value, "{field}");
    }
    assert!(run["clock_error_ppm"].as_f64().unwrap().abs() < 0.2);
    assert_eq!(read["against"]["off_frames"], 0.0);
    let compared = answer(&["ltc", "compare", &one, &two]);
    assert!(
        (compared["offset_start_ms"].as_f64().unwrap() + 3003.0).abs() < 0.05,
        "{compared}"
    );
    assert!(compared["drift_ppm"].as_f64().unwrap().abs() < 0.5);
    answer(&[
        "ltc",
        "stamp",
        &one,
        &copy,
        "--start",
        "08:00:00;00",
        "--rate",
        "29.97df",
    ]);
    let off = &answer(&["ltc", "read", &copy])["against"];
    assert_eq!(off["file"], "08:00:00;00");
    assert!(refused(&["ltc", "stamp", &one, &one]).contains("in place"));
    // What isn't ours isn't written over; what is, may be.
    assert!(refused(&["ltc", "stamp", &one, &other_file(path)]).contains("--force"));
    assert_eq!(make("10:00:00;00", &one)["frames"], 300);
    let other = other_file(path);
    let kept = [
        "ltc", "make", "--rate", "25", "--start", "now", "--length", "1s", &other,
    ];
    assert!(refused(&kept).contains("--force"));
    assert_eq!(std::fs::read_to_string(&other).unwrap(), "kept");
    let (status, out, _) = run_silence(path);
    assert_eq!(status, 1, "{out}");
    assert!(out.contains("no timecode"), "{out}");
}

/// A file of somebody else's.
fn other_file(folder: &Path) -> String {
    let other = at(folder, "other.txt");
    std::fs::write(&other, "kept").unwrap();
    other
}

/// A file without timecode: status 1, and said.
fn run_silence(folder: &Path) -> (i32, String, String) {
    let file = at(folder, "silence.wav");
    let spec = hound::WavSpec {
        channels: 2,
        sample_rate: 48_000,
        bits_per_sample: 16,
        sample_format: hound::SampleFormat::Int,
    };
    let mut writer = hound::WavWriter::create(&file, spec).unwrap();
    for _ in 0..96_000 {
        writer.write_sample(0i16).unwrap();
    }
    writer.finalize().unwrap();
    run(&["ltc", "read", &file])
}

#[test]
fn what_cant_be_made_is_one_line() {
    let make = |rate: &str, start: &str, more: &[&str]| {
        let mut arguments = vec![
            "ltc", "make", "--rate", rate, "--start", start, "--length", "5s",
        ];
        arguments.extend(more);
        arguments.push("/nowhere/x.wav");
        refused(&arguments)
    };
    assert!(make("100", "10:00:00:00", &[]).contains("/nowhere"));
    assert!(make("23", "10:00:00:00", &[]).contains("isn’t made"));
    assert!(make("25", "10:00:00:30", &[]).contains("00 to 24"));
    assert!(make("25", "10:00:00:00", &["--sample-rate", "4000"]).contains("8,000"));
    assert!(make("25", "10:00:00:00", &["--user-bits", "12"]).contains("hexadecimal"));
}

/// The other decoder, built where its library and a compiler are; else the test has nothing to hold
/// against.
fn other(folder: &Path) -> Option<PathBuf> {
    let program = folder.join("other");
    let source = concat!(env!("CARGO_MANIFEST_DIR"), "/tests/other/ltc.c");
    let built = Process::new("cc")
        .args(["-w", "-O1", "-o"])
        .arg(&program)
        .args([source, "-lltc"])
        .stderr(Stdio::null())
        .status();
    built
        .is_ok_and(|status| status.success())
        .then_some(program)
}

#[test]
fn another_decoder_reads_what_is_made_and_its_own_is_read() {
    let folder = tempfile::tempdir().unwrap();
    let Some(program) = other(folder.path()) else {
        eprintln!("libltc isn’t there: nothing to hold timecode against");
        return;
    };
    let rates = [
        ("25", "25", false),
        ("24", "24", false),
        ("24000/1001", "23.976023976", false),
        ("30000/1001 drop", "29.97002997", true),
        ("30", "30", false),
    ];
    for (rate, fps, drop) in rates {
        for sample_rate in ["48000", "96000"] {
            let file = at(folder.path(), "made.wav");
            let mark = if drop { ';' } else { ':' };
            let start = format!("09:59:58{mark}07");
            answer(&[
                "ltc",
                "make",
                "--rate",
                rate,
                "--start",
                &start,
                "--length",
                "4s",
                "--bits",
                "32f",
                "--sample-rate",
                sample_rate,
                &file,
            ]);
            let sound = hound::WavReader::open(&file).unwrap();
            let samples: Vec<u8> = sound
                .into_samples::<f32>()
                .flat_map(|sample| sample.unwrap().to_le_bytes())
                .collect();
            let raw = folder.path().join("raw");
            std::fs::write(&raw, samples).unwrap();
            let read = Process::new(&program)
                .args(["read", sample_rate, fps])
                .stdin(std::fs::File::open(&raw).unwrap())
                .output()
                .unwrap();
            let read = String::from_utf8(read.stdout).unwrap();
            let first = read.lines().next().unwrap_or_default();
            // It takes a frame to find the beat.
            let (label, sample) = first.split_once(' ').unwrap_or_default();
            let expected = [format!("09:59:58{mark}07"), format!("09:59:58{mark}08")];
            assert!(expected.contains(&label.to_string()), "{rate}: {read}");
            assert!(sample.parse::<f64>().unwrap() < 4_100.0, "{rate}: {sample}");
            assert!(
                read.lines().count() >= 94,
                "{rate}: {}",
                read.lines().count()
            );

            let drop = if drop { "1" } else { "0" };
            let words = ["write", sample_rate, fps, "9", "59", "58", "7", "100", drop];
            let made = Process::new(&program).args(words).output().unwrap().stdout;
            let theirs = at(folder.path(), "theirs.wav");
            let spec = hound::WavSpec {
                channels: 1,
                sample_rate: sample_rate.parse().unwrap(),
                bits_per_sample: 32,
                sample_format: hound::SampleFormat::Float,
            };
            let mut writer = hound::WavWriter::create(&theirs, spec).unwrap();
            for four in made.as_chunks::<4>().0 {
                writer.write_sample(f32::from_le_bytes(*four)).unwrap();
            }
            writer.finalize().unwrap();
            let run = &answer(&["ltc", "read", &theirs])["runs"][0];
            assert_eq!(run["first"], start, "{rate}");
            assert_eq!(run["frames"], 100, "{rate}");
            assert!(
                run["clock_error_ppm"].as_f64().unwrap().abs() < 3.0,
                "{run}"
            );
        }
    }
}

/// The chunks of a file: what each is called, and what it says.
fn chunks(bytes: &[u8]) -> Vec<(Vec<u8>, Vec<u8>)> {
    let mut found = Vec::new();
    let mut at = 12;
    while at + 8 <= bytes.len() {
        let size = u32::from_le_bytes(bytes[at + 4..at + 8].try_into().unwrap()) as usize;
        let body = bytes[at + 8..at + 8 + size].to_vec();
        found.push((bytes[at..at + 4].to_vec(), body));
        at += 8 + size + size % 2;
    }
    found
}

#[test]
fn a_time_behind_the_sound_is_stamped_where_it_stands() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path();
    let (one, behind, copy) = (
        at(path, "one.wav"),
        at(path, "behind.wav"),
        at(path, "copy.wav"),
    );
    answer(&[
        "ltc",
        "make",
        "--rate",
        "25",
        "--start",
        "10:00:00:00",
        "--length",
        "3s",
        &one,
    ]);
    let mut parts = chunks(&std::fs::read(&one).unwrap());
    let notes = parts.iter().position(|(id, _)| id == b"bext").unwrap();
    let notes = parts.remove(notes);
    parts.push(notes);
    let mut body = b"WAVE".to_vec();
    for (id, says) in &parts {
        body.extend_from_slice(id);
        body.extend_from_slice(&(says.len() as u32).to_le_bytes());
        body.extend_from_slice(says);
        body.resize(body.len() + says.len() % 2, 0);
    }
    let mut file = b"RIFF".to_vec();
    file.extend_from_slice(&(body.len() as u32).to_le_bytes());
    file.extend_from_slice(&body);
    std::fs::write(&behind, file).unwrap();
    let stamp = [
        "ltc",
        "stamp",
        &behind,
        &copy,
        "--start",
        "08:00:00:00",
        "--rate",
        "25",
    ];
    assert_eq!(answer(&stamp)["time_reference"], 8 * 3_600 * 48_000);
    assert_eq!(
        answer(&["ltc", "read", &copy])["against"]["file"],
        "08:00:00:00"
    );
    let made = chunks(&std::fs::read(&copy).unwrap());
    let ids: Vec<&[u8]> = made.iter().map(|(id, _)| &id[..]).collect();
    let were: Vec<&[u8]> = parts.iter().map(|(id, _)| &id[..]).collect();
    assert_eq!(ids, were, "one time, where it stood");
    let sound = |parts: &[(Vec<u8>, Vec<u8>)]| {
        let mut all = parts.iter().filter(|(id, _)| id == b"data");
        all.next().unwrap().1.clone()
    };
    assert!(
        sound(&made) == sound(&parts),
        "not a bit of the sound changes"
    );
}
