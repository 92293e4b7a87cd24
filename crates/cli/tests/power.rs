//! Runtimes and supplies on the command line.

mod common;

use common::{answer, run};

fn refused(arguments: &[&str]) -> String {
    let (status, _, error) = run(arguments);
    assert_eq!((status, error.lines().count()), (2, 1), "{error}");
    error
}

#[test]
fn runtimes_are_the_pages_figures() {
    for (arguments, seconds, watts) in [
        (
            &["--battery", "98Wh", "--load", "22W", "--load", "12W@0.9"][..],
            8_986,
            35.333,
        ),
        (
            &[
                "--battery",
                "98Wh",
                "--load",
                "22W",
                "--load",
                "12W@0.9",
                "--temperature",
                "-10C",
            ],
            6_739,
            35.333,
        ),
        (
            &["--battery", "98Wh", "--battery", "98Wh", "--load", "60W"],
            10_584,
            60.0,
        ),
        (&["--battery", "47Wh", "--load", "9W"], 16_920, 9.0),
        (
            &[
                "--battery",
                "98Wh",
                "--load",
                "22W",
                "--load",
                "12W@0.9",
                "--health",
                "0.7",
            ],
            6_290,
            35.333,
        ),
        (
            &["--battery", "100Wh", "--usable", "1", "--load", "50W"],
            7_200,
            50.0,
        ),
    ] {
        let answer = answer(&[&["runtime"], arguments].concat());
        assert_eq!(answer["seconds"], seconds, "{arguments:?}");
        assert_eq!(answer["watts"], watts, "{arguments:?}");
    }
    let (_, words, _) = run(&[
        "runtime",
        "--battery",
        "98Wh",
        "--load",
        "22W",
        "--load",
        "12W@0.9",
    ]);
    assert_eq!(
        words,
        "2 h 29 min at 35.3 W, from 88.2 Wh that can be used\n"
    );
}

#[test]
fn bad_figures_are_refused_in_a_line() {
    let with = |more: &[&str]| refused(&[&["runtime", "--battery", "98Wh"], more].concat());
    assert!(with(&["--load", "22A"]).contains("write it like 22 W"));
    assert!(with(&["--load", "0W"]).contains("draws nothing"));
    assert!(with(&["--load", "22W@2"]).contains("up to 1"));
    assert!(with(&["--load", "22W", "--health", "0"]).contains("above 0"));
    assert!(with(&["--load", "22W", "--temperature", "900C"]).contains("from -60C to 60C"));
    assert!(with(&["--load", "0.001W", "--usable", "1"]).contains("longer than a year"));
    assert!(with(&[]).contains("--load"));
}

#[test]
fn the_demos_supply_is_told() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("night.json");
    std::fs::write(&file, include_str!("../../../demo/the-night-pour.json")).unwrap();
    let file = file.display().to_string();
    let told = answer(&["power", &file, "--build", "Night pour"]);
    let sources = told["sources"].as_array().unwrap();
    assert!(!sources.is_empty());
    for key in [
        "id",
        "watts",
        "peak_watts",
        "runtime_seconds",
        "dark",
        "still",
    ] {
        assert!(sources[0].get(key).is_some(), "{key}");
    }
    // A transmitter’s battery takes the pictures behind it along.
    let small = sources
        .iter()
        .find(|source| source["id"] == "a-txb")
        .unwrap();
    assert_eq!(small["dark"], serde_json::json!(["a-tx", "focus", "dir"]));
    for key in [
        "at",
        "volts_min",
        "volts_max",
        "amps",
        "watts",
        "limit_watts",
    ] {
        assert!(told["joints"][0].get(key).is_some(), "{key}");
    }
    for key in ["source", "at", "kind", "gap_seconds"] {
        assert!(told["swaps"][0].get(key).is_some(), "{key}");
    }
    assert!(told["batteries_needed"][0]["count"].as_u64().unwrap() > 0);
    let (status, words, _) = run(&["power", &file]);
    assert!(status == 0 && words.contains("change"), "{words}");
}
