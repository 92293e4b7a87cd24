//! The server and the demo.

use crate::data::{self, default_data, make_folder, may_write, open};
use crate::outcome::{Failure, Outcome};
use clap::Args;
use model::document::{Limits, Production, ProductionFile};
use std::fs;
use std::path::{Path, PathBuf};
use std::process::ExitCode;
use std::time::Duration;
use store::{Held, Store, hold};
use tokio::signal::unix::{SignalKind, signal};

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
    /// Put the demo productions back as they were shipped; the file as it was is kept beside it
    #[arg(long)]
    fresh: bool,
    /// Write the demo productions as files into this folder, and end
    #[arg(long, value_name = "DIR")]
    write: Option<PathBuf>,
    /// With --write: write one generated production of so many devices instead
    #[arg(long, requires = "write", value_name = "DEVICES")]
    floor: Option<usize>,
    /// With --write: write over files that are there
    #[arg(long, requires = "write")]
    force: bool,
}

pub fn serve(arguments: &ServeArguments) -> Outcome {
    let data = arguments.data.clone().unwrap_or_else(default_data);
    let _held = lock(&data)?;
    run(open(&data)?, arguments.port, &[])
}

pub fn demo(arguments: &DemoArguments) -> Outcome {
    if let Some(folder) = &arguments.write {
        return write(folder, arguments.floor, arguments.force);
    }
    let data = arguments
        .data
        .clone()
        .unwrap_or_else(|| default_data().with_file_name("demo.sqlite"));
    let _held = lock(&data)?;
    let new = fs::metadata(&data).map_or(true, |file| file.len() == 0);
    // Whose file it is, is known before anything of it is touched.
    let store = open(&data)?;
    let productions = demo::productions();
    let told = if arguments.fresh && !new {
        let kept = store.ship_anew(&productions)?;
        vec![format!(
            "The demo is as it was shipped; the file as it was is kept as {}",
            kept.display()
        )]
    } else {
        let added = store.ship(&productions)?.into_iter();
        let told = added.map(|name| {
            format!("This program brings a newer demo: it stands beside yours as “{name}”")
        });
        told.collect()
    };
    run(store, arguments.port, &told)
}

/// Keeps a data file for one server at a time, until what is returned is dropped: after the store.
fn lock(data: &Path) -> Result<Held, Failure> {
    make_folder(data)?;
    Ok(hold(data)?)
}

fn run(store: Store, port: u16, told: &[String]) -> Outcome {
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
        // Heard from before anybody knows where it is.
        let stop = stop_signal()?;
        say!("West Rail is at http://{}", listener.local_addr()?);
        for line in told {
            say!("{line}");
        }
        server::serve(listener, store, stop).await?;
        Ok(ExitCode::SUCCESS)
    });
    // What is still being computed for nobody doesn't keep the program: an edit is in its
    // transaction, and is either there or not.
    runtime.shutdown_timeout(Duration::from_millis(250));
    served
}

/// Ends when the program is asked to stop, from the keyboard or by the system.
fn stop_signal() -> std::io::Result<impl Future<Output = ()> + Send + 'static> {
    let mut interrupt = signal(SignalKind::interrupt())?;
    let mut terminate = signal(SignalKind::terminate())?;
    Ok(async move {
        tokio::select! {
            _ = interrupt.recv() => {}
            _ = terminate.recv() => {}
        }
    })
}

fn write(folder: &Path, floor: Option<usize>, force: bool) -> Outcome {
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
    let path = |name: &str| folder.join(format!("{name}.west-rail.json"));
    // All of them or none.
    for (name, _) in &files {
        may_write(&path(name), force)?;
    }
    for (name, production) in files {
        let path = path(&name);
        data::write(&path, &ProductionFile::of(production).to_text(), force)?;
        say!("{}", path.display());
    }
    Ok(ExitCode::SUCCESS)
}
