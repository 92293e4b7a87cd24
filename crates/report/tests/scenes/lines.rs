//! The line map: every device has its place once, and every line is a cable that is there.

use demo::{self, Shape};
use model::document::{Handle, Production};
use report::{LineGroup, LineGroupKind, LineStop, report};
use stage::catalogue;
use std::collections::BTreeSet;

fn lines(production: &Production, build: &str) -> Vec<LineGroup> {
    report(production, build, catalogue()).unwrap().lines
}

/// A group as it is read: a row a line.
fn drawn(groups: &[LineGroup]) -> String {
    let stop = |stop: &LineStop| match &stop.cable {
        Some(cable) => format!("={cable}= {}", stop.device),
        None => stop.device.to_string(),
    };
    let mut text = String::new();
    for group in groups {
        text += &format!(
            "{:?} {}\n",
            group.kind,
            group.source.as_deref().unwrap_or("-")
        );
        for row in &group.rows {
            let mut parts: Vec<String> = row.from.iter().map(|from| format!("({from})")).collect();
            parts.extend(row.through.iter().map(stop));
            parts.extend(row.end.iter().map(|end| format!("{} |", stop(end))));
            parts.extend(row.own.then(|| "own card |".to_string()));
            for branch in &row.branches {
                let stops: Vec<String> = branch.stops.iter().map(stop).collect();
                parts.push(format!("[{} into {}]", stops.join(" "), branch.into));
            }
            text += &format!("  {}\n", parts.join(" "));
        }
    }
    text
}

#[test]
fn the_demo_reads_from_the_lens_to_the_eye() {
    let night = demo::productions().remove(0).1;
    insta::assert_snapshot!(drawn(&lines(&night, "night")), @"
    Picture a
      a =l1= a-mon | [=l3= a-tc into a] [=l4= a-snd into a] [=l20= a-mic into a]
      (a) =l2= a-tx =l8= f-rx =l10= focus |
      (a-tx) =l9= v-rx =l11= dir |
      (a) own card |
    Picture b
      b =l5= b-rec | [=l6= b-tc into b-rec]
      (b) own card |
    Picture c
      c =l7= c-rec |
      (c-rec) =l12= client |
    Sound mix
      mix | [=l13= boom1 into mix] [=l14= boom2 into mix] [=l15= plant into mix] [=l18= x-tc into mix]
      (mix) =l16= s-tx
    ");
}

#[test]
fn every_device_has_its_place_once() {
    let mut floors: Vec<(Production, &str)> = Shape::ALL
        .into_iter()
        .map(|shape| (shape.floor(40), "main"))
        .collect();
    floors.push((demo::floor(60), "main"));
    for build in ["night", "day", "interview"] {
        floors.push((demo::productions().remove(0).1, build));
    }
    for (production, build) in floors {
        let groups = lines(&production, build);
        let build = production.build(build).unwrap();
        let (mut seen, mut cables) = (BTreeSet::new(), BTreeSet::new());
        let mut place = |stop: &LineStop| {
            assert!(seen.insert(stop.device.clone()), "{} twice", stop.device);
            if let Some(cable) = &stop.cable {
                assert!(cables.insert(cable.clone()), "{cable} twice");
                assert!(build.connection(cable).is_some());
            }
        };
        for row in groups.iter().flat_map(|group| &group.rows) {
            row.through.iter().chain(&row.end).for_each(&mut place);
            let branches = row.branches.iter();
            branches
                .flat_map(|branch| &branch.stops)
                .for_each(&mut place);
        }
        // What has to do with power alone stands in its own view.
        let lines = build.placements.iter().filter(|it| {
            let device = catalogue().device(&it.device);
            !device.is_some_and(model::catalogue::Device::is_off_the_map)
        });
        let all: BTreeSet<Handle> = lines.map(|it| it.id.clone()).collect();
        assert_eq!(seen, all, "{}", build.name);
    }
}

#[test]
fn what_hangs_on_nothing_stands_last() {
    let groups = lines(&Shape::Unwired.floor(6), "main");
    let kinds: Vec<LineGroupKind> = groups.iter().map(|group| group.kind).collect();
    assert_eq!(kinds, [LineGroupKind::Loose]);
    assert_eq!(groups[0].rows.len(), 6);
}
