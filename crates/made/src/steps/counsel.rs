//! Of every step: why it comes now, what to check before going on, what usually goes wrong, and what helps then.
//!
//! All of it is common practice (handbook §4–§6) unless a line says otherwise.

use super::Job;
use crate::Brief;
use crate::brief::{ClosureKind, HandleKind};
use crate::figures::Figures;
use crate::fittings::Fitted;
use crate::passes::Pass;
use crate::pieces::Piece;
use crate::text::{list, sentence};

/// What someone who has made many would say beside a step. Whole sentences.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct Counsel {
    /// Why it comes at this place in the work.
    pub why: String,
    /// What to look at or measure before going on.
    pub check: String,
    /// What usually goes wrong.
    pub wrong: String,
    /// What helps then.
    pub rescue: String,
}

pub(super) fn counsel(why: &str, check: impl Into<String>, wrong: &str, rescue: &str) -> Counsel {
    Counsel { why: why.to_owned(), check: check.into(), wrong: wrong.to_owned(), rescue: rescue.to_owned() }
}

/// What is said beside a step.
pub(super) fn of(
    job: Job,
    brief: &Brief,
    fitted: &Fitted,
    pieces: &[Piece],
    pass: Option<(bool, &Pass)>,
    figures: Figures,
) -> Counsel {
    match job {
        Job::Trim => trim(pieces, figures),
        // What is done in a guide has been told its own.
        Job::Guide | Job::Score => score(pass, figures),
        Job::Fold => counsel(
            "Lines bend most easily while the piece lies flat, and a fold that is sharp now falls into place at the seam.",
            "Every fold runs along its score from end to end, and springs back a little, the right way.",
            "The paper cracks along a fold.",
            "Rub pencil or ink of its colour along the crack. Fold the next piece more slowly, or score its other face: some papers crack only one way.",
        ),
        Job::Cut => counsel(
            "After the folds are made: a slit then ends at a line that can be felt.",
            if brief.build.has_base() {
                "Bend a base flap in: no cut runs past the base line into the body."
            } else {
                "No cut runs past the fold it leads to."
            },
            "A slit is cut too far.",
            "Glue a slip of paper behind the end of the slit, on the inside, before the seam is closed.",
        ),
        Job::Join => counsel(
            "While everything lies flat: what goes on a face, behind it or through it comes once it is whole.",
            "Both parts lie in one plane, and the base line runs on without a step.",
            "The parts are joined askew.",
            "Part them while the glue is wet, and lay the base lines in one line again. Once it has set, a band hides the step.",
        ),
        Job::StripEnds => counsel(
            "The hem is turned over the top of each strip, so the strip has to be there first.",
            "Half of every strip stands free beyond the edge, alike from top to bottom.",
            "A strip sits askew.",
            "Lift it while the glue is wet and lay its middle line along the edge again.",
        ),
        Job::Hem => hem(brief, figures),
        Job::Backing => counsel(
            "Behind the holes before they are made: then the punch goes through both at once.",
            "The strip is no wider than the face and does not reach over a fold.",
            "It lies over a corner line and will not bend there.",
            "Trim it back to the fold before the glue has set.",
        ),
        Job::Pocket => counsel(
            "The inside of a closed bag is hard to reach.",
            "Its top is open: slide a finger in.",
            "It is glued shut by what was squeezed out.",
            "Open it with a knife’s back while the glue is wet.",
        ),
        Job::Mats => counsel(
            "Flat, a mat can be pressed down to its edges.",
            "The margin is alike on all four sides, and no mat lies over a fold.",
            "It goes down crooked.",
            "Slide it while the glue is wet. If it has set, a band or a second mat over it hides the margin.",
        ),
        Job::Holes => holes(fitted, figures),
        Job::StrapFirst => counsel(
            "The end is hidden by the hem, and the hem can only be glued over it while it is flat.",
            "Pull at it: it holds, and it lies square to the top edge.",
            "The slot is too short for the strap.",
            "Lengthen it at both ends alike; what shows is covered by the strap.",
        ),
        Job::LongRibbon => counsel(
            "Flat, both ribbons can be laid at the same distance from the edges.",
            "Lay front on back: the ribbons lie over each other.",
            "They end up at different places on front and back.",
            "Loosen the worse one while its glue is soft, and lay it anew from the base line up.",
        ),
        Job::Flare => counsel(
            "Pleats have to be sharp before the sheet is folded over them.",
            "The two hems end at the same height.",
            "The sides do not end level at the top.",
            "Open the seam while it is wet, match the bottom fold and let the hems differ: they can be trimmed.",
        ),
        Job::Seam => seam(),
        Job::Base => counsel(
            "With the tube closed, the flaps find their places by themselves.",
            "Stand it up: it does not rock, and its four corners are square.",
            "A flap sticks out past the edge, or a corner gapes.",
            "Trim what sticks out by a hair before the next flap goes over it. A small gap at a corner closes with a dot of glue from inside; the insert covers it.",
        ),
        Job::SquashBase => counsel(
            "It takes a closed tube to squash its ends.",
            sentence(&format!(
                "the two flaps lap in the middle by the same amount from side to side, and the base measures {} deep.",
                figures.say(brief.finished.gusset)
            )),
            "The squashed ends are not alike, and the base comes out slanted.",
            "Open the flaps again before anything is glued, and push each end in until its triangle reaches the corner lines.",
        ),
        Job::FoldFlat => counsel(
            "Before anything is put in: a bag that is kept flat takes no room.",
            "Held to the light, no corner is caught in another fold.",
            "The paper creases beside the line.",
            "Open it, burnish the false crease flat from inside, and start the fold from the middle of the back.",
        ),
        Job::Insert => counsel(
            "It spreads the weight, and it holds the base square from now on.",
            "It lies flat, with a hair of room all round.",
            "It bows up because it is too tight.",
            "Trim a hair off one long and one short side.",
        ),
        Job::Band => counsel(
            "Round the standing bag, so that it follows its corners.",
            "It runs at the same height all round.",
            "It is tight at a corner and pulls the face hollow.",
            "Open its lap and let it out a little.",
        ),
        Job::Handles => handles(fitted, figures),
        Job::Flap => counsel(
            "When everything else is dry: the flap closes over the finished mouth.",
            "It lies down by itself, and level with the edge below.",
            "It springs up again.",
            "Burnish its fold once more over a ruler, from the inside.",
        ),
        Job::Close => close(brief),
        Job::Fill => counsel(
            "A paper bag has no rating: what it carries is found out, not worked out.",
            "Lift it once by its handles with the real thing in it, low over something soft.",
            "A handle or the base gives.",
            "Double the insert, put a strip behind the holes, or carry it from below.",
        ),
    }
}

fn trim(pieces: &[Piece], figures: Figures) -> Counsel {
    let mut sizes: Vec<String> = Vec::new();
    for piece in pieces.iter().filter(|piece| !piece.from_scrap) {
        let size = figures.by(piece.width, piece.height);
        if !sizes.contains(&size) {
            sizes.push(size);
        }
    }
    let which = if sizes.len() == 1 { "It measures" } else { "They measure" };
    counsel(
        "Every line is measured from these edges: what is not square now is not square in the end.",
        format!("{which} {}, at both ends; and corner to corner it is the same both ways.", list(&sizes)),
        "The paper slips under the blade, and the piece comes out slanted.",
        "If there is paper left, trim the slanted edge true and begin again from it. A piece that has become too small is no use for this bag: keep it for tags and inserts.",
    )
}

fn score(pass: Option<(bool, &Pass)>, figures: Figures) -> Counsel {
    let first = pass.is_none_or(|(first, _)| first);
    let pass = pass.map(|(_, pass)| pass);
    let lines = pass.map_or(0, |pass| pass.lines.len() + pass.slants.len());
    let check = match pass {
        Some(pass) if lines > 1 && pass.slants.is_empty() => {
            let at: Vec<_> = pass.lines.iter().map(|line| line.at).collect();
            let apart: Vec<String> = at
                .windows(2)
                .map(|pair| pair[1] - pair[0])
                .filter(|gap| gap.is_positive())
                .map(|gap| figures.say(gap))
                .collect();
            match apart.as_slice() {
                [] => format!("{lines} lines can be felt with a finger."),
                apart => format!(
                    "{lines} lines can be felt with a finger, {} apart, one after the other.",
                    list(apart)
                ),
            }
        }
        Some(_) if lines == 1 => "The line can be felt with a finger over its whole length.".to_owned(),
        _ => format!("{lines} lines can be felt with a finger, each from mark to mark."),
    };
    let beside = "Burnish it flat from its other side and score beside it.";
    if !first {
        return counsel(
            "It comes after the setting before because so the piece is moved least.",
            check,
            "After turning, the wrong edge lies at the stop, and the line lands elsewhere.",
            beside,
        );
    }
    counsel(
        "While the sheet is whole: lines meet and run straight only as long as nothing is cut or folded.",
        check,
        "It is scored top for bottom, or from the wrong end. That ruins more sheets than anything else: look at the arrow before the first line.",
        &format!(
            "A single line in the wrong place: {} If all of them run the wrong way round and the paper has no up, turn the piece and go on.",
            beside.to_lowercase()
        ),
    )
}

fn hem(brief: &Brief, figures: Figures) -> Counsel {
    let depth = figures.say(brief.top.depth());
    let side = if brief.top.is_turned_out() { "outside" } else { "inside" };
    counsel(
        "Once the seam is closed, a hem can no longer be turned in one go.",
        format!("It is {depth} deep at both ends and in the middle, and lies flat on the {side}."),
        "The tape is on the wrong face, or lies across a fold and wrinkles.",
        "Lift it at once, slowly, along the fold. Where it has wrinkled, cut that length out between two folds and lay a new one.",
    )
}

fn holes(fitted: &Fitted, figures: Figures) -> Counsel {
    let check = match fitted.handle_that(HandleKind::is_punched_in_faces) {
        Some(handle) => format!(
            "Lay front on back, top edges together: the holes meet, {} below the top.",
            figures.say(handle.down)
        ),
        None if fitted.handle_that(HandleKind::is_on_gussets).is_some() => {
            "Lay gusset on gusset, top edges together: the holes meet.".to_owned()
        }
        None => "Lay front on back, top edges together: the holes meet.".to_owned(),
    };
    let wrong = if fitted.handle_that(HandleKind::is_on_gussets).is_some() {
        "The holes of the two gussets do not meet."
    } else {
        "The holes of front and back do not meet."
    };
    counsel(
        "A hand punch reaches only so far, and only through paper that lies flat.",
        check,
        wrong,
        "Glue a slip behind the worse one and punch it again through the template; an eyelet covers what is left of the first.",
    )
}

fn seam() -> Counsel {
    counsel(
        "After everything that is easier flat: from here on the inside is hard to reach.",
        "The base line runs on without a step where the paper meets, and the edge lies along its line from there to the top.",
        "Glue or tape is on the face that shows.",
        "Wet glue: wipe it off and begin again. Tape: leave it where it is, cover it with paper, and lay a new one on the face that will be hidden.",
    )
}

fn handles(fitted: &Fitted, figures: Figures) -> Counsel {
    let check = match fitted.handle {
        Some(handle) if handle.kind.is_on_gussets() && handle.drop.is_positive() => {
            format!("It hangs level, {} above the top: lift the bag by it.", figures.say(handle.drop))
        }
        Some(handle) if handle.drop.is_positive() => {
            format!("Both stand {} above the top: hold a ruler across.", figures.say(handle.drop))
        }
        _ => "Both stand equally high: hold a ruler across.".to_owned(),
    };
    let (wrong, rescue) = match fitted.handle.map(|handle| handle.kind) {
        Some(HandleKind::HoledRibbon | HandleKind::GussetRibbon) => (
            "A knot slips through its hole.",
            "Knot once more over the first, or thread a slip of card before it.",
        ),
        Some(HandleKind::Tube | HandleKind::Hangers) => (
            "One stands higher than the other.",
            "Slide it while the glue is wet, and hold it with a clip until it has set.",
        ),
        Some(
            HandleKind::None
            | HandleKind::GluedRibbon
            | HandleKind::LongRibbon
            | HandleKind::Strap
            | HandleKind::HandHole,
        )
        | None => (
            "One stands higher than the other.",
            "Loosen one end while it can still be moved, and draw it level.",
        ),
    };
    counsel("On the standing bag, where it can be seen whether they are level.", check, wrong, rescue)
}

fn close(brief: &Brief) -> Counsel {
    let (check, wrong, rescue) = match brief.fittings.closure.kind {
        ClosureKind::Magnets => (
            "They pull towards each other, and the mouth opens again with one hand.",
            "Two of them push each other away.",
            "Turn one over before it is covered.",
        ),
        ClosureKind::Clip => (
            "It stays shut when the bag is tipped.",
            "The clip slides off.",
            "Fold the top over once more under it.",
        ),
        ClosureKind::Tuck => (
            "It stays shut when the bag is tipped, and opens without tearing.",
            "The tuck springs out of the mouth.",
            "Burnish its turn once more, and trim a hair off both its ends.",
        ),
        ClosureKind::None | ClosureKind::Bow | ClosureKind::RibbonThrough | ClosureKind::RibbonRound => (
            "It stays shut when the bag is tipped, and opens without tearing.",
            "The bow slips and the mouth gapes.",
            "Knot twice under the bow: then a bow that slips spills nothing.",
        ),
    };
    counsel("Last of all: from here on nothing more is put in.", check, wrong, rescue)
}
