use insta::assert_snapshot;
use model::document::{CardSize, OutputSetting, Purpose};
use stage::{Scene, scene};

fn recorder(format: &str, codec: &str, media: &[&str]) -> Scene {
    let scene = scene(format)
        .with("c", "orrell-k1")
        .with("rec", "ashgill-r1")
        .line("c.sdi > rec.sdi rg6 10 m");
    scene.records("rec", codec, media, 0)
}

#[test]
fn a_file_larger_than_its_picture() {
    // While it records inside, the body makes 8-bit 4:2:0, and sends it in what HDMI has: 4:2:2.
    let scene = scene("2160p25")
        .with("b", "tamsin-m2")
        .with("rec", "ashgill-5r")
        .line("b.hdmi > rec.hdmi hdmi-d-a 0.5 m")
        .records("b", "h264-100", &["sd-v60-128"], 0);
    assert_snapshot!(
        scene
            .records("rec", "mezzanine-high", &["ssd-1000"], 0)
            .every_fix_mends()
            .in_words()
    );
}

#[test]
fn a_file_of_a_camera_that_fills_its_container_with_less() {
    // The block body makes 10-bit 4:2:2 whatever its output is set to.
    let scene = recorder("2160p25 4:4:4 12", "mezzanine-444", &["ssd-1000"]);
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn a_medium_too_slow() {
    assert_snapshot!(
        recorder("2160p50", "uncompressed-422-10", &["ssd-240"])
            .kit("ssd-2000", None)
            .every_fix_mends()
            .in_words()
    );
}

#[test]
fn a_medium_that_ends_before_the_need() {
    let scene = recorder("2160p25", "mezzanine-high", &["ssd-240"]).kit("ssd-1000", None);
    let scene = scene.needs("rec", Purpose::Record, |need| {
        need.length = Some("1 h 10 min".parse().unwrap())
    });
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn two_slots_add_up() {
    let seconds = |media: &[&str]| {
        recorder("2160p25", "mezzanine-high", media)
            .report()
            .recordings[0]
            .time
            .as_ref()
            .unwrap()
            .seconds
    };
    let (one, two) = (seconds(&["ssd-240"]), seconds(&["ssd-240", "ssd-240"]));
    assert!(two >= 2 * one && two <= 2 * one + 1, "{one} s and {two} s");
}

#[test]
fn nothing_to_record_on() {
    assert_snapshot!(
        recorder("2160p25", "mezzanine-high", &[])
            .kit("ssd-240", None)
            .every_fix_mends()
            .in_words()
    );
}

#[test]
fn a_body_that_stops_by_itself() {
    let scene =
        scene("2160p25")
            .with("b", "tamsin-m2")
            .records("b", "h264-100", &["sd-v60-128"], 0);
    let scene = scene.needs("b", Purpose::Record, |need| {
        need.length = Some("40 min".parse().unwrap())
    });
    assert_snapshot!(scene.in_words());
}

#[test]
fn a_body_that_does_not_record_at_the_project_rate() {
    assert_snapshot!(
        scene("2160p50")
            .with("b", "tamsin-m2")
            .records("b", "h264-100", &["sd-v60-128"], 0)
            .in_words()
    );
}

#[test]
fn raw_is_counted_on_the_sensor() {
    let scene =
        scene("2160p25")
            .with("a", "orrell-c4")
            .records("a", "raw-5to1", &["cfx-b-1000"], 0);
    let time = scene.report().recordings[0].time.clone().unwrap();
    assert_eq!(time.video_bps, 4608 * 3164 * 12 * 25 / 5);
}

#[test]
fn the_card_that_is_offered_follows_the_house_rule() {
    let offered = |card_size: CardSize| {
        let scene = recorder("2160p25", "mezzanine-high", &["ssd-240"])
            .kit("ssd-2000", None)
            .kit("ssd-1000", None);
        let mut scene = scene.needs("rec", Purpose::Record, |need| {
            need.length = Some("1 h 10 min".parse().unwrap())
        });
        scene.0.house_rules.card_size = card_size;
        let report = scene.report();
        let ends = report
            .findings
            .iter()
            .find(|finding| finding.code.to_string() == "R-105");
        ends.unwrap().fixes[0].title.clone()
    };
    assert_eq!(
        offered(CardSize::SeveralSmaller),
        "Put SSD caddy 1 TB in REC"
    );
    assert_eq!(offered(CardSize::FewLarge), "Put SSD caddy 2 TB in REC");
}

fn has(floor: &Scene, code: &str) -> bool {
    let codes = floor.all_codes();
    codes.iter().any(|one| one == code)
}

/// A body with an outboard recorder that waits for its record trigger.
fn waits(body: &str, line: &str) -> Scene {
    let scene = scene("1080p25").with("c", body).with("rec", "ashgill-7r");
    let mut scene =
        scene
            .line(&format!("c.{line}"))
            .records("rec", "mezzanine-standard", &["ssd-1000"], 0);
    let placed = scene.0.builds[0].placements.iter_mut();
    let recorder = placed.last().unwrap();
    recorder.settings.recording.as_mut().unwrap().on_trigger = true;
    scene
}

#[test]
fn a_recorder_waits_for_a_trigger() {
    let fine = waits("orrell-c4", "sdi1 > rec.sdi rg6 2 m");
    assert!(!has(&fine, "R-111") && !has(&fine, "R-112"));
    let never_sent = waits("orrell-k1", "sdi > rec.sdi rg6 2 m");
    assert_snapshot!(never_sent.every_fix_mends().in_words());

    let mut off = waits("orrell-c4", "sdi1 > rec.sdi rg6 2 m");
    off = off.output(
        "c",
        "sdi1",
        OutputSetting {
            trigger_off: true,
            ..OutputSetting::default()
        },
    );
    let first = stage::finding(&off, "R-111").fixes.remove(0);
    assert_eq!(first.title, "Set SDI 1 of C to send its record trigger");
}

#[test]
fn a_trigger_is_lost_where_a_picture_is_made_anew() {
    let through = |relay: &str, lines: [&str; 2]| {
        let mut floor = scene("1080p25")
            .with("c", "orrell-c4")
            .with("x", relay)
            .with("rec", "ashgill-7r");
        for line in lines {
            floor = floor.line(line);
        }
        floor = floor.records("rec", "mezzanine-standard", &["ssd-1000"], 0);
        let placed = floor.0.builds[0].placements.iter_mut();
        let recorder = placed.last().unwrap();
        recorder.settings.recording.as_mut().unwrap().on_trigger = true;
        floor
    };
    let converted = through(
        "merrin-sh",
        ["c.sdi1 > x.sdi rg6 2 m", "x.hdmi > rec.hdmi hdmi-a-a 0.5 m"],
    );
    let reason = stage::finding(&converted, "R-111").reason;
    assert_eq!(reason, "HDMI out of X doesn’t pass it on.");
    let shared = through(
        "merrin-d4",
        ["c.sdi1 > x.sdi rg6 2 m", "x.out1 > rec.sdi rg6 2 m"],
    );
    assert!(!has(&shared, "R-111"));
}

#[test]
fn a_trigger_that_nobody_waits_for_is_said() {
    let by_hand = scene("1080p25")
        .with("c", "tamsin-m4")
        .with("rec", "ashgill-5r")
        .line("c.hdmi > rec.hdmi hdmi-a-a 0.5 m")
        .records("rec", "mezzanine-standard", &["ssd-1000"], 0);
    let fix = stage::finding(&by_hand, "R-112").fixes.remove(0);
    assert_eq!(fix.title, "Let the camera’s record trigger start REC");
    // Its timecode comes over HDMI too: both ends speak the same.
    let plan = by_hand.report().time;
    let recorder = plan.clocks.iter().find(|one| one.device == "rec").unwrap();
    assert_eq!(recorder.from.as_deref(), Some("c"));
}
