//! What the crafter should know, why, and what would mend it.

mod base;
mod build;
mod by_hand;
mod carry;
mod closing;
mod curves;
mod decor;
mod edge;
mod fit;
pub(crate) mod gift;
mod groove;
mod guide;
mod gusset;
mod hand;
mod handle;
mod hem;
mod holes;
pub(crate) mod pattern;
mod round;
mod seam;
mod search;
mod thickness;
mod turning;

use crate::draft::Draft;
use crate::passes::Pass;
use crate::{Brief, BriefFault, Length};

/// Something the crafter should know.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Verdict {
    /// What kind of thing it is, for programs: `sheet.too-small`.
    pub code: &'static str,
    /// How much it matters.
    pub level: Level,
    /// What it is about.
    pub about: Vec<About>,
    /// The judgement, short.
    pub title: String,
    /// Why, with its numbers.
    pub why: String,
    /// Changed briefs that mend it; applying one clears this verdict and blocks nothing new.
    pub remedies: Vec<Remedy>,
}

/// How much a verdict matters.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Level {
    /// The bag cannot be made so.
    Blocks,
    /// It can be made, and will probably disappoint.
    Warns,
    /// Good to know.
    Notes,
}

/// A part of the drawing that a verdict is about.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum About {
    /// The sheet of paper.
    Sheet,
    /// The glue tab.
    Tab,
    /// The base flaps.
    Base,
    /// The hem.
    Hem,
    /// The gussets.
    Gussets,
    /// Handle, holes and what holds them.
    Handle,
    /// What goes into it.
    Gift,
    /// Mats, band and pocket.
    Decoration,
    /// A crease of a piece, by its place in the piece's list.
    Crease {
        /// Which piece.
        piece: usize,
        /// Which crease.
        crease: usize,
    },
}

/// A changed brief that can be applied as it is.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Remedy {
    /// What to do, as it stands on the button: `Gusset 1¾`.
    pub title: String,
    /// What comes of it.
    pub then: String,
    /// The brief to plan instead.
    pub brief: Brief,
}

/// A verdict before its remedies have been tried.
pub(crate) struct Finding {
    /// What it is called, for good: `base.short`.
    pub code: &'static str,
    /// How grave it is.
    pub level: Level,
    /// What it speaks of.
    pub about: Vec<About>,
    /// In a few words, with its figure.
    pub title: String,
    /// Why, with its numbers.
    pub why: String,
    /// Ways to mend it. Each way is a list of candidates, best first; the first that holds is offered.
    pub mends: fn(&Draft) -> Vec<Vec<Candidate>>,
}

/// What is found about one thing.
fn finding(
    about: About,
    code: &'static str,
    level: Level,
    title: String,
    why: String,
    mends: fn(&Draft) -> Vec<Vec<Candidate>>,
) -> Finding {
    Finding { code, level, about: vec![about], title, why, mends }
}

/// A remedy that has not been tried.
pub(crate) struct Candidate {
    /// What is done.
    pub title: String,
    /// What comes of it.
    pub then: String,
    /// The bag with that done.
    pub brief: Brief,
}

impl Candidate {
    /// A remedy by its words and the bag it makes.
    pub fn new(title: impl Into<String>, then: impl Into<String>, brief: Brief) -> Self {
        Self { title: title.into(), then: then.into(), brief }
    }
}

/// How many scores fall between the grooves of a board.
pub(crate) fn off_groove(passes: &[Pass], groove: Length) -> usize {
    groove::off_groove(passes, groove).count()
}

/// What the rules alone say of a draft before it is folded.
pub(crate) struct Outlook {
    /// Codes of everything that blocks.
    pub blocks: Vec<&'static str>,
    /// Titles of everything that will probably disappoint.
    pub warns: Vec<String>,
}

impl Outlook {
    /// The outlook of a draft.
    pub fn of(draft: &Draft) -> Self {
        let findings = grave(draft);
        let warns = findings.iter().filter(|finding| finding.level == Level::Warns);
        Self {
            blocks: blocking(&findings).collect(),
            warns: warns.map(|finding| finding.title.clone()).collect(),
        }
    }
}

/// The codes of everything that blocks a brief as it is; nothing if nobody could fold it.
pub(crate) fn blocks(brief: &Brief) -> Vec<&'static str> {
    Draft::new(brief).map_or_else(|_| Vec::new(), |draft| blocking(&grave(&draft)).collect())
}

/// True if a brief can be planned and nothing blocks it but what is among `blocked`: the least that anything offered has
/// to hold to.
pub(crate) fn blocks_nothing_new(brief: &Brief, blocked: &[&str]) -> bool {
    Draft::new(brief).is_ok_and(|draft| blocking(&grave(&draft)).all(|code| blocked.contains(&code)))
}

/// Everything there is to say about a draft, gravest first, with remedies that have been tried.
pub(crate) fn verdicts(draft: &Draft) -> Vec<Verdict> {
    let findings = all_findings(draft);
    let blocked: Vec<&str> = blocking(&findings).collect();
    let mut verdicts: Vec<Verdict> = findings
        .iter()
        .map(|finding| Verdict {
            code: finding.code,
            level: finding.level,
            about: finding.about.clone(),
            title: finding.title.clone(),
            why: finding.why.clone(),
            remedies: (finding.mends)(draft)
                .into_iter()
                .filter_map(|way| first_that_holds(finding, &blocked, way))
                .collect(),
        })
        .collect();
    verdicts.sort_by_key(|verdict| verdict.level);
    verdicts
}

fn findings(draft: &Draft) -> Vec<Finding> {
    let mut all = grave(draft);
    all.extend(groove::find(draft));
    all.extend(hand::find(draft));
    all.extend(turning::find(draft));
    all
}

/// A kind of rule: all that it finds in a draft.
type Find = fn(&Draft) -> Vec<Finding>;

/// All but the notes on the board's grooves and on the crafter's hands, which ask for every pass, and what only folding shows.
const GRAVE: [Find; 19] = [
    fit::find,
    build::find,
    base::find,
    seam::find,
    hem::find,
    gusset::find,
    pattern::find,
    holes::find,
    handle::find,
    carry::find,
    closing::find,
    round::find,
    decor::find,
    edge::find,
    curves::find,
    thickness::find,
    guide::find,
    by_hand::find,
    gift::find,
];

fn grave(draft: &Draft) -> Vec<Finding> {
    GRAVE.iter().flat_map(|find| find(draft)).collect()
}

/// Everything, what folding shows included.
fn all_findings(draft: &Draft) -> Vec<Finding> {
    let mut all = findings(draft);
    all.extend(pattern::seen(draft));
    all
}

fn blocking(findings: &[Finding]) -> impl Iterator<Item = &'static str> + '_ {
    findings.iter().filter(|finding| finding.level == Level::Blocks).map(|finding| finding.code)
}

/// A remedy is only offered if it clears its finding and blocks nothing that was not blocked before.
fn first_that_holds(finding: &Finding, blocked: &[&str], way: Vec<Candidate>) -> Option<Remedy> {
    way.into_iter().find(|candidate| holds(finding.code, blocked, &candidate.brief)).map(|candidate| Remedy {
        title: candidate.title,
        then: candidate.then,
        brief: candidate.brief,
    })
}

fn holds(code: &str, blocked: &[&str], brief: &Brief) -> bool {
    let mended: Result<Draft, BriefFault> = Draft::new(brief);
    mended.is_ok_and(|draft| {
        // What only folding shows never blocks, and no groove and no turning does: they are looked at only for their own sake.
        let own: Option<Find> = match code.split_once('.') {
            Some(("pattern", _)) => Some(pattern::seen),
            Some(("groove", _)) => Some(groove::find),
            Some(("hand", _)) => Some(hand::find),
            Some(("turn", _)) => Some(turning::find),
            _ => None,
        };
        let stands = |other: &Finding| {
            other.code != code && (other.level != Level::Blocks || blocked.contains(&other.code))
        };
        // The first that does not stand ends it.
        GRAVE.iter().chain(&own).flat_map(|find| find(&draft)).all(|other| stands(&other))
    })
}

#[cfg(test)]
mod tests;
