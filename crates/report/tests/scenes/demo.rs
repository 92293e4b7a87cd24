use insta::assert_snapshot;
use model::document::Production;
use plan::report_with_fixes;
use report::{LineGroup, report};
use stage::{catalogue, tell};

fn night_pour() -> Production {
    demo::productions().remove(0).1
}

#[test]
fn the_demo_opens_with_one_of_each_main_trouble() {
    assert_snapshot!(tell(
        &report_with_fixes(&night_pour(), "night", catalogue()).unwrap()
    ));
}

#[test]
fn the_other_builds_have_nothing_to_mend() {
    for build in ["day", "interview"] {
        assert_eq!(
            report(&night_pour(), build, catalogue())
                .unwrap()
                .verdict
                .text,
            "Nothing to mend",
            "{build}"
        );
    }
}

/// Applies the first fix of the first stop until none is left.
fn mended(mut production: Production, build: &str) -> (Production, Vec<String>) {
    let mut steps = Vec::new();
    for _ in 0..20 {
        let now = report_with_fixes(&production, build, catalogue()).unwrap();
        let Some(fix) = now
            .findings
            .iter()
            .find_map(|finding| finding.fixes.first())
        else {
            break;
        };
        steps.push(fix.title.clone());
        production = production
            .edited(catalogue(), &fix.commands)
            .unwrap()
            .production;
    }
    (production, steps)
}

#[test]
fn the_fixes_within_the_kit_cable_to_a_floor_without_stops() {
    let (production, steps) = mended(night_pour(), "night");
    let after = report_with_fixes(&production, "night", catalogue()).unwrap();
    assert_eq!(after.verdict.stops, 0, "{}", tell(&after));
    assert_snapshot!(steps.join("\n"));
}

#[test]
fn the_small_demo_is_mended_in_a_few_steps() {
    let (production, steps) = mended(demo::productions().remove(1).1, "profile");
    let after = report_with_fixes(&production, "profile", catalogue()).unwrap();
    assert_snapshot!(format!("{}\n{}", steps.join("\n"), tell(&after)));
}

/// Whether a device is drawn in a group of lines: what has to do with power alone isn't.
fn stands_in(group: &LineGroup, device: &str) -> bool {
    let stops = group.rows.iter().flat_map(|row| {
        let branches = row.branches.iter().flat_map(|branch| &branch.stops);
        row.through.iter().chain(&row.end).chain(branches)
    });
    let mut all = stops
        .map(|stop| stop.device.as_str())
        .chain(group.source.as_deref());
    all.any(|drawn| drawn == device)
}

#[test]
fn devices_stand_in_columns_by_their_distance_from_the_lens() {
    let report = report(&night_pour(), "night", catalogue()).unwrap();
    let columns: Vec<String> = report
        .devices
        .iter()
        .filter(|device| {
            report
                .lines
                .iter()
                .any(|group| stands_in(group, &device.id))
        })
        .map(|device| format!("{}:{}", device.id, device.column))
        .collect();
    assert_snapshot!(columns.join(" "), @"a:1 a-mon:2 a-tx:2 a-tc:0 a-snd:0 b:1 b-rec:2 b-tc:1 c:1 f-rx:3 focus:4 v-rx:3 dir:4 c-rec:2 client:3 boom1:0 boom2:0 plant:0 mix:1 x-tc:0 s-tx:2 a-mic:0");
}
