//! Edits that are tried on copies, judged by what a crew would see of them, and ranked.

#![warn(missing_docs)]

mod chosen;
mod fixes;
mod gains;
mod routes;
mod safe;
pub mod setup;

pub use fixes::{Remedies, fixes_of, remedies_of, report_with_fixes, report_with_fixes_until};
pub use gains::{
    GainAt, SchoolReport, SchoolsReport, SetGains, chain_working, schools_of, set_gains,
};
pub use routes::{Ends, NotThere, RouteReport, RoutesReport, find_routes};
pub use safe::{SafeFixes, safe_fixes};
