//! Holes, strips, handles, closure and decoration: when each comes in the order of the work.

use super::{Job, KNIFE, Step, step};
use crate::brief::{Build, ClosureKind, HandleKind, Knot};
use crate::figures::Figures;
use crate::fittings::backing::lies_under_hem;
use crate::fittings::{Fitted, FittedHandle, MatOn, load, parts};
use crate::text::list;
use crate::{Brief, Length};

const HOT_GLUE: &str = "Hot glue burns: keep fingers off the nozzle and the glue, and let it set before you touch it. A heat gun that loosens it again burns too, and scorches paper. A dot of liquid glue does it as well.";
const CORDS: &str = "Ribbons and cords can strangle, and beads threaded on them can be swallowed: keep them short, and leave beads off, where infants are about. Where goods are sold, local rules decide.";
const MAGNETS: &str = "Small magnets are dangerous if swallowed: not for small children. Cover them with paper so that they cannot come off; local rules decide where goods are sold.";
const SOLVENT: &str = "Wipe glue off while it is wet. Solvent for dried adhesive is flammable: air the room, no flame, and try it on a scrap.";
const FOOD: &str = "Food only in its own wrapping, and keep its allergen label with it. Where goods are sold, local rules on toys, food and labelling decide.";

fn cautioned(caution: &'static str, step: Step) -> Step {
    Step { caution: Some(caution), ..step }
}

/// What goes in before a hem is turned over it: a strip behind holes, and the first end of a strap.
pub(super) fn under_hem(brief: &Brief, fitted: &Fitted, figures: Figures) -> Vec<Step> {
    let mut steps = Vec::new();
    if lies_under_hem(brief) {
        steps.extend(backing(brief, fitted, figures));
    }
    if let Some(handle) =
        fitted.handle_that(HandleKind::ends_under_hem).filter(|_| brief.hem_covers_while_flat())
    {
        steps.extend(strap_first(brief, &handle, figures).map(|first| cautioned(KNIFE, first)));
    }
    steps
}

/// What of the hem stays unglued, where, and until when: the end of a strap that waits for the seams.
pub(super) fn hem_stays_open(brief: &Brief, fitted: &Fitted, figures: Figures) -> Option<String> {
    let handle = fitted.handle_that(HandleKind::ends_under_hem)?;
    let open = handle.opening? + brief.customary(Length::INCH);
    let least = open.min(brief.finished.width);
    Some(if brief.hem_covers_while_flat() {
        format!(
            "On the back leave the middle {} of the hem unglued: the strap’s second end goes under it when the seams are closed.",
            figures.say(least)
        )
    } else {
        format!(
            "On both faces leave the middle {} of the hem unglued: the strap’s ends go under it when the seams are closed.",
            figures.say(least)
        )
    })
}

/// What is done while the pieces are flat, the hem turned: what lies under comes before what goes through it.
pub(super) fn while_flat(brief: &Brief, fitted: &Fitted, figures: Figures) -> Vec<Step> {
    let mut steps = Vec::new();
    if !lies_under_hem(brief) {
        steps.extend(backing(brief, fitted, figures));
    }
    steps.extend(mats(fitted, figures));
    steps.extend(holes(brief, fitted, figures));
    if let Some(handle) = fitted.handle_that(HandleKind::runs_up_the_face) {
        steps.push(cautioned(HOT_GLUE, long_ribbon(brief, &handle, figures)));
    }
    steps.extend(fitted.pocket.map(|pocket| {
        let left = brief.finished.height - pocket.rise - pocket.height;
        let side = if left < Length::ZERO { "above" } else { "below" };
        let says = vec![format!(
            "Glue both sides and the bottom of the pocket, {}, inside the front, {} above the base line and centred; its top stays open, {} {side} the top edge.",
            figures.by(pocket.width, pocket.height),
            figures.say(pocket.rise),
            figures.say(left.abs())
        )];
        let holds = brief.fittings.decoration;
        let title = if holds.holds_width.is_some() || holds.holds_height.is_some() {
            format!("Pocket for {} inside the front", figures.by(pocket.holds.width, pocket.holds.height))
        } else {
            "Card pocket inside the front".to_owned()
        };
        step(Job::Pocket, title, says)
    }));
    steps
}

/// `1¾ and 4¼ from its left edge`: both places of something that lies that far either side of a face's centre line.
fn from_the_left(brief: &Brief, from_centre: Length, figures: Figures) -> String {
    let centre = brief.finished.width.half();
    if from_centre > centre {
        return format!("{} either side of its centre, which is past its edges", figures.say(from_centre));
    }
    format!(
        "{} and {} from its left edge",
        figures.say(centre - from_centre),
        figures.say(centre + from_centre)
    )
}

/// How high a handle stands above the top, or that it is too short to: whose it is named first, no full stop.
fn stands(whose: &str, handle: &FittedHandle, figures: Figures) -> String {
    if handle.drop < Length::ZERO {
        return format!("{whose} ends {} below the top: it is too short", figures.say(-handle.drop));
    }
    format!("{whose} stands {} above the top", figures.say(handle.drop))
}

fn backing(brief: &Brief, fitted: &Fitted, figures: Figures) -> Option<Step> {
    let own = fitted.reinforcement?;
    let handle = fitted.handle?;
    let size = figures.by(own.length, own.depth);
    if handle.kind.is_glued_under_strip() {
        let over = if brief.top.is_turned_in() { ", over the hem," } else { "" };
        let says = vec![
            format!(
                "Inside either face{over} lay both ends of a ribbon {} below the top, their middles {}, and glue them.",
                figures.say(handle.down),
                from_the_left(brief, handle.from_centre, figures)
            ),
            format!(
                "Glue a strip of card, {size}, over them, centred, flush with the top: the loops stand up out of it."
            ),
        ];
        return Some(step(Job::Backing, "Ribbon and strip", says));
    }
    let where_to = if handle.kind.is_on_gussets() { "either gusset" } else { "either face" };
    let flush = if lies_under_hem(brief) {
        "its upper edge along the hem fold, before the hem is turned over it"
    } else {
        "flush with the top"
    };
    let mut says = vec![format!(
        "Behind {where_to} glue a strip of card, {size}, centred, {flush}. Keep the glue away from the holes."
    )];
    if handle.kind.is_on_gussets() && brief.gusset_crease.is_any() {
        says.insert(
            0,
            "Fold each strip down its middle first, so that it folds in with the gusset.".to_owned(),
        );
    }
    Some(step(Job::Backing, "Strip behind the holes", says))
}

/// True if a hole that far from the centre line has a gusset behind it when the gussets are folded in.
fn in_gussets(brief: &Brief, from_centre: Length) -> bool {
    let reach = from_centre + brief.fittings.punch.hole.half();
    let folds_in = brief.depth().is_positive() && brief.pinches();
    folds_in && reach > brief.finished.width.half() - brief.depth().half()
}

/// Layers that a hole in a face, that far below the top and that far from its centre line, goes through: paper, hem, strip, mat.
fn layers_at(brief: &Brief, fitted: &Fitted, down: Length, from_centre: Length) -> usize {
    let half = brief.fittings.punch.hole.half();
    let hem = usize::from(brief.top.hem() > down - half);
    let strip = usize::from(
        fitted
            .reinforcement
            .is_some_and(|strip| strip.depth > down - half && strip.length.half() > from_centre - half),
    );
    let mat = fitted.mats.iter().any(|mat| {
        let top = brief.finished.height - mat.rise - mat.height;
        let reaches = top < down + half && down - half < top + mat.height;
        mat.on.is_faces() && reaches && mat.width.half() > from_centre - half
    });
    1 + hem + strip + usize::from(mat)
}

/// Layers that a handle's hole in a face goes through: paper, hem, strip, mat.
pub fn layers(brief: &Brief, fitted: &Fitted, handle: &FittedHandle) -> usize {
    layers_at(brief, fitted, handle.down, handle.from_centre)
}

fn holes(brief: &Brief, fitted: &Fitted, figures: Figures) -> Option<Step> {
    let own = fitted.handle;
    let mut says = Vec::new();
    let mut caution = None;
    if let Some(handle) = own.filter(|handle| handle.kind.is_punched_in_faces()) {
        says.push(format!(
            "On either face, lying flat with its outside up, mark {} below its top edge, {}: {} either side of the centre. One template for both, or both punched together, makes them meet.",
            figures.say(handle.down),
            from_the_left(brief, handle.from_centre, figures),
            figures.say(handle.from_centre)
        ));
        let count = layers(brief, fitted, &handle);
        says.push(format!(
            "Punch {} wide from the bag’s outside, through {}.",
            figures.say(brief.fittings.punch.hole),
            if count == 1 { "one layer".to_owned() } else { format!("{count} layers") }
        ));
        if in_gussets(brief, handle.from_centre) {
            let clear = brief.finished.width.half() - brief.depth().half() - brief.fittings.punch.hole;
            let far = if clear.is_positive() {
                format!(" ({} from the centre at most would be clear)", figures.say(clear))
            } else {
                String::new()
            };
            says.push(format!(
                "Punch while the gussets are folded out: folded in they lie behind the holes, and would be punched too{far}."
            ));
        }
    }
    if let Some(handle) = own.filter(|handle| handle.kind.is_on_gussets()) {
        says.extend(in_either_gusset(brief, fitted, &handle, figures));
    }
    if own.is_some_and(|handle| handle.kind.is_holed()) && brief.fittings.backing.kind.is_eyelets() {
        says.push("Set an eyelet in every hole, its good side out.".to_owned());
    }
    if let Some(handle) = own.filter(|handle| handle.kind.is_cut_out()) {
        says.extend(hand_hole(brief, &handle, figures));
        caution = Some(KNIFE);
    }
    if brief.fittings.closure.kind.has_holes() {
        let down = fitted.closing.down;
        let centre = figures.say(brief.finished.width.half());
        let (on_face, through_flap) = brief.top.flap().map_or((down, 0), |flap| {
            let mat = fitted.mat(MatOn::Flap).is_some_and(|mat| {
                let half = brief.fittings.punch.hole.half();
                down + half > fitted.mat_margin && down - half < fitted.mat_margin + mat.height
            });
            (flap.depth - down, 1 + usize::from(mat))
        });
        let layers = 2 * layers_at(brief, fitted, on_face, Length::ZERO) + through_flap;
        says.push(match brief.top.flap() {
            Some(_) => format!(
                "For the closing, one hole on the centre line of the flap, {} from its edge, and one in each face {} below the top; the centre line is {centre} from either side edge.",
                figures.say(down),
                figures.say(on_face)
            ),
            None => format!(
                "For the closing, one hole on the centre line of each face, {} below the top and {centre} from either side edge.",
                figures.say(down)
            ),
        });
        says.push(format!("Its ribbon then goes through {layers} layers."));
    }
    if says.is_empty() {
        return None;
    }
    let made = step(Job::Holes, "Holes, while it is flat", says);
    Some(Step { caution, ..made })
}

/// The hole of a single handle, in either gusset.
fn in_either_gusset(brief: &Brief, fitted: &Fitted, handle: &FittedHandle, figures: Figures) -> Vec<String> {
    let half = brief.fittings.punch.hole.half();
    let through = |covers: Length| usize::from(covers > handle.down - half);
    let strip = fitted.reinforcement.map_or(0, |strip| through(strip.depth));
    let mat = fitted
        .mat(MatOn::Gussets)
        .map_or(0, |mat| usize::from(handle.down + half > brief.finished.height - mat.rise - mat.height));
    let gussets = if brief.build.has_double_gussets() { "On all four gussets" } else { "On either gusset" };
    let mut says = vec![format!(
        "{gussets}, lying flat with the outside up, mark {} below the top edge on the centre line, {} from either corner.",
        figures.say(handle.down),
        figures.say(brief.depth().half())
    )];
    let count = 1 + through(brief.top.hem()) + strip + mat;
    says.push(format!(
        "Punch {} wide from the bag’s outside, through {}.",
        figures.say(brief.fittings.punch.hole),
        if count == 1 { "one layer".to_owned() } else { format!("{count} layers") }
    ));
    if brief.gusset_crease.is_any() {
        says.push("The centre crease runs through the hole: punch with the gusset unfolded.".to_owned());
    }
    says
}

/// How both faces get the same opening, with no crease that the bag does not have.
fn hand_hole(brief: &Brief, handle: &FittedHandle, figures: Figures) -> Option<String> {
    let size = figures.by(handle.width, handle.opening?);
    let how = match brief.build {
        Build::CornerPair | Build::CradlePair { .. } => {
            "Lay the two pieces on one another, outsides out, faces and base lines in line, and cut through both at once:"
        }
        Build::PleatedFlare { .. } => {
            "Fold the sheet at its bottom fold, tops in line, and cut through both faces at once:"
        }
        Build::Wrap | Build::Joined { .. } | Build::FoldedBase { .. } if brief.gusset_crease.is_any() => {
            "Fold the gusset between the faces in on its centre crease, so that front and back lie on one another, and cut through both at once:"
        }
        Build::Wrap | Build::Joined { .. } | Build::FoldedBase { .. } => {
            "Cut each face by itself from one template: laid on one another they would put a new crease into the gusset between them. On either face:"
        }
    };
    Some(format!(
        "{how} an opening of {size} with round ends, {} below the top, from {}.",
        figures.say(handle.down),
        from_the_left(brief, handle.width.half(), figures)
    ))
}

/// From which side a strap goes through its slot, and the face its end is glued to: the one that the hem covers.
fn strap_sides(brief: &Brief) -> (&'static str, &'static str) {
    if brief.top.is_turned_out() { ("inside", "outside") } else { ("outside", "inside") }
}

fn slots(handle: &FittedHandle, figures: Figures) -> Option<String> {
    Some(format!(
        "On the hem fold of either face cut a slot of {}, centred, for a strap {} wide.",
        figures.say(handle.opening?),
        figures.say(handle.width)
    ))
}

fn strap_first(brief: &Brief, handle: &FittedHandle, figures: Figures) -> Option<Step> {
    let (from, to) = strap_sides(brief);
    let says = vec![
        slots(handle, figures)?,
        format!(
            "Put one end of the strap, {} long, through the slot of the front from the {from} and glue {} of it to the {to} of the face, where the hem will cover it. The other end waits until the seams are closed.",
            figures.say(handle.length),
            figures.say(handle.down)
        ),
    ];
    Some(step(Job::StrapFirst, "Slots, and the first end of the strap", says))
}

fn long_ribbon(brief: &Brief, handle: &FittedHandle, figures: Figures) -> Step {
    let says = vec![
        format!(
            "On either face glue a ribbon of {} from the base line up, over as the handle and down again, its middle {}.",
            figures.say(handle.length),
            from_the_left(brief, handle.from_centre, figures)
        ),
        format!("{}. A spot of glue at the lip on each side holds it there.", stands("It", handle, figures)),
    ];
    step(Job::LongRibbon, "Long ribbon up the faces", says)
}

fn mats(fitted: &Fitted, figures: Figures) -> Option<Step> {
    let medallion = fitted.medallion.map(|own| {
        format!(
            "Glue the medallion, cut round, {} across, on the front, its middle on the centre line and {} above the base line.",
            figures.say(own.across),
            figures.say(own.rise)
        )
    });
    if fitted.mats.is_empty() {
        let says = vec![medallion?];
        return Some(cautioned(SOLVENT, step(Job::Mats, "Medallion, while it is flat", says)));
    }
    let all: Vec<String> = fitted
        .mats
        .iter()
        .map(|mat| {
            let on = match mat.on {
                MatOn::Faces => "either face",
                MatOn::Gussets => "either gusset",
                MatOn::Flap => "the closing flap",
            };
            format!("{} on {on}", figures.by(mat.width, mat.height))
        })
        .collect();
    let mut says = vec![format!(
        "Glue the mats: {}. Leave {} free all round.",
        list(&all),
        figures.say(fitted.mat_margin)
    )];
    says.extend(medallion);
    Some(cautioned(SOLVENT, step(Job::Mats, "Mats, while it is flat", says)))
}

/// What is done when the bag stands.
pub(super) fn standing(brief: &Brief, fitted: &Fitted, figures: Figures) -> Vec<Step> {
    let mut steps = Vec::new();
    steps.extend(fitted.band.map(|band| {
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
        step(Job::Band, "Band", says)
    }));
    if let Some(handle) = fitted.handle {
        steps.extend(carried_by(brief, &handle, figures));
    }
    steps
}

fn carried_by(brief: &Brief, handle: &FittedHandle, figures: Figures) -> Option<Step> {
    let alike = format!("{}; make the other one alike.", stands("It", handle, figures));
    let knot = if brief.fittings.handle.knot == Knot::Triple { "three turns" } else { "twice" };
    Some(match handle.kind {
        HandleKind::HoledRibbon => cautioned(
            CORDS,
            step(
                Job::Handles,
                "Handles",
                vec![
                    format!(
                        "Put both ends of {} of ribbon through the holes of a face from outside and knot them {knot} inside, so that the knot is larger than the hole.",
                        figures.say(handle.length)
                    ),
                    alike,
                ],
            ),
        ),
        HandleKind::GussetRibbon => cautioned(
            CORDS,
            step(
                Job::Handles,
                "Handle",
                vec![
                    format!(
                        "Put one end of {} of ribbon through the hole of a gusset from outside and knot it {knot} inside, so that the knot is larger than the hole. Bring it up over the mouth and fasten the other end in the other gusset likewise.",
                        figures.say(handle.length)
                    ),
                    format!("{}, one handle for the whole bag.", stands("It", handle, figures)),
                ],
            ),
        ),
        HandleKind::Strap if brief.hem_covers_while_flat() => step(
            Job::Handles,
            "The second end of the strap",
            vec![format!(
                "Put it through the slot of the back and under the part of the hem that was left open; glue it there, then the hem over it. {}.",
                stands("The strap", handle, figures)
            )],
        ),
        HandleKind::Strap => {
            let (from, to) = strap_sides(brief);
            let mut says: Vec<String> = slots(handle, figures).into_iter().collect();
            says.push(format!(
                "Put one end of the strap, {} long, through the slot of the front from the {from} and under the part of the hem that was left open; glue {} of it to the {to} of the face, then the hem over it. The other end likewise on the back. {}.",
                figures.say(handle.length),
                figures.say(handle.down),
                stands("The strap", handle, figures)
            ));
            cautioned(KNIFE, step(Job::Handles, "Slots, and both ends of the strap", says))
        }
        HandleKind::Tube => step(
            Job::Handles,
            "Rolled handles",
            vec![
                format!(
                    "Roll each strip, {}, on a 4 mm rod at a low angle, glue its end and flatten it; then curve it by hand.",
                    figures.by(handle.length, handle.width)
                ),
                format!(
                    "Glue {} of both ends on the outside of either face, their middles {}.",
                    figures.say(handle.down),
                    from_the_left(brief, handle.from_centre, figures)
                ),
                alike,
            ],
        ),
        HandleKind::Hangers => {
            let size = parts::hanger(brief, handle);
            let inner = figures.say(brief.customary(Length::INCH));
            cautioned(
                CORDS,
                step(
                    Job::Handles,
                    "Hangers and cords",
                    vec![
                        format!(
                            "Fold four card hangers, {}, off-centre at {inner}; the long leaf goes outside. Punch its hole {} below the fold.",
                            figures.by(size.width, size.height),
                            figures.say(handle.down)
                        ),
                        format!(
                            "Knot {} of cord through a pair and hang it over the lip of a face, their middles {}; glue both leaves, the knots between leaf and bag.",
                            figures.say(handle.length),
                            from_the_left(brief, handle.from_centre, figures)
                        ),
                        alike,
                    ],
                ),
            )
        }
        HandleKind::None | HandleKind::GluedRibbon | HandleKind::LongRibbon | HandleKind::HandHole => {
            return None;
        }
    })
}

/// What to think of before anything is put in: before it is closed.
pub(super) fn before_filling(brief: &Brief, fitted: &Fitted, figures: Figures) -> Option<Step> {
    if !brief.fittings.closure.kind.is_any() && brief.fittings.load.is_none() {
        return None;
    }
    let limit = load::limit(brief, fitted);
    let mut says = Vec::new();
    let headroom = fitted.closing.headroom;
    if headroom.is_positive() {
        let room = brief.finished.height - headroom;
        says.push(if room.is_positive() {
            format!("Closed, it holds things up to {} high.", figures.say(room))
        } else {
            "Closed, the bag holds nothing.".to_owned()
        });
    }
    says.push(format!(
        "Rule of thumb: about {} at most. It is no rating: test with the real thing over a soft surface.",
        limit.mass.label(brief.unit)
    ));
    Some(cautioned(FOOD, step(Job::Fill, "Before you fill it", says)))
}

/// Closing it.
pub(super) fn closing(brief: &Brief, fitted: &Fitted, figures: Figures) -> Vec<Step> {
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
            Some(match fitted.closing.meets {
                Some(_) => {
                    "Glue one magnet inside the flap, on its centre line. Close the flap, let the other find it from inside the face, mark its place and glue it."
                }
                None => {
                    "Glue one magnet inside the front, on its centre line. Let the other find it from inside the back, so that they pull; mark its place and glue it."
                }
            }),
            Some(MAGNETS),
        ),
        ClosureKind::Tuck if brief.pinches() => (
            Some(
                "Pinch the gussets in, fold the closing flap in at its line and tuck it into the mouth, behind the other face.",
            ),
            None,
        ),
        ClosureKind::Tuck => (
            Some(
                "Tuck the end that turns in into the mouth, behind the other face, until the rest lies flat over it.",
            ),
            None,
        ),
    };
    if let Some(says) = says {
        let mut says = vec![says.to_owned()];
        if kind.is_magnetic() {
            says.push(match fitted.closing.meets {
                Some(meets) => format!(
                    "On the flap its middle is {} from the edge; there it meets the face {} below the top.",
                    figures.say(fitted.closing.down),
                    figures.say(meets)
                ),
                None => format!("Both are {} below the top.", figures.say(fitted.closing.down)),
            });
        }
        let made = step(Job::Close, "Close it", says);
        steps.push(Step { caution, ..made });
    }
    steps
}
