//! Will the glue tab hold, and where does the seam show?

use super::{About, Candidate, Finding, Level};
use crate::brief::{CUSTOMARY_TAB, Joins, RoundStart, SMALL_TAB};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::net::{Joint, Panel, Seam};
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let mut findings = Vec::new();
    let has_tab = over_tab(draft).is_some() && !matches!(brief.joins, Joins::Strips { .. });
    if has_tab && brief.tab < SMALL_TAB {
        findings.push(Finding {
            code: "tab.narrow",
            level: Level::Warns,
            about: vec![About::Tab],
            title: format!("A tab of {} is narrow", figures.say(brief.tab)),
            why: format!(
                "{} is customary, {} on a small bag; less takes too little glue to hold a corner.",
                figures.say(CUSTOMARY_TAB),
                figures.say(SMALL_TAB)
            ),
            mends: customary,
        });
    }
    let narrowest = over_tab(draft).filter(|(_, _, wide, cover)| wide > cover);
    let is_strip = |seam: usize| matches!(draft.net.seams[seam].under.panel, Panel::JoinHalf(_));
    if let Some((panel, _, wide, width)) = narrowest.filter(|(_, seam, ..)| is_strip(*seam)) {
        findings.push(Finding {
            code: "strip.wide",
            level: Level::Blocks,
            about: vec![About::Tab],
            title: format!("The joining strip is {} wider than the panel over it", figures.say(wide - width)),
            why: format!(
                "Half of it, {}, goes behind the {}, which is {} wide; the rest would show.",
                figures.say(wide),
                panel.name(),
                figures.say(width)
            ),
            mends: |draft| {
                let Some((_, _, _, width)) = over_tab(draft) else { return Vec::new() };
                let width = (width * 2).floor_to(Length::sixty_fourths(8));
                let changed = Brief { joins: draft.brief.joins.with_strip(width), ..draft.brief.clone() };
                let title = format!("Strip {}", Figures::of(&draft.brief).say(width));
                vec![vec![Candidate::new(title, "It stays hidden.", changed)]]
            },
        });
    } else if let Some((panel, _, _, width)) = narrowest {
        findings.push(Finding {
            code: "tab.wide",
            level: Level::Blocks,
            about: vec![About::Tab],
            title: format!("The tab is {} wider than the panel over it", figures.say(brief.tab - width)),
            why: format!(
                "It goes under the {}, which is {} wide; a tab of {} would show.",
                panel.name(),
                figures.say(width),
                figures.say(brief.tab)
            ),
            mends: customary,
        });
    }
    findings.extend(strips_collide(draft));
    if brief.build.goes_round_in_one() && brief.round.start.is_face() {
        findings.push(Finding {
            code: "seam.in-front",
            level: Level::Notes,
            about: vec![About::Tab],
            title: "The seam lies at a front corner".to_owned(),
            why: "A run that starts with the front ends beside it. Started with a gusset, the seam moves to a back corner; \
                  started in the middle of a gusset, it hides on the gusset's centre."
                .to_owned(),
            mends: |draft| {
                let start = |start, title| {
                    let mut changed = draft.brief.clone();
                    changed.round.start = start;
                    vec![Candidate::new(title, "The sizes stay as they are.", changed)]
                };
                vec![start(RoundStart::Gusset, "Start with a gusset"), start(RoundStart::HalfGusset, "Start in mid-gusset")]
            },
        });
    }
    findings
}

/// A panel with a joining strip behind either edge, or a strip behind one and a tab behind the other, has to be as wide
/// as both together.
fn strips_collide(draft: &Draft) -> Option<Finding> {
    let figures = Figures::of(&draft.brief);
    let crowd = Crowd::of(draft).filter(|crowd| crowd.wanted() > crowd.room)?;
    let what = if crowd.tab.is_positive() { "A tab and a joining strip" } else { "Two joining strips" };
    Some(Finding {
        code: "strip.collide",
        level: Level::Blocks,
        about: vec![About::Tab],
        title: format!("{what} collide behind the {}", crowd.panel.name()),
        why: if crowd.tab.is_positive() {
            format!(
                "The tab behind one edge takes {}, half a strip behind the other {}; the panel is {} wide.",
                figures.say(crowd.tab),
                figures.say(crowd.strips),
                figures.say(crowd.room)
            )
        } else {
            format!(
                "Half a strip behind either edge takes {}; the panel is {} wide.",
                figures.say(crowd.strips),
                figures.say(crowd.room)
            )
        },
        mends: |draft| {
            let Some(crowd) = Crowd::of(draft) else { return Vec::new() };
            let brief = &draft.brief;
            let joins = |joins| Brief { joins, ..brief.clone() };
            let halves = if crowd.tab.is_positive() { 2 } else { 1 };
            let width = ((crowd.room - crowd.tab) * halves).floor_to(Length::sixty_fourths(4));
            let title = format!("Strip {}", Figures::of(brief).say(width));
            let narrower = Candidate::new(title, "Both have room.", joins(brief.joins.with_strip(width)));
            let tabs = joins(Joins::Tabs);
            vec![
                if width.is_positive() { vec![narrower] } else { Vec::new() },
                vec![Candidate::new("Tabs instead", "Each panel then hides only one.", tabs)],
            ]
        },
    })
}

/// What lies side by side behind one panel.
struct Crowd {
    panel: Panel,
    /// Halves of joining strips, together.
    strips: Length,
    /// The tab behind the other edge; nothing if there is another strip.
    tab: Length,
    /// Width of the panel.
    room: Length,
}

impl Crowd {
    /// Where it leaves the panel least room.
    fn of(draft: &Draft) -> Option<Self> {
        let is_strip = |seam: &Seam| matches!(seam.under.panel, Panel::JoinHalf(_));
        let seams = || draft.net.seams.iter().filter(|seam| seam.under.panel.is_join());
        let width = |joint: Joint| draft.net.blanks[joint.blank].columns[joint.column].x.length();
        let over = |seam: &Seam| (seam.over.blank, seam.over.column);
        seams()
            .filter(|seam| is_strip(seam))
            .filter_map(|one| {
                let other = seams().find(|other| over(other) == over(one) && other.under != one.under)?;
                let (strip, beside) = (width(one.under), width(other.under));
                let (strips, tab) =
                    if is_strip(other) { (strip + beside, Length::ZERO) } else { (strip, beside) };
                Some(Self { panel: one.over.panel, strips, tab, room: width(one.over) })
            })
            .max_by_key(|crowd| crowd.wanted() - crowd.room)
    }

    fn wanted(&self) -> Length {
        self.strips + self.tab
    }
}

/// Where what goes under is widest against what lies over it: the panel over it, the seam's number, both widths.
fn over_tab(draft: &Draft) -> Option<(Panel, usize, Length, Length)> {
    let width = |joint: Joint| draft.net.blanks[joint.blank].columns[joint.column].x.length();
    let seams = draft.net.seams.iter().enumerate().filter(|(_, seam)| seam.under.panel.is_join());
    seams
        .map(|(index, seam)| (seam.over.panel, index, width(seam.under), width(seam.over)))
        .max_by_key(|(_, _, under, over)| *under - *over)
}

/// Customary tabs, and the widest that the panel over it still hides.
fn customary(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let cover = over_tab(draft).map(|(_, _, _, width)| width.floor_to(Length::sixty_fourths(4)));
    let mut widths = vec![CUSTOMARY_TAB, SMALL_TAB];
    widths.extend(cover.filter(|width| *width < SMALL_TAB));
    widths
        .into_iter()
        .filter(|tab| *tab != brief.tab)
        .map(|tab| {
            let title = format!("Tab {}", Figures::of(brief).say(tab));
            let changed = Brief { tab, ..brief.clone() };
            let crate::plane::Size { width, height } = crate::net::flat_size(&changed);
            let then = format!("The piece is then {}.", Figures::of(brief).by(width, height));
            vec![Candidate::new(title, then, changed)]
        })
        .collect()
}
