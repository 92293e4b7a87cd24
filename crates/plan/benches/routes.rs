//! Routes and fixes: three routes across a kit of 200 (budget: under 50 ms), all fixes of the demo
//! tried (budget: under 50 ms).

use model::catalogue::Catalogue;
use model::document::KitLine;
use plan::{Ends, find_routes, report_with_fixes};
use runtime::interrupt::Interrupt;

/// As the program runs.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn main() {
    divan::main();
}

/// Six camera rigs beside a store of 200 things, none of them in use.
#[divan::bench]
fn routes_across_a_kit_of_200(bencher: divan::Bencher) {
    let catalogue = Catalogue::shipped();
    let mut production = demo::floor(60);
    let devices = catalogue.devices.iter().map(|device| &device.id);
    let media = catalogue.media.iter().map(|medium| &medium.id);
    let cables = catalogue
        .cables
        .iter()
        .flat_map(|cable| [2_000, 5_000, 10_000].map(|length| (&cable.id, Some(length))));
    let items = devices.chain(media).map(|id| (id, None)).chain(cables);
    production.kit = items
        .take(200)
        .map(|(item, length)| KitLine {
            item: item.clone(),
            length: length.map(units::quantity::Length),
            quantity: 3,
            ..KitLine::default()
        })
        .collect();
    let ends = Ends {
        from: "d1",
        to: "d18",
    };
    assert!(
        find_routes(&production, "main", catalogue, ends, &Interrupt::default())
            .unwrap()
            .routes
            .len()
            >= 3
    );
    bencher.bench(|| find_routes(&production, "main", catalogue, ends, &Interrupt::default()));
}

#[divan::bench]
fn all_fixes_of_the_demo_tried(bencher: divan::Bencher) {
    let catalogue = Catalogue::shipped();
    let production = demo::productions().remove(0).1;
    bencher.bench(|| report_with_fixes(&production, "night", catalogue));
}
