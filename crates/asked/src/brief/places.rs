//! Places at which a round of panels can be cut into pieces.

use crate::Length;
use crate::text::list;
use enum_map::{Enum, EnumMap};
use strum::VariantArray;

/// A side of the standing bag, looking at its front.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Side {
    /// To the left of the front.
    Left,
    /// To the right of the front.
    Right,
}

impl Side {
    /// `left`, `right`.
    pub fn name(self) -> &'static str {
        match self {
            Self::Left => "left",
            Self::Right => "right",
        }
    }
}

/// A place round the bag at which one piece ends and the next begins, the least visible first (common practice: back corner,
/// front corner, gusset centre, inside the back, inside the front).
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash, Enum, VariantArray)]
pub enum Place {
    /// The corner between the back and the left gusset.
    LeftBackCorner,
    /// The corner between the back and the right gusset.
    RightBackCorner,
    /// The corner between the front and the left gusset.
    LeftFrontCorner,
    /// The corner between the front and the right gusset.
    RightFrontCorner,
    /// Down the centre of the left gusset.
    LeftGussetCentre,
    /// Down the centre of the right gusset.
    RightGussetCentre,
    /// Inside the back.
    InsideBack,
    /// Down the middle of the front: only where the front alone is wider than the sheet.
    InsideFront,
}

impl Place {
    /// All of them, the least visible first; a place on the left is followed by the same on the right.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// The four corners.
    pub const CORNERS: [Self; 4] =
        [Self::LeftBackCorner, Self::RightBackCorner, Self::LeftFrontCorner, Self::RightFrontCorner];

    /// The corner between the back and the gusset of a side.
    pub const fn back_corner(side: Side) -> Self {
        match side {
            Side::Left => Self::LeftBackCorner,
            Side::Right => Self::RightBackCorner,
        }
    }

    /// The corner between the front and the gusset of a side.
    pub const fn front_corner(side: Side) -> Self {
        match side {
            Side::Left => Self::LeftFrontCorner,
            Side::Right => Self::RightFrontCorner,
        }
    }

    /// Down the centre of the gusset of a side.
    pub const fn gusset_centre(side: Side) -> Self {
        match side {
            Side::Left => Self::LeftGussetCentre,
            Side::Right => Self::RightGussetCentre,
        }
    }

    /// True for a corner, round which a joining strip is folded; inside a panel it stays flat.
    pub const fn is_corner(self) -> bool {
        match self {
            Self::LeftBackCorner | Self::RightBackCorner | Self::LeftFrontCorner | Self::RightFrontCorner => {
                true
            }
            Self::LeftGussetCentre | Self::RightGussetCentre | Self::InsideBack | Self::InsideFront => false,
        }
    }

    /// True if a face is cut there.
    pub const fn is_inside_face(self) -> bool {
        match self {
            Self::InsideBack | Self::InsideFront => true,
            Self::LeftBackCorner
            | Self::RightBackCorner
            | Self::LeftFrontCorner
            | Self::RightFrontCorner
            | Self::LeftGussetCentre
            | Self::RightGussetCentre => false,
        }
    }

    /// `left back corner`.
    pub fn name(self) -> &'static str {
        match self {
            Self::LeftBackCorner => "left back corner",
            Self::RightBackCorner => "right back corner",
            Self::LeftFrontCorner => "left front corner",
            Self::RightFrontCorner => "right front corner",
            Self::LeftGussetCentre => "centre of the left gusset",
            Self::RightGussetCentre => "centre of the right gusset",
            Self::InsideBack => "inside of the back",
            Self::InsideFront => "middle of the front",
        }
    }
}

/// A set of places.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Places(EnumMap<Place, bool>);

impl Places {
    /// The set of the places given.
    pub fn of(places: impl IntoIterator<Item = Place>) -> Self {
        let mut set = Self::default();
        for place in places {
            set.0[place] = true;
        }
        set
    }

    /// Every set with at least one place in it.
    pub fn every() -> impl Iterator<Item = Self> {
        (1..1_usize << Place::LENGTH)
            .map(|set| Self(EnumMap::from_fn(|place: Place| set >> place.into_usize() & 1 == 1)))
    }

    /// True if the place belongs to it.
    pub fn has(self, place: Place) -> bool {
        self.0[place]
    }

    /// True if all four corners belong to it: the gussets are then pieces of their own.
    pub fn has_all_corners(self) -> bool {
        Place::CORNERS.into_iter().all(|corner| self.has(corner))
    }

    /// Its places, the least visible first.
    pub fn iter(self) -> impl Iterator<Item = Place> {
        self.0.into_iter().filter_map(|(place, is_in)| is_in.then_some(place))
    }

    /// What its places are called, the least visible first, those alike on both sides together: `both back corners`,
    /// `centre of the left gusset`; `all four corners` if it has them all.
    pub fn names(self) -> Vec<&'static str> {
        let all: Vec<Place> = self.iter().collect();
        let mut names = Vec::new();
        let mut rest = all.as_slice();
        if self.has_all_corners() {
            names.push("all four corners");
            rest = &rest[4..];
        }
        while let [first, others @ ..] = rest {
            // A place on the left is followed by the same on the right.
            let together = match first {
                Place::LeftBackCorner if self.has(Place::RightBackCorner) => Some("both back corners"),
                Place::LeftFrontCorner if self.has(Place::RightFrontCorner) => Some("both front corners"),
                Place::LeftGussetCentre if self.has(Place::RightGussetCentre) => {
                    Some("the centres of both gussets")
                }
                Place::LeftBackCorner
                | Place::RightBackCorner
                | Place::LeftFrontCorner
                | Place::RightFrontCorner
                | Place::LeftGussetCentre
                | Place::RightGussetCentre
                | Place::InsideBack
                | Place::InsideFront => None,
            };
            names.push(together.unwrap_or(first.name()));
            rest = if together.is_some() { &others[1..] } else { others };
        }
        names
    }

    /// The same in a sentence: `both back corners and the centre of the left gusset`.
    pub fn says(self) -> String {
        let has_article = |name: &str| ["both ", "all ", "the "].iter().any(|start| name.starts_with(start));
        let article = |name: &str| if has_article(name) { name.to_owned() } else { format!("the {name}") };
        list(&self.names().into_iter().map(article).collect::<Vec<_>>())
    }

    /// How many there are: as many joins, and as many pieces.
    pub fn count(self) -> usize {
        self.iter().count()
    }
}

/// How much a join shows at every kind of place, for comparison: the customary order, in figures that the crafter may
/// change. A join at a front corner is as bad as two at back corners (our choice).
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct JoinWeights {
    /// Between the back and a gusset.
    pub back_corner: u8,
    /// Between the front and a gusset.
    pub front_corner: u8,
    /// Down a gusset.
    pub gusset_centre: u8,
    /// Inside the back.
    pub inside_back: u8,
    /// Down the middle of the front.
    pub inside_front: u8,
    /// Of a separate base, at the base line.
    pub separate_base: u8,
    /// All round the body at a level.
    pub all_round: u8,
}

impl Default for JoinWeights {
    fn default() -> Self {
        Self {
            back_corner: 1,
            front_corner: 2,
            gusset_centre: 3,
            inside_back: 4,
            inside_front: 12,
            separate_base: 1,
            all_round: 6,
        }
    }
}

impl JoinWeights {
    /// Every weight with the field it is written in.
    pub fn named(self) -> [(&'static str, u8); 7] {
        [
            ("weights.back_corner", self.back_corner),
            ("weights.front_corner", self.front_corner),
            ("weights.gusset_centre", self.gusset_centre),
            ("weights.inside_back", self.inside_back),
            ("weights.inside_front", self.inside_front),
            ("weights.separate_base", self.separate_base),
            ("weights.all_round", self.all_round),
        ]
    }

    /// How much the joins of one way to cut a round show, all together.
    pub fn of(self, cuts: Cuts) -> u32 {
        let at = |place| match place {
            Place::LeftBackCorner | Place::RightBackCorner => self.back_corner,
            Place::LeftFrontCorner | Place::RightFrontCorner => self.front_corner,
            Place::LeftGussetCentre | Place::RightGussetCentre => self.gusset_centre,
            Place::InsideBack => self.inside_back,
            Place::InsideFront => self.inside_front,
        };
        let all_round = match cuts.all_round {
            None => 0,
            Some(AllRound::AtBaseLine) => self.separate_base,
            Some(AllRound::Above(_)) => self.all_round,
        };
        cuts.at.iter().map(|place| u32::from(at(place))).sum::<u32>() + u32::from(all_round)
    }
}

/// Where a bag that is too tall for its sheets is joined all round.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum AllRound {
    /// At the base line: the base is a separate one.
    AtBaseLine,
    /// So far above the base line; more than nothing.
    Above(Length),
}

impl AllRound {
    /// So far above the base line, or at it.
    pub fn at(rise: Length) -> Self {
        if rise == Length::ZERO { Self::AtBaseLine } else { Self::Above(rise) }
    }

    /// How far above the base line.
    pub const fn rise(self) -> Length {
        match self {
            Self::AtBaseLine => Length::ZERO,
            Self::Above(rise) => rise,
        }
    }
}

/// Where the round of a bag is cut into pieces.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Cuts {
    /// The places round the bag: at least one.
    pub at: Places,
    /// Width of the left part of the back (the left of one who looks at the front) where it is cut inside the back;
    /// half of it if nothing is said.
    pub back_part: Option<Length>,
    /// Where the body is joined too, all round, upper over lower. None if the pieces are as tall as the bag.
    pub all_round: Option<AllRound>,
}

/// When the faces of a bag are whole: what goes over a whole face, or through it, is not done before.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum FacesWhole {
    /// From the first: no face is cut.
    AsCut,
    /// When their parts have been joined, flat on the table.
    Joined,
    /// Only in the closed tube: the joins inside the faces are all there are.
    InTheTube,
}

impl Cuts {
    /// When its faces are whole.
    ///
    /// ```
    /// use wide_fold_asked::brief::{Cuts, FacesWhole, Place, Places};
    /// let cut = |at: &[Place]| Cuts::from(Places::of(at.iter().copied())).faces_whole();
    /// assert_eq!(cut(&[Place::LeftBackCorner]), FacesWhole::AsCut);
    /// assert_eq!(cut(&[Place::LeftBackCorner, Place::InsideFront]), FacesWhole::Joined);
    /// assert_eq!(cut(&[Place::InsideBack]), FacesWhole::InTheTube);
    /// ```
    pub fn faces_whole(self) -> FacesWhole {
        let inside = self.at.iter().filter(|place| place.is_inside_face()).count();
        match self.all_round {
            _ if inside > 0 && inside == self.at.count() => FacesWhole::InTheTube,
            Some(AllRound::Above(_)) => FacesWhole::Joined,
            _ if inside > 0 => FacesWhole::Joined,
            Some(AllRound::AtBaseLine) | None => FacesWhole::AsCut,
        }
    }

    /// True if parts are joined flat on the table, before there is a tube: those of a face, or a lower piece and the upper over it.
    pub fn joins_flat(self) -> bool {
        self.all_round.is_some() || self.faces_whole() == FacesWhole::Joined
    }

    /// True if the round is opened at one place only: one piece, as a wrap is.
    pub fn is_one_piece(self) -> bool {
        self.at.count() == 1 && self.all_round.is_none()
    }
}

impl From<Places> for Cuts {
    fn from(at: Places) -> Self {
        Self { at, ..Self::default() }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[test]
    fn a_set_holds_what_is_put_in() {
        let two = [Place::RightBackCorner, Place::LeftGussetCentre];
        let set = Places::of(two);
        assert_eq!(set.iter().collect::<Vec<_>>(), two);
        assert_eq!((set.count(), Places::every().count()), (2, 255));
        assert!(!set.has(Place::LeftFrontCorner));
    }

    #[rstest]
    #[case(&[Place::RightFrontCorner], "the right front corner")]
    #[case(&Place::ALL[..2], "both back corners")]
    #[case(&Place::ALL[..3], "both back corners and the left front corner")]
    #[case(&Place::ALL[..4], "all four corners")]
    #[case(&Place::ALL[4..6], "the centres of both gussets")]
    #[case(
        Place::ALL,
        "all four corners, the centres of both gussets, the inside of the back and the middle of the front"
    )]
    fn places_alike_are_named_together(#[case] places: &[Place], #[case] says: &str) {
        assert_eq!(Places::of(places.iter().copied()).says(), says);
    }
}
