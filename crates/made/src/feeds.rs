//! How a piece goes through a small guide: panel by panel, in the order of the round.

use crate::brief::ScoreFace;
use crate::net::{CreaseRole, Panel, PaperFace};
use crate::pieces::Piece;
use crate::plane::Span;
use crate::{Brief, Length};
use wide_fold_asked::Guide;

/// One piece fed through the guide.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Feed {
    /// Which of the plan's pieces.
    pub piece: usize,
    /// The face that is up.
    pub face_up: PaperFace,
    /// True if the free edge of the first face then lies on the right: a left-handed feed.
    pub from_right: bool,
    /// Panel by panel, from that free edge on.
    pub moves: Vec<Move>,
    /// How far the guide's lines reach from the bottom edge, if they have to be carried on from there.
    pub carry_on: Option<Length>,
    /// The creases it draws, by their place in the piece's list.
    pub creases: Vec<usize>,
}

/// One panel folded in the guide.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Move {
    /// What it becomes.
    pub panel: Panel,
    /// How the piece is set.
    pub set: Set,
    /// Where the panel lies, from the free edge of the first face.
    pub across: Span,
    /// True if a line is scored at its far side; the last one ends where the paper does.
    pub scores: bool,
    /// True if a base line is scored below it in the guide; below a tab there is none.
    pub base: bool,
    /// How far the guide scores that base line, if it has to be carried on from there.
    pub base_on: Option<Length>,
}

/// How a piece is set in the guide for one panel.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Set {
    /// What came before at the mark for that width of a face.
    AtWidth(Length),
    /// What came before at the mark of the gusset.
    AtGusset,
    /// No mark is so wide: it is measured with a ruler and ticked, and the tick laid at the score edge.
    Ticked(Length),
    /// It is what is left.
    Left(Length),
}

/// The feeds of all pieces of a bag that goes through its guide; none if it has no guide or does not fit it
/// ([`Guide::misfits`]).
///
/// ```
/// use wide_fold_asked::{Brief, Guide, Length, brief::Build};
/// use wide_fold_made::{Net, feeds::{Set, feeds}, pieces::divide};
/// let guide = Guide {
///     name: "Small guide".to_owned(),
///     gusset: Length::inches(2),
///     flap: Length::eighths(10),
///     widths: vec![Length::eighths(28)],
///     reach: Length::inches(6),
///     taper: Length::ZERO,
///     way: Default::default(),
/// };
/// let brief = Brief::new(Length::inches(3), Length::inches(5), Length::inches(2));
/// let fitted = guide.fitted(&brief, Build::Wrap, Length::eighths(28));
/// let feeds = feeds(&fitted, &divide(&Net::of(&fitted)));
/// // Front, gusset, back, gusset, tab.
/// assert_eq!(feeds[0].moves.len(), 5);
/// assert_eq!(feeds[0].moves[1].set, Set::AtGusset);
/// assert_eq!(feeds[0].moves[4].set, Set::Left(fitted.tab));
/// ```
pub fn feeds(brief: &Brief, pieces: &[Piece]) -> Vec<Feed> {
    let Some(guide) = brief.guide.as_ref().filter(|guide| guide.misfits(brief).is_empty()) else {
        return Vec::new();
    };
    let face_up = match brief.score_face {
        ScoreFace::OutsideOfFold => PaperFace::Outside,
        ScoreFace::InsideThroughout => PaperFace::Inside,
    };
    let cut = pieces.iter().enumerate().filter(|(_, piece)| !piece.from_scrap);
    cut.map(|(index, piece)| feed(guide, index, piece, face_up)).collect()
}

fn feed(guide: &Guide, index: usize, piece: &Piece, face_up: PaperFace) -> Feed {
    // From the free edge of the first face: seen from the inside, what lies on the right comes first.
    let from_right = guide.way.left_handed;
    let from_free = |x: Length| match (face_up, from_right) {
        (PaperFace::Outside, false) | (PaperFace::Inside, true) => x,
        (PaperFace::Inside, false) | (PaperFace::Outside, true) => piece.width - x,
    };
    let mut columns: Vec<(Panel, Span)> = piece
        .blank
        .columns
        .iter()
        .map(|column| {
            let (a, b) = (from_free(column.x.from), from_free(column.x.to));
            (column.panel, Span::new(a.min(b), a.max(b)))
        })
        .collect();
    columns.sort_by_key(|(_, across)| across.from);
    let base_reach = guide.widest().max(guide.gusset);
    let moves = columns.iter().map(|&(panel, across)| {
        let width = across.length();
        let base = panel != Panel::Tab && !guide.way.base_on_board;
        let set = match panel {
            _ if panel.is_gusset() => Set::AtGusset,
            Panel::Tab => Set::Left(width),
            _ if guide.widths.contains(&width) => Set::AtWidth(width),
            _ => Set::Ticked(width),
        };
        Move {
            panel,
            set,
            across,
            scores: across.to < piece.width,
            base,
            base_on: (base && width > base_reach).then_some(base_reach),
        }
    });
    let moves = moves.collect();
    let all = piece.blank.creases.iter().enumerate();
    let of_guide = |role| match role {
        CreaseRole::Corner | CreaseRole::TabLine => true,
        CreaseRole::BaseLine => !guide.way.base_on_board,
        _ => false,
    };
    let creases: Vec<usize> =
        all.filter(|(_, crease)| of_guide(crease.role)).map(|(index, _)| index).collect();
    let upright =
        creases.iter().map(|crease| &piece.blank.creases[*crease]).filter(|crease| crease.is_vertical());
    let highest = upright.map(|crease| crease.to.y).max().unwrap_or_default();
    let carry_on = (highest > guide.reach).then_some(guide.reach);
    Feed { piece: index, face_up, from_right, moves, carry_on, creases }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::Build;
    use crate::{Net, pieces::divide};
    use rstest::rstest;

    fn fed(base_on_board: bool) -> Vec<Feed> {
        let guide = Guide {
            name: "Small guide".to_owned(),
            gusset: Length::inches(2),
            flap: Length::eighths(10),
            widths: vec![Length::eighths(28)],
            reach: Length::inches(6),
            taper: Length::ZERO,
            way: wide_fold_asked::GuideWay { base_on_board, ..Default::default() },
        };
        let brief = Brief::new(Length::inches(3), Length::inches(5), Length::inches(2));
        let fitted = guide.fitted(&brief, Build::Wrap, Length::eighths(28));
        feeds(&fitted, &divide(&Net::of(&fitted)))
    }

    #[rstest]
    fn base_lines_are_scored_in_the_guide_or_on_the_board(#[values(true, false)] on_board: bool) {
        let moves = fed(on_board).into_iter().flat_map(|feed| feed.moves);
        for step in moves {
            // Below a tab there is no flap.
            assert_eq!(step.base, !on_board && step.panel != Panel::Tab, "{step:?}");
        }
    }
}
