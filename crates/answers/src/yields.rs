//! What the shelf makes of one bag.

use crate::from_paper::habits;
use crate::shelf::says as amount;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::Brief;
use wide_fold_core::budget::Budget;
use wide_fold_core::figures::Figures;
use wide_fold_core::paper::Paper;
use wide_fold_core::ways::differs;
use wide_fold_core::yields::{Mixed, Yield, mixes, yields};
use wide_fold_formats::brief_json::{BaseText, TopText, UnitText};
use wide_fold_formats::{BriefText, FormatFault};

/// What all papers of the shelf make of one bag.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct YieldsView {
    /// Bags of all papers together.
    pub bags: u32,
    /// So many and whether more are possible, in a sentence.
    pub says: String,
    /// Paper by paper.
    pub papers: Vec<YieldView>,
}

/// What one paper makes.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct YieldView {
    /// What the paper is called.
    pub paper: String,
    /// How much there is of it.
    pub amount: String,
    /// So many bags.
    pub bags: u32,
    /// How they are built, and whether more are possible; a sentence.
    pub says: String,
    /// The bag made so; nothing if the paper makes none.
    pub brief: Option<BriefText>,
}

/// The sizes that use the shelf up.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MixesView {
    /// Paper by paper.
    pub papers: Vec<MixView>,
    /// Papers for which there was no time.
    pub left_out: usize,
}

/// The sizes that use up one paper.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MixView {
    /// What the paper is called.
    pub paper: String,
    /// How much there is of it.
    pub amount: String,
    /// Whole, halved, quartered: a size and how many of it.
    pub sizes: Vec<MixedView>,
}

/// One size that uses a paper up.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MixedView {
    /// `whole`, `halved`, `quartered`.
    pub name: &'static str,
    /// The size of one part of a sheet.
    pub part: String,
    /// Finished size of the bag, as figures.
    pub size: String,
    /// So many bags of it.
    pub bags: u32,
    /// So many, and whether more are possible; a sentence.
    pub says: String,
    /// The bag.
    pub brief: BriefText,
}

/// How bags are made, whatever their size.
#[derive(Clone, Debug, Default, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MixesText {
    /// What happens at the top edge.
    #[serde(default)]
    pub top: TopText,
    /// Depth of the base flaps.
    #[serde(default)]
    pub base: BaseText,
    /// The unit of labels, and of measures that name none.
    #[serde(default)]
    pub unit: UnitText,
}

impl MixesText {
    /// Reads the habits.
    ///
    /// # Errors
    /// [`FormatFault`] with the field at fault.
    pub fn read(&self) -> Result<Brief, FormatFault> {
        habits(None, &self.top, &self.base, self.unit)
    }
}

impl MixesView {
    /// The sizes that use up every paper.
    pub fn new(habits: &Brief, papers: &[Paper], budget: &Budget<'_>) -> Self {
        let figures = Figures::of(habits);
        let size = |Mixed { part, yields }: Mixed| {
            let brief = part.brief?;
            let made = yields.brief.as_ref().map(|made| changed(made, &brief)).unwrap_or_default();
            let bags = format!("{}{made}", many(yields.bags));
            let says = if yields.is_most() {
                format!("{bags}; no more are possible.")
            } else {
                format!("{bags}; at most {} are possible.", yields.at_most)
            };
            Some(MixedView {
                name: part.name,
                part: figures.by(part.size.width, part.size.height),
                size: figures.size(&brief),
                bags: yields.bags,
                says,
                brief: BriefText::from(&brief),
            })
        };
        let paper = |(index, sizes): (usize, Vec<Mixed>)| MixView {
            paper: papers[index].name.clone(),
            amount: amount(&papers[index]),
            sizes: sizes.into_iter().filter_map(size).collect(),
        };
        let usable = papers.iter().filter(|paper| paper.is_usable()).count();
        let papers: Vec<MixView> = mixes(habits, papers, budget).into_iter().map(paper).collect();
        Self { left_out: usable - papers.len(), papers }
    }
}

impl YieldsView {
    /// What the papers make of a bag.
    pub fn new(brief: &Brief, papers: &[Paper], budget: &Budget<'_>) -> Self {
        let found = yields(brief, papers, budget);
        let bags = found.iter().map(|own| own.bags).sum();
        let at_most: u32 = found.iter().map(|own| own.at_most).sum();
        let looked_at = found.len();
        let of = papers.iter().filter(|paper| paper.is_usable()).count();
        let says = match (papers.is_empty(), looked_at < of, bags == at_most) {
            (true, _, _) => "There is no paper on the shelf.".to_owned(),
            (_, true, _) => format!(
                "{} of {looked_at} papers; for the other {} there was no time.",
                many(bags),
                of - looked_at
            ),
            (_, _, true) if bags == 0 => "None of your papers makes it.".to_owned(),
            (_, _, true) => format!("{} in all, and no more are possible.", many(bags)),
            (_, _, false) => format!("{} in all; at most {at_most} are possible.", many(bags)),
        };
        Self { bags, says, papers: found.iter().map(|own| YieldView::new(own, brief, papers)).collect() }
    }
}

/// What a bag is made otherwise than it was asked for, after a comma: `, base flaps 1¼ deep instead of 2`; empty if nothing is.
fn changed(made: &Brief, asked: &Brief) -> String {
    differs(made, asked).into_iter().map(|change| format!(", {change}")).collect()
}

/// `1 bag`, `4 bags`.
fn many(bags: u32) -> String {
    if bags == 1 { "1 bag".to_owned() } else { format!("{bags} bags") }
}

impl YieldView {
    fn new(own: &Yield, asked: &Brief, papers: &[Paper]) -> Self {
        let paper = &papers[own.paper];
        let made = own.brief.as_ref().map(|made| changed(made, asked)).unwrap_or_default();
        let says = match own.build {
            None if own.at_most == 0 => "It makes none.".to_owned(),
            None => format!("None was found; by its area at most {} are possible.", own.at_most),
            Some(build) if own.is_most() => {
                format!("{}, {}{made}; no more are possible.", many(own.bags), build.to_lowercase())
            }
            Some(build) => {
                format!(
                    "{}, {}{made}; at most {} are possible.",
                    many(own.bags),
                    build.to_lowercase(),
                    own.at_most
                )
            }
        };
        Self {
            paper: paper.name.clone(),
            amount: amount(paper),
            bags: own.bags,
            says,
            brief: own.brief.as_ref().map(BriefText::from),
        }
    }
}
