//! A reference on the way: whose frames a device begins its own with (genlock).

use super::{Floor, PortIx, Resolved, Timecode, fed_over};
use model::catalogue::Direction;
use transport::wire::Wire;

/// The reference that comes into a device: whose it is, and its rate.
pub fn reference_at(floor: &Floor, resolved: &Resolved, placement: usize) -> Option<Timecode> {
    let (input, _) = fed_over(floor, resolved, placement, Wire::Reference)?;
    resolved.signals[input].timecode
}

/// Where a device takes a reference.
pub fn reference_input(floor: &Floor, placement: usize) -> Option<PortIx> {
    floor.ports_of(placement).find(|port| {
        let port = floor.ports[*port].port;
        port.direction == Direction::In && port.wire == Wire::Reference
    })
}
