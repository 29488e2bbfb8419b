//! What is put on a bag besides its paper: handle and what holds it, closure, insert, decoration, and what it carries.

use super::Brief;
use crate::Length;
use crate::mass::Mass;
use strum::VariantArray;

/// Everything put on a bag. The default is an insert and nothing else.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Fittings {
    /// What it is carried by.
    pub handle: Handle,
    /// What holds the handle's holes or ends.
    pub backing: Backing,
    /// What keeps it shut.
    pub closure: Closure,
    /// The stiffener on its base.
    pub insert: Insert,
    /// What is laid on it for looks.
    pub decoration: Decoration,
    /// What it is to carry, if that is said.
    pub load: Option<Mass>,
    /// The hand punch that makes the holes.
    pub punch: Punch,
}

/// What a bag is carried by. Figures left out are customary, in proportion to the face.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Handle {
    /// Which kind.
    pub kind: HandleKind,
    /// From the centre line of the face to the middle of a hole, or of an end.
    pub from_centre: Option<Length>,
    /// From the top edge down to the middle of a hole, to the end of what is glued, or to an opening.
    pub down: Option<Length>,
    /// How high it stands, or how long it is: one tells the other.
    pub stands: Stands,
    /// Width of the ribbon, strap, strip or opening.
    pub width: Option<Length>,
    /// Length of a strap's slot, or height of a hand hole.
    pub opening: Option<Length>,
    /// How its ends are knotted.
    pub knot: Knot,
}

/// How high a handle stands, or how long the ribbon, strap or strip of one is: one tells the other.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Stands {
    /// As is customary.
    #[default]
    Customary,
    /// So high above the top edge.
    High(Length),
    /// Made from so long a ribbon, strap or strip.
    Long(Length),
}

impl Stands {
    /// How high above the top edge, if that was said.
    pub const fn high(self) -> Option<Length> {
        match self {
            Self::High(drop) => Some(drop),
            Self::Customary | Self::Long(_) => None,
        }
    }

    /// How long it is, if that was said.
    pub const fn long(self) -> Option<Length> {
        match self {
            Self::Long(length) => Some(length),
            Self::Customary | Self::High(_) => None,
        }
    }
}

/// The kinds of handle.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, VariantArray)]
pub enum HandleKind {
    /// None: carried in the arms.
    #[default]
    None,
    /// Ribbon or cord through two holes in either face, knotted inside.
    HoledRibbon,
    /// Ribbon glued inside, its ends under a strip of card.
    GluedRibbon,
    /// Long ribbon from the base up the face and down again.
    LongRibbon,
    /// A strap through a slot on either hem fold, its ends hidden under the hem.
    Strap,
    /// A strip rolled into a tube, curved and glued on outside.
    Tube,
    /// Folded card hangers over the lip, a cord knotted in them.
    Hangers,
    /// An opening for the hand through both faces.
    HandHole,
    /// One ribbon through a hole in either gusset, up over the mouth: a single handle.
    GussetRibbon,
}

impl HandleKind {
    /// All of them, in the order in which they are offered.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// True if its place across the face can be chosen.
    pub const fn is_spaced(self) -> bool {
        match self {
            Self::HoledRibbon | Self::GluedRibbon | Self::LongRibbon | Self::Tube | Self::Hangers => true,
            Self::None | Self::Strap | Self::HandHole | Self::GussetRibbon => false,
        }
    }

    /// True if it is a ribbon or cord.
    pub const fn is_ribbon(self) -> bool {
        match self {
            Self::HoledRibbon | Self::GluedRibbon | Self::LongRibbon | Self::Hangers | Self::GussetRibbon => {
                true
            }
            Self::None | Self::Strap | Self::Tube | Self::HandHole => false,
        }
    }

    /// True if it stands up above the top edge, and so has a length and a drop.
    pub const fn stands_up(self) -> bool {
        match self {
            Self::HoledRibbon
            | Self::GluedRibbon
            | Self::LongRibbon
            | Self::Strap
            | Self::Tube
            | Self::Hangers
            | Self::GussetRibbon => true,
            Self::None | Self::HandHole => false,
        }
    }

    /// True if it is cut from paper, usually as long as a sheet.
    pub const fn is_cut_to_length(self) -> bool {
        match self {
            Self::Strap | Self::Tube => true,
            Self::None
            | Self::HoledRibbon
            | Self::GluedRibbon
            | Self::LongRibbon
            | Self::Hangers
            | Self::HandHole
            | Self::GussetRibbon => false,
        }
    }

    /// True if it is glued on outside and stands stiffly, in the way of a closing flap.
    pub const fn is_glued_outside(self) -> bool {
        match self {
            Self::LongRibbon | Self::Tube | Self::Hangers => true,
            Self::None
            | Self::HoledRibbon
            | Self::GluedRibbon
            | Self::Strap
            | Self::HandHole
            | Self::GussetRibbon => false,
        }
    }

    /// True if its ends go through punched holes.
    pub const fn is_holed(self) -> bool {
        match self {
            Self::HoledRibbon | Self::GussetRibbon => true,
            Self::None
            | Self::GluedRibbon
            | Self::LongRibbon
            | Self::Strap
            | Self::Tube
            | Self::Hangers
            | Self::HandHole => false,
        }
    }

    /// True if its ends are knotted.
    pub const fn is_knotted(self) -> bool {
        match self {
            Self::HoledRibbon | Self::GussetRibbon | Self::Hangers => true,
            Self::None | Self::GluedRibbon | Self::LongRibbon | Self::Strap | Self::Tube | Self::HandHole => {
                false
            }
        }
    }

    /// True if it is fastened to the gussets, and not to the faces.
    pub const fn is_on_gussets(self) -> bool {
        match self {
            Self::GussetRibbon => true,
            Self::None
            | Self::HoledRibbon
            | Self::GluedRibbon
            | Self::LongRibbon
            | Self::Strap
            | Self::Tube
            | Self::Hangers
            | Self::HandHole => false,
        }
    }

    /// True if there is one.
    pub const fn is_any(self) -> bool {
        match self {
            Self::HoledRibbon
            | Self::GluedRibbon
            | Self::LongRibbon
            | Self::Strap
            | Self::Tube
            | Self::Hangers
            | Self::HandHole
            | Self::GussetRibbon => true,
            Self::None => false,
        }
    }

    /// True if its ends go through holes in the faces.
    pub const fn is_punched_in_faces(self) -> bool {
        match self {
            Self::HoledRibbon => true,
            Self::None
            | Self::GluedRibbon
            | Self::LongRibbon
            | Self::Strap
            | Self::Tube
            | Self::Hangers
            | Self::HandHole
            | Self::GussetRibbon => false,
        }
    }

    /// True if its ends are glued inside, under a strip of card.
    pub const fn is_glued_under_strip(self) -> bool {
        match self {
            Self::GluedRibbon => true,
            Self::None
            | Self::HoledRibbon
            | Self::LongRibbon
            | Self::Strap
            | Self::Tube
            | Self::Hangers
            | Self::HandHole
            | Self::GussetRibbon => false,
        }
    }

    /// True if it runs from the base up the face.
    pub const fn runs_up_the_face(self) -> bool {
        match self {
            Self::LongRibbon => true,
            Self::None
            | Self::HoledRibbon
            | Self::GluedRibbon
            | Self::Strap
            | Self::Tube
            | Self::Hangers
            | Self::HandHole
            | Self::GussetRibbon => false,
        }
    }

    /// True if it lies flat over the mouth, its ends under the hem.
    pub const fn ends_under_hem(self) -> bool {
        match self {
            Self::Strap => true,
            Self::None
            | Self::HoledRibbon
            | Self::GluedRibbon
            | Self::LongRibbon
            | Self::Tube
            | Self::Hangers
            | Self::HandHole
            | Self::GussetRibbon => false,
        }
    }

    /// True if it hangs in folded card over the lip.
    pub const fn hangs_over_the_lip(self) -> bool {
        match self {
            Self::Hangers => true,
            Self::None
            | Self::HoledRibbon
            | Self::GluedRibbon
            | Self::LongRibbon
            | Self::Strap
            | Self::Tube
            | Self::HandHole
            | Self::GussetRibbon => false,
        }
    }

    /// True if it is an opening cut out of the faces.
    pub const fn is_cut_out(self) -> bool {
        match self {
            Self::HandHole => true,
            Self::None
            | Self::HoledRibbon
            | Self::GluedRibbon
            | Self::LongRibbon
            | Self::Strap
            | Self::Tube
            | Self::Hangers
            | Self::GussetRibbon => false,
        }
    }

    /// How many of it one bag takes: one for both faces, or one a face.
    pub const fn per_bag(self) -> u32 {
        match self {
            Self::None => 0,
            Self::Strap | Self::HandHole | Self::GussetRibbon => 1,
            Self::HoledRibbon | Self::GluedRibbon | Self::LongRibbon | Self::Tube | Self::Hangers => 2,
        }
    }
}

/// How the ends of a ribbon are knotted.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Knot {
    /// Twice, which makes a knot larger than the hole.
    #[default]
    Double,
    /// Three turns, for thin satin that slips.
    Triple,
}

/// What holds the holes of a handle, or the ends of a glued ribbon.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Backing {
    /// Which kind.
    pub kind: BackingKind,
    /// Length of the strip along the top; customary if left out.
    pub length: Option<Length>,
    /// Depth of the strip; customary if left out.
    pub depth: Option<Length>,
}

/// The kinds of backing.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, VariantArray)]
pub enum BackingKind {
    /// A strip of card behind either face, where the handle has use for one.
    #[default]
    Strip,
    /// Eyelets in the holes.
    Eyelets,
    /// Bare.
    None,
}

impl BackingKind {
    /// All of them.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// True if strips of card are glued behind.
    pub const fn is_strip(self) -> bool {
        match self {
            Self::Strip => true,
            Self::Eyelets | Self::None => false,
        }
    }

    /// True if eyelets are set in the holes.
    pub const fn is_eyelets(self) -> bool {
        match self {
            Self::Eyelets => true,
            Self::Strip | Self::None => false,
        }
    }

    /// True if nothing holds the paper.
    pub const fn is_bare(self) -> bool {
        match self {
            Self::None => true,
            Self::Strip | Self::Eyelets => false,
        }
    }
}

/// What keeps a bag shut.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Closure {
    /// Which kind.
    pub kind: ClosureKind,
    /// From the edge of the closing flap, or from the top edge, to the middle of a hole or magnet; customary if left out.
    pub down: Option<Length>,
}

/// The kinds of closure.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, VariantArray)]
pub enum ClosureKind {
    /// It stays open.
    #[default]
    None,
    /// The top pinched and held by a clip.
    Clip,
    /// The top pinched and tied with a bow.
    Bow,
    /// Ribbon through three holes in a row: closing flap, front and back.
    RibbonThrough,
    /// Ribbon tied round the bag.
    RibbonRound,
    /// A pair of magnets.
    Magnets,
    /// The closing flap tucked into the mouth.
    Tuck,
}

impl ClosureKind {
    /// All of them, in the order in which they are offered.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// True if front and back are brought together at the top; magnets under a closing flap leave the mouth as it is.
    pub const fn pinches(self, has_flap: bool) -> bool {
        match self {
            Self::None | Self::RibbonRound | Self::Tuck => false,
            Self::Clip | Self::Bow | Self::RibbonThrough => true,
            Self::Magnets => !has_flap,
        }
    }

    /// True if holes are punched for it.
    pub const fn has_holes(self) -> bool {
        match self {
            Self::RibbonThrough => true,
            Self::None | Self::Clip | Self::Bow | Self::RibbonRound | Self::Magnets | Self::Tuck => false,
        }
    }

    /// True if it is set at a place on both sides that have to meet.
    pub const fn has_to_meet(self) -> bool {
        match self {
            Self::RibbonThrough | Self::Magnets => true,
            Self::None | Self::Clip | Self::Bow | Self::RibbonRound | Self::Tuck => false,
        }
    }

    /// True if it is closed at all.
    pub const fn is_any(self) -> bool {
        match self {
            Self::Clip | Self::Bow | Self::RibbonThrough | Self::RibbonRound | Self::Magnets | Self::Tuck => {
                true
            }
            Self::None => false,
        }
    }

    /// True if magnets hold it.
    pub const fn is_magnetic(self) -> bool {
        match self {
            Self::Magnets => true,
            Self::None | Self::Clip | Self::Bow | Self::RibbonThrough | Self::RibbonRound | Self::Tuck => {
                false
            }
        }
    }

    /// True if the closing flap is tucked in, so that there has to be one.
    pub const fn is_tucked(self) -> bool {
        match self {
            Self::Tuck => true,
            Self::None | Self::Clip | Self::Bow | Self::RibbonThrough | Self::RibbonRound | Self::Magnets => {
                false
            }
        }
    }
}

/// Stiffener on the base.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash, VariantArray)]
pub enum Insert {
    /// None.
    None,
    /// One layer of card.
    #[default]
    Single,
    /// Two layers of card.
    Double,
}

impl Insert {
    /// All of them.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// How many layers.
    pub fn layers(self) -> usize {
        match self {
            Self::None => 0,
            Self::Single => 1,
            Self::Double => 2,
        }
    }
}

/// What is laid on a bag for looks.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Decoration {
    /// A mat on either face.
    pub faces: bool,
    /// A mat on either gusset.
    pub gussets: bool,
    /// A mat on the closing flap.
    pub flap: bool,
    /// Paper left free all round a mat; customary if left out.
    pub margin: Option<Length>,
    /// True if mats end above the fold-flat line, so that it can fold.
    pub clear_of_folds: bool,
    /// A band round the bag, over a join if there is one.
    pub band: bool,
    /// Width of the band; customary if left out.
    pub band_width: Option<Length>,
    /// A pocket inside the front.
    pub pocket: bool,
    /// How wide what goes into the pocket is; a bank card if left out.
    pub holds_width: Option<Length>,
    /// How tall it is.
    pub holds_height: Option<Length>,
    /// A round medallion, or an initial cut from one, on the front.
    pub medallion: bool,
    /// How wide the medallion is; as large as it may be if left out.
    pub medallion_across: Option<Length>,
}

/// A hand punch.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Punch {
    /// Diameter of its holes.
    pub hole: Length,
    /// How far in from an edge it reaches.
    pub reach: Length,
}

impl Default for Punch {
    /// A ¼ in hole, reaching 2 in from the edge (our choice: punches differ, so both are asked).
    fn default() -> Self {
        Self { hole: Length::eighths(2), reach: Length::inches(2) }
    }
}

impl Brief {
    /// The finest mark customary figures are rounded to: ⅛ in, or 1 mm where the board's grooves are metric.
    pub fn mark(&self) -> Length {
        if self.is_metric() { Length::MM } else { Length::eighths(1) }
    }

    /// True if the board has metric grooves: customary figures are then whole millimetres. The unit of the labels has no
    /// say in it, so that a change of unit changes no length.
    pub fn is_metric(&self) -> bool {
        self.board.groove.is_on(Length::from_nm(500_000))
    }

    /// A customary figure on this crafter's ruler: as it is, or to the nearest millimetre.
    pub fn customary(&self, length: Length) -> Length {
        if self.is_metric() { length.nearest(Length::MM) } else { length }
    }

    /// A figure that is customary on a face of that width, in proportion to this bag's face, down to a mark.
    pub fn in_proportion(&self, figure: Length, face: Length) -> Length {
        figure.scaled(self.finished.width, face).floor_to(self.mark()).max(self.mark())
    }
}
