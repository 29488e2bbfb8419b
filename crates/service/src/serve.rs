//! Listening: a bounded number of connections, none of which can keep the others out, each bounded in time, and an end that loses nothing and takes no more than
//! [`LONGEST_STOP`].

use crate::crowd::{Crowd, Moving, Seat, Watched};
use crate::guard::Peer;
use axum::Router;
use axum::body::Body;
use hyper::body::Incoming;
use hyper::server::conn::http1;
use hyper::service::service_fn;
use hyper_util::rt::{TokioIo, TokioTimer};
use hyper_util::server::graceful::{GracefulConnection, GracefulShutdown};
use rustix::process::{Resource, getrlimit};
use std::net::SocketAddr;
use std::pin::pin;
use std::sync::Arc;
use std::time::Duration;
use tokio::net::{TcpListener, TcpStream};
use tokio::signal::unix::{SignalKind, signal};
use tokio_io_timeout::TimeoutStream;
use tower::ServiceExt;
use wide_fold_kept::Store;

/// A connection that has not sent the head of a request for so long is closed.
const HEAD: Duration = Duration::from_secs(20);

/// A reader who takes nothing of an answer for so long is given up.
const UNREAD: Duration = Duration::from_secs(20);

/// No more connections at once, however many files the process may open; who comes then takes the place of one who is idle.
const MOST_CONNECTIONS: u64 = 200;

/// Files that are open besides connections: the database, its log, the program's own.
const OTHER_FILES: u64 = 40;

/// The head of a request is at most this long, in bytes.
const LONGEST_HEAD: usize = 32 * 1024;

/// How long running requests may go on once the end is asked for.
const LAST_REQUESTS: Duration = Duration::from_secs(4);

/// The process is gone this long after it was asked to end, whatever still runs.
pub const LONGEST_STOP: Duration = Duration::from_secs(9);

/// Serves `app` at `addr` until the process is asked to end (SIGINT, SIGTERM or SIGHUP), and closes the store. `ready` is told
/// the address that was bound.
///
/// # Errors
/// A sentence, if the address cannot be listened on or the store could not be closed.
pub fn serve(addr: SocketAddr, store: Store, ready: impl FnOnce(SocketAddr)) -> Result<(), String> {
    let runtime = tokio::runtime::Builder::new_multi_thread()
        .worker_threads(2)
        .enable_all()
        .build()
        .map_err(|error| format!("the service cannot start: {error}"))?;
    let app = crate::app(store.clone());
    let served: Result<(), String> = runtime.block_on(async {
        let mut ends = [SignalKind::interrupt(), SignalKind::terminate(), SignalKind::hangup()]
            .map(|kind| signal(kind).map_err(|error| format!("the end cannot be waited for: {error}")))
            .into_iter()
            .collect::<Result<Vec<_>, _>>()?;
        let listener = TcpListener::bind(addr)
            .await
            .map_err(|error| format!("{addr} cannot be listened on: {error}"))?;
        crate::desk::on_disk::sweep();
        store.sweep();
        drop(tokio::spawn(crate::desk::backups::by_itself(store.clone())));
        ready(listener.local_addr().map_err(|error| error.to_string())?);
        let asked = async {
            let any = ends.iter_mut().map(|end| Box::pin(end.recv()));
            futures_util::future::select_all(any).await;
        };
        until(asked, listener, app).await;
        Ok(())
    });
    // From here on the end is near, whatever hangs.
    std::thread::spawn(|| {
        std::thread::sleep(LONGEST_STOP - LAST_REQUESTS);
        std::process::exit(1);
    });
    runtime.shutdown_background();
    served?;
    store.close().map_err(|error| format!("the log could not be folded into the file: {error}"))
}

/// What to say of an address that others on the network can reach; nothing of one that only this machine can.
pub fn warning(bound: SocketAddr) -> Option<String> {
    (!bound.ip().to_canonical().is_loopback()).then(|| {
        format!(
            "Others on your network can reach {bound}. They are refused, whatever they ask; only this machine is answered. \
             Leave --addr out to listen where nobody else can knock."
        )
    })
}

/// Answers until `asked` is done, then gives what runs a little time.
async fn until(asked: impl Future<Output = ()>, listener: TcpListener, app: Router) {
    let crowd = Crowd::new(connections());
    let graceful = GracefulShutdown::new();
    let mut asked = pin!(asked);
    loop {
        let (stream, peer) = tokio::select! {
            accepted = listener.accept() => match accepted {
                Ok(accepted) => accepted,
                Err(error) => {
                    // Too many open files, or a connection gone before it was taken: others may still come.
                    tracing::warn!(%error, "a connection could not be taken");
                    crowd.make_room();
                    tokio::time::sleep(Duration::from_millis(50)).await;
                    continue;
                }
            },
            () = &mut asked => break,
        };
        let taken = tokio::select! {
            taken = crowd.seat() => taken,
            () = &mut asked => break,
        };
        let connection = graceful.watch(connection(stream, Peer(peer.ip()), taken.seat(), app.clone()));
        tokio::spawn(async move {
            tokio::select! {
                // Whoever leaves in the middle has ended his own request.
                ended = connection => drop(ended),
                () = taken.told_to_leave() => {}
            }
        });
    }
    drop(listener);
    drop(tokio::time::timeout(LAST_REQUESTS, graceful.shutdown()).await);
}

fn connection(
    stream: TcpStream,
    peer: Peer,
    seat: Arc<Seat>,
    app: Router,
) -> impl GracefulConnection<Error = hyper::Error> + Send {
    drop(stream.set_nodelay(true));
    let mut stream = TimeoutStream::new(stream);
    stream.set_write_timeout(Some(UNREAD));
    let stream = Moving::new(Box::pin(stream), seat.clone());
    let answer = service_fn(move |mut request: hyper::Request<Incoming>| {
        request.extensions_mut().insert(peer);
        let seat = seat.clone();
        let answer = app.clone().oneshot(request.map(|body| Body::from(Watched::new(body, seat.clone()))));
        async move {
            let answer = answer.await;
            seat.rests();
            answer
        }
    });
    http1::Builder::new()
        .timer(TokioTimer::new())
        .header_read_timeout(HEAD)
        .max_buf_size(LONGEST_HEAD)
        .serve_connection(TokioIo::new(stream), answer)
}

/// How many connections there may be at once: fewer than the files the process may open.
fn connections() -> usize {
    let files = getrlimit(Resource::Nofile).current.unwrap_or(u64::MAX);
    let most = files.saturating_sub(OTHER_FILES).clamp(8, MOST_CONNECTIONS);
    usize::try_from(most).unwrap_or(8)
}
