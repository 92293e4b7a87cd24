//! A build in its cases: how it comes apart, what goes where, what is carried by hand, whose it is.

use crate::with_facts;
use check::{Facts, Proposals};
use engine::path::Floor;
use engine::rig::{CaseRoom, OrientedBoxes, PackItem, Packed, Piece, alone, body_of, pack, pieces};
use model::catalogue::{Catalogue, Device, DeviceKind};
use model::document::{Handle, Production};
use serde::Serialize;
use utoipa::ToSchema;

/// Cases of a kind that are proposed where the kit's don't do.
const HIRED: usize = 12;

/// A build, packed.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Bags {
    /// Each case with what is in it.
    pub cases: Vec<CaseReport>,
    /// Pieces that fit into none of them, in words.
    pub left: Vec<String>,
    /// Batteries: carried by hand, in words.
    pub by_hand: Vec<String>,
    /// What isn’t known, and what isn’t reckoned, in words.
    pub open: Vec<String>,
}

/// A case and what is in it.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CaseReport {
    /// Its number, from 1.
    pub number: usize,
    /// The catalogue’s id.
    pub item: String,
    /// Its name.
    pub name: String,
    /// Whether it must be hired first.
    pub to_hire: bool,
    /// Its inside from above: across and along, in millimetres.
    pub inside_mm: [f64; 2],
    /// What is in it, the bottom first.
    pub pieces: Vec<PackedPiece>,
    /// What it weighs with all of that, in kilograms.
    pub kilograms: f64,
    /// What it may hold, in kilograms, without itself.
    pub limit_kilograms: f64,
}

/// A piece in a case.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PackedPiece {
    /// Its number in the case, from 1.
    pub number: usize,
    /// What it is: the part that carries the others first.
    pub name: String,
    /// Its parts.
    pub parts: Vec<Handle>,
    /// The corner to the left, behind, from above, in millimetres.
    pub at_mm: [f64; 2],
    /// Its sides from above, in millimetres.
    pub size_mm: [f64; 2],
    /// Whether it lies on another piece.
    pub on_top: bool,
    /// How it lies, in words.
    pub lies: &'static str,
    /// What it weighs, in grams.
    pub grams: f64,
    /// Whose it is, as its label says; none where nobody does.
    pub owner: Option<String>,
}

/// Whether a device is something to pack into: it has an inside, and nothing is fastened to it.
fn is_case(device: &Device) -> bool {
    let body = device.body.as_deref();
    body.is_some_and(|body| body.inside.is_some() && body.fastenings.is_empty())
}

/// A case that there is, or that could be hired.
struct Case<'f> {
    device: &'f Device,
    to_hire: bool,
    room: CaseRoom,
}

impl<'f> Case<'f> {
    fn of(device: &'f Device, to_hire: bool) -> Option<Self> {
        let body = device.body.as_deref()?;
        let inside = body.inside?;
        Some(Self {
            device,
            to_hire,
            room: CaseRoom {
                inside: (inside.to - inside.from).0,
                limit: body.payload_grams.map_or(f64::MAX, f64::from),
            },
        })
    }
}

/// The kit's cases, then one of each that the catalogue has, the smallest first.
fn cases<'f>(floor: &Floor<'f>) -> Vec<Case<'f>> {
    let mut found = Vec::new();
    let mut known: Vec<&Device> = floor
        .catalogue
        .devices
        .iter()
        .filter(|one| is_case(one))
        .collect();
    let inside = |device: &Device| {
        let body = device.body.as_deref();
        body.and_then(|body| body.inside)
            .map_or(0.0, |inside| inside.volume())
    };
    known.sort_by(|one, other| inside(one).total_cmp(&inside(other)));
    for device in &known {
        let there = floor.production.owned(&device.id, None);
        found.extend((0..there).filter_map(|_| Case::of(device, false)));
    }
    for device in &known {
        found.extend((0..HIRED).filter_map(|_| Case::of(device, true)));
    }
    found
}

/// A build in its cases; none where there is no such build.
pub fn bags(production: &Production, build: &str, catalogue: &Catalogue) -> Option<Bags> {
    with_facts(production, build, catalogue, Proposals::None, packed)
}

fn packed(facts: &Facts) -> Bags {
    let (floor, mounted) = (facts.floor, &facts.rig.mounted);
    let device = |part: usize| floor.devices[part];
    let by_hand =
        |part: usize| device(part).is_some_and(|device| device.kind == DeviceKind::Battery);
    let stays = |part: usize| {
        device(part).is_some_and(|device| {
            is_case(device) || device.power.as_ref().is_some_and(|power| power.mains)
        })
    };
    let cases = cases(floor);
    let rooms: Vec<CaseRoom> = cases.iter().map(|case| case.room).collect();
    let solids = OrientedBoxes::new(floor, mounted);
    // What is too large as it comes off is taken apart.
    let whole = pieces(floor, mounted, |part| by_hand(part) || stays(part));
    let loads: Vec<Piece> = whole
        .into_iter()
        .flat_map(|piece| {
            let fits = !pack(&[load(&piece)], &rooms).is_empty();
            if fits || piece.parts.len() == 1 {
                vec![piece]
            } else {
                let parts = piece.parts.iter();
                parts
                    .filter_map(|part| alone(floor, &solids, *part))
                    .collect()
            }
        })
        .collect();
    let sizes: Vec<PackItem> = loads.iter().map(load).collect();
    let lie = pack(&sizes, &rooms);
    let mut told = Bags {
        cases: Vec::new(),
        left: (0..loads.len())
            .filter(|number| lie.iter().all(|one| one.load != *number))
            .map(|number| left_words(facts, &loads[number]))
            .collect(),
        by_hand: counted(
            facts,
            (0..floor.devices.len()).filter(|part| by_hand(*part)),
        ),
        open: open(facts, &loads, |part| by_hand(part) || stays(part)),
    };
    for (number, case) in cases.iter().enumerate() {
        let mut inside: Vec<&Packed> = lie.iter().filter(|one| one.case == number).collect();
        if inside.is_empty() {
            continue;
        }
        inside.sort_by(|one, other| one.at[1].total_cmp(&other.at[1]));
        told.cases.push(case_report(
            facts,
            told.cases.len() + 1,
            case,
            &inside,
            &loads,
        ));
    }
    told
}

fn load(piece: &Piece) -> PackItem {
    PackItem {
        size: piece.size,
        grams: piece.grams,
    }
}

fn case_report(
    facts: &Facts,
    number: usize,
    case: &Case,
    inside: &[&Packed],
    loads: &[Piece],
) -> CaseReport {
    let own = case
        .device
        .body
        .as_ref()
        .map_or(0.0, |body| f64::from(body.grams));
    let grams: f64 = inside.iter().map(|one| loads[one.load].grams).sum();
    let pieces = inside.iter().enumerate().map(|(number, one)| {
        let piece = &loads[one.load];
        let placed = |part: &usize| facts.floor.build.placements[*part].id.clone();
        PackedPiece {
            number: number + 1,
            name: name(facts, piece),
            parts: piece.parts.iter().map(placed).collect(),
            at_mm: [one.at[0], one.at[2]],
            size_mm: [one.size[0], one.size[2]],
            on_top: one.at[1] > 0.0,
            lies: match one.lies {
                [0, 1, 2] => "as it stands",
                [2, 1, 0] => "as it stands, turned",
                [_, 2, _] => "on its back",
                _ => "on its side",
            },
            grams: piece.grams,
            owner: owner(facts, piece),
        }
    });
    CaseReport {
        number,
        item: case.device.id.clone(),
        name: case.device.name.clone(),
        to_hire: case.to_hire,
        inside_mm: [case.room.inside[0], case.room.inside[2]],
        pieces: pieces.collect(),
        kilograms: super::tenth((own + grams) / 1_000.0),
        limit_kilograms: super::tenth(case.room.limit / 1_000.0),
    }
}

/// *A handle with A monitor arm and A monitor*.
fn name(facts: &Facts, piece: &Piece) -> String {
    let mut parts = piece.parts.clone();
    // What carries comes first.
    let deep = |part: usize| {
        let (mut at, mut depth) = (part, 0);
        while let Some(number) = facts.rig.mounted.by.get(&at) {
            at = facts.rig.mounted.held[*number].onto;
            depth += 1;
        }
        depth
    };
    parts.sort_by_key(|part| (deep(*part), *part));
    let names: Vec<String> = parts
        .iter()
        .map(|part| facts.device(*part).to_string())
        .collect();
    match names.split_first() {
        Some((first, [])) => first.clone(),
        Some((first, others)) => format!("{first} with {}", check::words::list(others)),
        None => String::new(),
    }
}

/// Whose all of a piece is; several where several own it.
fn owner(facts: &Facts, piece: &Piece) -> Option<String> {
    let kit = &facts.floor.production.kit;
    let mut owners: Vec<&str> = piece
        .parts
        .iter()
        .filter_map(|part| {
            let item = &facts.floor.build.placements[*part].device;
            let line = kit.iter().find(|line| line.item == *item)?;
            (!line.owner.is_empty()).then_some(line.owner.as_str())
        })
        .collect();
    owners.sort_unstable();
    owners.dedup();
    (!owners.is_empty()).then(|| owners.join(", "))
}

fn left_words(facts: &Facts, piece: &Piece) -> String {
    let [across, up, along] = piece.size;
    format!(
        "{}: {across:.0} × {up:.0} × {along:.0} mm, {:.1} kg. It fits into no case; it goes in a bag of its own.",
        name(facts, piece),
        piece.grams / 1_000.0
    )
}

/// Things by what they are: *3 × Stannard V98 battery*.
fn counted(facts: &Facts, parts: impl Iterator<Item = usize>) -> Vec<String> {
    let mut counts: Vec<(&str, usize)> = Vec::new();
    for part in parts {
        let Some(device) = facts.floor.devices[part] else {
            continue;
        };
        match counts.iter_mut().find(|(name, _)| *name == device.name) {
            Some((_, count)) => *count += 1,
            None => counts.push((&device.name, 1)),
        }
    }
    let told = counts.into_iter();
    told.map(|(name, count)| format!("{count} × {name}"))
        .collect()
}

fn open(facts: &Facts, loads: &[Piece], leaves_out: impl Fn(usize) -> bool) -> Vec<String> {
    let floor = facts.floor;
    let unsized_ = (0..floor.devices.len()).filter(|part| {
        let known = body_of(floor, *part).is_some_and(|body| !body.boxes.is_empty());
        let in_rig = facts
            .rig
            .mounted
            .places
            .get(*part)
            .copied()
            .flatten()
            .is_some();
        !known && !in_rig && !leaves_out(*part)
    });
    let mut told = Vec::new();
    let names = counted(facts, unsized_);
    if !names.is_empty() {
        told.push(format!(
            "Not known: the size of {}. They aren’t packed here.",
            names.join(", ")
        ));
    }
    if loads.iter().any(|piece| !piece.weighed) {
        told.push("Of some pieces the mass isn’t known: cases weigh more than is said.".into());
    }
    let runs = floor.build.connections.iter();
    let cables = runs.filter(|run| {
        let cable = floor.catalogue.cable(&run.cable);
        cable.is_some_and(|cable| !cable.is_nothing_to_carry())
    });
    match cables.count() {
        0 => {}
        count => told.push(format!(
            "{count} cables, adapters and cards: in bags of their own."
        )),
    }
    told
}
