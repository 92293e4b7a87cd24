//! `west-rail`: serve the application, run the demo, check a file, and calculate, without a
//! browser. A bad argument is one clear line on standard error and exit status 2.

/// Prints a line. A reader that has gone (`west-rail check … | head`) is no fault of ours.
macro_rules! say {
    ($($text:tt)*) => {{
        use std::io::Write as _;
        let _ = writeln!(std::io::stdout(), $($text)*);
    }};
}

mod backup;
mod calculate;
mod check;
mod data;
mod day;
mod files;
mod outcome;
mod power;
mod rig;
mod serve;
mod sound;
mod timecode;

use clap::{Parser, Subcommand};
use outcome::Failure;
use std::process::ExitCode;

#[derive(Parser)]
#[command(
    name = "west-rail",
    version,
    about = "Map a camera package: what arrives where, whether it fits, how long it records"
)]
struct Arguments {
    /// Print one JSON object instead of text
    #[arg(long, global = true)]
    json: bool,
    #[command(subcommand)]
    task: Task,
}

#[derive(Subcommand)]
enum Task {
    /// Serve the application from a data file
    Serve(serve::ServeArguments),
    /// Serve the application with the demo productions
    Demo(serve::DemoArguments),
    /// Check a production file: findings, arrivals, recordings
    Check(check::CheckArguments),
    /// What a picture needs on SDI and HDMI, and how far a coaxial cable carries it
    Carry(calculate::CarryArguments),
    /// How long a codec records on a card
    RecordTime(calculate::RecordTimeArguments),
    /// Cards for a day, their changes, and when the last copy is verified
    Day(day::DayArguments),
    /// What a microphone gives, the gain that it wants, and how noisy that is
    Level(sound::LevelArguments),
    /// Levels, noise and tracks of a build’s sound
    Sound(sound::SoundArguments),
    /// What each channel of a WAV recording holds
    Wav(sound::WavArguments),
    /// The label of a frame, the frame of a label, and when it begins
    Timecode(timecode::TimecodeArguments),
    /// How far clocks run apart, and when to set them again
    Drift(timecode::DriftArguments),
    /// Linear timecode as sound: make, read, compare, stamp
    #[command(subcommand)]
    Ltc(timecode::LtcTask),
    /// How long a battery lasts under its loads
    Runtime(power::RuntimeArguments),
    /// What feeds what in a build, for how long, and what is lost with it
    Power(power::PowerArguments),
    /// What mounts on what in a build: mass, balance, joints, steps; from one build to another
    Rig(rig::RigArguments),
    /// Write a production of a data file to standard output, as a file
    Export(files::ExportArguments),
    /// Read a production file into a data file
    Import(files::ImportArguments),
    /// Copy a data file, also while it is being served
    Backup(backup::BackupArguments),
    /// Put a backup in the place of a data file, which is kept beside it
    Restore(backup::RestoreArguments),
}

/// A report is made of many small texts: this allocator is good at those.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn main() -> ExitCode {
    let arguments = match Arguments::try_parse() {
        Ok(arguments) => arguments,
        Err(error) if !error.use_stderr() => {
            // Help and version are answers, not errors.
            let _ = error.print();
            return ExitCode::SUCCESS;
        }
        Err(error) => {
            let text = error.to_string();
            let line: Vec<&str> = text
                .lines()
                .map(str::trim)
                .take_while(|line| !line.starts_with("Usage:") && !line.starts_with("For more"))
                .filter(|line| !line.is_empty())
                .collect();
            eprintln!("{}", line.join(" "));
            return ExitCode::from(2);
        }
    };
    let json = arguments.json;
    let outcome = match arguments.task {
        Task::Serve(arguments) => serve::serve(&arguments),
        Task::Demo(arguments) => serve::demo(&arguments),
        Task::Check(arguments) => check::check(&arguments, json),
        Task::Carry(arguments) => calculate::carry(&arguments, json),
        Task::RecordTime(arguments) => calculate::record_time(&arguments, json),
        Task::Day(arguments) => day::day(&arguments, json),
        Task::Level(arguments) => sound::level(&arguments, json),
        Task::Sound(arguments) => sound::sound(&arguments, json),
        Task::Wav(arguments) => sound::wav(&arguments, json),
        Task::Timecode(arguments) => timecode::timecode(&arguments, json),
        Task::Drift(arguments) => timecode::drift(&arguments, json),
        Task::Ltc(task) => timecode::ltc(&task, json),
        Task::Runtime(arguments) => power::runtime(&arguments, json),
        Task::Power(arguments) => power::power(&arguments, json),
        Task::Rig(arguments) => rig::rig(&arguments, json),
        Task::Export(arguments) => files::export(&arguments),
        Task::Import(arguments) => files::import(&arguments, json),
        Task::Backup(arguments) => backup::backup(&arguments),
        Task::Restore(arguments) => backup::restore(&arguments),
    };
    outcome.unwrap_or_else(|Failure(line)| {
        eprintln!("error: {line}");
        ExitCode::from(2)
    })
}
