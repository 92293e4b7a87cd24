//! Sound, for scripts and carts: one level, the chains and tracks of a build, what a recording holds.

use crate::files;
use crate::outcome::{Failure, Outcome};
use audio::wav::{WavReader, WavReport};
use clap::Args;
use engine::sound::{LevelSum, ReferenceLevel};
use model::catalogue::Catalogue;
use model::document::PortRef;
use report::{SoundReport, report};
use serde::Serialize;
use std::fs::File;
use std::io::Read;
use std::path::PathBuf;
use std::process::ExitCode;
use units::quantity::{Decibels, Unreadable, signed};

#[derive(Args)]
pub struct LevelArguments {
    /// What the microphone gives at 94 dB SPL: 20mV/Pa
    #[arg(long, value_parser = sensitivity)]
    sensitivity: f64,
    /// How loud it is at the microphone, in dB SPL: 70
    #[arg(long, allow_hyphen_values = true)]
    spl: Decibels,
    /// The gain of the input: 40dB; what brings it to −20 dBFS where not said
    #[arg(long, allow_hyphen_values = true)]
    gain: Option<Decibels>,
    /// What gives 0 dBFS at 0 dB of gain: +24dBu
    #[arg(long, default_value = "+24dBu", allow_hyphen_values = true)]
    full_scale: Decibels,
    /// The input’s noise as it would be at its input: -128dBu
    #[arg(long, default_value = "-128dBu", allow_hyphen_values = true)]
    ein: Decibels,
}

/// Reads `20mV/Pa`, `20`, `0.02 V/Pa`.
fn sensitivity(text: &str) -> Result<f64, Unreadable> {
    let expected = "write it like 20mV/Pa, above 0 and at most 10,000";
    let refuse = || Unreadable::new(text, "a sensitivity", expected);
    let lower = text.trim().to_lowercase();
    let (number, times) = if let Some(number) = lower.strip_suffix("mv/pa") {
        (number, 1.0)
    } else if let Some(number) = lower.strip_suffix("v/pa") {
        (number, 1_000.0)
    } else {
        (lower.as_str(), 1.0)
    };
    let figure: f64 = number.trim().parse().map_err(|_| refuse())?;
    let figure = figure * times;
    (figure > 0.0 && figure <= 10_000.0)
        .then_some(figure)
        .ok_or_else(refuse)
}

#[derive(Serialize)]
struct LevelAnswer {
    mv: f64,
    dbu: f64,
    gain_db: f64,
    dbfs: f64,
    noise_dbfs: f64,
    snr_db: f64,
}

fn rounded(figure: f64, places: i32) -> f64 {
    let unit = 10f64.powi(places);
    (figure * unit).round() / unit
}

pub fn level(arguments: &LevelArguments, json: bool) -> Outcome {
    let sum = LevelSum {
        sensitivity_mv: arguments.sensitivity,
        spl_db: arguments.spl.db(),
        gain_db: arguments.gain.map(Decibels::db),
        full_scale_dbu: arguments.full_scale.db(),
        ein_dbu: arguments.ein.db(),
        reference_dbfs: -20.0,
    };
    let answer = sum.answer();
    if json {
        let ReferenceLevel {
            mv,
            dbu,
            gain_db,
            dbfs,
            noise_dbfs,
            snr_db,
            ..
        } = answer;
        let answer = LevelAnswer {
            mv: rounded(mv, 4),
            dbu: rounded(dbu, 2),
            gain_db: rounded(gain_db, 2),
            dbfs: rounded(dbfs, 2),
            noise_dbfs: rounded(noise_dbfs, 2),
            snr_db: rounded(snr_db, 2),
        };
        say!("{}", serde_json::to_string(&answer)?);
        return Ok(ExitCode::SUCCESS);
    }
    say!("{}", answer.working.result);
    for term in &answer.working.terms {
        say!("  {:24}{}  ({})", term.name, term.value, term.source);
    }
    Ok(ExitCode::SUCCESS)
}

#[derive(Args)]
pub struct SoundArguments {
    /// The production file
    file: PathBuf,
    /// The build, by id or name; the first where not said
    #[arg(long)]
    build: Option<String>,
}

#[derive(Serialize)]
struct SoundAnswer<'a> {
    chains: Vec<Chain<'a>>,
    tracks: Vec<Track<'a>>,
}

#[derive(Serialize)]
struct Chain<'a> {
    source: &'a PortRef,
    recorder: &'a str,
    track: usize,
    dbfs: f64,
    headroom_db: Option<f64>,
    clips_first: Option<&'a str>,
    noise_dbfs: f64,
    snr_db: f64,
    delay_us: u64,
}

#[derive(Serialize)]
struct Track<'a> {
    recorder: &'a str,
    track: usize,
    name: &'a str,
    sources: Vec<&'a str>,
}

pub fn sound(arguments: &SoundArguments, json: bool) -> Outcome {
    let production = files::read(&arguments.file)?.production;
    let build = files::build_of(&production, arguments.build.as_deref(), &arguments.file)?;
    let report = report(&production, &build.id, Catalogue::shipped());
    let report = report.ok_or_else(|| Failure(format!("there is no build “{}”", build.id)))?;
    if json {
        say!("{}", serde_json::to_string(&answer(&report.sound))?);
        return Ok(ExitCode::SUCCESS);
    }
    if report.sound.chains.is_empty() {
        say!("No microphone reaches a track that is written.");
    }
    for chain in &report.sound.chains {
        let room = chain.headroom_db.map_or_else(
            || "nothing clips".into(),
            |room| {
                let first = chain.clips_first.as_deref().unwrap_or("nothing");
                format!("{} dB to where {first} clips", signed(room, 1))
            },
        );
        say!(
            "{} > {} {}: {} dBFS, {room}, {:.1} dB above the noise, {:.1} ms",
            chain.source_name,
            chain.recorder_name,
            chain.track,
            signed(chain.dbfs, 1),
            chain.snr_db,
            chain.delay_us as f64 / 1_000.0
        );
    }
    for sheet in &report.sound.sheets {
        for track in &sheet.tracks {
            say!("{} track {}: {}", sheet.name, track.number, track.name);
        }
    }
    Ok(ExitCode::SUCCESS)
}

fn answer(sound: &SoundReport) -> SoundAnswer<'_> {
    let chains = sound.chains.iter().map(|chain| Chain {
        source: &chain.from,
        recorder: &chain.recorder,
        track: chain.track,
        dbfs: chain.dbfs,
        headroom_db: chain.headroom_db,
        clips_first: chain.clips_first.as_deref(),
        noise_dbfs: chain.noise_dbfs,
        snr_db: chain.snr_db,
        delay_us: chain.delay_us,
    });
    let tracks = sound.sheets.iter().flat_map(|sheet| {
        sheet.tracks.iter().map(|track| Track {
            recorder: &sheet.recorder,
            track: track.number,
            name: &track.name,
            sources: track
                .from
                .iter()
                .map(|place| sheet.sources[*place].heard.as_str())
                .collect(),
        })
    });
    SoundAnswer {
        chains: chains.collect(),
        tracks: tracks.collect(),
    }
}

#[derive(Args)]
pub struct WavArguments {
    /// The recording
    file: PathBuf,
}

/// Read in pieces of this size: as much memory for four gigabytes as for four seconds.
const PIECE: usize = 4 << 20;

pub fn wav(arguments: &WavArguments, json: bool) -> Outcome {
    let at = arguments.file.display();
    let unreadable = |error: std::io::Error| Failure(format!("{at}: {error}"));
    let mut file = File::open(&arguments.file).map_err(unreadable)?;
    let length = file.metadata().map_err(unreadable)?.len();
    let mut reader = WavReader::of_file(Some(length));
    let mut piece = vec![0; PIECE];
    loop {
        let read = file.read(&mut piece).map_err(unreadable)?;
        if read == 0 {
            break;
        }
        reader
            .feed(&piece[..read])
            .map_err(|error| Failure(format!("{at}: {error}")))?;
    }
    let report = reader
        .finish()
        .map_err(|error| Failure(format!("{at}: {error}")))?;
    if json {
        say!("{}", serde_json::to_string(&report)?);
    } else {
        print(&report);
    }
    Ok(ExitCode::SUCCESS)
}

fn print(report: &WavReport) {
    let kind = if report.float { " floating point" } else { "" };
    say!(
        "{} Hz, {} bits{kind}, {} channels, {:.1} s{}",
        report.sample_rate,
        report.bits,
        report.channels.len(),
        report.seconds,
        if report.cut_short {
            ", cut off before its end"
        } else {
            ""
        }
    );
    for (number, channel) in report.channels.iter().enumerate() {
        let lufs = channel.lufs.map_or_else(
            || "no loudness".into(),
            |lufs| format!("{} LUFS", signed(lufs, 1)),
        );
        say!(
            "{:3}  peak {} dBFS, true peak {}, RMS {}, {lufs}, noise {}, DC {}, clipped {}, dropouts {}",
            number + 1,
            signed(channel.peak_dbfs, 1),
            signed(channel.true_peak_dbfs, 1),
            signed(channel.rms_dbfs, 1),
            signed(channel.noise_floor_dbfs, 1),
            signed(channel.dc, 6),
            channel.clipped_runs,
            channel.dropouts
        );
    }
    for pair in &report.pairs {
        let how = if pair.polarity {
            "the same, one of them upside down"
        } else {
            "the same"
        };
        say!("{} and {}: {how}", pair.one, pair.other);
    }
}
