//! Rigs on the command line.

mod common;

use common::{answer, run};

const DEMO: &str = concat!(
    env!("CARGO_MANIFEST_DIR"),
    "/../../demo/the-night-pour.json"
);

fn refused(arguments: &[&str]) -> String {
    let (status, _, error) = run(arguments);
    assert_eq!((status, error.lines().count()), (2, 1), "{error}");
    error
}

#[test]
fn a_rig_answers_mass_balance_joints_cables_and_steps() {
    let rig = answer(&["rig", DEMO, "--build", "night", "--unit", "a"]);
    assert!(rig["mass_g"].as_f64().unwrap() > 9_000.0);
    for axis in ["x", "y", "z"] {
        assert!(rig["centre_mm"][axis].is_number(), "{axis}");
    }
    let parts = rig["parts"].as_array().unwrap();
    assert!(parts.iter().any(|part| part["id"] == "a-handle"));
    let holds = rig["holds"].as_array().unwrap();
    let handle = holds.iter().find(|hold| hold["by"] == "a-handle").unwrap();
    assert!(handle["tilt_degrees"].is_number() && handle["lean_degrees"].is_number());
    let pad = holds.iter().find(|hold| hold["by"] == "a-pad").unwrap();
    assert!(pad["force_n"].as_f64().unwrap() > 0.0);
    assert_eq!(rig["stands"], true);
    assert!(rig["tips_at_degrees"].is_number());
    let joints = rig["joints"].as_array().unwrap();
    let arm = joints
        .iter()
        .find(|joint| joint["at"] == "A monitor arm on A handle")
        .unwrap();
    assert_eq!(arm["turns"], true);
    assert!(arm["moment_nm"].as_f64().unwrap() < arm["guide_nm"].as_f64().unwrap());
    let cables = rig["cables"].as_array().unwrap();
    let short = cables
        .iter()
        .filter(|cable| cable["needs_mm"].as_f64() > cable["has_mm"].as_f64());
    assert_eq!(short.count(), 1);
    let steps = rig["steps"].as_array().unwrap();
    for (number, step) in steps.iter().enumerate() {
        assert_eq!(step["number"], number + 1);
        for field in ["do", "part", "tool"] {
            assert!(step[field].is_string(), "{step}");
        }
        assert!(step["seconds"].as_u64().unwrap() > 0);
    }
    assert_eq!(
        rig["tools"],
        serde_json::json!(["hex 5", "hex 4", "flat blade"])
    );
    // What carries comes before what is carried.
    let place = |part: &str| {
        let mut all = steps.iter();
        all.position(|step| step["part"] == part && step["onto"].is_string())
    };
    assert!(place("a-top") < place("a-handle") && place("a-handle") < place("a-arm"));
    assert!(place("a-arm") < place("a-mon"));
}

#[test]
fn another_unit_and_another_build_are_asked_for_by_name() {
    let (_, out, _) = run(&["rig", DEMO, "--unit", "b"]);
    assert!(out.starts_with("B camera: 5.1 kg"), "{out}");
    assert!(out.contains("B lens adapter onto B camera: bayonet mount, front, by hand"));
    let (_, out, _) = run(&["rig", DEMO, "--build", "Daytime handheld"]);
    assert!(out.contains("A handle: hangs"), "{out}");
    let error = refused(&["rig", DEMO, "--unit", "roof"]);
    assert!(
        error.contains("there is no unit “roof” in this build: it has a, b, c"),
        "{error}"
    );
    let error = refused(&["rig", DEMO, "--build", "interview"]);
    assert!(error.contains("nothing is mounted there yet"), "{error}");
    assert!(refused(&["rig", DEMO, "--build", "dusk"]).contains("dusk"));
    assert!(refused(&["rig", "/nowhere.json"]).contains("nowhere.json"));
}

#[test]
fn one_build_is_made_of_another() {
    let change = answer(&["rig", "change", DEMO, "--from", "night", "--to", "day"]);
    let (off, on) = (
        change["off"].as_array().unwrap(),
        change["on"].as_array().unwrap(),
    );
    let steps = change["steps"].as_array().unwrap();
    assert_eq!(steps.len(), off.len() + on.len());
    let seconds: u64 = steps
        .iter()
        .map(|step| step["seconds"].as_u64().unwrap())
        .sum();
    assert_eq!(change["seconds"], seconds);
    assert!(
        off.iter()
            .any(|it| it == "A rods off A base plate, with what sits on it")
    );
    let (_, out, _) = run(&["rig", "change", DEMO, "--from", "day", "--to", "day"]);
    assert_eq!(out.trim(), "0 min");
    assert!(refused(&["rig", "change", DEMO, "--from", "day", "--to", "dusk"]).contains("dusk"));
}

#[test]
fn a_build_goes_into_its_cases() {
    let bags = answer(&["rig", "bags", DEMO, "--build", "gimbal"]);
    let cases = bags["cases"].as_array().unwrap();
    assert_eq!(cases[0]["to_hire"], false);
    let pieces = cases[0]["pieces"].as_array().unwrap();
    assert!(pieces.iter().any(|piece| piece["name"] == "A gimbal"));
    let (status, out, _) = run(&["rig", "bags", DEMO, "--build", "gimbal"]);
    assert_eq!(status, 0);
    assert!(out.contains("A base plate with A camera: "), "{out}");
    assert!(out.contains("By hand: 1 × Stannard V98 battery"), "{out}");
    assert!(refused(&["rig", "bags", DEMO, "--build", "none"]).contains("none"));
}
