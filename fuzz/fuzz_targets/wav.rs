#![no_main]

use libfuzzer_sys::fuzz_target;
use west_rail_core::wav::WavReader;

fuzz_target!(|bytes: &[u8]| {
    let mut reader = WavReader::default();
    // In uneven pieces: heads and frames are cut anywhere.
    for piece in bytes.chunks(7) {
        if reader.feed(piece).is_err() {
            return;
        }
    }
    let _ = reader.finish();
});
