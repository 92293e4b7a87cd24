//! The media of a day, for scripts and carts.

use crate::files;
use crate::outcome::{Failure, Outcome};
use clap::Args;
use engine::record::day::{Bound, DayAnswer, Swap};
use model::catalogue::Catalogue;
use report::day_of;
use serde::Serialize;
use std::path::PathBuf;
use std::process::ExitCode;

#[derive(Args)]
pub struct DayArguments {
    /// The production file
    file: PathBuf,
    /// The build, by id or name; the first where not said
    #[arg(long)]
    build: Option<String>,
}

#[derive(Serialize)]
struct Answer<'a> {
    cards_needed: u32,
    cards_without_reuse: u32,
    swaps: &'a [Swap],
    wrap_seconds: u64,
    last_copy_done_seconds: u64,
    last_copy_done_at: &'a str,
    limit: Bound,
    bytes: u64,
}

/// Cards, their changes and their copies; exit status 0.
pub fn day(arguments: &DayArguments, json: bool) -> Outcome {
    let production = files::read(&arguments.file)?.production;
    let build = files::build_of(&production, arguments.build.as_deref(), &arguments.file)?;
    let day = day_of(&production, &build.id, Catalogue::shipped()).flatten();
    let day = day.ok_or_else(|| {
        Failure(format!(
            "{}: build “{}” has no schedule, or nothing in it records",
            arguments.file.display(),
            build.id
        ))
    })?;
    if json {
        let DayAnswer {
            cards_needed,
            cards_without_reuse,
            swaps,
            wrap_seconds,
            last_copy_done_seconds,
            last_copy_done_at,
            limit,
            bytes,
            ..
        } = &day;
        let answer = Answer {
            cards_needed: *cards_needed,
            cards_without_reuse: *cards_without_reuse,
            swaps,
            wrap_seconds: *wrap_seconds,
            last_copy_done_seconds: *last_copy_done_seconds,
            last_copy_done_at,
            limit: *limit,
            bytes: *bytes,
        };
        say!("{}", serde_json::to_string(&answer)?);
        return Ok(ExitCode::SUCCESS);
    }
    for sentence in &day.says {
        say!("{sentence}");
    }
    for swap in &day.swaps {
        let card = swap.card.as_deref().unwrap_or("out, and nothing after it");
        say!("{}  {}: {card}", swap.at, swap.name);
    }
    Ok(ExitCode::SUCCESS)
}
