//! What to do, in the order of the work.

mod adhesive;
mod assemble;
mod by_hand;
mod counsel;
mod edge;
mod fit;
mod guided;
mod job;
pub mod laid;
mod order;
mod spots;
mod trim;

use crate::brief::{ClosingFlap, ScoreFace};
use crate::feeds::Feed;
use crate::figures::Figures;
use crate::fittings::Fitted;
use crate::layout::Layout;
use crate::net::{CreaseRole, Cut, CutRole, Fold, PaperFace, Zone};
use crate::passes::{Edge, Handling, Pass, ScoreLine, handling};
use crate::pieces::Piece;
use crate::text::{list, sentence};
pub use counsel::Counsel;
pub use fit::layers;
pub use job::{Brings, Job, Nature};
pub use order::{After, Because};
pub use spots::Spot;

use crate::{Brief, Length};

/// One step of the work.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Step {
    /// The stage it belongs to.
    pub stage: Stage,
    /// What kind of work it is.
    pub job: Job,
    /// What it is, in a few words.
    pub title: String,
    /// What to do, a sentence each.
    pub says: Vec<String>,
    /// The pass on the scoring board that this step is, by its place in the plan's list.
    pub pass: Option<usize>,
    /// The feed through the guide that it is, by its place in the plan's list.
    pub feed: Option<usize>,
    /// The one piece that is worked on, by its place in the plan's list; nothing if it is the whole bag, or every piece.
    pub piece: Option<usize>,
    /// What to take care of.
    pub caution: Option<&'static str>,
    /// Small places of the pieces at which it is done; none where it is done all over.
    pub spots: Vec<Spot>,
    /// What there is to be seen while it is done.
    pub scene: Scene,
    /// How many stretches of the way from the flat to the finished bag ([`legs`](crate::folded::motion::legs)) are done when it is.
    pub reached: usize,
    /// What has to be done before it, and why.
    pub after: Vec<After>,
    /// Why it is done now, what to check before going on, what goes wrong and what helps.
    pub counsel: Counsel,
}

/// What the work looks like during a step: never more than is there yet.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Scene {
    /// Sheets on the trimmer.
    Sheets,
    /// A piece on the scoring board.
    Board,
    /// The pieces, lying flat.
    Flat,
    /// The same, where they are glued together.
    Glued,
    /// The bag, standing or coming to stand, with nothing on it.
    Bag,
    /// The bag with its handle and whatever else is put on it.
    Finished,
}

impl Scene {
    /// True once the bag has come to stand: from then on it is never seen with less on it.
    const fn stands(self) -> bool {
        match self {
            Self::Bag | Self::Finished => true,
            Self::Sheets | Self::Board | Self::Flat | Self::Glued => false,
        }
    }
}

/// A stage of the work. They follow one another as listed (common practice).
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Stage {
    /// Measure the sheet and trim the piece out of it.
    Trim,
    /// Score every line on the board.
    Score,
    /// Fold and burnish every line while flat; cut slits, notches and the tab's corner.
    Cut,
    /// Turn the hem, glue the seam, close the base.
    Glue,
}

const KNIFE: &str = "Scissors do it. With a craft knife: fresh blade, cutting mat, fingers behind the edge, and cut away from your hand.";

/// All steps for one bag.
///
/// ```
/// use wide_fold_asked::{Brief, Length, fittings::Fitted};
/// use wide_fold_made::{Net, layout::Layout, passes::passes, pieces::divide, steps::{Stage, steps}};
/// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
/// let (fitted, pieces) = (Fitted::of(&brief), divide(&Net::of(&brief)));
/// let passes = passes(&brief, &pieces, &[]);
/// let layout = Layout::new(&brief, &fitted, &pieces);
/// let steps = steps(&brief, &fitted, &pieces, &layout, &[], &passes);
/// // From the trim to the closed base, stage by stage.
/// assert_eq!((steps[0].stage, steps[1].pass), (Stage::Trim, Some(0)));
/// assert!(steps.is_sorted_by_key(|step| step.stage));
/// ```
pub fn steps(
    brief: &Brief,
    fitted: &Fitted,
    pieces: &[Piece],
    layout: &Layout,
    feeds: &[Feed],
    passes: &[Pass],
) -> Vec<Step> {
    let figures = Figures::of(brief);
    let mut steps = vec![trim::step(brief, pieces, layout, figures)];
    steps.extend(feeds.iter().enumerate().map(|(index, feed)| guided::step(index, brief, pieces, feed)));
    steps.extend(passes.iter().enumerate().map(|(index, pass)| match pass.by_hand {
        Some(how) => by_hand::step(index, how, brief, passes, pieces),
        None => score(index, passes, pieces, figures, pass),
    }));
    steps.push(fold(brief, pieces));
    let is_notched = |index: usize| feeds.iter().any(|feed| feed.piece == index);
    steps.extend((0..pieces.len()).filter_map(|index| cut(brief, pieces, index, is_notched(index), figures)));
    steps.extend(assemble::steps(brief, fitted, figures));
    let mut steps = order::arrange(brief, steps);
    for step in &mut steps {
        step.spots.extend(spots::of(step.job, pieces));
        // What is done in a guide, or by ruler and hand, has its own.
        let by_hand = |pass: usize| passes.get(pass).is_some_and(|pass| pass.by_hand.is_some());
        if step.job == Job::Guide || step.pass.is_some_and(by_hand) {
            continue;
        }
        let pass = step.pass.and_then(|index| {
            let pass = passes.get(index)?;
            Some((passes[..index].iter().all(|before| before.piece != pass.piece), pass))
        });
        step.counsel = counsel::of(step.job, brief, fitted, pieces, pass, figures);
    }
    steps
}

fn step(job: Job, title: impl Into<String>, says: Vec<String>) -> Step {
    let (title, counsel) = (title.into(), Counsel::default());
    Step {
        stage: job.stage(),
        job,
        title,
        says,
        pass: None,
        feed: None,
        piece: None,
        caution: None,
        spots: Vec::new(),
        scene: job.scene(),
        reached: 0,
        after: Vec::new(),
        counsel,
    }
}

/// Which piece is meant, where there is more than one.
fn of_piece(pieces: &[Piece], index: usize) -> String {
    match (pieces, pieces.get(index)) {
        ([one], _) if one.count == 1 => String::new(),
        ([_], _) => ", two pieces alike".to_owned(),
        (_, Some(piece)) => format!(", {}", piece.name.to_lowercase()),
        (_, None) => String::new(),
    }
}

fn score(index: usize, passes: &[Pass], pieces: &[Piece], figures: Figures, pass: &Pass) -> Step {
    let before = index
        .checked_sub(1)
        .and_then(|before| passes.get(before))
        .filter(|before| before.piece == pass.piece);
    let face = match pass.lying.face_up {
        PaperFace::Outside => "outside (the good side)",
        PaperFace::Inside => "inside (the back of the sheet)",
    };
    let side = pass.lying.stop.name();
    let (fence, stop) = if pass.on_table {
        ("away from you", format!("on the {side}"))
    } else {
        ("along the top fence", format!("against the stop on the {side}"))
    };
    let sides = format!(
        "the {} {fence} and the {} {stop}",
        sided(pass.lying.fence, pass.lying.face_up),
        sided(pass.lying.measured_from(), pass.lying.face_up)
    );
    let lay = match before {
        Some(before) if before.lying == pass.lying => format!("Leave it as it lies, {sides}."),
        Some(before) if Handling::between(before.lying, pass.lying).slides > 0 => {
            format!("Slide it over to the stop on the {side}, without turning it: {sides}.")
        }
        Some(before) if before.lying.face_up == pass.lying.face_up => {
            format!("Turn it{}, {sides}.", if pass.on_table { "" } else { " on the board" })
        }
        Some(before) => {
            let round = if Handling::between(before.lying, pass.lying).turns > 0 { " and round" } else { "" };
            format!("Turn the piece over{round}: {face} up, {sides}.")
        }
        None if pass.on_table => format!(
            "The piece is larger than the board, and cannot hang over its rim: lay it on the table, {face} up, {sides}."
        ),
        None => format!("Lay the piece {face} up, {sides}."),
    };
    let from = pass.lying.measured_from();
    let mut says = vec![lay];
    if before.is_none() {
        says.extend(at_once(passes, pieces, pass.piece));
    }
    let at: Vec<String> = pass.lines.iter().map(|line| figures.told(line.at, line.less)).collect();
    if !pass.slants.is_empty() {
        says.push(
            "Without moving it, mark both ends of each line and score from mark to mark along a ruler; each runs at 45° between a base corner and an apex:".to_owned(),
        );
        says.extend(pass.slants.iter().map(|slant| {
            let spot =
                |(along, down)| format!("{} from the {side}, {} down", figures.say(along), figures.say(down));
            format!("{} to {}.", sentence(&spot(slant.from)), spot(slant.to))
        }));
    } else if pass.by_ruler {
        let why = if pass.on_table {
            "Mark"
        } else {
            "Beyond the board’s grooves from either end: without moving it, mark"
        };
        says.push(format!(
            "{why} {} from the {} at the top and at the bottom, and score from mark to mark along a ruler.",
            list(&at),
            from.name()
        ));
    } else {
        says.push(format!("Score at {} from the {side}.", list(&at)));
    }
    if pass.lines.iter().any(|line| line.less != Length::ZERO) {
        says.push(
            "What is added or taken off is for your hands: so each line falls where it belongs.".to_owned(),
        );
    }
    says.extend(pass.lines.iter().filter(|line| !line.right_across).map(|line| stops(line, figures)));
    if pass.carry_on {
        says.push(
            "The piece is longer than the board: slide it along and carry each line on to the edge."
                .to_owned(),
        );
    }
    let what = if !pass.slants.is_empty() {
        "Score the 45° creases".to_owned()
    } else if pass.by_ruler {
        format!("Rule from the {}", from.name())
    } else {
        format!("Score from the {}", from.name())
    };
    // Told apart from the pass on the other face, where there is one.
    let turned =
        passes.iter().any(|other| other.piece == pass.piece && other.lying.face_up != pass.lying.face_up);
    let up = match (turned, pass.lying.face_up) {
        (false, _) => "",
        (true, PaperFace::Outside) => ", outside up",
        (true, PaperFace::Inside) => ", inside up",
    };
    let title = format!("{what}{up}{}", of_piece(pieces, pass.piece));
    Step { pass: Some(index), piece: Some(pass.piece), ..step(Job::Score, title, says) }
}

/// How often a piece is moved in all, and how many are done together.
fn at_once(passes: &[Pass], pieces: &[Piece], piece: usize) -> Vec<String> {
    let moves = handling(passes, piece).says().map(|moves| format!("{moves} in all; no order takes fewer."));
    let alike = match pieces.get(piece).map_or(1, |piece| piece.count) {
        0 | 1 => None,
        2 => Some("Do both pieces before the next setting.".to_owned()),
        count => Some(format!("Do all {count} pieces before the next setting.")),
    };
    moves.into_iter().chain(alike).collect()
}

/// An edge's name, with a reminder that left and right are swapped when the inside is up.
fn sided(edge: Edge, up: PaperFace) -> String {
    match (edge, up) {
        (Edge::Left, PaperFace::Inside) => "left edge (now on your right as it stands)".to_owned(),
        (Edge::Right, PaperFace::Inside) => "right edge (now on your left as it stands)".to_owned(),
        _ => edge.name().to_owned(),
    }
}

fn stops(line: &ScoreLine, figures: Figures) -> String {
    let name = line.role.name();
    let (at, to) = (figures.say(line.at), figures.say(line.reach.to));
    let stop = if line.role == CreaseRole::GussetCentre { ", at the apex of the gusset" } else { "" };
    if line.reach.from == Length::ZERO {
        format!("The {name} at {at} stops short, {to} from the top fence{stop}.")
    } else {
        format!(
            "The {name} at {at} begins {} from the top fence{stop} and ends at {to}.",
            figures.say(line.reach.from)
        )
    }
}

fn fold(brief: &Brief, pieces: &[Piece]) -> Step {
    let by_hand = brief.is_lined_by_hand();
    let has_guides = pieces.iter().flat_map(|piece| &piece.blank.creases).any(|crease| {
        crease.fold == Fold::Flat && !crease.role.is_made_by_hand() && crease.role != CreaseRole::StripLine
    });
    let mut says = if by_hand {
        vec!["Every line is creased already. Fold each right over once more, the way it goes in the bag, and run a bone folder or the back of a spoon along it.".to_owned()]
    } else if brief.build.pleated().is_some() {
        vec!["Fold the lines while the sheet is flat and burnish them: the pleats in turn away from you and towards you.".to_owned()]
    } else {
        vec![format!(
            "Fold the lines while the piece is flat and burnish them, corners and base line away from the outside{}.",
            if has_guides { "; guide lines stay flat" } else { "" }
        )]
    };
    if by_hand {
        // Nothing is scored: there is no groove on either face.
    } else if brief.score_face == ScoreFace::OutsideOfFold {
        says.push(
            "The scored groove ends up on the outside of the fold: the pressed fibres crack less.".to_owned(),
        );
    } else {
        says.push(
            "The scored groove ends up on the inside of the fold, where its mark does not show.".to_owned(),
        );
    }
    let is_scored = !brief.gusset_crease.is_unscored();
    if is_scored && brief.gusset_crease.is_any() {
        says.push(format!("The centre of a gusset is a {}, down to the apex only.", Fold::Valley.says()));
    }
    if is_scored && brief.gusset_crease.has_pair() {
        says.push(format!(
            "Each 45° crease is a {}; the pair lets the top pinch in neatly.",
            Fold::Valley.says()
        ));
    }
    if !is_scored {
        says.push(
            "Nothing is scored for folding it flat: that is pressed in when the bag is made.".to_owned(),
        );
    } else if brief.gusset_crease.folds_flat() {
        says.push("The fold-flat line is a valley across the back. On the gussets only the half from the apex to the back is folded, away from you.".to_owned());
        if brief.gusset_crease.folds_over_either_face() {
            says.push(
                "Across the front it is only pressed in, for the day the bag is folded the other way."
                    .to_owned(),
            );
        }
    }
    if brief.build.goes_round_in_one() && brief.round.start.is_half_gusset() {
        says.push(
            "The line beside the tab only shows where the other half gusset is laid; leave it flat."
                .to_owned(),
        );
    }
    step(Job::Fold, "Fold and burnish", says)
}

/// Width and height of the corner that some cuts, taken together, cut away; nothing if there are none. Its outer edge may be
/// slanted, so its height is that of the upright cut beside the panel.
fn corner<'a>(cuts: impl Iterator<Item = &'a Cut> + Clone) -> Option<(Length, Length)> {
    let tall = |cut: &Cut| if cut.from.x == cut.to.x { (cut.to.y - cut.from.y).abs() } else { Length::ZERO };
    let across = || cuts.clone().flat_map(|cut| [cut.from.x, cut.to.x]);
    Some((across().max()? - across().min()?, cuts.clone().map(tall).max()?))
}

fn cut(brief: &Brief, pieces: &[Piece], index: usize, is_notched: bool, figures: Figures) -> Option<Step> {
    let blank = &pieces[index].blank;
    let with = |role| blank.cuts.iter().filter(move |cut| cut.role == role);
    let depth = figures.say(brief.flap());
    let mut says = Vec::new();
    let at: Vec<String> = with(CutRole::Slit).map(|cut| figures.say(cut.from.x)).collect();
    if !at.is_empty() && is_notched {
        says.push(format!(
            "The guide has notched the corner {} at {}: see that each opens right up to the base line, {depth} deep and no further.",
            if at.len() == 1 { "score" } else { "scores" },
            list(&at)
        ));
    } else if !at.is_empty() {
        says.push(format!(
            "From the bottom edge, slit along the corner {} at {} up to the base line, {depth} deep and no further.",
            if at.len() == 1 { "score" } else { "scores" },
            list(&at)
        ));
    }
    if let Some(notch) = with(CutRole::Notch).next().filter(|_| !is_notched) {
        let taper = figures.say((notch.from.x - notch.to.x).abs());
        says.push(format!(
            "Taper the gusset flaps: from {taper} inwards at the bottom edge to nothing at the base line, taking the score with it.",
        ));
    }
    if let Some((wide, tall)) = corner(with(CutRole::TabCorner)) {
        says.push(format!("Cut away the corner below the tab, {}.", figures.by(wide, tall)));
    }
    if with(CutRole::CornerSquare).next().is_some() {
        let square = figures.by(brief.finished.gusset, brief.flap());
        says.push(format!("Cut out both base corner squares, {square}, and keep them for tags or handles."));
    }
    if with(CutRole::BaseSlit).next().is_some() {
        says.push("Slit level along the base line from each side edge to the corner score; the squares turn up as ears.".to_owned());
    }
    if with(CutRole::PleatEnd).next().is_some() {
        says.push("Cut the outermost pleat off the half that becomes the back, on both sides, up to the bottom fold.".to_owned());
    }
    let ends = with(CutRole::TabEnd).next().map(|_| "the ends of the tab");
    let corners = with(CutRole::HemCorner)
        .next()
        .filter(|_| !brief.slits_hem())
        .map(|_| "the corners of the hem at the free edges");
    let slanted: Vec<String> = [ends, corners].into_iter().flatten().map(str::to_owned).collect();
    if !slanted.is_empty() {
        says.push(format!("Slant {} a little, so that nothing shows.", list(&slanted)));
    }
    says.extend(edge::slit(blank, figures));
    if let (Some(ClosingFlap { depth, corner, .. }), Some(_)) = (brief.top.flap(), blank.row(Zone::Flap)) {
        let round = if corner.is_positive() && !blank.round_corners.is_empty() {
            format!(" Round its two corners, {} radius.", figures.say(corner))
        } else {
            String::new()
        };
        says.push(format!(
            "Leave the closing flap, {} deep, and cut the rest of its band away level with the top.{round}",
            figures.say(depth)
        ));
    }
    says.extend(edge::curves(brief, blank, figures));
    if says.is_empty() {
        return None;
    }
    let title = format!(
        "{}{}",
        match (at.is_empty(), is_notched) {
            (true, _) => "Cut",
            (false, true) => "See to the notches, cut the corner",
            (false, false) => "Slit, notch and corner",
        },
        of_piece(pieces, index)
    );
    Some(Step {
        caution: Some(KNIFE),
        piece: Some(index),
        spots: spots::of_cuts(index, &pieces[index]),
        ..step(Job::Cut, title, says)
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::brief::ClosingOrder;
    use crate::brief::Top;
    use crate::worked::Worked;

    fn plan(change: impl Fn(&mut Brief)) -> Worked {
        let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        change(&mut brief);
        Worked::new(&brief)
    }

    #[test]
    fn steps_follow_the_order_of_the_work() {
        let plan = plan(|brief| brief.top = Top::HemIn { depth: Length::INCH });
        assert!(plan.steps.windows(2).all(|pair| pair[0].stage <= pair[1].stage));
        let titles: Vec<&str> = plan.steps.iter().map(|step| step.title.as_str()).collect();
        assert_eq!(
            titles,
            [
                "Measure and trim",
                "Score from the left edge",
                "Score from the bottom edge",
                "Fold and burnish",
                "Slit, notch and corner",
                "Turn the hem",
                "Glue the seam",
                "Close the base",
                "Insert for the base",
            ]
        );
    }

    #[test]
    fn the_worked_bag_in_words() {
        let plan = plan(|_| ());
        let said = plan.steps.iter().flat_map(|step| &step.says).cloned().collect::<Vec<_>>().join(" ");
        assert!(said.contains("Set the trimmer to 8½ from the bottom edge"), "{said}");
        assert!(said.contains("Score at 2, 5¾, 7¾ and 11½ from the left."), "{said}");
        assert!(said.contains("slit along the corner scores at 2, 5¾ and 7¾"), "{said}");
        // Customary clearance ⅛ (common practice).
        assert!(said.contains("3⅝ × 1⅞ of card"), "{said}");
    }

    #[test]
    fn both_closing_orders_end_with_the_front() {
        for closing in [ClosingOrder::BackFirst, ClosingOrder::GussetsFirst] {
            let plan = plan(|brief| brief.closing = closing);
            let base = plan.steps.iter().find(|step| step.title == "Close the base").unwrap();
            assert!(base.says[0].contains("then the front flap; each"));
        }
    }

    #[test]
    fn a_hole_is_punched_through_what_reaches_over_it() {
        use crate::brief::{BackingKind, ClosureKind, HandleKind};
        let gusseted = |hem: Length| {
            let plan = plan(|brief| {
                brief.top = Top::HemIn { depth: hem };
                brief.fittings.handle.kind = HandleKind::GussetRibbon;
                brief.fittings.handle.down = Some(Length::eighths(12));
                brief.fittings.punch.hole = Length::eighths(2);
                brief.fittings.backing.kind = BackingKind::None;
            });
            let holes = plan.steps.iter().find(|step| step.job == Job::Holes).unwrap().clone();
            (holes.says.join(" "), holes.counsel.check)
        };
        // A hole of ¼ whose middle is 1½ below the top begins 1⅜ below it.
        let (says, check) = gusseted(Length::eighths(11));
        assert!(says.contains("through one layer"), "{says}");
        assert!(check.contains("gusset on gusset"), "{check}");
        let (says, _) = gusseted(Length::eighths(11) + Length::sixty_fourths(1));
        assert!(says.contains("through 2 layers"), "{says}");
        // Without a handle, the holes of a closing are in front and back.
        let closed = plan(|brief| brief.fittings.closure.kind = ClosureKind::RibbonThrough);
        let holes = closed.steps.iter().find(|step| step.job == Job::Holes).unwrap();
        assert!(holes.counsel.check.contains("front on back"), "{}", holes.counsel.check);
    }
}
