//! Commands about what sits on what, and how long it took to build.

use super::{Refusal, Strictness, catalogue_device, missing, put_at};
use crate::catalogue::{Catalogue, Fastening, Side};
use crate::document::{Assembly, Build, Joint, Limits, PortRef, Production};

impl Production {
    pub(super) fn set_assemblies(
        &mut self,
        assemblies: Vec<Assembly>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        if strictness == Strictness::Able {
            assemblies
                .iter()
                .try_for_each(Assembly::check)
                .map_err(Refusal::Contradiction)?;
            if assemblies.len() > Limits::ASSEMBLIES {
                return Err(Refusal::TooMany(
                    "production keeps the times of at most 200 builds",
                ));
            }
        }
        self.assemblies = assemblies;
        Ok(())
    }
}

impl Build {
    pub(super) fn put_joint(
        &mut self,
        catalogue: &Catalogue,
        joint: Joint,
        at: Option<usize>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        if strictness == Strictness::Able {
            joint.check().map_err(Refusal::Contradiction)?;
            self.able_to_join(catalogue, &joint)?;
        }
        let mut joints = self.joints.iter_mut();
        if let Some(existing) = joints.find(|other| other.part == joint.part) {
            *existing = joint;
            return Ok(());
        }
        if self.joints.len() >= Limits::JOINTS {
            return Err(Refusal::TooMany("build holds at most 1,000 joints"));
        }
        put_at(&mut self.joints, at, joint);
        Ok(())
    }

    pub(super) fn remove_joint(&mut self, part: &PortRef) -> Result<(), Refusal> {
        let at = self.joints.iter().position(|joint| joint.part == *part);
        let at = at.ok_or_else(|| missing("joint of", &part.to_string()))?;
        self.joints.remove(at);
        Ok(())
    }

    /// Refuses what can’t be joined: fastenings that aren’t there, don’t go together, or are taken; a part that
    /// would sit on itself.
    fn able_to_join(&self, catalogue: &Catalogue, joint: &Joint) -> Result<(), Refusal> {
        let sits = self.fastening(catalogue, &joint.part, Side::Sits)?;
        let carries = self.fastening(catalogue, &joint.onto, Side::Carries)?;
        let name = |at: &PortRef| {
            let placement = self.placement(&at.device);
            placement.map_or_else(|| at.device.to_string(), |placement| placement.name.clone())
        };
        let cannot = |why: String| Refusal::CannotDo {
            device: name(&joint.part),
            why,
        };
        if carries.kind.joined(sits.kind).is_none() {
            return Err(cannot(format!(
                "it is put on a {}, and {} of {} is a {}",
                sits.kind,
                carries.id,
                name(&joint.onto),
                carries.kind
            )));
        }
        if !carries.fits(sits) {
            return Err(cannot(format!(
                "it wants {}, and {} of {} is {}",
                sits.fits.as_deref().unwrap_or("another"),
                carries.id,
                name(&joint.onto),
                carries.fits.as_deref().unwrap_or("another")
            )));
        }
        let mut others = self.joints.iter();
        let taken =
            others.find(|other| other.onto == joint.onto && other.part.device != joint.part.device);
        if let Some(taken) = taken.filter(|_| carries.travel.is_none()) {
            return Err(cannot(format!(
                "{} already sits on {} of {}",
                name(&taken.part),
                carries.id,
                name(&joint.onto)
            )));
        }
        if joint.turn != 0 && !carries.turns && !sits.turns {
            return Err(cannot("nothing there is turned".into()));
        }
        if let Some(steps) = carries.kind.steps()
            && joint.turn % steps != 0
        {
            let below = joint.turn.div_euclid(steps) * steps;
            return Err(cannot(format!(
                "the teeth of a {} set it in steps of {steps}°: {below}° or {}°, not {}°",
                carries.kind,
                below + steps,
                joint.turn
            )));
        }
        if joint.tilt != 0 && !carries.tilts && !sits.tilts {
            return Err(cannot("nothing there is tilted".into()));
        }
        if joint.slide != 0 && carries.travel.is_none() && sits.travel.is_none() {
            return Err(cannot(format!("a {} doesn’t slide", carries.kind)));
        }
        // Rods end where they end: that is said, not refused.
        if let Some([from, to]) = carries.travel.filter(|_| !carries.kind.is_rods()) {
            let slide = f64::from(joint.slide);
            if slide < from || slide > to {
                return Err(cannot(format!(
                    "it slides from {from} to {to} mm there, not to {slide} mm"
                )));
            }
        }
        if self.would_circle(joint) {
            return Err(cannot(format!(
                "{} sits on it already, at once or by others",
                name(&joint.onto)
            )));
        }
        Ok(())
    }

    /// The fastening behind a name, on the side that is wanted.
    fn fastening<'c>(
        &self,
        catalogue: &'c Catalogue,
        at: &PortRef,
        side: Side,
    ) -> Result<&'c Fastening, Refusal> {
        let placement = self
            .placement(&at.device)
            .ok_or_else(|| missing("device", &at.device))?;
        let device = catalogue_device(catalogue, &placement.device)?;
        let fastenings = device
            .body
            .as_deref()
            .map_or(&[][..], |body| &body.fastenings);
        let found = fastenings
            .iter()
            .find(|fastening| fastening.id == at.port && fastening.side == side);
        found.ok_or_else(|| {
            let names: Vec<&str> = fastenings
                .iter()
                .filter(|fastening| fastening.side == side)
                .map(|fastening| fastening.id.as_str())
                .collect();
            let what = match side {
                Side::Carries => "carries with",
                Side::Sits => "is put on with",
            };
            let hint = if names.is_empty() {
                format!(
                    "; {} {what} nothing that the catalogue knows",
                    placement.name
                )
            } else {
                format!("; {} {what} {}", placement.name, names.join(", "))
            };
            Refusal::Missing {
                what: "fastening",
                name: at.to_string(),
                hint,
            }
        })
    }

    /// Whether what a joint carries would come to carry itself.
    fn would_circle(&self, joint: &Joint) -> bool {
        let mut at = joint.onto.device.as_str();
        for _ in 0..=self.joints.len() {
            if at == joint.part.device {
                return true;
            }
            let below = self.joints.iter().find(|other| other.part.device == at);
            match below {
                Some(below) => at = &below.onto.device,
                None => return false,
            }
        }
        true
    }
}
