//! Rigs, good and bad: what is mounted on what, and what follows.

use engine::path::Floor;
use engine::rig::{Act, CoveredKind, OrientedBoxes, Rigged, plan, score, space_of};
use model::catalogue::Catalogue;
use model::document::{Command, Joint, MediaLoading, PortRef};
use report::{RigFigures, RigReport, rigs_report};
use stage::rig::{found, one, rig, rigs, whole};
use stage::{BUILD, Scene, catalogue, finding, scene};

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
        &["lens larkrigg-p35", "lens.mount on a.mount"],
    ),
    (
        "a zoom that hangs on its mount",
        &["lens larkrigg-z5", "lens.mount on a.mount"],
    ),
    (
        "the same, supported",
        &[
            "lens larkrigg-z5",
            "lens.mount on a.mount",
            "s holme-ls1",
            "s.rods on r.rods 450",
            "lens.foot on s.cradle",
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
            "lens larkrigg-p35",
            "lens.mount on a.mount",
            "m holme-mb3",
            "m.rods on r.rods 460",
        ],
    ),
    (
        "a matte box that is seen",
        &[
            "lens larkrigg-p18",
            "lens.mount on a.mount",
            "m holme-mb3",
            "m.rods on r.rods 440",
        ],
    ),
    (
        "a matte box that isn't",
        &[
            "lens larkrigg-p35",
            "lens.mount on a.mount",
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
            "lens larkrigg-p35",
            "lens.mount on a.mount",
            "k holme-mr1",
            "f stannard-fm1",
            "k.rods on r.rods 326",
            "f.foot on k.top",
        ],
    ),
    (
        "a motor behind the ring",
        &[
            "lens larkrigg-p35",
            "lens.mount on a.mount",
            "k holme-mr1",
            "f stannard-fm1",
            "k.rods on r.rods 302",
            "f.foot on k.top",
        ],
    ),
    (
        "an anamorphic lens",
        &["lens larkrigg-an40", "lens.mount on a.mount"],
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
            "lens larkrigg-p35",
            "lens.mount on a.mount",
            "w holme-w1000",
            "w.rods on r.rods 40",
        ],
    ),
    (
        "a heavy front that tips it over",
        &["lens larkrigg-z4", "lens.mount on a.mount"],
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
            "lens larkrigg-p35",
            "lens.mount on a.mount",
            "s holme-ls1",
            "s.rods on r.rods 30",
            "lens.foot on s.cradle",
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
            "lens larkrigg-p85",
            "x.mount on a.mount",
            "lens.mount on x.mount2",
        ],
    ),
    (
        "a reducer that makes the image too small",
        &[
            "a tamsin-m4",
            "x larkrigg-awr",
            "lens larkrigg-s35",
            "x.mount on a.mount",
            "lens.mount on x.mount2",
        ],
    ),
    (
        "a pancake on a pocket body",
        &["a tamsin-k2", "lens larkrigg-m28", "lens.mount on a.mount"],
    ),
    (
        "a clip-on matte box on a front that moves",
        &[
            "a tamsin-m2",
            "lens larkrigg-z2",
            "m holme-mb1",
            "lens.mount on a.mount",
            "m.clip on lens.front",
        ],
    ),
    (
        "more than a head carries",
        &[
            "t fell-t75",
            "h fell-h8",
            "p fell-platea",
            "a orrell-f1",
            "lens larkrigg-z5",
            "h.bowl on t.bowl",
            "p.head on h.plate",
            "a.base on p.top",
            "lens.mount on a.mount",
        ],
    ),
    (
        "off the middle of its head",
        &[
            "t fell-t100",
            "h fell-h12",
            "p fell-plateb",
            "a orrell-c4",
            "lens larkrigg-z4",
            "h.bowl on t.bowl",
            "p.head on h.plate 30",
            "a.base on p.top 20",
            "lens.mount on a.mount",
        ],
    ),
    (
        "a gimbal that is level",
        &[
            "g fell-g1",
            "a tamsin-k2",
            "lens larkrigg-m28",
            "a.base14 on g.top14 0",
            "lens.mount on a.mount",
        ],
    ),
    (
        "a film body off the middle of its head",
        &[
            "t fell-t75",
            "h fell-h8",
            "p fell-platea",
            "a orrell-f1",
            "lens larkrigg-z4",
            "h.bowl on t.bowl",
            "p.head on h.plate",
            "a.base on p.top",
            "lens.mount on a.mount",
        ],
    ),
    (
        "a cinema body in a small gimbal",
        &[
            "g fell-g1",
            "b holme-b2",
            "a orrell-c2",
            "lens larkrigg-z6",
            "b.dove on g.plate",
            "a.base on b.top",
            "lens.mount on a.mount",
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
    let built = whole(scene);
    let rig = &built.figures;
    let figures = format!(
        "{} g at {} {} {}; {} steps, {}",
        rig.mass_g,
        rig.centre_mm.x,
        rig.centre_mm.y,
        rig.centre_mm.z,
        built.steps.len(),
        built.takes
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

/// Ways to mount a part are weighed before anything is judged: by the same stops and cautions.
#[test]
fn a_part_is_weighed_by_what_is_found() {
    let based = RIGS.iter().map(|(name, lines)| (name, rig(&with(lines))));
    let whole = WHOLE.iter().map(|(name, lines)| (name, rig(lines)));
    for (name, scene) in based.chain(whole) {
        let catalogue = catalogue().with(&scene.0.custom);
        let floor = Floor::new(&scene.0, &scene.0.builds[0], &catalogue);
        let parts = 0..floor.build.placements.len();
        let Some(score) = parts
            .filter_map(|part| score(&floor, part, check::severities))
            .next()
        else {
            continue;
        };
        let of = |severity| {
            let findings = scene.report().findings.into_iter();
            let rigs = findings.filter(|finding| finding.area == check::Area::Build);
            rigs.filter(|finding| finding.severity == severity).count()
        };
        let found = (of(check::Severity::Stop), of(check::Severity::Caution));
        assert_eq!(
            (score.stops, score.cautions),
            found,
            "{name}: {:?}",
            stage::rig::found(&scene)
        );
    }
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
    let lean = |rig: &RigFigures| rig.holds[0].lean_degrees.unwrap();
    assert_eq!(lean(&right), -lean(&left));
    assert_eq!(right.holds[0].tilt_degrees, left.holds[0].tilt_degrees);
}

#[test]
fn the_centre_lies_between_the_parts_and_what_is_on_the_axis_leans_nothing() {
    for (name, lines) in RIGS {
        let scene = rig(&with(lines));
        for RigReport { figures: one, .. } in rigs(&scene).rigs {
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
        "lens larkrigg-p35",
        "lens.mount on a.mount",
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
    let scene = rig(&with(&["lens larkrigg-z1", "h holme-h1", "m ashgill-7"]));
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
        refused("lens.mount", "a.mount", 0),
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
    let night = demo::productions().remove(0).1;
    let change = report::build_change(&night, ("night", "day"), catalogue()).unwrap();
    let told: Vec<String> = change
        .steps
        .iter()
        .map(|step| format!("{}. {}, {}", step.number, step.act, step.tool))
        .collect();
    insta::assert_snapshot!(format!("{}\n{}", told.join("\n"), change.takes));
    let same = report::build_change(&night, ("night", "night"), catalogue()).unwrap();
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

/// What stands on a head off its middle is slid as far as its plate goes; else the camera on the plate.
#[test]
fn what_is_off_the_middle_of_a_head_is_slid_until_it_is_balanced() {
    let scene = rig(&[
        "t fell-t100",
        "h fell-h12",
        "p fell-plateb",
        "a orrell-c4",
        "h.bowl on t.bowl",
        "p.head on h.plate 30",
        "a.base on p.top",
    ]);
    let off = found(&scene);
    assert!(off[0].starts_with("B-124 The centre is"), "{off:?}");
    let fixes = finding(&scene, "B-124").fixes;
    assert!(
        fixes[0].title.starts_with("Slide P"),
        "{:?}",
        fixes[0].title
    );
    scene.every_fix_mends();
}

fn steps(scene: &Scene) -> Vec<String> {
    let steps = whole(scene).steps.into_iter();
    steps.map(|step| step.act).collect()
}

#[test]
fn cards_go_in_first_or_last_as_the_house_has_it_and_before_their_door_is_covered() {
    let mut scene = rig(&with(&["h holme-h1", "h.foot on a.top38"]));
    let place = |scene: &Scene, step: &str| {
        let all = steps(scene);
        let found = all.iter().position(|it| it == step);
        found.unwrap_or_else(|| panic!("{step} isn’t among {all:?}"))
    };
    assert!(place(&scene, "A onto P") < place(&scene, "Card into A"));
    assert!(place(&scene, "Card into A") < place(&scene, "H onto A"));
    scene.0.house_rules.media_loading = MediaLoading::Last;
    assert_eq!(place(&scene, "Card into A"), steps(&scene).len() - 1);
    // The demo’s bracket stands before the card door: whatever the house says, the card comes first.
    let mut night = demo::productions().remove(0).1;
    night.house_rules.media_loading = MediaLoading::Last;
    let report = rigs_report(&night, "night", catalogue()).unwrap();
    let b = report
        .rigs
        .iter()
        .find(|rig| rig.figures.name == "B camera")
        .unwrap();
    let place = |step: &str| b.steps.iter().position(|it| it.act == step).unwrap();
    assert!(place("Card into B camera") < place("B plate onto B battery bracket"));
}

/// A checker of its own: with nothing but the joints and the spaces, every step of every rig can be done when its
/// turn comes.
#[test]
fn the_order_that_is_offered_can_be_done_with_nothing_but_the_geometry() {
    let night = demo::productions().remove(0).1;
    let mut all: Vec<(String, model::document::Production, &str)> = vec![
        ("night".into(), night.clone(), "night"),
        ("day".into(), night, "day"),
    ];
    all.extend(
        RIGS.iter()
            .map(|(name, lines)| ((*name).into(), rig(&with(lines)).0, BUILD)),
    );
    all.extend(
        WHOLE
            .iter()
            .map(|(name, lines)| ((*name).into(), rig(lines).0, BUILD)),
    );
    for (name, production, build) in &all {
        let build = production.build(build).unwrap();
        let floor = Floor::new(production, build, catalogue());
        let rigged = Rigged::of(&floor);
        let solids = OrientedBoxes::new(&floor, &rigged.mounted);
        for one in &rigged.rigs {
            let plan = plan(&floor, &rigged.mounted, &one.parts);
            assert!(plan.waiting.is_empty(), "{name}");
            assert_eq!(plan.order.len(), plan.tasks.len(), "{name}");
            let mut standing = vec![one.root];
            for task in &plan.order {
                match plan.tasks[*task].act {
                    Act::Join(held) => {
                        let held = &rigged.mounted.held[held];
                        assert!(standing.contains(&held.onto), "{name}: {}", held.sits.id);
                        if held.places {
                            assert!(!standing.contains(&held.part), "{name}");
                            standing.push(held.part);
                        } else {
                            assert!(standing.contains(&held.part), "{name}");
                        }
                    }
                    Act::Card(part, zone) | Act::Battery(part, zone) => {
                        let body = engine::rig::body_of(&floor, part).unwrap();
                        let what = CoveredKind::Zone(zone, body.zones[zone].kind);
                        let space = space_of(&floor, &rigged.mounted, part, what).unwrap();
                        let before = standing.iter().filter(|other| **other != part);
                        // What a body stands on was there before its card could be.
                        let below = rigged.mounted.by.get(&part);
                        let below = below.map(|number| rigged.mounted.held[*number].onto);
                        for other in before.filter(|other| Some(**other) != below) {
                            let into = solids.reach_into(*other, &space);
                            assert!(into <= 2.0, "{name}: {into} mm before the door");
                        }
                    }
                }
            }
            assert_eq!(standing.len(), one.parts.len(), "{name}");
        }
    }
}

#[test]
fn a_part_that_is_removed_takes_its_joints_and_brings_them_back() {
    let scene = rig(&with(&[
        "h holme-h1",
        "h.foot on a.top38",
        "x holme-a2",
        "x.foot on h.front",
    ]));
    let remove = Command::RemoveDevice {
        build: BUILD.into(),
        device: "h".into(),
    };
    let edited = scene.0.edited(catalogue(), &[remove]).unwrap();
    let left = &edited.production.builds[0].joints;
    let touched = |joint: &Joint| joint.part.device == "h" || joint.onto.device == "h";
    assert!(!left.iter().any(touched));
    assert_eq!(left.len(), scene.0.builds[0].joints.len() - 2);
    let undone = edited
        .production
        .stepped(catalogue(), &edited.inverse)
        .unwrap();
    assert_eq!(undone.production, scene.0);
    // The same with a joint set anew, and taken off.
    let joint = scene.0.builds[0].joints[0].clone();
    for command in [
        Command::PutJoint {
            build: BUILD.into(),
            joint: Joint {
                slide: 12,
                ..joint.clone()
            },
            at: None,
        },
        Command::RemoveJoint {
            build: BUILD.into(),
            part: joint.part.clone(),
        },
    ] {
        let edited = scene.0.edited(catalogue(), &[command]).unwrap();
        assert_ne!(edited.production, scene.0);
        let undone = edited
            .production
            .stepped(catalogue(), &edited.inverse)
            .unwrap();
        assert_eq!(undone.production, scene.0);
    }
}

#[test]
fn two_windows_may_move_two_parts_and_not_one() {
    let scene = rig(&with(&[
        "c holme-rc1",
        "d holme-rc2",
        "c.rods on r.rods 300",
        "d.rods on r.rods 330",
    ]));
    let put = |part: &str, slide: i32| Command::PutJoint {
        build: BUILD.into(),
        joint: Joint {
            part: part.parse().unwrap(),
            onto: "r.rods".parse().unwrap(),
            slide,
            turn: 0,
            tilt: 0,
        },
        at: None,
    };
    assert!(!scene.conflict(&put("c.rods", 310), &put("d.rods", 320)));
    assert!(scene.conflict(&put("c.rods", 310), &put("c.rods", 320)));
    let off = Command::RemoveJoint {
        build: BUILD.into(),
        part: PortRef::new("c", "rods"),
    };
    assert!(scene.conflict(&put("c.rods", 310), &off));
}

#[test]
fn a_body_exchanged_for_another_keeps_what_is_mounted_on_it() {
    let scene = rig(&with(&[
        "lens larkrigg-p35",
        "lens.mount on a.mount",
        "h holme-h1",
        "h.foot on a.top38",
        "x holme-a1",
        "x.foot on h.front",
        "m ashgill-7",
        "m.foot on x.top",
    ]));
    let fix = finding(&scene, "B-111").fixes.remove(0);
    assert_eq!(
        fix.title,
        "Use the Holme A2 tilting monitor mount with pins as X"
    );
    let after = scene
        .0
        .edited(catalogue(), &fix.commands)
        .unwrap()
        .production;
    let ends = |production: &model::document::Production| {
        let joints = production.builds[0].joints.iter();
        let mut ends: Vec<String> = joints
            .map(|joint| format!("{} on {}", joint.part, joint.onto))
            .collect();
        ends.sort();
        ends
    };
    assert_eq!(ends(&after), ends(&scene.0));
    assert!(
        found(&Scene(after))
            .iter()
            .all(|it| !it.starts_with("B-111"))
    );
}

/// A crew’s own description of mass alone counts in the mass, and what it leaves open is said.
#[test]
fn an_entry_without_a_size_counts_in_the_mass_and_leaves_the_rest_open() {
    let mut scene = rig(&with(&["h holme-h1", "h.foot on a.top38"]));
    let own = |id: &str, body: serde_json::Value| -> model::catalogue::Device {
        serde_json::from_value(serde_json::json!({
            "id": id, "name": id, "maker": "ours", "kind": "part", "body": body
        }))
        .unwrap()
    };
    let foot = serde_json::json!([{ "id": "foot", "kind": "cold-shoe", "side": "sits", "at": [0, 0, 0], "faces": "down" }]);
    let before = one(&scene).mass_g;
    for (number, (id, body)) in [
        ("own-heavy", serde_json::json!({ "grams": 400, "fastenings": foot })),
        ("own-large", serde_json::json!({ "boxes": [{ "from": [-10, 0, -10], "to": [10, 20, 10] }], "fastenings": foot })),
    ]
    .into_iter()
    .enumerate()
    {
        let entry = own(id, body);
        let put = Command::PutEntry { entry: Box::new(entry), at: None };
        let handle = format!("own{number}");
        let onto = ["h.shoe", "a.shoe"][number];
        let joint = Joint {
            part: format!("{handle}.foot").parse().unwrap(),
            onto: onto.parse().unwrap(),
            slide: 0,
            turn: 0,
            tilt: 0,
        };
        scene = scene.does(put).with(&handle, id);
        scene.0.builds[0].joints.push(joint);
    }
    let rig = one(&scene);
    assert_eq!(rig.mass_g, before + 400.0);
    assert_eq!(
        rig.open,
        [
            "Not known: the mass of OWN1. Mass and balance are without it.",
            "Not known: the size of OWN0. Nothing here is in its way.",
        ]
    );
    assert!(found(&scene).iter().all(|it| !it.contains("OWN")));
}

#[test]
fn descriptions_that_cannot_be_are_refused_with_what_is_wrong() {
    let refused = |body: serde_json::Value| {
        let entry = serde_json::json!({
            "id": "own-x", "name": "X", "maker": "ours", "kind": "part", "body": body
        });
        let entry = serde_json::from_value(entry).unwrap();
        let put = Command::PutEntry {
            entry: Box::new(entry),
            at: None,
        };
        scene("1080p25")
            .0
            .edited(catalogue(), &[put])
            .unwrap_err()
            .to_string()
    };
    let foot = serde_json::json!({ "id": "foot", "kind": "quarter", "side": "sits", "at": [0, 0, 0], "faces": "down" });
    let says = [
        refused(serde_json::json!({ "grams": 900_000 })),
        refused(serde_json::json!({ "boxes": [{ "from": [10, 0, 0], "to": [0, 1, 1] }] })),
        refused(serde_json::json!({ "feet": [[0, 9e9, 0]] })),
        refused(serde_json::json!({ "fastenings": [foot, foot] })),
        refused(serde_json::json!({ "fastenings": [
            { "id": "a", "kind": "quarter", "side": "sits", "at": [0, 0, 0], "faces": "down", "along": "up" }
        ] })),
        refused(serde_json::json!({ "feet": vec![[0, 0, 0]; 61] })),
    ];
    insta::assert_snapshot!(says.join("\n"));
    assert!(Catalogue::shipped().device("own-x").is_none());
}

#[test]
fn settings_of_a_joint_have_their_limits() {
    let scene = rig(&with(&[
        "h holme-h1",
        "h.foot on a.top38",
        "x holme-a2",
        "x.foot on h.front",
        "m ashgill-5",
        "m.foot on x.top",
    ]));
    let refused = |part: &str, onto: &str, (slide, turn, tilt): (i32, i32, i32)| {
        let joint = Joint {
            part: part.parse().unwrap(),
            onto: onto.parse().unwrap(),
            slide,
            turn,
            tilt,
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
        refused("r.held", "p.rods", (9_000, 0, 0)),
        refused("m.foot", "x.top", (0, 720, 0)),
        refused("m.foot", "x.top", (0, 0, 270)),
        refused("m.foot", "x.top", (5, 0, 0)),
        refused("h.foot", "a.top38", (0, 30, 0)),
        refused("h.foot", "a.top38", (0, 0, 30)),
        refused("m.foot", "h.front", (0, 0, 0)),
    ];
    insta::assert_snapshot!(says.join("\n"));
}

/// The workings of a rig’s figures give the figures, and add up.
#[test]
fn every_figure_of_a_rig_has_its_working() {
    let night = demo::productions().remove(0).1;
    let rigs = rigs_report(&night, "night", catalogue()).unwrap();
    let number = |text: &str| -> f64 {
        let figure = text.split(' ').next().unwrap();
        figure.trim_end_matches('°').parse().unwrap()
    };
    for rig in &rigs.rigs {
        let (workings, rig) = (&rig.workings, &rig.figures);
        let mass = &workings.mass;
        let parts = mass.terms.iter().filter(|term| term.value.ends_with(" g"));
        let sum: f64 = parts.map(|term| number(&term.value)).sum();
        assert!((sum - rig.mass_g).abs() < 1.0, "{}: {sum}", rig.name);
        assert_eq!(number(&mass.result), rig.mass_g);
        for (cable, working) in rig.cables.iter().zip(&workings.cables) {
            let terms: Vec<f64> = working
                .terms
                .iter()
                .map(|term| number(&term.value))
                .collect();
            assert!((terms[0] * 1.15 - terms[1]).abs() <= 1.0, "{}", cable.cable);
            assert!(
                (terms[1] + terms[2] - cable.needs_mm).abs() <= 1.0,
                "{}",
                cable.cable
            );
        }
        assert_eq!(rig.joints.len(), workings.joints.len());
        for (joint, working) in rig.joints.iter().zip(&workings.joints) {
            let terms = &working.terms;
            let moment =
                number(&terms[0].value) / 1_000.0 * 9.806_65 * number(&terms[1].value) / 1_000.0;
            // Shown in whole millimetres, reckoned with all of them.
            let off = number(&terms[0].value) / 1_000.0 * 9.806_65 * 0.5 / 1_000.0 + 0.006;
            assert!((moment - joint.moment_nm).abs() <= off, "{}", joint.at);
        }
    }
    let a = &rigs.rigs[0];
    let held = |kind: &str| {
        let mut holds = a.figures.holds.iter().zip(&a.workings.holds);
        let (hold, working) = holds.find(|(hold, _)| hold.kind == kind).unwrap();
        (hold, &working.as_ref().unwrap().terms)
    };
    let (pad, terms) = held("shoulder");
    let force = number(&terms[1].value) * number(&terms[2].value) / number(&terms[3].value);
    assert!((force - pad.force_n.unwrap()).abs() < 0.3, "{force}");
    let (handle, terms) = held("handle");
    let tilt = (number(&terms[0].value) / number(&terms[2].value))
        .atan()
        .to_degrees();
    assert!((tilt - handle.tilt_degrees.unwrap()).abs() < 0.4, "{tilt}");
    assert!(a.workings.tips.is_some());
}
