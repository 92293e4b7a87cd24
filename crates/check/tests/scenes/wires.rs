//! More ways of wiring, each with the codes that it must have and no others.

use model::document::{OutputSetting, Purpose};
use stage::{Scene, scene};

/// A camera into a device's input by a cable typed after it.
fn straight(format: &str, camera: &str, device: &str, line: &str) -> Scene {
    let scene = scene(format).with("a", camera).with("b", device).line(line);
    // Small sockets are held: their strain is another scene's.
    if line.contains("hdmi-d-") {
        scene.on_it(&["clamp-d"])
    } else {
        scene
    }
}

/// Format, camera, device, cable, and the codes that it must have.
const STRAIGHT: &str = "
    1080p25          | orrell-c4 | ashgill-5  | a.sdi1 > b.sdi thin 1 m        |
    1080i50          | orrell-c4 | ashgill-5  | a.sdi1 > b.sdi mini 10 m       |
    1080psf23.98     | orrell-k1 | ashgill-17 | a.sdi > b.sdi mini 10 m        |
    1080p59.94       | orrell-c4 | ashgill-17 | a.sdi2 > b.sdi mini 10 m       |
    2160p59.94       | orrell-c4 | ashgill-7  | a.sdi1 > b.sdi thin 1 m        |
    2160p59.94       | orrell-c4 | ashgill-r1 | a.sdi1 > b.sdi rg6 60 m        |
    2160p59.94       | orrell-c4 | ashgill-r1 | a.sdi1 > b.sdi rg6 75 m        | V-108
    2160p25 4:4:4 12 | orrell-c4 | ashgill-r1 | a.sdi1 > b.sdi rg6 60 m        |
    2160p25          | orrell-c4 | ashgill-17 | a.sdi1 > b.sdi rg6 2 m         | V-103
    2160p25          | tamsin-m2 | ashgill-5r | a.hdmi > b.hdmi hdmi-d-a 1 m   |
    2160p25          | tamsin-m2 | ashgill-5r | a.hdmi > b.hdmi hdmi-d-a 9.5 m | V-108
    2160p25          | tamsin-m2 | ashgill-17 | a.hdmi > b.hdmi hdmi-d-a 1 m   | V-102
    1080p50          | tamsin-m2 | ashgill-24 | a.hdmi > b.hdmi1 hdmi-d-a 2 m  |
    1080p23.98       | tamsin-m2 | ashgill-24 | a.hdmi > b.hdmi2 hdmi-d-a 2 m  |
    1080p48          | tamsin-m2 | ashgill-24 | a.hdmi > b.hdmi2 hdmi-d-a 2 m  | V-102
    1080p25          | tamsin-m2 | ashgill-5  | a.hdmi > b.sdi hdmi-d-a 2 m    | V-107
    1080p25          | orrell-c4 | ashgill-5  | a.sdi1 > b.sdi xlr 2 m         | V-106
    1080p100         | orrell-c4 | ashgill-7  | a.sdi1 > b.sdi thin 1 m        | V-110
";

#[test]
fn straight_wires() {
    for row in STRAIGHT.trim().lines() {
        let cells: Vec<&str> = row.split('|').map(str::trim).collect();
        let [format, camera, device, line, codes] = cells[..] else {
            panic!("a row has five cells: {row}");
        };
        let codes: Vec<&str> = codes.split_whitespace().collect();
        assert_eq!(
            straight(format, camera, device, line).codes(),
            codes,
            "{row}"
        );
    }
}

#[test]
fn a_chain_of_loops_keeps_the_picture_and_adds_little_delay() {
    let scene = scene("2160p25")
        .with("a", "orrell-c4")
        .with("m", "ashgill-7")
        .with("r", "ashgill-r1")
        .with("e", "ashgill-7");
    let scene = scene
        .line("a.sdi1 > m.sdi thin 1 m")
        .line("m.sdi-loop > r.sdi rg6 5 m")
        .line("r.sdi-loop > e.sdi mini 5 m");
    let report = scene.report();
    let last = report
        .arrivals
        .iter()
        .find(|row| row.device == "e")
        .unwrap();
    let picture = last.picture.as_ref().unwrap();
    assert_eq!(
        (
            picture.format.to_string().as_str(),
            picture.inflated,
            picture.delay_us
        ),
        ("3840×2160p25 4:2:2 10-bit", false, 41_000)
    );
    assert_eq!(last.hops.len(), 6);
}

#[test]
fn a_level_is_carried_through_a_passive_loop_to_the_one_that_does_not_take_it() {
    let level = OutputSetting {
        level: Some("B".parse().unwrap()),
        ..OutputSetting::default()
    };
    let scene = scene("1080p50")
        .with("a", "orrell-c4")
        .with("m", "ashgill-7")
        .with("d", "ashgill-17")
        .output("a", "sdi2", level);
    let scene = scene
        .line("a.sdi2 > m.sdi thin 1 m")
        .line("m.sdi-loop > d.sdi mini 5 m");
    let report = scene.report();
    assert_eq!(scene.codes(), ["V-105"]);
    assert_eq!(
        report.findings[0].fixes[0].title,
        "Set SDI 2 (monitor) of A to level A"
    );
    scene.every_fix_mends();
}

#[test]
fn a_converter_changes_the_wire_and_not_the_quality() {
    let scene = scene("2160p25")
        .with("a", "orrell-c4")
        .with("x", "merrin-sh")
        .with("r", "ashgill-5r");
    let scene = scene
        .line("a.sdi1 > x.sdi thin 1 m")
        .line("x.hdmi > r.hdmi hdmi-a-a 1 m");
    let report = scene.report();
    let picture = report.arrivals[0].picture.clone().unwrap();
    assert!(scene.codes().is_empty());
    assert_eq!(
        (picture.effective.to_string().as_str(), picture.delay_us),
        ("3840×2160 10-bit 4:2:2", 42_000)
    );
}

#[test]
fn a_scaler_lowers_the_raster_for_good() {
    let scene = scene("2160p25")
        .with("a", "orrell-c4")
        .with("x", "merrin-x")
        .with("y", "merrin-x")
        .with("r", "ashgill-r1");
    let scene = scene
        .line("a.sdi1 > x.sdi thin 1 m")
        .gives("x", "sdi-out", "1080p25");
    let scene = scene
        .line("x.sdi-out > y.sdi thin 1 m")
        .gives("y", "sdi-out", "2160p25")
        .line("y.sdi-out > r.sdi thin 1 m");
    let scene = scene.records("r", "mezzanine-high", &["ssd-1000"], 0);
    let report = scene.report();
    let picture = report.arrivals[0].picture.clone().unwrap();
    assert_eq!(
        (
            picture.format.to_string().as_str(),
            picture.effective.to_string().as_str()
        ),
        ("3840×2160p25 4:2:2 10-bit", "1920×1080 10-bit 4:2:2")
    );
    assert!(picture.inflated);
    assert_eq!(scene.codes(), ["R-101"]);
    assert!(
        report.findings[0]
            .text
            .contains("a 3840×2160 10-bit 4:2:2 file of a 1920×1080 10-bit 4:2:2 picture"),
        "{}",
        report.findings[0].text
    );
}

#[test]
fn a_receiver_without_its_transmitter_says_where_the_path_ends() {
    let scene = scene("1080p25")
        .with("tx", "pellow-w1t")
        .with("rx", "pellow-w1r")
        .with("d", "ashgill-17");
    let scene = scene
        .line("tx.air > rx.air 20 m")
        .line("rx.sdi1 > d.sdi mini 2 m");
    let report = scene.report();
    assert_eq!(
        report.findings[0].reason,
        "The path to it ends at TX, which gets nothing to pass on."
    );
}

#[test]
fn one_cause_is_one_finding_however_many_screens_are_dark() {
    let scene = scene("2160p25")
        .with("a", "orrell-c4")
        .with("m", "ashgill-5")
        .with("n", "ashgill-5")
        .with("o", "ashgill-5");
    let scene = scene
        .line("a.sdi1 > m.sdi thin 1 m")
        .line("m.sdi-loop > n.sdi mini 2 m")
        .line("n.sdi-loop > o.sdi mini 2 m");
    let report = scene.report();
    assert_eq!(scene.codes(), ["V-103"]);
    assert!(
        report
            .arrivals
            .iter()
            .all(|row| row.finding.as_deref() == Some("V-103@l1") && row.picture.is_none())
    );
}

#[test]
fn what_a_look_and_overlays_do_goes_all_the_way() {
    let both = OutputSetting {
        overlay: true,
        look: true,
        ..OutputSetting::default()
    };
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("tx", "pellow-w1t")
        .with("rx", "pellow-w1r")
        .with("d", "ashgill-17");
    let scene = scene
        .line("a.sdi2 > tx.sdi thin 1 m")
        .line("tx.air > rx.air 20 m")
        .line("rx.sdi1 > d.sdi mini 2 m")
        .output("a", "sdi2", both);
    let picture = scene.report().arrivals[0].picture.clone().unwrap();
    assert!(picture.overlay && picture.look && picture.lossy_hops == 1);
}

#[test]
fn the_block_body_has_no_overlays_to_send() {
    let both = OutputSetting {
        overlay: true,
        look: true,
        ..OutputSetting::default()
    };
    let scene = straight(
        "1080p25",
        "orrell-k1",
        "ashgill-17",
        "a.sdi > b.sdi mini 2 m",
    )
    .output("a", "sdi", both);
    let picture = scene.report().arrivals[0].picture.clone().unwrap();
    assert!(!picture.overlay && picture.look);
}

#[test]
fn delays_are_judged_by_their_purpose() {
    let at = |purpose| {
        let scene = scene("1080p25")
            .with("a", "tamsin-m2")
            .with("tx", "pellow-w1t")
            .with("rx", "pellow-w1r")
            .with("d", "ashgill-17");
        let scene = scene
            .line("a.hdmi > tx.hdmi hdmi-d-a 1 m")
            .on_it(&["clamp-d"])
            .line("tx.air > rx.air 20 m")
            .line("rx.sdi1 > d.sdi mini 2 m");
        scene.needs("d", purpose, |_| {}).codes()
    };
    // 80 ms in the body, 10 and 15 on the air.
    assert_eq!(at(Purpose::Operating), ["V-203"]);
    assert_eq!(at(Purpose::Focus), ["V-203"]);
    assert_eq!(at(Purpose::Stage), ["V-203"]);
    assert!(at(Purpose::Directing).is_empty() && at(Purpose::Client).is_empty());
}

#[test]
fn a_screen_shows_the_chosen_input_and_what_is_behind_the_other_is_dark() {
    let mut scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("c", "tamsin-m2")
        .with("m", "ashgill-5");
    scene = scene
        .line("a.sdi2 > m.sdi thin 1 m")
        .line("c.hdmi > m.hdmi hdmi-d-a 1 m");
    assert_eq!(scene.report().arrivals[0].source.as_deref(), Some("A"));
    scene.0.builds[0].placements[2].settings.input = Some("hdmi".into());
    assert_eq!(scene.report().arrivals[0].source.as_deref(), Some("C"));
}

#[test]
fn connections_that_can_not_stand_are_named_and_can_be_taken_out() {
    let mut scene = straight(
        "1080p25",
        "orrell-c4",
        "ashgill-5",
        "a.sdi2 > b.sdi thin 1 m",
    );
    let good = scene.0.builds[0].connections[0].clone();
    let mut push = |id: &str, from: &str, to: &str, cable: &str| {
        let (from, to) = (from.parse().unwrap(), to.parse().unwrap());
        scene.0.builds[0]
            .connections
            .push(model::document::Connection {
                id: id.into(),
                from,
                to,
                cable: cable.into(),
                ..good.clone()
            });
    };
    push("x1", "a.sdi9", "b.hdmi", "coax-thin");
    push("x2", "b.sdi", "a.sdi1", "coax-thin");
    push("x3", "a.sdi1", "b.sdi", "coax-thin");
    push("x4", "a.sdi1", "b.hdmi", "string");
    push("x5", "nobody.out", "b.hdmi", "coax-thin");
    assert_eq!(scene.codes(), ["K-102"; 5]);
    scene.every_fix_mends();
}

#[test]
fn a_device_that_nobody_knows_is_named() {
    let scene = scene("1080p25").with("a", "unheard-of");
    assert_eq!(scene.codes(), ["K-101"]);
    scene.every_fix_mends();
}

#[test]
fn what_is_odd_is_blamed_for_what_it_is() {
    // A receiver that is paired twice.
    let mut floor = scene("1080p25")
        .with("c", "orrell-k1")
        .with("t1", "pellow-w1t")
        .with("t2", "pellow-w1t")
        .with("r", "pellow-w1r")
        .line("c.sdi > t1.sdi rg6 1 m")
        .line("t1.air > r.air radio-pairing 10 m");
    let mut second = floor.0.builds[0].connections[1].clone();
    second.id = "second".into();
    second.from = "t2.air".parse().unwrap();
    floor.0.builds[0].connections.push(second);
    assert_eq!(
        stage::says(&floor, "K-102"),
        "stop: R is paired a second time, with T2: it hears one transmitter. fix: Remove the cable from Antenna of T2 to Antenna of R"
    );

    // A cable that carries one way, laid the other.
    let mut backwards = scene("1080p25")
        .with("q", "stannard-p4")
        .with("b", "stannard-r12")
        .line("q.dtap1 > b.dc");
    let cable = &mut backwards.0.builds[0].connections[0];
    cable.from = "q.dc4".parse().unwrap();
    cable.cable = "dtap-dc4".into();
    let found = stage::finding(&backwards, "V-106");
    assert!(
        found.reason.starts_with("It is laid backwards"),
        "{}",
        found.reason
    );

    // Data and charging want one socket.
    let both = scene("2160p25")
        .with("c", "tamsin-m4")
        .with("d", "castor-d1")
        .with("b", "stannard-k99")
        .line("b.usb > c.power");
    let data = both.0.edited(
        stage::catalogue(),
        &model::document::read_line(
            "c.data > d.data",
            &both.0,
            &both.0.builds[0],
            stage::catalogue(),
        )
        .unwrap()
        .commands,
    );
    let both = Scene(data.unwrap().production);
    let found = stage::finding(&both, "K-102");
    assert!(
        found.text.contains("wants a socket that is in use"),
        "{}",
        found.text
    );
}
