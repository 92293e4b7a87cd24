//! Small wirings with an expected answer beside them: what is said of each.

mod bags;
mod day;
mod demo;
mod lines;
