//! How the closed sets of the core are spelled in answers: each is an enum, so that the client's types know every word there is.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::brief::{FaceSide, Stop};
use wide_fold_core::fittings::Purpose;
use wide_fold_core::fittings::drawing::What;
use wide_fold_core::layout::Blade;
use wide_fold_core::net::{CreaseRole, CutRole, Fold, GlueRole, Panel, PaperFace, Zone};
use wide_fold_core::passes::{ByHand, Edge, Lying};
use wide_fold_core::steps::{Scene, Stage};
use wide_fold_core::verdict::Level;
use wide_fold_core::{Unit, heard};
use wide_fold_formats::catalogue::{Media, Use};

/// Declares the words for one set. No word decides for what is not named: a new member of the set stops the compiler here.
macro_rules! spelled {
    ($(#[$doc:meta])* $name:ident of $core:ty { $($word:literal $variant:ident: $($value:pat_param)|+),+ $(,)? }) => {
        $(#[$doc])*
        #[derive(Clone, Copy, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
        #[serde(rename_all = "snake_case")]
        #[schema(rename_all = "snake_case")]
        #[allow(missing_docs)] // The words speak for themselves.
        pub enum $name { $($variant),+ }

        impl From<$core> for $name {
            fn from(value: $core) -> Self {
                match value { $($($value)|+ => Self::$variant),+ }
            }
        }

        impl $name {
            /// The word itself.
            pub const fn word(self) -> &'static str {
                match self { $(Self::$variant => $word),+ }
            }

            #[cfg(test)]
            const ALL: &[Self] = &[$(Self::$variant),+];
        }
    };
}

spelled! {
    /// The unit's short name.
    UnitName of Unit { "in" In: Unit::Inch, "mm" Mm: Unit::Metric }
}

impl Default for UnitName {
    fn default() -> Self {
        Unit::default().into()
    }
}

spelled! {
    /// What a column of a piece becomes.
    PanelKind of Panel {
        "front" Front: Panel::Front | Panel::FacePart { on: FaceSide::Front, .. },
        "back" Back: Panel::Back | Panel::FacePart { on: FaceSide::Back, .. },
        "gusset" Gusset: Panel::Gusset { .. },
        "tab" Tab: Panel::Tab,
        "strip" Strip: Panel::JoinHalf(_),
        "pleat" Pleat: Panel::Pleat { .. },
    }
}

spelled! {
    /// What a row of a piece becomes.
    RowKind of Zone {
        "base" Base: Zone::Base,
        "ear" Ear: Zone::Ear,
        "body" Body: Zone::Body,
        "hem" Hem: Zone::Hem,
        "flap" Flap: Zone::Flap,
        "back_body" BackBody: Zone::BackBody,
        "back_hem" BackHem: Zone::BackHem,
    }
}

spelled! {
    /// How a line folds, seen from the outside face.
    FoldName of Fold { "mountain" Mountain: Fold::Mountain, "valley" Valley: Fold::Valley, "flat" Flat: Fold::Flat }
}

spelled! {
    /// What a scored line is for.
    CreaseName of CreaseRole {
        "base_line" BaseLine: CreaseRole::BaseLine,
        "corner" Corner: CreaseRole::Corner,
        "tab_line" TabLine: CreaseRole::TabLine,
        "hem_line" HemLine: CreaseRole::HemLine,
        "gusset_centre" GussetCentre: CreaseRole::GussetCentre,
        "gusset_diagonal" GussetDiagonal: CreaseRole::GussetDiagonal,
        "fold_flat_line" FoldFlatLine: CreaseRole::FoldFlatLine,
        "pressed_line" PressedLine: CreaseRole::PressedLine,
        "tube_crease" TubeCrease: CreaseRole::TubeCrease,
        "squash_diagonal" SquashDiagonal: CreaseRole::SquashDiagonal,
        "tuck_line" TuckLine: CreaseRole::TuckLine,
        "flap_line" FlapLine: CreaseRole::FlapLine,
        "flap_turn" FlapTurn: CreaseRole::FlapTurn,
        "strip_line" StripLine: CreaseRole::StripLine,
        "pleat_line" PleatLine: CreaseRole::PleatLine,
        "bottom_fold" BottomFold: CreaseRole::BottomFold,
        "lap_line" LapLine: CreaseRole::LapLine,
    }
}

spelled! {
    /// What a cut is for.
    CutName of CutRole {
        "slit" Slit: CutRole::Slit,
        "notch" Notch: CutRole::Notch,
        "base_slit" BaseSlit: CutRole::BaseSlit,
        "corner_square" CornerSquare: CutRole::CornerSquare,
        "tab_corner" TabCorner: CutRole::TabCorner,
        "tab_end" TabEnd: CutRole::TabEnd,
        "hem_corner" HemCorner: CutRole::HemCorner,
        "hem_slit" HemSlit: CutRole::HemSlit,
        "flap_side" FlapSide: CutRole::FlapSide,
        "pleat_end" PleatEnd: CutRole::PleatEnd,
    }
}

spelled! {
    /// How lines are made by ruler and hand.
    ByHandName of ByHand {
        "creased" Creased: ByHand::Creased,
        "halved" Halved: ByHand::Halved,
        "pleated" Pleated: ByHand::Pleated,
        "drawn" Drawn: ByHand::Drawn,
    }
}

spelled! {
    /// What a glued area is for.
    GlueName of GlueRole {
        "tab" Tab: GlueRole::Tab,
        "face_tab" FaceTab: GlueRole::FaceTab,
        "lap" Lap: GlueRole::Lap,
        "ear" Ear: GlueRole::Ear,
        "hem" Hem: GlueRole::Hem,
        "base_flap" BaseFlap: GlueRole::BaseFlap,
        "strip" Strip: GlueRole::Strip,
        "face_strip" FaceStrip: GlueRole::FaceStrip,
        "base_corner" BaseCorner: GlueRole::BaseCorner,
        "base_lap" BaseLap: GlueRole::BaseLap,
        "pleat" Pleat: GlueRole::Pleat,
        "all_round" AllRound: GlueRole::AllRound,
    }
}

spelled! {
    /// A face of the paper.
    FaceName of PaperFace { "outside" Outside: PaperFace::Outside, "inside" Inside: PaperFace::Inside }
}

spelled! {
    /// An edge of a piece, named as seen from the outside face.
    EdgeName of Edge { "top" Top: Edge::Top, "bottom" Bottom: Edge::Bottom, "left" Left: Edge::Left, "right" Right: Edge::Right }
}

spelled! {
    /// A stop of a board.
    StopName of Stop { "left" Left: Stop::Left, "right" Right: Stop::Right }
}

spelled! {
    /// A stage of the work.
    StageName of Stage { "trim" Trim: Stage::Trim, "score" Score: Stage::Score, "cut" Cut: Stage::Cut, "glue" Glue: Stage::Glue }
}

spelled! {
    /// What there is to be seen while a step is done.
    SceneName of Scene {
        "sheets" Sheets: Scene::Sheets,
        "board" Board: Scene::Board,
        "flat" Flat: Scene::Flat,
        "glued" Glued: Scene::Glued,
        "bag" Bag: Scene::Bag,
        "finished" Finished: Scene::Finished,
    }
}

spelled! {
    /// How much a verdict matters.
    LevelName of Level { "blocks" Blocks: Level::Blocks, "warns" Warns: Level::Warns, "notes" Notes: Level::Notes }
}

spelled! {
    /// Which way the trimmer's blade runs over the sheet.
    BladeName of Blade { "vertical" Vertical: Blade::Vertical, "horizontal" Horizontal: Blade::Horizontal }
}

spelled! {
    /// What is put on a bag.
    WhatName of What {
        "ribbon" Ribbon: What::Ribbon,
        "tube" Tube: What::Tube,
        "strap" Strap: What::Strap,
        "hanger" Hanger: What::Hanger,
        "strip" Strip: What::Strip,
        "mat" Mat: What::Mat,
        "band" Band: What::Band,
        "pocket" Pocket: What::Pocket,
        "medallion" Medallion: What::Medallion,
        "clip" Clip: What::Clip,
        "magnet" Magnet: What::Magnet,
        "gift" Gift: What::Gift,
    }
}

spelled! {
    /// What a file is for.
    TakenFor of Use {
        "print_at_one_to_one" PrintAtOneToOne: Use::PrintAtOneToOne,
        "read" Read: Use::Read,
        "machine" Machine: Use::Machine,
        "lists" Lists: Use::Lists,
        "keep" Keep: Use::Keep,
    }
}

spelled! {
    /// What a file is written in.
    MediaName of Media {
        "svg" Svg: Media::Svg,
        "dxf" Dxf: Media::Dxf,
        "pdf" Pdf: Media::Pdf,
        "png" Png: Media::Png,
        "csv" Csv: Media::Csv,
        "json" Json: Media::Json,
        "fold" Fold: Media::Fold,
        "zip" Zip: Media::Zip,
        "calendar" Calendar: Media::Calendar,
        "database" Database: Media::Database,
    }
}

spelled! {
    /// What a hole is for.
    PurposeName of Purpose {
        "handle" Handle: Purpose::Handle,
        "strap" Strap: Purpose::Strap,
        "hand" Hand: Purpose::Hand,
        "closure" Closure: Purpose::Closure,
    }
}

/// Where a measurement stands.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Axis {
    /// On the drawing, from the left.
    Across,
    /// On the drawing, from the bottom.
    Up,
}

#[cfg(test)]
mod tests {
    use super::*;

    fn sent<T: Serialize + Copy>(all: &[T], word: fn(T) -> &'static str) {
        for one in all {
            assert_eq!(serde_json::to_value(one).unwrap(), word(*one));
        }
    }

    #[test]
    fn what_is_sent_is_the_word() {
        sent(UnitName::ALL, UnitName::word);
        sent(PanelKind::ALL, PanelKind::word);
        sent(RowKind::ALL, RowKind::word);
        sent(FoldName::ALL, FoldName::word);
        sent(CreaseName::ALL, CreaseName::word);
        sent(CutName::ALL, CutName::word);
        sent(GlueName::ALL, GlueName::word);
        sent(ByHandName::ALL, ByHandName::word);
        sent(FaceName::ALL, FaceName::word);
        sent(EdgeName::ALL, EdgeName::word);
        sent(StopName::ALL, StopName::word);
        sent(StageName::ALL, StageName::word);
        sent(SceneName::ALL, SceneName::word);
        sent(LevelName::ALL, LevelName::word);
        sent(BladeName::ALL, BladeName::word);
        sent(WhatName::ALL, WhatName::word);
        sent(PurposeName::ALL, PurposeName::word);
        sent(MediaName::ALL, MediaName::word);
        sent(TakenFor::ALL, TakenFor::word);
        sent(AxisName::ALL, AxisName::word);
    }
}

/// Where something points on the board, the fence being up.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Points {
    /// To the fence.
    Up,
    /// Away from the fence.
    Down,
    /// To the left end of the fence.
    Left,
    /// To its right end.
    Right,
}

impl From<Lying> for Points {
    /// Where the top edge of a piece that lies so points.
    fn from(lying: Lying) -> Self {
        match (lying.fence, lying.on_the_left()) {
            (Edge::Top, _) => Self::Up,
            (Edge::Bottom, _) => Self::Down,
            (_, Edge::Top) => Self::Left,
            _ => Self::Right,
        }
    }
}

spelled! {
    /// Which way a line runs on a piece, top edge up.
    AxisName of heard::Axis {
        "upright" Upright: heard::Axis::Upright,
        "level" Level: heard::Axis::Level,
    }
}
