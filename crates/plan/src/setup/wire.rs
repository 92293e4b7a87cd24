//! Cables and pairings, where there is one sensible way. Where there are several, or none, that is
//! said, and left to who knows the floor.

use super::{Bench, listed};
use engine::path::{Floor, PortIx, Resolved, resolve, would_take};
use engine::route::{Asked, USUAL_DISTANCE, routes};
use model::catalogue::{Catalogue, Device, DeviceKind, Direction, MicrophonePower};
use model::document::{Command, Handle, PictureOfRecord, PortRef};
use transport::wire::Wire;
use units::quantity::Length;

/// A cable from one unit to another that nobody has measured, where the kit holds none that fits.
const ACROSS: Length = Length(10_000);

/// Wires the new devices, and what waits for them.
pub(super) fn connect(bench: &mut Bench, distance: Option<Length>) {
    let devices = bench.new_devices();
    let kind = |wanted: fn(&Device) -> bool| {
        let found = devices.iter().filter(move |(_, device)| wanted(device));
        found.cloned().collect::<Vec<_>>()
    };
    // Screens on rigs first: what they loop through feeds what has no output of its own.
    for (handle, _) in kind(|device| is_screen(device) && device.kind != DeviceKind::Projector) {
        screen_on_rig(bench, &handle);
    }
    for (handle, device) in kind(|device| device.kind == DeviceKind::Transmitter) {
        transmitter(bench, &handle, &device);
    }
    for (handle, device) in kind(|device| device.kind == DeviceKind::Receiver) {
        pair(bench, &handle, &device, distance);
    }
    for (handle, device) in kind(|device| device.kind == DeviceKind::Viewer) {
        pair(bench, &handle, &device, distance);
    }
    switch(bench);
    for (handle, device) in kind(|device| is_screen(device) || records_inputs(device)) {
        watcher(bench, &handle, &device);
    }
    for (handle, _) in kind(|device| device.kind == DeviceKind::Microphone) {
        sound(bench, &handle);
    }
    for (handle, device) in kind(|device| device.kind == DeviceKind::Receiver) {
        if takes(&device, Wire::RadioSound) {
            sound(bench, &handle);
        }
    }
    for (handle, _) in kind(|device| device.kind == DeviceKind::Mixer) {
        mix(bench, &handle);
    }
    for (handle, _) in kind(|device| device.kind == DeviceKind::TimecodeBox) {
        timecode(bench, &handle);
    }
    for (handle, _) in kind(|device| is_screen(device) || records_inputs(device)) {
        report_dark(bench, &handle);
    }
}

/// One cable or pairing from one device to another: the picture where there is one, else what else goes.
pub(super) fn join_devices(bench: &mut Bench, from: &str, to: &str) -> bool {
    let records = bench.device(to).is_ok_and(|device| records_inputs(&device));
    let prefer = if records {
        Prefer::Best
    } else {
        Prefer::Modest
    };
    own_picture(bench, from, to, prefer)
        || [Kind::Sound, Kind::Timecode]
            .into_iter()
            .any(|kind| join(bench, from, to, kind, None))
        || join(bench, from, to, Kind::Air, Some(USUAL_DISTANCE)) && {
            say_distance(bench, to, from, USUAL_DISTANCE);
            true
        }
}

fn say_distance(bench: &mut Bench, receiver: &str, sender: &str, far: Length) {
    bench.says.push(format!(
        "Assuming {far} between {} and {}.",
        bench.called(receiver),
        bench.called(sender)
    ));
}

fn is_screen(device: &Device) -> bool {
    !device.screen.is_empty() && device.kind != DeviceKind::Camera
}

fn records_inputs(device: &Device) -> bool {
    device
        .records
        .as_ref()
        .is_some_and(|ability| !ability.inputs.is_empty())
}

fn takes(device: &Device, wire: Wire) -> bool {
    let mut ins = device.ports_facing(Direction::In);
    ins.any(|port| port.wire == wire)
}

/// What looks at the floor as it is now.
pub(super) fn look<T>(bench: &Bench, question: impl FnOnce(&Floor, &Resolved) -> T) -> T {
    let catalogue = bench.catalogue.with(&bench.production.custom);
    let floor = Floor::new(&bench.production, bench.build(), &catalogue);
    let resolved = resolve(&floor);
    question(&floor, &resolved)
}

fn kind_at(floor: &Floor, placement: usize) -> Option<DeviceKind> {
    floor.devices[placement].map(|device| device.kind)
}

/// The cameras of a unit; all of the floor where it has none.
fn cameras(bench: &Bench, handle: &str) -> Vec<Handle> {
    let catalogue = bench.catalogue.with(&bench.production.custom);
    let camera = |device: &str| is_kind(&catalogue, device, DeviceKind::Camera);
    let build = bench.build();
    let unit = bench.placement(handle).map(|placement| &placement.unit);
    let all = build
        .placements
        .iter()
        .filter(|placement| camera(&placement.device) && placement.id != handle);
    let mut inside = all
        .clone()
        .filter(|placement| Some(&placement.unit) == unit)
        .peekable();
    let found: Vec<Handle> = match inside.peek() {
        Some(_) => inside.map(|placement| placement.id.clone()).collect(),
        None => all.map(|placement| placement.id.clone()).collect(),
    };
    found
}

fn is_kind(catalogue: &Catalogue, device: &str, kind: DeviceKind) -> bool {
    catalogue
        .device(device)
        .is_some_and(|device| device.kind == kind)
}

/// Whether a picture comes in at a destination already, or is on its way there.
fn is_fed(bench: &Bench, handle: &str) -> bool {
    look(bench, |floor, _| {
        let Some(placement) = floor.placement(handle) else {
            return true;
        };
        let mut ports = 0..floor.ports.len();
        ports.any(|port| {
            let node = floor.ports[port];
            node.placement == placement
                && node.port.direction == Direction::In
                && node.port.wire.carries().picture
                && floor.occupied[port]
        })
    })
}

fn screen_on_rig(bench: &mut Bench, handle: &str) {
    let same_unit = cameras(bench, handle);
    let unit = |handle: &str| {
        bench
            .placement(handle)
            .map(|placement| placement.unit.clone())
    };
    if let [camera] = same_unit.as_slice()
        && unit(camera) == unit(handle)
    {
        picture(bench, camera, handle, Prefer::Modest);
    }
}

/// A microphone that works by radio goes into its transmitter: the first of its unit, then any, that
/// nothing feeds and that takes it, where no mixer does.
fn into_transmitter(bench: &mut Bench, handle: &str) -> bool {
    let unit = bench
        .placement(handle)
        .map(|placement| placement.unit.clone());
    let mut senders: Vec<(bool, Handle)> = look(bench, |floor, _| {
        let placements = floor.build.placements.iter().enumerate();
        let free = placements.filter(|(placement, _)| {
            let sends = floor.devices[*placement].is_some_and(|device| {
                device.kind == DeviceKind::Transmitter
                    && device
                        .ports_facing(Direction::Out)
                        .any(|port| port.wire == Wire::RadioSound)
            });
            let mut ports = floor.ports_of(*placement);
            sends
                && ports.all(|port| {
                    floor.ports[port].port.direction == Direction::Out || !floor.occupied[port]
                })
        });
        free.map(|(_, placed)| (Some(&placed.unit) != unit.as_ref(), placed.id.clone()))
            .collect()
    });
    senders.sort_by_key(|(far, _)| *far);
    senders
        .into_iter()
        .any(|(_, sender)| join(bench, handle, &sender, Kind::Sound, None))
}

/// Whether a microphone of the floor that nothing takes yet is made for a transmitter like this: it works
/// on what that gives and a mixer doesn't.
fn has_microphone_waiting(bench: &Bench, transmitter: &Device) -> bool {
    let powered = |power: MicrophonePower| power == MicrophonePower::PlugIn;
    let gives = transmitter.ports.iter().any(|port| {
        let audio = port.audio.as_ref();
        audio.is_some_and(|audio| audio.takes.iter().any(|level| level.plug_in_power))
    });
    gives
        && look(bench, |floor, _| {
            (0..floor.ports.len()).any(|port| {
                let audio = floor.ports[port].port.audio.as_ref();
                let microphone = audio.and_then(|audio| audio.microphone.as_ref());
                microphone.is_some_and(|microphone| powered(microphone.power))
                    && !floor.occupied[port]
            })
        })
}

/// Whether what a receiver hears began at a microphone, and not at a mixer.
fn hears_a_microphone(bench: &Bench, receiver: &str) -> bool {
    look(bench, |floor, resolved| {
        let placement = floor.placement(receiver)?;
        let mut heard = floor
            .ports_of(placement)
            .flat_map(|port| &resolved.signals[port].sound);
        heard
            .any(|sound| {
                let origin = floor.ports[sound.origin].placement;
                kind_at(floor, origin) == Some(DeviceKind::Microphone)
                    && !resolved.mixes.contains_key(&sound.origin)
                    && !through_a_mixer(floor, resolved, sound.came)
            })
            .then_some(())
    })
    .is_some()
}

/// Whether a channel has been through a mixer on its way.
fn through_a_mixer(floor: &Floor, resolved: &Resolved, mut came: Option<(PortIx, u8)>) -> bool {
    while let Some((port, channel)) = came {
        if kind_at(floor, floor.ports[port].placement) == Some(DeviceKind::Mixer) {
            return true;
        }
        let sound = resolved.signals[port].sound.get(usize::from(channel));
        came = sound.and_then(|sound| sound.came);
    }
    false
}

/// A transmitter gets the picture of its unit's camera, or the sound of its unit's mixer.
fn transmitter(bench: &mut Bench, handle: &str, device: &Device) {
    if device
        .ports_facing(Direction::Out)
        .any(|port| port.wire == Wire::RadioSound)
    {
        // What a microphone is to feed is kept for it: it comes before the mix.
        let mixers = of_kind(bench, DeviceKind::Mixer);
        if let ([mixer], false) = (mixers.as_slice(), has_microphone_waiting(bench, device)) {
            join(bench, mixer, handle, Kind::Sound, None);
        }
        return;
    }
    match cameras(bench, handle).as_slice() {
        [camera] => {
            picture(bench, camera, handle, Prefer::Modest);
        }
        [] => {}
        many => {
            let names = names(bench, many);
            bench.says.push(format!(
                "{} could send {names}: connect the one that it is to send.",
                bench.called(handle)
            ));
        }
    }
}

/// A receiver is paired with the one transmitter of its system, or with the one that nobody hears.
fn pair(bench: &mut Bench, handle: &str, device: &Device, distance: Option<Length>) {
    let Some(system) = device.radio.as_ref().map(|radio| radio.system.clone()) else {
        return;
    };
    let senders: Vec<(Handle, bool)> = look(bench, |floor, _| {
        let placements = 0..floor.devices.len();
        let found = placements.filter_map(|placement| {
            let sender = floor.devices[placement]?;
            if sender.kind != DeviceKind::Transmitter || sender.radio.as_ref()?.system != system {
                return None;
            }
            let out = (0..floor.ports.len()).find(|port| {
                floor.ports[*port].placement == placement
                    && floor.ports[*port].port.direction == Direction::Out
                    && floor.ports[*port].port.wire.is_air()
            })?;
            let idle = floor.out_of[out].is_empty();
            Some((floor.build.placements[placement].id.clone(), idle))
        });
        found.collect()
    });
    let idle: Vec<&(Handle, bool)> = senders.iter().filter(|(_, idle)| *idle).collect();
    let sender = match (senders.as_slice(), idle.as_slice()) {
        ([one], _) => &one.0,
        (_, [first, ..]) => &first.0,
        _ => return,
    };
    let sender = sender.clone();
    let far = distance.unwrap_or(USUAL_DISTANCE);
    if join(bench, &sender, handle, Kind::Air, Some(far)) && distance.is_none() {
        say_distance(bench, handle, &sender, far);
    }
}

/// The one switcher gets every camera that is new, or every camera where it is new itself; the one
/// distribution amplifier gets what it gives.
fn switch(bench: &mut Bench) {
    let switchers = of_kind(bench, DeviceKind::Switcher);
    let [switcher] = switchers.as_slice() else {
        return;
    };
    for camera in of_kind(bench, DeviceKind::Camera) {
        if bench.is_new(switcher) || bench.is_new(&camera) {
            picture(bench, &camera, switcher, Prefer::Modest);
        }
    }
    if let [splitter] = of_kind(bench, DeviceKind::Distribution).as_slice()
        && bench.is_new(splitter)
    {
        picture(bench, switcher, splitter, Prefer::Best);
    }
}

/// A screen or recorder away from the rigs: a receiver of its unit that feeds nothing yet, or what
/// passes that picture on, or the one camera there is.
fn watcher(bench: &mut Bench, handle: &str, device: &Device) {
    if is_fed(bench, handle) {
        return;
    }
    let unit = bench
        .placement(handle)
        .map(|placement| placement.unit.clone());
    let receivers: Vec<Handle> = look(bench, |floor, _| {
        let placements = floor.build.placements.iter().enumerate();
        let found = placements.filter(|(placement, placed)| {
            let kind = kind_at(floor, *placement);
            kind == Some(DeviceKind::Receiver) && Some(&placed.unit) == unit.as_ref()
        });
        found.map(|(_, placed)| placed.id.clone()).collect()
    });
    // A recorder is fed by cable: radio is a picture to look at.
    let by_cable = device.kind == DeviceKind::Recorder;
    if !by_cable {
        for receiver in &receivers {
            if picture(bench, receiver, handle, Prefer::Modest) {
                return;
            }
        }
    }
    // What is switched is what people are shown.
    if let [switcher] = of_kind(bench, DeviceKind::Switcher).as_slice()
        && picture(bench, switcher, handle, Prefer::Best)
    {
        return;
    }
    match cameras(bench, handle).as_slice() {
        [camera] => {
            let prefer = if records_inputs(device) {
                Prefer::Best
            } else {
                Prefer::Modest
            };
            picture(bench, camera, handle, prefer);
        }
        [] => {}
        many => {
            let names = names(bench, many);
            bench.says.push(format!(
                "{} could get the picture of {names}: connect the one that it is to get.",
                bench.called(handle)
            ));
        }
    }
}

/// What is still dark after everything, and hasn't been spoken of.
fn report_dark(bench: &mut Bench, handle: &str) {
    let name = bench.called(handle);
    if !is_fed(bench, handle) && !bench.says.iter().any(|said| said.starts_with(&name)) {
        bench.says.push(format!(
            "{name} waits for a picture: nothing here gives one that it takes."
        ));
    }
}

/// A microphone or sound receiver into the one mixer, or into its unit's camera.
fn sound(bench: &mut Bench, handle: &str) {
    let mixers = of_kind(bench, DeviceKind::Mixer);
    let receiver = look(bench, |floor, _| {
        floor
            .placement(handle)
            .and_then(|placement| kind_at(floor, placement))
            == Some(DeviceKind::Receiver)
    });
    // A receiver of the mix goes to the camera; one that hears a microphone goes where microphones go.
    let to_mixer = !receiver || hears_a_microphone(bench, handle);
    if let ([mixer], true) = (mixers.as_slice(), to_mixer)
        && join(bench, mixer, handle, Kind::SoundTo, None)
    {
        return;
    }
    if !receiver && into_transmitter(bench, handle) {
        return;
    }
    if let [camera] = cameras(bench, handle).as_slice() {
        join(bench, handle, camera, Kind::Sound, None);
    }
}

/// The mix goes to the one camera, where it has a free sound input and the mix no other way out.
fn mix(bench: &mut Bench, handle: &str) {
    if let [camera] = cameras(bench, handle).as_slice() {
        join(bench, handle, camera, Kind::Sound, None);
    }
}

/// A clock into the first device of its unit that takes timecode and has none.
fn timecode(bench: &mut Bench, handle: &str) {
    let unit = bench
        .placement(handle)
        .map(|placement| placement.unit.clone());
    let others: Vec<Handle> = bench
        .build()
        .placements
        .iter()
        .filter(|placement| Some(&placement.unit) == unit.as_ref() && placement.id != handle)
        .map(|placement| placement.id.clone())
        .collect();
    if !others
        .iter()
        .any(|other| join(bench, handle, other, Kind::Timecode, None))
    {
        let name = bench.called(handle);
        bench.says.push(format!(
            "{name} has nothing beside it that takes timecode: jam what it is for, and take it along."
        ));
    }
}

fn of_kind(bench: &Bench, kind: DeviceKind) -> Vec<Handle> {
    let catalogue = bench.catalogue.with(&bench.production.custom);
    let placements = bench.build().placements.iter();
    let found = placements.filter(|placement| is_kind(&catalogue, &placement.device, kind));
    found.map(|placement| placement.id.clone()).collect()
}

fn names(bench: &Bench, handles: &[Handle]) -> String {
    let all: Vec<String> = handles.iter().map(|handle| bench.called(handle)).collect();
    listed(&all, "or")
}

/// Which of a source's outputs to use up.
#[derive(Clone, Copy, PartialEq, Eq)]
enum Prefer {
    /// The least that is taken: better ones stay free.
    Modest,
    /// The best there is.
    Best,
}

/// Brings the picture of a source to a destination by one cable: as it is, where an output fits;
/// else with an output set to what is taken.
fn picture(bench: &mut Bench, source: &str, target: &str, prefer: Prefer) -> bool {
    let found = look(bench, |floor, resolved| {
        let ends = (floor.placement(source)?, floor.placement(target)?);
        let plain = |output: PortIx, input: PortIx| {
            vec![cable(bench, floor.name(output), floor.name(input))]
        };
        let (own, relayed): (Vec<_>, Vec<_>) = as_they_are(floor, resolved, ends, prefer)
            .into_iter()
            .partition(|(output, _)| floor.ports[*output].placement == ends.0);
        let [own, relayed] = [own, relayed].map(|ways| ways.first().map(|way| plain(way.0, way.1)));
        let set = || set_to_fit(floor, resolved, ends);
        let rules = &floor.production.house_rules;
        let to_air = kind_at(floor, ends.1) == Some(DeviceKind::Transmitter);
        match to_air {
            true if rules.transmitter_feed.is_relayed() => relayed.or(own).or_else(set),
            // An output is given to the transmitter where no recorder outside wants it whole.
            true if rules.picture_of_record != PictureOfRecord::External
                && rules.picture_of_record != PictureOfRecord::Both =>
            {
                own.or_else(set).or(relayed)
            }
            _ => own.or(relayed).or_else(set),
        }
    });
    found.is_some_and(|commands| carry_out(bench, &commands))
}

/// The same from the source's own outputs alone: a cable that somebody draws leaves where they drew it.
fn own_picture(bench: &mut Bench, source: &str, target: &str, prefer: Prefer) -> bool {
    let found = look(bench, |floor, resolved| {
        let ends = (floor.placement(source)?, floor.placement(target)?);
        let own = as_they_are(floor, resolved, ends, prefer)
            .into_iter()
            .find(|(output, _)| floor.ports[*output].placement == ends.0);
        let plain =
            own.map(|(output, input)| vec![cable(bench, floor.name(output), floor.name(input))]);
        plain.or_else(|| set_to_fit(floor, resolved, ends))
    });
    found.is_some_and(|commands| carry_out(bench, &commands))
}

/// Free outputs that carry the source's picture, each with a free input that takes it, the one that
/// is wanted first.
fn as_they_are(
    floor: &Floor,
    resolved: &Resolved,
    (source, target): (usize, usize),
    prefer: Prefer,
) -> Vec<(PortIx, PortIx)> {
    let inputs = free_inputs(floor, target, |port| {
        floor.ports[port].port.wire.carries().picture
    });
    let outputs = (0..floor.ports.len()).filter(|output| {
        let node = floor.ports[*output];
        let whole = resolved.signals[*output]
            .picture
            .is_some_and(|picture| !picture.raw && picture.leg.is_none());
        whole
            && node.port.direction == Direction::Out
            && node.placement != target
            && !floor.occupied[*output]
            && !node.port.wire.is_air()
            && (node.placement == source || comes_from(floor, resolved, *output, source))
    });
    let ways = outputs.filter_map(|output| {
        let mut fitting = inputs.iter().copied();
        let input = fitting.find(|input| would_take(floor, resolved, output, *input))?;
        Some((output, input))
    });
    let mut ways: Vec<(PortIx, PortIx)> = ways.collect();
    ways.sort_by_key(|(output, _)| {
        let picture = resolved.signals[*output].picture;
        let worth = picture.map_or(0, |picture| picture.format.raster.pixels());
        match prefer {
            Prefer::Modest => (worth, *output),
            Prefer::Best => (u64::MAX - worth, *output),
        }
    });
    ways
}

/// Whether the picture at a port has been through a device.
fn comes_from(floor: &Floor, resolved: &Resolved, port: PortIx, source: usize) -> bool {
    engine::path::hops_to(resolved, port)
        .iter()
        .any(|hop| floor.ports[*hop].placement == source)
}

fn free_inputs(floor: &Floor, target: usize, carries: impl Fn(PortIx) -> bool) -> Vec<PortIx> {
    let all = (0..floor.ports.len()).filter(|input| {
        let node = floor.ports[*input];
        node.placement == target
            && node.port.direction == Direction::In
            && !floor.occupied[*input]
            && carries(*input)
    });
    // What it shows or records comes before what it only has.
    let shown = floor.devices[target].map_or(&[][..], |device| device.destination_inputs());
    let mut all: Vec<PortIx> = all.collect();
    all.sort_by_key(|input| !shown.contains(&floor.ports[*input].port.id));
    all
}

/// A way by one cable with an output set anew.
fn set_to_fit(
    floor: &Floor,
    resolved: &Resolved,
    (source, target): (usize, usize),
) -> Option<Vec<Command>> {
    let asked = Asked {
        source,
        output: None,
        target,
        input: None,
        hire: false,
    };
    let ways = routes(floor, resolved, &asked).ok()?;
    let direct = ways.into_iter().filter(|route| {
        route.boxes.is_empty()
            && route.replaces.is_none()
            && route.splits.is_none()
            && floor.ports[route.tap].placement == source
    });
    let best = direct.min_by_key(|route| {
        let picture = resolved.signals[route.tap].picture;
        (
            route.set.is_some(),
            picture.map_or(0, |picture| picture.format.raster.pixels()),
            route.tap,
        )
    });
    best.map(|route| route.commands)
}

/// What kind of connection is looked for between two devices.
#[derive(Clone, Copy, PartialEq, Eq)]
enum Kind {
    Sound,
    /// The other way round: from the second to the first.
    SoundTo,
    Timecode,
    Air,
}

/// Joins the first free output to the first free input of a kind that goes together.
fn join(bench: &mut Bench, one: &str, other: &str, kind: Kind, far: Option<Length>) -> bool {
    let (source, target) = match kind {
        Kind::SoundTo => (other, one),
        _ => (one, other),
    };
    let found = look(bench, |floor, resolved| {
        let (from, to) = (floor.placement(source)?, floor.placement(target)?);
        let right = |wire: Wire| {
            let carries = wire.carries();
            match kind {
                Kind::Air => wire.is_air(),
                Kind::Timecode => wire == Wire::Ltc,
                Kind::Sound | Kind::SoundTo => {
                    carries.sound > 0 && !carries.picture && !wire.is_air()
                }
            }
        };
        let outputs = (0..floor.ports.len()).filter(|port| {
            let node = floor.ports[*port];
            node.placement == from
                && node.port.direction == Direction::Out
                && right(node.port.wire)
                && (node.port.wire.is_air() || !floor.occupied[*port])
        });
        let inputs = free_inputs(floor, to, |port| right(floor.ports[port].port.wire));
        outputs
            .filter_map(|output| {
                let input = inputs
                    .iter()
                    .find(|input| would_take(floor, resolved, output, **input))?;
                Some((floor.name(output), floor.name(*input)))
            })
            .next()
    });
    let Some((from, to)) = found else {
        return false;
    };
    let command = match far {
        Some(length) => Command::Connect {
            build: bench.build.clone(),
            from,
            to,
            cable: None,
            length: Some(length),
        },
        None => cable(bench, from, to),
    };
    carry_out(bench, &[command])
}

/// The cable of the kit that fits; where it holds none, one that is long enough to be true.
fn cable(bench: &Bench, from: PortRef, to: PortRef) -> Command {
    let unit = |at: &PortRef| bench.placement(&at.device).map(|placement| &placement.unit);
    let across = unit(&from) != unit(&to);
    let spare = || {
        let asked = Command::Connect {
            build: bench.build.clone(),
            from: from.clone(),
            to: to.clone(),
            cable: None,
            length: None,
        };
        let edited = bench.production.edited(bench.catalogue, &[asked]).ok()?;
        let build = edited.production.build(&bench.build)?;
        let made = build.connections.last()?;
        let owned = edited.production.owned(&made.cable, Some(made.length));
        Some(owned >= build.cables_used(&made.cable, made.length))
    };
    let length = (across && !spare().unwrap_or(false)).then_some(ACROSS);
    Command::Connect {
        build: bench.build.clone(),
        from,
        to,
        cable: None,
        length,
    }
}

/// Makes a connection, unless it can't be made. What is set for it is said.
fn carry_out(bench: &mut Bench, commands: &[Command]) -> bool {
    if bench.run(commands).is_err() {
        return false;
    }
    bench.cables += 1;
    let set = commands.iter().filter_map(|command| match command {
        Command::SetOutput { at, .. } => Some(at.clone()),
        _ => None,
    });
    let said: Vec<String> = look(bench, |floor, resolved| {
        set.filter_map(|at| {
            let port = floor.find(&at)?;
            let sent = resolved.signals[port].picture?.format;
            let to = floor.link(*floor.out_of[port].first()?).to;
            Some(format!(
                "{} sends {sent}, since {} takes no more.",
                floor.spoken(port),
                floor.placement_of(to).name
            ))
        })
        .collect()
    });
    bench.says.extend(said);
    true
}
