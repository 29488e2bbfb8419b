//! Passes and steps as they are read off at the table.

use crate::spelled::{
    ByHandName, CreaseName, EdgeName, FaceName, GlueName, Points, SceneName, StageName, StopName,
};
use fnv::FnvHasher;
use serde::Serialize;
use std::collections::HashMap;
use std::hash::Hasher;
use utoipa::ToSchema;
use wide_fold_core::brief::{Board, Stop};
use wide_fold_core::figures::Figures;
use wide_fold_core::folded::motion::legs;
use wide_fold_core::passes::{Edge, Pass};
use wide_fold_core::plane::Span;
use wide_fold_core::steps::laid::{Laid, flaps, laid};
use wide_fold_core::steps::{Counsel, Spot, Step, steps};
use wide_fold_core::{Brief, Length, Plan, Unit};

/// One way the piece lies on the board, and the lines scored while it lies so.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PassView {
    /// Which of the pieces.
    pub piece: usize,
    /// The face that is up.
    pub face_up: FaceName,
    /// The edge along the top fence, named as seen from the outside face.
    pub fence: EdgeName,
    /// The edge against the stop, from which distances are measured.
    pub measured_from: EdgeName,
    /// The stop it lies against.
    pub stop: StopName,
    /// True if the board does not reach and a ruler is needed.
    pub by_ruler: bool,
    /// True if the piece does not go on the board at all.
    pub on_table: bool,
    /// How it is made by ruler and hand: then the piece lies upright on the table, and nothing is turned; nothing if it is scored.
    pub by_hand: Option<ByHandName>,
    /// The lines, the one nearest to the stop first.
    pub lines: Vec<ScoreView>,
    /// Slanted lines drawn with a ruler in this pass.
    pub slants: Vec<SlantView>,
    /// The piece as it lies: along the fence, and down from it, in millimetres.
    pub laid_mm: [f64; 2],
    /// Where the top edge of the bag points as it lies.
    pub top_points: Points,
}

/// A slanted line as it lies on the board.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct SlantView {
    /// The crease it draws: `c0`.
    pub crease: String,
    /// One end: from the stop and down from the fence, in millimetres.
    pub from_mm: [f64; 2],
    /// The other end.
    pub to_mm: [f64; 2],
}

/// A scoring board as it is drawn: the fence along its top, its stops at the ends of it.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BoardView {
    /// From groove to groove, in millimetres.
    pub groove_mm: f64,
    /// From a stop to the last groove, in millimetres.
    pub reach_mm: f64,
    /// Where it has a stop.
    pub stops: Vec<StopName>,
}

impl BoardView {
    /// A board in millimetres.
    pub fn new(board: &Board) -> Self {
        let stops = [Stop::Left, Stop::Right].into_iter().filter(|stop| board.stops.has(*stop));
        Self {
            groove_mm: board.groove.mm(),
            reach_mm: board.reach.mm(),
            stops: stops.map(Into::into).collect(),
        }
    }
}

/// One line of a pass.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ScoreView {
    /// Distance from the stop, as a figure.
    pub at: String,
    /// What it is told less by for the crafter's hands: `less 1⁄64`; nothing if it is told as it lies.
    pub less: Option<String>,
    /// The same as short as can be: `−1⁄64`.
    pub less_mark: Option<String>,
    /// True if it is told nearer to the stop for that, false if further off.
    pub nearer: bool,
    /// Where the net has it, in millimetres.
    pub at_mm: f64,
    /// Where it begins, from the top fence, in millimetres.
    pub from_mm: f64,
    /// Where it ends, from the top fence, in millimetres.
    pub to_mm: f64,
    /// True if it runs from edge to edge.
    pub right_across: bool,
    /// What it is for.
    pub role: CreaseName,
    /// The creases it draws: `c0`.
    pub creases: Vec<String>,
}

/// One step of the work.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct StepView {
    /// What its tick is kept under: another step, in words that say something else, has another.
    pub id: String,
    /// The stage it belongs to.
    pub stage: StageName,
    /// What it is.
    pub title: String,
    /// What to do, a sentence each.
    pub says: Vec<String>,
    /// The pass that this step is.
    pub pass: Option<usize>,
    /// The feed through the guide that it is.
    pub feed: Option<usize>,
    /// What to take care of.
    pub caution: Option<&'static str>,
    /// Small places of the pieces at which it is done.
    pub spots: Vec<SpotView>,
    /// What there is to be seen while it is done.
    pub scene: SceneName,
    /// How far the bag is folded before and after it, from 0 (flat) to 1 (made).
    pub folds: [f64; 2],
    /// The glue areas that are worked on.
    pub glue: Vec<GlueName>,
    /// What is laid on the pieces.
    pub laid: Vec<OnPieceView>,
    /// The base flaps that are closed, each with its place in their order.
    pub flaps: Vec<FlapView>,
    /// Why it comes at this place in the work.
    pub why: String,
    /// What to look at or measure before going on.
    pub check: String,
    /// What usually goes wrong.
    pub goes_wrong: String,
    /// What helps then.
    pub rescue: String,
}

/// Something that is laid on a piece; millimetres in the piece's frame.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct OnPieceView {
    /// Which of the pieces.
    pub piece: usize,
    /// True if it lies on the inside.
    pub inside: bool,
    /// Its corners.
    pub corners: Vec<[f64; 2]>,
}

/// A base flap; millimetres in the piece's frame.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FlapView {
    /// Which of the pieces.
    pub piece: usize,
    /// Its middle.
    pub at: [f64; 2],
    /// Its place in the order in which they are closed: `3`, or `3 / 1` where one copy is the front and the other the back.
    pub place: String,
}

/// A small place of a piece at which a step is done.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
pub struct SpotView {
    /// Which of the pieces.
    pub piece: usize,
    /// From the left edge of the piece: where it begins and ends, in millimetres.
    pub x_mm: [f64; 2],
    /// From its bottom edge.
    pub y_mm: [f64; 2],
    /// True for the first of its kind: the others look just like it.
    pub first: bool,
}

impl SpotView {
    fn new(spot: &Spot) -> Self {
        let ends = |span: Span| [span.from.mm(), span.to.mm()];
        Self { piece: spot.piece, x_mm: ends(spot.x), y_mm: ends(spot.y), first: spot.first }
    }
}

impl PassView {
    /// A pass of a plan with figures in its unit.
    pub fn new(plan: &Plan, pass: &Pass) -> Self {
        let unit = plan.brief.unit;
        let (wide, tall) =
            plan.pieces.get(pass.piece).map_or((0.0, 0.0), |piece| (piece.width.mm(), piece.height.mm()));
        let upright = matches!(pass.lying.fence, Edge::Top | Edge::Bottom);
        let spot = |(along, down): (Length, Length)| [along.mm(), down.mm()];
        Self {
            laid_mm: if upright { [wide, tall] } else { [tall, wide] },
            top_points: pass.lying.into(),
            piece: pass.piece,
            face_up: pass.lying.face_up.into(),
            fence: pass.lying.fence.into(),
            measured_from: pass.lying.measured_from().into(),
            stop: pass.lying.stop.into(),
            by_ruler: pass.by_ruler,
            on_table: pass.on_table,
            by_hand: pass.by_hand.map(Into::into),
            lines: pass
                .lines
                .iter()
                .map(|line| ScoreView {
                    at: line.at.figure(unit),
                    less: Figures(unit).less(line.less),
                    less_mark: Figures(unit).mark(line.less),
                    nearer: line.less.is_positive(),
                    at_mm: line.at.mm(),
                    from_mm: line.reach.from.mm(),
                    to_mm: line.reach.to.mm(),
                    right_across: line.right_across,
                    role: line.role.into(),
                    creases: line.creases.iter().map(|crease| format!("c{crease}")).collect(),
                })
                .collect(),
            slants: pass
                .slants
                .iter()
                .map(|slant| SlantView {
                    crease: format!("c{}", slant.crease),
                    from_mm: spot(slant.from),
                    to_mm: spot(slant.to),
                })
                .collect(),
        }
    }
}

/// The ids of a plan's steps, in order. They are made of the steps' words in inches, whichever unit is read: a step that says the
/// same as an earlier one is told from it by how often it has been said.
pub fn step_ids(plan: &Plan) -> Vec<String> {
    let in_inches = (plan.brief.unit != Unit::Inch).then(|| {
        let brief = Brief { unit: Unit::Inch, ..plan.brief.clone() };
        steps(&brief, &plan.fitted, &plan.pieces, &plan.layout, &plan.feeds, &plan.passes)
    });
    let mut known: HashMap<u64, u32> = HashMap::new();
    let id = |step: &Step| {
        let mut words = FnvHasher::default();
        for text in std::iter::once(&step.title).chain(&step.says) {
            words.write(text.as_bytes());
            words.write(b"\n");
        }
        let words = words.finish();
        let again = known.entry(words).and_modify(|times| *times += 1).or_default();
        if *again == 0 { format!("{words:016x}") } else { format!("{words:016x}-{again}") }
    };
    in_inches.as_ref().unwrap_or(&plan.steps).iter().map(id).collect()
}

impl StepView {
    /// The steps of a plan as they are read.
    pub fn all(plan: &Plan) -> Vec<Self> {
        let way = legs(plan.brief.build);
        let reached = |step: &Step| step.reached.checked_sub(1).map_or(0.0, |last| way[last].to);
        let mut before = 0.0;
        let view = |(id, step): (String, &Step)| {
            let folds = [before, reached(step)];
            before = folds[1];
            Self::new(plan, id, step, folds)
        };
        step_ids(plan).into_iter().zip(&plan.steps).map(view).collect()
    }

    fn new(plan: &Plan, id: String, step: &Step, folds: [f64; 2]) -> Self {
        let Counsel { why, check, wrong, rescue } = step.counsel.clone();
        let laid = laid(&plan.brief, &plan.fitted, &plan.pieces, step.job).into_iter();
        let flaps = flaps(&plan.brief, &plan.net, &plan.pieces, step.job).into_iter();
        Self {
            laid: laid
                .map(|Laid { piece, inside, corners }| OnPieceView { piece, inside, corners })
                .collect(),
            flaps: flaps
                .map(|flap| FlapView {
                    piece: flap.piece,
                    at: crate::point(flap.middle),
                    place: flap.label(),
                })
                .collect(),
            folds,
            glue: step.job.glue().iter().map(|role| (*role).into()).collect(),
            why,
            check,
            goes_wrong: wrong,
            rescue,
            id,
            stage: step.stage.into(),
            title: step.title.clone(),
            says: step.says.clone(),
            pass: step.pass,
            feed: step.feed,
            caution: step.caution,
            spots: step.spots.iter().map(SpotView::new).collect(),
            scene: step.scene.into(),
        }
    }
}
