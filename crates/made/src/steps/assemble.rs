//! The glue stage: hem, seams, base, and what comes after.

use super::{Job, Step, adhesive, fit, step};
use crate::brief::{
    AllRound, ClosingFlap, ClosingOrder, FacesWhole, GoesRound, Insert, Joins, Place, Places, RoundStart, Top,
};
use crate::figures::Figures;
use crate::fittings::Fitted;
use crate::net::PaperFace;
use crate::text::sentence;
use crate::{Brief, Length};

/// All that comes after the cutting, in the customary order; [`order`](super::order) then sees to it that each can be done.
pub(super) fn steps(brief: &Brief, fitted: &Fitted, figures: Figures) -> Vec<Step> {
    let mut steps: Vec<Step> = joined_flat(brief, figures).into_iter().collect();
    steps.extend(fit::under_hem(brief, fitted, figures));
    steps.extend(strips_under_hem(brief, figures));
    steps.extend(hem(brief, fitted, figures));
    steps.extend(fit::while_flat(brief, fitted, figures));
    if let Some((pleats, pleat)) = brief.build.pleated() {
        steps.push(flare(pleats, pleat, figures));
    } else {
        steps.push(seam(brief, figures));
        steps.push(base(brief, figures));
        steps.extend(insert(brief, fitted, figures));
    }
    steps.extend(fit::standing(brief, fitted, figures));
    // A flare is flat as it is, and has no closing flap.
    let has_base = brief.build.has_base();
    steps.extend(fold_flat(brief, figures).filter(|_| has_base));
    steps.extend(fit::before_filling(brief, fitted, figures));
    steps.extend(flap(brief, fitted, figures).filter(|_| has_base));
    steps.extend(fit::closing(brief, fitted, figures));
    steps
}

/// What is joined flat on the table before there is a tube: the parts of a face, a lower piece and the upper over it.
fn joined_flat(brief: &Brief, figures: Figures) -> Option<Step> {
    let cuts = brief.build.cuts();
    if !cuts.joins_flat() {
        return None;
    }
    let tab = figures.say(brief.tab);
    let mut says = Vec::new();
    let inside: Vec<Place> = match cuts.faces_whole() {
        FacesWhole::Joined => cuts.at.iter().filter(|place| place.is_inside_face()).collect(),
        FacesWhole::AsCut | FacesWhole::InTheTube => Vec::new(),
    };
    match cuts.all_round {
        None => {}
        Some(AllRound::Above(level)) => says.push(format!("Pencil a line {} above the base line on the outside of every lower piece. Glue above it and lay the upper piece over, its edge along the line, corner scores in one line.", figures.say(level))),
        Some(AllRound::AtBaseLine) => says.push("Glue the outside of every base piece above its base line and lay the upper piece over, its edge along the fold, corner scores in one line.".to_owned()),
    }
    if cuts.all_round.is_some() {
        says.push(
            "Press it flat on the table, right out to the edges. A band hides the join later.".to_owned(),
        );
    }
    let (strips, tabs): (Vec<Place>, Vec<Place>) = inside.iter().partition(|at| brief.joins.strip_at(**at));
    if !tabs.is_empty() {
        says.push(format!("At {} glue or tape on the outside of the {tab} tab and bring it under the other part of the face, flat on the table.", Places::of(tabs).says()));
    }
    if !strips.is_empty() {
        says.push(format!("At {} lay both parts of the face edge to edge on a joining strip, its middle line where they meet, and glue both down. It stays flat.", Places::of(strips).says()));
    }
    if !inside.is_empty() {
        says.push("Match the base line first; the top can be trimmed.".to_owned());
    }
    let title = match (inside.len(), cuts.all_round) {
        (0, Some(AllRound::AtBaseLine)) => "Join the base to the body",
        (0, _) => "Join the upper pieces to the lower",
        (1, None) => "Join the parts of the face",
        (_, None) => "Join the parts of the faces",
        (_, Some(_)) => "Join what lies flat",
    };
    Some(step(Job::Join, title, says))
}

/// The places at which a tube is closed, once what lies flat is joined.
fn tube_seams(brief: &Brief) -> Vec<Place> {
    let cuts = brief.build.cuts();
    let is_flat = |place: &Place| cuts.faces_whole() == FacesWhole::Joined && place.is_inside_face();
    cuts.at.iter().filter(|place| !is_flat(place)).collect()
}

/// How many joining strips are folded, and how many stay flat, of those that close the tube.
fn strips_of(brief: &Brief) -> (usize, usize) {
    let is_strip = |place: &Place| brief.joins.strip_at(*place);
    match brief.build.nature().goes_round {
        GoesRound::InPieces => {
            let own: Vec<Place> = tube_seams(brief).into_iter().filter(is_strip).collect();
            let folded = own.iter().filter(|place| place.is_corner()).count();
            (folded, own.len() - folded)
        }
        GoesRound::InTwo | GoesRound::InOne => {
            let count = if brief.build.goes_round_in_one() { 1 } else { 2 };
            match brief.joins {
                Joins::Tabs | Joins::Mixed { .. } => (0, 0),
                Joins::Strips { .. }
                    if brief.build.goes_round_in_one() && brief.round.start.is_half_gusset() =>
                {
                    (0, count)
                }
                Joins::Strips { .. } => (count, 0),
            }
        }
        GoesRound::Doubled | GoesRound::OverAndUp => (0, 0),
    }
}

/// Joining strips are as tall as body and hem: one half goes behind its edge before a hem is turned in over it. Behind a hem that
/// is turned out they end at the top.
fn strips_under_hem(brief: &Brief, figures: Figures) -> Option<Step> {
    let hem = brief.top.hem();
    let (folded, flat) = strips_of(brief);
    (folded + flat > 0 && brief.top.is_turned_in() && !brief.slits_hem()).then(|| {
        let says = vec![
            "Glue one half of each joining strip behind the free edge of its panel, its middle along the edge, from the base line up.".to_owned(),
            format!("Its top {} is turned with the hem of that panel. On the next panel leave the last {} of the hem beside the edge unglued until the seam is closed.", figures.say(hem), figures.say(brief.joins.strip().unwrap_or_default())),
        ];
        step(Job::StripEnds, "Joining strips, first halves", says)
    })
}

fn hem(brief: &Brief, fitted: &Fitted, figures: Figures) -> Option<Step> {
    let (way, tape) = match brief.top {
        Top::Raw | Top::Flap { .. } => return None,
        Top::HemIn { .. } => ("to the inside", "on the inside of the band"),
        Top::HemOut { .. } => ("to the outside", "on the outside of the band, the good side"),
    };
    let depth = figures.say(brief.top.depth());
    let ends = if brief.build.has_base() { "the top" } else { "both ends" };
    let mut says = vec![
        if brief.slits_hem() {
            format!("Glue or tape {tape}, panel by panel: each panel’s hem is turned by itself.")
        } else {
            format!("Glue or tape {tape}, panel by panel: tape laid across a fold wrinkles.")
        },
        adhesive::hem(brief, brief.top.depth(), figures),
    ];
    says.extend(fit::hem_stays_open(brief, fitted, figures));
    says.push(format!("Turn {ends} {depth} {way} while the piece is still flat, and press."));
    Some(step(Job::Hem, "Turn the hem", says))
}

/// `once`, `twice`, `3 times`.
fn times(count: u8) -> String {
    match count {
        1 => "once".to_owned(),
        2 => "twice".to_owned(),
        more => format!("{more} times"),
    }
}

fn flare(pleats: u8, pleat: Length, figures: Figures) -> Step {
    let face = if pleats.is_multiple_of(2) { PaperFace::Inside } else { PaperFace::Outside };
    let face = if face == PaperFace::Inside { "inside" } else { "outside" };
    let says = vec![
        format!(
            "Pleat both long sides {}, each pleat {} wide, and fold the sheet end to end so that the pleats lie inside.",
            times(pleats),
            figures.say(pleat)
        ),
        format!(
            "Glue the {face} of the outermost pleat of the front and bring it together with {}, edge on fold.",
            if pleats == 1 { "the side of the back" } else { "the last pleat of the back" }
        ),
        "Match the bottom fold first. Open the top: the sides flare.".to_owned(),
    ];
    step(Job::Flare, "Pleat, fold end to end and close the sides", says)
}

/// Where a bag that has no fold-flat lines can be kept flat: a tube lies flat along two opposite corners, its base still open.
fn rests(brief: &Brief, figures: Figures) -> Option<String> {
    let size = brief.finished;
    brief.rests_as_tube().then(|| {
        format!(
            "If it is made for later it can rest here: pressed flat along two opposite corners, its base open, it takes {}. Close the base when it is wanted.",
            figures.by(size.width + size.gusset, brief.flap() + size.height)
        )
    })
}

/// `Fold each joining strip down its middle`, or leave it flat, as its place asks; two sentences if there are both.
fn strips(brief: &Brief, figures: Figures) -> Vec<String> {
    let width = brief.joins.strip().unwrap_or_default();
    let halves = format!("{} and {}", figures.say(width.half()), figures.say(width - width.half()));
    let mut says = vec![match strips_of(brief) {
        (_, 0) => format!("Fold each joining strip down its middle, {halves}."),
        (0, _) => format!(
            "The joining strips stay flat: the seam lies inside a panel. Their middle line, {halves}, shows where the edges meet."
        ),
        _ => format!(
            "Fold a joining strip down its middle, {halves}, where it goes round a corner; one inside a panel stays flat."
        ),
    }];
    says.push(if brief.top.is_turned_in() && brief.slits_hem() {
        "Glue one half behind the free edge of a panel, its middle along the edge, from the base line up to the lip, over the hem; then bring the next panel up to it, edge to edge, over the other half."
    } else if brief.top.is_turned_in() {
        "Bring the next panel up to the strip’s other half, edge to edge, and glue it there; then glue down the open end of its hem, over the strip."
    } else if brief.top.is_turned_out() {
        "Glue one half behind the free edge of a panel, its middle along the edge, from the base line up to the lip; then bring the next panel up to it, edge to edge, over the other half. The hems meet edge to edge outside."
    } else {
        "Glue one half behind the free edge of a panel, its middle along the edge; then bring the next panel up to it, edge to edge, over the other half."
    }.to_owned());
    says
}

fn seam(brief: &Brief, figures: Figures) -> Step {
    let tab = figures.say(brief.tab);
    let mut says = match brief.build.nature().goes_round {
        GoesRound::Doubled => vec![
            "Glue or tape on the outside of both gussets of the back piece, inside the score lines.".to_owned(),
            "Set the front piece over them, one side after the other, base lines matched first: its free edges come to lie at the back corners."
                .to_owned(),
        ],
        GoesRound::InPieces => {
            let (at_strips, at_tabs): (Vec<Place>, Vec<Place>) =
                tube_seams(brief).into_iter().partition(|at| brief.joins.strip_at(*at));
            let mut says = Vec::new();
            if !at_strips.is_empty() {
                if !at_tabs.is_empty() {
                    let names = Places::of(at_strips).says();
                    says.push(format!("At {names} a joining strip holds both edges."));
                }
                says.extend(strips(brief, figures));
            }
            if !at_tabs.is_empty() {
                let elsewhere = if says.is_empty() { "Glue or tape" } else { "Everywhere else glue or tape" };
                says.push(format!("{elsewhere} on the outside of the {tab} tab of one piece and bring it under the edge of the next, flat on the table."));
            }
            says.push("Match the base line first; the top can be trimmed. Go on piece by piece; the last seam closes the tube.".to_owned());
            says
        }
        GoesRound::InOne | GoesRound::InTwo | GoesRound::OverAndUp if brief.joins.strip().is_some() => {
            let mut says = strips(brief, figures);
            says.push("Match the base line first; the top can be trimmed.".to_owned());
            says
        }
        GoesRound::InTwo => vec![
            format!("Glue or tape on the outside of one {tab} tab and bring it under the face of the other piece, flat on the table."),
            "Match the base line first; the top can be trimmed. Then close the second seam the same way.".to_owned(),
        ],
        GoesRound::InOne | GoesRound::OverAndUp => {
            let over = match brief.round.start {
                RoundStart::Gusset => "first gusset",
                RoundStart::Face => "front",
                RoundStart::HalfGusset => "first half gusset",
            };
            vec![
                format!("Glue or tape on the outside of the {tab} tab, inside the score line."),
                format!("Bring it under the {over}. Match the base line first; the top can be trimmed."),
            ]
        }
    };
    let held = match brief.joins {
        _ if brief.build.has_double_gussets() => brief.finished.gusset,
        Joins::Strips { width } => width.half(),
        Joins::Tabs | Joins::Mixed { .. } => brief.tab,
    };
    let last_of_many = tube_seams(brief).len() > 1;
    says.push(adhesive::seam(brief, held, figures));
    says.push(
        "If the last panel overhangs the fold by a hair, trim the seam side, never the fold.".to_owned(),
    );
    says.extend(rests(brief, figures));
    let title = match brief.build.nature().goes_round {
        GoesRound::InOne => "Glue the seam",
        GoesRound::InPieces if last_of_many => "Glue every seam",
        GoesRound::InPieces => "Glue the seam",
        GoesRound::InTwo | GoesRound::Doubled | GoesRound::OverAndUp => "Glue both seams",
    };
    step(Job::Seam, title, says)
}

fn base(brief: &Brief, figures: Figures) -> Step {
    if let Some(lap) = brief.build.folded_lap() {
        let crease = figures.say(brief.flap() + brief.apex());
        return step(
            Job::SquashBase,
            "Fold the base",
            vec![
                format!("Crease the tube {crease} from its bottom edge. Open it there and squash both ends into triangles."),
                format!("Fold the back flap past the middle, then the front flap: they lap by {}.", figures.say(lap)),
                "Glue the four outer triangles and the lap, never the middle: that is the inside of the bag. Then fold the sides in.".to_owned(),
                "Let glue dry through before anything is put in.".to_owned(),
            ],
        );
    }
    let order = match (brief.build.has_ears(), brief.closing) {
        (true, _) => {
            "Fold in the back flap, its ears turned up against the inside of the gussets, then the front flap"
        }
        (false, ClosingOrder::BackFirst) => {
            "Fold in the back flap, then both gusset flaps, then the front flap"
        }
        (false, ClosingOrder::GussetsFirst) => {
            "Fold in both gusset flaps, then the back flap, then the front flap"
        }
    };
    let says = vec![
        format!("{order}; each takes its glue on the face that meets the flap before it."),
        "The front closes last, so that no raw edge shows in front. Press from inside with a ruler."
            .to_owned(),
        adhesive::BASE.to_owned(),
    ];
    step(Job::Base, "Close the base", says)
}

fn insert(brief: &Brief, fitted: &Fitted, figures: Figures) -> Option<Step> {
    let own = fitted.insert?;
    let size = sentence(&figures.by(own.width, own.height));
    let less = figures.say(brief.finished.width - own.width);
    let mut says = match brief.fittings.insert {
        Insert::None => return None,
        Insert::Single => {
            vec![format!("{size} of card, {less} less than the base both ways, laid in loose.")]
        }
        Insert::Double => {
            vec![format!(
                "Two of {size} of card, {less} less than the base both ways, glued together and laid in loose."
            )]
        }
    };
    if brief.top.is_turned_in() {
        says.push("Tip it to bring it in past the hem.".to_owned());
    }
    if brief.gusset_crease.folds_flat() {
        says.push("Take it out again whenever the bag is folded flat.".to_owned());
    }
    Some(step(Job::Insert, "Insert for the base", says))
}

/// How far a closing flap reaches past the mouth, or by how much it does not.
fn comes_down(fitted: &Fitted, figures: Figures) -> String {
    let down = fitted.closing.comes_down();
    if down < Length::ZERO {
        return format!("it ends {} short of the other face", figures.say(-down));
    }
    format!("it comes down {} on the other face", figures.say(down))
}

fn flap(brief: &Brief, fitted: &Fitted, figures: Figures) -> Option<Step> {
    let ClosingFlap { depth, .. } = brief.top.flap()?;
    let tucks = brief.fittings.closure.kind.is_tucked();
    let says = match (brief.pinches(), fitted.closing.tuck_turn) {
        // It is tucked in the step that closes the bag.
        (_, Some(turn)) => format!(
            "Fold the closing flap on both its lines: {} of it cover the mouth, the other {} turn in.",
            figures.say(turn),
            figures.say(depth - turn)
        ),
        (true, None) if tucks => return None,
        (true, None) => format!(
            "Pinch the gussets in, so that the mouth lies flat, and fold the closing flap over: {}.",
            comes_down(fitted, figures)
        ),
        (false, None) => format!(
            "Lay the closing flap, {} deep, over the mouth: {}.",
            figures.say(depth),
            comes_down(fitted, figures)
        ),
    };
    Some(step(Job::Flap, "Close the flap", vec![says]))
}

fn fold_flat(brief: &Brief, figures: Figures) -> Option<Step> {
    brief.gusset_crease.folds_flat().then(|| {
        let says = vec![
            if brief.gusset_crease.is_unscored() {
                format!("Squeeze both sides in and lay the base up over the outside of the back; press where the paper resists, about {} above the base: nothing is scored there. The front base line becomes the bottom edge.", figures.say(brief.apex()))
            } else {
                "Push the gussets in and fold the base up over the outside of the back; the front base line becomes the bottom edge.".to_owned()
            },
            "The paper bends on the way, so go slowly the first time. Keep bags flat until they are needed; then open it and press the base down from inside.".to_owned(),
        ];
        step(Job::FoldFlat, "Fold it flat to keep", says)
    })
}
