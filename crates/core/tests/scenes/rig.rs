//! Rigs, good and bad: what is mounted on what, and what follows.

use crate::stage::{BUILD, Scene, catalogue, scene};
use west_rail_core::document::{Command, Joint};
use west_rail_core::finding::Area;
use west_rail_core::report::{RigReport, RigsReport, rigs_report};

/// A rig as it is typed: *p holme-b1* puts a part, *a.base on p.top 20* mounts it 20 mm along, with `@30` turned and
/// `^15` tilted; *a.sdi1 > m.sdi* runs a cable.
pub fn rig(lines: &[&str]) -> Scene {
    lines.iter().fold(scene("1080p25"), |scene, line| {
        if let Some((part, onto)) = line.split_once(" on ") {
            let mut words = onto.split(' ');
            let mut joint = Joint {
                part: part.parse().unwrap(),
                onto: words.next().unwrap().parse().unwrap(),
                slide: 0,
                turn: 0,
                tilt: 0,
            };
            for word in words {
                let (place, figure) = match (word.strip_prefix('@'), word.strip_prefix('^')) {
                    (Some(turn), _) => (&mut joint.turn, turn),
                    (_, Some(tilt)) => (&mut joint.tilt, tilt),
                    _ => (&mut joint.slide, word),
                };
                *place = figure.parse().unwrap();
            }
            scene.does(Command::PutJoint {
                build: BUILD.into(),
                joint,
                at: None,
            })
        } else if line.contains('>') {
            scene.line(line)
        } else {
            let (handle, device) = line.split_once(' ').unwrap();
            assert!(catalogue().device(device).is_some(), "{device}");
            scene.with(handle, device)
        }
    })
}

pub fn rigs(scene: &Scene) -> RigsReport {
    rigs_report(&scene.0, BUILD, catalogue(), None)
        .unwrap()
        .unwrap()
}

pub fn one(scene: &Scene) -> RigReport {
    rigs(scene).rigs.remove(0)
}

/// What is found about the rig.
pub fn found(scene: &Scene) -> Vec<String> {
    let findings = scene.report().findings.into_iter();
    findings
        .filter(|finding| finding.area == Area::Build)
        .map(|finding| format!("{} {}", finding.code, finding.text))
        .collect()
}

/// A camera on its base plate, with rods through it.
const BASE: [&str; 5] = [
    "a orrell-c4",
    "p holme-b1",
    "r holme-r15-18",
    "a.base on p.top 0",
    "r.held on p.rods -200",
];

fn with<'l>(lines: &[&'l str]) -> Vec<&'l str> {
    BASE.iter().copied().chain(lines.iter().copied()).collect()
}

/// Rigs, and what is found of them: nothing where nothing is wrong. What stands before each is the base.
const RIGS: &[(&str, &[&str])] = &[
    ("a body on its plate", &[]),
    (
        "a lens that its mount bears",
        &["l larkrigg-p35", "l.mount on a.mount"],
    ),
    (
        "a zoom that hangs on its mount",
        &["l larkrigg-z5", "l.mount on a.mount"],
    ),
    (
        "the same, supported",
        &[
            "l larkrigg-z5",
            "l.mount on a.mount",
            "s holme-ls1",
            "s.rods on r.rods 450",
            "l.foot on s.cradle",
        ],
    ),
    (
        "a handle with two screws",
        &["h holme-h1", "h.foot on a.top38"],
    ),
    (
        "a handle on one screw with pins, in a hole without",
        &["h holme-h3", "h.foot on a.top38"],
    ),
    (
        "a monitor on a mount without pins",
        &[
            "h holme-h1",
            "x holme-a1",
            "m ashgill-7",
            "h.foot on a.top38",
            "x.foot on h.front",
            "m.foot on x.top",
        ],
    ),
    (
        "a monitor on a mount with pins",
        &[
            "h holme-h1",
            "x holme-a2",
            "m ashgill-7",
            "h.foot on a.top38",
            "x.foot on h.front",
            "m.foot on x.top",
        ],
    ),
    (
        "a monitor in a cold shoe",
        &[
            "x holme-a3",
            "m ashgill-7",
            "x.foot on a.shoe",
            "m.foot on x.top",
        ],
    ),
    (
        "an arm that bears too much",
        &[
            "x holme-bs",
            "y holme-ma11",
            "z holme-bh",
            "m ashgill-7r",
            "x.foot on a.top",
            "y.foot on x.top",
            "z.foot on y.top",
            "m.foot on z.top ^60",
        ],
    ),
    (
        "a battery behind, on rods",
        &[
            "b holme-bpr",
            "q stannard-p5",
            "v stannard-v98",
            "b.rods on r.rods 30",
            "q.pattern on b.plate",
            "v.contacts on q.batt",
        ],
    ),
    (
        "a battery on the body",
        &["v stannard-v98", "v.contacts on a.batt"],
    ),
    (
        "a plate in the buttons' way",
        &[
            "c holme-cheese2",
            "s holme-gx",
            "s.foot on a.left",
            "g holme-grl",
            "g.foot on s.end",
        ],
    ),
    (
        "rods too short for a matte box",
        &[
            "l larkrigg-p35",
            "l.mount on a.mount",
            "m holme-mb3",
            "m.rods on r.rods 460",
        ],
    ),
    (
        "a matte box that is seen",
        &[
            "l larkrigg-p18",
            "l.mount on a.mount",
            "m holme-mb3",
            "m.rods on r.rods 440",
        ],
    ),
    (
        "a matte box that isn't",
        &[
            "l larkrigg-p35",
            "l.mount on a.mount",
            "m holme-mb3",
            "m.rods on r.rods 402",
        ],
    ),
    (
        "two clamps in one place",
        &[
            "c holme-rc1",
            "d holme-rc2",
            "c.rods on r.rods 300",
            "d.rods on r.rods 310",
        ],
    ),
    (
        "two clamps beside each other",
        &[
            "c holme-rc1",
            "d holme-rc2",
            "c.rods on r.rods 300",
            "d.rods on r.rods 330",
        ],
    ),
    (
        "a motor that meets the ring",
        &[
            "l larkrigg-p35",
            "l.mount on a.mount",
            "k holme-mr1",
            "f stannard-fm1",
            "k.rods on r.rods 326",
            "f.foot on k.top",
        ],
    ),
    (
        "a motor behind the ring",
        &[
            "l larkrigg-p35",
            "l.mount on a.mount",
            "k holme-mr1",
            "f stannard-fm1",
            "k.rods on r.rods 302",
            "f.foot on k.top",
        ],
    ),
    (
        "an anamorphic lens",
        &["l larkrigg-an40", "l.mount on a.mount"],
    ),
    (
        "a pad under the plate, a grip in front",
        &[
            "p2 holme-pad1",
            "p2.top on p.under",
            "c holme-rc2",
            "g holme-grr",
            "c.rods on r.rods 400",
            "g.foot on c.right",
        ],
    ),
    (
        "a transmitter to the right",
        &[
            "t holme-topc4",
            "t.under on a.top38",
            "h holme-h2",
            "h.foot on t.rail",
            "w pellow-x12t",
            "w.foot on t.right",
        ],
    ),
    (
        "a receiver in the handle's way",
        &[
            "t holme-topc4",
            "t.under on a.top38",
            "h holme-h2",
            "h.foot on t.rail",
            "s dunmore-w2r",
            "s.foot on h.shoe",
        ],
    ),
    (
        "a microphone whose ear is covered",
        &[
            "h holme-h1",
            "h.foot on a.top38",
            "x holme-a2",
            "m ashgill-7",
            "x.foot on h.front",
            "m.foot on x.top",
            "g dunmore-g1",
            "g.foot on h.shoe",
        ],
    ),
    (
        "a counterweight behind",
        &[
            "l larkrigg-p35",
            "l.mount on a.mount",
            "w holme-w1000",
            "w.rods on r.rods 40",
        ],
    ),
    (
        "a heavy front that tips it over",
        &["l larkrigg-z4", "l.mount on a.mount"],
    ),
    (
        "a cable that reaches",
        &[
            "m ashgill-5",
            "x holme-a2",
            "x.foot on a.top",
            "m.foot on x.top",
            "a.sdi1 > m.sdi coax-thin 0.7 m",
        ],
    ),
    (
        "a cable that doesn't",
        &[
            "m ashgill-5",
            "x holme-a2",
            "x.foot on a.top",
            "m.foot on x.top",
            "a.sdi1 > m.sdi coax-thin 0.3 m",
        ],
    ),
    (
        "a cable three times too long",
        &[
            "m ashgill-5",
            "x holme-a2",
            "x.foot on a.top",
            "m.foot on x.top",
            "a.sdi1 > m.sdi coax-thin 2 m",
        ],
    ),
    (
        "a joint that holds where nothing meets",
        &[
            "l larkrigg-p35",
            "l.mount on a.mount",
            "s holme-ls1",
            "s.rods on r.rods 30",
            "l.foot on s.cradle",
        ],
    ),
];

/// Rigs of other bodies, whole.
const WHOLE: &[(&str, &[&str])] = &[
    (
        "an adapter and a lens on a bayonet",
        &[
            "a tamsin-m2",
            "x larkrigg-a54",
            "l larkrigg-p85",
            "x.mount on a.mount",
            "l.mount on x.mount2",
        ],
    ),
    (
        "a reducer that makes the image too small",
        &[
            "a tamsin-m4",
            "x larkrigg-awr",
            "l larkrigg-s35",
            "x.mount on a.mount",
            "l.mount on x.mount2",
        ],
    ),
    (
        "a pancake on a pocket body",
        &["a tamsin-k2", "l larkrigg-m28", "l.mount on a.mount"],
    ),
    (
        "a clip-on matte box on a front that moves",
        &[
            "a tamsin-m2",
            "l larkrigg-z2",
            "m holme-mb1",
            "l.mount on a.mount",
            "m.clip on l.front",
        ],
    ),
    (
        "more than a head carries",
        &[
            "t fell-t75",
            "h fell-h8",
            "p fell-platea",
            "a orrell-f1",
            "l larkrigg-z5",
            "h.bowl on t.bowl",
            "p.head on h.plate",
            "a.base on p.top",
            "l.mount on a.mount",
        ],
    ),
    (
        "off the middle of its head",
        &[
            "t fell-t100",
            "h fell-h12",
            "p fell-plateb",
            "a orrell-c4",
            "l larkrigg-z4",
            "h.bowl on t.bowl",
            "p.head on h.plate 30",
            "a.base on p.top 20",
            "l.mount on a.mount",
        ],
    ),
    (
        "a gimbal that is level",
        &[
            "g fell-g1",
            "a tamsin-k2",
            "l larkrigg-m28",
            "a.base14 on g.top14 0",
            "l.mount on a.mount",
        ],
    ),
    (
        "a film body off the middle of its head",
        &[
            "t fell-t75",
            "h fell-h8",
            "p fell-platea",
            "a orrell-f1",
            "l larkrigg-z4",
            "h.bowl on t.bowl",
            "p.head on h.plate",
            "a.base on p.top",
            "l.mount on a.mount",
        ],
    ),
    (
        "a cinema body in a small gimbal",
        &[
            "g fell-g1",
            "b holme-b2",
            "a orrell-c2",
            "l larkrigg-z6",
            "b.dove on g.plate",
            "a.base on b.top",
            "l.mount on a.mount",
        ],
    ),
    (
        "a cage with two handles",
        &[
            "c holme-cage4",
            "a tamsin-m4",
            "h holme-gl",
            "i holme-gr",
            "a.base14 on c.floor",
            "h.foot on c.left",
        ],
    ),
    (
        "a screw of another size",
        &["c holme-cage2", "a tamsin-m2", "a.base14 on c.floor"],
    ),
    (
        "a part that sits on nothing",
        &[
            "a orrell-c4",
            "p holme-b1",
            "t holme-tie3",
            "a.base on p.top",
        ],
    ),
];

fn told(scene: &Scene) -> String {
    let found = found(scene);
    let rig = one(scene);
    let figures = format!(
        "{} g at {} {} {}; {} steps, {}",
        rig.mass_g,
        rig.centre_mm.x,
        rig.centre_mm.y,
        rig.centre_mm.z,
        rig.steps.len(),
        rig.takes
    );
    let holds = rig
        .holds
        .iter()
        .map(|hold| format!("{}: {}", hold.name, hold.says));
    [figures]
        .into_iter()
        .chain(holds)
        .chain(found)
        .collect::<Vec<_>>()
        .join("\n  ")
}

#[test]
fn rigs_good_and_bad() {
    let based = RIGS.iter().map(|(name, lines)| (name, rig(&with(lines))));
    let whole = WHOLE.iter().map(|(name, lines)| (name, rig(lines)));
    let all = based.chain(whole).map(|(name, scene)| {
        let scene = scene.every_fix_mends();
        format!("{name}\n  {}", told(&scene))
    });
    insta::assert_snapshot!(all.collect::<Vec<_>>().join("\n"));
}

/// `design/rig.md`, *Reference figures*: a clamp whose end is 115 mm from the face of the plate, 40 mm of rod inside
/// it, wants 155 mm.
#[test]
fn rods_of_152_mm_are_short_where_155_are_wanted_and_203_do() {
    let with_rods = |rods: &str| {
        rig(&[
            "a orrell-c4",
            "p holme-b1",
            &format!("r {rods}"),
            "k holme-mr1",
            "a.base on p.top",
            "r.held on p.rods 20",
            "k.rods on r.rods 145",
        ])
    };
    let short = found(&with_rods("holme-r15-6"));
    assert_eq!(
        short,
        ["B-133 R are 152 mm long; with K they must be 155 mm."]
    );
    assert_eq!(found(&with_rods("holme-r15-8")), [""; 0]);
}

#[test]
fn a_mirrored_rig_answers_mirrored() {
    let on = |side: &str| {
        let foot = format!("w.foot on t.{side}");
        let scene = rig(&with(&[
            "t holme-topc4",
            "t.under on a.top38",
            "h holme-h2",
            "h.foot on t.rail",
            "w pellow-x12t",
            &foot,
        ]));
        one(&scene)
    };
    let (right, left) = (on("right"), on("left"));
    assert_eq!(right.mass_g, left.mass_g);
    assert_eq!(right.centre_mm.x, -left.centre_mm.x);
    assert_eq!(right.centre_mm.z, left.centre_mm.z);
    let lean = |rig: &RigReport| rig.holds[0].lean_degrees.unwrap();
    assert_eq!(lean(&right), -lean(&left));
    assert_eq!(right.holds[0].tilt_degrees, left.holds[0].tilt_degrees);
}

#[test]
fn the_centre_lies_between_the_parts_and_what_is_on_the_axis_leans_nothing() {
    for (name, lines) in RIGS {
        let scene = rig(&with(lines));
        for one in rigs(&scene).rigs {
            let all = one.parts.iter().flat_map(|part| &part.boxes);
            let side: Vec<(f64, f64)> = all.flat_map(|drawn| drawn.side.clone()).collect();
            let span = |axis: fn(&(f64, f64)) -> f64| {
                let figures = side.iter().map(axis);
                (
                    figures.clone().fold(f64::MAX, f64::min),
                    figures.fold(f64::MIN, f64::max),
                )
            };
            let (left, right) = span(|point| point.0);
            let (up, down) = span(|point| point.1);
            let (at, high) = (-one.centre_mm.z, -one.centre_mm.y);
            assert!(
                left < at && at < right && up < high && high < down,
                "{name}"
            );
        }
    }
    let level = one(&rig(&with(&[
        "h holme-h1",
        "h.foot on a.top38",
        "l larkrigg-p35",
        "l.mount on a.mount",
    ])));
    assert_eq!(level.holds[0].lean_degrees, Some(0.0));
}

#[test]
fn a_longer_cable_is_never_too_short_where_a_shorter_one_isnt() {
    let short = |length: u32| {
        let cable = format!("a.sdi1 > m.sdi coax-thin {length} mm");
        let scene = rig(&with(&[
            "m ashgill-5",
            "x holme-a2",
            "x.foot on a.top",
            "m.foot on x.top",
            &cable,
        ]));
        found(&scene).iter().any(|it| it.starts_with("B-131"))
    };
    let told: Vec<bool> = (3..8).map(|tenths| short(tenths * 100)).collect();
    assert!(
        told.is_sorted_by(|one, other| one >= other) && told[0] && !told[4],
        "{told:?}"
    );
}

#[test]
fn what_cannot_be_joined_is_refused_in_a_sentence() {
    let scene = rig(&with(&["l larkrigg-z1", "h holme-h1", "m ashgill-7"]));
    let refused = |part: &str, onto: &str, slide: i32| {
        let joint = Joint {
            part: part.parse().unwrap(),
            onto: onto.parse().unwrap(),
            slide,
            turn: 0,
            tilt: 0,
        };
        let command = Command::PutJoint {
            build: BUILD.into(),
            joint,
            at: None,
        };
        scene
            .0
            .edited(catalogue(), &[command])
            .unwrap_err()
            .to_string()
    };
    let says = [
        refused("l.mount", "a.mount", 0),
        refused("h.foot", "a.top", 0),
        refused("h.nothing", "a.top38", 0),
        refused("p.dove", "a.top38", 0),
        refused("a.base", "p.top", 90),
        refused("nobody.foot", "a.top", 0),
        refused("m.foot", "m.top", 0),
    ];
    insta::assert_snapshot!(says.join("\n"));
}

#[test]
fn another_build_is_reached_by_what_comes_off_and_goes_on() {
    let night = west_rail_core::demo::productions().remove(0).1;
    let change =
        west_rail_core::report::build_change(&night, ("night", "day"), catalogue()).unwrap();
    let told: Vec<String> = change
        .steps
        .iter()
        .map(|step| format!("{}. {}, {}", step.number, step.act, step.tool))
        .collect();
    insta::assert_snapshot!(format!("{}\n{}", told.join("\n"), change.takes));
    let same =
        west_rail_core::report::build_change(&night, ("night", "night"), catalogue()).unwrap();
    assert_eq!((same.off.len(), same.on.len(), same.steps.len()), (0, 0, 0));
}

#[test]
fn parts_that_a_file_mounts_on_each_other_in_a_circle_are_said_and_harm_nothing() {
    let mut scene = rig(&[
        "x holme-rc1",
        "y holme-a1",
        "z holme-cs3",
        "m ashgill-7",
        "a orrell-c4",
    ]);
    let joint = |part: &str, onto: &str| Joint {
        part: part.parse().unwrap(),
        onto: onto.parse().unwrap(),
        slide: 0,
        turn: 0,
        tilt: 0,
    };
    scene.0.builds[0].joints = vec![
        joint("m.foot", "y.top"),
        joint("y.foot", "m.top"),
        joint("nobody.foot", "a.top"),
    ];
    let told = found(&scene);
    assert_eq!(
        told[..2],
        [
            "B-101 y.foot doesn’t hold on m.top: what it sits on sits on it.",
            "B-101 nobody.foot doesn’t hold on a.top: one of these fastenings isn’t there."
        ]
    );
    scene.every_fix_mends();
}
