//! Pictures of a sheet and of the finished bag as PNG, to be sent or shown: drawn by the writers of SVG, and painted by a renderer that
//! knows nothing of bags.

use crate::pdf::{bag_picture, picture_fonts};
use crate::sheet_svg;
use resvg::tiny_skia::{Color, Pixmap, Transform};
use resvg::usvg::{Options, Tree, fontdb::Database};
use std::sync::{Arc, LazyLock};
use wide_fold_core::Plan;

/// The longest side of a picture, in pixels: a sheet of 12 in comes out at 150 to the inch.
const LONGEST: f32 = 2000.0;

/// Why a picture is not painted.
#[derive(Debug, thiserror::Error)]
pub enum PngFault {
    /// There is no such sheet.
    #[error("there is no such sheet")]
    Nothing,
    /// The renderer gave up.
    #[error("the picture could not be painted: {0}")]
    Unpainted(String),
}

static FONTS: LazyLock<Arc<Database>> = LazyLock::new(|| {
    let mut fonts = Database::new();
    for font in picture_fonts() {
        fonts.load_font_data(font.to_vec());
    }
    fonts.set_sans_serif_family("Fira Sans");
    Arc::new(fonts)
});

/// One sheet of a plan, with what its lines mean.
///
/// # Errors
/// [`PngFault`] for a sheet that is not there.
pub fn sheet_png(plan: &Plan, name: &str, sheet: usize) -> Result<Vec<u8>, PngFault> {
    painted(&sheet_svg(plan, name, sheet).ok_or(PngFault::Nothing)?)
}

/// The finished bag, with what is put on it, seen from its front and one side.
///
/// # Errors
/// [`PngFault::Unpainted`].
pub fn bag_png(plan: &Plan, name: &str) -> Result<Vec<u8>, PngFault> {
    painted(&bag_picture(plan, name))
}

fn painted(svg: &str) -> Result<Vec<u8>, PngFault> {
    let unpainted = |why: String| PngFault::Unpainted(why);
    let options =
        Options { fontdb: FONTS.clone(), font_family: "Fira Sans".to_owned(), ..Options::default() };
    let tree = Tree::from_str(svg, &options).map_err(|error| unpainted(error.to_string()))?;
    let size = tree.size();
    let scale = LONGEST / size.width().max(size.height()).max(1.0);
    let side = |side: f32| ((side * scale).ceil() as u32).clamp(1, LONGEST as u32);
    let mut picture = Pixmap::new(side(size.width()), side(size.height()))
        .ok_or_else(|| unpainted("it has no size".to_owned()))?;
    picture.fill(Color::WHITE);
    resvg::render(&tree, Transform::from_scale(scale, scale), &mut picture.as_mut());
    picture.encode_png().map_err(|error| unpainted(error.to_string()))
}
