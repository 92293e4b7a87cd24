//! Builds in their cases, what they cost, whose they are, and how long they take.

use model::document::{Assembly, Command, KitChange};
use model::kit;
use report::{Bags, bags, build_change};
use stage::rig::{rig, whole};
use stage::{BUILD, Scene, catalogue, scene};
use units::quantity::{Money, Span};

fn packed(scene: &Scene) -> Bags {
    bags(&scene.0, BUILD, catalogue()).unwrap()
}

/// A camera on its plate, with a handle on two screws, a lens and a battery.
fn camera() -> Scene {
    rig(&[
        "a orrell-c4",
        "p holme-b1",
        "h holme-h1",
        "lens larkrigg-p35",
        "a.base on p.top",
        "h.foot on a.top38",
        "lens.mount on a.mount",
        "bat stannard-v98",
    ])
}

#[test]
fn it_comes_apart_at_what_comes_off_without_a_tool() {
    let scene = camera().kit("fell-c4", None);
    let bags = packed(&scene);
    let [case] = &bags.cases[..] else {
        panic!("{bags:?}")
    };
    let names: Vec<&str> = case
        .pieces
        .iter()
        .map(|piece| piece.name.as_str())
        .collect();
    // The lens comes off by hand; the handle stays on by its screws.
    assert_eq!(names.len(), 2, "{names:?}");
    assert!(
        names.contains(&"P with A and H") && names.contains(&"LENS"),
        "{names:?}"
    );
    assert!(!case.to_hire);
    // Batteries are carried, not packed.
    assert_eq!(bags.by_hand, ["1 × Stannard V98 battery, V-mount, D-tap"]);
    // 11.5 kg of trunk, and what is in it.
    let grams: f64 = case.pieces.iter().map(|piece| piece.grams).sum();
    assert!((case.kilograms - (11.5 + grams / 1_000.0)).abs() < 0.06);
    assert!(case.kilograms - 11.5 <= case.limit_kilograms);
}

#[test]
fn what_is_too_large_comes_apart_and_what_fits_nowhere_is_said() {
    // In a small case the rig as it is doesn’t fit: it is taken apart at its screws.
    let small = camera().kit("fell-c1", None);
    let bags = packed(&small);
    let own: Vec<&str> = bags.cases[0]
        .pieces
        .iter()
        .map(|piece| piece.name.as_str())
        .collect();
    assert!(own.contains(&"LENS"), "{own:?}");
    assert!(bags.left.is_empty());
    let legs = rig(&["t fell-t100", "h fell-h25", "h.bowl on t.bowl"]);
    let bags = packed(&legs);
    assert!(
        bags.left
            .iter()
            .all(|text| text.ends_with("It fits into no case; it goes in a bag of its own.")),
        "{:?}",
        bags.left
    );
    // Without any joint there is something to pack as well.
    let plain = scene("1080p25")
        .with("m", "ashgill-7")
        .with("x", "dunmore-x6");
    let bags = packed(&plain);
    assert_eq!(bags.cases.len(), 1);
    assert!(bags.cases[0].to_hire);
    assert!(
        bags.open[0].starts_with("Not known: the size of 1 × Dunmore X6"),
        "{:?}",
        bags.open
    );
}

fn set(scene: Scene, item: &str, change: impl FnOnce(&mut KitChange)) -> Scene {
    let mut line = KitChange::of(item, None);
    change(&mut line);
    scene.does(Command::SetKit { line })
}

#[test]
fn labels_say_whose_it_is() {
    let scene = camera().kit("fell-c4", None);
    let scene = set(scene, "larkrigg-p35", |line| {
        line.quantity = Some(1);
        line.owner = Some("Low Yard hire".into());
    });
    let lens = packed(&scene)
        .cases
        .into_iter()
        .flat_map(|case| case.pieces)
        .find(|piece| piece.name == "LENS")
        .unwrap();
    assert_eq!(lens.owner.as_deref(), Some("Low Yard hire"));
}

#[test]
fn costs_add_up_where_prices_are_given() {
    let scene = set(camera(), "orrell-c4", |line| {
        line.quantity = Some(1);
        line.price = Some("8,400".parse().unwrap());
    });
    // A lens that isn’t owned is hired.
    let scene = set(scene, "larkrigg-p35", |line| {
        line.day_rate = Some("45.50".parse().unwrap());
    });
    let cost = |scene: &Scene| kit::cost(&kit::lines(&scene.0, &scene.0.builds[0], catalogue()));
    let now = cost(&scene);
    assert_eq!(now.bought, Money(840_000));
    assert_eq!(now.a_day, Money(4_550));
    assert_eq!((now.unpriced, now.things), (3, 5));
    // What it costs is kept of what there is none of, and goes when it is said to be nothing.
    let none = set(scene, "larkrigg-p35", |line| line.day_rate = Some(Money(0)));
    assert_eq!(cost(&none).a_day, Money(0));
    assert!(!none.0.kit.iter().any(|line| line.item == "larkrigg-p35"));
}

#[test]
fn prices_and_owners_are_taken_back_and_bounded() {
    let scene = camera();
    let change = KitChange {
        price: Some(Money(100)),
        owner: Some("  The unit ".into()),
        ..KitChange::of("holme-h1", None)
    };
    let edited = scene
        .0
        .edited(catalogue(), &[Command::SetKit { line: change }])
        .unwrap();
    assert_eq!(edited.production.kit[0].owner, "The unit");
    let back = edited
        .production
        .stepped(catalogue(), &edited.inverse)
        .unwrap();
    assert_eq!(back.production, scene.0);
    let long = KitChange {
        owner: Some("o".repeat(61)),
        ..KitChange::of("holme-h1", None)
    };
    let refused = scene
        .0
        .edited(catalogue(), &[Command::SetKit { line: long }])
        .unwrap_err();
    assert!(
        refused
            .to_string()
            .contains("an owner has at most 60 letters"),
        "{refused}"
    );
}

#[test]
fn times_follow_the_crews_own_pace() {
    let scene = camera();
    let before = whole(&scene);
    assert_eq!(before.pace, None);
    let took = |guide: u64, took: u64| Assembly {
        what: "A camera, Night".into(),
        guide: Span(guide),
        took: Span(took),
    };
    let put = |assemblies: Vec<Assembly>| Command::SetAssemblies { assemblies };
    let timed = scene
        .0
        .edited(catalogue(), &[put(vec![took(200, 320), took(100, 130)])])
        .unwrap();
    let mut after = camera();
    after.0 = timed.production.clone();
    let after = whole(&after);
    // 450 seconds for what the guides give 300.
    assert_eq!(
        after.pace.as_deref(),
        Some("1.5 times the guides, as 2 builds of yours took.")
    );
    assert_eq!(before.guide_seconds, after.guide_seconds);
    let seconds =
        |rig: &report::RigReport| -> u32 { rig.steps.iter().map(|step| step.seconds).sum() };
    let longer = f64::from(seconds(&after)) / f64::from(seconds(&before));
    assert!((longer - 1.5).abs() < 0.05, "{longer}");
    let back = timed
        .production
        .stepped(catalogue(), &timed.inverse)
        .unwrap();
    assert_eq!(back.production, scene.0);
    let wild = scene
        .0
        .edited(catalogue(), &[put(vec![took(60, 36_000)])])
        .unwrap_err();
    assert!(
        wild.to_string()
            .contains("more than ten times off isn’t learned from"),
        "{wild}"
    );
}

/// Off comes what was put on last: stripping is building backwards.
#[test]
fn stripping_is_building_backwards() {
    let mut production = demo::productions().remove(0).1;
    let mut bare = production.builds[0].clone();
    bare.id = "bare".into();
    bare.name = "Bare".into();
    bare.joints.clear();
    // What is put straight on something by its power stays on it.
    production.builds.push(bare);
    for unit in ["a", "b", "c"] {
        let rigs = report::rigs_report(&production, "night", catalogue()).unwrap();
        let rig = rigs
            .rigs
            .iter()
            .find(|rig| rig.figures.unit == unit)
            .unwrap();
        let built: Vec<&str> = rig
            .steps
            .iter()
            .filter(|step| step.act.contains(" onto "))
            .map(|step| step.part.as_str())
            .collect();
        let change = build_change(&production, ("night", "bare"), catalogue()).unwrap();
        let stripped: Vec<&str> = change
            .steps
            .iter()
            .map(|step| step.part.as_str())
            .filter(|part| built.contains(part))
            .collect();
        let mut backwards: Vec<&str> = built
            .into_iter()
            .filter(|part| stripped.contains(part))
            .collect();
        backwards.reverse();
        assert_eq!(stripped, backwards, "{unit}");
        assert!(stripped.len() > 4, "{unit}");
    }
}
