//! What the editor of custom devices and the settings of recorders offer to choose from, with what something new begins as.

use model::catalogue::{
    Abilities, Cap, Condition, DeviceKind, Direction, HdmiPort, InternalPath, Origin, PathDelay,
    Port, SdiPort, SignalKind, Via,
};
use model::document::{SAMPLE_RATES, SOUND_BITS};
use serde::Serialize;
use transport::connector::{CONNECTORS, Connector, ConnectorFacts};
use transport::hdmi::Generation;
use transport::sdi::{Level, SdiClass};
use transport::wire::Wire;
use units::format::FrameRate;
use units::quantity::Delay;
use utoipa::ToSchema;

/// What can be chosen of, whatever production is open.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Offers {
    /// What a device can be.
    pub kinds: Vec<KindOffer>,
    /// Connectors of the trade. A maker’s own has any other name.
    pub connectors: Vec<ConnectorFacts>,
    /// Sorts of socket.
    pub sockets: Vec<SocketOffer>,
    /// What a mode can be on.
    pub conditions: Vec<ConditionOffer>,
    /// What an input begins as.
    pub input: Port,
    /// What an output begins as.
    pub output: Port,
    /// What an output of a camera has besides.
    pub camera_origin: Origin,
    /// What a path begins as, without its ends.
    pub path: InternalPath,
    /// Sound samples a second of recorders; the first is usual.
    pub sample_rates: Vec<u32>,
    /// Bits of a sound sample; the first is usual.
    pub sound_bits: Vec<u8>,
}

/// A kind of device.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct KindOffer {
    /// As it stands in a description.
    pub value: DeviceKind,
    /// In words.
    pub label: String,
    /// Whether its screen shows every picture that comes in.
    pub shows_all: bool,
}

/// A sort of socket.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SocketOffer {
    /// In words: *SDI 12G, BNC*.
    pub label: String,
    /// Its plug.
    #[schema(value_type = String)]
    pub connector: Connector,
    /// What runs on it.
    pub wire: Wire,
    /// For SDI: the fastest class.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub sdi: Option<SdiPort>,
    /// For HDMI: its generation.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub hdmi: Option<HdmiPort>,
}

/// Something that a device may do at the same time.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ConditionOffer {
    /// In words: *it records inside*.
    pub label: String,
    /// The condition.
    pub condition: Condition,
}

/// Everything that is offered.
pub fn offers() -> Offers {
    let port = |direction, class| Port {
        id: String::new(),
        name: String::new(),
        direction,
        connector: Connector::BNC,
        wire: Wire::Sdi,
        sdi: Some(up_to(class)),
        hdmi: None,
        data: None,
        audio: None,
        power: None,
        raw: Vec::new(),
        shares: None,
        triggers: Vec::new(),
        timecodes: Vec::new(),
        formats: Abilities::default(),
        origin: None,
    };
    Offers {
        kinds: kinds(),
        connectors: CONNECTORS
            .iter()
            .filter(|facts| !facts.any_own)
            .copied()
            .collect(),
        sockets: sockets(),
        conditions: conditions(),
        input: port(Direction::In, SdiClass::G3),
        output: port(Direction::Out, SdiClass::G12),
        camera_origin: Origin {
            overlay: true,
            look: true,
            delay: PathDelay::Frames(1),
            signal: SignalKind::Picture,
            made_as: Cap::default(),
            never_clean: false,
            desqueezes: false,
        },
        path: InternalPath {
            from: Vec::new(),
            to: Vec::new(),
            via: Via::Relay,
            carries: vec![SignalKind::Picture, SignalKind::Sound, SignalKind::Timecode],
            delay: PathDelay::Fixed(Delay(1_000)),
            keeps: Cap::default(),
            lossy: false,
            overlay: false,
            look: false,
            sound_delay: None,
            trigger: false,
            sound_channels: None,
        },
        sample_rates: SAMPLE_RATES.to_vec(),
        sound_bits: SOUND_BITS.to_vec(),
    }
}

fn up_to(class: SdiClass) -> SdiPort {
    SdiPort {
        class,
        levels: vec![Level::A, Level::B],
    }
}

fn kinds() -> Vec<KindOffer> {
    use DeviceKind as K;
    // What is fed and what is mounted is described in files.
    let all = [
        K::Camera,
        K::Monitor,
        K::Viewfinder,
        K::Projector,
        K::RecorderMonitor,
        K::Recorder,
        K::Encoder,
        K::Drive,
        K::Transmitter,
        K::Receiver,
        K::Viewer,
        K::Converter,
        K::Distribution,
        K::Switcher,
        K::Isolator,
        K::Extender,
        K::PortBox,
        K::Microphone,
        K::Mixer,
        K::SoundBox,
        K::Headphones,
        K::TimecodeBox,
    ];
    let offer = |value: K| {
        let words = value.to_string();
        let (first, rest) = words.split_at(1);
        KindOffer {
            value,
            label: first.to_uppercase() + rest,
            shows_all: matches!(
                value,
                K::Monitor | K::Viewfinder | K::Projector | K::Encoder
            ),
        }
    };
    all.into_iter().map(offer).collect()
}

fn sockets() -> Vec<SocketOffer> {
    let plug = |id: &str| CONNECTORS.iter().find(|facts| facts.id.id() == id);
    let socket = |label: &str, connector: &str, wire| SocketOffer {
        label: label.into(),
        connector: plug(connector).map_or(Connector::BNC, |facts| facts.id),
        wire,
        sdi: None,
        hdmi: None,
    };
    let sdi = SdiClass::ALL.into_iter().map(|class| SocketOffer {
        sdi: Some(up_to(class)),
        ..socket(&format!("SDI {class}, BNC"), "bnc", Wire::Sdi)
    });
    let hdmi = Generation::ALL.into_iter().skip(1).flat_map(|generation| {
        [("hdmi-a", "full"), ("hdmi-c", "mini"), ("hdmi-d", "micro")].map(|(connector, size)| {
            SocketOffer {
                hdmi: Some(HdmiPort {
                    generation,
                    frl_gbps: None,
                    audio: None,
                }),
                ..socket(&format!("HDMI {generation}, {size}"), connector, Wire::Hdmi)
            }
        })
    });
    let others = [
        ("XLR, sound", "xlr-3", Wire::Analogue),
        ("3.5 mm, sound", "jack35", Wire::Analogue),
        ("Timecode, BNC", "bnc", Wire::Ltc),
        ("Timecode, 5-pin", "pin-5", Wire::Ltc),
        ("Reference, BNC", "bnc", Wire::Reference),
        ("Composite, RCA", "rca", Wire::Composite),
        ("USB-C data", "usb-c", Wire::UsbData),
        ("SDI on fibre", "fibre", Wire::OpticalSdi),
        ("Antenna, picture", "air", Wire::RadioPicture),
    ];
    let others = others.map(|(label, connector, wire)| socket(label, connector, wire));
    sdi.chain(hdmi).chain(others).collect()
}

fn conditions() -> Vec<ConditionOffer> {
    let faster = [24, 30, 60].map(|than| ConditionOffer {
        label: format!("it shoots faster than {than}"),
        condition: Condition::Faster {
            than: FrameRate::whole(than),
        },
    });
    let others = [
        ("it records inside", Condition::RecordingInside),
        ("it records to a drive", Condition::RecordingToDrive),
        ("it sends raw", Condition::RawOut),
        ("it plays back", Condition::Playback),
    ];
    let others = others.map(|(label, condition)| ConditionOffer {
        label: label.into(),
        condition,
    });
    faster.into_iter().chain(others).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_socket_that_is_offered_can_stand() {
        for socket in offers().sockets {
            assert_eq!(
                socket.sdi.is_some(),
                socket.wire == Wire::Sdi,
                "{}",
                socket.label
            );
            assert_eq!(
                socket.hdmi.is_some(),
                socket.wire == Wire::Hdmi,
                "{}",
                socket.label
            );
            assert!(!socket.connector.is_own(), "{}", socket.label);
        }
    }
}
