//! Copies of a data file, and back.

use crate::serve::lock;
use crate::{Failure, Outcome, default_data};
use clap::Args;
use std::path::{Path, PathBuf};
use std::process::ExitCode;
use west_rail_store::{Store, StoreError};

#[derive(Args)]
pub struct BackupArguments {
    /// Where the copy goes; one that is there is written over
    to: PathBuf,
    /// The data file
    #[arg(long)]
    data: Option<PathBuf>,
}

#[derive(Args)]
pub struct RestoreArguments {
    /// The backup
    from: PathBuf,
    /// The data file
    #[arg(long)]
    data: Option<PathBuf>,
}

pub fn backup(arguments: &BackupArguments) -> Outcome {
    let data = arguments.data.clone().unwrap_or_else(default_data);
    Store::backup(&data, &arguments.to).map_err(|error| at(&data, &error))?;
    say!("{} is copied to {}", data.display(), arguments.to.display());
    Ok(ExitCode::SUCCESS)
}

pub fn restore(arguments: &RestoreArguments) -> Outcome {
    let data = arguments.data.clone().unwrap_or_else(default_data);
    let _held = lock(&data)?;
    let kept = Store::restore_backup(&arguments.from, &data);
    match kept.map_err(|error| at(&arguments.from, &error))? {
        Some(kept) => say!(
            "{} is restored; what was there is kept as {}",
            data.display(),
            kept.display()
        ),
        None => say!("{} is restored", data.display()),
    }
    Ok(ExitCode::SUCCESS)
}

fn at(path: &Path, error: &StoreError) -> Failure {
    Failure(format!("{}: {error}", path.display()))
}
