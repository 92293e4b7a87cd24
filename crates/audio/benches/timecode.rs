//! What linear timecode costs to read (goal: 2,000 × real time on one core), and to make.

use audio::ltc::{Decoder, Encoder, Signal};
use std::io::Write;
use std::process::{Command, Stdio};
use std::time::Instant;
use units::timecode::UserBits;

#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

const SECONDS: u64 = 600;
const ROUNDS: usize = 5;

fn main() {
    for sample_rate in [48_000, 192_000] {
        let mut encoder = Encoder::new(Signal {
            rate: "25".parse().expect("a rate"),
            first: 900_000,
            frames: SECONDS * 25,
            sample_rate,
            peak: 0.25,
            user_bits: UserBits::default(),
            date: false,
        });
        let mut samples = vec![0.0; encoder.total() as usize];
        let started = Instant::now();
        encoder.fill(&mut samples);
        let making = SECONDS as f64 / started.elapsed().as_secs_f64();
        let mut times: Vec<f64> = (0..ROUNDS)
            .map(|_| {
                let started = Instant::now();
                let mut decoder = Decoder::new(sample_rate);
                for piece in samples.chunks(1 << 16) {
                    decoder.feed(piece);
                }
                assert_eq!(decoder.finish()[0].frames, SECONDS * 25);
                SECONDS as f64 / started.elapsed().as_secs_f64()
            })
            .collect();
        times.sort_by(f64::total_cmp);
        if sample_rate == 48_000 {
            beside_another(&samples, SECONDS as f64 / times[ROUNDS / 2]);
        }
        println!(
            "timecode at {sample_rate} Hz read at {:>6.0} × real time, made at {making:>6.0} ×   goal 2000",
            times[ROUNDS / 2]
        );
    }
}

/// The same samples read by libltc, where it and a compiler are: by the program that the tests hold ours
/// against, from a pipe.
fn beside_another(samples: &[f32], ours: f64) {
    let source = concat!(env!("CARGO_MANIFEST_DIR"), "/../cli/tests/other/ltc.c");
    let folder = std::env::temp_dir();
    let (program, raw) = (
        folder.join("west-rail-other-ltc"),
        folder.join("west-rail-ltc.raw"),
    );
    let built = Command::new("cc")
        .args(["-w", "-O2", "-o"])
        .arg(&program)
        .args([source, "-lltc"])
        .stderr(Stdio::null())
        .status();
    if !built.is_ok_and(|status| status.success()) {
        println!("libltc isn’t there: nothing to time beside");
        return;
    }
    let bytes: Vec<u8> = samples
        .iter()
        .flat_map(|sample| sample.to_le_bytes())
        .collect();
    let mut file = std::fs::File::create(&raw).expect("a file of samples");
    file.write_all(&bytes).expect("samples are written");
    let mut times: Vec<f64> = (0..ROUNDS)
        .map(|_| {
            let input = std::fs::File::open(&raw).expect("the file is there");
            let started = Instant::now();
            let status = Command::new(&program)
                .args(["read", "48000", "25"])
                .stdin(input)
                .stdout(Stdio::null())
                .status();
            assert!(status.is_ok_and(|status| status.success()));
            started.elapsed().as_secs_f64()
        })
        .collect();
    times.sort_by(f64::total_cmp);
    println!(
        "libltc, the same samples: {:.3} s against {ours:.3} s: {:.1} × as long   goal 3",
        times[ROUNDS / 2],
        times[ROUNDS / 2] / ours
    );
    let _ = std::fs::remove_file(&raw);
    let _ = std::fs::remove_file(&program);
}
