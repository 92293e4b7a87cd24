//! How full a wire is: the rate against the ports' and the lead's class, the run against its reach.

use super::graph::{Floor, Link};
use super::{ConnectionIx, Picture, PortIx, Problem};
use crate::carriage::connector::Wire;
use crate::carriage::hdmi::{self, Generation, Hdmi};
use crate::carriage::sdi::{self, Level, Sdi, SdiClass};
use crate::carriage::{Margin, hdmi_lead};
use crate::catalogue::{Lead, Port};
use crate::format::PictureFormat;
use crate::quantity::Length;

/// What a connection carries, measured.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Load {
    /// No picture, or a wire whose rate isn't judged.
    None,
    /// On SDI.
    Sdi(SdiLoad),
    /// On HDMI.
    Hdmi(HdmiLoad),
}

/// A picture on SDI.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct SdiLoad {
    /// Rates and class.
    pub sdi: Sdi,
    /// The slowest class of both ports and the lead.
    pub limit: SdiClass,
    /// Loss and reach of the lead.
    pub coax: Option<CoaxLoad>,
}

/// A run of coaxial lead.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct CoaxLoad {
    /// Loss over the run, in decibels at half the clock.
    pub loss_db: f64,
    /// The run against its reach.
    pub run: RunLength,
}

/// A picture on HDMI.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct HdmiLoad {
    /// Rates and generation.
    pub hdmi: Hdmi,
    /// The oldest generation of both ports and the lead.
    pub limit: Generation,
    /// The run against its reach.
    pub run: Option<RunLength>,
}

/// A run against its reach.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct RunLength {
    /// How long it is.
    pub length: Length,
    /// How far the lead carries this picture.
    pub reach: Length,
    /// How near the one is to the other.
    pub margin: Margin,
}

/// The load of one connection for one picture, and every problem it has on the way.
pub(super) fn measure(
    floor: &Floor,
    number: ConnectionIx,
    link: Link,
    picture: &Picture,
) -> (Load, Vec<Problem>) {
    match floor.ports[link.from].port.wire {
        Wire::Sdi => measure_sdi(floor, number, link, picture),
        Wire::Hdmi => measure_hdmi(floor, number, link, picture),
        _ => (Load::None, Vec::new()),
    }
}

fn measure_sdi(
    floor: &Floor,
    connection: ConnectionIx,
    link: Link,
    picture: &Picture,
) -> (Load, Vec<Problem>) {
    let mut problems = Vec::new();
    let sdi = match sdi::carry(picture.format) {
        Ok(sdi) => sdi,
        Err(why) => return (Load::None, vec![Problem::NoCarriage { connection, why }]),
    };
    let format = picture.format;
    for port in [link.from, link.to] {
        if let Some(class) = sdi_class(floor.ports[port].port)
            && (sdi.class > class || sdi.links > 1)
        {
            problems.push(Problem::OverSdiPort {
                connection,
                port,
                sdi,
                class,
                format,
            });
            break;
        }
    }
    if let Some(sent) = picture.level
        && !levels(floor.ports[link.to].port).contains(&sent)
    {
        problems.push(Problem::OtherLevel { connection, sent });
    }
    if let Some(class) = link.lead.sdi.filter(|class| sdi.class > *class) {
        problems.push(Problem::OverSdiLead {
            connection,
            sdi,
            class,
        });
    }
    let length = floor.build.connections[connection].length;
    let coax = link.lead.coax.map(|coax| {
        let reach = coax.reach(sdi.class);
        CoaxLoad {
            loss_db: coax.loss_db(sdi.class, length),
            run: run(length, reach),
        }
    });
    if let Some(run) = coax
        .map(|coax| coax.run)
        .filter(|run| run.margin > Margin::Ok)
    {
        problems.push(Problem::LongRun { connection, run });
    }
    let ports = [link.from, link.to]
        .into_iter()
        .filter_map(|port| sdi_class(floor.ports[port].port));
    let limit = ports.chain(link.lead.sdi).min().unwrap_or(SdiClass::G12);
    (Load::Sdi(SdiLoad { sdi, limit, coax }), problems)
}

fn measure_hdmi(
    floor: &Floor,
    connection: ConnectionIx,
    link: Link,
    picture: &Picture,
) -> (Load, Vec<Problem>) {
    let mut problems = Vec::new();
    let hdmi = match hdmi::carry(picture.format) {
        Ok(hdmi) => hdmi,
        Err(why) => return (Load::None, vec![Problem::NoCarriage { connection, why }]),
    };
    let (needs, format) = (hdmi.generation, picture.format);
    for port in [link.from, link.to] {
        if let Some(has) = floor.ports[port].port.hdmi.filter(|has| needs > *has) {
            problems.push(Problem::OverHdmiPort {
                connection,
                port,
                needs,
                has,
                format,
            });
            break;
        }
    }
    if let Some(has) = link.lead.hdmi.filter(|has| needs > *has) {
        problems.push(Problem::OverHdmiLead {
            connection,
            needs,
            has,
        });
    }
    let length = floor.build.connections[connection].length;
    let run = link
        .lead
        .make
        .map(|make| run(length, hdmi_lead::reach(make, &hdmi)));
    if let Some(run) = run.filter(|run| run.margin > Margin::Ok) {
        problems.push(Problem::LongRun { connection, run });
    }
    let ports = [link.from, link.to]
        .into_iter()
        .filter_map(|port| floor.ports[port].port.hdmi);
    let limit = ports
        .chain(link.lead.hdmi)
        .min()
        .unwrap_or(Generation::V2_1);
    (Load::Hdmi(HdmiLoad { hdmi, limit, run }), problems)
}

fn run(length: Length, reach: Length) -> RunLength {
    RunLength {
        length,
        reach,
        margin: Margin::of(length.0, reach.0),
    }
}

fn sdi_class(port: &Port) -> Option<SdiClass> {
    port.sdi.as_ref().map(|sdi| sdi.class)
}

fn levels(port: &Port) -> &[Level] {
    port.sdi
        .as_ref()
        .map_or(&[Level::A, Level::B], |sdi| &sdi.levels)
}

/// Whether a port's socket carries a format, by rate alone.
pub fn port_takes_rate(port: &Port, format: PictureFormat) -> bool {
    match port.wire {
        Wire::Sdi => sdi::carry(format).is_ok_and(|sdi| {
            sdi.links == 1 && sdi_class(port).is_none_or(|class| sdi.class <= class)
        }),
        Wire::Hdmi => {
            hdmi::carry(format).is_ok_and(|hdmi| port.hdmi.is_none_or(|has| hdmi.generation <= has))
        }
        _ => true,
    }
}

/// The margin of a lead of some length for a format on the wire of `port`: beyond its class is a
/// stop.
pub fn lead_limits(lead: &Lead, length: Length, wire: Wire, format: PictureFormat) -> Margin {
    match wire {
        Wire::Sdi => match sdi::carry(format) {
            Ok(sdi) if lead.sdi.is_none_or(|class| sdi.class <= class) => lead
                .coax
                .map_or(Margin::Ok, |coax| coax.margin(sdi.class, length)),
            _ => Margin::Stop,
        },
        Wire::Hdmi => match hdmi::carry(format) {
            Ok(hdmi) if lead.hdmi.is_none_or(|has| hdmi.generation <= has) => {
                lead.make.map_or(Margin::Ok, |make| {
                    Margin::of(length.0, hdmi_lead::reach(make, &hdmi).0)
                })
            }
            _ => Margin::Stop,
        },
        _ => Margin::Ok,
    }
}

/// The picture's level on a wire that leaves `port`, where 3G has two mappings of it.
pub(super) fn level_at(floor: &Floor, port: PortIx, format: PictureFormat) -> Option<Level> {
    if floor.ports[port].port.wire != Wire::Sdi || !sdi::has_levels(format) {
        return None;
    }
    let set = floor
        .placement_of(port)
        .settings
        .outputs
        .get(&floor.ports[port].port.id);
    let set = set.and_then(|setting| setting.level);
    set.or_else(|| levels(floor.ports[port].port).first().copied())
}
