//! Floors that are fine, across the subjects: nothing is said of them.

use crate::power::{day, floor};
use model::document::{ClockSetting, ClockWay, Command, Purpose, Rolls};
use stage::{BUILD, Scene, naming};

/// Nothing is found, not even a note.
fn is_well(name: &str, scene: &Scene) {
    let report = scene.report();
    let found: Vec<String> = report
        .findings
        .iter()
        .map(|finding| format!("{} {}", finding.code, finding.text))
        .collect();
    assert!(found.is_empty(), "{name}: {found:#?}");
}

fn waits(mut scene: Scene, recorder: &str) -> Scene {
    let placed = scene.0.builds[0].placements.iter_mut();
    for placement in placed.filter(|placement| placement.id == *recorder) {
        placement.settings.recording.as_mut().unwrap().on_trigger = true;
    }
    scene
}

fn clock(scene: Scene, device: &str, way: ClockWay) -> Scene {
    scene.does(Command::SetClock {
        build: BUILD.into(),
        device: device.into(),
        change: naming(&ClockSetting {
            way: Some(way),
            ..ClockSetting::default()
        }),
    })
}

/// A body that records inside, on cards.
fn records(scene: Scene) -> Scene {
    scene.records("a", "mezzanine-standard", &["cfx-b-512"], 0)
}

fn lines(lines: &[&str]) -> Scene {
    floor(lines)
}

#[test]
fn pictures_that_arrive() {
    let monitor = records(lines(&[
        "a orrell-c4",
        "m ashgill-7",
        "a.sdi2 > m.sdi rg6 2 m",
    ]));
    let monitor = monitor.needs("m", Purpose::Operating, |_| {});
    is_well("an on-board monitor by SDI", &monitor);

    let hdmi = lines(&[
        "a tamsin-m4",
        "m ashgill-5",
        "a.hdmi > m.hdmi hdmi-a-a 0.5 m",
    ]);
    let hdmi = hdmi.records("a", "h264-100", &["sd-v60-256"], 0);
    is_well("an on-board monitor by HDMI", &hdmi);

    let wireless = records(lines(&[
        "a orrell-c4",
        "t pellow-w1t",
        "r pellow-w1r",
        "m ashgill-17",
        "a.sdi2 > t.sdi rg6 0.5 m",
        "t.air > r.air radio-pairing 30 m",
        "r.sdi1 > m.sdi rg6 5 m",
    ]));
    let wireless = wireless.needs("m", Purpose::Directing, |_| {});
    is_well("a director without a cable", &wireless);

    let far = records(lines(&[
        "a orrell-c4",
        "t merrin-ot",
        "r merrin-or",
        "m ashgill-17",
        "a.sdi2 > t.sdi rg6 2 m",
        "t.fibre > r.fibre fibre-duplex 300 m",
        "r.sdi1 > m.sdi rg6 5 m",
    ]));
    is_well("three hundred metres of fibre", &far);
}

#[test]
fn recordings_that_last() {
    let outboard = lines(&["a orrell-c2", "rec ashgill-7r", "a.sdi > rec.sdi rg6 1 m"]);
    let outboard = outboard.records("rec", "mezzanine-standard", &["ssd-1000"], 0);
    let outboard = waits(outboard, "rec").needs("rec", Purpose::Record, |need| {
        need.length = Some("2 h".parse().unwrap());
    });
    is_well("an outboard recorder that the body starts", &outboard);

    let planned = day(
        records(lines(&["a orrell-c4"])),
        &[
            (
                "09:00",
                "3 h",
                Rolls::Rolling {
                    length: "40 min".parse().unwrap(),
                },
            ),
            ("12:00", "1 h", Rolls::Nothing),
            (
                "13:00",
                "4 h",
                Rolls::Rolling {
                    length: "50 min".parse().unwrap(),
                },
            ),
        ],
    );
    is_well("a day on cards", &planned);
}

#[test]
fn sound_and_time_that_agree() {
    let sound = lines(&[
        "m dunmore-b1",
        "x dunmore-x6",
        "h dunmore-e2",
        "m.out > x.in1 xlr 5 m",
        "x.phones > h.in jack635 1.5 m",
    ]);
    let mut sound = sound.records("x", "pcm-wav", &["sd-v60-128"], 1);
    sound.0.house_rules.sound_of_record = model::document::SoundOfRecord::Separate;
    is_well("a boom on a recorder", &sound);

    let mut time = records(lines(&[
        "a orrell-c4",
        "b orrell-c4",
        "t merrin-t2",
        "u merrin-t2",
        "t.tc > a.tc",
        "u.tc > b.tc",
    ]));
    time = time.records("b", "mezzanine-standard", &["cfx-b-512"], 0);
    time.0.builds[0].timecode_master = Some("t".into());
    is_well("two bodies under boxes", &time);

    let led = records(lines(&["a orrell-c4", "t merrin-t2"]));
    let mut led = clock(led, "a", ClockWay::Jammed);
    led.0.builds[0].timecode_master = Some("t".into());
    let led = day(led, &[("09:00", "1 h", Rolls::Continuous)]);
    is_well("a jammed body for an hour", &led);
}

#[test]
fn supplies_that_last() {
    let swap = records(lines(&[
        "a orrell-c4",
        "q p8",
        "v v98",
        "w v98",
        "v.contacts > q.one",
        "w.contacts > q.two",
        "q.out > a.batt",
    ]));
    let swap = day(swap, &[("09:00", "3 h", Rolls::Continuous)]);
    is_well("a hot-swap plate", &swap);

    let village = lines(&[
        "w w",
        "u u400",
        "m ashgill-24",
        "w.s1 > u.mains",
        "u.s1 > m.mains",
        "c tamsin-m4",
        "c.hdmi > m.hdmi1 hdmi-a-a 3 m",
        "f m65",
        "u.s2 > f.mains",
        "f.usb > c.power",
    ]);
    let village = village.records("c", "h264-100", &["sd-v60-256"], 0);
    is_well("a village on the mains", &village);

    let bank = lines(&[
        "w w",
        "f m65",
        "b k74",
        "l tamsin-m2",
        "b.usb > l.power",
        "w.s1 > f.mains",
        "f.usb > b.fill",
    ]);
    let bank = bank.records("l", "h264-100", &["sd-v60-256"], 0);
    let bank = day(
        bank,
        &[(
            "09:00",
            "10 h",
            Rolls::Rolling {
                length: "2 h".parse().unwrap(),
            },
        )],
    );
    is_well("a power bank that is filled as it gives", &bank);
}
