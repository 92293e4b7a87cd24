//! What bodies, links, raw, looks and lenses do to a picture.

use insta::assert_snapshot;
use model::document::{Command, OutputSetting, Purpose};
use stage::{Scene, catalogue, scene};

/// An output's setting, changed from one that says nothing.
fn set(change: impl FnOnce(&mut OutputSetting)) -> OutputSetting {
    let mut setting = OutputSetting::default();
    change(&mut setting);
    setting
}

fn large(format: &str) -> Scene {
    scene(format).with("a", "orrell-c6")
}

#[test]
fn recording_to_a_drive_switches_outputs_off() {
    let scene = large("2160p25")
        .with("d", "castor-d2")
        .with("mon", "ashgill-5h")
        .line("a.data > d.data usb-c-10 0.5 m")
        .line("a.hdmi > mon.hdmi 0.5 m")
        .on_a_drive("a", "mezzanine-high");
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn a_charging_cable_is_too_slow_for_a_drive() {
    let scene = large("2160p25")
        .with("d", "castor-d2")
        .line("a.data > d.data usb-c-charge 1 m")
        .on_a_drive("a", "mezzanine-high");
    assert_snapshot!(scene.in_words());
}

#[test]
fn no_drive_on_the_data_port() {
    assert_eq!(
        large("2160p25").on_a_drive("a", "mezzanine-high").codes(),
        ["R-103"]
    );
}

#[test]
fn faster_than_sixty_leaves_the_outputs_less() {
    let mut scene = large("2160p25")
        .with("mon", "ashgill-7")
        .with("ev", "ashgill-4v")
        .line("a.sdi1 > mon.sdi thin 0.5 m")
        .line("a.sdi3 > ev.sdi thin 0.5 m")
        .records("a", "mezzanine-standard", &["cfx-b-512"], 0);
    scene.0.builds[0].placements[0]
        .settings
        .recording
        .as_mut()
        .unwrap()
        .format = Some("2160p120".parse().unwrap());
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn a_body_that_records_inside_and_is_fast_gives_no_hdmi() {
    let scene = scene("1080p50")
        .with("b", "tamsin-m2")
        .with("rec", "ashgill-5r")
        .line("b.hdmi > rec.hdmi hdmi-d-a 1 m")
        .on_it(&["clamp-d"])
        .records("b", "h264-100", &["sd-v60-128"], 0);
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn playback_takes_the_monitor_output_away() {
    let scene = large("2160p25")
        .with("mon", "ashgill-7")
        .line("a.sdi2 > mon.sdi thin 0.5 m")
        .does(Command::SetPlayback {
            build: "main".into(),
            device: "a".into(),
            playback: true,
        });
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn one_socket_in_use_switches_another_off() {
    let scene = scene("1080p50")
        .with("a", "orrell-c2")
        .with("mon", "ashgill-5")
        .with("small", "ashgill-5h")
        .line("a.sdi > mon.sdi thin 0.5 m")
        .line("a.hdmi > small.hdmi 0.5 m");
    assert_snapshot!(scene.every_fix_mends().in_words());
}

fn links(mapping: &str, of: u8) -> OutputSetting {
    set(|setting| {
        setting.links = Some(of);
        setting.mapping = Some(serde_json::from_str(&format!("\"{mapping}\"")).unwrap());
    })
}

/// A body over four links to a recorder, with so many cables and in this order.
fn four(mapping: &str, cables: &[(u8, u8, &str)]) -> Scene {
    let mut scene =
        large("2160p50")
            .with("rec", "ashgill-r4")
            .output("a", "sdi1", links(mapping, 4));
    for (from, to, length) in cables {
        scene = scene.line(&format!("a.sdi{from} > rec.sdi{to} mini {length}"));
    }
    scene.records("rec", "mezzanine-high", &["ssd-1000"], 0)
}

#[test]
fn four_links_in_order_make_a_picture() {
    let all = [(1, 1, "5 m"), (2, 2, "5 m"), (3, 3, "5 m"), (4, 4, "5 m")];
    assert_snapshot!(four("square", &all).in_words());
}

#[test]
fn two_hd_links_carry_1080p50() {
    let mut scene = large("1080p50").with("rec", "ashgill-r4").output(
        "a",
        "sdi1",
        set(|setting| setting.links = Some(2)),
    );
    for number in 1..=2 {
        scene = scene.line(&format!("a.sdi{number} > rec.sdi{number} rg59 60 m"));
    }
    let scene = scene.records("rec", "mezzanine-high", &["ssd-1000"], 0);
    assert!(scene.codes().is_empty(), "{}", scene.in_words());
    let cable = &scene.report().connections[1];
    assert_eq!(cable.label, "1080p50 2/2 · 2 × HD");
}

#[test]
fn a_link_that_is_missing() {
    assert_snapshot!(
        four("two-sample", &[(1, 1, "5 m"), (2, 2, "5 m"), (4, 4, "5 m")])
            .every_fix_mends()
            .in_words()
    );
}

#[test]
fn links_that_changed_places() {
    let crossed = [(1, 1, "5 m"), (3, 2, "5 m"), (2, 3, "5 m"), (4, 4, "5 m")];
    assert_snapshot!(four("square", &crossed).every_fix_mends().in_words());
}

#[test]
fn links_of_different_lengths() {
    let uneven = [(1, 1, "5 m"), (2, 2, "5 m"), (3, 3, "20 m"), (4, 4, "5 m")];
    assert_snapshot!(four("square", &uneven).every_fix_mends().in_words());
}

#[test]
fn a_mapping_that_the_monitor_does_not_know() {
    let mut scene =
        large("2160p50")
            .with("mon", "ashgill-17u")
            .output("a", "sdi1", links("square", 4));
    for number in 1..=4 {
        scene = scene.line(&format!("a.sdi{number} > mon.sdi{number} mini 5 m"));
    }
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn one_link_of_four_on_an_input_for_whole_pictures() {
    let scene = large("2160p50")
        .with("mon", "ashgill-7")
        .output("a", "sdi1", links("square", 4))
        .line("a.sdi1 > mon.sdi thin 1 m");
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn four_links_become_one_in_a_converter() {
    let mut scene = large("2160p50")
        .with("q", "merrin-q4")
        .with("mon", "ashgill-7")
        .output("a", "sdi1", links("two-sample", 4))
        .line("q.sdi-out > mon.sdi thin 1 m");
    for number in 1..=4 {
        scene = scene.line(&format!("a.sdi{number} > q.sdi{number} thin 1 m"));
    }
    assert_snapshot!(scene.in_words());
}

#[test]
fn four_links_through_a_monitors_loops() {
    let mut scene = large("2160p50")
        .with("mon", "ashgill-17u")
        .with("rec", "ashgill-r4")
        .output("a", "sdi1", links("two-sample", 4))
        .records("rec", "mezzanine-high", &["ssd-1000"], 0);
    for number in 1..=4 {
        scene = scene
            .line(&format!("a.sdi{number} > mon.sdi{number} mini 5 m"))
            .line(&format!("mon.loop{number} > rec.sdi{number} mini 5 m"));
    }
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn raw_goes_only_where_its_name_is_known() {
    let raw = set(|setting| setting.raw = Some("Orrell raw".into()));
    let scene = large("2160p25")
        .with("x", "ashgill-7x")
        .with("mon", "ashgill-7")
        .output("a", "sdi2", raw)
        .line("a.sdi2 > x.sdi thin 0.5 m")
        .line("x.sdi-loop > mon.sdi thin 0.5 m")
        .records("x", "raw-5to1", &["ssd-1000"], 0);
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn raw_out_leaves_the_other_outputs_1080() {
    let raw = set(|setting| setting.raw = Some("Orrell raw".into()));
    let scene = large("2160p25")
        .with("x", "ashgill-7x")
        .with("mon", "ashgill-7")
        .output("a", "sdi2", raw)
        .line("a.sdi2 > x.sdi thin 0.5 m")
        .line("a.sdi1 > mon.sdi thin 0.5 m");
    assert_snapshot!(scene.in_words());
}

#[test]
fn an_anamorphic_lens_on_screens_that_can_and_cannot() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .with("wall", "ashgill-w1")
        .line("a.sdi1 > mon.sdi thin 0.5 m")
        .line("a.sdi2 > wall.sdi mini 10 m")
        .does(Command::SetSqueeze {
            build: "main".into(),
            device: "a".into(),
            squeeze: Some("2x".parse().unwrap()),
        });
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn a_look_twice_and_a_look_that_is_missing() {
    let look = set(|setting| setting.look = true);
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .with("dir", "ashgill-17")
        .output("a", "sdi1", look)
        .line("a.sdi1 > mon.sdi thin 0.5 m")
        .line("a.sdi2 > dir.sdi mini 5 m")
        .does(Command::SetScreen {
            build: "main".into(),
            device: "mon".into(),
            desqueeze: None,
            look: Some(true),
        })
        .needs("dir", Purpose::Directing, |need| need.look = Some(true))
        .needs("mon", Purpose::Operating, |need| need.look = Some(false));
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn a_look_box_puts_the_look_on_one_of_its_outputs() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("l", "merrin-l1")
        .with("dir", "ashgill-17")
        .with("rec", "ashgill-r1")
        .line("a.sdi1 > l.sdi thin 0.5 m")
        .line("l.sdi1 > dir.sdi mini 5 m")
        .line("l.sdi2 > rec.sdi mini 5 m")
        .output("l", "sdi1", set(|setting| setting.look = true));
    let report = scene.report();
    let looks: Vec<(&str, bool)> = report
        .arrivals
        .iter()
        .map(|row| (row.name.as_str(), row.picture.as_ref().unwrap().look))
        .collect();
    assert_eq!(looks, [("DIR", true), ("REC", false)]);
}

#[test]
fn a_pocket_body_is_never_clean() {
    let scene = scene("1080p25")
        .with("p", "tamsin-k2")
        .with("rec", "ashgill-5r")
        .line("p.hdmi > rec.hdmi hdmi-c-a 1 m")
        .needs("rec", Purpose::Record, |need| need.clean = true);
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn an_hdmi_sink_that_takes_fast_pictures_in_4_2_0_only() {
    let scene = scene("2160p50")
        .with("h", "tamsin-m4")
        .with("p", "ashgill-p1")
        .line("h.hdmi > p.hdmi 3 m");
    assert_snapshot!(scene.in_words());
}

#[test]
fn a_fixed_rate_link_beyond_the_sinks() {
    let scene = scene("2160p120 4:2:2 10")
        .with("h", "tamsin-m4")
        .with("mon", "ashgill-31")
        .line("h.hdmi > mon.hdmi hdmi-a-a-48 2 m");
    assert_snapshot!(scene.in_words());
}

#[test]
fn what_a_sink_says_of_itself_stands_in_the_place_of_the_catalogue() {
    use model::document::InputSetting;
    let mut scene = scene("2160p25")
        .with("b", "tamsin-m2")
        .with("c", "ashgill-24")
        .line("b.hdmi > c.hdmi1 hdmi-d-a 2 m")
        .on_it(&["clamp-d"]);
    assert_eq!(scene.codes(), ["V-102"]);
    let own = InputSetting {
        from: "EDID of Bench 24".into(),
        takes: catalogue()
            .device("ashgill-7")
            .unwrap()
            .port("hdmi")
            .unwrap()
            .formats
            .clone(),
        hdmi: "2.0".parse().unwrap(),
        frl_gbps: None,
        audio: 2,
    };
    scene = scene.does(Command::SetInput {
        build: "main".into(),
        at: "c.hdmi1".parse().unwrap(),
        setting: Some(own),
    });
    assert!(scene.codes().is_empty());
}

#[test]
fn a_relay_on_the_monitors_battery() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .with("rec", "ashgill-r1")
        .line("a.sdi1 > mon.sdi thin 0.5 m")
        .line("mon.sdi-loop > rec.sdi mini 5 m")
        .records("rec", "mezzanine-high", &["ssd-1000"], 0);
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn a_relay_with_no_other_output_is_fed_by_a_distribution_amplifier() {
    let scene = scene("1080p25")
        .with("a", "orrell-k1")
        .with("mon", "ashgill-5")
        .with("tx", "pellow-w1t")
        .with("rx", "pellow-w1r")
        .with("dir", "ashgill-17")
        .line("a.sdi > mon.sdi thin 0.5 m")
        .line("mon.sdi-loop > tx.sdi thin 0.5 m")
        .line("tx.air > rx.air 20 m")
        .line("rx.sdi1 > dir.sdi mini 2 m")
        .needs("dir", Purpose::Directing, |_| {});
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn passive_loops_add_up_and_adapters_cost() {
    let chain = |second: &str| {
        scene("1080p50")
            .with("a", "orrell-c4")
            .with("mon", "ashgill-17")
            .with("rec", "ashgill-r1")
            .line("a.sdi2 > mon.sdi mini 30 m")
            .on_it(&["bnc-barrel", "bnc-elbow"])
            .line(&format!("mon.sdi-loop > rec.sdi mini {second}"))
    };
    assert!(chain("5 m").codes().is_empty());
    assert_snapshot!([chain("15 m").in_words(), chain("30 m").in_words()].join("\n--\n"));
}

#[test]
fn an_adapter_makes_the_plug_fit() {
    let scene = scene("1080p25")
        .with("b", "tamsin-m2")
        .with("mon", "ashgill-5h")
        .line("b.hdmi > mon.hdmi hdmi-a-a 1 m");
    assert_eq!(scene.codes(), ["V-106"]);
    let adapted = scene.on_it(&["hdmi-a-to-d"]);
    assert_eq!(adapted.codes(), ["V-302"]);
    assert!(
        adapted
            .on_it(&["hdmi-a-to-d", "clamp-d"])
            .codes()
            .is_empty()
    );
}

#[test]
fn sound_and_picture_that_arrive_apart() {
    let scene = scene("1080p25")
        .with("boom", "dunmore-b1")
        .with("a", "orrell-c4")
        .with("tx", "pellow-l2t")
        .with("rx", "pellow-l2r")
        .with("c", "ashgill-24")
        .line("boom.out > a.xlr1")
        .line("a.sdi2 > tx.sdi thin 0.5 m")
        .line("tx.air > rx.air 10 m")
        .line("rx.hdmi > c.hdmi1 2 m")
        .needs("c", Purpose::Client, |need| need.sound = 1);
    // Both are delayed alike: together.
    assert!(scene.codes().is_empty(), "{}", scene.in_words());
    let late = scene
        .with("k", "tamsin-k2")
        .with("rec", "ashgill-5r")
        .with("m2", "dunmore-b1");
    let late = late
        .line("k.hdmi > rec.hdmi hdmi-c-a 1 m")
        .line("m2.out > rec.mic")
        .records("rec", "h264-100", &["ssd-240"], 1)
        .needs("rec", Purpose::Record, |need| need.sound = 1);
    assert_snapshot!(late.in_words());
}
