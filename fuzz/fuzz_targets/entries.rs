//! A file of descriptions of another crew.
#![no_main]

use libfuzzer_sys::fuzz_target;
use model::catalogue::Catalogue;
use model::document::EntriesFile;

fuzz_target!(|text: &str| {
    if let Err(error) = EntriesFile::read(text, Catalogue::shipped()) {
        assert!(!error.to_string().is_empty());
    }
});
