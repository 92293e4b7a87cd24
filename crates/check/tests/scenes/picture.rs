use insta::assert_snapshot;
use model::document::{OutputSetting, Purpose};
use report::load_working;
use stage::{BUILD, catalogue, scene};

#[test]
fn a_camera_and_its_monitor() {
    let scene = scene("2160p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-7")
        .line("a.sdi1 > mon.sdi thin 0.5 m");
    assert_snapshot!(scene.in_words());
}

#[test]
fn nothing_arrives() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .with("rx", "pellow-w1r")
        .with("dir", "ashgill-17");
    assert_snapshot!(scene.line("rx.sdi1 > dir.sdi").every_fix_mends().in_words());
}

#[test]
fn an_input_that_does_not_take_the_format() {
    let scene = scene("2160p25")
        .with("b", "tamsin-m2")
        .with("client", "ashgill-24")
        .line("b.hdmi > client.hdmi1 hdmi-d-a 2 m");
    assert_snapshot!(scene.kit("merrin-x", None).every_fix_mends().in_words());
}

#[test]
fn a_wire_rate_above_the_port() {
    let scene = scene("2160p50")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .line("a.sdi1 > mon.sdi thin 0.5 m");
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn a_wire_rate_above_the_cable() {
    let scene = scene("2160p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-7")
        .line("a.sdi1 > mon.sdi coax-old 5 m");
    assert_snapshot!(
        scene
            .kit("coax-mini", Some("5 m"))
            .every_fix_mends()
            .in_words()
    );
}

#[test]
fn two_levels_of_3g() {
    let level = OutputSetting {
        level: Some("B".parse().unwrap()),
        ..OutputSetting::default()
    };
    let scene = scene("1080p50")
        .with("a", "orrell-c4")
        .with("dir", "ashgill-17")
        .line("a.sdi2 > dir.sdi")
        .output("a", "sdi2", level);
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn plugs_that_look_alike() {
    let scene = scene("2160p25")
        .with("b", "tamsin-m2")
        .with("rec", "ashgill-5r")
        .line("b.hdmi > rec.hdmi hdmi-a-a 2 m");
    assert_snapshot!(
        scene
            .kit("hdmi-d-a", Some("0.5 m"))
            .every_fix_mends()
            .in_words()
    );
}

#[test]
fn sdi_into_hdmi() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("client", "ashgill-24")
        .line("a.sdi2 > client.hdmi1");
    assert_snapshot!(
        scene
            .kit("merrin-sh", None)
            .kit("merrin-x", None)
            .every_fix_mends()
            .in_words()
    );
}

#[test]
fn runs_near_and_beyond_their_reach() {
    let run = |length: &str| {
        let scene = scene("2160p50")
            .with("c", "orrell-k1")
            .with("rec", "ashgill-r1");
        scene
            .line(&format!("c.sdi > rec.sdi rg59 {length}"))
            .kit("coax-rg6", Some("65 m"))
            .every_fix_mends()
            .in_words()
    };
    assert_snapshot!([run("50 m"), run("60 m"), run("64 m"), run("70 m")].join("\n--\n"));
}

#[test]
fn an_hdmi_cable_too_long_for_its_rate() {
    let scene = scene("2160p25")
        .with("b", "tamsin-m2")
        .with("rec", "ashgill-5r")
        .line("b.hdmi > rec.hdmi hdmi-d-a-thin 6 m");
    assert_eq!(scene.every_fix_mends().codes(), ["V-108", "V-302"]);
}

#[test]
fn cables_that_go_in_a_circle() {
    let scene = scene("1080p25")
        .with("m1", "ashgill-5")
        .with("m2", "ashgill-5")
        .with("m3", "ashgill-7");
    let scene = scene
        .line("m1.sdi-loop > m2.sdi")
        .line("m2.sdi-loop > m1.sdi")
        .line("m2.hdmi-loop > m3.hdmi");
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn an_output_set_to_what_it_does_not_give() {
    let scene = scene("2160p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-7")
        .line("a.sdi2 > mon.sdi thin 1 m");
    assert_snapshot!(
        scene
            .gives("a", "sdi2", "2160p25")
            .every_fix_mends()
            .in_words()
    );
}

#[test]
fn a_project_rate_that_an_output_does_not_have() {
    let scene = scene("2160p50")
        .with("b", "tamsin-m2")
        .with("rec", "ashgill-5r")
        .line("b.hdmi > rec.hdmi hdmi-d-a 0.5 m");
    assert_snapshot!(scene.in_words());
}

#[test]
fn a_radio_link_lowers_quality_and_adds_delay() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("tx", "pellow-w1t")
        .with("rx", "pellow-w1r")
        .with("dir", "ashgill-17");
    let scene = scene
        .line("a.sdi2 > tx.sdi")
        .line("tx.air > rx.air 35 m")
        .line("rx.sdi1 > dir.sdi");
    let scene = scene.needs("dir", Purpose::Focus, |need| {
        need.bits = Some("10".parse().unwrap())
    });
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn one_transmitter_and_several_receivers() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("tx", "pellow-w1t")
        .with("r1", "pellow-w1r")
        .with("r2", "pellow-w1r");
    let scene = scene
        .with("m1", "ashgill-5")
        .with("m2", "ashgill-17")
        .line("a.sdi2 > tx.sdi")
        .line("tx.air > r1.air")
        .line("tx.air > r2.air");
    assert!(
        scene
            .line("r1.sdi1 > m1.sdi")
            .line("r2.sdi1 > m2.sdi")
            .codes()
            .is_empty()
    );
}

#[test]
fn a_need_for_another_camera_clean_and_sooner() {
    let overlay = OutputSetting {
        overlay: true,
        ..OutputSetting::default()
    };
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("b", "orrell-c4")
        .with("mon", "ashgill-5")
        .line("a.sdi2 > mon.sdi");
    let scene = scene
        .output("a", "sdi2", overlay)
        .needs("mon", Purpose::Operating, |need| {
            need.of = Some("b".into());
            need.clean = true;
            need.within = Some("20 ms".parse().unwrap());
        });
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn a_delay_shows_how_it_adds_up() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("tx", "pellow-w1t")
        .with("rx", "pellow-w1r")
        .with("dir", "ashgill-17");
    let report = scene
        .line("a.sdi2 > tx.sdi")
        .line("tx.air > rx.air")
        .line("rx.sdi1 > dir.sdi")
        .report();
    let working = report.arrivals[0].working.as_ref().unwrap();
    let terms: Vec<String> = working
        .terms
        .iter()
        .map(|term| format!("{} {} ({})", term.name, term.value, term.source))
        .collect();
    assert_snapshot!(format!("{} = {}", terms.join(" + "), working.result), @"A 40 ms (SDI 2 (monitor) in A) + TX 10 ms (Antenna in TX) + RX 15 ms (SDI 1 in RX) = 65 ms");
}

#[test]
fn a_cable_shows_how_full_it_is() {
    let scene = scene("2160p25")
        .with("c", "orrell-k1")
        .with("rec", "ashgill-r1")
        .line("c.sdi > rec.sdi rg59 70 m");
    let cable = &scene.report().connections[0];
    let working = load_working(&scene.0, BUILD, catalogue(), "l1").unwrap();
    let terms: Vec<String> = working
        .terms
        .iter()
        .map(|term| format!("{}: {} ({})", term.name, term.value, term.source))
        .collect();
    assert_snapshot!(format!(
        "{} {} %\n{}",
        cable.label,
        cable.load.as_ref().unwrap().percent,
        terms.join("\n")
    ));
}
