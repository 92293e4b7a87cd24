//! What the check must not be silent about, and whose cause it must name: each a wiring reasoned
//! out by hand.

use check::{Effort, Severity};
use model::document::{
    Command, Handle, OutputSetting, Production, Purpose, RecordingSetting, Rolls, ScheduleEntry,
    SlotUse,
};
use plan::report_with_fixes;
use runtime::interrupt::Interrupt;
use stage::{BUILD, Scene, catalogue, finding, says, scene};

/// The scene after the first fix of a finding.
fn mended(scene: Scene, code: &str) -> Scene {
    let fix = finding(&scene, code).fixes[0].clone();
    let edited = scene.0.edited(catalogue(), &fix.commands).unwrap();
    Scene(edited.production)
}

fn raw_out(name: &str) -> OutputSetting {
    OutputSetting {
        raw: Some(name.into()),
        ..OutputSetting::default()
    }
}

fn recording(codec: &str, media: &[&str], tracks: usize) -> RecordingSetting {
    RecordingSetting {
        codec: codec.into(),
        media: media.iter().copied().map(Handle::from).collect(),
        tracks,
        ..RecordingSetting::default()
    }
}

/// Sets a recording as a file would: nothing refuses it.
fn set(mut scene: Scene, handle: &str, setting: RecordingSetting) -> Scene {
    let placements = &mut scene.0.builds[0].placements;
    let placement = placements.iter_mut().find(|known| known.id == handle);
    placement.unwrap().settings.recording = Some(setting);
    scene
}

// Rates

#[test]
fn a_production_at_24_under_a_box_at_23_976() {
    let floor = || {
        scene("1080p24")
            .with("a", "orrell-c4")
            .with("box", "merrin-t2")
            .line("box.tc > a.tc thin 1 m")
            .records("a", "mezzanine-high", &["cfx-b-512"], 0)
            .counts("box", "23.98")
    };
    // The body counts what the project does, and is fed another count.
    assert_eq!(
        says(&floor(), "T-101"),
        "stop: A counts 24, BOX counts 23.98: they run 86.4 frames apart in an hour. fix: Set BOX to 24"
    );
    assert_eq!(floor().codes(), ["T-101"], "one cause is one finding");
    // Both clocks agree, and the pictures run away from them.
    let agreed = floor().counts("a", "23.98");
    assert_eq!(
        says(&agreed, "T-103"),
        "stop: BOX counts 23.98, the pictures of A that it labels run at 24 frames a second: they run 86.4 frames apart in an hour. fix: Set A and BOX to 24"
    );
    assert!(mended(agreed, "T-103").codes().is_empty());
}

#[test]
fn a_body_without_a_clock_of_its_own_is_no_clock() {
    let scene =
        scene("1080p24")
            .with("b", "tamsin-m2")
            .records("b", "h264-100", &["sd-v60-128"], 0);
    assert!(scene.codes().is_empty());
}

#[test]
fn a_sound_recorder_that_counts_beside_the_project() {
    let scene = scene("1080p24")
        .with("mic", "dunmore-b1")
        .with("mix", "dunmore-x6")
        .line("mic.out > mix.in1")
        .records("mix", "pcm-wav", &["sd-v60-128"], 1)
        .counts("mix", "23.98");
    assert_eq!(
        says(&scene, "T-103"),
        "stop: MIX counts 23.98, the project runs at 24 frames a second: they run 86.4 frames apart in an hour. fix: Set MIX to 24"
    );
}

#[test]
fn pairs_of_frames_run_in_step() {
    // 50 pictures under 25 labels, and a clock that counts 50: pairs of one another.
    let scene = scene("1080p50")
        .with("a", "orrell-c4")
        .with("box", "merrin-t2")
        .line("box.tc > a.tc thin 1 m")
        .records("a", "mezzanine-high", &["cfx-b-512"], 0)
        .counts("box", "50");
    assert!(scene.codes().is_empty(), "{:?}", scene.codes());
}

#[test]
fn a_recording_at_another_rate_than_the_project() {
    let setting = RecordingSetting {
        format: Some("1080p29.97".parse().unwrap()),
        ..recording("mezzanine-high", &["cfx-b-512"], 0)
    };
    let scene = set(scene("1080p25").with("a", "orrell-c4"), "a", setting);
    assert_eq!(
        says(&scene, "T-104"),
        "stop: A is recorded at 29.97 frames a second, the project 25: they run 17892 frames apart in an hour. fix: Set A to the project’s 25 frames a second"
    );
    // Off speed is not another rate: it plays slower.
    let setting = RecordingSetting {
        sensor_rate: Some("50".parse().unwrap()),
        ..recording("mezzanine-high", &["cfx-b-512"], 0)
    };
    let slow = set(stage::scene("1080p25").with("a", "orrell-c4"), "a", setting);
    assert!(slow.codes().is_empty());
}

#[test]
fn a_switcher_fed_25_and_29_97() {
    let fed = |rate: &str| {
        scene("1080p25")
            .with("a", "orrell-c4")
            .with("b", "orrell-c4")
            .with("sw", "merrin-m4")
            .with("mon", "ashgill-5")
            .gives("b", "sdi2", rate)
            .line("a.sdi2 > sw.sdi1 thin 1 m")
            .line("b.sdi2 > sw.sdi2 thin 1 m")
            .line("sw.program > mon.sdi thin 1 m")
    };
    let apart = fed("1080p29.97");
    assert_eq!(
        says(&apart, "T-104"),
        "stop: SW is fed 25 from A and 29.97 from B frames a second: they run 17892 frames apart in an hour. fix: Set SDI 2 (monitor) of B to 1920×1080p25 4:2:2 10-bit"
    );
    assert_eq!(apart.codes(), ["T-104"], "said once, where they meet");
    assert_eq!(mended(apart, "T-104").codes(), ["T-112"]);
    // In step, but not of one format.
    assert_eq!(
        finding(&fed("1080p50"), "T-104").severity,
        Severity::Caution
    );
    // A router only passes them on.
    let routed = scene("1080p25")
        .with("a", "orrell-c4")
        .with("b", "orrell-c4")
        .with("r", "merrin-r4")
        .with("mon", "ashgill-5")
        .gives("b", "sdi2", "1080p50")
        .line("a.sdi2 > r.in1 thin 1 m")
        .line("b.sdi2 > r.in2 thin 1 m")
        .line("r.out1 > mon.sdi thin 1 m");
    assert!(routed.codes().is_empty(), "{:?}", routed.codes());
}

// Sound

#[test]
fn what_is_written_meets_a_need_for_sound() {
    let floor = |tracks: usize| {
        scene("1080p25")
            .with("mic", "dunmore-b1")
            .with("a", "orrell-c4")
            .line("mic.out > a.xlr1")
            .records("a", "mezzanine-high", &["cfx-b-512"], tracks)
            .needs("a", Purpose::Record, |need| need.sound = 1)
    };
    assert_eq!(
        says(&floor(0), "S-102"),
        "stop: A must record 1 sound channel; 1 arrives and it is set to record none. fix: Record the 1 sound track that arrives on A"
    );
    assert!(!floor(0).report().needs[0].met);
    let sounds = mended(floor(0), "S-102");
    assert!(sounds.codes().is_empty() && sounds.report().needs[0].met);
}

#[test]
fn off_speed_there_is_no_sound_to_meet_a_need() {
    let setting = RecordingSetting {
        sensor_rate: Some("50".parse().unwrap()),
        ..recording("mezzanine-high", &["cfx-b-512"], 1)
    };
    let scene = set(
        scene("1080p25")
            .with("mic", "dunmore-b1")
            .with("a", "orrell-c4")
            .line("mic.out > a.xlr1"),
        "a",
        setting,
    )
    .needs("a", Purpose::Record, |need| need.sound = 1);
    assert_eq!(
        says(&scene, "S-102"),
        "stop: A must record 1 sound channel; off speed it records none. fix: Record at the project’s speed on A"
    );
}

#[test]
fn no_fix_ever_records_no_sound() {
    let scene =
        scene("1080p25")
            .with("a", "orrell-c4")
            .records("a", "mezzanine-high", &["cfx-b-512"], 2);
    assert_eq!(
        says(&scene, "S-101"),
        "caution: A is set to record 2 sound tracks; none arrives. fix: none"
    );
}

#[test]
fn a_microphone_that_arrives_at_no_track() {
    let scene = scene("1080p25")
        .with("mic", "dunmore-b1")
        .with("a", "orrell-c4")
        .line("mic.out > a.xlr1")
        .records("a", "mezzanine-high", &["cfx-b-512"], 0);
    assert_eq!(
        says(&scene, "S-103"),
        "caution: MIC reaches A, on no track that it writes. fix: Record the 1 sound track that arrives on A"
    );
    assert!(mended(scene, "S-103").codes().is_empty());
}

#[test]
fn a_microphone_in_a_mix_is_heard_where_the_mix_is_written() {
    let scene = scene("1080p25")
        .with("m1", "dunmore-b1")
        .with("m2", "dunmore-b1")
        .with("mix", "dunmore-x6")
        .with("a", "orrell-c4")
        .line("m1.out > mix.in1")
        .line("m2.out > mix.in2")
        .line("mix.mix > a.xlr1")
        .records("a", "mezzanine-high", &["cfx-b-512"], 1);
    assert!(scene.codes().is_empty(), "{:?}", scene.codes());
}

#[test]
fn sound_and_picture_apart_are_judged_wherever_they_meet() {
    // The picture takes a slow radio link, the sound its own cable; no need asks for sound.
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("tx", "pellow-l2t")
        .with("rx", "pellow-l2r")
        .with("rec", "ashgill-5r")
        .with("mic", "dunmore-b1")
        .line("a.sdi2 > tx.sdi thin 1 m")
        .line("tx.air > rx.air 10 m")
        .line("rx.hdmi > rec.hdmi")
        .line("mic.out > rec.mic")
        .records("rec", "mezzanine-high", &["ssd-1000"], 1);
    assert_eq!(
        says(&scene, "V-208"),
        "caution: At REC, the sound comes 140 ms (3.5 frames) before its picture. fix: none"
    );
    // Tracks that aren't written don't meet a picture.
    let silent = scene.records("rec", "mezzanine-high", &["ssd-1000"], 0);
    assert!(!silent.codes().contains(&"V-208".to_string()));
}

// Raw

#[test]
fn raw_over_a_wire_is_counted_on_the_sensor_that_the_carriage_names() {
    let scene = scene("2160p25")
        .with("a", "tamsin-m4")
        .with("x", "ashgill-7x")
        .output("a", "hdmi", raw_out("Tamsin raw"))
        .line("a.hdmi > x.hdmi 1 m")
        .records("x", "raw-5to1", &["ssd-1000"], 0);
    let report = scene.report();
    let time = report.recordings[0].time.as_ref().unwrap();
    assert_eq!(time.video_bps, 4608 * 2592 * 12 * 25 / 5);
    assert_eq!(time.rate_label, "90.03 MB/s · 720 Mb/s");
    assert_eq!(time.label, "2 h 59 min");
    assert!(scene.codes().is_empty(), "{:?}", scene.codes());
}

#[test]
fn a_raw_codec_of_a_picture_is_a_stop() {
    let floor = |device: &str, line: &str| {
        scene("2160p25")
            .with("a", device)
            .with("x", "ashgill-7x")
            .line(line)
            .records("x", "raw-5to1", &["ssd-1000"], 0)
    };
    // Both ends name the same raw: send it.
    let able = floor("tamsin-m4", "a.hdmi > x.hdmi 1 m");
    assert_eq!(
        says(&able, "R-107"),
        "stop: X is set to Compressed raw 5:1, and a picture comes to HDMI in of X, not raw. fix: Set HDMI of A to Tamsin raw"
    );
    assert!(mended(able, "R-107").codes().is_empty());
    // They don't: a codec for pictures.
    let unable = floor("orrell-c4", "a.sdi1 > x.sdi thin 1 m");
    assert_eq!(
        says(&unable, "R-107"),
        "stop: X is set to Compressed raw 5:1, and a picture comes to SDI in of X, not raw. fix: Record Mezzanine High on X"
    );
}

// What doesn't fit

#[test]
fn what_edits_refuse_is_said_of_files() {
    let body = || scene("1080p25").with("a", "orrell-c4");
    for (setting, expected) in [
        (
            recording("mezzanine-high", &["ssd-1000"], 0),
            "SSD caddy 1 TB doesn’t fit its slot",
        ),
        (
            recording("mezzanine-high", &["cfx-b-512"; 3], 0),
            "it has 2 slots, not 3",
        ),
        (
            recording("mezzanine-high", &["cfx-b-512"], 9),
            "it records at most 4 sound tracks, not 9",
        ),
        (
            RecordingSetting {
                sound_bits: Some(20),
                ..recording("mezzanine-high", &["cfx-b-512"], 0)
            },
            "sound is 16, 24 or 32 bits a sample, not 20",
        ),
        (
            RecordingSetting {
                to_drive: true,
                ..recording("mezzanine-high", &["cfx-b-512"], 0)
            },
            "it has no data port for a drive",
        ),
    ] {
        let scene = set(body(), "a", setting);
        let found = finding(&scene, "R-108");
        assert_eq!(found.severity, Severity::Stop);
        assert_eq!(
            found.text,
            format!("A is set to what it doesn’t have: {expected}.")
        );
    }
    let mirrored = RecordingSetting {
        slots: SlotUse::Mirror,
        ..recording("mezzanine-high", &["ssd-1000"], 0)
    };
    let scene = set(
        scene("1080p25")
            .with("c", "orrell-k1")
            .with("r", "ashgill-7r")
            .line("c.sdi > r.sdi thin 1 m"),
        "r",
        mirrored,
    );
    assert_eq!(
        says(&scene, "R-108"),
        "stop: R is set to what it doesn’t have: it has one slot: nothing to mirror to. fix: Leave out what R doesn’t have"
    );
    assert!(mended(scene, "R-108").codes().is_empty());
}

#[test]
fn what_does_not_go_in_is_not_recorded_on() {
    let scene = set(
        scene("1080p25").with("a", "orrell-c4"),
        "a",
        recording(
            "mezzanine-high",
            &["cfx-b-512", "cfx-b-512", "cfx-b-512"],
            0,
        ),
    );
    let three = scene.report().recordings[0].time.clone().unwrap().seconds;
    let scene = set(
        scene,
        "a",
        recording("mezzanine-high", &["cfx-b-512"; 2], 0),
    );
    assert_eq!(
        three,
        scene.report().recordings[0].time.clone().unwrap().seconds
    );
}

#[test]
fn settings_that_a_device_does_not_have_are_said() {
    let raw = scene("1080p25")
        .with("a", "orrell-c4")
        .output("a", "sdi1", raw_out("Their raw"));
    assert_eq!(
        says(&raw, "K-104"),
        "caution: A is set to what it can’t do: SDI 1: it doesn’t send raw called “Their raw”. fix: Set a.sdi1 to what it can do"
    );
    assert!(
        !mended(raw, "K-104")
            .all_codes()
            .contains(&"K-104".to_string())
    );
    let mut nowhere = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5");
    let settings = &mut nowhere.0.builds[0].placements[1].settings;
    settings.timecode = Some("25".parse().unwrap());
    settings.input = Some("sdi9".into());
    let found = nowhere.report().findings;
    let texts: Vec<&str> = found
        .iter()
        .filter(|finding| finding.code.to_string() == "K-104")
        .map(|finding| finding.text.as_str())
        .collect();
    assert_eq!(
        texts,
        [
            "MON is set to what it can’t do: it keeps no timecode.",
            "MON is set to what it can’t do: it has no input “sdi9”."
        ]
    );
}

// HDMI and 3G

#[test]
fn a_sink_that_takes_4_2_2_takes_it_at_every_depth() {
    // The sink of an 8-bit panel: 4:2:2 always comes with 12 bits in the 24-bit container.
    let scene = scene("1080p25")
        .with("a", "orrell-c6")
        .with("client", "ashgill-24")
        .gives("a", "hdmi", "1080p25 4:2:2 10")
        .line("a.hdmi > client.hdmi1 2 m");
    assert!(scene.codes().is_empty(), "{:?}", scene.codes());
}

#[test]
fn what_is_made_in_4_2_0_below_2160p50_is_sent_as_4_2_2() {
    // A file of an earlier version may set it so.
    let scene = scene("2160p25")
        .with("b", "tamsin-m2")
        .with("rec", "ashgill-5r")
        .gives("b", "hdmi", "2160p25 4:2:0 8")
        .line("b.hdmi > rec.hdmi hdmi-d-a 0.5 m")
        .on_it(&["clamp-d"]);
    let row = &scene.report().arrivals[0];
    let picture = row.picture.as_ref().unwrap();
    assert_eq!(picture.format.to_string(), "3840×2160p25 4:2:2 8-bit");
    assert_eq!(picture.effective.to_string(), "3840×2160 8-bit 4:2:0");
}

#[test]
fn passive_hdmi_boxes_add_their_cables_up() {
    let floor = |before: &str, after: &str| {
        scene("2160p25")
            .with("b", "tamsin-m2")
            .with("pb", "merrin-pb1")
            .with("rec", "ashgill-5r")
            .line(&format!("b.hdmi > pb.hdmi hdmi-d-d {before}"))
            .on_it(&["clamp-d"])
            .line(&format!("pb.hdmi-out > rec.hdmi hdmi-a-a {after}"))
    };
    assert!(floor("1 m", "7 m").codes().is_empty());
    let long = floor("4 m", "7 m");
    let found = finding(&long, "V-108");
    assert_eq!(found.severity, Severity::Stop);
    assert_eq!(
        found.reason,
        "A passive box before it restores nothing: the cables up to it use 40.0 % of the reach, with this one it is 110.0 %; from 90 % on, an ordinary bend or a warm day may end the picture."
    );
}

// Looks of things

#[test]
fn a_squeeze_taken_out_twice() {
    let mut floor = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-7")
        .output(
            "a",
            "sdi2",
            OutputSetting {
                desqueeze: true,
                ..OutputSetting::default()
            },
        )
        .line("a.sdi2 > mon.sdi thin 1 m");
    floor.0.builds[0].placements[0].settings.squeeze = Some("2x".parse().unwrap());
    floor.0.builds[0].placements[1].settings.desqueeze = true;
    assert_eq!(
        says(&floor, "V-209"),
        "caution: MON takes the squeeze out a second time. fix: Let MON show the picture as it comes"
    );
    floor.0.builds[0].placements[0].settings.squeeze = None;
    assert_eq!(
        says(&floor, "V-209"),
        "caution: MON takes a squeeze out of a picture that has none. fix: Let MON show the picture as it comes"
    );
    assert!(mended(floor, "V-209").codes().is_empty());
}

// The cause, not the symptom

#[test]
fn the_codec_that_takes_the_quality_away_is_named() {
    let scene = scene("2160p25")
        .with("c", "orrell-k1")
        .with("r", "ashgill-5r")
        .with("x", "merrin-sh")
        .line("c.sdi > x.sdi thin 1 m")
        .line("x.hdmi > r.hdmi 1 m")
        .records("r", "h264-100", &["ssd-1000"], 0)
        .needs("r", Purpose::Record, |need| {
            need.bits = Some("10".parse().unwrap());
            need.sampling = Some("4:2:2".parse().unwrap());
        });
    assert_eq!(
        says(&scene, "V-201"),
        "stop: R must record 10-bit 4:2:2; H.264 long-GOP 100 Mb/s keeps 8-bit 4:2:0. fix: Record Mezzanine Proxy on R"
    );
    assert!(mended(scene, "V-201").codes().is_empty());
}

#[test]
fn a_monitor_on_its_wrong_input_is_switched_before_anything_is_rewired() {
    let mut floor = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .line("a.sdi2 > mon.sdi thin 1 m");
    floor.0.builds[0].placements[1].settings.input = Some("hdmi".into());
    assert_eq!(
        says(&floor, "V-101"),
        "stop: No picture arrives at MON. fix: Switch MON to SDI in"
    );
    assert_eq!(
        finding(&floor, "V-101").reason,
        "It is switched to HDMI in; a picture comes in at SDI in."
    );
    assert_eq!(finding(&floor, "V-101").fixes[0].effort, Effort::Setting);
    assert!(mended(floor, "V-101").codes().is_empty());
}

#[test]
fn the_wrong_camera_at_an_input_is_switched_too() {
    let mut floor = scene("1080p25")
        .with("a", "orrell-c4")
        .with("b", "orrell-c4")
        .with("mon", "ashgill-17")
        .line("a.sdi2 > mon.sdi thin 1 m")
        .with("x", "merrin-sh")
        .line("b.sdi2 > x.sdi thin 1 m")
        .line("x.hdmi > mon.hdmi 1 m")
        .needs("mon", Purpose::Directing, |need| need.of = Some("b".into()));
    floor.0.builds[0].placements[2].settings.input = Some("sdi".into());
    assert_eq!(
        says(&floor, "V-204"),
        "stop: MON must get B; it gets A. fix: Switch MON to HDMI in"
    );
}

#[test]
fn a_cable_that_brings_nothing_gives_way_to_one_that_does() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("rx", "pellow-w1r")
        .with("mon", "ashgill-5")
        .line("rx.sdi1 > mon.sdi thin 1 m");
    assert_eq!(
        says(&scene, "V-101"),
        "stop: No picture arrives at MON. fix: Connect SDI 1 of A to SDI in of MON"
    );
    assert!(
        !mended(scene, "V-101")
            .codes()
            .contains(&"V-101".to_string())
    );
}

#[test]
fn fields_that_a_radio_makes_frames_of_are_said() {
    let scene = scene("1080i50")
        .with("a", "orrell-c4")
        .with("tx", "pellow-w1t")
        .with("rx", "pellow-w1r")
        .with("mon", "ashgill-5")
        .line("a.sdi1 > tx.sdi thin 1 m")
        .line("tx.air > rx.air 10 m")
        .line("rx.sdi1 > mon.sdi thin 1 m");
    assert_eq!(
        says(&scene, "V-125"),
        "note: Antenna of TX makes 1920×1080p25 of the 1920×1080i50 that comes in. fix: none"
    );
}

// Fixes

#[test]
fn mirrored_cards_count_as_one_and_a_hire_is_offered() {
    let setting = |slots| RecordingSetting {
        slots,
        ..recording("mezzanine-high", &["ssd-240", "ssd-240"], 0)
    };
    let floor = |slots| {
        set(
            scene("2160p25")
                .with("c", "orrell-k1")
                .with("r", "ashgill-r1")
                .line("c.sdi > r.sdi thin 1 m")
                .kit("ssd-1000", None),
            "r",
            setting(slots),
        )
        .needs("r", Purpose::Record, |need| {
            need.length = Some("2 h".parse().unwrap());
        })
    };
    // One caddy of 1 TB is no mirror: a second one is hired. Relayed, the one does.
    let fixes = |slots| -> Vec<String> {
        let found = finding(&floor(slots), "R-105");
        found.fixes.iter().map(|fix| fix.title.clone()).collect()
    };
    assert_eq!(fixes(SlotUse::Relay)[0], "Put SSD caddy 1 TB in R");
    let mirrored = fixes(SlotUse::Mirror);
    assert!(
        mirrored
            .iter()
            .all(|title| title != "Put SSD caddy 1 TB in R"),
        "{mirrored:?}"
    );
    assert!(
        mirrored.contains(&"Hire and put 2 × SSD caddy 1 TB in R".to_string()),
        "{mirrored:?}"
    );
}

#[test]
fn fixes_have_an_id_of_their_own_and_come_least_first() {
    let production = demo::productions().remove(0).1;
    let report = report_with_fixes(&production, "night", catalogue()).unwrap();
    let again = report_with_fixes(&production, "night", catalogue()).unwrap();
    for (finding, other) in report.findings.iter().zip(&again.findings) {
        let ids: Vec<&str> = finding.fixes.iter().map(|fix| fix.id.as_str()).collect();
        let others: Vec<&str> = other.fixes.iter().map(|fix| fix.id.as_str()).collect();
        assert_eq!(ids, others);
        assert!(
            // What costs something comes behind what doesn’t, or before what must be hired.
            finding
                .fixes
                .iter()
                .filter(|fix| fix.costs.is_empty())
                .is_sorted_by_key(|fix| fix.effort),
            "{}",
            finding.id
        );
    }
    for finding in &report.findings {
        let mut once: Vec<&str> = finding.fixes.iter().map(|fix| fix.id.as_str()).collect();
        once.sort_unstable();
        once.dedup();
        assert_eq!(once.len(), finding.fixes.len(), "{}", finding.id);
    }
    // Two findings that one edit mends name the same fix; two edits never do.
    let all = || report.findings.iter().flat_map(|finding| &finding.fixes);
    for one in all() {
        let alike = all().filter(|other| other.id == one.id);
        for other in alike {
            assert_eq!(one.commands, other.commands, "{}", one.title);
        }
    }
}

#[test]
fn nobody_sends_more_to_reach_further() {
    // 12-bit would make it 12G, whose equalizer covers more.
    let scene = scene("1080p50")
        .with("c", "orrell-k1")
        .with("r", "ashgill-r1")
        .line("c.sdi > r.sdi rg59 70 m");
    for fix in finding(&scene, "V-108").fixes {
        assert!(!fix.title.contains("12-bit"), "{}", fix.title);
    }
}

// Words

#[test]
fn a_reach_and_its_share_never_read_as_what_they_are_not() {
    let scene = scene("2160p50")
        .with("b", "orrell-c6")
        .with("mon", "ashgill-17u")
        .gives("b", "hdmi", "2160p50 4:2:2 10")
        .line("b.hdmi > mon.hdmi hdmi-a-a-thin 3 m");
    let found = finding(&scene, "V-108");
    assert!(
        found
            .text
            .ends_with("is beyond its reach of 2.5 m for this picture."),
        "{}",
        found.text
    );
    assert!(
        found.reason.starts_with("The run is 120.0 % of the reach"),
        "{}",
        found.reason
    );
}

#[test]
fn the_link_rate_is_named_where_the_generation_is_the_same() {
    let scene = scene("2160p120")
        .with("a", "tamsin-m4")
        .with("mon", "ashgill-31")
        .gives("a", "hdmi", "2160p120 4:2:2 10")
        .line("a.hdmi > mon.hdmi hdmi-a-a-48 1 m");
    let found = finding(&scene, "V-103");
    assert_eq!(
        found.text,
        "3840×2160p120 4:2:2 10-bit needs HDMI 2.1 at 32 Gb/s; HDMI in of MON is HDMI 2.1 to 24 Gb/s."
    );
}

// Empty is not good

#[test]
fn an_empty_floor_has_nothing_to_check_yet() {
    let verdict = |scene: Scene| scene.report().verdict.text;
    assert_eq!(verdict(scene("1080p25")), "Nothing to check yet");
    assert_eq!(
        verdict(scene("1080p25").with("box", "merrin-t2")),
        "Nothing to check yet"
    );
    let works = scene("1080p25")
        .with("k", "orrell-k1")
        .with("mon", "ashgill-5")
        .line("k.sdi > mon.sdi thin 1 m");
    assert_eq!(verdict(works), "Nothing to mend");
}

#[test]
fn gear_that_stands_idle_is_said() {
    for (device, code, text) in [
        ("orrell-c4", "R-109", "Nothing records the picture of X."),
        (
            "dunmore-x6",
            "S-104",
            "Nothing is connected to the inputs of X.",
        ),
        ("dunmore-b1", "S-103", "X isn’t connected to anything."),
        ("pellow-w1t", "V-126", "Nothing feeds X."),
        ("pellow-w1r", "V-126", "X is paired with nothing."),
        ("merrin-sh", "V-126", "Nothing comes into X."),
    ] {
        let scene = scene("1080p25").with("x", device);
        assert_eq!(finding(&scene, code).text, text);
    }
    let unheard = scene("1080p25")
        .with("a", "orrell-c4")
        .with("tx", "pellow-w1t")
        .line("a.sdi2 > tx.sdi thin 1 m");
    assert_eq!(finding(&unheard, "V-126").text, "Nobody listens to TX.");
}

#[test]
fn a_need_to_record_at_what_records_nothing_is_a_stop_everywhere() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .kit("cfx-b-512", None)
        .needs("a", Purpose::Record, |need| need.of = Some("a".into()));
    let report = scene.report();
    assert_eq!(
        finding(&scene, "R-109").text,
        "A must record, and isn’t set to."
    );
    assert_eq!(report.needs[0].severity, Some(Severity::Stop));
    assert!(!report.needs[0].met);
    assert!(
        mended(scene, "R-109")
            .codes()
            .iter()
            .all(|code| code == "K-103")
    );
}

#[test]
fn a_need_outlives_its_device_until_it_is_removed() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .line("a.sdi2 > mon.sdi thin 1 m")
        .needs("mon", Purpose::Directing, |need| need.of = Some("a".into()))
        .does(stage::remove("mon"));
    assert_eq!(
        says(&scene, "K-105"),
        "stop: A need asks for a picture at “mon”, which isn’t on this floor. fix: Remove the need"
    );
    assert!(!scene.report().needs[0].met);
    assert!(mended(scene, "K-105").codes().is_empty());
}

#[test]
fn cards_short_for_the_day_are_in_the_check() {
    let entry = ScheduleEntry {
        id: "day".into(),
        name: "All day".into(),
        recorders: Vec::new(),
        start: "09:00".parse().unwrap(),
        length: "6 h".parse().unwrap(),
        rolls: Rolls::Continuous,
    };
    let scene = scene("2160p25")
        .with("c", "orrell-k1")
        .with("r", "ashgill-r1")
        .line("c.sdi > r.sdi thin 1 m")
        .records("r", "mezzanine-high", &["ssd-1000"], 0)
        .kit("ssd-1000", None)
        .does(Command::PutScheduleEntry {
            build: BUILD.into(),
            entry,
            at: None,
        });
    let found = finding(&scene, "R-110");
    assert_eq!(found.severity, Severity::Caution);
    assert!(
        found
            .text
            .contains("SSD caddy 1 TB are needed and the kit has 1"),
        "{}",
        found.text
    );
    assert!(
        !mended(scene, "R-110")
            .codes()
            .contains(&"R-110".to_string())
    );
}

#[test]
fn builds_compared_tell_what_ends_a_recording_first() {
    use report::compare_builds;
    let mut production: Production = scene("1080p25")
        .with("b", "tamsin-m4")
        .records("b", "h264-100", &["sd-v60-128"], 0)
        .0;
    let mut other = production.builds[0].clone();
    other.id = "other".into();
    other.placements[0].settings.recording = Some(recording("h264-100", &["sd-v30-32"], 0));
    production.builds.push(other);
    let compared = compare_builds(&production, (BUILD, "other"), catalogue()).unwrap();
    let shift = &compared.outlook.shifts[0];
    // The card of 128 GB would last longer: heat ends it.
    assert!(
        shift.before.starts_with("overheat cutoff after 1 h 40 min"),
        "{}",
        shift.before
    );
    assert!(
        shift.after.starts_with("media full after 41 min"),
        "{}",
        shift.after
    );
}

// Edges that a changed line would move

#[test]
fn a_reclocked_relay_restores_the_run_and_a_passive_loop_does_not() {
    let floor = |device: &str, out: &str| {
        scene("2160p25")
            .with("c", "orrell-k1")
            .with("x", device)
            .with("rec", "ashgill-r1")
            .line("c.sdi > x.sdi mini 40 m")
            .line(&format!("x.{out} > rec.sdi mini 40 m"))
    };
    assert!(floor("ashgill-r1", "sdi-loop").codes().is_empty());
    assert_eq!(floor("merrin-i1", "sdi-out").codes(), ["V-108"]);
}

#[test]
fn a_path_lets_so_many_channels_through() {
    let mut radio = catalogue().device("pellow-w1t").unwrap().clone();
    let air = radio
        .paths
        .iter_mut()
        .find(|path| path.to == ["air"])
        .unwrap();
    air.sound_channels = Some(1);
    let mut floor = scene("1080p25")
        .with("m1", "dunmore-b1")
        .with("m2", "dunmore-b1")
        .with("a", "orrell-c4")
        .with("tx", "pellow-w1t")
        .with("rx", "pellow-w1r")
        .with("mon", "ashgill-5")
        .line("m1.out > a.xlr1")
        .line("m2.out > a.xlr2")
        .line("a.sdi2 > tx.sdi thin 1 m")
        .line("tx.air > rx.air 10 m")
        .line("rx.sdi1 > mon.sdi thin 1 m");
    assert_eq!(floor.report().arrivals[0].sound, 2);
    floor.0.custom.devices.push(radio);
    assert_eq!(floor.report().arrivals[0].sound, 1);
}

#[test]
fn a_proxy_has_at_most_1080_lines() {
    let setting = RecordingSetting {
        proxy: Some("mezzanine-proxy".into()),
        ..recording("mezzanine-high", &["cfx-b-512"], 0)
    };
    let proxy = |format: &str| {
        let scene = set(scene(format).with("a", "orrell-c4"), "a", setting.clone());
        scene.report().recordings[0]
            .time
            .as_ref()
            .unwrap()
            .proxy_bps
    };
    // 0.73 bits a pixel × 1920 × 1080 × 25, and 0.5 % for the container.
    assert_eq!(proxy("1080p25"), 37_843_200 + 189_216);
    assert_eq!(proxy("2160p25"), proxy("1080p25"));
}

#[test]
fn levels_meet_where_the_input_takes_the_one_that_is_sent() {
    let floor = |level: &str| {
        let level = OutputSetting {
            level: Some(level.parse().unwrap()),
            ..OutputSetting::default()
        };
        // 4:4:4 fills a 3G wire at 25 frames already.
        scene("1080p25 4:4:4 12")
            .with("a", "orrell-c6")
            .with("mon", "ashgill-17")
            .output("a", "sdi1", level)
            .line("a.sdi1 > mon.sdi thin 1 m")
    };
    let codes = |level: &str| floor(level).codes();
    let takes = catalogue().device("ashgill-17").unwrap();
    let takes = &takes.port("sdi").unwrap().sdi.as_ref().unwrap().levels;
    for level in ["A", "B"] {
        let meets = takes.contains(&level.parse().unwrap());
        let apart = codes(level).contains(&"V-105".to_string());
        assert_eq!(apart, !meets, "{level}: {:?}", codes(level));
    }
    assert_eq!(takes.len(), 1, "a screen that takes one level only");
}

#[test]
fn sound_early_and_late_have_limits_of_their_own() {
    // A custom receiver for sound, later or sooner than the picture by what is wanted.
    let floor = |sound_ms: u64| {
        let mut late = catalogue().device("dunmore-w2r").unwrap().clone();
        late.paths[0].delay = format!("{sound_ms} ms").parse().unwrap();
        let mut floor = scene("1080p25")
            .with("mic", "dunmore-b1")
            .with("tx", "dunmore-w2t")
            .with("rx", "dunmore-w2r")
            .with("a", "orrell-c4")
            .line("mic.out > tx.in")
            .line("tx.air > rx.air 5 m")
            .line("rx.out > a.xlr1")
            .records("a", "mezzanine-high", &["cfx-b-512"], 1);
        floor.0.custom.devices.push(late);
        floor
    };
    // The body's own picture has no delay; 3 ms are the transmitter's. Late sound is known from distance: 60 ms.
    assert!(floor(57).codes().is_empty());
    assert_eq!(
        says(&floor(58), "V-208"),
        "caution: At A, the sound comes 61 ms (1.5 frames) after its picture. fix: none"
    );
    assert!(
        finding(&floor(58), "V-208")
            .reason
            .ends_with("Bring the sound by a shorter way, or note it for the edit.")
    );
    // Early sound is known from nowhere: 40 ms. A picture that takes two frames to a screen, and its sound none.
    let early = |delay: &str| {
        let mut slow = catalogue().device("merrin-sh").unwrap().clone();
        slow.paths[0].delay = delay.parse().unwrap();
        slow.paths[0].sound_delay = Some("0 ms".parse().unwrap());
        let mut floor = scene("1080p25")
            .with("mic", "dunmore-b1")
            .with("a", "orrell-c4")
            .with("c", "merrin-sh")
            .with("mon", "ashgill-17")
            .line("mic.out > a.xlr1")
            .line("a.sdi2 > c.sdi thin 1 m")
            .line("c.hdmi > mon.hdmi 1 m");
        floor.0.custom.devices.push(slow);
        floor
    };
    assert!(!early("40 ms").codes().contains(&"V-208".to_string()));
    assert_eq!(
        says(&early("41 ms"), "V-208"),
        "caution: At MON, the sound comes 41 ms (1.0 frames) before its picture. fix: none"
    );
}

#[test]
fn the_sensors_rate_sets_the_mode() {
    let setting = |rate: Option<&str>| RecordingSetting {
        sensor_rate: rate.map(|rate| rate.parse().unwrap()),
        ..recording("h264-100", &["sd-v60-128"], 0)
    };
    let floor = |rate| {
        let scene = scene("1080p25")
            .with("b", "tamsin-m2")
            .with("mon", "ashgill-5")
            .line("b.hdmi > mon.hdmi hdmi-d-a 1 m")
            .on_it(&["clamp-d"]);
        set(scene, "b", setting(rate))
    };
    assert!(floor(None).codes().is_empty());
    // Faster than 30 while it records inside, its output is off.
    assert_eq!(floor(Some("50")).codes(), ["V-113"]);
}

#[test]
fn a_band_needs_a_tenth_more_and_a_rate_a_quarter() {
    use engine::record::sustained_needed;
    let time = |codec: &str, device: &str, card: &str| {
        let scene = scene("2160p25")
            .with("x", device)
            .records("x", codec, &[card], 0);
        scene.report().recordings[0].time.clone().unwrap()
    };
    let band = time("hevc-quality-high", "tamsin-m4", "cfx-b-512");
    assert_eq!(
        sustained_needed(&band),
        band.total_bps + (band.total_bps + 5) / 10
    );
    let rate = time("mezzanine-high", "orrell-c4", "cfx-b-512");
    assert_eq!(
        sustained_needed(&rate),
        rate.total_bps + (rate.total_bps + 2) / 4
    );
}

#[test]
fn raw_fits_only_inputs_that_name_it() {
    use engine::path::{Floor, candidates, resolve};
    let scene = scene("2160p25")
        .with("a", "tamsin-m4")
        .with("x", "ashgill-7x")
        .with("r", "ashgill-5r")
        .output("a", "hdmi", raw_out("Tamsin raw"));
    let floor = Floor::new(&scene.0, &scene.0.builds[0], catalogue());
    let output = floor.find(&"a.hdmi".parse().unwrap()).unwrap();
    let fits = |at: &str| {
        let found = candidates(&floor, &resolve(&floor), output);
        let port = floor.find(&at.parse().unwrap()).unwrap();
        let found = found
            .into_iter()
            .find(|candidate| candidate.port == port)
            .unwrap();
        (found.fits, found.reason)
    };
    assert!(fits("x.hdmi").0);
    assert_eq!(
        fits("r.hdmi"),
        (false, "doesn’t name the raw called “Tamsin raw”".into())
    );
}

#[test]
fn a_route_uses_no_box_twice_that_is_there_once() {
    use plan::{Ends, find_routes};
    let floor = |converters: u32| {
        let mut floor = scene("2160p25")
            .with("a", "orrell-c4")
            .with("client", "ashgill-24")
            .kit("merrin-sh", None);
        floor.0.kit[0].quantity = converters;
        floor
    };
    for count in [1, 2] {
        let ends = Ends {
            from: "a",
            to: "client",
        };
        let found = find_routes(
            &floor(count).0,
            BUILD,
            catalogue(),
            ends,
            &Interrupt::default(),
        )
        .unwrap();
        for route in found.routes {
            let adds = route
                .commands
                .iter()
                .filter(|command| matches!(command, Command::AddDevice { device, .. } if device == "merrin-sh"))
                .count();
            let hires = route
                .commands
                .iter()
                .filter(|command| matches!(command, Command::SetKit { line } if line.item == "merrin-sh"))
                .count();
            assert!(adds <= count as usize || hires > 0, "{}", route.title);
        }
    }
}

#[test]
fn what_a_recorder_lacks_is_named_and_not_what_it_has() {
    let recorded = |format: &str| {
        let mut setting = recording("mezzanine-444", &["cfx-b-512"], 0);
        setting.format = Some(format.parse().unwrap());
        let scene = scene("2160p60").with("a", "orrell-c4");
        says(&set(scene, "a", setting), "R-102")
    };
    insta::assert_snapshot!(recorded("2160p60 4:4:4 12"), @"stop: A doesn’t record 3840×2160p60 4:4:4 12-bit. fix: Record 3840×2160p60 4:2:2 10-bit in A");
    insta::assert_snapshot!(recorded("2160p120 4:2:2 10"), @"stop: A doesn’t record 3840×2160p120. fix: Record 3840×2160p60 4:2:2 10-bit in A");
}

#[test]
fn every_stop_of_what_ships_has_a_fix_or_says_why_not() {
    let files = demo::productions().into_iter().map(|(_, file)| file);
    let packages = demo::packages().iter().map(|package| {
        let file = model::document::ProductionFile::read(package.text);
        file.unwrap().production
    });
    let mut stops = 0;
    for production in files.chain(packages) {
        for build in &production.builds {
            let report = report_with_fixes(&production, &build.id, catalogue()).unwrap();
            let all = report.findings.iter();
            for stop in all.filter(|finding| finding.severity == Severity::Stop) {
                stops += 1;
                assert_eq!(stop.fixes.is_empty(), stop.stuck.is_some(), "{stop:?}");
            }
        }
    }
    assert!(stops > 10, "{stops}");
}

#[test]
fn what_nothing_mends_says_why() {
    // No output of that body is so soon.
    let floor = stage::scene("2160p25")
        .with("c", "orrell-k1")
        .with("m", "ashgill-7")
        .line("c.sdi > m.sdi rg6 2 m");
    let floor = floor.needs("m", model::document::Purpose::Operating, |need| {
        need.within = Some("1 ms".parse().unwrap());
    });
    let found = stage::finding(&floor, "V-203");
    assert!(found.fixes.is_empty(), "{:?}", found.fixes);
    let why = found.stuck.unwrap();
    assert!(why.ends_with(found.code.page().todo), "{why}");
}
