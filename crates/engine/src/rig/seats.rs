//! Where a part could be mounted: fastenings that take it, and why others don’t.

use super::places::body_of;
use crate::path::Floor;
use model::catalogue::{Device, Fastening, Side};
use model::document::Handle;
use rustc_hash::FxHashMap;

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

/// Which fastenings of a floor carry, and which of them have room.
pub struct Seats<'a, 'f> {
    floor: &'a Floor<'f>,
    /// What sits on a fastening of a placement by the joints of the build, where nothing else has room there.
    taken: FxHashMap<(usize, &'f str), usize>,
    /// Placements by their unit.
    units: FxHashMap<&'f Handle, Vec<usize>>,
}

impl<'a, 'f> Seats<'a, 'f> {
    /// Those of a floor.
    pub fn of(floor: &'a Floor<'f>) -> Self {
        let mut taken = FxHashMap::default();
        for joint in &floor.build.joints {
            let ends = [&joint.onto, &joint.part].map(|end| floor.placement(&end.device));
            if let [Some(carrier), Some(part)] = ends {
                let by = taken.entry((carrier, joint.onto.port.as_str()));
                by.or_insert(part);
            }
        }
        let mut units: FxHashMap<&Handle, Vec<usize>> = FxHashMap::default();
        for (placement, placed) in floor.build.placements.iter().enumerate() {
            if body_of(floor, placement).is_some() {
                units.entry(&placed.unit).or_default().push(placement);
            }
        }
        Self {
            floor,
            taken,
            units,
        }
    }

    fn taken(&self, carrier: usize, carries: &Fastening) -> Option<usize> {
        if carries.travel.is_some() {
            return None;
        }
        self.taken.get(&(carrier, carries.id.as_str())).copied()
    }

    /// Free fastenings of a carrier that take one that sits.
    pub fn free(&self, carrier: usize, sits: &Fastening) -> Vec<&'f Fastening> {
        carrying(self.floor, carrier)
            .filter(|carries| takes(carries, sits) && self.taken(carrier, carries).is_none())
            .collect()
    }

    /// The other parts of a part’s unit.
    fn others(&self, part: usize) -> impl Iterator<Item = usize> {
        let unit = &self.floor.build.placements[part].unit;
        let all = self.units.get(unit).map_or(&[][..], Vec::as_slice);
        all.iter().copied().filter(move |other| *other != part)
    }

    /// Free fastenings of its own unit that take a part, with each of the part’s own that goes there.
    pub fn that_take(&self, part: usize) -> impl Iterator<Item = Seat<'f>> {
        self.others(part).flat_map(move |onto| {
            sitting(self.floor, part).flat_map(move |sits| {
                let free = self.free(onto, sits).into_iter();
                free.map(move |carries| Seat {
                    sits,
                    onto,
                    carries,
                })
            })
        })
    }

    /// Fastenings of its own unit of a kind that it sits with, and why they don’t take it.
    pub fn that_refuse(&self, part: usize) -> impl Iterator<Item = (usize, &'f Fastening, NoSeat)> {
        self.others(part).flat_map(move |onto| {
            carrying(self.floor, onto).filter_map(move |carries| {
                let alike = |sits: &&Fastening| carries.kind.joined(sits.kind).is_some();
                let mut own = sitting(self.floor, part).filter(alike).peekable();
                own.peek()?;
                let fits = own.any(|sits| carries.fits(sits));
                match self.taken(onto, carries).filter(|_| fits) {
                    Some(by) => Some((onto, carries, NoSeat::Taken(by))),
                    None if !fits => Some((onto, carries, NoSeat::OtherFit)),
                    None => None,
                }
            })
        })
    }

    /// How many fastenings take each placement, without looking at each for each: things of one kind are alike.
    pub fn count(&self) -> Vec<usize> {
        let floor = self.floor;
        let mut counts = vec![0; floor.devices.len()];
        for placements in self.units.values() {
            // Free fastenings by what they are.
            let mut free: FxHashMap<*const Fastening, (&Fastening, usize)> = FxHashMap::default();
            for &placement in placements {
                for carries in carrying(floor, placement) {
                    if self.taken(placement, carries).is_none() {
                        free.entry(carries).or_insert((carries, 0)).1 += 1;
                    }
                }
            }
            let mut known: FxHashMap<*const Device, usize> = FxHashMap::default();
            for &placement in placements {
                let Some(device) = floor.devices[placement] else {
                    continue;
                };
                let all = *known.entry(device).or_insert_with(|| {
                    let each = sitting(floor, placement).flat_map(|sits| {
                        let free = free.values();
                        free.filter_map(|(carries, count)| takes(carries, sits).then_some(count))
                    });
                    each.sum()
                });
                // Nothing sits on itself.
                let own = sitting(floor, placement).map(|sits| self.free(placement, sits).len());
                counts[placement] = all - own.sum::<usize>();
            }
        }
        counts
    }
}

fn takes(carries: &Fastening, sits: &Fastening) -> bool {
    carries.kind.joined(sits.kind).is_some() && carries.fits(sits)
}

fn fastenings<'f>(
    floor: &Floor<'f>,
    placement: usize,
    side: Side,
) -> impl Iterator<Item = &'f Fastening> + use<'f> {
    let fastenings = body_of(floor, placement).map_or(&[][..], |body| &body.fastenings);
    fastenings.iter().filter(move |one| one.side == side)
}

fn carrying<'f>(
    floor: &Floor<'f>,
    carrier: usize,
) -> impl Iterator<Item = &'f Fastening> + use<'f> {
    fastenings(floor, carrier, Side::Carries)
}

fn sitting<'f>(floor: &Floor<'f>, part: usize) -> impl Iterator<Item = &'f Fastening> + use<'f> {
    fastenings(floor, part, Side::Sits)
}
