//! Safe keeping: everything as one file, a file looked into and put back, and the backups that are made by themselves.

use super::named::attached;
use crate::dear::Dear;
use crate::problem::{Body, FileBody, Problem};
use crate::store::backup::{self, Contents, last_written};
use crate::store::settings::{self, BACKUPS};
use crate::store::{Store, StoreError};
use crate::view::planned::Runs;
use axum::Json;
use axum::extract::{Path, State};
use axum::http::StatusCode;
use axum::response::Response;
use jiff::Timestamp;
use serde::{Deserialize, Serialize};
use std::time::Duration;
use utoipa::ToSchema;

/// A backup is at most so large.
const LARGEST: usize = 64 * 1024 * 1024;

/// So many automatic backups are kept if nothing is set, and at most.
const USUAL: u32 = 7;
const MOST: u32 = 60;

/// An automatic backup is made when the last one is older than this and something has changed.
const OFTEN: Duration = Duration::from_secs(20 * 60 * 60);
/// The first is looked for so long after the start, and then again and again.
const FIRST: Duration = Duration::from_secs(60);
const AGAIN: Duration = Duration::from_secs(60 * 60);

/// How many automatic backups are kept.
#[derive(Clone, Copy, Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KeepText {
    /// None to 60; no more are made if it is none.
    #[schema(maximum = 60)]
    pub keep: u32,
}

/// Automatic backups.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BackupsView {
    /// Where they lie.
    pub folder: String,
    /// How many are kept.
    pub keep: u32,
    /// Those there are, the newest first.
    pub kept: Vec<KeptBackup>,
}

/// An automatic backup.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct KeptBackup {
    /// Its file's name.
    pub name: String,
    /// When it was made (RFC 3339).
    pub at: String,
    /// How large it is: `84 KiB`.
    pub size: String,
}

/// What a backup holds beside what is here now.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BackupPreview {
    /// What it holds.
    pub holds: HeldView,
    /// What is here now.
    pub here: HeldView,
    /// Bags that are only in the file.
    pub only_there: Vec<String>,
    /// Bags that are only here, and would be gone.
    pub only_here: Vec<String>,
}

/// What a database holds.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HeldView {
    /// `12 bags, 6 papers, one guide, 2 runs, 9 bags in the journal`.
    pub says: String,
    /// When a bag was last changed (RFC 3339), if there is one.
    pub changed: Option<String>,
}

impl From<&Contents> for HeldView {
    fn from(contents: &Contents) -> Self {
        let count = |count: usize, one: &str| match count {
            0 => format!("no {one}"),
            1 => format!("one {one}"),
            _ => format!("{count} {one}s"),
        };
        let says = [
            count(contents.bags.len(), "bag"),
            count(contents.papers, "paper"),
            count(contents.guides, "guide"),
            count(contents.runs, "run"),
            match contents.entries {
                0 => "nothing in the journal".to_owned(),
                entries => format!("{} in the journal", count(entries, "bag")),
            },
        ];
        Self { says: says.join(", "), changed: contents.changed.clone() }
    }
}

impl BackupPreview {
    fn new(there: &Contents, here: &Contents) -> Self {
        let without = |own: &[String], other: &[String]| {
            let mut left = other.to_vec();
            let is_new = |name: &&String| match left.iter().position(|known| known == *name) {
                Some(place) => {
                    left.swap_remove(place);
                    false
                }
                None => true,
            };
            own.iter().filter(is_new).cloned().collect()
        };
        Self {
            holds: there.into(),
            here: here.into(),
            only_there: without(&there.bags, &here.bags),
            only_here: without(&here.bags, &there.bags),
        }
    }
}

/// Everything as one file: a database (SQLite) of this moment.
#[utoipa::path(get, path = "/api/backup", responses((status = 200, description = "The file, to be saved.")))]
pub async fn backup(State(store): State<Store>, State(dear): State<Dear>) -> Result<Response, Problem> {
    let bytes = dear
        .run(move |_| {
            let folder = tempfile::tempdir().map_err(|error| Problem::ours(&error))?;
            let file = folder.path().join("backup.db");
            store.copy_to(&file)?;
            std::fs::read(&file).map_err(|error| Problem::ours(&error))
        })
        .await?;
    let name = format!("wide-fold-{}.db", super::runs::today());
    attached(bytes, &name, "application/vnd.sqlite3")
}

/// A file that was sent, in a folder that goes when this does, and what it holds.
struct Sent {
    folder: tempfile::TempDir,
    contents: Contents,
}

impl Sent {
    fn new(bytes: &[u8]) -> Result<Self, Problem> {
        let folder = tempfile::tempdir().map_err(|error| Problem::ours(&error))?;
        let file = folder.path().join("sent.db");
        std::fs::write(&file, bytes).map_err(|error| Problem::ours(&error))?;
        let contents = backup::looked_into(&file).map_err(|error| match error {
            // Whose file it is, is said of the one that was sent.
            StoreError::NotOurs(sentence) => {
                let own = file.display().to_string();
                Problem::at(
                    "file",
                    sentence
                        .replace(&own, "FILE")
                        .replace("Give another file with --db.", "Choose another file."),
                )
            }
            StoreError::Database(_) | StoreError::Migration(_) => {
                Problem::at("file", "This is no backup of Wide Fold that could be read.")
            }
            other => other.into(),
        })?;
        Ok(Self { folder, contents })
    }

    fn put_back(&self, store: &Store, runs: &Runs) -> Result<(), Problem> {
        // Whatever is here now is kept, however few are kept otherwise.
        let keep = kept_count(store).max(2);
        store.back_up(usize::try_from(keep).unwrap_or(2), Timestamp::now())?;
        store.restore(&self.folder.path().join("sent.db"))?;
        runs.forget();
        Ok(())
    }
}

/// Look into a backup before it is put back.
#[utoipa::path(post, path = "/api/backup/preview", request_body(content = Vec<u8>, content_type = "application/octet-stream"), responses(
    (status = 200, body = BackupPreview), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn preview_backup(
    State(store): State<Store>,
    State(dear): State<Dear>,
    FileBody(bytes): FileBody<LARGEST>,
) -> Result<Json<BackupPreview>, Problem> {
    dear.run(move |_| Ok(Json(BackupPreview::new(&Sent::new(&bytes)?.contents, &store.contents()?)))).await
}

/// Put a backup in place of everything that is here. What is here is backed up first.
#[utoipa::path(post, path = "/api/backup/restore", request_body(content = Vec<u8>, content_type = "application/octet-stream"), responses(
    (status = 204), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn restore_backup(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(runs): State<Runs>,
    FileBody(bytes): FileBody<LARGEST>,
) -> Result<StatusCode, Problem> {
    dear.run(move |_| {
        Sent::new(&bytes)?.put_back(&store, &runs)?;
        Ok(StatusCode::NO_CONTENT)
    })
    .await
}

fn kept_count(store: &Store) -> u32 {
    let kept = store.read_now(|connection| settings::find(connection, BACKUPS)).ok().flatten();
    let text = kept.and_then(|kept| serde_json::from_str::<KeepText>(&kept).ok());
    text.map_or(USUAL, |text| text.keep)
}

fn listed(store: &Store) -> BackupsView {
    let size = |bytes: u64| match bytes / 1024 {
        kib if kib < 1024 => format!("{kib} KiB"),
        kib => format!("{}.{} MiB", kib / 1024, kib % 1024 * 10 / 1024),
    };
    let kept = store.kept_backups().into_iter();
    BackupsView {
        folder: std::path::absolute(store.backups())
            .unwrap_or_else(|_| store.backups())
            .display()
            .to_string(),
        keep: kept_count(store),
        kept: kept
            .map(|kept| KeptBackup { name: kept.name, at: kept.at.to_string(), size: size(kept.bytes) })
            .collect(),
    }
}

async fn apart<T: Send + 'static>(work: impl FnOnce() -> T + Send + 'static) -> Result<T, Problem> {
    tokio::task::spawn_blocking(work).await.map_err(|error| Problem::ours(&error))
}

/// The backups that lie beside the database.
#[utoipa::path(get, path = "/api/backups", responses((status = 200, body = BackupsView)))]
pub async fn backups(State(store): State<Store>) -> Result<Json<BackupsView>, Problem> {
    Ok(Json(apart(move || listed(&store)).await?))
}

/// Say how many automatic backups are kept. Those there are stay until the next one is made.
#[utoipa::path(put, path = "/api/backups", request_body = KeepText, responses(
    (status = 200, body = BackupsView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn keep_backups(
    State(store): State<Store>,
    Body(text): Body<KeepText>,
) -> Result<Json<BackupsView>, Problem> {
    if text.keep > MOST {
        return Err(Problem::at("keep", format!("Up to {MOST} backups can be kept.")));
    }
    let json = serde_json::to_string(&text).map_err(|error| Problem::ours(&error))?;
    store.write(move |transaction| settings::set(transaction, BACKUPS, &json)).await?;
    Ok(Json(apart(move || listed(&store)).await?))
}

/// Make a backup beside the database now.
#[utoipa::path(post, path = "/api/backups", responses((status = 201, body = BackupsView)))]
pub async fn back_up(
    State(store): State<Store>,
    State(dear): State<Dear>,
) -> Result<(StatusCode, Json<BackupsView>), Problem> {
    dear.run(move |_| {
        let keep = kept_count(&store).max(1);
        store.back_up(usize::try_from(keep).unwrap_or(1), Timestamp::now())?;
        Ok((StatusCode::CREATED, Json(listed(&store))))
    })
    .await
}

fn read(store: &Store, name: &str) -> Result<Vec<u8>, Problem> {
    let file = store.backup_named(name).ok_or_else(|| Problem::not_found("backup"))?;
    std::fs::read(file).map_err(|error| Problem::ours(&error))
}

/// Look into a backup that lies beside the database.
#[utoipa::path(post, path = "/api/backups/{name}/preview", params(("name" = String, Path)), responses(
    (status = 200, body = BackupPreview),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn preview_kept(
    State(store): State<Store>,
    State(dear): State<Dear>,
    Path(name): Path<String>,
) -> Result<Json<BackupPreview>, Problem> {
    dear.run(move |_| {
        let sent = Sent::new(&read(&store, &name)?)?;
        Ok(Json(BackupPreview::new(&sent.contents, &store.contents()?)))
    })
    .await
}

/// Put a backup that lies beside the database in place of everything that is here. What is here is backed up first.
#[utoipa::path(post, path = "/api/backups/{name}/restore", params(("name" = String, Path)), responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn restore_kept(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(runs): State<Runs>,
    Path(name): Path<String>,
) -> Result<StatusCode, Problem> {
    dear.run(move |_| {
        Sent::new(&read(&store, &name)?)?.put_back(&store, &runs)?;
        Ok(StatusCode::NO_CONTENT)
    })
    .await
}

/// Makes a backup now and then, for as long as the service runs.
pub async fn by_itself(store: Store) {
    let mut wait = FIRST;
    loop {
        tokio::time::sleep(wait).await;
        wait = AGAIN;
        let own = store.clone();
        let made = tokio::task::spawn_blocking(move || if_due(&own, Timestamp::now()));
        if let Ok(Err(error)) = made.await {
            tracing::warn!(%error, "no backup could be made");
        }
    }
}

/// Makes a backup if it is time for one.
///
/// # Errors
/// Whatever keeps it from being made.
pub fn if_due(store: &Store, now: Timestamp) -> Result<bool, StoreError> {
    let keep = kept_count(store);
    let last = store.kept_backups().into_iter().next();
    let old = last.as_ref().is_none_or(|last| now.duration_since(last.at).unsigned_abs() > OFTEN);
    let changed = last_written(store).and_then(|at| Timestamp::try_from(at).ok());
    let new = last.is_none_or(|last| changed.is_none_or(|changed| changed > last.at));
    if keep == 0 || !old || !new {
        return Ok(false);
    }
    store.back_up(usize::try_from(keep).unwrap_or(1), now)?;
    Ok(true)
}
