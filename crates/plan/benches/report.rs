//! The report of the demo (budget: 0.2 ms) and of generated rigs (1,000 devices: 5 ms).

use model::catalogue::Catalogue;
use report::report;

/// As the program runs.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn main() {
    divan::main();
}

#[divan::bench]
fn demo_report(bencher: divan::Bencher) {
    let production = demo::productions().remove(0).1;
    bencher.bench(|| report(&production, "night", Catalogue::shipped()));
}

#[divan::bench(args = [10, 20, 100, 1000])]
fn floor_report(bencher: divan::Bencher, devices: usize) {
    let production = demo::floor(devices);
    bencher.bench(|| report(&production, "main", Catalogue::shipped()));
}
