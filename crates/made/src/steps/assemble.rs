//! The glue stage: hem, seams, base, and what comes after.

use super::{Job, Scene, Step, adhesive, fit, step};
use crate::brief::{
    AllRound, Build, ClosingFlap, ClosingOrder, Cuts, GoesRound, Insert, Joins, RunStart, Squares, Top,
};
use crate::figures::Figures;
use crate::fittings::Fitted;
use crate::folded::motion::legs;
use crate::net::PaperFace;
use crate::pieces::Piece;
use crate::text::{list, sentence};
use crate::{Brief, Length};

pub(super) fn steps(brief: &Brief, fitted: &Fitted, pieces: &[Piece], figures: Figures) -> Vec<Step> {
    let way = legs(brief.build).len();
    let seen = |scene, reached| move |step: Step| Step { scene, reached, ..step };
    let mut steps: Vec<Step> = fit::under_hem(brief, fitted, figures);
    steps.extend(strips_under_hem(brief, figures).map(seen(Scene::Glued, 0)));
    steps.extend(hem(brief, fitted, figures).map(seen(Scene::Glued, HEMMED)));
    steps.extend(fit::while_flat(brief, fitted, figures).into_iter().map(seen(Scene::Flat, HEMMED)));
    if let Build::PleatedFlare { pleats, pleat } = brief.build {
        steps.push(seen(Scene::Glued, way)(flare(pleats, pleat, figures)));
        steps.extend(fit::standing(brief, fitted, figures).into_iter().map(seen(Scene::Finished, way)));
        steps.extend(fit::closing(brief, fitted, figures).into_iter().map(seen(Scene::Finished, way)));
        return steps;
    }
    steps.push(seen(Scene::Glued, SEAMED)(seam(brief, pieces, figures)));
    steps.push(seen(Scene::Bag, way)(base(brief, figures)));
    // A bag that is kept flat is kept before anything is put in and closed.
    let kept = fold_flat(brief, figures);
    let lies_loose = insert(brief, fitted, figures);
    let (before, after) = if kept.is_some() { (None, lies_loose) } else { (lies_loose, None) };
    steps.extend(before.map(seen(Scene::Bag, way)));
    let last = fit::standing(brief, fitted, figures)
        .into_iter()
        .chain(kept)
        .chain(after)
        .chain(flap(brief, fitted, figures))
        .chain(fit::closing(brief, fitted, figures));
    steps.extend(last.map(seen(Scene::Finished, way)));
    steps
}

/// Stretches of the way that are done when the hem is turned.
const HEMMED: usize = 1;
/// The same when the tube is closed.
const SEAMED: usize = 2;

/// Joining strips are as tall as body and hem: one half goes behind its edge before the hem is turned.
fn strips_under_hem(brief: &Brief, figures: Figures) -> Option<Step> {
    let hem = brief.top.hem();
    let has_strips = brief.has_joins() && brief.joins != Joins::Tabs;
    (has_strips && hem.is_positive()).then(|| {
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
        format!("Glue or tape {tape}, panel by panel: tape laid across a fold wrinkles."),
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
            "Glue the {face} of the outermost pleat of the front and bring it together with the last pleat of the back, edge on fold."
        ),
        "Match the bottom fold first. Open the top: the sides flare.".to_owned(),
    ];
    step(Job::Flare, "Pleat, fold end to end and close the sides", says)
}

/// `Fold each joining strip down its middle`, or leave it flat, as its place asks; two sentences if there are both.
fn strips(brief: &Brief, pieces: &[Piece], figures: Figures) -> Vec<String> {
    let width = brief.joins.strip().unwrap_or_default();
    let own: Vec<&Piece> = pieces.iter().filter(|piece| piece.from_scrap).collect();
    let is_folded =
        |piece: &&&Piece| piece.blank.creases.iter().any(|crease| crease.is_vertical() && crease.folds());
    let folded = own.iter().filter(is_folded).count();
    let halves = format!("{} and {}", figures.say(width.half()), figures.say(width - width.half()));
    let mut says = Vec::new();
    if folded == own.len() {
        says.push(format!("Fold each joining strip down its middle, {halves}."));
    } else if folded == 0 {
        says.push(format!("The joining strips stay flat: the seam lies inside a panel. Their middle line, {halves}, shows where the edges meet."));
    } else {
        says.push(format!("Fold a joining strip down its middle, {halves}, where it goes round a corner; one inside a panel stays flat."));
    }
    if brief.top.hem().is_positive() {
        says.push("Bring the next panel up to the strip’s other half, edge to edge, and glue it there; then glue down the open end of its hem, over the strip.".to_owned());
    } else {
        says.push("Glue one half behind the free edge of a panel, its middle along the edge; then bring the next panel up to it, edge to edge, over the other half.".to_owned());
    }
    says
}

fn seam(brief: &Brief, pieces: &[Piece], figures: Figures) -> Step {
    let tab = figures.say(brief.tab);
    let mut says = match (brief.build, brief.joins) {
        (Build::CradlePair { .. }, _) => vec![
            "Glue or tape on the outside of both gussets of the back piece, inside the score lines.".to_owned(),
            "Set the front piece over them, one side after the other, base lines matched first: its free edges come to lie at the back corners."
                .to_owned(),
        ],
        (_, Joins::Strips { .. }) => {
            let mut says = strips(brief, pieces, figures);
            says.push("Match the base line first; the top can be trimmed.".to_owned());
            says
        }
        (Build::Joined { cuts: Cuts { all_round: Some(all_round), .. } }, Joins::Tabs) => vec![
            if let AllRound::Above(level) = all_round {
                format!("Pencil a line {} above the base line on the outside of every lower piece. Glue above it and lay the upper piece over, its edge along the line, corner scores in one line.", figures.say(level))
            } else {
                "Glue the outside of every base piece above its base line and lay the upper piece over, its edge along the fold, corner scores in one line.".to_owned()
            },
            format!("Then glue or tape on the outside of the {tab} tab of one piece and bring it under the edge of the next, flat on the table."),
            "Match the base line first; the top can be trimmed. The last seam closes the tube. A band hides the join all round.".to_owned(),
        ],
        (Build::Joined { cuts }, Joins::Mixed { .. }) => {
            let at: Vec<String> = cuts.at.iter().filter(|at| brief.joins.strip_at(*at)).map(|at| format!("the {}", at.name())).collect();
            let mut says = Vec::new();
            if !at.is_empty() {
                says.push(format!("At {} a joining strip holds both edges.", list(&at)));
                says.extend(strips(brief, pieces, figures));
            }
            let elsewhere = if at.is_empty() { "Glue or tape" } else { "Everywhere else glue or tape" };
            if at.len() < cuts.at.count() {
                says.push(format!("{elsewhere} on the outside of the {tab} tab of one piece and bring it under the edge of the next, flat on the table."));
            }
            says.push("Match the base line first; the top can be trimmed. The last seam closes the tube.".to_owned());
            says
        }
        (Build::Joined { .. }, Joins::Tabs) => vec![
            format!("Glue or tape on the outside of the {tab} tab of one piece and bring it under the edge of the next, flat on the table."),
            "Match the base line first; the top can be trimmed. Go on piece by piece; the last seam closes the tube.".to_owned(),
        ],
        (Build::CornerPair, _) => vec![
            format!("Glue or tape on the outside of one {tab} tab and bring it under the face of the other piece, flat on the table."),
            "Match the base line first; the top can be trimmed. Then close the second seam the same way.".to_owned(),
        ],
        _ => {
            let over = match brief.run.start {
                RunStart::Gusset => "first gusset",
                RunStart::Face => "front",
                RunStart::HalfGusset => "first half gusset",
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
    says.push(adhesive::seam(brief, held, figures));
    says.push(
        "If the last panel overhangs the fold by a hair, trim the seam side, never the fold.".to_owned(),
    );
    let title = match brief.build.nature().goes_round {
        GoesRound::InOne => "Glue the seam",
        GoesRound::InPieces => "Glue every seam",
        GoesRound::InTwo | GoesRound::Doubled | GoesRound::OverAndUp => "Glue both seams",
    };
    step(Job::Seam, title, says)
}

fn base(brief: &Brief, figures: Figures) -> Step {
    if let Build::FoldedBase { lap } = brief.build {
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
    let ears = brief.build == Build::CradlePair { squares: Squares::SlitLevel };
    let order = match (ears, brief.closing) {
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
            "Pinch the gussets in, so that the mouth lies flat, and fold the closing flap over: it comes down {} on the other face.",
            figures.say(fitted.closing.comes_down())
        ),
        (false, None) => format!(
            "Lay the closing flap, {} deep, over the mouth: it comes down {} on the other face.",
            figures.say(depth),
            figures.say(fitted.closing.comes_down())
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
