//! How findings speak of devices, ports and cables.

use super::Facts;
use engine::path::{ConnectionIx, PortIx};
use units::quantity::Delay;

impl Facts<'_, '_> {
    /// *SDI 1 of A camera*.
    pub fn port(&self, port: PortIx) -> String {
        self.floor.spoken(port)
    }

    /// *A camera*.
    pub fn device(&self, placement: usize) -> &str {
        &self.floor.build.placements[placement].name
    }

    /// *the 70 m miniature coax from SDI of C camera to SDI in of C recorder*.
    pub fn cable(&self, connection: ConnectionIx) -> String {
        let link = self.floor.link(connection);
        let length = self.floor.build.connections[connection].length;
        format!("{length} of {}", link.cable.name)
    }

    /// Both ends of a connection: its output and its input, spoken.
    pub fn ends(&self, connection: ConnectionIx) -> (String, String) {
        let link = self.floor.link(connection);
        (self.port(link.from), self.port(link.to))
    }
}

/// A list in a sentence of which only so many are named: *a, b and 3 more*.
pub fn list_of_many(mut items: Vec<String>, named: usize) -> String {
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
pub fn list(items: &[String]) -> String {
    match items {
        [] => String::new(),
        [one] => one.clone(),
        [most @ .., last] => format!("{} and {last}", most.join(", ")),
    }
}

/// A delay against its limit, in words.
pub(crate) fn late(delay: Delay, within: Delay) -> String {
    format!(
        "{} after the lens; the limit is {}",
        delay.label(),
        within.label()
    )
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_long_list_names_the_first_and_counts_the_rest() {
        let names = |count: usize| (1..=count).map(|number| format!("R{number}")).collect();
        let said = |count| list_of_many(names(count), 2);
        assert_eq!((said(0).as_str(), said(1).as_str()), ("", "R1"));
        assert_eq!(said(2), "R1 and R2");
        // One more is named: counting it says no less.
        assert_eq!(said(3), "R1, R2 and R3");
        assert_eq!(said(5), "R1, R2 and 3 more");
    }
}
