//! Outlets that two want, mains that meet over a braid, loads that were measured.

use crate::power::{day, floor, found, power, source};
use check::Severity;
use model::document::{Change, Command, Connection, MeasuredDraw, PowerSetting, Production, Rolls};
use stage::{BUILD, Scene, catalogue, finding, says};
use units::quantity::Watts;

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
    assert_eq!(
        titles.last().unwrap(),
        "Remove the cable from D-tap of V to DC in of N"
    );
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

/// A power bank with a load, and what fills it at its input.
fn filled(bank: &str, load: &str, filler: &str) -> Scene {
    let mut lines = vec!["w w".to_string(), format!("b {bank}"), load.to_string()];
    let outlet = if bank == "k27" { "barrel" } else { "usb" };
    let input = if load.contains("ashgill-5") {
        "dc"
    } else {
        "power"
    };
    lines.push(format!("b.{outlet} > l.{input}"));
    if !filler.is_empty() {
        lines.push(format!("f {filler}"));
        lines.push("w.s1 > f.mains".into());
        lines.push("f.usb > b.fill".into());
    }
    let lines: Vec<&str> = lines.iter().map(String::as_str).collect();
    floor(&lines)
}

#[test]
fn a_battery_that_is_filled_while_it_gives() {
    let source = |scene: &Scene| power(scene).sources[0].clone();
    // 30 W come in, 0.85 of them reach the cells: more than the body takes through the regulator.
    let alone = source(&filled("k74", "l tamsin-m2", ""));
    let never = filled("k74", "l tamsin-m2", "m65");
    assert!(found(&never).is_empty(), "{:?}", found(&never));
    let never = source(&never);
    assert!(alone.runtime_seconds.is_some() && never.runtime_seconds.is_none());
    assert_eq!(never.filled_watts, 25.5);
    assert_eq!(never.runtime, "it never ends: it is filled meanwhile");
    assert_eq!(
        never.filled.unwrap(),
        "USB-C of F fills it with 30 W, 25.5 W of that reach its cells; from empty it is full after 2 h 54 min where nothing is drawn."
    );

    // Only at rest: it ends as it would alone.
    let at_rest = filled("k27", "l ashgill-5", "m65");
    assert_eq!(
        found(&at_rest),
        ["P-118 B is plugged in, and isn’t filled: it fills only while nothing hangs on it."]
    );
    let ends = |scene: &Scene| source(scene).runtime_seconds;
    assert_eq!(ends(&at_rest), ends(&filled("k27", "l ashgill-5", "")));
}

#[test]
fn a_battery_that_empties_while_it_is_filled() {
    let lines = |fill: &[&str]| {
        let all = ["v v98u", "l ashgill-7x", "v.dtap > l.dc", "w w", "f m65"];
        let all: Vec<&str> = all.iter().chain(fill).copied().collect();
        floor(&all)
    };
    let slowly = lines(&["w.s1 > f.mains", "f.usb > v.fill"]);
    // 60 W at 20 V and 3 A over a plain cable: 51 W reach the cells, more than 26 W.
    assert_eq!(power(&slowly).sources[0].runtime_seconds, None);
    let by_bank = floor(&[
        "v v98u",
        "l ashgill-7x",
        "v.dtap > l.dc",
        "k k37",
        "k.usb > v.fill",
    ]);
    // 18 W, of which 15.3 W reach the cells, against 26.5 W with what warms the cable: 88.2 Wh last 7 h 53 min.
    let source = power(&by_bank)
        .sources
        .into_iter()
        .find(|source| source.id == "v");
    assert_eq!(source.unwrap().runtime, "7 h 53 min");
    assert!(
        found(&by_bank).contains(
            &"P-118 V empties while it is filled: 15.3 W reach its cells, and 26.5 W are drawn. It lasts 7 h 53 min instead of 3 h 19 min.".to_string()
        ),
        "{:?}",
        found(&by_bank)
    );
}

#[test]
fn a_power_bank_that_goes_to_sleep() {
    let bank = floor(&["b k74", "t merrin-t2", "b.usb > t.power"]);
    assert_eq!(
        says(&bank, "P-119"),
        "stop: B goes to sleep: 0.2 W hang on it, and less than 0.5 W don’t keep it awake. fix: none"
    );
    let awake = floor(&["b k74", "l tamsin-m2", "b.usb > l.power"]);
    assert!(found(&awake).is_empty(), "{:?}", found(&awake));
}

#[test]
fn sockets_behind_one_breaker() {
    use model::document::Mains;
    let mut lines = vec!["w w".to_string()];
    for n in 1..=4 {
        lines.push(format!("r{n} ashgill-r4"));
        lines.push(format!("w.s{n} > r{n}.mains"));
    }
    for n in 1..=8 {
        lines.push(format!("p{n} ashgill-p1"));
    }
    lines.extend(
        [
            "e e4",
            "w.s5 > e.mains",
            "e2 e4",
            "w.s6 > e2.mains",
            "e3 e4",
            "e.s4 > e3.mains",
        ]
        .map(String::from),
    );
    for (n, socket) in [
        "e.s1", "e.s2", "e.s3", "e2.s1", "e2.s2", "e2.s3", "e2.s4", "e3.s1",
    ]
    .iter()
    .enumerate()
    {
        lines.push(format!("{socket} > p{}.mains", n + 1));
    }
    let lines: Vec<&str> = lines.iter().map(String::as_str).collect();
    let mut scene = floor(&lines);
    let at = |scene: &Scene| {
        let mains = power(scene).mains.remove(0);
        (mains.watts, mains.limit_watts, mains.breaker)
    };
    let (watts, limit, breaker) = at(&scene);
    assert_eq!((limit, breaker.as_str()), (3680.0, "16 A at 230 V"));
    assert!(watts < limit, "{watts}");
    assert!(found(&scene).is_empty(), "{:?}", found(&scene));
    scene.0.house_rules.mains = Mains::V120A15;
    let trips = found(&scene);
    assert!(
        trips
            .iter()
            .any(|text| text.starts_with("P-104 The breaker of W (15 A at 120 V) carries")),
        "{trips:?}"
    );
    // What the sockets give is what the country gives.
    let volts = power(&scene)
        .nodes
        .iter()
        .find(|node| node.device == "r1")
        .unwrap()
        .joint
        .clone();
    assert!((volts.unwrap().volts_max - 120.0).abs() < 0.5);
}

#[test]
fn what_goes_with_the_wall_and_what_a_ups_bridges() {
    let scene = floor(&[
        "w w",
        "u u400",
        "m ashgill-24",
        "r ashgill-r1",
        "w.s1 > u.mains",
        "u.s1 > r.mains",
        "w.s2 > m.mains",
    ]);
    let mains = power(&scene).mains.remove(0);
    assert_eq!(mains.without[0], "Off: M.");
    // 240 Wh, 0.9 usable, through 85 % to 65 W.
    assert_eq!(mains.bridged, ["U: 2 h 49 min"]);
}

#[test]
fn the_next_in_rank_takes_over() {
    let scene = floor(&[
        "v v98u",
        "n n47",
        "m ashgill-5",
        "v.dtap > m.dc",
        "n.contacts > m.batt",
    ]);
    let sources = power(&scene).sources;
    let waits = sources.iter().find(|source| source.id == "n").unwrap();
    assert_eq!(
        waits.takes_over.as_deref(),
        Some("Waits: it takes over M where V is pulled or ends, and lasts 4 h 42 min.")
    );
    let planned = day(scene, &[("08:00", "16 h", Rolls::Continuous)]);
    let sources = power(&planned).sources;
    let waits = sources.iter().find(|source| source.id == "n").unwrap();
    let said = waits.takes_over.clone().unwrap();
    assert!(said.starts_with("Waits: it takes over M at "), "{said}");
}

#[test]
fn one_of_two_is_pulled() {
    let with = |watts: u32| {
        let mut scene = floor(&[
            "q p7",
            "v v98",
            "x v98",
            "v.contacts > q.one",
            "x.contacts > q.two",
            "l ashgill-7x",
            "q.dtap1 > l.dc",
        ]);
        let placements = &mut scene.0.builds[0].placements;
        placements.last_mut().unwrap().settings.power.watts = Some(Watts(watts * 1_000));
        power(&scene).sources[0].clone()
    };
    // Each gives 10 A at 12 V: 120 W.
    for (watts, kind, says) in [
        (26, "hot", "One may be pulled: the other carries"),
        (
            150,
            "warm",
            "Don’t pull one while it works: the other gives 120 W",
        ),
    ] {
        let source = with(watts);
        assert_eq!(source.kind, kind, "{:?}", source.without);
        let told = source.without.iter().any(|text| text.starts_with(says));
        assert!(told, "{:?}", source.without);
    }
}

#[test]
fn a_battery_inside_is_filled_beside_the_work() {
    let filled = |scene: &Scene, device: &str| {
        let nodes = power(scene).nodes;
        let node = nodes.into_iter().find(|node| node.device == *device);
        node.unwrap().own_filled
    };
    // 240 Wh at 40 W, of which 0.85 reach the cells.
    let ups = floor(&[
        "w w",
        "u u400",
        "m ashgill-24",
        "w.s1 > u.mains",
        "u.s1 > m.mains",
    ]);
    assert_eq!(
        filled(&ups, "u").as_deref(),
        Some("Its own battery fills while it works: from empty in 7 h 03 min.")
    );
    let alone = floor(&["w w", "u u400", "m ashgill-24", "u.s1 > m.mains"]);
    assert_eq!(filled(&alone, "u"), None);
}
