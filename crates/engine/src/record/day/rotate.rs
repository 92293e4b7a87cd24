//! How cards rotate through copying: readers side by side until the bus, or a drive, is full.

use super::Fill;
use model::document::{Station, Verify};
use std::collections::VecDeque;

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
    let mut desk = Desk::new(fills, station, copies, read_rates);
    // Cards that go together are one job for the reader: the other is its twin.
    let mut arrivals: Vec<(f64, usize)> = fills
        .iter()
        .enumerate()
        .map(|(number, fill)| (fill.out + desk.way, number))
        .collect();
    arrivals.sort_by(|one, other| one.0.total_cmp(&other.0).then(one.1.cmp(&other.1)));
    let mut arrivals = arrivals.into_iter().peekable();
    desk.now = arrivals.peek().map_or(0.0, |(at, _)| *at);
    loop {
        while let Some((_, number)) = arrivals.next_if(|(at, _)| *at <= desk.now) {
            desk.waiting.push_back(number);
        }
        desk.load(readers);
        let rates = share(&desk.streams, desk.shared.0);
        let finished = desk
            .streams
            .iter()
            .zip(&rates)
            .map(|(stream, rate)| stream.left / rate.max(f64::MIN_POSITIVE));
        let next_done = finished.fold(f64::INFINITY, f64::min);
        let next_arrival = arrivals
            .peek()
            .map_or(f64::INFINITY, |(at, _)| at - desk.now);
        let step = next_done.min(next_arrival);
        if !step.is_finite() {
            break;
        }
        desk.run(step, &rates);
        desk.finish();
    }
    let bound = desk.bound();
    (desk.times, bound)
}

fn bytes_a_second(bps: u64) -> f64 {
    (bps as f64 / 8.0).max(1.0)
}

/// The copying station at a moment: what is read, what waits.
struct Desk<'f> {
    fills: &'f [Fill],
    station: &'f Station,
    read_rates: &'f [f64],
    /// From the camera to the reader, in seconds.
    way: f64,
    /// What the slowest drive writes, in bytes a second.
    drive: f64,
    /// What all streams go through together, in bytes a second, and what that is.
    shared: (f64, Bound),
    /// How often a card is read for all its copies.
    rounds: u32,
    times: Vec<Copied>,
    waiting: VecDeque<usize>,
    streams: Vec<Stream>,
    now: f64,
    /// How long each bound held the streams up.
    held: [f64; 4],
}

impl<'f> Desk<'f> {
    fn new(fills: &'f [Fill], station: &'f Station, copies: u8, read_rates: &'f [f64]) -> Self {
        let slowest = station.drives.iter().map(|rate| rate.0).min();
        let drive = slowest.map_or(1.0, bytes_a_second);
        let bus = bytes_a_second(station.bus_rate.0);
        let times = fills.iter().map(|fill| Copied {
            begun: fill.out,
            copied: fill.out,
            safe: fill.out,
            ready: fill.out,
        });
        Self {
            fills,
            station,
            read_rates,
            way: station.way.0 as f64,
            drive,
            shared: if bus <= drive {
                (bus, Bound::Bus)
            } else {
                (drive, Bound::Drive)
            },
            // More copies than drives are made in rounds, the drives changed in between.
            rounds: u32::from(copies.max(1)).div_ceil(station.drives.len().max(1) as u32),
            times: times.collect(),
            waiting: VecDeque::new(),
            streams: Vec::new(),
            now: 0.0,
            held: [0.0; 4],
        }
    }

    /// Puts waiting cards into free readers.
    fn load(&mut self, readers: usize) {
        let reader = bytes_a_second(self.station.reader_rate.0);
        let busy = self.streams.iter().filter(|stream| stream.on_reader);
        for _ in busy.count()..readers {
            let Some(fill) = self.waiting.pop_front() else {
                break;
            };
            self.times[fill].begun = self.now;
            let card = self.read_rates.get(self.fills[fill].recorder);
            let card = card.copied().unwrap_or(reader);
            let passes = match self.station.verify {
                Verify::ReadBack => 2 * self.rounds,
                Verify::Checksum => self.rounds,
            };
            self.streams.push(Stream {
                fill,
                passes: passes - 1,
                left: self.fills[fill].bytes as f64,
                cap: if reader <= card {
                    (reader, Bound::Reader)
                } else {
                    (card, Bound::Card)
                },
                on_reader: true,
            });
        }
    }

    /// Lets everything run for so many seconds, and keeps what held it up.
    fn run(&mut self, step: f64, rates: &[f64]) {
        if let Some(first) = self.streams.first() {
            let mut streams = self.streams.iter().zip(rates);
            let bound = if streams.any(|(stream, rate)| *rate + 1e-6 < stream.cap.0) {
                self.shared.1
            } else if self.waiting.is_empty() {
                first.cap.1
            } else {
                Bound::Reader
            };
            self.held[bound as usize % 4] += step;
        }
        self.now += step;
        for (stream, rate) in self.streams.iter_mut().zip(rates) {
            stream.left -= rate * step;
        }
    }

    /// Takes out what is done, or goes on to its next pass.
    fn finish(&mut self) {
        let Self {
            fills,
            station,
            times,
            streams,
            ..
        } = self;
        let mut read_alone = Vec::new();
        streams.retain_mut(|stream| {
            if stream.left > 1e-3 {
                return true;
            }
            let copied = &mut times[stream.fill];
            if copied.copied == fills[stream.fill].out {
                copied.copied = self.now;
            }
            if stream.passes > 0 {
                stream.passes -= 1;
                stream.left = fills[stream.fill].bytes as f64;
                return true;
            }
            if stream.on_reader && station.verify == Verify::Checksum {
                // The reader is free; the copies are read once by themselves.
                read_alone.push(Stream {
                    fill: stream.fill,
                    passes: 0,
                    left: fills[stream.fill].bytes as f64,
                    cap: (self.drive, Bound::Drive),
                    on_reader: false,
                });
                return false;
            }
            copied.safe = self.now;
            copied.ready = self.now + self.way;
            false
        });
        streams.extend(read_alone);
    }

    /// What held the streams up longest.
    fn bound(&self) -> Bound {
        let held = |bound: Bound| self.held[bound as usize];
        let all = [Bound::Reader, Bound::Bus, Bound::Drive, Bound::Card];
        let most = all
            .into_iter()
            .max_by(|one, other| held(*one).total_cmp(&held(*other)).then(other.cmp(one)));
        most.filter(|bound| held(*bound) > 0.0)
            .unwrap_or(Bound::Nothing)
    }
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
