//! Sound put right: switches, pads and transformers, gains, other inputs, tracks, frequencies.

mod air;
mod gain;
mod input;
mod level;
mod listening;
mod tracks;

pub use air::{retune, tuned};
pub use gain::{gains, less_gain, nearer, set_gains};
pub use input::{
    lighter_load, other_input_for, other_microphone, powered_between, second_recorder,
    unbalanced_cable,
};
pub use level::{isolate, match_level};
pub use listening::{headphone_socket, listen};
pub use tracks::{clear_track, on_free_track, part_track, sample_rate, unmix};

use crate::fix::basics::build;
use crate::{Facts, Fix};
use engine::path::PortIx;
use model::document::{Change, Command, SoundSetting};

/// What sets something for sound at a port.
fn setting(facts: &Facts, port: PortIx, change: impl Fn(&mut SoundSetting)) -> Command {
    let before = facts.floor.sound_setting(port).cloned().unwrap_or_default();
    let mut after = before.clone();
    change(&mut after);
    Command::SetSound {
        build: build(facts),
        at: facts.floor.name(port),
        change: Change::between(&before, &after),
    }
}

fn set(facts: &Facts, port: PortIx, what: &str, change: impl Fn(&mut SoundSetting)) -> Fix {
    let title = format!("Set {} to {what}", facts.port(port));
    Fix::new(title, vec![setting(facts, port, change)])
}

/// Switches 48 V at an input.
pub fn phantom(facts: &Facts, input: PortIx, on: bool) -> Option<Fix> {
    let title = format!(
        "Switch 48 V {} at {}",
        if on { "on" } else { "off" },
        facts.port(input)
    );
    let command = setting(facts, input, |setting| setting.phantom = Some(on));
    Some(Fix::new(title, vec![command]))
}

/// Puts a limiter in.
pub fn limiter(facts: &Facts, port: PortIx) -> Option<Fix> {
    let title = format!("Switch the limiter on at {}", facts.port(port));
    let command = setting(facts, port, |setting| setting.limiter = Some(true));
    Some(Fix::new(title, vec![command]))
}

/// Gain by hand.
pub fn auto_gain_off(facts: &Facts, port: PortIx) -> Option<Fix> {
    let title = format!("Set the gain of {} by hand", facts.port(port));
    let command = setting(facts, port, |setting| setting.auto_gain = false);
    Some(Fix::new(title, vec![command]))
}
