//! Copies of a data file, and back.

use crate::serve::lock;
use crate::{Outcome, default_data};
use clap::Args;
use std::path::PathBuf;
use std::process::ExitCode;
use west_rail_store::Store;

#[derive(Args)]
pub struct BackupArguments {
    /// Where the copy goes; a backup that is there is written over
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
    Store::backup(&data, &arguments.to)?;
    say!("{} is copied to {}", data.display(), arguments.to.display());
    Ok(ExitCode::SUCCESS)
}

pub fn restore(arguments: &RestoreArguments) -> Outcome {
    let data = arguments.data.clone().unwrap_or_else(default_data);
    let _held = lock(&data)?;
    match Store::restore_backup(&arguments.from, &data)? {
        Some(kept) => say!(
            "{} is restored; what was there is kept as {}",
            data.display(),
            kept.display()
        ),
        None => say!("{} is restored", data.display()),
    }
    Ok(ExitCode::SUCCESS)
}
