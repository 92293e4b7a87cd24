//! How full a cable is, step by step: by wire, and over the air.

use engine::path::{
    CableLoad, CoaxLoad, ConnectionIx, Floor, HdmiLoad, RadioLoad, SdiLoad, resolve,
};
use model::catalogue::Catalogue;
use model::document::Production;
use transport::coax::{budget_db, half_clock_ghz};
use transport::radio::{FADE_DB, Surroundings};
use transport::sdi::SdiClass;
use units::format::PictureFormat;
use units::quantity::{BitRate, Length, Working, thousandths};

/// How the load of a connection was reached, asked for when somebody looks; `None` where nothing is
/// worked out, or no such connection is there.
pub fn load_working(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    connection: &str,
) -> Option<Working> {
    let catalogue = catalogue.with(&production.custom);
    let build = production.build(build)?;
    let floor = Floor::new(production, build, &catalogue);
    let mut connections = build.connections.iter();
    let number = connections.position(|other| other.id == connection)?;
    let link = floor.links[number]?;
    let resolved = resolve(&floor);
    let cable = &link.cable.name;
    let picture = resolved.signals[link.from].picture;
    let titled = |format| titled(&floor, number, format);
    match &resolved.loads[number] {
        CableLoad::None | CableLoad::Run(_) => None,
        CableLoad::Radio(radio) => Some(over_air(&floor, number, radio)),
        CableLoad::Sdi(sdi) => Some(over_sdi(titled(picture?.format), sdi, cable)),
        CableLoad::Hdmi(hdmi) => Some(over_hdmi(titled(picture?.format), hdmi, cable)),
    }
}

fn titled(floor: &Floor, connection: ConnectionIx, format: PictureFormat) -> Working {
    let cable = &floor.build.connections[connection];
    Working::new(format!("{} > {}", cable.from, cable.to)).term(
        "Picture",
        format.to_string(),
        "what the output gives",
    )
}

fn total(working: Working, width: u64, height: u64, standard: &'static str) -> Working {
    working.term("Total raster", format!("{width} × {height}"), standard)
}

fn over_sdi(working: Working, load: &SdiLoad, cable: &str) -> Working {
    let SdiLoad { sdi, limit, coax } = load;
    let working = total(
        working,
        sdi.total_width,
        sdi.total_height,
        "with blanking, SMPTE ST 274, ST 296, ST 2036",
    )
    .term(
        "Container",
        format!("{} bits a pixel", sdi.container_bits),
        "20 up to 4:2:2 10-bit, else 40",
    )
    .term(
        "Line rate",
        BitRate(sdi.line_rate_bps).wire_label(),
        "total raster × frame rate × container",
    )
    .term(
        "Class",
        format!("{} × {}", sdi.links, sdi.class),
        sdi.class.standard(),
    )
    .term(
        "Allowed",
        limit.to_string(),
        "the slowest of both ports and the cable",
    );
    let working = match coax {
        Some(coax) => along_coax(working, sdi.class, coax, cable),
        None => working,
    };
    working.gives(format!("{} of {}", sdi.class, limit_words(*limit)))
}

fn along_coax(working: Working, class: SdiClass, coax: &CoaxLoad, cable: &str) -> Working {
    let half = half_clock_ghz(class);
    working
        .term(
            "Loss",
            format!("{:.1} dB over {}", coax.loss_db, coax.run.length),
            format!("{cable} at {half} GHz, half the clock"),
        )
        .when(coax.before_db > 0.0, |working| {
            working.term(
                "Of that, before it",
                format!("{:.1} dB", coax.before_db),
                "the runs that a passive loop joins to it",
            )
        })
        .when(coax.adapters_db > 0.0, |working| {
            working.term(
                "Of that, adapters",
                format!("{:.1} dB", coax.adapters_db),
                "half a decibel each, a guide",
            )
        })
        .term(
            "Covered",
            format!("{:.0} dB", budget_db(class)),
            "the receiver’s equalizer",
        )
        .term(
            "Reach",
            coax.run.reach.reach_label(),
            "covered ÷ loss of a metre; the maker’s data sheet wins",
        )
}

fn over_hdmi(working: Working, load: &HdmiLoad, cable: &str) -> Working {
    let HdmiLoad { hdmi, limit, .. } = load;
    let megahertz = |hz: u64| format!("{} MHz", thousandths(hz, 1_000_000, 3));
    let working = total(
        working,
        hdmi.total_width,
        hdmi.total_height,
        "with blanking, CTA-861",
    )
    .term(
        "Pixel clock",
        megahertz(hdmi.pixel_clock_hz),
        "total raster × frame rate",
    )
    .term(
        "Character rate",
        megahertz(hdmi.tmds_character_rate_hz),
        "by sampling and depth, on each of three lanes",
    )
    .term(
        "Needs",
        format!("HDMI {}", hdmi.generation),
        "the oldest that carries it",
    )
    .term(
        "Allowed",
        format!("HDMI {limit}"),
        "the oldest of both ports and the cable",
    );
    let working = match load.run {
        Some(run) => {
            let less = if load.before > 0.0 {
                ", less what the cables before a passive box use up"
            } else {
                ""
            };
            let guide = format!("a guide for {cable}{less}; the run is {}", run.length);
            working.term("Reach", run.reach.reach_label(), guide)
        }
        None => working,
    };
    working.gives(format!("HDMI {} of HDMI {limit}", hdmi.generation))
}

/// How the margin over the air was reached.
fn over_air(floor: &Floor, connection: ConnectionIx, radio: &RadioLoad) -> Working {
    let cable = &floor.build.connections[connection];
    let (exponent, besides) = cable.surroundings.loss_law();
    let one_metre = radio.budget.loss_db(Length(1_000), Surroundings::Open);
    Working::new(format!("{} > {}", cable.from, cable.to))
        .term(
            "Radiated",
            format!("{} dBm", radio.budget.radiated_dbm),
            "the transmitter’s entry, antenna included",
        )
        .term(
            "First metre",
            format!("{one_metre:.1} dB"),
            format!(
                "free space at {} MHz, ITU-R P.525",
                radio.budget.frequency_mhz
            ),
        )
        .term(
            "Distance",
            format!(
                "{:.1} dB over {}",
                radio.loss_db - one_metre - besides,
                cable.length
            ),
            format!(
                "10 × {exponent} × log of the metres, through {}",
                cable.surroundings
            ),
        )
        .when(besides > 0.0, |working| {
            working.term("Besides", format!("{besides:.0} dB"), "what stands between")
        })
        .term(
            "Needed",
            format!("{} dBm", radio.budget.sensitivity_dbm),
            "the receiver’s entry",
        )
        .term(
            "Reach",
            format!("{:.0} m", radio.run.reach.metres()),
            format!("with {FADE_DB:.0} dB kept for fading; a guide"),
        )
        .gives(format!("{:.0} dB left", radio.margin_db))
}

fn limit_words(limit: SdiClass) -> String {
    format!("{limit}, {}", BitRate(limit.line_rate_bps()).wire_label())
}
