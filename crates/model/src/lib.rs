//! What people chose (the document) and what gear can do (the catalogue). Nothing of what follows from
//! them.

#![warn(missing_docs)]

pub mod catalogue;
pub mod document;
pub mod kit;
