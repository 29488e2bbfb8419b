//! How hem and flap are cut at their free edges, in words.

use crate::Brief;
use crate::brief::EdgeBy;
use crate::figures::Figures;
use crate::net::{Blank, CutRole, Panel, Shaped};
use crate::text::list;
use crate::{Length, net::Cut};

/// The slits of a hem at the corners of the bag, and how far its ends are slanted; nothing if it is not slit there.
pub(super) fn slit(blank: &Blank, figures: Figures) -> Option<String> {
    let own = |role| blank.cuts.iter().filter(move |cut| cut.role == role);
    let mut at: Vec<Length> = own(CutRole::HemSlit).map(|cut| cut.to.x).collect();
    at.dedup();
    let slant = |cut: &Cut| (cut.from.x - cut.to.x).abs();
    let on = |is_gusset: bool| {
        let ends = own(CutRole::HemSlit).chain(own(CutRole::HemCorner));
        let of = move |cut: &&Cut| {
            let beside = (cut.from.x + cut.to.x).half();
            let panel =
                blank.columns.iter().find(|column| column.x.touches(beside)).map(|column| column.panel);
            panel.is_some_and(|panel| panel.is_gusset() == is_gusset)
        };
        ends.filter(of).map(slant).max()
    };
    let by = match (on(false), on(true)) {
        (Some(face), Some(gusset)) if face != gusset => {
            format!("{} in on a face and {} on a gusset", figures.say(face), figures.say(gusset))
        }
        (face, gusset) => format!("{} in", figures.say(face.or(gusset)?)),
    };
    at.first()?;
    let at: Vec<String> = at.into_iter().map(|x| figures.say(x)).collect();
    Some(format!(
        "From the top edge, slit the hem at the corner {} at {} down to its score and no further. Slant the ends of every panel’s hem: {by} at the top edge, dying to nothing at the score.",
        if at.len() == 1 { "score" } else { "scores" },
        list(&at)
    ))
}

/// The curves of its free edges; nothing if they are straight.
pub(super) fn curves(brief: &Brief, blank: &Blank, figures: Figures) -> Option<String> {
    let edge = brief.shaped_edge()?;
    let first = blank.shaped.first()?;
    let deep = (first.y - first.level) * i64::try_from(edge.line.nature().curves.len()).unwrap_or(1);
    let what = if brief.top.flap().is_some() { "closing flap" } else { "hem" };
    let Some((one, many)) = edge.line.nature().repeats else {
        return Some(format!(
            "Round the edge of the {what}: one curve from corner to corner of every panel, {} higher in its middle than at its ends.",
            figures.say(deep)
        ));
    };
    let curves = edge.line.nature().curves.len().max(1);
    let panel = |shaped: &Shaped| {
        let name = blank.columns.iter().find(|column| column.x.touches(shaped.x.middle()))?.panel;
        let count = shaped.curves.len() / curves;
        let (from, to) = (shaped.curves.first()?.x.from, shaped.curves.last()?.x.to);
        Some((name, count, to - from, from - shaped.x.from))
    };
    let mut lots: Vec<(Vec<Panel>, usize, Length, Length)> = Vec::new();
    for (name, count, long, left) in blank.shaped.iter().filter_map(panel) {
        match lots.iter_mut().find(|lot| (lot.1, lot.2, lot.3) == (count, long, left)) {
            Some(lot) => lot.0.push(name),
            None => lots.push((vec![name], count, long, left)),
        }
    }
    let says = |(names, count, long, left): &(Vec<Panel>, usize, Length, Length)| {
        let names: Vec<String> = names.iter().map(|name| format!("the {}", name.name())).collect();
        let each = Length::from_units(long.units() / i64::try_from(*count).unwrap_or(1).max(1));
        let rest = if left.is_positive() {
            format!(", {} left straight at either end", figures.say(*left))
        } else {
            String::new()
        };
        format!(
            "{count} {} of {} on {}{rest}",
            if *count == 1 { one } else { many },
            figures.say(each),
            list(&names)
        )
    };
    let told: Vec<String> = lots.iter().map(says).collect();
    let by = match edge.by {
        EdgeBy::Drawn => "Draw",
        EdgeBy::Punched => "Punch",
    };
    Some(format!(
        "{by} the edge of the {what}, {} deep: {}.{}",
        figures.say(deep),
        told.join("; "),
        if edge.by == EdgeBy::Drawn {
            " Then cut along it."
        } else {
            " Begin in the middle of each panel, so that what is left is alike at both ends, and trim that level with the valleys."
        }
    ))
}
