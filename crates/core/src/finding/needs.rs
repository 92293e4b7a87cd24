//! Needs against what arrives.

use super::codes::Code;
use super::judge::late;
use super::{Facts, Finding, fix};
use crate::document::{Need, Purpose};
use crate::format::Quality;
use crate::path::Picture;
use crate::sound::track_feed;

/// Adds a finding for each respect in which a need isn't met. A need at a destination where no
/// picture arrives is answered by the finding that says so.
pub(super) fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    for (number, need) in facts.floor.build.needs.iter().enumerate() {
        let Some(placement) = facts.floor.placement(&need.at) else {
            continue;
        };
        let input = facts
            .resolved
            .arrivals
            .iter()
            .find(|arrival| arrival.placement == placement);
        let input = input.and_then(|arrival| arrival.input);
        let picture = input.and_then(|input| facts.resolved.signals[input].picture);
        let recorded = facts
            .recordings
            .iter()
            .find(|recording| recording.placement == placement);
        let recorded = recorded.filter(|_| need.purpose == Purpose::Record);
        let quality = recorded
            .and_then(|recording| recording.effective)
            .or(picture.map(|picture| picture.effective));
        let Some(quality) = quality else { continue };
        let name = facts.device(placement);
        let wanted = wanted_quality(need, quality);
        if !quality.reaches(wanted) {
            let (asked, comes) = short_of(need, quality);
            let text = format!("{name} must get {asked}; {comes} is what arrives.");
            let reason = "The smallest of everything on the way counts, not what the last wire or file could hold.";
            found.push(
                Finding::on_need(facts, Code::QualityShort, number, text, reason)
                    .with(fix::quality(facts, placement, wanted)),
            );
        }
        let feed = track_feed(facts.floor, facts.resolved, placement, input);
        if feed.channels.len() < need.sound {
            let comes = match feed.channels.len() {
                0 => "none arrives".into(),
                1 => "1 arrives".into(),
                n => format!("{n} arrive"),
            };
            let channels = if need.sound == 1 {
                "channel"
            } else {
                "channels"
            };
            let text = format!("{name} must get {} sound {channels}; {comes}.", need.sound);
            let reason = match feed.lost_at {
                Some((port, left)) => format!("{} passes on {left}.", facts.port(port)),
                None => "None was lost on the way: no more is sent.".into(),
            };
            let fixes = fix::bring_sound(facts, placement, input);
            found.push(Finding::on_need(facts, Code::SoundShort, number, text, reason).with(fixes));
        }
        if let Some(picture) = picture {
            judge_picture(facts, (number, need), placement, &picture, found);
        }
    }
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
        found.push(Finding::on_need(
            facts,
            Code::OtherCamera,
            number,
            text,
            reason,
        ));
    }
    if need.clean && picture.overlay {
        let text = format!("{name} must get a clean picture; this one has overlays.");
        let begins = origin.port.origin.as_ref();
        let never = begins.is_some_and(|origin| origin.never_clean);
        let reason = if never {
            format!("{} is never without them.", facts.port(picture.origin))
        } else {
            format!("{} is set to send them.", facts.port(picture.origin))
        };
        found.push(
            Finding::on_need(facts, Code::NotClean, number, text, reason)
                .with((!never).then(|| fix::clean(facts, picture.origin))),
        );
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
        let input = facts
            .resolved
            .arrivals
            .iter()
            .find(|arrival| arrival.placement == placement);
        let input = input.and_then(|arrival| arrival.input);
        let fixes = input.and_then(|input| fix::look(facts, placement, input, wanted));
        found.push(Finding::on_need(facts, Code::LookOther, number, text, reason).with(fixes));
    }
    let within = need
        .within
        .or_else(|| facts.floor.production.house_rules.within(need.purpose));
    if let Some(within) = within.filter(|within| picture.delay > *within) {
        let text = format!(
            "The picture reaches {name} {}.",
            late(picture.delay, within)
        );
        let reason = "Every device on the way adds its own delay; open the figure to see which.";
        found.push(Finding::on_need(facts, Code::TooLate, number, text, reason));
    }
}

/// Whether the screen at a need applies a look of its own.
fn floor_look(facts: &Facts, need: &Need) -> bool {
    let placement = facts.floor.placement(&need.at);
    placement.is_some_and(|placement| {
        let able = facts.floor.devices[placement].is_some_and(|device| device.screen_look);
        able && facts.floor.build.placements[placement].settings.look
    })
}

/// What a need asks for, in full: what it doesn't say is as it comes.
fn wanted_quality(need: &Need, comes: Quality) -> Quality {
    Quality {
        raster: need.raster.unwrap_or(comes.raster),
        sampling: need.sampling.unwrap_or(comes.sampling),
        bits: need.bits.unwrap_or(comes.bits),
    }
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
