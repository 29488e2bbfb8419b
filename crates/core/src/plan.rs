//! The whole answer to a brief.

use crate::folded::Folded;
use crate::folded::surfaces::{Surface, surfaces};
use crate::layout::Layout;
use crate::net::Net;
use crate::passes::{Pass, passes};
use crate::pieces::{Piece, divide};
use crate::proof::Proof;
use crate::steps::{Step, steps};
use crate::verdict::{About, Level, Verdict, verdicts};
use crate::{Brief, BriefFault, Length};
use std::cell::OnceCell;

/// Everything Wide Fold knows about a bag.
#[derive(Clone, Debug)]
pub struct Plan {
    /// What was asked for.
    pub brief: Brief,
    /// The bag unrolled.
    pub net: Net,
    /// What to cut out.
    pub pieces: Vec<Piece>,
    /// Where it lies on the sheet.
    pub layout: Layout,
    /// What to score.
    pub passes: Vec<Pass>,
    /// What to do, in order.
    pub steps: Vec<Step>,
    /// The bag folded up.
    pub folded: Folded,
    /// The folded bag measured.
    pub proof: Proof,
    /// What every visible surface shows.
    pub surfaces: Vec<Surface>,
    /// What the crafter should know, gravest first.
    pub verdicts: Vec<Verdict>,
}

/// A plan as far as it can be judged without folding it: cheap enough to try a remedy. What rests on the net is worked out
/// when it is first asked for, since most rules ask for little of it.
pub(crate) struct Draft {
    pub brief: Brief,
    pub net: Net,
    pieces: OnceCell<Vec<Piece>>,
    layout: OnceCell<Layout>,
    passes: OnceCell<Vec<Pass>>,
    folded: OnceCell<Folded>,
    surfaces: OnceCell<Vec<Surface>>,
}

impl Draft {
    pub fn new(brief: &Brief) -> Result<Self, BriefFault> {
        brief.check()?;
        Ok(Self {
            brief: brief.clone(),
            net: Net::new(brief),
            pieces: OnceCell::new(),
            layout: OnceCell::new(),
            passes: OnceCell::new(),
            folded: OnceCell::new(),
            surfaces: OnceCell::new(),
        })
    }

    pub fn pieces(&self) -> &[Piece] {
        self.pieces.get_or_init(|| divide(&self.net))
    }

    pub fn layout(&self) -> &Layout {
        self.layout.get_or_init(|| Layout::new(&self.brief, self.pieces()))
    }

    pub fn passes(&self) -> &[Pass] {
        self.passes.get_or_init(|| passes(&self.brief, self.pieces()))
    }

    pub fn folded(&self) -> &Folded {
        self.folded.get_or_init(|| Folded::new(&self.net))
    }

    pub fn surfaces(&self) -> &[Surface] {
        self.surfaces.get_or_init(|| surfaces(&self.brief, &self.net, self.folded()))
    }

    /// True if it is plain, without laying them out, that no piece is larger than its sheet.
    pub fn plainly_fits(&self) -> bool {
        let other = self.brief.sheet_for(false);
        let (own, other) = (self.brief.sheet.as_laid(), (other.width, other.height));
        let is_single = self.brief.side_sheet.is_none();
        let cut = self.pieces().iter().filter(|piece| !piece.from_scrap);
        let fits = |piece: &Piece, sheet: (Length, Length)| piece.width <= sheet.0 && piece.height <= sheet.1;
        cut.into_iter().all(|piece| fits(piece, own) && (is_single || fits(piece, other)))
    }
}

impl Plan {
    /// Plans a bag: unrolls it, lays it out, finds how to score it, folds it up and measures what comes out.
    ///
    /// # Errors
    /// [`BriefFault`] for a size nobody can fold.
    pub fn new(brief: &Brief) -> Result<Self, BriefFault> {
        let draft = Draft::new(brief)?;
        let mut verdicts = verdicts(&draft);
        let proof = Proof::new(brief, &draft.net, draft.folded());
        let steps = steps(brief, draft.pieces(), draft.layout(), draft.passes());
        draft.surfaces();
        if !verdicts.iter().any(|verdict| verdict.level == Level::Blocks) {
            verdicts.splice(0..0, unproved(brief, &proof));
        }
        // All of it has been asked for above.
        let Draft { brief, net, pieces, layout, passes, folded, surfaces } = draft;
        let (pieces, passes) =
            (pieces.into_inner().unwrap_or_default(), passes.into_inner().unwrap_or_default());
        let layout = layout.into_inner().unwrap_or_else(|| Layout::new(&brief, &pieces));
        let folded = folded.into_inner().unwrap_or_else(|| Folded::new(&net));
        let surfaces = surfaces.into_inner().unwrap_or_default();
        Ok(Self { brief, net, pieces, layout, passes, steps, folded, proof, surfaces, verdicts })
    }

    /// True if nothing stands in the way of cutting.
    pub fn is_ready(&self) -> bool {
        self.verdicts.iter().all(|verdict| verdict.level != Level::Blocks)
    }
}

/// The last word belongs to the folded bag: if it does not measure up, that blocks, whatever the rules said.
fn unproved(brief: &Brief, proof: &Proof) -> Option<Verdict> {
    let failed: Vec<String> = proof
        .items
        .iter()
        .filter(|item| !item.passed())
        .map(|item| format!("{}: {}.", item.name(), item.says(brief.unit)))
        .collect();
    (!failed.is_empty()).then(|| Verdict {
        code: "proof.failed",
        level: Level::Blocks,
        about: vec![About::Sheet],
        title: "Folded up, this bag does not measure up".to_owned(),
        why: failed.join(" "),
        remedies: Vec::new(),
    })
}

#[cfg(test)]
mod tests;
