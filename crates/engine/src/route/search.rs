//! The search: breadth first over what could be put in between, at most three boxes deep.

use super::commands::of;
use super::idle::{goes_between, idle};
use super::taps::{Tap, taps};
use super::{Asked, NoRoute, Placed, Route};
use crate::path::{Floor, PortIx, Resolved, takes_rate};
use model::catalogue::{
    Abilities, Device, DeviceKind, Direction, InternalPath, Port, Via, nearest_of,
};
use std::collections::{HashMap, HashSet};
use transport::connector::Connector;
use transport::sdi;
use transport::wire::Wire;
use units::format::{PictureFormat, Quality};
use units::quantity::Delay;

/// So many boxes at most stand in between.
const DEEPEST: usize = 3;
/// So many routes at most are given.
const MOST: usize = 6;
/// So many states at most are looked at: far more than any kit needs.
const STATES: usize = 20_000;

/// A device type that can be put in between, with one way through it.
struct PartialRoute<'a> {
    device: &'a Device,
    path: &'a InternalPath,
    entry: &'a Port,
    exit: &'a Port,
    spare: u32,
    hired: bool,
    /// Those that stand on the floor already, idle.
    idle: Vec<usize>,
}

/// A picture at an output, somewhere in the search.
#[derive(Clone)]
struct State {
    tap: usize,
    /// The ways taken so far, by index.
    ways: Vec<usize>,
    /// What each sets its output to.
    formats: Vec<Option<PictureFormat>>,
    /// What the tap is set to, where that changes.
    set: Option<PictureFormat>,
    quality: Quality,
    delay: Delay,
    sends: Sends,
}

/// What an output at a state sends: fixed, or whichever of these the next input takes.
#[derive(Clone)]
enum Sends {
    Fixed(PictureFormat),
    OneOf(PictureFormat, Vec<PictureFormat>),
}

/// The ways from a source to a destination, best first: the quality that is kept, then the delay,
/// then what is needed.
pub fn routes(floor: &Floor, resolved: &Resolved, asked: &Asked) -> Result<Vec<Route>, NoRoute> {
    let name = |placement: usize| floor.build.placements[placement].name.clone();
    let inputs = inputs(floor, asked);
    if inputs.is_empty() {
        return Err(NoRoute::NoInput(name(asked.target)));
    }
    let begins = resolved.signals.iter().any(|signal| {
        signal
            .picture
            .is_some_and(|picture| floor.ports[picture.origin].placement == asked.source)
    });
    if !begins {
        return Err(NoRoute::NoPicture(name(asked.source)));
    }
    let taps = taps(floor, resolved, asked);
    if taps.is_empty() {
        return Err(NoRoute::NoOutput(name(asked.source)));
    }
    let ways = ways(floor, asked);
    let search = Search {
        floor,
        resolved,
        asked,
        inputs,
        taps,
        ways,
        joined: joined(floor),
    };
    let mut found = search.run();
    if found.is_empty() {
        return Err(search.why_none());
    }
    found.sort_by(|a, b| search.rank(a).cmp(&search.rank(b)));
    // One of each kind: the same boxes at the same tap aren't another way.
    let mut kinds = HashSet::new();
    found.retain(|route| {
        let boxes: Vec<&str> = route
            .boxes
            .iter()
            .map(|placed| placed.device.as_str())
            .collect();
        kinds.insert((route.tap, boxes.join("+")))
    });
    let mut found = padded_last(found);
    found.truncate(MOST);
    for route in &mut found {
        route.commands = of(floor, asked, route);
    }
    Ok(found)
}

/// What only adds boxes to another way stands last: it is a way, but nobody's first.
fn padded_last(found: Vec<Route>) -> Vec<Route> {
    let simpler = |route: &Route| {
        found.iter().any(|other| {
            other.tap == route.tap
                && other.boxes.len() < route.boxes.len()
                && other.boxes.iter().all(|placed| {
                    route
                        .boxes
                        .iter()
                        .any(|box_of_route| box_of_route.device == placed.device)
                })
        })
    };
    let padded: Vec<bool> = found.iter().map(simpler).collect();
    let mut ordered: Vec<(bool, Route)> = padded.into_iter().zip(found).collect();
    ordered.sort_by_key(|(padded, _)| *padded);
    ordered.into_iter().map(|(_, route)| route).collect()
}

/// The destination's inputs for a picture, free ones first: those that it shows or records, or, where
/// it does neither or one was named, those that go on to an output.
fn inputs(floor: &Floor, asked: &Asked) -> Vec<PortIx> {
    let Some(device) = floor.devices[asked.target] else {
        return Vec::new();
    };
    let shown = device.destination_inputs();
    let goes_on = shown.is_empty() || asked.input.is_some();
    let carries = |port: &&Port| {
        shown.contains(&port.id)
            || goes_on
                && device
                    .paths
                    .iter()
                    .any(|path| path.carries_picture() && path.from.contains(&port.id))
    };
    let ports = device.ports_facing(Direction::In).filter(carries);
    let mut inputs: Vec<PortIx> = ports
        .filter_map(|port| floor.port_of(asked.target, &port.id))
        .collect();
    inputs.retain(|input| asked.input.is_none_or(|wanted| wanted == *input));
    inputs.sort_by_key(|input| floor.occupied[*input]);
    inputs
}

/// Every way through something that stands idle or lies in the kit; with `hire`, through anything.
fn ways<'a>(floor: &Floor<'a>, asked: &Asked) -> Vec<PartialRoute<'a>> {
    let hire = asked.hire;
    let standing = idle(floor);
    let mut found = Vec::new();
    for device in &floor.catalogue.devices {
        if !goes_between(device) {
            continue;
        }
        let idle = standing.get(device.id.as_str()).cloned();
        let mut idle = idle.unwrap_or_default();
        idle.retain(|placement| *placement != asked.source && *placement != asked.target);
        let owned = floor.production.owned(&device.id, None);
        let spare = owned.saturating_sub(floor.build.devices_used(&device.id)) + idle.len() as u32;
        if spare == 0 && !hire {
            continue;
        }
        for path in device.paths.iter().filter(|path| path.carries_picture()) {
            for entry in path.from.iter().filter_map(|id| device.port(id)) {
                // Of exits alike, one is enough.
                let mut wires = HashSet::new();
                for exit in path.to.iter().filter_map(|id| device.port(id)) {
                    if exit.wire != Wire::RadioApp && wires.insert((exit.wire, exit.connector)) {
                        found.push(PartialRoute {
                            device,
                            path,
                            entry,
                            exit,
                            spare,
                            hired: spare == 0,
                            idle: idle.clone(),
                        });
                    }
                }
            }
        }
    }
    found
}

/// Which sockets a cable of the catalogue joins, for each wire.
fn joined(floor: &Floor) -> HashSet<(Wire, Connector, Connector)> {
    let mut found = HashSet::new();
    for cable in &floor.catalogue.cables {
        for wire in &cable.wires {
            let [first, second] = cable.ends;
            found.insert((*wire, first, second));
            if !cable.one_way {
                found.insert((*wire, second, first));
            }
        }
    }
    found
}

struct Search<'f, 'a> {
    floor: &'f Floor<'a>,
    resolved: &'f Resolved,
    asked: &'f Asked,
    inputs: Vec<PortIx>,
    taps: Vec<Tap>,
    ways: Vec<PartialRoute<'a>>,
    joined: HashSet<(Wire, Connector, Connector)>,
}

impl<'a> Search<'_, 'a> {
    /// Why nothing was found, where there are inputs and outputs.
    fn why_none(&self) -> NoRoute {
        let name = |placement: usize| self.floor.build.placements[placement].name.clone();
        let all_split = self.taps.iter().all(|tap| tap.splits.is_some());
        let mut ways = self.ways.iter();
        if all_split && !ways.any(|way| way.device.kind == DeviceKind::Distribution) {
            return NoRoute::NoOutput(name(self.asked.source));
        }
        let sent = self.taps.first().map(|tap| tap.format.to_string());
        let takes = self.inputs.first();
        let takes = takes.map(|input| self.floor.takes(*input).in_words());
        NoRoute::NothingBetween {
            sent: sent.unwrap_or_default(),
            target: name(self.asked.target),
            takes: takes.unwrap_or_default(),
        }
    }

    fn run(&self) -> Vec<Route> {
        let mut found = Vec::new();
        let mut now: Vec<State> = (0..self.taps.len()).map(|tap| self.begin(tap)).collect();
        // The best that was seen at each place, so that a worse way there isn't followed.
        let mut best: HashMap<(usize, usize), Vec<(Quality, Delay)>> = HashMap::new();
        let mut looked_at = 0;
        for depth in 0..=DEEPEST {
            let mut next = Vec::new();
            for state in now {
                found.extend(self.arrive(&state));
                if depth == DEEPEST {
                    continue;
                }
                for way in 0..self.ways.len() {
                    looked_at += 1;
                    if looked_at > STATES {
                        return found;
                    }
                    let Some(after) = self.through(&state, way) else {
                        continue;
                    };
                    let seen = best.entry((after.tap, way)).or_default();
                    let worse = seen.iter().any(|(quality, delay)| {
                        quality.reaches(after.quality) && *delay <= after.delay
                    });
                    if !worse {
                        seen.push((after.quality, after.delay));
                        next.push(after);
                    }
                }
            }
            now = next;
        }
        found
    }

    fn begin(&self, number: usize) -> State {
        let tap = &self.taps[number];
        let sends = if tap.others.is_empty() {
            Sends::Fixed(tap.format)
        } else {
            Sends::OneOf(tap.format, tap.others.clone())
        };
        State {
            tap: number,
            ways: Vec::new(),
            formats: Vec::new(),
            set: None,
            quality: tap.ceiling,
            delay: tap.delay,
            sends,
        }
    }

    /// The port that a state stands at: of a box, else of the tap.
    fn at(&self, state: &State) -> &'a Port {
        match state.ways.last() {
            Some(way) => self.ways[*way].exit,
            None => self.floor.ports[self.taps[state.tap].port].port,
        }
    }

    /// The radio system that a state's output is of.
    fn system(&self, state: &State) -> Option<&'a str> {
        let device = match state.ways.last() {
            Some(way) => Some(self.ways[*way].device),
            None => self.floor.devices[self.floor.ports[self.taps[state.tap].port].placement],
        };
        device
            .and_then(|device| device.radio.as_ref())
            .map(|radio| radio.system.as_str())
    }

    /// The format in which a state's picture goes into a port, where it does at all.
    fn hand_over(
        &self,
        state: &State,
        to: &Port,
        takes: &Abilities,
        carried: impl Fn(PictureFormat) -> bool,
    ) -> Option<PictureFormat> {
        let from = self.at(state);
        if from.wire != to.wire
            || !self
                .joined
                .contains(&(from.wire, from.connector, to.connector))
        {
            return None;
        }
        let fits = |format: &PictureFormat| {
            takes.hold(*format)
                && from.carries_rate(*format)
                && carried(*format)
                && levels_meet(from, to, *format)
        };
        match &state.sends {
            Sends::Fixed(format) => Some(*format).filter(fits),
            Sends::OneOf(wanted, all) => {
                if all.contains(wanted) && fits(wanted) {
                    return Some(*wanted);
                }
                nearest_of(all.iter().copied().filter(fits), *wanted)
            }
        }
    }

    /// A state with what it sends settled.
    fn settled(&self, state: &State, format: PictureFormat) -> State {
        let mut state = state.clone();
        if let Sends::OneOf(wanted, _) = state.sends {
            match state.formats.last_mut() {
                Some(last) => *last = Some(format),
                None => state.set = (format != wanted).then_some(format),
            }
        }
        state.quality = state.quality.through(format.quality());
        state.sends = Sends::Fixed(format);
        state
    }

    /// The picture after one more box.
    fn through(&self, state: &State, number: usize) -> Option<State> {
        let way = &self.ways[number];
        let tap = &self.taps[state.tap];
        // A taken output can only be split, and only what splits is put there.
        let first = state.ways.is_empty();
        if first && tap.splits.is_some() && way.device.kind != DeviceKind::Distribution {
            return None;
        }
        // Distribution is for splitting: in the middle of a route it adds nothing.
        if way.device.kind == DeviceKind::Distribution && !(first && tap.splits.is_some()) {
            return None;
        }
        let used = state
            .ways
            .iter()
            .filter(|other| self.ways[**other].device.id == way.device.id)
            .count();
        if !way.hired && used as u32 >= way.spare || used >= 2 {
            return None;
        }
        if way.entry.wire == Wire::RadioPicture {
            let system = way.device.radio.as_ref().map(|radio| radio.system.as_str());
            if self.system(state) != system {
                return None;
            }
        }
        let carried = |format| way.entry.carries_rate(format);
        let format = self.hand_over(state, way.entry, &way.entry.formats, carried)?;
        let mut after = self.settled(state, format);
        after.quality = way.path.keeps.limit(after.quality);
        after.delay = Delay(after.delay.0 + way.path.delay.at(format).0);
        after.ways.push(number);
        after.formats.push(None);
        after.sends = match way.path.via {
            Via::Scale | Via::Radio if !way.exit.formats.is_open() => {
                Sends::OneOf(format, way.exit.formats.formats_at(format.rate))
            }
            Via::FrameRate => {
                let rate = self.floor.production.format.rate;
                let wanted = PictureFormat { rate, ..format };
                Sends::OneOf(wanted, way.exit.formats.formats_at(rate))
            }
            _ => Sends::Fixed(format),
        };
        Some(after)
    }

    /// Routes that end here: at the first input of the destination that takes the picture.
    fn arrive(&self, state: &State) -> Option<Route> {
        let tap = &self.taps[state.tap];
        if state.ways.is_empty() && tap.splits.is_some() {
            return None;
        }
        let (input, format) = self.inputs.iter().find_map(|input| {
            let node = self.floor.ports[*input];
            if node.port.wire == Wire::RadioPicture {
                let radio =
                    self.floor.devices[node.placement].and_then(|device| device.radio.as_ref());
                if self.system(state) != radio.map(|radio| radio.system.as_str()) {
                    return None;
                }
            }
            let carried = |format| takes_rate(self.floor, *input, format);
            let format = self.hand_over(state, node.port, self.floor.takes(*input), carried)?;
            Some((*input, format))
        })?;
        // What is there already is no new way.
        let cable = self.floor.into[input];
        if state.ways.is_empty()
            && cable.is_some_and(|cable| self.floor.link(cable).from == tap.port)
        {
            return None;
        }
        let state = self.settled(state, format);
        let steps = state.ways.iter().zip(&state.formats).enumerate();
        let boxes = steps.map(|(step, (number, format))| {
            let way = &self.ways[*number];
            let same = |other: &&usize| self.ways[**other].device.id == way.device.id;
            let nth = state.ways[..step].iter().filter(same).count();
            Placed {
                standing: way.idle.get(nth).copied(),
                device: way.device.id.clone(),
                entry: way.entry.id.clone(),
                exit: way.exit.id.clone(),
                format: *format,
                hired: way.hired,
            }
        });
        Some(Route {
            tap: tap.port,
            set: state.set,
            boxes: boxes.collect(),
            input,
            replaces: cable,
            splits: tap.splits,
            quality: state.quality,
            delay: state.delay,
            commands: Vec::new(),
        })
    }

    /// What decides between routes, the better first.
    fn rank(&self, route: &Route) -> impl Ord + use<> {
        let against_rule = self.against_the_rule(route);
        let hired = route.boxes.iter().filter(|placed| placed.hired).count();
        (
            std::cmp::Reverse((
                route.quality.raster.pixels(),
                route.quality.sampling,
                route.quality.bits,
            )),
            against_rule,
            route.delay,
            hired,
            // What stands there already is less to do.
            route
                .boxes
                .iter()
                .filter(|placed| placed.standing.is_none())
                .count(),
            route.boxes.len() + usize::from(route.splits.is_some()),
            usize::from(route.replaces.is_some()),
            route.tap,
        )
    }

    /// Whether the route feeds a transmitter otherwise than the house rule says.
    fn against_the_rule(&self, route: &Route) -> bool {
        let kind = self.floor.devices[self.asked.target].map(|device| device.kind);
        if kind != Some(DeviceKind::Transmitter) {
            return false;
        }
        let hops = crate::path::hops_to(self.resolved, route.tap);
        let relayed = hops.iter().any(|port| {
            let device = self.floor.devices[self.floor.ports[*port].placement];
            device.is_some_and(|device| device.kind.has_a_battery())
        });
        relayed
            != self
                .floor
                .production
                .house_rules
                .transmitter_feed
                .is_relayed()
    }
}

/// Whether both ends know a 3G level in common, where the picture has one.
fn levels_meet(from: &Port, to: &Port, format: PictureFormat) -> bool {
    let (Some(from), Some(to)) = (&from.sdi, &to.sdi) else {
        return true;
    };
    // What an output sends unless told otherwise is its first.
    !sdi::has_levels(format)
        || from
            .levels
            .first()
            .is_none_or(|level| to.levels.contains(level))
}
