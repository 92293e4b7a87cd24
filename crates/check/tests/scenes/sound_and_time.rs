use insta::assert_snapshot;
use stage::scene;

#[test]
fn a_microphone_reaches_the_recorder_through_the_camera() {
    let scene = scene("1080p25")
        .with("mic", "dunmore-b1")
        .with("a", "orrell-c4")
        .with("rec", "ashgill-r1");
    let scene = scene
        .line("mic.out > a.xlr1")
        .line("a.sdi1 > rec.sdi rg6 5 m")
        .records("rec", "mezzanine-high", &["ssd-1000"], 1);
    assert!(scene.codes().is_empty());
    assert_snapshot!(scene.in_words());
}

#[test]
fn sound_that_is_not_there() {
    let scene = scene("1080p25")
        .with("mic", "dunmore-b1")
        .with("a", "orrell-c4")
        .records("a", "mezzanine-high", &["cfx-b-512"], 2);
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn sound_that_a_radio_link_leaves_behind() {
    let scene = scene("1080p25")
        .with("m1", "dunmore-b1")
        .with("m2", "dunmore-b1")
        .with("m3", "dunmore-b1")
        .with("mix", "dunmore-x6");
    let scene = scene
        .with("tx", "dunmore-w2t")
        .with("rx", "dunmore-w2r")
        .with("a", "orrell-c4");
    let scene = scene
        .line("m1.out > mix.in1")
        .line("m2.out > mix.in2")
        .line("m3.out > mix.in3");
    let scene = scene
        .line("mix.mix > tx.in")
        .line("tx.air > rx.air")
        .line("rx.out > a.xlr1");
    let scene = scene.records("mix", "pcm-wav", &["sd-v60-128"], 3).records(
        "a",
        "mezzanine-high",
        &["cfx-b-512"],
        1,
    );
    assert_eq!(
        scene.codes(),
        Vec::<String>::new(),
        "a mix of three is one channel, and it arrives"
    );
}

#[test]
fn timecode_rates_that_differ() {
    let scene = scene("2160p23.98")
        .with("box", "merrin-t2")
        .with("a", "orrell-c4")
        .with("rec", "ashgill-7r")
        .counts("box", "24");
    let scene = scene
        .line("box.tc > a.tc thin 0.5 m")
        .line("a.sdi1 > rec.sdi thin 1 m");
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn drop_frame_against_non_drop() {
    let mut scene = scene("2160p29.97")
        .with("box", "merrin-t2")
        .with("rec", "ashgill-r1")
        .with("a", "orrell-c4");
    scene = scene
        .line("box.tc > rec.tc rg59 3 m")
        .line("a.sdi1 > rec.sdi rg6 3 m")
        .counts("rec", "29.97 drop");
    scene.0.builds[0].timecode_master = Some("box".into());
    assert_snapshot!(scene.every_fix_mends().in_words());
}

#[test]
fn above_30_frames_timecode_counts_pairs() {
    let report = scene("2160p50").with("a", "orrell-c4").report();
    assert_eq!(report.timecode, "25");
}

#[test]
fn a_need_for_sound_that_does_not_arrive() {
    let scene = scene("1080p25")
        .with("mic", "dunmore-b1")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5");
    let scene = scene.line("a.sdi2 > mon.sdi thin 1 m").needs(
        "mon",
        model::document::Purpose::Directing,
        |need| need.sound = 1,
    );
    assert_snapshot!(scene.every_fix_mends().in_words());
}
