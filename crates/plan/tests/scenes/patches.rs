//! What changed, said so that whoever has what was before has what is now: held against edits of every kind.

use crate::laws::{command, production};
use difference::{Difference, difference};
use model::document::{Build, Production};
use plan::report_with_fixes;
use proptest::prelude::*;
use report::{Report, report};
use serde::Serialize;
use serde_json::{Value, json};
use stage::{cases, catalogue};

/// What a window makes of what it has; `None` where the whole is sent.
fn told<T: Difference + Serialize>(old: &T, new: &T) -> Option<Value> {
    let steps = difference(old, new)?;
    let mut has = json!(old);
    let patch: json_patch::Patch = serde_json::from_value(json!(steps)).unwrap();
    json_patch::patch(&mut has, &patch).unwrap();
    Some(has)
}

fn whole(production: &Production) -> Report {
    let first: &Build = &production.builds[0];
    report(production, &first.id, catalogue()).unwrap()
}

fn are_told(old: &Production, new: &Production) {
    if let Some(has) = told(old, new) {
        assert_eq!(has, json!(new));
    }
    let (before, after) = (whole(old), whole(new));
    if let Some(has) = told(&before, &after) {
        assert_eq!(has, json!(after));
    }
}

proptest! {
    #![proptest_config(cases(24))]

    #[test]
    fn an_edit_is_told_whole(edits in prop::collection::vec((0usize..36, any::<prop::sample::Index>(), any::<prop::sample::Index>()), 1..8)) {
        let mut now = demo::productions().remove(0).1;
        for (kind, first, second) in edits {
            let Ok(edited) = now.edited(catalogue(), &[command(&now, kind, first, second)]) else { continue };
            if !edited.production.builds.is_empty() {
                are_told(&now, &edited.production);
                now = edited.production;
            }
        }
    }

    #[test]
    fn so_is_anything_that_stands_in_its_place(one in production(), other in production()) {
        are_told(&one, &other);
    }
}

/// What stays empty in the demo can’t be told wrong there: everything of a report is something.
#[test]
fn nothing_of_the_demos_report_is_empty() {
    let production = demo::productions().remove(0).1;
    let report = report_with_fixes(&production, "night", catalogue()).unwrap();
    let Value::Object(parts) = json!(report) else {
        unreachable!("a report is an object");
    };
    for (name, part) in ["sound", "time", "power"]
        .into_iter()
        .flat_map(|at| parts[at].as_object().unwrap())
    {
        assert_ne!(part, &json!([]), "{name}");
    }
    for (name, part) in &parts {
        assert_ne!(part, &json!([]), "{name}");
    }
}
