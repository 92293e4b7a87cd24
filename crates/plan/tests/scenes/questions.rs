//! What a crew asks of a floor beside the check: routes, one path followed, builds compared, the
//! kit, the catalogue searched, the usual needs.

use check::Severity;
use insta::assert_snapshot;
use model::catalogue::Device;
use model::document::{Command, EntriesFile, Production, Purpose, TransmitterFeed, check_entry};
use model::kit;
use plan::{Ends, find_routes, fixes_of};
use report::{choosable, compare_builds, follow, report, usual_needs};
use runtime::interrupt::Interrupt;
use stage::{BUILD, Scene, catalogue, scene};

fn night_pour() -> Production {
    demo::productions().remove(0).1
}

fn ways(production: &Production, build: &str, from: &str, to: &str) -> String {
    let found = find_routes(
        production,
        build,
        catalogue(),
        Ends { from, to },
        &Interrupt::default(),
    )
    .unwrap();
    let none = found.none.iter().map(|why| format!("none: {why}"));
    let routes = found.routes.iter().map(|route| {
        format!(
            "{} | {}, {} | adds {} | hires {} | worse: {}",
            route.stops.join(" > "),
            route.quality,
            route.delay,
            route.adds.join(", "),
            route.hires.join(", "),
            route.worse.join(", ")
        )
    });
    none.chain(routes).collect::<Vec<_>>().join("\n")
}

#[test]
fn the_ways_to_the_client_within_the_demos_kit() {
    assert_snapshot!(ways(&night_pour(), "night", "c", "client"));
}

#[test]
fn a_route_from_one_output_only() {
    assert_snapshot!(ways(&night_pour(), "night", "a.sdi1", "client"));
}

#[test]
fn no_way_is_said_with_the_reason() {
    let scene = scene("2160p25")
        .with("k", "orrell-k1")
        .with("mon", "ashgill-7")
        .with("c", "ashgill-24")
        .line("k.sdi > mon.sdi thin 1 m");
    // The kit is empty: nothing splits the one output, nothing converts; what could be hired is said.
    assert_snapshot!(ways(&scene.0, BUILD, "k", "c"));
    let why = |from: &str, to: &str| {
        find_routes(
            &scene.0,
            BUILD,
            catalogue(),
            Ends { from, to },
            &Interrupt::default(),
        )
        .map(|found| found.none.unwrap_or_default())
    };
    assert_eq!(why("mon", "k").unwrap(), "K takes no picture");
    assert_eq!(why("c", "mon").unwrap(), "C gives no picture now");
    assert_eq!(
        why("nobody", "mon").unwrap_err().to_string(),
        "there is no device “nobody” here"
    );
    assert_eq!(
        why("k.sdi9", "mon").unwrap_err().to_string(),
        "there is no port “k.sdi9” here"
    );
}

#[test]
fn a_taken_output_is_split_and_both_are_fed() {
    let scene = scene("1080p25")
        .with("k", "orrell-k1")
        .with("mon", "ashgill-7r")
        .with("dir", "ashgill-17")
        .line("k.sdi > mon.hdmi hdmi-a-a 1 m")
        .kit("merrin-d4", None);
    let scene = Scene(
        scene
            .0
            .edited(
                catalogue(),
                &[Command::Disconnect {
                    build: BUILD.into(),
                    connection: "l1".into(),
                }],
            )
            .unwrap()
            .production,
    );
    let scene = scene
        .with("big", "ashgill-31")
        .line("k.sdi > big.sdi mini 5 m");
    let found = find_routes(
        &scene.0,
        BUILD,
        catalogue(),
        Ends {
            from: "k.sdi",
            to: "dir",
        },
        &Interrupt::default(),
    )
    .unwrap();
    let [route, ..] = found.routes.as_slice() else {
        panic!("there is a way: {:?}", found.none)
    };
    let after = report(
        &scene
            .0
            .edited(catalogue(), &route.commands)
            .unwrap()
            .production,
        BUILD,
        catalogue(),
    )
    .unwrap();
    let pictures: Vec<bool> = after
        .arrivals
        .iter()
        .map(|row| row.picture.is_some())
        .collect();
    // The recorder-monitor has no cable; both screens are fed.
    assert_eq!(pictures, [false, true, true], "{:?}", after.findings);
}

#[test]
fn routes_to_a_transmitter_follow_the_house_rule() {
    let mut scene = scene("1080p25")
        .with("a", "orrell-c4")
        .with("mon", "ashgill-5")
        .with("tx", "pellow-w1t")
        .line("a.sdi1 > mon.sdi thin 0.5 m");
    let first = |scene: &Scene| {
        find_routes(
            &scene.0,
            BUILD,
            catalogue(),
            Ends {
                from: "a",
                to: "tx",
            },
            &Interrupt::default(),
        )
        .unwrap()
        .routes
        .remove(0)
        .title
    };
    assert_eq!(first(&scene), "straight from SDI 2 (monitor) of A");
    scene.0.house_rules.transmitter_feed = TransmitterFeed::Relayed;
    assert_eq!(first(&scene), "straight from SDI loop of MON");
}

#[test]
fn a_path_followed_from_the_lens_to_the_director() {
    let hops = follow(&night_pour(), "night", catalogue(), "dir").unwrap();
    let lines = hops.iter().map(|hop| {
        format!(
            "{} | {} | {} | left {} | {} | depends on {}",
            hop.name, hop.by, hop.format, hop.effective, hop.delay, hop.depends
        )
    });
    assert_snapshot!(lines.collect::<Vec<_>>().join("\n"));
    assert!(
        follow(&night_pour(), "night", catalogue(), "client")
            .unwrap()
            .is_empty()
    );
    assert!(follow(&night_pour(), "night", catalogue(), "nobody").is_none());
}

#[test]
fn a_derived_build_differs_in_what_was_changed() {
    let derive = Command::AddBuild {
        name: "Second unit".into(),
        from: Some("night".into()),
        id: None,
    };
    let build = || "second-unit".to_string();
    let edited = night_pour()
        .edited(
            catalogue(),
            &[
                derive,
                Command::RemoveDevice {
                    build: build().into(),
                    device: "b-rec".into(),
                },
                Command::RenameDevice {
                    build: build().into(),
                    device: "dir".into(),
                    name: "Second director".into(),
                },
                Command::SetCable {
                    build: build().into(),
                    connection: "l7".into(),
                    cable: Some("coax-rg6".into()),
                    length: "75 m".parse().ok(),
                },
                Command::AddDevice {
                    build: build().into(),
                    device: "ashgill-5".into(),
                    unit: "village".into(),
                    name: None,
                    handle: None,
                },
            ],
        )
        .unwrap();
    let compared =
        compare_builds(&edited.production, ("night", "second-unit"), catalogue()).unwrap();
    assert_snapshot!(
        [
            compared.added,
            compared.removed,
            compared.changed,
            compared.rewired,
            compared.needs,
            vec![compared.outlook.after.text]
        ]
        .map(|part| part.join("; "))
        .join("\n")
    );
    assert_eq!(
        edited
            .production
            .stepped(catalogue(), &edited.inverse)
            .unwrap()
            .production,
        night_pour()
    );
    assert!(compare_builds(&night_pour(), ("night", "gone"), catalogue()).is_none());
}

#[test]
fn the_last_build_stays() {
    let remove = |production: &Production, build: &str| {
        production.edited(
            catalogue(),
            &[Command::RemoveBuild {
                build: build.into(),
            }],
        )
    };
    let one = ["day", "gimbal", "night"]
        .into_iter()
        .fold(night_pour(), |left, build| {
            remove(&left, build).unwrap().production
        });
    assert_snapshot!(remove(&one, "interview").unwrap_err(), @"a production keeps at least one build; add another before this one goes");
    assert_snapshot!(remove(&one, "night").unwrap_err(), @"there is no build “night” here");
}

#[test]
fn the_kit_says_what_is_short_and_spare() {
    let production = night_pour();
    let lines = kit::lines(&production, production.build("night").unwrap(), catalogue());
    let line = |item: &str, length: Option<&str>| {
        let length = length.map(|length| length.parse().unwrap());
        let found = lines
            .iter()
            .find(|line| line.item == item && line.length == length)
            .unwrap();
        (found.used, found.short(), found.spare())
    };
    assert_eq!(line("pellow-w1r", None), (2, 0, 0));
    assert_eq!(line("coax-thin", Some("0.5 m")), (5, 0, 3));
    assert_eq!(line("ssd-1000", None), (1, 0, 2));
    // A radio pairing is nothing to carry.
    assert!(lines.iter().all(|line| line.item != "radio-pairing"));
    let more = Command::AddDevice {
        build: "night".into(),
        device: "merrin-fr".into(),
        unit: "a".into(),
        name: None,
        handle: None,
    };
    let edited = production.edited(catalogue(), &[more]).unwrap().production;
    let lines = kit::lines(&edited, edited.build("night").unwrap(), catalogue());
    assert_eq!(
        lines.last().map(|line| (line.item.as_str(), line.short())),
        Some(("merrin-fr", 1))
    );
}

#[test]
fn the_catalogue_is_searched_by_what_a_thing_can_do() {
    let names = |text: &str| {
        let found = catalogue()
            .search(text)
            .unwrap_or_else(|why| panic!("{why}"));
        found
            .iter()
            .map(|hit| format!("{}: {}", hit.device.id, hit.reason))
            .collect::<Vec<_>>()
            .join("\n")
    };
    let searches = [
        "takes HDMI 2160p50, gives SDI",
        "takes composite and gives SDI",
        "gives 12G, fibre",
        "records 2160p50 4:2:2 10-bit",
        "takes radio",
        "gives HDMI 2160p120",
        "merrin converter",
    ];
    assert_snapshot!(
        searches
            .map(|text| format!("# {text}\n{}", names(text)))
            .join("\n")
    );
    assert_snapshot!(catalogue().search("takes SDI purple").unwrap_err(), @"“sdi purple” isn’t something that a device takes or gives: write it like takes HDMI 2160p50, gives SDI, records 2160p25, or a name");
    assert_eq!(
        catalogue().search("").unwrap().len(),
        catalogue().devices.len()
    );
}

#[test]
fn the_usual_needs_follow_what_a_device_is_for() {
    let scene = scene("2160p25")
        .with("a", "orrell-c6")
        .with("ev", "ashgill-4v")
        .with("mon", "ashgill-7")
        .with("dir", "ashgill-17")
        .with("client", "ashgill-31")
        .with("wall", "ashgill-w1")
        .with("phone", "pellow-v1")
        .with("rec", "ashgill-r1")
        .records("a", "mezzanine-high", &["cfx-b-512"], 0)
        .records("rec", "mezzanine-high", &["ssd-1000"], 0)
        .needs("client", Purpose::Client, |_| {});
    let needs = usual_needs(&scene.0, &scene.0.builds[0], catalogue(), 20);
    let words: Vec<String> = needs
        .iter()
        .map(|need| {
            format!(
                "{} {:?} {}",
                need.at,
                need.purpose,
                need.of.as_deref().unwrap_or("any")
            )
        })
        .collect();
    assert_snapshot!(words.join("\n"));
}

/// A body of a crew's own.
fn own_body() -> Device {
    let mut device = catalogue().device("orrell-c4").unwrap().clone();
    device.id = "bench-b1".into();
    device.name = "Bench B1 body".into();
    device.maker = "Bench".into();
    device
}

#[test]
fn an_own_description_stands_in_every_answer_and_travels_in_files() {
    let entry = Box::new(own_body());
    let production = night_pour();
    let edited = production
        .edited(
            catalogue(),
            &[
                Command::PutEntry {
                    entry: entry.clone(),
                    at: None,
                },
                Command::AddDevice {
                    build: "day".into(),
                    device: "bench-b1".into(),
                    unit: "a".into(),
                    name: None,
                    handle: None,
                },
            ],
        )
        .unwrap();
    assert!(
        report(&edited.production, "day", catalogue())
            .unwrap()
            .findings
            .iter()
            .all(|finding| finding.code.to_string() != "K-101")
    );
    assert_eq!(
        edited
            .production
            .stepped(catalogue(), &edited.inverse)
            .unwrap()
            .production,
        production
    );

    // Without it, what uses it isn't known any more.
    let without = edited
        .production
        .edited(
            catalogue(),
            &[Command::RemoveEntry {
                entry: "bench-b1".into(),
            }],
        )
        .unwrap();
    assert!(
        report(&without.production, "day", catalogue())
            .unwrap()
            .findings
            .iter()
            .any(|finding| finding.code.to_string() == "K-101")
    );
    assert_eq!(
        without
            .production
            .stepped(catalogue(), &without.inverse)
            .unwrap()
            .production,
        edited.production
    );

    let text =
        serde_json::to_string_pretty(&EntriesFile::of(vec![*entry.clone()], Vec::new())).unwrap();
    assert_eq!(
        EntriesFile::read(&text, catalogue()).unwrap().entries,
        [*entry]
    );
    let broken = EntriesFile::read(&text.replace("\"12G\"", "\"99G\""), catalogue()).unwrap_err();
    assert!(
        broken.to_string().contains("“99G” isn’t an SDI class"),
        "{broken}"
    );
}

#[test]
fn a_description_that_contradicts_itself_is_refused_with_the_reason() {
    let why = |change: &dyn Fn(&mut Device)| {
        let mut device = own_body();
        change(&mut device);
        check_entry(catalogue(), &device).unwrap_err().to_string()
    };
    assert_snapshot!(
        [
            why(&|device| device.name = String::new()),
            why(&|device| device.id = "No Handle".into()),
            why(&|device| device.id = "coax-rg6".into()),
            why(&|device| device.ports[1].id = "sdi1".into()),
            why(&|device| device.ports[0].sdi = None),
            why(&|device| {
                device.ports.remove(0);
            }),
            why(&|device| device.modes[0].when.clear()),
            why(&|device| device
                .records
                .as_mut()
                .unwrap()
                .codecs
                .push("nothing".into())),
            why(&|device| device.screen.push("sdi1".into())),
            why(&|device| device.ports = vec![device.ports[0].clone(); 300]),
        ]
        .join("\n")
    );
}

#[test]
fn formats_of_a_description_may_be_typed() {
    let mut value = serde_json::to_value(own_body()).unwrap();
    value["ports"][0]["formats"] = serde_json::json!(["2160p25", "1080p50 4:2:2 10"]);
    let device: Device = serde_json::from_value(value.clone()).unwrap();
    assert_eq!(
        device.ports[0].formats.in_words(),
        "up to 3840×2160p25 4:2:2 10-bit or 1920×1080p50 4:2:2 10-bit"
    );
    value["ports"][0]["formats"] = serde_json::json!(["purple"]);
    let why = serde_json::from_value::<Device>(value)
        .unwrap_err()
        .to_string();
    assert!(
        why.contains("“purple” isn’t a part of a picture format"),
        "{why}"
    );
}

#[test]
fn what_can_be_chosen_on_a_device_is_said() {
    let scene = scene("2160p25")
        .with("a", "orrell-c4")
        .with("rec", "ashgill-r4")
        .with("sw", "merrin-q4")
        .with("rx", "ashgill-7x");
    let report = report(&scene.0, BUILD, catalogue()).unwrap();
    let all = choosable(catalogue());
    let placements = scene.0.builds[0].placements.iter();
    let lines: Vec<String> = placements
        .zip(&report.devices)
        .map(|(placement, device)| {
            let (id, can) = (&device.id, &all[placement.device.as_str()]);
            let need = device.need.as_ref();
            let need = need.map(|need| (need.id.as_str(), need.purpose, need.of.as_deref()));
            format!(
                "{id}: from {} | {} codecs | {} media | {need:?}",
                can.inputs.join(" "),
                can.codecs.len(),
                can.media.len()
            )
        })
        .collect();
    assert_snapshot!(lines.join("\n"));
}

#[test]
fn a_search_that_nobody_waits_for_tries_nothing() {
    let production = night_pour();
    let stop = Interrupt::default();
    let findings = report(&production, "night", catalogue()).unwrap().findings;
    let finding = &findings[0].id;
    let found = fixes_of(&production, "night", catalogue(), finding, &stop);
    assert!(!found.unwrap().is_empty());
    stop.raise();
    let found = fixes_of(&production, "night", catalogue(), finding, &stop);
    assert_eq!(found.unwrap(), []);
    let ends = Ends {
        from: "c",
        to: "client",
    };
    let found = find_routes(&production, "night", catalogue(), ends, &stop).unwrap();
    assert!(found.routes.is_empty());
}

#[test]
fn what_the_most_screens_hang_on_is_said_first() {
    // The dark screen stands first in the build; the run that is too long feeds two.
    let found = scene("2160p25")
        .with("b", "tamsin-m2")
        .with("alone", "ashgill-17")
        .with("a", "orrell-c4")
        .with("rec", "ashgill-r1")
        .with("down", "ashgill-r1")
        .line("b.hdmi > alone.hdmi hdmi-d-a 1 m")
        .line("a.sdi1 > rec.sdi rg6 200 m")
        .line("rec.sdi-loop > down.sdi rg6 2 m");
    let report = found.report();
    let stops = report.findings.iter();
    let stops = stops.filter(|finding| finding.severity == Severity::Stop);
    let codes: Vec<String> = stops.map(|finding| finding.code.to_string()).collect();
    let place = |code: &str| codes.iter().position(|other| other == code).unwrap();
    assert!(place("V-108") < place("V-102"), "{codes:?}");
}
