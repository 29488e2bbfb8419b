//! Bags, found and planned again.

use super::address::{Id, bag_number, tag};
use crate::json::Json;
use crate::problem::Problem;
use axum::http::StatusCode;
use axum::response::{IntoResponse, Response};
use headers::HeaderMapExt;
use wide_fold_answers::bag::BagView;
use wide_fold_core::{Brief, Plan};
use wide_fold_formats::{BriefText, FormatFault};
use wide_fold_kept::Store;
use wide_fold_kept::bags::{self, Bag};

/// Reads and plans a written brief.
pub fn planned(text: &BriefText) -> Result<Plan, Problem> {
    let brief = Brief::try_from(text)?;
    Ok(Plan::new(&brief).map_err(FormatFault::from)?)
}

/// A bag that is there.
pub async fn kept(store: &Store, id: Id) -> Result<Bag, Problem> {
    let id = bag_number(id)?;
    let bag = store.read(move |connection| bags::find(connection, id)).await?;
    if bag.deleted { Err(Problem::not_found("bag")) } else { Ok(bag) }
}

/// The plan of a kept bag.
pub fn planned_again(bag: &Bag) -> Result<Plan, Problem> {
    Ok(Plan::new(&bag.brief()?).map_err(FormatFault::from)?)
}

/// A bag as it is answered, with the tag of its revision.
pub fn tagged(status: StatusCode, bag: &Bag) -> Result<Response, Problem> {
    let mut response = (status, Json(BagView::new(bag)?)).into_response();
    response.headers_mut().typed_insert(tag(bag.revision)?);
    Ok(response)
}
