//! Findings: what the check has to say, each with a stable code, a severity, the numbers, the
//! reason, and fixes that the kit allows.

#![warn(missing_docs)]

mod codes;
mod facts;
mod finding;
mod fix;
mod judge;
pub mod words;

pub use codes::{Area, Code, CodePage, PAGES};
pub use facts::{Facts, Proposals};
pub use finding::{Effort, Finding, Fix, Location, Severity, Slide, without_number};
pub use fix::last_resorts;
pub use judge::{findings, left_open, meeting, severities};
