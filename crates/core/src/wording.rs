//! The words a crafter uses for the parts of a bag.

use crate::brief::FaceSide;
use crate::net::{CreaseRole, Fold, GussetPart, Panel, Side};
use crate::passes::Edge;
use crate::{Brief, Length, Unit};

impl Panel {
    /// `front`, `left gusset`, `tab`.
    pub fn name(self) -> &'static str {
        match self {
            Self::Front => "front",
            Self::Back => "back",
            Self::FacePart { on: FaceSide::Front, side: Side::Left } => "left half of the front",
            Self::FacePart { on: FaceSide::Front, side: Side::Right } => "right half of the front",
            Self::FacePart { on: FaceSide::Back, side: Side::Left } => "left part of the back",
            Self::FacePart { on: FaceSide::Back, side: Side::Right } => "right part of the back",
            Self::Tab => "tab",
            Self::JoinHalf(Side::Left) => "joining strip, left half",
            Self::JoinHalf(Side::Right) => "joining strip, right half",
            Self::Pleat { side: Side::Left, behind: false, .. } => "left pleat",
            Self::Pleat { side: Side::Right, behind: false, .. } => "right pleat",
            Self::Pleat { side: Side::Left, behind: true, .. } => "left pleat of the back",
            Self::Pleat { side: Side::Right, behind: true, .. } => "right pleat of the back",
            Self::Gusset { side: Side::Left, part: GussetPart::Whole } => "left gusset",
            Self::Gusset { side: Side::Right, part: GussetPart::Whole } => "right gusset",
            Self::Gusset { side: Side::Left, part: GussetPart::FrontHalf } => "left gusset, front half",
            Self::Gusset { side: Side::Left, part: GussetPart::BackHalf } => "left gusset, back half",
            Self::Gusset { side: Side::Right, part: GussetPart::FrontHalf } => "right gusset, front half",
            Self::Gusset { side: Side::Right, part: GussetPart::BackHalf } => "right gusset, back half",
        }
    }
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

impl Edge {
    /// `top edge`, `left edge`.
    pub fn name(self) -> &'static str {
        match self {
            Self::Top => "top edge",
            Self::Bottom => "bottom edge",
            Self::Left => "left edge",
            Self::Right => "right edge",
        }
    }
}

impl CreaseRole {
    /// `base line`, `corner`.
    pub fn name(self) -> &'static str {
        match self {
            Self::BaseLine => "base line",
            Self::Corner => "corner",
            Self::TabLine => "tab line",
            Self::LevelLine => "pencil line for the upper piece",
            Self::HemLine => "hem line",
            Self::GussetCentre => "gusset centre",
            Self::GussetDiagonal => "gusset diagonal",
            Self::FoldFlatLine => "fold-flat line",
            Self::PressedLine => "line pressed in by hand",
            Self::TubeCrease => "tube crease",
            Self::SquashDiagonal => "squash diagonal",
            Self::TuckLine => "tuck line",
            Self::FlapLine => "flap line",
            Self::FlapTurn => "line where the flap turns in",
            Self::StripLine => "middle of the joining strip",
            Self::PleatLine => "pleat",
            Self::BottomFold => "bottom fold",
        }
    }
}

impl Fold {
    /// The published name and what it means for the hand.
    pub fn says(self) -> &'static str {
        match self {
            Self::Mountain => "mountain: fold away from you",
            Self::Valley => "valley: fold towards you",
            Self::Flat => "a guide line: do not fold",
        }
    }
}

/// Figures in the unit a brief is read in.
#[derive(Clone, Copy)]
pub struct Figures(pub Unit);

impl Figures {
    /// The figures of a brief.
    pub fn of(brief: &Brief) -> Self {
        Self(brief.unit)
    }

    /// A figure as it stands in a sentence: bare in inches, with its unit in millimetres.
    pub fn say(self, length: Length) -> String {
        match self.0 {
            Unit::Inch => length.figure(self.0),
            Unit::Metric => length.label(self.0),
        }
    }

    /// `3¾ × 6½ × 2`: the finished size; of a flare, which has no gusset, `10½ × 13⅞`.
    pub fn size(self, brief: &Brief) -> String {
        let size = brief.finished;
        if brief.depth().is_positive() {
            format!("{} × {}", size.width.figure(self.0), self.by(size.height, size.gusset))
        } else {
            self.by(size.width, size.height)
        }
    }

    /// `12 × 8½`.
    pub fn by(self, width: Length, height: Length) -> String {
        match self.0 {
            Unit::Inch => format!("{} × {}", width.figure(self.0), height.figure(self.0)),
            Unit::Metric => format!("{} × {}", width.figure(self.0), height.label(self.0)),
        }
    }
}

/// What someone wrote, as it stands in a sentence about it: in quotes, without the space round it, and short however long
/// it was.
///
/// ```
/// use wide_fold_core::wording::quoted;
/// assert_eq!(quoted(" four "), "“four”");
/// assert_eq!(quoted(&"9".repeat(50)), format!("“{}…”", "9".repeat(40)));
/// ```
pub fn quoted(text: &str) -> String {
    let mut letters = text.trim().chars();
    let start: String = letters.by_ref().take(40).collect();
    if letters.next().is_some() { format!("“{start}…”") } else { format!("“{start}”") }
}

/// True if text can be written anywhere: no control characters, and nothing that XML 1.0 (section 2.2, Char) leaves out.
///
/// ```
/// use wide_fold_core::wording::fit_to_print;
/// assert!(fit_to_print("Émail brillant, 2°"));
/// assert!(!fit_to_print("nul \u{0}") && !fit_to_print("noncharacter \u{FFFE}"));
/// ```
pub fn fit_to_print(text: &str) -> bool {
    !text.chars().any(|letter| letter.is_control() || matches!(letter, '\u{FFFE}' | '\u{FFFF}'))
}

/// Text without whatever is not [`fit_to_print`].
pub fn printable(text: &str) -> String {
    text.chars().filter(|letter| fit_to_print(letter.encode_utf8(&mut [0; 4]))).collect()
}

/// `a`, `a and b`, `a, b and c`.
pub(crate) fn list(items: &[String]) -> String {
    match items {
        [] => String::new(),
        [one] => one.clone(),
        [first @ .., last] => format!("{} and {last}", first.join(", ")),
    }
}

/// The sentence with its first letter in upper case.
pub(crate) fn sentence(text: &str) -> String {
    let mut chars = text.chars();
    chars.next().map_or_else(String::new, |first| first.to_uppercase().chain(chars).collect())
}
