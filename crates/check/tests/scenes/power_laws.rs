//! Laws of any supply: more load never lasts longer, nor does colder air; a longer or thinner lead never
//! helps; what goes in is at least what comes out.

use model::catalogue::{Direction, Port};
use model::document::{Connection, Placement, PortRef, Production};
use proptest::prelude::*;
use report::{PowerReport, report};
use stage::{BUILD, Scene, cases, catalogue, scene};
use transport::wire::Wire;
use units::quantity::Length;

/// Everything that has a socket for power.
fn gear() -> Vec<String> {
    let powered = catalogue().devices.iter().filter(|device| {
        let mut ports = device.ports.iter();
        ports.any(|port| port.wire == Wire::Power)
    });
    powered.map(|device| device.id.clone()).collect()
}

fn sockets(device: &str, direction: Direction) -> Vec<&'static Port> {
    let device = catalogue().device(device);
    let ports = device.into_iter();
    ports
        .flat_map(|device| device.power_ports(direction))
        .collect()
}

/// Joins outlets to inputs where a lead of the catalogue does.
fn wired(devices: &[String], picks: &[(usize, usize, usize, usize, u64)]) -> Production {
    let mut production = scene("1080p25").0;
    let unit = production.builds[0].units[0].id.clone();
    for (number, device) in devices.iter().enumerate() {
        production.builds[0].placements.push(Placement {
            id: format!("d{number}").into(),
            name: format!("D{number}"),
            device: device.as_str().into(),
            unit: unit.clone(),
            settings: Default::default(),
        });
    }
    for (number, (from, outlet, to, input, length)) in picks.iter().enumerate() {
        let (from, to) = (from % devices.len(), to % devices.len());
        let outlets = sockets(&devices[from], Direction::Out);
        let inputs = sockets(&devices[to], Direction::In);
        if outlets.is_empty() || inputs.is_empty() || from == to {
            continue;
        }
        let (outlet, input) = (
            outlets[outlet % outlets.len()],
            inputs[input % inputs.len()],
        );
        let lead = catalogue()
            .cables
            .iter()
            .find(|cable| cable.power.is_some() && cable.joins(outlet.connector, input.connector));
        if let Some(lead) = lead {
            let length = if lead.is_nothing_to_carry() {
                0
            } else {
                *length
            };
            production.builds[0].connections.push(Connection::between(
                &format!("l{number}"),
                PortRef::new(&format!("d{from}"), &outlet.id),
                PortRef::new(&format!("d{to}"), &input.id),
                &lead.id,
                Length(length),
            ));
        }
    }
    production
}

prop_compose! {
    fn floor()(
        devices in prop::collection::vec(prop::sample::select(gear()), 2..14),
        picks in prop::collection::vec((0usize..14, 0usize..8, 0usize..14, 0usize..4, 100u64..20_000), 0..40),
    ) -> Production {
        wired(&devices, &picks)
    }
}

fn power(production: &Production) -> PowerReport {
    report(production, BUILD, catalogue()).unwrap().power
}

/// No source of the first lasts longer than in the second.
fn none_lasts_longer(first: &PowerReport, second: &PowerReport) {
    for source in &first.sources {
        let other = second
            .sources
            .iter()
            .find(|other| other.id == source.id)
            .unwrap();
        let lasts = |seconds: Option<u64>| seconds.unwrap_or(u64::MAX);
        assert!(
            lasts(source.runtime_seconds) <= lasts(other.runtime_seconds),
            "{}: {:?} against {:?}",
            source.name,
            source.runtime_seconds,
            other.runtime_seconds
        );
    }
}

proptest! {
    #![proptest_config(cases(96))]

    #[test]
    fn colder_never_lasts_longer(production in floor(), colder in 1i8..40) {
        let mut cold = production.clone();
        cold.house_rules.air_celsius = production.house_rules.air_celsius - colder;
        none_lasts_longer(&power(&cold), &power(&production));
    }

    #[test]
    fn more_load_never_lasts_longer(production in floor()) {
        // A light on every free outlet that takes one.
        let mut more = production.clone();
        let build = &production.builds[0];
        for placement in &build.placements {
            for outlet in sockets(&placement.device, Direction::Out) {
                let at = PortRef::new(&placement.id, &outlet.id);
                let taken = build.connections.iter().any(|connection| connection.from == at);
                let lead = catalogue().cables.iter().find(|cable| {
                    cable.power.is_some() && cable.joins(outlet.connector, "barrel-21".parse().unwrap())
                });
                let (Some(lead), false) = (lead, taken) else { continue };
                let handle = format!("light-{}-{}", placement.id, outlet.id);
                let mut light = placement.clone();
                light.id = handle.as_str().into();
                light.device = "stannard-l20".into();
                more.builds[0].placements.push(light);
                more.builds[0].connections.push(Connection::between(&format!("to-{handle}"), at, PortRef::new(&handle, "dc"), &lead.id, Length(500)));
            }
        }
        none_lasts_longer(&power(&more), &power(&production));
    }

    #[test]
    fn a_longer_or_thinner_lead_never_helps(production in floor(), longer in 1u64..20_000) {
        let mut worse = production.clone();
        for connection in &mut worse.builds[0].connections {
            let lead = catalogue().cable(&connection.cable).unwrap();
            if !lead.is_nothing_to_carry() {
                connection.length = Length(connection.length.0 + longer);
            }
            let copper = |cable: &model::catalogue::Cable| cable.power.map_or(0, |power| power.centi_mm2);
            let thinner = catalogue().cables.iter().find(|cable| {
                cable.ends == lead.ends && copper(cable) > 0 && copper(cable) < copper(lead)
            });
            if let Some(thinner) = thinner {
                connection.cable = thinner.id.as_str().into();
            }
        }
        let (before, after) = (power(&production), power(&worse));
        let volts = |report: &PowerReport, cable: &str| {
            let joints = report.nodes.iter().filter_map(|node| node.joint.clone());
            joints.into_iter().find(|joint| joint.connection == cable).map(|joint| joint.volts_min)
        };
        for connection in &production.builds[0].connections {
            if let (Some(before), Some(after)) = (volts(&before, &connection.id), volts(&after, &connection.id)) {
                prop_assert!(after <= before + 0.01, "{}: {after} against {before}", connection.id);
            }
        }
    }

    #[test]
    fn watts_add_up_the_tree_and_none_come_from_nowhere(production in floor()) {
        let report = power(&production);
        for node in &report.nodes {
            let behind: f64 = report.nodes.iter().filter_map(|other| other.joint.as_ref()).filter(|joint| joint.from == node.device).map(|joint| joint.watts).sum();
            // Tenths are shown.
            prop_assert!(node.with_behind + 0.3 >= node.watts.min(behind) && node.with_behind + 0.1 * report.nodes.len() as f64 >= behind, "{}: {} for {behind}", node.name, node.with_behind);
        }
        for source in &report.sources {
            if let Some(seconds) = source.runtime_seconds {
                // Watts are shown in tenths, watt-hours too: that much may be rounded up.
                let came = (source.watts - 0.05) * seconds as f64 / 3_600.0;
                prop_assert!(came <= source.watt_hours + 0.051, "{}: {came} Wh of {}", source.name, source.watt_hours);
            }
        }
    }

    #[test]
    fn what_is_offered_mends_and_destroys_nothing(production in floor()) {
        Scene(production).every_fix_mends();
    }
}
