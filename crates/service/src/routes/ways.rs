//! Ways to make a bag, sizes close by, what is left over, many bags at once; and taking paper for a bag.

use crate::dear::{Dear, Work};
use crate::desk::address::{Id, bag_number};
use crate::desk::bags::{planned, planned_again};
use crate::desk::shelf::readable;
use crate::json::Json;
use crate::problem::{Body, Problem};
use axum::extract::State;
use axum::http::StatusCode;
use wide_fold_answers::bag_paper::{BagPaperView, TakePaperText};
use wide_fold_answers::ways::{
    BatchText, BatchView, JoiningView, LeftoverView, NearbyAnswer, NearbyText, WayView, WaysText,
};
use wide_fold_answers::yields::{MixesText, MixesView, YieldsView};
use wide_fold_core::paper::Paper;
use wide_fold_core::{Brief, Sheet};
use wide_fold_formats::{BriefText, FormatFault};
use wide_fold_kept::bag_paper::{self, BagPaper};
use wide_fold_kept::papers::read_paper;
use wide_fold_kept::thing::Kind;
use wide_fold_kept::{Store, StoreError, bags};

/// Every way to make a bag from the papers on the shelf, the best first.
#[utoipa::path(post, path = "/api/ways", request_body = WaysText, responses(
    (status = 200, body = [WayView]), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn ways(
    State(store): State<Store>,
    State(dear): State<Dear>,
    Body(text): Body<WaysText>,
) -> Result<Json<Vec<WayView>>, Problem> {
    let brief = Brief::try_from(&text.brief)?;
    brief.check().map_err(wide_fold_formats::FormatFault::from)?;
    let papers = match text.papers {
        Some(papers) if papers.len() > 200 => {
            let sentence = "Up to 200 papers can be looked at at once.".to_owned();
            return Err(FormatFault { field: "papers".to_owned(), sentence }.into());
        }
        Some(papers) => papers.iter().map(Paper::try_from).collect::<Result<Vec<_>, _>>()?,
        None => readable(&store).await?,
    };
    dear.run(Work::Bags, move |budget| Ok(Json(WayView::all(&brief, &papers, budget)))).await
}

/// How many of a bag the shelf makes, paper by paper, and how many at most.
#[utoipa::path(post, path = "/api/yields", request_body = BriefText, responses(
    (status = 200, body = YieldsView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn yields(
    State(store): State<Store>,
    State(dear): State<Dear>,
    Body(text): Body<BriefText>,
) -> Result<Json<YieldsView>, Problem> {
    let brief = Brief::try_from(&text)?;
    brief.check().map_err(wide_fold_formats::FormatFault::from)?;
    let papers = readable(&store).await?;
    dear.run(Work::Bags, move |budget| Ok(Json(YieldsView::new(&brief, &papers, budget)))).await
}

/// For every paper of the shelf the sizes that use it up, and how many of each all of it makes.
#[utoipa::path(post, path = "/api/mixes", request_body = MixesText, responses(
    (status = 200, body = MixesView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn mixes(
    State(store): State<Store>,
    State(dear): State<Dear>,
    Body(text): Body<MixesText>,
) -> Result<Json<MixesView>, Problem> {
    let habits = text.read()?;
    let papers = readable(&store).await?;
    dear.run(Work::Bags, move |budget| Ok(Json(MixesView::new(&habits, &papers, budget)))).await
}

/// Sizes close by that save a sheet, a join or a score between grooves.
#[utoipa::path(post, path = "/api/nearby", request_body = NearbyText, responses(
    (status = 200, body = NearbyAnswer), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn nearby(
    State(dear): State<Dear>,
    Body(text): Body<NearbyText>,
) -> Result<Json<NearbyAnswer>, Problem> {
    dear.run(Work::Bags, move |budget| Ok(Json(NearbyAnswer::of(&text, budget)?))).await
}

/// The best ways to cut the run of a bag into pieces.
#[utoipa::path(post, path = "/api/joins", request_body = BriefText, responses(
    (status = 200, body = [JoiningView]), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn joins(
    State(dear): State<Dear>,
    Body(text): Body<BriefText>,
) -> Result<Json<Vec<JoiningView>>, Problem> {
    let brief = Brief::try_from(&text)?;
    brief.check().map_err(wide_fold_formats::FormatFault::from)?;
    dear.run(Work::Bags, move |_| Ok(Json(JoiningView::all(&brief)))).await
}

/// What is left over of a bag's sheets, and what it is good for.
#[utoipa::path(post, path = "/api/leftovers", request_body = BriefText, responses(
    (status = 200, body = [LeftoverView]), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn leftovers(
    State(dear): State<Dear>,
    Body(text): Body<BriefText>,
) -> Result<Json<Vec<LeftoverView>>, Problem> {
    dear.run(Work::Bags, move |_| Ok(Json(LeftoverView::all(&planned(&text)?)))).await
}

/// Several bags laid out on as few sheets as can be.
#[utoipa::path(post, path = "/api/layout", request_body = BatchText, responses(
    (status = 200, body = [BatchView]), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn layout(
    State(dear): State<Dear>,
    Body(text): Body<BatchText>,
) -> Result<Json<Vec<BatchView>>, Problem> {
    dear.run(Work::Bags, move |budget| Ok(Json(BatchView::all(&text, budget)?))).await
}

/// What has been taken from the shelf for a bag, if anything has.
#[utoipa::path(get, path = "/api/bags/{id}/paper", params(("id" = i64, Path)), responses(
    (status = 200, body = Option<BagPaperView>),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn bag_paper(State(store): State<Store>, id: Id) -> Result<Json<Option<BagPaperView>>, Problem> {
    let id = bag_number(id)?;
    let found = store
        .read(move |connection| {
            if bags::find(connection, id)?.deleted {
                return Err(StoreError::NoBag);
            }
            named(connection, bag_paper::find(connection, id)?)
        })
        .await?;
    Ok(Json((!found.is_empty()).then(|| BagPaperView::new(&found))))
}

/// Take the paper for a bag from the shelf, as much as its plan needs.
#[utoipa::path(post, path = "/api/bags/{id}/paper", params(("id" = i64, Path)), request_body = TakePaperText, responses(
    (status = 200, body = BagPaperView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, body = Problem, content_type = "application/problem+json")
))]
pub async fn take(
    State(store): State<Store>,
    id: Id,
    Body(text): Body<TakePaperText>,
) -> Result<Json<BagPaperView>, Problem> {
    let id = bag_number(id)?;
    let bag = store.read(move |connection| bags::find(connection, id)).await?;
    let plan = planned_again(&bag)?;
    if !plan.layout.fits() {
        let detail = "The bag does not fit its sheet yet: there is nothing to cut.";
        return Err(Problem::new(StatusCode::CONFLICT, "unfit", detail));
    }
    let needs = needs(&plan);
    let papers = match (needs.len(), text.side_paper) {
        (2, None) => {
            let detail = "This bag’s gussets come from another paper: say which one to take too.";
            return Err(Problem::new(StatusCode::CONFLICT, "side-paper", detail));
        }
        (2, Some(side)) => vec![text.paper, side],
        _ => vec![text.paper],
    };
    let own = papers.into_iter().zip(needs).map(|(paper, (sheets, sheet))| (paper, sheets, sheet));
    let wanted: Vec<(i64, u32, Sheet)> = own.collect();
    let taken = store
        .write(move |transaction| {
            if bags::find(transaction, id)?.revision != bag.revision {
                return Err(bags::stale(transaction, bags::find(transaction, id)?)?);
            }
            let taken = bag_paper::take(transaction, id, &wanted)?;
            named(transaction, taken)
        })
        .await?;
    Ok(Json(BagPaperView::new(&taken)))
}

/// How many sheets of which paper a bag takes: its own, and those of the gussets' paper if it has one.
fn needs(plan: &wide_fold_core::Plan) -> Vec<(u32, wide_fold_core::Sheet)> {
    let own = plan.layout.own_sheets();
    let side = plan.brief.side_sheet.clone().map(|sheet| (plan.layout.sheet_count() - own, sheet));
    std::iter::once((own, plan.brief.sheet.clone())).chain(side).collect()
}

fn named(
    connection: &rusqlite::Connection,
    papers: Vec<BagPaper>,
) -> Result<Vec<(BagPaper, String)>, StoreError> {
    let name = |own: &BagPaper| -> Result<String, StoreError> {
        let kept = Kind::Paper.find(connection, own.paper)?.text;
        let paper = read_paper(own.as_taken.as_ref().unwrap_or(&kept));
        Ok(paper.map_or_else(|_| "a paper that cannot be read".to_owned(), |paper| paper.name))
    };
    papers
        .into_iter()
        .map(|own| Ok((name(&own)?, own)))
        .map(|pair| pair.map(|(name, own)| (own, name)))
        .collect()
}

/// Give the paper of a bag back to the shelf. What can no longer be put to the paper it came from – because that was changed
/// into another, or taken off the shelf – is put there as a paper of its own, so that none is lost.
#[utoipa::path(delete, path = "/api/bags/{id}/paper", params(("id" = i64, Path)), responses(
    (status = 204), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn give_back(State(store): State<Store>, id: Id) -> Result<StatusCode, Problem> {
    let id = bag_number(id)?;
    let had = store.write(move |transaction| bag_paper::give_back(transaction, id)).await?;
    if had { Ok(StatusCode::NO_CONTENT) } else { Err(Problem::not_found("paper taken for this bag")) }
}
