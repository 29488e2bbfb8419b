//! Does what goes into the bag still fit it?

use super::{About, Candidate, Finding, Level, finding};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::fit::{headroom, sized};
use crate::gift::{Block, Gift};
use crate::text::list;
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let Some(gift) = brief.gift.as_ref().filter(|_| brief.build.has_gussets()) else { return Vec::new() };
    let inside =
        Block { width: brief.finished.width, depth: brief.finished.gusset, height: brief.finished.height };
    let (block, wants) = (gift.block(), gift.wants(headroom(brief)));
    let figures = Figures::of(brief);
    let short = short_of(block, inside, figures);
    if !short.is_empty() {
        let title = "What goes into it no longer fits".to_owned();
        let why = format!("As it lies it takes {}: {}.", say(block, figures), list(&short));
        return vec![finding(About::Gift, "gift.too-large", Level::Warns, title, why, mends)];
    }
    let mouth = mouth(brief);
    if block.width > mouth.width || block.depth > mouth.depth {
        let title = "What goes into it does not pass the mouth".to_owned();
        let why = format!(
            "It takes {} and the mouth, past the hem on all four sides, is {} open.",
            figures.by(block.width, block.depth),
            figures.by(mouth.width, mouth.depth)
        );
        return vec![finding(About::Gift, "gift.mouth", Level::Warns, title, why, mends)];
    }
    let tight = short_of(wants, inside, figures);
    if tight.is_empty() {
        return Vec::new();
    }
    let title = "What goes into it has little room".to_owned();
    let why = format!(
        "With {} of room on every side and {} above it, it asks for {}: {}.",
        figures.say(gift.side_room()),
        figures.say(wants.height - block.height),
        say(wants, figures),
        list(&tight)
    );
    vec![finding(About::Gift, "gift.tight", Level::Notes, title, why, mends)]
}

/// The opening at the top: a hem turned in takes two layers of paper on every side. Ribbons and their knots give way, and whatever else
/// a handle is stands outside.
pub(crate) fn mouth(brief: &Brief) -> Block {
    let hem = if brief.top.is_turned_in() { brief.sheet.thickness().caliper * 4 } else { Length::ZERO };
    Block {
        width: brief.finished.width - hem,
        depth: brief.finished.gusset - hem,
        height: brief.finished.height,
    }
}

fn say(block: Block, figures: Figures) -> String {
    format!("{} × {}", figures.say(block.width), figures.by(block.height, block.depth))
}

/// What a space lacks, measure by measure.
fn short_of(block: Block, space: Block, figures: Figures) -> Vec<String> {
    let lacks = |what: &str, own: Length, has: Length| {
        (own > has).then(|| format!("the {what} is {} short", figures.say(own - has)))
    };
    let all = [
        lacks("width", block.width, space.width),
        lacks("height", block.height, space.height),
        lacks("gusset", block.depth, space.depth),
    ];
    all.into_iter().flatten().collect()
}

/// The bag as large as it has to be, only where it is too small; the gift the other way round; and the bag without it.
fn mends(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let Some(gift) = &brief.gift else { return Vec::new() };
    let figures = Figures::of(brief);
    let grown = |gift: &Gift| {
        let (wanted, mut made) = (sized(brief, gift), brief.clone());
        let size = &mut made.finished;
        size.width = size.width.max(wanted.width);
        size.height = size.height.max(wanted.height);
        size.gusset = size.gusset.max(wanted.gusset);
        made.gift = Some(gift.clone());
        made
    };
    let made = grown(gift);
    let larger = Candidate::new(figures.size(&made), "It has all the room it asks for.", made);
    let round = Gift { turned: !gift.turned, ..gift.clone() };
    let turned = Brief { gift: Some(round), ..brief.clone() };
    let round = Candidate::new("Lay it the other way round", "Its depth then lies along the width.", turned);
    let without = Brief { gift: None, ..brief.clone() };
    vec![
        vec![larger],
        vec![round],
        vec![Candidate::new("Leave it out", "The bag is for something else.", without)],
    ]
}
