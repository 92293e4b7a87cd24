//! Gains set for a whole build, and the two schools beside each other for one chain.

use engine::path::{Floor, PortIx, Resolved, resolve};
use engine::record::recordings;
use engine::sound::{Heard, Part, School, Track, best_gains, schools};
use model::catalogue::Catalogue;
use model::document::{Change, Command, GainSchool, PortRef, Production};
use report::{chain_id, chain_working_of, heard_by};
use runtime::interrupt::Interrupt;
use rustc_hash::FxHashSet;
use serde::Serialize;
use units::quantity::{Decibels, Working};
use utoipa::ToSchema;

/// One way to set the gains of a chain.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SchoolReport {
    /// Its name: *hot source, low gain behind it*.
    pub name: &'static str,
    /// Whether the house works so.
    pub house: bool,
    /// The gains by port, the first first.
    pub gains: Vec<GainAt>,
    /// The average on the track, against full scale.
    pub dbfs: f64,
    /// From the noise of the gear up to it.
    pub gear_snr_db: f64,
    /// From the noise of gear and room together up to it.
    pub snr_db: f64,
    /// From the peaks to what clips first.
    pub headroom_db: Option<f64>,
    /// Where that is.
    pub clips_first: Option<String>,
    /// What sets the gains so.
    pub commands: Vec<Command>,
}

/// A gain at a port.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct GainAt {
    /// The port.
    #[schema(value_type = String)]
    pub at: PortRef,
    /// As people say it.
    pub name: String,
    /// The gain.
    #[schema(value_type = String)]
    pub gain: Decibels,
}

/// Both schools for one chain.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SchoolsReport {
    /// The hot source, then the preamplifier doing the work.
    pub schools: Vec<SchoolReport>,
    /// Which is quieter and by how much, in a sentence.
    pub says: String,
}

/// What sets the gains of a build.
#[derive(Debug, Clone, Default, PartialEq, Serialize, ToSchema)]
pub struct SetGains {
    /// The edit.
    pub commands: Vec<Command>,
    /// What it does, gain by gain.
    pub says: Vec<String>,
}

fn tenth(figure: f64) -> f64 {
    (figure * 10.0).round() / 10.0
}

/// What looks at the sound of one build.
fn look<T>(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    question: impl FnOnce(&Floor, &Resolved, &Heard) -> T,
) -> Option<T> {
    let catalogue = catalogue.with(&production.custom);
    let floor = Floor::new(production, production.build(build)?, &catalogue);
    let resolved = resolve(&floor);
    let recordings = recordings(&floor, &resolved);
    let heard = heard_by(&floor, &resolved, &recordings);
    Some(question(&floor, &resolved, &heard))
}

fn set_gain(floor: &Floor, port: PortIx, gain: Decibels) -> Command {
    let before = floor.sound_setting(port).cloned().unwrap_or_default();
    let mut after = before.clone();
    after.gain = Some(gain);
    Command::SetSound {
        build: floor.build.id.clone(),
        at: floor.name(port),
        change: Change::between(&before, &after),
    }
}

/// A chain by the id that the report gives it: its track, and the source on it.
fn chain_called<'h>(
    floor: &Floor,
    heard: &'h Heard,
    chain: &str,
) -> Option<(&'h Track<'h>, &'h Part)> {
    let recorders = heard.recorders.iter();
    let mut all = recorders.flat_map(|recorder| {
        let tracks = recorder.tracks.iter();
        tracks.flat_map(move |track| {
            let parts = track.channel.parts.iter();
            parts.map(move |part| (recorder.placement, track, part))
        })
    });
    let found = all.find(|(placement, track, part)| {
        let recorder = &floor.build.placements[*placement].id;
        chain == chain_id(floor, part, recorder, track.number)
    });
    found.map(|(_, track, part)| (track, part))
}

/// How the level and the noise of a chain are reached, stage by stage; `None` where there is no such build
/// or chain.
pub fn chain_working(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    chain: &str,
) -> Option<Working> {
    let found = look(production, build, catalogue, |floor, _, heard| {
        let (_, part) = chain_called(floor, heard, chain)?;
        Some(chain_working_of(floor, &heard.levels, part))
    });
    found.flatten()
}

/// Both schools for a chain, by the id that the report gives it; `None` where there is no such build or
/// chain, or only one gain on it.
pub fn schools_of(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    chain: &str,
) -> Option<SchoolsReport> {
    let found = look(production, build, catalogue, |floor, resolved, heard| {
        let (track, part) = chain_called(floor, heard, chain)?;
        let both = track
            .from
            .iter()
            .find_map(|at| schools(floor, resolved, *at, part))?;
        let rule = floor.production.house_rules.gain;
        let hot = school(
            floor,
            (
                "hot source, low gain behind it",
                rule == GainSchool::HotSource,
            ),
            &both.hot,
        );
        let late = school(
            floor,
            (
                "the last preamplifier does the work",
                rule == GainSchool::CameraPreamplifier,
            ),
            &both.preamplifier,
        );
        let gear = both.hot.gear_snr_db - both.preamplifier.gear_snr_db;
        let heard = both.hot.snr_db - both.preamplifier.snr_db;
        let (quieter, by) = if gear >= 0.0 {
            ("The hot source", gear)
        } else {
            ("The preamplifier doing the work", -gear)
        };
        let says = if by < 0.5 {
            "Both are as quiet here.".to_string()
        } else {
            format!(
                "{quieter} is quieter by {by:.0} dB; with the room’s own noise, by {:.0} dB.",
                heard.abs()
            )
        };
        Some(SchoolsReport {
            schools: vec![hot, late],
            says,
        })
    });
    found.flatten()
}

fn school(floor: &Floor, (name, house): (&'static str, bool), school: &School) -> SchoolReport {
    let gains = school.gains.iter().map(|(port, gain)| GainAt {
        at: floor.name(*port),
        name: floor.spoken(*port),
        gain: *gain,
    });
    let commands = school.gains.iter();
    SchoolReport {
        name,
        house,
        gains: gains.collect(),
        dbfs: tenth(school.level_db),
        gear_snr_db: tenth(school.gear_snr_db),
        snr_db: tenth(school.snr_db),
        headroom_db: school.headroom.map(|(_, room)| tenth(room)),
        clips_first: school.headroom.map(|(port, _)| floor.spoken(port)),
        commands: commands
            .map(|(port, gain)| set_gain(floor, *port, *gain))
            .collect(),
    }
}

/// The gains of every chain for the best signal to noise with the headroom asked for, after the school of
/// the house: one edit. A gain that several chains share is set for the first of them. Interrupted, it sets
/// no more.
pub fn set_gains(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    stop: &Interrupt,
) -> Option<SetGains> {
    look(production, build, catalogue, |floor, resolved, heard| {
        let mut decided = FxHashSet::default();
        let mut found = SetGains::default();
        let tracks = heard.recorders.iter().flat_map(|recorder| &recorder.tracks);
        let parts = tracks.flat_map(|track| {
            let parts = track.channel.parts.iter();
            parts.flat_map(|part| track.from.iter().map(move |at| (part, *at)))
        });
        for (part, at) in parts.take_while(|_| !stop.is_raised()) {
            for (port, gain) in best_gains(floor, resolved, at, part, &decided) {
                decided.insert(port);
                let now = floor.sound_setting(port).and_then(|setting| setting.gain);
                if now == Some(gain) {
                    continue;
                }
                found.commands.push(set_gain(floor, port, gain));
                found.says.push(format!("{} to {gain}", floor.spoken(port)));
            }
        }
        found
    })
}
