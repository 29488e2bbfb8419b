use super::*;
use crate::Brief;
use rstest::rstest;

/// The worked bag (common practice), 3¾ × 6½ × 2: one piece of 12 × 8½.
fn worked() -> Brief {
    Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2))
}

fn paper(kind: Stock, width: i64, height: i64, directional: bool) -> Paper {
    let (width, height) = (Length::inches(width), Length::inches(height));
    Paper {
        kind,
        sheet: Sheet { width, height, directional, ..Sheet::default() },
        count: 9,
        ..Paper::plain()
    }
}

fn line(paper: &Paper, place: Option<usize>, copies: u32) -> Line {
    let brief = Brief { sheet: paper.sheet.clone(), ..worked() };
    Line::new("Bud vase", brief, copies, [place, None])
}

fn laid(lines: &[Line], papers: &[Paper]) -> Vec<CutList> {
    let wanted = |at: PartRef| lines[at.line].copies * lines[at.line].parts[at.part].count;
    cut_lists(lines, wanted, papers, &Budget::of(Budget::USUAL))
}

fn sheets(count: u32) -> Amount {
    Amount { sheets: count, length: Length::ZERO }
}

fn of_roll(length: Length) -> Amount {
    Amount { sheets: 0, length }
}

/// One bag takes a sheet of 12 × 12, and no way of cutting takes less.
#[rstest]
fn every_bag_of_a_pad_takes_its_sheet() {
    let pad = paper(Stock::Pad, 12, 12, true);
    let lines = [line(&pad, Some(0), 3), line(&pad, Some(0), 2)];
    let [list] = &laid(&lines, &[pad])[..] else { panic!("one paper, one list") };
    assert_eq!((list.takes, list.at_least, list.is_least()), (sheets(5), sheets(5), true));
    assert!(list.too_large.is_empty());
    let mut counted = [0, 0];
    for (lot, cut) in list.cuts.iter().enumerate() {
        assert_eq!(list.one_takes(lot), sheets(1));
        for (part, count) in list.on_sheet(lot) {
            counted[part.line] += count * cut.times;
        }
    }
    assert_eq!(counted, [3, 2]);
}

/// On 24 × 24 two lie side by side and two above one another: 17 of 24.
#[rstest]
fn several_of_one_part_are_counted_on_their_sheet() {
    let large = paper(Stock::Sheets, 24, 24, true);
    let lines = [line(&large, Some(0), 8)];
    let [list] = &laid(&lines, &[large])[..] else { panic!("one paper, one list") };
    assert_eq!((list.takes, list.cuts.len(), list.cuts[0].times), (sheets(2), 1, 2));
    assert_eq!(list.on_sheet(0), [(PartRef { line: 0, part: 0 }, 4)]);
}

/// Of a roll 30 wide two lie side by side: so many rows of 8½ are cut off, no more.
#[rstest]
#[case(2, 17)]
#[case(4, 34)]
#[case(5, 51)]
fn of_a_roll_as_much_is_cut_off_as_lies_on_it(#[case] copies: u32, #[case] halves: i64) {
    let roll = paper(Stock::Roll, 30, 200, true);
    let lines = [line(&roll, Some(0), copies)];
    let [list] = &laid(&lines, &[roll])[..] else { panic!("one paper, one list") };
    let takes = Length::inches(halves).half();
    assert_eq!(list.takes, of_roll(takes));
    let cut: Length =
        list.cuts.iter().map(|cut| cut.height * i64::from(cut.times)).fold(Length::ZERO, |a, b| a + b);
    assert_eq!(cut, takes);
    // By its area alone: 12 × 8½ of every 30, to the ruler's next mark.
    let area = Length::from_units(Length::inches(102).units() * i64::from(copies) / 30);
    let mark = lines[0].brief.mark();
    assert_eq!(list.at_least, of_roll(area.ceil_to(mark).min(takes)));
    assert_eq!(list.is_least(), list.at_least.length == takes);
    assert_eq!(list.one_takes(0), of_roll(list.cuts[0].height));
}

/// All-over paper may be turned: of a roll 9 wide a piece of 12 × 8½ is cut the other way round, of one with an up it is not.
#[rstest]
#[case(false, 0, 24)]
#[case(true, 1, 0)]
fn all_over_paper_is_turned(#[case] directional: bool, #[case] too_large: usize, #[case] inches: i64) {
    let roll = paper(Stock::Roll, 9, 200, directional);
    let lines = [line(&roll, Some(0), 2)];
    let [list] = &laid(&lines, std::slice::from_ref(&roll))[..] else { panic!("one paper, one list") };
    assert_eq!((list.too_large.len(), list.takes.length), (too_large, Length::inches(inches)));
    // With its grain known, it lies one way only.
    let grained = Paper { grain: Some(crate::paper::Grain::Upright), ..roll };
    let [list] = &laid(&lines, &[grained])[..] else { panic!("one paper, one list") };
    assert_eq!(list.too_large.len(), 1);
}

/// What is not on the shelf is laid out by its sheet, after what is.
#[rstest]
fn papers_are_laid_out_one_by_one_those_of_the_shelf_first() {
    let (pad, other) = (paper(Stock::Pad, 12, 12, true), paper(Stock::Pad, 14, 14, true));
    let lines =
        [line(&other, None, 1), line(&pad, Some(1), 1), line(&other, None, 2), line(&pad, Some(0), 1)];
    let lists = laid(&lines, &[pad.clone(), pad]);
    let told: Vec<(Option<usize>, u32)> = lists.iter().map(|list| (list.paper, list.takes.sheets)).collect();
    assert_eq!(told, [(Some(0), 1), (Some(1), 1), (None, 3)]);
    // What is done already is not wanted any more.
    let none = cut_lists(&lines, |_| 0, &[], &Budget::of(Budget::USUAL));
    assert!(none.is_empty());
}
