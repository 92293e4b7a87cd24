//! What isn’t mounted yet: the fastenings that take it, and why others don’t.

use super::draw::on_paper;
use crate::catalogue::{DeviceKind, Fastening, Side};
use crate::document::Handle;
use crate::finding::Facts;
use crate::rig::{self, body_of};
use serde::Serialize;
use std::collections::BTreeSet;
use utoipa::ToSchema;

/// A part that sits on nothing, with where it would.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LoosePart {
    /// Its handle.
    pub id: Handle,
    /// Its name.
    pub name: String,
    /// Fastenings that take it.
    pub takes: Vec<Seat>,
    /// Fastenings of its kind that don’t.
    pub refuses: Vec<NotASeat>,
    /// Why none does, where none does.
    pub why_not: Option<String>,
}

/// A place to mount a part.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Seat {
    /// The fastening that sits: `a-handle.foot`.
    pub part: String,
    /// The fastening that carries: `a-cage.top`.
    pub onto: String,
    /// In words: *A cage: 1/4"-20 screw, top*.
    pub says: String,
    /// Where, on each drawing, where its carrier is mounted.
    pub at: Option<[(f64, f64); 3]>,
}

/// A fastening that doesn’t take a part that it could be meant for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct NotASeat {
    /// In words.
    pub says: String,
    /// Why not.
    pub why: String,
}

/// What sits on nothing and carries nothing, with where it could.
pub(super) fn loose(facts: &Facts) -> Vec<LoosePart> {
    let (floor, mounted) = (facts.floor, &facts.rig.mounted);
    let mut found = Vec::new();
    for (placement, placed) in floor.build.placements.iter().enumerate() {
        let Some(body) = body_of(floor, placement) else {
            continue;
        };
        if mounted.places.get(placement).is_some_and(Option::is_some) {
            continue;
        }
        let seats = rig::seats(floor, placement);
        let is_part =
            floor.devices[placement].is_some_and(|device| device.kind == DeviceKind::Part);
        if seats.is_empty() && !is_part {
            continue;
        }
        let kinds: BTreeSet<String> = body
            .fastenings
            .iter()
            .filter(|it| it.side == Side::Sits)
            .map(|it| it.kind.to_string())
            .collect();
        let why_not = seats.is_empty().then(|| {
            if kinds.is_empty() {
                "it sits on nothing: it carries others".to_string()
            } else {
                let kinds: Vec<String> = kinds.into_iter().collect();
                format!("nothing free there takes a {}", kinds.join(" or a "))
            }
        });
        found.push(LoosePart {
            id: placed.id.clone(),
            name: placed.name.clone(),
            takes: seats
                .iter()
                .map(|seat| seat_report(facts, placement, seat))
                .collect(),
            refuses: refusals(facts, placement),
            why_not,
        });
    }
    found
}

/// A fastening that takes a part, in words and on paper.
fn seat_report(facts: &Facts, part: usize, seat: &rig::Seat) -> Seat {
    let floor = facts.floor;
    let (own, carrier) = (
        &floor.build.placements[part],
        &floor.build.placements[seat.onto],
    );
    let at = facts.rig.mounted.places.get(seat.onto).copied().flatten();
    Seat {
        part: format!("{}.{}", own.id, seat.sits.id),
        onto: format!("{}.{}", carrier.id, seat.carries.id),
        says: fastening_in_words(facts, seat.onto, seat.carries) + &seat.by(floor, part),
        at: at.map(|place| on_paper(place.of(seat.carries.at))),
    }
}

fn fastening_in_words(facts: &Facts, onto: usize, carries: &Fastening) -> String {
    format!(
        "{}: {}, {}",
        facts.device(onto),
        carries.kind,
        carries.place()
    )
}

/// Fastenings of its kind that don’t take a part, with why.
fn refusals(facts: &Facts, part: usize) -> Vec<NotASeat> {
    let refused = rig::no_seats(facts.floor, part).into_iter();
    let refused = refused.map(|(onto, carries, why)| NotASeat {
        says: fastening_in_words(facts, onto, carries),
        why: match why {
            rig::NoSeat::Taken(by) => format!("{} sits there", facts.device(by)),
            rig::NoSeat::OtherFit => match &carries.fits {
                Some(fits) => format!("it takes {fits}"),
                None => "another mount, system or diameter".into(),
            },
        },
    });
    refused.collect()
}
