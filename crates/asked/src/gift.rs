//! The thing that goes into a bag: one or several, measured as they come, and how they may lie.

use crate::Length;
use crate::plane::Size;

/// The most things in one bag.
pub const MOST_THINGS: usize = 6;
/// The smallest and the largest measure of a thing (our choice).
pub const SMALLEST: Length = Length::sixty_fourths(4);
/// The largest measure of a thing.
pub const LARGEST: Length = Length::inches(60);

/// π as a fraction, a hair below it (333/106, a convergent of its continued fraction): a thing measured once round is never
/// taken for thinner than it is.
const ROUND: (i64, i64) = (333, 106);

/// What goes into a bag.
#[derive(Clone, Debug, PartialEq, Eq, Hash)]
pub struct Gift {
    /// The things, from left to right or from the bottom up.
    pub things: Vec<Thing>,
    /// How several are put together.
    pub together: Together,
    /// How each of them lies.
    pub lies: Lies,
    /// True if what is measured as depth lies along the width of the bag.
    pub turned: bool,
    /// Room on every side of it; the customary room of its shapes if nothing is said.
    pub room: Option<Length>,
    /// Room above it, to close the bag.
    pub headroom: Option<Length>,
}

/// How one thing lies.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Lie {
    /// It stands.
    #[default]
    Stands,
    /// On its side: its height lies along its width. A flat thing lies on its face.
    Side,
    /// On its back: its height lies along its depth. A flat thing stands on its other edge.
    Back,
}

impl Lie {
    /// All of them.
    pub const ALL: [Self; 3] = [Self::Stands, Self::Side, Self::Back];
}

/// How each of several things lies.
///
/// ```
/// use wide_fold_asked::gift::{Lie, Lies};
/// let second = Lies::NONE.with(1, Lie::Back);
/// assert!(second.of(1) == Lie::Back && second.of(0) == Lie::Stands && second.any());
/// assert_eq!(Lies::all(2).of(1), Lie::Side);
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Lies([Lie; MOST_THINGS]);

impl Lies {
    /// All of them stand.
    pub const NONE: Self = Self([Lie::Stands; MOST_THINGS]);

    /// That many, and all of them lie on their sides.
    pub fn all(things: usize) -> Self {
        (0..things.min(MOST_THINGS)).fold(Self::NONE, |all, thing| all.with(thing, Lie::Side))
    }

    /// The same, and that one lies so.
    #[must_use]
    pub fn with(mut self, thing: usize, lie: Lie) -> Self {
        if let Some(own) = self.0.get_mut(thing) {
            *own = lie;
        }
        self
    }

    /// How that one lies.
    pub fn of(self, thing: usize) -> Lie {
        self.0.get(thing).copied().unwrap_or_default()
    }

    /// True if one of them does not stand.
    pub fn any(self) -> bool {
        self.count() > 0
    }

    /// How many do not stand.
    pub fn count(self) -> usize {
        self.0.iter().filter(|lie| **lie != Lie::Stands).count()
    }

    /// Every way so many things can lie, those in which fewest lie first.
    pub fn every(things: usize) -> Vec<Self> {
        let mut all = vec![Self::NONE];
        for thing in 0..things.min(MOST_THINGS) {
            all = all.into_iter().flat_map(|own| Lie::ALL.map(|lie| own.with(thing, lie))).collect();
        }
        all.sort_by_key(|lies| lies.count());
        all
    }
}

/// One thing.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Thing {
    /// A box.
    Box {
        /// From side to side.
        width: Length,
        /// From front to back.
        depth: Length,
        /// From top to bottom.
        height: Length,
    },
    /// A cylinder: a jar, a tumbler, a rolled cloth.
    Cylinder {
        /// Straight across.
        across: Length,
        /// From end to end.
        height: Length,
    },
    /// A bottle, or whatever else is round and may only stand.
    Bottle {
        /// Straight across at its widest.
        across: Length,
        /// To the tip of its neck.
        height: Length,
    },
    /// A ball.
    Ball {
        /// Straight across.
        across: Length,
    },
    /// Something flat: a tile, a plate, a book.
    Flat {
        /// From side to side.
        width: Length,
        /// From top to bottom.
        height: Length,
        /// How thick it is.
        thick: Length,
    },
    /// An odd thing: only how far it reaches.
    Odd {
        /// Its widest.
        widest: Length,
        /// Its deepest.
        deepest: Length,
        /// Its tallest.
        tallest: Length,
    },
}

/// How several things are put together.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Together {
    /// Side by side.
    #[default]
    SideBySide,
    /// One upon the other.
    Stacked,
    /// In two rows, one behind the other: 2 × 2, 2 × 3.
    TwoRows,
}

impl Together {
    /// Which row a thing of so many stands in, and its place there.
    const fn row(self, thing: usize, things: usize) -> usize {
        match self {
            Self::SideBySide | Self::Stacked => 0,
            Self::TwoRows => (thing >= things.div_ceil(2)) as usize,
        }
    }
}

/// A block of space: what a gift takes in a bag.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Block {
    /// Along the width of the bag.
    pub width: Length,
    /// From the front of the bag to its back.
    pub depth: Length,
    /// From the base up.
    pub height: Length,
}

impl Block {
    /// Seen from the front.
    pub fn front(self) -> Size {
        Size::new(self.width, self.height)
    }

    /// True if it has room in a space as large as that.
    pub fn fits_in(self, space: Self) -> bool {
        self.width <= space.width && self.depth <= space.depth && self.height <= space.height
    }
}

/// Straight across, of something measured once round: the next sixty-fourth above it.
///
/// ```
/// use wide_fold_asked::{Length, gift::across_of_round};
/// // A circle's girth is π across: 11 once round is 3½ across, and a hair.
/// assert_eq!(across_of_round(Length::inches(11)), Length::sixty_fourths(225));
/// ```
pub fn across_of_round(round: Length) -> Length {
    let sixty_fourth = Length::sixty_fourths(1);
    let exactly = round.scaled(Length::from_units(ROUND.1), Length::from_units(ROUND.0));
    let floor = exactly.floor_to(sixty_fourth);
    if floor == exactly { floor } else { floor + sixty_fourth }
}

impl Thing {
    /// What it takes as it lies.
    pub fn block(self, lie: Lie) -> Block {
        let block = match self {
            Self::Box { width, depth, height } => Block { width, depth, height },
            Self::Cylinder { across, height } | Self::Bottle { across, height } => {
                Block { width: across, depth: across, height }
            }
            Self::Ball { across } => Block { width: across, depth: across, height: across },
            Self::Flat { width, height, thick } => Block { width, depth: thick, height },
            Self::Odd { widest, deepest, tallest } => {
                Block { width: widest, depth: deepest, height: tallest }
            }
        };
        let (side, back) = (
            Block { width: block.height, height: block.width, ..block },
            Block { height: block.depth, depth: block.height, ..block },
        );
        match (lie, self) {
            (Lie::Stands, _) => block,
            // A flat thing lies on its face.
            (Lie::Side, Self::Flat { .. }) => back,
            (Lie::Back, Self::Flat { .. }) | (Lie::Side, _) => side,
            (Lie::Back, _) => back,
        }
    }

    /// Which way what is round points as it lies: along the width, up, or to the back.
    pub const fn axis(self, lie: Lie) -> Option<usize> {
        match (self, lie) {
            (Self::Box { .. } | Self::Flat { .. } | Self::Odd { .. }, _) => None,
            (Self::Ball { .. } | Self::Bottle { .. }, _) | (_, Lie::Stands) => Some(1),
            (_, Lie::Side) => Some(0),
            (_, Lie::Back) => Some(2),
        }
    }

    /// `a box`, `a jar or tumbler`.
    pub fn name(self) -> &'static str {
        match self {
            Self::Box { .. } => "a box",
            Self::Cylinder { .. } => "a jar or tumbler",
            Self::Bottle { .. } => "a bottle or vase",
            Self::Ball { .. } => "a ball",
            Self::Flat { .. } => "a flat thing",
            Self::Odd { .. } => "an odd thing",
        }
    }

    /// So many of them: `a box`, `3 jars or tumblers`.
    pub fn counted(self, count: usize) -> String {
        let many = match self {
            _ if count == 1 => return self.name().to_owned(),
            Self::Box { .. } => "boxes",
            Self::Cylinder { .. } => "jars or tumblers",
            Self::Bottle { .. } => "bottles or vases",
            Self::Ball { .. } => "balls",
            Self::Flat { .. } => "flat things",
            Self::Odd { .. } => "odd things",
        };
        format!("{count} {many}")
    }

    /// True for what lies on a face rather than on a side.
    pub const fn is_flat(self) -> bool {
        matches!(self, Self::Flat { .. })
    }

    /// False for what has to stand.
    pub fn may_lie(self) -> bool {
        !matches!(self, Self::Bottle { .. } | Self::Ball { .. })
    }

    /// Customary room on every side: ¼ round what has flat sides, ⅜ round what is round, ½ round odd shapes (more for round
    /// and odd shapes: common practice; how much is our choice).
    pub fn room(self) -> Length {
        match self {
            Self::Box { .. } | Self::Flat { .. } => Length::eighths(2),
            Self::Cylinder { .. } | Self::Bottle { .. } | Self::Ball { .. } => Length::eighths(3),
            Self::Odd { .. } => Length::eighths(4),
        }
    }

    /// All its measures, each by the name of its field.
    pub fn measures(self) -> Vec<(&'static str, Length)> {
        match self {
            Self::Box { width, depth, height } => {
                vec![("width", width), ("depth", depth), ("height", height)]
            }
            Self::Cylinder { across, height } | Self::Bottle { across, height } => {
                vec![("across", across), ("height", height)]
            }
            Self::Ball { across } => vec![("across", across)],
            Self::Flat { width, height, thick } => {
                vec![("width", width), ("height", height), ("thick", thick)]
            }
            Self::Odd { widest, deepest, tallest } => {
                vec![("widest", widest), ("deepest", deepest), ("tallest", tallest)]
            }
        }
    }
}

impl Gift {
    /// One thing, standing, with customary room.
    pub fn one(thing: Thing) -> Self {
        Self {
            things: vec![thing],
            together: Together::SideBySide,
            lies: Lies::NONE,
            turned: false,
            room: None,
            headroom: None,
        }
    }

    /// The space it takes as it lies, without any room.
    ///
    /// ```
    /// use wide_fold_asked::{Length, gift::{Gift, Thing, Together}};
    /// let tumbler = Thing::Cylinder { across: Length::inches(3), height: Length::inches(4) };
    /// let pair = Gift { things: vec![tumbler; 2], ..Gift::one(tumbler) };
    /// assert_eq!(pair.block().width, Length::inches(6));
    /// let stacked = Gift { together: Together::Stacked, ..pair };
    /// assert_eq!((stacked.block().width, stacked.block().height), (Length::inches(3), Length::inches(8)));
    /// ```
    pub fn block(&self) -> Block {
        let rows = [self.row(0), self.row(1)];
        let whole = Block {
            width: rows[0].width.max(rows[1].width),
            depth: rows[0].depth + rows[1].depth,
            height: rows[0].height.max(rows[1].height),
        };
        if self.turned { Block { width: whole.depth, depth: whole.width, ..whole } } else { whole }
    }

    /// What one row of it takes, as if it were not turned.
    fn row(&self, row: usize) -> Block {
        let own =
            self.things.iter().enumerate().filter(|(at, _)| self.together.row(*at, self.things.len()) == row);
        own.map(|(at, thing)| thing.block(self.lies.of(at))).fold(Block::default(), |all, next| {
            let depth = all.depth.max(next.depth);
            match self.together {
                Together::SideBySide | Together::TwoRows => {
                    Block { width: all.width + next.width, depth, height: all.height.max(next.height) }
                }
                Together::Stacked => {
                    Block { width: all.width.max(next.width), depth, height: all.height + next.height }
                }
            }
        })
    }

    /// Where every thing lies, each as its block and its corner nearest to the left, the front and the base, from the middle of
    /// the front at the base: along the width, towards the back, up.
    pub fn laid(&self) -> Vec<(Thing, Block, [Length; 3])> {
        let straight = Self { turned: false, ..self.clone() }.block();
        let rows = [self.row(0), self.row(1)];
        let mut so_far = [Length::ZERO; 2];
        let lay = |(number, thing): (usize, &Thing)| {
            let own = thing.block(self.lies.of(number));
            let row = self.together.row(number, self.things.len());
            let behind = if row == 0 { Length::ZERO } else { rows[0].depth };
            let back = behind + (rows[row].depth - own.depth).half();
            let (x, up) = match self.together {
                Together::SideBySide | Together::TwoRows => {
                    ((straight.width - rows[row].width).half() + so_far[row], Length::ZERO)
                }
                Together::Stacked => ((straight.width - own.width).half(), so_far[row]),
            };
            so_far[row] += if self.together == Together::Stacked { own.height } else { own.width };
            if self.turned {
                let own = Block { width: own.depth, depth: own.width, ..own };
                return (*thing, own, [back - straight.depth.half(), x, up]);
            }
            (*thing, own, [x - straight.width.half(), back, up])
        };
        self.things.iter().enumerate().map(lay).collect()
    }

    /// Room on every side of it.
    pub fn side_room(&self) -> Length {
        let customary = self.things.iter().map(|thing| thing.room()).max();
        self.room.or(customary).unwrap_or_default()
    }

    /// The space it asks for: itself, room on every side, and room above it to close the bag.
    pub fn wants(&self, headroom: Length) -> Block {
        let (block, room) = (self.block(), self.side_room());
        let above = self.headroom.unwrap_or(headroom);
        Block { width: block.width + room * 2, depth: block.depth + room * 2, height: block.height + above }
    }

    /// Checks every measure.
    ///
    /// # Errors
    /// The field at fault, dotted, and a sentence.
    pub fn check(&self) -> Result<(), (String, String)> {
        if self.things.is_empty() {
            return Err(("things".to_owned(), "Say what goes into the bag.".to_owned()));
        }
        if self.things.len() > MOST_THINGS {
            let sentence = format!(
                "{} things are too many to be laid out; {MOST_THINGS} are the most.",
                self.things.len()
            );
            return Err(("things".to_owned(), sentence));
        }
        for (index, thing) in self.things.iter().enumerate() {
            for (field, measure) in thing.measures() {
                let field = format!("things[{index}].{field}");
                if measure < SMALLEST {
                    return Err((field, "That is less than anything that can be put into a bag.".to_owned()));
                }
                if measure > LARGEST {
                    return Err((field, "Nothing longer than 60 in fits a bag of paper.".to_owned()));
                }
            }
        }
        for (field, room) in [("room", self.room), ("headroom", self.headroom)] {
            if room.is_some_and(|room| room < Length::ZERO || room > Length::inches(12)) {
                return Err((field.to_owned(), "Room is 0 to 12 in.".to_owned()));
            }
        }
        Ok(())
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    const BOX: Thing =
        Thing::Box { width: Length::inches(4), depth: Length::inches(3), height: Length::inches(6) };

    #[test]
    fn a_thing_on_its_side_takes_the_same_space_otherwise() {
        let measures = |block: Block| [block.width, block.depth, block.height];
        assert_eq!(measures(BOX.block(Lie::Side)), [6, 3, 4].map(Length::inches));
        assert_eq!(measures(BOX.block(Lie::Back)), [4, 6, 3].map(Length::inches));
        let tile = Thing::Flat { width: Length::inches(4), height: Length::inches(5), thick: Length::INCH };
        assert_eq!(measures(tile.block(Lie::Side)), [4, 5, 1].map(Length::inches));
        assert_eq!(measures(tile.block(Lie::Back)), [5, 1, 4].map(Length::inches));
    }

    #[rstest]
    fn things_lie_within_the_block_and_not_in_one_another(
        #[values(false, true)] lying: bool,
        #[values(false, true)] turned: bool,
        #[values(Together::SideBySide, Together::Stacked, Together::TwoRows)] together: Together,
    ) {
        let ball = Thing::Ball { across: Length::inches(2) };
        let lies = if lying { Lies::all(3) } else { Lies::NONE.with(2, Lie::Back) };
        let gift = Gift { things: vec![BOX, ball, BOX], together, lies, turned, ..Gift::one(BOX) };
        let (whole, laid) = (gift.block(), gift.laid());
        let ends = |(_, block, at): &(Thing, Block, [Length; 3])| {
            [(at[0], at[0] + block.width), (at[1], at[1] + block.depth), (at[2], at[2] + block.height)]
        };
        let room = [
            (-whole.width.half(), whole.width.half()),
            (Length::ZERO, whole.depth),
            (Length::ZERO, whole.height),
        ];
        for (index, one) in laid.iter().enumerate() {
            assert!(ends(one).iter().zip(room).all(|(own, room)| room.0 <= own.0 && own.1 <= room.1));
            for other in &laid[..index] {
                assert!(ends(one).iter().zip(ends(other)).any(|(a, b)| a.1 <= b.0 || b.1 <= a.0));
            }
        }
    }

    #[test]
    fn two_rows_of_two_and_of_three() {
        let jar = Thing::Cylinder { across: Length::inches(3), height: Length::inches(4) };
        let rows = |things| {
            Gift { things: vec![jar; things], together: Together::TwoRows, ..Gift::one(jar) }.block()
        };
        let measures = |block: Block| [block.width, block.depth, block.height];
        assert_eq!(measures(rows(4)), [6, 6, 4].map(Length::inches));
        assert_eq!(measures(rows(5)), [9, 6, 4].map(Length::inches));
        assert_eq!(jar.counted(5), "5 jars or tumblers");
    }

    #[rstest]
    #[case(Gift { things: Vec::new(), ..Gift::one(BOX) }, "things")]
    #[case(Gift { things: vec![BOX; 7], ..Gift::one(BOX) }, "things")]
    #[case(Gift::one(Thing::Ball { across: Length::ZERO }), "things[0].across")]
    #[case(Gift::one(Thing::Ball { across: Length::inches(61) }), "things[0].across")]
    #[case(Gift { room: Some(-Length::INCH), ..Gift::one(BOX) }, "room")]
    #[case(Gift { headroom: Some(Length::inches(13)), ..Gift::one(BOX) }, "headroom")]
    #[case(Gift { room: Some(Length::inches(12) + Length::eighths(1)), ..Gift::one(BOX) }, "room")]
    fn what_is_no_gift_is_said(#[case] gift: Gift, #[case] field: &str) {
        assert_eq!(gift.check().unwrap_err().0, field);
    }

    /// What is just within the limits is a gift.
    #[rstest]
    #[case(Gift { room: Some(Length::ZERO), ..Gift::one(BOX) })]
    #[case(Gift { headroom: Some(Length::inches(12)), ..Gift::one(BOX) })]
    #[case(Gift::one(Thing::Ball { across: LARGEST }))]
    #[case(Gift::one(Thing::Ball { across: SMALLEST }))]
    #[case(Gift { things: vec![BOX; 6], ..Gift::one(BOX) })]
    fn what_is_just_a_gift_is_taken(#[case] gift: Gift) {
        assert_eq!(gift.check(), Ok(()));
    }
}
