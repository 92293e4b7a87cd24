//! The path: the graph of ports and leads, and what flows through it from each source to each
//! destination. Says what is wrong with a wire; what to call it and what to do about it is
//! `finding`'s business.

mod air;
mod arrival;
mod fit;
mod giving;
mod graph;
mod links;
mod load;
mod problem;
mod propagate;
mod signal;

pub use air::channels;
pub use arrival::{Arrival, hops_to};
pub use fit::{Candidate, candidates, would_take};
pub use giving::{Giving, applies, giving, made_as};
pub use graph::{ConnectionIx, Floor, PortIx, PortNode};
pub use load::{CoaxLoad, HdmiLoad, Load, RadioLoad, RunLength, SdiLoad, lead_limits, takes_rate};
pub use problem::Problem;
pub use propagate::{Resolved, given_format, resolve};
pub use signal::{Leg, Picture, Signal, Sound, Timecode};
