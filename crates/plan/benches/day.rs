//! The media of a job of 30 days with six cameras (budget: under 50 ms), and the calculator's whole
//! table (budget: under 5 ms).

use engine::record::{Basis, table};
use model::catalogue::Catalogue;
use model::document::{
    Build, JobLine, Placement, Production, RecordingSetting, Rolls, ScheduleEntry, Settings,
};
use report::media_plan;
use units::format::Raster;
use units::quantity::Percent;

/// As the program runs.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn main() {
    divan::main();
}

/// Thirty builds of six bodies each, every one with a day of eight parts.
fn job() -> Production {
    let mut production = Production::named("Job");
    let camera = |number: usize| Placement {
        id: format!("c{number}").into(),
        name: format!("Camera {number}"),
        device: "orrell-c4".into(),
        unit: production.builds[0].units[0].id.clone(),
        settings: Settings {
            recording: Some(RecordingSetting {
                codec: "mezzanine-high".into(),
                media: vec!["cfx-b-512".into()],
                ..RecordingSetting::default()
            }),
            ..Settings::default()
        },
    };
    let part = |number: usize| ScheduleEntry {
        id: format!("p{number}").into(),
        name: format!("Part {number}"),
        recorders: Vec::new(),
        start: format!("{:02}:00", 8 + number).parse().unwrap(),
        length: "50 min".parse().unwrap(),
        rolls: Rolls::Continuous,
    };
    let day = |number: usize| Build {
        id: format!("day-{number}").into(),
        name: format!("Day {number}"),
        placements: (1..=6).map(camera).collect(),
        schedule: (0..8).map(part).collect(),
        joints: Vec::new(),
        ..production.builds[0].clone()
    };
    let builds: Vec<Build> = (1..=30).map(day).collect();
    production.job = builds
        .iter()
        .map(|build| JobLine {
            build: build.id.clone(),
            days: 1,
        })
        .collect();
    production.builds = builds;
    production
}

#[divan::bench]
fn thirty_days_of_six_cameras(bencher: divan::Bencher) {
    let (production, catalogue) = (job(), Catalogue::shipped());
    let plan = media_plan(&production, "day-1", catalogue).unwrap();
    assert!(plan.job.days == 30 && plan.day.unwrap().cards_needed >= 6);
    bencher.bench(|| media_plan(&production, "day-1", catalogue));
}

#[divan::bench]
fn the_whole_table(bencher: divan::Bencher) {
    let catalogue = Catalogue::shipped();
    let basis = Basis {
        raster: Raster {
            width: 3840,
            height: 2160,
        },
        rate: "25".parse().unwrap(),
        audio: "4x48000x24".parse().unwrap(),
        reserve: Percent::whole(3),
    };
    bencher.bench(|| table(catalogue, basis, None));
}
