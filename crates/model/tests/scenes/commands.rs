use engine::path::{Floor, candidates, resolve};
use insta::assert_snapshot;
use model::document::{
    Command, Handle, OutputSetting, PortRef, RecordingSetting, complete, read_line,
};
use plan::report_with_fixes;
use report::{outlook, report};
use stage::{BUILD, catalogue, naming, remove, scene};

fn refusal(command: Command) -> String {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .line("a.sdi2 > mon.sdi");
    scene
        .0
        .edited(catalogue(), &[command])
        .unwrap_err()
        .to_string()
}

#[test]
fn refusals_say_what_was_wrong_and_what_is_accepted() {
    let build = || BUILD.to_string();
    let connect = |from: &str, to: &str| Command::Connect {
        build: build().into(),
        from: from.parse().unwrap(),
        to: to.parse().unwrap(),
        cable: None,
        length: None,
    };
    let recording = |codec: &str, media: &[&str], tracks| {
        let media = media.iter().copied().map(Handle::from).collect();
        Command::SetRecording {
            build: build().into(),
            device: "a".into(),
            change: Some(naming(&RecordingSetting {
                codec: codec.into(),
                media,
                tracks,
                ..RecordingSetting::default()
            })),
        }
    };
    let setting = OutputSetting {
        format: Some("2160p25".parse().unwrap()),
        ..OutputSetting::default()
    };
    let add = |handle: &str| Command::AddDevice {
        build: build().into(),
        device: "orrell-c4".into(),
        unit: "a".into(),
        name: None,
        handle: Some(handle.into()),
    };
    let refusals = [
        connect("a.sdi1", "mon.sdi"),
        connect("a.sdi9", "mon.hdmi"),
        connect("mon.sdi", "a.sdi1"),
        connect("nobody.sdi", "mon.hdmi"),
        remove("nobody"),
        Command::SetOutput {
            build: build().into(),
            at: PortRef::new("a", "sdi2"),
            change: naming(&setting),
        },
        Command::SetOutput {
            build: build().into(),
            at: PortRef::new("mon", "sdi-loop"),
            change: naming(&setting),
        },
        recording("h264-100", &[], 0),
        recording("mezzanine-high", &["ssd-240"], 0),
        recording(
            "mezzanine-high",
            &["cfx-b-512", "cfx-b-512", "cfx-b-512"],
            0,
        ),
        recording("mezzanine-high", &[], 99),
        Command::RenameDevice {
            build: build().into(),
            device: "a".into(),
            name: " ".into(),
        },
        add("mon"),
        add("A B"),
        Command::RemoveUnit {
            build: build().into(),
            unit: "a".into(),
        },
        Command::SetTimecode {
            build: build().into(),
            device: "mon".into(),
            timecode: Some("25".parse().unwrap()),
        },
        Command::AddUnit {
            build: "other".into(),
            name: "X".into(),
        },
    ];
    assert_snapshot!(refusals.map(refusal).join("\n"));
}

#[test]
fn typed_lines_are_read_as_people_write_them() {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .line("a.sdi2 > mon.sdi");
    let read = |line: &str| match read_line(line, &scene.0, &scene.0.builds[0], catalogue()) {
        Ok(typed) => serde_json::to_string(&typed.commands).unwrap(),
        Err(misread) => format!("? {misread}"),
    };
    let lines = [
        "a.sdi1 > mon.hdmi",
        "A.SDI1>mon.sdi rg6 70 m",
        "a.sdi1 > mon.sdi 115 ft",
        "a.sdi1 >",
        "a.sdi1 > mon.nothing",
        "a.sdi1 > mon.sdi string 3 m",
        "a.sdi1 > mon.sdi rg6 three",
        "cut mon.sdi",
        "cut mon.hdmi",
        "format UHD 50p",
        "format banana",
        "add ashgill-7 as Focus to a camera",
        "add teapot",
        "make tea",
        "",
    ];
    assert_snapshot!(
        lines
            .map(|line| format!("{line}\n  {}", read(line)))
            .join("\n")
    );
}

#[test]
fn completion_puts_what_fits_first() {
    let production = demo::productions().remove(0).1;
    let complete = |line: &str| {
        let found = complete(line, &production, &production.builds[0], catalogue());
        found
            .into_iter()
            .map(|completion| format!("{} ({})", completion.line, completion.says))
            .collect::<Vec<_>>()
            .join("\n")
    };
    assert_snapshot!(
        [
            complete("v-rx."),
            complete("v-rx.sdi2 > "),
            complete("v-rx.sdi2 > foc"),
            complete("add ashgill-5")
        ]
        .join("\n--\n")
    );
}

#[test]
fn inputs_for_an_output_come_in_order_of_fit_with_the_reason() {
    let production = demo::productions().remove(0).1;
    let floor = Floor::new(&production, &production.builds[0], catalogue());
    let output = floor.find(&"c-rec.sdi-loop".parse().unwrap()).unwrap();
    let found = candidates(&floor, &resolve(&floor), output);
    let lines = found
        .iter()
        .filter(|candidate| floor.ports[candidate.port].port.wire == floor.ports[output].port.wire);
    let lines = lines.map(|candidate| {
        format!(
            "{} {} {}",
            if candidate.fits { "fits" } else { "no" },
            floor.name(candidate.port),
            candidate.reason
        )
    });
    assert_snapshot!(lines.collect::<Vec<_>>().join("\n"));
}

#[test]
fn a_preview_says_what_an_edit_would_change() {
    let production = demo::productions().remove(0).1;
    let before = report_with_fixes(&production, "night", catalogue()).unwrap();
    let finding = before
        .findings
        .iter()
        .find(|finding| finding.code.to_string() == "V-201")
        .unwrap();
    let edited = production
        .edited(catalogue(), &finding.fixes[0].commands)
        .unwrap()
        .production;
    let ahead = outlook(&before, &report(&edited, "night", catalogue()).unwrap());
    let gone: Vec<&str> = ahead
        .gone
        .iter()
        .map(|finding| finding.id.as_str())
        .collect();
    assert_eq!(
        (ahead.before.text.as_str(), ahead.after.text.as_str(), gone),
        (
            "10 stops, 15 cautions, 6 notes",
            "9 stops, 14 cautions, 7 notes",
            vec!["V-201@b-record", "R-113@b"]
        )
    );
    assert_eq!(ahead.shifts[0].name, "B recorder");
}
