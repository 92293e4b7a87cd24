//! How long rods must be for what sits on them. Millimetres.

use super::places::{Mounted, body_of};
use crate::path::Floor;
use model::catalogue::{Fastening, Side};

/// What doesn’t say how far it grips holds so far behind and ahead of its place.
const GRIPS: [f64; 2] = [-10.0, 10.0];

/// So much of a rod is in its holder at least, in millimetres.
const INSIDE: f64 = 40.0;

/// What a pair of rods must reach.
#[derive(Debug, Clone, PartialEq)]
pub struct RodNeed {
    /// The rods.
    pub rods: usize,
    /// How long they are.
    pub has: f64,
    /// How long they must be.
    pub needs: f64,
    /// How far what grips them reaches behind their rear end.
    pub behind: f64,
    /// How far ahead of their front end.
    pub ahead: f64,
    /// The part that reaches furthest past an end.
    pub by: usize,
}

impl RodNeed {
    /// Whether they would do, stood further forward or back.
    pub fn would_do(&self) -> bool {
        self.needs <= self.has
    }

    /// How far forward rods of another length must stand, so that all of it is on them.
    pub fn forward(&self, length: f64) -> f64 {
        let last = self.has + self.ahead;
        if self.behind > 0.0 {
            -self.behind.ceil()
        } else {
            (last - length).max(0.0).ceil()
        }
    }

    /// Whether something reaches past an end.
    pub fn is_short(&self) -> bool {
        self.behind > 0.5 || self.ahead > 0.5
    }
}

/// The length of rods: what can be clamped on.
pub fn length(rods: &Fastening) -> Option<f64> {
    let [from, to] = rods.travel?;
    // What holds rods takes nothing but rods.
    let is_rod = rods.kind.is_rods() && rods.side == Side::Carries && rods.fits.is_none();
    is_rod.then_some(to - from)
}

fn gripped(fastening: &Fastening) -> [f64; 2] {
    fastening.grips_mm.unwrap_or(GRIPS)
}

/// All rods of a floor that something grips.
pub fn rods(floor: &Floor, mounted: &Mounted) -> Vec<RodNeed> {
    let mut found = Vec::new();
    for rods in 0..floor.devices.len() {
        let Some(body) = body_of(floor, rods).filter(|_| mounted.places[rods].is_some()) else {
            continue;
        };
        let Some((rail, has)) = body
            .fastenings
            .iter()
            .find_map(|fastening| Some((fastening, length(fastening)?)))
        else {
            continue;
        };
        let [start, end] = rail.travel.unwrap_or_default();
        // From the rear end on: what is clamped on them, and what holds them.
        let mut clamped: Vec<(f64, f64, usize)> = Vec::new();
        let mut holder: Option<(f64, f64)> = None;
        for held in &mounted.held {
            if held.onto == rods && held.carries.id == rail.id {
                let [behind, ahead] = gripped(held.sits);
                let at = held.set.slide;
                clamped.push((at + behind, at + ahead, held.part));
            } else if held.part == rods && held.kind.is_rods() {
                let [behind, ahead] = gripped(held.carries);
                // Where the holder is along them: the other way round.
                let at = held.sits.at[2] - rail.at[2] - held.set.slide;
                holder = Some((at + behind, at + ahead));
            }
        }
        let first = clamped
            .iter()
            .min_by(|one, other| one.0.total_cmp(&other.0));
        let last = clamped
            .iter()
            .max_by(|one, other| one.1.total_cmp(&other.1));
        let (Some(first), Some(last)) = (first, last) else {
            continue;
        };
        // A holder has them by so much of it as lies nearest.
        let (from, to) = holder.map_or((first.0, last.1), |(rear, front)| {
            let inside = INSIDE.min(front - rear);
            (first.0.min(front - inside), last.1.max(rear + inside))
        });
        let (behind, ahead) = ((start - from).max(0.0), (to - end).max(0.0));
        found.push(RodNeed {
            rods,
            has,
            needs: to - from,
            behind,
            ahead,
            by: if behind > ahead { first.2 } else { last.2 },
        });
    }
    found
}
