//! Safe keeping: everything as one file, a file looked into and put back, and the backups that are made by themselves.

use crate::dear::{Dear, Work};
use crate::desk::at_work::Runs;
use crate::desk::backups::{is_emptied, kept_count};
use crate::desk::clock::today;
use crate::desk::on_disk::{OnDisk, Upload};
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::{Path, State};
use axum::http::StatusCode;
use axum::response::Response;
use jiff::Timestamp;
use wide_fold_answers::keeping::{BackupPreview, BackupsView, KeptBackup};
use wide_fold_core::budget::Budget;
use wide_fold_formats::catalogue::Media;
use wide_fold_kept::backup::{self, CopyFor, Made};
use wide_fold_kept::settings::KeepText;
use wide_fold_kept::{Store, StoreError, settings};

/// No more automatic backups are kept.
const MOST: u32 = 60;

/// Everything as one file: a database (SQLite) of this moment.
#[utoipa::path(get, path = "/api/backup", responses((status = 200, description = "The file, to be saved.")))]
pub async fn backup(State(store): State<Store>, State(dear): State<Dear>) -> Result<Response, Problem> {
    let file = dear
        .run(Work::Keeping, move |_| {
            let file = OnDisk::new()?;
            store.copy_to(&file.path(), CopyFor::Sending)?;
            Ok(file)
        })
        .await?;
    file.sent(&format!("wide-fold-{}.db", today()), Media::Database).await
}

/// A file that was sent and looked over.
struct Sent(OnDisk);

impl Sent {
    fn new(file: OnDisk, budget: &Budget<'_>) -> Result<Self, Problem> {
        backup::look_over(&file.path(), &budget.wanted()).map_err(|error| match error {
            // Whose file it is, is said of the one that was sent.
            StoreError::NotOurs(sentence) => {
                let own = file.path().display().to_string();
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
        Ok(Self(file))
    }

    /// What would come back, go and change, against what is here now.
    fn preview(&self, store: &Store, budget: &Budget<'_>) -> Result<BackupPreview, Problem> {
        let there = backup::contents_of(&self.0.path(), &budget.wanted())?;
        Ok(BackupPreview::new(&there, &store.contents()?))
    }

    fn put_back(&self, store: &Store, runs: &Runs, budget: &Budget<'_>) -> Result<(), Problem> {
        // Whatever is here now is kept, however few are kept otherwise.
        let keep = kept_count(store).max(2);
        store.back_up(Made::BeforeRestore, usize::try_from(keep).unwrap_or(2), Timestamp::now())?;
        store.restore(&self.0.path(), &budget.wanted())?;
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
    Upload(file): Upload,
) -> Result<Json<BackupPreview>, Problem> {
    dear.run(Work::Keeping, move |budget| Ok(Json(Sent::new(file, budget)?.preview(&store, budget)?))).await
}

/// Put a backup in place of everything that is here. What is here is backed up first.
#[utoipa::path(post, path = "/api/backup/restore", request_body(content = Vec<u8>, content_type = "application/octet-stream"), responses(
    (status = 204), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn restore_backup(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(runs): State<Runs>,
    Upload(file): Upload,
) -> Result<StatusCode, Problem> {
    dear.run(Work::Keeping, move |budget| {
        Sent::new(file, budget)?.put_back(&store, &runs, budget)?;
        Ok(StatusCode::NO_CONTENT)
    })
    .await
}

fn listed(store: &Store) -> Result<BackupsView, StoreError> {
    let size = |bytes: u64| match bytes / 1024 {
        kib if kib < 1024 => format!("{kib} KiB"),
        kib => format!("{}.{} MiB", kib / 1024, kib % 1024 * 10 / 1024),
    };
    let kept = store.kept_backups().into_iter();
    Ok(BackupsView {
        emptied: is_emptied(store)?,
        folder: std::path::absolute(store.backups())
            .unwrap_or_else(|_| store.backups())
            .display()
            .to_string(),
        keep: kept_count(store),
        kept: kept
            .map(|kept| KeptBackup {
                name: kept.name,
                made: kept.made.into(),
                at: kept.at.to_string(),
                size: size(kept.bytes),
            })
            .collect(),
    })
}

async fn apart<T: Send + 'static>(work: impl FnOnce() -> T + Send + 'static) -> Result<T, Problem> {
    tokio::task::spawn_blocking(work).await.map_err(|error| Problem::ours(&error))
}

/// The backups that lie beside the database.
#[utoipa::path(get, path = "/api/backups", responses((status = 200, body = BackupsView)))]
pub async fn backups(State(store): State<Store>) -> Result<Json<BackupsView>, Problem> {
    Ok(Json(apart(move || listed(&store)).await??))
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
    store.write(move |transaction| settings::set(transaction, &text)).await?;
    Ok(Json(apart(move || listed(&store)).await??))
}

/// Make a backup beside the database now.
#[utoipa::path(post, path = "/api/backups", responses((status = 201, body = BackupsView)))]
pub async fn back_up(
    State(store): State<Store>,
    State(dear): State<Dear>,
) -> Result<(StatusCode, Json<BackupsView>), Problem> {
    dear.run(Work::Keeping, move |_| {
        let keep = kept_count(&store).max(1);
        store.back_up(Made::ByHand, usize::try_from(keep).unwrap_or(1), Timestamp::now())?;
        Ok((StatusCode::CREATED, Json(listed(&store)?)))
    })
    .await
}

fn copied(store: &Store, name: &str) -> Result<OnDisk, Problem> {
    OnDisk::copy_of(&store.backup_named(name).ok_or_else(|| Problem::not_found("backup"))?)
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
    dear.run(Work::Keeping, move |budget| {
        Ok(Json(Sent::new(copied(&store, &name)?, budget)?.preview(&store, budget)?))
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
    dear.run(Work::Keeping, move |budget| {
        Sent::new(copied(&store, &name)?, budget)?.put_back(&store, &runs, budget)?;
        Ok(StatusCode::NO_CONTENT)
    })
    .await
}
