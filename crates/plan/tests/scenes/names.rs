//! Names in every script: whoever names a camera in theirs gets the same answers.

use model::document::{Command, Production};
use plan::{fixes_of, report_with_fixes, safe_fixes};
use report::{glance, report};
use runtime::interrupt::Interrupt;
use stage::{BUILD, catalogue, scene};

/// Three bytes a letter; marks on letters; right to left; pictures of several characters; two bytes a letter.
pub const NAMES: [&str; 5] = ["विदेशी", "e\u{301}\u{323}", "كاميرا", "👩‍🎤🎥", "Ñandú ß"];

/// A name as long as one may be, for the device of this number.
pub fn long(name: &str, number: usize) -> String {
    let letters = name.chars().cycle().take(78);
    let name: String = letters.collect();
    format!("{} {number}", name.trim())
}

fn renamed(mut production: Production, name: &str) -> Production {
    for build in &mut production.builds {
        for (number, placement) in build.placements.iter_mut().enumerate() {
            placement.name = long(name, number);
        }
    }
    production
}

/// All answers about a build.
fn answers(production: &Production, build: &str) {
    let stop = Interrupt::default();
    let before = report(production, build, catalogue()).unwrap();
    glance("Night", &before, None);
    let safe = safe_fixes(production, build, catalogue(), &stop).unwrap();
    production.edited(catalogue(), &safe.commands).unwrap();
    for finding in before.findings.iter().take(12) {
        for fix in fixes_of(production, build, catalogue(), &finding.id, &stop).unwrap() {
            assert!(!fix.title.is_empty());
        }
    }
}

#[test]
fn names_of_every_script_are_answered() {
    let recorders = scene("1080p25")
        .with("one", "dunmore-x6")
        .with("two", "dunmore-x6")
        .with("boom", "dunmore-b1")
        .with("spot", "dunmore-b1")
        .records("one", "pcm-wav", &["sd-v60-128"], 2)
        .records("two", "pcm-wav", &["sd-v60-128"], 2);
    for name in NAMES {
        let named = renamed(recorders.0.clone(), name);
        answers(&named, BUILD);
        let all = report_with_fixes(&named, BUILD, catalogue()).unwrap();
        assert!(!all.findings.is_empty());
    }
}

#[test]
fn they_are_accepted_as_they_are_typed() {
    let floor = scene("1080p25").with("a", "orrell-c4");
    for name in NAMES {
        let name = long(name, 1);
        let floor = floor.0.edited(
            catalogue(),
            &[Command::RenameDevice {
                build: BUILD.into(),
                device: "a".into(),
                name: name.clone(),
            }],
        );
        let after = floor.unwrap().production;
        assert_eq!(after.builds[0].placements[0].name, name);
    }
}
