//! The server and the demo.

use crate::{Failure, Outcome, default_data};
use clap::Args;
use std::fs::{self, File, TryLockError};
use std::path::{Path, PathBuf};
use std::process::ExitCode;
use std::time::Duration;
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
    let _held = lock(&data)?;
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
    let _held = lock(&data)?;
    if arguments.fresh {
        remove(&data)?;
    }
    let new = !data.exists();
    let store = open(&data)?;
    // A start that was cut short left the tables and nothing in them.
    if new || store.is_untouched()? {
        let productions = demo::productions();
        store.create_all(productions.iter().map(|(_, production)| production))?;
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

/// Keeps a data file for one server at a time, until what is returned is dropped.
pub fn lock(data: &Path) -> Result<File, Failure> {
    make_folder(data)?;
    let mut name = data.as_os_str().to_owned();
    name.push(".lock");
    let path = PathBuf::from(name);
    let failed = |why: String| Failure(format!("{}: {why}", path.display()));
    let file = File::create(&path).map_err(|error| failed(error.to_string()))?;
    match file.try_lock() {
        Ok(()) => Ok(file),
        Err(TryLockError::WouldBlock) => Err(Failure(format!(
            "{}: another West Rail serves this data file; use that one, or name another with --data",
            data.display()
        ))),
        Err(TryLockError::Error(error)) => Err(failed(error.to_string())),
    }
}

/// Opens a data file, making its folder where it isn't there.
pub fn open(data: &Path) -> Result<Store, Failure> {
    make_folder(data)?;
    Store::open(data).map_err(|error| Failure(format!("{}: {error}", data.display())))
}

fn make_folder(data: &Path) -> Result<(), Failure> {
    if let Some(folder) = data
        .parent()
        .filter(|folder| !folder.as_os_str().is_empty())
    {
        fs::create_dir_all(folder)
            .map_err(|error| Failure(format!("{}: {error}", folder.display())))?;
    }
    Ok(())
}

fn run(store: Store, port: u16) -> Outcome {
    tracing_subscriber::fmt()
        .with_writer(std::io::stderr)
        .without_time()
        .init();
    let runtime = tokio::runtime::Builder::new_multi_thread()
        .enable_all()
        .build()?;
    let served = runtime.block_on(async {
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
    });
    // What is still being computed for nobody doesn't keep the program: an edit is in its
    // transaction, and is either there or not.
    runtime.shutdown_timeout(Duration::from_millis(250));
    served
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
