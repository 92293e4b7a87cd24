//! The path: the graph of ports and cables, and what flows through it from each source to each
//! destination. Says what is wrong with a wire; what to call it and what to do about it is
//! `finding`'s business.

mod air;
mod arrival;
mod fit;
mod giving;
mod graph;
mod insides;
mod links;
mod load;
mod order;
mod picture;
mod problem;
mod reference;
mod signal;
mod sound;
mod timecode;
mod walk;

pub use air::channels;
pub use arrival::{Arrival, hops_to, last_hops};
pub use fit::{Candidate, candidates, sources, would_take};
pub use giving::{Giving, applies, giving, holds, made_as};
pub use graph::{ConnectionIx, Floor, Link, PortIx, PortNode};
pub use links::{grouped, mappings};
pub use load::{
    CableLoad, CoaxLoad, HdmiLoad, RadioLoad, RunLength, SdiLoad, cable_limits, takes_rate,
};
pub use picture::given_format;
pub use problem::{
    AirProblem, CarriageProblem, FlowProblem, LinksProblem, OutputProblem, Problem,
    TimecodeProblem, WiringProblem,
};
pub use reference::{reference_at, reference_input};
pub use signal::{Leg, Picture, Signal, Sound, Timecode};
pub use timecode::{fed_by_cable, fed_over};
pub use walk::{Resolved, resolve};
