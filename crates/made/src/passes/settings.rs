//! How often a piece has to be laid on the board: the fewest turns and flips in which every line comes within reach.
//!
//! A piece can lie eight ways: either face up, any of its four edges along the fence; and each of them against one stop or the
//! other, where the board has both. Every line names the ways that bring it under a groove; a *course* is an order of ways in
//! which each line finds one. All sets of ways are gone through (255), each in its best order and with its best stops, so that
//! the course is the shortest there is.

use super::board::{Edge, Lying};
use crate::brief::Stop;
use crate::net::PaperFace;

/// What is done with a piece between its first line and its last.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Handling {
    /// How often it is turned on the board, a quarter or half a turn.
    pub turns: u32,
    /// How often it is turned over, left over right or top over bottom.
    pub flips: u32,
    /// How often it is slid from one stop to the other, as it lies.
    pub slides: u32,
}

impl Handling {
    /// From one way to lie to the next. Turned over, an edge stays along the fence or the one across from it comes there:
    /// only for the others it has to be turned round as well.
    pub fn between(from: Lying, to: Lying) -> Self {
        let flips = from.face_up != to.face_up;
        let turns =
            if flips { from.fence.lies_across() != to.fence.lies_across() } else { from.fence != to.fence };
        let slides = !flips && !turns && from.stop != to.stop;
        Self { turns: turns.into(), flips: flips.into(), slides: slides.into() }
    }

    /// All that is done in the course of these ways to lie.
    pub fn of(course: impl IntoIterator<Item = Lying>) -> Self {
        let mut course = course.into_iter();
        let Some(mut lies) = course.next() else { return Self::default() };
        course.fold(Self::default(), |so_far, next| {
            let Self { turns, flips, slides } = Self::between(lies, next);
            lies = next;
            Self { turns: so_far.turns + turns, flips: so_far.flips + flips, slides: so_far.slides + slides }
        })
    }

    /// Turns and flips together; a slide is none of them.
    pub fn moves(self) -> u32 {
        self.turns + self.flips
    }

    /// `2 turns, 1 flip, 1 slide`; nothing if the piece is never moved.
    pub fn says(self) -> Option<String> {
        let count = |count: u32, one: &str| match count {
            0 => None,
            1 => Some(format!("1 {one}")),
            _ => Some(format!("{count} {one}s")),
        };
        let counts = [count(self.turns, "turn"), count(self.flips, "flip"), count(self.slides, "slide")];
        let parts: Vec<String> = counts.into_iter().flatten().collect();
        (!parts.is_empty()).then(|| parts.join(", "))
    }
}

/// Every way to lie against the left stop, those first that people begin with: the top edge along the fence, then base lines
/// measured from the bottom.
const ALL: [Lying; 8] = [
    way(PaperFace::Outside, Edge::Top),
    way(PaperFace::Outside, Edge::Bottom),
    way(PaperFace::Outside, Edge::Left),
    way(PaperFace::Outside, Edge::Right),
    way(PaperFace::Inside, Edge::Top),
    way(PaperFace::Inside, Edge::Bottom),
    way(PaperFace::Inside, Edge::Right),
    way(PaperFace::Inside, Edge::Left),
];

const fn way(face_up: PaperFace, fence: Edge) -> Lying {
    Lying { face_up, fence, stop: Stop::Left }
}

/// A way of [`ALL`], against a stop.
fn lying(place: usize, stop: Stop) -> Lying {
    Lying { stop, ..ALL[place] }
}

const STOPS: [Stop; 2] = [Stop::Left, Stop::Right];

/// Ways to lie, a bit each: those against the left stop, then those against the right one.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub(super) struct Lyings(u16);

impl Lyings {
    /// Those for which `wanted` says so.
    pub fn that(wanted: impl Fn(Lying) -> bool) -> Self {
        let ways = STOPS.into_iter().flat_map(|stop| (0..8).map(move |place| (place, stop)));
        ways.filter(|(place, stop)| wanted(lying(*place, *stop)))
            .fold(Self::default(), |all, (place, stop)| all.and(Self::one(place, stop)))
    }

    fn one(place: usize, stop: Stop) -> Self {
        Self(1 << (place + if stop == Stop::Right { 8 } else { 0 }))
    }

    fn and(self, other: Self) -> Self {
        Self(self.0 | other.0)
    }

    fn without(self, other: Self) -> Self {
        Self(self.0 & !other.0)
    }

    /// The ways of [`ALL`] among them, against whichever stop.
    fn against_any(self) -> u8 {
        (self.0 | self.0 >> 8) as u8
    }

    /// The ways of [`ALL`] that are among them against both stops.
    fn against_both(self) -> u8 {
        (self.0 & self.0 >> 8) as u8
    }

    /// The stops against which a way of [`ALL`] is among them.
    fn stops_at(self, place: usize) -> impl Iterator<Item = Stop> {
        STOPS.into_iter().filter(move |stop| self.meets(Self::one(place, *stop)))
    }

    /// True if it is one of them.
    pub fn has(self, lying: Lying) -> bool {
        self.meets(Self::one(place_of(lying), lying.stop))
    }

    /// True if there is none.
    pub fn is_empty(self) -> bool {
        self.0 == 0
    }

    fn meets(self, other: Self) -> bool {
        self.0 & other.0 != 0
    }

    /// The first of a course that is one of them.
    pub fn first_of(self, course: &[Lying]) -> Option<Lying> {
        course.iter().copied().find(|lying| self.has(*lying))
    }
}

fn place_of(lying: Lying) -> usize {
    let way = way(lying.face_up, lying.fence);
    ALL.iter().position(|known| *known == way).unwrap_or_default()
}

/// What a line asks for.
#[derive(Clone, Copy, Debug)]
pub(super) struct Asks {
    /// Where it can be scored.
    pub within: Lyings,
    /// Where it lies under a groove besides.
    pub on_groove: Lyings,
}

impl Asks {
    /// Where it is scored in a course: under a groove, if there is one.
    pub fn scored(self, course: &[Lying]) -> Option<Lying> {
        self.on_groove.first_of(course).or_else(|| self.within.first_of(course))
    }
}

impl Asks {
    /// Every way to lie at which it can be scored, under a groove if it can be; as people begin, with `first` up.
    pub fn places(self, first: PaperFace) -> impl Iterator<Item = Lying> {
        let here = if self.on_groove.is_empty() { self.within } else { self.on_groove };
        let all = STOPS.into_iter().flat_map(|stop| (0..8).map(move |place| lying(place, stop)));
        let mut all: Vec<Lying> = all.filter(|lying| here.has(*lying)).collect();
        all.sort_by_key(|lying| lying.face_up != first);
        all.into_iter()
    }
}

/// The course with the fewest turns and flips, and of those the fewest slides; of those alike the one with fewest ways to lie,
/// most lines under a groove, and begun as people begin, `first` up.
pub(super) fn course(lines: &[Asks], first: PaperFace) -> Vec<Lying> {
    let anywhere = lines.iter().fold(Lyings::default(), |all, line| all.and(line.within));
    let mut search = Search { first, best: None };
    for set in 1..=u8::MAX {
        // Every way after the first is at least one move.
        if search.best.is_some_and(|(best, _)| set.count_ones() > best.moves + 1) {
            continue;
        }
        let Some(against) = fewest_slides(lines, set, anywhere) else { continue };
        search.orders(set, against, Course { slides: against.slides, off: against.off, ..Course::default() });
    }
    search.best.map_or_else(Vec::new, |(best, ways)| {
        best.ways().flat_map(|place| ways.stops_at(place).map(move |stop| lying(place, stop))).collect()
    })
}

/// Against which stops a set of ways lies.
#[derive(Clone, Copy)]
struct Against {
    /// How many ways lie against both, one after the other.
    slides: u32,
    /// Lines between grooves.
    off: u32,
    ways: Lyings,
}

/// The stops for a set of ways in which every line can be scored, as few ways as can be against both; nothing if there is a
/// line that cannot, or a way that serves none.
fn fewest_slides(lines: &[Asks], set: u8, anywhere: Lyings) -> Option<Against> {
    let here = Lyings(anywhere.0 & (u16::from(set) | u16::from(set) << 8));
    let serves = here.against_any() == set && lines.iter().all(|line| line.within.meets(here));
    let against = |slides, ways| {
        let off = lines.iter().filter(|line| !line.on_groove.meets(ways)).count() as u32;
        Against { slides, off, ways }
    };
    if !serves || here.against_both() == 0 {
        return serves.then(|| against(0, here));
    }
    let mut choices = vec![(0, here)];
    for place in (0..8).filter(|place| here.against_both() >> place & 1 == 1) {
        let [left, right] = STOPS.map(|stop| Lyings::one(place, stop));
        let chosen = |(slides, ways): (u32, Lyings)| {
            [(slides, ways.without(right)), (slides, ways.without(left)), (slides + 1, ways)]
        };
        choices = choices.into_iter().flat_map(chosen).collect();
    }
    choices
        .into_iter()
        .filter(|(_, ways)| lines.iter().all(|line| line.within.meets(*ways)))
        .map(|(slides, ways)| against(slides, ways))
        .min_by_key(|against| (against.slides, against.off))
}

/// An order of ways to lie, as far as it goes.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, PartialOrd, Ord)]
struct Course {
    moves: u32,
    slides: u32,
    ways: u32,
    /// Lines between grooves.
    off: u32,
    /// What comes first where nothing else decides: for each way, the second face after the first, then the order of [`ALL`].
    keys: u32,
    /// The ways by their places in [`ALL`], four bits each, the last one lowest.
    places: u32,
}

impl Course {
    fn last(self) -> Option<usize> {
        (self.ways > 0).then_some(self.places as usize & 0xF)
    }

    fn ways(self) -> impl Iterator<Item = usize> {
        (0..self.ways).rev().map(move |back| (self.places >> (4 * back)) as usize & 0xF)
    }
}

/// Goes through the orders of a set of ways, as long as they may still be better than the best one known.
struct Search {
    first: PaperFace,
    best: Option<(Course, Lyings)>,
}

impl Search {
    fn orders(&mut self, left: u8, against: Against, so_far: Course) {
        if left == 0 {
            if self.best.is_none_or(|(best, _)| so_far < best) {
                self.best = Some((so_far, against.ways));
            }
            return;
        }
        for place in (0..8).filter(|place| left >> place & 1 == 1) {
            let moves = so_far.last().map_or(0, |last| Handling::between(ALL[last], ALL[place]).moves());
            let next = Course {
                moves: so_far.moves + moves,
                ways: so_far.ways + 1,
                keys: (so_far.keys << 4)
                    | (u32::from(ALL[place].face_up != self.first) << 3)
                    | (place as u32 % 4),
                places: (so_far.places << 4) | place as u32,
                ..so_far
            };
            let rest = left & !(1 << place);
            // Every further way is at least one move more.
            let least = next.moves + rest.count_ones();
            if self.best.is_none_or(|(best, _)| least <= best.moves) {
                self.orders(rest, against, next);
            }
        }
    }
}
