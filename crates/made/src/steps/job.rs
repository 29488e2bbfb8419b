//! What kind of work a step is.

use super::{Scene, Stage};
use crate::fittings::drawing::What;
use crate::net::GlueRole;
use strum::VariantArray;

/// A kind of work.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash, VariantArray)]
pub enum Job {
    /// The piece is measured and trimmed out of the sheet.
    Trim,
    /// A piece is notched and scored in a guide.
    Guide,
    /// One pass on the scoring board.
    Score,
    /// Every line is folded and burnished.
    Fold,
    /// Slits, notches, corners.
    Cut,
    /// Parts of a face, or a lower piece and the upper over it, are joined flat on the table.
    Join,
    /// The halves of joining strips that go under the hem.
    StripEnds,
    /// The hem is turned.
    Hem,
    /// What lies behind holes or ribbon ends.
    Backing,
    /// A card pocket.
    Pocket,
    /// Mats on faces, gussets or flap.
    Mats,
    /// Holes are punched, hand holes cut.
    Holes,
    /// Slots for a strap, and its first end.
    StrapFirst,
    /// A ribbon up the faces.
    LongRibbon,
    /// A flare is pleated, folded end to end and closed.
    Flare,
    /// The seams are glued.
    Seam,
    /// Base flaps are closed one over another.
    Base,
    /// The ends of a tube are squashed and folded into a base.
    SquashBase,
    /// The bag is folded flat to be kept.
    FoldFlat,
    /// A stiffener is laid in.
    Insert,
    /// A band is laid round.
    Band,
    /// Handles are put on.
    Handles,
    /// What to think of before it is filled.
    Fill,
    /// The closing flap is folded over.
    Flap,
    /// The bag is closed.
    Close,
}

/// What a kind of work answers.
#[derive(Clone, Copy, Debug)]
pub struct Nature {
    /// The stage it belongs to.
    pub stage: Stage,
    /// Names it in what is kept; never changed.
    pub key: &'static str,
    /// What there is to be seen while it is done, if no more is there yet.
    pub scene: Scene,
    /// What of the way from the flat to the finished bag is done with it.
    pub brings: Brings,
    /// The glue areas that are worked on.
    pub glue: &'static [GlueRole],
    /// What is laid on faces and gussets.
    pub lays: &'static [What],
}

/// How far a kind of work brings a bag on its way from the flat to the finished one.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Brings {
    /// No further.
    Nowhere,
    /// The hem is turned.
    HemTurned,
    /// The tube is closed.
    TubeClosed,
    /// It is made.
    Made,
}

impl Nature {
    const fn of(stage: Stage, key: &'static str, scene: Scene) -> Self {
        Self { stage, key, scene, brings: Brings::Nowhere, glue: &[], lays: &[] }
    }

    const fn bringing(self, brings: Brings) -> Self {
        Self { brings, ..self }
    }

    const fn gluing(self, glue: &'static [GlueRole]) -> Self {
        Self { glue, ..self }
    }

    const fn laying(self, lays: &'static [What]) -> Self {
        Self { lays, ..self }
    }
}

impl Job {
    /// All of them.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// What this kind of work answers: the one place in which a new one has to be described before anything else of it can be asked.
    ///
    /// ```
    /// use wide_fold_made::steps::{Job, Stage};
    /// assert_eq!((Job::Hem.nature().key, Job::Hem.stage()), ("hem", Stage::Glue));
    /// ```
    pub const fn nature(self) -> Nature {
        use Brings::{HemTurned, Made, TubeClosed};
        use GlueRole as On;
        match self {
            Self::Trim => Nature::of(Stage::Trim, "trim", Scene::Sheets),
            Self::Guide => Nature::of(Stage::Score, "guide", Scene::Board),
            Self::Score => Nature::of(Stage::Score, "score", Scene::Board),
            Self::Fold => Nature::of(Stage::Cut, "fold", Scene::Flat),
            Self::Cut => Nature::of(Stage::Cut, "cut", Scene::Flat),
            Self::Join => Nature::of(Stage::Glue, "join", Scene::Glued).gluing(&[
                On::AllRound,
                On::FaceTab,
                On::FaceStrip,
            ]),
            Self::StripEnds => Nature::of(Stage::Glue, "strip_ends", Scene::Glued).gluing(&[On::Strip]),
            Self::Hem => Nature::of(Stage::Glue, "hem", Scene::Glued).bringing(HemTurned).gluing(&[On::Hem]),
            Self::Backing => {
                Nature::of(Stage::Glue, "backing", Scene::Flat).laying(&[What::Strip, What::Ribbon])
            }
            Self::Pocket => Nature::of(Stage::Glue, "pocket", Scene::Flat).laying(&[What::Pocket]),
            Self::Mats => Nature::of(Stage::Glue, "mats", Scene::Flat).laying(&[What::Mat, What::Medallion]),
            Self::Holes => Nature::of(Stage::Glue, "holes", Scene::Flat),
            Self::StrapFirst => Nature::of(Stage::Glue, "strap_first", Scene::Flat),
            Self::LongRibbon => Nature::of(Stage::Glue, "long_ribbon", Scene::Flat).laying(&[What::Ribbon]),
            Self::Flare => Nature::of(Stage::Glue, "flare", Scene::Glued).bringing(Made).gluing(&[On::Pleat]),
            Self::Seam => Nature::of(Stage::Glue, "seam", Scene::Glued).bringing(TubeClosed).gluing(&[
                On::Tab,
                On::Lap,
                On::Strip,
            ]),
            Self::Base => {
                Nature::of(Stage::Glue, "base", Scene::Bag).bringing(Made).gluing(&[On::BaseFlap, On::Ear])
            }
            Self::SquashBase => Nature::of(Stage::Glue, "squash_base", Scene::Bag)
                .bringing(Made)
                .gluing(&[On::BaseCorner, On::BaseLap]),
            Self::FoldFlat => Nature::of(Stage::Glue, "fold_flat", Scene::Finished),
            Self::Insert => Nature::of(Stage::Glue, "insert", Scene::Bag),
            Self::Band => Nature::of(Stage::Glue, "band", Scene::Finished),
            Self::Handles => Nature::of(Stage::Glue, "handles", Scene::Finished),
            Self::Fill => Nature::of(Stage::Glue, "fill", Scene::Finished),
            Self::Flap => Nature::of(Stage::Glue, "flap", Scene::Finished),
            Self::Close => Nature::of(Stage::Glue, "close", Scene::Finished),
        }
    }

    /// The stage it belongs to.
    pub const fn stage(self) -> Stage {
        self.nature().stage
    }

    /// Names it in what is kept; never changed.
    pub const fn key(self) -> &'static str {
        self.nature().key
    }

    /// The glue areas that are worked on.
    pub const fn glue(self) -> &'static [GlueRole] {
        self.nature().glue
    }

    /// What there is to be seen while it is done, if no more is there yet.
    pub(super) const fn scene(self) -> Scene {
        self.nature().scene
    }

    /// How many stretches of the `way` from the flat to the finished bag are done with it.
    pub(super) const fn folds(self, way: usize) -> usize {
        match self.nature().brings {
            Brings::Nowhere => 0,
            Brings::HemTurned => 1,
            Brings::TubeClosed => 2,
            Brings::Made => way,
        }
    }
}
