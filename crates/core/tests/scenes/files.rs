use insta::assert_snapshot;
use west_rail_core::demo;
use west_rail_core::document::ProductionFile;

fn night_pour() -> String {
    ProductionFile::of(demo::productions().remove(0).1).to_text()
}

#[test]
fn a_file_is_read_as_it_was_written() {
    let text = night_pour();
    assert_eq!(ProductionFile::read(&text).unwrap().to_text(), text);
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
        &whole.replace("\"version\": 1", "\"version\": 7"),
        &whole.replace("\"version\": 1", "\"version\": \"one\""),
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
fn a_file_cut_off_anywhere_is_refused_and_never_panics() {
    let whole = night_pour();
    for end in (0..whole.len() - 2)
        .step_by(97)
        .filter(|end| whole.is_char_boundary(*end))
    {
        assert!(ProductionFile::read(&whole[..end]).is_err(), "cut at {end}");
    }
}
