//! What people chose comes first: laws on the shipped floors as edits leave them.

use crate::laws::command;
use check::{Effort, Finding, Severity};
use model::catalogue::DeviceKind;
use model::document::{Build, Production};
use plan::{fixes_of, safe_fixes};
use proptest::prelude::*;
use proptest::sample::Index;
use report::{Report, arrivals_by_device, recordings_by_device, report};
use runtime::interrupt::Interrupt;
use stage::{cases, catalogue};
use std::collections::BTreeSet;

/// Each build that ships, by the production and its number.
fn shipped() -> Vec<(Production, String)> {
    let demos = demo::productions()
        .into_iter()
        .map(|(_, production)| production);
    let packages = demo::packages().iter().map(demo::Package::production);
    let all = demos.chain(packages);
    all.flat_map(|production| {
        let builds: Vec<String> = production
            .builds
            .iter()
            .map(|build| build.id.to_string())
            .collect();
        builds
            .into_iter()
            .map(move |build| (production.clone(), build))
    })
    .collect()
}

/// A shipped build as some edits leave it: of any build of its production, so that some of them do nothing here.
fn disturbed(which: Index, edits: &[(usize, Index, Index)]) -> (Production, String) {
    let all = shipped();
    let (mut production, build) = all[which.index(all.len())].clone();
    for (kind, one, other) in edits {
        let command = command(&production, *kind, *one, *other);
        if let Ok(edited) = production.edited(catalogue(), &[command]) {
            production = edited.production;
        }
    }
    let there = production.builds.iter().any(|other| *other.id == *build);
    let build = if there {
        build
    } else {
        production.builds[0].id.to_string()
    };
    (production, build)
}

fn edits(most: usize) -> impl Strategy<Value = Vec<(usize, Index, Index)>> {
    prop::collection::vec((0usize..36, any::<Index>(), any::<Index>()), 0..most)
}

/// What was chosen in the first and isn't in the second.
fn given_up(before: &Build, after: &Build) -> Vec<String> {
    let mut found = Vec::new();
    for was in &before.placements {
        let Some(now) = after
            .placement(&was.id)
            .filter(|now| now.device == was.device)
        else {
            found.push(format!("{} is another device, or gone", was.id));
            continue;
        };
        let (old, new) = (&was.settings, &now.settings);
        let codec = |settings: &model::document::Settings| {
            settings
                .recording
                .as_ref()
                .map(|recording| recording.codec.clone())
        };
        if old.recording.is_some() && codec(old) != codec(new) {
            found.push(format!("{} has another codec", was.id));
        }
        for (output, setting) in &old.outputs {
            let raw = new
                .outputs
                .get(output)
                .and_then(|setting| setting.raw.as_ref());
            if setting.raw.is_some() && raw != setting.raw.as_ref() {
                found.push(format!("{} sends no raw", was.id));
            }
        }
        if !old.tracks.is_empty() && old.tracks != new.tracks {
            let sources = |tracks: &[model::document::TrackSetting]| -> BTreeSet<String> {
                let all = tracks.iter().flat_map(|track| &track.from);
                all.map(|from| format!("{} {}", from.input, from.channel))
                    .collect()
            };
            if !sources(&old.tracks).is_subset(&sources(&new.tracks)) {
                found.push(format!("{} loses a track", was.id));
            }
        }
        if old.position.is_some() && old.position != new.position {
            found.push(format!("{} is moved", was.id));
        }
    }
    let needs = before.needs.iter();
    found.extend(
        needs
            .filter(|need| !after.needs.contains(need))
            .map(|need| format!("need {}", need.id)),
    );
    if before.schedule != after.schedule {
        found.push("the day".into());
    }
    if before.timecode_master.is_some() && before.timecode_master != after.timecode_master {
        found.push("who leads".into());
    }
    found
}

/// Whatever worked and works less well, by the name of the device or the text of the finding.
fn worse(before: &Report, after: &Report) -> Vec<String> {
    let mut found = Vec::new();
    let still = |id: &str| after.needs.iter().find(|need| need.id == id);
    let unmet = before.needs.iter().filter(|need| need.met);
    let unmet = unmet.filter(|need| still(&need.id).is_some_and(|now| !now.met));
    found.extend(unmet.map(|need| need.name.clone()));
    let rows = arrivals_by_device(after);
    for was in &before.arrivals {
        let Some(row) = rows.get(&*was.device) else {
            continue;
        };
        let Some(old) = &was.picture else { continue };
        let same = was.source == row.source;
        let new = row
            .picture
            .as_ref()
            .filter(|new| !same || new.effective.reaches(old.effective));
        if new.is_none() {
            found.push(was.name.clone());
        }
    }
    let rows = recordings_by_device(after);
    for was in before
        .recordings
        .iter()
        .filter(|row| row.worst != Some(Severity::Stop))
    {
        let lasts = was.lasts.as_ref().map(|limit| limit.seconds);
        let Some(row) = rows.get(&*was.device) else {
            continue;
        };
        if row.lasts.as_ref().map(|limit| limit.seconds) < lasts {
            found.push(was.name.clone());
        }
    }
    found
}

/// Stops and cautions that weren't there, or weren't as bad.
fn come<'r>(before: &Report, after: &'r Report) -> Vec<&'r Finding> {
    let bad = after
        .findings
        .iter()
        .filter(|finding| finding.severity > Severity::Note);
    bad.filter(|finding| {
        let mut was = before.findings.iter();
        was.all(|was| was.id != finding.id || was.severity < finding.severity)
    })
    .collect()
}

fn bad(report: &Report) -> impl Iterator<Item = &Finding> {
    report
        .findings
        .iter()
        .filter(|finding| finding.severity > Severity::Note)
}

/// Taking the first fix of the first finding that has one, over and over: how often until none has.
fn first_fixes(mut production: Production, build: &str, most: usize) -> Result<usize, String> {
    let mut seen: Vec<(String, String)> = Vec::new();
    let never = Interrupt::default();
    for taken in 0..most {
        let found = report(&production, build, catalogue()).unwrap();
        let first = found.findings.iter().find_map(|finding| {
            let fixes = fixes_of(&production, build, catalogue(), &finding.id, &never)?;
            Some((finding, fixes.into_iter().next()?))
        });
        let Some((finding, fix)) = first else {
            return Ok(taken);
        };
        seen.push((finding.text.clone(), fix.title.clone()));
        production = production
            .edited(catalogue(), &fix.commands)
            .unwrap()
            .production;
    }
    let last = seen.iter().rev().take(6);
    Err(last
        .map(|(text, title)| format!("{text} → {title}\n"))
        .collect())
}

proptest! {
    #![proptest_config(cases(16))]

    #[test]
    fn what_is_safe_takes_nothing_back_and_makes_nothing_worse(which in any::<Index>(), edits in edits(12)) {
        let (production, build) = disturbed(which, &edits);
        let before = report(&production, &build, catalogue()).unwrap();
        let safe = safe_fixes(&production, &build, catalogue(), &Interrupt::default()).unwrap();
        let after = production.edited(catalogue(), &safe.commands).unwrap().production;
        let lost = given_up(production.build(&build).unwrap(), after.build(&build).unwrap());
        prop_assert!(serves(&production, &lost), "{:?} by {:?}", lost, safe.titles);
        prop_assert_eq!(&production.kit, &after.kit, "hired by {:?}", &safe.titles);
        let after = report(&after, &build, catalogue()).unwrap();
        let less = worse(&before, &after);
        prop_assert!(less.is_empty(), "{:?} by {:?}", less, safe.titles);
        let come: Vec<&str> = come(&before, &after).into_iter().map(|finding| &*finding.text).collect();
        prop_assert!(come.is_empty(), "{:?} by {:?}", come, safe.titles);
    }

    #[test]
    fn what_a_fix_names_is_all_that_is_worse(which in any::<Index>(), edits in edits(8)) {
        let (production, build) = disturbed(which, &edits);
        let never = Interrupt::default();
        let before = report(&production, &build, catalogue()).unwrap();
        for finding in bad(&before).take(12) {
            for fix in fixes_of(&production, &build, catalogue(), &finding.id, &never).unwrap() {
                let edited = production.edited(catalogue(), &fix.commands).unwrap().production;
                let lost = given_up(production.build(&build).unwrap(), edited.build(&build).unwrap());
                let safe = matches!(fix.effort, Effort::Setting | Effort::Kit | Effort::Cable);
                prop_assert!(!safe || serves(&production, &lost), "“{}” gives up {:?}", fix.title, lost);
                let after = report(&edited, &build, catalogue()).unwrap();
                for name in worse(&before, &after) {
                    let named = fix.costs.iter().any(|cost| cost.contains(&name));
                    prop_assert!(named, "“{}” makes {} worse: {:?}", fix.title, name, fix.costs);
                }
                for finding in come(&before, &after) {
                    let named = fix.costs.iter().any(|cost| cost.contains(&finding.text));
                    prop_assert!(named, "“{}” brings {}: {:?}", fix.title, finding.text, fix.costs);
                }
            }
        }
    }

    #[test]
    fn first_fixes_end(which in any::<Index>(), edits in edits(8)) {
        let (production, build) = disturbed(which, &edits);
        let begin = report(&production, &build, catalogue()).unwrap();
        let most = 3 * begin.findings.len() + 12;
        if let Err(round) = first_fixes(production, &build, most) {
            prop_assert!(false, "{} fixes of {}, and no end:\n{}", most, begin.findings.len(), round);
        }
    }
}

/// Whether all that is another device serves the others: a plate, a battery, a part, which nobody chose for itself.
fn serves(production: &Production, lost: &[String]) -> bool {
    let serves = |id: &str| {
        let mut all = production.builds.iter().flat_map(|build| &build.placements);
        let device = all.find(|placement| placement.id == id);
        let device = device.and_then(|placement| catalogue().device(&placement.device));
        device.is_some_and(|device| {
            matches!(
                device.kind,
                DeviceKind::Battery | DeviceKind::PowerBox | DeviceKind::Part
            )
        })
    };
    lost.iter().all(|lost| {
        lost.strip_suffix(" is another device, or gone")
            .is_some_and(serves)
    })
}

#[test]
fn first_fixes_end_on_every_floor_that_ships() {
    for (production, build) in shipped() {
        let begin = report(&production, &build, catalogue()).unwrap();
        let most = 3 * begin.findings.len() + 12;
        let taken = first_fixes(production, &build, most);
        assert!(taken.is_ok(), "{build}: {}", taken.unwrap_err());
    }
}

/// A fix by its title, with what it takes and what it costs.
type Offered = (String, Effort, Vec<String>);

/// The fixes of the first finding of a code; and all that is safe there.
fn offered(floor: &stage::Scene, code: &str) -> (Vec<Offered>, Vec<String>) {
    let found = stage::finding(floor, code);
    let fixes = found.fixes.into_iter();
    let safe = safe_fixes(&floor.0, "main", catalogue(), &Interrupt::default()).unwrap();
    (
        fixes
            .map(|fix| (fix.title, fix.effort, fix.costs))
            .collect(),
        safe.titles,
    )
}

#[test]
fn raw_is_no_means_to_an_end() {
    let mut floor = stage::scene("2160p25")
        .with("a", "tamsin-m4")
        .with("mon", "ashgill-7")
        .line("a.hdmi > mon.hdmi 1 m");
    floor.0.builds[0].placements[0].settings.outputs.insert(
        "hdmi".into(),
        model::document::OutputSetting {
            raw: Some("Tamsin raw".into()),
            ..model::document::OutputSetting::default()
        },
    );
    let (fixes, safe) = offered(&floor, "V-114");
    let (title, effort, costs) = &fixes[0];
    assert_eq!(*effort, Effort::Compromise, "{title}");
    assert!(
        costs[0].starts_with("A sends a picture instead of raw"),
        "{costs:?}"
    );
    assert!(safe.is_empty(), "{safe:?}");
}

#[test]
fn a_microphone_is_not_moved_by_itself_nor_into_the_shot() {
    let far = |metres: u64| {
        let mut floor = stage::scene("1080p25")
            .with("m", "dunmore-g3")
            .with("a", "tamsin-m4")
            .line("m.out > a.mic jack35 1 m")
            .records("a", "h264-100", &["sd-v60-128"], 1);
        floor.0.builds[0].placements[0].settings.position = Some(model::document::Position {
            source: model::catalogue::SoundSource::default(),
            distance: units::quantity::Length(metres * 1_000),
        });
        floor
    };
    for metres in [2, 4, 8] {
        let floor = far(metres);
        let report = report(&floor.0, "main", catalogue()).unwrap();
        for finding in &report.findings {
            let fixes = fixes_of(
                &floor.0,
                "main",
                catalogue(),
                &finding.id,
                &Interrupt::default(),
            );
            for fix in fixes.unwrap() {
                let Some(to) = fix.title.strip_prefix("Take M to ") else {
                    continue;
                };
                assert_eq!(fix.effort, Effort::Compromise);
                assert!(fix.costs[0].starts_with("M goes to "), "{:?}", fix.costs);
                let to: units::quantity::Length =
                    to.strip_suffix(" from it").unwrap().parse().unwrap();
                assert!(to.0 >= 300, "{}", fix.title);
            }
        }
        let safe = safe_fixes(&floor.0, "main", catalogue(), &Interrupt::default()).unwrap();
        assert!(
            safe.titles.iter().all(|title| !title.starts_with("Take M")),
            "{:?}",
            safe.titles
        );
    }
}

#[test]
fn another_codec_costs_what_was_chosen_and_comes_behind_a_larger_card() {
    let night = demo::productions().remove(0).1;
    let fixes = fixes_of(
        &night,
        "night",
        catalogue(),
        "R-105@b-rec",
        &Interrupt::default(),
    );
    let fixes = fixes.unwrap_or_else(|| {
        let report = report(&night, "night", catalogue()).unwrap();
        let found = report
            .findings
            .iter()
            .find(|finding| finding.code.to_string() == "R-105")
            .unwrap();
        fixes_of(
            &night,
            "night",
            catalogue(),
            &found.id,
            &Interrupt::default(),
        )
        .unwrap()
    });
    let told: Vec<(Effort, bool)> = fixes
        .iter()
        .map(|fix| {
            (
                fix.effort,
                fix.costs.iter().any(|cost| cost.contains("becomes")),
            )
        })
        .collect();
    assert_eq!(told[0], (Effort::Kit, false));
    // A hire that keeps the codec stands before the codec that is less.
    assert_eq!(told[1], (Effort::Hire, false));
    assert_eq!(told[2], (Effort::Compromise, true));
}

#[test]
fn breaks_in_the_day_are_somebodys_plan() {
    let mut floor = stage::scene("1080p25")
        .with("box", "merrin-t2")
        .with("b", "orrell-c4");
    floor.0.builds[0].timecode_master = Some("box".into());
    floor.0.builds[0]
        .schedule
        .push(model::document::ScheduleEntry {
            id: "day".into(),
            name: "Day".into(),
            recorders: Vec::new(),
            start: "08:00".parse().unwrap(),
            length: "4 h".parse().unwrap(),
            rolls: model::document::Rolls::Continuous,
        });
    let (fixes, safe) = offered(&floor, "T-105");
    let breaks = fixes
        .iter()
        .find(|(title, ..)| title.contains("into the day"));
    let (_, effort, costs) = breaks.unwrap();
    assert_eq!(*effort, Effort::Compromise);
    assert!(costs[0].starts_with("The day gets "), "{costs:?}");
    assert!(safe.iter().all(|title| !title.contains("into the day")));
}

#[test]
fn a_caution_is_not_traded_for_another() {
    for (production, build) in shipped() {
        let (before, _) =
            plan::report_with_fixes_until(&production, &build, catalogue(), &Interrupt::default())
                .unwrap();
        let cautions = before
            .findings
            .iter()
            .filter(|finding| finding.severity == Severity::Caution);
        for finding in cautions {
            for fix in &finding.fixes {
                let edited = production
                    .edited(catalogue(), &fix.commands)
                    .unwrap()
                    .production;
                let after = report(&edited, &build, catalogue()).unwrap();
                let left = |id: &str| after.findings.iter().find(|left| left.id == id);
                let gone = bad(&before)
                    .filter(|was| left(&was.id).is_none_or(|now| now.severity < was.severity));
                let (gone, come) = (gone.count(), come(&before, &after).len());
                assert!(come < gone, "“{}” brings {come} for {gone}", fix.title);
            }
        }
    }
}
