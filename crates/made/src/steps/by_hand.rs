//! Lines made by ruler and hand, in words: marks from one edge at both ends, the crease pressed against the ruler, what has to meet.

use super::counsel::{Counsel, counsel};
use super::job::Job;
use super::{Step, of_piece};
use crate::figures::Figures;
use crate::net::{CreaseRole, PaperFace};
use crate::passes::{ByHand, Meets, Pass, ScoreLine};
use crate::pieces::Piece;
use crate::text::list;
use crate::{Brief, Length, Unit};

/// What is normal in paper folded without a board: ⅛ (common practice), 3 mm.
fn hair(unit: Unit) -> Length {
    match unit {
        Unit::Inch => Length::eighths(1),
        Unit::Metric => Length::millimetres(3),
    }
}

/// The step of one pass.
pub(super) fn step(index: usize, how: ByHand, brief: &Brief, passes: &[Pass], pieces: &[Piece]) -> Step {
    let (pass, figures) = (&passes[index], Figures::of(brief));
    let before =
        index.checked_sub(1).map(|before| &passes[before]).filter(|before| before.piece == pass.piece);
    let words = Words { pass, figures, piece: &pieces[pass.piece] };
    let mut says = vec![words.lay(before)];
    if before.is_none() {
        says.extend(match words.piece.count {
            0 | 1 => None,
            2 => Some("Do both pieces before the next lines.".to_owned()),
            count => Some(format!("Do all {count} pieces before the next lines.")),
        });
    }
    let title = if !pass.slants.is_empty() {
        says.extend(words.slants());
        "Crease the 45° lines".to_owned()
    } else {
        match how {
            ByHand::Creased => {
                says.extend(words.marks());
                says.extend(words.grid(brief));
                says.extend(words.creased());
                format!("Crease from the {}", words.side_name())
            }
            ByHand::Halved => {
                says.extend(pass.lines.iter().filter_map(|line| words.halved(line)));
                "Find the middles by folding".to_owned()
            }
            ByHand::Pleated => {
                says.extend(words.pleated());
                "Pleat both sides".to_owned()
            }
            ByHand::Drawn => {
                says.extend(words.drawn());
                format!("Draw from the {}", words.side_name())
            }
        }
    };
    let up = match pass.lying.face_up {
        PaperFace::Outside => "outside up",
        PaperFace::Inside => "inside up",
    };
    let title = format!("{title}, {up}{}", of_piece(pieces, pass.piece));
    let made = super::step(Job::Score, title, says);
    Step { pass: Some(index), piece: Some(pass.piece), counsel: advice(pass, how, figures), ..made }
}

struct Words<'a> {
    pass: &'a Pass,
    figures: Figures,
    piece: &'a Piece,
}

impl Words<'_> {
    fn is_upright(&self) -> bool {
        self.pass.lying.fence.lies_across()
    }

    /// The edge that distances are measured from, as it lies.
    fn from(&self) -> &'static str {
        if self.is_upright() { "the edge on your left" } else { "the bottom edge" }
    }

    fn side_name(&self) -> &'static str {
        if self.is_upright() { "left" } else { "bottom" }
    }

    fn across(&self) -> &'static str {
        if self.is_upright() { "the edge on your right" } else { "the top edge" }
    }

    /// Near which edges the two marks of a line stand.
    fn ends(&self) -> &'static str {
        if self.is_upright() {
            "once near the top edge and once near the bottom edge"
        } else {
            "once near the edge on your left and once near the edge on your right"
        }
    }

    fn lay(&self, before: Option<&Pass>) -> String {
        match (before, self.pass.lying.face_up) {
            (Some(before), up) if before.lying.face_up == up => "Leave it as it lies.".to_owned(),
            (Some(_), PaperFace::Outside) => {
                "Turn it over like a page: outside (the good side) up, the top edge still away from you.".to_owned()
            }
            (Some(_), PaperFace::Inside) => {
                "Turn it over like a page: inside (the back of the sheet) up, the top edge still away from you.".to_owned()
            }
            (None, PaperFace::Outside) => {
                "Lay the piece on the table, outside (the good side) up, its top edge away from you.".to_owned()
            }
            (None, PaperFace::Inside) => {
                "Lay the piece on the table, inside (the back of the sheet) up, its top edge away from you.".to_owned()
            }
        }
    }

    fn told(&self) -> Vec<String> {
        self.pass.lines.iter().map(|line| self.figures.told(line.at, line.less)).collect()
    }

    fn marks(&self) -> Vec<String> {
        let (at, from, ends) = (self.told(), self.from(), self.ends());
        let mut says = vec![if at.len() == 1 {
            format!("Mark {} from {from}, {ends}.", at[0])
        } else {
            format!(
                "Mark {} from {from}, {ends}: all of them from that one edge. Measured from mark to mark, errors add up.",
                list(&at)
            )
        }];
        if self.pass.lines.iter().any(|line| line.less != Length::ZERO) {
            says.push(
                "What is added or taken off is for your hands: so each line falls where it belongs."
                    .to_owned(),
            );
        }
        if at.len() > 1 || self.piece.count > 1 {
            let long = self.pass.lines.last().map_or(Length::ZERO, |line| line.at);
            says.push(format!(
                "A marking strip keeps both ends alike: mark a strip of scrap {} long once, lay its end on {from}, and carry the marks over at either end.",
                self.figures.say(long.ceil_to(Length::INCH))
            ));
        }
        says
    }

    /// Where the grid printed on the back shows a line by itself.
    fn grid(&self, brief: &Brief) -> Option<String> {
        let grid = brief.sheet_for(self.piece.blank.shows_face()).grid?;
        if self.pass.lying.face_up != PaperFace::Inside {
            return None;
        }
        let squares = |line: &ScoreLine| {
            (line.less == Length::ZERO && line.at.is_on(grid)).then(|| {
                let count = line.at.units() / grid.units();
                format!(
                    "{} is {count} {}",
                    self.figures.say(line.at),
                    if count == 1 { "square" } else { "squares" }
                )
            })
        };
        let shown: Vec<String> = self.pass.lines.iter().filter_map(squares).collect();
        if shown.is_empty() {
            return None;
        }
        let all =
            if shown.len() == self.pass.lines.len() { "" } else { " The others lie between its lines." };
        Some(format!(
            "The grid on the back, {} from line to line, shows it if {} is cut along one of its lines: {}.{all}",
            self.figures.say(grid),
            self.from(),
            list(&shown)
        ))
    }

    fn creased(&self) -> Vec<String> {
        let (each, its) =
            if self.pass.lines.len() == 1 { ("Lay", "its") } else { ("For each of them lay", "its") };
        let even = if self.is_upright() {
            "top edge on top edge and bottom edge on bottom edge"
        } else {
            "side edge on side edge, left and right"
        };
        let mut says = vec![format!(
            "{each} the ruler on {its} two marks and lift the paper against it for a first crease. Take the ruler away, bring {even}, so that both stay even, and press the crease down with your hand or a bone folder."
        )];
        says.extend(self.pass.lines.iter().filter_map(|line| match line.meets? {
            Meets::OnLine { near, at } => Some(format!(
                "Folded at {}, {} comes to lie on the line at {}.",
                self.figures.say(line.at),
                if near { self.from() } else { self.across() },
                self.figures.say(at)
            )),
            Meets::Halves { .. } => None,
        }));
        says.extend(self.all_stop());
        says
    }

    /// How far lines go that do not run from edge to edge, those alike in one sentence.
    fn all_stop(&self) -> Vec<String> {
        let short: Vec<&ScoreLine> = self.pass.lines.iter().filter(|line| !line.right_across).collect();
        let alike = |line: &ScoreLine| short.iter().filter(|other| other.reach == line.reach).count() > 1;
        let mut says: Vec<String> =
            short.iter().filter(|line| !alike(line)).filter_map(|line| self.stops(line)).collect();
        let mut told = Vec::new();
        for line in short.iter().filter(|line| alike(line)) {
            if told.contains(&line.reach) {
                continue;
            }
            told.push(line.reach);
            let at: Vec<String> = short
                .iter()
                .filter(|other| other.reach == line.reach)
                .map(|other| self.figures.say(other.at))
                .collect();
            let (edge, on) = self.edge_and_way();
            let (from, to) = (line.reach.from, self.figures.say(line.reach.to));
            says.push(if from == Length::ZERO {
                format!("Press those at {} from {edge} {on} to {to} only.", list(&at))
            } else {
                format!(
                    "Press those at {} only between {} and {to} from {edge}.",
                    list(&at),
                    self.figures.say(from)
                )
            });
        }
        says
    }

    fn edge_and_way(&self) -> (&'static str, &'static str) {
        if self.is_upright() { ("the top edge", "down") } else { ("the edge on your left", "on") }
    }

    /// How far a line goes that does not run from edge to edge.
    fn stops(&self, line: &ScoreLine) -> Option<String> {
        if line.right_across {
            return None;
        }
        let (edge, on) = self.edge_and_way();
        let (at, from, to) = (self.figures.say(line.at), line.reach.from, self.figures.say(line.reach.to));
        let apex = if line.role == CreaseRole::GussetCentre { ", to the apex of the gusset" } else { "" };
        Some(if from == Length::ZERO {
            format!("Press the {} at {at} from {edge} {on} to {to}{apex}, and no further.", line.role.name())
        } else {
            format!(
                "Press the {} at {at} only between {} and {to} from {edge}{apex}.",
                line.role.name(),
                self.figures.say(from)
            )
        })
    }

    fn halved(&self, line: &ScoreLine) -> Option<String> {
        let Meets::Halves { one, other } = line.meets? else { return None };
        let piece = if self.is_upright() { self.piece.width } else { self.piece.height };
        let end = |at: Length| {
            if at == Length::ZERO {
                self.from().to_owned()
            } else if at == piece {
                self.across().to_owned()
            } else {
                format!("the line at {}", self.figures.say(at))
            }
        };
        let stops = self.stops(line).map_or_else(String::new, |stops| format!(" {stops}"));
        Some(format!(
            "Lay {} on {}, level at both ends, and press the crease between them; it comes to lie at {}, and nothing is measured.{stops}",
            end(one),
            end(other),
            self.figures.say(line.at)
        ))
    }

    fn pleated(&self) -> Vec<String> {
        let first = self.pass.lines.first().map_or(Length::ZERO, |line| line.at);
        vec![
            format!(
                "On either side crease the first pleat {} from the edge, fold it over, turn the sheet over and fold it back just as wide; go on like that, each pleat guided by the one before.",
                self.figures.say(first)
            ),
            "A flat ruler or a strip of card of that width, folded over and over, keeps them alike."
                .to_owned(),
            format!(
                "Check with the ruler laid along the edge: the creases lie at {} from {}.",
                list(&self.told()),
                self.from()
            ),
        ]
    }

    fn drawn(&self) -> Vec<String> {
        let at = self.told();
        let line = if at.len() == 1 { "a pencil line" } else { "pencil lines" };
        vec![format!(
            "Draw {line} at {} from {}, along a ruler from mark to mark: nothing folds there.",
            list(&at),
            self.from()
        )]
    }

    fn slants(&self) -> Vec<String> {
        let spot = |(along, down): (Length, Length)| {
            format!(
                "{} from the edge on your left, {} down from the top edge",
                self.figures.say(along),
                self.figures.say(down)
            )
        };
        let mut says = vec!["Mark both ends of each line, lay the ruler from mark to mark and crease against it; each runs at 45° between a base corner and an apex:".to_owned()];
        says.extend(
            self.pass
                .slants
                .iter()
                .map(|slant| format!("{} to {}.", crate::text::sentence(&spot(slant.from)), spot(slant.to))),
        );
        says
    }
}

fn advice(pass: &Pass, how: ByHand, figures: Figures) -> Counsel {
    let hair = figures.say(hair(figures.0));
    match how {
        ByHand::Creased | ByHand::Halved => counsel(
            "While the sheet is whole: a line runs straight only between two marks that both lie on it.",
            format!(
                "Folded over at each line the edges stay even at both ends. Up to {hair} out is normal in paper folded without scoring; more, and panels do not meet."
            ),
            "The crease wanders off one of its marks.",
            "Open it, burnish the false crease flat from its other side, lay the ruler on both marks again and lift the paper more slowly.",
        ),
        ByHand::Pleated => counsel(
            "While nothing is glued: pleats are sharp only in a flat sheet.",
            format!("Pressed together, the pleats of either side are alike, within {hair}, from end to end."),
            "The pleats grow wider from one to the next.",
            "Open them, burnish flat, and fold them over a ruler of their width.",
        ),
        ByHand::Drawn => counsel(
            "Before anything is folded: it shows where paper is laid later.",
            if pass.lines.len() == 1 {
                "The line can be seen from edge to edge."
            } else {
                "Every line can be seen from edge to edge."
            },
            "It is creased by mistake.",
            "Burnish it flat: it does not show under what is laid there.",
        ),
    }
}
