//! How cards rotate through copying: readers side by side until the bus, or a drive, is full.

use super::Fill;
use crate::document::{Station, Verify};

/// What became of a card.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Copied {
    /// When a reader took it.
    pub begun: f64,
    /// When the first copy of all of it was there.
    pub copied: f64,
    /// When every copy that the rule asks for was verified: only then may it be formatted.
    pub safe: f64,
    /// When it is back at the camera, formatted.
    pub ready: f64,
}

/// What holds copying up.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, serde::Serialize, utoipa::ToSchema,
)]
#[serde(rename_all = "lowercase")]
pub enum Bound {
    /// The readers: their number, or what each reads.
    Reader,
    /// The bus behind the readers.
    Bus,
    /// The drives.
    Drive,
    /// The cards themselves, which aren't read faster.
    Card,
    /// Nothing: there was nothing to copy.
    Nothing,
}

/// More readers than these change nothing on any station.
const MOST_READERS: usize = 33;

/// A card being read or verified.
struct Stream {
    fill: usize,
    /// Passes over its bytes that are left after this one.
    passes: u32,
    left: f64,
    /// What it can't go faster than, in bytes a second, and what that is.
    cap: (f64, Bound),
    on_reader: bool,
}

/// The times of every card, in the order of `fills`, and what limited. `read_rates` are what each
/// recorder's cards are read at, in bytes a second.
///
/// Cards that share a bus hold each other up, so that a reader more can end later than without it: as
/// many readers are used as end soonest, and of those the number that brings cards back soonest.
pub fn rotate(
    fills: &[Fill],
    station: &Station,
    copies: u8,
    read_rates: &[f64],
) -> (Vec<Copied>, Bound) {
    // A document of an earlier version may name a billion readers.
    let useful = (station.readers as usize).clamp(1, fills.len().clamp(1, MOST_READERS));
    let runs = (1..=useful).rev().map(|readers| {
        let (times, limit) = with_readers(readers, fills, station, copies, read_rates);
        let last = times.iter().map(|card| card.safe).fold(0.0, f64::max);
        let waits: f64 = times.iter().map(|card| card.ready).sum();
        (last, waits, times, limit)
    });
    let best = runs.min_by(|one, other| {
        // A millionth of a second is the sums' own noise.
        let sooner = one.0 - other.0;
        if sooner.abs() > 1e-6 {
            sooner.total_cmp(&0.0)
        } else {
            one.1.total_cmp(&other.1)
        }
    });
    best.map_or((Vec::new(), Bound::Nothing), |(.., times, limit)| {
        (times, limit)
    })
}

fn with_readers(
    readers: usize,
    fills: &[Fill],
    station: &Station,
    copies: u8,
    read_rates: &[f64],
) -> (Vec<Copied>, Bound) {
    let bytes_a_second = |bps: u64| (bps as f64 / 8.0).max(1.0);
    let drive = station
        .drives
        .iter()
        .map(|rate| rate.0)
        .min()
        .map_or(1.0, bytes_a_second);
    let bus = bytes_a_second(station.bus_rate.0);
    let (shared, shared_by) = if bus <= drive {
        (bus, Bound::Bus)
    } else {
        (drive, Bound::Drive)
    };
    // More copies than drives are made in rounds, the drives changed in between.
    let rounds = u32::from(copies.max(1)).div_ceil(station.drives.len().max(1) as u32);
    let reader = bytes_a_second(station.reader_rate.0);
    let mut times: Vec<Copied> = fills
        .iter()
        .map(|fill| Copied {
            begun: fill.out,
            copied: fill.out,
            safe: fill.out,
            ready: fill.out,
        })
        .collect();
    let way = station.way.0 as f64;
    // Cards that go together are one job for the reader: the other is its twin.
    let mut arrivals: Vec<(f64, usize)> = fills
        .iter()
        .enumerate()
        .map(|(number, fill)| (fill.out + way, number))
        .collect();
    arrivals.sort_by(|one, other| one.0.total_cmp(&other.0).then(one.1.cmp(&other.1)));
    let mut arrivals = arrivals.into_iter().peekable();
    let mut waiting: std::collections::VecDeque<usize> = std::collections::VecDeque::new();
    let mut streams: Vec<Stream> = Vec::new();
    let mut now = arrivals.peek().map_or(0.0, |(at, _)| *at);
    let mut bound_seconds = [0.0f64; 4];
    loop {
        while let Some((_, number)) = arrivals.next_if(|(at, _)| *at <= now) {
            waiting.push_back(number);
        }
        let busy = streams.iter().filter(|stream| stream.on_reader).count();
        for _ in busy..readers {
            let Some(fill) = waiting.pop_front() else {
                break;
            };
            times[fill].begun = now;
            let card = read_rates
                .get(fills[fill].recorder)
                .copied()
                .unwrap_or(reader);
            let cap = if reader <= card {
                (reader, Bound::Reader)
            } else {
                (card, Bound::Card)
            };
            let passes = match station.verify {
                Verify::ReadBack => 2 * rounds,
                Verify::Checksum => rounds,
            };
            streams.push(Stream {
                fill,
                passes: passes - 1,
                left: fills[fill].bytes as f64,
                cap,
                on_reader: true,
            });
        }
        let rates = share(&streams, shared);
        let finished = streams
            .iter()
            .zip(&rates)
            .map(|(stream, rate)| stream.left / rate.max(f64::MIN_POSITIVE));
        let next_done = finished.fold(f64::INFINITY, f64::min);
        let next_arrival = arrivals.peek().map_or(f64::INFINITY, |(at, _)| at - now);
        let step = next_done.min(next_arrival);
        if !step.is_finite() {
            break;
        }
        // What holds the streams up while there are any.
        if !streams.is_empty() {
            let capped = streams
                .iter()
                .zip(&rates)
                .find(|(stream, rate)| **rate + 1e-6 < stream.cap.0);
            let bound = match capped {
                Some(_) => shared_by,
                None if !waiting.is_empty() => Bound::Reader,
                None => streams[0].cap.1,
            };
            bound_seconds[bound as usize % 4] += step;
        }
        now += step;
        for (stream, rate) in streams.iter_mut().zip(&rates) {
            stream.left -= rate * step;
        }
        let mut done = Vec::new();
        streams.retain_mut(|stream| {
            if stream.left > 1e-3 {
                return true;
            }
            let copied = &mut times[stream.fill];
            if copied.copied == fills[stream.fill].out {
                copied.copied = now;
            }
            if stream.passes > 0 {
                stream.passes -= 1;
                stream.left = fills[stream.fill].bytes as f64;
                return true;
            }
            if stream.on_reader && station.verify == Verify::Checksum {
                // The reader is free; the copies are read once by themselves.
                done.push(Stream {
                    fill: stream.fill,
                    passes: 0,
                    left: fills[stream.fill].bytes as f64,
                    cap: (drive, Bound::Drive),
                    on_reader: false,
                });
                return false;
            }
            copied.safe = now;
            copied.ready = now + way;
            false
        });
        streams.extend(done);
    }
    let all = [Bound::Reader, Bound::Bus, Bound::Drive, Bound::Card];
    let most = all.into_iter().max_by(|one, other| {
        bound_seconds[*one as usize]
            .total_cmp(&bound_seconds[*other as usize])
            .then(other.cmp(one))
    });
    let limit = most
        .filter(|bound| bound_seconds[*bound as usize] > 0.0)
        .unwrap_or(Bound::Nothing);
    (times, limit)
}

/// Equal shares of what all streams go through, no stream above its own cap.
fn share(streams: &[Stream], shared: f64) -> Vec<f64> {
    let mut rates = vec![0.0; streams.len()];
    let mut order: Vec<usize> = (0..streams.len()).collect();
    order.sort_by(|one, other| streams[*one].cap.0.total_cmp(&streams[*other].cap.0));
    let mut left = shared;
    for (done, stream) in order.iter().enumerate() {
        let fair = left / (streams.len() - done) as f64;
        rates[*stream] = fair.min(streams[*stream].cap.0);
        left -= rates[*stream];
    }
    rates
}

/// The most cards of a kind that are out at once: from when one is put in until it is ready again.
pub fn peak(stretches: impl Iterator<Item = (f64, f64, u32)>) -> u32 {
    let mut edges: Vec<(f64, bool, u32)> = stretches
        .flat_map(|(from, to, count)| [(from, true, count), (to, false, count)])
        .collect();
    // A card that is ready the moment that another is wanted does for it.
    edges.sort_by(|one, other| one.0.total_cmp(&other.0).then(one.1.cmp(&other.1)));
    let (mut out, mut most) = (0u32, 0u32);
    for (_, begins, count) in edges {
        if begins {
            out = out.saturating_add(count);
            most = most.max(out);
        } else {
            out = out.saturating_sub(count);
        }
    }
    most
}
