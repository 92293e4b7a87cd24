//! Needs against what arrives.

use crate::codes::Code;
use crate::finding::At;
use crate::words::late;
use crate::{Facts, Finding, fix};
use engine::path::{Picture, hops_to, made_as};
use engine::record::Recording;
use engine::sound::track_feed;
use model::document::{Handle, Need, Purpose};
use units::format::Quality;
use units::quantity::Delay;

/// Adds a finding for each respect in which a need isn't met. A need at a destination where no
/// picture arrives is answered by the finding that says so.
pub(super) fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    for (number, need) in facts.floor.build.needs.iter().enumerate() {
        if let Some(gone) = gone(facts, need) {
            found.push(without_device(facts, number, gone));
            continue;
        }
        let Some(placement) = facts.floor.placement(&need.at) else {
            continue;
        };
        judge_one(facts, (number, need), placement, found);
    }
}

/// The device that a need speaks of and that isn't on the floor.
fn gone<'n>(facts: &Facts, need: &'n Need) -> Option<&'n str> {
    let spoken_of = [Some(&need.at), need.of.as_ref()].into_iter().flatten();
    spoken_of
        .map(Handle::as_str)
        .find(|handle| facts.floor.placement(handle).is_none())
}

fn without_device(facts: &Facts, number: usize, gone: &str) -> Finding {
    let need = &facts.floor.build.needs[number];
    let text = if need.at == gone {
        format!("A need asks for a picture at “{gone}”, which isn’t on this floor.")
    } else {
        let at = facts.floor.placement(&need.at);
        let at = at.map_or(need.at.as_str(), |placement| facts.device(placement));
        format!("{at} must get the picture of “{gone}”, which isn’t on this floor.")
    };
    let reason = "The device was removed; the need stays until it is removed too, so that nobody forgets it.";
    facts
        .stop(Code::NeedWithoutDevice, At::Need(number), text, reason)
        .with(facts, || [fix::remove_need(facts, number)])
}

fn judge_one(
    facts: &Facts,
    (number, need): (usize, &Need),
    placement: usize,
    found: &mut Vec<Finding>,
) {
    let name = facts.device(placement);
    let arrival = facts.resolved.arrival_at(placement);
    let recording = facts.recording_at(placement);
    let recorded = recording.filter(|_| need.purpose == Purpose::Record);
    if need.purpose == Purpose::Record && recorded.is_none() {
        found.push(not_recorded(facts, number, placement));
    } else if arrival.is_none() && recorded.is_none() {
        let text = format!("{name} is to show a picture and has no screen that one comes to.");
        let reason = "A need stands at a screen, a recorder or a camera that records itself.";
        found.push(facts.stop(Code::NothingArrives, At::Need(number), text, reason));
        return;
    }
    let input = arrival.and_then(|arrival| arrival.input);
    let picture = input.and_then(|input| facts.resolved.signals[input].picture);
    let quality = recorded
        .and_then(|recording| recording.effective)
        .or(picture.map(|picture| picture.effective));
    let Some(quality) = quality else { return };
    let wanted = need.quality(quality);
    if !quality.reaches(wanted) {
        found.push(quality_short(
            facts,
            (number, need),
            recorded,
            picture,
            quality,
        ));
    }
    judge_sound(facts, (number, need), placement, recorded, found);
    if let Some(picture) = picture {
        judge_picture(facts, (number, need), placement, &picture, found);
    }
}

/// A need to record where nothing is set to.
fn not_recorded(facts: &Facts, number: usize, placement: usize) -> Finding {
    let name = facts.device(placement);
    let able = facts.floor.devices[placement].is_some_and(|device| device.records.is_some());
    let (text, reason) = if able {
        (
            format!("{name} must record, and isn’t set to."),
            "A recorder records what it is set to: codec, cards and tracks.",
        )
    } else {
        (
            format!("{name} must record, and can’t."),
            "It is no recorder: the need belongs to what records its picture.",
        )
    };
    facts
        .stop(Code::NotRecorded, At::Need(number), text, reason)
        .with(facts, || fix::start_recording(facts, placement))
}

/// A need for quality, with what takes it away: the codec, a mode of the camera, or what stands on
/// the way.
fn quality_short(
    facts: &Facts,
    (number, need): (usize, &Need),
    recorded: Option<&Recording>,
    picture: Option<Picture>,
    quality: Quality,
) -> Finding {
    let placement = facts.floor.placement(&need.at);
    let name = placement.map_or("", |placement| facts.device(placement));
    let wanted = need.quality(quality);
    let (asked, comes) = short_of(need, quality);
    let on = |text, reason: String| facts.stop(Code::QualityShort, At::Need(number), text, reason);
    // What would do if it were only kept: the picture that comes, or the sensor's own.
    let source_does = picture.is_none_or(|picture| picture.effective.reaches(wanted));
    if let Some(recording) = recorded.filter(|_| source_does) {
        let frame = recording
            .format
            .is_some_and(|format| !format.raster.holds(wanted.raster));
        let (text, reason) = if frame {
            (
                format!("{name} must record {asked}; it is set to record {comes}."),
                "The sensor has more; the recording’s raster is set lower.".into(),
            )
        } else {
            (
                format!(
                    "{name} must record {asked}; {} keeps {comes}.",
                    recording.codec.name
                ),
                "What comes in would do; the codec keeps less of it.".into(),
            )
        };
        return on(text, reason).with(facts, || fix::keep_quality(facts, recording, wanted));
    }
    let text = format!("{name} must get {asked}; {comes} is what arrives.");
    let taken = picture.and_then(|picture| taken_by(facts, placement?, &picture, wanted));
    let reason = taken.unwrap_or_else(|| {
        "The smallest of everything on the way counts, not what the last wire or file could hold.".into()
    });
    on(text, reason).with(facts, || {
        placement.map_or_else(Vec::new, |placement| fix::quality(facts, placement, wanted))
    })
}

/// Where on the way a picture falls below what is wanted.
fn taken_by(facts: &Facts, placement: usize, picture: &Picture, wanted: Quality) -> Option<String> {
    let floor = facts.floor;
    let origin = facts.resolved.signals[picture.origin].picture?;
    if !origin.effective.reaches(wanted) {
        let made = facts.device(floor.ports[picture.origin].placement);
        let (cap, mode) = made_as(floor, picture.origin);
        let device = floor.devices[floor.ports[picture.origin].placement]?;
        return Some(match mode.and_then(|mode| device.modes.get(mode)) {
            Some(mode) if !cap.limit(wanted).reaches(wanted) => format!(
                "{made} makes {} in the mode “{}”, whatever its output could hold.",
                origin.effective, mode.name
            ),
            _ => format!(
                "{made} makes {} at {}.",
                origin.effective, floor.ports[picture.origin].port.name
            ),
        });
    }
    let arrival = facts.resolved.arrival_at(placement)?;
    let hops = hops_to(facts.resolved, arrival.input?);
    let lower = hops.into_iter().find(|port| {
        let here = facts.resolved.signals[*port].picture;
        here.is_some_and(|here| !here.effective.reaches(wanted))
    })?;
    let left = facts.resolved.signals[lower].picture?.effective;
    Some(format!("{} leaves {left} of it.", facts.port(lower)))
}

/// A need for sound: what is written counts where it is to be recorded, else what arrives.
fn judge_sound(
    facts: &Facts,
    (number, need): (usize, &Need),
    placement: usize,
    recorded: Option<&Recording>,
    found: &mut Vec<Finding>,
) {
    if need.sound == 0 {
        return;
    }
    let name = facts.device(placement);
    let arrival = facts.resolved.arrival_at(placement);
    let input = arrival.and_then(|arrival| arrival.input);
    let feed = track_feed(facts.floor, facts.resolved, placement, input);
    let arrive = feed.channels.len();
    let channels = |count: usize| {
        if count == 1 {
            "1 sound channel".to_string()
        } else {
            format!("{count} sound channels")
        }
    };
    if arrive < need.sound {
        let comes = match arrive {
            0 => "none arrives".into(),
            1 => "1 arrives".into(),
            n => format!("{n} arrive"),
        };
        let text = format!("{name} must get {}; {comes}.", channels(need.sound));
        let reason = match feed.lost_at {
            Some((port, left)) => format!("{} passes on {left}.", facts.port(port)),
            None => "Nothing is lost on the way: its source sends no more.".into(),
        };
        found.push(
            facts
                .stop(Code::SoundShort, At::Need(number), text, reason)
                .with(facts, || {
                    fix::more_sound(facts, placement, input, recorded, need.sound)
                }),
        );
        return;
    }
    let Some(recording) = recorded.filter(|recording| recording.written < need.sound) else {
        return;
    };
    let (text, reason) = if recording.tracks >= need.sound {
        (
            format!(
                "{name} must record {}; off speed it records none.",
                channels(need.sound)
            ),
            "Sound runs at the speed of the world; off speed the body writes pictures alone.",
        )
    } else {
        (
            format!(
                "{name} must record {}; {arrive} arrive{} and it is set to record {}.",
                channels(need.sound),
                if arrive == 1 { "s" } else { "" },
                match recording.tracks {
                    0 => "none".into(),
                    1 => "1 track".into(),
                    tracks => format!("{tracks} tracks"),
                }
            ),
            "What is written counts: sound that arrives at no track is gone.",
        )
    };
    found.push(
        facts
            .stop(Code::SoundShort, At::Need(number), text, reason)
            .with(facts, || fix::record_arriving(facts, recording, arrive)),
    );
}

fn judge_picture(
    facts: &Facts,
    (number, need): (usize, &Need),
    placement: usize,
    picture: &Picture,
    found: &mut Vec<Finding>,
) {
    let name = facts.device(placement);
    let origin = facts.floor.ports[picture.origin];
    if let Some(of) = need
        .of
        .as_deref()
        .and_then(|of| facts.floor.placement(of))
        .filter(|of| *of != origin.placement)
    {
        let text = format!(
            "{name} must get {}; it gets {}.",
            facts.device(of),
            facts.device(origin.placement)
        );
        let reason = format!("The picture begins at {}.", facts.port(picture.origin));
        let finding = facts.stop(Code::OtherCamera, At::Need(number), text, reason);
        found.push(finding.with(facts, || fix::other_camera(facts, placement, of)));
    }
    if need.clean && picture.overlay {
        found.push(not_clean(facts, number, placement, picture));
    }
    let on_screen = floor_look(facts, need);
    let looks = picture.looks > 0 || on_screen;
    if let Some(wanted) = need.look.filter(|wanted| *wanted != looks) {
        let text = if wanted {
            format!("{name} must get the look; the picture comes without one.")
        } else {
            format!("{name} must get the picture without a look; this one has one.")
        };
        let reason = "A look is burnt in at an output or a look box, or applied by the screen.";
        let input = facts.resolved.arrival_at(placement);
        let input = input.and_then(|arrival| arrival.input);
        let fixes = || input.and_then(|input| fix::look(facts, placement, input, wanted));
        found.push(
            facts
                .stop(Code::LookOther, At::Need(number), text, reason)
                .with(facts, fixes),
        );
    }
    let within = need
        .within
        .or_else(|| facts.floor.production.house_rules.within(need.purpose));
    if let Some(within) = within.filter(|within| picture.delay > *within) {
        let text = format!(
            "The picture reaches {name} {}.",
            late(picture.delay, within)
        );
        found.push(too_late(facts, number, picture, within, text));
    }
}

/// A picture that comes too late: on its way, or from the body itself, whichever of its outputs is taken.
fn too_late(
    facts: &Facts,
    number: usize,
    picture: &Picture,
    within: Delay,
    text: String,
) -> Finding {
    let floor = facts.floor;
    let camera = floor.ports[picture.origin].placement;
    let own = floor.ports_of(camera).filter_map(|port| {
        let begun = facts.resolved.signals[port].picture?;
        (begun.origin == port).then_some(begun.delay)
    });
    let soonest = own.min().unwrap_or_default();
    let (code, at) = (Code::TooLate, At::Need(number));
    let finding = if soonest > within {
        // No way is soon enough: the body, the need or the way of working has to change, and that is a choice.
        let reason = format!(
            "{} itself gives its picture {} after the lens at its quickest output: no connection from it meets the limit. Use its own viewfinder, another body, or a need that allows more.",
            facts.device(camera),
            soonest.label()
        );
        facts.caution(code, at, text, reason)
    } else {
        let reason = "Every device on the way adds its own delay; open the figure to see which.";
        facts.stop(code, at, text, reason)
    };
    finding.amounting(picture.delay.0 as f64)
}

/// A need for a picture without overlays: blamed is whatever burns them in first.
fn not_clean(facts: &Facts, number: usize, placement: usize, picture: &Picture) -> Finding {
    let text = format!(
        "{} must get a clean picture; this one has overlays.",
        facts.device(placement)
    );
    let on = |reason: String| facts.stop(Code::NotClean, At::Need(number), text.clone(), reason);
    let arrival = facts.resolved.arrival_at(placement);
    let hops = arrival.and_then(|arrival| arrival.input);
    let hops = hops.map_or_else(Vec::new, |input| hops_to(facts.resolved, input));
    let burnt = hops.into_iter().find(|port| {
        let here = facts.resolved.signals[*port].picture;
        here.is_some_and(|here| here.overlay)
    });
    let cleaner = || fix::clean_picture(facts, placement, picture.origin);
    if let Some(port) = burnt.filter(|port| *port != picture.origin) {
        let reason = format!(
            "{} burns them in; the picture comes to it clean.",
            facts.port(port)
        );
        return on(reason).with(facts, || {
            let mut fixes: Vec<_> = fix::around(facts, port).into_iter().collect();
            fixes.extend(cleaner());
            fixes
        });
    }
    let begins = facts.floor.ports[picture.origin].port.origin.as_ref();
    if begins.is_some_and(|origin| origin.never_clean) {
        let reason = format!("{} is never without them.", facts.port(picture.origin));
        return on(reason).with(facts, cleaner);
    }
    let reason = format!("{} is set to send them.", facts.port(picture.origin));
    on(reason).with(facts, || {
        let mut fixes: Vec<_> = vec![fix::clean(facts, picture.origin)];
        fixes.extend(cleaner());
        fixes
    })
}

/// Whether the screen at a need applies a look of its own.
fn floor_look(facts: &Facts, need: &Need) -> bool {
    let placement = facts.floor.placement(&need.at);
    placement.is_some_and(|placement| {
        let able = facts.floor.devices[placement].is_some_and(|device| device.screen_look);
        able && facts.floor.build.placements[placement].settings.look
    })
}

/// Those parts of the need that aren't met, and what comes instead.
fn short_of(need: &Need, comes: Quality) -> (String, String) {
    let mut asked = Vec::new();
    let mut instead = Vec::new();
    if let Some(raster) = need.raster.filter(|raster| !comes.raster.holds(*raster)) {
        asked.push(raster.to_string());
        instead.push(comes.raster.to_string());
    }
    if let Some(bits) = need.bits.filter(|bits| comes.bits < *bits) {
        asked.push(bits.to_string());
        instead.push(comes.bits.to_string());
    }
    if let Some(sampling) = need.sampling.filter(|sampling| comes.sampling < *sampling) {
        asked.push(sampling.to_string());
        instead.push(comes.sampling.to_string());
    }
    (asked.join(" "), instead.join(" "))
}
