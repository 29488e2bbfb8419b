//! A project file: bags, papers and guides as JSON, to carry them to another Wide Fold or to keep them. Its schema is `docs/project.schema.json`.
//!
//! `{ "format": "wide-fold-project", "version": 1, "bags": [{ "name", "brief" }], "papers": […], "guides": […] }`. A reader refuses a version it does
//! not know, and a file with one fault as a whole.

use crate::brief_json::renewed;
use crate::{BriefText, FormatFault, GuideText, PaperText, unread};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::paper::Paper;
use wide_fold_core::text::{fit_to_print, quoted};
use wide_fold_core::{Brief, Guide, Unit};

/// What a project file calls itself.
pub const FORMAT: &str = "wide-fold-project";
/// The version that is written, and the only one there is.
pub const VERSION: u32 = 2;
/// The most bags in a file.
pub const MOST_BAGS: usize = 5000;
/// The most papers in a file.
pub const MOST_PAPERS: usize = 500;
/// The most guides in a file, and in a list of them.
pub const MOST_GUIDES: usize = 40;
/// The longest name of a bag, in characters.
pub const LONGEST_NAME: usize = 120;

/// A project file.
#[derive(Clone, Debug, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ProjectText {
    /// `wide-fold-project`.
    #[schema(pattern = "^wide-fold-project$")]
    pub format: String,
    /// 1.
    #[schema(minimum = 1, maximum = 1)]
    pub version: u32,
    /// Bags, in any order.
    #[serde(default)]
    #[schema(max_items = 5000)]
    pub bags: Vec<BagText>,
    /// Papers of the shelf, in any order.
    #[serde(default)]
    #[schema(max_items = 500)]
    pub papers: Vec<PaperText>,
    /// Guides for notching and scoring, in any order.
    #[serde(default)]
    #[schema(max_items = 40)]
    pub guides: Vec<GuideText>,
}

/// A bag in a project file.
#[derive(Clone, Debug, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BagText {
    /// What the crafter calls it.
    #[schema(min_length = 1, max_length = 120)]
    pub name: String,
    /// What is asked for.
    pub brief: BriefText,
}

/// What a project file holds, read and checked.
#[derive(Clone, Debug, PartialEq)]
pub struct Project {
    /// Bags by name; every one can be planned or says itself what is wrong with it.
    pub bags: Vec<(String, Brief)>,
    /// Papers.
    pub papers: Vec<Paper>,
    /// Guides.
    pub guides: Vec<Guide>,
}

impl Project {
    /// As it is written.
    pub fn text(&self) -> ProjectText {
        let bag =
            |(name, brief): &(String, Brief)| BagText { name: name.clone(), brief: BriefText::from(brief) };
        ProjectText {
            format: FORMAT.to_owned(),
            version: VERSION,
            bags: self.bags.iter().map(bag).collect(),
            papers: self.papers.iter().map(PaperText::from).collect(),
            guides: self.guides.iter().map(GuideText::from).collect(),
        }
    }
}

/// What is read first: whether it is a project file at all, and of which version.
#[derive(Deserialize)]
struct Head {
    #[serde(default)]
    format: Option<serde_json::Value>,
    #[serde(default)]
    version: Option<serde_json::Value>,
}

fn fault(field: &str, sentence: impl Into<String>) -> FormatFault {
    FormatFault { field: field.to_owned(), sentence: sentence.into() }
}

/// A file of an older version in today's spelling. What is of no spelling is left as it is, for the reader to find.
fn in_todays(text: &str) -> String {
    let Ok(mut file) = serde_json::from_str::<serde_json::Value>(text) else { return text.to_owned() };
    file["version"] = VERSION.into();
    for bag in file.get_mut("bags").and_then(serde_json::Value::as_array_mut).into_iter().flatten() {
        if let Some(brief) = bag.get_mut("brief")
            && let Some(now) = renewed(brief)
        {
            *brief = now;
        }
    }
    file.to_string()
}

/// Reads a project file, of this version or an older one.
///
/// # Errors
/// What is wrong with it, and where: `bags[2].brief.finished.width`. Nothing of a file with a fault is read.
pub fn read_project(text: &str) -> Result<Project, FormatFault> {
    // A byte order mark is no fault.
    let text = text.strip_prefix('\u{feff}').unwrap_or(text);
    if text.trim().is_empty() {
        return Err(fault("file", "The file is empty."));
    }
    let head: Head = serde_json::from_str(text).map_err(|error| {
        let why = if error.is_eof() {
            "it breaks off before its end".to_owned()
        } else {
            format!("something is wrong in line {}", error.line())
        };
        fault("file", format!("This is no project file: {why}."))
    })?;
    if head.format.as_ref().and_then(serde_json::Value::as_str) != Some(FORMAT) {
        return Err(fault("format", "This is no project file of Wide Fold: it does not say that it is one."));
    }
    let mut older = None;
    match head.version.as_ref().and_then(serde_json::Value::as_u64) {
        Some(version) if version == u64::from(VERSION) => {}
        // The first version spelled bags otherwise.
        Some(version) if (1..u64::from(VERSION)).contains(&version) => older = Some(in_todays(text)),
        Some(version) if version > u64::from(VERSION) => {
            return Err(fault(
                "version",
                format!(
                    "This file was written by a newer Wide Fold (version {version}; this one reads {VERSION}). Nothing was read."
                ),
            ));
        }
        _ => {
            return Err(fault(
                "version",
                format!("The file does not say which version it is; {VERSION} is known here."),
            ));
        }
    }
    let text = older.as_deref().unwrap_or(text);
    let mut reader = serde_json::Deserializer::from_str(text);
    let read: ProjectText = serde_path_to_error::deserialize(&mut reader).map_err(|error| {
        let path = error.path().to_string();
        let field = if path == "." { "file" } else { &path };
        fault(field, unread::sentence(&error.inner().to_string()))
    })?;
    reader.end().map_err(|_| fault("file", "Something stands after its end."))?;
    if read.bags.len() > MOST_BAGS || read.papers.len() > MOST_PAPERS || read.guides.len() > MOST_GUIDES {
        return Err(fault(
            "file",
            format!(
                "It holds more than {MOST_BAGS} bags, {MOST_PAPERS} papers or {MOST_GUIDES} guides; that is too much at once."
            ),
        ));
    }
    let within = |at: String| {
        move |inner: FormatFault| FormatFault { field: format!("{at}.{}", inner.field), ..inner }
    };
    let mut bags = Vec::with_capacity(read.bags.len());
    for (index, bag) in read.bags.iter().enumerate() {
        let at = format!("bags[{index}]");
        let name = bag.name.trim();
        if name.is_empty() || name.chars().count() > LONGEST_NAME || !fit_to_print(name) {
            return Err(fault(
                &format!("{at}.name"),
                format!("A bag’s name has 1 to {LONGEST_NAME} characters that can be written."),
            ));
        }
        let named = |inner: FormatFault| FormatFault {
            sentence: format!("{}: {}", quoted(name), inner.sentence),
            ..inner
        };
        let brief = Brief::try_from(&bag.brief).map_err(within(format!("{at}.brief"))).map_err(named)?;
        brief.check().map_err(FormatFault::from).map_err(within(format!("{at}.brief"))).map_err(named)?;
        bags.push((name.to_owned(), brief));
    }
    let mut papers = Vec::with_capacity(read.papers.len());
    for (index, paper) in read.papers.iter().enumerate() {
        papers.push(Paper::try_from(paper).map_err(within(format!("papers[{index}]")))?);
    }
    let mut guides = Vec::with_capacity(read.guides.len());
    for (index, guide) in read.guides.iter().enumerate() {
        guides.push(guide.read(Unit::Inch).map_err(within(format!("guides[{index}]")))?);
    }
    Ok(Project { bags, papers, guides })
}

/// Writes a project file.
///
/// # Errors
/// If it cannot be written as JSON; never for briefs that were read.
pub fn write_project(project: &Project) -> Result<String, serde_json::Error> {
    serde_json::to_string_pretty(&project.text())
}
