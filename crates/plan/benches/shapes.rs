//! What a report costs by the shape of the floor: each row beside its goal, and how much more the
//! larger floor costs than the one before it. Ten times the devices may cost little more than ten
//! times as much. Then what the same costs with fixes, as `check` looks for them. Names of shapes as
//! arguments measure only those.

use demo::{self, Shape};
use model::catalogue::Catalogue;
use model::document::Production;
use plan::report_with_fixes;
use report::report;
use std::time::{Duration, Instant};

/// As the program runs.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

const SIZES: [usize; 4] = [10, 100, 1_000, 5_000];
/// For 5,000 devices in any shape.
const GOAL: Duration = Duration::from_millis(50);

/// The same with fixes: of so many findings as that leaves time for.
const WITH_FIXES: Duration = Duration::from_secs(5);

/// The median of as many reports as fit into half a second, three at least; taking them apart again isn't counted:
/// nobody waits for it.
fn median(production: &Production, build: &str) -> Duration {
    let started = Instant::now();
    let mut times = Vec::new();
    while times.len() < 3 || started.elapsed() < Duration::from_millis(500) {
        let one = Instant::now();
        let answer = report(production, build, Catalogue::shipped());
        times.push(one.elapsed());
        drop(std::hint::black_box(answer));
    }
    times.sort_unstable();
    times[times.len() / 2]
}

fn main() {
    let night = demo::productions().remove(0).1;
    println!(
        "the demo             {:>12.1?}   goal {:?}",
        median(&night, "night"),
        Duration::from_micros(200)
    );
    let asked: Vec<String> = std::env::args()
        .skip(1)
        .filter(|argument| !argument.starts_with('-'))
        .collect();
    let wanted = |name: &str| asked.is_empty() || asked.iter().any(|asked| asked == name);
    if wanted("Rigs") {
        rows("Rigs", demo::floor);
    }
    for shape in Shape::ALL {
        let name = format!("{shape:?}");
        if wanted(&name) {
            rows(&name, |devices| shape.floor(devices));
        }
    }
    println!("the most memory {:>18}   goal 200 MB", most_memory());
}

/// The most memory that this process held so far, the floors themselves and the catalogue included.
fn most_memory() -> String {
    let status = std::fs::read_to_string("/proc/self/status").unwrap_or_default();
    let most = status.lines().find_map(|line| line.strip_prefix("VmHWM:"));
    most.map_or("not known here".into(), |most| most.trim().to_string())
}

/// A row for each size of one kind of floor.
fn rows(name: &str, floor: impl Fn(usize) -> Production) {
    let mut before: Option<(usize, Duration)> = None;
    for devices in SIZES {
        let time = median(&floor(devices), "main");
        let growth = before.map_or_else(String::new, |(fewer, less)| {
            let (more, longer) = (devices / fewer, time.as_secs_f64() / less.as_secs_f64());
            format!("{longer:.1} × for {more} × the devices")
        });
        let goal = match (name, devices) {
            (_, 5_000) => format!("   goal {GOAL:?}"),
            ("Rigs", 1_000) => "   goal 5ms".into(),
            _ => String::new(),
        };
        println!("{name:<10}{devices:>6}     {time:>12.1?}   {growth}{goal}");
        before = Some((devices, time));
    }
    let largest = floor(SIZES[SIZES.len() - 1]);
    let started = Instant::now();
    std::hint::black_box(report_with_fixes(&largest, "main", Catalogue::shipped()));
    let time = started.elapsed();
    println!("{name:<10} with fixes{time:>12.1?}   goal {WITH_FIXES:?}");
}
