//! What any line or area of a piece is, where it is measured from and how it folds: a sentence or two each.

use crate::figures::Figures;
use crate::fittings::{Purpose, Shape};
use crate::folded::surfaces::{Orientation, Surface};
use crate::net::{
    BaseCorners, Blank, Crease, CreaseRole, Cut, CutRole, Fold, Glue, GlueRole, Hole, Panel, PaperFace, Zone,
};
use crate::plane::Point;
use crate::sheet::Printed;
use crate::text::sentence;
use crate::{Brief, Length, Unit};

impl Surface {
    /// `The closing flap`, `The turned-out hem`.
    pub fn name(&self) -> String {
        match self.part {
            (_, Zone::Hem) => format!("The turned-out hem of the {}", self.part.0.name()),
            (_, Zone::Flap) => "The closing flap".to_owned(),
            (panel, _) => format!("The {}", panel.name()),
        }
    }

    /// `shows the reverse, upside down`.
    pub fn says(&self, brief: &Brief) -> String {
        format!("shows {}", self.shown(brief))
    }

    /// What it shows, in words: `the reverse, upside down`.
    pub fn shown(&self, brief: &Brief) -> String {
        let sheet = &brief.sheet;
        let face = match (self.shows, sheet.printed) {
            (PaperFace::Outside, _) => "the printed side",
            (PaperFace::Inside, Printed::One) => "the plain reverse",
            (PaperFace::Inside, Printed::Both) => "the reverse",
        };
        let is_plain = self.shows == PaperFace::Inside && sheet.printed.has_plain_reverse();
        match (sheet.directional && !is_plain, self.orientation) {
            (false, _) => face.to_owned(),
            (true, Orientation::Upright) => format!("{face}, upright"),
            (true, Orientation::Sideways) => format!("{face}, sideways"),
            (true, Orientation::UpsideDown) => format!("{face}, upside down"),
        }
    }
}

impl Blank {
    /// `Hole for the handle, ¼ wide, in the front. Its middle is 2½ from the left edge and 11 from the bottom.`
    pub fn describe_hole(&self, hole: &Hole, unit: Unit) -> String {
        let figures = Figures(unit);
        let what = match (hole.shape, hole.purpose) {
            (Shape::Round { diameter }, Purpose::Closure) => {
                format!("Hole for the closing, {} wide", figures.say(diameter))
            }
            (Shape::Round { diameter }, _) => format!("Hole for the handle, {} wide", figures.say(diameter)),
            (Shape::Slot { length }, _) => format!("Slot for the strap, {} long", figures.say(length)),
            (Shape::Opening { width, height }, _) => format!("Hand hole, {}", figures.by(width, height)),
        };
        let on = match hole.zone {
            Zone::Hem | Zone::BackHem => format!("the hem of the {}", hole.panel.name()),
            Zone::Flap => "the closing flap".to_owned(),
            _ => format!("the {}", hole.panel.name()),
        };
        let (x, y) = (figures.say(hole.centre.x), figures.say(hole.centre.y));
        format!("{what}, in {on}. Its middle is {x} from the left edge and {y} from the bottom.")
    }

    /// `Corner between left gusset and front. 2 from the left edge. From the base line to the top edge. Mountain:
    /// fold away from you.`
    pub fn describe_crease(&self, crease: &Crease, unit: Unit) -> String {
        let figures = Figures(unit);
        let (panel, role) = (crease.panel.name(), crease.role.name());
        let on_join = self.is_on_join(crease) && !crease.is_vertical();
        let what = match crease.role {
            CreaseRole::BaseLine
            | CreaseRole::HemLine
            | CreaseRole::FlapLine
            | CreaseRole::FlapTurn
            | CreaseRole::FoldFlatLine
            | CreaseRole::TubeCrease
            | CreaseRole::BottomFold
                if on_join =>
            {
                format!("{} carried on under the {panel}", sentence(role))
            }
            CreaseRole::BaseLine
            | CreaseRole::HemLine
            | CreaseRole::FlapLine
            | CreaseRole::FlapTurn
            | CreaseRole::FoldFlatLine
            | CreaseRole::TubeCrease
            | CreaseRole::BottomFold => format!("{} of the {panel}", sentence(role)),
            CreaseRole::GussetCentre => "Centre crease of a gusset".to_owned(),
            CreaseRole::GussetDiagonal => format!("45° crease of the {panel}, base corner to apex"),
            CreaseRole::SquashDiagonal if crease.fold == Fold::Valley => {
                format!(
                    "45° crease of the {panel}, base corner to apex: it comes about when the end is squashed"
                )
            }
            CreaseRole::SquashDiagonal => {
                format!(
                    "45° crease of the {panel}, base corner to bottom edge: it comes about when the end is squashed"
                )
            }
            CreaseRole::TuckLine => {
                "Corner line below the base line: not scored, it folds when the flap goes over the end"
                    .to_owned()
            }
            CreaseRole::PressedLine => {
                format!("Line of the {panel}: not scored, it is pressed in when the bag is first folded flat")
            }
            CreaseRole::LapLine => {
                format!("Pencil line across the {panel}: the edge of the upper piece is laid to it")
            }
            CreaseRole::StripLine => "Middle of the joining strip, along the seam".to_owned(),
            CreaseRole::PleatLine => "Pleat".to_owned(),
            CreaseRole::Corner | CreaseRole::TabLine => self.between(crease.from.x),
        };
        let place = if crease.is_vertical() {
            format!("{} from the left edge", figures.say(crease.from.x))
        } else if crease.is_level() {
            format!("{} from the bottom edge", figures.say(crease.from.y))
        } else {
            let spot =
                |point: Point| format!("{} along and {} up", figures.say(point.x), figures.say(point.y));
            format!("from {} to {}", spot(crease.from), spot(crease.to))
        };
        let run = if crease.is_vertical() {
            format!(" From {} to {}.", self.height_name(crease.from.y), self.height_name(crease.to.y))
        } else {
            String::new()
        };
        format!("{what}. {}.{run} {}.", sentence(&place), sentence(crease.fold.says()))
    }

    /// `Slit between left gusset and front. 2 from the left edge. From the bottom edge to the base line.`
    pub fn describe_cut(&self, cut: &Cut, unit: Unit) -> String {
        let figures = Figures(unit);
        match cut.role {
            CutRole::Slit => format!(
                "Slit: {}. {} from the left edge. From the bottom edge to the base line, no further.",
                self.between(cut.to.x).to_lowercase(),
                sentence(&figures.say(cut.to.x)),
            ),
            CutRole::Notch => format!(
                "Taper of a gusset flap: {} in at the bottom edge, dying to nothing at the base line. The sliver falls away.",
                figures.say((cut.from.x - cut.to.x).abs())
            ),
            CutRole::BaseSlit => {
                "Level slit along the base line, from the side edge to the corner line: the square below turns up as an ear."
                    .to_owned()
            }
            CutRole::CornerSquare => "Base corner square: cut out, and kept for tags and handles.".to_owned(),
            CutRole::TabCorner if self.corners == BaseCorners::NoBase => {
                "Corner below the tab: cut away, for the lower piece holds the seam there.".to_owned()
            }
            CutRole::TabCorner => "Corner below the tab: cut away up to the base line.".to_owned(),
            CutRole::TabEnd => "End of the tab, slanted so that it does not show.".to_owned(),
            CutRole::HemCorner => format!(
                "Corner of the hem at the free edge: {} in at the top, so that nothing shows when it is turned.",
                figures.say((cut.from.x - cut.to.x).abs())
            ),
            CutRole::HemSlit => format!(
                "Slit of the hem at a corner, {} from the left edge: down to its score, {} in at the top, so that every panel’s hem is turned by itself.",
                figures.say(cut.to.x),
                figures.say((cut.from.x - cut.to.x).abs())
            ),
            CutRole::FlapSide => "Beside the closing flap: the rest of its band is cut away.".to_owned(),
            CutRole::PleatEnd => {
                "The outermost pleat of the back is cut off; the one of the front is glued over in its place.".to_owned()
            }
        }
    }

    /// `Glue on the outside face of the tab: it goes under the next panel.`
    pub fn describe_glue(&self, glue: &Glue) -> String {
        let face = match glue.face {
            PaperFace::Outside => "outside face",
            PaperFace::Inside => "inside face",
        };
        let part = glue.panel.name();
        match glue.role {
            GlueRole::Tab => {
                format!("Glue on the {face} of the tab: it goes under the panel at the other end.")
            }
            GlueRole::FaceTab => {
                format!(
                    "Glue on the {face} of the tab: it goes under the other part of the face, flat on the table."
                )
            }
            GlueRole::FaceStrip => {
                format!(
                    "Glue on the {face} of the {part}: it goes behind the edge of its part of the face, flat on the table."
                )
            }
            GlueRole::Lap => {
                format!("Glue on the {face} of the {part}: it goes under its twin on the front piece.")
            }
            GlueRole::Ear => format!(
                "Glue on the {face} of the ear below the {part}: it turns up against the inside of the gusset."
            ),
            GlueRole::Strip => {
                format!("Glue on the {face} of the {part}: it goes behind the edge of the panel.")
            }
            GlueRole::Pleat => {
                format!("Glue on the {face} of the outermost {part}: it closes the side of the flare.")
            }
            GlueRole::BaseCorner => {
                format!("Glue on the {face} of the outer triangle below the {part}, never further in.")
            }
            GlueRole::BaseLap => {
                format!("Glue on the {face} of the lap of the {part}, before it is folded over.")
            }
            GlueRole::AllRound => {
                format!("Glue on the {face} of the {part}, above the line: it goes under the upper piece.")
            }
            GlueRole::Hem => format!("Glue on the {face} of the hem of the {part}, before it is turned."),
            GlueRole::BaseFlap => {
                format!("Glue on the {face} of the base flap of the {part}, before it is folded over.")
            }
        }
    }

    /// `corner between left gusset and front`.
    fn between(&self, x: Length) -> String {
        let side = |wanted: fn(&crate::net::Column) -> Length| {
            self.columns.iter().find(|column| wanted(column) == x).map(|column| column.panel)
        };
        let (left, right) = (side(|column| column.x.to), side(|column| column.x.from));
        let name = |panel: Option<Panel>| panel.map_or("edge", Panel::name);
        match (left, right) {
            (Some(Panel::JoinHalf(_)), _) => "Middle of the joining strip".to_owned(),
            (Some(Panel::Tab), other) | (other, Some(Panel::Tab)) => {
                format!("Tab line beside the {}", name(other))
            }
            (left, right) => format!("Corner between {} and {}", name(left), name(right)),
        }
    }

    fn height_name(&self, y: Length) -> &'static str {
        let start = |zone| self.row(zone).map(|row| row.y.from);
        let top = self.rows.last().map(|row| row.y.to);
        if Some(y) == top {
            "the top edge"
        } else if Some(y) == start(Zone::Body) {
            if self.row(Zone::BackBody).is_some() { "the bottom fold" } else { "the base line" }
        } else if y == Length::ZERO {
            "the bottom edge"
        } else if Some(y) == start(Zone::Hem) {
            "the hem line"
        } else if Some(y) == start(Zone::BackBody) {
            "the hem line of the back"
        } else if Some(y) == start(Zone::Flap) {
            "the finished top"
        } else {
            "the apex"
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::{GussetCrease, Top};
    use crate::{Brief, Net};

    #[test]
    fn lines_say_what_where_and_how() {
        let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        brief.gusset_crease = GussetCrease::Centre;
        brief.top = Top::HemOut { depth: Length::INCH };
        let blank = Net::of(&brief).blanks.remove(0);
        let said: Vec<String> =
            blank.creases.iter().map(|crease| blank.describe_crease(crease, Unit::Inch)).collect();
        for expected in [
            "Corner between left gusset and front. 2 from the left edge. From the base line to the hem line. Mountain: fold away from you.",
            "Base line of the front. 2 from the bottom edge. Mountain: fold away from you.",
            "Hem line of the front. 8½ from the bottom edge. Valley: fold towards you.",
            "Centre crease of a gusset. 1 from the left edge. From the apex to the hem line. Valley: fold towards you.",
            "Tab line beside the back. 11½ from the left edge. From the base line to the hem line. Mountain: fold away from you.",
        ] {
            assert!(said.iter().any(|text| text == expected), "{expected}\n{said:#?}");
        }
    }
}
