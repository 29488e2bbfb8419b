//! The constructions figures are held against: panels side by side, zones from the bottom up, each a sum of measures.

use super::solve::{Sum, Unknown};
use crate::Length;
use crate::brief::{
    Build, CUSTOMARY_LAP, CUSTOMARY_STRIP, Cuts, Direction, Joins, Place, Places, Round, RoundStart, Side,
    Squares,
};
use crate::heard::{HeardBuild, HeardLine};

/// What a line is.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Role {
    /// Between two panels.
    Between(&'static str, &'static str),
    /// Where the tab begins.
    TabLine,
    /// Down the middle of a gusset.
    GussetCentre,
    /// Between two pleats, or a pleat and the face.
    Pleat,
    /// Between body and base flaps.
    BaseLine,
    /// At the height of the apex.
    ApexLine,
    /// Where the top turns over.
    TopLine,
    /// Where a flare is folded end to end.
    BottomFold,
}

impl Role {
    /// `corner of gusset and front`.
    pub fn says(self) -> String {
        match self {
            Self::Between(left, right) => format!("corner of {left} and {right}"),
            Self::TabLine => "tab line".to_owned(),
            Self::GussetCentre => "gusset centre".to_owned(),
            Self::Pleat => "pleat".to_owned(),
            Self::BaseLine => "base line".to_owned(),
            Self::ApexLine => "fold-flat line".to_owned(),
            Self::TopLine => "top edge".to_owned(),
            Self::BottomFold => "bottom fold".to_owned(),
        }
    }

    /// True if the line may be what it is said to be.
    pub(super) fn may_be(self, said: HeardLine, is_tube: bool) -> bool {
        match said {
            HeardLine::BaseLine => self == Self::BaseLine,
            HeardLine::HemLine | HeardLine::FlapLine => self == Self::TopLine,
            HeardLine::FoldFlat => self == Self::ApexLine && !is_tube,
            HeardLine::Apex => self == Self::ApexLine,
            HeardLine::TubeCrease => self == Self::ApexLine && is_tube,
            HeardLine::GussetCentre => self == Self::GussetCentre,
            HeardLine::TabLine => self == Self::TabLine,
        }
    }

    /// True for lines that need not run right across.
    pub(super) const fn may_stop_short(self) -> bool {
        matches!(self, Self::GussetCentre | Self::ApexLine | Self::TopLine)
    }
}

/// A stretch between two lines: what it is called, how wide it is, and the line at its end.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub(super) struct Stretch {
    pub(super) name: &'static str,
    pub(super) sum: Sum,
    /// The line at its far end; none at the edge of the paper.
    pub(super) ends: Option<Role>,
}

/// Panels side by side.
#[derive(Clone, Debug, PartialEq, Eq)]
pub(super) struct Frame {
    pub(super) build: Build,
    pub(super) said: HeardBuild,
    pub(super) round: Round,
    pub(super) joins: Joins,
    /// Pieces alike.
    pub(super) pieces: u32,
    pub(super) centred: bool,
    pub(super) stretches: Vec<Stretch>,
}

impl Frame {
    pub(super) fn is_tube(&self) -> bool {
        self.said.is_tube()
    }

    pub(super) fn is_flare(&self) -> bool {
        self.said.is_flare()
    }

    pub(super) fn has_tab(&self) -> bool {
        self.joins == Joins::Tabs && self.said.has_tab()
    }
}

/// One panel of a round.
#[derive(Clone, Copy, PartialEq, Eq)]
enum Part {
    Front,
    Back,
    Face,
    Gusset,
    HalfGusset,
    Tab,
    Pleat,
}

impl Part {
    const fn name(self) -> &'static str {
        match self {
            Self::Front => "front",
            Self::Back => "back",
            Self::Face => "face",
            Self::Gusset => "gusset",
            Self::HalfGusset => "half gusset",
            Self::Tab => "tab",
            Self::Pleat => "pleat",
        }
    }

    const fn sum(self) -> Sum {
        match self {
            Self::Front | Self::Back | Self::Face => Sum::whole(Unknown::Width),
            Self::Gusset => Sum::whole(Unknown::Gusset),
            Self::HalfGusset => Sum::halves(Unknown::Gusset, 1),
            Self::Tab => Sum::whole(Unknown::Tab),
            Self::Pleat => Sum::whole(Unknown::Pleat),
        }
    }
}

/// Which centre lines are scored.
#[derive(Clone, Copy, PartialEq, Eq)]
enum Centres {
    None,
    /// Of every whole gusset.
    Gussets,
    /// And where the gusset over it has its own, on the tab.
    AndTab,
}

/// Stretches of a round; every whole gusset in two if its centre is scored.
fn stretches(parts: &[Part], centres: Centres) -> Vec<Stretch> {
    let centred = centres != Centres::None;
    let mut all = Vec::new();
    for (at, part) in parts.iter().enumerate() {
        let next = parts.get(at + 1);
        let ends = next.map(|next| match (*part, *next) {
            (Part::Tab, _) | (_, Part::Tab) => Role::TabLine,
            (Part::Pleat, _) | (_, Part::Pleat) => Role::Pleat,
            (left, right) => Role::Between(left.name(), right.name()),
        });
        if centred && *part == Part::Gusset {
            let half =
                Stretch { name: "half gusset", sum: Part::HalfGusset.sum(), ends: Some(Role::GussetCentre) };
            all.extend([half, Stretch { ends, ..half }]);
        } else if centres == Centres::AndTab && *part == Part::Tab {
            // The line that lies under the gusset's own is nearer to the tab line.
            let half = Part::HalfGusset.sum();
            let rest = Part::Tab.sum().and(Sum::halves(Unknown::Gusset, -1));
            let parts = if at == 0 { [rest, half] } else { [half, rest] };
            let [first, last] = parts.map(|sum| Stretch { name: "part of the tab", sum, ends });
            all.extend([Stretch { ends: Some(Role::GussetCentre), ..first }, last]);
        } else {
            all.push(Stretch { name: part.name(), sum: part.sum(), ends });
        }
    }
    all
}

/// Cut behind the gusset at the near end of the round, and opposite: every piece begins with a gusset and ends in a face's tab.
fn other_corners(direction: Direction) -> Build {
    let (near, far) = match direction {
        Direction::Right => (Side::Left, Side::Right),
        Direction::Left => (Side::Right, Side::Left),
    };
    Build::Joined { cuts: Cuts::from(Places::of([Place::back_corner(near), Place::front_corner(far)])) }
}

/// Every round of panels there is.
pub(super) fn frames() -> Vec<Frame> {
    use Part::{Back, Face, Front, Gusset, HalfGusset, Pleat, Tab};
    let mut all = Vec::new();
    let strips = Joins::Strips { width: CUSTOMARY_STRIP };
    let starts: [(RoundStart, &[Part]); 3] = [
        (RoundStart::Gusset, &[Gusset, Front, Gusset, Back, Tab]),
        (RoundStart::Face, &[Front, Gusset, Back, Gusset, Tab]),
        (RoundStart::HalfGusset, &[HalfGusset, Front, Gusset, Back, HalfGusset, Tab]),
    ];
    let mut add =
        |build: Build, said: HeardBuild, start: RoundStart, parts: &[Part], joins: Joins, pieces: u32| {
            for direction in [Direction::Right, Direction::Left] {
                let mut parts: Vec<Part> = parts.to_vec();
                if joins != Joins::Tabs {
                    parts.retain(|part| *part != Tab);
                }
                let forward = parts.clone();
                if direction == Direction::Left {
                    parts.reverse();
                    if parts == forward {
                        continue;
                    }
                }
                let is_under_gusset = forward.first() == Some(&Gusset) && forward.last() == Some(&Tab);
                for centres in [Centres::None, Centres::Gussets, Centres::AndTab] {
                    if (centres != Centres::None && !parts.contains(&Gusset))
                        || (centres == Centres::AndTab && !is_under_gusset)
                    {
                        continue;
                    }
                    let centred = centres != Centres::None;
                    let stretches = stretches(&parts, centres);
                    let round = Round { start, direction };
                    let build = if build.is_cut() { other_corners(direction) } else { build };
                    all.push(Frame { build, said, round, joins, pieces, centred, stretches });
                }
            }
        };
    for (start, parts) in starts {
        for joins in [Joins::Tabs, strips] {
            add(Build::Wrap, HeardBuild::Wrap, start, parts, joins, 1);
        }
        let folded = Build::FoldedBase { lap: CUSTOMARY_LAP };
        add(folded, HeardBuild::FoldedBase, start, parts, Joins::Tabs, 1);
    }
    let pair = HeardBuild::CornerPair;
    for joins in [Joins::Tabs, strips] {
        add(Build::CornerPair, pair, RoundStart::Gusset, &[Face, Gusset, Tab], joins, 2);
    }
    // The same pair, its tabs at the faces: cut at the two other corners.
    add(other_corners(Direction::Right), pair, RoundStart::Gusset, &[Gusset, Face, Tab], Joins::Tabs, 2);
    let cradle = Build::CradlePair { squares: Squares::SlitUp };
    add(cradle, HeardBuild::CradlePair, RoundStart::Gusset, &[Gusset, Face, Gusset], Joins::Tabs, 2);
    for pleats in 1..=6_u8 {
        let side = vec![Pleat; usize::from(pleats)];
        let parts = [side.as_slice(), &[Face], side.as_slice()].concat();
        let build = Build::PleatedFlare { pleats, pleat: Length::ZERO };
        add(build, HeardBuild::PleatedFlare, RoundStart::Gusset, &parts, Joins::Tabs, 1);
    }
    all
}

/// Zones from the bottom edge up.
#[derive(Clone, Debug, PartialEq, Eq)]
pub(super) struct Stack {
    pub(super) stretches: Vec<Stretch>,
    /// True if something runs on above the top edge.
    pub(super) topped: bool,
    /// True if a line lies at the height of the apex.
    pub(super) at_apex: bool,
}

const fn stretch(name: &'static str, sum: Sum, ends: Option<Role>) -> Stretch {
    Stretch { name, sum, ends }
}

/// Every stack of zones a build can have.
pub(super) fn stacks(said: HeardBuild) -> Vec<Stack> {
    let base = Sum::whole(Unknown::Base);
    let (height, top) = (Sum::whole(Unknown::Height), Sum::whole(Unknown::Top));
    let apex = Sum::halves(Unknown::Gusset, 1);
    let above = height.and(Sum::halves(Unknown::Gusset, -1));
    let mut all = Vec::new();
    for topped in [false, true] {
        let end = topped.then_some(Role::TopLine);
        let mut add = |mut stretches: Vec<Stretch>, at_apex: bool| {
            if topped {
                stretches.push(stretch("hem", top, None));
            }
            all.push(Stack { stretches, topped, at_apex });
        };
        if said.is_flare() {
            let body = |ends| stretch("body", height, ends);
            let mut parts = vec![body(Some(Role::BottomFold)), body(end)];
            if topped {
                parts.insert(0, stretch("hem", top, Some(Role::TopLine)));
            }
            add(parts, false);
            continue;
        }
        add(vec![stretch("base flap", base, Some(Role::BaseLine)), stretch("body", height, end)], false);
        let low = |name, sum, ends| stretch(name, sum, Some(ends));
        add(
            vec![
                low("base flap", base, Role::BaseLine),
                low("base line to apex", apex, Role::ApexLine),
                stretch("apex to top", above, end),
            ],
            true,
        );
        if said.is_tube() {
            add(
                vec![
                    low("bottom edge to tube crease", base.and(apex), Role::ApexLine),
                    stretch("tube crease to top", above, end),
                ],
                true,
            );
        }
    }
    all
}
