//! Ways to make a bag from the papers on a shelf: every build, every paper, every habit that makes it fit.
//!
//! A bag of two papers keeps its second one where the build allows it, and is tried of one paper too.

mod differs;
pub use differs::{differs, joined_otherwise, other_flaps};

use crate::brief::{BaseHabit, Build, CUSTOMARY_LAP, CUSTOMARY_STRIP, Cuts, Joins};
use crate::budget::Budget;
use crate::builds::{customary, suited};
use crate::draft::Draft;
use crate::fittings::Fitted;
use crate::folded::Folded;
use crate::joins;
use crate::layout::{Layout, rows_tall, sheets_needed};
use crate::net::piece_sizes;
use crate::paper::{Money, Paper, Stock};
use crate::plane::Size;
use crate::proof::Proof;
use crate::sheet::Grammage;
use crate::verdict::{Outlook, off_groove};
use crate::{Brief, Length, Net, Sheet, pieces};
use std::collections::HashMap;

/// One way to make the bag.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Way {
    /// Which of the papers.
    pub paper: usize,
    /// What the build is called.
    pub build: &'static str,
    /// The brief made so, from that paper.
    pub brief: Brief,
    /// Sheets it takes; of a roll, one length.
    pub sheets: u32,
    /// Sheets of the second paper that it takes besides.
    pub beside: u32,
    /// True if there is that much of it.
    pub enough: bool,
    /// Pieces to cut out, joining strips left out.
    pub pieces: usize,
    /// Seams and joins all round.
    pub joins: usize,
    /// Raw edges that are seen from the front.
    pub front_edges: usize,
    /// Paper left over, in thousandths of the sheets it takes.
    pub waste: u32,
    /// What its paper costs, if that is known.
    pub cost: Option<Money>,
    /// Scores that fall between the board's grooves.
    pub off_groove: usize,
    /// Fewest and most layers in the base.
    pub base_layers: (usize, usize),
    /// True if the bag folds flat.
    pub folds_flat: bool,
    /// What will probably disappoint, made so from this paper.
    pub warns: Vec<String>,
    /// Paper it takes, in the smallest square units, for comparison.
    area: i128,
}

impl Way {
    /// How it is cut from its paper.
    pub fn layout(&self) -> Layout {
        let fitted = Fitted::of(&self.brief);
        Layout::new(&self.brief, &fitted, &pieces::divide(&Net::new(&self.brief, &fitted)))
    }
}

impl Way {
    /// What ways are compared by, the better one first: enough paper, fewest warnings, a base, fewest edges in front, least
    /// paper, fewest joins.
    fn rank(&self) -> (bool, usize, bool, usize, i128, usize, usize) {
        let has_no_base = self.base_layers.1 == 0;
        let warns = self.warns.len();
        (!self.enough, warns, has_no_base, self.front_edges, self.area, self.joins, self.off_groove)
    }
}

/// What does not depend on the paper.
#[derive(Clone, Copy)]
struct Made {
    joins: usize,
    front_edges: usize,
    off_groove: usize,
    base_layers: (usize, usize),
    folds_flat: bool,
}

/// A brief without its paper: what a proof depends on.
type Kind = (Build, Joins, BaseHabit);
/// A brief with what of its paper the rules ask for.
type OnPaper = (Kind, Option<Grammage>, Option<Length>, bool);

/// Work for one paper.
const A_PAPER: u64 = 200_000;

/// Every way to make the bag from one of the papers, the best first. Ways whose plan would be blocked are left out, and so are
/// papers for which the work does not last: the usual budget lasts for 750.
///
/// ```
/// use wide_fold_asked::{Brief, Length, Sheet, paper::{Paper, Stock}};
/// use wide_fold_judged::ways::ways;
/// use wide_fold_made::budget::Budget;
/// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
/// let pad = Paper {
///     name: "Clay".to_owned(),
///     kind: Stock::Pad,
///     sheet: Sheet::default(),
///     count: 4,
///     grain: None,
///     price: None,
/// };
/// let best = &ways(&brief, &[pad], &Budget::of(Budget::USUAL))[0];
/// assert_eq!((best.paper, best.sheets, best.enough), (0, 1, true));
/// ```
pub fn ways(brief: &Brief, papers: &[Paper], budget: &Budget<'_>) -> Vec<Way> {
    found(brief, papers, budget, true)
}

/// The best way with gussets, the round cut into more pieces only where that can save a sheet: it is most of the work.
pub(crate) fn best_with_gussets(brief: &Brief, papers: &[Paper], budget: &Budget<'_>) -> Option<Way> {
    let best = |more_pieces: bool| {
        let mut ways = found(brief, papers, budget, more_pieces).into_iter();
        ways.find(|way| way.brief.build.has_gussets())
    };
    best(false).filter(|way| way.enough && way.sheets == 1).or_else(|| best(true))
}

/// Every way, with the round cut into more pieces or without.
fn found(brief: &Brief, papers: &[Paper], budget: &Budget<'_>, more_pieces: bool) -> Vec<Way> {
    let mut made: HashMap<Kind, Option<Made>> = HashMap::new();
    let mut outlooks: HashMap<OnPaper, Outlook> = HashMap::new();
    let mut joined: HashMap<(Size, Joins, BaseHabit), Option<Build>> = HashMap::new();
    let mut found = Vec::new();
    let second = Second::of(brief, papers);
    for (index, paper) in papers.iter().enumerate().filter(|(_, paper)| paper.is_usable()) {
        if !budget.spend(A_PAPER) {
            break;
        }
        for sheet in lyings(paper) {
            let own = Brief { sheet, side_sheet: None, ..brief.clone() };
            let builds = customary().map(|build| (build.words().0, Some(build)));
            let pieces = [("More pieces", None)].into_iter().filter(|_| more_pieces);
            let mut tries: Vec<_> = builds.chain(pieces).map(|(name, build)| (name, build, &own)).collect();
            let of_two = Brief { side_sheet: brief.side_sheet.clone(), ..own.clone() };
            // Both of one paper are tried above.
            if of_two.side_sheet.as_ref().is_some_and(|other| *other != own.sheet) {
                tries.push(("More pieces, two papers", None, &of_two));
            }
            for (name, build, on_paper) in tries {
                let mut fewest = u32::MAX;
                for habit in habits(on_paper) {
                    let Some(tried) = tried(&habit, build, paper, &mut joined) else { continue };
                    let Some(taken) = from_paper(&tried, paper) else { continue };
                    let sheets = taken.sheets + taken.beside;
                    // Another habit is worth naming only if it takes fewer sheets.
                    if sheets >= fewest {
                        continue;
                    }
                    let kind = (taken.brief.build, taken.brief.joins, taken.brief.base);
                    let Some(made) = *made.entry(kind).or_insert_with(|| make(&taken.brief)) else {
                        continue;
                    };
                    let own = &taken.brief.sheet;
                    let on_paper = (kind, own.grammage, own.caliper, taken.brief.side_sheet.is_some());
                    let outlook = outlooks.entry(on_paper).or_insert_with(|| outlook(&taken.brief));
                    if !outlook.blocks.is_empty() {
                        continue;
                    }
                    fewest = sheets;
                    let warns = outlook.warns.clone();
                    found.push(way(index, name, taken, paper, second.as_ref(), (made, warns)));
                }
            }
        }
    }
    found.sort_by_key(Way::rank);
    found
}

/// The second paper of a bag.
struct Second {
    /// Price of a sheet, if it is on the shelf and not on a roll.
    price: Option<i64>,
    /// Sheets of it on the shelf; any number if it is not there.
    count: u32,
}

impl Second {
    fn of(brief: &Brief, papers: &[Paper]) -> Option<Self> {
        let sheet = brief.side_sheet.as_ref()?;
        let own = papers.iter().find(|paper| Sheet { turned: sheet.turned, ..paper.sheet.clone() } == *sheet);
        Some(Self {
            price: own.filter(|own| !own.kind.is_roll()).and_then(|own| own.price).map(|price| price.0),
            count: own.map_or(u32::MAX, |own| own.count),
        })
    }
}

/// What a brief takes of its papers.
struct Takes {
    /// The brief on its sheet: of a roll, the length that is cut off.
    brief: Brief,
    sheets: u32,
    beside: u32,
    /// Paper that is cut into, and of it what is the second paper's; the smallest square units.
    area: i128,
    area_beside: i128,
    /// Paper in the pieces.
    used: i128,
}

fn way(
    index: usize,
    build: &'static str,
    taken: Takes,
    paper: &Paper,
    second: Option<&Second>,
    (made, warns): (Made, Vec<String>),
) -> Way {
    let Takes { brief, sheets, beside, area: taken, area_beside, used } = taken;
    let whole = paper.sheet.size().area();
    let Made { joins, front_edges, off_groove, base_layers, folds_flat } = made;
    let per_mille = |share: i128, of: i128| u32::try_from(share * 1000 / of.max(1)).unwrap_or(0);
    let second = second.filter(|_| beside > 0);
    // A sheet is paid for whole, a roll by the share that is cut off.
    let own = paper.price.map(|Money(price)| match paper.kind {
        Stock::Roll => (i128::from(price) * (taken - area_beside) / whole.max(1)) as i64,
        Stock::Sheets | Stock::Pad => price * i64::from(sheets),
    });
    let other = match second {
        None => Some(0),
        Some(second) => second.price.map(|price| price * i64::from(beside)),
    };
    let enough = if paper.kind.is_roll() { paper.count > 0 } else { sheets <= paper.count };
    Way {
        paper: index,
        build,
        sheets,
        beside,
        enough: enough && second.is_none_or(|second| beside <= second.count),
        pieces: piece_sizes(&brief).len(),
        joins,
        front_edges,
        waste: per_mille(taken - used, taken),
        cost: own.zip(other).map(|(own, other)| Money(own + other)),
        off_groove,
        base_layers,
        folds_flat,
        warns,
        area: taken,
        brief,
    }
}

/// A paper's sheet as it may be laid: turned only if it has neither direction nor known grain.
fn lyings(paper: &Paper) -> impl Iterator<Item = Sheet> {
    let upright = Sheet { turned: false, ..paper.sheet.clone() };
    upright.lyings().take(if paper.grain.is_none() { 2 } else { 1 }).collect::<Vec<_>>().into_iter()
}

/// The brief as it is; with shallower flaps; with strips in place of tabs.
fn habits(brief: &Brief) -> Vec<Brief> {
    let lap = BaseHabit::HalfAndLap { lap: CUSTOMARY_LAP };
    let flaps =
        (lap.depth(brief.finished.gusset) < brief.flap()).then(|| Brief { base: lap, ..brief.clone() });
    let strips = (brief.joins == Joins::Tabs)
        .then(|| Brief { joins: Joins::Strips { width: CUSTOMARY_STRIP }, ..brief.clone() });
    std::iter::once(brief.clone()).chain(flaps).chain(strips).collect()
}

/// The brief built so; cut where it shows least if no build is given. Nothing if the habit means nothing there.
fn tried(
    habit: &Brief,
    build: Option<Build>,
    paper: &Paper,
    joined: &mut HashMap<(Size, Joins, BaseHabit), Option<Build>>,
) -> Option<Brief> {
    let build = match build {
        Some(build) => build,
        // What a roll cannot hold in one row it holds in several.
        None if paper.kind.is_roll() && habit.side_sheet.is_none() => return None,
        None if habit.side_sheet.is_some() => joins::best(habit)?.brief(habit).build,
        None => {
            let best = joined
                .entry((habit.sheet.as_laid(), habit.joins, habit.base))
                .or_insert_with(|| joins::best(habit).map(|best| best.brief(habit).build));
            (*best)?
        }
    };
    let mut tried = suited(Brief { build, ..habit.clone() });
    // Where upper pieces lie over lower ones, tabs hold every join.
    if let (Cuts { all_round: Some(_), .. }, Joins::Mixed { .. }) = (build.cuts(), habit.joins) {
        tried.joins = Joins::Tabs;
    }
    // Cut at one place only, the round is the wrap over again.
    if tried.build.chosen_cuts().is_some_and(Cuts::is_one_piece) {
        return None;
    }
    // A build that has no use for the habit has been tried without it.
    let has_use = (tried.joins == habit.joins
        || tried.joins == Joins::Tabs && matches!(habit.joins, Joins::Mixed { .. }))
        && (tried.flap() == habit.flap() || tried.base == habit.base);
    (has_use && tried.check().is_ok()).then_some(tried)
}

/// What the brief takes of a paper, and of its second one; nothing if a piece does not fit.
fn from_paper(brief: &Brief, paper: &Paper) -> Option<Takes> {
    let of_two = brief.build.chosen_cuts().filter(|_| brief.side_sheet.is_some());
    let [sizes, others] =
        of_two.map_or_else(|| [piece_sizes(brief), Vec::new()], |cuts| joins::by_paper(brief, cuts));
    let used = sizes.iter().chain(&others).map(|size| size.area()).sum();
    let fits = |sizes: &[Size], sheet: Size| sizes.iter().all(|size| size.fits_in(sheet));
    let sheet = brief.sheet.as_laid();
    let other = brief.sheet_for(false).size();
    if !fits(&sizes, sheet) || !fits(&others, other) {
        return None;
    }
    let beside = if others.is_empty() { 0 } else { sheets_needed(&others, other) };
    let area_beside = other.area() * i128::from(beside);
    let (brief, sheets, own) = match paper.kind {
        Stock::Roll => {
            let mut cut = brief.clone();
            cut.sheet.height = off_the_roll(brief, &sizes)?;
            let own = cut.sheet.size().area();
            (cut, 1, own)
        }
        Stock::Sheets | Stock::Pad => {
            let sheets = sheets_needed(&sizes, sheet);
            (brief.clone(), sheets, sheet.area() * i128::from(sheets))
        }
    };
    Some(Takes { brief, sheets, beside, area: own + area_beside, area_beside, used })
}

/// The shortest length of the roll, on the board's grooves, from which all pieces can be cut; nothing if there is less.
fn off_the_roll(brief: &Brief, sizes: &[Size]) -> Option<Length> {
    let Size { width, height } = brief.sheet.as_laid();
    let (turned, step) = (brief.sheet.turned, brief.board.groove);
    let length = if turned {
        // A longer stretch never takes more rows, so the shortest that will do is found by halving.
        let will_do = |steps: i64| sheets_needed(sizes, Size::new(step * steps, height)) == 1;
        let all: Length = sizes.iter().map(|size| size.width).sum();
        let (mut least, mut most) = (1, all.ceil_to(step).units() / step.units());
        if !will_do(most) {
            return None;
        }
        while least < most {
            let middle = (least + most) / 2;
            if will_do(middle) { most = middle } else { least = middle + 1 }
        }
        let widest = sizes.iter().map(|size| size.width).max()?;
        (step * most).max(widest.ceil_to(step))
    } else {
        rows_tall(sizes, width).ceil_to(step)
    };
    // Nobody cuts a shorter piece off a roll, however little of it is used.
    let length = length.max(Sheet::SMALLEST.ceil_to(step));
    let left = if turned { width } else { height };
    (length <= left).then_some(length)
}

/// What the rules say of it; a brief that cannot be planned is blocked.
fn outlook(brief: &Brief) -> Outlook {
    Draft::new(brief).map_or_else(
        |fault| Outlook { blocks: vec![fault.field], warns: Vec::new() },
        |draft| Outlook::of(&draft),
    )
}

/// Folds the bag for its looks; nothing if it does not measure up.
fn make(brief: &Brief) -> Option<Made> {
    let draft = Draft::new(brief).ok()?;
    let proof = Proof::new(brief, &draft.net, &Folded::new(&draft.net));
    proof.passed().then(|| Made {
        // A joining strip holds two edges of one join.
        joins: (draft.net.seams.len()
            - draft.net.blanks.iter().filter(|blank| blank.is_joining_strip()).count())
            / draft.net.tiers()
            + usize::from(!draft.net.laps.is_empty()),
        front_edges: proof.front_edges.len(),
        off_groove: off_groove(draft.passes(), brief.board.groove),
        base_layers: proof.base_layers,
        folds_flat: proof.flat.is_some(),
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Plan;
    use crate::sheet::Grammage;

    fn paper(name: &str, kind: Stock, width: i64, height: i64) -> Paper {
        Paper {
            name: name.to_owned(),
            kind,
            sheet: Sheet {
                width: Length::inches(width),
                height: Length::inches(height),
                grammage: Some(Grammage(160)),
                ..Sheet::default()
            },
            count: if kind == Stock::Roll { 1 } else { 20 },
            grain: None,
            price: Some(Money(100)),
        }
    }

    #[test]
    fn a_tall_bag_comes_from_one_large_sheet_or_many_small_ones() {
        // Common practice: 10 × 14½ × 3½ with a 2 in hem is one 30×20 sheet.
        let mut brief = Brief::new(Length::inches(10), Length::eighths(116), Length::eighths(28));
        brief.top = crate::brief::Top::HemIn { depth: Length::inches(2) };
        let papers = [
            paper("pad", Stock::Pad, 12, 12),
            paper("sheets", Stock::Sheets, 30, 20),
            paper("roll", Stock::Roll, 30, 120),
        ];
        let ways = ways(&brief, &papers, &Budget::of(Budget::USUAL));
        let fewest = |paper: usize| ways.iter().filter(|way| way.paper == paper).map(|way| way.sheets).min();
        // Lower and upper pieces side by side: five, where rows of either would take six.
        assert_eq!((fewest(0), fewest(1), fewest(2)), (Some(5), Some(1), Some(1)));
        // The roll gives the 20 in that it takes, and a sixth of its price: 20 of 120.
        let wrap = ways.iter().find(|way| way.paper == 2 && way.build == "Wrap").unwrap();
        assert_eq!((wrap.brief.sheet.height, wrap.cost), (Length::inches(20), Some(Money(16))));
        for way in &ways {
            let plan = Plan::new(&way.brief).unwrap();
            assert!(plan.is_ready(), "{}: {:#?}", way.build, plan.verdicts);
            assert_eq!(plan.layout.sheet_count(), way.sheets, "{} {:?}", way.build, way.brief);
        }
    }

    #[test]
    fn a_second_paper_stays_where_the_build_allows_it() {
        let mut brief = Brief::new(Length::inches(6), Length::inches(7), Length::inches(3));
        let pads = [paper("face", Stock::Pad, 12, 12), paper("gusset", Stock::Pad, 9, 12)];
        brief.side_sheet = Some(pads[1].sheet.clone());
        let ways = ways(&brief, &pads, &Budget::of(Budget::USUAL));
        // Faces of 6½ with their tabs one to a sheet; both gussets of 3½ beside one another on one 9×12.
        let two = ways.iter().find(|way| way.paper == 0 && way.brief.side_sheet.is_some()).unwrap();
        assert_eq!((two.build, two.sheets, two.beside), ("More pieces, two papers", 2, 1));
        assert_eq!(two.cost, Some(Money(300)));
        // What is left of three sheets: 144, 144 and 108 less 10 × (6½ + 6½ + 3½ + 3½).
        assert_eq!(two.waste, (396 - 200) * 1000 / 396);
        assert!(two.enough);
        let plan = Plan::new(&two.brief).unwrap();
        assert!(plan.is_ready(), "{:#?}", plan.verdicts);
        assert_eq!(plan.layout.sheet_count(), two.sheets + two.beside);
        assert_eq!(two.differs_from(&brief)[0], "cut at all four corners");
        let both_of_one = |way: &Way| way.brief.side_sheet.as_ref() == Some(&way.brief.sheet);
        assert!(!ways.iter().any(both_of_one), "two papers that are one and the same");
        // One paper alone is offered too, and says so.
        let one = ways.iter().find(|way| way.build == "Corner pair" && way.paper == 0).unwrap();
        assert_eq!(one.differs_from(&brief), ["gussets of the same paper"]);
    }

    #[test]
    fn a_way_says_what_it_changes() {
        // 2 × 4 + 2 × 2 and a tab of ½ is 12½: with a strip in place of the tab the round is 12.
        let brief = Brief::new(Length::inches(4), Length::inches(7), Length::inches(2));
        let ways = ways(&brief, &[paper("pad", Stock::Pad, 12, 12)], &Budget::of(Budget::USUAL));
        let wrap = ways.iter().find(|way| way.build == "Wrap").unwrap();
        assert_eq!(wrap.differs_from(&brief), ["joining strips instead of tabs"]);
        let pair = ways.iter().find(|way| way.build == "Corner pair").unwrap();
        assert!(pair.differs_from(&brief).is_empty());
        // Flaps of 2½ make 10½, too tall for 10; half of 2½ with a lap of ½ is 1½, and makes 9½.
        let tall = Brief::new(Length::inches(4), Length::inches(8), Length::eighths(20));
        let ways = super::ways(&tall, &[paper("tall", Stock::Pad, 14, 10)], &Budget::of(Budget::USUAL));
        let wrap = ways.iter().find(|way| way.build == "Wrap").unwrap();
        assert_eq!(wrap.differs_from(&tall), ["base flaps 1½ deep instead of 2½"]);
    }

    #[test]
    fn a_directional_paper_is_never_turned() {
        let brief = Brief::new(Length::inches(4), Length::inches(7), Length::inches(2));
        let upright = ways(&brief, &[paper("upright", Stock::Sheets, 9, 12)], &Budget::of(Budget::USUAL));
        assert!(upright.iter().all(|way| !way.brief.sheet.turned));
        let mut all_over = paper("all over", Stock::Sheets, 9, 13);
        all_over.sheet.directional = false;
        let wrap = |paper: &Paper| {
            ways(&brief, std::slice::from_ref(paper), &Budget::of(Budget::USUAL))
                .iter()
                .any(|way| way.build == "Wrap" && way.brief.sheet.turned)
        };
        assert!(wrap(&all_over));
        all_over.grain = Some(crate::paper::Grain::Upright);
        assert!(!wrap(&all_over));
    }

    /// Ways stand in the order they are compared by, the better one first.
    #[test]
    fn the_better_way_comes_first() {
        let papers = [
            Paper { count: 1, ..paper("Speckle", Stock::Pad, 12, 12) },
            Paper { count: 30, ..paper("Celadon", Stock::Pad, 12, 12) },
            Paper { count: 3, ..paper("Ash", Stock::Sheets, 24, 24) },
        ];
        let brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
        let found = ways(&brief, &papers, &Budget::of(Budget::USUAL));
        let key = |way: &Way| {
            (!way.enough, way.warns.len(), way.base_layers.1 == 0, way.front_edges, way.area, way.joins)
        };
        assert!(found.is_sorted_by_key(key), "{:?}", found.iter().map(key).collect::<Vec<_>>());
        assert!(found.iter().any(|way| way.enough) && found.iter().any(|way| !way.enough));
    }
}
