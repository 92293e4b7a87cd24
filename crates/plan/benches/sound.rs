//! What sound costs: the levels of many chains, and a recording read.

use audio::wav::{Tone, ToneKind, WavReader, tone};
use engine::path::{Floor, resolve};
use engine::sound::{Tried, levels};
use model::catalogue::Catalogue;
use model::document::{
    Build, Connection, Placement, PortRef, Production, RecordingSetting, Settings,
};
use std::time::{Duration, Instant};
use units::quantity::{Decibels, Length};

#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

/// Mixers of eight inputs, each with a microphone.
fn chains(count: usize) -> Production {
    let mut build = Build::empty("main", "Main");
    let place = |id: String, device: &str, settings| Placement {
        name: id.clone(),
        id: id.into(),
        device: device.into(),
        unit: "a".into(),
        settings,
    };
    for number in 0..count {
        let (mixer, input) = (number / 8, number % 8 + 1);
        if input == 1 {
            let recording = RecordingSetting {
                codec: "pcm-wav".into(),
                media: vec!["sd-v60-128".into()],
                tracks: 8,
                ..RecordingSetting::default()
            };
            let settings = Settings {
                recording: Some(recording),
                ..Settings::default()
            };
            build
                .placements
                .push(place(format!("x{mixer}"), "dunmore-x8", settings));
        }
        let microphone = format!("m{number}");
        build
            .placements
            .push(place(microphone.clone(), "dunmore-b1", Settings::default()));
        let from = PortRef::new(&microphone, "out");
        let to = PortRef::new(&format!("x{mixer}"), &format!("in{input}"));
        let id = format!("l{number}");
        build
            .connections
            .push(Connection::between(&id, from, to, "xlr", Length(5_000)));
    }
    let mut production = Production::named("Chains");
    production.builds = vec![build];
    production
}

fn main() {
    let production = chains(200);
    let floor = Floor::new(&production, &production.builds[0], Catalogue::shipped());
    let resolved = resolve(&floor);
    let mut times = Vec::new();
    for _ in 0..300 {
        let one = Instant::now();
        std::hint::black_box(levels(&floor, &resolved, &Tried::default()));
        times.push(one.elapsed());
    }
    times.sort_unstable();
    println!(
        "levels of 200 chains {:>12.1?}   goal {:?}",
        times[150],
        Duration::from_millis(2)
    );
    reading();
}

/// An hour of eight channels in 24 bits, from one minute that comes again and again.
fn reading() {
    const MINUTES: u32 = 60;
    let minute = tone(Tone {
        kind: ToneKind::Pink,
        level: Decibels::whole(-24),
        seconds: 60,
        sample_rate: 48_000,
        channels: 8,
    });
    let minute = minute.expect("a minute of pink noise is within what is made");
    let sound = &minute[68.min(minute.len())..];
    // A file that is being written says no length: it is read to its end.
    let mut head = minute[..minute.len() - sound.len()].to_vec();
    let length = head.len() - 4;
    head[length..].copy_from_slice(&[0; 4]);
    let mut reader = WavReader::default();
    let started = Instant::now();
    reader.feed(&head).expect("the head is whole");
    for _ in 0..MINUTES {
        for piece in sound.chunks(4 << 20) {
            reader.feed(piece).expect("sound is read to its end");
        }
    }
    let report = reader.finish().expect("it holds sound");
    let times = report.seconds / started.elapsed().as_secs_f64();
    println!(
        "{:.0} min of 8 channels read at {times:>6.0} × real time   goal 300",
        report.seconds / 60.0
    );
}
