//! How often a piece has to be laid on the board: the fewest turns and flips in which every line comes within reach.
//!
//! A piece can lie eight ways: either face up, any of its four edges along the fence. Every line names the ways that bring it
//! under a groove; a *course* is an order of ways in which each line finds one. All sets of ways are gone through (255), each
//! in its best order, so that the course is the shortest there is.

use super::board::{Edge, Lying};
use crate::net::PaperFace;

/// What is done with a piece between its first line and its last.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Handling {
    /// How often it is turned on the board, a quarter or half a turn.
    pub turns: u32,
    /// How often it is turned over, left over right or top over bottom.
    pub flips: u32,
}

impl Handling {
    /// From one way to lie to the next. Turned over, an edge stays along the fence or the one across from it comes there:
    /// only for the others it has to be turned round as well.
    pub fn between(from: Lying, to: Lying) -> Self {
        let flips = from.face_up != to.face_up;
        let turns =
            if flips { from.fence.lies_across() != to.fence.lies_across() } else { from.fence != to.fence };
        Self { turns: turns.into(), flips: flips.into() }
    }

    /// All that is done in the course of these ways to lie.
    pub fn of(course: impl IntoIterator<Item = Lying>) -> Self {
        let mut course = course.into_iter();
        let Some(mut lies) = course.next() else { return Self::default() };
        course.fold(Self::default(), |so_far, next| {
            let Self { turns, flips } = Self::between(lies, next);
            lies = next;
            Self { turns: so_far.turns + turns, flips: so_far.flips + flips }
        })
    }

    /// Turns and flips together.
    pub fn moves(self) -> u32 {
        self.turns + self.flips
    }

    /// `2 turns, 1 flip`; nothing if the piece is never moved.
    pub fn says(self) -> Option<String> {
        let count = |count: u32, one: &str| match count {
            0 => None,
            1 => Some(format!("1 {one}")),
            _ => Some(format!("{count} {one}s")),
        };
        let parts: Vec<String> =
            [count(self.turns, "turn"), count(self.flips, "flip")].into_iter().flatten().collect();
        (!parts.is_empty()).then(|| parts.join(", "))
    }
}

/// Every way to lie, those first that people begin with: the top edge along the fence, then base lines measured from the bottom.
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
    Lying { face_up, fence }
}

/// Ways to lie, a bit each.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub(super) struct Lyings(u8);

impl Lyings {
    /// Those for which `wanted` says so.
    pub fn that(wanted: impl Fn(Lying) -> bool) -> Self {
        Self((0..8).filter(|place| wanted(ALL[*place])).fold(0, |bits, place| bits | (1 << place)))
    }

    fn at(self, place: usize) -> bool {
        (self.0 >> place) & 1 == 1
    }

    /// True if it is one of them.
    pub fn has(self, lying: Lying) -> bool {
        self.at(place_of(lying))
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
    ALL.iter().position(|known| *known == lying).unwrap_or_default()
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

/// The course with the fewest turns and flips; of those alike the one with fewest ways to lie, most lines under a groove, and
/// begun as people begin, `first` up.
pub(super) fn course(lines: &[Asks], first: PaperFace) -> Vec<Lying> {
    let mut search = Search { first, best: None };
    for bits in 1..=u8::MAX {
        let set = Lyings(bits);
        if lines.iter().all(|line| line.within.meets(set)) {
            let off = lines.iter().filter(|line| !line.on_groove.meets(set)).count() as u32;
            search.orders(set, off, Course::default());
        }
    }
    search.best.map_or_else(Vec::new, |best| best.ways().map(|place| ALL[place]).collect())
}

/// An order of ways to lie, as far as it goes.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, PartialOrd, Ord)]
struct Course {
    moves: u32,
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
    best: Option<Course>,
}

impl Search {
    fn orders(&mut self, left: Lyings, off: u32, so_far: Course) {
        if left.is_empty() {
            let made = Course { off, ..so_far };
            if self.best.is_none_or(|best| made < best) {
                self.best = Some(made);
            }
            return;
        }
        for place in (0..8).filter(|place| left.at(*place)) {
            let moves = so_far.last().map_or(0, |last| Handling::between(ALL[last], ALL[place]).moves());
            let next = Course {
                moves: so_far.moves + moves,
                ways: so_far.ways + 1,
                off,
                keys: (so_far.keys << 4)
                    | (u32::from(ALL[place].face_up != self.first) << 3)
                    | (place as u32 % 4),
                places: (so_far.places << 4) | place as u32,
            };
            let rest = Lyings(left.0 & !(1 << place));
            // Every further way is at least one move more.
            let least = next.moves + rest.0.count_ones();
            if self.best.is_none_or(|best| least <= best.moves) {
                self.orders(rest, off, next);
            }
        }
    }
}
