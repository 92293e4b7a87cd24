//! What is remembered between requests.

pub mod cache;
pub mod chain;
pub mod events;
pub mod listeners;
pub mod sent;
