//! Productions between a data file and the open file format.

use crate::data::{default_data, may_write, open_beside, write};
use crate::outcome::{Failure, Outcome};
use clap::Args;
use model::document::{Build, Production, ProductionFile};
use std::io::{Read, Write};
use std::path::{Path, PathBuf};
use std::process::ExitCode;

#[derive(Args)]
pub struct ExportArguments {
    /// The production: its id or its name
    production: String,
    /// The data file
    #[arg(long)]
    data: Option<PathBuf>,
    /// The file to write; standard output where not said
    #[arg(long, value_name = "FILE")]
    to: Option<PathBuf>,
    /// With --to: write over a file that is there
    #[arg(long, requires = "to")]
    force: bool,
}

#[derive(Args)]
pub struct ImportArguments {
    /// The production file
    file: PathBuf,
    /// The data file
    #[arg(long)]
    data: Option<PathBuf>,
}

/// The largest production file that is read, in bytes: as the server takes them.
const LARGEST: u64 = server::FILE_BYTES as u64;

pub fn export(arguments: &ExportArguments) -> Outcome {
    let data = arguments.data.clone().unwrap_or_else(default_data);
    if !data.exists() {
        return Err(Failure(format!(
            "{}: there is no such data file; name one with --data",
            data.display()
        )));
    }
    if let Some(to) = &arguments.to {
        may_write(to, arguments.force)?;
    }
    let (_held, store) = open_beside(&data)?;
    let wanted = &arguments.production;
    let entries = store.list()?;
    let found = entries
        .iter()
        .find(|entry| entry.id == *wanted || entry.name == *wanted);
    let entry = found.ok_or_else(|| {
        let ids: Vec<&str> = entries.iter().map(|entry| entry.id.as_str()).collect();
        let there_are = if ids.is_empty() {
            "it holds none".into()
        } else {
            format!("it holds {}", ids.join(", "))
        };
        Failure(format!(
            "{}: there is no production “{wanted}”; {there_are}",
            data.display()
        ))
    })?;
    let text = ProductionFile::of(Production::clone(&store.get(&entry.id)?.production)).to_text();
    match &arguments.to {
        Some(to) => {
            write(to, &text, arguments.force)?;
            say!("{}", to.display());
        }
        None => std::io::stdout().write_all(text.as_bytes())?,
    }
    Ok(ExitCode::SUCCESS)
}

pub fn import(arguments: &ImportArguments, json: bool) -> Outcome {
    let file = read(&arguments.file)?;
    let data = arguments.data.clone().unwrap_or_else(default_data);
    let (_held, store) = open_beside(&data)?;
    let kept = store.create(&file.production)?;
    drop(store);
    if json {
        say!(
            "{}",
            serde_json::json!({ "id": kept.id, "name": kept.production.name })
        );
    } else {
        say!("{} is kept as {}", kept.production.name, kept.id);
    }
    Ok(ExitCode::SUCCESS)
}

/// Reads a production file; the failure says where and why.
pub fn read(path: &Path) -> Result<ProductionFile, Failure> {
    let failure = |why: String| Failure(format!("{}: {why}", path.display()));
    let file = std::fs::File::open(path).map_err(|error| failure(error.to_string()))?;
    let most = LARGEST / 1_000_000;
    let size = file.metadata().map_or(0, |file| file.len());
    if size > LARGEST {
        let size = size / 1_000_000;
        return Err(failure(format!(
            "the file has {size} MB; production files are read up to {most} MB"
        )));
    }
    // Pipes and devices don't say how much comes: no more is read than is taken.
    let mut bytes = Vec::new();
    let read = file.take(LARGEST + 1).read_to_end(&mut bytes);
    read.map_err(|error| failure(error.to_string()))?;
    if bytes.len() as u64 > LARGEST {
        return Err(failure(format!(
            "production files are read up to {most} MB; this one has more"
        )));
    }
    let text = String::from_utf8(bytes)
        .map_err(|_| failure("this isn’t text: a production file is JSON in UTF-8".into()))?;
    ProductionFile::read(&text).map_err(|error| failure(error.to_string()))
}

/// A build of a production, by id or name; the first where none is named.
pub fn build_of<'a>(
    production: &'a Production,
    name: Option<&str>,
    file: &Path,
) -> Result<&'a Build, Failure> {
    let Some(name) = name else {
        // A file without a build isn't read at all.
        return Ok(&production.builds[0]);
    };
    let mut builds = production.builds.iter();
    let found = builds.find(|build| build.id == name || build.name == name);
    found.ok_or_else(|| {
        let ids: Vec<&str> = production
            .builds
            .iter()
            .map(|build| build.id.as_str())
            .collect();
        Failure(format!(
            "{}: there is no build “{name}”; there are {}",
            file.display(),
            ids.join(", ")
        ))
    })
}
