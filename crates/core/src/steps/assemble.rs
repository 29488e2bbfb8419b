//! The glue stage: hem, seams, base, and what comes after.

use super::{Stage, Step, fit, step};
use crate::brief::{Build, ClosingOrder, Cuts, GussetCrease, Insert, Joins, RunStart, Squares, Top};
use crate::net::Face;
use crate::wording::{Figures, list, sentence};
use crate::{Brief, Length};

pub(super) fn steps(brief: &Brief, figures: Figures) -> Vec<Step> {
    let mut steps: Vec<Step> = fit::under_hem(brief, figures).into_iter().collect();
    steps.extend(hem(brief, figures));
    steps.extend(fit::while_flat(brief, figures));
    if let Build::PleatedFlare { pleats, pleat } = brief.build {
        steps.push(flare(pleats, pleat, figures));
        steps.extend(fit::standing(brief, figures));
        steps.extend(fit::closing(brief, figures));
        return steps;
    }
    steps.push(seam(brief, figures));
    steps.push(base(brief, figures));
    steps.extend(insert(brief, figures));
    steps.extend(fit::standing(brief, figures));
    steps.extend(flap(brief, figures));
    steps.extend(fit::closing(brief, figures));
    steps.extend(fold_flat(brief));
    steps
}

fn hem(brief: &Brief, figures: Figures) -> Option<Step> {
    let (way, tape) = match brief.top {
        Top::Raw | Top::Flap { .. } => return None,
        Top::HemIn { .. } => ("to the inside", "on the inside of the band"),
        Top::HemOut { .. } => ("to the outside", "on the outside of the band, the good side"),
    };
    let depth = figures.say(brief.top.depth());
    let ends = if matches!(brief.build, Build::PleatedFlare { .. }) { "both ends" } else { "the top" };
    let says = vec![
        format!("Glue or tape {tape}, panel by panel: tape laid across a fold wrinkles."),
        format!("Turn {ends} {depth} {way} while the piece is still flat, and press."),
    ];
    Some(step(Stage::Glue, "Turn the hem", says))
}

fn flare(pleats: u8, pleat: Length, figures: Figures) -> Step {
    let face = if pleats.is_multiple_of(2) { Face::Inside } else { Face::Outside };
    let face = if face == Face::Inside { "inside" } else { "outside" };
    let says = vec![
        format!(
            "Pleat both long sides {pleats} times, {} each, and fold the sheet end to end so that the pleats lie inside.",
            figures.say(pleat)
        ),
        format!(
            "Glue the {face} of the outermost pleat of the front and bring it together with the last pleat of the back, edge on fold."
        ),
        "Match the bottom fold first. Open the top: the sides flare.".to_owned(),
    ];
    step(Stage::Glue, "Pleat, fold end to end and close the sides", says)
}

fn seam(brief: &Brief, figures: Figures) -> Step {
    let tab = figures.say(brief.tab);
    let mut says = match (brief.build, brief.joins) {
        (Build::CradlePair { .. }, _) => vec![
            "Glue or tape on the outside of both gussets of the back piece, inside the score lines.".to_owned(),
            "Set the front piece over them, one side after the other, base lines matched first: its free edges come to lie at the back corners."
                .to_owned(),
        ],
        (_, Joins::Strips { width }) => vec![
            format!("Fold each joining strip down its middle, {} and {}.", figures.say(width.half()), figures.say(width - width.half())),
            "Glue one half behind the free edge of a panel, its fold along the edge; then bring the next panel up to it, edge to edge, over the other half.".to_owned(),
            "Match the base line first; the top can be trimmed.".to_owned(),
        ],
        (Build::Joined { cuts: Cuts { level: Some(level), .. } }, Joins::Tabs) => vec![
            if level.is_positive() {
                format!("Pencil a line {} above the base line on the outside of every lower piece. Glue above it and lay the upper piece over, its edge along the line, corner scores in one line.", figures.say(level))
            } else {
                "Glue the outside of every base piece above its base line and lay the upper piece over, its edge along the fold, corner scores in one line.".to_owned()
            },
            format!("Then glue or tape on the outside of the {tab} tab of one piece and bring it under the edge of the next, flat on the table."),
            "Match the base line first; the top can be trimmed. The last seam closes the tube. A band hides the join all round.".to_owned(),
        ],
        (Build::Joined { cuts }, Joins::Mixed { width, .. }) => {
            let at: Vec<String> = cuts.at.iter().filter(|at| brief.joins.strip_at(*at)).map(|at| format!("the {}", at.name())).collect();
            vec![
                format!("At {} a joining strip holds both edges: fold it down its middle, {} and {}, and glue one half behind either edge.", if at.is_empty() { "no place".to_owned() } else { list(&at) }, figures.say(width.half()), figures.say(width - width.half())),
                format!("Everywhere else glue or tape on the outside of the {tab} tab of one piece and bring it under the edge of the next, flat on the table."),
                "Match the base line first; the top can be trimmed. The last seam closes the tube.".to_owned(),
            ]
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
    says.push(
        "If the last panel overhangs the fold by a hair, trim the seam side, never the fold.".to_owned(),
    );
    let title = match brief.build {
        Build::Wrap | Build::FoldedBase { .. } => "Glue the seam",
        Build::Joined { .. } => "Glue every seam",
        _ => "Glue both seams",
    };
    step(Stage::Glue, title, says)
}

fn base(brief: &Brief, figures: Figures) -> Step {
    if let Build::FoldedBase { lap } = brief.build {
        let crease = figures.say(brief.flap() + brief.apex());
        return step(
            Stage::Glue,
            "Fold the base",
            vec![
                format!("Crease the tube {crease} from its bottom edge. Open it there and squash both ends into triangles."),
                format!("Fold the back flap past the middle, then the front flap: they lap by {}.", figures.say(lap)),
                "Glue the four outer triangles and the lap, never the middle: that is the inside of the bag. Then fold the sides in.".to_owned(),
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
    ];
    step(Stage::Glue, "Close the base", says)
}

fn insert(brief: &Brief, figures: Figures) -> Option<Step> {
    let (width, depth) = crate::fittings::parts::insert(brief);
    let size = sentence(&figures.by(width, depth));
    let less = figures.say(brief.finished.width - width);
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
    if matches!(brief.top, Top::HemIn { .. }) {
        says.push("Tip it to bring it in past the hem.".to_owned());
    }
    if brief.gusset_crease.folds_flat() {
        says.push("Take it out before the bag is folded flat.".to_owned());
    }
    Some(step(Stage::Glue, "Insert for the base", says))
}

fn flap(brief: &Brief, figures: Figures) -> Option<Step> {
    let Top::Flap { depth, .. } = brief.top else { return None };
    let mouth = if brief.gusset_crease == GussetCrease::None {
        "Lay the closing flap over the mouth"
    } else {
        "Pinch the gussets in and lay the closing flap over"
    };
    let says = vec![format!("{mouth}; it is {} deep.", figures.say(depth))];
    Some(step(Stage::Glue, "Close the flap", says))
}

fn fold_flat(brief: &Brief) -> Option<Step> {
    brief.gusset_crease.folds_flat().then(|| {
        let says = vec![
            "Push the gussets in and fold the base up over the outside of the back; the front base line becomes the bottom edge."
                .to_owned(),
            "The paper bends on the way, so go slowly the first time. Keep bags flat until they are needed.".to_owned(),
        ];
        step(Stage::Glue, "Fold it flat to keep", says)
    })
}
