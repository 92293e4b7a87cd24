//! Figures that follow from several facts at once, each worked by hand: what is easily counted twice, or not at all.

use crate::power;
use model::catalogue::Body;
use model::document::{
    Change, Command, Joint, MeasuredLevel, OutputSetting, PowerSetting, Rolls, SoundSetting,
};
use report::Report;
use serde_json::json;
use stage::rig::{found, rig, whole};
use stage::{BUILD, Scene, catalogue, scene};
use units::quantity::Decibels;

/// What is asked of a floor: a figure, as near as half of its last digit.
fn row(what: &str, figure: f64, by_hand: f64) {
    assert!(
        (figure - by_hand).abs() < 0.051,
        "{what}: {figure}, by hand {by_hand}"
    );
}

fn sound(at: &str, setting: SoundSetting) -> Command {
    Command::SetSound {
        build: BUILD.into(),
        at: at.parse().unwrap(),
        change: stage::naming(&setting),
    }
}

fn chain<'r>(report: &'r Report, microphone: &str) -> &'r report::ChainReport {
    let mut chains = report.sound.chains.iter();
    chains
        .find(|chain| chain.id.starts_with(microphone))
        .unwrap()
}

#[test]
fn a_measured_level_moves_with_the_gain_and_hears_the_room_once() {
    let measured = |gain: i32| SoundSetting {
        gain: Some(Decibels::whole(gain)),
        measured: Some(MeasuredLevel {
            level: Decibels::whole(-26),
            noise: Some(Decibels::whole(-70)),
            gain: Some(Decibels::whole(40)),
            from: "a take".into(),
        }),
        ..SoundSetting::default()
    };
    for (gain, level, noise) in [(40, -26.0, -70.0), (46, -20.0, -64.0), (30, -36.0, -80.0)] {
        let report = scene("1080p25")
            .with("m", "dunmore-b1")
            .with("a", "orrell-c4")
            .line("m.out > a.xlr1")
            .records("a", "mezzanine-high", &["cfx-b-512"], 2)
            .does(sound("a.xlr1", measured(gain)))
            .report();
        let chain = chain(&report, "m");
        row("level", chain.dbfs, level);
        // What was heard between words is gear and room together: the room isn’t added again.
        row("noise", chain.noise_dbfs, noise);
        row("signal to all noise", chain.snr_db, 44.0);
    }
}

#[test]
fn the_sound_of_a_mix_is_as_late_as_the_latest_of_it() {
    let report = scene("1080p25")
        .with("m", "dunmore-b1")
        .with("tx", "dunmore-w4p")
        .with("rx", "dunmore-w4r")
        .with("n", "dunmore-b1")
        .with("mix", "dunmore-x6")
        .with("a", "orrell-c4")
        .line("m.out > tx.in")
        .line("tx.air > rx.air 10 m")
        .line("rx.out > mix.in1")
        .line("n.out > mix.in2")
        .line("mix.mix > a.xlr1")
        .records("a", "mezzanine-high", &["cfx-b-512"], 2)
        .report();
    let radio = chain(&report, "m").delay_us;
    let wired = chain(&report, "n").delay_us;
    assert!(radio > 2_000, "the radio takes time: {radio}");
    assert_eq!(
        wired, radio,
        "what is mixed is mixed as it comes, the latest last"
    );
}

#[test]
fn phantom_power_needs_a_balanced_run() {
    let codes = |unbalanced: bool| {
        let mut splitter = catalogue().device("dunmore-y3").unwrap().clone();
        splitter.id = "y".into();
        for port in &mut splitter.ports {
            let mut audio = port.audio.as_deref().unwrap().clone();
            audio.unbalanced = unbalanced;
            port.audio = Some(audio.into());
        }
        let entry = Box::new(splitter);
        let connect = |from: &str, to: &str| Command::Connect {
            build: BUILD.into(),
            from: from.parse().unwrap(),
            to: to.parse().unwrap(),
            cable: Some("xlr".into()),
            length: "2 m".parse().ok(),
        };
        let phantom = SoundSetting {
            phantom: Some(true),
            ..SoundSetting::default()
        };
        let floor = scene("1080p25")
            .with("m", "dunmore-b1")
            .with("a", "orrell-c4")
            .does(Command::PutEntry { entry, at: None })
            .does(Command::AddDevice {
                build: BUILD.into(),
                device: "y".into(),
                unit: "a".into(),
                name: None,
                handle: Some("y".into()),
            })
            .does(connect("m.out", "y.in"))
            .does(connect("y.out1", "a.xlr1"))
            .records("a", "mezzanine-high", &["cfx-b-512"], 2)
            .does(sound("a.xlr1", phantom));
        let findings = floor
            .report()
            .findings
            .into_iter()
            .map(|finding| finding.code.to_string());
        findings
            .filter(|code| ["S-108", "S-109"].contains(&code.as_str()))
            .collect::<Vec<_>>()
    };
    assert_eq!(codes(false), [""; 0]);
    // It doesn’t reach the microphone, and what there is may damage it.
    assert_eq!(codes(true), ["S-108", "S-109"]);
}

#[test]
fn links_of_two_cameras_are_no_picture() {
    let quad: OutputSetting =
        serde_json::from_str(r#"{ "links": 4, "mapping": "square" }"#).unwrap();
    let mut floor = scene("2160p50")
        .with("a", "orrell-c6")
        .with("b", "orrell-c6")
        .with("rec", "ashgill-r4")
        .output("a", "sdi1", quad.clone())
        .output("b", "sdi1", quad);
    for (from, number) in [("a", 1), ("a", 2), ("b", 3), ("b", 4)] {
        floor = floor.line(&format!("{from}.sdi{number} > rec.sdi{number} mini 5 m"));
    }
    let says = stage::says(&floor, "V-115");
    assert!(says.contains("3") && says.contains("4"), "{says}");
}

fn batteries(lines: &[&str]) -> Scene {
    power::day(power::floor(lines), &[("08:00", "4 h", Rolls::Continuous)])
}

fn draws(device: &str, watts: &str) -> Command {
    let set = PowerSetting {
        watts: Some(watts.parse().unwrap()),
        ..PowerSetting::default()
    };
    Command::SetPower {
        build: BUILD.into(),
        device: device.into(),
        change: Change::between(&PowerSetting::default(), &set),
    }
}

#[test]
fn a_battery_that_ends_soon_is_changed_at_its_half() {
    // 98 Wh × 0.9 = 88.2 Wh: at 44.1 W two hours, changed a quarter of an hour before; at 264.6 W twenty minutes,
    // changed at their half.
    for (watts, first) in [("44.1 W", "09:45"), ("264.6 W", "08:10")] {
        let floor =
            batteries(&["v v98", "a orrell-c4", "v.contacts > a.batt"]).does(draws("a", watts));
        let changes = floor.report().power.swaps;
        assert_eq!(changes[0].label, first, "{watts}");
    }
}

#[test]
fn what_goes_on_with_its_own_battery_doesnt_start_anew() {
    let floor = batteries(&["v stannard-v98u", "l lap", "v.usb > l.power"]);
    let changes = floor.report().power.swaps;
    assert!(!changes.is_empty());
    assert!(
        changes.iter().all(|change| change.kind == "hot"),
        "{changes:?}"
    );
}

#[test]
fn a_foot_of_two_screws_takes_twice_as_long_and_bears_twice_as_much() {
    let built = |foot: &str| {
        let scene = rig(&["a orrell-c4", &format!("h {foot}"), "h.foot on a.top"]);
        let rig = whole(&scene);
        (rig.guide_seconds, rig.figures.joints[0].guide_nm)
    };
    // A screw of 1/4" takes 25 s and bears 1.5 Nm; 20 s more are the camera’s.
    assert_eq!(built("holme-a2"), (20 + 25, 1.5));
    assert_eq!(built("dunmore-x2"), (20 + 2 * 25, 3.0));
}

#[test]
fn an_extender_halves_the_angle_of_view() {
    let angle = |lines: &[&str]| {
        let told = whole(&rig(lines)).figures.optics;
        let line = told
            .into_iter()
            .find(|line| line.contains("half an angle"))
            .unwrap();
        let words = line
            .trim_end_matches("°.")
            .rsplit(' ')
            .next()
            .unwrap()
            .to_string();
        words.parse::<f64>().unwrap()
    };
    let lens = angle(&["a orrell-c4", "lens larkrigg-p35", "lens.mount on a.mount"]);
    let extended = angle(&[
        "a orrell-c4",
        "x larkrigg-x2",
        "lens larkrigg-p35",
        "x.mount on a.mount",
        "lens.mount on x.mount2",
    ]);
    // 27 mm of sensor: atan(13.5 / 35) and atan(13.5 / 70).
    row("35 mm", lens, 21.1);
    row("the same, extended", extended, 10.9);
}

/// A small amplifier with its foot and one of its sockets where they are wanted.
fn facing(id: &str, port: &str, faces: &str) -> Command {
    let mut device = catalogue().device("merrin-d4").unwrap().clone();
    device.id = id.into();
    let body = json!({
        "grams": 200,
        "boxes": [{ "from": [-20, -20, -20], "to": [20, 20, 20] }],
        "fastenings": [{ "id": "foot", "kind": "quarter", "side": "sits", "at": [0, -20, 0], "faces": "down" }],
        "sockets": [{ "port": port, "at": [0, 0, if faces == "forward" { 20 } else { -20 }], "faces": faces }],
    });
    device.body = Some(serde_json::from_value::<Body>(body).unwrap().into());
    let entry = Box::new(device);
    Command::PutEntry { entry, at: None }
}

#[test]
fn an_elbow_is_in_one_socket() {
    let mut plate = catalogue().device("merrin-d4").unwrap().clone();
    plate.id = "plate".into();
    // From socket to socket 30 mm: a straight plug of 45 mm sticks into the other device, one round the corner doesn’t.
    let body = json!({
        "grams": 200,
        "boxes": [{ "from": [-20, -30, -60], "to": [20, -22, 60] }],
        "fastenings": [
            { "id": "one", "kind": "quarter", "side": "carries", "at": [0, -20, -35], "faces": "up" },
            { "id": "two", "kind": "quarter", "side": "carries", "at": [0, -20, 35], "faces": "up" },
        ],
    });
    plate.body = Some(serde_json::from_value::<Body>(body).unwrap().into());
    let entry = Box::new(plate);
    let parts = scene("1080p25")
        .does(Command::PutEntry { entry, at: None })
        .does(facing("gives", "out1", "forward"))
        .does(facing("takes", "sdi", "back"));
    let stuck = |elbows: &[&str]| {
        let mut floor = Scene(parts.0.clone());
        for (handle, device) in [("p", "plate"), ("g", "gives"), ("t", "takes")] {
            floor = floor.does(Command::AddDevice {
                build: BUILD.into(),
                device: device.into(),
                unit: "a".into(),
                name: None,
                handle: Some(handle.into()),
            });
        }
        for (part, onto) in [("g.foot", "p.one"), ("t.foot", "p.two")] {
            floor = floor.does(Command::PutJoint {
                build: BUILD.into(),
                joint: Joint::of(part.parse().unwrap(), onto.parse().unwrap()),
                at: None,
            });
        }
        let floor = floor
            .does(Command::Connect {
                build: BUILD.into(),
                from: "g.out1".parse().unwrap(),
                to: "t.sdi".parse().unwrap(),
                cable: Some("coax-mini".into()),
                length: "30 cm".parse().ok(),
            })
            .on_it(elbows);
        let plugs = found(&floor).into_iter().filter(|it| it.contains("plug"));
        plugs.count()
    };
    for (elbows, left) in [(0, 2), (1, 1), (2, 0)] {
        assert_eq!(stuck(&vec!["bnc-elbow"; elbows]), left, "{elbows} elbows");
    }
}

/// A battery and a camera with a mount of their maker’s own: it goes into the same one, and into nothing else.
#[test]
fn a_makers_own_connector_goes_into_itself() {
    let own = |id: &str, of: &str, port: &str, connector: &str| {
        let mut device = catalogue().device(of).unwrap().clone();
        device.id = id.into();
        let mut ports = device.ports.iter_mut();
        ports.find(|other| other.id == port).unwrap().connector = connector.parse().unwrap();
        Command::PutEntry {
            entry: Box::new(device),
            at: None,
        }
    };
    let codes = |battery: &str, camera: &str| {
        let add = |device: &str| Command::AddDevice {
            build: BUILD.into(),
            device: device.into(),
            unit: "a".into(),
            name: None,
            handle: Some(device.into()),
        };
        let report = scene("1080p25")
            .does(own("b", "stannard-v98", "contacts", battery))
            .does(own("c", "orrell-c4", "batt", camera))
            .does(add("b"))
            .does(add("c"))
            .does(Command::Connect {
                build: BUILD.into(),
                from: "b.contacts".parse().unwrap(),
                to: "c.batt".parse().unwrap(),
                cable: None,
                length: None,
            })
            .report();
        let wrong = report
            .findings
            .iter()
            .filter(|finding| finding.code.to_string() == "V-106");
        (wrong.count(), report.power.sources.len())
    };
    assert_eq!(codes("kestle-9", "kestle-9"), (0, 1));
    assert_eq!(codes("kestle-9", "kestle-7").0, 1);
    assert_eq!(codes("kestle-9", "v-mount").0, 1);
}
