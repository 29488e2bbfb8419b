//! What is put on a bag, as it is drawn on a face seen from the front.

use super::{Closing, Fitted, FittedHandle};
use crate::Brief;
use crate::brief::{ClosureKind, HandleKind};
use crate::plane::Size;

/// What is drawn.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum What {
    /// Ribbon or cord.
    Ribbon,
    /// A rolled tube.
    Tube,
    /// A strap.
    Strap,
    /// A folded hanger.
    Hanger,
    /// The strip behind holes or ends.
    Strip,
    /// A mat.
    Mat,
    /// A band.
    Band,
    /// A card pocket.
    Pocket,
    /// A medallion, on the front alone.
    Medallion,
    /// A clip.
    Clip,
    /// A magnet.
    Magnet,
    /// What goes into the bag.
    Gift,
}

/// Something drawn on a face. Frame: x from the face's centre line to the right of one who looks at it, y from the base line up;
/// millimetres.
#[derive(Clone, Debug, PartialEq)]
pub struct Mark {
    /// What it is.
    pub what: What,
    /// True if it lies inside the bag, behind the face.
    pub inside: bool,
    /// How it is drawn.
    pub drawn: Drawn,
}

/// How something is drawn; millimetres.
#[derive(Clone, Debug, PartialEq)]
pub enum Drawn {
    /// An area, by its corners.
    Area(Vec<[f64; 2]>),
    /// Something that runs along a line.
    Along {
        /// The line, point by point.
        points: Vec<[f64; 2]>,
        /// How wide it is.
        width: f64,
    },
}

impl Drawn {
    /// Its corners, or the points of its line: x and y in millimetres.
    pub fn points(&self) -> &[[f64; 2]] {
        match self {
            Self::Area(points) | Self::Along { points, .. } => points,
        }
    }

    /// How wide it is, in millimetres, if it runs along a line.
    pub fn width(&self) -> Option<f64> {
        match self {
            Self::Area(_) => None,
            Self::Along { width, .. } => Some(*width),
        }
    }
}

/// Points round the edge of a medallion.
const ROUND: u32 = 48;
/// Points on the arch of a handle.
pub const ARCH: usize = 12;

/// A rolled tube is drawn as thick as it comes out of the flattening: about ¼ in (our choice).
const TUBE_MM: f64 = 6.35;
/// A clip is drawn as deep as this.
const CLIP_MM: f64 = 18.0;
/// Ribbon that ties a bag is drawn as wide as this.
const BOW_MM: f64 = 8.0;
/// A magnet is drawn as large as this.
const MAGNET_MM: f64 = 10.0;
/// A cord is drawn this thick.
const CORD_MM: f64 = 2.5;

/// Everything on one face, that of the front or the back alike; pocket and medallion only on the front.
pub fn face_marks(brief: &Brief, fitted: &Fitted) -> Vec<Mark> {
    let mut marks = Vec::new();
    let height = brief.finished.height.mm();
    let area = |what, inside, x: f64, y: f64, width: f64, tall: f64| Mark {
        what,
        inside,
        drawn: Drawn::Area(vec![[x, y], [x + width, y], [x + width, y + tall], [x, y + tall]]),
    };
    for mat in fitted.mats.iter().filter(|mat| mat.on.is_faces()) {
        let width = mat.width.mm();
        marks.push(area(What::Mat, false, -width / 2.0, mat.rise.mm(), width, mat.height.mm()));
    }
    if let Some(band) = &fitted.band {
        let (wide, tall) = (brief.finished.width.mm(), band.width.mm());
        marks.push(match band.rise {
            Some(rise) => area(What::Band, false, -wide / 2.0, rise.mm(), wide, tall),
            None => area(What::Band, false, -tall / 2.0, 0.0, tall, height),
        });
    }
    if let Some(strip) = fitted.reinforcement.filter(|_| !brief.fittings.handle.kind.is_on_gussets()) {
        let (wide, tall) = (strip.length.mm(), strip.depth.mm());
        marks.push(area(What::Strip, true, -wide / 2.0, height - tall, wide, tall));
    }
    if let Some(own) = &fitted.medallion {
        let (radius, middle) = (own.across.mm() / 2.0, own.rise.mm());
        let points = (0..ROUND).map(|n| {
            let (sin, cos) = (std::f64::consts::TAU * f64::from(n) / f64::from(ROUND)).sin_cos();
            [cos * radius, middle + sin * radius]
        });
        marks.push(Mark { what: What::Medallion, inside: false, drawn: Drawn::Area(points.collect()) });
    }
    if let Some(pocket) = &fitted.pocket {
        let wide = pocket.width.mm();
        marks.push(area(What::Pocket, true, -wide / 2.0, pocket.rise.mm(), wide, pocket.height.mm()));
    }
    if let Some(handle) = &fitted.handle {
        marks.extend(handle_marks(brief, handle));
    }
    marks.extend(closure_marks(brief, &fitted.closing));
    marks
}

/// What keeps the bag shut: drawn where it is put, on the open bag.
fn closure_marks(brief: &Brief, closing: &Closing) -> Option<Mark> {
    let (top, down) = (brief.finished.height.mm(), closing.down.mm());
    let half = brief.finished.width.mm() / 2.0;
    let along =
        |inside, points, width| Mark { what: What::Ribbon, inside, drawn: Drawn::Along { points, width } };
    let area = |what, inside, wide: f64, from: f64, to: f64| {
        let points = vec![[-wide, from], [wide, from], [wide, to], [-wide, to]];
        Mark { what, inside, drawn: Drawn::Area(points) }
    };
    match brief.fittings.closure.kind {
        ClosureKind::None | ClosureKind::RibbonThrough | ClosureKind::Tuck => None,
        ClosureKind::Clip => Some(area(What::Clip, false, half / 6.0, top - CLIP_MM, top + CLIP_MM / 2.0)),
        ClosureKind::Bow => Some(along(false, vec![[-half, top - down], [half, top - down]], BOW_MM)),
        ClosureKind::RibbonRound => Some(along(false, vec![[0.0, 0.0], [0.0, top]], BOW_MM)),
        ClosureKind::Magnets => {
            // Under a flap the face's magnet lies as far below the top as the flap's above it.
            let below = closing.meets.map_or(down, |meets| meets.mm());
            let size = MAGNET_MM / 2.0;
            Some(area(What::Magnet, true, size, top - below - size, top - below + size))
        }
    }
}

/// Two legs and a half-round arch over the top edge.
pub fn handle_marks(brief: &Brief, handle: &FittedHandle) -> Vec<Mark> {
    let height = brief.finished.height.mm();
    let (aside, down, drop) = (handle.across(brief).mm() / 2.0, handle.down.mm(), handle.drop.mm().max(0.0));
    let (what, width, inside, foot) = match handle.kind {
        HandleKind::HoledRibbon => (What::Ribbon, handle.width.mm(), false, height - down),
        HandleKind::GluedRibbon => (What::Ribbon, handle.width.mm(), true, height - down),
        HandleKind::GussetRibbon => (What::Ribbon, handle.width.mm(), false, height - down),
        HandleKind::LongRibbon => (What::Ribbon, handle.width.mm(), false, 0.0),
        HandleKind::Tube => (What::Tube, TUBE_MM, false, height - down),
        HandleKind::Hangers => (What::Ribbon, CORD_MM, false, height - down),
        HandleKind::Strap => {
            let width = handle.width.mm();
            let corner = |x: f64, y: f64| [x * width / 2.0, height + y];
            let points = vec![corner(-1.0, 0.0), corner(1.0, 0.0), corner(1.0, drop), corner(-1.0, drop)];
            return vec![Mark { what: What::Strap, inside: false, drawn: Drawn::Area(points) }];
        }
        HandleKind::None | HandleKind::HandHole => return Vec::new(),
    };
    // As high as the drop says: an arch as high as it is half wide, or lower if there is no room for that. Legs too wide for a
    // small face cross.
    let rise = aside.max(0.0).min(drop);
    let spring = height + drop - rise;
    let mut points = vec![[-aside, foot]];
    points.extend((0..=ARCH).map(|n| {
        let angle = std::f64::consts::PI * (1.0 - n as f64 / ARCH as f64);
        [angle.cos() * aside, spring + angle.sin() * rise]
    }));
    points.push([aside, foot]);
    let mut marks = Vec::new();
    if handle.kind.hangs_over_the_lip() {
        let Size { width: wide, height: tall } = super::parts::hanger(brief, handle);
        // An inch of it lies inside.
        let outer = (tall - brief.customary(crate::Length::INCH)).mm();
        let half = wide.mm() / 2.0;
        for x in [-aside, aside] {
            let (low, high) = (height - outer, height);
            let points = vec![[x - half, low], [x + half, low], [x + half, high], [x - half, high]];
            marks.push(Mark { what: What::Hanger, inside: false, drawn: Drawn::Area(points) });
        }
    }
    marks.push(Mark { what, inside, drawn: Drawn::Along { points, width } });
    marks
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;

    /// A medallion is a circle about its middle, on the centre line of the front, within the face.
    #[test]
    fn a_medallion_is_round() {
        let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(4));
        brief.fittings.decoration.medallion = true;
        let fitted = Fitted::of(&brief);
        let own = fitted.medallion.unwrap();
        let marks = face_marks(&brief, &fitted);
        let mark = marks.iter().find(|mark| mark.what == What::Medallion).unwrap();
        let Drawn::Area(points) = &mark.drawn else { panic!("an area") };
        for [x, y] in points {
            assert!(((x * x + (y - own.rise.mm()).powi(2)).sqrt() - own.across.mm() / 2.0).abs() < 1e-9);
            assert!(
                x.abs() < brief.finished.width.mm() / 2.0 && (0.0..brief.finished.height.mm()).contains(y)
            );
        }
        assert_eq!(points.len(), ROUND as usize);
    }
}
