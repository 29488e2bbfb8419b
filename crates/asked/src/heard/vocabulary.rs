//! The words of the trade, and what each of them says.

use super::{Axis, HeardBuild, HeardEnd, HeardLine, HeardTop, Measure};
use crate::Length;
use crate::brief::HemSide;
use crate::plane::Size;

/// What a word, or a few of them, says.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub(super) enum Says {
    /// Nothing a bag depends on.
    Nothing,
    /// What follows is a sheet, or what came before counts sheets or pieces.
    Sheet,
    /// What follows is the size it is trimmed to.
    Trim,
    /// What follows is scored.
    Score,
    /// What follows is cut.
    Slit,
    /// A turn; how far is said round it.
    Turn,
    /// A quarter, or so many degrees, without the word turn.
    Quarter,
    /// Half a turn.
    HalfTurn,
    /// Turned over.
    Over,
    /// An edge to measure from.
    From(Axis, HeardEnd),
    /// The end opposite.
    OtherEnd,
    /// The long side along the fence, or the short one.
    Side { long: bool },
    /// A line is named.
    Line(HeardLine),
    /// A measure is named.
    Measure(Measure),
    /// A measure named behind its figure only: wide, high, deep.
    Behind(Measure),
    /// What is done at the top.
    Top(HeardTop),
    /// The build is named.
    Build(HeardBuild),
    /// There are two pieces.
    Pair,
    /// There are two pieces, and what follows is said of the second.
    Second,
    /// As far as the figure that follows.
    UpTo,
    /// It does not run right across.
    Short,
    /// What follows is one side of the sheet, the one lines of that axis are measured along.
    SheetSide(Option<Axis>),
    /// As wide as high.
    Square,
    /// A size of paper by its name.
    Named(Office),
    /// The sheet is cut in half.
    Halved,
    /// The sheet is cut in quarters.
    Quartered,
    /// The figure that follows is cut off the sheet, or what is left of it.
    Cut(Cut),
    /// Joining strips.
    Strips,
    /// Creases at 45°.
    Diagonals,
    /// How many on each side.
    Pleats,
    /// Figures before it are for what follows.
    For,
    /// It takes back, or reckons with, what is said round it.
    Denied,
}

/// A size of office paper.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub(super) enum Office {
    A2,
    A3,
    A4,
    A5,
    A6,
    Letter,
    HalfLetter,
    Legal,
    Tabloid,
}

impl Office {
    /// ISO 216:2007; 8½ × 11 and what goes with it are common practice.
    pub(super) fn size(self) -> Size {
        let metric =
            |width, height| Size { width: Length::millimetres(width), height: Length::millimetres(height) };
        match self {
            Self::A2 => metric(420, 594),
            Self::A3 => metric(297, 420),
            Self::A4 => metric(210, 297),
            Self::A5 => metric(148, 210),
            Self::A6 => metric(105, 148),
            Self::Letter => Size { width: Length::eighths(68), height: Length::inches(11) },
            Self::HalfLetter => Size { width: Length::eighths(44), height: Length::eighths(68) },
            Self::Legal => Size { width: Length::eighths(68), height: Length::inches(14) },
            Self::Tabloid => Size { width: Length::inches(11), height: Length::inches(17) },
        }
    }
}

/// What is cut off a sheet.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub(super) struct Cut {
    /// True for so much off, false for so much left.
    pub(super) off: bool,
    /// True for a cut that leaves it less wide, false for less high; nothing where it was not said.
    pub(super) width: Option<bool>,
}

use Says::*;

const LEFT: Says = From(Axis::Upright, HeardEnd::Near);
const RIGHT: Says = From(Axis::Upright, HeardEnd::Far);
const BOTTOM: Says = From(Axis::Level, HeardEnd::Near);
const TOP: Says = From(Axis::Level, HeardEnd::Far);
const HEM_IN: Says = Top(HeardTop::Hem(Some(HemSide::Inside)));
const HEM_OUT: Says = Top(HeardTop::Hem(Some(HemSide::Outside)));

/// Every phrase, its words parted by single spaces.
#[rustfmt::skip]
const PHRASES: &[(&str, Says)] = &[
    // Paper.
    ("sheet", Sheet), ("sheets", Sheet), ("piece", Sheet), ("pieces", Sheet), ("paper", Sheet), ("papers", Sheet),
    ("card", Sheet), ("cards", Sheet), ("cardstock", Sheet), ("pad", Sheet), ("pads", Sheet), ("roll", Sheet),
    ("stock", Sheet), ("wrapping paper", Sheet), ("patterned paper", Sheet), ("card stock", Sheet),
    ("square", Square), ("squares", Square), ("identical", Pair), ("both", Pair), ("each", Pair), ("pair", Pair),
    ("same for the other", Pair), ("same on the other", Pair), ("repeat", Pair), ("do the same", Pair), ("do the very same", Pair),
    ("another one the same", Pair), ("another the same", Pair), ("second one is the same", Pair),
    ("the second is the same", Pair), ("other one is the same", Pair), ("the other is the same", Pair),
    ("second piece", Second), ("other piece", Second), ("second sheet", Second), ("other sheet", Second),
    ("second one", Second), ("other one", Second), ("trim", Trim), ("trimmed", Trim), ("trim it", Trim),
    ("cut to", Trim), ("cut down to", Trim), ("cut it to", Trim), ("cut down", Trim), ("cut your paper to", Trim),
    ("cut the paper to", Trim), ("cut paper to", Trim),
    // Lines.
    ("score", Score), ("scores", Score), ("scored", Score), ("scoring", Score), ("crease", Score),
    ("creases", Score), ("fold at", Score), ("score line", Score), ("score lines", Score), ("mark", Score),
    ("lines at", Score), ("cut", Slit), ("cut up", Slit), ("slit", Slit), ("slits", Slit), ("snip", Slit),
    ("cut slits", Slit), ("notch", Slit),
    // Turning.
    ("turn", Turn), ("turned", Turn), ("rotate", Turn), ("rotated", Turn), ("spin", Turn), ("swivel", Turn),
    ("pivot", Turn), ("turning", Turn), ("rotating", Turn), ("spinning", Turn), ("quarter turn", Quarter), ("a quarter turn", Quarter), ("quarter", Quarter),
    ("sideways", Quarter), ("half turn", HalfTurn), ("half a turn", HalfTurn), ("end for end", HalfTurn),
    ("right round", HalfTurn), ("upside down", HalfTurn), ("the other way up", HalfTurn),
    ("all the way round", HalfTurn), ("flip", Over), ("flipped", Over), ("flip over", Over), ("flip it", Over),
    ("turn over", Over), ("turn it over", Over), ("turn the sheet over", Over), ("turn the paper over", Over),
    ("turn the piece over", Over), ("turn them over", Over), ("flip it over", Over), ("flip the sheet over", Over),
    ("flip the paper over", Over), ("other side up", Over),
    // Ends.
    ("from the left", LEFT), ("from left", LEFT), ("left edge", LEFT), ("left side", LEFT),
    ("left hand side", LEFT), ("from the left edge", LEFT), ("from the left side", LEFT),
    ("from the left hand side", LEFT), ("on the left", LEFT), ("from the right", RIGHT), ("from right", RIGHT),
    ("right edge", RIGHT), ("right side", RIGHT), ("on the right", RIGHT), ("right hand side", RIGHT),
    ("from the right edge", RIGHT), ("from the right side", RIGHT), ("from the right hand side", RIGHT),
    ("from the bottom", BOTTOM), ("from bottom", BOTTOM), ("bottom edge", BOTTOM), ("from the bottom edge", BOTTOM),
    ("up from the bottom", BOTTOM), ("from the base", BOTTOM), ("at the bottom", BOTTOM), ("from the foot", BOTTOM),
    ("from the top", TOP), ("from top", TOP), ("top edge", TOP), ("from the top edge", TOP),
    ("down from the top", TOP), ("at the top", TOP), ("from the other end", OtherEnd), ("other end", OtherEnd),
    ("from the other edge", OtherEnd), ("opposite end", OtherEnd), ("from the other side", OtherEnd),
    ("from the opposite edge", OtherEnd), ("from the far end", OtherEnd), ("long side", Side { long: true }),
    ("long edge", Side { long: true }), ("longer side", Side { long: true }), ("longest side", Side { long: true }),
    ("long way", Side { long: true }), ("long side at the top", Side { long: true }),
    ("long side along the top", Side { long: true }), ("long side up", Side { long: true }), ("longest edge", Side { long: true }), ("longer edge", Side { long: true }), ("along the length", Side { long: true }),
    ("short side", Side { long: false }), ("short edge", Side { long: false }),
    ("shorter side", Side { long: false }), ("shortest side", Side { long: false }),
    ("short way", Side { long: false }), ("short side at the top", Side { long: false }),
    ("short side along the top", Side { long: false }), ("short side up", Side { long: false }), ("shortest edge", Side { long: false }), ("shorter edge", Side { long: false }),
    ("along the other edge", Quarter), ("along the other side", Quarter), ("on the other edge", Quarter), ("top edge up", Nothing), ("top edge along the fence", Nothing),
    ("along the top", Nothing), ("at the top fence", Nothing), ("along the top fence", Nothing),
    ("along the fence", Nothing), ("along the top edge", Nothing), ("up to", UpTo), ("down to", UpTo),
    ("stop at", UpTo), ("stopping at", UpTo), ("as far as", UpTo), ("only to", UpTo), ("up to the", Short),
    ("down to the", Short), ("stop short", Short), ("partial", Short), ("not all the way", Short),
    ("only the top", Short), ("stopping at the", Short), ("stop at the", Short),
    // Lines and measures by name.
    ("base line", Line(HeardLine::BaseLine)), ("baseline", Line(HeardLine::BaseLine)),
    ("bottom line", Line(HeardLine::BaseLine)), ("base score", Line(HeardLine::BaseLine)),
    ("hem line", Line(HeardLine::HemLine)), ("hem at", Line(HeardLine::HemLine)),
    ("fold flat", Line(HeardLine::FoldFlat)), ("fold flat line", Line(HeardLine::FoldFlat)),
    ("apex", Line(HeardLine::Apex)), ("tube crease", Line(HeardLine::TubeCrease)),
    ("gusset centre", Line(HeardLine::GussetCentre)), ("gusset center", Line(HeardLine::GussetCentre)),
    ("gusset centres", Line(HeardLine::GussetCentre)), ("gusset centers", Line(HeardLine::GussetCentre)),
    ("centre line", Line(HeardLine::GussetCentre)), ("center line", Line(HeardLine::GussetCentre)),
    ("centre of the gusset", Line(HeardLine::GussetCentre)),
    ("middle of the gusset", Line(HeardLine::GussetCentre)),
    ("center of the gusset", Line(HeardLine::GussetCentre)), ("pinch line", Line(HeardLine::GussetCentre)),
    ("tab line", Line(HeardLine::TabLine)), ("flap line", Line(HeardLine::FlapLine)),
    ("tab", Measure(self::Measure::Tab)), ("glue tab", Measure(self::Measure::Tab)),
    ("tabs", Measure(self::Measure::Tab)), ("seam allowance", Measure(self::Measure::Tab)),
    ("glue strip", Measure(self::Measure::Tab)), ("hem", Measure(self::Measure::Hem)),
    ("turn top", Measure(self::Measure::Hem)), ("top hem", Measure(self::Measure::Hem)),
    ("hem of", Measure(self::Measure::Hem)), ("base", Measure(self::Measure::Base)),
    ("base flap", Measure(self::Measure::Base)), ("base flaps", Measure(self::Measure::Base)),
    ("bottom flap", Measure(self::Measure::Base)), ("bottom flaps", Measure(self::Measure::Base)),
    ("bottom", Measure(self::Measure::Base)), ("flap", Measure(self::Measure::Base)),
    ("flaps", Measure(self::Measure::Base)), ("closing flap", Measure(self::Measure::Flap)),
    ("gusset", Measure(self::Measure::Gusset)), ("gussets", Measure(self::Measure::Gusset)),
    ("sides", Measure(self::Measure::Gusset)), ("face", Measure(self::Measure::Width)), ("faces", Measure(self::Measure::Width)),
    ("front", Measure(self::Measure::Width)), ("lap", Measure(self::Measure::Lap)),
    ("overlap", Measure(self::Measure::Lap)), ("width", Measure(self::Measure::Width)),
    ("height", Measure(self::Measure::Height)), ("depth", Measure(self::Measure::Gusset)),
    ("wide", Behind(self::Measure::Width)), ("across", Behind(self::Measure::Width)),
    ("high", Behind(self::Measure::Height)), ("tall", Behind(self::Measure::Height)),
    ("deep", Behind(self::Measure::Gusset)), ("strip", Strips), ("strips", Strips), ("joining strip", Strips),
    ("joining strips", Strips), ("pleat", Pleats), ("pleats", Pleats), ("diagonals", Diagonals),
    ("diagonal", Diagonals),
    ("turn the top down", Measure(self::Measure::Hem)), ("fold the top down", Measure(self::Measure::Hem)),
    ("turn down the top", Measure(self::Measure::Hem)), ("fold down the top", Measure(self::Measure::Hem)),
    // The top.
    ("hem in", HEM_IN), ("hem to the inside", HEM_IN), ("hem turned in", HEM_IN), ("turn the hem in", HEM_IN),
    ("hem inside", HEM_IN), ("fold the hem in", HEM_IN), ("hem turned to the inside", HEM_IN),
    ("hem inwards", HEM_IN), ("hem out", HEM_OUT), ("hem to the outside", HEM_OUT), ("hem turned out", HEM_OUT),
    ("turn the hem out", HEM_OUT), ("hem outside", HEM_OUT), ("fold the hem out", HEM_OUT),
    ("hem turned to the outside", HEM_OUT), ("hem outwards", HEM_OUT), ("cuff", HEM_OUT),
    // Builds.
    ("wrap", Build(HeardBuild::Wrap)), ("one piece", Build(HeardBuild::Wrap)),
    ("corner pair", Build(HeardBuild::CornerPair)), ("cradle pair", Build(HeardBuild::CradlePair)),
    ("cradle", Build(HeardBuild::CradlePair)), ("folded base", Build(HeardBuild::FoldedBase)),
    ("tube", Build(HeardBuild::FoldedBase)), ("flare", Build(HeardBuild::PleatedFlare)),
    ("pleated flare", Build(HeardBuild::PleatedFlare)), ("for", For), ("for the", For), ("as the", For),
    ("as a", For), ("is the", For), ("not", Denied), ("don't", Denied), ("don’t", Denied), ("never", Denied),
    ("except", Denied), ("without", Denied), ("instead", Denied), ("minus", Denied), ("plus", Denied),
    ("less", Denied), ("twice", Denied), ("no", Denied), ("no slits", Nothing), ("no slit", Nothing),
    ("without slits", Nothing), ("without a slit", Nothing), ("a2", Named(Office::A2)), ("a3", Named(Office::A3)), ("a6", Named(Office::A6)), ("a4", Named(Office::A4)), ("a5", Named(Office::A5)),
    ("letter paper", Named(Office::Letter)), ("letter sheet", Named(Office::Letter)), ("letter", Named(Office::Letter)),  ("legal", Named(Office::Legal)), ("legal paper", Named(Office::Legal)),
    ("legal sheet", Named(Office::Legal)), ("legal size", Named(Office::Legal)), ("tabloid", Named(Office::Tabloid)),
    ("ledger", Named(Office::Tabloid)), ("score twice", Score), ("score it twice", Score), ("scored twice", Score),
    ("turn it twice", HalfTurn), ("turn twice", HalfTurn), ("do that twice", Pair), ("do this twice", Pair),
    ("do it twice", Pair), ("do all that twice", Pair), ("do all of that twice", Pair),
    ("letter sheets", Named(Office::Letter)), ("letter size", Named(Office::Letter)), ("letter sized", Named(Office::Letter)),
];

/// Words that say nothing by themselves.
#[rustfmt::skip]
const NOTHING: &[&str] = &[
    "a", "an", "the", "at", "of", "it", "its", "your", "you", "i", "we", "he", "she", "they", "then", "and", "on",
    "to", "is", "are", "that", "this", "these", "so", "my", "our", "take", "use", "get", "line", "lines", "again",
    "with", "in", "inch", "inches", "mm", "cm", "millimetres", "centimetres", "millimeters", "centimeters", "will",
    "be", "need", "have", "make", "makes", "made", "first", "second", "third", "next", "last", "now", "also",
    "just", "from", "degrees", "clockwise", "anticlockwise", "counterclockwise", "once", "more", "all", "way",
    "round", "around", "along", "up", "down", "side", "edge", "edges", "end", "put", "place", "lay", "board",
    "fence", "top", "left", "right", "another", "other", "over", "out", "bag", "gift", "finished", "leave",
    "leaving", "go", "goes", "do", "them", "one", "by", "per", "every", "back", "here", "there", "or", "which",
    "want", "i'll", "you'll", "it's", "you’ll", "it’s", "i’ll", "scoreboard", "start", "starting", "end", "ends",
    "ending", "was", "were", "say", "says", "said", "about", "measure", "measured", "measuring", "fold", "folds",
    "folded", "folding", "flat", "glue", "long", "short", "size", "sized", "joined", "join", "against", "through",
    "across", "off", "into", "same", "going", "ok", "okay", "well", "him", "her", "their", "face",
];

/// What the words at the start of a list say, and how many of them it takes; the longest phrase there is. None if the first of
/// them is not known.
pub(super) fn says<'a>(words: impl Iterator<Item = &'a str> + Clone) -> Option<(Says, usize)> {
    let first = words.clone().next()?;
    if is_contracted(first) {
        return Some((Nothing, 1));
    }
    let known = PHRASES.iter().filter_map(|(phrase, says)| {
        let mut wanted = phrase.split(' ');
        let count = wanted.clone().count();
        let is_said = phrase.starts_with(first) && words.clone().take(count).eq(wanted.by_ref());
        is_said.then_some((*says, count))
    });
    known.max_by_key(|(_, count)| *count).or_else(|| NOTHING.contains(&first).then_some((Nothing, 1)))
}

/// `you're`, `we'll`, `I've`, `let's`: who does it, and nothing else.
fn is_contracted(word: &str) -> bool {
    let Some((who, rest)) = word.split_once(['\'', '’']) else { return false };
    let known = ["i", "you", "we", "they", "it", "he", "she", "that", "there", "here", "let", "what", "who"];
    known.contains(&who) && matches!(rest, "re" | "ll" | "ve" | "d" | "m" | "s")
}
