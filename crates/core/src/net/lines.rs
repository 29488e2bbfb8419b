//! Where the creases of a run of panels lie.

use super::{Band, BaseCorners, Column, Crease, CreaseRole, Fold, GussetPart, Panel, Point, Row, Span};
use crate::brief::{Build, GussetCrease, Hem, RunStart};
use crate::{Brief, Length};

/// Every crease: base line and hem line panel by panel, then the upright lines from left to right.
pub(super) fn creases(brief: &Brief, columns: &[Column], rows: &[Row], corners: BaseCorners) -> Vec<Crease> {
    let mut creases = Vec::new();
    let Some(body) = rows.iter().find(|row| row.band == Band::Body).map(|row| row.y) else { return creases };
    for column in columns.iter().filter(|column| column.has_flap(corners)) {
        creases.push(level(column.x, body.from, Fold::Mountain, CreaseRole::BaseLine));
    }
    let hem = rows.iter().find(|row| row.band == Band::Hem);
    if let Some(hem) = hem {
        let fold = if matches!(brief.hem, Hem::Out { .. }) { Fold::Valley } else { Fold::Mountain };
        creases.extend(columns.iter().map(|column| level(column.x, hem.y.from, fold, CreaseRole::HemLine)));
    }
    let hem = hem.map(|row| row.y);
    for pair in columns.windows(2) {
        let x = pair[0].x.to;
        if corners == BaseCorners::Ears {
            // Below the base line the corner line turns an ear up from the face flap.
            creases.extend(upright(
                x,
                Span::new(Length::ZERO, body.from),
                None,
                Fold::Mountain,
                CreaseRole::Corner,
                None,
            ));
        }
        let (role, fold) = if pair.iter().any(|column| column.panel == Panel::Tab) {
            // In the middle of a gusset nothing turns: the line only shows how far to lay the other half over.
            (
                CreaseRole::TabLine,
                if brief.build == Build::Wrap && brief.run.start == RunStart::HalfGusset {
                    Fold::Flat
                } else {
                    Fold::Mountain
                },
            )
        } else {
            (CreaseRole::Corner, Fold::Mountain)
        };
        let apex = (fold == Fold::Flat).then(|| pinch_from(brief, body)).flatten();
        creases.extend(upright(x, body, hem, fold, role, apex));
    }
    for column in columns {
        if let (Panel::Gusset { part: GussetPart::Whole, .. }, Some(apex)) =
            (column.panel, pinch_from(brief, body))
        {
            let x = column.x.middle();
            let above = Span::new(apex, body.to);
            creases.extend(upright(x, above, hem, Fold::Valley, CreaseRole::GussetCentre, None));
        }
    }
    creases
}

/// Height at which a pinched gusset's centre crease begins: the apex, half the gusset above the base line, so
/// that the base stays square. Nothing if the gusset is plain or the body ends below its apex.
pub(super) fn pinch_from(brief: &Brief, body: Span) -> Option<Length> {
    let apex = body.from + brief.finished.gusset.half();
    (brief.gusset_crease == GussetCrease::Centre && apex < body.to).then_some(apex)
}

fn level(x: Span, y: Length, fold: Fold, role: CreaseRole) -> Crease {
    Crease { from: Point::new(x.from, y), to: Point::new(x.to, y), fold, role }
}

/// An upright line through body and hem; in the hem the paper lies over on itself, so the fold turns over. From
/// `apex` up, a flat line is the centre crease of a pinched gusset.
fn upright(
    x: Length,
    body: Span,
    hem: Option<Span>,
    fold: Fold,
    role: CreaseRole,
    apex: Option<Length>,
) -> Vec<Crease> {
    let line =
        |y: Span, fold, role| Crease { from: Point::new(x, y.from), to: Point::new(x, y.to), fold, role };
    let (mut lines, fold, role) = match apex {
        None => (vec![line(body, fold, role)], fold, role),
        Some(apex) => {
            let (above, centre) = (Fold::Valley, CreaseRole::GussetCentre);
            let below = line(Span::new(body.from, apex), fold, role);
            (vec![below, line(Span::new(apex, body.to), above, centre)], above, centre)
        }
    };
    lines.extend(hem.map(|hem| line(hem, fold.turned_over(), role)));
    lines
}
