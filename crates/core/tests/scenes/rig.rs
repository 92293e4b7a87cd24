//! Rigs, good and bad: what is mounted on what, and what follows.

use crate::stage::{BUILD, Scene, catalogue, finding, scene};
use west_rail_core::document::{Command, Joint};
use west_rail_core::finding::Area;
use west_rail_core::report::{RigReport, RigsReport, rigs_report};

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

pub fn rigs(scene: &Scene) -> RigsReport {
    rigs_report(&scene.0, BUILD, catalogue(), None)
        .unwrap()
        .unwrap()
}

pub fn one(scene: &Scene) -> RigReport {
    rigs(scene).rigs.remove(0)
}

/// What is found about the rig.
pub fn found(scene: &Scene) -> Vec<String> {
    let findings = scene.report().findings.into_iter();
    findings
        .filter(|finding| finding.area == Area::Build)
        .map(|finding| format!("{} {}", finding.code, finding.text))
        .collect()
}

/// A camera on its base plate, with rods through it.
const BASE: [&str; 5] = [
    "a orrell-c4",
    "p holme-b1",
    "r holme-r15-18",
    "a.base on p.top 0",
    "r.held on p.rods -200",
];

fn with(lines: &[&'static str]) -> Vec<&'static str> {
    BASE.iter().copied().chain(lines.iter().copied()).collect()
}

#[test]
fn look() {
    for lines in [
        with(&["l larkrigg-p35", "l.mount on a.mount"]),
        with(&[
            "h holme-h1",
            "h.foot on a.top38",
            "m ashgill-7",
            "x holme-a1",
            "x.foot on h.front",
            "m.foot on x.top",
        ]),
        with(&[
            "b holme-bpr",
            "q stannard-p5",
            "v stannard-v98",
            "b.rods on r.rods 30",
            "q.pattern on b.plate",
            "v.contacts on q.batt",
        ]),
    ] {
        let scene = rig(&lines);
        let report = one(&scene);
        println!("{:?}", found(&scene));
        println!("{} g, {:?}", report.mass_g, report.centre_mm);
        for hold in &report.holds {
            println!("  {} {}", hold.name, hold.says);
        }
        for part in &report.parts {
            println!(
                "  {}{} {:?} {:?}",
                "  ".repeat(part.depth),
                part.name,
                part.grams,
                part.boxes
                    .iter()
                    .map(|b| b.side.clone())
                    .collect::<Vec<_>>()
            );
        }
        for step in &report.steps {
            println!(
                "  {}. {} – {} – {} {:?}",
                step.number, step.act, step.place, step.tool, step.care
            );
        }
        println!(
            "  {:?} {:?} waits {:?}",
            report.tools, report.takes, report.waiting
        );
    }
    let _ = finding;
}
#[test]
fn demo_a() {
    let a = rig(&[
        "a orrell-c4",
        "b holme-b1",
        "r holme-r15-18",
        "l larkrigg-p35",
        "t holme-topc4",
        "h holme-h1",
        "x holme-a1",
        "m ashgill-7",
        "w pellow-w1t",
        "c merrin-t2",
        "s dunmore-w2r",
        "d holme-pad1",
        "f stannard-fm1",
        "g stannard-fm1",
        "k holme-mr1",
        "n holme-mr1",
        "e holme-mb3",
        "bp holme-bpr",
        "p stannard-p8",
        "v stannard-v98",
        "u stannard-v98",
        "y stannard-y4",
        "ls holme-ls1",
        "gl holme-grl",
        "gr holme-grr",
        "gx holme-gx",
        "gy holme-gx",
        "a.base on b.top 0",
        "r.held on b.rods -200",
        "t.under on a.top38",
        "h.foot on t.top38",
        "x.foot on h.front",
        "m.foot on x.top ^15",
    ]);
    println!("{:?}", found(&a));
    println!(
        "{:#?}",
        rigs(&a)
            .loose
            .iter()
            .map(|l| (
                l.name.clone(),
                l.takes
                    .iter()
                    .map(|s| format!("{} on {}", s.part, s.onto))
                    .collect::<Vec<_>>(),
                l.why_not.clone()
            ))
            .collect::<Vec<_>>()
    );
}
