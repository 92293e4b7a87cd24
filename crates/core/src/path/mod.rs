//! The path: the graph of ports and leads, and what flows through it from each source to each
//! destination. Says what is wrong with a wire; what to call it and what to do about it is
//! `finding`'s business.

mod arrival;
mod fit;
mod graph;
mod load;
mod problem;
mod propagate;
mod signal;

pub use arrival::{Arrival, hops_to};
pub use fit::{Candidate, candidates};
pub use graph::{ConnectionIx, Floor, PortIx, PortNode};
pub use load::{CoaxLoad, HdmiLoad, Load, SdiLoad, lead_limits, port_takes_rate};
pub use problem::Problem;
pub use propagate::{Resolved, given_format, resolve};
pub use signal::{Picture, Signal, Sound, Timecode};
