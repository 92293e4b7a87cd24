//! The server and the demo.

use crate::{Failure, Outcome, default_data};
use clap::Args;
use std::fs;
use std::path::{Path, PathBuf};
use std::process::ExitCode;
use west_rail_core::demo;
use west_rail_core::document::{Limits, Production, ProductionFile};
use west_rail_store::Store;

#[derive(Args)]
pub struct ServeArguments {
    /// The data file
    #[arg(long)]
    data: Option<PathBuf>,
    /// The port on 127.0.0.1
    #[arg(long, default_value_t = 4870)]
    port: u16,
}

#[derive(Args)]
pub struct DemoArguments {
    /// The data file
    #[arg(long)]
    data: Option<PathBuf>,
    /// The port on 127.0.0.1
    #[arg(long, default_value_t = 4870)]
    port: u16,
    /// Start over: forget what was changed in the demo
    #[arg(long)]
    fresh: bool,
    /// Write the demo productions as files into this folder, and end
    #[arg(long, value_name = "DIR")]
    write: Option<PathBuf>,
    /// With --write: write one generated production of so many devices instead
    #[arg(long, requires = "write", value_name = "DEVICES")]
    floor: Option<usize>,
}

pub fn serve(arguments: &ServeArguments) -> Outcome {
    let data = arguments.data.clone().unwrap_or_else(default_data);
    run(open(&data)?, arguments.port)
}

pub fn demo(arguments: &DemoArguments) -> Outcome {
    if let Some(folder) = &arguments.write {
        return write(folder, arguments.floor);
    }
    let data = arguments
        .data
        .clone()
        .unwrap_or_else(|| default_data().with_file_name("demo.sqlite"));
    if arguments.fresh {
        remove(&data)?;
    }
    let new = !data.exists();
    let store = open(&data)?;
    if new {
        for (_, production) in demo::productions() {
            store.create(&production)?;
        }
    }
    run(store, arguments.port)
}

/// Removes a data file with the files that SQLite keeps beside it.
fn remove(data: &Path) -> Result<(), Failure> {
    for ending in ["", "-wal", "-shm"] {
        let mut name = data.as_os_str().to_owned();
        name.push(ending);
        match fs::remove_file(&name) {
            Err(error) if error.kind() != std::io::ErrorKind::NotFound => {
                return Err(Failure(format!(
                    "{}: {error}",
                    PathBuf::from(name).display()
                )));
            }
            _ => {}
        }
    }
    Ok(())
}

/// Opens a data file, making its folder where it isn't there.
pub fn open(data: &Path) -> Result<Store, Failure> {
    if let Some(folder) = data
        .parent()
        .filter(|folder| !folder.as_os_str().is_empty())
    {
        fs::create_dir_all(folder)
            .map_err(|error| Failure(format!("{}: {error}", folder.display())))?;
    }
    Store::open(data).map_err(|error| Failure(format!("{}: {error}", data.display())))
}

fn run(store: Store, port: u16) -> Outcome {
    tracing_subscriber::fmt()
        .with_writer(std::io::stderr)
        .without_time()
        .init();
    let runtime = tokio::runtime::Builder::new_multi_thread()
        .enable_all()
        .build()?;
    runtime.block_on(async {
        let listener = tokio::net::TcpListener::bind(("127.0.0.1", port))
            .await
            .map_err(|error| {
                Failure(format!(
                    "127.0.0.1:{port} can’t be used ({error}); choose another with --port"
                ))
            })?;
        say!("West Rail is at http://{}", listener.local_addr()?);
        west_rail_server::serve(listener, store, stop_signal()).await?;
        Ok(ExitCode::SUCCESS)
    })
}

/// Ends when the program is asked to stop, from the keyboard or by the system.
async fn stop_signal() {
    let interrupt = tokio::signal::ctrl_c();
    match tokio::signal::unix::signal(tokio::signal::unix::SignalKind::terminate()) {
        Ok(mut terminate) => {
            tokio::select! {
                _ = interrupt => {}
                _ = terminate.recv() => {}
            }
        }
        Err(_) => {
            let _ = interrupt.await;
        }
    }
}

fn write(folder: &Path, floor: Option<usize>) -> Outcome {
    let files: Vec<(String, Production)> = match floor {
        Some(devices) if (1..=Limits::DEVICES).contains(&devices) => {
            vec![(format!("floor-{devices}"), demo::floor(devices))]
        }
        Some(devices) => {
            return Err(Failure(format!(
                "--floor takes 1 to {} devices, not {devices}",
                Limits::DEVICES
            )));
        }
        None => demo::productions()
            .into_iter()
            .map(|(name, production)| (name.to_string(), production))
            .collect(),
    };
    fs::create_dir_all(folder)
        .map_err(|error| Failure(format!("{}: {error}", folder.display())))?;
    for (name, production) in files {
        let path = folder.join(format!("{name}.west-rail.json"));
        fs::write(&path, ProductionFile::of(production).to_text())
            .map_err(|error| Failure(format!("{}: {error}", path.display())))?;
        say!("{}", path.display());
    }
    Ok(ExitCode::SUCCESS)
}
