//! Words and pictures that follow one another down pages, a block at a time; only a block taller than a page is parted.

use super::fonts::Weight;
use super::leaf::{At, Leaf, Mark, Pen, line};

/// Where text runs.
#[derive(Clone, Copy, Debug)]
pub(super) struct Column {
    pub left: f64,
    pub width: f64,
}

/// Something that stays together: its marks from its top left corner, and how tall it is.
pub(super) struct Block {
    pub marks: Vec<Mark>,
    pub height: f64,
}

impl Block {
    pub fn new() -> Self {
        Self { marks: Vec::new(), height: 0.0 }
    }

    /// Adds words below what is there, broken to the width.
    pub fn say(&mut self, text: &str, size: f64, weight: Weight, column: Column) {
        for text in weight.wrap(text, size, column.width) {
            self.height += size * 1.35;
            let (x, y) = (column.left, self.height - size * 0.3);
            self.marks.push(Mark::Words { x, y, size, weight, text, turned: false });
        }
    }

    /// Adds words with something before them, which stands out to the left.
    pub fn item(&mut self, before: &str, text: &str, size: f64, column: Column) {
        let indent = Weight::Regular.width(before, size) + size * 0.5;
        let y = self.height + size * 1.05;
        self.marks.push(Mark::Words {
            x: column.left,
            y,
            size,
            weight: Weight::Regular,
            text: before.to_owned(),
            turned: false,
        });
        let inner = Column { left: column.left + indent, width: column.width - indent };
        self.say(text, size, Weight::Regular, inner);
    }

    pub fn space(&mut self, height: f64) {
        self.height += height;
    }

    /// Puts another block beside what is there, from its top.
    pub fn beside(&mut self, other: Self) {
        self.marks.extend(other.marks);
        self.height = self.height.max(other.height);
    }
}

/// Pages that fill up.
pub(super) struct Flow {
    width: f64,
    height: f64,
    top: f64,
    bottom: f64,
    at: f64,
    leaves: Vec<Leaf>,
}

impl Flow {
    /// Empty pages of that size.
    pub fn new([width, height]: At, top: f64, bottom: f64) -> Self {
        Self { width, height, top, bottom, at: f64::MAX, leaves: Vec::new() }
    }

    /// Adds a block, on a new page if this one has no room for it; a rule parts it from the one before.
    pub fn add(&mut self, block: Block, ruled: Option<Column>) {
        let room = self.height - self.bottom;
        if block.height > room - self.top {
            return self.add_parted(block, room - self.top);
        }
        if self.at + block.height > room {
            self.leaves.push(Leaf { width: self.width, height: self.height, marks: Vec::new() });
            self.at = self.top;
        } else if let (Some(column), Some(leaf)) = (ruled, self.leaves.last_mut()) {
            let y = self.at - 3.5;
            leaf.marks.push(line(
                [column.left, y],
                [column.left + column.width, y],
                Pen::thin(super::leaf::PALE),
            ));
        }
        if let Some(leaf) = self.leaves.last_mut() {
            leaf.marks.extend(block.marks.into_iter().map(|mark| moved(mark, [0.0, self.at])));
        }
        self.at += block.height;
    }

    /// Adds a block that is taller than a page, from the top of a new one.
    fn add_parted(&mut self, block: Block, room: f64) {
        let (mut here, mut after) = (Vec::new(), Vec::new());
        for mark in block.marks {
            let goes_on = matches!(&mark, Mark::Words { y, .. } if *y > room);
            if goes_on { after.push(mark) } else { here.push(mark) }
        }
        // It begins a line above the first words that had no room.
        let first = after.iter().filter_map(|mark| {
            if let Mark::Words { y, size, .. } = mark { Some(y - size * 1.35) } else { None }
        });
        let cut = first.fold(f64::MAX, f64::min);
        self.turn();
        self.add(Block { marks: here, height: room }, None);
        if !after.is_empty() {
            let marks = after.into_iter().map(|mark| moved(mark, [0.0, -cut])).collect();
            self.add(Block { marks, height: block.height - cut }, None);
        }
    }

    /// Ends the page.
    pub fn turn(&mut self) {
        self.at = f64::MAX;
    }

    /// The pages, each with words at its foot.
    pub fn finish(mut self, foot: &str, left: f64) -> Vec<Leaf> {
        let count = self.leaves.len();
        for (n, leaf) in self.leaves.iter_mut().enumerate() {
            let text = format!("{foot} · {} of {count}", n + 1);
            leaf.marks.push(super::leaf::words([left, self.height - 9.0], 3.2, text));
        }
        self.leaves
    }
}

/// The same mark elsewhere.
pub(super) fn moved(mark: Mark, by: At) -> Mark {
    use super::leaf::Segment;
    let to = |[x, y]: At| [x + by[0], y + by[1]];
    match mark {
        Mark::Line { segments, pen, fill } => {
            let segment = |segment| match segment {
                Segment::Move(spot) => Segment::Move(to(spot)),
                Segment::Line(spot) => Segment::Line(to(spot)),
                Segment::Curve(spots) => Segment::Curve(spots.map(to)),
                Segment::Close => Segment::Close,
            };
            Mark::Line { segments: segments.into_iter().map(segment).collect(), pen, fill }
        }
        Mark::Words { x, y, size, weight, text, turned } => {
            Mark::Words { x: x + by[0], y: y + by[1], size, weight, text, turned }
        }
        Mark::Window { from, to: end, marks } => Mark::Window {
            from: to(from),
            to: to(end),
            marks: marks.into_iter().map(|mark| moved(mark, by)).collect(),
        },
    }
}
