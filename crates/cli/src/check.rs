//! The check of a production file, for scripts and carts.

use crate::files;
use crate::outcome::{Failure, Outcome};
use check::{Finding, Severity};
use clap::Args;
use model::catalogue::Catalogue;
use plan::report_with_fixes_until;
use report::{ArrivalReport, RecordingReport, Report, Standing, Verdict};
use runtime::interrupt::Interrupt;
use serde::Serialize;
use std::path::PathBuf;
use std::process::ExitCode;
use std::thread;
use std::time::Duration;

#[derive(Args)]
pub struct CheckArguments {
    /// The production file
    file: PathBuf,
    /// The build, by id or name; the first where not said
    #[arg(long)]
    build: Option<String>,
    /// Fixes are looked for so long, in seconds
    #[arg(long, value_name = "SECONDS", default_value_t = 20)]
    patience: u64,
}

#[derive(Serialize)]
struct Answer<'a> {
    production: &'a str,
    build: &'a str,
    verdict: &'a Verdict,
    findings: &'a [Finding],
    arrivals: &'a [ArrivalReport],
    recordings: &'a [RecordingReport],
    /// Findings for which no fixes were looked for: the floor is large, or it would have taken too long.
    fixes_left_out: usize,
}

/// Exit status 0 without stops, 1 with.
pub fn check(arguments: &CheckArguments, json: bool) -> Outcome {
    let production = files::read(&arguments.file)?.production;
    let build = files::build_of(&production, arguments.build.as_deref(), &arguments.file)?;
    let stop = Interrupt::default();
    let patience = Duration::from_secs(arguments.patience);
    // It ends with the program.
    let timer = stop.clone();
    thread::spawn(move || {
        thread::sleep(patience);
        timer.raise();
    });
    let found = report_with_fixes_until(&production, &build.id, Catalogue::shipped(), &stop);
    let (report, left) =
        found.ok_or_else(|| Failure(format!("there is no build “{}”", build.id)))?;
    if json {
        let Report {
            verdict,
            findings,
            arrivals,
            recordings,
            ..
        } = &report;
        let answer = Answer {
            production: &production.name,
            build: &build.id,
            verdict,
            findings,
            arrivals,
            recordings,
            fixes_left_out: left,
        };
        say!("{}", serde_json::to_string(&answer)?);
    } else {
        print(&production.name, &build.name, &report);
        if left > 0 {
            let findings = if left == 1 {
                "1 finding"
            } else {
                &format!("{left} findings")
            };
            let why = match stop.is_raised() {
                true => format!(
                    "it would have taken longer than {} s (--patience)",
                    patience.as_secs()
                ),
                false => "the floor is large".into(),
            };
            say!("\nFixes of {findings} weren’t looked for: {why}.");
        }
    }
    Ok(ExitCode::from(u8::from(report.verdict.stops > 0)))
}

fn print(production: &str, build: &str, report: &Report) {
    say!(
        "{production} · {build} · {}\n{}",
        report.format,
        report.verdict.text
    );
    for finding in &report.findings {
        let severity = match finding.severity {
            Severity::Stop => "stop",
            Severity::Caution => "caution",
            Severity::Note => "note",
        };
        say!(
            "\n{severity} {}: {}\n  {}",
            finding.code,
            finding.text,
            finding.reason
        );
        for fix in &finding.fixes {
            say!("  fix: {}", fix.title);
        }
        if let Some(why) = &finding.stuck {
            say!("  no fix: {why}");
        }
    }
    say!("\nArrivals");
    for row in &report.arrivals {
        let standing = match row.standing {
            Standing::Ok => "ok",
            Standing::Caution => "caution",
            Standing::Stop => "stop",
        };
        let picture = row.picture.as_ref().map_or_else(
            || "nothing".into(),
            |picture| format!("{}, {}", picture.format, picture.delay),
        );
        say!("  {standing:8}{}: {picture}", row.name);
    }
    say!("\nRecordings");
    for row in &report.recordings {
        say!("  {}", row.says);
    }
}
