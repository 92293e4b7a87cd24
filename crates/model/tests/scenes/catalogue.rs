//! What must be true of every entry that ships.

use model::catalogue::{
    Block, Device, DeviceKind, Direction, FasteningKind, PathDelay, Port, RateModel, Side,
    SignalKind, Via,
};
use stage::{catalogue, scene};
use transport::wire::Wire;
use transport::{hdmi, sdi};
use units::format::{FrameRate, PictureFormat};

fn every_port() -> impl Iterator<Item = (&'static Device, &'static Port)> {
    catalogue()
        .devices
        .iter()
        .flat_map(|device| device.ports.iter().map(move |port| (device, port)))
}

fn formats(port: &Port) -> Vec<PictureFormat> {
    FrameRate::STANDARD
        .into_iter()
        .flat_map(|rate| port.formats.formats_at(rate))
        .collect()
}

#[test]
fn every_format_of_a_port_travels_on_its_wire_within_its_class() {
    for (device, port) in every_port() {
        for format in formats(port) {
            match port.wire {
                Wire::Sdi => {
                    let carried = sdi::carry(format)
                        .unwrap_or_else(|why| panic!("{} {}: {why}", device.id, port.id));
                    let class = port.sdi.as_ref().unwrap().class;
                    assert!(
                        carried.class <= class && carried.links == 1,
                        "{} {}: {format} on {class}",
                        device.id,
                        port.id
                    );
                }
                Wire::Hdmi => {
                    let carried = hdmi::carry(format)
                        .unwrap_or_else(|why| panic!("{} {}: {why}", device.id, port.id));
                    assert!(
                        carried.generation <= port.hdmi.as_ref().unwrap().generation,
                        "{} {}: {format}",
                        device.id,
                        port.id
                    );
                }
                _ => {}
            }
        }
    }
}

#[test]
fn every_port_says_what_its_wire_needs() {
    for (device, port) in every_port() {
        let place = format!("{} {}", device.id, port.id);
        assert_eq!(port.sdi.is_some(), port.wire == Wire::Sdi, "{place}");
        assert_eq!(port.hdmi.is_some(), port.wire == Wire::Hdmi, "{place}");
        let connectors: &[&str] = match port.wire {
            Wire::Sdi => &["bnc"],
            Wire::Ltc => &["bnc", "pin-5", "jack35", "flash-sync", "usb-c"],
            Wire::Reference => &["bnc"],
            Wire::Composite => &["bnc", "rca"],
            Wire::OpticalSdi => &["fibre"],
            Wire::UsbData => &["usb-c"],
            Wire::Hdmi => &["hdmi-a", "hdmi-c", "hdmi-d"],
            Wire::Analogue => &[
                "xlr-3",
                "mini-xlr-3",
                "jack35",
                "jack35-trrs",
                "jack635",
                "built-in",
            ],
            Wire::Aes3 => &["xlr-3"],
            Wire::ShoeSound => &["hot-shoe"],
            Wire::Power => &[
                "v-mount",
                "three-stud",
                "camcorder",
                "cell-a",
                "cell-b",
                "d-tap",
                "dc-2",
                "dc-4",
                "dc-8",
                "barrel-21",
                "barrel-25",
                "usb-a",
                "usb-c",
                "mains",
            ],
            Wire::RadioPicture | Wire::RadioSound | Wire::RadioApp => &["air"],
        };
        assert!(connectors.contains(&port.connector.id()), "{place}");
        let begins = port.origin.as_ref().map(|origin| origin.signal);
        assert!(
            begins.is_none() || port.direction == Direction::Out || port.connector.facts().built_in,
            "{place}"
        );
        if begins == Some(SignalKind::Picture) {
            assert!(!port.formats.is_open(), "{place} must say what it gives");
        }
    }
}

#[test]
fn paths_run_from_inputs_to_outputs_and_keep_their_wire_unless_they_convert() {
    for device in &catalogue().devices {
        for path in &device.paths {
            for (from, to) in path
                .from
                .iter()
                .flat_map(|from| path.to.iter().map(move |to| (from, to)))
            {
                let (from, to) = (device.port(from).unwrap(), device.port(to).unwrap());
                assert_eq!(
                    (from.direction, to.direction),
                    (Direction::In, Direction::Out),
                    "{}",
                    device.id
                );
                if matches!(path.via, Via::Loop | Via::Relay) {
                    assert_eq!(from.wire, to.wire, "{} {} > {}", device.id, from.id, to.id);
                }
                if path.via == Via::Scale {
                    assert!(
                        !to.formats.is_open(),
                        "{} {} must say what it scales to",
                        device.id,
                        to.id
                    );
                }
            }
        }
    }
}

#[test]
fn every_recorder_has_a_medium_and_a_codec_that_fit_together() {
    for device in catalogue()
        .devices
        .iter()
        .filter(|device| device.records.is_some())
    {
        let ability = device.records.as_ref().unwrap();
        let media: Vec<_> = catalogue()
            .media
            .iter()
            .filter(|medium| ability.media.contains(&medium.kind))
            .collect();
        assert!(
            !media.is_empty() && !ability.codecs.is_empty() && ability.slots > 0,
            "{}",
            device.id
        );
        let sound_only = ability
            .codecs
            .iter()
            .all(|id| catalogue().codec(id).unwrap().model == RateModel::SoundOnly);
        assert_eq!(
            sound_only,
            !ability.sensor && ability.inputs.is_empty(),
            "{}",
            device.id
        );
    }
}

#[test]
fn every_wire_has_a_cable_between_the_sockets_that_are_there() {
    for (_, output) in every_port().filter(|(_, port)| port.direction == Direction::Out) {
        let inputs = every_port()
            .filter(|(_, port)| port.direction == Direction::In && port.wire == output.wire);
        let reachable = inputs.into_iter().any(|(_, input)| {
            let joins = |cable: &&model::catalogue::Cable| {
                cable.joins(output.connector, input.connector) && cable.wires.contains(&output.wire)
            };
            catalogue().cables.iter().any(|cable| joins(&cable))
        });
        assert!(
            reachable,
            "nothing goes from a {} {}",
            output.connector, output.wire
        );
    }
}

#[test]
fn names_say_their_maker_and_ids_are_handles() {
    for device in &catalogue().devices {
        assert!(device.name.starts_with(&device.maker), "{}", device.name);
        assert!(
            device
                .id
                .bytes()
                .all(|byte| byte.is_ascii_lowercase() || byte.is_ascii_digit() || byte == b'-'),
            "{}",
            device.id
        );
    }
}

#[test]
fn every_device_can_stand_alone_on_a_floor() {
    for device in &catalogue().devices {
        let report = scene("1080p25").with("x", &device.id).report();
        // Alone, everything is dark, unrecorded or unfed: empty is not good.
        let expected: &[&str] = match device.kind {
            _ if device.is_destination() => &["V-101"],
            DeviceKind::Camera if device.records.is_some() => &["R-109"],
            DeviceKind::Mixer => &["S-104"],
            DeviceKind::Microphone => &["S-103"],
            DeviceKind::Battery => &["P-116"],
            DeviceKind::Camera
            | DeviceKind::TimecodeBox
            | DeviceKind::Drive
            | DeviceKind::PowerBox
            | DeviceKind::Charger
            | DeviceKind::Accessory
            | DeviceKind::Part
            | DeviceKind::PortBox => &[],
            _ => &["V-126"],
        };
        let codes: Vec<String> = report
            .findings
            .iter()
            .map(|finding| finding.code.to_string())
            .collect();
        assert_eq!(codes, expected, "{}", device.id);
        assert_eq!(report.ports.len(), device.ports.len());
    }
}

#[test]
fn delays_of_devices_are_written_as_they_are_said() {
    for (typed, printed) in [
        ("1 frame", "1 frame"),
        ("2 frames", "2 frames"),
        ("16 lines", "16 lines"),
        ("5 ms", "5 ms"),
        ("0.25 s", "250 ms"),
    ] {
        let delay: PathDelay = typed.parse().unwrap();
        assert_eq!(delay.to_string(), printed);
        assert_eq!(printed.parse::<PathDelay>().unwrap(), delay);
    }
    for wrong in ["", "soon", "-1 frame", "2000 frames", "1000000 lines"] {
        assert!(wrong.parse::<PathDelay>().is_err(), "{wrong}");
    }
}

#[test]
fn frames_and_lines_follow_the_pictures_rate() {
    let at = |delay: &str, format: &str| {
        delay
            .parse::<PathDelay>()
            .unwrap()
            .at(format.parse().unwrap())
            .0
    };
    assert_eq!(at("1 frame", "1080p25"), 40_000);
    assert_eq!(at("1 frame", "1080p50"), 20_000);
    assert_eq!(at("2 frames", "1080p23.98"), 83_417);
    // 1125 lines in 40 ms.
    assert_eq!(at("9 lines", "1080p25"), 320);
    assert_eq!(at("5 ms", "2160p120"), 5_000);
}

#[test]
fn what_devices_are_as_objects_is_whole_and_plausible() {
    let mut fastened = 0;
    for device in &catalogue().devices {
        let Some(body) = &device.body else { continue };
        assert!(body.grams > 0, "{} weighs nothing", device.id);
        assert!(!body.boxes.is_empty(), "{} fills nothing", device.id);
        for socket in &body.sockets {
            assert!(
                device.port(&socket.port).is_some(),
                "{}: {}",
                device.id,
                socket.port
            );
        }
        // What the power of a device says of its mass is the same.
        let by_power = device.power.as_ref().and_then(|power| power.grams);
        assert!(
            by_power.is_none_or(|grams| grams == body.grams),
            "{}",
            device.id
        );
        // Its centre lies within it.
        let centre = body.centre().unwrap();
        for axis in 0..3 {
            let least = body
                .boxes
                .iter()
                .map(|block| block.from[axis])
                .fold(f64::MAX, f64::min);
            let most = body
                .boxes
                .iter()
                .map(|block| block.to[axis])
                .fold(f64::MIN, f64::max);
            assert!((least..=most).contains(&centre[axis]), "{}", device.id);
        }
        let of_water = body.boxes.iter().map(Block::volume).sum::<f64>() / 1_000.0;
        let dense = f64::from(body.grams) / of_water;
        let legs = body.payload_grams.is_some() || body.inside.is_some();
        assert!(
            legs || (0.03..9.0).contains(&dense),
            "{}: {dense:.2} g/cm³",
            device.id
        );
        fastened += body.fastenings.len();
    }
    assert!(fastened > 400, "{fastened}");
    let parts = catalogue()
        .devices
        .iter()
        .filter(|device| device.kind == DeviceKind::Part);
    assert!(parts.count() >= 140);
}

/// What a large battery or its plate fills, to a side and upwards from its middle, in millimetres.
const PLATE: [f64; 2] = [52.0, 75.0];

#[test]
fn no_socket_is_behind_the_battery_that_its_own_device_carries() {
    for device in &catalogue().devices {
        let Some(body) = &device.body else { continue };
        let plates = body.fastenings.iter().filter(|one| {
            let large = [FasteningKind::VMount, FasteningKind::ThreeStud];
            large.contains(&one.kind) && one.side == Side::Carries
        });
        for plate in plates {
            for socket in body.sockets.iter().filter(|one| one.faces == plate.faces) {
                let away = [0, 1].map(|axis| (socket.at[axis] - plate.at[axis]).abs());
                let free = away[0] > PLATE[0] || away[1] > PLATE[1];
                assert!(free, "{} of {}", socket.port, device.id);
            }
        }
    }
}

#[test]
fn every_kind_of_fastening_finds_its_other_half() {
    let all = || {
        catalogue()
            .devices
            .iter()
            .filter_map(|device| device.body.as_deref())
    };
    let fastenings = |side: Side| {
        all()
            .flat_map(|body| &body.fastenings)
            .filter(move |it| it.side == side)
    };
    for sits in fastenings(Side::Sits) {
        let mut carriers = fastenings(Side::Carries);
        let found =
            carriers.any(|carries| carries.kind.joined(sits.kind).is_some() && carries.fits(sits));
        let alone = matches!(sits.kind, FasteningKind::Soft | FasteningKind::BatterySlot);
        assert!(
            found || alone,
            "nothing carries {} of {:?}",
            sits.kind,
            sits.fits
        );
    }
}
