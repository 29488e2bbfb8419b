//! What any line or area of a piece is, where it is measured from and how it folds: a sentence or two each.

use crate::net::{Band, Crease, CreaseRole, Cut, CutRole, Face, Glue, GlueRole, Panel, Strip};
use crate::wording::{Figures, sentence};
use crate::{Length, Unit};

impl Strip {
    /// `Corner between left gusset and front. 2 from the left edge. From the base line to the top edge. Mountain:
    /// fold away from you.`
    pub fn describe_crease(&self, crease: &Crease, unit: Unit) -> String {
        let figures = Figures(unit);
        let what = match crease.role {
            CreaseRole::BaseLine => {
                format!("Base line of the {}", self.panel_over(crease).map_or("bag", Panel::name))
            }
            CreaseRole::HemLine => {
                format!("Hem line of the {}", self.panel_over(crease).map_or("bag", Panel::name))
            }
            CreaseRole::GussetCentre => "Centre crease of a gusset".to_owned(),
            CreaseRole::Corner | CreaseRole::TabLine => self.between(crease.from.x),
        };
        let place = if crease.is_upright() {
            format!("{} from the left edge", figures.say(crease.from.x))
        } else {
            format!("{} from the bottom edge", figures.say(crease.from.y))
        };
        let run = if crease.is_upright() {
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
            CutRole::LevelSlit => {
                "Level slit along the base line, from the side edge to the corner line: the square below turns up as an ear."
                    .to_owned()
            }
            CutRole::CornerSquare => "Base corner square: cut out, and kept for tags and handles.".to_owned(),
            CutRole::TabCorner => "Corner under the tab: cut away up to the base line.".to_owned(),
        }
    }

    /// `Glue on the outside face of the tab: it goes under the next panel.`
    pub fn describe_glue(&self, glue: &Glue) -> String {
        let face = match glue.face {
            Face::Outside => "outside face",
            Face::Inside => "inside face",
        };
        let part = glue.panel.name();
        match glue.role {
            GlueRole::Tab => {
                format!("Glue on the {face} of the tab: it goes under the panel at the other end of the run.")
            }
            GlueRole::Lap => {
                format!("Glue on the {face} of the {part}: it goes under its twin on the front piece.")
            }
            GlueRole::Ear => format!(
                "Glue on the {face} of the ear below the {part}: it turns up against the inside of the gusset."
            ),
            GlueRole::Hem => format!("Glue on the {face} of the hem of the {part}, before it is turned."),
            GlueRole::BaseFlap => {
                format!("Glue on the {face} of the base flap of the {part}, before it is folded over.")
            }
        }
    }

    /// `corner between left gusset and front`.
    fn between(&self, x: Length) -> String {
        let side = |wanted: fn(&crate::net::Column) -> Length| {
            self.columns
                .iter()
                .find(|column| wanted(column) == x)
                .map_or("edge", |column| column.panel.name())
        };
        let (left, right) = (side(|column| column.x.to), side(|column| column.x.from));
        if left == "tab" || right == "tab" {
            let other = if left == "tab" { right } else { left };
            return format!("Tab line beside the {other}");
        }
        format!("Corner between {left} and {right}")
    }

    fn panel_over(&self, crease: &Crease) -> Option<Panel> {
        self.columns.iter().find(|column| column.x.from == crease.from.x).map(|column| column.panel)
    }

    fn height_name(&self, y: Length) -> &'static str {
        let start = |band| self.row(band).map(|row| row.y.from);
        let top = self.rows.last().map(|row| row.y.to);
        if Some(y) == top {
            "the top edge"
        } else if Some(y) == start(Band::Body) {
            "the base line"
        } else if Some(y) == start(Band::Hem) {
            "the hem line"
        } else {
            "the apex"
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::{GussetCrease, Hem};
    use crate::{Brief, Net};

    #[test]
    fn lines_say_what_where_and_how() {
        let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        brief.gusset_crease = GussetCrease::Centre;
        brief.hem = Hem::Out { depth: Length::INCH };
        let strip = Net::new(&brief).strips.remove(0);
        let said: Vec<String> =
            strip.creases.iter().map(|crease| strip.describe_crease(crease, Unit::Inch)).collect();
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
