//! What isn’t mounted yet: the fastenings that take it, and why others don’t.

use super::draw::on_paper;
use crate::with_facts;
use check::{Facts, Proposals};
use engine::rig::{self, body_of};
use model::catalogue::{Catalogue, DeviceKind, Fastening, Side};
use model::document::{Handle, Production};
use serde::Serialize;
use std::collections::BTreeSet;
use utoipa::ToSchema;

/// A part that sits on nothing.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LoosePart {
    /// Its handle.
    pub id: Handle,
    /// Its name.
    pub name: String,
    /// How many fastenings take it.
    pub places: usize,
    /// Why none does, where none does.
    pub why_not: Option<String>,
}

/// Where a part would sit, and where not.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PartSeats {
    /// Fastenings that take it.
    pub takes: Vec<Seat>,
    /// How many more do.
    pub more_takes: usize,
    /// Fastenings of its kind that don’t.
    pub refuses: Vec<NotASeat>,
    /// How many more don’t.
    pub more_refuses: usize,
}

/// Places that are listed of one part.
const LISTED: usize = 100;

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

/// What sits on nothing and carries nothing, and whether anything takes it.
pub(super) fn loose(facts: &Facts) -> Vec<LoosePart> {
    let (floor, mounted) = (facts.floor, &facts.rig.mounted);
    let places = rig::Seats::of(floor).count();
    let mut found = Vec::new();
    for (placement, placed) in floor.build.placements.iter().enumerate() {
        let Some(body) = body_of(floor, placement) else {
            continue;
        };
        if mounted.places.get(placement).is_some_and(Option::is_some) {
            continue;
        }
        let places = places[placement];
        let is_part =
            floor.devices[placement].is_some_and(|device| device.kind == DeviceKind::Part);
        if places == 0 && !is_part {
            continue;
        }
        let why_not = (places == 0).then(|| {
            let sits = body.fastenings.iter().filter(|it| it.side == Side::Sits);
            let kinds: BTreeSet<String> = sits.map(|it| it.kind.to_string()).collect();
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
            places,
            why_not,
        });
    }
    found
}

/// Where a part of a build would sit, and where not; none where there is no such part.
pub fn part_seats(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    part: &str,
) -> Option<PartSeats> {
    let seats = with_facts(production, build, catalogue, Proposals::None, |facts| {
        let part = facts.floor.placement(part)?;
        let seats = rig::Seats::of(facts.floor);
        let mut takes = seats.that_take(part);
        let mut refuses = seats.that_refuse(part);
        Some(PartSeats {
            takes: takes
                .by_ref()
                .take(LISTED)
                .map(|seat| seat_report(facts, part, &seat))
                .collect(),
            more_takes: takes.count(),
            refuses: refuses
                .by_ref()
                .take(LISTED)
                .map(|refused| refusal(facts, refused))
                .collect(),
            more_refuses: refuses.count(),
        })
    });
    seats.flatten()
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

/// A fastening that doesn’t take a part, with why.
fn refusal(facts: &Facts, (onto, carries, why): (usize, &Fastening, rig::NoSeat)) -> NotASeat {
    NotASeat {
        says: fastening_in_words(facts, onto, carries),
        why: match why {
            rig::NoSeat::Taken(by) => format!("{} sits there", facts.device(by)),
            rig::NoSeat::OtherFit => match &carries.fits {
                Some(fits) => format!("it takes {fits}"),
                None => "another mount, system or diameter".into(),
            },
        },
    }
}
