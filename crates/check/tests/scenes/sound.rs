//! Chains from the mouth to the track, good and bad: what each comes to, and what a recordist would say.

use demo::Shape;
use model::catalogue::{LevelKind, SoundSource};
use model::document::{
    Change, Command, PortRef, Position, Purpose, SoundSetting, TrackKind, TrackSetting, TrackSource,
};
use plan::{report_with_fixes, schools_of, set_gains};
use proptest::prelude::*;
use report::{ChainReport, report, track_ixml, track_presets, track_rows};
use runtime::interrupt::Interrupt;
use stage::{BUILD, Scene, cases, catalogue, says, scene};
use units::quantity::{Decibels, signed};

/// What is set on a port, said in a few words: *line*, *mic 30*, *phantom on*.
fn set(at: &str, words: &str) -> Command {
    let (device, port) = at.split_once('.').unwrap();
    let mut setting = SoundSetting::default();
    let mut words = words.split(' ').peekable();
    while let Some(word) = words.next() {
        match word {
            "mic" => setting.level = Some(LevelKind::Mic),
            "line" => setting.level = Some(LevelKind::Line),
            "phantom" => setting.phantom = Some(words.next() == Some("on")),
            "pad" => setting.pad = Some(true),
            "limiter" => setting.limiter = Some(true),
            "auto" => setting.auto_gain = true,
            "mhz" => {
                let mhz: f64 = words.next().unwrap().parse().unwrap();
                setting.frequency_khz = Some((mhz * 1_000.0).round() as u32);
            }
            gain => setting.gain = Some(gain.parse().unwrap()),
        }
    }
    Command::SetSound {
        build: BUILD.into(),
        at: PortRef::new(device, port),
        change: Change::between(&SoundSetting::default(), &setting),
    }
}

fn hears(device: &str, source: SoundSource, distance: &str) -> Command {
    Command::SetPosition {
        build: BUILD.into(),
        device: device.into(),
        position: Some(Position {
            source,
            distance: distance.parse().unwrap(),
        }),
    }
}

fn from(input: &str, channel: u8) -> TrackSource {
    TrackSource {
        input: input.into(),
        channel,
    }
}

fn tracks(device: &str, tracks: Vec<TrackSetting>) -> Command {
    Command::SetTracks {
        build: BUILD.into(),
        device: device.into(),
        tracks,
    }
}

fn on(source: TrackSource) -> TrackSetting {
    TrackSetting {
        from: vec![source],
        ..TrackSetting::default()
    }
}

/// A microphone into the first input of a mixer that records.
fn into_mixer(microphone: &str) -> Scene {
    scene("1080p25")
        .with("m", microphone)
        .with("mix", "dunmore-x6")
        .line("m.out > mix.in1")
        .records("mix", "pcm-wav", &["sd-v60-128"], 1)
}

/// A microphone, and mixers that each take the mix of the one before by both arms of a splitter.
fn doubled(mixers: usize) -> Scene {
    let first = scene("1080p25").with("m0", "dunmore-b1");
    (1..=mixers).fold(first, |floor, number| {
        let (before, splitter, mixer) = (
            format!(
                "m{}.{}",
                number - 1,
                if number == 1 { "out" } else { "mix" }
            ),
            format!("s{number}"),
            format!("m{number}"),
        );
        floor
            .with(&splitter, "dunmore-y1")
            .with(&mixer, "dunmore-x6")
            .line(&format!("{before} > {splitter}.in"))
            .line(&format!("{splitter}.out1 > {mixer}.in1"))
            .line(&format!("{splitter}.out2 > {mixer}.in2"))
    })
}

#[test]
fn what_doubles_at_each_mixer_is_followed_as_one_source() {
    let recorded = |mixers: usize| {
        let last = format!("m{mixers}");
        doubled(mixers).records(&last, "pcm-wav", &["sd-v60-128"], 1)
    };
    let heard = |mixers: usize| {
        report(&recorded(mixers).0, BUILD, catalogue())
            .unwrap()
            .sound
    };
    // By each arm of the sixth splitter, 32 ways.
    assert_eq!(heard(6).chains.len(), 32);
    let crowd = heard(24);
    assert!((1..=64).contains(&crowd.chains.len()));
    assert!(crowd.sheets[0].tracks[0].dbfs.is_some());
}

#[test]
fn mixers_that_each_record_a_longer_way_are_judged_and_listed_while_there_is_room() {
    let mut floor = Scene(Shape::Mixers.floor(401));
    let mixers = floor.0.builds[0].placements.len();
    for number in 2..=mixers {
        floor = floor.records(&format!("d{number}"), "pcm-wav", &["sd-v60-128"], 1);
    }
    let report = report(&floor.0, BUILD, catalogue()).unwrap();
    let sound = &report.sound;
    assert_eq!(sound.chains.len() + sound.chains_left_out, 400);
    let rows = sound.chains.iter().map(|chain| chain.stages.len());
    assert!((15_000..=20_000).contains(&rows.sum::<usize>()));
    // Every other recorder writes the same microphone.
    let also = &sound.sheets[0].sources[0].also;
    assert_eq!((also.len(), also[8].as_str()), (9, "others"));
    let stop = Interrupt::default();
    stop.raise();
    let none = set_gains(&floor.0, BUILD, catalogue(), &stop).unwrap();
    assert_eq!(none.commands, []);
    // The last is judged like the first, listed or not.
    let hot = floor.does(set("d401.in1", "mic 76"));
    assert!(says(&hot, "S-105").contains("Device 401"));
}

#[test]
fn schools_are_for_ways_that_somebody_sets() {
    let compared = |mixers: usize| {
        let last = format!("d{}", mixers + 1);
        let floor =
            Scene(Shape::Mixers.floor(mixers + 1)).records(&last, "pcm-wav", &["sd-v60-128"], 1);
        let chain = report(&floor.0, BUILD, catalogue()).unwrap().sound.chains[0]
            .id
            .clone();
        schools_of(&floor.0, BUILD, catalogue(), &chain).is_some()
    };
    assert!(compared(8));
    assert!(!compared(60));
}

#[test]
fn a_microphone_in_a_crowd_is_heard() {
    // 81 microphones on forty mixers, each into the next.
    let floor = (0..40).fold(scene("1080p25"), |floor, number| {
        let mixer = format!("mix{number}");
        let inputs = if number == 0 { 1..=3 } else { 2..=3 };
        let floor = floor.with(&mixer, "dunmore-x6");
        let floor = inputs.fold(floor, |floor, input| {
            let microphone = format!("b{number}-{input}");
            floor
                .with(&microphone, "dunmore-b1")
                .line(&format!("{microphone}.out > {mixer}.in{input}"))
        });
        match number {
            0 => floor,
            _ => floor.line(&format!("mix{}.mix > {mixer}.in1", number - 1)),
        }
    });
    let floor = floor.records("mix39", "pcm-wav", &["sd-v60-128"], 3);
    let report = report(&floor.0, BUILD, catalogue()).unwrap();
    // Their level isn't made up: what can't be followed is said.
    let track = &report.sound.sheets[0].tracks[0];
    let why = track.unknown.as_deref().unwrap_or_default();
    assert!(
        why.ends_with("more sources at once than are followed"),
        "{why}"
    );
    assert_eq!(track.dbfs, None);
    let of_microphones: Vec<&str> = report
        .findings
        .iter()
        .filter(|finding| finding.id.starts_with("S-103"))
        .map(|finding| finding.text.as_str())
        .collect();
    assert_eq!(of_microphones, [""; 0]);
}

/// A microphone into a body that records.
fn into_body(microphone: &str, body: &str, input: &str, codec: &str, card: &str) -> Scene {
    scene("1080p25")
        .with("m", microphone)
        .with("a", body)
        .line(&format!("m.out > a.{input}"))
        .records("a", codec, &[card], 1)
}

fn cinema(microphone: &str) -> Scene {
    into_body(
        microphone,
        "orrell-c4",
        "xlr1",
        "mezzanine-high",
        "cfx-b-512",
    )
}

fn hybrid(microphone: &str) -> Scene {
    into_body(microphone, "tamsin-m4", "mic", "h264-100", "sd-v60-128")
}

fn mirrorless(microphone: &str) -> Scene {
    into_body(microphone, "tamsin-m2", "mic", "h264-100", "sd-v60-128")
}

/// A microphone over the air into a body.
fn by_radio(microphone: &str, transmitter: &str, receiver: &str) -> Scene {
    scene("1080p25")
        .with("m", microphone)
        .with("tx", transmitter)
        .with("rx", receiver)
        .with("a", "orrell-c4")
        .line("m.out > tx.in")
        .line("tx.air > rx.air 10 m")
        .line("rx.out > a.xlr1")
        .records("a", "mezzanine-high", &["cfx-b-512"], 1)
}

fn chains(scene: &Scene) -> Vec<ChainReport> {
    scene.report().sound.chains
}

fn one(scene: &Scene) -> ChainReport {
    let mut all = chains(scene);
    assert_eq!(all.len(), 1);
    all.remove(0)
}

/// Each chain in a line, then what is found about sound.
fn tell(name: &str, scene: Scene) -> String {
    let mut lines = vec![format!("{name}")];
    for chain in chains(&scene) {
        let gains = chain.stages.iter().filter_map(|stage| {
            let gain = stage.gain.as_ref()?;
            Some(format!(
                "{} {} {}",
                stage.at,
                stage
                    .level
                    .map_or_else(String::new, |level| level.to_string()),
                gain.now
            ))
        });
        lines.push(format!(
            "  {} > {} {}: {} dBFS, room {}, gear {} below, all {} [{}]",
            chain.source,
            chain.recorder,
            chain.track,
            signed(chain.dbfs, 1),
            chain
                .headroom_db
                .map_or_else(|| "∞".into(), |room| signed(room, 1)),
            signed(chain.gear_snr_db, 1),
            signed(chain.snr_db, 1),
            gains.collect::<Vec<_>>().join(", ")
        ));
    }
    for finding in &scene.report().findings {
        let code = finding.code.to_string();
        if code.starts_with('S') && code != "S-117" {
            lines.push(format!("  {:?} {code} {}", finding.severity, finding.text));
        }
    }
    lines.join("\n")
}

#[test]
fn chains_of_usual_microphones() {
    let told = [
        tell("a boom into a mixer", into_mixer("dunmore-b1")),
        tell("the long shotgun, further away", into_mixer("dunmore-b7")),
        tell("a ribbon", into_mixer("dunmore-r1")),
        tell("a dynamic microphone in the hand", into_mixer("dunmore-d1")),
        tell("a plant microphone", into_mixer("dunmore-p1")),
        tell("a boom into a cinema body", cinema("dunmore-b1")),
        tell("a hand microphone into a cinema body", cinema("dunmore-d1")),
        tell(
            "an on-camera microphone on plug-in power",
            hybrid("dunmore-g1"),
        ),
        tell("one with gain steps, as it comes", mirrorless("dunmore-g3")),
        tell(
            "one with gain steps, at +20",
            mirrorless("dunmore-g3").does(set("m.out", "20")),
        ),
    ];
    insta::assert_snapshot!(told.join("\n"));
}

#[test]
fn chains_that_are_loud_or_soft() {
    let shout = |scene: Scene| scene.does(hears("m", SoundSource::Shout, "20 cm"));
    let told = [
        tell(
            "a whisper",
            into_mixer("dunmore-b1").does(hears("m", SoundSource::Whisper, "1 m")),
        ),
        tell(
            "a foundry",
            into_mixer("dunmore-b1").does(hears("m", SoundSource::Foundry, "1 m")),
        ),
        tell(
            "a foundry at the capsule",
            into_mixer("dunmore-b7").does(hears("m", SoundSource::Foundry, "50 cm")),
        ),
        tell(
            "too much gain",
            into_mixer("dunmore-b1").does(set("mix.in1", "70")),
        ),
        tell(
            "much too much gain",
            shout(into_mixer("dunmore-b1")).does(set("mix.in1", "76")),
        ),
        tell(
            "little room",
            into_mixer("dunmore-b1").does(set("mix.in1", "66")),
        ),
        tell(
            "little room, limiter in",
            into_mixer("dunmore-b1").does(set("mix.in1", "66 limiter")),
        ),
        tell(
            "little gain",
            cinema("dunmore-r1").does(set("a.xlr1", "10")),
        ),
        tell(
            "a shout, with a pad",
            shout(into_mixer("dunmore-b1")).does(set("mix.in1", "40 pad")),
        ),
        tell(
            "a shout, pad on the cable",
            shout(into_mixer("dunmore-b1").on_it(&["xlr-pad-20"])).does(set("mix.in1", "40")),
        ),
    ];
    insta::assert_snapshot!(told.join("\n"));
}

#[test]
fn chains_that_want_power() {
    let told = [
        tell(
            "the input at line",
            into_mixer("dunmore-b1").does(set("mix.in1", "line")),
        ),
        tell(
            "48 V off",
            into_mixer("dunmore-b1").does(set("mix.in1", "phantom off")),
        ),
        tell(
            "48 V into a ribbon",
            into_mixer("dunmore-r1").does(set("mix.in1", "phantom on")),
        ),
        tell(
            "48 V into a ribbon, over a transformer",
            into_mixer("dunmore-r1")
                .on_it(&["xlr-transformer"])
                .does(set("mix.in1", "phantom on")),
        ),
        tell(
            "a boom into a small jack",
            into_body("dunmore-b1", "tamsin-m2", "mic", "h264-100", "sd-v60-128"),
        ),
        tell(
            "a lavalier without plug-in power",
            scene("1080p25")
                .with("m", "dunmore-l1")
                .with("mix", "dunmore-x6")
                .line("m.out > mix.in1 mini-xlr 2 m")
                .records("mix", "pcm-wav", &["sd-v60-128"], 1),
        ),
    ];
    insta::assert_snapshot!(told.join("\n"));
}

#[test]
fn chains_over_radio_and_small_jacks() {
    let told = [
        tell(
            "a lavalier by radio",
            by_radio("dunmore-l1", "dunmore-w4t", "dunmore-w4r"),
        ),
        tell(
            "a boom by a plug-on",
            by_radio("dunmore-b1", "dunmore-w4p", "dunmore-w4r"),
        ),
        tell(
            "a receiver's line into a microphone input",
            by_radio("dunmore-b1", "dunmore-w2t", "dunmore-w2r")
                .does(set("rx.out", "line"))
                .does(set("a.xlr1", "mic")),
        ),
        tell(
            "the same with a line pad",
            by_radio("dunmore-b1", "dunmore-w2t", "dunmore-w2r")
                .on_it(&["xlr-pad-40"])
                .does(set("rx.out", "line"))
                .does(set("a.xlr1", "mic")),
        ),
        tell(
            "a telephone's lavalier into a body",
            scene("1080p25")
                .with("m", "dunmore-l3")
                .with("a", "tamsin-m2")
                .line("m.out > a.mic jack35-trrs-trrs 1 m")
                .records("a", "h264-100", &["sd-v60-128"], 1),
        ),
        tell(
            "the same with its adapter",
            scene("1080p25")
                .with("m", "dunmore-l3")
                .with("a", "tamsin-m2")
                .line("m.out > a.mic jack35-trrs 1 m")
                .records("a", "h264-100", &["sd-v60-128"], 1),
        ),
        tell(
            "a long unbalanced run",
            scene("1080p25")
                .with("m", "dunmore-g1")
                .with("a", "tamsin-m4")
                .line("m.out > a.mic jack35 8 m")
                .records("a", "h264-100", &["sd-v60-128"], 1),
        ),
        tell(
            "gain that follows by itself",
            cinema("dunmore-b1").does(set("a.xlr1", "auto")),
        ),
        tell("a lavalier that loads a body", hybrid("dunmore-l2")),
        tell(
            "an adapter for the hot shoe",
            scene("1080p25")
                .with("m", "dunmore-b1")
                .with("h", "dunmore-h2")
                .with("a", "tamsin-m4")
                .line("m.out > h.in1")
                .line("h.shoe > a.shoe")
                .records("a", "h264-100", &["sd-v60-128"], 1),
        ),
    ];
    insta::assert_snapshot!(told.join("\n"));
}

#[test]
fn every_fix_of_a_sound_finding_mends_it() {
    let bad = [
        into_mixer("dunmore-b1").does(set("mix.in1", "70")),
        into_mixer("dunmore-b1").does(set("mix.in1", "line")),
        into_mixer("dunmore-b1").does(set("mix.in1", "phantom off")),
        into_mixer("dunmore-r1").does(set("mix.in1", "phantom on")),
        into_mixer("dunmore-b1").does(set("mix.in1", "66")),
        cinema("dunmore-b1").does(set("a.xlr1", "auto")),
        by_radio("dunmore-b1", "dunmore-w2t", "dunmore-w2r")
            .does(set("rx.out", "line"))
            .does(set("a.xlr1", "mic")),
        mirrorless("dunmore-g3"),
    ];
    for scene in bad {
        let with = report_with_fixes(&scene.0, BUILD, catalogue()).unwrap();
        let sound = with
            .findings
            .iter()
            .filter(|finding| finding.code.to_string().starts_with('S'));
        for finding in sound {
            assert!(
                !finding.fixes.is_empty(),
                "{}: {}",
                finding.id,
                finding.text
            );
        }
        scene.every_fix_mends();
    }
}

/// Three stages worked by hand: a microphone of 20 mV/Pa with 13 dB SPL of own noise hears 68.02 dB SPL
/// (62 at 1 m, from 50 cm), into a mixer (EIN −128 dBu, 4,000 Ω over its 100 Ω, gain 30), out at line into
/// a body (EIN −96 dBu, 10,000 Ω over 150 Ω, gain 0).
#[test]
fn a_cascade_of_three_stages_worked_by_hand() {
    let scene = scene("1080p25")
        .with("m", "dunmore-b1")
        .with("mix", "dunmore-x6")
        .with("a", "orrell-c4")
        .line("m.out > mix.in1")
        .line("mix.mix > a.xlr1")
        .records("a", "mezzanine-high", &["cfx-b-512"], 1)
        .does(set("mix.in1", "mic 30"))
        .does(set("mix.mix", "line 0"))
        .does(set("a.xlr1", "line 0"));
    let chain = one(&scene);
    // 20 mV × 10^((68.02 − 94)/20) = 1.005 mV: −57.74 dBu; loaded by 4,000 ÷ 4,100: −57.95 dBu.
    // + 30 − 24 = −51.95 dBFS; + 24 = −27.95 dBu; loaded by 10,000 ÷ 10,150: −28.08; − 24 = −52.08 dBFS.
    assert!((chain.dbfs + 52.1).abs() < 0.1, "{}", chain.dbfs);
    // Own noise 13 dB SPL: −112.76 dBu, loaded −112.97. With EIN −128: −112.84 dBu. + 30 − 24: −106.84;
    // converter −116: −106.34 dBFS. + 24: −82.34 dBu; output −88: −81.30; loaded −81.43; EIN −96: −81.28;
    // − 24: −105.28 dBFS; converter −100: −98.87 dBFS.
    assert!(
        (chain.noise_dbfs + 98.9).abs() < 0.15,
        "{}",
        chain.noise_dbfs
    );
    assert!(
        (chain.gear_snr_db - 46.8).abs() < 0.2,
        "{}",
        chain.gear_snr_db
    );
}

#[test]
fn floating_point_removes_the_converters_ceiling_alone() {
    let loud = |recorder: &str, bits: u8| {
        let mut scene = scene("1080p25")
            .with("m", "dunmore-b1")
            .with("rec", recorder)
            .line("m.out > rec.in1")
            .records("rec", "pcm-wav", &["sd-v60-128"], 1)
            .does(hears("m", SoundSource::Foundry, "1 m"))
            .does(set("rec.in1", "mic 40"));
        let recording = scene.0.builds[0].placements[1].settings.recording.as_mut();
        recording.unwrap().sound_bits = Some(bits);
        one(&scene)
    };
    let (fixed, float) = (loud("dunmore-x4", 24), loud("dunmore-x4", 32));
    assert!(fixed.headroom_db < Some(0.0) && fixed.clips_first.unwrap().contains("converter"));
    assert!(float.headroom_db > Some(0.0), "{:?}", float.headroom_db);
    let at_the_input = SoundSource::Foundry.spl_db() + SoundSource::Foundry.peaks_db();
    assert!(at_the_input < 130.0);
    assert!(float.clips_first.unwrap().contains("microphone"));
    assert!(fixed.dbfs == float.dbfs);
}

#[test]
fn a_source_that_comes_twice_adds_as_voltage_and_others_as_power() {
    let twice = |second: &str| {
        let mut scene = scene("1080p25")
            .with("m", "dunmore-b1")
            .with("n", "dunmore-b1")
            .with("y", "dunmore-y3")
            .with("mix", "dunmore-x6")
            .line("m.out > y.in")
            .line("y.out1 > mix.in1")
            .line(second)
            .records("mix", "pcm-wav", &["sd-v60-128"], 1);
        for input in ["mix.in1", "mix.in2"] {
            scene = scene.does(set(input, "mic 40"));
        }
        let mixed = TrackSetting {
            from: vec![from("in1", 1), from("in2", 1)],
            kind: TrackKind::Mix,
            ..TrackSetting::default()
        };
        let scene = scene.does(tracks("mix", vec![mixed]));
        scene.report().sound.sheets[0].tracks[0].dbfs.unwrap()
    };
    let (same, other) = (twice("y.out2 > mix.in2"), twice("n.out > mix.in2"));
    assert!((same - other - 3.0).abs() < 0.7, "{same} {other}");
}

#[test]
fn tracks_say_what_is_on_them() {
    let floor = scene("1080p25")
        .with("boom", "dunmore-b1")
        .with("lav", "dunmore-b9")
        .with("mix", "dunmore-x6")
        .line("boom.out > mix.in1")
        .line("lav.out > mix.in2")
        .records("mix", "pcm-wav", &["sd-v60-128"], 2);
    let sheet = &floor.report().sound.sheets[0];
    let names: Vec<&str> = sheet
        .tracks
        .iter()
        .map(|track| track.name.as_str())
        .collect();
    assert_eq!(
        (names, sheet.set, sheet.most),
        (vec!["BOOM", "LAV"], false, 6)
    );
    let presets: Vec<String> = track_presets(sheet)
        .into_iter()
        .map(|preset| preset.name)
        .collect();
    insta::assert_snapshot!(presets.join("\n"), @r"
    each source on a track of its own
    BOOM on 1, safety −12 dB on 2, the others from 3 on
    a mix on 1, every source from 2 on
    everything on 1, as scratch
    mid on 1, side on 2: BOOM and LAV
    ");
    let safety = track_presets(sheet).remove(1).tracks;
    let mut with_safety = floor.does(tracks("mix", safety));
    with_safety.0.builds[0].placements[2]
        .settings
        .recording
        .as_mut()
        .unwrap()
        .tracks = 3;
    let report = with_safety.report();
    let [boom, soft, lav] = &report.sound.sheets[0].tracks[..] else {
        panic!("three tracks");
    };
    assert!((boom.dbfs.unwrap() - soft.dbfs.unwrap() - 12.0).abs() < 0.05);
    assert_eq!(
        (soft.name.as_str(), lav.from.as_slice()),
        ("BOOM safety", &[1][..])
    );
    insta::assert_snapshot!(track_rows(&report.sound)[1..].iter().map(|row| row[..6].join(" | ")).collect::<Vec<_>>().join("\n"), @r"
    MIX | 1 | BOOM | iso | BOOM (Input 1) | 
    MIX | 2 | BOOM safety | safety | BOOM (Input 1) | −12 dB
    MIX | 3 | LAV | iso | LAV (Input 2) | 
    ");
    let text = track_ixml("A & B", &report.sound.sheets[0]);
    assert!(
        text.contains("<PROJECT>A &amp; B</PROJECT>")
            && text.contains("<TRACK_COUNT>3</TRACK_COUNT>")
    );
    assert!(text.contains("<NAME>BOOM safety</NAME>"));
}

#[test]
fn tracks_that_are_set_wrongly_are_said() {
    let floor = || {
        scene("1080p25")
            .with("boom", "dunmore-b1")
            .with("lav", "dunmore-b9")
            .with("mix", "dunmore-x6")
            .line("boom.out > mix.in1")
            .line("lav.out > mix.in2")
            .records("mix", "pcm-wav", &["sd-v60-128"], 2)
    };
    let both = TrackSetting {
        from: vec![from("in1", 1), from("in2", 1)],
        ..TrackSetting::default()
    };
    let shared = floor().does(tracks("mix", vec![both, TrackSetting::default()]));
    assert_eq!(
        says(&shared, "S-120"),
        "caution: Input 1 of MIX and Input 2 of MIX share track 1 of MIX. fix: Give the sources of track 1 tracks of their own"
    );
    let gone = floor().does(tracks("mix", vec![on(from("in1", 1)), on(from("in3", 1))]));
    assert_eq!(
        says(&gone, "S-118"),
        "caution: What track 2 of MIX is to record doesn’t arrive. fix: Leave track 2 of MIX empty"
    );
    assert_eq!(
        says(&gone, "S-119"),
        "caution: Input 2 of MIX is on no track: LAV isn’t recorded anywhere. fix: Put them on free tracks of MIX"
    );
    let refused = floor()
        .0
        .edited(catalogue(), &[tracks("mix", vec![on(from("in9", 1))])]);
    assert_eq!(
        refused.unwrap_err().to_string(),
        "there is no input “in9” here"
    );
}

#[test]
fn what_a_setting_cant_be_is_refused() {
    let floor = into_mixer("dunmore-g3")
        .with("tx", "dunmore-w4p")
        .with("old", "dunmore-w2t");
    let why = |command: Command| {
        let refused = floor.0.edited(catalogue(), &[command]);
        refused.unwrap_err().to_string()
    };
    insta::assert_snapshot!(
        [
            why(set("mix.in1", "90")),
            why(set("m.out", "7")),
            why(set("mix.mix", "phantom on")),
            why(set("mix.mix", "pad")),
            why(set("mix.tc", "30")),
            why(set("tx.air", "mhz 400")),
            why(set("old.air", "mhz 480")),
            why(set("mix.nothing", "30")),
            why(hears("mix", SoundSource::Talk, "1 m")),
            why(hears("m", SoundSource::Talk, "0 m")),
            why(tracks("mix", vec![TrackSetting::default(); 9])),
            why(Command::SetRoomNoise {
                build: BUILD.into(),
                noise: Some(Decibels::whole(150))
            }),
        ]
        .join("\n")
    );
}

#[test]
fn two_schools_side_by_side() {
    let scene = mirrorless("dunmore-g3");
    let chain = chains(&scene).remove(0);
    let both = schools_of(&scene.0, BUILD, catalogue(), &chain.id).unwrap();
    let [hot, late] = &both.schools[..] else {
        panic!("two schools");
    };
    assert!(
        hot.house && hot.gear_snr_db > late.gear_snr_db + 3.0,
        "{both:?}"
    );
    assert!(hot.headroom_db >= Some(4.0));
    // What the school does is what the floor then says.
    let after = scene
        .0
        .edited(catalogue(), &hot.commands)
        .unwrap()
        .production;
    let after = report(&after, BUILD, catalogue()).unwrap();
    assert!((after.sound.chains[0].gear_snr_db - hot.gear_snr_db).abs() < 0.15);
    assert!(
        !after
            .findings
            .iter()
            .any(|finding| finding.code.to_string() == "S-128")
    );
    assert!(schools_of(&scene.0, BUILD, catalogue(), "nothing").is_none());
}

#[test]
fn gains_set_for_everybody_leave_the_headroom_asked_for() {
    let scene = by_radio("dunmore-l1", "dunmore-w4t", "dunmore-w4r")
        .does(hears("m", SoundSource::LoudTalk, "20 cm"))
        .does(set("tx.in", "42"));
    let before = one(&scene);
    assert!(before.headroom_db < Some(0.0));
    let set = set_gains(&scene.0, BUILD, catalogue(), &Interrupt::default()).unwrap();
    assert!(!set.commands.is_empty() && set.says.len() == set.commands.len());
    let after = scene.0.edited(catalogue(), &set.commands).unwrap();
    let told = report(&after.production, BUILD, catalogue()).unwrap();
    assert!(
        told.sound.chains[0].headroom_db >= Some(3.9),
        "{:?}",
        told.sound.chains[0]
    );
    let back = after
        .production
        .edited(catalogue(), &after.inverse)
        .unwrap();
    assert_eq!(back.production, scene.0, "one undo");
    assert!(
        set_gains(&after.production, BUILD, catalogue(), &Interrupt::default())
            .unwrap()
            .commands
            .is_empty()
    );
}

#[test]
fn transmitters_in_each_others_way_are_tuned_apart() {
    let mut scene = scene("1080p25");
    for (number, mhz) in ["500", "501", "502"].into_iter().enumerate() {
        let handle = format!("t{number}");
        scene = scene.with(&handle, "dunmore-w4t");
        scene = scene.does(set(&format!("{handle}.air"), &format!("mhz {mhz}")));
    }
    assert!(
        says(&scene, "S-124")
            .starts_with("caution: T1 and T2 make 500 MHz together, on T0. fix: Tune them to ")
    );
    scene.every_fix_mends();
}

#[test]
fn splitters_and_48_volts() {
    let split = |box_id: &str, second: &str| {
        scene("1080p25")
            .with("m", "dunmore-b1")
            .with("y", box_id)
            .with("mix", "dunmore-x6")
            .with("a", "orrell-c4")
            .line("m.out > y.in")
            .line("y.out1 > mix.in1")
            .line("y.out2 > a.xlr1")
            .records("mix", "pcm-wav", &["sd-v60-128"], 1)
            .records("a", "mezzanine-high", &["cfx-b-512"], 1)
            .does(set("mix.in1", "phantom on"))
            .does(set("a.xlr1", second))
    };
    assert!(
        says(&split("dunmore-y1", "phantom on"), "S-110")
            .starts_with("caution: Input 1 of MIX and XLR 1 of A both give 48 V to M.")
    );
    assert!(
        split("dunmore-y1", "phantom off").codes().is_empty(),
        "one is enough"
    );
    assert!(
        split("dunmore-y3", "phantom on").codes().is_empty(),
        "a transformer parts them"
    );
}

#[test]
fn a_measured_level_takes_the_place_of_a_computed_one() {
    use model::document::MeasuredLevel;
    let measured = |gain: &str| {
        let setting = SoundSetting {
            gain: Some(gain.parse().unwrap()),
            measured: Some(MeasuredLevel {
                level: Decibels::whole(-26),
                noise: Some(Decibels::whole(-70)),
                gain: Some(Decibels::whole(40)),
                from: "take1.wav, channel 1".into(),
            }),
            ..SoundSetting::default()
        };
        one(&into_mixer("dunmore-b1").does(Command::SetSound {
            build: BUILD.into(),
            at: PortRef::new("mix", "in1"),
            change: Change::between(&SoundSetting::default(), &setting),
        }))
    };
    let chain = measured("40 dB");
    assert_eq!((chain.dbfs, chain.noise_dbfs), (-26.0, -70.0));
    assert_eq!(
        chain.stages.last().unwrap().measured.as_deref(),
        Some("take1.wav, channel 1")
    );
    // Six decibels more gain than it was measured with.
    assert_eq!(measured("46 dB").dbfs, -20.0);
}

#[test]
fn gear_without_figures_says_so_by_having_no_level() {
    let mut scene = into_mixer("dunmore-b1");
    let mut old = catalogue().device("dunmore-x6").unwrap().clone();
    old.id = "old-mixer".into();
    for port in &mut old.ports {
        port.audio = None;
    }
    scene.0.custom.devices.push(old);
    scene.0.builds[0].placements[1].device = "old-mixer".into();
    let report = scene.report();
    assert!(report.sound.chains.is_empty());
    let track = &report.sound.sheets[0].tracks[0];
    assert_eq!(
        (track.dbfs, track.unknown.as_deref()),
        (None, Some("Input 1 of MIX"))
    );
    assert!(
        report
            .findings
            .iter()
            .all(|finding| finding.code.to_string() != "S-105")
    );
}

proptest! {
    #![proptest_config(cases(60))]

    /// Levels in and gains make the level out; a pad costs what it says; noise never falls below its first
    /// stage's; more gain ahead never worsens the noise of what follows; floating point never clips where
    /// fixed point doesn't.
    #[test]
    fn laws_of_a_chain(gain in 0i32..76, more in 1i32..20, source in 0usize..10, distance in 20u64..5_000) {
        let source = SoundSource::all().nth(source).unwrap();
        let distance = format!("{distance} mm");
        let chain = |recorder: &str, words: &str, adapters: &[&str]| {
            let scene = scene("1080p25")
                .with("m", "dunmore-b1")
                .with("rec", recorder)
                .line("m.out > rec.in1")
                .on_it(adapters)
                .records("rec", "pcm-wav", &["sd-v60-128"], 1)
                .does(hears("m", source, &distance))
                .does(set("rec.in1", words));
            one(&scene)
        };
        let at = |gain: i32| chain("dunmore-x6", &format!("mic {}", gain.min(76)), &[]);
        let (low, high) = (at(gain), at(gain + more));
        let raised = f64::from((gain + more).min(76) - gain);
        prop_assert!((high.dbfs - low.dbfs - raised).abs() < 0.11);
        prop_assert!(high.gear_snr_db >= low.gear_snr_db - 0.11);
        prop_assert!(high.headroom_db <= low.headroom_db);
        let source = &low.stages[0];
        prop_assert!(low.gear_snr_db <= source.level_db - source.noise_db + 0.11);
        let padded = chain("dunmore-x6", &format!("mic {gain}"), &["xlr-pad-20"]);
        prop_assert!((low.dbfs - padded.dbfs - 20.0).abs() < 0.11);
        let float = chain("dunmore-x4", &format!("mic {gain}"), &[]);
        prop_assert!(float.headroom_db >= low.headroom_db.map(|room| room - 0.11));
    }
}

/// Sets the sample rate of the second device.
fn write_at(floor: &mut Scene, rate: u32) {
    let recording = floor.0.builds[0].placements[1].settings.recording.as_mut();
    recording.unwrap().sample_rate = Some(rate);
}

#[test]
fn recorders_that_write_other_sample_rates() {
    let mut floor = scene("1080p25")
        .with("m", "dunmore-b1")
        .with("mix", "dunmore-x6")
        .with("a", "orrell-c4")
        .line("m.out > mix.in1")
        .line("mix.mix > a.xlr1")
        .records("mix", "pcm-wav", &["sd-v60-128"], 1)
        .records("a", "mezzanine-high", &["cfx-b-512"], 1);
    write_at(&mut floor, 96_000);
    assert_eq!(
        says(&floor, "S-129"),
        "caution: MIX writes 96000 samples a second, the others 48000. fix: Set MIX to 48000 samples of sound a second"
    );
    // Twice the samples are twice the data.
    let rate = |scene: &Scene| {
        scene.report().recordings[0]
            .time
            .as_ref()
            .unwrap()
            .total_bps
    };
    let double = rate(&floor);
    let mut floor = floor.every_fix_mends();
    write_at(&mut floor, 48_000);
    assert_eq!(double, 2 * rate(&floor));
}

#[test]
fn a_wireless_and_a_wired_microphone_on_one_track_comb() {
    let floor = scene("1080p25")
        .with("boom", "dunmore-b1")
        .with("lav", "dunmore-l1")
        .with("tx", "dunmore-w4t")
        .with("rx", "dunmore-w4r")
        .with("mix", "dunmore-x6")
        .line("boom.out > mix.in1")
        .line("lav.out > tx.in")
        .line("tx.air > rx.air 5 m")
        .line("rx.out > mix.in2")
        .records("mix", "pcm-wav", &["sd-v60-128"], 1)
        .does(tracks(
            "mix",
            vec![TrackSetting {
                from: vec![from("in1", 1), from("in2", 1)],
                kind: TrackKind::Mix,
                ..TrackSetting::default()
            }],
        ));
    assert_eq!(
        says(&floor, "S-122"),
        "note: On track 1 of MIX, LAV comes 3.0 ms after BOOM. fix: Record them on tracks of their own of MIX"
    );
    floor.every_fix_mends();
}

#[test]
fn headphones_that_hear_late_or_nothing() {
    let floor = |behind: &str| {
        scene("1080p25")
            .with("m", "dunmore-d1")
            .with("tx", "dunmore-u1t")
            .with("mix", "dunmore-x6")
            .with("ears", "dunmore-e2")
            .line("m.out > mix.in1")
            .line(behind)
            .records("mix", "pcm-wav", &["sd-v60-128"], 1)
    };
    let listening = floor("mix.phones > ears.in jack635 1 m");
    assert!(
        listening
            .all_codes()
            .iter()
            .all(|code| code != "S-117" && code != "S-127")
    );
    let alone = into_mixer("dunmore-d1");
    assert_eq!(
        says(&alone, "S-117"),
        "note: Nobody listens to what MIX records. fix: Connect headphones to Headphones of MIX"
    );
    alone.every_fix_mends();
    // Two radio hops and their delay before the ears.
    let mut late = scene("1080p25")
        .with("m", "dunmore-l2")
        .with("tx", "dunmore-u1t")
        .with("rx", "dunmore-u1r")
        .with("a", "tamsin-m4")
        .with("ears", "dunmore-e1")
        .line("m.out > tx.in jack35 1 m")
        .line("tx.air > rx.air1 5 m")
        .line("rx.out1 > a.mic jack35 1 m")
        .line("a.phones > ears.in jack35 1 m");
    late = late.records("a", "h264-100", &["sd-v60-128"], 1);
    assert!(says(&late, "S-127").starts_with("caution: EARS hear everything 21 ms late."));
}

#[test]
fn a_house_that_wants_two_recorders_and_batteries_shorter_than_the_day() {
    use model::document::{Rolls, ScheduleEntry, SoundOfRecord};
    let mut floor = by_radio("dunmore-l1", "dunmore-w4t", "dunmore-w4r");
    floor.0.house_rules.sound_of_record = SoundOfRecord::Both;
    assert_eq!(
        says(&floor, "S-121"),
        "caution: M is recorded by A alone. fix: none"
    );
    let entry = |id: &str, start: &str, length: &str, rolls: Rolls| ScheduleEntry {
        id: id.into(),
        name: id.into(),
        recorders: Vec::new(),
        start: start.parse().unwrap(),
        length: length.parse().unwrap(),
        rolls,
    };
    let schedule = &mut floor.0.builds[0].schedule;
    schedule.push(entry("day", "08:00", "9 h", Rolls::Continuous));
    assert_eq!(
        says(&floor, "S-125"),
        "caution: The battery of TX lasts 6 h 00 min, the day 9 h 00 min; no break comes before 14:00. \
         fix: Put 5 minutes into the day to change batteries, at 13:55"
    );
    let mut twice = Scene(floor.0.clone());
    twice.0.builds[0].schedule[0].length = "16 h".parse().unwrap();
    assert!(says(&twice, "S-125").ends_with("at 13:55 and 19:50"));
    twice.every_fix_mends();
    let schedule = &mut floor.0.builds[0].schedule;
    schedule.push(entry("lunch", "12:30", "45 min", Rolls::Nothing));
    assert_eq!(
        says(&floor, "S-125"),
        "note: The battery of TX lasts 6 h 00 min, the day 9 h 00 min: change it in a break, at 13:14. fix: none"
    );
}

#[test]
fn a_source_on_one_recorder_is_brought_to_another_that_has_an_input_free() {
    let mut floor = into_mixer("dunmore-b1").with("a", "orrell-c4").records(
        "a",
        "mezzanine-high",
        &["cfx-b-512"],
        4,
    );
    floor.0.house_rules.sound_of_record = model::document::SoundOfRecord::Both;
    assert_eq!(
        says(&floor, "S-121"),
        "caution: M is recorded by MIX alone. fix: Connect Mix out of MIX to XLR 1 of A"
    );
    floor.every_fix_mends();
}

#[test]
fn a_microphone_that_the_input_loads_less_takes_the_place_of_one_that_it_loads() {
    let floor = scene("1080p25")
        .with("m", "dunmore-l3")
        .with("a", "tamsin-m2")
        .line("m.out > a.mic jack35-trrs 1 m")
        .records("a", "h264-100", &["sd-v60-128"], 1);
    assert_eq!(
        says(&floor, "S-112"),
        "caution: Mic in of A loads TRRS out of M with 2200 Ω: 1.5 times its 1500 Ω. fix: Use the Dunmore L2 lavalier microphone, small jack as M"
    );
    floor.every_fix_mends();
}

#[test]
fn sound_is_typed() {
    let floor = into_mixer("dunmore-b1")
        .line("gain mix.in1 45 dB")
        .line("hears m loud-talk 30 cm")
        .line("room 40 dB")
        .line("48v mix.in1 off");
    let build = &floor.0.builds[0];
    let input = &build.placements[1].settings.sound["in1"];
    assert_eq!(
        (input.gain, input.phantom),
        (Some(Decibels::whole(45)), Some(false))
    );
    assert_eq!(build.room_noise, Some(Decibels::whole(40)));
    assert_eq!(
        build.placements[0].settings.position.unwrap().source,
        SoundSource::LoudTalk
    );
    let planned = floor.line("gain mix.in1 plan");
    assert_eq!(
        planned.0.builds[0].placements[1].settings.sound["in1"].gain,
        None
    );
    let why = |line: &str| {
        let read = model::document::read_line(line, &planned.0, &planned.0.builds[0], catalogue());
        read.unwrap_err().to_string()
    };
    insta::assert_snapshot!(
        [
            why("gain mix.in1 loud"),
            why("48v mix.in1 maybe"),
            why("hears m silence 1 m"),
            why("room quiet")
        ]
        .join("\n")
    );
}

#[test]
fn digital_sound_keeps_its_level_and_an_analogue_cable_into_it_is_said() {
    let floor = |to: &str| {
        scene("1080p25")
            .with("m", "dunmore-b1")
            .with("mix", "dunmore-x12")
            .with("a", "orrell-c6")
            .line("m.out > mix.in1")
            .line(to)
            .records("a", "mezzanine-high", &["cfx-b-512"], 1)
            .does(set("mix.in1", "mic 50"))
    };
    let digital = floor("mix.aes-out > a.aes aes3 5 m");
    let analogue = floor("mix.mix > a.xlr1 xlr 5 m").does(set("a.xlr1", "line 0"));
    assert!((one(&digital).dbfs - one(&analogue).dbfs).abs() < 0.3);
    assert!(
        one(&digital).gear_snr_db > one(&analogue).gear_snr_db,
        "no converter more"
    );
    let wrong = floor("mix.mix > a.aes xlr 5 m");
    assert!(
        wrong.codes().contains(&"V-107".to_string()),
        "{:?}",
        wrong.codes()
    );
}

#[test]
fn a_need_with_sound_is_not_met_by_sound_that_is_destroyed() {
    let need = |sound: usize, level: &str| {
        let floor = by_radio("dunmore-b1", "dunmore-w2t", "dunmore-w2r")
            .does(set("rx.out", "line"))
            .does(set("a.xlr1", level))
            .needs("a", Purpose::Record, |need| need.sound = sound);
        let answer = floor.report().needs[0].clone();
        (answer.met, answer.says)
    };
    let (met, says) = need(1, "mic");
    assert!(!met);
    insta::assert_snapshot!(says, @"XLR out of RX sends line level into XLR 1 of A, which is set to microphone.");
    // Set right, or without sound asked for, it is.
    assert_eq!(need(1, "line"), (true, "Met.".into()));
    assert_eq!(need(0, "mic"), (true, "Met.".into()));
}

/// A floor for every kind of sound finding: what a crew would have to do to see it.
fn one_of_each() -> Vec<(&'static str, Scene)> {
    let lavalier_into_mixer = scene("1080p25")
        .with("m", "dunmore-l1")
        .with("mix", "dunmore-x6")
        .line("m.out > mix.in1 mini-xlr 2 m")
        .records("mix", "pcm-wav", &["sd-v60-128"], 1);
    let telephone = |cable: &str| {
        scene("1080p25")
            .with("m", "dunmore-l3")
            .with("a", "tamsin-m2")
            .line(&format!("m.out > a.mic {cable} 1 m"))
            .records("a", "h264-100", &["sd-v60-128"], 1)
    };
    let tuned = |one: &str, other: &str| {
        scene("1080p25")
            .with("t1", "dunmore-w4t")
            .with("t2", "dunmore-w4t")
            .does(set("t1.air", one))
            .does(set("t2.air", other))
    };
    vec![
        ("S-105", into_mixer("dunmore-b1").does(set("mix.in1", "70"))),
        (
            "S-106",
            by_radio("dunmore-b1", "dunmore-w2t", "dunmore-w2r")
                .does(set("rx.out", "line"))
                .does(set("a.xlr1", "mic")),
        ),
        (
            "S-107",
            into_mixer("dunmore-d1").does(set("mix.in1", "line")),
        ),
        (
            "S-108",
            into_mixer("dunmore-b1").does(set("mix.in1", "phantom off")),
        ),
        (
            "S-109",
            into_mixer("dunmore-r1").does(set("mix.in1", "phantom on")),
        ),
        ("S-111", lavalier_into_mixer),
        ("S-112", telephone("jack35-trrs")),
        ("S-113", telephone("jack35-trrs-trrs")),
        (
            "S-114",
            scene("1080p25")
                .with("m", "dunmore-g1")
                .with("a", "tamsin-m4")
                .line("m.out > a.mic jack35 8 m"),
        ),
        ("S-115", into_mixer("dunmore-b1").does(set("mix.in1", "66"))),
        ("S-116", cinema("dunmore-b1").does(set("a.xlr1", "auto"))),
        ("S-117", into_mixer("dunmore-b1")),
        (
            "S-118",
            into_mixer("dunmore-b1").does(tracks("mix", vec![on(from("in2", 1))])),
        ),
        (
            "S-119",
            into_mixer("dunmore-b1").does(tracks("mix", vec![on(from("in2", 1))])),
        ),
        ("S-123", tuned("mhz 500", "mhz 500.1")),
        (
            "S-126",
            into_mixer("dunmore-b1").does(hears("m", SoundSource::Whisper, "1 m")),
        ),
        ("S-128", mirrorless("dunmore-g3")),
    ]
}

#[test]
fn every_kind_of_sound_finding_is_met_and_reads_well() {
    let told: Vec<String> = one_of_each()
        .iter()
        .map(|(code, scene)| format!("{code} {}", says(scene, code)))
        .collect();
    insta::assert_snapshot!(told.join("\n"));
}

#[test]
fn nothing_is_said_of_a_chain_that_works() {
    let good = [
        into_mixer("dunmore-b1"),
        into_mixer("dunmore-b9"),
        into_mixer("dunmore-p1"),
        into_mixer("dunmore-r1"),
        into_mixer("dunmore-d1"),
        cinema("dunmore-b1"),
        hybrid("dunmore-g1"),
        by_radio("dunmore-l1", "dunmore-w4t", "dunmore-w4r"),
        by_radio("dunmore-b1", "dunmore-w4p", "dunmore-w4r"),
        by_radio("dunmore-d1", "dunmore-w2t", "dunmore-w2r"),
        mirrorless("dunmore-g3").does(set("m.out", "20")),
    ];
    for scene in good {
        assert!(
            scene.codes().is_empty(),
            "{}\n{:?}",
            scene.in_words(),
            scene.codes()
        );
    }
}

#[test]
fn the_room_hides_what_a_better_preamplifier_would_bring() {
    let scene = mirrorless("dunmore-g3");
    assert!(scene.codes().contains(&"S-128".to_string()));
    let loud = scene.does(Command::SetRoomNoise {
        build: BUILD.into(),
        noise: Some(Decibels::whole(60)),
    });
    assert!(
        !loud.codes().contains(&"S-128".to_string()),
        "nobody would hear it"
    );
    assert_eq!(one_of(&loud).louder, "the room is louder than the gear");
}

fn one_of(scene: &Scene) -> ChainReport {
    chains(scene).remove(0)
}

#[test]
fn positions_follow_the_inverse_square() {
    let at = |distance: &str| {
        one(&into_mixer("dunmore-b1")
            .does(set("mix.in1", "mic 50"))
            .does(hears("m", SoundSource::Talk, distance)))
        .dbfs
    };
    for (near, far, apart) in [
        ("50 cm", "1 m", 6.0),
        ("1 m", "2 m", 6.0),
        ("10 cm", "1 m", 20.0),
        ("1 ft", "2 ft", 6.0),
    ] {
        let found = at(near) - at(far);
        assert!((found - apart).abs() < 0.15, "{near} {far}: {found}");
    }
}

#[test]
fn the_house_sets_where_sound_stands() {
    use model::document::HouseRules;
    let rules = |reference: i32, headroom: i32| {
        let mut scene = into_mixer("dunmore-b1");
        scene.0.house_rules = HouseRules {
            sound_reference: Decibels::whole(reference),
            sound_headroom: Decibels::whole(headroom),
            ..HouseRules::default()
        };
        one(&scene)
    };
    let usual = rules(-20, 4);
    let higher = rules(-18, 0);
    let careful = rules(-20, 12);
    assert!((-21.1..=-20.0).contains(&usual.dbfs), "{}", usual.dbfs);
    assert!((-19.1..=-18.0).contains(&higher.dbfs), "{}", higher.dbfs);
    assert!(
        careful.headroom_db >= Some(12.0) && careful.dbfs < -26.0,
        "{careful:?}"
    );
    let beyond = into_mixer("dunmore-b1").0.edited(
        catalogue(),
        &[Command::SetHouseRules {
            change: serde_json::from_str(r#"{"sound_reference": "10 dB"}"#).unwrap(),
        }],
    );
    assert!(
        beyond
            .unwrap_err()
            .to_string()
            .contains("from −40 to 0 dBFS")
    );
}

#[test]
fn undo_of_everything_about_sound_is_exact() {
    let floor = into_mixer("dunmore-g3").with("tx", "dunmore-w4t");
    let edits = [
        set("mix.in1", "mic 30 pad limiter"),
        set("m.out", "20"),
        set("tx.air", "mhz 500"),
        hears("m", SoundSource::Street, "3 m"),
        tracks("mix", vec![on(from("in1", 1)), TrackSetting::default()]),
        Command::SetRoomNoise {
            build: BUILD.into(),
            noise: Some(Decibels::whole(45)),
        },
    ];
    for edit in edits {
        let once = floor
            .0
            .edited(catalogue(), std::slice::from_ref(&edit))
            .unwrap();
        assert_ne!(once.production, floor.0);
        let back = once.production.stepped(catalogue(), &once.inverse).unwrap();
        assert_eq!(back.production, floor.0, "{edit:?}");
        let again = back.production.stepped(catalogue(), &back.inverse).unwrap();
        assert_eq!(again.production, once.production);
    }
}

#[test]
fn edits_of_two_hands_at_one_mixer_dont_meet() {
    let floor = scene("1080p25")
        .with("m", "dunmore-b1")
        .with("mix", "dunmore-x6")
        .line("m.out > mix.in1");
    let (gain, phantom) = (set("mix.in1", "30"), set("mix.in1", "phantom on"));
    assert!(!floor.conflict(&gain, &phantom));
    assert!(!floor.conflict(&gain, &set("mix.in2", "30")));
    assert!(floor.conflict(&gain, &set("mix.in1", "31")));
    // What both want alike is no conflict; what differs is.
    let names = |name: &str| {
        tracks(
            "mix",
            vec![TrackSetting {
                name: Some(name.into()),
                ..TrackSetting::default()
            }],
        )
    };
    assert!(!floor.conflict(&names("Boom"), &tracks("mix", Vec::new())));
    assert!(floor.conflict(&names("Boom"), &names("Lav")));
}

#[test]
fn sound_against_picture_says_what_to_slip() {
    let floor = scene("1080p25")
        .with("m", "dunmore-b1")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-17")
        .line("m.out > a.xlr1")
        .line("a.sdi1 > mon.sdi rg6 5 m")
        .records("a", "mezzanine-high", &["cfx-b-512"], 1);
    let rows = floor.report().sound.apart;
    let told: Vec<String> = rows
        .iter()
        .map(|row| {
            format!(
                "{}: picture {} sound {} apart {} ms, {} frames; {}",
                row.name, row.picture_ms, row.sound_ms, row.apart_ms, row.apart_frames, row.slip
            )
        })
        .collect();
    insta::assert_snapshot!(told.join("\n"));
}

#[test]
fn a_bodys_own_microphone_hears_until_another_is_plugged_in() {
    let alone = scene("1080p25")
        .with("a", "tamsin-m4")
        .with("rec", "ashgill-7r")
        .line("a.hdmi > rec.hdmi hdmi-a-a 1 m")
        .records("a", "h264-100", &["sd-v60-128"], 2)
        .records("rec", "mezzanine-standard", &["ssd-1000"], 2);
    let report = alone.report();
    let at = |device: &str| {
        report
            .sound
            .chains
            .iter()
            .filter(|chain| chain.recorder == device)
            .count()
    };
    assert_eq!(
        (at("a"), at("rec")),
        (2, 2),
        "inside, and beside the picture"
    );
    let own = &report.sound.chains[0];
    assert_eq!(own.from.to_string(), "a.own");
    assert!(
        own.gear_snr_db < 30.0,
        "it is for finding the place: {own:?}"
    );
    assert!(alone.codes().is_empty(), "{:?}", alone.codes());
    let louder = alone.does(set("a.own", "20"));
    let gain = louder.report().sound.chains[0]
        .stages
        .last()
        .unwrap()
        .gain
        .clone()
        .unwrap();
    assert_eq!((gain.now_db, gain.set, gain.most_db), (20.0, true, 42.0));
    let plugged = hybrid("dunmore-g1");
    assert_eq!(one(&plugged).from.to_string(), "m.out");
    let refused = louder.0.edited(
        catalogue(),
        &[Command::Connect {
            build: BUILD.into(),
            from: PortRef::new("a", "phones"),
            to: PortRef::new("a", "own"),
            cable: None,
            length: None,
        }],
    );
    assert!(refused.is_err() || !Scene(refused.unwrap().production).codes().is_empty());
}

#[test]
fn balanced_mono_in_a_stereo_socket() {
    let plugged = |cable: &str, tracks: usize| {
        let floor = scene("1080p25")
            .with("x", "dunmore-x6")
            .with("b", "tamsin-m4")
            .with("m", "dunmore-b1")
            .line("m.out > x.in1 xlr 3 m")
            .line(&format!("x.mix > b.mic {cable} 1 m"));
        floor.records("b", "h264-100", &["sd-v60-128"], tracks)
    };
    let codes = |floor: &Scene| floor.all_codes().contains(&"S-130".to_string());
    assert!(!codes(&plugged("xlr-jack", 2)));
    assert_eq!(
        says(&plugged("xlr-jack-balanced", 2), "S-130"),
        "caution: Mix out of X is one balanced channel; in the stereo socket Mic in of B its two wires become left and right, one of them upside down. fix: Use 1 m of XLR to 3.5 mm jack, from Mix out of X to Mic in of B"
    );
    let summed = plugged("xlr-jack-balanced", 1);
    assert!(says(&summed, "S-130").starts_with("stop:"));
}

#[test]
fn one_knob_is_one_gain_in_the_plan() {
    let floor = scene("1080p25")
        .with("b", "tamsin-m4")
        .with("m", "dunmore-g3")
        .line("m.out > b.mic jack35 0.5 m")
        .records("b", "h264-100", &["sd-v60-128"], 2);
    let sound = floor.report().sound;
    let at_input = |track: usize| {
        let chain = sound.chains.iter().find(|chain| chain.track == track);
        let stages = &chain.unwrap().stages;
        let input = stages.iter().find(|stage| stage.at.to_string() == "b.mic");
        input.unwrap().gain.as_ref().map(|gain| gain.now)
    };
    assert_eq!(at_input(1), at_input(2));
    // The safety track stays as much softer as its microphone makes it.
    let level = |track: usize| {
        let chain = sound.chains.iter().find(|chain| chain.track == track);
        chain.unwrap().dbfs
    };
    assert!((level(1) - level(2) - 20.0).abs() < 0.2);
}

#[test]
fn the_gain_that_was_set_too_low_is_blamed_for_the_noise_behind_it() {
    let at = |gain: &str| {
        let floor = by_radio("dunmore-b1", "dunmore-w2t", "dunmore-w2r").does(set("tx.in", gain));
        let mut noisy = floor.report().findings.into_iter();
        let found = noisy.find(|finding| finding.code.to_string() == "S-126");
        found.map(|finding| (finding.at.device.unwrap().to_string(), finding.reason))
    };
    assert_eq!(at("40"), None);
    let (device, reason) = at("0").unwrap();
    assert_eq!(device, "tx");
    assert!(
        reason.contains("is set to 0 dB: so little that"),
        "{reason}"
    );
}
