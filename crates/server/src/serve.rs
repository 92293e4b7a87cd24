//! Connections: how many at once, how long each may take, and how they end.

use crate::app::App;
use crate::router::router;
use crate::state::events::STREAMS;
use hyper::server::conn::http1;
use hyper_util::rt::{TokioIo, TokioTimer};
use hyper_util::server::graceful::GracefulShutdown;
use hyper_util::service::TowerToHyperService;
use std::io;
use std::sync::Arc;
use std::time::Duration;
use store::Store;
use tokio::net::{TcpListener, TcpStream};
use tokio::sync::{OwnedSemaphorePermit, Semaphore, watch};
use tokio_io_timeout::TimeoutStream;

/// Connections at once, so that there are some beside all streams: the rest wait until one ends.
const CONNECTIONS: usize = 2 * STREAMS;
/// A request's head must come within this, and a connection may be idle so long.
const HEAD: Duration = Duration::from_secs(10);
/// A client that reads nothing for so long is gone: what it was sent is in memory until it reads it.
const READS: Duration = Duration::from_secs(10);
/// What open requests are given to be answered when the server ends.
const GRACE: Duration = Duration::from_millis(1_500);

/// Serves until `stop` ends: open requests are answered while there is time, event streams are closed,
/// and whoever sends or reads too slowly is cut off.
pub async fn serve(
    listener: TcpListener,
    store: Store,
    stop: impl Future<Output = ()> + Send + 'static,
) -> io::Result<()> {
    let (stopping, watched) = watch::channel(false);
    let service = TowerToHyperService::new(router(App::new(store, watched)));
    let mut http = http1::Builder::new();
    http.timer(TokioTimer::new()).header_read_timeout(HEAD);
    let graceful = GracefulShutdown::new();
    let places = Arc::new(Semaphore::new(CONNECTIONS));
    tokio::pin!(stop);
    loop {
        let (stream, place) = tokio::select! {
            () = &mut stop => break,
            accepted = accept(&listener, &places) => accepted,
        };
        let mut stream = TimeoutStream::new(stream);
        stream.set_write_timeout(Some(READS));
        let connection = http.serve_connection(TokioIo::new(Box::pin(stream)), service.clone());
        let connection = graceful.watch(connection);
        tokio::spawn(async move {
            // A client that went away is nobody's fault.
            let _ = connection.await;
            drop(place);
        });
    }
    // Nobody is left to tell where there was no stream.
    let _ = stopping.send(true);
    tokio::select! {
        () = graceful.shutdown() => {}
        () = tokio::time::sleep(GRACE) => {}
    }
    Ok(())
}

/// The next connection, once there is a place for it.
async fn accept(
    listener: &TcpListener,
    places: &Arc<Semaphore>,
) -> (TcpStream, Option<OwnedSemaphorePermit>) {
    let place = places.clone().acquire_owned().await.ok();
    loop {
        match listener.accept().await {
            Ok((stream, _)) => return (stream, place),
            Err(error) => {
                // Too many open files, say: it passes.
                tracing::warn!("a connection wasn’t accepted: {error}");
                tokio::time::sleep(Duration::from_millis(100)).await;
            }
        }
    }
}
