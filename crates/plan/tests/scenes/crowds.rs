//! What has an end: lists of what is in the way, fits of what isn't mounted, searches that nobody waits for.

use check::{Finding, Severity};
use demo::{arms, unmounted};
use model::document::{Command, Production};
use plan::setup::mount_part;
use plan::{report_with_fixes, report_with_fixes_until};
use report::{part_seats, report, rigs_report};
use runtime::interrupt::{Interrupt, until};
use stage::catalogue;

fn of_code<'f>(findings: &'f [Finding], code: &str) -> Vec<&'f Finding> {
    let found = findings.iter();
    found
        .filter(|finding| finding.code.to_string() == code)
        .collect()
}

#[test]
fn a_crowd_is_told_as_a_crowd_and_says_how_many_there_are() {
    let production = arms(490);
    let report = report(&production, "main", catalogue()).unwrap();
    let in_one_place = of_code(&report.findings, "B-102");
    // Thousands of pairs, and a few places where they are.
    assert!(in_one_place.len() < 60, "{}", in_one_place.len());
    let crowds = in_one_place.iter();
    let finding = crowds
        .max_by_key(|finding| finding.text.len())
        .expect("there is no room for them");
    assert_eq!(finding.severity, Severity::Stop);
    assert!(
        finding.text.contains("parts stand in one place"),
        "{}",
        finding.text
    );
    assert!(finding.text.contains(" more."), "{}", finding.text);
    // However many there are, the list of what is in the way has an end.
    let covered = of_code(&report.findings, "B-103");
    assert!(covered.len() <= 41, "{}", covered.len());
    assert!(report.findings.len() < 600, "{}", report.findings.len());
    let bytes = serde_json::to_vec(&rigs_report(&production, "main", catalogue())).unwrap();
    assert!(bytes.len() < 2_000_000, "{}", bytes.len());
}

#[test]
fn a_few_pairs_are_told_one_by_one() {
    // Two clamps in one place, with an arm each.
    let mut production = arms(441);
    let build = &mut production.builds[0];
    let kept = ["plate", "a", "rods", "c0", "x0", "c440", "x440"];
    build
        .placements
        .retain(|placed| kept.contains(&placed.id.as_str()));
    build
        .joints
        .retain(|joint| kept.contains(&joint.part.device.as_str()));
    let report = report(&production, "main", catalogue()).unwrap();
    let texts: Vec<&str> = of_code(&report.findings, "B-102")
        .iter()
        .map(|finding| finding.text.as_str())
        .collect();
    assert!(
        texts
            .iter()
            .any(|text| text.starts_with("C0 and C440 stand")),
        "{texts:?}"
    );
    assert!(
        texts.iter().all(|text| text.contains(" into each other.")),
        "{texts:?}"
    );
}

#[test]
fn fits_are_counted_for_all_and_listed_for_one() {
    let bytes = |count| {
        let rigs = rigs_report(&unmounted(count), "main", catalogue()).unwrap();
        assert_eq!(rigs.loose.len(), count);
        serde_json::to_vec(&rigs).unwrap().len()
    };
    let (few, many) = (bytes(100), bytes(400));
    assert!(many < few * 5, "{few} for 100, {many} for 400");
    let production = unmounted(400);
    let rigs = rigs_report(&production, "main", catalogue()).unwrap();
    let seats = part_seats(&production, "main", catalogue(), "d7").unwrap();
    let loose = &rigs.loose[7];
    assert_eq!(loose.places, seats.takes.len() + seats.more_takes);
    assert!(seats.takes.len() <= 100 && seats.refuses.len() <= 100);
    assert!(seats.more_refuses + seats.more_takes > 0);
    assert!(part_seats(&production, "main", catalogue(), "nobody").is_none());
}

#[test]
fn a_search_that_nobody_waits_for_ends() {
    let mut production = arms(20);
    production.builds[0]
        .joints
        .retain(|joint| joint.part.device != "x7");
    let find = || mount_part(&production, catalogue(), ("main", "x7"));
    let wanted = Interrupt::default();
    assert!(until(&wanted, find).is_some_and(|found| found.is_ok()));
    wanted.raise();
    assert!(until(&wanted, find).is_none());
}

#[test]
fn a_check_that_runs_out_of_time_says_what_it_left() {
    let (_, production) = demo::productions().remove(0);
    let whole = report_with_fixes(&production, "night", catalogue()).unwrap();
    let never = Interrupt::default();
    let (same, left) = report_with_fixes_until(&production, "night", catalogue(), &never).unwrap();
    assert_eq!((same, left), (whole, 0));
    never.raise();
    let (cut, left) = report_with_fixes_until(&production, "night", catalogue(), &never).unwrap();
    assert_eq!(left, cut.findings.len());
    assert!(cut.findings.iter().all(|finding| finding.fixes.is_empty()));
}

#[test]
fn names_that_cannot_be_seen_or_turn_what_is_around_them_are_refused() {
    let refused = |name: &str| {
        let name = name.into();
        let command = Command::RenameProduction { name };
        let edited = Production::named("A").edited(catalogue(), &[command]);
        edited.err().map(|refusal| refusal.to_string())
    };
    assert_eq!(refused("撮影の夜"), None);
    let unseen = refused("\u{200b}\u{feff}").unwrap();
    assert!(
        unseen.contains("none of its letters can be seen"),
        "{unseen}"
    );
    let turned = refused("invoice\u{202e}gpj.exe").unwrap();
    assert!(turned.contains("turn the direction"), "{turned}");
    assert!(!turned.contains('\u{202e}'), "{turned}");
}

#[test]
fn a_described_device_has_no_more_ways_than_its_ports_can_have() {
    let mut device = catalogue().device("merrin-d4").unwrap().clone();
    device.id = "mine".into();
    let path = device.paths[0].clone();
    let refused = |device: &model::catalogue::Device| {
        let put = Command::PutEntry {
            entry: device.clone().into(),
            at: None,
        };
        let edited = Production::named("A").edited(catalogue(), &[put]);
        edited.err().map(|refusal| refusal.to_string())
    };
    assert_eq!(refused(&device), None);
    device.paths = vec![path; 40_001];
    let said = refused(&device).unwrap();
    assert!(said.contains("at most 40,000 ways"), "{said}");
}
