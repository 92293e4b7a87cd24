//! Where a part is mounted best: as the house has it, with nothing in the way; elsewhere, where it is in the way.

use model::catalogue::Block;
use model::document::{BatteryPlace, Command, Joint, MonitorPlace, Production, Refusal};
use plan::setup::{MountProposal, mount_part};
use report::{part_seats, report, rigs_report};
use stage::rig::{found, one, rig, whole};
use stage::{BUILD, Scene, catalogue, finding};
use units::quantity::Point;

fn proposals(production: &Production, build: &str, part: &str) -> Vec<MountProposal> {
    mount_part(production, catalogue(), (build, part)).unwrap()
}

fn of(scene: &Scene, part: &str) -> Vec<MountProposal> {
    proposals(&scene.0, BUILD, part)
}

/// The scene with a proposal carried out.
fn mounted(mut scene: Scene, way: &MountProposal) -> Scene {
    let edited = scene.0.edited(catalogue(), &way.commands).unwrap();
    scene.0 = edited.production;
    scene
}

const BODY: [&str; 5] = [
    "a orrell-c4",
    "p holme-b1",
    "t holme-topc4",
    "a.base on p.top",
    "t.under on a.top38",
];

fn body(more: &[&'static str]) -> Scene {
    let lines: Vec<&str> = BODY.iter().chain(more).copied().collect();
    rig(&lines)
}

#[test]
fn a_monitor_goes_in_the_middle_or_at_the_side_as_the_house_has_it() {
    let mut scene = body(&[
        "x holme-a5",
        "x.foot on t.rail -4",
        "y holme-a5",
        "y.foot on t.rail 40",
        "m ashgill-5",
    ]);
    let best = |scene: &Scene| of(scene, "m").remove(0);
    let middle = best(&scene);
    assert!(middle.says.starts_with('X'), "{middle:?}");
    assert!(
        middle
            .reasons
            .contains(&"in the middle, as the house has it".to_string())
    );
    assert!(
        middle
            .reasons
            .contains(&"its screen faces the operator".to_string())
    );
    scene.0.house_rules.monitor_place = MonitorPlace::Side;
    let side = best(&scene);
    assert!(side.says.starts_with('Y'), "{side:?}");
    assert!(
        side.reasons
            .contains(&"at the side, as the house has it".to_string())
    );
}

#[test]
fn a_plate_goes_behind_or_below_as_the_house_has_it() {
    let mut scene = body(&[
        "r holme-r15-18",
        "r.held on p.rods -300",
        "behind holme-bpr",
        "behind.rods on r.rods 40",
        "b stannard-p2",
    ]);
    let behind = of(&scene, "b").remove(0);
    assert!(behind.says.starts_with("A: V-mount, back"), "{behind:?}");
    scene.0.house_rules.battery_place = BatteryPlace::Below;
    let below = of(&scene, "b").remove(0);
    let kept = |way: &MountProposal| {
        let mut reasons = way.reasons.iter();
        reasons.any(|reason| reason.ends_with("the body, as the house has it"))
    };
    assert!(kept(&behind) && !kept(&below), "{below:?}");
}

#[test]
fn a_support_comes_to_stand_under_its_lens_and_holds_it() {
    let scene = body(&[
        "r holme-r15-18",
        "r.held on p.rods -160",
        "lens larkrigg-z5",
        "lens.mount on a.mount",
        "s holme-ls1",
    ]);
    assert!(
        found(&scene)
            .iter()
            .any(|text| text.starts_with("B-113 LENS hangs"))
    );
    let best = of(&scene, "s").remove(0);
    assert_eq!(best.commands.len(), 2, "{best:?}");
    let after = found(&mounted(scene, &best));
    assert!(
        !after.iter().any(|text| text.starts_with("B-113")),
        "{after:?}"
    );
}

#[test]
fn a_motor_is_slid_to_its_ring() {
    let scene = body(&[
        "r holme-r15-12",
        "r.held on p.rods -60",
        "lens larkrigg-p35",
        "lens.mount on a.mount",
        "f stannard-fm1",
        "c holme-mr1",
        "f.foot on c.top",
    ]);
    // What carries the motor is mounted with it: it is the clamp that finds its place.
    let best = of(&scene, "c").remove(0);
    let after = found(&mounted(scene, &best));
    assert!(
        !after.iter().any(|text| text.starts_with("B-142")),
        "{best:?} {after:?}"
    );
}

#[test]
fn what_can_not_be_asked_is_refused_and_what_nothing_takes_has_no_place() {
    let scene = body(&["l holme-st1", "lone larkrigg-s24"]);
    let refused =
        |part: &str| -> Refusal { mount_part(&scene.0, catalogue(), (BUILD, part)).unwrap_err() };
    insta::assert_snapshot!(
        format!("{}\n{}\n{}",
            refused("t"),
            refused("nobody"),
            mount_part(&scene.0, catalogue(), ("other", "t")).unwrap_err()),
        @r"
    T can’t do that: it is mounted already: take it off first
    there is no device “nobody” here
    there is no build “other” here
    "
    );
    assert!(of(&scene, "lone").is_empty());
    let rigs = rigs_report(&scene.0, BUILD, catalogue()).unwrap();
    let lone = rigs.loose.iter().find(|part| part.id == "lone").unwrap();
    // The body’s mount is one of another kind; a mount of its kind and another fit would be named.
    assert!(lone.places == 0 && lone.why_not.is_some(), "{lone:?}");
}

#[test]
fn every_fastening_of_its_kind_says_why_it_does_not_take_a_part() {
    let scene = body(&[
        "h holme-h1",
        "h.foot on t.top38",
        "x holme-a2",
        "x.foot on h.front",
        "y holme-a2",
    ]);
    let rigs = rigs_report(&scene.0, BUILD, catalogue()).unwrap();
    let loose = rigs.loose.iter().find(|part| part.id == "y").unwrap();
    let seats = part_seats(&scene.0, BUILD, catalogue(), "y").unwrap();
    assert_eq!(loose.places, seats.takes.len() + seats.more_takes);
    assert!(
        seats
            .refuses
            .iter()
            .any(|place| place.says.starts_with("H: ") && place.why == "X sits there"),
        "{:?}",
        seats.refuses
    );
    // Where it fits stands on each drawing.
    assert!(seats.takes.iter().all(|seat| seat.at.is_some()));
}

/// Whatever is taken off the demo’s rigs: every place that is proposed for it is taken by the document, and says all
/// that is wrong there.
#[test]
fn every_proposal_for_a_part_of_the_demo_can_be_carried_out() {
    let night = demo::productions().remove(0).1;
    for part in ["a-mon", "a-tc", "b-rec", "a-focus", "c"] {
        let joint = night.builds[0]
            .joints
            .iter()
            .find(|joint| joint.part.device == part)
            .unwrap();
        let off = Command::RemoveJoint {
            build: "night".into(),
            part: joint.part.clone(),
        };
        let bare = night.edited(catalogue(), &[off]).unwrap().production;
        let known = said(&bare);
        let ways = proposals(&bare, "night", part);
        assert!(!ways.is_empty() && ways.len() <= 3, "{part}");
        for way in ways {
            let after = bare.edited(catalogue(), &way.commands).unwrap().production;
            for (id, text) in said(&after) {
                let knew = known.iter().any(|(other, _)| *other == id);
                assert!(knew || way.troubles.contains(&text), "{part}: {text}");
            }
        }
    }
}

fn texts(production: &Production) -> Vec<String> {
    let said = said(production).into_iter();
    said.map(|(_, text)| text).collect()
}

/// Stops and cautions of the rigs, with their ids.
fn said(production: &Production) -> Vec<(String, String)> {
    let report = report(production, "night", catalogue()).unwrap();
    let found = report.findings.into_iter();
    found
        .filter(|finding| {
            finding.area == check::Area::Build && finding.severity > check::Severity::Note
        })
        .map(|finding| (finding.id, finding.text))
        .collect()
}

/// The microphone of the demo stands in the hand’s way: it goes on an adapter of the kit, in front.
#[test]
fn what_is_in_the_hands_way_goes_elsewhere_on_an_adapter_of_the_kit() {
    let night = demo::productions().remove(0).1;
    let report = plan::report_with_fixes(&night, "night", catalogue()).unwrap();
    let grip = report
        .findings
        .iter()
        .find(|finding| finding.text.contains("the grip of A handle"))
        .unwrap();
    let titles: Vec<&str> = grip.fixes.iter().map(|fix| fix.title.as_str()).collect();
    assert!(
        titles[0].starts_with("Put A top microphone on a Holme CS3 cold shoe on 1/4\", on "),
        "{titles:?}"
    );
    let edited = night.edited(catalogue(), &grip.fixes[0].commands).unwrap();
    let after = texts(&edited.production);
    assert!(
        !after
            .iter()
            .any(|text| text.contains("the grip of A handle")),
        "{after:?}"
    );
}

#[test]
fn filters_go_into_the_stages_of_their_size() {
    let scene = body(&[
        "lens larkrigg-p35",
        "lens.mount on a.mount",
        "r holme-r15-12",
        "r.held on p.rods -60",
        "mb holme-mb3",
        "mb.rods on r.rods 200",
        "nd holme-nd45",
        "small holme-nd44",
        "nd.tray on mb.stage1",
    ]);
    let said = one(&scene).optics;
    assert!(
        said.contains(&"MB: 1 of 3 stages taken, filters of 4×5.65.".to_string()),
        "{said:?}"
    );
    assert!(of(&scene, "small").is_empty());
    let wrong = Command::PutJoint {
        build: BUILD.into(),
        joint: Joint::of("small.tray".parse().unwrap(), "mb.stage2".parse().unwrap()),
        at: None,
    };
    let refused = scene.0.edited(catalogue(), &[wrong]).unwrap_err();
    assert!(
        refused
            .to_string()
            .contains("it wants 4×4, and stage2 of MB is 4×5.65"),
        "{refused}"
    );
    // Screwed into a lens, it is in nobody’s way; what is clipped around the lens goes over it.
    let screwed = rig(&[
        "b tamsin-m2",
        "w larkrigg-aw",
        "lens larkrigg-s24",
        "f holme-nds77",
        "w.mount on b.mount",
        "lens.mount on w.mount2",
        "f.thread on lens.thread",
    ]);
    assert!(
        !found(&screwed).iter().any(|text| text.starts_with("B-102")),
        "{:?}",
        found(&screwed)
    );
    assert!(
        one(&screwed)
            .optics
            .contains(&"LENS: screw filters of 77 mm.".to_string())
    );
}

#[test]
fn teeth_are_set_in_steps_and_what_a_file_sets_between_two_is_mended() {
    let scene = rig(&[
        "a orrell-c4",
        "p holme-b1",
        "a.base on p.top",
        "g holme-grr",
        "g.foot on a.right @12",
    ]);
    let set = scene.0.builds[0].joints[1].clone();
    let joint = |turn| Joint {
        turn,
        ..set.clone()
    };
    let put = Command::PutJoint {
        build: BUILD.into(),
        joint: joint(15),
        at: None,
    };
    let refused = scene.0.edited(catalogue(), &[put]).unwrap_err();
    insta::assert_snapshot!(refused, @"G can’t do that: the teeth of a rosette M6 set it in steps of 6°: 12° or 18°, not 15°");
    let mut from_a_file = scene;
    from_a_file.0.builds[0].joints[1] = joint(-20);
    let said = finding(&from_a_file, "B-101");
    assert!(
        said.text
            .ends_with("its teeth set it in steps of 6°, and it is set between two."),
        "{}",
        said.text
    );
    assert_eq!(said.fixes[0].title, "Turn g.foot to -18°");
    from_a_file.every_fix_mends();
}

#[test]
fn what_hangs_above_people_has_a_second_fixing() {
    let scene = rig(&[
        "c fell-gantry",
        "p holme-b2",
        "a orrell-c4",
        "p.dove on c.plate",
        "a.base on p.top",
    ])
    .kit("holme-tie3", None);
    let alone = finding(&scene, "B-126");
    assert_eq!(
        alone.text,
        "A hangs above people, and nothing but C holds it."
    );
    assert_eq!(
        alone.fixes[0].title,
        "Hold it with the Holme T3 safety cable, 600 mm too"
    );
    let edited = scene
        .0
        .edited(catalogue(), &alone.fixes[0].commands)
        .unwrap();
    let mut held = scene;
    held.0 = edited.production;
    assert!(!found(&held).iter().any(|text| text.starts_with("B-126")));
    // A safety cable may turn as it likes; the step says what it must be.
    assert!(!found(&held).iter().any(|text| text.starts_with("B-111")));
    let cares: Vec<String> = whole(&held)
        .steps
        .into_iter()
        .filter_map(|step| step.care)
        .collect();
    assert!(
        cares.contains(&"rated for the load, with as little slack as it can have".to_string()),
        "{cares:?}"
    );
    assert!(
        cares
            .iter()
            .any(|care| care.contains("nobody below; the second fixing is on before you let go")),
        "{cares:?}"
    );
}

#[test]
fn large_plugs_on_a_rig_that_is_carried_want_clamps() {
    let scene = rig(&[
        "b tamsin-m4",
        "g holme-cage4",
        "b.base14 on g.floor",
        "h holme-h3",
        "h.foot on g.top38",
        "x holme-a2",
        "x.foot on h.front",
        "r ashgill-5r",
        "r.foot on x.top",
        "b.hdmi > r.hdmi hdmi-a-a 0.5 m",
    ]);
    let said = finding(&scene, "B-135");
    assert_eq!(
        said.text,
        "The plugs in HDMI of B and HDMI in of R (full-size HDMI, type A) aren’t held by clamps, and the rig is carried."
    );
    assert!(
        said.fixes[0]
            .title
            .starts_with("Put 2 × HDMI clamp, full size on b.hdmi > r.hdmi"),
        "{}",
        said.fixes[0].title
    );
    // One clamp holds one of the two; one that is screwed beside the socket holds that plug.
    let one = scene.does(Command::SetAdapters {
        build: BUILD.into(),
        connection: "l1".into(),
        adapters: vec!["clamp-a".into()],
    });
    let said = finding(&one, "B-135");
    assert!(
        said.text.starts_with("The plug in HDMI in of R"),
        "{}",
        said.text
    );
    one.every_fix_mends();
}

/// A crooked part: its foot, and an arm that comes to stand over its neighbour’s screw.
fn crooked(id: &str, stem: [f64; 2], arm: [f64; 2], up: [f64; 2]) -> Command {
    let mut entry = catalogue().device("holme-a1").unwrap().clone();
    entry.id = id.into();
    entry.name = format!("Crooked {id}");
    let body = entry.body.as_deref_mut().unwrap();
    let block = |x: [f64; 2], y: [f64; 2], z: [f64; 2]| Block {
        from: Point::new(x[0], y[0], z[0]),
        to: Point::new(x[1], y[1], z[1]),
        round: None,
    };
    let whole = [stem[0].min(-6.0), stem[1].max(6.0)];
    body.boxes = vec![
        block([-6.0, 6.0], [0.0, 5.0], whole),
        block([-6.0, 6.0], [5.0, up[1]], stem),
        block([arm[0].min(-6.0), arm[1].max(6.0)], up, stem),
        block(arm, up, whole),
    ];
    body.centre = None;
    Command::PutEntry {
        entry: Box::new(entry),
        at: None,
    }
}

#[test]
fn parts_that_cover_each_others_screws_wait_for_each_other_and_one_goes_elsewhere() {
    let scene = body(&["k holme-cheese2", "k.under on t.top"])
        .does(crooked("left", [20.0, 30.0], [87.0, 99.0], [50.0, 60.0]))
        .does(crooked(
            "right",
            [-30.0, -20.0],
            [-99.0, -87.0],
            [25.0, 35.0],
        ))
        .with("l", "left")
        .with("r", "right");
    let put = |scene: Scene, part: &str, onto: &str| {
        scene.does(Command::PutJoint {
            build: BUILD.into(),
            joint: Joint::of(part.parse().unwrap(), onto.parse().unwrap()),
            at: None,
        })
    };
    let scene = put(put(scene, "l.foot", "k.a"), "r.foot", "k.b");
    let said = finding(&scene, "B-104");
    assert_eq!(
        said.text,
        "No possible order of assembly: L and R each need another of them first."
    );
    assert_eq!(whole(&scene).waiting, ["L", "R"]);
    assert!(!said.fixes.is_empty());
    scene.every_fix_mends();
}
