//! Composite, fibre, radio, routers, converters: the other ways a picture goes.

use insta::assert_snapshot;
use model::document::{Command, OutputSetting, Purpose};
use stage::{Scene, scene};
use transport::radio::Surroundings;

#[test]
fn a_film_bodys_video_tap_on_a_composite_monitor_and_up_to_sdi() {
    let scene = scene("1080p24")
        .with("f", "orrell-f1")
        .with("mon", "ashgill-6c")
        .with("cs", "merrin-cs")
        .with("dir", "ashgill-17")
        .line("f.tap > mon.video 5 m")
        .line("mon.video-loop > cs.video 2 m")
        .line("cs.sdi > dir.sdi mini 5 m");
    let dir = OutputSetting {
        format: Some("1080i50 4:2:2 10".parse().unwrap()),
        ..OutputSetting::default()
    };
    assert_snapshot!(scene.output("cs", "sdi", dir).in_words());
}

#[test]
fn composite_does_not_go_into_sdi() {
    let scene = scene("1080p25")
        .with("f", "orrell-f1")
        .with("dir", "ashgill-17")
        .with("cs", "merrin-sh");
    let scene = scene.line("f.tap > dir.sdi").kit("merrin-cs", None);
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn fibre_takes_12g_a_kilometre() {
    let scene = scene("2160p50")
        .with("a", "orrell-k1")
        .with("ot", "merrin-ot")
        .with("or", "merrin-or")
        .with("rec", "ashgill-r1")
        .line("a.sdi > ot.sdi thin 0.5 m")
        .line("ot.fibre > or.fibre 1000 m")
        .line("or.sdi1 > rec.sdi mini 5 m");
    assert_snapshot!(scene.in_words());
}

#[test]
fn fibre_and_usb_have_an_end_too() {
    let scene = scene("2160p25")
        .with("a", "orrell-k1")
        .with("ot", "merrin-ot")
        .with("or", "merrin-or")
        .with("c", "orrell-c6")
        .with("d", "castor-d1")
        .line("a.sdi > ot.sdi thin 0.5 m")
        .line("ot.fibre > or.fibre 11000 m")
        .line("c.data > d.data usb-c-10 3 m");
    assert_snapshot!(scene.in_words());
}

/// A camera on a radio link to a director, through something.
fn link(tx: &str, rx: &str, distance: &str, around: Surroundings) -> Scene {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("tx", tx)
        .with("rx", rx)
        .with("dir", "ashgill-17")
        .line("a.sdi2 > tx.sdi thin 0.5 m")
        .line(&format!("tx.air > rx.air {distance}"))
        .does(Command::SetSurroundings {
            build: "main".into(),
            connection: "l2".into(),
            surroundings: around,
        });
    scene
        .line("rx.sdi1 > dir.sdi mini 2 m")
        .needs("dir", Purpose::Directing, |_| {})
}

#[test]
fn a_radio_link_through_open_air_a_crowd_walls_and_metal() {
    let codes = |distance: &str| {
        Surroundings::ALL.map(|around| {
            link("pellow-w1t", "pellow-w1r", distance, around)
                .codes()
                .concat()
        })
    };
    assert_eq!(codes("20 m"), ["", "", "", ""]);
    assert_eq!(codes("80 m"), ["", "V-123", "V-123", "V-123"]);
    assert_snapshot!(
        link("pellow-w1t", "pellow-w1r", "80 m", Surroundings::Walls)
            .every_fix_mends()
            .in_words()
    );
    assert_snapshot!(
        "no_link",
        link("pellow-w1t", "pellow-w1r", "300 m", Surroundings::Metal)
            .every_fix_mends()
            .in_words()
    );
}

#[test]
fn two_ends_of_different_systems() {
    assert_snapshot!(
        link("pellow-x12t", "pellow-w1r", "20 m", Surroundings::Open)
            .every_fix_mends()
            .in_words()
    );
}

#[test]
fn more_receivers_than_a_cheap_transmitter_serves() {
    let mut scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("tx", "pellow-l2t")
        .line("a.sdi2 > tx.sdi thin 0.5 m");
    for number in 1..=3 {
        scene = scene
            .with(&format!("rx{number}"), "pellow-l2r")
            .with(&format!("c{number}"), "ashgill-24");
        scene = scene
            .line(&format!("tx.air > rx{number}.air 10 m"))
            .line(&format!("rx{number}.hdmi > c{number}.hdmi1 2 m"));
    }
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn app_viewers_get_it_later_and_poorer() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("tx", "pellow-x12t")
        .with("phone", "pellow-v1")
        .line("a.sdi1 > tx.sdi thin 0.5 m")
        .line("tx.app > phone.app 10 m")
        .needs("phone", Purpose::Client, |_| {});
    assert_snapshot!(scene.in_words());
}

#[test]
fn transmitters_take_channels_of_their_own_until_none_is_left() {
    let mut scene = scene("1080p25");
    for number in 1..=3 {
        let names = [
            format!("a{number}"),
            format!("tx{number}"),
            format!("rx{number}"),
        ];
        scene = scene
            .with(&names[0], "orrell-c4")
            .with(&names[1], "pellow-w1t")
            .with(&names[2], "pellow-w1r");
        scene = scene
            .line(&format!("{}.sdi2 > {}.sdi thin 1 m", names[0], names[1]))
            .line(&format!("{}.air > {}.air 10 m", names[1], names[2]));
    }
    assert!(scene.codes().is_empty(), "{}", scene.in_words());
    let channel = |channel| OutputSetting {
        channel: Some(channel),
        ..OutputSetting::default()
    };
    let same = scene
        .output("tx1", "air", channel(2))
        .output("tx3", "air", channel(2));
    assert_snapshot!(same.every_fix_mends().in_words());
}

#[test]
fn no_channel_is_left_in_the_band() {
    let mut scene = scene("1080p25");
    for number in 1..=7 {
        let [a, tx, rx] = ["a", "tx", "rx"].map(|name| format!("{name}{number}"));
        scene = scene
            .with(&a, "orrell-c4")
            .with(&tx, "pellow-w1t")
            .with(&rx, "pellow-w1r");
        scene = scene
            .line(&format!("{a}.sdi2 > {tx}.sdi thin 1 m"))
            .line(&format!("{tx}.air > {rx}.air 10 m"));
    }
    assert_eq!(scene.codes(), ["V-124"]);
}

#[test]
fn a_router_sends_each_output_its_own_input() {
    let source = |input: &str| OutputSetting {
        source: Some(input.into()),
        ..OutputSetting::default()
    };
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("c", "orrell-k1")
        .with("r", "merrin-r4")
        .with("dir", "ashgill-17")
        .with("rec", "ashgill-r1")
        .line("a.sdi1 > r.in1 mini 5 m")
        .line("c.sdi > r.in2 mini 5 m")
        .line("r.out1 > dir.sdi mini 5 m")
        .line("r.out2 > rec.sdi mini 5 m")
        .output("r", "out1", source("in2"))
        .output("r", "out2", source("in1"));
    let report = scene.report();
    let gets: Vec<(&str, &str)> = report
        .arrivals
        .iter()
        .map(|row| (row.name.as_str(), row.source.as_deref().unwrap()))
        .collect();
    assert_eq!(gets, [("DIR", "C"), ("REC", "A")]);
}

#[test]
fn a_scaler_keeps_the_rate_and_a_frame_rate_converter_changes_it() {
    let to = |format: &str| OutputSetting {
        format: Some(format.parse().unwrap()),
        ..OutputSetting::default()
    };
    let scaled = scene("1080p25")
        .with("a", "orrell-c4")
        .with("x", "merrin-x")
        .with("dir", "ashgill-17")
        .line("a.sdi1 > x.sdi thin 1 m")
        .line("x.sdi-out > dir.sdi mini 5 m")
        .output("x", "sdi-out", to("1080p50"));
    assert_snapshot!(scaled.every_fix_mends().in_words());
    let made = scene("1080p25")
        .with("a", "orrell-c4")
        .with("x", "merrin-fr")
        .with("dir", "ashgill-17")
        .line("a.sdi1 > x.sdi thin 1 m")
        .line("x.sdi-out > dir.sdi mini 5 m")
        .output("x", "sdi-out", to("1080p50"));
    assert_snapshot!("frame_rate_made", made.in_words());
}

#[test]
fn a_cross_converter_makes_interlaced_of_progressive() {
    let to = OutputSetting {
        format: Some("1080i50 4:2:2 10".parse().unwrap()),
        ..OutputSetting::default()
    };
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("x", "merrin-xc")
        .with("s", "merrin-m4")
        .with("e", "merrin-e1")
        .line("a.sdi2 > x.sdi thin 1 m")
        .line("x.sdi-out > s.sdi1 mini 2 m")
        .line("s.program > e.sdi mini 2 m");
    assert_snapshot!(scene.output("x", "sdi-out", to).in_words());
}

#[test]
fn one_output_for_four_screens() {
    let mut scene = scene("2160p25")
        .with("a", "orrell-k1")
        .with("i", "merrin-i1")
        .with("d", "merrin-d4")
        .line("a.sdi > i.sdi mini 5 m")
        .line("i.sdi-out > d.sdi mini 5 m");
    for number in 1..=4 {
        scene = scene
            .with(&format!("m{number}"), "ashgill-7")
            .line(&format!("d.out{number} > m{number}.sdi mini 10 m"));
    }
    assert_snapshot!(scene.in_words());
}

#[test]
fn a_port_box_holds_the_small_socket() {
    let scene = scene("1080p25")
        .with("b", "tamsin-m2")
        .with("pb", "merrin-pb1")
        .with("h", "merrin-h2")
        .with("mon", "ashgill-5h")
        .with("wall", "ashgill-p1")
        .line("b.hdmi > pb.hdmi hdmi-d-d 0.5 m")
        .line("pb.hdmi-out > h.hdmi 1 m")
        .line("h.out1 > mon.hdmi 1 m")
        .line("h.out2 > wall.hdmi hdmi-optical 25 m")
        .needs("wall", Purpose::Stage, |_| {});
    assert_snapshot!(scene.in_words());
}

#[test]
fn an_optical_hdmi_cable_runs_one_way() {
    let scene = scene("2160p25")
        .with("h", "tamsin-m4")
        .with("wall", "ashgill-w1")
        .line("h.hdmi > wall.hdmi hdmi-optical 28 m");
    assert_eq!(scene.codes(), ["V-108"]);
}

#[test]
fn timecode_and_sound_through_a_port_box() {
    let scene = scene("1080p25")
        .with("t", "merrin-t2")
        .with("boom", "dunmore-b1")
        .with("pb", "merrin-pb2")
        .with("a", "orrell-c2")
        .with("rec", "ashgill-r1")
        .line("t.tc > pb.tc")
        .line("boom.out > pb.xlr")
        .line("pb.tc-out > a.tc tc-bnc-pin5 0.5 m")
        .line("a.sdi > rec.sdi mini 2 m");
    // A 5-pin plug doesn't go onto the box's 5-pin by a BNC cable: the cable with the right ends is missing.
    assert_snapshot!(scene.in_words());
}

#[test]
fn house_rules_are_followed_or_said() {
    use model::document::{HouseRules, MonitorSize, PictureOfRecord, TransmitterFeed};
    let mut scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .with("big", "ashgill-7")
        .with("tx", "pellow-w1t")
        .line("a.sdi2 > mon.sdi thin 0.5 m")
        .line("mon.sdi-loop > tx.sdi thin 0.5 m")
        .line("a.sdi1 > big.sdi thin 0.5 m")
        .records("a", "mezzanine-high", &["cfx-b-512"], 0)
        .needs("a", Purpose::Record, |need| need.of = Some("a".into()));
    let mut with = |rules: HouseRules| {
        scene.0.house_rules = rules;
        scene
            .codes()
            .into_iter()
            .filter(|code| code.starts_with('H'))
            .collect::<Vec<_>>()
            .join(" ")
    };
    let usual = HouseRules::default();
    assert_eq!(with(usual.clone()), "H-102");
    assert_eq!(
        with(HouseRules {
            transmitter_feed: TransmitterFeed::Relayed,
            ..usual.clone()
        }),
        ""
    );
    assert_eq!(
        with(HouseRules {
            picture_of_record: PictureOfRecord::External,
            ..usual.clone()
        }),
        "H-101 H-102"
    );
    assert_eq!(
        with(HouseRules {
            picture_of_record: PictureOfRecord::Both,
            ..usual.clone()
        }),
        "H-101 H-102"
    );
    // The body has no data port: the rule asks for what it can't do.
    assert_eq!(
        with(HouseRules {
            picture_of_record: PictureOfRecord::Drive,
            ..usual.clone()
        }),
        "H-102"
    );
    assert_eq!(
        with(HouseRules {
            monitor_size: MonitorSize::OneSize,
            ..usual
        }),
        "H-103 H-102"
    );
}
