//! The calculators: what a picture needs on a wire, how long a codec records.

use crate::outcome::{Failure, Outcome};
use clap::Args;
use engine::record::{AudioTracks, RecordTimeInputs, Video, record_time as work_out};
use model::catalogue::Catalogue;
use serde::Serialize;
use std::process::ExitCode;
use transport::coax::CoaxClass;
use transport::{Margin, hdmi, sdi};
use units::format::{Depth, FrameRate, PictureFormat, Raster, Sampling, Scan};
use units::quantity::{BitRate, Bytes, Length, Percent};

#[derive(Args)]
pub struct CarryArguments {
    /// The raster: 3840x2160, UHD, 1080
    #[arg(long)]
    raster: Raster,
    /// Frames a second: 25, 23.98, 59.94
    #[arg(long)]
    rate: FrameRate,
    /// The scan: p, i or psf
    #[arg(long, default_value = "p")]
    scan: Scan,
    /// The chroma sampling: 4:2:0, 4:2:2 or 4:4:4
    #[arg(long)]
    sampling: Sampling,
    /// Bits a sample: 8, 10 or 12
    #[arg(long)]
    bits: Depth,
    /// A class of coaxial cable: rg6, rg59, mini or thin
    #[arg(long, requires = "length")]
    cable: Option<CoaxClass>,
    /// How long the cable is: 70m, 115 ft
    #[arg(long, requires = "cable")]
    length: Option<Length>,
}

#[derive(Serialize)]
struct Carried {
    format: PictureFormat,
    sdi: Option<OnSdi>,
    sdi_why: Option<String>,
    hdmi: Option<OnHdmi>,
    hdmi_why: Option<String>,
    #[serde(skip_serializing_if = "Option::is_none")]
    coax: Option<OnCoax>,
}

#[derive(Serialize)]
struct OnSdi {
    total_width: u64,
    total_height: u64,
    line_rate_bps: u64,
    class: sdi::SdiClass,
    links: u8,
}

#[derive(Serialize)]
struct OnHdmi {
    total_width: u64,
    total_height: u64,
    pixel_clock_hz: u64,
    tmds_character_rate_hz: u64,
    generation: hdmi::Generation,
    frl_gbps: Option<u8>,
}

#[derive(Serialize)]
struct OnCoax {
    loss_db: f64,
    reach_m: f64,
    verdict: Margin,
}

pub fn carry(arguments: &CarryArguments, json: bool) -> Outcome {
    let CarryArguments {
        raster,
        rate,
        scan,
        sampling,
        bits,
        cable,
        length,
    } = *arguments;
    let format = PictureFormat {
        raster,
        rate,
        scan,
        sampling,
        bits,
    };
    let (on_sdi, on_hdmi) = (sdi::carry(format), hdmi::carry(format));
    if let (Err(sdi), Err(hdmi)) = (&on_sdi, &on_hdmi) {
        return Err(Failure(format!("{sdi}; {hdmi}")));
    }
    let hundredths = |value: f64| (value * 100.0).round() / 100.0;
    let coax = match (cable, length, &on_sdi) {
        (Some(cable), Some(length), Ok(sdi)) => {
            let loss = cable.loss();
            Some(OnCoax {
                loss_db: hundredths(loss.loss_db(sdi.class, length)),
                reach_m: hundredths(loss.reach(sdi.class).metres()),
                verdict: loss.margin(sdi.class, length),
            })
        }
        (Some(_), _, Err(why)) => {
            return Err(Failure(format!("a coaxial cable carries SDI, and {why}")));
        }
        _ => None,
    };
    let carried = Carried {
        format,
        sdi_why: on_sdi.as_ref().err().map(ToString::to_string),
        hdmi_why: on_hdmi.as_ref().err().map(ToString::to_string),
        sdi: on_sdi.ok().map(|sdi| OnSdi {
            total_width: sdi.total_width,
            total_height: sdi.total_height,
            line_rate_bps: sdi.line_rate_bps,
            class: sdi.class,
            links: sdi.links,
        }),
        hdmi: on_hdmi.ok().map(|hdmi| OnHdmi {
            total_width: hdmi.total_width,
            total_height: hdmi.total_height,
            pixel_clock_hz: hdmi.pixel_clock_hz,
            tmds_character_rate_hz: hdmi.tmds_character_rate_hz,
            generation: hdmi.generation,
            frl_gbps: hdmi.frl_gbps,
        }),
        coax,
    };
    if json {
        say!("{}", serde_json::to_string(&carried)?);
    } else {
        print_carried(&carried);
    }
    Ok(ExitCode::SUCCESS)
}

fn print_carried(carried: &Carried) {
    say!("{}", carried.format);
    match (&carried.sdi, &carried.sdi_why) {
        (Some(sdi), _) => {
            let links = if sdi.links > 1 {
                format!("{} × ", sdi.links)
            } else {
                String::new()
            };
            let rate = BitRate(sdi.line_rate_bps).wire_label();
            say!(
                "SDI   {links}{}, {rate}, total raster {} × {}",
                sdi.class,
                sdi.total_width,
                sdi.total_height
            );
        }
        (None, why) => say!("SDI   {}", why.as_deref().unwrap_or("no")),
    }
    match (&carried.hdmi, &carried.hdmi_why) {
        (Some(hdmi), _) => {
            let link = hdmi
                .frl_gbps
                .map_or_else(String::new, |gbps| format!(", FRL {gbps} Gb/s"));
            let megahertz = hdmi.tmds_character_rate_hz as f64 / 1e6;
            say!(
                "HDMI  {}{link}, {megahertz:.3} MHz characters",
                hdmi.generation
            );
        }
        (None, why) => say!("HDMI  {}", why.as_deref().unwrap_or("no")),
    }
    if let Some(coax) = &carried.coax {
        let verdict = match coax.verdict {
            Margin::Ok => "ok",
            Margin::Caution => "caution: from 90 % of the reach on",
            Margin::Stop => "stop: beyond the reach",
        };
        say!(
            "Coax  {:.1} dB, reaches {:.0} m: {verdict}",
            coax.loss_db,
            coax.reach_m
        );
    }
}

#[derive(Args)]
pub struct RecordTimeArguments {
    /// A codec’s id; --list names them
    #[arg(long, conflicts_with = "bit_rate", required_unless_present_any = ["bit_rate", "list"])]
    codec: Option<String>,
    /// The picture’s rate by itself: 100Mb/s
    #[arg(long)]
    bit_rate: Option<BitRate>,
    /// The raster that the codec records
    #[arg(long, required_unless_present_any = ["bit_rate", "list"])]
    raster: Option<Raster>,
    /// Recorded frames a second
    #[arg(long)]
    rate: Option<FrameRate>,
    /// Sound: channels x sample rate x bits
    #[arg(long, default_value = "0x48000x24")]
    audio: AudioTracks,
    /// What the container adds; the codec’s own, or 0.5%, where not said
    #[arg(long)]
    container: Option<Percent>,
    /// Capacity, or a card’s id; --list names them
    #[arg(long, required_unless_present = "list")]
    media: Option<String>,
    /// What is kept back of the capacity
    #[arg(long, default_value = "3%")]
    reserve: Percent,
    /// Name the codecs and the media
    #[arg(long)]
    list: bool,
}

pub fn record_time(arguments: &RecordTimeArguments, json: bool) -> Outcome {
    let catalogue = Catalogue::shipped();
    if arguments.list {
        list(catalogue, json)?;
        return Ok(ExitCode::SUCCESS);
    }
    let video = match (&arguments.codec, arguments.bit_rate) {
        (Some(id), _) => {
            let codec = catalogue.codec(id);
            let codec = codec.ok_or_else(|| {
                Failure(format!(
                    "there is no codec “{id}”; record-time --list names them"
                ))
            })?;
            let raster = arguments.raster;
            let raster = raster.ok_or_else(|| Failure("--raster is needed with --codec".into()))?;
            Video::of(codec, raster)
        }
        (None, Some(rate)) => Video::Rate(rate),
        (None, None) => return Err(Failure("give either --codec or --bit-rate".into())),
    };
    let typed = arguments.media.as_deref().unwrap_or_default();
    let media = match catalogue.medium(typed) {
        Some(medium) => medium.capacity,
        None => typed.parse::<Bytes>()?,
    };
    let sum = RecordTimeInputs {
        video,
        rate: arguments.rate,
        audio: arguments.audio,
        container: arguments.container,
        proxy_bps: 0,
        media,
        reserve: arguments.reserve,
        usable: None,
    };
    let time = work_out(&sum)?;
    if json {
        say!("{}", serde_json::to_string(&time)?);
    } else {
        say!("{} on {} at {}", time.label, media.label(), time.rate_label);
        for term in &time.working.terms {
            say!("  {:14}{}  ({})", term.name, term.value, term.source);
        }
    }
    Ok(ExitCode::SUCCESS)
}

fn list(catalogue: &Catalogue, json: bool) -> Result<(), Failure> {
    if json {
        let listed = serde_json::json!({ "codecs": catalogue.codecs, "media": catalogue.media });
        say!("{}", serde_json::to_string(&listed)?);
        return Ok(());
    }
    say!("Codecs");
    for codec in &catalogue.codecs {
        say!("  {:22}{}", codec.id, codec.name);
    }
    say!("Media");
    for medium in &catalogue.media {
        say!(
            "  {:22}{}, {}",
            medium.id,
            medium.name,
            medium.sustained_write.label()
        );
    }
    Ok(())
}
