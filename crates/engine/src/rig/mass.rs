//! What a rig weighs and where its centre is. Grams, millimetres.

use super::places::{Mounted, body_of};
use crate::path::Floor;
use units::quantity::Point;

/// What weighs so much, and where it does.
#[derive(Debug, Clone, Copy, Default, PartialEq)]
pub struct Mass {
    /// Grams.
    pub grams: f64,
    /// The centre.
    pub centre: Point,
}

impl Mass {
    /// Several together: each centre counts by its mass.
    pub fn of(parts: impl IntoIterator<Item = Self>) -> Self {
        let (grams, sum) = parts
            .into_iter()
            .fold((0.0, Point::default()), |(grams, sum), part| {
                (grams + part.grams, sum + part.centre * part.grams)
            });
        let centre = if grams > 0.0 {
            sum * (1.0 / grams)
        } else {
            sum
        };
        Self { grams, centre }
    }
}

/// The mass of a part where it is mounted: none where it isn’t, or nothing says what it weighs. A part without
/// boxes and centre weighs at its fastening.
pub fn mass_of(floor: &Floor, mounted: &Mounted, placement: usize) -> Option<Mass> {
    let body = body_of(floor, placement)?;
    let place = mounted.places[placement]?;
    let own = body.centre().unwrap_or_else(|| {
        let by = mounted.by.get(&placement);
        by.map_or_else(Point::default, |number| mounted.held[*number].sits.at)
    });
    (body.grams > 0).then(|| Mass {
        grams: f64::from(body.grams),
        centre: place.of(own),
    })
}

/// The mass of several parts together.
pub fn mass_of_all(floor: &Floor, mounted: &Mounted, parts: &[usize]) -> Mass {
    let each = parts.iter();
    Mass::of(each.filter_map(|part| mass_of(floor, mounted, *part)))
}

#[cfg(test)]
mod tests {
    use super::*;

    /// `design/rig.md`, *Reference figures*.
    #[test]
    fn body_lens_and_battery_balance_at_the_mount() {
        let on_axis = |grams: f64, forward: f64| Mass {
            grams,
            centre: Point::new(0.0, 0.0, forward),
        };
        let whole = Mass::of([
            on_axis(1000.0, 0.0),
            on_axis(800.0, 120.0),
            on_axis(900.0, -110.0),
        ]);
        assert_eq!(whole.grams, 2700.0);
        assert!((whole.centre[2] - -1.1).abs() < 0.05, "{whole:?}");
    }
}
