//! Supplies, good and bad: what is destroyed, what stops, what is too much, what lasts how long.

use check::Severity;
use model::catalogue::Device;
use model::document::{
    Change, Command, MeasuredRun, PowerSchool, PowerSetting, Production, Rolls, ScheduleEntry,
};
use plan::setup::{PowerProposal, power_unit};
use report::{PowerReport, PowerSource};
use serde_json::json;
use stage::{BUILD, Scene, catalogue, finding, says, scene};

/// A supply as it is typed: *v stannard-v98* puts a device, *v.dtap > m.dc* runs a cable.
pub fn floor(lines: &[&str]) -> Scene {
    lines.iter().fold(scene("1080p25"), |scene, line| {
        if line.contains('>') {
            scene.line(line)
        } else {
            let (handle, device) = line.split_once(' ').unwrap();
            let known = catalogue().device(device).is_some();
            let device = if known {
                device.to_string()
            } else {
                format!("stannard-{device}")
            };
            scene.with(handle, &device)
        }
    })
}

/// What is found about power, without its fixes.
pub fn found(scene: &Scene) -> Vec<String> {
    let findings = scene.report().findings.into_iter();
    findings
        .filter(|finding| finding.code.to_string().starts_with('P'))
        .map(|finding| format!("{} {}", finding.code, finding.text))
        .collect()
}

pub fn power(scene: &Scene) -> PowerReport {
    scene.report().power
}

pub fn day(mut scene: Scene, parts: &[(&str, &str, Rolls)]) -> Scene {
    for (number, (start, length, rolls)) in parts.iter().enumerate() {
        scene.0.builds[0].schedule.push(ScheduleEntry {
            id: format!("p{number}").into(),
            name: format!("Part {number}"),
            recorders: Vec::new(),
            start: start.parse().unwrap(),
            length: length.parse().unwrap(),
            rolls: *rolls,
        });
    }
    scene
}

/// Supplies with what is found of them: nothing where nothing is wrong.
const SUPPLIES: &[(&str, &[&str], &[&str])] = &[
    (
        "a battery on a body",
        &["v v98", "a orrell-c4", "v.contacts > a.batt"],
        &[],
    ),
    (
        "12 V into an unregulated 7.2 V coupler",
        &[
            "v v98",
            "p p5",
            "c cb",
            "a tamsin-m2",
            "v.contacts > p.batt",
            "p.r12 > c.dc",
            "c.out > a.slot",
        ],
        &[
            "P-101 Don’t plug it in: A would be destroyed. Coupler of C gives 12 V, Battery slot of A takes 6.5 to 8.4 V.",
        ],
    ),
    (
        "7.2 V into the same coupler",
        &[
            "v v98",
            "p p5",
            "c cb",
            "a tamsin-m2",
            "v.contacts > p.batt",
            "p.r72 > c.dc",
            "c.out > a.slot",
        ],
        &[],
    ),
    (
        "a regulated coupler on a D-tap",
        &[
            "v v98",
            "c cbr",
            "a tamsin-m2",
            "v.dtap > c.dc",
            "c.out > a.slot",
        ],
        &[],
    ),
    (
        "a coupler fed by USB",
        &[
            "k k99",
            "c cbu",
            "a tamsin-m2",
            "k.usb > c.dc usbc 0.5 m",
            "c.out > a.slot",
        ],
        &[],
    ),
    (
        "a 26 V battery on a 14 V body",
        &["v h98", "a orrell-c4", "v.contacts > a.batt"],
        &[
            "P-101 Don’t plug it in: A would be destroyed. Contacts of V gives 21 to 29.4 V, Battery plate of A takes 11 to 17 V.",
        ],
    ),
    (
        "a 26 V battery on a body that takes it",
        &["v h150", "a orrell-c6", "v.contacts > a.batt"],
        &[],
    ),
    (
        "a 26 V plate's 2-pin outlet into a monitor",
        &[
            "v h98",
            "p h2",
            "m ashgill-7",
            "v.contacts > p.batt",
            "p.dc1 > m.dc",
        ],
        &[
            "P-101 Don’t plug it in: M would be destroyed. 2-pin 1, 24 V of P gives 21 to 29.4 V, DC in of M takes 7 to 17 V.",
        ],
    ),
    (
        "the same barrel with the other polarity",
        &[
            "w w",
            "n m24n",
            "m ashgill-5",
            "w.s1 > n.mains",
            "n.out > m.dc",
        ],
        &[
            "P-102 Don’t plug it in: M would be destroyed. Barrel, 12 V of N gives centre −, DC in of M wants centre +.",
        ],
    ),
    (
        "a monitor that wants the other polarity",
        &[
            "w w",
            "n m24",
            "m ashgill-6c",
            "w.s1 > n.mains",
            "n.out > m.dc",
        ],
        &[
            "P-102 Don’t plug it in: M would be destroyed. Barrel, 12 V of N gives centre +, DC in of M wants centre −.",
        ],
    ),
    (
        "the same through a cable that changes it",
        &[
            "w w",
            "n m24",
            "m ashgill-6c",
            "w.s1 > n.mains",
            "n.out > m.dc barrel21-cross 1 m",
        ],
        &[],
    ),
    (
        "a D-tap lead with centre minus",
        &[
            "v v98",
            "m ashgill-5",
            "v.dtap > m.dc dtap-barrel21-minus 0.5 m",
        ],
        &[
            "P-102 Don’t plug it in: M would be destroyed. D-tap of V gives centre −, DC in of M wants centre +.",
        ],
    ),
    (
        "a plate past its limit at the peak only",
        &[
            "v v300",
            "p x4",
            "q p2",
            "m1 fm1",
            "m2 fm1",
            "m3 fm1",
            "m4 fm1",
            "v.contacts > q.batt",
            "q.dtap1 > p.dc",
            "p.dc1 > m1.dc",
            "p.dc2 > m2.dc",
            "p.dc3 > m3.dc",
            "p.dc4 > m4.dc",
        ],
        &["P-104 D-tap 1 of Q carries 96.3 W at the peak, and is made for 60 W."],
    ),
    (
        "a D-tap that carries too much",
        &[
            "v v300",
            "y y2",
            "m ashgill-17",
            "n ashgill-17",
            "v.dtap1 > y.dc",
            "y.dtap1 > m.dc",
            "y.dtap2 > n.dc",
        ],
        &["P-104 D-tap 1 of V carries 64.9 W, and is made for 60 W."],
    ),
    (
        "a splitter behind a splitter",
        &[
            "v v300",
            "y y2",
            "z y2",
            "a ashgill-5",
            "b ashgill-5",
            "c ashgill-5",
            "v.dtap1 > y.dc",
            "y.dtap1 > z.dc",
            "z.dtap1 > a.dc",
            "z.dtap2 > b.dc",
            "y.dtap2 > c.dc",
        ],
        &[],
    ),
    (
        "a small battery under a large body",
        &["v v50", "a orrell-c6", "v.contacts > a.batt"],
        &[],
    ),
    (
        "a USB step that is too small",
        &["k k37", "l lap", "k.usb > l.power usbc 1 m"],
        &[
            "P-105 USB-C power of L runs down although it is plugged in: it wants 45 W, and gets 18 W at 9 V.",
        ],
    ),
    (
        "an unmarked cable at 100 W",
        &[
            "m m100",
            "w w",
            "l lap",
            "w.s1 > m.mains",
            "m.usb > l.power usbc 1 m",
        ],
        &[
            "P-105 USB-C power of L runs, and doesn’t fill its battery: it wants 90 W, and gets 60 W at 20 V.",
        ],
    ),
    (
        "a marked cable at 100 W",
        &[
            "m m100",
            "w w",
            "l lap",
            "w.s1 > m.mains",
            "m.usb > l.power usbc-100 1 m",
        ],
        &[],
    ),
    (
        "two loads on one USB budget",
        &[
            "v v98",
            "r rpd2",
            "l lap",
            "a tamsin-m4",
            "t merrin-s1",
            "v.dtap > r.dc",
            "r.usb1 > l.power usbc 1 m",
            "r.usb2 > a.power",
        ],
        &[
            "P-104 D-tap of V carries 83.3 W at the peak, and is made for 60 W.",
            "P-104 USB of R, shared by its outlets, carries 74 W at the peak, and is made for 60 W.",
            "P-105 USB-C power of L runs, and doesn’t fill its battery: it wants 90 W, and gets 60 W at 20 V.",
        ],
    ),
    (
        "a body that fills only when off",
        &["k k37", "a tamsin-k2", "k.usb > a.power usbc 1 m"],
        &["P-106 USB-C power of A fills its battery only while it is off, and has none on it."],
    ),
    (
        "a body on USB that knows the step",
        &["k k99", "a tamsin-m4", "k.usb > a.power usbc 1 m"],
        &[],
    ),
    (
        "a body on USB of 5 V that wants 9",
        &[
            "v v98",
            "p p5",
            "a tamsin-m2",
            "v.contacts > p.batt",
            "p.r5 > a.power",
        ],
        &[],
    ),
    (
        "a housing in the stack",
        &[
            "v v98",
            "h p6",
            "t pellow-w1t",
            "a orrell-c4",
            "v.contacts > h.batt",
            "h.out > a.batt",
            "h.dc2 > t.dc",
        ],
        &[],
    ),
    (
        "two batteries that share",
        &[
            "v v98",
            "u v98",
            "p p7",
            "a orrell-c4",
            "v.contacts > p.one",
            "u.contacts > p.two",
            "p.out > a.batt",
        ],
        &[],
    ),
    (
        "a hot-swap plate",
        &[
            "v v98",
            "u v98",
            "p p8",
            "a orrell-c4",
            "v.contacts > p.one",
            "u.contacts > p.two",
            "p.out > a.batt",
        ],
        &[],
    ),
    (
        "a body with its own battery waiting",
        &[
            "b b16",
            "a tamsin-m4",
            "k k99",
            "b.contacts > a.slot",
            "k.usb > a.power usbc 1 m",
        ],
        &[],
    ),
    (
        "thin long cables at the pack's end",
        &["v v150", "m ashgill-17", "v.dtap > m.dc dtap-dc4-thin 15 m"],
        &["P-103 DC in of M goes off before the battery is empty: at 67 % of its charge."],
    ),
    (
        "the same with thick wire",
        &["v v150", "m ashgill-17", "v.dtap > m.dc dtap-dc4 2 m"],
        &[],
    ),
    (
        "a load that never gets enough",
        &[
            "v v98",
            "p p5",
            "f orrell-c2",
            "v.contacts > p.batt",
            "p.r8 > f.dc",
        ],
        &["P-103 DC in of F doesn’t run on what arrives."],
    ),
    (
        "mains for a large screen",
        &["w w", "m ashgill-24", "w.s1 > m.mains"],
        &[],
    ),
    (
        "a UPS in the village",
        &[
            "w w",
            "u u400",
            "m ashgill-24",
            "r ashgill-r1",
            "w.s1 > u.mains",
            "u.s1 > m.mains",
            "u.s2 > r.mains",
        ],
        &[],
    ),
    (
        "a UPS that is too small",
        &[
            "w w",
            "u u400",
            "p ashgill-p1",
            "r ashgill-r4",
            "w.s1 > u.mains",
            "u.s1 > p.mains",
            "u.s2 > r.mains",
        ],
        &["P-104 U carries 410 W, and is made for 400 W."],
    ),
    (
        "camcorder batteries on screens",
        &["n n47", "m ashgill-5", "n.contacts > m.batt"],
        &[],
    ),
    (
        "a camcorder battery that feeds a body by USB",
        &["n n47u", "a tamsin-m2", "n.usb > a.power usbc 0.5 m"],
        &[],
    ),
    (
        "an outlet on a body's battery",
        &[
            "b b16d",
            "t tamsin-k2",
            "m ashgill-5",
            "b.contacts > t.slot",
            "b.barrel > m.dc",
        ],
        &["P-103 DC in of M goes off before the battery is empty: at 33 % of its charge."],
    ),
    (
        "a battery grip",
        &[
            "b b16",
            "c b16",
            "g g2",
            "a tamsin-m4",
            "b.contacts > g.one",
            "c.contacts > g.two",
            "g.out > a.slot",
        ],
        &[],
    ),
    (
        "a regulator for 24 V into a 12 V input",
        &[
            "v v98",
            "r r24",
            "m ashgill-7",
            "v.dtap > r.dc",
            "r.out > m.dc",
        ],
        &[
            "P-101 Don’t plug it in: M would be destroyed. 2-pin, 24 V of R gives 24 V, DC in of M takes 7 to 17 V.",
        ],
    ),
    (
        "a base plate with 12 V barrels",
        &[
            "v v150",
            "b b12",
            "m ashgill-5",
            "n ashgill-5h",
            "v.dtap > b.dc",
            "b.b1 > m.dc",
            "b.b2 > n.dc",
        ],
        &[],
    ),
    (
        "what nobody feeds",
        &["v v98", "a orrell-c4", "m ashgill-5", "v.contacts > a.batt"],
        &["P-106 Nothing feeds M."],
    ),
    (
        "a battery that was put down and forgotten",
        &["v v98", "k v98", "a orrell-c4", "v.contacts > a.batt"],
        &["P-116 K feeds nothing."],
    ),
    (
        "power in a circle",
        &["k p2", "q p0", "k.out > q.batt", "q.out > k.batt"],
        &["P-108 K and Q feed each other in a circle."],
    ),
    (
        "a three-stud battery on a V-mount body",
        &[
            "s s98",
            "q q3",
            "a orrell-c4",
            "s.contacts > q.batt",
            "q.out > a.batt",
        ],
        &[],
    ),
];

#[test]
fn supplies() {
    for (name, lines, expected) in SUPPLIES {
        assert_eq!(found(&floor(lines)), *expected, "{name}");
    }
}

#[test]
fn what_is_found_can_be_mended() {
    for (name, lines, expected) in SUPPLIES {
        let scene = floor(lines);
        let codes = expected.iter().filter_map(|text| text.split(' ').next());
        for code in
            codes.filter(|code| ["P-101", "P-102", "P-103", "P-106", "P-116"].contains(code))
        {
            let fixes = finding(&scene, code).fixes;
            assert!(!fixes.is_empty(), "{name}: {code}");
        }
        scene.every_fix_mends();
    }
}

fn shooting(lines: &[&str], parts: &[(&'static str, &'static str)]) -> Scene {
    let parts: Vec<_> = parts
        .iter()
        .map(|(start, length)| (*start, *length, Rolls::Continuous))
        .collect();
    let floor = floor(lines).records("a", "mezzanine-light", &["cfx-b-1000"], 2);
    day(floor, &parts)
}

pub fn source(scene: &Scene, id: &str) -> PowerSource {
    let sources = power(scene).sources;
    let found = sources.into_iter().find(|source| source.id == id);
    found.unwrap_or_else(|| panic!("no {id}"))
}

#[test]
fn a_change_that_stops_the_recording_is_cold() {
    let lines = &[
        "v v98",
        "a orrell-c4",
        "m ashgill-5",
        "v.contacts > a.batt",
        "v.dtap > m.dc",
        "a.sdi2 > m.sdi",
    ];
    let floor = shooting(lines, &[("08:00", "6 h")]);
    assert_eq!(
        found(&floor),
        [
            "P-109 A and M die together with V.",
            "P-111 V ends at 10:50, before the day does, and no break comes in time.",
        ]
    );
    let battery = source(&floor, "v");
    assert_eq!(
        (battery.watts, battery.runtime.as_str()),
        (31.1, "2 h 50 min")
    );
    // Twenty seconds for the change, and twelve until the body is ready.
    assert_eq!((battery.kind, battery.gap_seconds), ("cold", 32));
    assert_eq!(
        (battery.dark, battery.no_picture),
        (vec!["a".into(), "m".into()], vec!["m".into()])
    );
    let swaps = power(&floor).swaps;
    let times: Vec<&str> = swaps.iter().map(|swap| swap.label.as_str()).collect();
    assert_eq!(times, ["10:35", "13:10"]);
    let needed = &power(&floor).batteries[0];
    assert_eq!((needed.item.as_str(), needed.count), ("stannard-v98", 4));
    floor.every_fix_mends();
    let breaks = &[("08:00", "2 h"), ("10:30", "2 h"), ("13:00", "3 h")];
    let floor = shooting(&["v v98", "a orrell-c4", "v.contacts > a.batt"], breaks);
    assert_eq!(
        says(&floor, "P-111"),
        "note: V ends at 12:10: change it at 10:29 and 12:59, in a break. fix: Use a Stannard V210 battery, V-mount, D-tap (to hire: none is left in the kit) in place of V"
    );
}

#[test]
fn a_change_on_a_hot_swap_plate_breaks_nothing_and_a_screen_alone_is_warm() {
    let plate = &[
        "v v98",
        "u v98",
        "p p8",
        "a orrell-c4",
        "v.contacts > p.one",
        "u.contacts > p.two",
        "p.out > a.batt",
    ];
    let floor = shooting(plate, &[("08:00", "10 h")]);
    assert_eq!(
        found(&floor),
        ["P-111 V and U end at 16:01: change them at 15:46, nothing stops for it."]
    );
    let both = source(&floor, "v");
    assert_eq!(
        (both.kind, both.gap_seconds, both.devices.len()),
        ("hot", 0, 2)
    );
    let screen = &[
        "w w",
        "x m70",
        "a orrell-c4",
        "m ashgill-5",
        "n n16",
        "w.s1 > x.mains",
        "x.out > a.dc",
        "n.contacts > m.batt",
        "a.sdi2 > m.sdi",
    ];
    let floor = shooting(screen, &[("08:00", "10 h")]);
    let battery = source(&floor, "n");
    assert_eq!((battery.kind, battery.gap_seconds), ("warm", 24));
    assert_eq!(battery.still, ["a"]);
}

#[test]
fn a_relay_that_dies_takes_the_picture_behind_it() {
    let lines = &[
        "n n16",
        "t pellow-w1t",
        "r pellow-w1r",
        "d ashgill-17",
        "a orrell-c4",
        "v v98",
        "n.contacts > t.batt",
        "v.contacts > a.batt",
        "a.sdi2 > t.sdi",
        "t.air > r.air",
        "r.sdi1 > d.sdi",
    ];
    let floor = shooting(lines, &[("08:00", "10 h")]);
    let small = source(&floor, "n");
    assert_eq!(
        (small.dark, small.no_picture),
        (vec!["t".into()], vec!["d".into()])
    );
    assert_eq!(small.still, ["a"]);
    let body = source(&floor, "v");
    assert_eq!(body.no_picture, ["d"]);
    // The transmitter's battery is the first to go.
    let first = &power(&floor).swaps[0];
    assert_eq!(
        (first.source.as_str(), first.label.as_str()),
        ("n", "09:40")
    );
}

#[test]
fn what_waits_in_a_slot_bridges_a_change() {
    let lines = &[
        "k k99",
        "b b16",
        "a tamsin-m4",
        "b.contacts > a.slot",
        "k.usb > a.power usbc 0.5 m",
    ];
    let floor = floor(lines).records("a", "h264-100", &["sd-v60-128"], 2);
    let floor = day(floor, &[("08:00", "10 h", Rolls::Continuous)]);
    let bank = source(&floor, "k");
    assert_eq!(
        (bank.kind, bank.reserve.as_deref()),
        ("hot", Some("1 h 06 min"))
    );
    assert_eq!(
        says(&floor, "P-110"),
        "note: Without K, A goes on for 1 h 06 min. fix: none"
    );
    assert_eq!(source(&floor, "b").runtime, "nothing is drawn");
}

#[test]
fn sound_and_time_hang_on_power_too() {
    let lines = &[
        "x dunmore-x6",
        "n n47",
        "mic dunmore-b1",
        "a orrell-c4",
        "v v98",
        "g merrin-g1",
        "h v50",
        "p p5",
        "n.contacts > x.batt",
        "v.contacts > a.batt",
        "h.contacts > p.batt",
        "p.r12 > g.dc",
        "mic.out > x.in1",
        "g.tc > a.tc",
    ];
    let floor = shooting(lines, &[("08:00", "2 h")]);
    assert_eq!(source(&floor, "h").unlocked, ["a"]);
    assert_eq!(source(&floor, "v").unlocked, Vec::<String>::new());
}

#[test]
fn a_measured_run_tells_the_health_and_two_that_disagree_a_range() {
    let set = |runs: Vec<MeasuredRun>| Command::SetPower {
        build: BUILD.into(),
        device: "v".into(),
        change: Change::between(
            &PowerSetting::default(),
            &PowerSetting {
                number: Some("B3".into()),
                runs,
                ..PowerSetting::default()
            },
        ),
    };
    let run = |lasted: &str, celsius: i8| MeasuredRun {
        watts: "35.333 W".parse().unwrap(),
        lasted: lasted.parse().unwrap(),
        celsius,
    };
    let floor = || floor(&["v v98", "a orrell-c4", "v.contacts > a.batt"]);
    let one = floor().does(set(vec![run("1 h 45 min", 20)]));
    let battery = source(&one, "v");
    assert_eq!(battery.health_percent, Some((70.1, 70.1)));
    assert_eq!(battery.watt_hours, 61.8);
    let two = floor().does(set(vec![run("1 h 45 min", 20), run("2 h", 20)]));
    let battery = source(&two, "v");
    assert_eq!(battery.health_percent, Some((70.1, 80.1)));
    assert_eq!(battery.watt_hours, 61.8, "the lower is reckoned with");
    // In the cold a new one gives less as well.
    let cold = floor().does(set(vec![run("1 h 45 min", -10)]));
    assert_eq!(source(&cold, "v").health_percent, Some((93.5, 93.5)));
    let refused = floor()
        .0
        .edited(catalogue(), &[set(vec![run("0 min", 20)])]);
    assert!(refused.unwrap_err().to_string().contains("above zero"));
    let body = Command::SetPower {
        build: BUILD.into(),
        device: "a".into(),
        change: Change::between(
            &PowerSetting::default(),
            &PowerSetting {
                number: Some("B3".into()),
                ..PowerSetting::default()
            },
        ),
    };
    let refused = floor().0.edited(catalogue(), &[body]).unwrap_err();
    assert!(
        refused.to_string().contains("it is no battery"),
        "{refused}"
    );
}

#[test]
fn cold_air_shortens_the_day() {
    let mut floor = floor(&["v v98", "a orrell-c4", "v.contacts > a.batt"]);
    assert_eq!(source(&floor, "v").watt_hours, 88.2);
    floor.0.house_rules.air_celsius = -10;
    assert_eq!(source(&floor, "v").watt_hours, 66.2);
    assert_eq!(power(&floor).cold_percent, 75.0);
}

#[test]
fn the_tree_says_volts_watts_and_amperes_at_each_joint() {
    let floor = floor(&[
        "v v98",
        "p p5",
        "a orrell-c4",
        "m ashgill-5",
        "v.contacts > p.batt",
        "p.out > a.batt",
        "p.r12 > m.dc barrel21 1 m",
    ]);
    let nodes = power(&floor).nodes;
    let told: Vec<String> = nodes
        .iter()
        .map(|node| {
            let joint = node.joint.as_ref().map(|joint| {
                let limit = joint
                    .limit_watts
                    .map_or("-".into(), |limit| limit.to_string());
                format!(
                    "{}–{} V {} A {} of {limit} W",
                    joint.volts_min, joint.volts_max, joint.amps, joint.watts
                )
            });
            format!(
                "{}{}: {} W, {} W, {}",
                " ".repeat(node.depth),
                node.name,
                node.watts,
                node.with_behind,
                joint.unwrap_or_default()
            )
        })
        .collect();
    // 22 W as they come, and 9 W through a regulator of nine tenths.
    assert_eq!(
        told,
        [
            "V: 0 W, 32 W, ",
            " P: 0 W, 32 W, 12–16.8 V 2.67 A 32 of 120 W",
            "  A: 22 W, 22 W, 12–16.8 V 1.83 A 22 of 144 W",
            "  M: 9 W, 9 W, 11.95–11.97 V 0.75 A 9 of 30 W",
        ]
    );
    let marks: Vec<_> = nodes
        .iter()
        .filter_map(|node| node.until.as_deref())
        .collect();
    assert_eq!(
        marks,
        [
            "lasts 2 h 45 min",
            "on V for 2 h 45 min",
            "on V for 2 h 45 min",
            "on V for 2 h 45 min"
        ]
    );
}

#[test]
fn what_comes_off_is_charged_and_used_again() {
    let lines = &["v v98", "a orrell-c4", "v.contacts > a.batt"];
    let without = shooting(lines, &[("08:00", "12 h")]);
    let swaps = power(&without).swaps.len();
    assert_eq!(swaps, 3);
    // No charger: each change takes another, and one is for what nobody thought of.
    assert_eq!(power(&without).batteries[0].count, 5);
    let with = without.kit("stannard-f2", None);
    let report = power(&with);
    let rota: Vec<_> = report
        .rota
        .iter()
        .map(|charge| {
            (
                charge.battery.as_str(),
                charge.place,
                charge.from,
                charge.until,
            )
        })
        .collect();
    // 98 Wh on 70 W, of which 85 % get in: 1 h 38 min.
    let takes = 5_929;
    let at: Vec<u64> = report.swaps.iter().map(|swap| swap.at).collect();
    assert_eq!(
        rota,
        [
            ("V", 1, at[0], at[0] + takes),
            ("spare 1", 1, at[1], at[1] + takes),
            ("V", 1, at[2], at[2] + takes),
        ]
    );
    assert_eq!(report.batteries[0].count, 3);
    assert_eq!(report.batteries[0].carriage, None);
    // A charger for another mount is no help.
    let other = shooting(lines, &[("08:00", "12 h")]).kit("stannard-fn2", None);
    assert!(power(&other).rota.is_empty());
}

#[test]
fn large_batteries_are_the_carriers_business() {
    let told = |battery: &str| {
        let floor = floor(&[
            &format!("v {battery}"),
            "a orrell-c6",
            "v.contacts > a.batt",
        ]);
        source(&floor, "v").carriage.unwrap_or_default()
    };
    assert_eq!(told("v98"), "");
    assert!(told("v150").starts_with("above 100 Wh"));
    assert!(told("v300").starts_with("above 160 Wh"));
}

#[test]
fn the_demos_power_troubles_are_mended_by_their_fixes() {
    let mut night = Scene(demo::productions().remove(0).1);
    for code in ["P-101", "P-104", "P-111"] {
        let report = plan::report_with_fixes(&night.0, "night", catalogue()).unwrap();
        let worst = report
            .findings
            .iter()
            .find(|finding| finding.code.to_string() == code);
        let fix = &worst.unwrap().fixes[0];
        night.0 = night
            .0
            .edited(catalogue(), &fix.commands)
            .unwrap()
            .production;
    }
    let report = report::report(&night.0, "night", catalogue()).unwrap();
    let left = report.findings.iter().filter(|finding| {
        finding.code.to_string().starts_with('P') && finding.severity != check::Severity::Note
    });
    assert_eq!(left.count(), 0);
}

#[test]
fn every_unit_of_the_demo_can_be_powered_and_each_way_passes_the_check() {
    let night = demo::productions().remove(0).1;
    let report =
        |production: &Production| report::report(production, "night", catalogue()).unwrap();
    let stops = |production: &Production| {
        let findings = report(production).findings.into_iter();
        let stops = findings.filter(|finding| finding.severity == Severity::Stop);
        stops.map(|finding| finding.id).collect::<Vec<_>>()
    };
    let before = stops(&night);
    for (unit, ways) in [
        ("a", 3),
        ("b", 3),
        ("c", 3),
        ("yard", 3),
        ("village", 1),
        ("sound", 3),
    ] {
        let mut proposals = ways_for(&night, unit, "10 h");
        proposals.retain(|way| !way.commands.is_empty());
        assert_eq!(proposals.len(), ways, "{unit}");
        for way in &proposals {
            let edited = night.edited(catalogue(), &way.commands).unwrap();
            let after = edited.production;
            let new = stops(&after)
                .into_iter()
                .filter(|stop| !before.contains(stop));
            assert_eq!(new.collect::<Vec<_>>(), [""; 0], "{unit}: {}", way.title);
            // Nothing of the unit is overloaded, starved or left without.
            let build = after.build("night").unwrap();
            let found = report(&after).findings.into_iter().filter(|finding| {
                let code = finding.code.to_string();
                let at = finding.at.device.as_deref();
                let at = at.and_then(|device| build.placement(device));
                ("P-101".."P-109").contains(&code.as_str())
                    && at.is_some_and(|placement| placement.unit == unit)
            });
            let found: Vec<String> = found.map(|finding| finding.text).collect();
            assert_eq!(found, [""; 0], "{unit}: {}", way.title);
            let undone = after.stepped(catalogue(), &edited.inverse).unwrap();
            assert_eq!(undone.production, night);
        }
    }
}

fn ways_for(production: &Production, unit: &str, length: &str) -> Vec<PowerProposal> {
    power_unit(
        production,
        "night",
        unit,
        length.parse().unwrap(),
        catalogue(),
    )
    .unwrap()
}

#[test]
fn ways_to_power_a_unit_differ_in_what_they_are_best_at() {
    let night = demo::productions().remove(0).1;
    let ways = ways_for(&night, "yard", "10 h");
    let told: Vec<_> = ways
        .iter()
        .map(|way| {
            (
                way.best_at.as_str(),
                way.changes,
                way.runtime.as_str(),
                way.hires,
            )
        })
        .collect();
    assert_eq!(
        told,
        [
            ("least mass", 3, "4 h 42 min", 0),
            ("fewest changes", 0, "10 h 21 min", 1),
            ("most reserve", 0, "15 h 50 min", 1),
            ("as it stands", 1, "7 h 54 min", 0),
        ]
    );
    // What stands is there to compare with: nothing would change.
    assert!(ways[3].commands.is_empty());
    assert!(ways[0].grams < ways[1].grams);
    assert_eq!(ways[0].dies_together, ["Focus monitor"]);
    assert_eq!(ways[1].dies_together, [""; 0]);
    let names = ways[1].commands.iter().filter_map(|command| match command {
        Command::AddDevice { name, .. } => name.as_deref(),
        _ => None,
    });
    let names: Vec<&str> = names.collect();
    assert_eq!(names, ["Yard plate", "Yard battery", "Yard battery 2"]);
    // The village draws from the wall; a unit that isn't there is none.
    let village = ways_for(&night, "village", "10 h");
    assert!(village[0].title.ends_with("on the mains") && village[0].batteries == 0);
    let ten = "10 h".parse().unwrap();
    assert!(power_unit(&night, "night", "nowhere", ten, catalogue()).is_none());
    // A shorter day needs fewer changes.
    let short = ways_for(&night, "yard", "4 h");
    assert!(short.iter().all(|way| way.changes == 0));
}

#[test]
fn the_house_says_what_a_rig_hangs_on() {
    let lines = &[
        "v v98",
        "a orrell-c4",
        "m ashgill-5",
        "v.contacts > a.batt",
        "v.dtap > m.dc",
        "a.sdi2 > m.sdi",
    ];
    let mut one = shooting(lines, &[("08:00", "1 h")]);
    assert!(says(&one, "P-109").starts_with("caution"));
    one.0.house_rules.power = PowerSchool::One;
    assert!(says(&one, "P-109").starts_with("note"));
    let small = floor(&[
        "n n47",
        "o n47",
        "p n33",
        "m ashgill-5",
        "q ashgill-7",
        "t pellow-w1t",
        "n.contacts > m.batt",
        "o.contacts > q.batt",
        "p.contacts > t.batt",
    ]);
    let small = day(small, &[("08:00", "10 h", Rolls::Continuous)]);
    assert_eq!(
        says(&small, "P-113"),
        "note: 3 devices each run on a battery of their own: O ends first, after 3 h 01 min. fix: none"
    );
}

/// More supplies, with what each source still gives: what a crew builds on a table the evening before.
const TABLE: &[(&str, &[&str], &[&str])] = &[
    (
        "a motor on a body's outlet",
        &[
            "v v98",
            "a orrell-c4",
            "m fm1",
            "v.contacts > a.batt",
            "a.aux > m.dc",
        ],
        &["V 26 W 3 h 23 min"],
    ),
    (
        "a motor that starts on a thin outlet",
        &[
            "v v98",
            "a orrell-c4",
            "m fm2",
            "v.contacts > a.batt",
            "a.aux > m.dc",
        ],
        &[
            "P-104 12 V out of A carries 40 W at the peak, and is made for 24 W.",
            "V 28 W 3 h 08 min",
        ],
    ),
    (
        "three motors on a splitter box",
        &[
            "v v150",
            "x x4",
            "m fm1",
            "n fm1",
            "o fm2",
            "v.dtap > x.dc",
            "x.dc1 > m.dc",
            "x.dc2 > n.dc",
            "x.dc3 > o.dc",
        ],
        &[
            "P-104 D-tap of V carries 88.3 W at the peak, and is made for 60 W.",
            "P-104 2-pin 3 of X carries 40 W at the peak, and is made for 36 W.",
            "V 14.1 W 9 h 32 min",
        ],
    ),
    (
        "a light that eats the battery",
        &["v v50", "l l60", "v.contacts > l.batt"],
        &["V 60 W 45 min"],
    ),
    (
        "a village on one mains adapter",
        &[
            "w w",
            "x m150",
            "m ashgill-17",
            "n ashgill-17u",
            "w.s1 > x.mains",
            "x.out > m.dc",
            "x.dtap > n.dc",
        ],
        &[],
    ),
    (
        "an adapter that is too small for two",
        &[
            "w w",
            "x m70",
            "m merrin-m4",
            "w.s1 > x.mains",
            "x.out > m.dc",
        ],
        &[],
    ),
    (
        "a stack of a housing and a plate",
        &[
            "v v150",
            "h p6",
            "p p4",
            "a orrell-c4",
            "t pellow-l2t",
            "m ashgill-7",
            "v.contacts > h.batt",
            "h.dc2 > t.dc",
            "h.out > p.batt",
            "p.dc4 > a.dc",
            "p.dtap1 > m.dc",
        ],
        &["V 47.6 W 2 h 50 min"],
    ),
    (
        "a power bank by its barrel",
        &["k k27", "x merrin-sh", "k.barrel > x.dc"],
        &["K 4.5 W 5 h 26 min"],
    ),
    (
        "two recorders on a base plate",
        &[
            "v v150",
            "b b12",
            "m ashgill-5r",
            "n ashgill-5r",
            "v.dtap > b.dc",
            "b.b1 > m.dc",
            "b.b2 > n.dc",
        ],
        &["V 40.6 W 3 h 19 min"],
    ),
    (
        "batteries one after the other",
        &[
            "v v98",
            "u v98",
            "p p9",
            "m merrin-m4",
            "v.contacts > p.one",
            "u.contacts > p.two",
            "p.dc4 > m.dc",
        ],
        &["V and U 28.2 W 6 h 15 min"],
    ),
    (
        "a coupler for a monitor's camcorder slot",
        &[
            "v v98",
            "c ccr",
            "m ashgill-5",
            "v.dtap > c.dc",
            "c.out > m.batt",
        ],
        &["V 10.3 W 8 h 35 min"],
    ),
    (
        "the same coupler, unregulated, on 12 V",
        &[
            "k k27",
            "c cc",
            "m ashgill-5",
            "k.barrel > c.dc",
            "c.out > m.batt",
        ],
        &[
            "P-101 Don’t plug it in: M would be destroyed. Coupler of C gives 12 V, Battery of M takes 6.3 to 8.4 V.",
            "K 10.1 W 2 h 24 min",
        ],
    ),
];

#[test]
fn what_each_source_gives() {
    for (name, lines, expected) in TABLE {
        let scene = floor(lines);
        let mut told = found(&scene);
        let sources = power(&scene).sources.into_iter();
        let used = sources.filter(|source| source.runtime_seconds.is_some());
        told.extend(
            used.map(|source| format!("{} {} W {}", source.name, source.watts, source.runtime)),
        );
        assert_eq!(told, *expected, "{name}");
    }
}

#[test]
fn usb_outlets_share_one_budget_and_never_give_more_than_was_settled() {
    let shared = floor(&[
        "k k99",
        "a tamsin-m4",
        "l lap",
        "k.usb > l.power usbc-100 1 m",
        "k.usb2 > a.power usbc 1 m",
    ]);
    let joints: Vec<_> = power(&shared)
        .nodes
        .into_iter()
        .filter_map(|node| node.joint)
        .map(|joint| (joint.volts_max, joint.watts, joint.limit_watts))
        .collect();
    assert_eq!(
        joints,
        [(19.86, 40.0, Some(100.0)), (19.96, 11.0, Some(60.0))]
    );
    assert_eq!(
        found(&shared),
        [
            "P-104 USB of K, shared by its outlets, carries 114 W at the peak, and is made for 100 W.",
            "P-104 K carries 127.5 W at the peak, and is made for 120 W."
        ]
    );
    let bank = source(&shared, "k");
    // Nine tenths of what goes in comes out.
    assert_eq!((bank.watts, bank.peak_watts), (57.0, 127.5));
}

#[test]
fn a_battery_is_set_and_set_back() {
    let floor = floor(&["v v98", "a orrell-c4", "v.contacts > a.batt"]);
    let set = |before: &PowerSetting, after: &PowerSetting| Command::SetPower {
        build: BUILD.into(),
        device: "v".into(),
        change: Change::between(before, after),
    };
    let usual = PowerSetting::default();
    let half = PowerSetting {
        charge: Some(units::quantity::Percent::whole(50)),
        health: Some(units::quantity::Percent::whole(80)),
        ..usual.clone()
    };
    let edited = floor.0.edited(catalogue(), &[set(&usual, &half)]).unwrap();
    let after = Scene(edited.production);
    // 98 Wh × 0.9 × 0.8 × 0.5.
    assert_eq!(source(&after, "v").watt_hours, 35.3);
    let undone = after.0.stepped(catalogue(), &edited.inverse).unwrap();
    assert_eq!(undone.production, floor.0);
    for (change, says) in [
        (
            PowerSetting {
                number: Some("x".repeat(41)),
                ..usual.clone()
            },
            "40 letters",
        ),
        (
            PowerSetting {
                runs: vec![
                    MeasuredRun {
                        watts: "20 W".parse().unwrap(),
                        lasted: "1 h".parse().unwrap(),
                        celsius: 20,
                    };
                    21
                ],
                ..usual.clone()
            },
            "20 runs",
        ),
    ] {
        let refused = floor.0.edited(catalogue(), &[set(&usual, &change)]);
        let refused = refused.unwrap_err().to_string();
        assert!(refused.contains(says), "{refused}");
    }
}

#[test]
fn a_file_keeps_what_was_set_of_a_battery() {
    let set = Command::SetPower {
        build: BUILD.into(),
        device: "v".into(),
        change: Change::between(
            &PowerSetting::default(),
            &PowerSetting {
                number: Some("B3".into()),
                runs: vec![MeasuredRun {
                    watts: "20 W".parse().unwrap(),
                    lasted: "1 h 30 min".parse().unwrap(),
                    celsius: -5,
                }],
                ..PowerSetting::default()
            },
        ),
    };
    let floor = floor(&["v v98", "a orrell-c4", "v.contacts > a.batt"]).does(set);
    let file = model::document::ProductionFile::of(floor.0.clone());
    let again = model::document::ProductionFile::read(&file.to_text()).unwrap();
    assert_eq!(again.production, floor.0);
}

#[test]
fn what_is_put_on_directly_is_nothing_to_carry() {
    let floor = floor(&[
        "v v98",
        "a orrell-c4",
        "m ashgill-5",
        "v.contacts > a.batt",
        "v.dtap > m.dc",
    ]);
    let build = &floor.0.builds[0];
    let lines = model::kit::lines(&floor.0, build, catalogue());
    let items: Vec<&str> = lines
        .iter()
        .filter(|line| line.used > 0)
        .map(|line| line.item.as_str())
        .collect();
    assert!(
        items.contains(&"dtap-barrel21") && !items.contains(&"on-v-mount"),
        "{items:?}"
    );
}

#[test]
fn the_map_of_lines_leaves_power_out_and_the_board_knows_until_when() {
    let lines = &[
        "n n16",
        "t pellow-w1t",
        "r pellow-w1r",
        "d ashgill-17",
        "a orrell-c4",
        "n.contacts > t.batt",
        "a.sdi2 > t.sdi",
        "t.air > r.air",
        "r.sdi1 > d.sdi",
    ];
    let report = shooting(lines, &[("08:00", "10 h")]).report();
    let drawn = report.lines.iter().flat_map(|group| &group.rows);
    let drawn: Vec<&str> = drawn
        .flat_map(|row| row.through.iter().chain(&row.end))
        .map(|stop| stop.device.as_str())
        .collect();
    assert!(drawn.contains(&"t") && !drawn.contains(&"n"), "{drawn:?}");
    let board = report
        .arrivals
        .iter()
        .find(|row| row.device == "d")
        .unwrap();
    assert_eq!(board.power.as_deref(), Some("until 09:55, N"));
    let recorded = &report.recordings[0];
    assert!(
        recorded
            .limits
            .iter()
            .all(|limit| !limit.name.ends_with("empty"))
    );
    let fed = shooting(
        &["v v50", "a orrell-c4", "v.contacts > a.batt"],
        &[("08:00", "1 h")],
    );
    let limits = &fed.report().recordings[0].limits;
    let empty = limits.iter().find(|limit| limit.name == "V empty").unwrap();
    assert_eq!(empty.label, "2 h 02 min");
}

/// A device of the crew's own, with one input.
fn own(id: &str, watts: &str, input: serde_json::Value) -> Device {
    serde_json::from_value(json!({
        "id": id, "name": id, "maker": "Own", "kind": "accessory",
        "power": { "typical": watts },
        "ports": [input],
    }))
    .unwrap()
}

/// The last reference figures of the page, on devices that draw just that.
#[test]
fn reference_figures_of_joints() {
    let usb = |watts: &str| {
        json!({ "id": "usb", "name": "USB-C", "direction": "in", "connector": "usb-c", "wire": "power",
            "power": { "takes": "5 to 20 V", "step": "20 V", "watts": watts } })
    };
    let mut shared = floor(&["v v98", "r rpd2", "v.dtap > r.dc"]);
    shared.0.custom.devices = vec![
        own("own-body", "28 W", usb("28 W")),
        own("own-recorder", "18 W", usb("18 W")),
    ];
    let unit = shared.0.builds[0].units[0].id.clone();
    let joined = |scene: Scene,
                  handle: &str,
                  device: &str,
                  from: &str,
                  to: &str,
                  cable: &str,
                  length: &str| {
        scene
            .does(Command::AddDevice {
                build: BUILD.into(),
                device: device.into(),
                unit: unit.clone(),
                name: None,
                handle: Some(handle.into()),
            })
            .does(Command::Connect {
                build: BUILD.into(),
                from: from.parse().unwrap(),
                to: to.parse().unwrap(),
                cable: Some(cable.into()),
                length: Some(length.parse().unwrap()),
            })
    };
    let shared = joined(shared, "b", "own-body", "r.usb1", "b.usb", "usbc", "0.5 m");
    let shared = joined(
        shared,
        "q",
        "own-recorder",
        "r.usb2",
        "q.usb",
        "usbc",
        "0.5 m",
    );
    assert_eq!(found(&shared), [""; 0]);
    let joints = power(&shared)
        .nodes
        .into_iter()
        .filter_map(|node| node.joint);
    let usb: f64 = joints
        .filter(|joint| joint.from == "r")
        .map(|joint| joint.watts)
        .sum();
    assert_eq!(usb, 46.0, "of 60 W");
    // 12 V at the end of the pack, through thin wire into what needs 11.5 V.
    let mut far = floor(&["v v98"]);
    let input = json!({ "id": "dc", "name": "DC in", "direction": "in", "connector": "dc-4", "wire": "power",
        "power": { "takes": "11.5 to 17 V" } });
    far.0.custom.devices = vec![own("own-load", "36 W", input)];
    let far = joined(far, "l", "own-load", "v.dtap", "l.dc", "dtap-dc4", "5 m");
    assert_eq!(
        found(&far),
        ["P-103 DC in of own-load goes off before the battery is empty: at 2 % of its charge."]
    );
    // Seven cells never come as low as 17 V.
    let pack = floor(&["h h98", "a orrell-c4", "h.contacts > a.batt"]);
    let reason = &finding(&pack, "P-101");
    assert!(
        reason.text.contains("gives 21 to 29.4 V"),
        "{}",
        reason.text
    );
}

#[test]
fn some_screens_want_a_battery_on_them_though_usb_feeds_them() {
    let usb = &["k k74", "m ashgill-5h", "k.usb > m.power usbc 0.5 m"];
    let alone = floor(usb);
    assert_eq!(found(&alone), ["P-107 M wants a battery on Battery of M."]);
    assert_eq!(finding(&alone, "P-107").severity, Severity::Stop);
    alone.every_fix_mends();
    let held = floor(&[&usb[..], &["n n33", "n.contacts > m.batt"]].concat());
    assert_eq!(found(&held), [""; 0]);
    // A barrel does without.
    let barrel = floor(&["v v98", "m ashgill-5h", "v.dtap > m.dc"]);
    assert_eq!(found(&barrel), [""; 0]);
}

#[test]
fn batteries_that_the_day_lacks_are_hired() {
    let lines = &["v v98", "a orrell-c4", "v.contacts > a.batt"];
    let short = shooting(lines, &[("08:00", "12 h")]).kit("stannard-v98", None);
    assert!(
        says(&short, "P-114").starts_with(
            "caution: The day takes 4 of Stannard V98 battery, V-mount, D-tap, and the kit has 1. fix: Hire the batteries that are short"
        ),
        "{}",
        says(&short, "P-114")
    );
    short.every_fix_mends();
    let enough = shooting(lines, &[("08:00", "3 h")]).kit("stannard-v98", None);
    assert!(!enough.all_codes().contains(&"P-114".to_string()));
}

#[test]
fn a_gauge_in_four_steps_warns_late() {
    let without = |battery: &str| {
        let floor = floor(&[
            &format!("v {battery}"),
            "a orrell-c4",
            "v.contacts > a.batt",
        ]);
        source(&floor, "v").without.join(" ")
    };
    assert!(without("v98").contains("four steps: it warns late"));
    assert!(without("v98n").contains("no gauge"));
    assert!(!without("v150").contains("gauge"));
}

#[test]
fn packs_of_different_voltages_share_no_plate() {
    // 26 V beside 14.4 V, on every kind of plate that takes two.
    for plate in ["stannard-p7", "stannard-p8", "stannard-p9"] {
        let plated = |second: &str| {
            scene("1080p25")
                .with("v", "stannard-v98")
                .with("w", second)
                .with("p", plate)
                .line("v.contacts > p.one")
                .line("w.contacts > p.two")
        };
        let mixed = plated("stannard-h98");
        assert!(
            says(&mixed, "P-117").starts_with("stop: V (12 to 16.8 V) and W ("),
            "{}",
            says(&mixed, "P-117")
        );
        mixed.every_fix_mends();
        let alike = plated("stannard-v150");
        assert!(!alike.codes().contains(&"P-117".to_string()));
    }
}

#[test]
fn volts_that_one_cable_loses_are_missing_behind_the_next_box() {
    let split = |first: &str| {
        scene("1080p25")
            .with("v", "stannard-v98")
            .with("y", "stannard-y2")
            .with("a", "merrin-ot")
            .with("r", "ashgill-7r")
            .line(&format!("v.dtap > y.dc dtap-dtap {first}"))
            .line("y.dtap1 > r.dc dtap-dc2 500 mm")
    };
    let volts = |first: &str| {
        let report = report::report(&split(first).0, "main", catalogue()).unwrap();
        let node = report
            .power
            .nodes
            .into_iter()
            .find(|node| *node.device == *"r");
        node.unwrap().joint.unwrap().volts_min
    };
    // Behind a passive splitter the long lead before it counts, to the hundredth.
    let short = volts("500 mm");
    let long = volts("10 m");
    assert!(long < short - 0.5, "{short} {long}");
}
