#![no_main]

use libfuzzer_sys::fuzz_target;
use audio::wav::{LtcReader, Notes, WavReader, restamped};

fuzz_target!(|bytes: &[u8]| {
    let _ = restamped(bytes, 0, &Notes::default());
    let mut timecode = LtcReader::new(None);
    let mut reader = WavReader::default();
    // In uneven pieces: heads and frames are cut anywhere.
    for piece in bytes.chunks(7) {
        if reader.feed(piece).is_err() || timecode.feed(piece).is_err() {
            return;
        }
    }
    let _ = reader.finish();
    let _ = timecode.finish();
});
