//! Another way to the destination, where nothing smaller mends a finding: within the kit, else with
//! what can be hired.

use crate::fix::basics::MOST;
use crate::{Code, Facts, Finding, Fix};
use engine::path::PortIx;
use engine::route::{Asked, Route, routes};
use units::format::Quality;

/// Ways around, for a finding that nothing smaller mends.
pub fn last_resorts(facts: &Facts, finding: &Finding) -> Vec<Fix> {
    match wanted(facts, finding) {
        Some(wanted) => wanted.search(facts),
        None => super::rig::replaced(facts, finding),
    }
}

/// What another way must bring.
struct Wanted {
    asked: Asked,
    /// At least this, and no later.
    quality: Option<Quality>,
    within_us: Option<u64>,
}

fn wanted(facts: &Facts, finding: &Finding) -> Option<Wanted> {
    use Code::{
        FormatNotTaken, NothingArrives, OtherCamera, OtherWire, QualityShort, RateOverPort, TooLate,
    };
    let floor = facts.floor;
    let target = floor.placement(finding.at.device.as_ref()?)?;
    let need = finding.at.need.as_ref();
    let need = need.and_then(|id| floor.build.needs.iter().find(|need| need.id == *id));
    let at = facts
        .resolved
        .arrivals
        .iter()
        .find(|arrival| arrival.placement == target);
    let arrives = at
        .and_then(|arrival| arrival.input)
        .and_then(|input| facts.resolved.signals[input].picture);
    let named = need.and_then(|need| floor.placement(need.of.as_ref()?));
    let comes_from = arrives.map(|picture| floor.ports[picture.origin].placement);
    let (source, input) = match finding.code {
        QualityShort | TooLate => (named.or(comes_from)?, None),
        OtherCamera => (named?, None),
        NothingArrives => (source_for(facts, target)?, None),
        FormatNotTaken | RateOverPort | OtherWire => {
            let id = finding.at.connection.as_ref()?;
            let number = floor
                .build
                .connections
                .iter()
                .position(|connection| connection.id == *id)?;
            let link = floor.links[number]?;
            let picture = facts.resolved.signals[link.from].picture?;
            (floor.ports[picture.origin].placement, Some(link.to))
        }
        _ => return None,
    };
    let quality = need
        .zip(arrives)
        .map(|(need, picture)| need.quality(picture.effective));
    let within = need.and_then(|need| {
        need.within
            .or_else(|| floor.production.house_rules.within(need.purpose))
    });
    Some(Wanted {
        asked: Asked {
            source,
            output: None,
            target,
            input,
            hire: false,
        },
        quality,
        within_us: within.map(|within| within.0),
    })
}

/// The camera that a dark destination is there for: the one that its need names, else the first of
/// its unit, else the first.
fn source_for(facts: &Facts, target: usize) -> Option<usize> {
    let floor = facts.floor;
    let handle = &floor.build.placements[target].id;
    let mut needs = floor.build.needs.iter().filter(|need| need.at == *handle);
    let named = needs.find_map(|need| floor.placement(need.of.as_ref()?));
    let origins = facts
        .resolved
        .signals
        .iter()
        .filter_map(|signal| signal.picture);
    let mut cameras: Vec<usize> = origins
        .map(|picture| floor.ports[picture.origin].placement)
        .collect();
    cameras.sort_unstable();
    cameras.dedup();
    let unit = &floor.build.placements[target].unit;
    let near = cameras
        .iter()
        .find(|camera| floor.build.placements[**camera].unit == *unit);
    named.or(near.copied()).or(cameras.first().copied())
}

impl Wanted {
    /// Within the kit first; where that has no answer, with what can be hired.
    fn search(&self, facts: &Facts) -> Vec<Fix> {
        for hire in [false, true] {
            let asked = Asked { hire, ..self.asked };
            let found = routes(facts.floor, facts.resolved, &asked).unwrap_or_default();
            let good = found.iter().filter(|route| self.brings(route));
            let fixes: Vec<Fix> = good
                .take(MOST)
                .map(|route| fix(facts, &asked, route))
                .collect();
            if !fixes.is_empty() {
                return fixes;
            }
        }
        Vec::new()
    }

    fn brings(&self, route: &Route) -> bool {
        self.quality
            .is_none_or(|wanted| route.quality.reaches(wanted))
            && self.within_us.is_none_or(|within| route.delay.0 <= within)
    }
}

fn fix(facts: &Facts, asked: &Asked, route: &Route) -> Fix {
    let floor = facts.floor;
    let name = |port: PortIx| facts.port(port);
    let between: Vec<String> = route
        .boxes
        .iter()
        .map(|placed| {
            let device = floor.catalogue.device(&placed.device);
            let called = device.map_or(placed.device.as_str(), |device| device.name.as_str());
            if let Some(at) = placed.standing {
                facts.device(at).to_string()
            } else if placed.hired {
                format!("a hired {called}")
            } else {
                format!("the {called}")
            }
        })
        .collect();
    let by = if between.is_empty() {
        String::new()
    } else {
        format!(" through {}", crate::words::list(&between))
    };
    Fix::new(
        format!(
            "Feed {} from {}{by}",
            facts.device(asked.target),
            name(route.tap)
        ),
        route.commands.clone(),
    )
}
