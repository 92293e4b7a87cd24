//! Ports and cables: what runs through them, how full they are, what they feed.

use check::{Facts, Finding, Severity};
use engine::path::{
    CableLoad, ConnectionIx, Floor, HdmiLoad, Picture, PortIx, SdiLoad, Signal, given_format,
};
use model::catalogue::{Direction, SignalKind};
use model::document::{Handle, PortRef};
use runtime::cores::each;
use serde::Serialize;
use transport::Margin;
use transport::hdmi::Generation;
use transport::radio::FADE_DB;
use transport::sdi::Level;
use transport::wire::Wire;
use units::format::{PictureFormat, Quality, Scan};
use units::quantity::{BitRate, Length, thousandths};
use utoipa::ToSchema;

/// What runs through one port.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PortReport {
    /// The port, as typed.
    #[schema(value_type = String)]
    pub at: PortRef,
    /// Its name: *SDI 1*.
    pub name: String,
    /// Which way it faces.
    pub direction: Direction,
    /// Whether a cable is in it.
    pub connected: bool,
    /// The kinds of signal in it.
    pub signals: Vec<SignalKind>,
    /// The picture in it.
    pub picture: Option<PictureReport>,
    /// Sound channels in it.
    pub sound: usize,
    /// Timecode in it, in words.
    pub timecode: Option<String>,
    /// For an output whose format can be chosen: what it gives.
    #[schema(value_type = Option<String>)]
    pub gives: Option<PictureFormat>,
}

/// A picture at a port.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PictureReport {
    /// How it travels.
    #[schema(value_type = String)]
    pub format: PictureFormat,
    /// What is left of it.
    #[schema(value_type = String)]
    pub effective: Quality,
    /// Whether the format holds more than is left.
    pub inflated: bool,
    /// With overlays.
    pub overlay: bool,
    /// With a look.
    pub look: bool,
    /// Sensor raw, by its carriage's name.
    pub raw: Option<String>,
    /// The squeeze that is left in it, in words: *2×*.
    pub squeeze: Option<String>,
    /// Part of a picture over several links: *link 2 of 4, square division*.
    pub leg: Option<String>,
    /// How often it was compressed with loss.
    pub lossy_hops: u32,
    /// Its 3G level.
    #[schema(value_type = Option<String>)]
    pub level: Option<Level>,
    /// Since the lens, in microseconds.
    pub delay_us: u64,
    /// Since the lens, in words: *62 ms*.
    pub delay: String,
}

/// One cable, measured.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ConnectionReport {
    /// Its id.
    pub id: Handle,
    /// The kinds of signal on it, thickest first.
    pub signals: Vec<SignalKind>,
    /// What flows, for the map: *2160p25 · 6G*.
    pub label: String,
    /// Whether it goes over the air: a pairing, not a cable.
    pub air: bool,
    /// The wire: class, rate, reach.
    pub load: Option<LoadReport>,
    /// Connections that it feeds, through the device at its end.
    pub next: Vec<Handle>,
    /// The worst finding on it.
    pub worst: Option<Severity>,
    /// Cautions for whoever plugs it in.
    pub care: Vec<&'static str>,
}

/// How full a wire is.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LoadReport {
    /// What the picture needs, in words: *6G* or *HDMI 1.4*.
    pub needs: String,
    /// What ports and cable allow, in words.
    pub limit: String,
    /// The rate on the wire, in bits a second (SDI) or characters a second (HDMI).
    pub rate: u64,
    /// The rate in words.
    pub rate_label: String,
    /// The rate as a share of the limit, in percent, rounded up.
    pub percent: u64,
    /// Loss over the run, in decibels, for coaxial cables.
    pub loss_db: Option<f64>,
    /// How far the cable carries it, to the decimetre.
    #[schema(value_type = Option<String>)]
    pub reach: Option<Length>,
    /// The run against the reach.
    pub margin: Option<Margin>,
}

/// Every port of the floor.
pub(super) fn ports(facts: &Facts) -> Vec<PortReport> {
    let (floor, resolved) = (facts.floor, facts.resolved);
    each(floor.ports.len(), |port| {
        let node = floor.ports[port];
        let signal = &resolved.signals[port];
        let settable = node.port.direction == Direction::Out && !node.port.formats.is_open();
        PortReport {
            at: floor.name(port),
            name: node.port.name.clone(),
            direction: node.port.direction,
            connected: floor.into[port].is_some() || !floor.out_of[port].is_empty(),
            signals: kinds(signal),
            picture: signal
                .picture
                .map(|picture| picture_report(floor, &picture)),
            sound: signal.sound.len(),
            timecode: signal.timecode.map(|timecode| timecode.rate.to_string()),
            gives: if settable {
                let came = signal
                    .picture
                    .map_or(floor.production.format, |picture| picture.format);
                given_format(floor, port, came).ok()
            } else {
                None
            },
        }
    })
}

pub(super) fn picture_report(floor: &Floor, picture: &Picture) -> PictureReport {
    let raw = floor
        .output_setting(picture.origin)
        .and_then(|setting| setting.raw.clone());
    PictureReport {
        format: picture.format,
        effective: picture.effective,
        inflated: !picture.effective.reaches(picture.format.quality()),
        overlay: picture.overlay,
        look: picture.looks > 0,
        raw: raw.filter(|_| picture.raw),
        squeeze: picture
            .squeeze
            .is_squeezed()
            .then(|| picture.squeeze.to_string()),
        leg: picture
            .leg
            .map(|leg| format!("link {} of {}, {}", leg.number + 1, leg.of, leg.mapping)),
        lossy_hops: picture.lossy_hops,
        level: picture.level,
        delay_us: picture.delay.0,
        delay: picture.delay.label(),
    }
}

fn kinds(signal: &Signal) -> Vec<SignalKind> {
    let there = [
        (SignalKind::Picture, signal.picture.is_some()),
        (SignalKind::Sound, !signal.sound.is_empty()),
        (SignalKind::Timecode, signal.timecode.is_some()),
        (SignalKind::Data, signal.data),
    ];
    there
        .into_iter()
        .filter(|(_, there)| *there)
        .map(|(kind, _)| kind)
        .collect()
}

/// Every connection of the build.
pub(super) fn list(facts: &Facts, findings: &[Finding]) -> Vec<ConnectionReport> {
    let floor = facts.floor;
    let mut worst: rustc_hash::FxHashMap<&str, Severity> = rustc_hash::FxHashMap::default();
    for finding in findings {
        if let Some(id) = &finding.at.connection {
            let severity = worst.entry(id).or_insert(finding.severity);
            *severity = finding.severity.max(*severity);
        }
    }
    each(floor.build.connections.len(), |number| {
        let connection = &floor.build.connections[number];
        let signal = floor.links[number].map(|link| &facts.resolved.signals[link.from]);
        let wire = floor.links[number].map(|link| floor.ports[link.from].port.wire);
        let load = facts.resolved.loads[number];
        let mut signals = signal.map(kinds).unwrap_or_default();
        if signals.is_empty() {
            signals.push(expected_kind(facts, number));
        }
        ConnectionReport {
            id: connection.id.clone(),
            label: signal.map_or_else(|| "nothing".into(), |signal| label(signal, &load, wire)),
            signals,
            air: floor.links[number].is_some_and(|link| link.cable.is_air()),
            load: load_report(&load),
            next: next(facts, number),
            worst: worst.get(connection.id.as_str()).copied(),
            care: care(facts, number),
        }
    })
}

/// What a dead cable is there for: the kind that its wire is made for.
fn expected_kind(facts: &Facts, connection: ConnectionIx) -> SignalKind {
    match facts.floor.links[connection].map(|link| facts.floor.ports[link.from].port.wire) {
        Some(Wire::Analogue | Wire::RadioSound) => SignalKind::Sound,
        Some(Wire::Ltc | Wire::Reference) => SignalKind::Timecode,
        Some(Wire::UsbData) => SignalKind::Data,
        Some(Wire::Power) => SignalKind::Power,
        _ => SignalKind::Picture,
    }
}

/// A picture's raster and rate as short as the trade says it: `2160p25`.
fn short(format: PictureFormat) -> String {
    let rate = if format.scan == Scan::Interlaced {
        format.rate.doubled()
    } else {
        format.rate
    };
    format!("{}{}{rate}", format.raster.height, format.scan)
}

fn label(signal: &Signal, load: &CableLoad, wire: Option<Wire>) -> String {
    let time = if wire == Some(Wire::Reference) {
        "ref"
    } else {
        "TC"
    };
    let sound = match signal.sound.len() {
        0 => String::new(),
        n => format!("{n} ch"),
    };
    let parts = match signal.picture {
        Some(picture) => {
            let wire = match load {
                CableLoad::Sdi(sdi) if sdi.sdi.links > 1 => {
                    format!("{} × {}", sdi.sdi.links, sdi.sdi.class)
                }
                CableLoad::Sdi(sdi) => sdi.sdi.class.to_string(),
                CableLoad::Hdmi(hdmi) => format!("HDMI {}", hdmi.hdmi.generation),
                CableLoad::Radio(radio) => format!("{:.0} dB", radio.margin_db),
                CableLoad::None | CableLoad::Run(_) => String::new(),
            };
            let what = match (picture.raw, picture.leg) {
                (true, _) => format!("raw {}", short(picture.format)),
                (false, Some(leg)) => {
                    format!("{} {}/{}", short(picture.format), leg.number + 1, leg.of)
                }
                (false, None) => short(picture.format),
            };
            vec![what, wire, sound]
        }
        None => vec![
            if signal.data {
                "data".into()
            } else {
                String::new()
            },
            sound,
            signal
                .timecode
                .map_or_else(String::new, |timecode| format!("{time} {}", timecode.rate)),
        ],
    };
    let parts: Vec<String> = parts.into_iter().filter(|part| !part.is_empty()).collect();
    if parts.is_empty() {
        "nothing".into()
    } else {
        parts.join(" · ")
    }
}

fn load_report(load: &CableLoad) -> Option<LoadReport> {
    match load {
        CableLoad::None => None,
        CableLoad::Run(run) => Some(LoadReport {
            needs: "length alone".into(),
            limit: to_decimetres(run.reach).to_string(),
            rate: 0,
            rate_label: String::new(),
            percent: (run.length.0 * 100).div_ceil(run.reach.0.max(1)),
            loss_db: None,
            reach: Some(to_decimetres(run.reach)),
            margin: Some(run.margin),
        }),
        CableLoad::Radio(radio) => Some(LoadReport {
            needs: format!("{:.0} dB", radio.margin_db),
            limit: format!("{FADE_DB:.0} dB kept for fading"),
            rate: 0,
            rate_label: String::new(),
            percent: (radio.run.length.0 * 100).div_ceil(radio.run.reach.0.max(1)),
            loss_db: Some((radio.loss_db * 10.0).round() / 10.0),
            reach: Some(to_decimetres(radio.run.reach)),
            margin: Some(radio.run.margin),
        }),
        CableLoad::Sdi(SdiLoad { sdi, limit, coax }) => {
            let wire = if sdi.links > 1 {
                format!("{} × {}", sdi.links, sdi.class)
            } else {
                sdi.class.to_string()
            };
            Some(LoadReport {
                needs: wire,
                limit: limit.to_string(),
                rate: sdi.line_rate_bps,
                rate_label: BitRate(sdi.line_rate_bps).wire_label(),
                percent: (sdi.line_rate_bps * 100)
                    .div_ceil(limit.line_rate_bps() * u64::from(sdi.links)),
                loss_db: coax.map(|coax| (coax.loss_db * 100.0).round() / 100.0),
                reach: coax.map(|coax| to_decimetres(coax.run.reach)),
                margin: coax.map(|coax| coax.run.margin),
            })
        }
        CableLoad::Hdmi(HdmiLoad {
            hdmi, limit, run, ..
        }) => {
            let rate = hdmi.tmds_character_rate_hz;
            Some(LoadReport {
                needs: format!("HDMI {}", hdmi.generation),
                limit: format!("HDMI {limit}"),
                rate,
                rate_label: match hdmi.frl_gbps {
                    Some(gbps) => format!("FRL {gbps} Gb/s"),
                    None => format!("{} MHz", thousandths(rate, 1_000_000, 2)),
                },
                percent: match hdmi.frl_gbps {
                    Some(gbps) if *limit == Generation::V2_1 => {
                        (u64::from(gbps) * 100).div_ceil(48)
                    }
                    _ => (rate * 100).div_ceil(limit.tmds_limit_hz()),
                },
                loss_db: None,
                reach: run.map(|run| to_decimetres(run.reach)),
                margin: run.map(|run| run.margin),
            })
        }
    }
}

/// A reach is a guide: more than decimetres would pretend.
fn to_decimetres(reach: Length) -> Length {
    Length((reach.0 + 50) / 100 * 100)
}

/// Connections that leave the device at the end of this one and carry something of it: by the
/// paths inside the device.
fn next(facts: &Facts, connection: ConnectionIx) -> Vec<Handle> {
    let floor = facts.floor;
    let Some(link) = floor.links[connection] else {
        return Vec::new();
    };
    let node = floor.ports[link.to];
    let Some(device) = floor.devices[node.placement] else {
        return Vec::new();
    };
    let mut found: Vec<ConnectionIx> = Vec::new();
    for path in device
        .paths
        .iter()
        .filter(|path| path.from.contains(&node.port.id))
    {
        let picture = path.carries.contains(&SignalKind::Picture);
        let outputs = path
            .to
            .iter()
            .filter_map(|id| floor.port_of(node.placement, id))
            .filter(|output| !picture || floor.input_for(*output, path) == Some(link.to));
        found.extend(outputs.flat_map(|output: PortIx| floor.out_of[output].iter().copied()));
    }
    found.sort_unstable();
    found.dedup();
    found
        .into_iter()
        .map(|number| floor.build.connections[number].id.clone())
        .collect()
}

/// What to be careful about where a cable is plugged in.
fn care(facts: &Facts, connection: ConnectionIx) -> Vec<&'static str> {
    let Some(link) = facts.floor.links[connection] else {
        return Vec::new();
    };
    let (from, to) = (
        facts.floor.ports[link.from].port,
        facts.floor.ports[link.to].port,
    );
    let mut care = Vec::new();
    match from.wire {
        Wire::Sdi => care.push(
            "Power on both ends first, SDI after; SDI off first. A ground fault through the braid can end an SDI driver: with two supplies, an isolator is worth its weight.",
        ),
        Wire::RadioPicture | Wire::RadioSound | Wire::RadioApp => care.push(
            "Licences, permitted bands and powers are local law; the maker’s instructions come first.",
        ),
        Wire::Power => care.push(
            "Off before you plug, where there is a switch; measure what isn’t its maker’s own. The mains are for who is licensed for them.",
        ),
        Wire::OpticalSdi => care.push("Don’t look into a fibre or its socket while the sender is on."),
        Wire::UsbData => care.push("Lock the plug: the cable is a part of the recorder. A drive draws its power from the camera."),
        _ => {}
    }
    if from.connector.facts().delicate || to.connector.facts().delicate {
        care.push("Leave slack and hold the plug with a clamp: the small socket breaks first.");
    }
    const WALKED_OVER: Length = Length(10_000);
    if !link.cable.is_air() && facts.floor.build.connections[connection].length >= WALKED_OVER {
        care.push("Where people walk, cover the cable or take it overhead.");
    }
    care
}
