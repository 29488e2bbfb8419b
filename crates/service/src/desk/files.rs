//! Files as they are sent to be saved: what they are called.

use crate::problem::Problem;
use axum::http::{HeaderValue, header};
use axum::response::{IntoResponse, Response};
use wide_fold_formats::catalogue::{Media, Unwritten};
use wide_fold_formats::pdf::PdfFault;

/// Something to keep as a file.
pub fn attached(content: impl Into<axum::body::Body>, name: &str, media: Media) -> Result<Response, Problem> {
    // Its own letters (RFC 6266, RFC 8187), and for whoever does not read those a name of plain ones.
    let plain: String = name.chars().map(|letter| if letter.is_ascii() { letter } else { '_' }).collect();
    let disposition = format!("attachment; filename=\"{plain}\"; filename*=UTF-8''{}", percent_encoded(name));
    let headers = [
        (header::CONTENT_TYPE, HeaderValue::from_static(media.media_type())),
        (
            header::CONTENT_DISPOSITION,
            HeaderValue::from_str(&disposition).map_err(|error| Problem::ours(&error))?,
        ),
    ];
    Ok((headers, content.into()).into_response())
}

/// Every byte but letters, figures and the signs that names are made of here, as `%E4`.
fn percent_encoded(name: &str) -> String {
    let plain = |byte: u8| byte.is_ascii_alphanumeric() || matches!(byte, b'-' | b'.' | b'_');
    name.bytes()
        .map(|byte| if plain(byte) { char::from(byte).to_string() } else { format!("%{byte:02X}") })
        .collect()
}

impl From<Unwritten> for Problem {
    fn from(why: Unwritten) -> Self {
        match why {
            Unwritten::Pdf(PdfFault::Nothing) => Self::not_found("file"),
            Unwritten::Pdf(PdfFault::TooManyPages { pages }) => Self::at(
                "paper",
                format!("That would take {pages} pages. Take larger paper, or pages as large as the sheets."),
            ),
            Unwritten::Pdf(_) | Unwritten::Json(_) | Unwritten::Png(_) | Unwritten::Zip(_) => {
                Self::ours(&why)
            }
        }
    }
}

impl From<PdfFault> for Problem {
    fn from(why: PdfFault) -> Self {
        Unwritten::from(why).into()
    }
}
