//! Clocks together: who gets the time from whom, what runs apart, what is done about it.

use model::document::{
    Change, ClockSetting, ClockWay, Command, KitLine, MeasuredClock, Rolls, ScheduleEntry,
};
use report::{ClockReport, sync_plan};
use stage::{BUILD, Scene, catalogue, scene};
use units::quantity::Ppm;

fn clock(scene: &Scene, device: &str) -> ClockReport {
    let time = scene.report().time;
    let mut clocks = time.clocks.into_iter();
    clocks.find(|clock| clock.device == device).unwrap()
}

fn says(scene: &Scene, code: &str) -> String {
    let met = scene.all_codes().iter().any(|other| other == code);
    if met {
        stage::says(scene, code)
    } else {
        "nothing".into()
    }
}

fn set(device: &str, after: ClockSetting) -> Command {
    Command::SetClock {
        build: BUILD.into(),
        device: device.into(),
        change: Change::between(&ClockSetting::default(), &after),
    }
}

fn way(way: ClockWay) -> ClockSetting {
    ClockSetting {
        way: Some(way),
        ..ClockSetting::default()
    }
}

fn day(mut scene: Scene, parts: &[(&str, &str, Rolls)]) -> Scene {
    for (number, (start, length, rolls)) in parts.iter().enumerate() {
        scene.0.builds[0].schedule.push(ScheduleEntry {
            id: format!("p{number}").into(),
            name: format!("Part {number}"),
            recorders: Vec::new(),
            start: start.parse().unwrap(),
            length: length.parse().unwrap(),
            rolls: *rolls,
        });
    }
    scene
}

/// A cinema body that a box feeds, and a second that is jammed.
fn two_bodies() -> Scene {
    scene("1080p25")
        .with("box", "merrin-t2")
        .with("a", "orrell-c4")
        .with("b", "orrell-c4")
        .line("box.tc > a.tc 1 m")
        .line("master box")
}

#[test]
fn what_is_fed_follows_and_what_was_jammed_runs_on_its_own() {
    let floor = day(two_bodies(), &[("08:00", "10 h", Rolls::Continuous)]);
    assert_eq!(clock(&floor, "box").way, "master");
    let fed = clock(&floor, "a");
    assert_eq!(
        (fed.way, fed.runs_on.as_str(), fed.most_frames),
        ("cable", "box", 0.0)
    );
    assert_eq!(
        fed.without,
        [
            "Without BOX it goes on by itself: half a frame off after 1 h 04 min.",
            "It wants 5 min to warm up: jam it, or let it lead, after that.",
            "It counts on for 10 min without power."
        ]
    );
    let jammed = clock(&floor, "b");
    // 5 and 0.2 ppm: half a frame of 40 ms after 3,846 s.
    assert_eq!(
        (jammed.way, jammed.rejam_after.as_deref()),
        ("jammed", Some("1 h 04 min"))
    );
    assert_eq!(jammed.drift.len(), 10);
    assert!(
        (jammed.most_frames - 0.5).abs() < 0.01,
        "{}",
        jammed.most_frames
    );
    assert_eq!(
        says(&floor, "T-105"),
        "caution: Nothing feeds timecode to B all day: jammed from BOX at the beginning, it may be 4.7 frames off at the end; no break comes before 09:04. \
         fix: Put a timecode box (to hire: none is left in the kit) on B, and leave it there"
    );
    floor.every_fix_mends();
    // A short day has breaks put in too.
    let short = day(two_bodies(), &[("08:00", "3 h", Rolls::Continuous)]);
    let fixes = stage::finding(&short, "T-105").fixes;
    let titles: Vec<&str> = fixes.iter().map(|fix| fix.title.as_str()).collect();
    assert!(
        titles.contains(&"Put 5 minutes into the day to jam timecode, at 08:55 and 09:55"),
        "{titles:?}"
    );
}

#[test]
fn breaks_that_come_in_time_are_when_it_is_jammed_again() {
    let parts = [
        ("08:00", "1 h", Rolls::Continuous),
        ("09:15", "45 min", Rolls::Continuous),
        ("10:15", "45 min", Rolls::Continuous),
    ];
    let floor = day(two_bodies(), &parts);
    assert_eq!(
        says(&floor, "T-105"),
        "note: Nothing feeds timecode to B all day: jammed from BOX at the beginning, it may be 1.4 frames off at the end: jam it again in a break, at 09:04 and 10:08. \
         fix: Put a timecode box (to hire: none is left in the kit) on B, and leave it there"
    );
    let jams = floor.report().time.jams;
    assert!(
        jams.len() == 2
            && jams
                .iter()
                .all(|jam| jam.in_break.is_some() && jam.names == ["B"])
    );
    floor.every_fix_mends();
}

#[test]
fn a_measured_clock_takes_the_place_of_its_makers_figure() {
    let measured = |ppm: f64| ClockSetting {
        measured: Some(MeasuredClock {
            ppm: Ppm::of(ppm),
            from: "bench.wav".into(),
        }),
        ..ClockSetting::default()
    };
    let floor = two_bodies().does(set("b", measured(-3.0)));
    let pair = |floor: &Scene| {
        let pairs = floor.report().time.pairs;
        let pair = pairs
            .into_iter()
            .find(|pair| pair.one == "box" && pair.other == "b");
        pair.map(|pair| (pair.ppm, pair.measured)).unwrap()
    };
    assert_eq!(clock(&floor, "b").measured.as_deref(), Some("bench.wav"));
    assert_eq!(pair(&floor), ("3.2 ppm".into(), false));
    // Both measured: what they do, with their signs.
    let both = floor.does(set("box", measured(-2.5)));
    assert_eq!(pair(&both), ("0.5 ppm".into(), true));
}

#[test]
fn radio_record_run_rates_and_offsets() {
    let radio = scene("1080p25")
        .with("m", "merrin-tx")
        .with("t", "merrin-t5r")
        .with("a", "orrell-c4")
        .line("t.tc > a.tc 1 m");
    assert_eq!(clock(&radio, "m").way, "master");
    assert_eq!(clock(&radio, "t").way, "radio");
    assert_eq!(clock(&radio, "a").runs_on, "m");
    let run = two_bodies().does(set("b", way(ClockWay::RecordRun)));
    assert_eq!(
        says(&run, "T-106"),
        "caution: B counts only while it records: its labels don’t say when. fix: Let B count all the time"
    );
    run.every_fix_mends();
    let rate = scene("1080p30").with("g", "merrin-g0");
    assert_eq!(
        says(&rate, "T-110"),
        "stop: G is to count 30, and can’t. fix: none"
    );
    let flash = scene("1080p25")
        .with("t", "merrin-t1")
        .with("a", "tamsin-m4")
        .line("t.tc > a.flash tc-jack-flash 1 m");
    assert_eq!(clock(&flash, "a").way, "cable");
    assert_eq!(
        says(&flash, "T-111"),
        "note: A labels its pictures 1 frame late when it is fed. fix: Enter −1 frame in the menu of A"
    );
    flash.every_fix_mends();
}

#[test]
fn timecode_as_sound_spends_a_track_and_may_be_too_hot() {
    let floor = scene("1080p25")
        .with("t", "merrin-t8a")
        .with("a", "tamsin-m2")
        .line("t.audio > a.mic jack35 1 m")
        .records("a", "h264-100", &["sd-v60-128"], 2);
    assert_eq!(clock(&floor, "a").way, "track");
    assert!(
        says(&floor, "T-108").starts_with("note: A records timecode as sound, at Mic in of A.")
    );
    assert_eq!(says(&floor, "T-107"), "nothing");
    let hot = floor.does(Command::SetSound {
        build: BUILD.into(),
        at: "t.audio".parse().unwrap(),
        change: Change::between(
            &model::document::SoundSetting::default(),
            &model::document::SoundSetting {
                level: Some(model::catalogue::LevelKind::Line),
                ..Default::default()
            },
        ),
    });
    assert!(
        says(&hot, "T-107").ends_with("fix: Set Timecode as sound of T to mic"),
        "{}",
        says(&hot, "T-107")
    );
    hot.every_fix_mends();
}

#[test]
fn a_house_that_jams_and_unplugs_reckons_with_each_clock_of_its_own() {
    let mut floor = day(two_bodies(), &[("08:00", "3 h", Rolls::Continuous)]);
    assert_eq!(clock(&floor, "a").way, "cable");
    floor.0.house_rules.timecode = model::document::TimecodeSchool::JamAndUnplug;
    let unplugged = clock(&floor, "a");
    assert_eq!((unplugged.way, unplugged.drift.len()), ("jammed", 3));
    // A box that stays on is no way out here: breaks are.
    let fixes = stage::finding(&floor, "T-105").fixes;
    assert!(
        fixes.iter().all(|fix| fix.title.contains("5 minutes")),
        "{fixes:?}"
    );
    let floor = floor.every_fix_mends();
    let plan = sync_plan(&floor.0, BUILD, catalogue()).unwrap();
    assert_eq!(plan.commands, []);
    assert!(
        plan.left[0].starts_with("A is jammed and unplugged"),
        "{:?}",
        plan.left
    );
}

#[test]
fn past_midnight_labels_begin_again() {
    let floor = day(two_bodies(), &[("20:00", "6 h", Rolls::Continuous)]);
    assert!(says(&floor, "T-109").starts_with("note: The day ends at 02:00 next day"));
    let dated = floor.does(set(
        "box",
        ClockSetting {
            user_bits: Some("00310504".parse().unwrap()),
            ..ClockSetting::default()
        },
    ));
    assert_eq!(says(&dated, "T-109"), "nothing");
}

#[test]
fn a_floor_is_brought_into_sync_with_what_the_kit_has() {
    let mut floor = scene("1080p25")
        .with("t", "merrin-t2")
        .with("a", "orrell-c4")
        .with("b", "orrell-c4")
        .line("timecode b 24")
        .line("clock a record-run");
    floor.0.kit.push(KitLine::owned("merrin-t2", None, 2));
    let plan = sync_plan(&floor.0, BUILD, catalogue()).unwrap();
    assert_eq!(
        plan.says,
        [
            "T leads: its clock is the truest that gives time, 0.2 ppm.",
            "B counts 25, as the project does.",
            "A follows T.",
            "A box stays on A: it is fed all day, and needn’t be set again.",
            "A box stays on B: it is fed all day, and needn’t be set again.",
        ]
    );
    assert_eq!(plan.left, [""; 0]);
    let edited = floor.0.edited(catalogue(), &plan.commands).unwrap();
    let after = Scene(edited.production);
    assert_eq!(
        (clock(&after, "a").way, clock(&after, "b").way),
        ("cable", "cable")
    );
    assert_eq!(clock(&after, "b").counts, "25");
    let again = sync_plan(&after.0, BUILD, catalogue()).unwrap();
    assert_eq!(again.commands, [], "{:?}", again.says);
    let undone = after.0.stepped(catalogue(), &edited.inverse).unwrap();
    assert_eq!(undone.production, floor.0);
    assert!(sync_plan(&floor.0, "nowhere", catalogue()).is_none());
}

#[test]
fn a_recorder_follows_the_timecode_beside_the_picture_that_it_records() {
    let floor = scene("1080p25")
        .with("box", "merrin-t2")
        .with("a", "orrell-c4")
        .with("rec", "ashgill-7r")
        .line("box.tc > a.tc 1 m")
        .line("a.sdi1 > rec.sdi 1 m")
        .line("master box");
    let rec = clock(&floor, "rec");
    assert_eq!((rec.way, rec.from.as_deref()), ("cable", Some("box")));
}

/// Two cinema bodies at a switcher, and a master that gives a reference.
fn at_a_switcher() -> Scene {
    scene("1080p25")
        .with("m", "merrin-m2")
        .with("a", "orrell-c4")
        .with("b", "orrell-c4")
        .with("s", "merrin-m4")
        .line("a.sdi2 > s.sdi1 2 m")
        .line("b.sdi2 > s.sdi2 2 m")
}

#[test]
fn cameras_that_a_switcher_cuts_between_want_one_reference() {
    let floor = at_a_switcher();
    assert_eq!(
        says(&floor, "T-112"),
        "note: A and B meet at S, and don’t begin their frames together. fix: Lock them to the reference of M"
    );
    floor.every_fix_mends();
    let all = at_a_switcher()
        .line("m.ref > a.ref 5 m")
        .line("m.ref2 > b.ref 5 m")
        .line("m.ref3 > s.ref 5 m");
    assert_eq!(says(&all, "T-112"), "nothing");
    // Locked cameras at a switcher that isn't: its cuts fall anywhere in their frames.
    let two = at_a_switcher()
        .line("m.ref > a.ref 5 m")
        .line("m.ref2 > b.ref 5 m");
    let reason = stage::finding(&two, "T-112").reason;
    assert!(
        reason.starts_with("S isn’t locked with the others"),
        "{reason}"
    );
    two.every_fix_mends();
    let other = at_a_switcher()
        .with("m1", "merrin-m1")
        .line("m.ref > a.ref 5 m")
        .line("m1.ref > b.ref 5 m")
        .line("m.ref2 > s.ref 5 m");
    let reason = stage::finding(&other, "T-112").reason;
    assert!(
        reason.starts_with("They are locked to references that aren’t one"),
        "{reason}"
    );
    other.every_fix_mends();
    // Through distribution it is one all the same; a router only passes on.
    let spread = at_a_switcher()
        .with("d", "merrin-rd6")
        .line("m.ref > d.in 5 m")
        .line("d.out1 > a.ref 5 m")
        .line("d.out2 > b.ref 5 m")
        .line("d.out3 > s.ref 5 m");
    assert_eq!(says(&spread, "T-112"), "nothing");
    let router = scene("1080p25")
        .with("a", "orrell-c4")
        .with("b", "orrell-c4")
        .with("r", "merrin-r4")
        .line("a.sdi2 > r.in1 2 m")
        .line("b.sdi2 > r.in2 2 m");
    assert_eq!(says(&router, "T-112"), "nothing");
}

#[test]
fn where_nothing_gives_a_reference_one_is_brought_and_a_body_without_input_cant_lock() {
    let mut floor = scene("1080p25")
        .with("a", "orrell-c4")
        .with("b", "orrell-c4")
        .with("s", "merrin-m4")
        .line("a.sdi2 > s.sdi1 2 m")
        .line("b.sdi2 > s.sdi2 2 m");
    assert!(
        says(&floor, "T-112").ends_with(
            "fix: Lock them to one reference, Merrin M2 master clock and reference (to hire: none is left in the kit)"
        ),
        "{}",
        says(&floor, "T-112")
    );
    floor.0.kit.push(KitLine::owned("merrin-m2", None, 1));
    assert!(
        says(&floor, "T-112")
            .ends_with("fix: Lock them to one reference, Merrin M2 master clock and reference")
    );
    floor.every_fix_mends();
    let without = scene("1080p25")
        .with("a", "orrell-c4")
        .with("b", "tamsin-m2")
        .with("x", "merrin-hs")
        .with("s", "merrin-m4")
        .line("a.sdi2 > s.sdi1 2 m")
        .line("b.hdmi > x.hdmi 1 m")
        .line("x.sdi1 > s.sdi2 2 m");
    assert!(
        says(&without, "T-112").ends_with("fix: none"),
        "{}",
        says(&without, "T-112")
    );
}

#[test]
fn what_is_locked_to_a_reference_runs_as_fast_as_it() {
    let floor = at_a_switcher().line("m.ref > a.ref 5 m");
    let cables = floor.report().connections;
    assert_eq!(cables.last().unwrap().label, "ref 25");
    let (a, b) = (clock(&floor, "a"), clock(&floor, "b"));
    assert_eq!((a.way, a.runs_on.as_str()), ("jammed", "m"));
    assert_eq!((b.way, b.runs_on.as_str()), ("jammed", "b"));
    assert_eq!(a.locked_to.as_deref(), Some("m"));
    assert_eq!(
        a.says,
        "Jammed from M, then on its own. Its frames are locked to the reference of M."
    );
    assert!(a.rejam_after.is_none() && b.rejam_after.is_some());
    assert!(
        a.without[0].starts_with("Without M it goes on by itself"),
        "{:?}",
        a.without
    );
    // A reference isn't timecode: it tells no body the time, and feeds no switcher a picture.
    let alone = scene("1080p25")
        .with("m", "merrin-m1")
        .with("s", "merrin-m4")
        .line("m.ref > s.ref 5 m");
    assert!(
        alone.in_words().contains("Nothing comes into S"),
        "{}",
        alone.in_words()
    );
    let odd = at_a_switcher().line("m.ref > a.ref 5 m").counts("m", "24");
    assert_eq!(
        says(&odd, "T-113"),
        "caution: A gets a reference of 24 from M, and runs at 25. fix: Set M to 25"
    );
    assert_eq!(clock(&odd, "a").locked_to, None);
    odd.every_fix_mends();
}
