//! Do the repeats of an edge fill it from corner to corner?

use super::{About, Candidate, Finding, Level, finding};
use crate::Brief;
use crate::Length;
use crate::brief::{Edge, EdgeBy, EdgeLine};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::net::{Panel, Zone};

/// The shortest repeat that is offered: a punch of ¼ (our choice).
const SHORTEST: Length = Length::eighths(2);

/// What a punch leaves straight at the corners of a panel, and panels narrower than one of its repeats.
pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let Some(edge) = brief.shaped_edge() else { return Vec::new() };
    let (EdgeBy::Punched, Some((one, many))) = (edge.by, edge.line.nature().repeats) else {
        return Vec::new();
    };
    let figures = Figures::of(brief);
    let repeat = brief.edge_repeat();
    let curves = edge.line.nature().curves.len().max(1);
    let mut said = Vec::new();
    for (panel, long, own) in panels(draft) {
        let count = own / curves;
        let left = long - repeat * i64::try_from(count).unwrap_or(0);
        if !left.is_positive() {
            continue;
        }
        let name = panel.name();
        let sentence = if count == 0 {
            format!(
                "The {name} has {} for a {one} of {}, and stays straight.",
                figures.say(long),
                figures.say(repeat)
            )
        } else {
            format!(
                "On the {name} {count} {} of {} take {} of {}: {} stays straight at either corner.",
                if count == 1 { one } else { many },
                figures.say(repeat),
                figures.say(repeat * i64::try_from(count).unwrap_or(0)),
                figures.say(long),
                figures.say(left.half())
            )
        };
        if !said.contains(&sentence) {
            said.push(sentence);
        }
    }
    if said.is_empty() {
        return Vec::new();
    }
    vec![finding(
        About::Hem,
        "edge.left-straight",
        Level::Notes,
        format!("Whole {many} do not reach from corner to corner"),
        said.join(" "),
        mends,
    )]
}

/// Every panel with a free edge, how long that is, and the curves it is cut to: none where it is too narrow for one.
fn panels(draft: &Draft) -> Vec<(Panel, Length, usize)> {
    let brief = &draft.brief;
    let flap = brief.top.flap().map(|flap| flap.on);
    let mut all = Vec::new();
    for blank in
        draft.net.blanks.iter().filter(|blank| blank.row(Zone::Hem).or(blank.row(Zone::Flap)).is_some())
    {
        for column in blank.columns.iter().filter(|column| !column.panel.is_join()) {
            let own = blank.shaped.iter().find(|shaped| column.x.touches(shaped.x.middle()));
            let (long, curves) =
                own.map_or((column.x.length(), 0), |shaped| (shaped.x.length(), shaped.curves.len()));
            if flap.is_none_or(|on| column.panel.face() == Some(on)) {
                all.push((column.panel, long, curves));
            }
        }
    }
    all
}

fn mends(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let with = |edge: Edge| Brief { edge, ..brief.clone() };
    let own = brief.edge;
    // The longest repeat no longer than this one of which a whole number fills every panel.
    let wide: Vec<Length> = panels(draft).into_iter().map(|(_, long, _)| long).collect();
    let step = if brief.is_metric() { Length::MM } else { Length::sixty_fourths(4) };
    let fills = (1..=(brief.edge_repeat().units() / step.units()).min(256))
        .map(|n| step * n)
        .rev()
        .filter(|repeat| *repeat >= SHORTEST)
        .find(|repeat| wide.iter().all(|wide| wide.is_on(*repeat)));
    let mut ways = vec![vec![Candidate::new(
        "Draw them instead",
        "A whole number of them is stretched to fill every panel.",
        with(Edge { by: EdgeBy::Drawn, ..own }),
    )]];
    ways.extend(fills.map(|repeat| {
        let title = format!("A punch of {}", Figures::of(brief).say(repeat));
        vec![Candidate::new(
            title,
            "A whole number of them fills every panel.",
            with(Edge { repeat: Some(repeat), ..own }),
        )]
    }));
    ways.push(vec![Candidate::new(
        "Leave the edge straight",
        "Nothing is punched.",
        with(Edge { line: EdgeLine::Straight, ..own }),
    )]);
    ways
}
