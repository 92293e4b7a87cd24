//! How the figures of the supply were reached: what a battery gives over what hangs on it, what a load was
//! measured to draw.

use super::{hundredth, tenth};
use check::Facts;
use engine::power::{Bank, CHARGING, energy};
use model::catalogue::Battery;
use model::catalogue::cells::{USABLE, cold_factor};
use model::document::PowerSetting;
use units::quantity::{Span, Working};

/// How long batteries last: what each gives, and what hangs on them.
pub(crate) fn lasting(facts: &Facts, bank: &Bank, title: String, result: String) -> Working {
    let floor = facts.floor;
    let mut working = Working::new(title);
    for &source in &bank.sources {
        let Some(battery) = floor.devices[source].and_then(|device| device.battery.as_ref()) else {
            continue;
        };
        let setting = &floor.build.placements[source].settings.power;
        let air = floor.production.house_rules.air_celsius;
        working = working
            .term(
                facts.device(source).to_string(),
                battery.holds.to_string(),
                "as its entry says, when new",
            )
            .term("× usable", USABLE.to_string(), "the usual share of a pack");
        if cold_factor(air) < 1.0 {
            let cold = hundredth(cold_factor(air)).to_string();
            working = working.term("× cold", cold, format!("the air is {air} °C"));
        }
        working = with_health(working, setting, battery);
        if let Some(charge) = setting.charge {
            working = working.term("× charge", charge.to_string(), "set for the morning");
        }
        let gives = format!("{} Wh", tenth(energy(floor, source)));
        working = working.term("gives", gives, "");
    }
    if bank.filled > 0.0 {
        let of = format!("{CHARGING} of what comes in to fill it");
        working = working.term(
            "− filled meanwhile",
            format!("{} W", tenth(bank.filled)),
            of,
        );
    }
    working
        .term(
            "÷ load",
            format!("{} W", tenth(bank.draw.typical)),
            "what hangs on it, through its regulators",
        )
        .gives(result)
}

fn with_health(working: Working, setting: &PowerSetting, battery: &Battery) -> Working {
    let Some(health) = setting.learned_health(battery) else {
        return working;
    };
    if setting.health.is_some() {
        return working.term(
            "× health",
            hundredth(health.used).to_string(),
            "set by hand",
        );
    }
    let runs = setting.runs.iter().fold(working, |working, run| {
        let told = hundredth(run.health(battery)).to_string();
        let new = battery.holds.value() * USABLE * cold_factor(run.celsius);
        let sum = format!(
            "{} × {} of {} Wh that a new one gives at {} °C",
            run.watts,
            run.lasted.label(),
            tenth(new),
            run.celsius
        );
        working.term("a run", told, sum)
    });
    let source = "the least that its runs tell";
    runs.term("× health", hundredth(health.used).to_string(), source)
}

/// What a load was measured to draw; none where its entry is reckoned with.
pub(super) fn drawn(facts: &Facts, placement: usize) -> Option<Working> {
    let floor = facts.floor;
    let setting = &floor.build.placements[placement].settings.power;
    let learned = setting.learned_draw()?;
    let power = floor.devices[placement]?.power.as_ref()?;
    let mut working = Working::new(format!("What {} draws", facts.device(placement))).term(
        "its entry says",
        power.typical.to_string(),
        "not used: it was measured",
    );
    if let Some(watts) = setting.watts {
        working = working.term("measured", watts.to_string(), "set by hand");
    } else {
        for draw in &setting.draws {
            let beside = if draw.beside.0 == 0 {
                String::new()
            } else {
                format!(", less {} beside it", draw.beside)
            };
            let sum = format!(
                "{} × {USABLE} × {} at {} °C ÷ {}{beside}",
                draw.holds,
                hundredth(cold_factor(draw.celsius)),
                draw.celsius,
                Span(draw.lasted.0).label()
            );
            working = working.term("a run", format!("{} W", tenth(draw.watts())), sum);
        }
        if setting.draws.len() > 1 {
            let most = format!("{} W", tenth(learned.used));
            working = working.term("reckoned with", most, "the most that its runs tell");
        }
    }
    Some(working.gives(format!("{} W", tenth(learned.used))))
}
