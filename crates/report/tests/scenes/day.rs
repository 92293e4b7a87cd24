//! The shooting day: what fills cards, how they rotate, how many are needed; what is refused.

use engine::record::day::{
    Bound, Copied, DayAnswer, Fill, Plan, Recorder, Stretch, fills, peak, rotate,
};
use insta::assert_snapshot;
use model::catalogue::{Codec, RateModel};
use model::document::{
    Command, HouseRules, JobLine, MediaSwap, Production, RecordingSetting, Rolls, ScheduleEntry,
    SlotUse, Station, Verify,
};
use proptest::prelude::*;
use report::{ChoiceReport, compare_choices, day_of, media_plan, report};
use stage::{BUILD, Scene, cases, catalogue, naming, scene};
use std::str::FromStr;
use units::quantity::{BitRate, Percent, Span};

fn parsed<T: FromStr<Err: std::fmt::Debug>>(text: &str) -> T {
    text.parse().unwrap()
}

fn part(id: &str, start: &str, length: &str, rolls: Rolls) -> Command {
    Command::PutScheduleEntry {
        build: BUILD.into(),
        entry: ScheduleEntry {
            id: id.into(),
            name: id.to_uppercase(),
            recorders: Vec::new(),
            start: parsed(start),
            length: parsed(length),
            rolls,
        },
        at: None,
    }
}

fn one_recorder(media: &[&str]) -> Scene {
    scene("2160p25")
        .with("c", "orrell-k1")
        .with("rec", "ashgill-r1")
        .line("c.sdi > rec.sdi rg6 10 m")
        .records("rec", "mezzanine-high", media, 0)
}

fn day(scene: &Scene) -> DayAnswer {
    day_of(&scene.0, BUILD, catalogue()).unwrap().unwrap()
}

fn demo() -> Production {
    let shipped = demo::productions();
    let night = shipped.into_iter().map(|(_, production)| production);
    let mut night = night.filter(|production| production.build("night").is_some());
    night.next().unwrap()
}

fn with_rules(production: &Production, change: impl FnOnce(&mut HouseRules)) -> Production {
    let mut rules = production.house_rules.clone();
    change(&mut rules);
    let command = Command::SetHouseRules {
        change: naming(&rules),
    };
    production
        .edited(catalogue(), &[command])
        .unwrap()
        .production
}

#[test]
fn the_night_of_the_demo() {
    let day = day_of(&demo(), "night", catalogue()).unwrap().unwrap();
    let swaps = day.swaps.iter().map(|swap| {
        let card = swap.card.as_deref().unwrap_or("nothing");
        format!("{} {}: {card}", swap.at, swap.name)
    });
    let lines: Vec<String> = day.says.iter().cloned().chain(swaps).collect();
    assert_snapshot!(lines.join("\n"));
    // The caddy that is short, at its price in the catalogue.
    let to_buy: Vec<Option<u32>> = day.pools.iter().map(|pool| pool.to_buy).collect();
    assert_eq!(to_buy, [None, None, Some(70), None]);
}

#[test]
fn a_third_copy_takes_a_second_round_and_more_cards() {
    let cards = |copies: u8| {
        let ruled = with_rules(&demo(), |rules| rules.copies = copies);
        let day = day_of(&ruled, "night", catalogue()).unwrap().unwrap();
        (day.cards_needed, day.last_copy_done_seconds)
    };
    let (two, three) = (cards(2), cards(3));
    assert_eq!(cards(1), two, "both drives are written at once anyway");
    assert!(three.0 >= two.0 && three.1 > two.1, "{two:?}, {three:?}");
}

#[test]
fn a_card_is_changed_by_the_rule() {
    let scene = one_recorder(&["ssd-1000"]).does(part("a", "09:00", "4 h", Rolls::Continuous));
    let first = |change: MediaSwap| {
        let ruled = with_rules(&scene.0, |rules| rules.media_swap = change);
        let day = day_of(&ruled, BUILD, catalogue()).unwrap().unwrap();
        day.swaps[0].seconds - 9 * 3600
    };
    let full = day_seconds(&scene);
    assert_eq!(first(MediaSwap::RunToEnd), full);
    assert!(first(MediaSwap::AtLevel).abs_diff(full * 85 / 100) <= 1);
    // One take all along: it isn’t cut before the card is full.
    assert_eq!(first(MediaSwap::EndOfTake), full);
}

fn day_seconds(scene: &Scene) -> u64 {
    scene.report().recordings[0].time.as_ref().unwrap().seconds
}

#[test]
fn what_rolls_is_counted_three_ways() {
    let bytes = |rolls: Rolls| {
        let scene = one_recorder(&["ssd-1000"]).does(part("a", "09:00", "2 h", rolls));
        day(&scene).bytes
    };
    let hour = bytes(Rolls::Rolling {
        length: parsed("1 h"),
    });
    assert_eq!(bytes(Rolls::Continuous), 2 * hour);
    // 6 min on screen × 20:1 ÷ 2 cameras: an hour.
    let ratio = Rolls::Ratio {
        screen: parsed("6 min"),
        centiratio: 2000,
        cameras: 2,
    };
    assert_eq!(bytes(ratio), hour);
    // 734.06 Mb/s of picture × 1.005, no sound: just under 332 GB an hour.
    assert_eq!(hour / 1_000_000_000, 331);
}

#[test]
fn a_break_rolls_nothing_and_no_plan_is_no_day() {
    let scene = one_recorder(&["ssd-1000"]);
    assert_eq!(day_of(&scene.0, BUILD, catalogue()), Some(None));
    let scene = scene.does(part("a", "12:00", "1 h", Rolls::Nothing));
    assert_eq!(day_of(&scene.0, BUILD, catalogue()), Some(None));
    assert_eq!(day_of(&scene.0, "moon", catalogue()), None);
}

/// The two-slot body with something in both slots, used in a way.
fn two_slots(slots: SlotUse) -> Scene {
    let mut scene = scene("2160p25").with("a", "orrell-c4");
    let recording = RecordingSetting {
        codec: "mezzanine-high".into(),
        media: vec!["cfx-b-512".into(), "cfx-b-512".into()],
        slots,
        ..RecordingSetting::default()
    };
    scene = scene.does(Command::SetRecording {
        build: BUILD.into(),
        device: "a".into(),
        change: Some(naming(&recording)),
    });
    scene.does(part("a", "09:00", "4 h", Rolls::Continuous))
}

#[test]
fn mirrored_cards_go_in_pairs_and_relayed_ones_in_turn() {
    let (relay, mirror) = (two_slots(SlotUse::Relay), two_slots(SlotUse::Mirror));
    let lasts = |scene: &Scene| scene.report().recordings[0].lasts.clone().unwrap().seconds;
    assert!(lasts(&mirror) < lasts(&relay));
    let (relay, mirror) = (day(&relay), day(&mirror));
    assert_eq!(relay.bytes, mirror.bytes, "the same pictures are written");
    assert_eq!(mirror.cards_without_reuse, 2 * relay.cards_without_reuse);
    let pair = mirror.swaps[0].card.as_deref().unwrap();
    assert!(pair.contains(" and "), "{pair}");
    // The second card is in from the start: the first change brings the third.
    assert_eq!(
        relay.swaps[0].card.as_deref(),
        Some("CFexpress B 512 GB, 3")
    );
}

#[test]
fn what_was_kept_before_a_take_is_on_the_card() {
    let bytes = |pre_record: Option<&str>| {
        let mut scene = two_slots(SlotUse::Relay);
        scene.0.builds[0].schedule[0].rolls = Rolls::Rolling {
            length: parsed("1 h"),
        };
        let recording = scene.0.builds[0].placements[0].settings.recording.as_mut();
        recording.unwrap().pre_record = pre_record.map(parsed);
        day(&scene).bytes
    };
    // Twenty takes of three minutes, each with nine seconds before it: a twentieth more.
    assert_eq!(bytes(Some("9 s")) * 20, bytes(None) * 21);
}

#[test]
fn a_proxy_fills_a_card_of_its_own() {
    let mut scene = two_slots(SlotUse::Proxy);
    let recording = scene.0.builds[0].placements[0].settings.recording.as_mut();
    recording.unwrap().proxy = Some("mezzanine-proxy".into());
    let alone = day(&two_slots(SlotUse::Proxy));
    let with = day(&scene);
    assert!(with.bytes > alone.bytes);
    let names: Vec<&str> = with.swaps.iter().map(|swap| swap.name.as_str()).collect();
    assert!(names.contains(&"A, proxy"), "{names:?}");
}

#[test]
fn a_drive_on_the_data_port_is_in_the_plan() {
    let scene = scene("2160p25")
        .with("a", "orrell-c6")
        .with("d", "castor-d2")
        .line("a.data > d.data usb-c-10 0.5 m")
        .on_a_drive("a", "mezzanine-high")
        .does(part("a", "09:00", "1 h", Rolls::Continuous));
    let day = day(&scene);
    assert_eq!(
        (day.pools.len(), day.pools[0].medium.as_str()),
        (1, "castor-d2")
    );
    assert_eq!(day.cards_needed, 1);
    assert!(day.last_copy_done_seconds < 4 * 3600, "{day:?}");
}

#[test]
fn settings_change_the_rate_as_they_should() {
    let total = |change: &dyn Fn(&mut RecordingSetting)| {
        let mut recording = RecordingSetting {
            codec: "mezzanine-high".into(),
            media: vec!["cfx-b-512".into()],
            tracks: 2,
            ..RecordingSetting::default()
        };
        change(&mut recording);
        let command = Command::SetRecording {
            build: BUILD.into(),
            device: "a".into(),
            change: Some(naming(&recording)),
        };
        let scene = scene("1080p25").with("a", "orrell-c4").does(command);
        scene.report().recordings[0].time.clone().unwrap()
    };
    let plain = total(&|_| ());
    let off_speed = total(&|setting| setting.sensor_rate = Some(parsed("50")));
    assert_eq!(off_speed.video_bps, 2 * plain.video_bps);
    let float = total(&|setting| setting.sound_bits = Some(32));
    assert_eq!((plain.audio_bps, float.audio_bps), (2_304_000, 3_072_000));
    let proxy = total(&|setting| setting.proxy = Some("mezzanine-proxy".into()));
    assert!(proxy.proxy_bps > 0 && proxy.seconds < plain.seconds);
    assert_eq!(proxy.total_bps, plain.total_bps + proxy.proxy_bps);
}

#[test]
fn heat_follows_the_air_and_what_helps() {
    let stop = |air: i8, away: bool| {
        let recording = RecordingSetting {
            codec: "h264-100".into(),
            media: vec!["sd-v60-128".into()],
            screen_flipped_out: away,
            ..RecordingSetting::default()
        };
        let mut scene = scene("2160p25").with("b", "tamsin-m2");
        scene.0.house_rules.air_celsius = air;
        let scene = scene.does(Command::SetRecording {
            build: BUILD.into(),
            device: "b".into(),
            change: Some(naming(&recording)),
        });
        let report = scene.report();
        let limits = &report.recordings[0].limits;
        let heat = limits.iter().find(|limit| limit.name == "overheat cutoff");
        heat.unwrap().seconds
    };
    assert!(stop(35, false) < stop(20, false));
    assert!(stop(35, true) > stop(35, false));
    assert!(stop(0, false) > stop(20, false));
}

fn own(name: &str, model: RateModel) -> Codec {
    Codec {
        id: "own-test".into(),
        name: name.into(),
        family: "Own".into(),
        model,
        container: Percent::whole(0),
        custom: true,
        ..catalogue().codec("mezzanine-high").unwrap().clone()
    }
}

#[test]
fn a_measured_clip_is_used_with_its_origin() {
    // 3 GB in a minute: 400 Mb/s.
    let model = RateModel::Measured {
        file: parsed("3 GB"),
        length: parsed("1 min"),
    };
    let codec = Box::new(own("Test clip", model));
    let mut scene = one_recorder(&["ssd-1000"]).does(Command::PutCodec { codec, at: None });
    scene = scene.does(Command::SetRecording {
        build: BUILD.into(),
        device: "rec".into(),
        change: Some(naming(&RecordingSetting {
            codec: "own-test".into(),
            media: vec!["ssd-1000".into()],
            ..RecordingSetting::default()
        })),
    });
    let report = scene.report();
    let time = report.recordings[0].time.as_ref().unwrap();
    assert_eq!(time.total_bps, 400_000_000);
    assert_eq!(time.seconds, 970_000_000_000 * 8 / 400_000_000);
    let picture = &time.working.terms[0];
    assert!(
        picture.source.contains("3 GB") && picture.source.contains("1 min"),
        "{picture:?}"
    );
}

/// What an edit is refused with.
fn refused(production: &Production, command: Command) -> String {
    let refusal = production.edited(catalogue(), &[command]).err();
    refusal.map_or("taken".into(), |refusal| refusal.to_string())
}

#[test]
fn days_that_cannot_be_are_refused_in_a_sentence() {
    let scene = one_recorder(&["ssd-1000"]).does(part("a", "09:00", "2 h", Rolls::Continuous));
    let station = |change: &dyn Fn(&mut Station)| {
        let mut station = Station::default();
        change(&mut station);
        Command::SetStation {
            change: naming(&station),
        }
    };
    let codec = |model: RateModel| Command::PutCodec {
        codec: Box::new(own("Test clip", model)),
        at: None,
    };
    let ratio = |centiratio, cameras| Rolls::Ratio {
        screen: Span(60),
        centiratio,
        cameras,
    };
    let rolling = Rolls::Rolling {
        length: parsed("3 h"),
    };
    let mut elsewhere = part("b", "12:00", "1 h", Rolls::Continuous);
    if let Command::PutScheduleEntry { entry, .. } = &mut elsewhere {
        entry.recorders = vec!["moon".into()];
    }
    let job = |build: &str, days| Command::SetJob {
        job: vec![JobLine {
            build: build.into(),
            days,
        }],
    };
    let mut rules = scene.0.house_rules.clone();
    rules.copies = 0;
    let commands = [
        part("b", "10:30", "1 h", Rolls::Continuous),
        part("b", "12:00", "2 h", rolling),
        part("b", "12:00", "0 min", Rolls::Continuous),
        part("b", "12:00", "49 h", Rolls::Continuous),
        part("b", "12:00", "1 h", ratio(0, 1)),
        part("b", "12:00", "1 h", ratio(100, 0)),
        part("", "12:00", "1 h", Rolls::Continuous),
        elsewhere,
        station(&|station| station.readers = 0),
        station(&|station| station.drives.clear()),
        station(&|station| station.bus_rate = BitRate(0)),
        station(&|station| station.way = Span(1_000_000)),
        job("moon", 1),
        job(BUILD, 100_000),
        Command::SetHouseRules {
            change: naming(&rules),
        },
        codec(RateModel::Measured {
            file: parsed("0 GB"),
            length: Span(60),
        }),
        codec(RateModel::ByPixel { centibits: 0 }),
        codec(RateModel::Ratio { centiratio: 50 }),
        codec(RateModel::ConstantQuality {
            low: 300,
            typical: 200,
            high: 100,
        }),
        Command::RemoveCodec {
            codec: "own-none".into(),
        },
        Command::RemoveScheduleEntry {
            build: BUILD.into(),
            entry: "none".into(),
        },
    ];
    let lines: Vec<String> = commands
        .into_iter()
        .map(|command| refused(&scene.0, command))
        .collect();
    assert_snapshot!(lines.join("\n"));
}

#[test]
fn what_is_typed_wrong_says_what_is_taken() {
    let refusals = [
        "-2 h".parse::<Span>().unwrap_err().to_string(),
        "25:70"
            .parse::<units::quantity::ClockTime>()
            .unwrap_err()
            .to_string(),
        "1000000000000000000000000000000"
            .parse::<BitRate>()
            .unwrap_err()
            .to_string(),
        "10^30"
            .parse::<units::quantity::Bytes>()
            .unwrap_err()
            .to_string(),
    ];
    assert_snapshot!(refusals.join("\n"));
}

#[test]
fn edits_of_the_day_come_back() {
    let scene = one_recorder(&["ssd-1000"]).does(part("a", "09:00", "2 h", Rolls::Continuous));
    let model = RateModel::Constant {
        rate: parsed("300 Mb/s"),
    };
    let commands = [
        part("a", "10:00", "1 h", Rolls::Nothing),
        part("b", "13:00", "1 h", Rolls::Continuous),
        Command::RemoveScheduleEntry {
            build: BUILD.into(),
            entry: "a".into(),
        },
        Command::SetStation {
            change: naming(&Station {
                readers: 3,
                ..Station::default()
            }),
        },
        Command::SetJob {
            job: vec![JobLine {
                build: BUILD.into(),
                days: 4,
            }],
        },
        Command::PutCodec {
            codec: Box::new(own("Test clip", model)),
            at: None,
        },
    ];
    for command in commands {
        let edited = scene.0.edited(catalogue(), &[command]).unwrap();
        assert_ne!(edited.production, scene.0);
        let back = edited.production.stepped(catalogue(), &edited.inverse);
        assert_eq!(back.unwrap().production, scene.0);
    }
}

#[test]
fn the_job_counts_every_copy_and_the_margin() {
    let mut scene = one_recorder(&["ssd-1000"]).does(part("a", "09:00", "1 h", Rolls::Continuous));
    scene = scene.does(Command::SetJob {
        job: vec![JobLine {
            build: BUILD.into(),
            days: 5,
        }],
    });
    let plan = media_plan(&scene.0, BUILD, catalogue()).unwrap();
    let hour = plan.day.unwrap().bytes;
    assert_eq!((plan.job.days, plan.job.bytes), (5, 5 * hour));
    // Two copies and a fifth for growth.
    assert_eq!(plan.job.storage_bytes, 5 * hour * 2 * 6 / 5);
    assert!(plan.job.storage_binary.ends_with("TiB"));
    assert!(plan.job.storage_label.ends_with(" TB"));
}

#[test]
fn choices_stand_side_by_side() {
    let production = demo();
    let build = production.build("night").unwrap();
    let now = build.placement("a").unwrap().settings.recording.clone();
    let now = now.unwrap();
    let light = RecordingSetting {
        codec: "mezzanine-light".into(),
        ..now.clone()
    };
    let impossible = RecordingSetting {
        codec: "no-such".into(),
        ..now.clone()
    };
    let choices = [now, light, impossible];
    let found = compare_choices(&production, "night", catalogue(), "a", &choices).unwrap();
    let in_words = |choice: &ChoiceReport| match &choice.refusal {
        Some(refusal) => refusal.clone(),
        None => format!(
            "{}: {}, {} a card, {} cards, copied {} after wrap, {} in all, holds {}",
            choice.codec,
            choice.time.as_ref().unwrap().rate_label,
            choice.time.as_ref().unwrap().label,
            choice.cards.unwrap(),
            choice.copied.as_ref().unwrap(),
            choice.bytes.as_ref().unwrap(),
            choice.keeps.as_ref().unwrap()
        ),
    };
    let lines: Vec<String> = found.iter().map(in_words).collect();
    assert_snapshot!(lines.join("\n"));
}

#[test]
fn the_least_of_all_limits_is_what_is_shown() {
    for (_, production) in demo::productions() {
        for build in &production.builds {
            let report = report(&production, &build.id, catalogue()).unwrap();
            for row in report.recordings.iter().filter(|row| row.lasts.is_some()) {
                let least = row.limits.iter().map(|limit| limit.seconds).min();
                assert_eq!(row.lasts.as_ref().map(|limit| limit.seconds), least);
            }
        }
    }
}

/// Small days: a recorder or three, cards that fill several times, any station.
fn plans() -> impl Strategy<Value = (Plan, Station, u8)> {
    let stretch = (1u64..90, 1u64..40, 1u64..400);
    let recorder = (
        prop::collection::vec(stretch, 1..4),
        50u64..400,
        1u32..3,
        1usize..3,
    );
    let recorder = recorder.prop_map(|(parts, card, together, in_turn)| {
        let mut clock = 600;
        let stretches = parts.into_iter().map(|(gap, length, bytes)| {
            let start = clock + gap * 60;
            clock = start + length * 60;
            Stretch {
                start,
                end: clock,
                bytes: bytes * 1_000_000_000,
                take: bytes * 1_000_000_000 / 4,
            }
        });
        Recorder {
            name: "R".into(),
            handle: "r".into(),
            medium: "m".into(),
            card: card * 1_000_000_000,
            together,
            in_turn,
            stretches: stretches.collect(),
        }
    });
    let change = prop::sample::select(vec![
        MediaSwap::AtLevel,
        MediaSwap::EndOfTake,
        MediaSwap::RunToEnd,
    ]);
    let plan = (prop::collection::vec(recorder, 1..4), change, 50u32..101);
    let plan = plan.prop_map(|(recorders, change, level)| Plan {
        recorders,
        change,
        level: Percent::whole(level),
    });
    let rates = (
        50u64..900,
        50u64..900,
        prop::collection::vec(50u64..900, 1..4),
    );
    let station = (1u32..4, rates, any::<bool>(), 0u64..20);
    let station = station.prop_map(|(readers, (reader, bus, drives), read_back, way)| Station {
        readers,
        reader_rate: BitRate(reader * 8_000_000),
        bus_rate: BitRate(bus * 8_000_000),
        drives: drives
            .into_iter()
            .map(|rate| BitRate(rate * 8_000_000))
            .collect(),
        verify: if read_back {
            Verify::ReadBack
        } else {
            Verify::Checksum
        },
        way: Span(way * 60),
        margin: Percent::whole(20),
    });
    (plan, station, 1u8..5)
}

fn run(plan: &Plan, station: &Station, copies: u8) -> (Vec<Fill>, Vec<Copied>, Bound) {
    let fills = fills(plan);
    let reads = vec![500e6; plan.recorders.len()];
    let (copied, limit) = rotate(&fills, station, copies, &reads);
    (fills, copied, limit)
}

/// Whether so many cards do: every way to hand them out is tried.
fn enough(spans: &[(f64, f64)], cards: usize) -> bool {
    fn hand_out(spans: &[(f64, f64)], free_at: &mut Vec<f64>) -> bool {
        let Some(((from, to), rest)) = spans.split_first() else {
            return true;
        };
        (0..free_at.len()).any(|card| {
            let before = free_at[card];
            if before > *from {
                return false;
            }
            free_at[card] = *to;
            let done = hand_out(rest, free_at);
            free_at[card] = before;
            done
        })
    }
    hand_out(spans, &mut vec![0.0; cards])
}

proptest! {
    #![proptest_config(cases(200))]

    #[test]
    fn bytes_are_conserved_and_no_card_holds_too_much((plan, ..) in plans()) {
        let fills = fills(&plan);
        for (number, recorder) in plan.recorders.iter().enumerate() {
            let own: Vec<&Fill> = fills.iter().filter(|fill| fill.recorder == number).collect();
            let held: u64 = own.iter().map(|fill| fill.bytes).sum();
            let rolled: u64 = recorder.stretches.iter().map(|stretch| stretch.bytes).sum();
            prop_assert_eq!(held, rolled);
            prop_assert!(own.iter().all(|fill| fill.bytes <= recorder.card && fill.loaded <= fill.out));
        }
    }

    #[test]
    fn a_card_is_formatted_only_when_it_is_safe((plan, station, copies) in plans()) {
        let (fills, copied, limit) = run(&plan, &station, copies);
        let way = station.way.0 as f64;
        for (fill, card) in fills.iter().zip(&copied) {
            prop_assert!(card.begun >= fill.out + way - 1e-6);
            prop_assert!(card.copied > card.begun && card.safe > card.copied && card.ready >= card.safe);
            // Every round writes it, and every byte passes the slowest drive.
            let drive = station.drives.iter().map(|rate| rate.0).min().unwrap() as f64 / 8.0;
            let rounds = u32::from(copies).div_ceil(station.drives.len() as u32);
            prop_assert!(card.safe - card.begun >= f64::from(rounds) * fill.bytes as f64 / drive - 1.0);
        }
        prop_assert_ne!(limit, Bound::Nothing);
    }

    #[test]
    fn more_never_ends_later((plan, station, copies) in plans()) {
        let last = |station: &Station| run(&plan, station, copies).1.iter().map(|card| card.safe).fold(0.0, f64::max);
        let readers = Station { readers: station.readers + 1, ..station.clone() };
        prop_assert!(last(&readers) <= last(&station) + 1.0);
        let bus = Station { bus_rate: BitRate(station.bus_rate.0 * 2), ..station.clone() };
        prop_assert!(last(&bus) <= last(&station) + 1.0);
    }

    #[test]
    fn the_smallest_number_of_cards_is_the_smallest((plan, station, copies) in plans()) {
        let (fills, copied, _) = run(&plan, &station, copies);
        let mut spans: Vec<(f64, f64)> = Vec::new();
        for (fill, card) in fills.iter().zip(&copied) {
            for _ in 0..plan.recorders[fill.recorder].together {
                spans.push((fill.loaded, card.ready));
            }
        }
        prop_assume!(spans.len() <= 9);
        spans.sort_by(|one, other| one.0.total_cmp(&other.0));
        let needed = peak(spans.iter().map(|(from, to)| (*from, *to, 1))) as usize;
        prop_assert!(enough(&spans, needed), "{needed} don’t do");
        prop_assert!(!enough(&spans, needed - 1), "{} do as well", needed - 1);
    }

    #[test]
    fn a_larger_card_is_changed_no_more_often((plan, ..) in plans()) {
        let larger = Plan {
            recorders: plan.recorders.iter().map(|recorder| Recorder { card: recorder.card * 2, ..recorder.clone() }).collect(),
            ..plan.clone()
        };
        prop_assert!(fills(&larger).len() <= fills(&plan).len());
    }
}

#[test]
fn questions_about_what_is_not_there_have_no_answer() {
    let production = demo();
    assert!(media_plan(&production, "moon", catalogue()).is_none());
    let none = compare_choices(&production, "night", catalogue(), "moon", &[]);
    assert_eq!(none, None);
    let empty = compare_choices(&production, "night", catalogue(), "a", &[]);
    assert_eq!(empty, Some(Vec::new()));
}

#[test]
fn a_job_of_several_builds_counts_each_day_of_its_own() {
    let production = demo();
    let plan = media_plan(&production, "night", catalogue()).unwrap();
    let daily = |build: &str| {
        let day = day_of(&production, build, catalogue()).unwrap();
        day.map_or(0, |day| day.bytes)
    };
    let all: u64 = production
        .job
        .iter()
        .map(|line| u64::from(line.days) * daily(&line.build))
        .sum();
    assert_eq!((plan.job.bytes, plan.job.days), (all, 5));
    // The same whichever build is looked at.
    let other = media_plan(&production, "day", catalogue()).unwrap();
    assert_eq!(other.job, plan.job);
    assert_eq!(plan.job.lines.len(), 3);
}

#[test]
fn takes_add_up_to_heat() {
    let planned = |minutes: u64, length: u64| {
        let mut scene = stage::scene("2160p25").with("b", "tamsin-m2").records(
            "b",
            "h264-100",
            &["sd-v60-256"],
            0,
        );
        scene.0.builds[0].schedule.push(ScheduleEntry {
            id: "p".into(),
            name: "Talks".into(),
            recorders: Vec::new(),
            start: "10:00".parse().unwrap(),
            length: Span(length * 60),
            rolls: Rolls::Rolling {
                length: Span(minutes * 60),
            },
        });
        let findings = scene.report().findings.into_iter();
        let mut hot = findings.filter(|finding| finding.code.to_string() == "R-113");
        hot.next().map(|finding| finding.text)
    };
    // 55 min at 20 °C: at 90 % of the time it warms by eight tenths of that, so after 68 min 45 s.
    assert_eq!(
        planned(108, 120).as_deref(),
        Some("B is expected to stop for heat at 11:08, in Talks.")
    );
    assert_eq!(planned(60, 120), None, "half the time it rests");
    assert_eq!(planned(50, 60), None, "over before it is hot");
}

#[test]
fn a_body_that_is_cool_on_a_coupler_says_that_it_has_no_limit() {
    let recorded = |dummy_battery: bool| {
        let mut scene = stage::scene("2160p25").with("b", "tamsin-m4").records(
            "b",
            "h264-100",
            &["sd-v60-256"],
            0,
        );
        let placement = &mut scene.0.builds[0].placements[0];
        placement.settings.recording.as_mut().unwrap().dummy_battery = dummy_battery;
        scene.report().recordings.remove(0)
    };
    let heat = |dummy_battery: bool| {
        let row = recorded(dummy_battery);
        let stops = row
            .limits
            .iter()
            .any(|limit| limit.name == "overheat cutoff");
        (stops, row.without_limit)
    };
    assert_eq!(heat(false), (true, None));
    assert_eq!(
        heat(true),
        (false, Some("no limit for heat: fed from outside".into()))
    );
}
