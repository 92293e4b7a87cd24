//! What each channel of a recording holds: peaks, averages, loudness, noise, what is clipped or missing,
//! and which channels are alike.

use super::header::{Coding, WavError, WavFormat};
use super::loudness::{Loudness, SIDE_BY_SIDE};
use super::samples;
use super::stream::{BLOCK, WavStream};
use super::true_peak::TruePeak;
use crate::lanes::{Sums, products, sums};
use serde::Serialize;
use utoipa::ToSchema;

/// Windows of so many seconds are compared for the noise between words.
const WINDOW_SECONDS: f64 = 0.1;
/// The noise floor is under so many of the windows: the pauses.
const QUIET_SHARE: f64 = 0.1;
/// So many samples in a row at full scale are clipped; one alone may be a peak that just fits.
const CLIPPED_SAMPLES: u32 = 3;
/// So long nothing at all, in seconds, amid sound, is a dropout.
const DROPOUT_SECONDS: f64 = 0.001;
/// One block in so many is compared between channels.
const COMPARED_BLOCKS: u64 = 8;
/// Channels that are compared with each other, at most.
const COMPARED_CHANNELS: usize = 16;
/// Alike from here on, either way up.
const ALIKE: f64 = 0.95;
/// Nothing is softer than this, in dBFS.
const BOTTOM: f64 = -200.0;

/// What a recording holds.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct WavReport {
    /// Samples a second.
    pub sample_rate: u32,
    /// Bits a sample.
    pub bits: u16,
    /// Whether they are floating point.
    pub float: bool,
    /// Samples of each channel.
    pub frames: u64,
    /// How long it is, in seconds.
    pub seconds: f64,
    /// Whether the file ends before it says that it does.
    pub cut_short: bool,
    /// Its channels.
    pub channels: Vec<ChannelLevels>,
    /// Channels that hold the same, or the same upside down.
    pub pairs: Vec<PairLevels>,
}

/// What one channel holds.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ChannelLevels {
    /// The highest sample, against full scale.
    pub peak_dbfs: f64,
    /// The highest point of the wave (BS.1770).
    pub true_peak_dbfs: f64,
    /// The average (RMS).
    pub rms_dbfs: f64,
    /// The loudness (EBU R 128, of this channel by itself); none where it is too short or too soft.
    pub lufs: Option<f64>,
    /// The noise between words: a tenth of the time is softer.
    pub noise_floor_dbfs: f64,
    /// Where the middle of the wave lies, full scale being 1.
    pub dc: f64,
    /// How often it is clipped.
    pub clipped_runs: u64,
    /// How often it drops out.
    pub dropouts: u64,
}

/// Two channels that are alike.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PairLevels {
    /// The one, from 1.
    pub one: usize,
    /// The other.
    pub other: usize,
    /// How alike: 1 the same, −1 the same upside down.
    pub correlation: f64,
    /// Whether one of them is upside down.
    pub polarity: bool,
}

/// Reads a recording as its bytes come.
#[derive(Default)]
pub struct WavReader {
    stream: WavStream,
    inside: Option<Inside>,
}

struct Inside {
    format: WavFormat,
    channels: Vec<Channel>,
    /// Of four channels each; empty where the sample rate is too low for one.
    loudness: Vec<Loudness>,
    sums: Vec<PairSum>,
    blocks: u64,
    frames: u64,
}

struct Channel {
    samples: Vec<f32>,
    peak: f32,
    true_peak: TruePeak,
    square: f64,
    sum: f64,
    ceiling: f32,
    at_ceiling: u32,
    clipped: u64,
    silent: u64,
    sounded: bool,
    dropouts: u64,
    dropout_frames: u64,
    window: Window,
}

/// Averages of short windows, counted in tenths of a decibel.
struct Window {
    frames: u64,
    length: u64,
    square: f64,
    counts: Vec<u64>,
    total: u64,
}

#[derive(Default, Clone, Copy)]
struct PairSum {
    both: f64,
    one: f64,
    other: f64,
}

fn dbfs(linear: f64) -> f64 {
    (20.0 * linear.log10()).max(BOTTOM)
}

impl WavReader {
    /// Of a file that is so long, where that is known.
    pub fn of_file(length: Option<u64>) -> Self {
        Self {
            stream: WavStream::of_file(length),
            ..Self::default()
        }
    }

    /// Takes the next bytes. What comes after the sound is passed over.
    pub fn feed(&mut self, bytes: &[u8]) -> Result<(), WavError> {
        let inside = &mut self.inside;
        self.stream.feed(bytes, &mut |format, sound| {
            let inside = inside.get_or_insert_with(|| Inside::new(format));
            inside.look_at(sound);
        })
    }

    /// What the file says of itself, once that has been read.
    pub fn format(&self) -> Option<WavFormat> {
        self.stream.format()
    }

    /// What it holds, at the end.
    pub fn finish(mut self) -> Result<WavReport, WavError> {
        let inside = &mut self.inside;
        let format = self.stream.finish(&mut |format, sound| {
            let inside = inside.get_or_insert_with(|| Inside::new(format));
            inside.look_at(sound);
        })?;
        let inside = self.inside.unwrap_or_else(|| Inside::new(format));
        Ok(inside.finish(self.stream.is_cut_short()))
    }
}

impl Inside {
    fn new(format: WavFormat) -> Self {
        let count = format.channels;
        let compared = count.min(COMPARED_CHANNELS);
        Self {
            format,
            channels: (0..count).map(|_| Channel::new(format)).collect(),
            loudness: (0..count.div_ceil(SIDE_BY_SIDE))
                .filter_map(|_| Loudness::new(format.sample_rate))
                .collect(),
            sums: vec![PairSum::default(); compared * compared.saturating_sub(1) / 2],
            blocks: 0,
            frames: 0,
        }
    }

    /// Whole frames, of one block or many.
    fn look_at(&mut self, bytes: &[u8]) {
        let format = self.format;
        let frames = bytes.len() / format.frame_bytes();
        self.frames += frames as u64;
        // Whole groups, so that both cores have channels that are filtered side by side.
        let groups = self.channels.len().div_ceil(SIDE_BY_SIDE);
        let group_half = groups.div_ceil(2);
        let half = (group_half * SIDE_BY_SIDE).min(self.channels.len());
        let (first, second) = self.channels.split_at_mut(half);
        let metered = group_half.min(self.loudness.len());
        let (first_meters, second_meters) = self.loudness.split_at_mut(metered);
        let look = |channels: &mut [Channel], meters: &mut [Loudness], from: usize| {
            for (number, channel) in channels.iter_mut().enumerate() {
                samples::channel(bytes, format, from + number, &mut channel.samples);
                channel.measure();
            }
            for (group, meter) in channels.chunks(SIDE_BY_SIDE).zip(meters) {
                let samples: Vec<&[f32]> = group.iter().map(|one| &one.samples[..]).collect();
                meter.feed(&samples);
            }
        };
        // A thread costs more than a short piece of sound.
        if frames > 4 * BLOCK && !second.is_empty() {
            std::thread::scope(|scope| {
                scope.spawn(|| look(second, second_meters, half));
                look(first, first_meters, 0);
            });
        } else {
            look(first, first_meters, 0);
            look(second, second_meters, half);
        }
        for from in (0..frames).step_by(BLOCK) {
            if self.blocks.is_multiple_of(COMPARED_BLOCKS) {
                self.compare(from..(from + BLOCK).min(frames));
            }
            self.blocks += 1;
        }
    }

    fn compare(&mut self, range: std::ops::Range<usize>) {
        let compared = self.channels.len().min(COMPARED_CHANNELS);
        let blocks = self.channels[..compared].iter();
        let blocks: Vec<&[f32]> = blocks
            .map(|channel| &channel.samples[range.clone()])
            .collect();
        let sizes: Vec<f64> = blocks
            .iter()
            .map(|block| f64::from(products(block, block)))
            .collect();
        let mut sums = self.sums.iter_mut();
        for one in 0..compared {
            for other in one + 1..compared {
                let Some(sum) = sums.next() else { return };
                sum.both += f64::from(products(blocks[one], blocks[other]));
                sum.one += sizes[one];
                sum.other += sizes[other];
            }
        }
    }

    fn finish(self, cut_short: bool) -> WavReport {
        let compared = self.channels.len().min(COMPARED_CHANNELS);
        let pairs =
            (0..compared).flat_map(|one| (one + 1..compared).map(move |other| (one, other)));
        let pairs = pairs.zip(&self.sums).filter_map(|((one, other), sum)| {
            let size = (sum.one * sum.other).sqrt();
            let correlation = if size > 0.0 { sum.both / size } else { 0.0 };
            (correlation.abs() >= ALIKE).then_some(PairLevels {
                one: one + 1,
                other: other + 1,
                correlation: (correlation * 1_000.0).round() / 1_000.0,
                polarity: correlation < 0.0,
            })
        });
        WavReport {
            sample_rate: self.format.sample_rate,
            bits: self.format.bits,
            float: self.format.coding == Coding::Float,
            frames: self.frames,
            seconds: self.frames as f64 / f64::from(self.format.sample_rate),
            cut_short,
            pairs: pairs.collect(),
            channels: self
                .channels
                .iter()
                .enumerate()
                .map(|(number, channel)| {
                    let meter = self.loudness.get(number / SIDE_BY_SIDE);
                    let lufs = meter.and_then(|meter| meter.integrated(number % SIDE_BY_SIDE));
                    channel.levels(self.frames, lufs)
                })
                .collect(),
        }
    }
}

impl Channel {
    fn new(format: WavFormat) -> Self {
        let rate = f64::from(format.sample_rate);
        Self {
            samples: Vec::new(),
            peak: 0.0,
            true_peak: TruePeak::default(),
            square: 0.0,
            sum: 0.0,
            ceiling: match format.coding {
                // The highest whole number is a step below 1.
                Coding::Integer => 1.0 - 1.0 / (1u64 << (format.bits.min(24) - 1)) as f32,
                Coding::Float => 1.0,
            },
            at_ceiling: 0,
            clipped: 0,
            silent: 0,
            sounded: false,
            dropouts: 0,
            dropout_frames: (rate * DROPOUT_SECONDS) as u64,
            window: Window {
                frames: 0,
                length: (rate * WINDOW_SECONDS) as u64,
                square: 0.0,
                counts: vec![0; (-BOTTOM * 10.0) as usize + 1],
                total: 0,
            },
        }
    }

    fn measure(&mut self) {
        let samples = std::mem::take(&mut self.samples);
        for block in samples.chunks(BLOCK) {
            let Sums {
                highest,
                square,
                sum,
                zeros,
            } = sums(block);
            self.peak = self.peak.max(highest);
            self.square += f64::from(square);
            self.sum += f64::from(sum);
            self.true_peak.feed(block, highest);
            self.window.feed(block);
            if highest >= self.ceiling || self.at_ceiling > 0 {
                self.clips(block);
            }
            if zeros > 0 || self.silent > 0 {
                self.silences(block, highest);
            } else {
                self.sounded = true;
            }
        }
        self.samples = samples;
    }

    fn clips(&mut self, block: &[f32]) {
        for sample in block {
            if sample.abs() >= self.ceiling {
                self.at_ceiling += 1;
                if self.at_ceiling == CLIPPED_SAMPLES {
                    self.clipped += 1;
                }
            } else {
                self.at_ceiling = 0;
            }
        }
    }

    fn silences(&mut self, block: &[f32], highest: f32) {
        if highest == 0.0 {
            self.silent += block.len() as u64;
            return;
        }
        for sample in block {
            if *sample == 0.0 {
                self.silent += 1;
                continue;
            }
            if self.sounded && self.silent >= self.dropout_frames.max(1) {
                self.dropouts += 1;
            }
            self.sounded = true;
            self.silent = 0;
        }
    }

    fn levels(&self, frames: u64, lufs: Option<f64>) -> ChannelLevels {
        let frames = frames.max(1) as f64;
        let hundredth = |figure: f64| (figure * 100.0).round() / 100.0;
        ChannelLevels {
            peak_dbfs: hundredth(dbfs(self.peak.into())),
            true_peak_dbfs: hundredth(dbfs(self.true_peak.peak().into())),
            rms_dbfs: hundredth(dbfs((self.square / frames).sqrt())),
            lufs: lufs.filter(|lufs| lufs.is_finite()).map(hundredth),
            noise_floor_dbfs: self.window.quiet(),
            dc: (self.sum / frames * 1e6).round() / 1e6,
            clipped_runs: self.clipped,
            dropouts: self.dropouts,
        }
    }
}

impl Window {
    fn feed(&mut self, mut block: &[f32]) {
        while !block.is_empty() {
            let here = ((self.length - self.frames) as usize).min(block.len());
            self.square += f64::from(products(&block[..here], &block[..here]));
            self.frames += here as u64;
            block = &block[here..];
            if self.frames == self.length {
                let average = dbfs((self.square / self.length as f64).sqrt());
                let place = (-average * 10.0).round().max(0.0) as usize;
                let last = self.counts.len() - 1;
                self.counts[place.min(last)] += 1;
                self.total += 1;
                self.frames = 0;
                self.square = 0.0;
            }
        }
    }

    /// The level under which a tenth of the windows are.
    fn quiet(&self) -> f64 {
        let wanted = (self.total as f64 * QUIET_SHARE).ceil() as u64;
        let mut seen = 0;
        for (place, count) in self.counts.iter().enumerate().rev() {
            seen += count;
            if seen >= wanted.max(1) {
                return -(place as f64) / 10.0;
            }
        }
        BOTTOM
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::io::Cursor;

    /// A file of these channels, each a list of samples, as 24 bits.
    fn file(channels: &[Vec<f64>]) -> Vec<u8> {
        let spec = hound::WavSpec {
            channels: channels.len() as u16,
            sample_rate: 48_000,
            bits_per_sample: 24,
            sample_format: hound::SampleFormat::Int,
        };
        let mut bytes = Cursor::new(Vec::new());
        let mut writer = hound::WavWriter::new(&mut bytes, spec).unwrap();
        for frame in 0..channels[0].len() {
            for channel in channels {
                writer
                    .write_sample(
                        (channel[frame] * 8_388_607.0)
                            .round()
                            .clamp(-8_388_608.0, 8_388_607.0) as i32,
                    )
                    .unwrap();
            }
        }
        writer.finalize().unwrap();
        bytes.into_inner()
    }

    fn sine(level: f64, frames: usize) -> Vec<f64> {
        (0..frames)
            .map(|n| (n as f64 * 0.1).sin() * level)
            .collect()
    }

    fn read(bytes: &[u8], step: usize) -> WavReport {
        let mut reader = WavReader::default();
        for piece in bytes.chunks(step) {
            reader.feed(piece).unwrap();
        }
        reader.finish().unwrap()
    }

    #[test]
    fn the_same_figures_however_it_is_cut() {
        let bytes = file(&[sine(0.5, 60_000), sine(0.1, 60_000)]);
        let whole = read(&bytes, bytes.len());
        assert_eq!(read(&bytes, 997), whole);
        assert_eq!(read(&bytes, 100_000), whole);
        assert_eq!((whole.frames, whole.cut_short), (60_000, false));
        let first = &whole.channels[0];
        assert!(
            (first.peak_dbfs + 6.02).abs() < 0.02 && (first.rms_dbfs + 9.03).abs() < 0.02,
            "{first:?}"
        );
    }

    #[test]
    fn clipped_runs_and_dropouts_are_counted() {
        let mut clipped = sine(0.5, 48_000);
        for run in [1_000, 9_000, 30_000] {
            clipped[run..run + 6].fill(1.0);
        }
        clipped[20_000] = 1.0;
        let mut gone = sine(0.5, 48_000);
        gone[5_000..6_000].fill(0.0);
        gone[40_000..].fill(0.0);
        let report = read(&file(&[clipped, gone]), 8_192);
        assert_eq!(
            report.channels[0].clipped_runs, 3,
            "one sample alone is no run"
        );
        assert_eq!(report.channels[1].dropouts, 1, "silence at the end is none");
    }

    #[test]
    fn alike_and_upside_down() {
        let one = sine(0.3, 48_000);
        let down = one.iter().map(|sample| -sample * 0.5).collect();
        let other = (0..48_000).map(|n| (n as f64 * 0.37).sin() * 0.2).collect();
        let report = read(&file(&[one, down, other]), 50_000);
        assert_eq!(report.pairs.len(), 1);
        let pair = &report.pairs[0];
        assert!((pair.one, pair.other, pair.polarity) == (1, 2, true) && pair.correlation < -0.99);
    }

    #[test]
    fn the_pauses_are_the_noise_floor() {
        let mut words = sine(0.3, 48_000 * 4);
        for pause in [50_000, 120_000] {
            for (n, sample) in words[pause..pause + 24_000].iter_mut().enumerate() {
                *sample = if n % 2 == 0 { 0.001 } else { -0.001 };
            }
        }
        let report = read(&file(&[words]), 65_536);
        assert!(
            (report.channels[0].noise_floor_dbfs + 60.0).abs() < 0.3,
            "{:?}",
            report.channels[0]
        );
    }

    #[test]
    fn a_file_that_was_cut_off_says_so_and_gives_what_is_there() {
        let bytes = file(&[sine(0.5, 30_000)]);
        let report = read(&bytes[..bytes.len() / 2], 1_000);
        assert!(report.cut_short && report.frames > 14_000);
        assert!(matches!(
            WavReader::default().finish(),
            Err(WavError::NoSound)
        ));
    }

    #[test]
    fn floating_point_beyond_full_scale_and_no_numbers() {
        let spec = hound::WavSpec {
            channels: 1,
            sample_rate: 48_000,
            bits_per_sample: 32,
            sample_format: hound::SampleFormat::Float,
        };
        let mut bytes = Cursor::new(Vec::new());
        let mut writer = hound::WavWriter::new(&mut bytes, spec).unwrap();
        for n in 0..20_000 {
            let sample = if n == 500 {
                f32::NAN
            } else {
                (n as f32 * 0.1).sin() * 2.0
            };
            writer.write_sample(sample).unwrap();
        }
        writer.finalize().unwrap();
        let report = read(&bytes.into_inner(), 3_000);
        assert!((report.channels[0].peak_dbfs - 6.02).abs() < 0.05 && report.float);
    }
}
