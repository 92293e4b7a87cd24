//! Documents with numbers at the ends of their types and words where figures should be: refused in a
//! sentence, or answered; never a panic, never without end.

use model::document::{Command, InputSetting, MediaSwap, Production, ProductionFile};
use plan::report_with_fixes;
use report::{day_of, media_plan, report};
use serde_json::{Value, json};
use stage::{catalogue, is_tried, scene};
use std::collections::HashSet;
use transport::edid::Edid;
use units::quantity::Percent;

/// A file in which every field of the document is said at least once.
fn everything() -> Value {
    let mut production = demo::productions().remove(0).1;
    production.builds.truncate(1);
    let build = &mut production.builds[0];
    build.timecode_master = Some("x-tc".into());
    let settings = |handle: &str| {
        build
            .placements
            .iter()
            .position(|placement| placement.id == handle)
            .unwrap()
    };
    let (a, client, radio) = (settings("a"), settings("client"), settings("a-tx"));
    let edid = InputSetting {
        from: "EDID of a wall".into(),
        takes: "[]"
            .parse::<Value>()
            .map(|none| serde_json::from_value(none).unwrap())
            .unwrap(),
        hdmi: "2.0".parse().unwrap(),
        frl_gbps: Some(24),
        audio: 8,
    };
    let _: fn(&Edid) -> InputSetting = |edid| edid.into();
    build.placements[client]
        .settings
        .inputs
        .insert("hdmi1".into(), edid);
    build.placements[client].settings.input = Some("hdmi1".into());
    build.placements[a].settings.squeeze = Some("2x".parse().unwrap());
    build.placements[a].settings.timecode = Some("25".parse().unwrap());
    let mut file = serde_json::to_value(ProductionFile::of(production)).unwrap();
    let night = &mut file["production"]["builds"][0];
    night["placements"][a]["settings"]["recording"] = json!({
        "codec": "mezzanine-high", "media": ["cfx-b-512", "cfx-b-512"], "tracks": 1,
        "format": "2160p25 4:2:2 10", "to_drive": false, "sensor_rate": "50", "sound_bits": 24,
        "slots": "mirror", "proxy": "mezzanine-proxy", "pre_record": "10 s", "on_trigger": true, "screen_flipped_out": true, "dummy_battery": true,
    });
    night["placements"][a]["settings"]["outputs"]["sdi1"] = json!({
        "format": "2160p25 4:2:2 10", "level": "A", "raw": "no", "links": 2, "mapping": "square", "source": "x", "channel": 3,
    });
    night["placements"][radio]["settings"]["outputs"]["air"] = json!({ "channel": 2 });
    night["schedule"][0]["rolls"] =
        json!({ "kind": "ratio", "screen": "3 min", "centiratio": 1000, "cameras": 2 });
    file["production"]["job"] = json!([{ "build": "night", "days": 3 }]);
    file["production"]["kit"][0]["hired"] = json!(2);
    file["production"]["custom"] = json!({
        "devices": [own_device()],
        "codecs": [{ "id": "ours", "name": "Ours", "model": { "kind": "constant-quality", "low": 100, "typical": 200, "high": 300 }, "sampling": "4:2:2", "bits": "10-bit" }],
    });
    file
}

fn own_device() -> Value {
    let mut device = serde_json::to_value(catalogue().device("tamsin-m4").unwrap()).unwrap();
    device["id"] = json!("tamsin-m4");
    device["radio"] = json!({
        "system": "s", "band": "b", "frequency_mhz": 5500, "radiated_dbm": 20, "sensitivity_dbm": -90, "channels": 4, "receivers": 2, "viewers": 1,
    });
    device["drive"] = json!({ "capacity": "1 TB", "sustained_write": "500 MB/s" });
    device["screen_inches"] = json!(7);
    device
}

/// Every leaf, once for each kind of place.
fn leaves(
    value: &Value,
    at: String,
    kind: String,
    seen: &mut HashSet<String>,
    found: &mut Vec<String>,
) {
    match value {
        Value::Object(fields) => {
            for (name, value) in fields {
                let name = name.replace('~', "~0").replace('/', "~1");
                leaves(
                    value,
                    format!("{at}/{name}"),
                    format!("{kind}/{name}"),
                    seen,
                    found,
                );
            }
        }
        Value::Array(items) => {
            for (number, value) in items.iter().enumerate() {
                leaves(
                    value,
                    format!("{at}/{number}"),
                    format!("{kind}/*"),
                    seen,
                    found,
                );
            }
        }
        _ => {
            if seen.insert(kind) {
                found.push(at);
            }
        }
    }
}

fn hostile() -> Vec<Value> {
    let numbers = [
        json!(0),
        json!(1),
        json!(-1),
        json!(255),
        json!(u32::MAX),
        json!(i64::MAX),
        json!(u64::MAX),
        json!(1e308),
    ];
    let words = [
        "",
        "0 %",
        "100 %",
        "99.999 %",
        "18446744073709551615 B",
        "18446744073709551615 b/s",
        "1 B",
        "1 b/s",
        "10000 TB",
        "87600 h",
        "5124095576030431:59",
        "1 s",
        "16x16p1 4:2:0 8",
        "16384x16384p300 4:4:4 16",
        "100 km",
        "3600000 ms",
        "300",
        "299.7",
        "60:00",
        "\u{0}",
        "a",
        "mezzanine-high",
    ];
    numbers
        .into_iter()
        .chain(words.into_iter().map(|word| json!(word)))
        .chain([Value::Null, json!([]), json!(true)])
        .collect()
}

/// What every view asks of a document.
fn answer(production: &Production) {
    for build in &production.builds {
        report(production, &build.id, catalogue()).unwrap();
        media_plan(production, &build.id, catalogue()).unwrap();
    }
}

#[test]
fn hostile_values_in_every_field_are_refused_or_answered() {
    let file = everything();
    let text = file.to_string();
    ProductionFile::read(&text).unwrap_or_else(|error| panic!("{error}"));
    let mut found = Vec::new();
    leaves(
        &file,
        String::new(),
        String::new(),
        &mut HashSet::new(),
        &mut found,
    );
    assert!(found.len() > 150, "only {} fields", found.len());
    let (mut tried, mut read) = (0, 0);
    for (field, at) in found.into_iter().enumerate() {
        for (number, value) in hostile().into_iter().enumerate() {
            // Each field with some of the values, each value in some of the fields.
            if !is_tried(field + number, 8) {
                continue;
            }
            tried += 1;
            let mut changed = file.clone();
            *changed.pointer_mut(&at).unwrap() = value;
            // As a file; and as an earlier program may have stored it, unchecked.
            match ProductionFile::read(&changed.to_string()) {
                Ok(file) => {
                    read += 1;
                    answer(&file.production);
                }
                Err(error) => {
                    assert!(!error.to_string().is_empty());
                    let stored = serde_json::from_value(changed["production"].take());
                    if let Ok(production) = stored {
                        answer(&production);
                    }
                }
            }
        }
    }
    assert!(read > tried / 30, "only {read} of {tried} were read");
}

#[test]
fn fixes_are_found_for_documents_at_their_limits() {
    let file = everything();
    for (at, value) in [
        ("/production/house_rules/swap_level", json!("5 %")),
        ("/production/house_rules/reserve", json!("50 %")),
        ("/production/station/readers", json!(32)),
        ("/production/custom/devices/0/records/slots", json!(16)),
        ("/production/custom/devices/0/records/tracks", json!(128)),
        ("/production/builds/0/needs/0/sound", json!(128)),
        (
            "/production/builds/0/placements/0/settings/recording/tracks",
            json!(128),
        ),
    ] {
        let mut changed = file.clone();
        *changed.pointer_mut(at).unwrap() = value;
        let read = ProductionFile::read(&changed.to_string())
            .unwrap_or_else(|error| panic!("{at}: {error}"));
        report_with_fixes(&read.production, "night", catalogue()).unwrap();
    }
}

#[test]
fn limits_are_one_for_commands_and_files() {
    let refused = |at: &str, value: Value| {
        let mut changed = everything();
        *changed.pointer_mut(at).unwrap() = value;
        ProductionFile::read(&changed.to_string())
            .unwrap_err()
            .to_string()
    };
    for (at, value, expected) in [
        (
            "/production/name",
            json!("a\u{0}b"),
            "can’t be the name of a production",
        ),
        (
            "/production/house_rules/swap_level",
            json!("0 %"),
            "cards are changed at 5 % to 100 % of what they hold, not at 0 %",
        ),
        (
            "/production/house_rules/reserve",
            json!("99.99 %"),
            "a reserve keeps 0 % to 50 % of a card back, not 99.99 %",
        ),
        (
            "/production/house_rules/copies",
            json!(0),
            "a card is formatted after 1 to 9 verified copies, not 0",
        ),
        (
            "/production/station/readers",
            json!(1_000_000_000),
            "the station has 1 to 32 readers",
        ),
        (
            "/production/kit/0/quantity",
            json!(400_000),
            "a kit holds at most 10,000 of one thing",
        ),
        (
            "/production/builds/0/placements/0/settings/recording/tracks",
            json!(4_294_967_295_u32),
            "a recorder has at most 128 sound tracks",
        ),
        (
            "/production/builds/0/placements/0/settings/recording/pre_record",
            json!("87600 h"),
            "a pre-record keeps at most 10 min",
        ),
        (
            "/production/builds/0/needs/0/sound",
            json!(1_000),
            "a need asks for at most 128 sound channels",
        ),
        (
            "/production/job/0/days",
            json!(1_000_000),
            "the job has at most 1000 days of one build",
        ),
    ] {
        let error = refused(at, value);
        assert!(error.contains(expected), "{at}: {error}");
    }
}

#[test]
fn a_day_of_more_cards_than_are_followed_gives_totals() {
    let mut scene = scene("2160p25")
        .with("c", "orrell-k1")
        .with("r", "ashgill-r1")
        .line("c.sdi > r.sdi thin 1 m")
        .records("r", "mezzanine-high", &["ssd-240"], 0);
    let night = demo::productions().remove(0).1;
    scene.0.builds[0].schedule = night.builds[0].schedule[2..3].to_vec();
    for change in [MediaSwap::AtLevel, MediaSwap::EndOfTake] {
        // As an earlier version stored it.
        scene.0.house_rules.swap_level = Percent::from_millis(0).unwrap();
        scene.0.house_rules.media_swap = change;
        let day = day_of(&scene.0, "main", catalogue()).unwrap().unwrap();
        assert!(
            day.says[0].contains("more than 10000 aren’t followed one by one"),
            "{}",
            day.says[0]
        );
        assert!(day.lanes.is_empty() && day.bytes > 0);
        report(&scene.0, "main", catalogue()).unwrap();
    }
}

#[test]
fn what_an_older_program_let_through_is_said_and_mended_one_by_one() {
    let mut production = demo::productions().remove(0).1;
    production.house_rules.swap_level = Percent::whole(0);
    production.house_rules.reserve = Percent::whole(99);
    production.station.readers = 1_000_000_000;
    production.builds[0].placements[0].name = "A\0camera".into();
    let said = |production: &Production| -> Vec<String> {
        let report = report(production, "night", catalogue()).unwrap();
        let beyond = report.findings.into_iter();
        let beyond = beyond.filter(|finding| finding.code.to_string() == "K-106");
        beyond.map(|finding| finding.text).collect()
    };
    let all = said(&production);
    assert_eq!(all.len(), 4, "{all:#?}");
    assert!(
        all[1].contains("cards are changed at 5 % to 100 %"),
        "{all:#?}"
    );
    let mends = [
        json!({ "do": "set-house-rules", "change": { "swap_level": "90 %" } }),
        json!({ "do": "set-station", "change": { "readers": 2 } }),
        json!({ "do": "rename-device", "build": "night", "device": "a", "name": "A camera" }),
        json!({ "do": "set-house-rules", "change": { "reserve": "3 %" } }),
    ];
    for (mended, command) in mends.into_iter().enumerate() {
        let command: Command = serde_json::from_value(command).unwrap();
        let edited = production.edited(catalogue(), &[command]).unwrap();
        production = edited.production;
        assert_eq!(said(&production).len(), 3 - mended);
    }
    // What is within its limits doesn't leave them again.
    let worse = json!({ "do": "set-house-rules", "change": { "swap_level": "0 %" } });
    let worse: Command = serde_json::from_value(worse).unwrap();
    assert!(production.edited(catalogue(), &[worse]).is_err());
}
