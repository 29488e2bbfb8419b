//! Project files: everything out, and in again after a look at what it would change.

use crate::dear::{Dear, Work};
use crate::desk::files::attached;
use crate::desk::on_disk::Large;
use crate::json::Json;
use crate::problem::Problem;
use axum::extract::State;
use axum::response::Response;
use jiff::Timestamp;
use rusqlite::Connection;
use std::collections::HashSet;
use wide_fold_answers::guide;
use wide_fold_answers::project::{Becomes, ProjectFile, ProjectPart, ProjectView};
use wide_fold_formats::catalogue::Media;
use wide_fold_formats::project::{LONGEST_NAME, MOST_BAGS, Project, read_project, write_project};
use wide_fold_formats::{BriefText, GuideText};
use wide_fold_kept::bags::{Bag, Content, Summary};
use wide_fold_kept::papers::{read_guide, read_paper, written_paper};
use wide_fold_kept::shape::Shape;
use wide_fold_kept::thing::{Kept, Kind};
use wide_fold_kept::{Store, StoreError, bags};

/// A project file is at most this long, in bytes, with all that stands round it.
const LONGEST_FILE: u64 = 16 * 1024 * 1024;

/// All bags, papers and guides as a project file.
#[utoipa::path(get, path = "/api/project", responses(
    (status = 200, body = String, content_type = "application/json", description = "The file, to be saved.")
))]
pub async fn project(State(store): State<Store>, State(dear): State<Dear>) -> Result<Response, Problem> {
    let (kept, papers, guides) = store
        .read(|connection| {
            Ok((bags::all(connection)?, Kind::Paper.list(connection)?, Kind::Guide.list(connection)?))
        })
        .await?;
    let text = dear
        .run(Work::Keeping, move |_| {
            // What was kept by another version and cannot be read is taken along by itself, from its own page.
            let bags =
                kept.into_iter().filter_map(|bag| Some((bag.name.clone(), bag.brief().ok()?))).collect();
            let papers = papers.iter().filter_map(|kept| read_paper(&kept.text).ok()).collect();
            let guides = guides.iter().filter_map(|kept| read_guide(&kept.text).ok()).collect();
            write_project(&Project { bags, papers, guides }).map_err(|error| Problem::ours(&error))
        })
        .await?;
    attached(text, "wide-fold-project.json", Media::Json)
}

/// What a project file would change.
#[utoipa::path(post, path = "/api/project/preview", request_body = ProjectFile, responses(
    (status = 200, body = ProjectView), (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn preview(
    State(store): State<Store>,
    State(dear): State<Dear>,
    file: Large<ProjectFile, LONGEST_FILE>,
) -> Result<Json<ProjectView>, Problem> {
    let incoming = dear.run(Work::Keeping, move |_| Incoming::read(&file.read()?.text)).await?;
    let view = store.read(move |connection| Ok(incoming.sorted(connection)?.view)).await?;
    Ok(Json(view))
}

/// Add what is in a project file. All of it or, if anything is wrong with it, nothing.
#[utoipa::path(post, path = "/api/project/import", request_body = ProjectFile, responses(
    (status = 200, body = ProjectView), (status = 409, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn import(
    State(store): State<Store>,
    State(dear): State<Dear>,
    file: Large<ProjectFile, LONGEST_FILE>,
) -> Result<Json<ProjectView>, Problem> {
    let incoming = dear.run(Work::Keeping, move |_| Incoming::read(&file.read()?.text)).await?;
    let view = store
        .write(move |transaction| {
            let Sorted { view, bags, papers, guides } = incoming.sorted(transaction)?;
            let now = Timestamp::now();
            for content in &bags {
                bags::create(transaction, content, now)?;
            }
            if !papers.is_empty() {
                Kind::Paper.add(transaction, &papers)?;
            }
            if !guides.is_empty() {
                Kind::Guide.add(transaction, &guides)?;
            }
            Ok(view)
        })
        .await?;
    Ok(Json(view))
}

/// A project file, ready to be kept.
struct Incoming {
    bags: Vec<(Content, String)>,
    papers: Vec<Named>,
    guides: Vec<Named>,
}

/// A paper or a guide: its name, what it is in figures, and as it is kept.
type Named = (String, String, String);

/// What becomes of every part, and what is to be added.
struct Sorted {
    view: ProjectView,
    bags: Vec<Content>,
    papers: Vec<String>,
    guides: Vec<String>,
}

impl Incoming {
    fn read(text: &str) -> Result<Self, Problem> {
        let project = read_project(text)?;
        let bag = |(name, brief): &(String, wide_fold_core::Brief)| {
            // It has been checked in reading. What the list shows of it is made when it is first listed.
            let text =
                serde_json::to_string(&BriefText::from(brief)).map_err(|error| Problem::ours(&error))?;
            let summary = Summary { json: "null".to_owned(), rules: String::new() };
            let content = Content { name: name.clone(), brief: text, summary };
            let unit = brief.unit;
            let says = brief.finished.width.label(unit);
            let (height, gusset) = (brief.finished.height.label(unit), brief.finished.gusset.label(unit));
            Ok((content, format!("{says} × {height} × {gusset}")))
        };
        let bags = project.bags.iter().map(bag).collect::<Result<Vec<_>, Problem>>()?;
        let paper = |paper: &wide_fold_core::paper::Paper| {
            let text = wide_fold_formats::PaperText::from(paper);
            Ok((
                text.name.clone(),
                format!("{} × {}, {}", text.width, text.height, text.count),
                written_paper(paper)?,
            ))
        };
        let papers = project.papers.iter().map(paper).collect::<Result<Vec<_>, Problem>>()?;
        let guide = |guide: &wide_fold_core::Guide| {
            Ok((guide.name.clone(), guide::says(guide), GuideText::from(guide).written()?))
        };
        let guides = project.guides.iter().map(guide).collect::<Result<Vec<_>, Problem>>()?;
        Ok(Self { bags, papers, guides })
    }

    /// What becomes of every part, against what is kept.
    fn sorted(&self, connection: &Connection) -> Result<Sorted, StoreError> {
        let kept = bags::all(connection)?;
        // Compared as they are written today, whatever spelling they were kept in.
        let spelled = |bag: &Bag| {
            let read =
                bag.brief().ok().and_then(|brief| serde_json::to_string(&BriefText::from(&brief)).ok());
            read.unwrap_or_else(|| bag.brief.clone())
        };
        let mut there: HashSet<(String, String)> =
            kept.iter().map(|bag| (bag.name.clone(), spelled(bag))).collect();
        let mut names: HashSet<String> = kept.into_iter().map(|bag| bag.name).collect();
        let (mut parts, mut added) = (Vec::new(), Vec::new());
        for (content, says) in &self.bags {
            let own = (content.name.clone(), content.brief.clone());
            let (name, becomes) = if there.contains(&own) {
                (own.0, Becomes::There)
            } else if names.contains(&own.0) {
                (another_name(&own.0, &names), Becomes::Renamed)
            } else {
                (own.0, Becomes::Added)
            };
            if becomes != Becomes::There {
                there.insert((name.clone(), content.brief.clone()));
                there.insert((content.name.clone(), content.brief.clone()));
                names.insert(name.clone());
                added.push(Content { name: name.clone(), ..content.clone() });
            }
            parts.push(ProjectPart { name, says: says.clone(), becomes });
        }
        let kept_paper =
            |kept: &Kept| read_paper(&kept.text).ok().and_then(|paper| written_paper(&paper).ok());
        let kept_guide = |kept: &Kept| {
            read_guide(&kept.text).ok().and_then(|guide| GuideText::from(&guide).written().ok())
        };
        let (papers, put_papers) = apart(&self.papers, Kind::Paper.list(connection)?, kept_paper);
        let (guides, put_guides) = apart(&self.guides, Kind::Guide.list(connection)?, kept_guide);
        let added_in_all = added.len() + put_papers.len() + put_guides.len();
        let view = ProjectView { bags: parts, papers, guides, added: added_in_all };
        Ok(Sorted { view, bags: added, papers: put_papers, guides: put_guides })
    }
}

/// Those that are not there yet, told from those that are. Compared as they are written today.
fn apart(
    named: &[Named],
    kept: Vec<Kept>,
    as_written: impl Fn(&Kept) -> Option<String>,
) -> (Vec<ProjectPart>, Vec<String>) {
    let mut there: HashSet<String> =
        kept.into_iter().map(|kept| as_written(&kept).unwrap_or(kept.text)).collect();
    let mut put = Vec::new();
    let parts = named.iter().map(|(name, says, text)| {
        let becomes = if there.insert(text.clone()) { Becomes::Added } else { Becomes::There };
        if becomes == Becomes::Added {
            put.push(text.clone());
        }
        ProjectPart { name: name.clone(), says: says.clone(), becomes }
    });
    (parts.collect(), put)
}

/// The name with the first number behind it that no bag has.
fn another_name(name: &str, taken: &HashSet<String>) -> String {
    let numbered = |n: usize| {
        let end = format!(" ({n})");
        let room = LONGEST_NAME - end.chars().count();
        name.chars().take(room).collect::<String>() + &end
    };
    (2..=MOST_BAGS * 2 + 2)
        .map(numbered)
        .find(|name| !taken.contains(name))
        .unwrap_or_else(|| name.to_owned())
}
