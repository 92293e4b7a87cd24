//! Laws that hold for any document, tried on generated ones.

use crate::names::{NAMES, long};
use check::Severity;
use difference::overlap;
use engine::path::{Floor, hops_to, resolve};
use model::catalogue::{Codec, Custom, LevelKind, RateModel, SoundSource};
use model::document::{
    Build, ClockSetting, ClockWay, Command, Connection, Handle, InputSetting, Joint, KitChange,
    KitLine, Need, OutputSetting, Placement, PortRef, Position, PowerSetting, Production, Purpose,
    RecordingSetting, Rolls, ScheduleEntry, Settings, SlotUse, SoundSetting, TrackSetting,
    TrackSource, Unit,
};
use plan::{Ends, find_routes, report_with_fixes};
use proptest::prelude::*;
use report::{Report, report};
use runtime::interrupt::Interrupt;
use serde_json::{Value, json};
use stage::{cases, catalogue, naming};
use std::collections::BTreeMap;
use units::quantity::{Decibels, Length, Percent, Span};

const FORMATS: [&str; 7] = [
    "1080p25",
    "2160p25",
    "2160p50",
    "1080i50",
    "2160p23.98 4:4:4 12",
    "2160p120 4:4:4 12",
    "4608x3164p25 4:2:0 8",
];

fn format() -> impl Strategy<Value = String> {
    prop::sample::select(FORMATS.to_vec()).prop_map(String::from)
}

fn ids(of: fn() -> Vec<Handle>) -> impl Strategy<Value = Handle> {
    prop_oneof![9 => prop::sample::select(of()), 1 => Just(Handle::from("nothing-of-the-kind"))]
}

fn devices() -> Vec<Handle> {
    catalogue()
        .devices
        .iter()
        .map(|device| Handle::from(&device.id))
        .collect()
}

fn cables() -> Vec<Handle> {
    catalogue()
        .cables
        .iter()
        .map(|cable| Handle::from(&cable.id))
        .collect()
}

fn codecs() -> Vec<Handle> {
    catalogue()
        .codecs
        .iter()
        .map(|codec| Handle::from(&codec.id))
        .collect()
}

fn adapters() -> Vec<Handle> {
    catalogue()
        .adapters
        .iter()
        .map(|adapter| Handle::from(&adapter.id))
        .collect()
}

fn media() -> Vec<Handle> {
    catalogue()
        .media
        .iter()
        .map(|medium| Handle::from(&medium.id))
        .collect()
}

fn ports() -> Vec<Handle> {
    let all = catalogue()
        .devices
        .iter()
        .flat_map(|device| device.ports.iter().map(|port| Handle::from(&port.id)));
    let mut all: Vec<Handle> = all.collect();
    all.sort();
    all.dedup();
    all
}

fn by_name(inputs: BTreeMap<&str, InputSetting>) -> BTreeMap<Handle, InputSetting> {
    let named = inputs.into_iter();
    named
        .map(|(port, edid)| (Handle::from(port), edid))
        .collect()
}

fn charged(partly: bool) -> PowerSetting {
    PowerSetting {
        charge: partly.then(|| Percent::whole(80)),
        ..PowerSetting::default()
    }
}

fn settings() -> impl Strategy<Value = Settings> {
    let output = (ids(ports), prop::option::of(format()), any::<bool>()).prop_map(
        |(port, format, overlay)| {
            let format = format.map(|format| format.parse().unwrap());
            (
                port,
                OutputSetting {
                    format,
                    overlay,
                    look: overlay,
                    level: overlay.then(|| "B".parse().unwrap()),
                    links: overlay.then_some(4),
                    desqueeze: overlay,
                    raw: overlay.then(|| "Orrell raw".into()),
                    ..OutputSetting::default()
                },
            )
        },
    );
    let edid = any::<bool>().prop_map(|deep| InputSetting {
        from: "EDID of a wall".into(),
        takes: catalogue()
            .groups
            .iter()
            .find(|group| group.id == if deep { "hdmi-20" } else { "hdmi-14-screen" })
            .unwrap()
            .formats
            .clone(),
        hdmi: if deep { "2.0" } else { "1.4" }.parse().unwrap(),
        frl_gbps: None,
        audio: 2,
    });
    let screen = (
        any::<bool>(),
        any::<bool>(),
        prop::option::of(prop::sample::select(vec!["24", "25", "29.97 drop", "50"])),
    );
    (
        prop::collection::btree_map(ids(ports), output.prop_map(|(_, setting)| setting), 0..2),
        prop::option::of(recording()),
        prop::option::of(ids(ports)),
        prop::collection::btree_map(
            prop::sample::select(vec!["hdmi", "hdmi1", "sdi"]),
            edid,
            0..2,
        ),
        screen,
        sound(),
    )
        .prop_map(
            |(
                outputs,
                recording,
                input,
                inputs,
                (desqueeze, look, timecode),
                (sound, position, tracks),
            )| Settings {
                sound,
                position,
                tracks,
                input,
                outputs,
                inputs: by_name(inputs),
                clock: ClockSetting {
                    way: timecode.map(|_| ClockWay::FreeRun),
                    ..ClockSetting::default()
                },
                power: charged(desqueeze),
                timecode: timecode.map(|rate| rate.parse().unwrap()),
                squeeze: recording.as_ref().map(|_| "2x".parse().unwrap()),
                playback: recording
                    .as_ref()
                    .is_some_and(|recording: &RecordingSetting| recording.tracks == 5),
                recording,
                desqueeze,
                look,
            },
        )
}

type SoundSettings = (
    BTreeMap<Handle, SoundSetting>,
    Option<Position>,
    Vec<TrackSetting>,
);

fn sound() -> impl Strategy<Value = SoundSettings> {
    let levels = prop::sample::select(vec![None, Some(LevelKind::Mic), Some(LevelKind::Line)]);
    let switches = (
        prop::option::of(any::<bool>()),
        prop::option::of(any::<bool>()),
    );
    let setting = (
        levels,
        prop::option::of(-2_000i32..2_000),
        switches,
        any::<bool>(),
    );
    let setting = setting.prop_map(|(level, gain, (phantom, pad), auto_gain)| SoundSetting {
        level,
        gain: gain.map(Decibels),
        phantom,
        pad,
        auto_gain,
        frequency_khz: auto_gain.then_some(500_000),
        ..SoundSetting::default()
    });
    let places = prop::sample::select(vec!["in1", "in2", "mic", "xlr1", "out", "mix", "air"]);
    let source = (places.clone(), 0u8..4).prop_map(|(input, channel)| TrackSource {
        input: input.into(),
        channel,
    });
    let track = (prop::collection::vec(source, 0..3), any::<bool>());
    let track = track.prop_map(|(from, safety)| TrackSetting {
        from,
        trim: safety.then_some(Decibels::whole(-12)),
        ..TrackSetting::default()
    });
    let position = (0usize..10, 0u64..5_000).prop_map(|(source, distance)| Position {
        source: SoundSource::all().nth(source).unwrap(),
        distance: Length(distance),
    });
    (
        prop::collection::btree_map(places.prop_map(Handle::from), setting, 0..3),
        prop::option::of(position),
        prop::collection::vec(track, 0..4),
    )
}

fn recording() -> impl Strategy<Value = RecordingSetting> {
    let parts = (
        (ids(codecs), prop::option::of(ids(codecs))),
        prop::collection::vec(ids(media), 0..4),
        0usize..9,
        (prop::option::of(format()), prop::option::of(rate())),
        prop::sample::select(vec![SlotUse::Relay, SlotUse::Mirror, SlotUse::Proxy]),
        (any::<bool>(), 0u64..700),
    );
    parts.prop_map(
        |((codec, proxy), media, tracks, (format, sensor_rate), slots, (flag, kept))| {
            RecordingSetting {
                codec,
                media,
                format: format.map(|format| format.parse().unwrap()),
                tracks,
                to_drive: tracks == 3,
                sensor_rate: sensor_rate.map(|rate| rate.parse().unwrap()),
                sound_bits: flag.then_some(16 + (tracks as u8 % 3) * 8),
                sample_rate: flag.then_some(44_100 + 3_900 * (tracks as u32 % 2)),
                slots,
                proxy,
                pre_record: flag.then_some(Span(kept)),
                screen_flipped_out: flag,
                dummy_battery: !flag,
                on_trigger: flag,
            }
        },
    )
}

fn rate() -> impl Strategy<Value = &'static str> {
    prop::sample::select(vec!["23.98", "50", "100", "300"])
}

/// A part of the day, and the rolls of it.
/// Joints as a stored document may hold them: some that can't stand.
fn joints() -> impl Strategy<Value = Vec<Joint>> {
    const SITS: [&str; 7] = [
        "base", "mount", "foot", "held", "contacts", "rods", "nothing",
    ];
    const CARRIES: [&str; 8] = [
        "top", "mount", "rods", "batt", "shoe", "top38", "front", "nothing",
    ];
    let end = |ids: &'static [&'static str]| {
        (0..8_usize, prop::sample::select(ids))
            .prop_map(|(at, id)| PortRef::new(&format!("d{at}"), id))
    };
    let joint = (end(&SITS), end(&CARRIES), -400..400_i32, -180..180_i32);
    let joint = joint.prop_map(|(part, onto, slide, turn)| Joint {
        part,
        onto,
        slide,
        turn,
        tilt: 0,
    });
    prop::collection::vec(joint, 0..6).prop_map(|mut joints| {
        joints.retain(|joint| joint.part.device != joint.onto.device);
        let mut seen = std::collections::HashSet::new();
        joints.retain(|joint| seen.insert(joint.part.to_string()));
        joints
    })
}

fn schedule() -> impl Strategy<Value = Vec<ScheduleEntry>> {
    let rolls = prop_oneof![
        Just(Rolls::Continuous),
        Just(Rolls::Nothing),
        (1u64..3_600).prop_map(|length| Rolls::Rolling {
            length: Span(length)
        }),
        (1u64..600, 100u32..2_000, 1u32..4).prop_map(|(screen, centiratio, cameras)| {
            Rolls::Ratio {
                screen: Span(screen),
                centiratio,
                cameras,
            }
        }),
    ];
    prop::collection::vec((rolls, 1u64..20_000), 0..3).prop_map(|parts| {
        let entry = |(number, (rolls, length)): (usize, (Rolls, u64))| ScheduleEntry {
            id: format!("p{number}").into(),
            name: format!("Part {number}"),
            recorders: Vec::new(),
            start: format!("{:02}:00", 8 + number * 8).parse().unwrap(),
            length: Span(length),
            rolls,
        };
        parts.into_iter().enumerate().map(entry).collect()
    })
}

/// The crew's own: a body whose outputs go off, and a codec of each model.
fn custom() -> impl Strategy<Value = Custom> {
    let model = prop::sample::select(vec![
        RateModel::ByPixel { centibits: 250 },
        RateModel::Constant {
            rate: "100 Mb/s".parse().unwrap(),
        },
        RateModel::Measured {
            file: "3 GB".parse().unwrap(),
            length: Span(60),
        },
        RateModel::Ratio { centiratio: 500 },
        RateModel::Uncompressed {
            bytes: 8,
            pixels: 3,
        },
        RateModel::ConstantQuality {
            low: 50,
            typical: 100,
            high: 200,
        },
    ]);
    (model, any::<bool>()).prop_map(|(model, device)| {
        let codec = Codec {
            id: "mezzanine-high".into(),
            raw: matches!(model, RateModel::Ratio { .. }),
            model,
            custom: true,
            ..catalogue().codec("mezzanine-high").unwrap().clone()
        };
        let mut body = catalogue().device("tamsin-m4").unwrap().clone();
        body.modes.rotate_left(1);
        Custom {
            devices: if device { vec![body] } else { Vec::new() },
            codecs: vec![codec],
        }
    })
}

prop_compose! {
    /// Floors with everything that can be wrong: unknown devices, ports and cables, second cables,
    /// circles, needs at nobody, two devices of one handle.
    pub fn production()(
        format in format(),
        placements in prop::collection::vec((ids(devices), settings(), 0usize..14), 0..12),
        wires in prop::collection::vec((0usize..12, any::<prop::sample::Index>(), 0usize..12, any::<prop::sample::Index>(), ids(cables), 0u64..200_000), 0..24),
        needs in prop::collection::vec((0usize..14, prop::option::of(format_of_need()), 0u64..20_000), 0..4),
        master in prop::option::of(0usize..14),
        (schedule, custom, adapters, hired) in (schedule(), custom(), prop::collection::vec(ids(adapters), 0..2), 0u32..3),
        joints in joints(),
    ) -> Production {
        let placements: Vec<Placement> = placements.into_iter().enumerate().map(|(number, (device, settings, other))| Placement {
            id: format!("d{}", if other == 13 { 0 } else { number }).into(), name: long(NAMES[number % NAMES.len()], number), device, unit: "u".into(), settings,
        }).collect();
        let end = |number: usize, port: prop::sample::Index, facing| {
            let placement = &placements[number % placements.len()];
            let ports: Vec<&str> = catalogue().device(&placement.device).map(|device| device.ports.iter().filter(|port| port.direction == facing).map(|port| port.id.as_str()).collect()).unwrap_or_default();
            PortRef::new(&placement.id, if ports.is_empty() { "none" } else { ports[port.index(ports.len())] })
        };
        use model::catalogue::Direction::{In, Out};
        let connections = wires.into_iter().enumerate().filter(|_| !placements.is_empty()).map(|(number, (from, out, to, into, cable, length))| {
            let mut connection = Connection::between(&format!("l{number}"), end(from, out, Out), end(to, into, In), &cable, Length(length));
            if number % 3 == 0 {
                connection.adapters = adapters.clone();
            }
            connection
        }).collect();
        let needs = needs.into_iter().enumerate().map(|(number, (at, bits, length))| Need {
            of: Some("d1".into()), raster: Some("2160".parse().unwrap()), bits: bits.map(|bits| bits.parse().unwrap()), clean: true,
            look: bits.map(|bits| bits == "12"), sound: 1, length: Some(Span(length)),
            ..Need::at(&format!("n{number}"), &format!("d{at}"), if bits.is_some() { Purpose::Record } else { Purpose::Focus })
        }).collect();
        let kit = catalogue().devices.iter().map(|device| &device.id).chain(catalogue().media.iter().map(|medium| &medium.id));
        let mut kit: Vec<KitLine> = kit.map(|item| KitLine { item: item.clone(), length: None, quantity: 2, hired, ..KitLine::default() }).collect();
        kit.extend(catalogue().cables.iter().map(|cable| KitLine::owned(&cable.id, Some(Length(5_000)), 3)));
        let build = Build { id: "main".into(), name: "Main".into(), units: vec![Unit { id: "u".into(), name: "U".into() }], placements, connections, needs, timecode_master: master.map(|at| format!("d{at}").into()), room_noise: None, schedule, joints };
        Production { format: format.parse().unwrap(), kit, custom, builds: vec![build], ..Production::named("Generated") }
    }
}

fn has(report: &Report, codes: &[&str]) -> bool {
    let mut found = report
        .findings
        .iter()
        .map(|finding| finding.code.to_string());
    found.any(|code| codes.contains(&code.as_str()))
}

/// What the findings say, whatever their order.
fn in_words(report: &Report) -> Vec<(String, String)> {
    let findings = report.findings.iter();
    let mut told: Vec<_> = findings
        .map(|finding| (finding.id.clone(), finding.text.clone()))
        .collect();
    told.sort();
    told
}

/// Without the cables that can't stand: to ports that aren't there, in sockets that are taken.
fn standing(mut production: Production) -> Production {
    let build = &mut production.builds[0];
    let there = |at: &PortRef| {
        let placement = build
            .placements
            .iter()
            .find(|placement| placement.id == at.device);
        let device = placement.and_then(|placement| catalogue().device(&placement.device));
        device.is_some_and(|device| device.port(&at.port).is_some())
    };
    let mut taken: Vec<PortRef> = Vec::new();
    build.connections.retain(|cable| {
        let stands =
            catalogue().cable(&cable.cable).is_some() && there(&cable.from) && there(&cable.to);
        let free = !taken.contains(&cable.from) && !taken.contains(&cable.to);
        if stands && free {
            taken.extend([cable.from.clone(), cable.to.clone()]);
        }
        stands && free
    });
    production
}

/// Without the cables that stand in each other's way: each runs to a later device, into a socket of
/// its own, and no device has two inputs to choose between.
fn tidied(mut production: Production) -> Production {
    let build = &mut production.builds[0];
    let place = |id: &str| {
        build
            .placements
            .iter()
            .position(|placement| placement.id == id)
    };
    let mut taken: Vec<PortRef> = Vec::new();
    let mut chosen: Vec<Handle> = Vec::new();
    build.connections.retain(|cable| {
        let (from, to) = (place(&cable.from.device), place(&cable.to.device));
        let forward = from.zip(to).is_some_and(|(from, to)| from < to);
        let free = !taken.contains(&cable.from)
            && !taken.contains(&cable.to)
            && !chosen.contains(&cable.to.device);
        if forward && free {
            taken.extend([cable.from.clone(), cable.to.clone()]);
            chosen.push(cable.to.device.clone());
        }
        forward && free
    });
    production
}

fn format_of_need() -> impl Strategy<Value = &'static str> {
    prop::sample::select(vec!["8", "10", "12"])
}

proptest! {
    #![proptest_config(cases(64))]

    #[test]
    fn any_document_gives_a_report_and_the_same_one_twice(production in production()) {
        let first = report(&production, "main", catalogue()).unwrap();
        prop_assert_eq!(&first, &report(&production, "main", catalogue()).unwrap());
        prop_assert_eq!(first.connections.len(), production.builds[0].connections.len());
    }

    #[test]
    fn quality_never_rises_and_delay_never_falls_along_a_path(production in production()) {
        let floor = Floor::new(&production, &production.builds[0], catalogue());
        let resolved = resolve(&floor);
        for port in 0..floor.ports.len() {
            for pair in hops_to(&resolved, port).windows(2) {
                let (Some(before), Some(after)) = (resolved.signals[pair[0]].picture, resolved.signals[pair[1]].picture) else { continue };
                prop_assert!(before.effective.reaches(after.effective), "{} then {}", before.effective, after.effective);
                prop_assert!(after.delay >= before.delay);
            }
        }
    }

    #[test]
    fn commands_that_touch_different_things_can_come_in_either_order(
        kinds in (0usize..36, 0usize..36),
        picks in prop::array::uniform4(any::<prop::sample::Index>()),
    ) {
        // What is added takes the next place and id: its order is its own.
        let adds = [2, 7, 11, 24];
        prop_assume!(!adds.contains(&kinds.0) && !adds.contains(&kinds.1));
        let before = demo::productions().remove(0).1;
        let [one, other] = [
            command(&before, kinds.0, picks[0], picks[1]),
            command(&before, kinds.1, picks[2], picks[3]),
        ];
        let alone = |command: &Command| before.edited(catalogue(), std::slice::from_ref(command));
        let (Ok(first), Ok(second)) = (alone(&one), alone(&other)) else { return Ok(()) };
        // What changes nothing here may undo the other there: that is a conflict, too.
        prop_assume!(!first.changed.is_empty() && !second.changed.is_empty());
        prop_assume!(!overlap(&first.changed, &second.changed));
        let after = |commands: [&Command; 2]| {
            let commands = commands.map(Clone::clone);
            before.edited(catalogue(), &commands).map(|edited| sorted(edited.production))
        };
        if let (Ok(there), Ok(back)) = (after([&one, &other]), after([&other, &one])) {
            prop_assert_eq!(there, back, "{:?} and {:?}", one, other);
        }
    }

    #[test]
    fn any_run_of_commands_can_be_undone_exactly(picks in prop::collection::vec((0usize..36, any::<prop::sample::Index>(), any::<prop::sample::Index>()), 1..25)) {
        let production = demo::productions().remove(0).1;
        let mut now = production.clone();
        let mut inverses = Vec::new();
        for (kind, first, second) in picks {
            let command = command(&now, kind, first, second);
            if let Ok(edited) = now.edited(catalogue(), &[command]) {
                now = edited.production;
                inverses.push(edited.inverse);
            }
        }
        for inverse in inverses.into_iter().rev() {
            now = now.stepped(catalogue(), &inverse).unwrap().production;
        }
        prop_assert_eq!(now, production);
    }

    #[test]
    fn taking_a_cable_out_lets_nothing_else_arrive(production in production(), which in any::<prop::sample::Index>()) {
        // A cable that stands in another's way gives it room: a second one in a socket, one of a circle,
        // one of two inputs of a screen, one that switches an output off, one listener too many.
        let production = tidied(production);
        let before = report(&production, "main", catalogue()).unwrap();
        let build = &production.builds[0];
        if build.connections.is_empty() || production.check().is_err() || has(&before, &["V-113", "V-122"]) {
            return Ok(());
        }
        let mut without = production.clone();
        let cables = &mut without.builds[0].connections;
        cables.remove(which.index(cables.len()));
        let after = report(&without, "main", catalogue()).unwrap();
        for row in after.arrivals.iter().filter(|row| row.picture.is_some()) {
            let was = before.arrivals.iter().find(|old| old.device == row.device);
            prop_assert!(was.is_some_and(|old| old.picture.is_some()), "{} appears", row.name);
        }
    }

    #[test]
    fn the_order_of_the_cables_changes_nothing(production in production(), seed in any::<u64>()) {
        // Of two cables in one socket the first counts.
        prop_assume!(production.check().is_ok());
        let production = standing(production);
        let one = report(&production, "main", catalogue()).unwrap();
        let mut turned = production.clone();
        let cables = &mut turned.builds[0].connections;
        cables.sort_by_key(|cable| {
            let number: u64 = cable.id[1..].parse().unwrap();
            number.wrapping_mul(seed | 1).wrapping_add(seed).rotate_left(17)
        });
        let other = report(&turned, "main", catalogue()).unwrap();
        prop_assert_eq!(&one.arrivals, &other.arrivals);
        prop_assert_eq!(&one.recordings, &other.recordings);
        prop_assert_eq!(in_words(&one), in_words(&other));
    }

    #[test]
    fn a_route_brings_the_picture_that_it_promises(production in production(), from in 0usize..12, to in 0usize..12) {
        prop_assume!(production.check().is_ok());
        let (from, to) = (format!("d{from}"), format!("d{to}"));
        let Ok(found) = find_routes(&production, "main", catalogue(), Ends { from: &from, to: &to }, &Interrupt::default()) else { return Ok(()) };
        for route in found.routes {
            let edited = production.edited(catalogue(), &route.commands).unwrap().production;
            let after = report(&edited, "main", catalogue()).unwrap();
            let row = after.arrivals.iter().find(|row| row.device == to);
            prop_assert!(row.is_none_or(|row| row.picture.is_some()), "{}", route.title);
        }
    }
}

proptest! {
    // Each tries every fix of a floor on copies.
    #![proptest_config(cases(48))]

    #[test]
    fn every_offered_fix_can_be_applied_and_taken_back(production in production()) {
        let findings = report_with_fixes(&production, "main", catalogue()).unwrap().findings;
        // Two devices of one handle, or two cables in one socket, is what no command makes.
        let sound = production.check().is_ok() && !findings.iter().any(|finding| finding.code.to_string() == "K-102");
        for finding in findings {
            for fix in finding.fixes {
                let Ok(edited) = production.edited(catalogue(), &fix.commands) else {
                    prop_assert!(!sound, "“{}” was refused", fix.title);
                    continue;
                };
                prop_assert!(report(&edited.production, "main", catalogue()).is_some());
                if sound {
                    let undone = edited.production.stepped(catalogue(), &edited.inverse).unwrap().production;
                    prop_assert_eq!(&undone, &production);
                }
            }
        }
    }

    #[test]
    fn an_offered_fix_mends_its_finding_and_brings_no_stop(production in production()) {
        prop_assume!(production.check().is_ok());
        let before = report_with_fixes(&production, "main", catalogue()).unwrap();
        for finding in &before.findings {
            for fix in &finding.fixes {
                let edited = production.edited(catalogue(), &fix.commands);
                prop_assert!(edited.is_ok(), "“{}” for {} {} is refused: {:?}", fix.title, finding.id, finding.text, edited.err());
                let after = report(&edited.unwrap().production, "main", catalogue()).unwrap();
                let left = after.findings.iter().find(|left| left.id == finding.id);
                prop_assert!(left.is_none_or(|left| left.severity < finding.severity), "“{}” leaves {} {}", fix.title, finding.id, finding.text);
                for stop in after.findings.iter().filter(|left| left.severity == Severity::Stop) {
                    let known = before.findings.iter().any(|known| known.id == stop.id && known.severity == Severity::Stop);
                    // What only the finding itself had hidden is named.
                    let named = fix.costs.iter().any(|cost| cost.contains(&stop.text));
                    prop_assert!(known || named, "“{}” brings {} {}", fix.title, stop.id, stop.text);
                }
            }
        }
    }
}

/// With its lists in the order of their ids: which came first doesn't count.
fn sorted(mut production: Production) -> Production {
    production
        .kit
        .sort_by_key(|line| (line.item.clone(), line.length));
    for build in &mut production.builds {
        build.needs.sort_by(|one, other| one.id.cmp(&other.id));
        build.schedule.sort_by(|one, other| one.id.cmp(&other.id));
    }
    production
}

/// A command of each kind about something that may be there.
pub fn command(
    production: &Production,
    kind: usize,
    first: prop::sample::Index,
    second: prop::sample::Index,
) -> Command {
    let night = &production.builds[0];
    let build = night.id.clone();
    let placement = |index: prop::sample::Index| {
        night
            .placements
            .get(index.index(night.placements.len().max(1)))
            .map_or("gone".into(), |placement| placement.id.clone())
    };
    let connection = night
        .connections
        .get(first.index(night.connections.len().max(1)))
        .map_or("gone".into(), |connection| connection.id.clone());
    let device = placement(first);
    match kind {
        0 => Command::RemoveDevice { build, device },
        1 => Command::Disconnect { build, connection },
        2 => Command::AddDevice {
            build,
            device: first.get(&devices()).clone(),
            unit: "a".into(),
            name: None,
            handle: None,
        },
        3 => Command::SetCable {
            build,
            connection,
            cable: Some(second.get(&cables()).clone()),
            length: first.index(2).eq(&0).then_some(Length(7_000)),
        },
        5 => Command::MoveDevice {
            build,
            device,
            unit: some_unit(night, second),
        },
        6 => Command::SetProjectFormat {
            format: first.get(&FORMATS).parse().unwrap(),
        },
        8 => Command::SetTimecodeMaster {
            build,
            device: Some(device),
        },
        9 => Command::SetKit {
            line: KitChange {
                item: second.get(&devices()).to_string(),
                length: None,
                quantity: (first.index(4) < 3).then_some(first.index(3) as u32),
                hired: Some(second.index(3) as u32),
                ..KitChange::default()
            },
        },
        11 => {
            let (from, to) = (
                PortRef::new(&device, second.get::<Handle>(&ports())),
                PortRef::new(&placement(second), first.get::<Handle>(&ports())),
            );
            Command::Connect {
                build,
                from,
                to,
                cable: None,
                length: None,
            }
        }
        12 => Command::SetSurroundings {
            build,
            connection,
            surroundings: transport::radio::Surroundings::Metal,
        },
        13 => Command::SetAdapters {
            build,
            connection,
            adapters: vec![second.get::<Handle>(&adapters()).clone()],
        },
        4 | 14..=22 => setting(production, kind, device, (first, second)),
        _ => of_production(production, kind, &device, (first, second)),
    }
}

/// A unit of a build; where all were removed, one that isn't there.
fn some_unit(build: &model::document::Build, pick: prop::sample::Index) -> Handle {
    let unit = build.units.get(pick.index(build.units.len().max(1)));
    unit.map_or_else(|| "none".into(), |unit| unit.id.clone())
}

/// The same, of what is set on a device, and of what a removal is the inverse of.
fn setting(
    production: &Production,
    kind: usize,
    device: Handle,
    (first, second): (prop::sample::Index, prop::sample::Index),
) -> Command {
    let night = &production.builds[0];
    let build = night.id.clone();
    match kind {
        14 => Command::SetRecording {
            build,
            device,
            change: None,
        },
        15 => Command::SetPlayback {
            build,
            device,
            playback: true,
        },
        16 => Command::SetSqueeze {
            build,
            device,
            squeeze: Some("2x".parse().unwrap()),
        },
        17 => Command::SetScreen {
            build,
            device,
            desqueeze: Some(first.index(2) == 0),
            look: (second.index(2) == 0).then_some(true),
        },
        18 => Command::SetOutput {
            build,
            at: PortRef::new(&device, second.get::<Handle>(&ports())),
            change: naming(&OutputSetting {
                overlay: true,
                look: first.index(2) == 0,
                ..OutputSetting::default()
            }),
        },
        19 => Command::ChooseInput {
            build,
            device,
            input: Some(second.get::<Handle>(&ports()).clone()),
        },
        20 => Command::SetTimecode {
            build,
            device,
            timecode: Some("24".parse().unwrap()),
        },
        21 => Command::SetRecording {
            build,
            device,
            change: Some(naming(&RecordingSetting {
                codec: second.get::<Handle>(&codecs()).clone(),
                media: vec![first.get::<Handle>(&media()).clone()],
                slots: SlotUse::Mirror,
                ..RecordingSetting::default()
            })),
        },
        22 => Command::PutNeed {
            build,
            need: Need::at("another", &device, Purpose::Client),
        },
        7 => Command::AddUnit {
            build,
            name: "Crane".into(),
        },
        _ => Command::RenameDevice {
            build,
            device,
            name: "Other".into(),
        },
    }
}

/// The same, of the production, its builds, its day and its needs.
fn of_production(
    production: &Production,
    kind: usize,
    device: &str,
    (first, second): (prop::sample::Index, prop::sample::Index),
) -> Command {
    let night = &production.builds[0];
    let build = night.id.clone();
    let some_need = || {
        let need = night.needs.get(first.index(night.needs.len().max(1)));
        need.map_or("gone".into(), |need| need.id.clone())
    };
    let some_part = || {
        let part = night.schedule.get(first.index(night.schedule.len().max(1)));
        part.map_or("gone".into(), |part| part.id.clone())
    };
    let named = |name: &str, value: Value| serde_json::Map::from_iter([(name.to_string(), value)]);
    match kind {
        10 => Command::RemoveNeed {
            build,
            need: some_need(),
        },
        23 => Command::SetDropFrame { drop_frame: true },
        24 => Command::AddBuild {
            name: "Another".into(),
            from: Some(build),
            id: None,
        },
        25 => Command::RemoveBuild {
            build: second.get(&production.builds).id.clone(),
        },
        26 => Command::PutEntry {
            entry: Box::new(catalogue().device("tamsin-m4").unwrap().clone()),
            at: None,
        },
        27 => Command::RemoveEntry {
            entry: "tamsin-m4".into(),
        },
        29 => Command::SetNeed {
            build,
            need: some_need(),
            change: named("sound", json!(second.index(3))).into(),
        },
        30 => Command::SetScheduleEntry {
            build,
            entry: some_part(),
            change: named("length", json!("20 min")).into(),
        },
        31 => Command::SetHouseRules {
            change: named("copies", json!(1 + second.index(4))).into(),
        },
        32 => Command::SetStation {
            change: named("readers", json!(1 + second.index(4))).into(),
        },
        33 => Command::SetInput {
            build,
            at: PortRef::new(device, second.get::<Handle>(&ports())),
            setting: None,
        },
        34 => Command::RenameProduction {
            name: "Other".into(),
        },
        28 => Command::RemoveScheduleEntry {
            build,
            entry: some_part(),
        },
        _ => Command::RemoveUnit {
            build,
            unit: some_unit(night, second),
        },
    }
}
