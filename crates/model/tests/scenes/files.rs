use check::Area;
use insta::assert_snapshot;
use model::catalogue::Catalogue;
use model::document::{FORMAT_VERSION, Production, ProductionFile};
use report::report;

fn night_pour() -> String {
    ProductionFile::of(demo::productions().remove(0).1).to_text()
}

#[test]
fn a_file_is_read_as_it_was_written() {
    let text = night_pour();
    assert_eq!(ProductionFile::read(&text).unwrap().to_text(), text);
}

/// The demo as version 1 wrote it: kept as it was, never changed.
const V1: &str = include_str!("../files/the-night-pour.v1.json");

#[test]
fn a_file_of_version_1_is_read_and_written_as_today() {
    let read = ProductionFile::read(V1).unwrap();
    assert_eq!(read.version, FORMAT_VERSION);
    let night = &read.production.builds[0];
    assert_eq!(night.connections.len(), 18);
    assert_eq!(night.connections[0].cable, "coax-thin");
    assert_eq!(read.production.house_rules.swap_level.to_string(), "85 %");
    let again = ProductionFile::read(&read.to_text()).unwrap();
    assert_eq!(again, read);
    // What it says is what the same floor says today, the troubles of its sound and its power aside: those came later.
    let in_words = |production: &Production| {
        let findings = report(production, "night", Catalogue::shipped())
            .unwrap()
            .findings;
        let other = findings
            .iter()
            .filter(|finding| !matches!(finding.area, Area::Sound | Area::Power | Area::Build));
        // So did record triggers.
        let codes = other.map(|finding| finding.id.clone());
        let codes: Vec<String> = codes.filter(|id| !id.starts_with("R-112")).collect();
        codes
    };
    assert_eq!(
        in_words(&read.production),
        in_words(&demo::productions().remove(0).1)
    );
}

/// The same as version 2 wrote it, with a body of the crew's own.
const V2: &str = include_str!("../files/the-night-pour.v2.json");

#[test]
fn a_file_of_version_2_is_read_and_written_as_today() {
    let read = ProductionFile::read(V2).unwrap();
    assert_eq!(read.version, FORMAT_VERSION);
    let body = &read.production.custom.devices[0];
    let shipped = Catalogue::shipped().device("tamsin-m4").unwrap();
    // What ports have for sound isn't in what version 3 and before described.
    let port = body.ports.iter().find(|port| port.id == "hdmi");
    // Nor is what travels beside a picture by agreement of makers.
    let mut today = shipped.port("hdmi").unwrap().clone();
    today.triggers.clear();
    today.timecodes.clear();
    assert_eq!(port, Some(&today));
    assert!(body.ports.iter().any(|port| port.data.is_some()));
    let again = ProductionFile::read(&read.to_text()).unwrap();
    assert_eq!(again, read);
}

#[test]
fn a_wrong_value_in_a_file_of_version_1_is_refused_with_the_reason() {
    let wrong = V1.replacen("\"length\": \"70 m\"", "\"length\": \"seventy\"", 1);
    assert_snapshot!(
        ProductionFile::read(&wrong).unwrap_err().to_string(),
        @"in this file of an earlier version: “seventy” isn’t a length: write it like 35 m, 45 cm or 115 ft"
    );
}

#[test]
fn broken_files_are_refused_with_where_and_why() {
    let whole = night_pour();
    let refusal = |text: &str| ProductionFile::read(text).unwrap_err().to_string();
    let cases = [
        &whole[..whole.len() / 2],
        "",
        "\u{0}\u{1}PNG",
        "[1, 2, 3]",
        "{\"format\": \"something-else\", \"version\": 1}",
        &whole.replacen("\"version\": 4", "\"version\": 7", 1),
        &whole.replacen("\"version\": 4", "\"version\": \"one\"", 1),
        &whole.replacen("\"length\": \"70 m\"", "\"length\": \"seventy\"", 1),
        &whole.replacen("\"quantity\": 1", "\"quantity\": -1", 1),
        &whole.replacen("\"id\": \"a-mon\"", "\"id\": \"a\"", 1),
        &whole.replacen("\"unit\": \"a\"", "\"unit\": \"moon\"", 1),
        &whole.replacen("\"name\": \"The Night Pour\"", "\"name\": \"\"", 1),
        &whole.replacen("\"drop_frame\"", "\"drip_frame\"", 1),
        "{\"format\": \"west-rail-production\", \"version\": 1, \"production\": {\"name\": \"X\", \"format\": \"1080p25\", \"builds\": []}}",
    ];
    assert_snapshot!(cases.map(refusal).join("\n"));
}

#[test]
fn a_mark_before_the_text_is_read_over_and_a_name_twice_is_named() {
    let whole = night_pour();
    let marked = format!("\u{feff}{whole}");
    let expected = ProductionFile::read(&whole).unwrap();
    assert_eq!(ProductionFile::read(&marked).unwrap(), expected);
    // Among the fields of the file, and among names that are the crew's.
    for (once, twice) in [
        (
            "\"drop_frame\": false,",
            "\"drop_frame\": false, \"drop_frame\": true,",
        ),
        ("\"sdi2\": {", "\"sdi2\": {}, \"sdi2\": {"),
    ] {
        let refused = ProductionFile::read(&whole.replacen(once, twice, 1)).unwrap_err();
        let refused = refused.to_string();
        assert!(refused.contains("stands there twice"), "{refused}");
    }
}

#[test]
fn a_file_cut_off_anywhere_is_refused_and_never_panics() {
    let whole = night_pour();
    for end in (0..whole.len() - 2)
        .step_by(97)
        .filter(|end| whole.is_char_boundary(*end))
    {
        assert!(ProductionFile::read(&whole[..end]).is_err(), "cut at {end}");
    }
}
