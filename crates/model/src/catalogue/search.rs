//! The catalogue searched by what a thing can do: *takes HDMI 2160p50, gives SDI*; or by name.

use super::{Catalogue, Device, Direction, Port, Via};
use transport::sdi::SdiClass;
use transport::wire::Wire;
use transport::{hdmi, sdi};
use units::format::{Depth, FrameRate, PictureFormat, Raster, Sampling, Scan};

/// A device that was found, and why.
#[derive(Debug, Clone, PartialEq)]
pub struct Hit<'c> {
    /// The device.
    pub device: &'c Device,
    /// Why it fits: *takes it at HDMI in; gives it at SDI 1*.
    pub reason: String,
}

/// A search that wasn't understood.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error(
    "“{0}” isn’t something that a device takes or gives: write it like takes HDMI 2160p50, gives SDI, records 2160p25, or a name"
)]
pub struct NotUnderstood(pub String);

/// One thing that is asked of a device.
#[derive(Debug, Clone, PartialEq)]
enum Clause {
    Takes(Ability),
    Gives(Ability),
    Records(Ability),
    Named(String),
}

/// A wire and a picture, each as far as it is said.
#[derive(Debug, Clone, Default, PartialEq)]
struct Ability {
    wire: Option<Wire>,
    class: Option<SdiClass>,
    raster: Option<Raster>,
    rate: Option<FrameRate>,
    scan: Option<Scan>,
    sampling: Option<Sampling>,
    bits: Option<Depth>,
}

impl Catalogue {
    /// Devices that do all that is asked, in the order of the catalogue.
    pub fn search(&self, text: &str) -> Result<Vec<Hit<'_>>, NotUnderstood> {
        let clauses = read(text)?;
        let able = self
            .devices
            .iter()
            .filter(|device| brings(device, &clauses));
        let hits = able.filter_map(|device| {
            let reasons: Option<Vec<String>> =
                clauses.iter().map(|clause| fits(device, clause)).collect();
            let reasons = reasons?.into_iter().filter(|reason| !reason.is_empty());
            Some(Hit {
                device,
                reason: reasons.collect::<Vec<_>>().join("; "),
            })
        });
        Ok(hits.collect())
    }
}

fn read(text: &str) -> Result<Vec<Clause>, NotUnderstood> {
    let lower = text.trim().to_lowercase().replace(" and ", ",");
    let parts = lower
        .split(',')
        .map(str::trim)
        .filter(|part| !part.is_empty());
    parts
        .map(|part| {
            let (verb, rest) = part.split_once(char::is_whitespace).unwrap_or((part, ""));
            Ok(match verb {
                "takes" | "take" => Clause::Takes(ability(rest)?),
                "gives" | "give" | "sends" => Clause::Gives(ability(rest)?),
                "records" | "record" => Clause::Records(ability(rest)?),
                _ => Clause::Named(part.to_string()),
            })
        })
        .collect()
}

fn ability(text: &str) -> Result<Ability, NotUnderstood> {
    let mut ability = Ability::default();
    for word in text.split_whitespace() {
        let refuse = || NotUnderstood(text.chars().take(60).collect());
        match word {
            "sdi" => ability.wire = Some(Wire::Sdi),
            "hdmi" => ability.wire = Some(Wire::Hdmi),
            "composite" => ability.wire = Some(Wire::Composite),
            "fibre" | "fiber" | "optical" => ability.wire = Some(Wire::OpticalSdi),
            "radio" | "wireless" => ability.wire = Some(Wire::RadioPicture),
            "app" => ability.wire = Some(Wire::RadioApp),
            "timecode" | "ltc" => ability.wire = Some(Wire::Ltc),
            "sound" | "xlr" => ability.wire = Some(Wire::Analogue),
            "usb" | "data" => ability.wire = Some(Wire::UsbData),
            _ => {
                if let Ok(class) = word.parse::<SdiClass>() {
                    ability.wire = Some(Wire::Sdi);
                    ability.class = Some(class);
                } else if let Ok(sampling) = word.parse() {
                    ability.sampling = Some(sampling);
                } else if let Ok(bits) = word.parse() {
                    ability.bits = Some(bits);
                } else if let Ok(format) = word.parse::<PictureFormat>() {
                    ability.raster = Some(format.raster);
                    ability.rate = Some(format.rate);
                    ability.scan = Some(format.scan);
                } else if let Ok(raster) = word.parse() {
                    ability.raster = Some(raster);
                } else {
                    return Err(refuse());
                }
            }
        }
    }
    Ok(ability)
}

/// What is to be taken and what is to be given belong together: something inside the device brings
/// the one to the other.
fn brings(device: &Device, clauses: &[Clause]) -> bool {
    clauses.iter().all(|taken| {
        let Clause::Takes(taken) = taken else {
            return true;
        };
        clauses.iter().all(|given| {
            let Clause::Gives(given) = given else {
                return true;
            };
            device.paths.iter().any(|path| {
                let mut inputs = path.from.iter().filter_map(|id| device.port(id));
                let mut outputs = path.to.iter().filter_map(|id| device.port(id));
                inputs.any(|port| taken.at(port, port.formats.is_open()))
                    && outputs.any(|port| given.given(device, port))
            })
        })
    })
}

fn fits(device: &Device, clause: &Clause) -> Option<String> {
    match clause {
        Clause::Named(words) => {
            let all = format!("{} {} {}", device.name, device.maker, device.kind).to_lowercase();
            words
                .split_whitespace()
                .all(|word| all.contains(word))
                .then(String::new)
        }
        Clause::Takes(ability) => {
            let mut inputs = device.ports_facing(Direction::In);
            let port = inputs.find(|port| ability.at(port, port.formats.0.is_empty()))?;
            Some(format!("takes it at {}", port.name))
        }
        Clause::Gives(ability) => {
            let mut outputs = device.ports_facing(Direction::Out);
            let port = outputs.find(|port| ability.given(device, port))?;
            Some(format!("gives it at {}", port.name))
        }
        Clause::Records(ability) => {
            let records = device.records.as_ref()?;
            let formats = &records.formats;
            let inputs = records.inputs.iter().filter_map(|id| device.port(id));
            let by_input = || {
                inputs
                    .into_iter()
                    .any(|port| ability.at(port, port.formats.0.is_empty()))
            };
            let fits = if formats.is_open() {
                by_input()
            } else {
                ability.any_of(&formats.0, |_| true)
            };
            fits.then(|| "records it".to_string())
        }
    }
}

impl Ability {
    fn says_a_picture(&self) -> bool {
        self.raster.is_some()
            || self.rate.is_some()
            || self.sampling.is_some()
            || self.bits.is_some()
    }

    /// Whether a port carries what is asked; an open one carries whatever its socket can.
    fn at(&self, port: &Port, open: bool) -> bool {
        let wire = self.wire.is_none_or(|wire| wire == port.wire);
        let class = self
            .class
            .is_none_or(|class| port.sdi.as_ref().is_some_and(|sdi| sdi.class >= class));
        if !wire || !class {
            return false;
        }
        if !self.says_a_picture() {
            return true;
        }
        let carried = |format: PictureFormat| port.carries_rate(format);
        if open {
            matches!(port.wire, Wire::Sdi | Wire::Hdmi | Wire::OpticalSdi)
                && carried(self.example())
        } else {
            self.any_of(&port.formats.0, carried)
        }
    }

    /// Whether an output gives what is asked: by its own list, or because a path brings it from an
    /// input that takes it.
    fn given(&self, device: &Device, port: &Port) -> bool {
        if port.origin.is_some() || !port.formats.is_open() {
            return self.at(port, false);
        }
        if !self.at(port, true) {
            return false;
        }
        if !self.says_a_picture() {
            return true;
        }
        let any_wire = Self {
            wire: None,
            class: None,
            ..self.clone()
        };
        device.paths.iter().any(|path| {
            path.via != Via::Embed
                && path.to.contains(&port.id)
                && path
                    .from
                    .iter()
                    .filter_map(|id| device.port(id))
                    .any(|input| any_wire.at(input, input.formats.is_open()))
        })
    }

    fn any_of(&self, sets: &[super::FormatSet], carried: impl Fn(PictureFormat) -> bool) -> bool {
        sets.iter().any(|set| {
            let all = set.rates.iter().flat_map(|rate| set.formats_at(*rate));
            let mut matching = all.filter(|format| self.matches(*format));
            matching.any(&carried)
        })
    }

    fn matches(&self, format: PictureFormat) -> bool {
        self.raster.is_none_or(|raster| raster == format.raster)
            && self.rate.is_none_or(|rate| rate == format.rate)
            && self.scan.is_none_or(|scan| scan == format.scan)
            && self
                .sampling
                .is_none_or(|sampling| sampling == format.sampling)
            && self.bits.is_none_or(|bits| bits == format.bits)
    }

    /// A format with what is said, and the usual for the rest.
    fn example(&self) -> PictureFormat {
        PictureFormat {
            raster: self.raster.unwrap_or(Raster::HD),
            rate: self.rate.unwrap_or(FrameRate::whole(25)),
            scan: self.scan.unwrap_or(Scan::Progressive),
            sampling: self.sampling.unwrap_or(Sampling::Yuv422),
            bits: self.bits.unwrap_or(Depth::TEN),
        }
    }
}

impl Port {
    /// Whether its socket carries a format, by rate alone.
    pub fn carries_rate(&self, format: PictureFormat) -> bool {
        match self.wire {
            Wire::Sdi => sdi::carry(format).is_ok_and(|carried| {
                carried.links == 1
                    && self
                        .sdi
                        .as_ref()
                        .is_none_or(|sdi| carried.class <= sdi.class)
            }),
            Wire::Hdmi => hdmi::carry(format).is_ok_and(|carried| {
                self.hdmi.as_ref().is_none_or(|port| {
                    let (generation, frl) = port.link();
                    carried.generation <= generation
                        && carried.frl_gbps.is_none_or(|needs| needs <= frl)
                })
            }),
            _ => true,
        }
    }
}
