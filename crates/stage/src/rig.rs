//! Rigs in a few lines.

use crate::{BUILD, Scene, catalogue, scene};
use check::Area;
use model::document::{Command, Joint};
use report::{RigFigures, RigReport, RigsReport, rigs_report};

/// A rig as it is typed: *p holme-b1* puts a part, *a.base on p.top 20* mounts it 20 mm along, with `@30` turned and
/// `^15` tilted; *a.sdi1 > m.sdi* runs a cable.
pub fn rig(lines: &[&str]) -> Scene {
    lines.iter().fold(scene("1080p25"), |scene, line| {
        if let Some((part, onto)) = line.split_once(" on ") {
            let mut words = onto.split(' ');
            let mut joint = Joint {
                part: part.parse().unwrap(),
                onto: words.next().unwrap().parse().unwrap(),
                slide: 0,
                turn: 0,
                tilt: 0,
            };
            for word in words {
                let (place, figure) = match (word.strip_prefix('@'), word.strip_prefix('^')) {
                    (Some(turn), _) => (&mut joint.turn, turn),
                    (_, Some(tilt)) => (&mut joint.tilt, tilt),
                    _ => (&mut joint.slide, word),
                };
                *place = figure.parse().unwrap();
            }
            scene.does(Command::PutJoint {
                build: BUILD.into(),
                joint,
                at: None,
            })
        } else if line.contains('>') {
            scene.line(line)
        } else {
            let (handle, device) = line.split_once(' ').unwrap();
            assert!(catalogue().device(device).is_some(), "{device}");
            scene.with(handle, device)
        }
    })
}

/// What is mounted.
pub fn rigs(scene: &Scene) -> RigsReport {
    rigs_report(&scene.0, BUILD, catalogue()).unwrap()
}

/// The first rig.
pub fn whole(scene: &Scene) -> RigReport {
    rigs(scene).rigs.remove(0)
}

/// Its figures.
pub fn one(scene: &Scene) -> RigFigures {
    whole(scene).figures
}

/// What is found about the rig.
pub fn found(scene: &Scene) -> Vec<String> {
    let findings = scene.report().findings.into_iter();
    findings
        .filter(|finding| finding.area == Area::Build)
        .map(|finding| format!("{} {}", finding.code, finding.text))
        .collect()
}
