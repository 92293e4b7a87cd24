//! Down the tree for voltages and contacts, up it for watts, then the limits of each joint.

use super::problem::{Over, PowerProblem, UsbShort};
use super::runtime::{EFFICIENCY, volts_at};
use super::{filling, usb};
use crate::path::{ConnectionIx, Floor, Link, PortIx, holds};
use model::catalogue::cells::{self, USABLE};
use model::catalogue::{Device, Direction, Gives, Joins, PowerPort};
use transport::wire::Wire;
use units::quantity::{VoltRange, Volts, Watts};

/// The highest step of an outlet that doesn't name one, and of a cable that isn't marked.
const PLAIN_STEP: Volts = Volts(20_000);
/// What a USB outlet of which nothing is said gives.
const PLAIN_USB: Watts = Watts(15_000);

/// Whether a port is for power.
pub fn is_power(floor: &Floor, port: PortIx) -> bool {
    floor.ports[port].port.wire == Wire::Power
}

/// What an outlet or an input has.
#[derive(Debug, Clone, PartialEq)]
pub struct Feed {
    /// From empty to full.
    pub volts: VoltRange,
    /// Cells in series behind it, where nothing regulates on the way.
    pub cells: Option<u32>,
    /// Which contact is what, where that is said.
    pub pins: Option<String>,
}

/// A power cable that something goes through.
#[derive(Debug, Clone, PartialEq)]
pub struct PoweredCable {
    /// The cable.
    pub connection: ConnectionIx,
    /// At the load, from the worst to the best: the cable’s loss counted.
    pub volts: VoltRange,
    /// The most current, at the lowest voltage.
    pub amps: f64,
    /// While everything works.
    pub typical: f64,
    /// While everything waits.
    pub standby: f64,
    /// At the most.
    pub peak: f64,
    /// What the outlet, or the cable, is made for, in watts at the lowest voltage; none where nobody says.
    pub limit: Option<f64>,
}

/// What a device draws, itself and through its outlets.
#[derive(Debug, Clone, Copy, Default, PartialEq)]
pub struct Draw {
    /// While everything works.
    pub typical: f64,
    /// While everything waits.
    pub standby: f64,
    /// At the most.
    pub peak: f64,
}

impl Draw {
    pub(super) fn add(&mut self, other: Self, share: f64) {
        self.typical += other.typical * share;
        self.standby += other.standby * share;
        self.peak += other.peak * share;
    }
}

/// The supply of a floor.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Supply {
    /// What each port has; none where it has nothing.
    pub feeds: Vec<Option<Feed>>,
    /// What each device draws, with what hangs on it.
    pub draws: Vec<Draw>,
    /// What each device draws itself.
    pub own: Vec<Draw>,
    /// Inputs in charge of each device.
    pub in_charge: Vec<Vec<PortIx>>,
    /// Cables that something goes through, in the order of the build.
    pub joints: Vec<PoweredCable>,
    /// What is wrong.
    pub problems: Vec<PowerProblem>,
    /// Devices from the sources down; those in a circle are not there.
    pub order: Vec<usize>,
}

impl Supply {
    /// Whether there is any power on the floor.
    pub fn is_empty(&self) -> bool {
        self.feeds.is_empty()
    }

    /// What a port has; nothing where no power stands on the floor.
    pub fn feed(&self, port: PortIx) -> Option<&Feed> {
        self.feeds.get(port)?.as_ref()
    }

    /// What a device hangs on in the end: the batteries and mains sockets in charge of it, itself where it is
    /// one. Nothing where that isn’t mapped.
    pub fn roots(&self, floor: &Floor, placement: usize) -> Vec<usize> {
        let mut roots = Vec::new();
        let mut next = vec![placement];
        let mut seen = vec![placement];
        while let Some(at) = next.pop() {
            let feeders = self.in_charge[at].iter();
            let feeders: Vec<usize> = feeders
                .filter_map(|input| super::outage::feeder(floor, *input))
                .filter(|feeder| !seen.contains(feeder))
                .collect();
            let gives = floor.devices[at].is_some_and(|device| {
                device.battery.is_some() || device.power.as_ref().is_some_and(|power| power.mains)
            });
            if feeders.is_empty() && gives {
                roots.push(at);
            }
            seen.extend(&feeders);
            next.extend(feeders);
        }
        roots.sort_unstable();
        roots
    }
}

/// Solves the supply of a floor: nothing where no power cable is run and no battery stands.
pub fn supply(floor: &Floor) -> Supply {
    let wired = floor.links.iter().flatten();
    let any = wired
        .map(|link| link.from)
        .any(|port| is_power(floor, port));
    let stands = |device: &Option<&Device>| device.is_some_and(|device| device.battery.is_some());
    if !any && !floor.devices.iter().any(stands) {
        return Supply::default();
    }
    let mut supply = Supply {
        feeds: vec![None; floor.ports.len()],
        draws: vec![Draw::default(); floor.devices.len()],
        own: (0..floor.devices.len())
            .map(|placement| own_draw(floor, placement))
            .collect(),
        in_charge: vec![Vec::new(); floor.devices.len()],
        joints: Vec::new(),
        problems: Vec::new(),
        order: Vec::new(),
    };
    order(floor, &mut supply);
    let order = supply.order.clone();
    for placement in &order {
        down(floor, &mut supply, *placement);
    }
    for placement in order.iter().rev() {
        up(floor, &mut supply, *placement);
    }
    limits(floor, &mut supply);
    supply
}

/// The power cables that leave a device, with their ends.
pub(super) fn leaving<'f>(
    floor: &'f Floor,
    placement: usize,
) -> impl Iterator<Item = (ConnectionIx, Link<'f>)> + 'f {
    floor
        .ports_of(placement)
        .filter(|port| is_power(floor, *port))
        .flat_map(|port| floor.out_of[port].iter())
        .filter_map(|number| Some((*number, floor.links[*number]?)))
}

/// Sources first; what hangs in a circle is said and left out.
fn order(floor: &Floor, supply: &mut Supply) {
    let count = floor.devices.len();
    let mut waits = vec![0_usize; count];
    for placement in 0..count {
        for (_, link) in leaving(floor, placement) {
            waits[floor.ports[link.to].placement] += 1;
        }
    }
    let mut ready: Vec<usize> = (0..count)
        .filter(|placement| waits[*placement] == 0)
        .collect();
    let mut next = 0;
    while let Some(&placement) = ready.get(next) {
        next += 1;
        for (_, link) in leaving(floor, placement) {
            let to = floor.ports[link.to].placement;
            waits[to] -= 1;
            if waits[to] == 0 {
                ready.push(to);
            }
        }
    }
    if ready.len() < count {
        let placements = (0..count)
            .filter(|placement| waits[*placement] > 0)
            .collect();
        supply.problems.push(PowerProblem::Circle { placements });
    }
    supply.order = ready;
}

/// What a device draws by itself, in the mode that it is in, or as it was measured.
pub fn own_draw(floor: &Floor, placement: usize) -> Draw {
    let Some(power) = floor.devices[placement].and_then(|device| device.power.as_deref()) else {
        return Draw::default();
    };
    let mut modes = power.modes.iter();
    let mode = modes.find(|mode| holds(floor, placement, &mode.when));
    // What was measured wins over what its entry says of any mode.
    let measured = floor.build.placements[placement]
        .settings
        .power
        .learned_draw();
    let typical = measured.map_or_else(
        || mode.map_or(power.typical, |mode| mode.typical).value(),
        |measured| measured.used,
    );
    let filling = power
        .own
        .filter(|own| !own.off_only)
        .and_then(|own| own.fills)
        .map_or(0.0, Watts::value);
    let peak = power.peak.map_or(typical, Watts::value).max(typical);
    Draw {
        typical,
        standby: power.standby.map_or(typical, Watts::value).min(typical),
        peak: peak + filling,
    }
}

pub(super) fn said<'f>(floor: &Floor<'f>, port: PortIx) -> Option<&'f PowerPort> {
    floor.ports[port].port.power.as_deref()
}

/// What comes in at a device, which of it is in charge, and what its outlets give.
fn down(floor: &Floor, supply: &mut Supply, placement: usize) {
    let Some(device) = floor.devices[placement] else {
        return;
    };
    let ports: Vec<PortIx> = floor
        .ports_of(placement)
        .filter(|port| is_power(floor, *port))
        .collect();
    let facing = |direction| {
        let ports = ports.iter().copied();
        ports.filter(move |port| floor.ports[*port].port.direction == direction)
    };
    for input in facing(Direction::In) {
        let link = floor.into[input].and_then(|number| Some((number, floor.links[number]?)));
        if let Some((number, link)) = link {
            supply.feeds[input] = arrives(floor, supply, number, link);
        }
    }
    let rank = |input: PortIx| said(floor, input).map_or(0, |port| port.rank);
    let mut fed: Vec<PortIx> = facing(Direction::In)
        .filter(|input| supply.feeds[*input].is_some())
        .filter(|input| !said(floor, *input).is_some_and(|port| port.fills_only))
        .collect();
    fed.sort_by_key(|input| rank(*input));
    let joins = device
        .power
        .as_ref()
        .map_or(Joins::Single, |power| power.joins);
    if let Some(first) = fed.first().copied() {
        fed.retain(|input| match joins {
            Joins::Sharing => rank(*input) == rank(first),
            Joins::Single | Joins::HotSwap | Joins::InTurn => *input == first,
        });
    }
    let comes = match joins {
        Joins::Single => fed.first().and_then(|input| supply.feeds[*input].clone()),
        // Whichever of them gives: what hangs behind must do with all.
        _ => {
            let all = facing(Direction::In).filter(|input| supply.feeds[*input].is_some());
            let all: Vec<PortIx> = all.collect();
            beside(floor, supply, placement, &all);
            together(supply, &all)
        }
    };
    let mains = device.power.as_ref().is_some_and(|power| power.mains);
    for outlet in facing(Direction::Out) {
        let Some(port) = said(floor, outlet) else {
            continue;
        };
        let live = mains || device.battery.is_some() || comes.is_some();
        let pins = port.pins.clone();
        let just = |volts| Feed {
            volts: VoltRange::just(volts),
            cells: None,
            pins: pins.clone(),
        };
        supply.feeds[outlet] = match port.gives {
            Some(Gives::Cells) => device.battery.as_ref().map(|battery| Feed {
                volts: cells::range(battery),
                cells: Some(battery.cells),
                pins,
            }),
            // A wall socket gives what the country gives, and so does what passes the mains on.
            Some(Gives::Regulated(_)) if is_mains(floor, outlet) => {
                live.then(|| just(floor.production.house_rules.mains.volts()))
            }
            Some(Gives::Regulated(volts)) => live.then(|| just(volts)),
            Some(Gives::Usb) => live.then(|| just(port.step.unwrap_or(PLAIN_STEP))),
            Some(Gives::Through) | None => comes.clone().map(|feed| Feed { pins, ..feed }),
        };
    }
    supply.in_charge[placement] = fed;
}

/// Whether a socket is one for the mains.
fn is_mains(floor: &Floor, port: PortIx) -> bool {
    floor.ports[port].port.connector.facts().mains
}

/// What several inputs bring together: from the lowest to the highest of them.
fn together(supply: &Supply, inputs: &[PortIx]) -> Option<Feed> {
    let feeds = inputs
        .iter()
        .filter_map(|input| supply.feeds[*input].clone());
    feeds.reduce(|one, other| Feed {
        volts: VoltRange {
            least: one.volts.least.min(other.volts.least),
            most: one.volts.most.max(other.volts.most),
        },
        cells: one.cells.filter(|cells| other.cells == Some(*cells)),
        pins: one.pins,
    })
}

/// Packs of different voltages on one plate: the first two that differ.
fn beside(floor: &Floor, supply: &mut Supply, placement: usize, inputs: &[PortIx]) {
    let cells = |input: &PortIx| supply.feeds[*input].as_ref().and_then(|feed| feed.cells);
    let Some((first, rest)) = inputs.split_first() else {
        return;
    };
    let other = rest.iter().find(|other| {
        let both = cells(first).zip(cells(other));
        both.is_some_and(|(one, other)| one != other)
    });
    let connection = |input: &PortIx| floor.into[*input];
    if let Some(other) = other
        && let (Some(one), Some(second)) = (connection(first), connection(other))
        && let (Some(volts), Some(other_volts)) = (&supply.feeds[*first], &supply.feeds[*other])
    {
        let volts = [volts.volts, other_volts.volts];
        supply.problems.push(PowerProblem::Mixed {
            placement,
            connections: [one, second],
            volts,
        });
    }
}

/// What arrives over a cable, and what is wrong with it, but for what the cable loses: that hangs on the
/// watts, which come later. What would be destroyed counts as fed: what hangs on it is said as well.
fn arrives(
    floor: &Floor,
    supply: &mut Supply,
    connection: ConnectionIx,
    link: Link,
) -> Option<Feed> {
    let mut feed = supply.feeds[link.from].clone()?;
    let (from, to) = (said(floor, link.from)?, said(floor, link.to)?);
    let crossed = link.cable.power.is_some_and(|cable| cable.crossed);
    // A plain lead brings plus to the middle of a barrel.
    let said_at_outlet = feed.pins.as_deref().unwrap_or("centre +");
    feed.pins = Some(if crossed {
        turned(said_at_outlet)
    } else {
        said_at_outlet.to_string()
    });
    let told = from.pins.is_some()
        || to
            .pins
            .as_ref()
            .is_some_and(|pins| pins.starts_with("centre"));
    if let (Some(comes), Some(wanted)) = (&feed.pins, &to.pins)
        && told
        && comes != wanted
    {
        supply.problems.push(PowerProblem::OtherPins {
            connection,
            comes: comes.clone(),
            wanted: wanted.clone(),
        });
    }
    if from.gives == Some(Gives::Usb) {
        let step = settled(floor, link).volts;
        feed.volts = VoltRange::just(step);
        // What comes of a step that is too low is said with its watts.
        if to.takes.is_some_and(|takes| step < takes.least) {
            return None;
        }
    }
    if let Some(takes) = to.takes {
        if feed.volts.most > takes.most {
            supply.problems.push(PowerProblem::TooHigh {
                connection,
                comes: feed.volts,
                takes,
            });
        } else if feed.volts.most < takes.least {
            supply.problems.push(PowerProblem::TooLow {
                connection,
                least: feed.volts.most.value(),
                lost: 0.0,
                needs: takes.least,
                charge: Some(1.0),
                peak: false,
            });
            return None;
        }
    }
    Some(feed)
}

/// *centre +* is *centre −* behind a cable that changes them.
fn turned(pins: &str) -> String {
    pins.chars()
        .map(|c| match c {
            '+' => '−',
            '−' | '-' => '+',
            c => c,
        })
        .collect()
}

/// What both ends of a USB cable settle on.
pub(super) fn settled(floor: &Floor, link: Link) -> usb::UsbStep {
    let outlet = said(floor, link.from);
    let step = |port: Option<&PowerPort>| port.and_then(|port| port.step);
    usb::settle(
        (
            step(outlet).unwrap_or(PLAIN_STEP),
            outlet.and_then(|port| port.watts).unwrap_or(PLAIN_USB),
        ),
        step(said(floor, link.to)).unwrap_or(Volts(5_000)),
        link.cable.power.and_then(|cable| cable.marked),
    )
}

/// What goes through an outlet of what goes into the device: a converter loses some.
fn efficiency(device: &Device, gives: Option<Gives>) -> f64 {
    match gives {
        Some(Gives::Regulated(_) | Gives::Usb) => {
            let said = device.power.as_ref().and_then(|power| power.efficiency);
            said.map_or(EFFICIENCY, |share| share.of(100_000) as f64 / 100_000.0)
        }
        Some(Gives::Cells | Gives::Through) | None => 1.0,
    }
}

/// What a device and everything behind it draw.
fn up(floor: &Floor, supply: &mut Supply, placement: usize) {
    let Some(device) = floor.devices[placement] else {
        return;
    };
    let mut draw = supply.own[placement];
    for (number, link) in leaving(floor, placement) {
        let gives = said(floor, link.from).and_then(|port| port.gives);
        let load = through(floor, supply, link);
        let heat = heat(floor, supply, (number, link), load.typical);
        draw.add(load, heat / efficiency(device, gives).max(0.01));
    }
    supply.draws[placement] = draw;
}

/// So many times what arrives goes into a cable: the rest warms it. At the middle of what the outlet gives.
fn heat(
    floor: &Floor,
    supply: &Supply,
    (connection, link): (ConnectionIx, Link),
    watts: f64,
) -> f64 {
    let (Some(feed), Some(cable)) = (&supply.feeds[link.from], link.cable.power) else {
        return 1.0;
    };
    let volts = (feed.volts.least.value() + feed.volts.most.value()) / 2.0;
    let ohms = cable.ohms(floor.build.connections[connection].length.metres());
    volts_at(volts, watts, ohms).map_or(1.0, |left| volts / left.max(volts / 2.0))
}

/// What goes through a cable: the device's draw where the input is in charge, its share where several are. Over
/// USB nothing draws more than was settled on: the rest comes from its own battery.
fn through(floor: &Floor, supply: &Supply, link: Link) -> Draw {
    let placement = floor.ports[link.to].placement;
    if let Some(filler) = filling::filler(floor, supply, link) {
        return filler.draw;
    }
    let in_charge = &supply.in_charge[placement];
    let mut draw = Draw::default();
    if in_charge.contains(&link.to) {
        draw.add(supply.draws[placement], 1.0 / in_charge.len() as f64);
    }
    if is_usb(floor, link) {
        let most = settled(floor, link).watts.value();
        draw = Draw {
            typical: draw.typical.min(most),
            standby: draw.standby.min(most),
            peak: draw.peak.min(most),
        };
    }
    draw
}

pub(super) fn is_usb(floor: &Floor, link: Link) -> bool {
    said(floor, link.from).and_then(|port| port.gives) == Some(Gives::Usb)
}

/// What each joint carries against what it is made for; what arrives at the end of a cable.
fn limits(floor: &Floor, supply: &mut Supply) {
    let order = supply.order.clone();
    // From the sources down, since what one cable loses is missing behind the next box as well.
    let mut lost = vec![Lost::default(); floor.devices.len()];
    for placement in &order {
        let cables: Vec<(ConnectionIx, Link)> = leaving(floor, *placement).collect();
        for (number, link) in cables {
            let to = floor.ports[link.to].placement;
            let here = joint(floor, supply, (number, link), lost[*placement]);
            lost[to] = Lost {
                typical: lost[to].typical.max(here.typical),
                peak: lost[to].peak.max(here.peak),
            };
        }
    }
    supply.joints.sort_by_key(|joint| joint.connection);
    for placement in order {
        let Some(power) = floor.devices[placement].and_then(|device| device.power.as_deref())
        else {
            continue;
        };
        let together = |only_usb: bool| {
            let mut sum = Draw::default();
            for (_, link) in leaving(floor, placement) {
                if !only_usb || is_usb(floor, link) {
                    sum.add(through(floor, supply, link), 1.0);
                }
            }
            sum
        };
        let mut over = Vec::new();
        over.extend(
            power
                .most
                .map(|most| (Over::Device(placement), most, together(false))),
        );
        over.extend(
            power
                .usb_budget
                .map(|most| (Over::Usb(placement), most, together(true))),
        );
        let country = floor.production.house_rules.mains;
        let breaker = Watts::of(country.volts().value() * country.amps().value());
        over.extend(
            power
                .mains
                .then(|| (Over::Breaker(placement), breaker, together(false))),
        );
        for (over, limit, sum) in over {
            passes(supply, over, sum, limit.value());
        }
        let must = power.must_hold.as_ref();
        // What a barrel or a plate feeds does without: USB alone is too weak for a start.
        let by_usb = supply.in_charge[placement].first().is_some_and(|input| {
            let number = floor.into[*input];
            let link = number.and_then(|number| floor.links[number]);
            link.is_some_and(|link| is_usb(floor, link))
        });
        if let Some(input) = must.and_then(|id| floor.port_of(placement, id))
            && by_usb
            && supply.feeds[input].is_none()
        {
            supply
                .problems
                .push(PowerProblem::MustHold { placement, input });
        }
    }
    batteries(floor, supply);
    once(floor, supply);
}

/// What is too much for an outlet and for the splitter that alone hangs on it is said once: of the one that
/// carries less, or stands above.
fn once(floor: &Floor, supply: &mut Supply) {
    let mut over: Vec<(Over, Watts, Watts)> = Vec::new();
    for problem in &supply.problems {
        if let PowerProblem::Over {
            over: at,
            peak,
            limit,
            ..
        } = problem
        {
            over.push((*at, *peak, *limit));
        }
    }
    // What warms the cable between them is no other load.
    let alike = |one: &Watts, other: &Watts| {
        (one.value() - other.value()).abs() <= 0.02 * one.value().max(other.value())
    };
    let outlet_above = |placement: usize| {
        let [input] = supply.in_charge[placement][..] else {
            return None;
        };
        Some(floor.links[floor.into[input]?]?.from)
    };
    let mut said_elsewhere = Vec::new();
    for (at, peak, limit) in &over {
        let Over::Device(placement) = at else {
            continue;
        };
        // Its only outlet in use says the same.
        let own = over.iter().find(|(other, other_peak, _)| {
            matches!(other, Over::Outlet(port) if floor.ports[*port].placement == *placement)
                && alike(other_peak, peak)
        });
        said_elsewhere.extend(own.map(|(other, ..)| *other));
        let above = outlet_above(*placement).map(Over::Outlet);
        let same = over
            .iter()
            .find(|(other, other_peak, _)| Some(*other) == above && alike(other_peak, peak));
        if let Some((other, _, other_limit)) = same {
            said_elsewhere.push(if other_limit <= limit { *at } else { *other });
        }
    }
    supply.problems.retain(|problem| {
        !matches!(problem, PowerProblem::Over { over, .. } if said_elsewhere.contains(over))
    });
}

/// A battery's own current, through all its outlets together.
fn batteries(floor: &Floor, supply: &mut Supply) {
    for placement in supply.order.clone() {
        let battery = floor.devices[placement].and_then(|device| device.battery.as_ref());
        if let Some(battery) = battery {
            let limit = battery.amps.value() * cells::range(battery).least.value();
            let draw = supply.draws[placement];
            sleeps(floor, supply, placement, battery.least);
            passes(supply, Over::Device(placement), draw, limit);
        }
    }
}

/// Outlets that go to sleep since too little is drawn from them.
fn sleeps(floor: &Floor, supply: &mut Supply, placement: usize, least: Option<Watts>) {
    let draw = supply.draws[placement];
    let hangs = leaving(floor, placement).next().is_some() && draw.typical > 0.0;
    if let Some(least) = least.filter(|least| hangs && draw.standby < least.value()) {
        supply.problems.push(PowerProblem::Sleeps {
            placement,
            typical: Watts::of(draw.typical),
            standby: Watts::of(draw.standby),
            least,
        });
    }
}

fn passes(supply: &mut Supply, over: Over, draw: Draw, limit: f64) {
    // So little over is what warms the cables behind.
    if draw.peak > limit * 1.005 {
        supply.problems.push(PowerProblem::Over {
            over,
            typical: Watts::of(draw.typical),
            peak: Watts::of(draw.peak),
            limit: Watts::of(limit),
        });
    }
}

/// What cables before a device lose, in volts, where nothing regulates on the way.
#[derive(Debug, Clone, Copy, Default)]
struct Lost {
    /// While everything works.
    typical: f64,
    /// At the most.
    peak: f64,
}

/// What goes through a cable, and what is lost up to its end; `before` is what is lost before the device that it
/// comes from.
fn joint(
    floor: &Floor,
    supply: &mut Supply,
    (connection, link): (ConnectionIx, Link),
    before: Lost,
) -> Lost {
    let Some(feed) = supply.feeds[link.from].clone() else {
        return Lost::default();
    };
    let draw = through(floor, supply, link);
    let outlet = said(floor, link.from);
    let is_usb = is_usb(floor, link);
    let volts = if is_usb {
        VoltRange::just(settled(floor, link).volts)
    } else {
        feed.volts
    };
    let cable = link.cable.power;
    let metres = floor.build.connections[connection].length.metres();
    let ohms = cable.map_or(0.0, |cable| cable.ohms(metres));
    let regulated = matches!(
        outlet.and_then(|port| port.gives),
        Some(Gives::Regulated(_) | Gives::Usb | Gives::Cells)
    );
    let before = if regulated { Lost::default() } else { before };
    let at = |from: f64, watts: f64| volts_at(from.max(0.0), watts, ohms);
    let (empty, full) = (volts.least.value(), volts.most.value());
    let least = at(empty - before.typical, draw.typical);
    let at_peak = at(empty - before.peak, draw.peak);
    let (low, high) = (least.unwrap_or(0.0), at(full, draw.standby).unwrap_or(0.0));
    let lost = Lost {
        typical: empty - low,
        peak: empty - at_peak.unwrap_or(0.0),
    };
    let amps = draw.typical / least.unwrap_or(volts.least.value()).max(0.1);
    let lowest = volts.least.value();
    let of_amps = |amps: Option<units::quantity::Amps>| amps.map(|amps| amps.value() * lowest);
    let by_outlet = [
        outlet
            .and_then(|port| port.watts)
            .filter(|_| !is_usb)
            .map(Watts::value),
        of_amps(outlet.and_then(|port| port.amps)),
    ];
    let by_cable = of_amps(cable.filter(|_| !is_usb).map(|cable| cable.amps));
    let by_outlet = by_outlet.into_iter().flatten().reduce(f64::min);
    let by_usb = is_usb.then(|| settled(floor, link).watts.value());
    let limit = [by_outlet, by_cable, by_usb];
    supply.joints.push(PoweredCable {
        connection,
        volts: VoltRange {
            least: Volts::of(low),
            most: Volts::of(high.max(low)),
        },
        amps,
        typical: draw.typical,
        standby: draw.standby,
        peak: draw.peak,
        limit: limit.into_iter().flatten().reduce(f64::min),
    });
    if let Some(limit) = by_outlet {
        passes(supply, Over::Outlet(link.from), draw, limit);
    }
    if let Some(limit) = by_cable {
        passes(supply, Over::Cable(connection), draw, limit);
    }
    if is_usb {
        usb_gives(floor, supply, (connection, link));
    }
    falls_short(
        floor,
        supply,
        (connection, link),
        (&feed, ohms),
        (draw, before, lost),
    );
    lost
}

/// Whether a load gets too few volts before what feeds it is empty.
fn falls_short(
    floor: &Floor,
    supply: &mut Supply,
    (connection, link): (ConnectionIx, Link),
    (feed, ohms): (&Feed, f64),
    (draw, before, lost): (Draw, Lost, Lost),
) {
    let Some(takes) = said(floor, link.to).and_then(|port| port.takes) else {
        return;
    };
    let empty = feed.volts.least.value();
    // What never reaches it was said on the way down; what USB lacks is said with its watts.
    if is_usb(floor, link) || feed.volts.most < takes.least || draw.typical == 0.0 {
        return;
    }
    // While it works; else where only its peak, a motor or a screen at full, pulls it down.
    for (watts, before, lost, peak) in [
        (draw.typical, before.typical, lost.typical, false),
        (draw.peak, before.peak, lost.peak, true),
    ] {
        let arrives = empty - lost;
        if arrives >= takes.least.value() {
            continue;
        }
        // At the voltage that the load still runs on, the source must give that and what the cables lose.
        let needed = takes.least.value() + before + watts / takes.least.value() * ohms;
        let charge = feed
            .cells
            .map(|count| cells::charge_at(needed / f64::from(count.max(1))));
        // What ends a little before it is empty: that is what its usable share is for.
        let spared = link.cable.is_nothing_to_carry() || peak;
        if spared && charge.is_some_and(|charge| charge <= 1.0 - USABLE) {
            continue;
        }
        supply.problems.push(PowerProblem::TooLow {
            connection,
            least: arrives.max(0.0),
            lost: lost.min(empty),
            needs: takes.least,
            charge,
            peak,
        });
        return;
    }
}

/// Whether USB gives what the load needs.
fn usb_gives(floor: &Floor, supply: &mut Supply, (connection, link): (ConnectionIx, Link)) {
    let placement = floor.ports[link.to].placement;
    let step = settled(floor, link);
    let starts = said(floor, link.to).and_then(|port| port.watts);
    let power = floor.devices[placement].and_then(|device| device.power.as_deref());
    let reserve = power.and_then(|power| power.own);
    // What is filled only while it is off takes nothing while it works.
    let fills = reserve
        .filter(|own| !own.off_only)
        .and_then(|own| own.fills)
        .map_or(0.0, Watts::value);
    // A battery that is filled gives what hangs on it all the same.
    let works = match filling::filler(floor, supply, link) {
        Some(_) => 0.0,
        None => supply.draws[placement].typical,
    };
    let works = works.max(starts.map_or(0.0, Watts::value));
    let gives = step.watts.value();
    let least = said(floor, link.to).and_then(|port| port.takes);
    if let Some(takes) = least.filter(|takes| step.volts < takes.least && works <= gives) {
        // Watts enough, and too few volts: it stays off all the same.
        supply.problems.push(PowerProblem::TooLow {
            connection,
            least: step.volts.value(),
            lost: 0.0,
            needs: takes.least,
            charge: Some(1.0),
            peak: false,
        });
        return;
    }
    let (needs, so) = if works > gives {
        let so = match reserve {
            Some(_) => UsbShort::RunsDown,
            None => UsbShort::StaysOff,
        };
        (works, so)
    } else if fills > 0.0 && works + fills > gives {
        (works + fills, UsbShort::DoesNotFill)
    } else {
        return;
    };
    let marked = usb::settle(
        (
            said(floor, link.from)
                .and_then(|port| port.step)
                .unwrap_or(PLAIN_STEP),
            said(floor, link.from)
                .and_then(|port| port.watts)
                .unwrap_or(PLAIN_USB),
        ),
        said(floor, link.to)
            .and_then(|port| port.step)
            .unwrap_or(Volts(5_000)),
        Some(Volts(48_000)),
    );
    supply.problems.push(PowerProblem::UsbShort {
        connection,
        step: step.volts,
        gives: step.watts,
        needs: Watts::of(needs),
        so,
        cable: marked.watts.value() >= needs,
    });
}
