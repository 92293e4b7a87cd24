//! What stands before a sensor, in words: image, angle, matte box, filters.

use check::Facts;
use engine::rig::{Front, body_of};
use model::catalogue::{Fastening, FasteningKind};

/// What there is to say before each sensor of a rig.
pub(super) fn optics(facts: &Facts, inside: &dyn Fn(usize) -> bool) -> Vec<String> {
    let mut told = Vec::new();
    for front in facts.rig.fronts.iter().filter(|front| inside(front.lens)) {
        let lens = facts.device(front.lens);
        if let Some(diagonal) = front.diagonal {
            told.push(format!(
                "{lens}: an image of {:.1} mm on a sensor of {diagonal:.1} mm.",
                front.circle
            ));
        }
        told.extend(filters(facts, front));
        if let Some((matte, needed, has)) = front.matte {
            told.push(format!(
                "{}: half an opening of {has:.0} mm, {needed:.1} mm wanted at {:.1}°.",
                facts.device(matte),
                front.half_angle.unwrap_or_default()
            ));
        } else if let Some(angle) = front.half_angle {
            told.push(format!("{lens}: half an angle of {angle:.1}°."));
        }
    }
    told
}

/// Which filters go before a lens: in the stages of its matte box, or in its thread.
fn filters(facts: &Facts, front: &Front) -> Option<String> {
    let (floor, mounted) = (facts.floor, &facts.rig.mounted);
    let taken = |carrier: usize| {
        let on = mounted.carried.get(&carrier).into_iter().flatten();
        on.filter(|number| mounted.held[**number].kind == FasteningKind::FilterTray)
            .count()
    };
    if let Some((matte, ..)) = front.matte {
        let mut stages = body_of(floor, matte)?.fastenings.iter();
        let stages: Vec<&Fastening> = stages
            .by_ref()
            .filter(|stage| stage.kind == FasteningKind::FilterTray)
            .collect();
        let size = stages.first()?.fits.as_deref()?;
        return Some(format!(
            "{}: {} of {} stages taken, filters of {size}.",
            facts.device(matte),
            taken(matte),
            stages.len()
        ));
    }
    let lens = body_of(floor, front.lens)?.lens.as_ref()?;
    let thread = lens.filter_mm?;
    Some(format!(
        "{}: screw filters of {thread:.0} mm.",
        facts.device(front.lens)
    ))
}
