//! Converters of the kit, put in between.

use super::output::{output_format, settable_upstream};
use crate::fix::basics::{MOST, build};
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, takes_rate};
use model::catalogue::{DeviceKind, InternalPath, Port, SignalKind, Via, nearest_of};
use model::document::{Change, Command, OutputSetting, PortRef, handle_from};
use units::format::PictureFormat;

/// Another format or a converter. Where the output that can be set is further up, others may live
/// on it: then the converter comes first.
pub fn format_or_converter(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let next_door = settable_upstream(facts, connection)
        .is_some_and(|(output, _)| output == facts.floor.link(connection).from);
    let (format, converters) = (
        output_format(facts, connection),
        converter(facts, connection),
    );
    if next_door {
        format.into_iter().chain(converters).collect()
    } else {
        converters.into_iter().chain(format).collect()
    }
}

/// Converters of the kit, not in use, that take what the output gives and give what the input
/// takes.
pub fn converter(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let Some(picture) = facts.resolved.signals[link.from].picture else {
        return Vec::new();
    };
    let (output, input) = (floor.ports[link.from].port, floor.ports[link.to].port);
    let spare = floor
        .production
        .kit
        .iter()
        .filter(|line| line.there() > floor.build.devices_used(&line.item));
    let mut found = Vec::new();
    let devices = spare.filter_map(|line| floor.catalogue.device(&line.item));
    for device in devices.filter(|device| device.kind == DeviceKind::Converter) {
        let ways = device
            .paths
            .iter()
            .filter(|path| matches!(path.via, Via::Convert | Via::Scale) && carries_picture(path));
        let ways = ways.flat_map(|path| {
            path.from
                .iter()
                .flat_map(|from| path.to.iter().map(move |to| (from, to)))
        });
        let way = ways.filter_map(|(from, to)| {
            let (entry, exit) = (device.port(from)?, device.port(to)?);
            let taken = |format: PictureFormat| {
                floor.takes_format(link.to, format) && takes_rate(floor, link.to, format)
            };
            let format = converted(picture.format, (output, entry), (exit, input), taken)?;
            Some((entry, exit, format))
        });
        if let Some((entry, exit, format)) = way.into_iter().next() {
            found.push(insert(
                facts,
                connection,
                (&device.id, &device.name),
                entry,
                exit,
                format,
            ));
        }
    }
    found.truncate(MOST);
    found
}

fn carries_picture(path: &InternalPath) -> bool {
    path.carries.contains(&SignalKind::Picture)
}

/// The format that a converter between two ports would give, where everything fits.
fn converted(
    format: PictureFormat,
    (output, entry): (&Port, &Port),
    (exit, input): (&Port, &Port),
    taken: impl Fn(PictureFormat) -> bool,
) -> Option<PictureFormat> {
    let joined = output.wire == entry.wire && exit.wire == input.wire;
    if !joined || !entry.carries_rate(format) || !entry.takes(format) {
        return None;
    }
    let given = if exit.formats.is_open() {
        vec![format]
    } else {
        exit.formats.formats_at(format.rate)
    };
    let taken = given
        .into_iter()
        .filter(|format| taken(*format) && exit.carries_rate(*format));
    nearest_of(taken, format)
}

fn insert(
    facts: &Facts,
    connection: ConnectionIx,
    (device, name): (&str, &str),
    entry: &Port,
    exit: &Port,
    format: PictureFormat,
) -> Fix {
    let floor = facts.floor;
    let run = &floor.build.connections[connection];
    let link = floor.link(connection);
    let handle = handle_from(device, |handle| floor.build.placement(handle).is_some());
    // The cable that is there goes on to the converter where its plugs fit.
    let keeps = link
        .cable
        .joins(floor.ports[link.from].port.connector, entry.connector);
    let (cable, length) = if keeps {
        (Some(run.cable.clone()), Some(run.length))
    } else {
        (None, None)
    };
    let unit = floor.placement_of(link.to).unit.clone();
    let connect = |from: PortRef, to: PortRef, cable, length| Command::Connect {
        build: build(facts),
        from,
        to,
        cable,
        length,
    };
    let mut commands = vec![
        Command::AddDevice {
            build: build(facts),
            device: device.into(),
            unit,
            name: None,
            handle: Some(handle.clone()),
        },
        Command::Disconnect {
            build: build(facts),
            connection: run.id.clone(),
        },
        connect(
            run.from.clone(),
            PortRef::new(&handle, &entry.id),
            cable,
            length,
        ),
        connect(PortRef::new(&handle, &exit.id), run.to.clone(), None, None),
    ];
    if !exit.formats.is_open() {
        let setting = OutputSetting {
            format: Some(format),
            ..Default::default()
        };
        commands.push(Command::SetOutput {
            build: build(facts),
            at: PortRef::new(&handle, &exit.id),
            change: Change::between(&OutputSetting::default(), &setting),
        });
    }
    let title = format!(
        "Put the {name} between {} and {}, giving {format}",
        facts.port(link.from),
        facts.port(link.to)
    );
    Fix::new(title, commands)
}
