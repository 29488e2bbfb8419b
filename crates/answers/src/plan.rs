//! The whole plan.

use crate::dimension::DimensionView;
use crate::fittings::FittingsView;
use crate::guide::FeedView;
use crate::layout::LayoutView;
use crate::pass::{BoardView, PassView, StepView};
use crate::piece::PieceView;
use crate::spelled::UnitName;
use crate::verdict::{ProofView, VerdictView};
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::brief::{AllRound, Place};
use wide_fold_core::figures::Figures;
use wide_fold_core::fit::told;
use wide_fold_core::folded::surfaces::{Orientation, Surface};
use wide_fold_core::net::PaperFace;
use wide_fold_core::{Brief, Length, Plan, Unit};
use wide_fold_formats::BriefText;
use wide_fold_formats::brief_json::{EdgeByText, EdgeLineText, WeightsText};

/// Everything Wide Fold knows about a bag.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PlanView {
    /// What was asked for, written out in full.
    pub brief: BriefText,
    /// True if nothing stands in the way of cutting.
    pub ready: bool,
    /// The unit's short name: `in` or `mm`.
    pub unit: UnitName,
    /// Width, height and gusset as figures; a flare has no gusset.
    pub size: Vec<String>,
    /// The sheet's name.
    pub sheet: String,
    /// Figures that are set in words beside the drawing.
    pub settings: SettingsView,
    /// What goes into it, if that is kept with the bag.
    pub gift: Option<KeptGiftView>,
    /// Measurements that are edited on the drawing.
    pub dimensions: Vec<DimensionView>,
    /// Handle, backing, closure, insert and decoration.
    pub fittings: FittingsView,
    /// What to cut out.
    pub pieces: Vec<PieceView>,
    /// Where it lies on the sheet.
    pub layout: LayoutView,
    /// The scoring board, as it is drawn.
    pub board: BoardView,
    /// How the pieces go through the bag's guide, if it folds this bag.
    pub feeds: Vec<FeedView>,
    /// What to score on the board.
    pub passes: Vec<PassView>,
    /// What to do, in order.
    pub steps: Vec<StepView>,
    /// The folded bag measured.
    pub proof: ProofView,
    /// What every visible surface shows.
    pub surfaces: Vec<SurfaceView>,
    /// What the crafter should know, gravest first.
    pub verdicts: Vec<VerdictView>,
}

/// What goes into a bag.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct KeptGiftView {
    /// `a jar or tumbler: 3½ × 5 × 3½`.
    pub says: String,
    /// False if it has to stand.
    pub may_lie: bool,
}

/// Lengths of the brief that are set in a sentence.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct SettingsView {
    /// The taper of the gusset flaps.
    pub notch: LengthView,
    /// The lap of half-and-lap flaps.
    pub lap: Option<LengthView>,
    /// Width of a joining strip, if there are any.
    pub strip: Option<LengthView>,
    /// How much a join shows at every kind of place.
    pub weights: WeightsText,
    /// Width of the left part of a back that is cut inside.
    pub back_part: Option<LengthView>,
    /// Height above the base line of a join all round that lies above it.
    pub all_round: Option<LengthView>,
    /// Radius of the closing flap's corners, if there is one and its edge is straight.
    pub flap_corner: Option<LengthView>,
    /// True if the hem is slit at every corner; nothing if it has none to be slit at.
    pub hem_slit: Option<bool>,
    /// The free edge of a hem turned out, or of a closing flap; nothing if there is none that shows.
    pub edge: Option<EdgeView>,
    /// Thickness of one layer of the paper, in millimetres whatever the unit.
    pub caliper: LengthView,
    /// True if that was measured, false if it is estimated from the weight.
    pub caliper_measured: bool,
    /// Room given to the thickness of the paper.
    pub allowance: LengthView,
    /// What a panel is told less by for the crafter's hands; with a minus, more.
    pub hand_panel: LengthView,
    /// What the height is told less by.
    pub hand_height: LengthView,
    /// True if lines are made by ruler and hand, because it was asked for or the paper asks for it.
    pub by_hand: bool,
    /// The board's reach.
    pub reach: LengthView,
    /// The sheet's width, pattern upright.
    pub sheet_width: LengthView,
    /// The sheet's height, pattern upright.
    pub sheet_height: LengthView,
}

/// A length to read and to edit.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct LengthView {
    /// As a ruler shows it: `3¾`.
    pub figure: String,
    /// Exactly, for an input field: `3 3/4`.
    pub editable: String,
}

/// What a visible surface of the finished bag shows.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct SurfaceView {
    /// `The turned-out hem of the front`.
    pub name: String,
    /// `shows the reverse, upside down`.
    pub says: String,
    /// True if it shows the printed side the right way up, as faces do.
    pub as_usual: bool,
}

/// The free edge of a hem turned out, or of a closing flap.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct EdgeView {
    /// What line it follows.
    pub line: EdgeLineText,
    /// What cuts it.
    pub by: EdgeByText,
    /// From one scallop or wave to the next, where it has any.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub repeat: Option<LengthView>,
    /// From its highest to its lowest point; nothing if it is straight.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub rise: Option<LengthView>,
}

impl EdgeView {
    fn new(brief: &Brief) -> Self {
        let length = |length| LengthView::new(length, brief.unit);
        let own = brief.shaped_edge();
        Self {
            line: brief.edge.line.into(),
            by: brief.edge.by.into(),
            repeat: own.and_then(|edge| edge.line.nature().repeats).map(|_| length(brief.edge_repeat())),
            rise: own.map(|_| length(brief.edge_depth())),
        }
    }
}

impl SurfaceView {
    fn new(brief: &Brief, surface: &Surface) -> Self {
        let upright = surface.orientation == Orientation::Upright || !brief.sheet.directional;
        Self {
            name: surface.name(),
            says: surface.says(brief),
            as_usual: surface.shows == PaperFace::Outside && upright,
        }
    }
}

impl LengthView {
    fn new(length: Length, unit: Unit) -> Self {
        Self { figure: length.figure(unit), editable: length.editable(unit) }
    }
}

impl PlanView {
    /// A plan as it is sent.
    pub fn new(plan: &Plan) -> Self {
        let (brief, unit) = (&plan.brief, plan.brief.unit);
        let length = |length| LengthView::new(length, unit);
        let cuts = brief.build.chosen_cuts();
        Self {
            brief: BriefText::from(brief),
            ready: plan.is_ready(),
            unit: unit.into(),
            size: brief.finished_figures(),
            sheet: brief.sheet.name(unit),
            settings: SettingsView {
                notch: LengthView::new(brief.notch, unit),
                lap: brief.build.folded_lap().or_else(|| brief.base.lap()).map(length),
                strip: brief.joins.strip().map(length),
                weights: brief.weights.into(),
                back_part: cuts
                    .filter(|cuts| cuts.at.has(Place::InsideBack))
                    .map(|cuts| length(cuts.back_part.unwrap_or(brief.finished.width.half()))),
                all_round: cuts
                    .and_then(|cuts| cuts.all_round)
                    .map(AllRound::rise)
                    .filter(|rise| rise.is_positive())
                    .map(length),
                flap_corner: brief
                    .top
                    .flap()
                    .filter(|_| brief.shaped_edge().is_none())
                    .map(|flap| length(flap.corner)),
                hem_slit: brief.has_hem_corners().then_some(brief.hem_slit),
                edge: brief.has_edge().then(|| EdgeView::new(brief)),
                caliper: hundredths(brief.sheet.thickness().caliper),
                caliper_measured: brief.sheet.thickness().measured,
                allowance: length(brief.allowance),
                hand_panel: length(brief.hand.panel),
                hand_height: length(brief.hand.height),
                by_hand: brief.is_lined_by_hand(),
                reach: LengthView::new(brief.board.reach, unit),
                sheet_width: LengthView::new(brief.sheet.width, unit),
                sheet_height: LengthView::new(brief.sheet.height, unit),
            },
            gift: brief.gift.as_ref().map(|gift| KeptGiftView {
                says: told(gift, Figures::of(brief)),
                may_lie: gift.things.iter().all(|thing| thing.may_lie()),
            }),
            dimensions: DimensionView::all(plan),
            fittings: FittingsView::new(plan),
            pieces: plan.pieces.iter().map(|piece| PieceView::new(piece, unit)).collect(),
            layout: LayoutView::new(&plan.layout, unit),
            board: BoardView::new(&brief.board),
            feeds: plan.feeds.iter().map(|feed| FeedView::new(plan, feed)).collect(),
            passes: plan.passes.iter().map(|pass| PassView::new(plan, pass)).collect(),
            steps: StepView::all(plan),
            proof: ProofView::new(plan),
            surfaces: plan.surfaces.iter().map(|surface| SurfaceView::new(brief, surface)).collect(),
            verdicts: plan.verdicts.iter().map(VerdictView::new).collect(),
        }
    }
}

/// A thickness in millimetres, to the hundredth that a caliper tells.
fn hundredths(length: Length) -> LengthView {
    let figure = format!("{:.2}", length.mm());
    LengthView { editable: figure.clone(), figure }
}
