//! How findings speak of devices, ports and cables.

use super::Facts;
use crate::path::{ConnectionIx, PortIx};

impl Facts<'_, '_> {
    /// *SDI 1 of A camera*.
    pub(super) fn port(&self, port: PortIx) -> String {
        self.floor.spoken(port)
    }

    /// *A camera*.
    pub fn device(&self, placement: usize) -> &str {
        &self.floor.build.placements[placement].name
    }

    /// *the 70 m miniature coax from SDI of C camera to SDI in of C recorder*.
    pub(super) fn cable(&self, connection: ConnectionIx) -> String {
        let link = self.floor.link(connection);
        let length = self.floor.build.connections[connection].length;
        format!("{length} of {}", link.cable.name)
    }

    /// Both ends of a connection: its output and its input, spoken.
    pub(super) fn ends(&self, connection: ConnectionIx) -> (String, String) {
        let link = self.floor.link(connection);
        (self.port(link.from), self.port(link.to))
    }
}

/// A list in a sentence of which only so many are named: *a, b and 3 more*.
pub(super) fn list_of_many(mut items: Vec<String>, named: usize) -> String {
    match items.len().saturating_sub(named) {
        0 | 1 => list(&items),
        more => {
            items.truncate(named);
            items.push(format!("{more} more"));
            list(&items)
        }
    }
}

/// A list in a sentence: *a, b and c*.
pub(super) fn list(items: &[String]) -> String {
    match items {
        [] => String::new(),
        [one] => one.clone(),
        [most @ .., last] => format!("{} and {last}", most.join(", ")),
    }
}
