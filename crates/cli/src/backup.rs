//! Copies of a data file, and back.

use crate::data::default_data;
use crate::data::make_folder;
use crate::outcome::Outcome;
use clap::Args;
use std::path::PathBuf;
use std::process::ExitCode;
use store::restore_backup;

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
    store::backup(&data, &arguments.to)?;
    say!("{} is copied to {}", data.display(), arguments.to.display());
    Ok(ExitCode::SUCCESS)
}

pub fn restore(arguments: &RestoreArguments) -> Outcome {
    let data = arguments.data.clone().unwrap_or_else(default_data);
    make_folder(&data)?;
    let restored = restore_backup(&arguments.from, &data)?;
    let productions = match restored.productions {
        1 => "1 production".into(),
        number => format!("{number} productions"),
    };
    let kept = restored.kept.map_or_else(String::new, |kept| {
        format!("; what was there is kept as {}", kept.display())
    });
    say!("{} is restored: {productions}{kept}", data.display());
    if let Some(missing) = restored.missing {
        say!(
            "The backup was copied while it was being written to: its newest changes stand in {}, which isn’t there",
            missing.display()
        );
    }
    Ok(ExitCode::SUCCESS)
}
