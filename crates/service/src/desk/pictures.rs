//! Pictures made anew: upright, no larger than is shown, and nothing else kept that the file holds. Whatever comes is worked in bounded
//! memory and time: a JPEG is made smaller while it is read, a PNG row by row, and what could not be is refused before it is begun.

use crate::problem::Problem;
use image::codecs::jpeg::JpegEncoder;
use image::codecs::webp::WebPDecoder;
use image::metadata::Orientation;
use image::{DynamicImage, GrayImage, ImageDecoder, ImageFormat, Rgb, RgbImage};
use jpeg_decoder::{CodingProcess, PixelFormat};
use std::io::Cursor;
use wide_fold_core::budget::Budget;

/// It is kept so large at most, along its longer side.
const KEPT: u32 = 1_400;

/// What a picture may take while it is read, in bytes.
const ROOM: usize = 192 << 20;

/// How good the JPEG is that is kept, of 100: at 82 nobody sees a difference on paper (from memory).
const QUALITY: u8 = 82;

/// Makes a picture anew, as JPEG.
///
/// # Errors
/// A sentence at `picture`: it is none, it is broken, or it is larger than can be taken.
pub fn anew(bytes: &[u8], budget: &Budget<'_>) -> Result<Vec<u8>, Problem> {
    let kind = image::guess_format(bytes).map_err(|_| no_picture())?;
    let (image, upright) = match kind {
        ImageFormat::Jpeg => jpeg(bytes)?,
        ImageFormat::Png => png(bytes, budget)?,
        ImageFormat::WebP => webp(bytes)?,
        _ => return Err(no_picture()),
    };
    let (width, height) = small(image.width(), image.height());
    let mut image = if width < image.width() { image.thumbnail_exact(width, height) } else { image };
    image.apply_orientation(upright);
    let mut jpeg = Vec::new();
    let written = JpegEncoder::new_with_quality(&mut jpeg, QUALITY).encode_image(&image.to_rgb8());
    written.map_err(|error| Problem::ours(&error))?;
    Ok(jpeg)
}

fn no_picture() -> Problem {
    Problem::at("picture", "This is no picture that can be read: JPEG, PNG or WebP can.")
}

fn broken() -> Problem {
    Problem::at("picture", "This picture breaks off or is damaged. Take it from the camera again.")
}

/// Refuses a picture that would take too long, or too much room.
fn bounded(width: u32, height: u32, most: u64) -> Result<(), Problem> {
    let pixels = u64::from(width) * u64::from(height);
    if pixels == 0 {
        return Err(broken());
    }
    if pixels <= most {
        return Ok(());
    }
    let says = format!(
        "This picture is {width} × {height}, that is {} million pixels; up to {} million can be taken of its kind. Save it smaller, \
         {KEPT} along its longer side is enough, and take that.",
        pixels.div_ceil(1_000_000),
        most / 1_000_000
    );
    Err(Problem::at("picture", says))
}

/// How large it is kept.
fn small(width: u32, height: u32) -> (u32, u32) {
    let longer = width.max(height);
    let side = |side: u32| (u64::from(side) * u64::from(KEPT) / u64::from(longer)).max(1) as u32;
    if longer <= KEPT { (width, height) } else { (side(width), side(height)) }
}

/// An orientation as a file notes it (Exif).
fn upright(exif: Option<&[u8]>) -> Orientation {
    exif.and_then(Orientation::from_exif_chunk).unwrap_or(Orientation::NoTransforms)
}

/// A JPEG, at an eighth, a quarter or half of its size if that is enough: larger it is never made.
fn jpeg(bytes: &[u8]) -> Result<(DynamicImage, Orientation), Problem> {
    const MOST: u64 = 64_000_000;
    // One that comes in passes over the whole picture is kept as a whole, six bytes a pixel.
    const MOST_IN_PASSES: u64 = 28_000_000;
    let mut decoder = jpeg_decoder::Decoder::new(bytes);
    decoder.set_max_decoding_buffer_size(ROOM);
    decoder.read_info().map_err(|_| broken())?;
    let info = decoder.info().ok_or_else(broken)?;
    let in_passes = info.coding_process == CodingProcess::DctProgressive;
    bounded(info.width.into(), info.height.into(), if in_passes { MOST_IN_PASSES } else { MOST })?;
    let (width, height) = small(info.width.into(), info.height.into());
    let (width, height) = decoder.scale(width as u16, height as u16).map_err(|_| broken())?;
    let pixels = decoder.decode().map_err(|_| broken())?;
    let (width, height) = (u32::from(width), u32::from(height));
    let image = match info.pixel_format {
        PixelFormat::L8 => GrayImage::from_raw(width, height, pixels).map(DynamicImage::ImageLuma8),
        // The upper half of every sixteen bits.
        PixelFormat::L16 => {
            let upper = pixels.chunks_exact(2).map(|pair| pair[usize::from(cfg!(target_endian = "little"))]);
            GrayImage::from_raw(width, height, upper.collect()).map(DynamicImage::ImageLuma8)
        }
        PixelFormat::RGB24 => RgbImage::from_raw(width, height, pixels).map(DynamicImage::ImageRgb8),
        PixelFormat::CMYK32 => {
            let left = |ink: u8, black: u8| ((255 - u16::from(ink)) * (255 - u16::from(black)) / 255) as u8;
            let light = pixels.chunks_exact(4).flat_map(|ink| [0, 1, 2].map(|n| left(ink[n], ink[3])));
            RgbImage::from_raw(width, height, light.collect()).map(DynamicImage::ImageRgb8)
        }
    };
    Ok((image.ok_or_else(broken)?, upright(decoder.exif_data())))
}

/// A PNG, row by row; what is seen through is seen on white.
fn png(bytes: &[u8], budget: &Budget<'_>) -> Result<(DynamicImage, Orientation), Problem> {
    const MOST: u64 = 64_000_000;
    let mut decoder = png::Decoder::new_with_limits(Cursor::new(bytes), png::Limits { bytes: ROOM });
    decoder.set_transformations(png::Transformations::EXPAND | png::Transformations::STRIP_16);
    // Its size stands before everything else.
    let head = decoder.read_header_info().map_err(|_| broken())?;
    let (width, height, interlaced) = (head.width, head.height, head.interlaced);
    bounded(width, height, if interlaced { ROOM as u64 / 8 } else { MOST })?;
    let mut reader = decoder.read_info().map_err(|_| broken())?;
    let upright = upright(reader.info().exif_metadata.as_deref());
    let channels = reader.output_color_type().0.samples();
    let mut reduced = Reduced::new(width, height);
    if interlaced {
        let mut all = vec![0; reader.output_buffer_size().filter(|size| *size <= ROOM).ok_or_else(broken)?];
        reader.next_frame(&mut all).map_err(|_| broken())?;
        for row in all.chunks_exact(width as usize * channels) {
            reduced.add(row, channels);
        }
    } else {
        while let Some(row) = reader.next_row().map_err(|_| broken())? {
            reduced.add(row.data(), channels);
            if !budget.spend(0) {
                return Err(broken());
            }
        }
    }
    reader.finish().map_err(|_| broken())?;
    Ok((DynamicImage::ImageRgb8(reduced.image), upright))
}

/// A WebP, which can be read as a whole only.
fn webp(bytes: &[u8]) -> Result<(DynamicImage, Orientation), Problem> {
    const MOST: u64 = 14_000_000;
    let mut decoder = WebPDecoder::new(Cursor::new(bytes)).map_err(|_| broken())?;
    let (width, height) = decoder.dimensions();
    bounded(width, height, MOST)?;
    let upright = decoder.orientation().map_err(|_| broken())?;
    let image = DynamicImage::from_decoder(decoder).map_err(|_| broken())?;
    let mut reduced = Reduced::new(width, height);
    for row in image.to_rgba8().chunks_exact(width as usize * 4) {
        reduced.add(row, 4);
    }
    Ok((DynamicImage::ImageRgb8(reduced.image), upright))
}

/// A picture that is made as small as it is kept while its rows come: each pixel the mean of those it stands for.
struct Reduced {
    image: RgbImage,
    /// Of the picture that comes.
    size: (u32, u32),
    /// The row that comes next.
    next: u32,
    /// What the row that is being made adds up to so far, and of how many pixels.
    sums: Vec<([u32; 3], u32)>,
}

impl Reduced {
    fn new(width: u32, height: u32) -> Self {
        let kept = small(width, height);
        let image = RgbImage::new(kept.0, kept.1);
        Self { image, size: (width, height), next: 0, sums: vec![([0; 3], 0); kept.0 as usize] }
    }

    /// Takes the next row.
    fn add(&mut self, row: &[u8], channels: usize) {
        let (width, height) = self.size;
        let (across, down) = self.image.dimensions();
        let place = |n: u32, of: u32, into: u32| (u64::from(n) * u64::from(into) / u64::from(of)) as u32;
        let y = place(self.next, height, down);
        for (x, pixel) in (0..width).zip(row.chunks_exact(channels)) {
            let (sum, count) = &mut self.sums[place(x, width, across) as usize];
            let light = on_white(pixel);
            (0..3).for_each(|n| sum[n] += u32::from(light[n]));
            *count += 1;
        }
        self.next += 1;
        if self.next == height || place(self.next, height, down) != y {
            for (x, (sum, count)) in self.sums.iter_mut().enumerate() {
                let mean = sum.map(|sum| ((sum + *count / 2) / (*count).max(1)) as u8);
                self.image.put_pixel(x as u32, y, Rgb(mean));
                (*sum, *count) = ([0; 3], 0);
            }
        }
    }
}

/// A pixel of one to four channels, as it is seen on white.
fn on_white(pixel: &[u8]) -> [u8; 3] {
    let over = |light: u8, alpha: u8| {
        let (light, alpha) = (u16::from(light), u16::from(alpha));
        ((light * alpha + 255 * (255 - alpha)) / 255) as u8
    };
    match *pixel {
        [grey] => [grey; 3],
        [grey, alpha] => [over(grey, alpha); 3],
        [red, green, blue] => [red, green, blue],
        [red, green, blue, alpha, ..] => [red, green, blue].map(|light| over(light, alpha)),
        [] => [255; 3],
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use image::{ImageEncoder, RgbaImage};
    use proptest::prelude::*;
    use rstest::rstest;

    fn made(bytes: &[u8]) -> Result<RgbImage, Problem> {
        let jpeg = anew(bytes, &Budget::of(Budget::USUAL))?;
        Ok(image::load_from_memory_with_format(&jpeg, ImageFormat::Jpeg).unwrap().to_rgb8())
    }

    fn written(image: &DynamicImage, kind: ImageFormat) -> Vec<u8> {
        let mut bytes = Cursor::new(Vec::new());
        image.write_to(&mut bytes, kind).unwrap();
        bytes.into_inner()
    }

    /// Left half one colour, right half another.
    fn halves(width: u32, height: u32) -> RgbImage {
        RgbImage::from_fn(
            width,
            height,
            |x, _| if x < width / 2 { Rgb([200, 40, 40]) } else { Rgb([40, 60, 200]) },
        )
    }

    fn is_near(one: Rgb<u8>, other: [u8; 3]) -> bool {
        one.0.iter().zip(other).all(|(own, other)| own.abs_diff(other) < 12)
    }

    const KINDS: [ImageFormat; 3] = [ImageFormat::Jpeg, ImageFormat::Png, ImageFormat::WebP];

    #[rstest]
    #[case(3_000, 2_000, (1_400, 933))]
    #[case(900, 1_600, (787, 1_400))]
    #[case(640, 480, (640, 480))]
    #[case(6_000, 40, (1_400, 9))]
    fn it_is_the_same_picture_no_larger_than_is_kept(
        #[case] width: u32,
        #[case] height: u32,
        #[case] kept: (u32, u32),
        #[values(0, 1, 2)] kind: usize,
    ) {
        let own = made(&written(&halves(width, height).into(), KINDS[kind])).unwrap();
        assert_eq!(own.dimensions(), kept);
        let at = |share: u32| *own.get_pixel(own.width() * share / 4, own.height() / 2);
        assert!(is_near(at(1), [200, 40, 40]) && is_near(at(3), [40, 60, 200]), "{:?} {:?}", at(1), at(3));
    }

    #[test]
    fn what_is_seen_through_is_seen_on_white() {
        let glass = RgbaImage::from_pixel(50, 50, image::Rgba([0, 0, 0, 51]));
        for kind in [ImageFormat::Png, ImageFormat::WebP] {
            let own = made(&written(&glass.clone().into(), kind)).unwrap();
            assert!(is_near(*own.get_pixel(25, 25), [204; 3]), "{:?}", own.get_pixel(25, 25));
        }
    }

    #[test]
    fn it_is_turned_upright_as_the_camera_noted() {
        // Exif with one entry: orientation 6, a quarter turn to the right (Exif 2.3, 4.6.4).
        let exif =
            [b"II*\0\x08\0\0\0".as_slice(), &[1, 0, 0x12, 0x01, 3, 0, 1, 0, 0, 0, 6, 0, 0, 0, 0, 0, 0, 0]]
                .concat();
        let (mut png, mut jpeg) = (Vec::new(), Vec::new());
        let own = halves(400, 200);
        let mut encoder = image::codecs::png::PngEncoder::new(&mut png);
        encoder.set_exif_metadata(exif.clone()).unwrap();
        encoder.write_image(&own, 400, 200, image::ExtendedColorType::Rgb8).unwrap();
        let mut encoder = JpegEncoder::new_with_quality(&mut jpeg, 95);
        encoder.set_exif_metadata(exif).unwrap();
        encoder.encode_image(&own).unwrap();
        for bytes in [png, jpeg] {
            let own = made(&bytes).unwrap();
            assert_eq!(own.dimensions(), (200, 400));
            // What was on the left is on top.
            assert!(is_near(*own.get_pixel(100, 50), [200, 40, 40]));
            assert!(is_near(*own.get_pixel(100, 350), [40, 60, 200]));
        }
    }

    #[rstest]
    fn one_that_breaks_off_is_refused(#[values(0, 1, 2)] kind: usize, #[values(2, 3, 10)] parts: usize) {
        let noise = RgbImage::from_fn(300, 200, |x, y| {
            Rgb([(x * 7 % 251) as u8, (y * 13 % 241) as u8, (x * y % 255) as u8])
        });
        let whole = written(&noise.into(), KINDS[kind]);
        assert!(made(&whole).is_ok());
        let refused = made(&whole[..whole.len() * (parts - 1) / parts]).unwrap_err();
        assert_eq!((refused.status, refused.field.as_deref()), (422, Some("picture")));
    }

    #[test]
    fn one_too_large_is_told_how_large_it_is() {
        // The head of a PNG is enough: nothing of it is read.
        let mut head = Vec::new();
        let mut encoder = png::Encoder::new(&mut head, 12_000, 12_000);
        encoder.set_color(png::ColorType::Rgb);
        drop(encoder.write_header().unwrap());
        let refused = made(&head).unwrap_err();
        assert!(
            refused
                .detail
                .starts_with("This picture is 12000 × 12000, that is 144 million pixels; up to 64 million"),
            "{}",
            refused.detail
        );
    }

    proptest! {
        /// Whatever comes is a picture or a sentence.
        #[test]
        fn anything_is_answered(kind in 0_usize..3, at in any::<prop::sample::Index>(), flips in prop::collection::vec((any::<prop::sample::Index>(), any::<u8>()), 0..6)) {
            let mut bytes = written(&halves(90, 60).into(), KINDS[kind]);
            for (place, with) in flips {
                let place = place.index(bytes.len());
                bytes[place] ^= with;
            }
            bytes.truncate(at.index(bytes.len()) + 1);
            if let Err(refused) = made(&bytes) {
                prop_assert_eq!((refused.status, refused.field.as_deref()), (422, Some("picture")));
            }
        }
    }
}
