//! The whole answer to a brief.

use crate::draft::{Draft, Worked};
use crate::feeds::Feed;
use crate::fittings::Fitted;
use crate::folded::Folded;
use crate::folded::surfaces::Surface;
use crate::layout::Layout;
use crate::net::Net;
use crate::passes::Pass;
use crate::pieces::Piece;
use crate::proof::Proof;
use crate::steps::{Step, steps};
use crate::verdict::{About, Level, Verdict, verdicts};
use crate::{Brief, BriefFault};

/// Everything Wide Fold knows about a bag.
#[derive(Clone, Debug)]
pub struct Plan {
    /// What was asked for.
    pub brief: Brief,
    /// What is put on it, in figures.
    pub fitted: Fitted,
    /// The bag unrolled.
    pub net: Net,
    /// What to cut out.
    pub pieces: Vec<Piece>,
    /// Where it lies on the sheet.
    pub layout: Layout,
    /// How the pieces go through the guide, if there is one that folds this bag.
    pub feeds: Vec<Feed>,
    /// What to score on the board.
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

impl Plan {
    /// Plans a bag: unrolls it, lays it out, finds how to score it, folds it up and measures what comes out.
    ///
    /// # Errors
    /// [`BriefFault`] for a size nobody can fold.
    ///
    /// ```
    /// use wide_fold_asked::{Brief, Length};
    /// use wide_fold_judged::{Plan, verdict::Level};
    /// // A round of 20½ does not go on a sheet of 12 × 12: that blocks, and says how it can be made.
    /// let plan = Plan::new(&Brief::new(Length::inches(6), Length::inches(6), Length::inches(4)))?;
    /// assert!(!plan.is_ready());
    /// let verdict = plan.verdicts.iter().find(|verdict| verdict.level == Level::Blocks).unwrap();
    /// let mended = Plan::new(&verdict.remedies[0].brief)?;
    /// assert!(mended.is_ready());
    /// # Ok::<(), wide_fold_asked::brief::BriefFault>(())
    /// ```
    pub fn new(brief: &Brief) -> Result<Self, BriefFault> {
        let draft = Draft::new(brief)?;
        let mut verdicts = verdicts(&draft);
        let proof = Proof::new(brief, &draft.net, draft.folded());
        let (feeds, passes) = (draft.feeds(), draft.passes());
        let steps = steps(brief, &draft.fitted, draft.pieces(), draft.layout(), feeds, passes);
        if !verdicts.iter().any(|verdict| verdict.level == Level::Blocks) {
            verdicts.splice(0..0, unproved(brief, &proof));
        }
        let Worked { brief, fitted, net, pieces, layout, feeds, passes, folded, surfaces } = draft.finish();
        Ok(Self {
            brief,
            fitted,
            net,
            pieces,
            layout,
            feeds,
            passes,
            steps,
            folded,
            proof,
            surfaces,
            verdicts,
        })
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
