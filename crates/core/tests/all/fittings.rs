//! Handles on any bag: measured in space, whatever the build.
use proptest::prelude::*;
use wide_fold_core::brief::{
    BaseHabit, BuildName, Cuts, Direction, GussetCrease, HandleKind, Places, RoundStart, Squares, Stands, Top,
};
use wide_fold_core::brief::{Extra, Extras};
use wide_fold_core::fittings::{Fitted, backing};
use wide_fold_core::folded::Folded;
use wide_fold_core::layout::{Layout, Part};
use wide_fold_core::net::{Hole, Zone};
use wide_fold_core::pieces::divide;
use wide_fold_core::plane::Size;
use wide_fold_core::proof::{Check, Proof};
use wide_fold_core::{Brief, Length, Net};

prop_compose! {
    /// A bag with ribbon through its holes, a hand hole or a strap through slots, of any build, in customary figures.
    fn carried()(
        w in 20_i64..110, h in 24_i64..120, d in 8_i64..60, build in 0_usize..12, cuts in 1_usize..128, start in 0_usize..3,
        left: bool, top in 0_usize..3, hem in 3_i64..24, kind in 0_usize..3,
    ) -> Brief {
        let n = Length::eighths;
        let d = d.min(w - 6);
        let mut brief = Brief::new(n(w), n(h.max(d + 8)), n(d));
        let at = Places::every().nth(cuts).unwrap();
        let squares = if build < BuildName::ALL.len() { Squares::SlitUp } else { Squares::SlitLevel };
        brief.build = BuildName::ALL[build % BuildName::ALL.len()].of(Cuts::from(at), squares, 2, n(4));
        brief.round.start = RoundStart::ALL[start];
        brief.round.direction = if left { Direction::Left } else { Direction::Right };
        brief.base = BaseHabit::Full;
        brief.gusset_crease = GussetCrease::None;
        brief.top = [Top::Raw, Top::HemIn { depth: n(hem) }, Top::HemOut { depth: n(hem) }][top];
        let kind = [HandleKind::HoledRibbon, HandleKind::HandHole, HandleKind::Strap][kind];
        brief.fittings.handle.kind = kind;
        if kind == HandleKind::Strap {
            // A slot lies on the line of a hem, whichever way it is turned.
            let depth = n(hem.max(8));
            brief.top = if top == 2 { Top::HemOut { depth } } else { Top::HemIn { depth } };
        }
        (brief.sheet.width, brief.sheet.height) = (Length::inches(90), Length::inches(60));
        brief
    }
}

/// Where the holes of one face come to lie in space, in millimetres, sorted.
fn in_space(net: &Net, folded: &Folded, wanted: impl Fn(&Hole) -> bool) -> Vec<(i64, i64)> {
    let mut places = Vec::new();
    for (index, blank) in net.blanks.iter().enumerate() {
        for hole in blank.holes.iter().filter(|hole| wanted(hole)) {
            let own = folded.facets.iter().find(|facet| {
                facet.blank == index
                    && facet.part == (hole.panel, hole.zone)
                    && facet.flat.contains(hole.centre)
            });
            // Where a join lets the corner of a hem be cut away, a hole on it falls away too.
            let Some(own) = own else { continue };
            let place = own.place(hole.centre);
            // To a ten-thousandth of a millimetre.
            places.push(((place.x * 1e4).round() as i64, (place.y * 1e4).round() as i64));
        }
    }
    places.sort_unstable();
    // A hole over a join is in both parts.
    places.dedup();
    places
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    /// Looking through the bag, the holes of front and back are in line, whatever pieces they are in.
    #[test]
    fn the_holes_of_both_faces_coincide(brief in carried()) {
        let net = Net::of(&brief);
        let folded = Folded::new(&net);
        let front = in_space(&net, &folded, |hole| hole.zone == Zone::Body && hole.panel.is_front());
        let back = in_space(&net, &folded, |hole| hole.zone == Zone::Body && hole.panel.is_back());
        prop_assert!(!front.is_empty());
        prop_assert_eq!(&front, &back);
        // What goes through a hem goes through the face it lies on.
        for place in in_space(&net, &folded, |hole| hole.zone == Zone::Hem) {
            prop_assert!(front.contains(&place));
        }
        let proof = Proof::new(&brief, &net, &folded);
        let meet = proof.items.iter().find(|item| item.check == Check::HolesMeet).unwrap();
        let on_a_join = net.blanks.iter().any(|blank| blank.columns.iter().any(|column| {
            matches!(column.panel, wide_fold_core::net::Panel::FacePart { .. })
        }));
        prop_assert!(meet.passed() || on_a_join);
    }

    /// One hole out of place in one piece, by the width of a pencil line, and the proof tells.
    #[test]
    fn a_hole_out_of_place_is_found(brief in carried(), pick: prop::sample::Index, up: bool, less: bool) {
        let mut net = Net::of(&brief);
        let places: Vec<(usize, usize)> = net.blanks.iter().enumerate()
            .flat_map(|(blank, own)| (0..own.holes.len()).map(move |hole| (blank, hole))).collect();
        let (blank, hole) = places[pick.index(places.len())];
        let by = if less { -Length::sixty_fourths(2) } else { Length::sixty_fourths(2) };
        let centre = &mut net.blanks[blank].holes[hole].centre;
        if up { centre.y += by } else { centre.x += by }
        let proof = Proof::new(&brief, &net, &Folded::new(&net));
        prop_assert!(!proof.passed());
    }

    /// Customary strips lie under their hem and within their face, and ribbon gives back its drop.
    #[test]
    fn strips_lie_under_the_hem_and_within_the_face(brief in carried(), glued: bool) {
        let mut brief = brief;
        brief.fittings.handle.kind = if glued { HandleKind::GluedRibbon } else { HandleKind::HoledRibbon };
        let own = Fitted::of(&brief).reinforcement.unwrap();
        let margin = backing::margin(&brief);
        prop_assert!(own.length <= brief.finished.width - margin * 2);
        // Ribbon ends are glued on the hem, and their strip lies over them; so does one in a face that is whole only in the tube.
        if let (Top::HemIn { depth }, false) = (brief.top, glued) {
            prop_assert!(own.depth <= depth - margin || !brief.hem_covers_while_flat());
        }
        // What is laid out on the sheets is that strip, twice.
        brief.extras = Extras::of([Extra::Reinforcement]);
        let fitted = Fitted::of(&brief);
        let layout = Layout::new(&brief, &fitted, &divide(&Net::new(&brief, &fitted)));
        let laid = layout.sheets.iter().flat_map(|sheet| &sheet.placed).filter_map(|placed| match placed.part {
            Part::Small(small) => Some(small.size),
            Part::Piece(_) => None,
        });
        let laid: Vec<_> = laid.chain(layout.from_scrap.iter().map(|small| small.size)).collect();
        prop_assert_eq!(laid, vec![Size::new(own.length, own.depth); 2]);
        let one = fitted.handle.unwrap();
        brief.fittings.handle.stands = Stands::Long(one.length);
        prop_assert_eq!(Fitted::of(&brief).handle.unwrap().drop, one.drop);
    }
}
