//! Every step with its picture: what to do, what to check, and what helps if it goes wrong.

use super::flow::{Block, Column, Flow, moved};
use super::fonts::Weight;
use super::leaf::TEXT;
use super::sheets::size_of;
use super::work_sheet::needed;
use super::{PdfFault, PrintPaper, cannot_be_made, pictures, write_warned};
use wide_fold_core::Plan;
use wide_fold_core::steps::Step;

const MARGIN: f64 = 16.0;
/// The box of a step's picture.
const PICTURE: [f64; 2] = [86.0, 76.0];
/// The box of one that shows two things, one under the other: the pieces with their glue, and what the bag is then.
const TWO: [f64; 2] = [86.0, 104.0];
const GAP: f64 = 7.0;

/// The booklet of a bag: a page of what to have ready, then the steps in order.
///
/// # Errors
/// If it cannot be put together.
pub fn booklet_pdf(plan: &Plan, name: &str) -> Result<Vec<u8>, PdfFault> {
    let unit = plan.brief.unit;
    let page = PrintPaper::customary(unit).page();
    let (width, height) = page.map_or((210.0, 297.0), |(width, height)| (width.mm(), height.mm()));
    let whole = Column { left: MARGIN, width: width - MARGIN * 2.0 };
    let mut flow = Flow::new([width, height], MARGIN, MARGIN + 4.0);
    let mut cover = Block::new();
    cover.say(name, 10.0, Weight::Medium, whole);
    cover.say(
        &format!("{} finished", size_of(&plan.brief.finished_figures(), unit)),
        6.0,
        Weight::Regular,
        whole,
    );
    cover.space(8.0);
    let bag = pictures::bag(plan, usize::MAX, true, [whole.width, 96.0]);
    cover.marks.extend(bag.into_iter().map(|mark| moved(mark, [MARGIN, cover.height])));
    cover.space(104.0);
    flow.add(cover, None);
    let mut list = Block::new();
    needed(&mut list, plan, TEXT, whole);
    flow.add(list, None);
    flow.turn();
    for (n, step) in plan.steps.iter().enumerate() {
        flow.add(of_step(plan, n + 1, step, whole), Some(whole));
    }
    write_warned(&format!("{name}: the steps"), flow.finish(name, MARGIN), cannot_be_made(plan))
}

fn of_step(plan: &Plan, number: usize, step: &Step, whole: Column) -> Block {
    let mut block = Block::new();
    let column = Column { left: whole.left + PICTURE[0] + GAP, width: whole.width - PICTURE[0] - GAP };
    block.say(&format!("{number}  {}", step.title), TEXT * 1.4, Weight::Medium, column);
    block.space(1.0);
    for says in &step.says {
        block.say(says, TEXT, Weight::Regular, column);
        block.space(1.2);
    }
    let counsel = &step.counsel;
    let beside = [
        ("Why now", counsel.why.clone()),
        ("Check", counsel.check.clone()),
        ("If it goes wrong", format!("{} {}", counsel.wrong, counsel.rescue)),
    ];
    for (head, says) in beside {
        block.space(0.8);
        block.say(head, TEXT * 0.9, Weight::Medium, column);
        block.say(&says, TEXT * 0.9, Weight::Regular, column);
    }
    if let Some(caution) = step.caution {
        block.space(1.2);
        block.say("Take care", TEXT * 0.9, Weight::Medium, column);
        block.say(caution, TEXT * 0.9, Weight::Regular, column);
    }
    let room = if pictures::shows_two(step) { TWO } else { PICTURE };
    let picture = pictures::of_step(plan, step, room);
    let marks = picture.into_iter().map(|mark| moved(mark, [whole.left, 3.0])).collect();
    block.beside(Block { marks, height: room[1] + 6.0 });
    block.space(7.0);
    block
}
