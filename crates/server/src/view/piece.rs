//! Pieces as they are drawn.

use super::point;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::brief::FaceSide;
use wide_fold_core::fittings::Shape;
use wide_fold_core::net::{Band, CreaseRole, CutRole, Face, Fold, GlueRole, Panel};
use wide_fold_core::pieces::Piece;
use wide_fold_core::{Length, Unit};

/// A piece, seen from its outside face, top edge up, origin at its bottom-left corner; millimetres.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PieceView {
    /// What to call it.
    pub name: String,
    /// How many of it one bag takes.
    pub count: u32,
    /// Width of the trimmed rectangle.
    pub width_mm: f64,
    /// Height of the trimmed rectangle.
    pub height_mm: f64,
    /// Width as a figure.
    pub width: String,
    /// Height as a figure.
    pub height: String,
    /// The edge of the paper after all cuts, anticlockwise.
    pub outline: Vec<[f64; 2]>,
    /// Corners of that edge that are rounded: from the left, from the bottom, radius.
    pub rounds: Vec<[f64; 3]>,
    /// Panels and tab from left to right.
    pub columns: Vec<PartView>,
    /// Base, body and hem from bottom to top.
    pub rows: Vec<PartView>,
    /// Scored lines.
    pub creases: Vec<CreaseView>,
    /// Cuts made after trimming.
    pub cuts: Vec<CutView>,
    /// Where glue goes.
    pub glue: Vec<GlueView>,
    /// Holes, slots and openings.
    pub holes: Vec<HoleView>,
}

/// A hole.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HoleView {
    /// Its name: `h0`.
    pub id: String,
    /// Its middle.
    pub at: [f64; 2],
    /// Half of its width and half of its height: round ends if it has a height, a slot if it has none.
    pub half: [f64; 2],
    /// What it is, and where its middle lies.
    pub says: String,
}

/// A panel or a band.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PartView {
    /// `front`, `gusset`, `back`, `tab`; or `base`, `body`, `hem`.
    pub kind: &'static str,
    /// What to call it: `left gusset`.
    pub name: &'static str,
    /// Where it begins, from the left or the bottom.
    pub from_mm: f64,
    /// Where it ends.
    pub to_mm: f64,
    /// How wide or high it is, as a figure.
    pub size: String,
}

/// A scored line.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct CreaseView {
    /// Its name among the piece's lines: `c0`.
    pub id: String,
    /// Its lower or left end, from the left.
    pub x1: f64,
    /// Its lower or left end, from the bottom.
    pub y1: f64,
    /// Its upper or right end, from the left.
    pub x2: f64,
    /// Its upper or right end, from the bottom.
    pub y2: f64,
    /// `mountain`, `valley` or `flat`, seen from the outside face.
    pub fold: &'static str,
    /// What it is for: `base_line`, `corner`, `gusset_centre`.
    pub role: &'static str,
    /// True if it comes about in the hand and is not scored.
    pub by_hand: bool,
    /// Its distance from the left or bottom edge, as a figure.
    pub at: String,
    /// What it is, where it is measured from, how it folds.
    pub says: String,
}

/// A cut made after trimming.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct CutView {
    /// Its name among the piece's lines: `k0`.
    pub id: String,
    /// Its end on the edge of the paper, from the left.
    pub x1: f64,
    /// Its end on the edge of the paper, from the bottom.
    pub y1: f64,
    /// Where it stops, from the left.
    pub x2: f64,
    /// Where it stops, from the bottom.
    pub y2: f64,
    /// `slit`, `notch`, `level_slit`, `corner_square` or `tab_corner`.
    pub role: &'static str,
    /// What it is.
    pub says: String,
}

/// A glued area.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct GlueView {
    /// Its name: `g0`.
    pub id: String,
    /// `tab`, `lap`, `ear`, `hem` or `base_flap`.
    pub role: &'static str,
    /// `outside` or `inside`.
    pub face: &'static str,
    /// Its corners, anticlockwise.
    pub corners: Vec<[f64; 2]>,
    /// What it is.
    pub says: String,
}

impl PieceView {
    /// A piece with labels in `unit`.
    pub fn new(piece: &Piece, unit: Unit) -> Self {
        let strip = &piece.strip;
        let part = |kind, name, from: Length, to: Length| PartView {
            kind,
            name,
            from_mm: from.mm(),
            to_mm: to.mm(),
            size: (to - from).figure(unit),
        };
        Self {
            name: piece.name.to_owned(),
            count: piece.count,
            width_mm: piece.width.mm(),
            height_mm: piece.height.mm(),
            width: piece.width.figure(unit),
            height: piece.height.figure(unit),
            outline: strip.outline.iter().copied().map(point).collect(),
            rounds: strip
                .rounds
                .iter()
                .map(|round| [round.at.x.mm(), round.at.y.mm(), round.radius.mm()])
                .collect(),
            columns: strip
                .columns
                .iter()
                .map(|c| part(panel_kind(c.panel), c.panel.name(), c.x.from, c.x.to))
                .collect(),
            rows: strip.rows.iter().map(|r| part(band(r.band), band(r.band), r.y.from, r.y.to)).collect(),
            creases: strip
                .creases
                .iter()
                .enumerate()
                .map(|(index, crease)| CreaseView {
                    id: format!("c{index}"),
                    x1: crease.from.x.mm(),
                    y1: crease.from.y.mm(),
                    x2: crease.to.x.mm(),
                    y2: crease.to.y.mm(),
                    fold: fold(crease.fold),
                    role: crease_role(crease.role),
                    by_hand: crease.role.is_made_by_hand(),
                    at: if crease.is_upright() { crease.from.x } else { crease.from.y }.figure(unit),
                    says: strip.describe_crease(crease, unit),
                })
                .collect(),
            cuts: strip
                .cuts
                .iter()
                .enumerate()
                .map(|(index, cut)| CutView {
                    id: format!("k{index}"),
                    x1: cut.from.x.mm(),
                    y1: cut.from.y.mm(),
                    x2: cut.to.x.mm(),
                    y2: cut.to.y.mm(),
                    role: match cut.role {
                        CutRole::Slit => "slit",
                        CutRole::Notch => "notch",
                        CutRole::LevelSlit => "level_slit",
                        CutRole::CornerSquare => "corner_square",
                        CutRole::TabCorner => "tab_corner",
                        CutRole::TabEnd => "tab_end",
                        CutRole::HemCorner => "hem_corner",
                        CutRole::FlapSide => "flap_side",
                        CutRole::PleatEnd => "pleat_end",
                    },
                    says: strip.describe_cut(cut, unit),
                })
                .collect(),
            glue: strip
                .glue
                .iter()
                .enumerate()
                .map(|(index, glue)| GlueView {
                    id: format!("g{index}"),
                    role: match glue.role {
                        GlueRole::Tab => "tab",
                        GlueRole::Lap => "lap",
                        GlueRole::Ear => "ear",
                        GlueRole::Hem => "hem",
                        GlueRole::BaseFlap => "base_flap",
                        GlueRole::Strip => "strip",
                        GlueRole::BaseCorner => "base_corner",
                        GlueRole::BaseLap => "base_lap",
                        GlueRole::Pleat => "pleat",
                        GlueRole::Level => "level",
                    },
                    face: face(glue.face),
                    corners: glue.corners.iter().copied().map(point).collect(),
                    says: strip.describe_glue(glue),
                })
                .collect(),
            holes: strip
                .holes
                .iter()
                .enumerate()
                .map(|(index, hole)| HoleView {
                    id: format!("h{index}"),
                    at: point(hole.centre),
                    half: half(hole.shape),
                    says: strip.describe_hole(hole, unit),
                })
                .collect(),
        }
    }
}

fn panel_kind(panel: Panel) -> &'static str {
    match panel {
        Panel::Front | Panel::FacePart { on: FaceSide::Front, .. } => "front",
        Panel::Back | Panel::FacePart { on: FaceSide::Back, .. } => "back",
        Panel::Gusset { .. } => "gusset",
        Panel::Tab => "tab",
        Panel::JoinHalf(_) => "strip",
        Panel::Pleat { .. } => "pleat",
    }
}

fn band(band: Band) -> &'static str {
    match band {
        Band::Base => "base",
        Band::Ear => "ear",
        Band::Body => "body",
        Band::Hem => "hem",
        Band::Flap => "flap",
        Band::BackBody => "back_body",
        Band::BackHem => "back_hem",
    }
}

fn fold(fold: Fold) -> &'static str {
    match fold {
        Fold::Mountain => "mountain",
        Fold::Valley => "valley",
        Fold::Flat => "flat",
    }
}

/// How a crease's role is spelled.
pub(super) fn crease_role(role: CreaseRole) -> &'static str {
    match role {
        CreaseRole::BaseLine => "base_line",
        CreaseRole::Corner => "corner",
        CreaseRole::TabLine => "tab_line",
        CreaseRole::HemLine => "hem_line",
        CreaseRole::GussetCentre => "gusset_centre",
        CreaseRole::GussetDiagonal => "gusset_diagonal",
        CreaseRole::FoldFlatLine => "fold_flat_line",
        CreaseRole::PressedLine => "pressed_line",
        CreaseRole::TubeCrease => "tube_crease",
        CreaseRole::SquashDiagonal => "squash_diagonal",
        CreaseRole::TuckLine => "tuck_line",
        CreaseRole::FlapLine => "flap_line",
        CreaseRole::FlapTurn => "flap_turn",
        CreaseRole::StripLine => "strip_line",
        CreaseRole::PleatLine => "pleat_line",
        CreaseRole::BottomFold => "bottom_fold",
        CreaseRole::LevelLine => "level_line",
    }
}

/// How a face is spelled.
pub(super) fn face(face: Face) -> &'static str {
    match face {
        Face::Outside => "outside",
        Face::Inside => "inside",
    }
}

/// Half of a hole's width and of its height, in millimetres.
pub(super) fn half(shape: Shape) -> [f64; 2] {
    let (wide, tall) = shape.half();
    [wide.mm(), tall.mm()]
}
