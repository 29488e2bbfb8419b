//! Files that are too large for memory: they come to the disk piece by piece, and leave from it so.

use super::files::attached;
use crate::problem::{Problem, read_json, says_json};
use axum::body::Body;
use axum::extract::{FromRequest, Request};
use axum::http::{HeaderValue, StatusCode, header};
use axum::response::Response;
use futures_util::{StreamExt, stream};
use serde::de::DeserializeOwned;
use std::io;
use std::marker::PhantomData;
use std::path::{Path, PathBuf};
use std::time::Duration;
use tempfile::TempDir;
use tokio::fs::File;
use tokio::io::{AsyncReadExt, AsyncWriteExt};
use wide_fold_formats::catalogue::Media;

/// Whoever sends nothing for so long has left.
const PATIENCE: Duration = Duration::from_secs(30);

/// So many bytes leave at once.
const PIECE: usize = 256 * 1024;

/// No file is taken that is larger, whatever room there is.
const LARGEST: u64 = 8 << 30;

/// As much of a body that is too long is read all the same, so that its sender comes to read the answer.
const DRAINED: u64 = 48 << 20;

/// A file in a folder of its own, which goes when this does.
pub struct OnDisk {
    folder: TempDir,
}

impl OnDisk {
    /// A folder for a file that is still to come.
    ///
    /// # Errors
    /// [`Problem`] if there is no room for it.
    pub fn new() -> Result<Self, Problem> {
        let folder = tempfile::Builder::new().prefix(PREFIX).tempdir().map_err(|error| no_room(&error))?;
        Ok(Self { folder })
    }

    /// A copy of a file.
    ///
    /// # Errors
    /// [`Problem`] if it cannot be read, or there is no room for it.
    pub fn copy_of(file: &Path) -> Result<Self, Problem> {
        let own = Self::new()?;
        std::fs::copy(file, own.path()).map_err(|error| no_room(&error))?;
        Ok(own)
    }

    /// Where it is.
    pub fn path(&self) -> PathBuf {
        self.folder.path().join("file")
    }

    /// All that is in it.
    ///
    /// # Errors
    /// [`Problem`] if it cannot be read.
    pub fn bytes(&self) -> Result<Vec<u8>, Problem> {
        std::fs::read(self.path()).map_err(|error| Problem::ours(&error))
    }

    /// Sends it piece by piece, to be saved under a name.
    ///
    /// # Errors
    /// [`Problem`] if it cannot be read.
    pub async fn sent(self, name: &str, media: Media) -> Result<Response, Problem> {
        let file = File::open(self.path()).await.map_err(|error| Problem::ours(&error))?;
        let length = file.metadata().await.map_err(|error| Problem::ours(&error))?.len();
        // The folder stays as long as anything of it is still to be sent.
        let pieces = stream::try_unfold((file, self), |(mut file, own)| async move {
            let mut piece = Vec::with_capacity(PIECE);
            (&mut file).take(PIECE as u64).read_to_end(&mut piece).await?;
            let more = (!piece.is_empty()).then_some((piece, (file, own)));
            Ok::<_, io::Error>(more)
        });
        let mut answer = attached(Body::from_stream(pieces), name, media)?;
        // So that whoever waits sees how far it is.
        answer.headers_mut().insert(header::CONTENT_LENGTH, HeaderValue::from(length));
        Ok(answer)
    }
}

/// How the names of such folders begin.
pub const PREFIX: &str = "wide-fold-file-";

/// Nobody works for so long on one: what is older was left behind.
const LEFT: Duration = Duration::from_secs(60 * 60);

/// Takes away what services have left behind that were ended in the middle of something.
pub fn sweep() {
    let old = |there: &std::fs::Metadata| {
        there.is_dir() && there.modified().is_ok_and(|at| at.elapsed().is_ok_and(|age| age > LEFT))
    };
    for folder in std::fs::read_dir(std::env::temp_dir()).into_iter().flatten().flatten() {
        let is_ours = folder.file_name().to_string_lossy().starts_with(PREFIX);
        if is_ours && folder.metadata().is_ok_and(|there| old(&there)) {
            drop(std::fs::remove_dir_all(folder.path()));
        }
    }
}

/// A file that is sent as it is, of at most `MOST` bytes.
pub struct Upload<const MOST: u64 = LARGEST>(pub OnDisk);

impl<S: Send + Sync, const MOST: u64> FromRequest<S> for Upload<MOST> {
    type Rejection = Problem;

    async fn from_request(request: Request, _: &S) -> Result<Self, Problem> {
        Ok(Self(received(request, MOST).await?))
    }
}

/// JSON of at most `MOST` bytes that waits on the disk until it is its turn: see [`Large::read`].
pub struct Large<T, const MOST: u64> {
    file: OnDisk,
    of: PhantomData<fn() -> T>,
}

impl<T: DeserializeOwned, const MOST: u64> Large<T, MOST> {
    /// What was sent; read where one reads at a time.
    ///
    /// # Errors
    /// [`Problem`] that names the field.
    pub fn read(self) -> Result<T, Problem> {
        read_json(&self.file.bytes()?)
    }
}

impl<S: Send + Sync, T, const MOST: u64> FromRequest<S> for Large<T, MOST> {
    type Rejection = Problem;

    async fn from_request(request: Request, _: &S) -> Result<Self, Problem> {
        says_json(&request)?;
        Ok(Self { file: received(request, MOST).await?, of: PhantomData })
    }
}

/// Takes a body to the disk as it comes.
async fn received(request: Request, most: u64) -> Result<OnDisk, Problem> {
    let own = OnDisk::new()?;
    let mut file = File::create(own.path()).await.map_err(|error| no_room(&error))?;
    let mut pieces = request.into_body().into_data_stream();
    let mut length = 0_u64;
    loop {
        let next = tokio::time::timeout(PATIENCE, pieces.next()).await;
        let Some(piece) = next.map_err(|_| slow())? else { break };
        let piece = piece.map_err(|_| broken_off())?;
        length += piece.len() as u64;
        if length <= most {
            file.write_all(&piece).await.map_err(|error| no_room(&error))?;
        } else if length > most + DRAINED {
            break;
        }
    }
    if length > most {
        return Err(too_large(most));
    }
    file.flush().await.map_err(|error| no_room(&error))?;
    Ok(own)
}

fn too_large(most: u64) -> Problem {
    let most = match most >> 10 {
        kib @ ..1024 => format!("{kib} KiB"),
        kib @ ..0x10_0000 => format!("{} MiB", kib >> 10),
        kib => format!("{} GiB", kib >> 20),
    };
    let detail = format!("That is too much at once; {most} is the most.");
    Problem::new(StatusCode::PAYLOAD_TOO_LARGE, "too-large", detail)
}

fn slow() -> Problem {
    let detail = "The file took too long to arrive. Nothing was changed; try again.";
    Problem::new(StatusCode::REQUEST_TIMEOUT, "slow", detail)
}

fn broken_off() -> Problem {
    let detail = "The request broke off before it was whole. Nothing was changed; try again.";
    Problem::new(StatusCode::BAD_REQUEST, "broken-off", detail)
}

fn no_room(error: &io::Error) -> Problem {
    if matches!(error.kind(), io::ErrorKind::StorageFull | io::ErrorKind::QuotaExceeded) {
        let detail = "There is no room on the disk for this file. Nothing was changed.";
        return Problem::new(StatusCode::INSUFFICIENT_STORAGE, "full", detail);
    }
    Problem::ours(error)
}
