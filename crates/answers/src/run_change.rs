//! What a change of a run does to what is done on it already: nothing that is cut is forgotten, and nothing counts for what it is not.

use crate::begun::Begun;
use crate::run::RunDraft;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;
use wide_fold_kept::run::{KeptLine, KeptRun};

/// What a change does to a line that is begun.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, ToSchema)]
pub struct ChangeView {
    /// The line's number.
    pub line: u32,
    /// What comes of what is done on it; a sentence.
    pub says: String,
    /// What is lost if all of it is made anew instead, where that can be had: a sentence.
    pub aside: Option<String>,
}

impl ChangeView {
    /// What a change does to all that is begun; nothing for lines on which nothing is done, or that stay as they are.
    pub fn all(
        draft: &RunDraft,
        before: &KeptRun,
        after: &KeptRun,
        begun: &BTreeMap<u32, Begun>,
    ) -> Vec<Self> {
        let of = |line: &KeptLine| {
            let own = begun.get(&line.line).copied().unwrap_or_default();
            if !own.any {
                return None;
            }
            let (name, cut) = (&line.name, own.bags);
            let view = |says: String| Self { line: line.line, says, aside: None };
            let Some(asked) = draft.lines.iter().find(|asked| asked.line == Some(line.line)) else {
                return Some(view(format!(
                    "{} cut or worked on for {name} is put aside; it counts again if the line is put back.",
                    all_that_is(cut)
                )));
            };
            let stays = after.lines.iter().find(|kept| kept.line == line.line);
            match stays {
                Some(stays) if stays.brief == line.brief && stays.paper == line.paper => {
                    let split =
                        after.lines.iter().any(|kept| kept.bag == line.bag && before.next_line <= kept.line);
                    let other =
                        asked.renew || asked.paper != line.paper || asked.side_paper != line.side_paper;
                    if other && split {
                        let rest = asked.copies.saturating_sub(stays.copies);
                        return Some(Self {
                            line: line.line,
                            says: format!(
                                "{} of {} {name} {} begun and stay as they are; the other {rest} are made otherwise, on a line of their own.",
                                stays.copies,
                                asked.copies,
                                is_or_are(stays.copies)
                            ),
                            aside: Some(format!(
                                "All {} are made anew, and what is cut for {} is put aside.",
                                asked.copies, stays.copies
                            )),
                        });
                    }
                    if other {
                        return Some(Self {
                            line: line.line,
                            says: format!(
                                "All {} {name} are begun and stay as they are: none is left to make otherwise.",
                                stays.copies
                            ),
                            aside: Some(format!(
                                "All {} are made anew, and all that is cut for them is put aside.",
                                asked.copies
                            )),
                        });
                    }
                    (asked.copies < cut && asked.copies < line.copies).then(|| {
                        view(format!(
                            "{cut} {name} are begun already: with {} of them, what is cut for {} is left over. It counts again if more are wanted.",
                            asked.copies,
                            cut - asked.copies
                        ))
                    })
                }
                Some(_) => None,
                None => Some(view(format!(
                    "{} cut or worked on for {name} so far is put aside: it is of no use for what is made now.",
                    all_that_is(cut)
                ))),
            }
        };
        before.lines.iter().filter_map(of).collect()
    }
}

const fn is_or_are(count: u32) -> &'static str {
    if count == 1 { "is" } else { "are" }
}

fn all_that_is(bags: u32) -> String {
    match bags {
        0 => "What is".to_owned(),
        1 => "What is (pieces of one bag)".to_owned(),
        bags => format!("What is (pieces of {bags} bags)"),
    }
}
