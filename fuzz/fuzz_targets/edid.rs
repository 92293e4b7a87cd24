//! Bytes from a screen, or a dump of them.
#![no_main]

use libfuzzer_sys::fuzz_target;
use transport::edid::{parse, parse_dump};
use model::document::InputSetting;

fuzz_target!(|bytes: &[u8]| {
    for read in [parse(bytes), parse_dump(bytes)] {
        match read {
            Ok(edid) => {
                let _ = InputSetting::from(&edid);
            }
            Err(error) => assert!(!error.to_string().is_empty()),
        }
    }
});
