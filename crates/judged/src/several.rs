//! Several bags cut together: what is wanted from which paper.

use crate::fittings::Fitted;
use crate::layout::Wanted;
use crate::plane::Size;
use crate::{Brief, Net, Sheet, pieces};

/// A bag and how many of it.
#[derive(Clone, Debug)]
pub struct Copies<'a> {
    /// What it is called.
    pub name: &'a str,
    /// The bag.
    pub brief: Brief,
    /// How many of it.
    pub copies: u32,
}

/// Bags cut from the same paper, and the parts of them.
pub struct Group {
    /// The paper.
    pub sheet: Sheet,
    /// The bags that are cut from it, by name.
    pub bags: Vec<String>,
    /// What is wanted of it.
    pub wanted: Vec<Wanted>,
    /// Whose part each of those is.
    pub parts: Vec<PartOf>,
}

/// A part of one of several bags.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct PartOf {
    /// The bag, by its place among the bags of its paper.
    pub bag: usize,
    /// What the part is called.
    pub name: String,
}

impl Group {
    /// Parts of one name and size are one entry, so that sheets cut alike are seen to be alike.
    fn want(&mut self, bag: &str, name: String, wanted: Wanted) {
        let known = self.bags.iter().position(|known| known == bag);
        let bag = known.unwrap_or_else(|| {
            self.bags.push(bag.to_owned());
            self.bags.len() - 1
        });
        let part = PartOf { bag, name };
        let is_same = |(known, other): &(&PartOf, &mut Wanted)| {
            **known == part && Wanted { count: wanted.count, ..**other } == wanted
        };
        if let Some((_, known)) = self.parts.iter().zip(&mut self.wanted).find(is_same) {
            known.count += wanted.count;
            return;
        }
        self.parts.push(part);
        self.wanted.push(wanted);
    }
}

/// The group of a sheet.
fn group<'a>(groups: &'a mut Vec<Group>, sheet: &Sheet) -> &'a mut Group {
    let known = groups.iter().position(|group| group.sheet == *sheet);
    let place = known.unwrap_or_else(|| {
        groups.push(Group { sheet: sheet.clone(), bags: Vec::new(), wanted: Vec::new(), parts: Vec::new() });
        groups.len() - 1
    });
    &mut groups[place]
}

/// A part that one bag is cut into.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct BagPart {
    /// What it is called, in small letters.
    pub name: String,
    /// Its size, as the bag's sheet is laid.
    pub size: Size,
    /// True if it may lie either way, whatever the pattern: no pattern of it is seen.
    pub may_turn: bool,
    /// How many of it one bag takes.
    pub count: u32,
    /// True if it is cut from the paper of the gussets.
    pub side: bool,
    /// The plan's piece that it is; nothing for a small part.
    pub piece: Option<usize>,
}

impl BagPart {
    /// Its size with the paper upright, whichever way the bag lies on it.
    pub fn upright(&self, brief: &Brief) -> Size {
        if brief.sheet_for(!self.side).turned { self.size.turned() } else { self.size }
    }
}

/// Everything one bag is cut into: pieces and the small parts wanted with them.
pub fn parts(brief: &Brief) -> Vec<BagPart> {
    let fitted = Fitted::of(brief);
    // A joining strip comes from any scrap, so it may lie either way.
    let pieces = pieces::divide(&Net::new(brief, &fitted)).into_iter().enumerate();
    let mut parts: Vec<BagPart> = pieces
        .map(|(index, piece)| BagPart {
            name: piece.name.to_lowercase(),
            size: Size::new(piece.width, piece.height),
            may_turn: piece.from_scrap,
            count: piece.count,
            side: brief.side_sheet.is_some() && !(piece.blank.shows_face() || piece.from_scrap),
            piece: Some(index),
        })
        .collect();
    for small in brief.extras.parts(brief, &fitted) {
        let (name, size) = (small.kind.name().to_owned(), small.size);
        let may_turn = small.kind.may_turn();
        let own = BagPart { name, size, may_turn, count: 1, side: false, piece: None };
        match parts.iter_mut().find(|known| BagPart { count: 1, ..(*known).clone() } == own) {
            Some(known) => known.count += 1,
            None => parts.push(own),
        }
    }
    parts
}

/// Everything the bags are cut from, paper by paper: pieces and the small parts wanted with them. Sheets are upright, whichever way a
/// bag lies on them; of a paper without a direction every part may be turned by itself.
///
/// ```
/// use wide_fold_asked::{Brief, Length};
/// use wide_fold_judged::several::{Copies, by_paper};
/// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
/// let group = &by_paper(&[Copies { name: "Bud vase", brief, copies: 3 }])[0];
/// assert_eq!((group.bags.as_slice(), group.wanted[0].count), (["Bud vase".to_owned()].as_slice(), 3));
/// ```
pub fn by_paper(bags: &[Copies<'_>]) -> Vec<Group> {
    let mut groups: Vec<Group> = Vec::new();
    for Copies { name, brief, copies } in bags {
        for part in parts(brief) {
            let sheet = brief.sheet_for(!part.side);
            let may_turn = part.may_turn || !sheet.directional;
            let wanted = Wanted { size: part.upright(brief), may_turn, count: part.count * copies };
            let upright = Sheet { turned: false, ..sheet.clone() };
            group(&mut groups, &upright).want(name, part.name, wanted);
        }
    }
    groups
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;
    use crate::brief::{Build, Extra, Extras};

    #[test]
    fn bags_on_one_paper_share_its_sheets_and_alike_parts_are_one_entry() {
        let mut vase = Brief::new(Length::inches(4), Length::inches(6), Length::inches(2));
        vase.extras = Extras::of([Extra::Tag]);
        let mut bowl = Brief::new(Length::inches(3), Length::inches(4), Length::eighths(12));
        bowl.build = Build::CornerPair;
        let mut other = vase.clone();
        other.sheet.width = Length::inches(8);
        let copies = |name, brief: &Brief, copies| Copies { name, brief: brief.clone(), copies };
        // A name may hold anything, another bag's name and a colon too.
        let groups = by_paper(&[
            copies("Vase", &vase, 2),
            copies("Vase: tag", &bowl, 3),
            copies("Vase", &vase, 1),
            copies("Small", &other, 1),
        ]);
        let told = |group: &Group| -> Vec<(String, String, u32)> {
            let parts = group.parts.iter().zip(&group.wanted);
            parts
                .map(|(part, wanted)| (group.bags[part.bag].clone(), part.name.clone(), wanted.count))
                .collect()
        };
        assert_eq!(groups.len(), 2);
        let of = |bag: &str, part: &str, count| (bag.to_owned(), part.to_owned(), count);
        assert_eq!(
            told(&groups[0]),
            [of("Vase", "bag", 3), of("Vase", "tag", 3), of("Vase: tag", "face and gusset", 6)]
        );
        assert_eq!(groups[1].bags, ["Small"]);
    }

    #[test]
    fn turned_or_not_it_is_the_same_paper() {
        let mut upright = Brief::new(Length::inches(3), Length::inches(5), Length::eighths(12));
        (upright.sheet.width, upright.sheet.directional) = (Length::inches(11), false);
        let mut turned = upright.clone();
        turned.sheet.turned = true;
        let copies = |name, brief: &Brief| Copies { name, brief: brief.clone(), copies: 1 };
        let groups = by_paper(&[copies("Upright", &upright), copies("Turned", &turned)]);
        assert_eq!((groups.len(), groups[0].sheet.turned), (1, false));
        let sizes: Vec<(Size, bool)> =
            groups[0].wanted.iter().map(|part| (part.size, part.may_turn)).collect();
        assert_eq!(sizes[1], (sizes[0].0.turned(), true));
    }
}
