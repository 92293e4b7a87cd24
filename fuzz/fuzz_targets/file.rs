//! A production file from anywhere: refused with a sentence, or answered in full and written back the
//! same.
#![no_main]

use libfuzzer_sys::fuzz_target;
use model::catalogue::Catalogue;
use model::document::ProductionFile;
use report::{media_plan, report};

fuzz_target!(|text: &str| {
    let file = match ProductionFile::read(text) {
        Ok(file) => file,
        Err(error) => {
            assert!(!error.to_string().is_empty());
            return;
        }
    };
    for build in &file.production.builds {
        report(&file.production, &build.id, Catalogue::shipped()).unwrap();
        media_plan(&file.production, &build.id, Catalogue::shipped()).unwrap();
    }
    let again = ProductionFile::read(&file.to_text()).unwrap();
    assert_eq!(again.production, file.production);
});
