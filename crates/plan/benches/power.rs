//! What the power of a large floor costs: the day of 200 devices on 60 batteries (goal: 20 ms).

use engine::path::{Floor, resolve};
use engine::power::Powered;
use engine::record::recordings;
use model::catalogue::Catalogue;
use model::document::{Connection, Handle, Placement, Production};
use std::time::Instant;
use units::quantity::Length;

#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

const ROUNDS: usize = 25;
const BATTERIES: usize = 60;

/// A generated floor of 200 devices whose first ones hang on batteries, with the demo's night as its day.
fn floor() -> Production {
    let mut production = demo::floor(200);
    production.builds[0].schedule = demo::productions().remove(0).1.builds[0].schedule.clone();
    let bodies: Vec<(Handle, &str)> = production.builds[0]
        .placements
        .iter()
        .filter_map(|placement| match placement.device.as_str() {
            "orrell-c4" => Some((placement.id.clone(), "stannard-v98")),
            "ashgill-7" | "ashgill-7r" => Some((placement.id.clone(), "stannard-n47")),
            _ => None,
        })
        .take(BATTERIES)
        .collect();
    for (number, (device, battery)) in bodies.into_iter().enumerate() {
        let unit = production.builds[0].units[0].id.clone();
        production.builds[0].placements.push(Placement {
            id: format!("battery-{number}").into(),
            name: format!("Battery {number}"),
            device: battery.into(),
            unit,
            settings: Default::default(),
        });
        let mount = if battery == "stannard-v98" {
            "on-v-mount"
        } else {
            "on-camcorder"
        };
        let at = |text: String| text.parse().expect("a port");
        production.builds[0].connections.push(Connection::between(
            &format!("on-{number}"),
            at(format!("battery-{number}.contacts")),
            at(format!("{device}.batt")),
            mount,
            Length(0),
        ));
    }
    production
}

fn main() {
    let production = floor();
    let floor = Floor::new(&production, &production.builds[0], Catalogue::shipped());
    let resolved = resolve(&floor);
    let recorded = recordings(&floor, &resolved);
    let banks = Powered::of(&floor, &resolved, &recorded).day.banks;
    assert!(banks.iter().all(|bank| bank.lasts.is_some()));
    let mut times: Vec<f64> = (0..ROUNDS)
        .map(|_| {
            let started = Instant::now();
            let powered = Powered::of(&floor, &resolved, &recorded);
            assert_eq!(powered.day.banks.len(), banks.len());
            started.elapsed().as_secs_f64() * 1_000.0
        })
        .collect();
    times.sort_by(f64::total_cmp);
    println!(
        "the power of {} devices on {} batteries: {:.2} ms   goal 20",
        floor.devices.len(),
        banks.len(),
        times[ROUNDS / 2]
    );
}
