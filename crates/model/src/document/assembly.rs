//! How long the crew's own builds took: what steps take is learned from them.

use super::names::is_plain;
use super::{Limits, Production};
use serde::{Deserialize, Serialize};
use units::quantity::Span;
use utoipa::ToSchema;

/// A rig that was built, and how long it took.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Assembly {
    /// Which: *A camera, Night pour*.
    pub what: String,
    /// What the guides made of it.
    #[schema(value_type = String)]
    pub guide: Span,
    /// How long it took.
    #[schema(value_type = String)]
    pub took: Span,
}

impl Assembly {
    /// Within what is taken: a minute to a day, and not a tenth or ten times the guide.
    pub fn check(&self) -> Result<(), String> {
        let (guide, took) = (self.guide.0, self.took.0);
        if self.what.chars().count() > Limits::OWNER || !is_plain(&self.what) {
            return Err(format!(
                "what was built has a name of at most {} letters, on one line",
                Limits::OWNER
            ));
        }
        if guide == 0 || took == 0 || took > 86_400 || guide > 86_400 {
            return Err("a build takes a minute to a day".into());
        }
        if took * 10 < guide || took > guide * 10 {
            return Err(format!(
                "{} for what the guides give {}: more than ten times off isn’t learned from",
                self.took, self.guide
            ));
        }
        Ok(())
    }
}

impl Production {
    /// How much longer the crew takes than the guides say: all that it built against all that they say; none
    /// where nothing was timed.
    pub fn pace(&self) -> Option<f64> {
        let sum = |of: fn(&Assembly) -> u64| self.assemblies.iter().map(of).sum::<u64>() as f64;
        (!self.assemblies.is_empty())
            .then(|| sum(|one| one.took.0) / sum(|one| one.guide.0).max(1.0))
    }
}
