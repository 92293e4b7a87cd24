//! Devices put on the floor by the dozen: where they land, what they are called, how they are wired.

use check::{Effort, Severity};
use demo::Shape;
use engine::path::{Floor, resolve, sources};
use model::catalogue::Catalogue;
use model::document::{Build, Production};
use model::document::{Command, ProductionFile};
use plan::setup::{Setup, Wanted, WantedDevice, join, record_like, set_up, start_recording};
use plan::{fixes_of, safe_fixes};
use proptest::prelude::*;
use report::{Report, report};
use runtime::interrupt::Interrupt;
use stage::cases;
use std::collections::HashSet;

fn wanted(devices: &[(&str, u32)]) -> Wanted {
    let devices = devices.iter().map(|(device, count)| WantedDevice {
        device: (*device).into(),
        count: *count,
    });
    Wanted {
        build: "main".into(),
        devices: devices.collect(),
        unit: None,
        new_unit: None,
        connect: true,
        needs: true,
        distance: None,
    }
}

/// A production in 2160p25 with nothing in it.
fn empty() -> Production {
    let mut production = Production::named("Interview");
    production.format = "2160p25".parse().unwrap();
    production.builds = vec![Build::empty("main", "Main")];
    production
}

fn done(production: &Production, wanted: &Wanted) -> (Production, Setup, Report) {
    let catalogue = Catalogue::shipped();
    let setup = set_up(production, catalogue, wanted).unwrap();
    let after = production
        .edited(catalogue, &setup.commands)
        .unwrap()
        .production;
    let report = report(&after, "main", catalogue).unwrap();
    (after, setup, report)
}

fn told(production: &Production, setup: &Setup, report: &Report) -> String {
    let build = &production.builds[0];
    let mut lines: Vec<String> = build
        .placements
        .iter()
        .map(|placement| {
            let recording = placement.settings.recording.as_ref();
            let recording = recording.map_or(String::new(), |setting| {
                format!(
                    ", {} on {} with {}",
                    setting.codec,
                    setting.media.join("+"),
                    setting.tracks
                )
            });
            format!(
                "{}: {} ({}, {}){recording}",
                placement.unit, placement.name, placement.id, placement.device
            )
        })
        .collect();
    lines.extend(build.connections.iter().map(|connection| {
        format!(
            "{} > {} {} {}",
            connection.from, connection.to, connection.cable, connection.length
        )
    }));
    lines.extend(setup.says.clone());
    lines.push(report.verdict.text.clone());
    lines.extend(
        report
            .findings
            .iter()
            .map(|finding| format!("{} {:?}: {}", finding.code, finding.severity, finding.text)),
    );
    lines.join("\n")
}

#[test]
fn a_two_camera_interview() {
    let (production, setup, report) = done(
        &empty(),
        &wanted(&[
            ("orrell-c4", 2),
            ("ashgill-5", 2),
            ("ashgill-r1", 1),
            ("pellow-w1t", 1),
            ("pellow-w1r", 1),
            ("ashgill-17", 1),
            ("dunmore-b1", 2),
            ("dunmore-x6", 1),
            ("merrin-t2", 3),
        ]),
    );
    insta::assert_snapshot!(told(&production, &setup, &report));
}

fn run(production: &Production, line: &str) -> Production {
    let catalogue = Catalogue::shipped();
    let commands = model::document::read_line(line, production, &production.builds[0], catalogue)
        .unwrap()
        .commands;
    production.edited(catalogue, &commands).unwrap().production
}

fn setting<'p>(
    production: &'p Production,
    handle: &str,
) -> Option<&'p model::document::RecordingSetting> {
    let placement = production.builds[0].placement(handle)?;
    placement.settings.recording.as_ref()
}

#[test]
fn a_transmitter_leaves_the_output_whole_where_the_record_is_made_outside() {
    let mut production = empty();
    production.house_rules.picture_of_record = model::document::PictureOfRecord::External;
    let (after, ..) = done(
        &production,
        &wanted(&[
            ("orrell-c4", 1),
            ("ashgill-5", 1),
            ("ashgill-r1", 1),
            ("pellow-w1t", 1),
        ]),
    );
    let runs: Vec<String> = after.builds[0]
        .connections
        .iter()
        .map(|run| format!("{} > {}", run.from, run.to))
        .collect();
    assert_eq!(
        runs,
        [
            "a.sdi2 > a-monitor.sdi",
            "a-monitor.sdi-loop > a-transmitter.sdi",
            "a.sdi1 > recorder.sdi",
        ]
    );
    // Fed, and so it records.
    assert_eq!(setting(&after, "recorder").unwrap().codec, "mezzanine-high");
}

#[test]
fn a_unit_that_is_named_is_made_and_used() {
    let mut asked = wanted(&[("ashgill-17", 1), ("pellow-w1r", 2)]);
    asked.new_unit = Some("Yard".into());
    let (after, setup, _) = done(&empty(), &asked);
    let units: HashSet<&str> = setup
        .placed
        .iter()
        .map(|handle| after.builds[0].placement(handle).unwrap().unit.as_str())
        .collect();
    assert_eq!(units, HashSet::from(["yard"]));
    let again = done(&after, &asked);
    let names: HashSet<&str> = again.0.builds[0]
        .placements
        .iter()
        .map(|placement| placement.name.as_str())
        .collect();
    assert_eq!(names.len(), 6, "{names:?}");
}

#[test]
fn without_connecting_nothing_is_wired_or_started() {
    let mut asked = wanted(&[("orrell-c4", 1), ("ashgill-5", 1)]);
    (asked.connect, asked.needs) = (false, false);
    let (after, setup, _) = done(&empty(), &asked);
    assert!(after.builds[0].connections.is_empty());
    assert!(setting(&after, "a").is_none());
    assert_eq!(setup.says[0], "2 devices added.");
}

#[test]
fn a_pairing_stands_as_far_apart_as_was_said() {
    let mut asked = wanted(&[("orrell-c4", 1), ("pellow-w1t", 1), ("pellow-w1r", 1)]);
    asked.distance = Some("35 m".parse().unwrap());
    let (after, setup, _) = done(&empty(), &asked);
    let air = after.builds[0].connections.last().unwrap();
    assert_eq!(air.length.to_string(), "35 m");
    assert!(!setup.says.iter().any(|said| said.contains("Assuming")));
}

#[test]
fn what_the_kit_has_goes_before_what_is_hired_and_old_shortages_stay() {
    let mut production = empty();
    let catalogue = Catalogue::shipped();
    let own = |item: &str, quantity: u32| Command::SetKit {
        line: serde_json::from_value(serde_json::json!({"item": item, "quantity": quantity}))
            .unwrap(),
    };
    production = production
        .edited(catalogue, &[own("orrell-c4", 1), own("cfx-b-512", 4)])
        .unwrap()
        .production;
    // Short by one before anything is planned.
    production = run(&production, "add ashgill-24 as Client to a");
    let (after, ..) = done(&production, &wanted(&[("orrell-c4", 1), ("ashgill-17", 1)]));
    // Two of the kit's cards last two hours; one lasts an hour and a half.
    assert_eq!(
        setting(&after, "a").unwrap().media,
        ["cfx-b-512", "cfx-b-512"]
    );
    let hired: Vec<&str> = after
        .kit
        .iter()
        .filter(|line| line.hired > 0 && line.length.is_none())
        .map(|line| line.item.as_str())
        .collect();
    assert_eq!(
        hired,
        ["ashgill-17"],
        "the client monitor was short before, and still is"
    );
}

#[test]
fn too_many_or_nothing_is_refused_in_a_sentence() {
    let catalogue = Catalogue::shipped();
    let refused = |asked: &Wanted| set_up(&empty(), catalogue, asked).unwrap_err().to_string();
    assert_eq!(refused(&wanted(&[])), "nothing is chosen to add");
    assert!(refused(&wanted(&[("orrell-c4", u32::MAX), ("ashgill-5", 2)])).contains("at most 60"));
    assert!(refused(&wanted(&[("no-such", 1)])).contains("no-such"));
    let mut elsewhere = wanted(&[("orrell-c4", 1)]);
    elsewhere.unit = Some("nowhere".into());
    assert!(refused(&elsewhere).contains("nowhere"));
}

#[test]
fn a_recorder_starts_when_something_reaches_it_and_says_why_not_before() {
    let catalogue = Catalogue::shipped();
    let asked = wanted(&[("orrell-c4", 2), ("ashgill-r1", 1)]);
    let (production, setup, _) = done(&empty(), &asked);
    assert!(
        setup
            .says
            .iter()
            .any(|said| said.starts_with("Recorder could get the picture of A camera or B camera"))
    );
    let refusal = start_recording(&production, catalogue, "main", "recorder").unwrap_err();
    assert!(
        refusal.to_string().contains("nothing arrives there"),
        "{refusal}"
    );
    let production = run(&production, "b.sdi1 > recorder.sdi");
    let setup = start_recording(&production, catalogue, "main", "recorder").unwrap();
    let after = production
        .edited(catalogue, &setup.commands)
        .unwrap()
        .production;
    assert!(setting(&after, "recorder").is_some());
    let report = report(&after, "main", catalogue).unwrap();
    let row = report
        .recordings
        .iter()
        .find(|row| row.device == "recorder")
        .unwrap();
    assert!(row.lasts.as_ref().unwrap().seconds >= 2 * 3600);
}

#[test]
fn two_devices_are_joined_by_what_goes_between_them() {
    let catalogue = Catalogue::shipped();
    let mut asked = wanted(&[
        ("orrell-c4", 1),
        ("ashgill-5", 1),
        ("pellow-w1t", 1),
        ("pellow-w1r", 1),
        ("dunmore-b1", 1),
        ("merrin-t2", 1),
    ]);
    asked.connect = false;
    let (production, ..) = done(&empty(), &asked);
    let joined = |from: &str, to: &str| {
        let setup = join(&production, catalogue, "main", (from, to))
            .map_err(|refusal| refusal.to_string())?;
        let after = production
            .edited(catalogue, &setup.commands)
            .unwrap()
            .production;
        let run = after.builds[0].connections.last().unwrap();
        Ok::<String, String>(format!("{} > {}", run.from, run.to))
    };
    assert_eq!(joined("a", "a-monitor").unwrap(), "a.sdi2 > a-monitor.sdi");
    assert_eq!(joined("boom", "a").unwrap(), "boom.out > a.xlr1");
    assert_eq!(
        joined("a-timecode-box", "a").unwrap(),
        "a-timecode-box.tc > a.tc"
    );
    assert_eq!(
        joined("a-transmitter", "receiver").unwrap(),
        "a-transmitter.air > receiver.air"
    );
    let refusal = joined("boom", "a-monitor").unwrap_err();
    assert!(
        refusal.contains("goes straight into A monitor"),
        "{refusal}"
    );
    assert!(joined("a", "a").is_err());
}

#[test]
fn the_same_recording_for_all_goes_as_far_as_each_is_able() {
    let catalogue = Catalogue::shipped();
    let (production, ..) = done(
        &empty(),
        &wanted(&[
            ("orrell-c4", 2),
            ("tamsin-m2", 1),
            ("dunmore-x6", 1),
            ("dunmore-b1", 1),
        ]),
    );
    let change = serde_json::json!({"do": "set-recording", "build": "main", "device": "a",
        "change": {"codec": "mezzanine-light", "pre_record": "5 s"}});
    let change: Command = serde_json::from_value(change).unwrap();
    let production = production.edited(catalogue, &[change]).unwrap().production;
    let setup = record_like(&production, catalogue, "main", "a").unwrap();
    let after = production
        .edited(catalogue, &setup.commands)
        .unwrap()
        .production;
    assert_eq!(setting(&after, "b").unwrap().codec, "mezzanine-light");
    assert_eq!(
        setting(&after, "b").unwrap().pre_record,
        setting(&after, "a").unwrap().pre_record
    );
    // Another make has other codecs and cards: it keeps them, and that is said.
    assert_ne!(setting(&after, "c").unwrap().codec, "mezzanine-light");
    assert!(
        setup
            .says
            .iter()
            .any(|said| said.starts_with("C camera keeps its own codec and cards")),
        "{:?}",
        setup.says
    );
    assert_eq!(setting(&after, "mixer"), setting(&production, "mixer"));
    let refusal = record_like(&production, catalogue, "main", "boom").unwrap_err();
    assert!(refusal.to_string().contains("doesn’t record"), "{refusal}");
}

#[test]
fn safe_fixes_say_what_they_did_not_come_to() {
    let catalogue = Catalogue::shipped();
    let stop = Interrupt::default();
    // Every second device is dark: more than are mended at once.
    let floor = Shape::Unwired.floor(100);
    let before = report(&floor, "main", catalogue).unwrap().verdict;
    let found = safe_fixes(&floor, "main", catalogue, &stop).unwrap();
    let after = floor.edited(catalogue, &found.commands).unwrap().production;
    let after = report(&after, "main", catalogue).unwrap().verdict;
    assert_eq!(found.titles.len(), 40);
    assert_eq!(found.not_looked_at, after.stops + after.cautions);
    stop.raise();
    let none = safe_fixes(&floor, "main", catalogue, &stop).unwrap();
    assert!(none.titles.is_empty());
    assert_eq!(none.not_looked_at, before.stops + before.cautions);
}

#[test]
fn safe_fixes_mend_and_cost_nothing_elsewhere() {
    let catalogue = Catalogue::shipped();
    let text = include_str!("../../../../demo/the-night-pour.json");
    let production = ProductionFile::read(text).unwrap().production;
    let never = Interrupt::default();
    let before = report(&production, "night", catalogue).unwrap();
    let found = safe_fixes(&production, "night", catalogue, &never).unwrap();
    assert!(!found.titles.is_empty());
    assert_eq!(found.not_looked_at, 0);
    let after = production
        .edited(catalogue, &found.commands)
        .unwrap()
        .production;
    let after = report(&after, "night", catalogue).unwrap();
    assert!(after.verdict.stops < before.verdict.stops);
    assert!(after.verdict.cautions <= before.verdict.cautions);
    let hires = |command: &Command| matches!(command, Command::SetKit { .. });
    assert!(!found.commands.iter().any(hires), "{:?}", found.titles);
    // Nothing is taken out: what goes comes back as another of its kind.
    let gone = |device: &str| !after.devices.iter().any(|left| left.id == device);
    assert!(
        !before.devices.iter().any(|device| gone(&device.id)),
        "{:?}",
        found.titles
    );
    // What is left has no safe fix: a hire, a compromise, something taken out, or nothing.
    let left = production
        .edited(catalogue, &found.commands)
        .unwrap()
        .production;
    for finding in after
        .findings
        .iter()
        .filter(|finding| finding.severity == Severity::Stop)
    {
        let fixes = fixes_of(&left, "night", catalogue, &finding.id, &never).unwrap();
        let safe = |effort| matches!(effort, Effort::Setting);
        assert!(
            !fixes.iter().any(|fix| safe(fix.effort)),
            "{}: {:?}",
            finding.id,
            fixes
        );
    }
}

#[test]
fn a_route_uses_what_stands_idle_before_it_asks_for_more() {
    let catalogue = Catalogue::shipped();
    let mut asked = wanted(&[
        ("orrell-c4", 1),
        ("pellow-w1t", 1),
        ("pellow-w1r", 1),
        ("ashgill-17", 1),
    ]);
    asked.connect = false;
    let (production, ..) = done(&empty(), &asked);
    for paired in [false, true] {
        let production = if paired {
            run(&production, "a-transmitter.air > receiver.air 20 m")
        } else {
            production.clone()
        };
        let ends = plan::Ends {
            from: "a",
            to: "director",
        };
        let never = Interrupt::default();
        let found = plan::find_routes(&production, "main", catalogue, ends, &never).unwrap();
        let through = found
            .routes
            .iter()
            .find(|route| route.title.ends_with("through A transmitter, Receiver"))
            .unwrap_or_else(|| {
                panic!(
                    "{:?}",
                    found
                        .routes
                        .iter()
                        .map(|route| &route.title)
                        .collect::<Vec<_>>()
                )
            });
        let adds = |command: &Command| {
            matches!(command, Command::AddDevice { .. } | Command::SetKit { .. })
        };
        assert!(!through.commands.iter().any(adds));
        let after = production
            .edited(catalogue, &through.commands)
            .unwrap()
            .production;
        let report = report(&after, "main", catalogue).unwrap();
        let row = report
            .arrivals
            .iter()
            .find(|row| row.device == "director")
            .unwrap();
        assert!(row.picture.is_some());
    }
}

#[test]
fn an_input_says_what_could_feed_it() {
    let catalogue = Catalogue::shipped();
    let mut asked = wanted(&[
        ("orrell-c4", 1),
        ("ashgill-5", 1),
        ("pellow-w1r", 1),
        ("ashgill-17", 1),
    ]);
    asked.connect = false;
    let (production, ..) = done(&empty(), &asked);
    let production = run(&production, "a.sdi2 > a-monitor.sdi");
    let floor = Floor::new(&production, &production.builds[0], catalogue);
    let resolved = resolve(&floor);
    let input = floor.find(&"director.sdi".parse().unwrap()).unwrap();
    let found = sources(&floor, &resolved, input);
    let told: Vec<String> = found
        .iter()
        .map(|other| {
            format!(
                "{} {} {}",
                if other.fits { "+" } else { "-" },
                floor.name(other.port),
                other.reason
            )
        })
        .collect();
    insta::assert_snapshot!(told.join("\n"));
}

proptest! {
    #![proptest_config(cases(40))]

    /// Whatever is wanted together: the plan can be carried out as it stands, names and handles are
    /// unique, and all of it is taken back by one step.
    #[test]
    fn any_mix_is_planned_and_can_be_taken_back(
        picks in prop::collection::vec((0usize..200, 1u32..4), 1..8), own in any::<bool>(),
    ) {
        let catalogue = Catalogue::shipped();
        let devices: Vec<(&str, u32)> = picks
            .iter()
            .map(|(pick, count)| (catalogue.devices[pick % catalogue.devices.len()].id.as_str(), *count))
            .collect();
        let mut asked = wanted(&devices);
        asked.new_unit = own.then(|| "Cart".into());
        let production = empty();
        let setup = set_up(&production, catalogue, &asked).unwrap();
        let edited = production.edited(catalogue, &setup.commands).unwrap();
        let build = &edited.production.builds[0];
        let names: HashSet<&str> = build.placements.iter().map(|placement| placement.name.as_str()).collect();
        prop_assert_eq!(names.len(), build.placements.len());
        let count: u32 = devices.iter().map(|(_, count)| count).sum();
        prop_assert_eq!(build.placements.len(), count as usize);
        edited.production.check().unwrap();
        let back = edited.production.stepped(catalogue, &edited.inverse).unwrap().production;
        prop_assert_eq!(back, production);
        // Nothing that was wired by itself is a stop on its cable.
        let report = report(&edited.production, "main", catalogue).unwrap();
        let broken = report.findings.iter().find(|finding| {
            finding.severity == Severity::Stop && finding.at.connection.is_some()
        });
        prop_assert!(broken.is_none(), "{:?}", broken);
    }
}

#[test]
fn lavaliers_by_radio_and_a_boom_by_cable_meet_in_the_mixer() {
    let (production, setup, report) = done(
        &empty(),
        &wanted(&[
            ("orrell-c4", 1),
            ("dunmore-x8", 1),
            ("dunmore-b1", 1),
            ("dunmore-l1", 2),
            ("dunmore-w4t", 2),
            ("dunmore-w4r", 2),
        ]),
    );
    insta::assert_snapshot!(told(&production, &setup, &report));
    // Each lavalier reaches a track of its own, and the levels are those of a plan that works.
    let on_mixer: Vec<_> = report
        .sound
        .chains
        .iter()
        .filter(|chain| chain.recorder == "mixer")
        .collect();
    assert_eq!(on_mixer.len(), 3);
    assert!(on_mixer.iter().all(|chain| chain.headroom_db >= Some(3.9)));
}

#[test]
fn a_lavalier_into_a_body_where_there_is_no_mixer() {
    let (production, setup, report) = done(
        &empty(),
        &wanted(&[
            ("orrell-c2", 1),
            ("dunmore-l1", 1),
            ("dunmore-w4t", 1),
            ("dunmore-w4r", 1),
        ]),
    );
    insta::assert_snapshot!(told(&production, &setup, &report));
}

#[test]
fn a_mix_goes_out_by_radio_where_no_lavalier_waits_for_the_transmitter() {
    let (production, setup, report) = done(
        &empty(),
        &wanted(&[
            ("orrell-c4", 1),
            ("dunmore-x6", 1),
            ("dunmore-b1", 1),
            ("dunmore-w2t", 1),
            ("dunmore-w2r", 1),
        ]),
    );
    insta::assert_snapshot!(told(&production, &setup, &report));
}

#[test]
fn batteries_and_plates_go_on_what_they_feed() {
    let empty = empty();
    let wanted = wanted(&[
        ("stannard-v98", 2),
        ("stannard-n47", 2),
        ("stannard-p5", 1),
        ("dunmore-x6", 1),
        ("orrell-c4", 1),
        ("tamsin-m4", 1),
        ("ashgill-5", 2),
    ]);
    let (after, ..) = done(&empty, &wanted);
    let build = &after.builds[0];
    let power: Vec<String> = build
        .connections
        .iter()
        .filter(|cable| cable.cable.starts_with("on-"))
        .map(|cable| format!("{} > {}", cable.from, cable.to))
        .collect();
    assert_eq!(
        power,
        [
            "a-plate.out > a.batt",
            "a-battery.contacts > a-plate.batt",
            "a-battery-3.contacts > a-monitor.batt",
            "b-battery.contacts > b-monitor.batt",
        ]
    );
    // The second V-mount battery finds nothing to go on: it stands with the first rig, and that is said.
    let report = report(&after, "main", Catalogue::shipped()).unwrap();
    let idle = report
        .findings
        .iter()
        .filter(|finding| finding.code.to_string() == "P-116");
    let idle: Vec<&str> = idle.map(|finding| finding.text.as_str()).collect();
    assert_eq!(idle, ["A battery 2 feeds nothing."]);
}
