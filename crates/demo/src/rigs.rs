//! Rigs that nobody would build: what a rig costs must not grow with what stands in each other's way.

use model::document::{Build, Joint, Placement, PortRef, Production, Settings};

fn put(build: &mut Build, id: &str, device: &str) {
    let unit = build.units[0].id.clone();
    build.placements.push(Placement {
        id: id.into(),
        name: id.to_uppercase(),
        device: device.into(),
        unit,
        settings: Settings::default(),
    });
}

fn join(build: &mut Build, part: (&str, &str), onto: (&str, &str), slide: i32, tilt: i32) {
    build.joints.push(Joint {
        slide,
        tilt,
        ..Joint::of(PortRef::new(part.0, part.1), PortRef::new(onto.0, onto.1))
    });
}

/// A camera on a plate with one pair of rods, and so many clamps on those, each with an arm that is tilted another
/// way: far more than there is room for.
pub fn arms(count: usize) -> Production {
    let mut production = Production::named("Arms");
    let build = &mut production.builds[0];
    put(build, "plate", "holme-b1");
    put(build, "a", "orrell-c4");
    put(build, "rods", "holme-r15-18");
    join(build, ("a", "base"), ("plate", "top"), 0, 0);
    join(build, ("rods", "held"), ("plate", "rods"), -450, 0);
    for number in 0..count {
        let (clamp, arm) = (format!("c{number}"), format!("x{number}"));
        let at = number as i32;
        put(build, &clamp, "holme-rc1");
        join(build, (&clamp, "rods"), ("rods", "rods"), at % 440, 0);
        put(build, &arm, "holme-a1");
        join(build, (&arm, "foot"), (&clamp, "top"), 0, at * 7 % 90);
    }
    production
}

/// So many cameras in one unit that are mounted on nothing.
pub fn unmounted(count: usize) -> Production {
    let mut production = Production::named("Unmounted");
    let build = &mut production.builds[0];
    for number in 0..count {
        put(build, &format!("d{number}"), "orrell-c4");
    }
    production
}
