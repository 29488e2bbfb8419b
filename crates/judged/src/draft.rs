//! A plan as far as it can be judged.

use crate::feeds::{Feed, feeds};
use crate::fittings::Fitted;
use crate::folded::Folded;
use crate::folded::surfaces::{Surface, surfaces};
use crate::layout::Layout;
use crate::net::Net;
use crate::passes::{Pass, passes};
use crate::pieces::{Piece, divide};
use crate::plane::Size;
use crate::{Brief, BriefFault};
use std::cell::OnceCell;

/// A plan as far as it can be judged without folding it: cheap enough to try a remedy. What rests on the net is worked out
/// when it is first asked for, since most rules ask for little of it.
pub(crate) struct Draft {
    pub brief: Brief,
    pub fitted: Fitted,
    pub net: Net,
    pieces: OnceCell<Vec<Piece>>,
    layout: OnceCell<Layout>,
    feeds: OnceCell<Vec<Feed>>,
    passes: OnceCell<Vec<Pass>>,
    folded: OnceCell<Folded>,
    surfaces: OnceCell<Vec<Surface>>,
}

impl Draft {
    /// Unrolls a bag, and nothing more.
    ///
    /// # Errors
    /// [`BriefFault`] for a size nobody can fold.
    pub fn new(brief: &Brief) -> Result<Self, BriefFault> {
        brief.check()?;
        let fitted = Fitted::of(brief);
        Ok(Self {
            brief: brief.clone(),
            net: Net::new(brief, &fitted),
            fitted,
            pieces: OnceCell::new(),
            layout: OnceCell::new(),
            feeds: OnceCell::new(),
            passes: OnceCell::new(),
            folded: OnceCell::new(),
            surfaces: OnceCell::new(),
        })
    }

    /// The pieces of paper, worked out when they are first asked for, as all below.
    pub fn pieces(&self) -> &[Piece] {
        self.pieces.get_or_init(|| divide(&self.net))
    }

    /// Where they lie on their sheets.
    pub fn layout(&self) -> &Layout {
        self.layout.get_or_init(|| Layout::new(&self.brief, &self.fitted, self.pieces()))
    }

    /// How they go through the guide.
    pub fn feeds(&self) -> &[Feed] {
        self.feeds.get_or_init(|| feeds(&self.brief, self.pieces()))
    }

    /// How they are scored.
    pub fn passes(&self) -> &[Pass] {
        self.passes.get_or_init(|| passes(&self.brief, self.pieces(), self.feeds()))
    }

    /// The open bag.
    pub fn folded(&self) -> &Folded {
        self.folded.get_or_init(|| Folded::new(&self.net))
    }

    /// What every visible surface of it shows.
    pub fn surfaces(&self) -> &[Surface] {
        self.surfaces.get_or_init(|| surfaces(&self.brief, &self.net, self.folded()))
    }

    /// True if it is plain, without laying them out, that no piece is larger than its sheet.
    pub fn plainly_fits(&self) -> bool {
        let other = self.brief.sheet_for(false);
        let (own, other) = (self.brief.sheet.as_laid(), other.size());
        let is_single = self.brief.side_sheet.is_none();
        let cut = self.pieces().iter().filter(|piece| !piece.from_scrap);
        let fits = |piece: &Piece, sheet: Size| Size::new(piece.width, piece.height).fits_in(sheet);
        cut.into_iter().all(|piece| fits(piece, own) && (is_single || fits(piece, other)))
    }

    /// All of it, worked out.
    pub fn finish(self) -> Worked {
        self.surfaces();
        self.layout();
        self.passes();
        let Self { brief, fitted, net, pieces, layout, feeds, passes, folded, surfaces } = self;
        let (pieces, passes) =
            (pieces.into_inner().unwrap_or_default(), passes.into_inner().unwrap_or_default());
        let feeds = feeds.into_inner().unwrap_or_default();
        let layout = layout.into_inner().unwrap_or_else(|| Layout::new(&brief, &fitted, &pieces));
        let folded = folded.into_inner().unwrap_or_else(|| Folded::new(&net));
        let surfaces = surfaces.into_inner().unwrap_or_default();
        Worked { brief, fitted, net, pieces, layout, feeds, passes, folded, surfaces }
    }
}

/// What a draft comes to.
pub(crate) struct Worked {
    pub brief: Brief,
    pub fitted: Fitted,
    pub net: Net,
    pub pieces: Vec<Piece>,
    pub layout: Layout,
    pub feeds: Vec<Feed>,
    pub passes: Vec<Pass>,
    pub folded: Folded,
    pub surfaces: Vec<Surface>,
}
