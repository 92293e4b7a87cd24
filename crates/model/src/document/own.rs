//! Whether a device or a codec of the crew's own can stand: by itself, and beside the catalogue.

use super::Limits;
use super::names::is_handle;
use super::refusal::{Refusal, bad_handle, checked_name, missing};
use crate::catalogue::{Catalogue, Codec, Device, RateModel};
use transport::wire::Wire;

/// Whether a description can stand beside the catalogue: its id is free, and what it names is there.
pub fn check_entry(catalogue: &Catalogue, entry: &Device) -> Result<(), Refusal> {
    check_device(entry)?;
    if catalogue.item_name(&entry.id).is_some() && catalogue.device(&entry.id).is_none()
        || catalogue.codec(&entry.id).is_some()
    {
        return Err(Refusal::Taken(entry.id.clone()));
    }
    for codec in entry.records.iter().flat_map(|ability| &ability.codecs) {
        catalogue
            .codec(codec)
            .ok_or_else(|| missing("codec in the catalogue", codec))?;
    }
    Ok(())
}

/// Whether a description can stand by itself: names, ids, counts, and that its parts name each other.
pub fn check_device(entry: &Device) -> Result<(), Refusal> {
    let bad = |why: String| Refusal::BadEntry {
        entry: entry.name.chars().take(60).collect(),
        why,
    };
    checked_name("a device", &entry.name)?;
    checked_name("a maker", &entry.maker)?;
    if !is_handle(&entry.id) {
        return Err(bad_handle(&entry.id));
    }
    if entry.ports.len() > Limits::PORTS {
        return Err(Refusal::TooMany("device has at most 200 ports"));
    }
    let ways = entry.paths.iter();
    let ways = ways.map(|path| path.from.len().max(1) * path.to.len().max(1));
    if ways.sum::<usize>() > Limits::WAYS {
        return Err(Refusal::TooMany(
            "device has at most 40,000 ways from its inputs to its outputs",
        ));
    }
    for (number, port) in entry.ports.iter().enumerate() {
        checked_name("a port", &port.name)?;
        if !is_handle(&port.id) {
            return Err(bad_handle(&port.id));
        }
        if entry.ports[..number]
            .iter()
            .any(|other| other.id == port.id)
        {
            return Err(bad(format!("two ports are called “{}”", port.id)));
        }
        for name in &port.triggers {
            checked_name("a record trigger", name)?;
        }
        for name in &port.timecodes {
            checked_name("what timecode beside a picture is called", name)?;
        }
        let (sdi, hdmi) = (port.wire == Wire::Sdi, port.wire == Wire::Hdmi);
        if sdi != port.sdi.is_some() || hdmi != port.hdmi.is_some() {
            return Err(bad(format!(
                "“{}” says what its {} can carry: an SDI port has a class, an HDMI port a generation, others neither",
                port.name, port.wire
            )));
        }
    }
    let sound = entry.ports.iter();
    let sound = sound.filter_map(|port| Some((port, port.audio.as_ref()?.check().err()?)));
    if let Some((port, why)) = sound.into_iter().next() {
        return Err(bad(format!("“{}”: {why}", port.name)));
    }
    for mode in &entry.modes {
        checked_name("a mode", &mode.name)?;
        if mode.when.is_empty() {
            return Err(bad(format!("“{}” doesn’t say when it applies", mode.name)));
        }
    }
    if let Some(ability) = &entry.records
        && (ability.slots > Limits::MEDIA || ability.tracks > Limits::TRACKS)
    {
        return Err(bad(format!(
            "a recorder has at most {} slots and {} sound tracks",
            Limits::MEDIA,
            Limits::TRACKS
        )));
    }
    entry.check().map_err(|error| bad(error.to_string()))
}

/// An own codec’s most bits a pixel, in hundredths: twice what 16-bit 4:4:4 is uncompressed.
const MOST_CENTIBITS: u64 = 10_000;

/// An own codec’s highest rate, in bits a second.
const FASTEST: u64 = 1_000_000_000_000;

/// Whether a codec of the crew's own can stand beside the catalogue: its id is free.
pub fn check_codec(catalogue: &Catalogue, codec: &Codec) -> Result<(), Refusal> {
    check_codec_figures(codec)?;
    // An own one may be put in its own place.
    let in_place = catalogue
        .codec(&codec.id)
        .is_some_and(|existing| existing.custom);
    if !in_place && catalogue.item_name(&codec.id).is_some() {
        return Err(Refusal::Taken(codec.id.clone()));
    }
    Ok(())
}

/// Whether a codec of the crew's own can stand by itself: a name, an id, figures that give a rate.
pub fn check_codec_figures(codec: &Codec) -> Result<(), Refusal> {
    let bad = |why: &str| Refusal::BadEntry {
        entry: codec.name.chars().take(60).collect(),
        why: why.into(),
    };
    checked_name("a codec", &codec.name)?;
    if !is_handle(&codec.id) {
        return Err(bad_handle(&codec.id));
    }
    let figures = match &codec.model {
        RateModel::ByPixel { centibits } => (1..=MOST_CENTIBITS).contains(centibits),
        RateModel::Constant { rate } => (1..=FASTEST).contains(&rate.0),
        RateModel::Measured { file, length } => {
            file.0 > 0
                && length.0 > 0
                && u128::from(file.0) * 8 <= u128::from(FASTEST) * u128::from(length.0)
        }
        RateModel::Ratio { centiratio } => (100..=1_000_000).contains(centiratio),
        RateModel::Uncompressed { bytes, pixels } => {
            let most = MOST_CENTIBITS / 800;
            (1..=1_000).contains(pixels) && (1..=most * pixels).contains(bytes)
        }
        RateModel::ConstantQuality { low, typical, high } => {
            *low > 0 && low <= typical && typical <= high && *high <= MOST_CENTIBITS
        }
        RateModel::SoundOnly => true,
    };
    figures.then_some(()).ok_or_else(|| {
        bad("its figures give no rate that is recorded: every one is above zero, at most 100 bits a pixel or 1 Tb/s; a ratio is at least 1; a band goes from low to high; a measured clip has a size and a length")
    })
}
