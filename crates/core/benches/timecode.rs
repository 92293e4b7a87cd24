//! What linear timecode costs to read (goal: 2,000 × real time on one core), and to make.

use std::time::Instant;
use west_rail_core::timecode::ltc::{Decoder, Encoder, Signal, UserBits};

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
        println!(
            "timecode at {sample_rate} Hz read at {:>6.0} × real time, made at {making:>6.0} ×   goal 2000",
            times[ROUNDS / 2]
        );
    }
}
