//! What would mend a finding, out of what the kit holds: outputs set, cables chosen, converters put
//! in between, media swapped. Each is a list of commands.

mod air;
mod another_way;
mod basics;
mod cable;
mod converter;
mod day;
mod distribution;
mod gear;
mod hire;
mod links;
mod output;
mod power;
mod recording;
mod reference;
mod reset;
mod rig;
mod sound;
mod source;
mod time;

pub use air::{free_channel, same_system, stronger_system};
pub use another_way::last_resorts;
pub use basics::{disconnect, open_loop, remove_device, remove_need};
pub use cable::{better_cable, right_cable, right_socket};
pub use converter::{converter, format_or_converter};
pub use day::breaks_for;
pub use distribution::{isolate_sdi, reclock};
pub use gear::{
    around, clamp, clamps, desqueeze, desqueeze_once, keep_rate, leave_mode, look, one_look,
    other_output, picture_not_raw,
};
pub use hire::{hire, hire_cards};
pub use links::{equal_links, links_in_order, missing_links, one_link, other_mapping};
pub use output::{clean, follow_project, level, output_format, quality};
pub use power::{
    awake, feeds, hire_batteries, marked_cable, more_energy, open_power, put_on, relieve, reserve,
    right_supply, same_pack, second_outlet, thicker_cable, unplug,
};
pub use recording::{
    bring_sound, by_trigger, cooler, data_cable, first_codec, fit_recorder, keep_quality,
    lighter_codec, match_codec, media, more_sound, more_tracks, proxy_beside, raw_or_picture,
    record_arriving, recordable, sound, start_recording, trigger, use_sound,
};
pub use reference::lock_to_one;
pub use reset::{reset, reset_output};
pub use rig::{
    apart, cable_that_reaches, centred, hang_level, longer_rods, mesh, nearer_to_lens,
    onto_a_tooth, pinned, plug_out_of_the_way, secured, supported, take_off, uncovered,
};
pub use sound::{
    auto_gain_off, clear_track, gains, headphone_socket, isolate, less_gain, lighter_load, limiter,
    listen, match_level, nearer, on_free_track, other_input_for, other_microphone, part_track,
    phantom, powered_between, retune, sample_rate, second_recorder, set_gains, tuned,
    unbalanced_cable, unmix,
};
pub use source::{clean_picture, feed, feed_box, other_camera};
pub use time::{
    at_project_rate, camera_at_project_rate, feed_clock, follow_time, free_run, let_lead,
    take_late, timecode, timecode_of_project,
};
