use insta::assert_snapshot;
use model::document::{CardSize, Purpose};
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
