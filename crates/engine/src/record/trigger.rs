//! Record triggers: whether the one that a recorder waits for comes.

use crate::path::{Floor, PortIx, Resolved};

/// Why no trigger comes that a recorder obeys.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum NoTrigger {
    /// Its input obeys none.
    InputObeysNone {
        /// That input.
        input: PortIx,
    },
    /// Where the picture begins, none is ever sent.
    NeverSent {
        /// That output.
        output: PortIx,
    },
    /// It is off where the picture begins.
    Off {
        /// That output.
        output: PortIx,
    },
    /// Something on the way doesn't pass it.
    Lost {
        /// The first port without it.
        at: PortIx,
    },
    /// Another maker's.
    OtherMakers {
        /// The output that sends it.
        output: PortIx,
    },
}

/// The output whose trigger a recorder's input obeys; else why there is none. Nothing where no picture comes: that is
/// said already.
pub fn trigger_at(
    floor: &Floor,
    resolved: &Resolved,
    input: Option<PortIx>,
) -> Option<Result<PortIx, NoTrigger>> {
    let input = input?;
    let begins = resolved.signals[input].picture?.origin;
    Some(comes(floor, resolved, input, begins))
}

fn comes(
    floor: &Floor,
    resolved: &Resolved,
    input: PortIx,
    begins: PortIx,
) -> Result<PortIx, NoTrigger> {
    let obeys = &floor.ports[input].port.triggers;
    if obeys.is_empty() {
        return Err(NoTrigger::InputObeysNone { input });
    }
    let sends = &floor.ports[begins].port.triggers;
    if sends.is_empty() {
        return Err(NoTrigger::NeverSent { output: begins });
    }
    let setting = floor.output_setting(begins);
    if setting.is_some_and(|setting| setting.trigger_off) {
        return Err(NoTrigger::Off { output: begins });
    }
    if resolved.signals[input].trigger.is_none() {
        return Err(NoTrigger::Lost {
            at: lost_at(resolved, input),
        });
    }
    if !sends.iter().any(|name| obeys.contains(name)) {
        return Err(NoTrigger::OtherMakers { output: begins });
    }
    Ok(begins)
}

/// The port nearest to the lens that has the picture without its trigger.
fn lost_at(resolved: &Resolved, input: PortIx) -> PortIx {
    let before = |port: &PortIx| {
        let from = resolved.picture_from[*port]?;
        resolved.signals[from].trigger.is_none().then_some(from)
    };
    std::iter::successors(Some(input), before)
        .last()
        .unwrap_or(input)
}
