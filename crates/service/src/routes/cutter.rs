//! The simulated cutting machine, a stand-in for a real one: a file and a mat in, the job and what will go wrong out.

use crate::dear::{Dear, Work};
use crate::desk::on_disk::Large;
use crate::json::Json;
use crate::problem::Problem;
use axum::extract::State;
use wide_fold_answers::cutter::{CutterAsked, JobView};
use wide_fold_cutter::{Unreadable, read};

/// A request is at most this long, in bytes: a file of 4 MiB with all that stands round it.
const LONGEST: u64 = 9 * 1024 * 1024;

/// Puts a file on the simulated cutting machine.
#[utoipa::path(post, path = "/api/cutter", request_body = CutterAsked, responses(
    (status = 200, body = JobView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn cutter(
    State(dear): State<Dear>,
    file: Large<CutterAsked, LONGEST>,
) -> Result<Json<JobView>, Problem> {
    let view = dear
        .run(Work::Machine, move |_| {
            let asked = file.read()?;
            let mat = asked.mat.read()?;
            let drawing = read(asked.kind.into(), &asked.text, &asked.told()).map_err(|why| match &why {
                Unreadable::Broken(says) => Problem::at("text", says),
                Unreadable::NoUnit(says) => Problem::at("unit", says),
            })?;
            Ok(JobView::new(&drawing, mat, &asked.mat))
        })
        .await?;
    Ok(Json(view))
}
