//! Linear timecode in recordings: every channel is listened to, and the one that holds it is told.

use super::header::{Coding, WavError, WavFormat};
use super::notes::Notes;
use super::samples;
use super::stream::{BLOCK, WavStream};
use crate::ltc::{Decoder, Gap, LabelRun, Run, TapeDirection, samples_from_midnight};
use serde::Serialize;
use units::timecode::{Label, TOLERANCE_FRAMES};
use utoipa::ToSchema;

/// What a recording holds of timecode.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LtcReport {
    /// Samples a second.
    pub sample_rate: u32,
    /// Bits a sample.
    pub bits: u16,
    /// Whether they are floating point.
    pub float: bool,
    /// Channels of the file.
    pub channels: usize,
    /// Samples of each channel.
    pub samples: u64,
    /// How long it is, in seconds.
    pub seconds: f64,
    /// Whether the file ends before it says that it does.
    pub cut_short: bool,
    /// The channel that holds timecode, from 1; none where none does.
    pub channel: Option<usize>,
    /// Its runs of continuous timecode, in the order of the recording.
    pub runs: Vec<RunReport>,
    /// What the file says of its own time.
    pub notes: Notes,
    /// Its own time against the timecode, where it has both.
    pub against: Option<Against>,
}

/// One run of continuous timecode.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RunReport {
    /// Frames a second as a fraction: *25*, *30000/1001*.
    pub rate: String,
    /// Whether labels are dropped.
    pub drop: bool,
    /// The first label in the order of the recording.
    pub first: Label,
    /// The last.
    pub last: Label,
    /// Frames from the first to the last.
    pub frames: u64,
    /// The sample where the first begins.
    pub first_sample: u64,
    /// The sample where the last ends.
    pub end_sample: u64,
    /// Which way it runs.
    pub direction: TapeDirection,
    /// How many times its nominal speed.
    pub speed: f64,
    /// Whether that is its nominal speed, as far as a clock is off.
    pub at_speed: bool,
    /// How far its clock is off that of the samples, in parts in a million: above zero it is fast.
    pub clock_error_ppm: f64,
    /// The user bits of its first frame, eight hexadecimal digits, the eighth group first.
    pub user_bits: String,
    /// Whether they change within it.
    pub user_bits_change: bool,
    /// Frames that can't be read within it.
    pub gaps: Vec<Gap>,
    /// How many frames are missing in all.
    pub missing: u64,
    /// Frames that were read and say another time than those around them.
    pub misread: u64,
}

/// A file's own time held against the timecode in it.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Against {
    /// What the file says stands at the first frame of timecode.
    pub file: Label,
    /// What the timecode says there.
    pub ltc: Label,
    /// How many frames the timecode is later than the file says.
    pub off_frames: f64,
    /// The same in milliseconds.
    pub off_ms: f64,
    /// Whether they agree: within half a frame.
    pub agrees: bool,
    /// The samples from midnight to the first sample, as the timecode says.
    pub samples_from_midnight: u64,
}

/// Reads timecode from a recording as its bytes come.
pub struct LtcReader {
    stream: WavStream,
    only: Option<usize>,
    channels: Vec<Channel>,
    samples: u64,
}

struct Channel {
    number: usize,
    decoder: Decoder,
    samples: Vec<f32>,
}

impl LtcReader {
    /// Of every channel, or of one: from 1.
    pub fn new(only: Option<usize>) -> Self {
        Self {
            stream: WavStream::default(),
            only,
            channels: Vec::new(),
            samples: 0,
        }
    }

    /// Of a file that is so long, where that is known.
    pub fn of_file(mut self, length: Option<u64>) -> Self {
        self.stream = WavStream::of_file(length);
        self
    }

    /// Takes the next bytes.
    pub fn feed(&mut self, bytes: &[u8]) -> Result<(), WavError> {
        let (channels, samples, only) = (&mut self.channels, &mut self.samples, self.only);
        self.stream.feed(bytes, &mut |format, sound| {
            listen(channels, samples, only, format, sound);
        })?;
        self.there()
    }

    /// Whether the channel that is asked for is there.
    fn there(&self) -> Result<(), WavError> {
        match (self.stream.format(), self.only) {
            (Some(format), Some(only)) if !(1..=format.channels).contains(&only) => {
                Err(WavError::Channel {
                    wanted: only,
                    channels: format.channels,
                })
            }
            _ => Ok(()),
        }
    }

    /// What the file says of its sound, once that has been read.
    pub fn format(&self) -> Option<WavFormat> {
        self.stream.format()
    }

    /// What it holds, at the end, and its runs as they were measured.
    pub fn finish(mut self) -> Result<(LtcReport, Vec<Run>), WavError> {
        let (channels, samples, only) = (&mut self.channels, &mut self.samples, self.only);
        let format = self.stream.finish(&mut |format, sound| {
            listen(channels, samples, only, format, sound);
        })?;
        self.there()?;
        let read = self.channels.into_iter().map(|channel| {
            let runs = channel.decoder.finish();
            let frames: u64 = runs.iter().map(|run| run.frames).sum();
            (channel.number, frames, runs)
        });
        // The first of those that hold most.
        let best = read.reduce(|best, next| if next.1 > best.1 { next } else { best });
        let best = best.filter(|(_, frames, _)| *frames > 0);
        let (channel, runs) = best.map_or((None, Vec::new()), |(number, _, runs)| {
            (Some(number + 1), runs)
        });
        let notes = self.stream.notes().clone();
        let report = LtcReport {
            sample_rate: format.sample_rate,
            bits: format.bits,
            float: format.coding == Coding::Float,
            channels: format.channels,
            samples: self.samples,
            seconds: self.samples as f64 / f64::from(format.sample_rate),
            cut_short: self.stream.is_cut_short(),
            channel,
            against: runs
                .first()
                .and_then(|run| against(&notes, run, format.sample_rate)),
            runs: runs.iter().map(RunReport::of).collect(),
            notes,
        };
        Ok((report, runs))
    }
}

/// The runs of a recording as they are compared.
pub fn label_runs(report: &LtcReport, runs: &[Run]) -> Vec<LabelRun> {
    runs.iter()
        .filter_map(|run| LabelRun::of(run, report.sample_rate))
        .collect()
}

fn listen(
    channels: &mut Vec<Channel>,
    samples: &mut u64,
    only: Option<usize>,
    format: WavFormat,
    sound: &[u8],
) {
    if channels.is_empty() {
        let numbers =
            (0..format.channels).filter(|number| only.is_none_or(|only| only == number + 1));
        channels.extend(numbers.map(|number| Channel {
            number,
            decoder: Decoder::new(format.sample_rate),
            samples: Vec::new(),
        }));
    }
    let frames = sound.len() / format.frame_bytes();
    *samples += frames as u64;
    let half = channels.len().div_ceil(2);
    let (first, second) = channels.split_at_mut(half);
    let hear = |channels: &mut [Channel]| {
        for channel in channels {
            // Little at a time stays in the processor's own memory.
            for part in sound.chunks(format.frame_bytes() * BLOCK) {
                samples::channel(part, format, channel.number, &mut channel.samples);
                channel.decoder.feed(&channel.samples);
            }
        }
    };
    // A thread costs more than a short piece of sound.
    if frames > 4 * BLOCK && !second.is_empty() {
        std::thread::scope(|scope| {
            scope.spawn(|| hear(second));
            hear(first);
        });
    } else {
        hear(first);
        hear(second);
    }
}

impl RunReport {
    /// As it is told.
    pub fn of(run: &Run) -> Self {
        let rate = run.rate.rate();
        let rate = match rate.denominator() {
            1 => rate.numerator().to_string(),
            under => format!("{}/{under}", rate.numerator()),
        };
        let hundredth = |figure: f64| (figure * 100.0).round() / 100.0;
        Self {
            rate,
            drop: run.rate.is_drop_frame(),
            first: run.first,
            last: run.last,
            frames: run.frames,
            first_sample: run.first_sample.round() as u64,
            end_sample: run.end_sample.round() as u64,
            direction: run.direction,
            speed: (run.speed * 1e6).round() / 1e6,
            at_speed: run.is_at_speed(),
            clock_error_ppm: hundredth(run.clock_error_ppm),
            user_bits: run.user_bits.to_string(),
            user_bits_change: run.user_bits_change,
            missing: run.gaps.iter().map(|gap| gap.frames).sum(),
            gaps: run.gaps.clone(),
            misread: run.misread,
        }
    }
}

/// The file's own time against a run.
fn against(notes: &Notes, run: &Run, sample_rate: u32) -> Option<Against> {
    if run.direction == TapeDirection::Backward {
        return None;
    }
    let says = notes.samples_from_midnight()? as f64;
    let rate = run.rate.rate();
    let samples_a_frame = f64::from(sample_rate) / rate.as_f64();
    let ltc = run.rate.frame_of(run.first).ok()?;
    let here = (says + run.first_sample) / samples_a_frame;
    let day = run.rate.labels_in_a_day() as f64;
    // The nearer way round midnight.
    let off = ((ltc as f64 - here) + day / 2.0).rem_euclid(day) - day / 2.0;
    let hundredth = |figure: f64| (figure * 100.0).round() / 100.0;
    Some(Against {
        file: run.rate.label_at(here.round().max(0.0) as u64),
        ltc: run.first,
        off_frames: hundredth(off),
        agrees: off.abs() < TOLERANCE_FRAMES,
        off_ms: hundredth(off / rate.as_f64() * 1_000.0),
        samples_from_midnight: samples_from_midnight(std::slice::from_ref(run), sample_rate)?,
    })
}

#[cfg(test)]
mod tests {
    use super::super::write::{SampleBits, head};
    use super::*;
    use crate::ltc::{Encoder, Signal};
    use units::timecode::TimecodeRate;
    use units::timecode::UserBits;

    fn file(start: &str, bits: SampleBits, notes: &Notes) -> Vec<u8> {
        let rate: TimecodeRate = "25".parse().unwrap();
        let mut encoder = Encoder::new(Signal {
            rate,
            first: rate.frame_of(start.parse().unwrap()).unwrap(),
            frames: 50,
            sample_rate: 48_000,
            peak: 0.25,
            user_bits: UserBits::default(),
            date: false,
        });
        let mut samples = vec![0.0; encoder.total() as usize];
        encoder.fill(&mut samples);
        let mut bytes = head(48_000, bits, encoder.total(), notes);
        bits.write(&samples, &mut bytes);
        bytes
    }

    fn read(bytes: &[u8], only: Option<usize>) -> Result<LtcReport, WavError> {
        let mut reader = LtcReader::new(only);
        for piece in bytes.chunks(70_000) {
            reader.feed(piece)?;
        }
        Ok(reader.finish()?.0)
    }

    #[test]
    fn a_file_is_read_with_what_it_says_of_its_own_time() {
        for bits in [
            SampleBits::Sixteen,
            SampleBits::TwentyFour,
            SampleBits::Float,
        ] {
            let notes = Notes {
                time_reference: Some(48_000 * 36_000 - 1_920 * 3),
                ..Notes::default()
            };
            let report = read(&file("10:00:00:00", bits, &notes), None).unwrap();
            let [run] = &report.runs[..] else {
                panic!("{report:#?}")
            };
            assert_eq!(
                (run.rate.as_str(), run.frames, run.first_sample),
                ("25", 50, 0)
            );
            assert_eq!(report.channel, Some(1));
            let against = report.against.unwrap();
            assert_eq!((against.off_frames, against.off_ms), (3.0, 120.0));
            assert_eq!(against.file.to_string(), "09:59:59:22");
            assert_eq!(against.samples_from_midnight, 48_000 * 36_000);
        }
    }

    #[test]
    fn a_channel_that_isnt_there_is_said() {
        let bytes = file("10:00:00:00", SampleBits::Sixteen, &Notes::default());
        let error = read(&bytes, Some(3)).unwrap_err().to_string();
        assert_eq!(error, "there is no channel 3: the file has 1");
        assert_eq!(read(&bytes[..700], None).unwrap().channel, None);
    }
}
