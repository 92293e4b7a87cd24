//! Cards through copying, each time reckoned by hand: one recorder, cards of 90 GB, a full one an
//! hour after the other.

use engine::record::day::{Bound, Copied, Fill, Plan, Recorder, Stretch, fills, peak, rotate};
use model::document::{MediaSwap, Station, Verify};
use units::quantity::{BitRate, Percent, Span};

const GB: u64 = 1_000_000_000;
const NINE: u64 = 9 * 3600;

fn megabytes(rate: u64) -> BitRate {
    BitRate(rate * 8_000_000)
}

/// One reader of 300 MB/s, a bus that is no limit, one drive of 900 MB/s, no way to go.
fn station() -> Station {
    Station {
        readers: 1,
        reader_rate: megabytes(300),
        bus_rate: megabytes(5_000),
        drives: vec![megabytes(900)],
        verify: Verify::ReadBack,
        way: Span(0),
        margin: Percent::whole(0),
    }
}

/// Rolls from nine for so many hours, 90 GB in each.
fn recorder(hours: u64) -> Recorder {
    Recorder {
        name: "Rec".into(),
        handle: "rec".into(),
        medium: "card".into(),
        card: 90 * GB,
        together: 1,
        in_turn: 1,
        stretches: vec![Stretch {
            start: NINE,
            end: NINE + hours * 3600,
            bytes: hours * 90 * GB,
            take: 90 * GB,
        }],
    }
}

fn plan(recorders: Vec<Recorder>) -> Plan {
    Plan {
        recorders,
        change: MediaSwap::RunToEnd,
        level: Percent::whole(85),
    }
}

struct Run {
    fills: Vec<Fill>,
    copied: Vec<Copied>,
    limit: Bound,
}

fn run(plan: &Plan, station: &Station, copies: u8, card_reads: u64) -> Run {
    let fills = fills(plan);
    let reads = vec![card_reads as f64 * 1e6; plan.recorders.len()];
    let (copied, limit) = rotate(&fills, station, copies, &reads);
    Run {
        fills,
        copied,
        limit,
    }
}

impl Run {
    /// Seconds after nine.
    fn after_nine(&self, time: impl Fn(&Copied) -> f64) -> Vec<i64> {
        let seconds = self
            .copied
            .iter()
            .map(|card| time(card).round() as i64 - NINE as i64);
        seconds.collect()
    }

    fn safe(&self) -> Vec<i64> {
        self.after_nine(|card| card.safe)
    }

    fn cards(&self) -> u32 {
        let spans = self
            .fills
            .iter()
            .zip(&self.copied)
            .map(|(fill, card)| (fill.loaded, card.ready, 1));
        peak(spans)
    }
}

#[test]
fn a_card_is_copied_and_then_read_back() {
    // 90 GB at 300 MB/s: 300 s, twice.
    let run = run(&plan(vec![recorder(2)]), &station(), 1, 1_000);
    assert_eq!(run.after_nine(|card| card.begun), [3_600, 7_200]);
    assert_eq!(run.after_nine(|card| card.copied), [3_900, 7_500]);
    assert_eq!(run.safe(), [4_200, 7_800]);
    assert_eq!((run.cards(), run.limit), (2, Bound::Reader));
}

#[test]
fn a_checksum_frees_the_reader_after_the_copy() {
    let station = Station {
        verify: Verify::Checksum,
        ..station()
    };
    // 300 s through the reader, then 100 s for the copy on its drive.
    let run = run(&plan(vec![recorder(1)]), &station, 1, 1_000);
    assert_eq!(run.after_nine(|card| card.copied), [3_900]);
    assert_eq!(run.safe(), [4_000]);
}

#[test]
fn the_slowest_of_reader_card_bus_and_drive_counts() {
    let cases = [
        (300, 5_000, 900, 1_000, 4_200, Bound::Reader),
        // The card is read at 150 MB/s: 600 s, twice.
        (300, 5_000, 900, 150, 4_800, Bound::Card),
        // The bus carries 100 MB/s: 900 s, twice.
        (300, 100, 900, 1_000, 5_400, Bound::Bus),
        // The drive takes 90 MB/s: 1,000 s, twice.
        (300, 5_000, 90, 1_000, 5_600, Bound::Drive),
    ];
    for (reader, bus, drive, card, safe, limit) in cases {
        let station = Station {
            reader_rate: megabytes(reader),
            bus_rate: megabytes(bus),
            drives: vec![megabytes(drive)],
            ..station()
        };
        let run = run(&plan(vec![recorder(1)]), &station, 1, card);
        assert_eq!((run.safe(), run.limit), (vec![safe], limit));
    }
}

#[test]
fn every_drive_gets_every_byte() {
    // Two copies at once: the slower drive counts, not their sum.
    let station = Station {
        drives: vec![megabytes(900), megabytes(150)],
        ..station()
    };
    let two = run(&plan(vec![recorder(1)]), &station, 2, 1_000);
    assert_eq!(two.safe(), [4_800]);
    // A third copy is a second round.
    let three = run(&plan(vec![recorder(1)]), &station, 3, 1_000);
    assert_eq!(three.safe(), [6_000]);
}

#[test]
fn two_cards_at_once_wait_for_one_reader_and_share_two() {
    let pair = plan(vec![recorder(1), recorder(1)]);
    let one = run(&pair, &station(), 1, 1_000);
    assert_eq!(one.safe(), [4_200, 4_800]);
    let readers = Station {
        readers: 2,
        ..station()
    };
    assert_eq!(run(&pair, &readers, 1, 1_000).safe(), [4_200, 4_200]);
    // A bus of 400 MB/s gives each 200: 450 s, twice. One after the other would take 600 s each.
    let shared = Station {
        readers: 2,
        bus_rate: megabytes(400),
        ..station()
    };
    let run = run(&pair, &shared, 1, 1_000);
    assert_eq!((run.safe(), run.limit), (vec![4_500, 4_500], Bound::Bus));
}

#[test]
fn a_reader_that_would_hold_the_longest_up_stays_empty() {
    // 360 GB and twice 120 GB come together; the bus carries 300 MB/s, a reader 200.
    let size = |gigabytes: u64| Recorder {
        card: gigabytes * GB,
        stretches: vec![Stretch {
            start: NINE,
            end: NINE + 3600,
            bytes: gigabytes * GB,
            take: gigabytes * GB,
        }],
        ..recorder(1)
    };
    let plan = plan(vec![size(360), size(120), size(120)]);
    let last = |readers: u32| {
        let station = Station {
            readers,
            reader_rate: megabytes(200),
            bus_rate: megabytes(300),
            ..station()
        };
        let safe = run(&plan, &station, 1, 1_000).safe();
        safe.into_iter().max().unwrap()
    };
    assert!(last(2) < last(1));
    assert_eq!(last(3), last(2), "three at once would end later");
}

#[test]
fn the_way_to_the_reader_counts_twice() {
    let station = Station {
        way: Span(600),
        ..station()
    };
    let run = run(&plan(vec![recorder(1)]), &station, 1, 1_000);
    assert_eq!(run.after_nine(|card| card.begun), [4_200]);
    assert_eq!(run.safe(), [4_800]);
    assert_eq!(run.after_nine(|card| card.ready), [5_400]);
}

#[test]
fn cards_come_back_or_they_do_not() {
    // Ready an hour after it is full: the third card is the first again.
    let slow = Station {
        reader_rate: megabytes(50),
        ..station()
    };
    let day = plan(vec![recorder(4)]);
    assert_eq!(run(&day, &slow, 1, 1_000).cards(), 2);
    // A second longer, and a third card is needed.
    let slower = Station {
        way: Span(1),
        ..slow
    };
    assert_eq!(run(&day, &slower, 1, 1_000).cards(), 3);
}

#[test]
fn the_level_and_the_take_decide_when_a_card_goes() {
    let bytes = |change: MediaSwap, take: u64| {
        let mut known = recorder(2);
        known.stretches[0].take = take * GB;
        let plan = Plan {
            change,
            level: Percent::whole(50),
            ..plan(vec![known])
        };
        let held: Vec<u64> = fills(&plan).iter().map(|fill| fill.bytes / GB).collect();
        held
    };
    assert_eq!(bytes(MediaSwap::RunToEnd, 10), [90, 90]);
    assert_eq!(bytes(MediaSwap::AtLevel, 10), [45, 45, 45, 45]);
    // The take that passes 45 GB, from 40 to 50, is finished on the card, and no other is begun.
    assert_eq!(bytes(MediaSwap::EndOfTake, 10), [50, 50, 50, 30]);
    // Takes that end on the level are the last on the card.
    assert_eq!(bytes(MediaSwap::EndOfTake, 45), [45, 45, 45, 45]);
    // The second card is put in when the take from 42 to 49 is over, and changed after 98.
    assert_eq!(bytes(MediaSwap::EndOfTake, 7), [49, 49, 49, 33]);
    // A take that fills the card can’t be waited for.
    assert_eq!(bytes(MediaSwap::EndOfTake, 90), [90, 90]);
}

#[test]
fn slots_in_turn_hold_the_next_card_from_the_start() {
    let mut known = recorder(3);
    known.in_turn = 2;
    let held: Vec<(u64, u64)> = fills(&plan(vec![known]))
        .iter()
        .map(|fill| (fill.loaded as u64 - NINE, fill.out as u64 - NINE))
        .collect();
    assert_eq!(held, [(0, 3_600), (0, 7_200), (3_600, 10_800)]);
}

#[test]
fn nothing_to_copy_limits_nothing() {
    let mut empty = recorder(1);
    empty.stretches[0].bytes = 0;
    let none = run(&plan(vec![empty]), &station(), 1, 1_000);
    assert!(none.fills.is_empty() && none.limit == Bound::Nothing);
    // A card that holds nothing isn’t changed for ever.
    let mut nowhere = recorder(1);
    nowhere.card = 0;
    assert!(fills(&plan(vec![nowhere])).is_empty());
}
