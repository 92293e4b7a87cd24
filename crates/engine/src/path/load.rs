//! How full a wire is: the rate against the ports' and the cable's class, the run against its reach.

use super::graph::{Floor, Link};
use super::{AirProblem, CarriageProblem, ConnectionIx, Picture, PortIx, Problem};
use model::catalogue::{Cable, Port};
use transport::coax::budget_db;
use transport::hdmi::{self, Generation, Hdmi};
use transport::radio::{Budget, FADE_DB};
use transport::sdi::{self, Level, Sdi, SdiClass};
use transport::wire::Wire;
use transport::{Margin, NotCarried, hdmi_cable};
use units::format::{PictureFormat, Sampling};
use units::quantity::Length;

/// What a connection carries, measured.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum CableLoad {
    /// No picture, or a wire whose rate isn't judged.
    None,
    /// On SDI.
    Sdi(SdiLoad),
    /// On HDMI.
    Hdmi(HdmiLoad),
    /// Over the air.
    Radio(RadioLoad),
    /// On a cable whose length alone counts.
    Run(RunLength),
}

/// A radio pairing.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct RadioLoad {
    /// Loss over the distance, in decibels.
    pub loss_db: f64,
    /// What is left above what the receiver needs, in decibels.
    pub margin_db: f64,
    /// The link's two ends.
    pub budget: Budget,
    /// The distance against the reach with its allowance for fading.
    pub run: RunLength,
}

/// A picture on SDI.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct SdiLoad {
    /// Rates and class.
    pub sdi: Sdi,
    /// The slowest class of both ports and the cable.
    pub limit: SdiClass,
    /// Loss and reach of the cable.
    pub coax: Option<CoaxLoad>,
}

/// A run of coaxial cable.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct CoaxLoad {
    /// Loss since the picture was last made anew, in decibels at half the clock: this cable, what is
    /// on it, and the runs before it that a passive loop joins to it.
    pub loss_db: f64,
    /// Of that, what the adapters on it cost.
    pub adapters_db: f64,
    /// Of that, what the runs before it cost.
    pub before_db: f64,
    /// The run against its reach.
    pub run: RunLength,
}

impl CoaxLoad {
    /// What this cable alone loses.
    fn cable_db(&self) -> f64 {
        self.loss_db - self.adapters_db - self.before_db
    }
}

/// A picture on HDMI.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct HdmiLoad {
    /// Rates and generation.
    pub hdmi: Hdmi,
    /// The oldest generation of both ports and the cable.
    pub limit: Generation,
    /// The run against its reach: what is left of it behind passive boxes and couplers.
    pub run: Option<RunLength>,
    /// What share of the reach is used up at its end, by this cable and those before it that passive
    /// boxes join to it.
    pub share: f64,
    /// Of that, what the cables before it used up.
    pub before: f64,
}

/// A run against its reach.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct RunLength {
    /// How long it is.
    pub length: Length,
    /// How far the cable carries this picture.
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
) -> (CableLoad, Vec<Problem>) {
    match floor.ports[link.from].port.wire {
        Wire::Sdi => measure_sdi(floor, number, link, picture),
        Wire::Hdmi => measure_hdmi(floor, number, link, picture),
        _ => measure_run(floor, number, link),
    }
}

/// The load of a connection whose length alone counts: over the air, on fibre, on USB.
pub(super) fn measure_run(
    floor: &Floor,
    connection: ConnectionIx,
    link: Link,
) -> (CableLoad, Vec<Problem>) {
    if link.cable.is_air() {
        return measure_air(floor, connection, link);
    }
    let length = floor.build.connections[connection].length;
    let Some(run) = link.cable.reach.map(|reach| run(length, reach)) else {
        return (CableLoad::None, Vec::new());
    };
    let long = (run.margin > Margin::Ok).then_some(Problem::Carriage(CarriageProblem::LongRun {
        connection,
        run,
        share: run.length.0 as f64 / run.reach.0.max(1) as f64,
    }));
    (CableLoad::Run(run), long.into_iter().collect())
}

fn measure_air(floor: &Floor, connection: ConnectionIx, link: Link) -> (CableLoad, Vec<Problem>) {
    let radio = |port: PortIx| {
        let device = floor.devices[floor.ports[port].placement];
        device.and_then(|device| device.radio.as_ref())
    };
    let (Some(sender), Some(receiver)) = (radio(link.from), radio(link.to)) else {
        return (CableLoad::None, Vec::new());
    };
    let mut problems = Vec::new();
    let app = floor.ports[link.from].port.wire == Wire::RadioApp;
    if !app && sender.system != receiver.system {
        problems.push(Problem::Air(AirProblem::OtherSystem { connection }));
    }
    let most = if app {
        sender.viewers
    } else {
        sender.receivers
    };
    let listeners = &floor.out_of[link.from];
    // Connections are listed in their order.
    let place = listeners.binary_search(&connection);
    if place.is_ok_and(|place| place >= most) {
        problems.push(Problem::Air(AirProblem::TooManyListeners {
            connection,
            most,
            count: listeners.len(),
        }));
    }
    let cable = &floor.build.connections[connection];
    let budget = sender.budget_to(receiver);
    let margin_db = budget.margin_db(cable.length, cable.surroundings);
    let reach = budget.reach(cable.surroundings);
    let margin = if margin_db < 0.0 {
        Margin::Stop
    } else if margin_db < FADE_DB {
        Margin::Caution
    } else {
        Margin::Ok
    };
    if margin > Margin::Ok {
        problems.push(Problem::Air(AirProblem::WeakRadio {
            connection,
            margin_db,
            reach,
        }));
    }
    let load = RadioLoad {
        loss_db: budget.loss_db(cable.length, cable.surroundings),
        margin_db,
        budget,
        run: RunLength {
            length: cable.length,
            reach,
            margin,
        },
    };
    (CableLoad::Radio(load), problems)
}

fn measure_sdi(
    floor: &Floor,
    connection: ConnectionIx,
    link: Link,
    picture: &Picture,
) -> (CableLoad, Vec<Problem>) {
    let mut problems = Vec::new();
    let links = picture.leg.map_or(1, |leg| leg.of);
    let sdi = match sdi::carry_over(picture.format, links) {
        Ok(sdi) => sdi,
        Err(why) => return not_carried(connection, why),
    };
    let format = picture.format;
    for port in [link.from, link.to] {
        if let Some(class) = sdi_class(floor.ports[port].port)
            && (sdi.class > class || sdi.links > links)
        {
            problems.push(Problem::Carriage(CarriageProblem::OverSdiPort {
                connection,
                port,
                sdi,
                class,
                format,
            }));
            break;
        }
    }
    if let Some(sent) = picture.level
        && !levels(floor.ports[link.to].port).contains(&sent)
    {
        problems.push(Problem::Carriage(CarriageProblem::OtherLevel {
            connection,
            sent,
        }));
    }
    if let Some(class) = link.cable.sdi.filter(|class| sdi.class > *class) {
        problems.push(Problem::Carriage(CarriageProblem::OverSdiCable {
            connection,
            sdi,
            class,
        }));
    }
    let length = floor.build.connections[connection].length;
    let adapters_db: f64 = floor
        .adapters(connection)
        .iter()
        .map(|adapter| adapter.loss_db())
        .sum();
    let coax = link.cable.coax.map(|coax| {
        let before_db = picture.run_loss_db;
        let loss_db = coax.loss_db(sdi.class, length) + adapters_db + before_db;
        CoaxLoad {
            loss_db,
            adapters_db,
            before_db,
            run: RunLength {
                length,
                reach: coax.reach_after(sdi.class, adapters_db + before_db),
                margin: loss_margin(sdi.class, loss_db),
            },
        }
    });
    if let Some(coax) = coax.filter(|coax| coax.run.margin > Margin::Ok) {
        problems.push(Problem::Carriage(CarriageProblem::LongRun {
            connection,
            run: coax.run,
            share: if coax.loss_db > coax.cable_db() {
                // With what is lost beside it, the reach that is left says little: the loss does.
                coax.loss_db / budget_db(sdi.class)
            } else {
                length.0 as f64 / coax.run.reach.0.max(1) as f64
            },
        }));
    }
    let ports = [link.from, link.to]
        .into_iter()
        .filter_map(|port| sdi_class(floor.ports[port].port));
    let limit = ports.chain(link.cable.sdi).min().unwrap_or(SdiClass::G12);
    (CableLoad::Sdi(SdiLoad { sdi, limit, coax }), problems)
}

fn measure_hdmi(
    floor: &Floor,
    connection: ConnectionIx,
    link: Link,
    picture: &Picture,
) -> (CableLoad, Vec<Problem>) {
    let mut problems = Vec::new();
    let hdmi = match hdmi::carry(picture.format) {
        Ok(hdmi) => hdmi,
        Err(why) => return not_carried(connection, why),
    };
    let format = picture.format;
    for port in [link.from, link.to] {
        if let Some(has) = floor.hdmi(port).filter(|has| !holds(&hdmi, *has)) {
            problems.push(Problem::Carriage(CarriageProblem::OverHdmiPort {
                connection,
                port,
                needs: hdmi,
                has,
                format,
            }));
            break;
        }
    }
    if let Some(has) = link
        .cable
        .hdmi
        .filter(|has| oldest_that_carries(&hdmi) > *has)
    {
        problems.push(Problem::Carriage(CarriageProblem::OverHdmiCable {
            connection,
            needs: hdmi,
            has,
        }));
    }
    let length = floor.build.connections[connection].length;
    let before = picture.run_share;
    let whole = link.cable.make.map(|make| hdmi_cable::reach(make, &hdmi));
    let share = before + whole.map_or(0.0, |reach| length.0 as f64 / reach.0.max(1) as f64);
    let run = whole.map(|reach| RunLength {
        length,
        reach: Length((reach.0 as f64 * (1.0 - before).max(0.0)) as u64),
        margin: share_margin(share),
    });
    if let Some(run) = run.filter(|run| run.margin > Margin::Ok) {
        problems.push(Problem::Carriage(CarriageProblem::LongRun {
            connection,
            run,
            share,
        }));
    }
    let ports = [link.from, link.to]
        .into_iter()
        .filter_map(|port| floor.hdmi(port).map(|(generation, _)| generation));
    let limit = ports
        .chain(link.cable.hdmi)
        .min()
        .unwrap_or(Generation::V2_1);
    let load = HdmiLoad {
        hdmi,
        limit,
        run,
        share,
        before,
    };
    (CableLoad::Hdmi(load), problems)
}

/// Whether a socket of a generation, with its fastest fixed-rate link, carries a picture.
fn holds(hdmi: &Hdmi, (generation, frl): (Generation, u8)) -> bool {
    oldest_that_carries(hdmi) <= generation && hdmi.frl_gbps.is_none_or(|needs| needs <= frl)
}

/// The oldest generation whose socket or cable carries it. The depths of 4:2:2 are no matter: they
/// travel in one container since the first.
fn oldest_that_carries(hdmi: &Hdmi) -> Generation {
    let by_rate = Generation::ALL.into_iter().find(|generation| {
        hdmi.frl_gbps.is_none() && hdmi.tmds_character_rate_hz <= generation.tmds_limit_hz()
    });
    match (hdmi.sampling, by_rate) {
        (Sampling::Yuv422, Some(generation)) => generation,
        _ => hdmi.generation,
    }
}

/// How near a share of the reach is to all of it.
fn share_margin(share: f64) -> Margin {
    // In hundred-thousandths: finer than any guide.
    Margin::of((share * 100_000.0).round() as u64, 100_000)
}

/// How near a loss is to what the equalizer covers.
fn loss_margin(class: SdiClass, loss_db: f64) -> Margin {
    // In hundredths of a decibel: finer than any guide.
    let hundredths = |db: f64| (db.max(0.0) * 100.0).round() as u64;
    Margin::of(hundredths(loss_db), hundredths(budget_db(class)))
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

/// Whether a placed port's socket carries a format, by rate alone.
pub fn takes_rate(floor: &Floor, port: PortIx, format: PictureFormat) -> bool {
    match floor.hdmi(port) {
        Some(has) => hdmi::carry(format).is_ok_and(|hdmi| holds(&hdmi, has)),
        None => floor.ports[port].port.carries_rate(format),
    }
}

/// The margin of a cable of some length for a format on the wire of `port`: beyond its class is a
/// stop.
pub fn cable_limits(cable: &Cable, length: Length, wire: Wire, format: PictureFormat) -> Margin {
    match wire {
        Wire::Sdi => match sdi::carry(format) {
            Ok(sdi) if cable.sdi.is_none_or(|class| sdi.class <= class) => cable
                .coax
                .map_or(Margin::Ok, |coax| coax.margin(sdi.class, length)),
            _ => Margin::Stop,
        },
        Wire::Hdmi => match hdmi::carry(format) {
            Ok(hdmi)
                if cable
                    .hdmi
                    .is_none_or(|has| oldest_that_carries(&hdmi) <= has) =>
            {
                cable.make.map_or(Margin::Ok, |make| {
                    Margin::of(length.0, hdmi_cable::reach(make, &hdmi).0)
                })
            }
            _ => Margin::Stop,
        },
        _ => cable
            .reach
            .map_or(Margin::Ok, |reach| Margin::of(length.0, reach.0)),
    }
}

/// No load, since the wire doesn't carry the picture.
fn not_carried(connection: ConnectionIx, why: NotCarried) -> (CableLoad, Vec<Problem>) {
    let problem = CarriageProblem::NoCarriage { connection, why };
    (CableLoad::None, vec![Problem::Carriage(problem)])
}

/// The picture's level on a wire that leaves `port`, where 3G has two mappings of it.
pub(super) fn level_at(floor: &Floor, port: PortIx, format: PictureFormat) -> Option<Level> {
    if floor.ports[port].port.wire != Wire::Sdi || !sdi::has_levels(format) {
        return None;
    }
    let set = floor.output_setting(port).and_then(|setting| setting.level);
    set.or_else(|| levels(floor.ports[port].port).first().copied())
}
