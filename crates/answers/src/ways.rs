//! Ways to make a bag from the shelf, sizes close by, offcuts, and many bags on common sheets.

use crate::layout::{RectangleView, SheetCutView};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::brief::AllRound;
use wide_fold_core::budget::Budget;
use wide_fold_core::figures::Figures;
use wide_fold_core::layout::Batch;
use wide_fold_core::leftovers::{cut_out, uses};
use wide_fold_core::nearby::{Nearby, nearby};
use wide_fold_core::paper::{Money, Paper, Stock};
use wide_fold_core::several::{Copies, PartOf, by_paper};
use wide_fold_core::text::{quoted, sheets};
use wide_fold_core::ways::{Way, differs, ways};
use wide_fold_core::{Brief, Length, Plan, Sheet, offers};
use wide_fold_formats::{BriefText, FormatFault, PaperText};

/// No more ways than this are drawn of one paper.
const MOST_OF_A_PAPER: usize = 4;

/// No more ways than this are drawn of a whole shelf.
const MOST_WAYS: usize = 200;

/// A bag, and the papers it may be made from.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WaysText {
    /// The bag.
    pub brief: BriefText,
    /// The papers; those on the shelf if left out.
    #[serde(default)]
    #[schema(max_items = 200)]
    pub papers: Option<Vec<PaperText>>,
}

/// One way to make the bag.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct WayView {
    /// The paper.
    pub paper: String,
    /// What the build is called.
    pub build: &'static str,
    /// The brief made so.
    pub brief: BriefText,
    /// True if the bag is made so now.
    pub chosen: bool,
    /// `3 sheets of 12×12`, `18½ of the roll`.
    pub takes: String,
    /// How many sheets, those of a second paper counted in.
    pub sheets: u32,
    /// What it changes of the bag as it stands: `joining strips instead of tabs`.
    pub differs: Vec<String>,
    /// What will probably disappoint, made so.
    pub warns: Vec<String>,
    /// True if there is that much on the shelf.
    pub enough: bool,
    /// Pieces to cut out.
    pub pieces: usize,
    /// Seams and joins.
    pub joins: usize,
    /// Raw edges that are seen from the front.
    pub front_edges: usize,
    /// Paper left over, in hundredths of what it takes.
    pub waste: u32,
    /// What its paper costs: `1.20`.
    pub cost: Option<String>,
    /// The same in hundredths, to sort by.
    pub cost_hundredths: Option<i64>,
    /// Scores that fall between grooves.
    pub off_groove: usize,
    /// Fewest and most layers in the base.
    pub base_layers: [usize; 2],
    /// True if the bag folds flat.
    pub folds_flat: bool,
    /// The sheets and what lies on them.
    pub drawn: Vec<SheetCutView>,
}

impl WayView {
    /// The best ways of every paper, the best first.
    pub fn all(brief: &Brief, papers: &[Paper], budget: &Budget<'_>) -> Vec<Self> {
        let mut drawn = vec![0; papers.len()];
        ways(brief, papers, budget)
            .iter()
            .filter(|way| {
                drawn[way.paper] += 1;
                drawn[way.paper] <= MOST_OF_A_PAPER
            })
            .take(MOST_WAYS)
            .map(|way| Self::new(brief, way, &papers[way.paper]))
            .collect()
    }

    /// One way, beside the bag as it is now.
    pub fn new(now: &Brief, way: &Way, paper: &Paper) -> Self {
        let unit = now.unit;
        let layout = way.layout();
        let takes = match (paper.kind, way.sheets) {
            (Stock::Roll, _) => {
                format!("{} of the roll", way.brief.sheet.height.figure(unit))
            }
            (_, 1) => format!("one sheet of {}", paper.sheet.name(unit)),
            (_, sheets) => format!("{sheets} sheets of {}", paper.sheet.name(unit)),
        };
        let takes = match way.beside {
            0 => takes,
            1 => format!("{takes}, and one sheet of the second paper"),
            more => format!("{takes}, and {more} sheets of the second paper"),
        };
        let money = |Money(hundredths): Money| format!("{}.{:02}", hundredths / 100, hundredths % 100);
        Self {
            paper: paper.name.clone(),
            build: way.build,
            chosen: way.brief == *now,
            brief: BriefText::from(&way.brief),
            takes,
            sheets: way.sheets + way.beside,
            differs: way.differs_from(now),
            warns: way.warns.clone(),
            enough: way.enough,
            pieces: way.pieces,
            joins: way.joins,
            front_edges: way.front_edges,
            waste: (way.waste + 5) / 10,
            cost: way.cost.map(money),
            cost_hundredths: way.cost.map(|Money(hundredths)| hundredths),
            off_groove: way.off_groove,
            base_layers: [way.base_layers.0, way.base_layers.1],
            folds_flat: way.folds_flat,
            drawn: layout
                .sheets
                .iter()
                .filter(|sheet| !sheet.scrap)
                .map(|sheet| SheetCutView::new(sheet, unit))
                .collect(),
        }
    }
}

/// One way to cut the run into pieces.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct JoiningView {
    /// `left back corner and right back corner`.
    pub places: String,
    /// `2 sheets, 2 joins that show 2 together`.
    pub says: String,
    /// The brief cut so.
    pub brief: BriefText,
    /// True if it is cut at these places now.
    pub chosen: bool,
}

impl JoiningView {
    /// The best ways to cut the run of a brief.
    pub fn all(brief: &Brief) -> Vec<Self> {
        let now = brief.build.chosen_cuts();
        offers::joinings(brief, 6)
            .into_iter()
            .map(|way| {
                let mut places = way.cuts.at.names();
                match way.cuts.all_round {
                    Some(AllRound::AtBaseLine) => places.push("base line"),
                    Some(AllRound::Above(_)) => places.push("body all round"),
                    None => {}
                }
                let joins =
                    if way.joins == 1 { "one join".to_owned() } else { format!("{} joins", way.joins) };
                Self {
                    places: places.join(", "),
                    says: format!("{}, {joins}; together they show {}", sheets(way.sheets), way.shows),
                    chosen: now == Some(way.cuts),
                    brief: BriefText::from(&way.brief(brief)),
                }
            })
            .collect()
    }
}

/// A bag, and how far its measures may change.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NearbyText {
    /// The bag.
    pub brief: BriefText,
    /// How far every measure may be off; ¼ in if left out.
    #[serde(default)]
    #[schema(example = "1/4 in")]
    pub range: Option<String>,
}

/// A size close by, and what it saves.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct NearbyView {
    /// `11½ × 6 × 5¾`.
    pub size: String,
    /// `gusset 5¾ instead of 5⅞`, and all else that is other: `cut at both back corners, with a separate base`.
    pub change: String,
    /// What it saves: `saves one sheet: 3 instead of 4`.
    pub saves: Vec<String>,
    /// The brief in that size.
    pub brief: BriefText,
}

/// Sizes close by, and how far was looked.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct NearbyAnswer {
    /// Those that save most first.
    pub sizes: Vec<NearbyView>,
    /// How far was looked, if it was not as far as asked.
    pub says: Option<String>,
}

impl NearbyAnswer {
    /// Sizes close by that save something.
    ///
    /// # Errors
    /// [`FormatFault`] for a range that is no length, or more than an inch.
    pub fn of(text: &NearbyText, budget: &Budget<'_>) -> Result<Self, FormatFault> {
        let brief = Brief::try_from(&text.brief)?;
        let fault = |sentence: String| FormatFault { field: "range".to_owned(), sentence };
        let range = match &text.range {
            None => Length::eighths(2),
            Some(range) => Length::parse(range, brief.unit).map_err(|error| fault(format!("{error}.")))?,
        };
        if range > Length::INCH || !range.is_positive() {
            return Err(fault("Sizes can be looked for up to an inch around.".to_owned()));
        }
        let search = nearby(&brief, range, budget);
        let looked = |within: Length| {
            let within = Figures::of(&brief).say(within);
            format!(
                "These are the best of all sizes whose measures are together less than {within} off; to look further would take too long."
            )
        };
        Ok(Self {
            sizes: search.found.iter().map(|near| NearbyView::new(&brief, near)).collect(),
            says: search.within.map(looked),
        })
    }
}

impl NearbyView {
    fn new(now: &Brief, near: &Nearby) -> Self {
        let say = |length: Length| length.figure(now.unit);
        let (from, to) = (now.finished, near.brief.finished);
        let changes: Vec<String> = [
            ("width", from.width, to.width),
            ("height", from.height, to.height),
            ("gusset", from.gusset, to.gusset),
        ]
        .into_iter()
        .filter(|(_, from, to)| from != to)
        .map(|(name, from, to)| format!("{name} {} instead of {}", say(to), say(from)))
        // What follows from the size by itself is no news: base flaps as deep as the gusset.
        .chain(differs(&near.brief, &Brief { finished: near.brief.finished, ..now.clone() }))
        .collect();
        let mut saves = Vec::new();
        match near.sheets {
            (after, None) => saves.push(format!("fits {}", sheets(after))),
            (after, Some(before)) if after < before => {
                saves.push(format!("saves {}: {after} instead of {before}", sheets(before - after)));
            }
            _ => {}
        }
        let mut fewer = |what: [&str; 2], (after, before): (usize, usize)| {
            if after < before {
                let many = what[usize::from(before - after > 1)];
                saves.push(format!("saves {} {many}: {after} instead of {before}", before - after));
            }
        };
        fewer(["join", "joins"], near.joins);
        fewer(["score between grooves", "scores between grooves"], near.off_groove);
        Self {
            size: near.brief.finished_figures().join(" × "),
            change: changes.join(", "),
            saves,
            brief: BriefText::from(&near.brief),
        }
    }
}

/// Something left over, and what it is good for.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct LeftoverView {
    /// Where it lies on its sheet.
    pub space: RectangleView,
    /// How many like it there are.
    pub count: u32,
    /// What it is good for.
    pub uses: Vec<String>,
    /// The offcut as a paper, to be kept on the shelf.
    pub paper: PaperText,
}

impl LeftoverView {
    /// What is left over of a plan's sheets, the largest first; slivers are not listed.
    pub fn all(plan: &Plan) -> Vec<Self> {
        let unit = plan.brief.unit;
        let sheets = plan.layout.sheets.iter().zip(cut_out(plan));
        let sheets = sheets.filter(|(sheet, _)| !sheet.scrap && sheet.overhang.is_none());
        let mut all: Vec<(i128, Self)> = sheets
            .flat_map(|(sheet, squares)| {
                let left = sheet.offcuts.iter().copied().chain(squares);
                left.map(move |offcut| (sheet, offcut)).collect::<Vec<_>>()
            })
            .filter_map(|(sheet, offcut)| {
                let uses = uses(&plan.brief, &plan.fitted, offcut.size());
                // Laid upright again: the shelf knows no turned sheets.
                let paper = plan.brief.sheet_for(!sheet.side);
                let (width, height) =
                    if paper.turned { (offcut.height, offcut.width) } else { (offcut.width, offcut.height) };
                let own = Sheet { width, height, turned: false, ..paper.clone() };
                let paper = Paper {
                    name: format!("Offcut {}", own.name(unit)),
                    kind: Stock::Sheets,
                    sheet: own,
                    count: sheet.times,
                    grain: None,
                    price: None,
                };
                let paper = PaperText::from(&paper);
                let space = RectangleView::new(&offcut, unit);
                (!uses.is_empty()).then(|| (-offcut.area(), Self { space, count: sheet.times, uses, paper }))
            })
            .collect();
        all.sort_by_key(|(area, _)| *area);
        all.into_iter().map(|(_, leftover)| leftover).collect()
    }
}

/// Several bags to be cut together.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BatchText {
    /// The bags.
    #[schema(max_items = 50)]
    pub bags: Vec<CopiesText>,
}

/// A bag and how many of it.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CopiesText {
    /// What it is called.
    #[schema(max_length = 120)]
    pub name: String,
    /// The bag.
    pub brief: BriefText,
    /// How many, up to 500 of all bags together.
    #[schema(maximum = 500)]
    pub copies: u32,
}

/// The sheets of one paper, and what is cut from them.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BatchView {
    /// The sheet: `12×12, 180 g/m²`.
    pub sheet: String,
    /// Which bags are cut from it.
    pub bags: Vec<String>,
    /// How many sheets it takes.
    pub sheets: u32,
    /// No way of cutting takes fewer.
    pub at_least: u32,
    /// `4 sheets, and no way of cutting takes fewer.`
    pub says: String,
    /// Parts that are larger than the sheet.
    pub too_large: Vec<String>,
    /// The sheets.
    pub cuts: Vec<SheetCutView>,
}

impl BatchView {
    /// Lays out several bags, paper by paper.
    ///
    /// # Errors
    /// [`FormatFault`] for a bag that cannot be read, or too many of them.
    pub fn all(text: &BatchText, budget: &Budget<'_>) -> Result<Vec<Self>, FormatFault> {
        let total: u64 = text.bags.iter().map(|bag| u64::from(bag.copies)).sum();
        if total > 500 || text.bags.len() > 50 {
            let sentence = "Up to 500 bags of 50 kinds can be cut at once.".to_owned();
            return Err(FormatFault { field: "bags".to_owned(), sentence });
        }
        let bags = text.bags.iter().enumerate().filter(|(_, bag)| bag.copies > 0);
        let bags = bags.map(|(index, bag)| {
            let brief = Brief::try_from(&bag.brief).map_err(|fault| FormatFault {
                field: format!("bags.{index}.{}", fault.field),
                sentence: format!("{}: {}", quoted(&bag.name), fault.sentence),
            })?;
            Ok(Copies { name: &bag.name, brief, copies: bag.copies })
        });
        let bags: Vec<Copies<'_>> = bags.collect::<Result<_, FormatFault>>()?;
        let unit = bags.first().map(|bag| bag.brief.unit);
        let groups = by_paper(&bags);
        let unit = unit.unwrap_or_default();
        let mut waiting = groups.len() as u64;
        Ok(groups
            .into_iter()
            .map(|group| {
                let size = group.sheet.as_laid();
                let batch = budget.shared(waiting, |share| Batch::new(&group.wanted, size, share));
                waiting -= 1;
                let count = batch.sheet_count();
                let says = if count == 0 {
                    "Nothing of this fits the sheet.".to_owned()
                } else if count == batch.at_least {
                    format!("{}, and no way of cutting from edge to edge takes fewer.", sheets(count))
                } else {
                    let gap = count - batch.at_least;
                    format!(
                        "{}; no way of cutting takes fewer than {}, so at most {} could be saved.",
                        sheets(count),
                        batch.at_least,
                        sheets(gap)
                    )
                };
                let name = |part: usize| {
                    let PartOf { bag, name } = &group.parts[part];
                    (*bag, format!("{}: {name}", group.bags[*bag]))
                };
                let named = |sheet| SheetCutView::named(sheet, unit, name);
                Self {
                    sheet: match group.sheet.grammage {
                        Some(grammage) => format!("{}, {} g/m²", group.sheet.name(unit), grammage.0),
                        None => format!("{}, weight not known", group.sheet.name(unit)),
                    },
                    bags: group.bags.clone(),
                    sheets: count,
                    at_least: batch.at_least,
                    says,
                    too_large: batch.too_large.iter().map(|part| name(*part).1).collect(),
                    cuts: batch.sheets.iter().map(named).collect(),
                }
            })
            .collect())
    }
}
