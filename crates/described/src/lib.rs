//! The API’s description is made of every type that it names, and making it is a third of what there is to compile.
//! It is made by a test and served as it is committed: everything else is built with derives that write nothing.
//!
//! The crates of the workspace know this one as `utoipa`.

pub use nothing::operation;
#[cfg(feature = "made")]
pub use utoipa::*;

#[cfg(not(feature = "made"))]
pub use nothing::{IntoParams, ToSchema, path};

/// Items that are there where the description is made.
#[cfg(feature = "made")]
#[macro_export]
macro_rules! description {
    ($($item:item)*) => { $($item)* };
}

/// Items that are there where the description is made.
#[cfg(not(feature = "made"))]
#[macro_export]
macro_rules! description {
    ($($item:item)*) => {};
}
