//! Holes, strips, handles, closure and decoration: when each comes in the order of the work.

use super::{KNIFE, Stage, Step, step};
use crate::brief::{BackingKind, ClosureKind, GussetCrease, HandleKind, Knot, Top};
use crate::fittings::{FittedHandle, closure, decoration, handle, load, parts, strip};
use crate::wording::{Figures, list};
use crate::{Brief, Length};

const HOT_GLUE: &str = "Hot glue burns: keep fingers off the nozzle and the glue, and let it set before you touch it. A dot of liquid glue does it too.";
const CORDS: &str = "Ribbons and cords can strangle: keep them short where infants are about. Where goods are sold, local rules decide.";
const MAGNETS: &str = "Small magnets are dangerous if swallowed: not for small children. Cover them with paper so that they cannot come off; local rules decide where goods are sold.";
const SOLVENT: &str = "Wipe glue off while it is wet. Solvent for dried adhesive is flammable: air the room, no flame, and try it on a scrap.";
const FOOD: &str = "Food only in its own wrapping, and keep its allergen label with it. Where goods are sold, local rules on toys, food and labelling decide.";

fn cautioned(caution: &'static str, step: Step) -> Step {
    Step { caution: Some(caution), ..step }
}

/// What goes in before a hem is turned over it.
pub(super) fn under_hem(brief: &Brief, figures: Figures) -> Option<Step> {
    let under = matches!(brief.top, Top::HemIn { .. });
    under.then(|| backing(brief, figures)).flatten()
}

/// What is done while the pieces are flat, the hem turned.
pub(super) fn while_flat(brief: &Brief, figures: Figures) -> Vec<Step> {
    let mut steps = Vec::new();
    if !matches!(brief.top, Top::HemIn { .. }) {
        steps.extend(backing(brief, figures));
    }
    steps.extend(holes(brief, figures));
    if let Some(handle) = handle(brief) {
        match handle.kind {
            HandleKind::Strap => steps.push(cautioned(KNIFE, strap_first(&handle, figures))),
            HandleKind::LongRibbon => steps.push(cautioned(HOT_GLUE, long_ribbon(brief, &handle, figures))),
            _ => {}
        }
    }
    steps.extend(mats(brief, figures));
    steps.extend(decoration::pocket(brief).map(|pocket| {
        let says = vec![format!(
            "Glue both sides and the bottom of the pocket, {}, inside the front, {} above the base line and centred; its top stays open.",
            figures.by(pocket.width, pocket.height),
            figures.say(pocket.rise)
        )];
        step(Stage::Glue, "Card pocket inside the front", says)
    }));
    steps
}

fn backing(brief: &Brief, figures: Figures) -> Option<Step> {
    let own = strip(brief)?;
    let handle = handle(brief)?;
    let size = figures.by(own.length, own.depth);
    let flush = if matches!(brief.top, Top::HemIn { .. }) {
        "in the fold of the hem, before it is glued down"
    } else {
        "flush with the top"
    };
    let says = if handle.kind == HandleKind::GluedRibbon {
        vec![
            format!(
                "Inside either face lay both ends of a ribbon {} below the top, their middles {} either side of the centre, and glue them.",
                figures.say(handle.down),
                figures.say(handle.from_centre)
            ),
            format!("Glue a strip of card, {size}, over them, centred, {flush}."),
        ]
    } else {
        vec![format!(
            "Behind either face glue a strip of card, {size}, centred, {flush}. Keep the glue away from the holes."
        )]
    };
    let title =
        if handle.kind == HandleKind::GluedRibbon { "Ribbon and strip" } else { "Strip behind the holes" };
    Some(step(Stage::Glue, title, says))
}

/// True if a hole that far from the centre line has a gusset behind it when the gussets are folded in.
fn in_gussets(brief: &Brief, from_centre: Length) -> bool {
    let reach = from_centre + brief.fittings.punch.hole.half();
    brief.gusset_crease != GussetCrease::None
        && reach > brief.finished.width.half() - brief.finished.gusset.half()
}

/// Layers that a hole in a face goes through: paper, hem, strip.
pub fn layers(brief: &Brief, handle: &FittedHandle) -> usize {
    let hem = usize::from(brief.top.hem() > handle.down - brief.fittings.punch.hole.half());
    let strip = usize::from(strip(brief).is_some_and(|strip| strip.depth > handle.down));
    let mat = usize::from(brief.fittings.decoration.faces);
    1 + hem + strip + mat
}

fn holes(brief: &Brief, figures: Figures) -> Option<Step> {
    let own = handle(brief);
    let mut says = Vec::new();
    let mut caution = None;
    if let Some(handle) = own.filter(|handle| handle.kind == HandleKind::HoledRibbon) {
        says.push(format!(
            "Mark both faces with one template, or punch them together: {} below the top, {} either side of the centre, which is {} from the side edges.",
            figures.say(handle.down),
            figures.say(handle.from_centre),
            figures.say(handle.from_edge(brief))
        ));
        let count = layers(brief, &handle);
        says.push(format!(
            "Punch {} wide from the bag’s side, through {}.",
            figures.say(brief.fittings.punch.hole),
            if count == 1 { "one layer".to_owned() } else { format!("{count} layers") }
        ));
        if in_gussets(brief, handle.from_centre) {
            let clear =
                brief.finished.width.half() - brief.finished.gusset.half() - brief.fittings.punch.hole;
            says.push(format!(
                "Punch while the gussets are folded out: folded in they lie behind the holes, which would go through them too ({} from the centre at most would be clear).",
                figures.say(clear.max(Length::ZERO))
            ));
        }
        if brief.fittings.backing.kind == BackingKind::Eyelets {
            says.push("Set an eyelet in every hole, its good side out.".to_owned());
        }
    }
    if let Some(handle) = own.filter(|handle| handle.kind == HandleKind::HandHole) {
        says.push(format!(
            "Through both faces at once, one on the other, cut an opening of {} with round ends, {} below the top and centred.",
            figures.by(handle.width, handle.opening),
            figures.say(handle.down)
        ));
        caution = Some(KNIFE);
    }
    if brief.fittings.closure.kind == ClosureKind::RibbonThrough {
        let down = closure::down(brief);
        let hem = usize::from(brief.top.hem() > down);
        let gussets = if in_gussets(brief, Length::ZERO) { 4 } else { 0 };
        let layers = 2 * (1 + hem) + usize::from(matches!(brief.top, Top::Flap { .. })) + gussets;
        let through = format!("The ribbon then goes through {layers} layers.");
        says.push(match brief.top {
            Top::Flap { depth, .. } => format!(
                "For the closing, one hole on the centre line of the flap, {} from its edge, and one in each face {} below the top.",
                figures.say(down),
                figures.say(depth - down)
            ),
            _ => format!("For the closing, one hole on the centre line of each face, {} below the top.", figures.say(down)),
        });
        says.push(through);
    }
    if says.is_empty() {
        return None;
    }
    let made = step(Stage::Glue, "Holes, while it is flat", says);
    Some(Step { caution, ..made })
}

fn strap_first(handle: &FittedHandle, figures: Figures) -> Step {
    let says = vec![
        format!(
            "On the hem fold of either face cut a slot of {}, centred, for a strap of {}.",
            figures.say(handle.opening),
            figures.say(handle.width)
        ),
        format!(
            "Put one end of the strap, {} long, through the slot of the front and glue {} of it under the hem. The other end waits until the seams are closed.",
            figures.say(handle.length),
            figures.say(handle.down)
        ),
    ];
    step(Stage::Glue, "Slots, and the first end of the strap", says)
}

fn long_ribbon(brief: &Brief, handle: &FittedHandle, figures: Figures) -> Step {
    let says = vec![
        format!(
            "On either face glue a ribbon of {} from the base line up, its middle {} from the side edge, over as the handle and down the other side.",
            figures.say(handle.length),
            figures.say(handle.from_edge(brief))
        ),
        format!(
            "It stands {} above the top. A spot of glue at the lip on each side holds it there.",
            figures.say(handle.drop)
        ),
    ];
    step(Stage::Glue, "Long ribbon up the faces", says)
}

fn mats(brief: &Brief, figures: Figures) -> Option<Step> {
    let mats = decoration::mats(brief);
    if mats.is_empty() {
        return None;
    }
    let all: Vec<String> = mats
        .iter()
        .map(|mat| {
            let on = match mat.on {
                decoration::MatOn::Faces => "either face",
                decoration::MatOn::Gussets => "either gusset",
                decoration::MatOn::Flap => "the closing flap",
            };
            format!("{} on {on}", figures.by(mat.width, mat.height))
        })
        .collect();
    let says = vec![format!(
        "Glue the mats: {}. Leave {} free all round.",
        list(&all),
        figures.say(decoration::margin(brief))
    )];
    Some(cautioned(SOLVENT, step(Stage::Glue, "Mats, while it is flat", says)))
}

/// What is done when the bag stands.
pub(super) fn standing(brief: &Brief, figures: Figures) -> Vec<Step> {
    let mut steps = Vec::new();
    steps.extend(decoration::band(brief).map(|band| {
        let says = vec![match band.rise {
            None => format!("Glue the band, {} wide and {} long, down the middle of the front, over the join.", figures.say(band.width), figures.say(band.length)),
            Some(rise) => format!(
                "Lay the band, {} wide and {} long, round the bag, its lower edge {} above the base{}; its ends lap at the back.",
                figures.say(band.width),
                figures.say(band.length),
                figures.say(rise),
                if band.hides_join { ", over the join" } else { "" }
            ),
        }];
        step(Stage::Glue, "Band", says)
    }));
    if let Some(handle) = handle(brief) {
        steps.extend(carried_by(brief, &handle, figures));
    }
    steps
}

fn carried_by(brief: &Brief, handle: &FittedHandle, figures: Figures) -> Option<Step> {
    let stands = format!("It stands {} above the top; make the other one alike.", figures.say(handle.drop));
    let knot = if brief.fittings.handle.knot == Knot::Triple { "three turns" } else { "twice" };
    Some(match handle.kind {
        HandleKind::HoledRibbon => cautioned(
            CORDS,
            step(
                Stage::Glue,
                "Handles",
                vec![
                    format!(
                        "Put both ends of {} of ribbon through the holes of a face from outside and knot them {knot} inside, so that the knot is larger than the hole.",
                        figures.say(handle.length)
                    ),
                    stands,
                ],
            ),
        ),
        HandleKind::Strap => step(
            Stage::Glue,
            "The second end of the strap",
            vec![format!(
                "Put it through the slot of the back and glue it under the hem. The strap stands {} above the top.",
                figures.say(handle.drop)
            )],
        ),
        HandleKind::Tube => step(
            Stage::Glue,
            "Rolled handles",
            vec![
                format!(
                    "Roll each strip, {}, on a 4 mm rod at a low angle, glue its end and flatten it; then curve it by hand.",
                    figures.by(handle.length, handle.width)
                ),
                format!(
                    "Glue {} of both ends on the outside of either face, {} either side of the centre.",
                    figures.say(handle.down),
                    figures.say(handle.from_centre)
                ),
                stands,
            ],
        ),
        HandleKind::Hangers => {
            let (width, height) = parts::hanger(brief, handle);
            let inner = figures.say(brief.customary(Length::INCH));
            cautioned(
                CORDS,
                step(
                    Stage::Glue,
                    "Hangers and cords",
                    vec![
                        format!(
                            "Fold four card hangers, {}, off-centre at {inner}; the long leaf goes outside. Punch its hole {} below the fold.",
                            figures.by(width, height),
                            figures.say(handle.down)
                        ),
                        format!(
                            "Knot {} of cord through a pair and hang it over the lip, {} either side of the centre; glue both leaves, the knots between leaf and bag.",
                            figures.say(handle.length),
                            figures.say(handle.from_centre)
                        ),
                        stands,
                    ],
                ),
            )
        }
        HandleKind::None | HandleKind::GluedRibbon | HandleKind::LongRibbon | HandleKind::HandHole => {
            return None;
        }
    })
}

/// Closing and filling it.
pub(super) fn closing(brief: &Brief, figures: Figures) -> Vec<Step> {
    let kind = brief.fittings.closure.kind;
    let mut steps = Vec::new();
    let (says, caution) = match kind {
        ClosureKind::None => (None, None),
        ClosureKind::Clip => {
            (Some("Pinch the gussets in, bring front and back together and clip them."), None)
        }
        ClosureKind::Bow => (
            Some(
                "Pinch the gussets in and tie ribbon round the top: knot twice under the bow, so that a bow that slips spills nothing.",
            ),
            Some(CORDS),
        ),
        ClosureKind::RibbonThrough => (
            Some("Bring the holes in line, put the ribbon through all of them and knot twice under the bow."),
            Some(CORDS),
        ),
        ClosureKind::RibbonRound => (
            Some("Tie ribbon round the bag, under the base and over the mouth: knot twice under the bow."),
            Some(CORDS),
        ),
        ClosureKind::Magnets => (
            Some(
                "Glue one magnet behind the flap or the front and bring the other to it, so that they pull; mark its place and glue it.",
            ),
            Some(MAGNETS),
        ),
        ClosureKind::Tuck => (Some("Tuck the closing flap into the mouth, inside the other face."), None),
    };
    if let Some(says) = says {
        let made = step(Stage::Glue, "Close it", vec![says.to_owned()]);
        steps.push(Step { caution, ..made });
    }
    if kind != ClosureKind::None || brief.fittings.load.is_some() {
        let limit = load::limit(brief);
        let mut says = Vec::new();
        let headroom = closure::headroom(brief);
        if headroom.is_positive() {
            says.push(format!(
                "Closed so, things up to {} high go in.",
                figures.say(brief.finished.height - headroom)
            ));
        }
        says.push(format!(
            "Rule of thumb: about {} at most. It is no rating: test with the real thing over a soft surface.",
            limit.mass.label(brief.unit)
        ));
        steps.push(cautioned(FOOD, step(Stage::Glue, "Before you fill it", says)));
    }
    steps
}

#[cfg(test)]
mod tests;
