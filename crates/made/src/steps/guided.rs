//! A piece notched and scored in a small guide, in words.

use super::counsel::{Counsel, counsel};
use super::job::Job;
use super::{Step, of_piece};
use crate::feeds::{Feed, Move, Set};
use crate::figures::Figures;
use crate::net::{Panel, PaperFace};
use crate::pieces::Piece;
use crate::text::list;
use crate::{Brief, Length};

/// The step of one feed.
pub(super) fn step(index: usize, brief: &Brief, pieces: &[Piece], feed: &Feed) -> Step {
    let figures = Figures::of(brief);
    let up = match feed.face_up {
        PaperFace::Outside => "outside (the good side)",
        PaperFace::Inside => "inside (the back of the sheet)",
    };
    let count = pieces.get(feed.piece).map_or(1, |piece| piece.count);
    let side = if feed.from_right { "right" } else { "left" };
    let first = feed.moves.first().map_or("panel", |made| name(made.panel));
    let mut says = vec![format!(
        "Lay the piece {up} up, its bottom edge against the guide’s ledge and the free edge of the {first} on the {side}."
    )];
    if brief.guide.as_ref().is_some_and(|guide| guide.way.base_on_board) {
        says.push("The base line is scored already, from edge to edge: here the upright lines are scored, and notched up to it.".to_owned());
    }
    says.extend(foot(brief, count));
    if count > 1 {
        let which = if count == 2 { "both pieces".to_owned() } else { format!("all {count} pieces") };
        says.push(format!("Do each setting with {which} before the next."));
    }
    says.extend(feed.moves.iter().enumerate().map(|(place, made)| of_move(place, made, figures)));
    let beyond: Vec<&Move> = feed.moves.iter().filter(|made| made.base_on.is_some()).collect();
    if let [made, ..] = beyond.as_slice()
        && let Some(reach) = made.base_on
    {
        says.push(format!(
            "The guide scores a base line {} long: under the {} carry it on from there, along a ruler, to the panel’s other edge.",
            figures.say(reach),
            list(&beyond.iter().map(|made| name(made.panel).to_owned()).collect::<Vec<_>>())
        ));
    }
    if let Some(reach) = feed.carry_on {
        says.push(format!(
            "Its upright lines end {} from the bottom edge: carry each on from there, along a ruler, to the top.",
            figures.say(reach)
        ));
    }
    let title = format!("Notch and score in the guide{}", of_piece(pieces, feed.piece));
    Step { feed: Some(index), counsel: advice(brief, feed, figures), ..super::step(Job::Guide, title, says) }
}

/// Which end of the sheet goes in first.
fn foot(brief: &Brief, count: u32) -> Option<String> {
    let sheet = &brief.sheet;
    if !sheet.directional || sheet.turned {
        return None;
    }
    let both = if count > 1 { ", on every sheet: one fed top first is lost" } else { "" };
    Some(format!("The foot of the pattern goes in first{both}."))
}

fn of_move(place: usize, made: &Move, figures: Figures) -> String {
    let (panel, width) = (name(made.panel), figures.say(made.across.length()));
    let before = if place == 0 { "free edge" } else { "last score" };
    let set = match made.set {
        Set::AtWidth(_) => format!("the {before} at the mark {width}"),
        Set::AtGusset => format!("the {before} at the gusset’s mark, {width}"),
        Set::Ticked(_) => format!(
            "no mark is so wide. Tick {width} from the {before}, along the bottom edge, and lay the tick at the score edge"
        ),
        Set::Left(_) => format!("what is left, {width}"),
    };
    let does = match (made.scores, made.base) {
        (true, true) => "; score, notch, score the base line",
        // Its base line is scored already.
        (true, false) if made.panel != Panel::Tab => "; score, notch",
        (true, false) => "; score",
        (false, true) => "; score the base line",
        (false, false) => "; nothing is scored",
    };
    format!("{}. {}: {set}{does}.", place + 1, crate::text::sentence(panel))
}

/// What a panel is called in the moves.
fn name(panel: Panel) -> &'static str {
    match panel {
        Panel::Front => "front",
        Panel::Back => "back",
        Panel::FacePart { .. } => "face",
        Panel::Gusset { .. } => "gusset",
        Panel::Tab => "tab",
        Panel::JoinHalf(_) => "strip",
        Panel::Pleat { .. } => "pleat",
    }
}

/// Why, what to check, what goes wrong and what helps.
fn advice(brief: &Brief, feed: &Feed, figures: Figures) -> Counsel {
    let moves = &feed.moves;
    let widths: Vec<String> = moves.iter().map(|made| figures.say(made.across.length())).collect();
    let all: Length = moves.iter().map(|made| made.across.length()).sum();
    counsel(
        "While the sheet is whole. Every move is measured from the one before, so they are made in the order of the panels.",
        format!(
            "From the free edge the panels measure {}; together {}. Each notch ends at the base line, {} from the bottom edge.",
            list(&widths),
            figures.say(all),
            figures.say(brief.flap())
        ),
        "A score laid a hair off its mark moves every panel after it, and the tab comes out too narrow.",
        "Up to the second move, burnish the line flat and set it again. Later: let the tab be narrower, or trim it off and use a joining strip.",
    )
}
