//! Routes in words, each tried on a copy so that what it would change is said before it is chosen.

use engine::path::{Floor, PortIx, resolve};
use engine::route::{Asked, Placed, Route, routes};
use model::catalogue::Catalogue;
use model::document::{Command, PortRef, Production};
use model::kit;
use report::{Outlook, outlook, report};
use runtime::interrupt::Interrupt;
use serde::Serialize;
use std::collections::HashSet;
use units::format::Quality;
use utoipa::ToSchema;

/// The ways from one thing to another.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RoutesReport {
    /// Best first.
    pub routes: Vec<RouteReport>,
    /// Why there is none within the kit, where there is none.
    pub none: Option<String>,
}

/// One way.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RouteReport {
    /// What it takes, in a few words: *SDI 2 of A camera, Merrin X scaling converter*.
    pub title: String,
    /// Each stop from the source's output to the destination's input.
    pub stops: Vec<String>,
    /// What is left of the picture.
    #[schema(value_type = String)]
    pub quality: Quality,
    /// How late it is.
    pub delay: String,
    /// Devices and cables that it adds.
    pub adds: Vec<String>,
    /// What has to be hired for it.
    pub hires: Vec<String>,
    /// What else would change, and what would be worse.
    pub outlook: Outlook,
    /// Arrivals that would be worse than they are.
    pub worse: Vec<String>,
    /// The commands that make it: one undo.
    pub commands: Vec<Command>,
}

/// Which routes are asked for: from a device or one of its outputs, to a device or one of its
/// inputs.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Ends<'t> {
    /// The source, as typed.
    pub from: &'t str,
    /// The destination, as typed.
    pub to: &'t str,
}

/// What was asked about and isn't there.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum NotThere {
    /// No build of that id.
    #[error("there is no build “{0}”")]
    Build(String),
    /// No device of that handle.
    #[error("there is no device “{0}” here")]
    Device(String),
    /// No such port.
    #[error("there is no port “{0}” here")]
    Port(PortRef),
}

/// The ways that the kit allows, or, where it has none, that can be hired. `Err` says what isn't
/// there.
pub fn find_routes(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    ends: Ends,
    stop: &Interrupt,
) -> Result<RoutesReport, NotThere> {
    let with_custom = catalogue.with(&production.custom);
    let floor_build = production
        .build(build)
        .ok_or_else(|| NotThere::Build(build.into()))?;
    let floor = Floor::new(production, floor_build, &with_custom);
    let resolved = resolve(&floor);
    let (source, output) = place(&floor, ends.from)?;
    let (target, input) = place(&floor, ends.to)?;
    let mut asked = Asked {
        source,
        output,
        target,
        input,
        hire: false,
    };
    let before = report(production, build, catalogue);
    let before = before.ok_or_else(|| NotThere::Build(build.into()))?;
    let mut none = None;
    const ENOUGH: usize = 3;
    let mut found = match routes(&floor, &resolved, &asked) {
        Ok(found) => found,
        Err(why) => {
            none = Some(why.to_string());
            Vec::new()
        }
    };
    if found.len() < ENOUGH {
        asked.hire = true;
        let more = routes(&floor, &resolved, &asked).unwrap_or_default();
        let hired = more
            .into_iter()
            .filter(|route| route.boxes.iter().any(|placed| placed.hired));
        found.extend(hired.take(ENOUGH - found.len().min(ENOUGH)));
    }
    let mut reports = Vec::new();
    for route in found.iter().take_while(|_| !stop.is_raised()) {
        // The search knows what devices can do; the floor has the last word.
        let Ok(edited) = production.edited(catalogue, &route.commands) else {
            continue;
        };
        let Some(after) = report(&edited.production, build, catalogue) else {
            continue;
        };
        let handle = &floor_build.placements[target].id;
        let row = after.arrivals.iter().find(|row| row.device == *handle);
        if row.is_some_and(|row| row.picture.is_none()) {
            continue;
        }
        reports.push(in_words(
            &floor,
            route,
            &edited.production,
            build,
            outlook(&before, &after),
        ));
    }
    Ok(RoutesReport {
        routes: reports,
        none,
    })
}

/// A device, or a port of one, as typed.
fn place(floor: &Floor, typed: &str) -> Result<(usize, Option<PortIx>), NotThere> {
    let typed = typed.trim();
    if let Some(placement) = floor.placement(typed) {
        return Ok((placement, None));
    }
    let at: PortRef = typed.parse().map_err(|_| NotThere::Device(typed.into()))?;
    let port = floor.find(&at).ok_or(NotThere::Port(at))?;
    Ok((floor.ports[port].placement, Some(port)))
}

fn in_words(
    floor: &Floor,
    route: &Route,
    after: &Production,
    build: &str,
    outlook: Outlook,
) -> RouteReport {
    let name = |id: &str| floor.catalogue.item_name(id).unwrap_or(id).to_string();
    let mut stops = vec![floor.spoken(route.tap)];
    if let Some(format) = route.set {
        stops[0] += &format!(", set to {format}");
    }
    // What stands on the floor already goes by its name there.
    let called = |placed: &Placed| match placed.standing {
        Some(at) => floor.build.placements[at].name.clone(),
        None => name(&placed.device),
    };
    stops.extend(route.boxes.iter().map(|placed| match placed.format {
        Some(format) => format!("{}, giving {format}", called(placed)),
        None => called(placed),
    }));
    stops.push(floor.spoken(route.input));
    let old = floor
        .build
        .connections
        .iter()
        .map(|connection| (&connection.from, &connection.to))
        .collect::<HashSet<_>>();
    let cables = after
        .build(build)
        .into_iter()
        .flat_map(|build| &build.connections);
    let new = cables.filter(|cable| !old.contains(&(&cable.from, &cable.to)));
    let new = new.filter(|other| {
        floor
            .catalogue
            .cable(&other.cable)
            .is_some_and(|cable| !cable.is_air())
    });
    let mut adds: Vec<String> = route
        .boxes
        .iter()
        .filter(|placed| placed.standing.is_none())
        .map(|placed| name(&placed.device))
        .collect();
    adds.extend(new.map(|entry| format!("{} of {}", entry.length, name(&entry.cable))));
    let short = after
        .build(build)
        .map(|build| kit::lines(after, build, floor.catalogue))
        .unwrap_or_default();
    let was_short = kit::lines(floor.production, floor.build, floor.catalogue);
    let before = |line: &kit::Line| {
        let same = |other: &&kit::Line| other.item == line.item && other.length == line.length;
        was_short.iter().find(same).map_or(0, kit::Line::short)
    };
    let mut hires: Vec<String> = route
        .boxes
        .iter()
        .filter(|placed| placed.hired)
        .map(|placed| name(&placed.device))
        .collect();
    let missing = short.iter().filter(|line| line.short() > before(line));
    hires.extend(missing.map(kit::Line::short_in_words));
    let boxes: Vec<String> = route.boxes.iter().map(called).collect();
    let title = if boxes.is_empty() {
        format!("straight from {}", floor.spoken(route.tap))
    } else {
        format!(
            "from {} through {}",
            floor.spoken(route.tap),
            boxes.join(", ")
        )
    };
    RouteReport {
        title,
        stops,
        quality: route.quality,
        delay: route.delay.label(),
        adds,
        hires,
        worse: outlook.worse(),
        outlook,
        commands: route.commands.clone(),
    }
}
