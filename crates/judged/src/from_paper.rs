//! From the paper to the bags it makes: of every build all that one sheet, or two, can become.
//!
//! A sheet leaves one thing open: of width, height and gusset any one can be chosen, and the others follow if none of the sheet is
//! to be wasted. Every build so has a family of bags, one for every gusset on the board's grooves (of a flare, which has none, one
//! for every pleat). Width and height are as large as the sheet allows, read off the net, down to a figure a ruler shows.

use crate::brief::{Across, Build, Finished, GoesRound, GussetCrease, Joins, half_inch};
use crate::budget::Budget;
use crate::builds::{customary, suited};
use crate::draft::Draft;
use crate::folded::Folded;
use crate::net::flat_size;
use crate::plane::Size;
use crate::proof::Proof;
use crate::verdict::blocks;
use crate::{Brief, Length, Net, Ruler, Sheet, Unit};
use std::collections::BTreeSet;

/// One way to build from a sheet, and every bag it makes so.
#[derive(Clone, Debug)]
pub struct Family {
    /// What the build is called.
    pub build: &'static str,
    /// How the pieces lie on the sheet: `pieces side by side`; nothing if there is only one way.
    pub lies: Option<&'static str>,
    /// How they share it.
    pub shares: Shares,
    /// One of the bags; the others differ from it in their size, of a flare in their pleats too.
    pub brief: Brief,
    /// The bags, from the shallowest to the deepest.
    pub members: Vec<Member>,
    /// Those that stand out, each by its place in the list.
    pub best: Vec<(Best, usize)>,
}

/// One bag of a family: it can be made, and takes no more sheets than were asked for.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Member {
    /// The bag.
    pub brief: Brief,
    /// Scored lines that lie under no groove of the board.
    pub off_groove: usize,
    /// Where its columns end, from the left edge of a piece.
    pub columns: Vec<Length>,
    /// Where its rows end, from the bottom edge.
    pub rows: Vec<Length>,
}

/// How pieces share a sheet.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Shares {
    /// There is but one on it.
    Alone,
    /// Both lie side by side.
    Beside,
    /// One lies above the other.
    Above,
}

/// What a bag stands out by.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Best {
    /// The highest that still stands: its gusset is a third of its face at least (our choice).
    Tall,
    /// The one whose face is nearest to a square.
    Square,
    /// The deepest that folds flat once its fold-flat lines are scored: it is folded to see.
    Deep,
    /// The one that holds most.
    Roomy,
}

/// Part of a sheet, and the bag that makes most of it.
#[derive(Clone, Debug)]
pub struct Parted {
    /// `whole`, `halved`, `quartered`.
    pub name: &'static str,
    /// So many parts, and as many bags.
    pub parts: u32,
    /// The size of one.
    pub size: Size,
    /// The bag that holds most, of one part; nothing if it makes none.
    pub brief: Option<Brief>,
}

/// More bags of one family than this are not listed: of a large sheet only every second, fourth, … gusset is.
const MOST: usize = 192;
/// Grooves across the widest gusset that is looked at.
const WIDEST: i64 = 480;
/// The smallest gusset and the smallest pleat that are tried (our choice), in inches and in millimetres.
const LEAST: [Length; 2] = [Length::eighths(4), Length::millimetres(10)];
/// A side longer than this is a roll's: it is not used up …
const ROLL: Length = Length::inches(48);
/// … but so much of it is cut off (our choice), in inches and in millimetres.
const CUT_OFF: [Length; 2] = [Length::inches(24), Length::millimetres(600)];
/// Work for one bag.
const A_BAG: u64 = 80_000;

/// All that so many sheets (one or two) can become, build by build; habits, sheet and board are those of `habits`, its size is of
/// no matter. Bags that cannot be made are left out, and so is what there is no work left for.
///
/// ```
/// use wide_fold_asked::{Brief, Length};
/// use wide_fold_judged::from_paper::families;
/// use wide_fold_made::budget::Budget;
/// // A wrap of a 12 × 12: width and gusset are 5¾ together, and flap and body 12.
/// let habits = Brief::new(Length::INCH, Length::INCH, Length::INCH);
/// let wrap = &families(&habits, 1, &Budget::of(Budget::USUAL))[0];
/// for bag in &wrap.members {
///     let size = bag.brief.finished;
///     assert_eq!(size.width + size.gusset, Length::eighths(46));
///     assert_eq!(size.height + size.gusset, Length::inches(12));
/// }
/// ```
pub fn families(habits: &Brief, sheets: u32, budget: &Budget<'_>) -> Vec<Family> {
    let family =
        |(name, lies, shares, brief, slot): (&'static str, Option<&'static str>, Shares, Brief, Size)| {
            family(name, (lies, shares), &brief, slot, budget)
        };
    starts(habits, sheets).into_iter().filter_map(family).collect()
}

/// Every build on every way the sheet may lie and its pieces may share it: its name, how they lie, a brief, the room of a piece.
fn starts(habits: &Brief, sheets: u32) -> Vec<(&'static str, Option<&'static str>, Shares, Brief, Size)> {
    // What becomes of a cradle pair's squares changes no size.
    let builds = customary().filter(|build| !build.has_ears());
    let mut starts = Vec::new();
    for build in builds {
        let name = build.words().0;
        let build = build.folded_lap().map_or(build, |_| Build::FoldedBase { lap: half_inch(habits.unit) });
        let pieces = pieces(build);
        // One piece takes one sheet, however many there are.
        if sheets > pieces {
            continue;
        }
        for sheet in habits.sheet.lyings() {
            for (shares, slot) in slots(taken(&sheet, habits.unit), pieces, sheets) {
                let turned = sheet.turned != habits.sheet.turned;
                let lies = if turned { shares.turned() } else { shares.name() };
                let brief =
                    suited(Brief { build, joins: Joins::Tabs, sheet: sheet.clone(), ..plain(habits) });
                starts.push((name, lies, shares, brief, slot));
            }
        }
    }
    starts
}

/// The bag that makes most of a sheet left whole, halved and quartered, as a wrap or a pair.
pub fn parted(habits: &Brief, budget: &Budget<'_>) -> Vec<Parted> {
    let Size { width, height } = taken(&habits.sheet, habits.unit);
    let ruler = ruler(habits.unit);
    let half = |side: Length| side.half().floor_to(ruler);
    let parts = [
        ("whole", 1, Size::new(width, height)),
        ("halved", 2, Size::new(half(width), height)),
        ("halved", 2, Size::new(width, half(height))),
        ("quartered", 4, Size::new(half(width), half(height))),
    ];
    parts
        .into_iter()
        .map(|(name, parts, size)| {
            let sheet = Sheet {
                turned: false,
                width: size.width,
                height: size.height,
                rolled: false,
                grid: None,
                ..habits.sheet.clone()
            };
            let own = Brief { sheet, ..habits.clone() };
            let starts =
                starts(&own, 1).into_iter().filter(|(_, _, _, brief, _)| brief.build.has_slit_flaps());
            let mut bags: Vec<Brief> = starts.flat_map(|(_, _, _, brief, slot)| bags(&brief, slot)).collect();
            bags.sort_by_key(|bag| std::cmp::Reverse(room(bag.finished)));
            let brief =
                bags.into_iter().take_while(|_| budget.spend(A_BAG)).find(|bag| blocks(bag).is_empty());
            Parted { name, parts, size, brief }
        })
        .collect()
}

/// Habits without what belongs to one size: handle, mats and the like are chosen for the bag once it stands.
fn plain(habits: &Brief) -> Brief {
    Brief { guide: None, gift: None, heard: None, gusset_crease: GussetCrease::None, ..habits.clone() }
}

/// Pieces of paper a build takes.
const fn pieces(build: Build) -> u32 {
    match build.nature().goes_round {
        GoesRound::InOne | GoesRound::OverAndUp => 1,
        GoesRound::InTwo | GoesRound::Doubled | GoesRound::InPieces => 2,
    }
}

/// What is taken of a sheet for one bag, as it is laid: all of it; of a roll a length that is cut off.
///
/// ```
/// use wide_fold_asked::{Length, Sheet, Unit, plane::Size};
/// use wide_fold_judged::from_paper::taken;
/// let roll = Sheet { width: Length::inches(30), height: Length::inches(360), ..Sheet::default() };
/// assert_eq!(taken(&roll, Unit::Inch), Size::new(Length::inches(30), Length::inches(24)));
/// ```
pub fn taken(sheet: &Sheet, unit: Unit) -> Size {
    let cut_off = match unit {
        Unit::Inch => CUT_OFF[0],
        Unit::Metric => CUT_OFF[1],
    };
    let side = |side: Length| if side > ROLL { cut_off } else { side };
    let Size { width, height } = sheet.as_laid();
    Size::new(side(width), side(height))
}

impl Shares {
    const fn name(self) -> Option<&'static str> {
        match self {
            Self::Alone => None,
            Self::Beside => Some("both pieces side by side"),
            Self::Above => Some("one piece above the other"),
        }
    }

    const fn turned(self) -> Option<&'static str> {
        Some(match self {
            Self::Alone => "the sheet turned",
            Self::Beside => "the sheet turned, both pieces side by side",
            Self::Above => "the sheet turned, one piece above the other",
        })
    }
}

/// The room one piece has.
fn slots(sheet: Size, pieces: u32, sheets: u32) -> Vec<(Shares, Size)> {
    if pieces <= sheets {
        return vec![(Shares::Alone, sheet)];
    }
    vec![
        (Shares::Beside, Size::new(sheet.width.half(), sheet.height)),
        (Shares::Above, Size::new(sheet.width, sheet.height.half())),
    ]
}

/// What a ruler of that unit shows: sixteenths, half millimetres.
fn ruler(unit: Unit) -> Length {
    match unit {
        Unit::Inch => Length::sixty_fourths(4),
        Unit::Metric => Ruler::HalfMillimetre.step(),
    }
}

/// Every bag that goes on a piece's room, from the shallowest to the deepest, whether it can be made or not.
fn bags(brief: &Brief, slot: Size) -> Vec<Brief> {
    let groove = brief.board.groove;
    let least = match brief.unit {
        Unit::Inch => LEAST[0],
        Unit::Metric => LEAST[1],
    };
    let first = least.ceil_to(groove);
    // A roll has more grooves than anyone turns over: the widest is looked at no closer than so.
    let grooves = ((slot.width - first).units() / groove.units()).clamp(0, WIDEST);
    (0..=grooves).filter_map(|at| largest(brief, slot, first + groove * at)).collect()
}

fn family(
    build: &'static str,
    (lies, shares): (Option<&'static str>, Shares),
    brief: &Brief,
    slot: Size,
    budget: &Budget<'_>,
) -> Option<Family> {
    let bags = bags(brief, slot);
    // Of a roll only every second, third, … groove is looked at.
    let step = bags.len().div_ceil(MOST).max(1);
    let members: Vec<Member> = bags
        .into_iter()
        .step_by(step)
        .take_while(|_| budget.spend(A_BAG))
        .filter(|bag| blocks(bag).is_empty())
        .map(Member::new)
        .collect();
    let best = best(&members);
    let brief = members.first()?.brief.clone();
    Some(Family { build, lies, shares, brief, members, best })
}

/// The bag of that gusset, or that pleat, as wide and as high as the room of a piece allows.
fn largest(brief: &Brief, slot: Size, at: Length) -> Option<Brief> {
    let start = Length::inches(4);
    let of = |width: Length, height: Length| {
        let mut own = brief.clone();
        own.finished = Finished { width, height, gusset: at };
        if let Some((pleats, _)) = own.build.pleated() {
            own.build = Build::PleatedFlare { pleats, pleat: at };
            // A flare has no gusset; whatever stands there is of no matter.
            own.finished.gusset = Length::inches(2);
        }
        own
    };
    // How wide and how high a piece is grows evenly with face and body: once for a pair, twice for a wrap.
    let (one, more) =
        (flat_size(&of(start, start)), flat_size(&of(start + Length::INCH, start + Length::INCH)));
    let ruler = ruler(brief.unit);
    let side = |room: Length, takes: Length, with_more: Length| {
        let times = (with_more - takes).units() / Length::INCH.units();
        let more = Length::from_units((room - takes).units().div_euclid(times.max(1)));
        (start + more).floor_to(ruler)
    };
    let width = side(slot.width, one.width, more.width);
    let height = side(slot.height, one.height, more.height);
    let bag = of(width, height);
    (width.is_positive() && height.is_positive() && bag.check().is_ok()).then_some(bag)
}

impl Member {
    fn new(brief: Brief) -> Self {
        let net = Net::of(&brief);
        let groove = brief.board.groove;
        let creases = net.blanks.iter().flat_map(|blank| &blank.creases);
        let mut off = BTreeSet::new();
        for crease in creases.filter(|crease| !crease.role.is_made_by_hand()) {
            if crease.is_vertical() && !crease.from.x.is_on(groove) {
                off.insert((true, crease.from.x));
            } else if crease.is_level() && !crease.from.y.is_on(groove) {
                off.insert((false, crease.from.y));
            }
        }
        let blank = net.blanks.first();
        let columns = blank.map(|blank| blank.columns.iter().map(|column| column.x.to).collect());
        let rows = blank.map(|blank| blank.rows.iter().map(|row| row.y.to).collect());
        Self {
            off_groove: off.len(),
            columns: columns.unwrap_or_default(),
            rows: rows.unwrap_or_default(),
            brief,
        }
    }
}

fn room(Finished { width, height, gusset }: Finished) -> i128 {
    [width, height, gusset].iter().map(|length| i128::from(length.units() / 1_000)).product()
}

/// Lower than that, or than half of what is narrower, face or gusset, it is a tray and no bag to stand out (our choice).
const LOW: Length = Length::INCH;

fn stands_out(Finished { width, height, gusset }: Finished) -> bool {
    height >= LOW && height * 2 >= width.min(gusset)
}

/// True if the bag folds flat once its fold-flat lines are scored, and nothing speaks against them.
fn folds_flat(brief: &Brief) -> bool {
    let flat = GussetCrease::FoldFlat { across: Across::Back };
    let scored = Brief { gusset_crease: flat, ..brief.clone() };
    Draft::new(&scored).is_ok_and(|draft| {
        blocks(&scored).is_empty() && Proof::new(&scored, &draft.net, &Folded::new(&draft.net)).flat.is_some()
    })
}

/// Those that stand out; of equals the first.
fn best(members: &[Member]) -> Vec<(Best, usize)> {
    let has_gussets = members.first().is_some_and(|member| member.brief.build.has_gussets());
    let sizes = || {
        members.iter().map(|member| member.brief.finished).enumerate().filter(|(_, size)| stands_out(*size))
    };
    let first_most = |found: Vec<(usize, i128)>| {
        let most = found.iter().map(|(_, worth)| *worth).max()?;
        found.into_iter().find(|(_, worth)| *worth == most).map(|(index, _)| index)
    };
    let square =
        sizes().map(|(at, size)| (at, -i128::from((size.width - size.height).abs().units()))).collect();
    let mut best = vec![(Best::Square, first_most(square))];
    if has_gussets {
        let stands = sizes().filter(|(_, size)| size.gusset * 3 >= size.width);
        let tall = stands.map(|(at, size)| (at, i128::from(size.height.units()))).collect();
        let mut flat: Vec<(usize, Finished)> =
            sizes().filter(|(_, size)| size.gusset <= size.width).collect();
        flat.sort_by_key(|(_, size)| std::cmp::Reverse(size.gusset));
        let deep = flat.into_iter().map(|(at, _)| at).find(|at| folds_flat(&members[*at].brief));
        let roomy = sizes().map(|(at, size)| (at, room(size))).collect();
        best.insert(0, (Best::Tall, first_most(tall)));
        best.push((Best::Deep, deep));
        best.push((Best::Roomy, first_most(roomy)));
    }
    best.into_iter().filter_map(|(best, at)| Some((best, at?))).collect()
}
