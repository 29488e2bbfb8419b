//! Sheets divided by cuts from edge to edge.

use super::{Blade, Overhang, Part, Placed, Rectangle, SheetCut, Trim};
use crate::Length;
use crate::plane::Size;

/// The sizes a part may be laid in: as it is, and turned.
pub(super) type Lyings = Vec<Size>;

/// A way to divide a rectangle. Parts are given by their number and the way they lie.
#[derive(Clone, Debug, PartialEq, Eq)]
pub(super) enum Tree {
    /// Left over.
    Waste,
    /// A part in the bottom-left corner, in this size.
    Part(usize, Size),
    /// Cut in two: the left or bottom part first.
    Cut(Blade, Length, Box<(Tree, Tree)>),
}

/// The sheet cut as the tree says.
pub(super) fn sheet(tree: &Tree, Size { width, height }: Size) -> SheetCut {
    let mut sheet = SheetCut {
        width,
        height,
        times: 1,
        placed: Vec::new(),
        trims: Vec::new(),
        offcuts: Vec::new(),
        overhang: Overhang::default(),
        scrap: false,
        side: false,
    };
    cut(tree, Rectangle { x: Length::ZERO, y: Length::ZERO, width, height }, &mut sheet);
    sheet.offcuts.sort_by_key(|offcut| (-offcut.area(), offcut.x, offcut.y));
    sheet
}

/// The same tree without needless cuts: what is left over is in one piece and lies on the right or at the top.
pub(super) fn tidy(tree: Tree, size: Size) -> Tree {
    let Tree::Cut(blade, at, parts) = tree else { return tree };
    let whole = if blade == Blade::Vertical { size.width } else { size.height };
    let of = |long: Length| {
        if blade == Blade::Vertical { Size::new(long, size.height) } else { Size::new(size.width, long) }
    };
    let (first, second) = *parts;
    match (tidy(first, of(at)), tidy(second, of(whole - at))) {
        (Tree::Waste, Tree::Waste) => Tree::Waste,
        (Tree::Waste, kept) => before_waste(blade, whole - at, kept),
        // Nothing is left over of what is used to its edge.
        (kept, Tree::Waste) if at == whole => kept,
        (kept, Tree::Waste) => before_waste(blade, at, kept),
        both => Tree::Cut(blade, at, Box::new(both)),
    }
}

fn before_waste(blade: Blade, at: Length, kept: Tree) -> Tree {
    match kept {
        // Trimming a lone part is left to whoever lays it down: he keeps the larger offcut.
        Tree::Part(..) => kept,
        Tree::Cut(own, shorter, parts) if own == blade && parts.1 == Tree::Waste => {
            Tree::Cut(blade, shorter, parts)
        }
        kept => Tree::Cut(blade, at, Box::new((kept, Tree::Waste))),
    }
}

/// The parts of a tree, one by one; whatever `keeps` refuses is left over.
pub(super) fn only(tree: &Tree, keeps: &mut impl FnMut(usize) -> bool) -> Tree {
    match tree {
        Tree::Waste => Tree::Waste,
        Tree::Part(part, size) => {
            if keeps(*part) {
                Tree::Part(*part, *size)
            } else {
                Tree::Waste
            }
        }
        Tree::Cut(blade, at, parts) => {
            Tree::Cut(*blade, *at, Box::new((only(&parts.0, keeps), only(&parts.1, keeps))))
        }
    }
}

/// The two halves of a rectangle.
pub(super) fn halves(on: Rectangle, blade: Blade, at: Length) -> (Rectangle, Rectangle) {
    match blade {
        Blade::Vertical => {
            (Rectangle { width: at, ..on }, Rectangle { x: on.x + at, width: on.width - at, ..on })
        }
        Blade::Horizontal => {
            (Rectangle { height: at, ..on }, Rectangle { y: on.y + at, height: on.height - at, ..on })
        }
    }
}

fn cut(tree: &Tree, on: Rectangle, sheet: &mut SheetCut) {
    match tree {
        Tree::Waste => sheet.offcuts.push(on),
        Tree::Part(part, size) => corner(Part::Piece(*part), *size, on, sheet),
        Tree::Cut(blade, at, parts) => {
            let (first, second) = halves(on, *blade, *at);
            let off = (parts.1 == Tree::Waste).then_some(second);
            sheet.trims.push(Trim { on, blade: *blade, keep: *at, off });
            cut(&parts.0, first, sheet);
            cut(&parts.1, second, sheet);
        }
    }
}

/// Lays a part into the bottom-left corner of a free rectangle and trims it out, so that the larger of the two pieces left
/// over is as large as it can be.
pub(super) fn corner(part: Part, Size { width, height }: Size, on: Rectangle, sheet: &mut SheetCut) {
    sheet.placed.push(Placed { part, space: Rectangle { width, height, ..on } });
    let largest = |first: Blade| {
        let (at, then) = if first == Blade::Vertical { (width, height) } else { (height, width) };
        let (kept, off) = halves(on, first, at);
        let other = if first == Blade::Vertical { Blade::Horizontal } else { Blade::Vertical };
        off.area().max(halves(kept, other, then).1.area())
    };
    let order = if largest(Blade::Vertical) >= largest(Blade::Horizontal) {
        [(Blade::Vertical, width), (Blade::Horizontal, height)]
    } else {
        [(Blade::Horizontal, height), (Blade::Vertical, width)]
    };
    let mut on = on;
    for (blade, at) in order {
        let (kept, off) = halves(on, blade, at);
        if off.area() > 0 {
            sheet.trims.push(Trim { on, blade, keep: at, off: Some(off) });
            sheet.offcuts.push(off);
        }
        on = kept;
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn inches(width: i64, height: i64) -> Size {
        Size::new(Length::inches(width), Length::inches(height))
    }

    fn cut(blade: Blade, at: i64, first: Tree, second: Tree) -> Tree {
        Tree::Cut(blade, Length::inches(at), Box::new((first, second)))
    }

    fn part(width: i64, height: i64) -> Tree {
        Tree::Part(0, inches(width, height))
    }

    #[rstest]
    // Slivers cut off one after the other are one offcut.
    #[case(
        cut(Blade::Vertical, 11, cut(Blade::Vertical, 9, part(9, 12), Tree::Waste), Tree::Waste),
        part(9, 12)
    )]
    // What is left over comes to lie on the right.
    #[case(
        cut(Blade::Vertical, 4, Tree::Waste, cut(Blade::Horizontal, 6, part(8, 6), part(8, 6))),
        cut(Blade::Vertical, 8, cut(Blade::Horizontal, 6, part(8, 6), part(8, 6)), Tree::Waste)
    )]
    // A lone part is trimmed by whoever lays it down.
    #[case(
        cut(Blade::Vertical, 8, cut(Blade::Horizontal, 6, part(8, 6), Tree::Waste), Tree::Waste),
        part(8, 6)
    )]
    // A cut the other way stays before what is left over.
    #[case(
        cut(Blade::Vertical, 8, cut(Blade::Horizontal, 6, part(8, 6), part(8, 6)), Tree::Waste),
        cut(Blade::Vertical, 8, cut(Blade::Horizontal, 6, part(8, 6), part(8, 6)), Tree::Waste)
    )]
    #[case(cut(Blade::Horizontal, 3, Tree::Waste, Tree::Waste), Tree::Waste)]
    fn needless_cuts_go(#[case] tree: Tree, #[case] tidied: Tree) {
        assert_eq!(tidy(tree, inches(12, 12)), tidied);
    }

    #[test]
    fn a_part_is_trimmed_so_that_the_offcut_is_large() {
        // 10 × 4 in the corner of 12 × 12: level first leaves 12 × 8, upright first only 10 × 8.
        let sheet = sheet(&part(10, 4), inches(12, 12));
        let settings: Vec<(Blade, Length)> = sheet.trims.iter().map(|trim| (trim.blade, trim.keep)).collect();
        assert_eq!(settings, [(Blade::Horizontal, Length::inches(4)), (Blade::Vertical, Length::inches(10))]);
        assert_eq!(Size::new(sheet.offcuts[0].width, sheet.offcuts[0].height), inches(12, 8));
    }

    #[test]
    fn parts_that_are_not_wanted_are_left_over() {
        let pair = cut(Blade::Vertical, 6, part(6, 12), part(6, 12));
        let mut left = 1;
        let kept = only(&pair, &mut |_| {
            left -= 1;
            left >= 0
        });
        let sheet = sheet(&tidy(kept, inches(12, 12)), inches(12, 12));
        assert_eq!((sheet.placed.len(), sheet.trims.len(), sheet.offcuts.len()), (1, 1, 1));
    }

    /// Whichever way it is cut, the halves lie edge to edge and are the whole.
    #[rstest]
    #[case(Blade::Vertical, (1, 2, 3, 6), (4, 2, 5, 6))]
    #[case(Blade::Horizontal, (1, 2, 8, 3), (1, 5, 8, 3))]
    fn halves_are_the_whole(
        #[case] blade: Blade,
        #[case] first: (i64, i64, i64, i64),
        #[case] second: (i64, i64, i64, i64),
    ) {
        let at = |(x, y, width, height): (i64, i64, i64, i64)| Rectangle {
            x: Length::inches(x),
            y: Length::inches(y),
            width: Length::inches(width),
            height: Length::inches(height),
        };
        assert_eq!(halves(at((1, 2, 8, 6)), blade, Length::inches(3)), (at(first), at(second)));
    }
}
