//! A typed line: misread with a sentence, or commands that can be made or are refused.
#![no_main]

use libfuzzer_sys::fuzz_target;
use std::sync::LazyLock;
use model::catalogue::Catalogue;
use model::document::{Production, complete, read_line};

static NIGHT: LazyLock<Production> = LazyLock::new(|| demo::productions().remove(0).1);

fuzz_target!(|line: &str| {
    let (catalogue, build) = (Catalogue::shipped(), &NIGHT.builds[0]);
    complete(line, &NIGHT, build, catalogue);
    match read_line(line, &NIGHT, build, catalogue) {
        Ok(typed) => {
            let _ = NIGHT.edited(catalogue, &typed.commands);
        }
        Err(misread) => assert!(!misread.to_string().is_empty()),
    }
});
