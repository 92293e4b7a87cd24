//! What is in the way, told by what it comes from: pairs one by one where there are few, a crowd as a crowd.

use super::{in_the_way, millimetres, same_place};
use crate::codes::Code;
use crate::finding::At;
use crate::words::list_of_many;
use crate::{Facts, Finding, fix};
use engine::rig::{Meet, Rig};
use petgraph::unionfind::UnionFind;
use rustc_hash::FxHashMap;
use std::cmp::Reverse;

/// Pairs that hang together and are told one by one: of more, nobody mends one after the other.
const ONE_BY_ONE: usize = 6;
/// Parts of a crowd that are named.
const NAMED: usize = 6;
/// Covered spaces of a rig that are told one by one.
const SPACES: usize = 40;

pub(super) fn judge(facts: &Facts, rig: &Rig, found: &mut Vec<Finding>) {
    let mut crowds = crowds(&rig.meets);
    // What isn't listed any more belongs to the largest.
    let largest = crowds.iter().map(Vec::len).max().unwrap_or_default();
    let mut more = rig.more_meets;
    for pairs in &mut crowds {
        if pairs.len() <= ONE_BY_ONE {
            let each = pairs.iter();
            found.extend(each.map(|meet| same_place(facts, meet.one, meet.other, meet.by)));
            continue;
        }
        let unlisted = match pairs.len() == largest {
            true => std::mem::take(&mut more),
            false => 0,
        };
        found.push(crowd(facts, pairs, unlisted));
    }
    let told = rig.covered.len().min(SPACES);
    let (each, rest) = rig.covered.split_at(told);
    found.extend(each.iter().map(|covered| in_the_way(facts, covered)));
    if let Some(first) = rest.first() {
        let mut parts: Vec<usize> = rest.iter().map(|covered| covered.part).collect();
        parts.dedup();
        let names = parts.iter().map(|part| facts.device(*part).to_string());
        let text = format!(
            "{} more spaces are covered that must stay free, of {}.",
            rest.len(),
            list_of_many(names.collect(), NAMED)
        );
        let reason = "Doors, controls, vents, screens and hands find no room there.";
        found.push(facts.caution(Code::Covered, At::Device(first.part), text, reason));
    }
}

/// Pairs in one place, those together that hang together by a part, in the order of the first of each.
fn crowds(meets: &[Meet]) -> Vec<Vec<Meet>> {
    let ends = meets.iter().flat_map(|meet| [meet.one, meet.other]);
    let mut known = UnionFind::new(ends.max().map_or(0, |last| last + 1));
    for meet in meets {
        known.union(meet.one, meet.other);
    }
    let mut crowds: Vec<Vec<Meet>> = Vec::new();
    let mut of: FxHashMap<usize, usize> = FxHashMap::default();
    for meet in meets {
        let number = *of.entry(known.find(meet.one)).or_insert_with(|| {
            crowds.push(Vec::new());
            crowds.len() - 1
        });
        crowds[number].push(*meet);
    }
    crowds
}

/// Many parts in one place, found at the one that stands in the most.
fn crowd(facts: &Facts, pairs: &[Meet], unlisted: usize) -> Finding {
    let mut counts: FxHashMap<usize, usize> = FxHashMap::default();
    for meet in pairs {
        *counts.entry(meet.one).or_default() += 1;
        *counts.entry(meet.other).or_default() += 1;
    }
    let mut parts: Vec<(usize, usize)> = counts.into_iter().collect();
    parts.sort_unstable_by_key(|(part, count)| (Reverse(*count), *part));
    let (most, in_pairs) = parts[0];
    let deepest = pairs.iter().map(|meet| meet.by).fold(0.0, f64::max);
    let name = |part: usize| facts.device(part).to_string();
    let rest = parts[1..].iter().map(|(part, _)| name(*part));
    let text = if in_pairs == pairs.len() && unlisted == 0 {
        format!(
            "{} stands in one place with {}: up to {} into each other.",
            name(most),
            list_of_many(rest.collect(), NAMED),
            millimetres(deepest)
        )
    } else {
        let names = std::iter::once(name(most)).chain(rest);
        format!(
            "{} parts stand in one place, {} pairs of them, up to {} into each other: {}.",
            parts.len(),
            pairs.len() + unlisted,
            millimetres(deepest),
            list_of_many(names.collect(), NAMED)
        )
    };
    let reason = "They can’t be mounted as it is planned.";
    let with_most = pairs
        .iter()
        .filter(|meet| meet.one == most || meet.other == most);
    let worst = with_most.max_by(|one, other| one.by.total_cmp(&other.by));
    facts
        .stop(Code::SamePlace, At::Device(most), text, reason)
        .amounting(deepest)
        .with(facts, || {
            worst.map_or_else(Vec::new, |meet| fix::apart(facts, meet.one, meet.other))
        })
}
