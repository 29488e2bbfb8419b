//! A rehearsal: the same folds on a scrap, before the good sheet is touched (common practice: an unfamiliar bag is made once from
//! scrap, half as large).

use crate::brief::{Closure, Extras, Fittings, Insert, Lined};
use crate::net::{Net, piece_sizes};
use crate::plane::Size;
use crate::rescale::on_sheet;
use crate::{Brief, Plan, Sheet};
use std::collections::BTreeSet;

/// How many sizes are tried before it is given up.
const TRIED: usize = 64;

/// The same bag on a quarter of its sheet, half as wide and half as tall: every fold of it, in the same order, with nothing put on.
/// The largest that can be made of such a scrap; nothing if none can.
///
/// ```
/// use wide_fold_asked::{Brief, Length};
/// use wide_fold_judged::rehearsal::rehearsal;
/// let bag = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
/// let plan = rehearsal(&bag).unwrap();
/// // 12 × 12 gives four scraps of 6 × 6.
/// assert_eq!(plan.brief.sheet.width, Length::inches(6));
/// assert!(plan.is_ready());
/// ```
pub fn rehearsal(brief: &Brief) -> Option<Plan> {
    let scrap =
        Sheet { width: brief.sheet.width.half(), height: brief.sheet.height.half(), ..brief.sheet.clone() };
    if scrap.width < Sheet::SMALLEST || scrap.height < Sheet::SMALLEST {
        return None;
    }
    // A flap that is tucked in has a fold for it: of all that closes a bag it alone is folded.
    let own = brief.fittings.closure.kind;
    let closure = if own.is_tucked() { Closure { kind: own, down: None } } else { Closure::default() };
    let bare = Brief {
        fittings: Fittings { insert: Insert::None, closure, ..Fittings::default() },
        extras: Extras::default(),
        side_sheet: None,
        // No guide folds half of its gusset.
        guide: None,
        gift: None,
        // A smaller sheet is lined as the large one is.
        lined: if brief.is_lined_by_hand() { Lined::Hand } else { Lined::Board },
        ..brief.clone()
    };
    let wanted = folds(&bare);
    // Neither larger than the bag nor of more paper: what it is tried for is saved by it.
    let (most, paper) = (brief.finished, paper_of(&bare));
    let is_smaller = |small: &Brief| {
        let size = small.finished;
        size.width <= most.width
            && size.height <= most.height
            && size.gusset <= most.gusset
            && paper_of(small) <= paper
    };
    on_sheet(&bare, &scrap)
        .filter(is_smaller)
        .take(TRIED)
        .filter(|small| folds(small) == wanted)
        .find_map(|small| Plan::new(&small).ok().filter(Plan::is_ready))
}

/// How much paper its pieces take.
fn paper_of(brief: &Brief) -> i128 {
    piece_sizes(brief).into_iter().map(Size::area).sum()
}

/// What is folded, and which way, panel by panel.
fn folds(brief: &Brief) -> BTreeSet<String> {
    let net = Net::of(brief);
    let creases = net
        .blanks
        .iter()
        .enumerate()
        .flat_map(|(blank, own)| own.creases.iter().map(move |crease| (blank, crease)));
    creases
        .map(|(blank, crease)| format!("{blank} {:?} {:?} {:?}", crease.role, crease.fold, crease.panel))
        .collect()
}
