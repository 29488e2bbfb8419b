//! Places at which a run of panels can be cut into pieces.

use crate::Length;
use crate::text::list;

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

/// A place round the bag at which one piece ends and the next begins.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Place {
    /// The corner between the back and a gusset.
    BackCorner(Side),
    /// The corner between the front and a gusset.
    FrontCorner(Side),
    /// Down the centre of a gusset.
    GussetCentre(Side),
    /// Inside the back.
    InsideBack,
    /// Down the middle of the front: only where the front alone is wider than the sheet.
    InsideFront,
}

impl Place {
    /// All of them, the least visible first (common practice: back corner, front corner, gusset centre, inside the
    /// back, inside the front).
    pub const ALL: [Self; 8] = [
        Self::BackCorner(Side::Left),
        Self::BackCorner(Side::Right),
        Self::FrontCorner(Side::Left),
        Self::FrontCorner(Side::Right),
        Self::GussetCentre(Side::Left),
        Self::GussetCentre(Side::Right),
        Self::InsideBack,
        Self::InsideFront,
    ];

    /// `left back corner`.
    pub fn name(self) -> &'static str {
        match self {
            Self::BackCorner(Side::Left) => "left back corner",
            Self::BackCorner(Side::Right) => "right back corner",
            Self::FrontCorner(Side::Left) => "left front corner",
            Self::FrontCorner(Side::Right) => "right front corner",
            Self::GussetCentre(Side::Left) => "centre of the left gusset",
            Self::GussetCentre(Side::Right) => "centre of the right gusset",
            Self::InsideBack => "inside of the back",
            Self::InsideFront => "middle of the front",
        }
    }

    fn bit(self) -> u8 {
        1 << Self::ALL.iter().position(|place| *place == self).unwrap_or(0)
    }
}

/// A set of places.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Places(u8);

impl Places {
    /// The set of the places given.
    pub fn of(places: impl IntoIterator<Item = Place>) -> Self {
        Self(places.into_iter().fold(0, |set, place| set | place.bit()))
    }

    /// Every set with at least one place in it.
    pub fn every() -> impl Iterator<Item = Self> {
        (1..=u8::MAX).map(Self)
    }

    /// True if the place belongs to it.
    pub fn has(self, place: Place) -> bool {
        self.0 & place.bit() != 0
    }

    /// Its places, the least visible first.
    pub fn iter(self) -> impl Iterator<Item = Place> {
        Place::ALL.into_iter().filter(move |place| self.has(*place))
    }

    /// What its places are called, the least visible first, those alike on both sides together: `both back corners`,
    /// `centre of the left gusset`; `all four corners` if it has them all.
    pub fn names(self) -> Vec<&'static str> {
        let all: Vec<Place> = self.iter().collect();
        // In `ALL` a place on the left is followed by the same on the right.
        let mut names = Vec::new();
        let mut rest = all.as_slice();
        if all.starts_with(&Place::ALL[..4]) {
            names.push("all four corners");
            rest = &rest[4..];
        }
        while let [first, others @ ..] = rest {
            let together = match (first, others.first()) {
                (Place::BackCorner(_), Some(Place::BackCorner(_))) => Some("both back corners"),
                (Place::FrontCorner(_), Some(Place::FrontCorner(_))) => Some("both front corners"),
                (Place::GussetCentre(_), Some(Place::GussetCentre(_))) => Some("the centres of both gussets"),
                _ => None,
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
        self.0.count_ones() as usize
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

    /// How much the joins of one way to cut a run show, all together.
    pub fn of(self, cuts: Cuts) -> u32 {
        let at = |place| match place {
            Place::BackCorner(_) => self.back_corner,
            Place::FrontCorner(_) => self.front_corner,
            Place::GussetCentre(_) => self.gusset_centre,
            Place::InsideBack => self.inside_back,
            Place::InsideFront => self.inside_front,
        };
        let level = match cuts.level {
            None => 0,
            Some(Length::ZERO) => self.separate_base,
            Some(_) => self.all_round,
        };
        cuts.at.iter().map(|place| u32::from(at(place))).sum::<u32>() + u32::from(level)
    }
}

/// Where the run of a bag is cut into pieces.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub struct Cuts {
    /// The places round the bag: at least one.
    pub at: Places,
    /// Width of the left part of the back (the left of one who looks at the front) where it is cut inside the back;
    /// half of it if nothing is said.
    pub back_part: Option<Length>,
    /// Height above the base line at which the body is joined too, all round, upper over lower: at none the base is a
    /// separate one. Nothing if the pieces are as tall as the bag.
    pub level: Option<Length>,
}

impl Cuts {
    /// True if the run is opened at one place only: one piece, as a wrap is.
    pub fn is_one_piece(self) -> bool {
        self.at.count() == 1 && self.level.is_none()
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
        let two = [Place::BackCorner(Side::Right), Place::GussetCentre(Side::Left)];
        let set = Places::of(two);
        assert_eq!(set.iter().collect::<Vec<_>>(), two);
        assert_eq!((set.count(), Places::every().count()), (2, 255));
        assert!(!set.has(Place::FrontCorner(Side::Left)));
    }

    #[rstest]
    #[case(&[Place::FrontCorner(Side::Right)], "the right front corner")]
    #[case(&Place::ALL[..2], "both back corners")]
    #[case(&Place::ALL[..3], "both back corners and the left front corner")]
    #[case(&Place::ALL[..4], "all four corners")]
    #[case(&Place::ALL[4..6], "the centres of both gussets")]
    #[case(&Place::ALL, "all four corners, the centres of both gussets, the inside of the back and the middle of the front")]
    fn places_alike_are_named_together(#[case] places: &[Place], #[case] says: &str) {
        assert_eq!(Places::of(places.iter().copied()).says(), says);
    }
}
