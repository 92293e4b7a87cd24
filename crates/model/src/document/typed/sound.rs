//! Lines about sound: gains, 48 V, where microphones are, the room.

use super::connection::port_ref;
use super::{Known, Misread, misread, shortened};
use crate::catalogue::SoundSource;
use crate::document::{Change, Command, Position, SoundSetting};

/// A port, and what is set there.
fn set(
    rest: &str,
    known: &Known,
    setting: impl Fn(&str, &mut SoundSetting) -> Result<(), Misread>,
) -> Result<Vec<Command>, Misread> {
    let (port, what) = rest.split_once(char::is_whitespace).unwrap_or((rest, ""));
    let at = port_ref(port)?;
    let placement = known.build.placement(&at.device);
    let before = placement.and_then(|placement| placement.settings.sound.get(&at.port));
    let before = before.cloned().unwrap_or_default();
    let mut after = before.clone();
    setting(what.trim(), &mut after)?;
    Ok(vec![Command::SetSound {
        build: known.build.id.clone(),
        at,
        change: Change::between(&before, &after),
    }])
}

/// The gain of a port; `auto` or nothing: as planned.
pub(super) fn gain(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    set(rest, known, |what, setting| {
        setting.gain = match what {
            "" | "plan" | "planned" => None,
            gain => Some(gain.parse().map_err(misread)?),
        };
        Ok(())
    })
}

/// 48 V at an input.
pub(super) fn phantom(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    set(rest, known, |what, setting| {
        setting.phantom = Some(match what {
            "on" => true,
            "off" => false,
            other => {
                return Err(Misread(format!(
                    "48 V are on or off, not “{}”: write it like 48v mix.in1 off",
                    shortened(other)
                )));
            }
        });
        Ok(())
    })
}

/// What a microphone hears, and from how far.
pub(super) fn hears(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let mut words = rest.split_whitespace();
    let device = known.device(words.next().unwrap_or_default())?;
    let typed = words.next().unwrap_or_default();
    let name = |source: SoundSource| source.to_string().replace(' ', "-");
    let source = SoundSource::all().find(|source| {
        let name = name(*source);
        name == typed || name.strip_prefix("a-") == Some(typed)
    });
    let source = source.ok_or_else(|| {
        let all: Vec<String> = SoundSource::all()
            .map(|source| {
                let name = name(source);
                name.strip_prefix("a-").unwrap_or(&name).to_string()
            })
            .collect();
        Misread(format!(
            "“{}” isn’t something to hear: there are {}",
            shortened(typed),
            all.join(", ")
        ))
    })?;
    let far: Vec<&str> = words.collect();
    let distance = far.join(" ").parse().map_err(misread)?;
    Ok(vec![Command::SetPosition {
        build: known.build.id.clone(),
        device,
        position: Some(Position { source, distance }),
    }])
}

/// The room's own noise.
pub(super) fn room(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    Ok(vec![Command::SetRoomNoise {
        build: known.build.id.clone(),
        noise: Some(rest.parse().map_err(misread)?),
    }])
}
