//! What cards and drives hold, and how the use of the slots adds it up.

use model::catalogue::Medium;
use model::document::SlotUse;
use units::quantity::{BitRate, Bytes, Percent};

/// What can be written on a card or drive, in bytes: its capacity less its own reserve, else less
/// the house rule's.
pub fn usable_capacity(medium: &Medium, reserve: Percent) -> u64 {
    medium.reserve.unwrap_or(reserve).off(medium.capacity.0)
}

/// What the cards in a recorder's slots come to, by how the slots are used.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Room<'m> {
    /// Nominal capacity that counts for the picture of record, in bytes.
    pub nominal: u64,
    /// What of it can be written, in bytes.
    pub usable: u64,
    /// Whether any card has a reserve of its own.
    pub own_reserve: bool,
    /// The slowest part that the picture of record is written to, and what it keeps up.
    pub slowest: Option<(&'m str, BitRate)>,
    /// What a card for the proxy can hold, in bytes.
    pub proxy: Option<u64>,
    /// The smallest file that a card's file system ends.
    pub largest_file: Option<Bytes>,
}

impl<'m> Room<'m> {
    /// Cards in the order of the slots: relayed they add up, mirrored the smallest counts, with a
    /// proxy beside it the first counts.
    pub fn of(cards: &[&'m Medium], slots: SlotUse, reserve: Percent) -> Self {
        let mut room = Self::default();
        for (slot, medium) in cards.iter().enumerate() {
            let usable = usable_capacity(medium, reserve);
            room.own_reserve |= medium.reserve.is_some();
            let file = medium.file_system.largest_file();
            room.largest_file = room.largest_file.into_iter().chain(file).min();
            match slots {
                SlotUse::Proxy if slot > 0 => {
                    room.proxy = Some(room.proxy.unwrap_or(0).saturating_add(usable));
                    continue;
                }
                SlotUse::Mirror if slot > 0 => {
                    room.nominal = room.nominal.min(medium.capacity.0);
                    room.usable = room.usable.min(usable);
                }
                _ => {
                    room.nominal = room.nominal.saturating_add(medium.capacity.0);
                    room.usable = room.usable.saturating_add(usable);
                }
            }
            let slower = |(_, slowest): (&str, BitRate)| medium.sustained_write < slowest;
            if room.slowest.is_none_or(slower) {
                room.slowest = Some((&medium.name, medium.sustained_write));
            }
        }
        room
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use model::catalogue::Catalogue;

    fn card(id: &str) -> Medium {
        Catalogue::shipped().medium(id).unwrap().clone()
    }

    #[test]
    fn a_card_with_a_reserve_of_its_own_keeps_that_one() {
        let house = Percent::whole(3);
        let plain = card("ssd-1000");
        assert_eq!(usable_capacity(&plain, house), 970_000_000_000);
        let medium = Medium {
            reserve: Some(Percent::whole(10)),
            ..plain.clone()
        };
        assert_eq!(usable_capacity(&medium, house), 900_000_000_000);
        let room = Room::of(&[&plain, &medium], SlotUse::Relay, house);
        assert_eq!(room.usable, 1_870_000_000_000);
        assert!(room.own_reserve && !Room::of(&[&plain], SlotUse::Relay, house).own_reserve);
    }

    #[test]
    fn slots_add_up_as_they_are_used() {
        let (small, large) = (card("ssd-240"), card("ssd-1000"));
        let usable = |slots| {
            let room = Room::of(&[&large, &small], slots, Percent::whole(0));
            (
                room.usable / 1_000_000_000,
                room.proxy.map(|proxy| proxy / 1_000_000_000),
            )
        };
        assert_eq!(usable(SlotUse::Relay), (1_240, None));
        assert_eq!(usable(SlotUse::Mirror), (240, None));
        assert_eq!(usable(SlotUse::Proxy), (1_000, Some(240)));
    }

    #[test]
    fn the_slowest_card_that_the_picture_of_record_is_written_to_counts() {
        let (slow, fast) = (card("sd-v30-128"), card("sd-v90-128"));
        let slowest = |cards: &[&Medium], slots| {
            let room = Room::of(cards, slots, Percent::whole(0));
            room.slowest.unwrap().1
        };
        assert_eq!(
            slowest(&[&fast, &slow], SlotUse::Relay),
            slow.sustained_write
        );
        assert_eq!(
            slowest(&[&slow, &fast], SlotUse::Mirror),
            slow.sustained_write
        );
        assert_eq!(
            slowest(&[&fast, &slow], SlotUse::Proxy),
            fast.sustained_write
        );
    }
}
