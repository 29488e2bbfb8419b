//! Handle, backing, closure, insert and decoration as they are written. Figures left out are customary.

use super::FormatFault;
use crate::choice::choice;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::brief::{
    Backing, BackingKind, Closure, ClosureKind, Decoration, Fittings, Handle, HandleKind, Insert, Knot,
    Punch, Stands,
};
use wide_fold_core::mass::Mass;
use wide_fold_core::{Length, Unit};

choice! {
    /// What a bag is carried by.
    #[derive(Default)]
    HandleKindText = HandleKind {
        #[default]
        None = HandleKind::None,
        HoledRibbon = HandleKind::HoledRibbon,
        GluedRibbon = HandleKind::GluedRibbon,
        LongRibbon = HandleKind::LongRibbon,
        Strap = HandleKind::Strap,
        Tube = HandleKind::Tube,
        Hangers = HandleKind::Hangers,
        HandHole = HandleKind::HandHole,
        GussetRibbon = HandleKind::GussetRibbon,
    }
}
choice! {
    /// How the ends of a ribbon are knotted.
    #[derive(Default)]
    KnotText = Knot { #[default] Double = Knot::Double, Triple = Knot::Triple }
}
choice! {
    /// What holds the holes of a handle, or the ends of a glued ribbon.
    #[derive(Default)]
    BackingKindText = BackingKind {
        #[default]
        Strip = BackingKind::Strip,
        Eyelets = BackingKind::Eyelets,
        None = BackingKind::None,
    }
}
choice! {
    /// What keeps a bag shut.
    #[derive(Default)]
    ClosureKindText = ClosureKind {
        #[default]
        None = ClosureKind::None,
        Clip = ClosureKind::Clip,
        Bow = ClosureKind::Bow,
        RibbonThrough = ClosureKind::RibbonThrough,
        RibbonRound = ClosureKind::RibbonRound,
        Magnets = ClosureKind::Magnets,
        Tuck = ClosureKind::Tuck,
    }
}
choice! {
    /// The stiffener on the base.
    #[derive(Default)]
    InsertText = Insert { None = Insert::None, #[default] Single = Insert::Single, Double = Insert::Double }
}

/// What a bag is carried by.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct HandleText {
    /// Which kind.
    pub kind: HandleKindText,
    /// From the centre line of the face to the middle of a hole or an end.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schema(example = "1 1/2 in")]
    pub from_centre: Option<String>,
    /// The same from the side edge of the face; where it is given, it tells instead.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub from_edge: Option<String>,
    /// From the top edge down to the middle of a hole, to the end of what is glued, or to an opening.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub down: Option<String>,
    /// How high it stands above the top edge; a length that is given tells instead.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub drop: Option<String>,
    /// Length of ribbon, strap or strip for one handle.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub length: Option<String>,
    /// Width of the ribbon, strap, strip or opening.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub width: Option<String>,
    /// Length of a strap's slot, or height of a hand hole.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub opening: Option<String>,
    /// How its ends are knotted.
    pub knot: KnotText,
}

/// What holds the handle's holes or ends.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct BackingText {
    /// Which kind.
    pub kind: BackingKindText,
    /// Length of the strip along the top.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub length: Option<String>,
    /// Depth of the strip.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub depth: Option<String>,
}

/// What keeps the bag shut.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct ClosureText {
    /// Which kind.
    pub kind: ClosureKindText,
    /// From the edge of the closing flap, or from the top edge, to the middle of a hole or magnet.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub down: Option<String>,
}

/// What is laid on the bag for looks.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct DecorationText {
    /// A mat on either face.
    pub faces: bool,
    /// A mat on either gusset.
    pub gussets: bool,
    /// A mat on the closing flap.
    pub flap: bool,
    /// Paper left free round a mat; ⅛ in if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub margin: Option<String>,
    /// True if mats end above the fold-flat line.
    pub clear_of_folds: bool,
    /// A band round the bag, over a join if there is one.
    pub band: bool,
    /// Width of the band; 1½ in if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub band_width: Option<String>,
    /// A pocket inside the front.
    pub pocket: bool,
    /// How wide what goes into the pocket is; a bank card if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub holds_width: Option<String>,
    /// How tall it is.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub holds_height: Option<String>,
    /// A round medallion, or an initial cut from one, on the front.
    #[serde(skip_serializing_if = "super::is_not")]
    pub medallion: bool,
    /// How wide the medallion is; as large as stays clear of folds, holes and what else lies there if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub medallion_across: Option<String>,
}

/// A hand punch.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct PunchText {
    /// Diameter of its holes; ¼ in if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub hole: Option<String>,
    /// How far in from an edge it reaches; 2 in if left out.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub reach: Option<String>,
}

/// Everything put on a bag.
#[derive(Clone, Debug, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct FittingsText {
    /// What it is carried by.
    pub handle: HandleText,
    /// What holds the handle's holes or ends.
    pub backing: BackingText,
    /// What keeps it shut.
    pub closure: ClosureText,
    /// The stiffener on its base.
    pub insert: InsertText,
    /// What is laid on it for looks.
    pub decoration: DecorationText,
    /// What it is to carry, with lb, oz, g or kg.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schema(example = "2 1/2 lb")]
    pub load: Option<String>,
    /// The hand punch that makes the holes.
    pub punch: PunchText,
}

impl FittingsText {
    /// Reads every figure; those without a unit are in `unit`. The face is `width` wide.
    ///
    /// # Errors
    /// [`FormatFault`] with the field, dotted: `handle.down`.
    pub fn read(&self, unit: Unit, width: Length) -> Result<Fittings, FormatFault> {
        let maybe = |field: &str, text: &Option<String>| -> Result<Option<Length>, FormatFault> {
            let read = |text: &String| Length::parse(text, unit);
            let fault = |error| FormatFault { field: field.to_owned(), sentence: format!("{error}.") };
            text.as_ref().map(read).transpose().map_err(fault)
        };
        let usual = Punch::default();
        let from_edge = maybe("handle.from_edge", &self.handle.from_edge)?;
        let from_edge = from_edge.map(|edge| width - width.half() - edge);
        let load = self.load.as_deref().map(|text| Mass::parse(text, unit)).transpose();
        Ok(Fittings {
            handle: Handle {
                kind: self.handle.kind.into(),
                from_centre: from_edge.or(maybe("handle.from_centre", &self.handle.from_centre)?),
                down: maybe("handle.down", &self.handle.down)?,
                stands: match (
                    maybe("handle.length", &self.handle.length)?,
                    maybe("handle.drop", &self.handle.drop)?,
                ) {
                    (Some(length), _) => Stands::Long(length),
                    (None, Some(drop)) => Stands::High(drop),
                    (None, None) => Stands::Customary,
                },
                width: maybe("handle.width", &self.handle.width)?,
                opening: maybe("handle.opening", &self.handle.opening)?,
                knot: self.handle.knot.into(),
            },
            backing: Backing {
                kind: self.backing.kind.into(),
                length: maybe("backing.length", &self.backing.length)?,
                depth: maybe("backing.depth", &self.backing.depth)?,
            },
            closure: Closure {
                kind: self.closure.kind.into(),
                down: maybe("closure.down", &self.closure.down)?,
            },
            insert: self.insert.into(),
            decoration: Decoration {
                faces: self.decoration.faces,
                gussets: self.decoration.gussets,
                flap: self.decoration.flap,
                margin: maybe("decoration.margin", &self.decoration.margin)?,
                clear_of_folds: self.decoration.clear_of_folds,
                band: self.decoration.band,
                band_width: maybe("decoration.band_width", &self.decoration.band_width)?,
                pocket: self.decoration.pocket,
                holds_width: maybe("decoration.holds_width", &self.decoration.holds_width)?,
                holds_height: maybe("decoration.holds_height", &self.decoration.holds_height)?,
                medallion: self.decoration.medallion,
                medallion_across: maybe("decoration.medallion_across", &self.decoration.medallion_across)?,
            },
            load: load
                .map_err(|error| FormatFault { field: "load".to_owned(), sentence: format!("{error}.") })?,
            punch: Punch {
                hole: maybe("punch.hole", &self.punch.hole)?.unwrap_or(usual.hole),
                reach: maybe("punch.reach", &self.punch.reach)?.unwrap_or(usual.reach),
            },
        })
    }
}

impl From<&Fittings> for FittingsText {
    /// Writes what the crafter has set; customary figures stay out, so that they follow the bag's size.
    fn from(fittings: &Fittings) -> Self {
        let text = |length: Option<Length>| length.map(|length| length.to_string());
        let unlike = |own: Length, usual: Length| (own != usual).then(|| own.to_string());
        let (handle, decoration, usual) = (fittings.handle, fittings.decoration, Punch::default());
        Self {
            handle: HandleText {
                kind: handle.kind.into(),
                from_centre: text(handle.from_centre),
                from_edge: None,
                down: text(handle.down),
                drop: text(handle.stands.high()),
                length: text(handle.stands.long()),
                width: text(handle.width),
                opening: text(handle.opening),
                knot: handle.knot.into(),
            },
            backing: BackingText {
                kind: fittings.backing.kind.into(),
                length: text(fittings.backing.length),
                depth: text(fittings.backing.depth),
            },
            closure: ClosureText { kind: fittings.closure.kind.into(), down: text(fittings.closure.down) },
            insert: fittings.insert.into(),
            decoration: DecorationText {
                faces: decoration.faces,
                gussets: decoration.gussets,
                flap: decoration.flap,
                margin: text(decoration.margin),
                clear_of_folds: decoration.clear_of_folds,
                band: decoration.band,
                band_width: text(decoration.band_width),
                pocket: decoration.pocket,
                holds_width: text(decoration.holds_width),
                holds_height: text(decoration.holds_height),
                medallion: decoration.medallion,
                medallion_across: text(decoration.medallion_across),
            },
            load: fittings.load.map(|load| load.to_string()),
            punch: PunchText {
                hole: unlike(fittings.punch.hole, usual.hole),
                reach: unlike(fittings.punch.reach, usual.reach),
            },
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;
    use serde_json::json;

    #[test]
    fn written_then_read_is_the_same() {
        let json = json!({
            "handle": { "kind": "strap", "width": "1 1/8 in", "opening": "32 mm", "drop": "4 in" },
            "backing": { "kind": "eyelets", "depth": "1 in" },
            "closure": { "kind": "ribbon_through", "down": "3/4 in" },
            "insert": "double",
            "decoration": { "faces": true, "band": true, "margin": "1/4 in" },
            "load": "2 1/2 lb",
            "punch": { "hole": "3/16 in" }
        });
        let text: FittingsText = serde_json::from_value(json).unwrap();
        let fittings = text.read(Unit::Inch, Length::inches(6)).unwrap();
        assert_eq!(fittings.load, Some(Mass::half_pounds(5)));
        assert_eq!(fittings.punch.reach, Punch::default().reach);
        assert_eq!(FittingsText::from(&fittings).read(Unit::Metric, Length::INCH).unwrap(), fittings);
    }

    #[test]
    fn a_place_may_be_told_from_the_edge() {
        let json = json!({ "handle": { "kind": "holed_ribbon", "from_edge": "2 1/2", "from_centre": "9" } });
        let text: FittingsText = serde_json::from_value(json).unwrap();
        let read = text.read(Unit::Inch, Length::inches(8)).unwrap();
        assert_eq!(read.handle.from_centre, Some(Length::eighths(12)));
    }

    #[rstest]
    #[case(json!({ "handle": { "down": "one" } }), "handle.down")]
    #[case(json!({ "load": "heavy" }), "load")]
    #[case(json!({ "decoration": { "margin": "" } }), "decoration.margin")]
    fn faults_name_their_field(#[case] json: serde_json::Value, #[case] field: &str) {
        let text: FittingsText = serde_json::from_value(json).unwrap();
        assert_eq!(text.read(Unit::Inch, Length::INCH).unwrap_err().field, field);
    }
}
