//! Outlets that two want, mains that meet over a braid, loads that were measured.

use crate::power::{floor, found, power, source};
use check::Severity;
use model::document::{Change, Command, Connection, MeasuredDraw, PowerSetting, Production};
use stage::{BUILD, Scene, catalogue, finding};

/// A second cable in an outlet: an edit refuses it, a file may hold it.
fn second_cable(mut scene: Scene, from: &str, to: &str) -> Scene {
    scene.0.builds[0].connections.push(Connection {
        id: "second".into(),
        from: from.parse().unwrap(),
        to: to.parse().unwrap(),
        cable: "dtap-dc2".into(),
        length: "0.5 m".parse().unwrap(),
        surroundings: Default::default(),
        adapters: Vec::new(),
    });
    scene
}

fn titles(scene: &Scene, code: &str) -> Vec<String> {
    let fixes = finding(scene, code).fixes;
    fixes.into_iter().map(|fix| fix.title).collect()
}

#[test]
fn more_cables_than_outlets_bring_the_splitter_of_the_kit() {
    let lines = [
        "v v98",
        "m ashgill-7",
        "n ashgill-7",
        "v.dtap > m.dc dtap-dc2 0.5 m",
    ];
    let scene = second_cable(floor(&lines), "v.dtap", "n.dc").kit("stannard-y4", None);
    let titles = titles(&scene, "K-102");
    assert_eq!(
        titles[0],
        "Put a Stannard Y4 D-tap splitter, one to four on D-tap of V, and feed DC in of N too"
    );
    assert!(titles[1].contains("Y2 D-tap splitter, one to two (to hire"));
    assert_eq!(titles.last().unwrap(), "Remove the cable v.dtap > n.dc");
    scene.every_fix_mends();
}

#[test]
fn a_free_outlet_comes_before_a_splitter() {
    let lines = [
        "v v98",
        "p p5",
        "m ashgill-7",
        "n ashgill-7",
        "v.contacts > p.batt",
        "p.dtap1 > m.dc",
    ];
    let scene = second_cable(floor(&lines), "p.dtap1", "n.dc");
    let first = &titles(&scene, "K-102")[0];
    assert!(first.starts_with("Feed DC in of N from"), "{first}");
    scene.every_fix_mends();
}

#[test]
fn what_finds_no_outlet_is_fed_by_a_splitter() {
    let scene = floor(&["v v98", "m merrin-ot", "n merrin-ot", "v.dtap > m.dc"]);
    let titles = titles(&scene, "P-106");
    assert!(
        titles.iter().any(|title| title.contains("splitter")),
        "{titles:?}"
    );
    scene.every_fix_mends();
}

/// Two mains sockets, a camera on one, a recorder on the other, SDI between.
fn two_mains(second: &str) -> Scene {
    let mut scene = floor(&[
        "w w",
        "x w",
        "p m24",
        "c orrell-k1",
        "r ashgill-r1",
        "w.s1 > p.mains",
        "p.out > c.dc",
        "x.s1 > r.mains",
        "c.sdi > r.sdi coax-mini 40 m",
    ])
    .does(Command::AddUnit {
        build: BUILD.into(),
        name: "Village".into(),
    });
    for placement in &mut scene.0.builds[0].placements {
        if ["x", "r"].contains(&placement.id.as_str()) {
            placement.unit = second.into();
        }
    }
    scene
}

#[test]
fn sdi_between_two_mains_wants_an_isolator() {
    let scene = two_mains("village");
    let note = finding(&scene, "P-115");
    assert_eq!(note.severity, Severity::Note);
    assert_eq!(
        note.text,
        "SDI of C and SDI in of R hang on two mains supplies: W and X."
    );
    assert_eq!(
        note.fixes[0].title,
        "Hire and put the Merrin I1 SDI isolator before SDI in of R"
    );
    let scene = scene.every_fix_mends();
    let fixed = scene
        .0
        .edited(catalogue(), &note.fixes[0].commands)
        .unwrap()
        .production;
    assert!(
        !found(&Scene(fixed))
            .iter()
            .any(|it| it.starts_with("P-115"))
    );
    // One distribution, or a battery on one side, joins no two earths.
    assert_eq!(found(&two_mains("a")), Vec::<String>::new());
    let floating = floor(&[
        "v v98",
        "x w",
        "a orrell-c4",
        "r ashgill-r1",
        "v.contacts > a.batt",
        "x.s1 > r.mains",
        "a.sdi1 > r.sdi",
    ]);
    assert_eq!(found(&floating), Vec::<String>::new());
}

fn measures(device: &str, setting: PowerSetting) -> Command {
    Command::SetPower {
        build: BUILD.into(),
        device: device.into(),
        change: Change::between(&PowerSetting::default(), &setting),
    }
}

fn run(lasted: &str, beside: &str) -> MeasuredDraw {
    MeasuredDraw {
        holds: "98 Wh".parse().unwrap(),
        lasted: lasted.parse().unwrap(),
        celsius: 20,
        beside: beside.parse().unwrap(),
    }
}

fn draws(draws: Vec<MeasuredDraw>) -> PowerSetting {
    PowerSetting {
        draws,
        ..PowerSetting::default()
    }
}

fn on_a_battery() -> Scene {
    floor(&["v v98", "a orrell-c4", "v.contacts > a.batt"])
}

#[test]
fn a_good_batterys_run_tells_the_load() {
    // 98 Wh × 0.9 in 2 h are 44.1 W; 4.1 W hung beside it.
    let one = on_a_battery().does(measures("a", draws(vec![run("2 h", "4.1 W")])));
    let report = power(&one);
    let node = report.nodes.iter().find(|node| node.device == "a").unwrap();
    assert_eq!(
        (node.watts, node.measured_watts),
        (40.0, Some((40.0, 40.0)))
    );
    let working = node.working.as_ref().unwrap();
    assert_eq!(working.result, "40 W");
    assert_eq!(
        working.terms[1].source,
        "98 Wh × 0.9 × 1 at 20 °C ÷ 2 h 00 min, less 4.1 W beside it"
    );
    assert_eq!(source(&one, "v").watts, 40.0);
    assert_eq!(source(&one, "v").runtime, "2 h 12 min");
    // Two that disagree: the range is shown, the more is reckoned with.
    let two = draws(vec![run("2 h", "0 W"), run("2 h 30", "0 W")]);
    let two = on_a_battery().does(measures("a", two));
    let report = power(&two);
    let node = report.nodes.iter().find(|node| node.device == "a").unwrap();
    assert_eq!(
        (node.watts, node.measured_watts),
        (44.1, Some((35.3, 44.1)))
    );
    // A meter wins over runs.
    let mut said = draws(vec![run("2 h", "0 W")]);
    said.watts = Some("38 W".parse().unwrap());
    let said = on_a_battery().does(measures("a", said));
    assert_eq!(source(&said, "v").watts, 38.0);
}

#[test]
fn a_measured_load_that_cannot_be_is_refused_with_the_sum() {
    let refused = |device: &str, setting: PowerSetting| {
        let edits = [measures(device, setting)];
        let refused = on_a_battery().0.edited(catalogue(), &edits);
        refused.unwrap_err().to_string()
    };
    let all_beside = refused("a", draws(vec![run("2 h", "60 W")]));
    assert!(
        all_beside.contains(
            "a battery of 98 Wh that lasts 2 h 00 min gives 44.1 W in all, and 60 W hung"
        ),
        "{all_beside}"
    );
    assert!(refused("v", draws(vec![run("2 h", "0 W")])).contains("it draws nothing itself"));
    let never = refused("a", draws(vec![run("0 min", "0 W")]));
    assert!(never.contains("a time above zero"), "{never}");
    // Files are held to the same.
    let mut kept: Production = on_a_battery().0;
    kept.builds[0].placements[1].settings.power = draws(vec![run("2 h", "60 W")]);
    assert!(kept.check().unwrap_err().to_string().contains("60 W hung"));
}

#[test]
fn a_runtime_shows_its_working() {
    let mut scene = on_a_battery();
    scene.0.house_rules.air_celsius = -10;
    let battery = source(&scene, "v");
    let working = battery.working.unwrap();
    let terms: Vec<String> = working
        .terms
        .iter()
        .map(|term| format!("{} {}", term.name, term.value))
        .collect();
    assert_eq!(
        terms,
        [
            "V 98 Wh",
            "× usable 0.9",
            "× cold 0.75",
            "gives 66.2 Wh",
            &format!("÷ load {} W", battery.watts)
        ]
    );
    assert_eq!(working.result, battery.runtime);
}
