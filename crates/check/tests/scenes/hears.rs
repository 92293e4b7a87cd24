//! A fact that one room knows, and the others hear of: batteries and clocks, loops and what is behind them.

use model::document::{
    ClockSetting, ClockWay, Command, Purpose, Rolls, ScheduleEntry, SoundSetting, TrackSetting,
    TrackSource,
};
use stage::{Scene, finding, naming, says, scene};
use units::quantity::Span;

fn day(mut floor: Scene, parts: &[(&str, u64, bool)]) -> Scene {
    let entries = parts.iter().enumerate();
    floor.0.builds[0].schedule = entries
        .map(|(number, (start, minutes, rolls))| ScheduleEntry {
            id: format!("p{number}").into(),
            name: format!("Part {number}"),
            recorders: Vec::new(),
            start: start.parse().unwrap(),
            length: Span(minutes * 60),
            rolls: if *rolls {
                Rolls::Continuous
            } else {
                Rolls::Nothing
            },
        })
        .collect();
    floor
}

fn set_clock(floor: Scene, device: &str, way: ClockWay) -> Scene {
    floor.does(Command::SetClock {
        build: "main".into(),
        device: device.into(),
        change: naming(&ClockSetting {
            way: Some(way),
            ..ClockSetting::default()
        }),
    })
}

fn codes(floor: &Scene) -> Vec<String> {
    let report = report::report(&floor.0, "main", stage::catalogue()).unwrap();
    report
        .findings
        .iter()
        .map(|finding| finding.code.to_string())
        .collect()
}

/// A body on one battery, jammed by a box that stands in another unit, over a day that it doesn’t last.
fn jammed_body(body: &str, battery: &str, to: &str) -> Scene {
    let floor = scene("1080p25")
        .with("box", "merrin-t2")
        .with("a", body)
        .with("v", battery)
        .line(&format!("v.contacts > {to}"));
    let mut floor = set_clock(floor, "a", ClockWay::Jammed);
    floor.0.builds[0].timecode_master = Some("box".into());
    day(floor, &[("08:00", 600, true)])
}

#[test]
fn a_clock_that_forgets_at_a_change_of_battery_is_jammed_again() {
    // 15 W h over 6 W: the pocket body is changed some times a day, and its clock holds nothing.
    let floor = jammed_body("tamsin-k2", "stannard-b16", "a.slot");
    let told = says(&floor, "T-114");
    assert!(
        told.starts_with(
            "caution: A forgets the time when V is changed: jam it again at 10:09, 12:18, "
        ),
        "{told}"
    );
    let jams = report::report(&floor.0, "main", stage::catalogue())
        .unwrap()
        .time
        .jams;
    let changes = report::report(&floor.0, "main", stage::catalogue())
        .unwrap()
        .power
        .swaps;
    assert!(!changes.is_empty());
    for change in changes {
        let jam = jams.iter().find(|jam| jam.at == change.at);
        assert!(
            jam.is_some_and(|jam| jam.names == ["A"]),
            "{}",
            change.label
        );
    }
    // One that counts on for ten minutes doesn’t notice.
    let holds = jammed_body("orrell-c4", "stannard-v50", "a.batt");
    assert!(!codes(&holds).contains(&"T-114".into()));
    let fed = floor.line("box.tc > a.tc 1 m");
    assert!(!codes(&set_clock(fed, "a", ClockWay::Jammed)).is_empty());
}

#[test]
fn free_run_beside_a_cable_is_said_and_mended() {
    let floor = scene("1080p25")
        .with("a", "orrell-c4")
        .with("box", "merrin-t2")
        .line("box.tc > a.tc 1 m");
    assert!(!codes(&floor).contains(&"T-115".into()));
    let floor = set_clock(floor, "a", ClockWay::FreeRun);
    assert_eq!(
        says(&floor, "T-115"),
        "caution: A is set to free run: the timecode of BOX at Timecode in does nothing. fix: Let A follow the others’ timecode"
    );
    floor.every_fix_mends();
    // One that nothing is plugged into has never been set either; alone on the floor there is nobody to follow.
    let apart = scene("1080p25")
        .with("a", "orrell-c4")
        .with("box", "merrin-t2");
    let apart = set_clock(apart, "a", ClockWay::FreeRun);
    assert!(
        says(&apart, "T-115").starts_with("caution: A is set to free run: nothing has set it.")
    );
    let alone = set_clock(
        scene("1080p25").with("a", "orrell-c4"),
        "a",
        ClockWay::FreeRun,
    );
    assert!(!codes(&alone).contains(&"T-115".into()));
}

#[test]
fn a_box_that_runs_on_its_own_and_leads_others_is_a_second_leader() {
    let mut floor = scene("1080p25")
        .with("a", "orrell-c4")
        .with("b", "orrell-c4")
        .with("one", "merrin-t2")
        .with("two", "merrin-t2")
        .line("one.tc > a.tc 1 m")
        .line("two.tc > b.tc 1 m");
    floor.0.builds[0].timecode_master = Some("one".into());
    let floor = set_clock(floor, "two", ClockWay::FreeRun);
    assert!(
        says(&floor, "T-115")
            .starts_with("caution: TWO runs on its own and leads B: there are two leaders."),
        "{}",
        says(&floor, "T-115")
    );
}

#[test]
fn a_leader_that_stands_still_or_is_ordinary_is_said() {
    let mut floor = scene("1080p25")
        .with("a", "orrell-c4")
        .with("b", "orrell-c4")
        .with("box", "merrin-t2");
    floor.0.builds[0].timecode_master = Some("a".into());
    assert_eq!(
        says(&floor, "T-116"),
        "note: A leads, and nothing disciplines its clock of 5 ppm. fix: Let BOX lead"
    );
    Scene(floor.0.clone()).every_fix_mends();
    let floor = set_clock(floor, "a", ClockWay::RecordRun);
    assert!(says(&floor, "T-106").starts_with("stop: A leads, and counts only while it records."));
    floor.every_fix_mends();
}

#[test]
fn off_speed_under_a_timecode_box_labels_arent_the_time() {
    let floor = scene("1080p25")
        .with("a", "orrell-c4")
        .with("box", "merrin-t2")
        .line("box.tc > a.tc 1 m")
        .records("a", "mezzanine-high", &["cfx-b-512"], 0);
    assert!(!codes(&floor).contains(&"T-117".into()));
    let mut fast = floor;
    let recording = &mut fast.0.builds[0].placements[0].settings.recording;
    recording.as_mut().unwrap().sensor_rate = Some("50".parse().unwrap());
    let note = finding(&fast, "T-117");
    assert_eq!(
        note.text,
        "A runs at 50, under timecode of 25: its labels aren’t the time of day."
    );
    assert!(
        note.reason
            .starts_with("Each second of it is played in 2.00 s")
    );
}

#[test]
fn a_passive_loop_hands_on_what_its_own_screen_cant_show() {
    let mut floor = scene("1080p50")
        .with("a", "orrell-c4")
        .with("big", "ashgill-17")
        .with("mon", "ashgill-7")
        .line("a.sdi2 > big.sdi rg6 5 m")
        .line("big.sdi-loop > mon.sdi rg6 5 m")
        .needs("mon", Purpose::Directing, |_| ());
    floor.0.builds[0].placements[0].settings.outputs.insert(
        "sdi2".into(),
        model::document::OutputSetting {
            level: Some("B".parse().unwrap()),
            ..model::document::OutputSetting::default()
        },
    );
    assert!(says(&floor, "V-105").starts_with("stop: "));
    let report = report::report(&floor.0, "main", stage::catalogue()).unwrap();
    let pictures: Vec<(&str, bool)> = report
        .arrivals
        .iter()
        .map(|row| (row.name.as_str(), row.picture.is_some()))
        .collect();
    assert_eq!(pictures, [("BIG", false), ("MON", true)]);
    assert!(report.needs[0].met, "{}", report.needs[0].says);
}

#[test]
fn what_is_behind_a_passive_loop_goes_on_when_its_screen_is_dark() {
    let floor = scene("1080p25")
        .with("a", "orrell-c4")
        .with("v", "stannard-v150")
        .with("mon", "ashgill-7")
        .with("w", "stannard-v98")
        .with("rec", "ashgill-7r")
        .with("x", "stannard-v150")
        .line("v.contacts > a.batt")
        .line("w.dtap > mon.dc")
        .line("x.dtap > rec.dc")
        .line("a.sdi2 > mon.sdi rg6 2 m")
        .line("mon.sdi-loop > rec.sdi rg6 2 m")
        .records("rec", "mezzanine-high", &["ssd-1000"], 0);
    let floor = day(floor, &[("08:00", 600, true)]);
    let report = report::report(&floor.0, "main", stage::catalogue()).unwrap();
    let small = report
        .power
        .sources
        .iter()
        .find(|source| *source.id == *"w")
        .unwrap();
    assert_eq!(small.no_picture, ["mon"]);
    assert_eq!((small.kind, small.still.len()), ("warm", 1));
}

#[test]
fn forty_eight_volts_come_through_a_splitter_both_ways() {
    // One microphone, two mixers; the second gives the 48 V, the first is switched off.
    let floor = scene("1080p25")
        .with("m", "dunmore-b1")
        .with("y", "dunmore-y1")
        .with("one", "dunmore-x6")
        .with("two", "dunmore-x6")
        .line("m.out > y.in")
        .line("y.out1 > one.in1")
        .line("y.out2 > two.in1")
        .records("one", "pcm-wav", &["sd-v60-128"], 1)
        .records("two", "pcm-wav", &["sd-v60-128"], 1);
    let switched = |one: bool, two: bool| {
        let mut floor = Scene(floor.0.clone());
        for (number, on) in [(2, one), (3, two)] {
            floor.0.builds[0].placements[number].settings.sound.insert(
                "in1".into(),
                SoundSetting {
                    phantom: Some(on),
                    ..SoundSetting::default()
                },
            );
        }
        codes(&floor)
    };
    assert!(!switched(false, true).contains(&"S-108".into()));
    assert!(!switched(true, false).contains(&"S-108".into()));
    assert!(switched(false, false).contains(&"S-108".into()));
    assert!(switched(true, true).contains(&"S-110".into()));
}

#[test]
fn timecode_on_a_track_is_a_track_that_is_used() {
    let floor = scene("1080p25")
        .with("t", "merrin-t8a")
        .with("a", "tamsin-m2")
        .line("t.audio > a.mic jack35 1 m")
        .records("a", "h264-100", &["sd-v60-128"], 1);
    let said = codes(&floor);
    assert!(
        !said.contains(&"S-101".into()) && !said.contains(&"S-112".into()),
        "{said:?}"
    );
    let report = report::report(&floor.0, "main", stage::catalogue()).unwrap();
    assert_eq!(report.sound.sheets[0].tracks[0].name, "Timecode of T");
    // Written out, it is on its track as well; from another input nothing comes.
    let written = |input: &str| {
        let mut floor = Scene(floor.0.clone());
        floor.0.builds[0].placements[1].settings.tracks = vec![TrackSetting {
            from: vec![TrackSource {
                input: input.into(),
                channel: 1,
            }],
            ..TrackSetting::default()
        }];
        codes(&floor)
    };
    assert!(!written("mic").contains(&"S-118".into()));
    assert!(written("shoe").contains(&"S-118".into()));
}

#[test]
fn a_source_that_falls_off_the_tracks_is_said_where_they_are_counted_too() {
    let floor = |tracks: usize| {
        scene("1080p25")
            .with("m", "dunmore-b1")
            .with("lav", "dunmore-b1")
            .with("mix", "dunmore-x6")
            .line("m.out > mix.in1")
            .line("lav.out > mix.in2")
            .records("mix", "pcm-wav", &["sd-v60-128"], tracks)
    };
    assert_eq!(
        says(&floor(1), "S-119"),
        "caution: Input 2 of MIX is on no track: LAV isn’t recorded anywhere. fix: Record the 2 sound tracks that arrive on MIX"
    );
    floor(1).every_fix_mends();
    assert!(!codes(&floor(2)).contains(&"S-119".into()));
}

#[test]
fn channels_are_handed_out_so_that_all_fit_whatever_the_order() {
    // Four systems that have four channels to choose from, and two with more: six fit on six.
    let link = |floor: Scene, number: usize, kind: &str| {
        floor
            .with(&format!("t{number}"), &format!("{kind}t"))
            .with(&format!("r{number}"), &format!("{kind}r"))
            .line(&format!("t{number}.air > r{number}.air 10 m"))
    };
    let orders: [&[&str]; 2] = [
        &[
            "pellow-w1",
            "pellow-w1",
            "pellow-l2",
            "pellow-l2",
            "pellow-l2",
            "pellow-l2",
        ],
        &[
            "pellow-l2",
            "pellow-w1",
            "pellow-l2",
            "pellow-l2",
            "pellow-w1",
            "pellow-l2",
        ],
    ];
    for order in orders {
        let links = order.iter().enumerate();
        let floor = links.fold(scene("1080p25"), |floor, (number, kind)| {
            link(floor, number, kind)
        });
        assert!(!codes(&floor).contains(&"V-124".into()), "{order:?}");
    }
}

#[test]
fn overlays_are_blamed_on_what_burns_them_in() {
    let mut loops = stage::catalogue().device("ashgill-7").unwrap().clone();
    for path in &mut loops.paths {
        path.overlay = true;
    }
    let mut floor = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-7")
        .with("dir", "ashgill-17")
        .line("a.sdi2 > mon.sdi rg6 2 m")
        .line("mon.sdi-loop > dir.sdi rg6 2 m")
        .needs("dir", Purpose::Directing, |need| need.clean = true);
    floor.0.custom.devices.push(loops);
    let stop = finding(&floor, "V-202");
    assert_eq!(
        stop.reason,
        "SDI loop of MON burns them in; the picture comes to it clean."
    );
    // The camera isn’t told to send another picture; a clean one comes from its free output.
    assert!(stop.fixes.iter().all(|fix| !fix.title.contains("to clean")));
    assert!(!stop.fixes.is_empty());
    floor.every_fix_mends();
}

#[test]
fn a_leader_that_is_the_odd_one_out_is_blamed_alone() {
    let mut floor = scene("1080p25")
        .with("box", "merrin-t2")
        .with("a", "orrell-c4")
        .with("b", "orrell-c4")
        .with("c", "orrell-c4");
    floor.0.builds[0].timecode_master = Some("box".into());
    floor.0.builds[0].placements[0].settings.timecode = Some("24".parse().unwrap());
    let rates: Vec<String> = codes(&floor)
        .into_iter()
        .filter(|code| code == "T-101")
        .collect();
    assert_eq!(rates.len(), 1);
    assert_eq!(
        finding(&floor, "T-101").text,
        "BOX counts 24, A counts 25: hours, minutes and seconds agree, and their frames are of another length."
    );
    floor.every_fix_mends();
}

#[test]
fn the_right_socket_comes_before_a_converter() {
    // The camera’s HDMI into the recorder’s SDI, while both have the other’s socket free.
    let floor = scene("1080p25")
        .with("a", "tamsin-m4")
        .with("mon", "ashgill-7")
        .line("a.hdmi > mon.sdi rg6 2 m");
    let stop = finding(&floor, "V-107");
    assert_eq!(stop.fixes[0].title, "Connect HDMI of A to HDMI in of MON");
    floor.every_fix_mends();
}

#[test]
fn a_body_that_is_late_by_itself_is_named() {
    let floor = scene("1080p25")
        .with("a", "tamsin-k2")
        .with("mon", "ashgill-7")
        .line("a.hdmi > mon.hdmi hdmi-c-a 500 mm")
        .needs("mon", Purpose::Operating, |_| ());
    let late = finding(&floor, "V-203");
    assert_eq!(late.severity, check::Severity::Caution);
    assert!(
        late.reason
            .starts_with("A itself gives its picture 120 ms after the lens at its quickest output"),
        "{}",
        late.reason
    );
}
