//! What the floor uses and the kit doesn't hold: put down as hired.

use super::{Bench, counted, listed};
use model::document::{Command, Refusal};
use model::kit::{hired, lines};

/// Hires what the steps so far use beyond the kit. What was short before them stays short: that
/// isn't theirs to settle.
pub(super) fn hire(bench: &mut Bench) -> Result<(), Refusal> {
    let catalogue = bench.catalogue.with(&bench.production.custom);
    let (mut devices, mut cards, mut cables) = (0, 0, 0);
    let mut commands = Vec::new();
    for line in lines(&bench.production, bench.build(), &catalogue) {
        let key = (line.item.clone(), line.length);
        let before = bench.short.get(&key).copied().unwrap_or(0);
        let more = line.short().saturating_sub(before);
        if more == 0 {
            continue;
        }
        let counted = match line.length {
            Some(_) => &mut cables,
            None if catalogue.medium(&line.item).is_some() => &mut cards,
            None => &mut devices,
        };
        *counted += more as usize;
        commands.push(Command::SetKit {
            line: hired(&bench.production, &line.item, line.length, more),
        });
    }
    bench.run(&commands)?;
    let parts = [
        (devices, "device", "devices"),
        (cards, "card", "cards"),
        (cables, "cable", "cables"),
    ];
    let parts: Vec<String> = parts
        .into_iter()
        .filter(|(count, ..)| *count > 0)
        .map(|(count, one, many)| counted(count, one, many))
        .collect();
    if !parts.is_empty() {
        bench.says.push(format!(
            "The kit lacked {}: noted there as hired.",
            listed(&parts, "and")
        ));
    }
    Ok(())
}
