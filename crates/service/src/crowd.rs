//! Everybody who is connected. When there is no place left, whoever keeps one longest and neither sends nor takes anything gives it up
//! to the next who comes; nobody whose request is being answered does.

use axum::body::{Body, Bytes};
use http_body::{Frame, SizeHint};
use std::io;
use std::pin::Pin;
use std::sync::atomic::{AtomicBool, Ordering};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use std::task::{Context, Poll};
use std::time::Instant;
use tokio::io::{AsyncRead, AsyncWrite, ReadBuf};
use tokio::sync::{Notify, OwnedSemaphorePermit, Semaphore};

/// Everybody who is connected; clones share it.
#[derive(Clone, Debug)]
pub struct Crowd {
    places: Arc<Semaphore>,
    seats: Arc<Mutex<Vec<Arc<Seat>>>>,
}

/// The place of one connection.
#[derive(Debug)]
pub struct Seat {
    /// When anything last came or went.
    moved: Mutex<Instant>,
    /// True while a request that is whole is being answered.
    answered: AtomicBool,
    told_to_leave: Notify,
}

/// A seat that is taken; given up when it is dropped.
pub struct Taken {
    seat: Arc<Seat>,
    crowd: Crowd,
    _place: OwnedSemaphorePermit,
}

impl Crowd {
    /// With so many places.
    pub fn new(places: usize) -> Self {
        Self { places: Arc::new(Semaphore::new(places)), seats: Arc::default() }
    }

    /// A place, as soon as there is one: if all are taken, who has been idle longest is told to leave.
    ///
    /// # Panics
    /// Never: the places are never closed.
    pub async fn seat(&self) -> Taken {
        let place = match self.places.clone().try_acquire_owned() {
            Ok(place) => place,
            Err(_) => {
                self.make_room();
                self.places.clone().acquire_owned().await.expect("the places are never closed")
            }
        };
        let seat = Arc::new(Seat {
            moved: Mutex::new(Instant::now()),
            answered: AtomicBool::new(false),
            told_to_leave: Notify::new(),
        });
        held(&self.seats).push(seat.clone());
        Taken { seat, crowd: self.clone(), _place: place }
    }

    /// Asks the one to leave who has been idle longest, if anybody is.
    pub fn make_room(&self) {
        let seats = held(&self.seats);
        let idle = seats.iter().filter(|seat| !seat.answered.load(Ordering::Relaxed));
        if let Some(longest) = idle.min_by_key(|seat| *held(&seat.moved)) {
            longest.told_to_leave.notify_one();
        }
    }
}

impl Taken {
    /// The seat itself.
    pub fn seat(&self) -> Arc<Seat> {
        self.seat.clone()
    }

    /// Comes to an end when the place is wanted by another.
    pub async fn told_to_leave(&self) {
        self.seat.told_to_leave.notified().await;
    }
}

impl Drop for Taken {
    fn drop(&mut self) {
        held(&self.crowd.seats).retain(|seat| !Arc::ptr_eq(seat, &self.seat));
    }
}

impl Seat {
    fn moves(&self) {
        *held(&self.moved) = Instant::now();
    }

    /// A request has been answered; the answer may still be on its way.
    pub fn rests(&self) {
        self.moves();
        self.answered.store(false, Ordering::Relaxed);
    }
}

fn held<T>(of: &Mutex<T>) -> MutexGuard<'_, T> {
    of.lock().unwrap_or_else(PoisonError::into_inner)
}

/// A body that tells its seat when it is whole.
pub struct Watched<B> {
    body: B,
    seat: Arc<Seat>,
}

impl<B: http_body::Body> Watched<B> {
    /// Watches a body. One that has nothing to come is whole.
    pub fn new(body: B, seat: Arc<Seat>) -> Self {
        seat.answered.store(body.is_end_stream(), Ordering::Relaxed);
        Self { body, seat }
    }
}

impl<B> http_body::Body for Watched<B>
where
    B: http_body::Body<Data = Bytes> + Unpin,
{
    type Data = Bytes;
    type Error = B::Error;

    fn poll_frame(
        mut self: Pin<&mut Self>,
        context: &mut Context<'_>,
    ) -> Poll<Option<Result<Frame<Bytes>, B::Error>>> {
        let frame = Pin::new(&mut self.body).poll_frame(context);
        let is_whole = matches!(frame, Poll::Ready(None)) || self.body.is_end_stream();
        if is_whole {
            self.seat.answered.store(true, Ordering::Relaxed);
        }
        frame
    }

    fn is_end_stream(&self) -> bool {
        self.body.is_end_stream()
    }

    fn size_hint(&self) -> SizeHint {
        self.body.size_hint()
    }
}

impl<B> From<Watched<B>> for Body
where
    B: http_body::Body<Data = Bytes, Error: Into<axum::BoxError>> + Unpin + Send + 'static,
{
    fn from(body: Watched<B>) -> Self {
        Self::new(body)
    }
}

/// A stream that tells its seat when anything comes or goes.
pub struct Moving<S> {
    stream: S,
    seat: Arc<Seat>,
}

impl<S> Moving<S> {
    /// Watches a stream.
    pub fn new(stream: S, seat: Arc<Seat>) -> Self {
        Self { stream, seat }
    }
}

impl<S: AsyncRead + Unpin> AsyncRead for Moving<S> {
    fn poll_read(
        mut self: Pin<&mut Self>,
        context: &mut Context<'_>,
        buffer: &mut ReadBuf<'_>,
    ) -> Poll<io::Result<()>> {
        let before = buffer.filled().len();
        let read = Pin::new(&mut self.stream).poll_read(context, buffer);
        if buffer.filled().len() > before {
            self.seat.moves();
        }
        read
    }
}

impl<S: AsyncWrite + Unpin> AsyncWrite for Moving<S> {
    fn poll_write(
        mut self: Pin<&mut Self>,
        context: &mut Context<'_>,
        bytes: &[u8],
    ) -> Poll<io::Result<usize>> {
        let written = Pin::new(&mut self.stream).poll_write(context, bytes);
        if matches!(written, Poll::Ready(Ok(1..))) {
            self.seat.moves();
        }
        written
    }

    fn poll_write_vectored(
        mut self: Pin<&mut Self>,
        context: &mut Context<'_>,
        bytes: &[io::IoSlice<'_>],
    ) -> Poll<io::Result<usize>> {
        let written = Pin::new(&mut self.stream).poll_write_vectored(context, bytes);
        if matches!(written, Poll::Ready(Ok(1..))) {
            self.seat.moves();
        }
        written
    }

    fn is_write_vectored(&self) -> bool {
        self.stream.is_write_vectored()
    }

    fn poll_flush(mut self: Pin<&mut Self>, context: &mut Context<'_>) -> Poll<io::Result<()>> {
        Pin::new(&mut self.stream).poll_flush(context)
    }

    fn poll_shutdown(mut self: Pin<&mut Self>, context: &mut Context<'_>) -> Poll<io::Result<()>> {
        Pin::new(&mut self.stream).poll_shutdown(context)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::time::Duration;

    #[tokio::test]
    async fn who_has_been_idle_longest_gives_way_and_nobody_who_is_being_answered() {
        let crowd = Crowd::new(3);
        let busy = crowd.seat().await;
        drop(Watched::new(Body::empty(), busy.seat()));
        let first = crowd.seat().await;
        tokio::time::sleep(Duration::from_millis(5)).await;
        let second = crowd.seat().await;
        tokio::time::sleep(Duration::from_millis(5)).await;
        first.seat().moves();
        // The second is now longest without a sign.
        let next = tokio::spawn({
            let crowd = crowd.clone();
            async move { crowd.seat().await }
        });
        let asked = tokio::time::timeout(Duration::from_secs(5), second.told_to_leave()).await;
        assert!(asked.is_ok());
        drop(second);
        let next = tokio::time::timeout(Duration::from_secs(5), next).await.unwrap().unwrap();
        for other in [&busy, &first, &next] {
            let asked = tokio::time::timeout(Duration::from_millis(10), other.told_to_leave()).await;
            assert!(asked.is_err());
        }
        // Answered, it may be asked as any other.
        drop((first, next));
        busy.seat().rests();
        crowd.make_room();
        tokio::time::timeout(Duration::from_secs(5), busy.told_to_leave()).await.unwrap();
    }
}
