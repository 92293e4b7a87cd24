//! A file of descriptions of another crew.
#![no_main]

use libfuzzer_sys::fuzz_target;
use west_rail_core::catalogue::Catalogue;
use west_rail_core::document::EntriesFile;

fuzz_target!(|text: &str| {
    if let Err(error) = EntriesFile::read(text, Catalogue::shipped()) {
        assert!(!error.to_string().is_empty());
    }
});
