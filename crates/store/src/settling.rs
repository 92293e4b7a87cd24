//! Between edits the data file is whole by itself. SQLite writes to a second file beside it, and from there
//! into the data file only now and then: whoever copies the one without the other has an old state of it, or
//! nothing. So what was written is carried over as soon as nobody writes; and as long as it isn't, the data
//! file says so itself, so that a copy of it alone is known for what it is.

use crate::error::Result;
use rusqlite::Connection;
use std::path::Path;
use std::sync::mpsc::{Receiver, RecvTimeoutError, Sender, channel};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use std::thread::{self, JoinHandle};
use std::time::Duration;

/// Nobody writes any more when nobody has for so long.
const IDLE: Duration = Duration::from_millis(300);

/// So often it is tried to carry everything over, and so long is waited in between.
const TRIES: usize = 20;
const PAUSE: Duration = Duration::from_millis(5);

/// A connection that several threads write through.
pub type Shared = Arc<Mutex<Connection>>;

/// The connection, once nobody else writes.
pub fn lock(connection: &Shared) -> MutexGuard<'_, Connection> {
    // A panic while it was held left a transaction that rolled back: the connection is sound.
    connection.lock().unwrap_or_else(PoisonError::into_inner)
}

/// Says in the data file that the newest changes stand beside it.
pub fn unsettled(connection: &Connection) -> Result<()> {
    connection
        .prepare_cached("UPDATE state SET unsettled = 1 WHERE unsettled = 0")?
        .execute([])?;
    Ok(())
}

/// Carries what stands beside the data file over into it. That nothing is missing is the last that is carried
/// over: a copy that says so has everything.
pub fn settle(connection: &Connection) -> Result<()> {
    connection.execute("UPDATE state SET unsettled = 0", [])?;
    // Whoever carries something over just now isn't waited for by SQLite itself.
    for _ in 0..TRIES {
        if carry_over(connection, "TRUNCATE")? {
            break;
        }
        thread::sleep(PAUSE);
    }
    Ok(())
}

/// Carries over what can be; whether that was all. One who reads meanwhile keeps some of it from being carried
/// over: then it is done the next time.
fn carry_over(connection: &Connection, how: &str) -> Result<bool> {
    let statement = format!("PRAGMA wal_checkpoint({how})");
    Ok(connection.query_row(&statement, [], |row| Ok(!row.get::<_, bool>(0)?))?)
}

/// Settles a data file whenever it was written to, on a thread of its own, and once more at its end.
pub struct Settling {
    /// `None` once it is to end.
    written: Option<Sender<()>>,
    thread: Option<JoinHandle<()>>,
}

impl Settling {
    pub fn of(path: &Path, connection: &Shared) -> Result<Self> {
        let (written, told) = channel();
        // Of its own, so that an edit doesn't wait while large changes are carried over.
        let beside = Connection::open(path)?;
        let connection = connection.clone();
        let run = move || settling(&told, &beside, &connection);
        let thread = thread::Builder::new().name("settling".into()).spawn(run);
        Ok(Self {
            written: Some(written),
            // Without a thread SQLite carries things over as it does by itself.
            thread: thread.ok(),
        })
    }

    /// Something was written.
    pub fn written(&self) {
        if let Some(written) = &self.written {
            let _ = written.send(());
        }
    }
}

fn settling(told: &Receiver<()>, beside: &Connection, connection: &Shared) {
    while told.recv().is_ok() {
        // What can't be carried over now (the disk is full, say) is where it is, and safe there.
        let _ = carry_over(beside, "PASSIVE");
        let ended = loop {
            match told.recv_timeout(IDLE) {
                Ok(()) => {}
                Err(end) => break end == RecvTimeoutError::Disconnected,
            }
        };
        let _ = settle(&lock(connection));
        if ended {
            break;
        }
    }
}

impl Drop for Settling {
    fn drop(&mut self) {
        self.written = None;
        if let Some(thread) = self.thread.take() {
            let _ = thread.join();
        }
    }
}
