//! Commands as they come over the wire: refused, or made, reported on and taken back.
#![no_main]

use libfuzzer_sys::fuzz_target;
use std::sync::LazyLock;
use model::catalogue::Catalogue;
use model::document::{Command, Production};
use report::report;

static NIGHT: LazyLock<Production> = LazyLock::new(|| demo::productions().remove(0).1);

fuzz_target!(|text: &str| {
    let Ok(commands) = serde_json::from_str::<Vec<Command>>(text) else {
        return;
    };
    let catalogue = Catalogue::shipped();
    let Ok(edited) = NIGHT.edited(catalogue, &commands) else {
        return;
    };
    for build in &edited.production.builds {
        report(&edited.production, &build.id, catalogue).unwrap();
    }
    let back = edited.production.stepped(catalogue, &edited.inverse).unwrap();
    assert_eq!(back.production, *NIGHT);
});
