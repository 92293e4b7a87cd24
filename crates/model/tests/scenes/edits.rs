//! Each command: what it changes, and that its inverse takes back exactly that.

use model::document::{
    Build, Change, Command, Handle, HouseRules, KitChange, Need, OutputSetting, Production,
    Purpose, RecordingSetting,
};
use stage::{BUILD, Scene, catalogue, naming, scene};
use units::quantity::Percent;

fn floor() -> Scene {
    let scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .with("box", "merrin-t2")
        .line("a.sdi2 > mon.sdi mini 2 m");
    let scene = scene
        .line("box.tc > a.tc thin 0.5 m")
        .needs("mon", Purpose::Operating, |_| {});
    scene.kit("coax-mini", Some("2 m")).kit("ashgill-5", None)
}

/// The production after a command, having checked that its inverse restores the floor and that
/// doing it again gives the same.
fn after(command: Command) -> Production {
    let before = floor().0;
    let edited = before
        .edited(catalogue(), std::slice::from_ref(&command))
        .unwrap_or_else(|refusal| panic!("{refusal}"));
    let undone = edited
        .production
        .stepped(catalogue(), &edited.inverse)
        .unwrap();
    assert_eq!(undone.production, before, "undo of {}", command.title());
    let redone = before.stepped(catalogue(), &[command]).unwrap();
    assert_eq!(redone.production, edited.production);
    edited.production
}

fn build_after(command: Command) -> Build {
    after(command).builds.remove(0)
}

fn id() -> String {
    BUILD.into()
}

#[test]
fn the_production_is_renamed_and_its_format_and_rules_are_set() {
    assert_eq!(
        after(Command::RenameProduction {
            name: "  Low Tide ".into()
        })
        .name,
        "Low Tide"
    );
    let format = "2160p23.98 4:2:2 10".parse().unwrap();
    assert_eq!(after(Command::SetProjectFormat { format }).format, format);
    assert!(after(Command::SetDropFrame { drop_frame: true }).drop_frame);
    let rules = HouseRules {
        swap_level: Percent::whole(70),
        ..HouseRules::default()
    };
    assert_eq!(
        after(Command::SetHouseRules {
            change: naming(&rules),
        })
        .house_rules,
        rules
    );
}

#[test]
fn the_kit_is_counted_by_item_and_length() {
    let line = |item: &str, length: Option<&str>, quantity| KitChange {
        quantity: Some(quantity),
        hired: Some(0),
        ..KitChange::of(item, length.map(|length| length.parse().unwrap()))
    };
    let owned = |command_line: KitChange| {
        let (item, length) = (command_line.item.clone(), command_line.length);
        after(Command::SetKit { line: command_line }).owned(&item, length)
    };
    assert_eq!(owned(line("coax-mini", Some("2 m"), 7)), 7);
    assert_eq!(owned(line("coax-mini", Some("5 m"), 3)), 3);
    assert_eq!(owned(line("ssd-240", None, 2)), 2);
    assert_eq!(owned(line("ashgill-5", None, 0)), 0);
    // A length means nothing for what has none.
    assert_eq!(
        after(Command::SetKit {
            line: line("ssd-240", Some("2 m"), 2)
        })
        .owned("ssd-240", None),
        2
    );
}

#[test]
fn units_come_and_go() {
    let build = build_after(Command::AddUnit {
        build: id().into(),
        name: "A camera".into(),
    });
    assert_eq!(build.units.last().unwrap().id, "a-camera");
    let build = build_after(Command::RenameUnit {
        build: id().into(),
        unit: "a".into(),
        name: "Shoulder".into(),
    });
    assert_eq!(build.units[0].name, "Shoulder");
    let two = floor()
        .0
        .edited(
            catalogue(),
            &[Command::AddUnit {
                build: id().into(),
                name: "Crane".into(),
            }],
        )
        .unwrap()
        .production;
    let removed = two
        .edited(
            catalogue(),
            &[Command::RemoveUnit {
                build: id().into(),
                unit: "crane".into(),
            }],
        )
        .unwrap();
    assert_eq!(removed.production, floor().0);
    assert_eq!(
        removed
            .production
            .stepped(catalogue(), &removed.inverse)
            .unwrap()
            .production,
        two
    );
    let moved = two
        .edited(
            catalogue(),
            &[Command::MoveDevice {
                build: id().into(),
                device: "mon".into(),
                unit: "crane".into(),
            }],
        )
        .unwrap();
    assert_eq!(
        moved.production.builds[0].placement("mon").unwrap().unit,
        "crane"
    );
}

#[test]
fn a_device_is_added_under_a_free_handle() {
    let add = |name: Option<&str>, handle: Option<&str>| Command::AddDevice {
        build: id().into(),
        device: "ashgill-5".into(),
        unit: "a".into(),
        name: name.map(String::from),
        handle: handle.map(Handle::from),
    };
    assert_eq!(
        build_after(add(None, None)).placements[3].id,
        "ashgill-5-on-board-monitor"
    );
    assert_eq!(
        build_after(add(Some("Mon"), None)).placements[3].id,
        "mon-2"
    );
    assert_eq!(
        build_after(add(Some("Focus"), Some("f"))).placements[3].id,
        "f"
    );
    assert_eq!(build_after(add(Some("★"), None)).placements[3].id, "2605");
}

#[test]
fn a_device_takes_its_cables_with_it_and_leaves_what_was_promised() {
    let build = build_after(Command::RemoveDevice {
        build: id().into(),
        device: "mon".into(),
    });
    assert_eq!(
        (
            build.placements.len(),
            build.connections.len(),
            build.needs.len()
        ),
        (2, 1, 1)
    );
    let build = build_after(Command::RemoveDevice {
        build: id().into(),
        device: "a".into(),
    });
    assert_eq!(
        (
            build.placements.len(),
            build.connections.len(),
            build.needs.len()
        ),
        (2, 0, 1)
    );
}

#[test]
fn the_timecode_master_goes_and_comes_with_its_device() {
    let led = floor()
        .0
        .edited(
            catalogue(),
            &[Command::SetTimecodeMaster {
                build: id().into(),
                device: Some("box".into()),
            }],
        )
        .unwrap()
        .production;
    let removed = led
        .edited(
            catalogue(),
            &[Command::RemoveDevice {
                build: id().into(),
                device: "box".into(),
            }],
        )
        .unwrap();
    assert_eq!(removed.production.builds[0].timecode_master, None);
    assert_eq!(
        removed
            .production
            .stepped(catalogue(), &removed.inverse)
            .unwrap()
            .production,
        led
    );
}

#[test]
fn a_cable_is_chosen_from_the_kit_the_shortest_first() {
    let connect = |production: &Production, to: &str, length: Option<&str>| {
        let (from, to) = ("a.sdi1".parse().unwrap(), to.parse().unwrap());
        let length = length.map(|length| length.parse().unwrap());
        let command = Command::Connect {
            build: id().into(),
            from,
            to,
            cable: None,
            length,
        };
        let cable = production
            .edited(catalogue(), &[command])
            .unwrap()
            .production
            .builds[0]
            .connections
            .last()
            .unwrap()
            .clone();
        format!("{} of {}", cable.length, cable.cable)
    };
    let with = |line: &str, length: &str| {
        floor()
            .with("m7", "ashgill-7")
            .kit(line, Some(length))
            .kit("coax-rg59", Some("20 m"))
            .0
    };
    // The one short cable of the kit is in use.
    assert_eq!(
        connect(&with("coax-rg6", "5 m"), "m7.sdi", None),
        "5 m of coax-rg6"
    );
    assert_eq!(
        connect(&with("coax-thin", "1 m"), "m7.sdi", None),
        "1 m of coax-thin"
    );
    assert_eq!(
        connect(&with("coax-rg6", "5 m"), "m7.sdi", Some("10 m")),
        "10 m of coax-rg59"
    );
    // Nothing in the kit reaches that far: any cable of the catalogue that fits.
    assert_eq!(
        connect(&with("coax-rg6", "5 m"), "m7.sdi", Some("90 m")),
        "90 m of coax-rg6"
    );
    // Nothing fits at all: half a cable shows what is missing.
    assert_eq!(
        connect(&with("coax-rg6", "5 m"), "m7.hdmi", None),
        "2 m of coax-rg6"
    );
}

#[test]
fn settings_of_devices_are_set_and_cleared() {
    let setting = OutputSetting {
        format: Some("1080p25".parse().unwrap()),
        overlay: true,
        ..OutputSetting::default()
    };
    let set = Command::SetOutput {
        build: id().into(),
        at: "a.sdi2".parse().unwrap(),
        change: naming(&setting),
    };
    assert_eq!(
        build_after(set).placement("a").unwrap().settings.outputs["sdi2"],
        setting
    );
    let clear = Command::SetOutput {
        build: id().into(),
        at: "a.sdi2".parse().unwrap(),
        change: Change::between(&setting, &OutputSetting::default()),
    };
    assert!(
        build_after(clear)
            .placement("a")
            .unwrap()
            .settings
            .outputs
            .is_empty()
    );
    let choose = Command::ChooseInput {
        build: id().into(),
        device: "mon".into(),
        input: Some("hdmi".into()),
    };
    assert_eq!(
        build_after(choose)
            .placement("mon")
            .unwrap()
            .settings
            .input
            .as_deref(),
        Some("hdmi")
    );
}

#[test]
fn timecode_recording_and_names_are_set() {
    let timecode = Command::SetTimecode {
        build: id().into(),
        device: "a".into(),
        timecode: Some("29.97 drop".parse().unwrap()),
    };
    assert_eq!(
        build_after(timecode)
            .placement("a")
            .unwrap()
            .settings
            .timecode
            .unwrap()
            .to_string(),
        "29.97 drop"
    );
    let recording = RecordingSetting {
        codec: "mezzanine-444".into(),
        media: vec!["cfx-b-512".into()],
        format: Some("2160p25".parse().unwrap()),
        tracks: 4,
        to_drive: false,
        ..RecordingSetting::default()
    };
    let record = Command::SetRecording {
        build: id().into(),
        device: "a".into(),
        change: Some(naming(&recording)),
    };
    assert_eq!(
        build_after(record)
            .placement("a")
            .unwrap()
            .settings
            .recording,
        Some(recording)
    );
    let rename = Command::RenameDevice {
        build: id().into(),
        device: "a".into(),
        name: "A".repeat(80),
    };
    assert_eq!(build_after(rename).placement("a").unwrap().name.len(), 80);
    assert_eq!(
        build_after(Command::RenameBuild {
            build: id().into(),
            name: "Night".into()
        })
        .name,
        "Night"
    );
}

#[test]
fn needs_are_put_replaced_and_removed() {
    let need = |id: &str| Need {
        of: Some("a".into()),
        clean: true,
        ..Need::at(id, "mon", Purpose::Focus)
    };
    assert_eq!(
        build_after(Command::PutNeed {
            build: id().into(),
            need: need("new")
        })
        .needs
        .len(),
        2
    );
    let replaced = build_after(Command::PutNeed {
        build: id().into(),
        need: need("mon-need"),
    });
    assert_eq!(
        (replaced.needs.len(), replaced.needs[0].purpose),
        (1, Purpose::Focus)
    );
    assert!(
        build_after(Command::RemoveNeed {
            build: id().into(),
            need: "mon-need".into()
        })
        .needs
        .is_empty()
    );
    let nobody = Command::PutNeed {
        build: id().into(),
        need: Need {
            of: Some("nobody".into()),
            ..need("new")
        },
    };
    assert!(floor().0.edited(catalogue(), &[nobody]).is_err());
}

#[test]
fn an_edit_of_many_commands_is_all_or_nothing_and_one_undo() {
    let rename = |name: &str| Command::RenameProduction { name: name.into() };
    let before = floor().0;
    let edited = before
        .edited(
            catalogue(),
            &[rename("One"), rename("Two"), rename("Three")],
        )
        .unwrap();
    assert_eq!(
        (edited.production.name.as_str(), edited.inverse.len()),
        ("Three", 1)
    );
    assert_eq!(
        edited
            .production
            .stepped(catalogue(), &edited.inverse)
            .unwrap()
            .production,
        before
    );
    assert!(
        before
            .edited(catalogue(), &[rename("One"), rename("")])
            .is_err()
    );
    let too_many = vec![rename("One"); 501];
    let refusal = before
        .edited(catalogue(), &too_many)
        .unwrap_err()
        .to_string();
    assert_eq!(refusal, "a single edit takes at most 500 commands");
}

/// The floor after commands that came one edit after the other, and after the first was undone.
fn undone(first: Command, second: Command) -> Production {
    let edited = |production: &Production, commands: &[Command]| {
        production.edited(catalogue(), commands).unwrap()
    };
    let one = edited(&floor().0, &[first]);
    let two = edited(&one.production, &[second]);
    edited(&two.production, &one.inverse).production
}

#[test]
fn one_more_is_counted_from_what_the_kit_holds() {
    let more = |length: Option<&str>, quantity, hired| Command::AddToKit {
        line: KitChange {
            item: if length.is_some() {
                "coax-mini"
            } else {
                "ssd-240"
            }
            .into(),
            length: length.and_then(|length| length.parse().ok()),
            quantity,
            hired,
            ..KitChange::default()
        },
    };
    let five = "5 m".parse().ok();
    let scene = floor().does(more(Some("5 m"), Some(3), None));
    let scene = scene.does(more(Some("500 cm"), Some(1), Some(2)));
    assert_eq!(scene.0.owned("coax-mini", five), 6);
    // Where nothing is held, that is where it begins; and too many are too many.
    let edited = |command| scene.0.edited(catalogue(), &[command]);
    let one = edited(more(None, Some(1), None)).unwrap();
    assert_eq!(
        one.production.owned("ssd-240", None),
        scene.0.owned("ssd-240", None) + 1
    );
    let back = one.production.edited(catalogue(), &one.inverse).unwrap();
    assert_eq!(back.production, scene.0);
    assert!(edited(more(None, Some(u32::MAX), None)).is_err());
}

#[test]
fn what_takes_an_edit_back_leaves_what_another_changed() {
    let at = || "a.sdi2".parse().unwrap();
    let output = |setting: OutputSetting| Command::SetOutput {
        build: id().into(),
        at: at(),
        change: naming(&setting),
    };
    let overlay = output(OutputSetting {
        overlay: true,
        ..OutputSetting::default()
    });
    let look = output(OutputSetting {
        look: true,
        ..OutputSetting::default()
    });
    let left = undone(overlay, look);
    let left = &left.builds[0].placement("a").unwrap().settings.outputs["sdi2"];
    assert!(left.look && !left.overlay, "{left:?}");

    let record = |setting: RecordingSetting| Command::SetRecording {
        build: id().into(),
        device: "a".into(),
        change: Some(naming(&setting)),
    };
    let started = floor().does(record(RecordingSetting {
        codec: "mezzanine-high".into(),
        media: vec!["cfx-b-512".into()],
        ..RecordingSetting::default()
    }));
    let tracked = started.does(record(RecordingSetting {
        tracks: 2,
        ..RecordingSetting::default()
    }));
    let kept = &tracked.0.builds[0].placements[0].settings.recording;
    let kept = kept.as_ref().unwrap();
    assert_eq!((kept.codec.as_str(), kept.tracks), ("mezzanine-high", 2));

    let rules = |rules: HouseRules| Command::SetHouseRules {
        change: naming(&rules),
    };
    let left = undone(
        rules(HouseRules {
            copies: 3,
            ..HouseRules::default()
        }),
        rules(HouseRules {
            air_celsius: 35,
            ..HouseRules::default()
        }),
    );
    let left = (left.house_rules.copies, left.house_rules.air_celsius);
    assert_eq!(left, (HouseRules::default().copies, 35));

    let count = |quantity, hired| Command::SetKit {
        line: KitChange {
            quantity,
            hired,
            ..KitChange::of("ssd-240", None)
        },
    };
    let left = undone(count(Some(4), None), count(None, Some(2)));
    assert_eq!(left.owned("ssd-240", None), 2);

    let cable = |cable: Option<&str>, length: Option<&str>| Command::SetCable {
        build: id().into(),
        connection: "l1".into(),
        cable: cable.map(Into::into),
        length: length.and_then(|length| length.parse().ok()),
    };
    let left = undone(cable(None, Some("9 m")), cable(Some("coax-rg6"), None));
    let (left, before) = (
        &left.builds[0].connections[0],
        &floor().0.builds[0].connections[0],
    );
    assert_eq!(
        (left.cable.as_str(), left.length),
        ("coax-rg6", before.length)
    );
}

#[test]
fn a_need_and_a_part_of_the_day_change_by_the_field() {
    let need = |change: &str| {
        let command = Command::SetNeed {
            build: id().into(),
            need: "mon-need".into(),
            change: serde_json::from_str(change).unwrap(),
        };
        floor().0.edited(catalogue(), &[command])
    };
    let clean = need(r#"{ "clean": true }"#).unwrap();
    let (before, after) = (
        &floor().0.builds[0].needs[0],
        clean.production.builds[0].needs[0].clone(),
    );
    assert_eq!(
        after,
        Need {
            clean: true,
            ..before.clone()
        }
    );
    assert_eq!(clean.inverse.len(), 1);
    for (change, refused) in [
        (r#"{ "id": "other" }"#, "an id stays as it is"),
        (r#"{ "cleen": true }"#, "unknown field `cleen`"),
        (r#"{ "purpose": null }"#, "missing field `purpose`"),
        (r#"{ "sound": -1 }"#, "invalid value: integer `-1`"),
    ] {
        let sentence = need(change).err().unwrap().to_string();
        assert!(sentence.contains(refused), "{sentence}");
    }
}

#[test]
fn a_change_makes_the_one_of_the_other() {
    let looks = [false, true];
    let formats = [None, "1080p25".parse().ok(), "2160p25".parse().ok()];
    let channels = [None, Some(1), Some(4)];
    let all: Vec<OutputSetting> = looks
        .iter()
        .flat_map(|look| formats.iter().map(move |format| (look, format)))
        .flat_map(|(look, format)| channels.iter().map(move |channel| (look, format, channel)))
        .map(|(look, format, channel)| OutputSetting {
            look: *look,
            format: *format,
            channel: *channel,
            ..OutputSetting::default()
        })
        .collect();
    for before in &all {
        for after in &all {
            let change = Change::between(before, after);
            assert_eq!(&change.made(before).unwrap(), after);
        }
    }
}

/// What an older program let through is mended by an edit, and that edit can be taken back like any other.
#[test]
fn mending_what_is_beyond_its_limit_can_be_taken_back() {
    let mut old = floor().0;
    old.station.readers = 10_000;
    assert!(old.check().is_err());
    let mend = Command::SetStation {
        change: serde_json::from_str(r#"{ "readers": 2 }"#).unwrap(),
    };
    let mended = old.edited(catalogue(), &[mend]).unwrap();
    let back = mended.production.stepped(catalogue(), &mended.inverse);
    assert_eq!(back.unwrap().production, old);
    // By hand it isn’t put there.
    let refused = mended.production.edited(catalogue(), &mended.inverse);
    assert!(refused.is_err());
}

/// What takes an edit back doesn’t leave a device in a unit that went meanwhile.
#[test]
fn a_device_isnt_put_back_into_a_unit_that_is_gone() {
    let added = floor().does(Command::AddUnit {
        build: id().into(),
        name: "Balcony".into(),
    });
    let unit = added.0.builds[0].units.last().unwrap().id.clone();
    let mut steps = vec![Command::AddDevice {
        build: id().into(),
        device: "ashgill-17".into(),
        unit: unit.clone(),
        name: None,
        handle: Some("seen".into()),
    }];
    let there = added.0.edited(catalogue(), &steps).unwrap().production;
    steps = vec![Command::RemoveDevice {
        build: id().into(),
        device: "seen".into(),
    }];
    let gone = there.edited(catalogue(), &steps).unwrap();
    steps = vec![Command::RemoveUnit {
        build: id().into(),
        unit,
    }];
    let without = gone
        .production
        .edited(catalogue(), &steps)
        .unwrap()
        .production;
    let refused = without.stepped(catalogue(), &gone.inverse).unwrap_err();
    assert!(
        refused.to_string().contains("which isn’t there"),
        "{refused}"
    );
}
