//! The productions that ship, packages to start one from, and floors made to any size for benchmarks and trouble reports.

#![warn(missing_docs)]

mod packages;
mod rigs;
mod shapes;

pub use packages::{Package, packages};
pub use rigs::{arms, unmounted};
pub use shapes::Shape;

use model::catalogue::Catalogue;
use model::document::{
    Build, Connection, Placement, PortRef, Production, ProductionFile, RecordingSetting, Settings,
    Unit,
};
use report::usual_needs;
use units::format::{PictureFormat, Raster};
use units::quantity::Length;

/// The shipped productions: a short name for the file, and the production.
pub fn productions() -> Vec<(&'static str, Production)> {
    let files = [
        (
            "the-night-pour",
            include_str!("../../../demo/the-night-pour.json"),
        ),
        (
            "first-light",
            include_str!("../../../demo/first-light.json"),
        ),
    ];
    let read = |text| {
        ProductionFile::read(text)
            .expect("the shipped demo files are read by a test")
            .production
    };
    files
        .into_iter()
        .map(|(name, text)| (name, read(text)))
        .collect()
}

/// One rig of a generated floor: the device, and which earlier device of the rig feeds which of
/// its inputs: (its input, the feeder's place in the rig, the feeder's output, the cable).
type Piece = (
    &'static str,
    &'static [(&'static str, usize, &'static str, &'static str)],
);

const RIG: [Piece; 10] = [
    ("orrell-c4", &[]),
    ("ashgill-7", &[("sdi", 0, "sdi1", "coax-thin")]),
    ("ashgill-r1", &[("sdi", 1, "sdi-loop", "coax-rg6")]),
    ("merrin-sh", &[("sdi", 2, "sdi-loop", "coax-mini")]),
    ("ashgill-7r", &[("hdmi", 3, "hdmi", "hdmi-a-a")]),
    ("merrin-ot", &[("sdi", 0, "sdi2", "coax-thin")]),
    ("merrin-or", &[("fibre", 5, "fibre", "fibre-duplex")]),
    ("ashgill-17", &[("sdi", 6, "sdi1", "coax-mini")]),
    ("merrin-t2", &[]),
    ("dunmore-b1", &[]),
];

/// A floor of so many devices: rigs of ten, camera to director, with recordings and the usual needs.
pub fn floor(devices: usize) -> Production {
    let mut build = Build::empty("main", &format!("{devices} devices"));
    build.units.clear();
    build.placements.reserve(devices);
    for number in 0..devices {
        let (rig, piece) = (number / RIG.len(), number % RIG.len());
        let unit = format!("rig-{}", rig + 1);
        if piece == 0 {
            build.units.push(Unit {
                id: unit.as_str().into(),
                name: format!("Rig {}", rig + 1),
            });
        }
        let (device, feeds) = RIG[piece];
        let handle = |piece: usize| format!("d{}", rig * RIG.len() + piece + 1);
        let recording = match device {
            "orrell-c4" => Some(("mezzanine-high", "cfx-b-512")),
            "ashgill-r1" | "ashgill-7r" => Some(("mezzanine-standard", "ssd-1000")),
            _ => None,
        };
        let recording = recording.map(|(codec, medium)| RecordingSetting {
            codec: codec.into(),
            media: vec![medium.into()],
            ..RecordingSetting::default()
        });
        build.placements.push(Placement {
            id: handle(piece).into(),
            name: format!("Device {}", number + 1),
            device: device.into(),
            unit: unit.into(),
            settings: Settings {
                recording,
                ..Settings::default()
            },
        });
        for (input, feeder, output, cable) in feeds {
            let id = format!("l{}", build.connections.len() + 1);
            let from = PortRef::new(&handle(*feeder), output);
            let to = PortRef::new(&handle(piece), input);
            let connection = Connection::between(&id, from, to, cable, Length(2_000));
            build.connections.push(connection);
        }
    }
    let base = Production::named(&format!("Floor of {devices}"));
    let format = PictureFormat {
        raster: Raster::UHD,
        ..base.format
    };
    let mut floor = Production { format, ..base };
    build.needs = usual_needs(&floor, &build, Catalogue::shipped(), devices);
    floor.builds = vec![build];
    floor
}

#[cfg(test)]
mod tests {
    use super::*;
    use report::report;

    #[test]
    fn the_shipped_files_are_as_west_rail_writes_them() {
        for (name, text) in [
            (
                "the-night-pour",
                include_str!("../../../demo/the-night-pour.json"),
            ),
            (
                "first-light",
                include_str!("../../../demo/first-light.json"),
            ),
        ] {
            let file = ProductionFile::read(text).unwrap_or_else(|error| panic!("{name}: {error}"));
            assert_eq!(file.to_text(), text, "{name}");
        }
    }

    #[test]
    fn every_package_is_as_west_rail_writes_it_and_nothing_is_found_in_it() {
        for package in packages() {
            let file = ProductionFile::read(package.text).unwrap();
            assert_eq!(file.to_text(), package.text, "{}", package.id);
            let build = &file.production.builds[0].id;
            let report = report(&file.production, build, Catalogue::shipped()).unwrap();
            assert!(
                report.findings.is_empty(),
                "{}: {:?}",
                package.id,
                report.findings
            );
            assert!(!report.needs.is_empty() && report.needs.iter().all(|need| need.met));
            assert!(!report.recordings.is_empty());
        }
    }

    #[test]
    fn a_generated_floor_has_as_many_devices_as_asked_and_can_be_kept() {
        for devices in [1, 10, 25, 1000] {
            let floor = floor(devices);
            assert_eq!(floor.builds[0].placements.len(), devices);
            floor.check().unwrap();
        }
    }
}
