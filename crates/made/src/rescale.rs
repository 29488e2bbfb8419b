//! The same bag on another sheet: in proportion, every figure on the board's grooves.

use crate::brief::{BaseHabit, Build, Edge, EdgeBy, Finished, Joins, SHORTEST_REPEAT, SMALL_TAB, Stands};
use crate::fittings::medallion::SMALLEST;
use crate::net::flat_size;
use crate::{Brief, Length, Sheet};

/// The bags in the proportions of `brief` that fit `sheet`, the largest first. The tab keeps its width, but is ¼ at
/// most beside a gusset that it would fill; hem, flap depths, laps,
/// pleats and the handle's figures shrink and grow with the bag.
///
/// ```
/// use wide_fold_asked::{Brief, Length, Sheet};
/// use wide_fold_made::rescale::on_sheet;
/// // 3¾ × 6½ × 2 uses the whole width of a 12×12; on a 6×6 it is 1¾ × 3 × ⅞, in proportion and on the grooves.
/// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
/// let small = Sheet { width: Length::inches(6), height: Length::inches(6), ..Sheet::default() };
/// let size = on_sheet(&brief, &small).next().unwrap().finished;
/// assert_eq!((size.width, size.height, size.gusset), (Length::eighths(14), Length::eighths(24), Length::eighths(7)));
/// ```
pub fn on_sheet<'a>(brief: &'a Brief, sheet: &'a Sheet) -> impl Iterator<Item = Brief> + use<'a> {
    let groove = brief.board.groove;
    let scaled = move |width: Length| {
        let size = brief.finished;
        let part = |length: Length| length.scaled(width, size.width).floor_to(groove).max(groove);
        let mut changed = Brief { sheet: sheet.clone(), ..brief.clone() };
        changed.finished = Finished { width, height: part(size.height), gusset: part(size.gusset) };
        changed.top = match brief.top.depth() {
            Length::ZERO => brief.top,
            depth => brief.top.with_depth(part(depth)),
        };
        changed.base = match brief.base {
            BaseHabit::Full => BaseHabit::Full,
            BaseHabit::HalfAndLap { lap } => BaseHabit::HalfAndLap { lap: part(lap) },
            // A guide's flap deeper than the smaller base would stick out.
            BaseHabit::Fixed { depth } if depth > changed.finished.gusset => BaseHabit::Full,
            BaseHabit::Fixed { depth } => BaseHabit::Fixed { depth },
            BaseHabit::Custom { depth } => BaseHabit::Custom { depth: part(depth) },
        };
        changed.build = match brief.build {
            Build::FoldedBase { lap } => Build::FoldedBase { lap: part(lap) },
            Build::PleatedFlare { pleats, pleat } => Build::PleatedFlare { pleats, pleat: part(pleat) },
            Build::Wrap | Build::CornerPair | Build::CradlePair { .. } | Build::Joined { .. } => brief.build,
        };
        if changed.finished.gusset < brief.tab * 2 {
            changed.tab = brief.tab.min(SMALL_TAB);
        }
        // Figures set by hand go with the face; what is customary follows it anyway.
        let handle = &mut changed.fittings.handle;
        for figure in [&mut handle.from_centre, &mut handle.down, &mut handle.width, &mut handle.opening] {
            *figure = figure.map(part);
        }
        handle.stands = handle.stands.high().map_or(Stands::Customary, |drop| Stands::High(part(drop)));
        let backing = &mut changed.fittings.backing;
        (backing.length, backing.depth) = (backing.length.map(part), backing.depth.map(part));
        let medallion = &mut changed.fittings.decoration.medallion_across;
        *medallion = medallion.map(|across| part(across).max(SMALLEST));
        // A punch is as it is; what is drawn goes with the bag.
        if let Edge { by: EdgeBy::Drawn, repeat, rise, .. } = &mut changed.edge {
            (*repeat, *rise) = (repeat.map(|repeat| part(repeat).max(SHORTEST_REPEAT)), rise.map(part));
        }
        changed
    };
    let fits = move |changed: &Brief| {
        let flat = flat_size(changed);
        changed.check().is_ok() && flat.fits_in(sheet.as_laid())
    };
    let steps = sheet.as_laid().width.units() / groove.units();
    (1..=steps).rev().map(move |step| scaled(groove * step)).filter(fits)
}

/// What of a bag that was rescaled is not in proportion, and by how much: a measure by its name, what it has more or less than its
/// share. Scores lie on grooves and a tab keeps its width, so there is nearly always something; differences a ruler does not show are
/// left out.
pub fn off_proportion(brief: &Brief, scaled: &Brief) -> Vec<(&'static str, Length)> {
    let (from, to) = (brief.finished, scaled.finished);
    let pleat = |brief: &Brief| match brief.build {
        Build::PleatedFlare { pleat, .. } => pleat,
        Build::Wrap
        | Build::CornerPair
        | Build::CradlePair { .. }
        | Build::FoldedBase { .. }
        | Build::Joined { .. } => Length::ZERO,
    };
    let top = if brief.top.flap().is_some() { "closing flap" } else { "hem" };
    let gusset =
        |size: Finished, brief: &Brief| if brief.build.has_gussets() { size.gusset } else { Length::ZERO };
    let flap = |brief: &Brief| if brief.build.has_slit_flaps() { brief.flap() } else { Length::ZERO };
    let tab = |brief: &Brief| if brief.joins == Joins::Tabs { brief.tab } else { Length::ZERO };
    let all = [
        ("height", from.height, to.height),
        ("gusset", gusset(from, brief), gusset(to, scaled)),
        (top, brief.top.depth(), scaled.top.depth()),
        ("base flaps", flap(brief), flap(scaled)),
        ("pleats", pleat(brief), pleat(scaled)),
        ("tab", tab(brief), tab(scaled)),
    ];
    let ruler = Length::sixty_fourths(1);
    let off = all.into_iter().map(|(name, from_, now)| (name, now - from_.scaled(to.width, from.width)));
    off.filter(|(_, off)| off.abs() >= ruler).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::worked::Worked;
    use rstest::rstest;

    fn sheet(side: i64) -> Sheet {
        Sheet { width: Length::inches(side), height: Length::inches(side), ..Sheet::default() }
    }

    #[test]
    fn what_is_drawn_goes_with_the_bag_and_a_punch_is_as_it_is() {
        let mut brief = Brief::new(Length::inches(4), Length::inches(7), Length::inches(2));
        brief.top = crate::brief::Top::HemOut { depth: Length::INCH };
        brief.edge =
            Edge { line: crate::brief::EdgeLine::Scalloped, repeat: Some(Length::INCH), ..Edge::default() };
        brief.fittings.decoration.medallion_across = Some(Length::inches(2));
        let small = on_sheet(&brief, &sheet(6)).next().unwrap();
        let share = |length: Length| {
            length.scaled(small.finished.width, Length::inches(4)).floor_to(brief.board.groove)
        };
        assert_eq!(small.edge.repeat, Some(share(Length::INCH)));
        assert_eq!(small.fittings.decoration.medallion_across, Some(share(Length::inches(2))));
        brief.edge.by = EdgeBy::Punched;
        assert_eq!(on_sheet(&brief, &sheet(6)).next().unwrap().edge.repeat, Some(Length::INCH));
    }

    #[rstest]
    fn it_fits_on_grooves_and_keeps_its_proportions(#[values(6, 10, 12, 18)] side: i64) {
        let brief = Brief::new(Length::inches(4), Length::inches(7), Length::inches(2));
        let scaled = on_sheet(&brief, &sheet(side)).next().unwrap();
        let plan = Worked::new(&scaled);
        assert!(plan.layout.fits() && plan.proof.passed());
        let size = scaled.finished;
        for length in [size.width, size.height, size.gusset] {
            assert!(length.is_on(scaled.board.groove));
        }
        // Within a groove of the same proportions.
        assert!(
            (size.height - size.width.scaled(Length::inches(7), Length::inches(4))).abs()
                < Length::eighths(2)
        );
        assert!((size.gusset - size.width.half()).abs() < Length::eighths(2));
    }

    #[test]
    fn a_bag_that_fits_nowhere_is_not_offered() {
        let mut brief = Brief::new(Length::inches(4), Length::inches(7), Length::inches(2));
        brief.tab = Length::inches(4);
        let tiny = Sheet { width: Length::eighths(4), height: Length::eighths(4), ..Sheet::default() };
        assert_eq!(on_sheet(&brief, &tiny).next(), None);
    }
}
