//! Where a part could be mounted: fastenings that take it, and why others don’t.

use super::places::body_of;
use crate::catalogue::{Fastening, Side};
use crate::path::Floor;

/// A fastening that takes a part.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Seat<'f> {
    /// The part’s own.
    pub sits: &'f Fastening,
    /// What carries it.
    pub onto: usize,
    /// The fastening of that.
    pub carries: &'f Fastening,
}

impl Seat<'_> {
    /// By which of its own the part sits there, where several would do: *, by its left*.
    pub fn by(&self, floor: &Floor, part: usize) -> String {
        let own = body_of(floor, part).map_or(&[][..], |body| &body.fastenings);
        let alike = own.iter().filter(|one| {
            one.side == Side::Sits
                && self.carries.kind.joined(one.kind).is_some()
                && self.carries.fits(one)
        });
        if alike.count() > 1 {
            format!(", by its {}", self.sits.place())
        } else {
            String::new()
        }
    }
}

/// Why a fastening of the right kind doesn’t take a part.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum NoSeat {
    /// Something sits there: this placement.
    Taken(usize),
    /// Another mount, system or diameter.
    OtherFit,
}

/// What sits on a fastening by the joints of the build, where nothing else has room there.
fn taken(floor: &Floor, carrier: usize, carries: &Fastening) -> Option<usize> {
    let handle = &floor.build.placements[carrier].id;
    let mut joints = floor.build.joints.iter();
    let joint = joints.find(|joint| {
        carries.travel.is_none() && joint.onto.device == *handle && joint.onto.port == carries.id
    })?;
    floor.placement(&joint.part.device)
}

fn carrying<'f>(floor: &Floor<'f>, carrier: usize) -> impl Iterator<Item = &'f Fastening> {
    let fastenings = body_of(floor, carrier).map_or(&[][..], |body| &body.fastenings);
    fastenings.iter().filter(|one| one.side == Side::Carries)
}

/// Free fastenings of a carrier that take one that sits.
pub fn free<'f>(floor: &Floor<'f>, carrier: usize, sits: &Fastening) -> Vec<&'f Fastening> {
    carrying(floor, carrier)
        .filter(|carries| {
            carries.kind.joined(sits.kind).is_some()
                && carries.fits(sits)
                && taken(floor, carrier, carries).is_none()
        })
        .collect()
}

/// The other parts of a part’s unit, and what the part sits with.
fn around<'f>(floor: &Floor<'f>, part: usize) -> (Vec<usize>, Vec<&'f Fastening>) {
    let unit = &floor.build.placements[part].unit;
    let others = floor.build.placements.iter().enumerate();
    let others = others.filter(|(other, placed)| *other != part && placed.unit == *unit);
    let own = body_of(floor, part).map_or(&[][..], |body| &body.fastenings);
    let own = own.iter().filter(|one| one.side == Side::Sits);
    (others.map(|(other, _)| other).collect(), own.collect())
}

/// Free fastenings of its own unit that take a part, with each of the part’s own that goes there.
pub fn seats<'f>(floor: &Floor<'f>, part: usize) -> Vec<Seat<'f>> {
    let (others, own) = around(floor, part);
    let mut found = Vec::new();
    for onto in others {
        for sits in &own {
            let free = free(floor, onto, sits).into_iter();
            found.extend(free.map(|carries| Seat {
                sits,
                onto,
                carries,
            }));
        }
    }
    found
}

/// Fastenings of its own unit of a kind that it sits with, and why they don’t take it.
pub fn no_seats<'f>(floor: &Floor<'f>, part: usize) -> Vec<(usize, &'f Fastening, NoSeat)> {
    let (others, own) = around(floor, part);
    let mut found = Vec::new();
    for onto in others {
        for carries in carrying(floor, onto) {
            let mut alike = own
                .iter()
                .filter(|sits| carries.kind.joined(sits.kind).is_some())
                .peekable();
            if alike.peek().is_none() {
                continue;
            }
            let fits = alike.any(|sits| carries.fits(sits));
            let why = match taken(floor, onto, carries).filter(|_| fits) {
                Some(by) => NoSeat::Taken(by),
                None if !fits => NoSeat::OtherFit,
                None => continue,
            };
            found.push((onto, carries, why));
        }
    }
    found
}
