//! Timecode, for scripts and carts: labels and frames, drift, and linear timecode as sound, both ways.

use crate::outcome::{Failure, Outcome};
use audio::ltc::{self, Compared, Encoder, Making, Start};
use audio::wav::{
    Ends, LtcReader, LtcReport, Notes, SampleBits, WavStream, head, label_runs, restamped,
};
use clap::{Args, Subcommand};
use serde::Serialize;
use std::fs::File;
use std::io::{BufWriter, Read, Seek, SeekFrom, Write};
use std::path::{Path, PathBuf};
use std::process::ExitCode;
use units::format::FrameRate;
use units::quantity::{ClockTime, Decibels, Span, Unreadable, signed};
use units::timecode::{Day, Drift, Label, TimecodeRate, UserBits};

#[derive(Args)]
pub struct TimecodeArguments {
    /// What is counted: 25, 23.976, 29.97df, 29.97
    #[arg(long)]
    rate: TimecodeRate,
    /// A frame, counted from 00:00:00:00
    #[arg(long, conflicts_with = "label", required_unless_present = "label")]
    frame: Option<u64>,
    /// A label: 00:10:00;00
    #[arg(long)]
    label: Option<Label>,
}

#[derive(Serialize)]
struct TimecodeAnswer {
    frame: u64,
    label: Label,
    seconds: f64,
}

pub fn timecode(arguments: &TimecodeArguments, json: bool) -> Outcome {
    let rate = arguments.rate;
    let frame = match (arguments.frame, arguments.label) {
        (Some(frame), _) if frame < rate.labels_in_a_day() => frame,
        (Some(frame), _) => {
            return Err(Failure(format!(
                "frame {frame} is beyond a day: at {rate} a day holds frames 0 to {}",
                rate.labels_in_a_day() - 1
            )));
        }
        (None, Some(label)) => rate.frame_of(label)?,
        (None, None) => 0,
    };
    let answer = TimecodeAnswer {
        frame,
        label: rate.label_at(frame),
        seconds: rate.seconds_of(frame),
    };
    if json {
        say!("{}", serde_json::to_string(&answer)?);
    } else {
        say!(
            "{} at {rate}: frame {frame}, {:.3} s",
            answer.label,
            answer.seconds
        );
    }
    Ok(ExitCode::SUCCESS)
}

#[derive(Args)]
pub struct DriftArguments {
    /// How far a clock may be off, in parts in a million; once for each clock
    #[arg(long, required = true, allow_hyphen_values = true, value_parser = parts)]
    ppm: Vec<f64>,
    /// Frames a second
    #[arg(long)]
    rate: FrameRate,
    /// How long: 4h
    #[arg(long = "for")]
    time: Span,
    /// What may be off before it is set again, in frames
    #[arg(long, default_value = "0.5", value_parser = frames)]
    tolerance: f64,
}

fn number(
    text: &str,
    what: &'static str,
    expected: &'static str,
    most: f64,
) -> Result<f64, Unreadable> {
    let number: Option<f64> = text.trim().trim_end_matches("ppm").trim().parse().ok();
    number
        .filter(|number| number.is_finite() && number.abs() <= most)
        .ok_or_else(|| Unreadable::new(text, what, expected))
}

fn parts(text: &str) -> Result<f64, Unreadable> {
    number(
        text,
        "parts in a million",
        "write it like 25 or 0.5, up to 10,000",
        10_000.0,
    )
}

fn frames(text: &str) -> Result<f64, Unreadable> {
    let expected = "write it like 0.5, above 0 and at most 1,000";
    let frames = number(text, "frames", expected, 1_000.0)?;
    (frames > 0.0)
        .then_some(frames)
        .ok_or_else(|| Unreadable::new(text, "frames", expected))
}

#[derive(Serialize)]
struct DriftAnswer {
    ms: f64,
    frames: f64,
    rejam_seconds: Option<f64>,
}

pub fn drift(arguments: &DriftArguments, json: bool) -> Outcome {
    let seconds = arguments.time.0 as f64;
    let Drift {
        ms,
        frames,
        rejam_seconds,
        working,
    } = units::timecode::drift(&arguments.ppm, arguments.rate, seconds, arguments.tolerance);
    if json {
        let answer = DriftAnswer {
            ms,
            frames,
            rejam_seconds,
        };
        say!("{}", serde_json::to_string(&answer)?);
        return Ok(ExitCode::SUCCESS);
    }
    say!("{} at the worst", working.result);
    match rejam_seconds {
        Some(after) => say!("set again after {}", Span(after as u64).label()),
        None => say!("never to be set again"),
    }
    for term in &working.terms {
        say!("  {:24}{}  ({})", term.name, term.value, term.source);
    }
    Ok(ExitCode::SUCCESS)
}

#[derive(Subcommand)]
pub enum LtcTask {
    /// Write linear timecode as a WAV file
    Make(MakeArguments),
    /// Read the timecode in a WAV file
    Read(ReadArguments),
    /// Compare recordings of the same timecode with the first
    Compare(CompareArguments),
    /// Write a copy of a WAV file whose own time is set by the timecode in it, or to a label
    Stamp(StampArguments),
}

pub fn ltc(task: &LtcTask, json: bool) -> Outcome {
    match task {
        LtcTask::Make(arguments) => make(arguments, json),
        LtcTask::Read(arguments) => read(arguments, json),
        LtcTask::Compare(arguments) => compare(arguments, json),
        LtcTask::Stamp(arguments) => stamp(arguments, json),
    }
}

#[derive(Args)]
pub struct MakeArguments {
    /// What is counted: 25, 23.976, 29.97df; above 30 it counts pairs of frames, as on any wire
    #[arg(long)]
    rate: TimecodeRate,
    /// The first label, or now
    #[arg(long)]
    start: Start,
    /// How long: 10s, 5 min, 12h
    #[arg(long)]
    length: Span,
    /// Samples a second, 8,000 to 192,000
    #[arg(long, default_value_t = 48_000)]
    sample_rate: u32,
    /// Bits a sample: 16, 24 or 32f
    #[arg(long, default_value = "24", value_parser = sample_bits)]
    bits: SampleBits,
    /// The peak of the code: -12dBFS
    #[arg(long, default_value = "-12dBFS", allow_hyphen_values = true)]
    level: Decibels,
    /// Eight hexadecimal digits that every frame carries: 00A1B2C3
    #[arg(long)]
    user_bits: Option<UserBits>,
    /// A date in the user bits and in the file: 2031-05-04
    #[arg(long, conflicts_with = "user_bits")]
    date: Option<Day>,
    /// Write over a file that is there, whatever it is
    #[arg(long)]
    force: bool,
    /// The file
    file: PathBuf,
}

fn sample_bits(text: &str) -> Result<SampleBits, Unreadable> {
    match text.trim() {
        "16" => Ok(SampleBits::Sixteen),
        "24" => Ok(SampleBits::TwentyFour),
        "32f" | "32" | "float" => Ok(SampleBits::Float),
        _ => Err(Unreadable::new(
            text,
            "bits a sample",
            "write 16, 24 or 32f",
        )),
    }
}

#[derive(Serialize)]
struct MakeAnswer {
    file: String,
    rate: TimecodeRate,
    first: Label,
    frames: u64,
    samples: u64,
    sample_rate: u32,
}

fn make(arguments: &MakeArguments, json: bool) -> Outcome {
    let now = jiff::Zoned::now();
    let since_midnight = now.time().duration_since(jiff::civil::Time::midnight());
    let making = Making {
        rate: arguments.rate,
        start: arguments.start,
        length: arguments.length,
        sample_rate: arguments.sample_rate,
        level: arguments.level,
        user_bits: arguments.user_bits,
        date: arguments.date,
    };
    let signal = making.signal(since_midnight.as_secs_f64())?;
    let at = arguments.file.display();
    let failed = |error: std::io::Error| Failure(format!("{at}: {error}"));
    let notes = Notes::of_made(&signal, arguments.date);
    let mut encoder = Encoder::new(signal);
    let file = new_file(&arguments.file, arguments.force)?;
    let mut file = BufWriter::new(file);
    let head = head(signal.sample_rate, arguments.bits, encoder.total(), &notes);
    file.write_all(&head).map_err(failed)?;
    let mut samples = vec![0.0; 1 << 16];
    let mut bytes = Vec::new();
    loop {
        let made = encoder.fill(&mut samples);
        if made == 0 {
            break;
        }
        bytes.clear();
        arguments.bits.write(&samples[..made], &mut bytes);
        file.write_all(&bytes).map_err(failed)?;
    }
    // Chunks have an even length.
    let data = encoder.total() * arguments.bits.bytes() as u64;
    if data % 2 == 1 {
        file.write_all(&[0]).map_err(failed)?;
    }
    file.flush().map_err(failed)?;
    let answer = MakeAnswer {
        file: arguments.file.display().to_string(),
        rate: signal.rate,
        first: signal.rate.label_at(signal.first),
        frames: signal.frames,
        samples: encoder.total(),
        sample_rate: signal.sample_rate,
    };
    if json {
        say!("{}", serde_json::to_string(&answer)?);
    } else {
        let pairs = if signal.rate == arguments.rate {
            ""
        } else {
            ", in pairs of frames"
        };
        say!(
            "{at}: {} frames at {}{pairs} from {}, {} samples at {} Hz",
            answer.frames,
            answer.rate,
            answer.first,
            answer.samples,
            answer.sample_rate
        );
        say!(
            "A computer’s own clock is 20 to 50 ppm off: as a master for a rehearsal, not for a day."
        );
    }
    Ok(ExitCode::SUCCESS)
}

/// A file to be written: one that wasn't there, holds nothing, was made here, or may be written over.
fn new_file(path: &Path, force: bool) -> Result<File, Failure> {
    if path.exists() && !force && !is_ours(path) {
        let at = path.display();
        return Err(Failure(format!(
            "{at}: there is such a file already, and it isn’t timecode that was made here: name another, or say --force"
        )));
    }
    File::create(path).map_err(|error| Failure(format!("{}: {error}", path.display())))
}

/// Whether a file is empty, or timecode that was made here.
fn is_ours(path: &Path) -> bool {
    let mut beginning = Vec::new();
    let file = File::open(path).map(|file| file.take(2_048).read_to_end(&mut beginning));
    let mut stream = WavStream::default();
    if !matches!(file, Ok(Ok(_))) || stream.feed(&beginning, &mut |_, _| ()).is_err() {
        return beginning.is_empty() && file.is_ok();
    }
    beginning.is_empty() || stream.notes().is_made()
}

#[derive(Args)]
pub struct ReadArguments {
    /// The WAV file
    file: PathBuf,
    /// The channel, from 1; the one that holds timecode where not said
    #[arg(long)]
    channel: Option<usize>,
}

/// Read in pieces of this size: as much memory for four gigabytes as for four seconds.
const PIECE: usize = 1 << 20;

fn read_file(path: &Path, channel: Option<usize>) -> Result<(LtcReport, Vec<ltc::Run>), Failure> {
    let at = path.display();
    let unreadable = |error: std::io::Error| Failure(format!("{at}: {error}"));
    let failed = |error: audio::wav::WavError| Failure(format!("{at}: {error}"));
    let mut file = File::open(path).map_err(unreadable)?;
    let length = file.metadata().map_err(unreadable)?.len();
    let mut reader = LtcReader::new(channel).of_file(Some(length));
    let mut piece = vec![0; PIECE];
    loop {
        let read = file.read(&mut piece).map_err(unreadable)?;
        if read == 0 {
            break;
        }
        reader.feed(&piece[..read]).map_err(failed)?;
    }
    reader.finish().map_err(failed)
}

fn read(arguments: &ReadArguments, json: bool) -> Outcome {
    let (report, _) = read_file(&arguments.file, arguments.channel)?;
    if json {
        say!("{}", serde_json::to_string(&report)?);
    } else {
        print(&report);
    }
    Ok(if report.runs.is_empty() {
        ExitCode::from(1)
    } else {
        ExitCode::SUCCESS
    })
}

fn print(report: &LtcReport) {
    let cut = if report.cut_short {
        ", cut off before its end"
    } else {
        ""
    };
    say!(
        "{} Hz, {} bits, {} channels, {:.3} s{cut}",
        report.sample_rate,
        report.bits,
        report.channels,
        report.seconds
    );
    let Some(channel) = report.channel else {
        say!("no timecode in it");
        return;
    };
    say!("timecode on channel {channel}");
    for run in &report.runs {
        let drop = if run.drop { " drop" } else { "" };
        let way = match run.direction {
            ltc::TapeDirection::Forward => "",
            ltc::TapeDirection::Backward => ", backwards",
        };
        say!(
            "  {} to {}  {}{drop}{way}  {} frames, {} missing, from sample {}, clock {} ppm, user bits {}",
            run.first,
            run.last,
            run.rate,
            run.frames,
            run.missing,
            run.first_sample,
            signed(run.clock_error_ppm, 2),
            run.user_bits
        );
    }
    if let Some(against) = &report.against {
        say!(
            "the file’s own time says {} where the timecode says {}: {} frames, {} ms",
            against.file,
            against.ltc,
            signed(against.off_frames, 2),
            signed(against.off_ms, 1)
        );
    }
}

#[derive(Args)]
pub struct CompareArguments {
    /// The WAV files: the first is what the others are compared with
    #[arg(num_args = 2..=12, required = true)]
    files: Vec<PathBuf>,
}

#[derive(Serialize)]
struct CompareAnswer {
    offset_start_ms: f64,
    offset_end_ms: f64,
    offset_start_frames: f64,
    offset_end_frames: f64,
    drift_ppm: Option<f64>,
    first: Label,
    last: Label,
    /// Each file against the first, where there are more than two.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    others: Vec<Other>,
}

#[derive(Serialize)]
struct Other {
    file: String,
    offset_start_ms: f64,
    offset_end_ms: f64,
    offset_start_frames: f64,
    drift_ppm: Option<f64>,
}

fn compare(arguments: &CompareArguments, json: bool) -> Outcome {
    let mut all = Vec::new();
    for file in &arguments.files {
        let (report, runs) = read_file(file, None)?;
        let runs = label_runs(&report, &runs);
        if runs.is_empty() {
            let at = file.display();
            return Err(Failure(format!("{at}: there is no timecode in it")));
        }
        all.push(runs);
    }
    let mut found: Vec<(String, Compared)> = Vec::new();
    for (file, runs) in arguments.files.iter().zip(&all).skip(1) {
        let compared = ltc::compare(&all[0], runs).ok_or_else(|| {
            Failure(format!(
                "{} and {} have no label in common",
                arguments.files[0].display(),
                file.display()
            ))
        })?;
        found.push((file.display().to_string(), compared));
    }
    let Some((_, first)) = found.first() else {
        return Err(Failure("two files at least are compared".into()));
    };
    if json {
        let more = if found.len() > 1 { &found[..] } else { &[] };
        let answer = CompareAnswer {
            offset_start_ms: first.offset_start * 1_000.0,
            offset_end_ms: first.offset_end * 1_000.0,
            offset_start_frames: first.offset_start * first.rate.rate().as_f64(),
            offset_end_frames: first.offset_end * first.rate.rate().as_f64(),
            drift_ppm: first.drift_ppm,
            first: first.rate.label_at(first.first),
            last: first.rate.label_at(first.last),
            others: more
                .iter()
                .map(|(file, compared)| Other {
                    file: file.clone(),
                    offset_start_ms: compared.offset_start * 1_000.0,
                    offset_end_ms: compared.offset_end * 1_000.0,
                    offset_start_frames: compared.offset_start * compared.rate.rate().as_f64(),
                    drift_ppm: compared.drift_ppm,
                })
                .collect(),
        };
        say!("{}", serde_json::to_string(&answer)?);
        return Ok(ExitCode::SUCCESS);
    }
    for (file, compared) in &found {
        let rate = compared.rate.rate().as_f64();
        let drift = compared.drift_ppm.map_or_else(
            || "too short for a drift".into(),
            |ppm| format!("{} ppm", signed(ppm, 2)),
        );
        say!(
            "{file}: has {} {} ms ({} frames) later than {}, {} {} ms later; {drift}",
            compared.rate.label_at(compared.first),
            signed(compared.offset_start * 1_000.0, 2),
            signed(compared.offset_start * rate, 2),
            arguments.files[0].display(),
            compared.rate.label_at(compared.last),
            signed(compared.offset_end * 1_000.0, 2)
        );
    }
    Ok(ExitCode::SUCCESS)
}

#[derive(Args)]
pub struct StampArguments {
    /// The WAV file, which stays as it is
    file: PathBuf,
    /// The copy
    copy: PathBuf,
    /// What its first sample is to say; as the timecode in it says where not said
    #[arg(long, requires = "rate")]
    start: Option<Label>,
    /// What that label counts
    #[arg(long)]
    rate: Option<TimecodeRate>,
    /// The channel with the timecode, from 1
    #[arg(long)]
    channel: Option<usize>,
    /// Write over a file that is there, whatever it is
    #[arg(long)]
    force: bool,
}

#[derive(Serialize)]
struct StampAnswer {
    file: String,
    time_reference: u64,
    label: Option<Label>,
}

/// So much of a file is looked through for where its sound begins, and for what stands behind it.
const LOOKED_THROUGH: u64 = 4 << 20;

/// Writes the copy, and reads it back: the sound is the same to the last bit, and the time is the new one.
fn stamped_copy(arguments: &StampArguments, reference: u64) -> Result<(), Failure> {
    let (at, to) = (arguments.file.display(), arguments.copy.display());
    let failed = |error: std::io::Error| Failure(format!("{at}: {error}"));
    let unwritten = |error: std::io::Error| Failure(format!("{to}: {error}"));
    let mut file = File::open(&arguments.file).map_err(failed)?;
    let length = file.metadata().map_err(failed)?.len();
    let mut beginning = Vec::new();
    (&mut file)
        .take(LOOKED_THROUGH)
        .read_to_end(&mut beginning)
        .map_err(failed)?;
    let mut end = Vec::new();
    file.seek(SeekFrom::Start(length.saturating_sub(LOOKED_THROUGH)))
        .map_err(failed)?;
    file.read_to_end(&mut end).map_err(failed)?;
    let ends = Ends {
        beginning: &beginning,
        end: &end,
        length,
    };
    let new = restamped(ends, reference, &Notes::of_copy())
        .map_err(|error| Failure(format!("{at}: {error}")))?;
    let mut copy = BufWriter::new(new_file(&arguments.copy, arguments.force)?);
    copy.write_all(&new.head).map_err(unwritten)?;
    file.seek(SeekFrom::Start(new.sound_at)).map_err(failed)?;
    let sound = new.sound_to - new.sound_at;
    std::io::copy(&mut (&mut file).take(sound), &mut copy).map_err(unwritten)?;
    copy.write_all(&new.tail).map_err(unwritten)?;
    copy.flush().map_err(unwritten)?;
    drop(copy);
    let mut written = File::open(&arguments.copy).map_err(unwritten)?;
    let mut head = vec![0; new.head.len()];
    written.read_exact(&mut head).map_err(unwritten)?;
    file.seek(SeekFrom::Start(new.sound_at)).map_err(failed)?;
    let mut tail = Vec::new();
    let alike = head == new.head
        && same_bytes(&mut file, &mut written, sound).map_err(unwritten)?
        && written.read_to_end(&mut tail).is_ok()
        && tail == new.tail;
    if alike {
        Ok(())
    } else {
        Err(Failure(format!(
            "{to}: read back, it isn’t what was written: the drive may be failing; don’t use it"
        )))
    }
}

/// Whether the next bytes of two files are the same.
fn same_bytes(one: &mut File, other: &mut File, count: u64) -> std::io::Result<bool> {
    let (mut left, mut pieces) = (count, [vec![0; PIECE], vec![0; PIECE]]);
    while left > 0 {
        let here = left.min(PIECE as u64) as usize;
        let [first, second] = &mut pieces;
        one.read_exact(&mut first[..here])?;
        other.read_exact(&mut second[..here])?;
        if first[..here] != second[..here] {
            return Ok(false);
        }
        left -= here as u64;
    }
    Ok(true)
}

fn stamp(arguments: &StampArguments, json: bool) -> Outcome {
    let at = arguments.file.display();
    let failed = |error: std::io::Error| Failure(format!("{at}: {error}"));
    let there = std::fs::canonicalize(&arguments.file).map_err(failed)?;
    if std::fs::canonicalize(&arguments.copy).is_ok_and(|copy| copy == there) {
        return Err(Failure(format!(
            "{at}: a recording isn’t changed in place: name another file for the copy"
        )));
    }
    let (report, runs) = read_file(&arguments.file, arguments.channel)?;
    let reference = match (arguments.start, arguments.rate) {
        (Some(label), Some(rate)) => {
            let frame = rate.frame_of(label)?;
            (rate.seconds_of(frame) * f64::from(report.sample_rate)).round() as u64
        }
        _ => ltc::samples_from_midnight(&runs, report.sample_rate).ok_or_else(|| {
            Failure(format!(
                "{at}: there is no timecode in it that runs forwards: say a label with --start and --rate"
            ))
        })?,
    };
    stamped_copy(arguments, reference)?;
    let to = arguments.copy.display();
    let rate = arguments.rate.or_else(|| runs.first().map(|run| run.rate));
    let label = rate.map(|rate| {
        let seconds = reference as f64 / f64::from(report.sample_rate);
        rate.label_at((seconds * rate.rate().as_f64()).round() as u64)
    });
    let answer = StampAnswer {
        file: arguments.copy.display().to_string(),
        time_reference: reference,
        label,
    };
    if json {
        say!("{}", serde_json::to_string(&answer)?);
    } else {
        let clock = ClockTime::label_of(reference / u64::from(report.sample_rate).max(1));
        let label = label.map_or(clock, |label| label.to_string());
        say!("{to}: begins {reference} samples after midnight, at {label}");
    }
    Ok(ExitCode::SUCCESS)
}
