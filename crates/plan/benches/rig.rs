//! What rigs cost: the order of assembly of 60 parts (goal: 100 ms) and of 150 (goal: 1 s); the demo’s rigs as
//! they are drawn while a part is dragged (goal: two frames); its cases; where a part goes best.

use engine::path::Floor;
use engine::rig::{Rigged, plan};
use model::catalogue::Catalogue;
use model::document::{Joint, Placement, Production};
use plan::setup::mount_part;
use report::{bags, rig_slid, rigs_report};
use std::time::Instant;

#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

const ROUNDS: usize = 11;

/// A camera on its plate with long rods, and so many parts clamped on them and on each other.
fn production(parts: usize) -> Production {
    let mut production = Production::named("Bench");
    let build = &mut production.builds[0];
    let unit = build.units[0].id.clone();
    let mut put = |id: &str, device: &str, joint: Option<(&str, String, i32)>| {
        build.placements.push(Placement {
            id: id.into(),
            name: id.into(),
            device: device.into(),
            unit: unit.clone(),
            settings: Default::default(),
        });
        if let Some((foot, onto, slide)) = joint {
            build.joints.push(Joint {
                part: format!("{id}.{foot}").parse().expect("a fastening"),
                onto: onto.parse().expect("a fastening"),
                slide,
                turn: 0,
                tilt: 0,
            });
        }
    };
    put("p", "holme-b1", None);
    put("a", "orrell-c4", Some(("base", "p.top".into(), 0)));
    put("r0", "holme-r15-18", Some(("held", "p.rods".into(), -450)));
    put("r1", "holme-r15-18", Some(("held", "p.rods".into(), 8)));
    // Clamps all along two pairs of rods, each with an arm and a shoe on it, so that no tool is in another's way.
    for number in 0..(parts - 4) / 3 {
        let at = 10 + number as i32 * 18;
        let (rods, slide) = (at / 445, at % 445);
        let (clamp, arm, top) = (
            format!("c{number}"),
            format!("x{number}"),
            format!("m{number}"),
        );
        let onto = format!("r{rods}.rods");
        put(&clamp, "holme-rc1", Some(("rods", onto, slide)));
        let kind = ["holme-a1", "holme-a2"][number % 2];
        put(&arm, kind, Some(("foot", format!("{clamp}.top"), 0)));
        put(&top, "holme-cs3", Some(("foot", format!("{arm}.top"), 0)));
    }
    production
}

fn median(round: impl Fn()) -> f64 {
    let mut times: Vec<f64> = (0..ROUNDS)
        .map(|_| {
            let started = Instant::now();
            round();
            started.elapsed().as_secs_f64() * 1_000.0
        })
        .collect();
    times.sort_by(f64::total_cmp);
    times[ROUNDS / 2]
}

fn main() {
    for (parts, goal) in [(60, 100), (150, 1_000)] {
        let production = production(parts);
        let floor = Floor::new(&production, &production.builds[0], Catalogue::shipped());
        let rigged = Rigged::of(&floor);
        let rig = &rigged.rigs[0];
        let planned = || plan(&floor, &rigged.mounted, &rig.parts);
        let (steps, waiting) = (planned().order.len(), planned().waiting.len());
        let took = median(|| assert_eq!(planned().order.len(), steps));
        println!(
            "the order of {steps} steps, {} parts, {waiting} of them waiting: {took:.2} ms   goal {goal}",
            rig.parts.len()
        );
    }
    let night = demo::productions().remove(0).1;
    let drawn = || rigs_report(&night, "night", Catalogue::shipped());
    let took = median(|| assert!(drawn().is_some()));
    println!("the demo’s rigs, drawn and judged: {took:.2} ms   goal 33");
    let build = night.build("night").expect("the demo has that build");
    let mut handles = build.joints.iter();
    let handle = handles.find(|joint| joint.part.device == "a-handle");
    let handle = handle.expect("A camera has a handle").clone();
    let slid = || rig_slid(&night, "night", Catalogue::shipped(), handle.clone());
    let took = median(|| assert!(slid().is_ok_and(|found| found.is_some())));
    println!("one of them with a part slid: {took:.2} ms   goal 33");
    let took = median(|| assert!(bags(&night, "night", Catalogue::shipped()).is_some()));
    println!("the demo in its cases: {took:.2} ms   goal 33");
    // A part that is taken off is proposed its places, as it is when somebody opens it.
    let mut bare = night.clone();
    bare.builds[0]
        .joints
        .retain(|joint| joint.part.device != "a-mon");
    let proposed = || mount_part(&bare, Catalogue::shipped(), ("night", "a-mon"));
    let took = median(|| assert!(proposed().is_ok_and(|found| !found.is_empty())));
    println!("where a part of the demo goes best: {took:.2} ms   goal 100");
    let mut large = production(150);
    let build = large.builds[0].id.clone();
    large.builds[0]
        .joints
        .retain(|joint| joint.part.device != "m7");
    let proposed = || mount_part(&large, Catalogue::shipped(), (&build, "m7"));
    let took = median(|| assert!(proposed().is_ok_and(|found| !found.is_empty())));
    println!("where a part of 150 goes best: {took:.0} ms   goal 1000");
}
