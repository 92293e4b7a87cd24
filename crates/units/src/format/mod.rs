//! Picture formats: rasters, frame rates, scan, chroma sampling, bit depth; their names and how
//! people type them.

mod picture;
mod raster;
mod rate;
mod squeeze;

pub use picture::{Depth, PictureFormat, Quality, Sampling, Scan};
pub use raster::Raster;
pub use rate::FrameRate;
pub use squeeze::Squeeze;

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use std::str::FromStr;

    #[test]
    fn reads_what_people_type() {
        let raster = |text: &str| text.parse::<Raster>().unwrap();
        assert_eq!(raster("3840x2160"), Raster::UHD);
        assert_eq!(raster("uhd"), Raster::UHD);
        assert_eq!(raster("3840 × 2160"), Raster::UHD);
        assert_eq!(raster("1080"), Raster::HD);
        assert_eq!(
            raster("4k"),
            Raster {
                width: 4096,
                height: 2160
            }
        );
        let rate = |text: &str| text.parse::<FrameRate>().unwrap();
        assert_eq!(rate("23.98"), FrameRate::per_1001(24));
        assert_eq!(rate("23.976"), FrameRate::per_1001(24));
        assert_eq!(rate("24000/1001"), FrameRate::per_1001(24));
        assert_eq!(rate("25p"), FrameRate::whole(25));
        assert_eq!(rate("59.94"), FrameRate::per_1001(60));
        assert_eq!(rate("25 fps"), FrameRate::whole(25));
    }

    #[test]
    fn reads_whole_formats_in_the_ways_they_are_written() {
        for (typed, house) in [
            ("UHD 25p", "3840×2160p25 4:2:2 10-bit"),
            ("2160p50", "3840×2160p50 4:2:2 10-bit"),
            ("1080i50 4:2:2 8 bit", "1920×1080i50 4:2:2 8-bit"),
            (
                "1920x1080 psf23.98 444 12bit",
                "1920×1080psf23.98 4:4:4 12-bit",
            ),
            ("1080p59.94 4:2:0 8", "1920×1080p59.94 4:2:0 8-bit"),
            ("hd 25", "1920×1080p25 4:2:2 10-bit"),
            ("UHD25", "3840×2160p25 4:2:2 10-bit"),
            ("4k24p 422", "4096×2160p24 4:2:2 10-bit"),
            ("hd50i", "1920×1080i50 4:2:2 10-bit"),
        ] {
            assert_eq!(
                typed.parse::<PictureFormat>().unwrap().to_string(),
                house,
                "{typed}"
            );
        }
    }

    #[test]
    fn a_refusal_says_which_part_was_not_understood() {
        let refusal = |text: &str| text.parse::<PictureFormat>().unwrap_err().to_string();
        insta::assert_snapshot!(refusal("1080p25 purple"), @"“purple” isn’t a part of a picture format: write it like 3840×2160p25 4:2:2 10-bit, UHD 25p or 1080i50");
        insta::assert_snapshot!(refusal("25p"), @"“25p” isn’t a whole picture format: give at least a raster and a frame rate, like 3840×2160p25 or UHD 25p");
        insta::assert_snapshot!("0x2160".parse::<Raster>().unwrap_err(), @"“0x2160” isn’t a raster: write it like 3840x2160, UHD or 1080; each side from 16 to 16,384");
        insta::assert_snapshot!("0".parse::<FrameRate>().unwrap_err(), @"“0” isn’t a frame rate: write it like 25, 23.98, 59.94 or 24000/1001, from 1 to 300");
    }

    proptest! {
        #[test]
        fn what_is_printed_can_be_read_again(
            width in 16u32..16_384, height in 16u32..16_384, n in 1u32..=300, ntsc: bool,
            scan in 0usize..3, sampling in 0usize..3, bits in 0usize..4,
        ) {
            let scan = [Scan::Progressive, Scan::Interlaced, Scan::SegmentedFrame][scan];
            let n = if scan == Scan::Interlaced { 24 + n % 7 } else { n };
            let format = PictureFormat {
                raster: Raster { width, height },
                rate: if ntsc { FrameRate::per_1001(n) } else { FrameRate::whole(n) },
                scan,
                sampling: [Sampling::Yuv420, Sampling::Yuv422, Sampling::Full444][sampling],
                bits: [Depth::EIGHT, Depth::TEN, Depth::TWELVE, Depth::SIXTEEN][bits],
            };
            prop_assert_eq!(format.to_string().parse::<PictureFormat>().unwrap(), format);
            prop_assert_eq!(format.rate.to_string().parse::<FrameRate>().unwrap(), format.rate);
            let squeeze = Squeeze::from_str(&format!("{}.{:02}", 1 + width % 2, height % 50)).unwrap();
            prop_assert_eq!(squeeze.to_string().parse::<Squeeze>().unwrap(), squeeze);
            prop_assert_eq!(format.raster.to_string().parse::<Raster>().unwrap(), format.raster);
        }

        #[test]
        fn nothing_typed_makes_a_reader_fall_over(text in "\\PC{0,40}") {
            let _ = (text.parse::<Raster>(), text.parse::<FrameRate>(), text.parse::<PictureFormat>(), text.parse::<Squeeze>());
        }
    }
}
