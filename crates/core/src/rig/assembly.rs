//! The order of assembly: which joint is made after which, with which tool, and the order with the fewest
//! changes of tool. What can’t be built says which parts wait for each other.

use super::obstruct::Solids;
use super::places::{Mounted, body_of};
use super::space::Solid;
use crate::catalogue::{Tool, ZoneKind};
use crate::document::MediaLoading;
use crate::path::Floor;
use crate::quantity::Point;
use rustc_hash::FxHashSet;
use std::collections::VecDeque;

/// A key or a blade needs so much room in front of a screw, in millimetres, and so much to its sides.
const KEY: f64 = 60.0;
const BESIDE: f64 = 6.0;
/// Putting a card in and closing its door, in seconds.
const CARD: u32 = 20;
/// Putting a battery in.
const BATTERY: u32 = 15;
/// Orders of tools that are looked at: past that, one that is good enough is taken.
const MOST_ORDERS: usize = 20_000;
/// A lens or a head of so many grams is a job for two.
const FOR_TWO: f64 = 2_500.0;

/// Something that is done.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Act {
    /// A joint is made: its number among those that stand.
    Join(usize),
    /// A card goes in behind this door of a part.
    Card(usize, usize),
    /// A battery goes in behind this door of a part.
    Battery(usize, usize),
}

/// A step, before it has its place.
#[derive(Debug, Clone, PartialEq)]
pub struct Task {
    /// What is done.
    pub act: Act,
    /// With what.
    pub tool: Tool,
    /// For how long, as a guide, in seconds.
    pub seconds: u32,
    /// Tasks that come before, by number.
    pub after: Vec<usize>,
    /// Whether two do it: one holds.
    pub for_two: bool,
}

/// A rig’s tasks, and an order in which they are done.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Plan {
    /// The tasks.
    pub tasks: Vec<Task>,
    /// Their order; those that wait for each other aren’t in it.
    pub order: Vec<usize>,
    /// Parts that wait for each other; none where the rig can be built.
    pub waiting: Vec<usize>,
}

/// Plans the assembly of the parts of a rig.
pub fn plan(floor: &Floor, mounted: &Mounted, parts: &[usize]) -> Plan {
    let solids = Solids::new(floor, mounted);
    let tasks = tasks(floor, mounted, &solids, parts);
    let (order, left) = fewest_changes(&tasks);
    Plan {
        waiting: parts_in_circles(mounted, &tasks, &left),
        tasks,
        order,
    }
}

/// Parts of a rig that wait for each other, without looking for the best order; none where it can be built.
pub fn waiting(floor: &Floor, mounted: &Mounted, solids: &Solids, parts: &[usize]) -> Vec<usize> {
    let tasks = tasks(floor, mounted, solids, parts);
    let mut done = vec![false; tasks.len()];
    let mut order = Vec::new();
    // Whatever the tool: as far as anything leads.
    loop {
        let before = order.len();
        for tool in at_hand(&tasks, &done) {
            all_with(&tasks, &mut done, &mut order, tool);
        }
        if order.len() == before {
            break;
        }
    }
    let left: Vec<usize> = (0..tasks.len()).filter(|task| !done[*task]).collect();
    parts_in_circles(mounted, &tasks, &left)
}

/// The parts of the tasks that wait for each other among those that are left.
fn parts_in_circles(mounted: &Mounted, tasks: &[Task], left: &[usize]) -> Vec<usize> {
    let part_of = |act: Act| match act {
        Act::Join(held) => mounted.held[held].part,
        Act::Card(part, _) | Act::Battery(part, _) => part,
    };
    let mut waiting: Vec<usize> = in_circles(tasks, left)
        .into_iter()
        .map(|task| part_of(tasks[task].act))
        .collect();
    waiting.sort_unstable();
    waiting.dedup();
    waiting
}

/// Of what is left, those that wait for each other, at once or by others.
fn in_circles(tasks: &[Task], left: &[usize]) -> Vec<usize> {
    let reaches = |from: usize| {
        let mut seen: FxHashSet<usize> = FxHashSet::default();
        let mut next: Vec<usize> = tasks[from].after.clone();
        while let Some(at) = next.pop() {
            if left.contains(&at) && seen.insert(at) {
                next.extend(&tasks[at].after);
            }
        }
        seen.contains(&from)
    };
    left.iter().copied().filter(|task| reaches(*task)).collect()
}

/// The screw of a joint, and the room that its tool needs; none where it is made by hand from anywhere.
fn tool_room(mounted: &Mounted, held: usize, tool: Tool) -> Option<Solid> {
    if tool == Tool::Hand {
        return None;
    }
    let held = &mounted.held[held];
    let carrier = mounted.places[held.onto]?;
    let along = carrier.turn.of(held.carries.way_along());
    let at = carrier.of(held.carries.at) + along * held.set.slide;
    // A plate’s screw is driven through the plate; a foot’s through the foot.
    let out = carrier.turn.of(held.carries.faces.way());
    let way = if held.carries.from_behind { -out } else { out };
    let half = Point([0, 1, 2].map(|axis| (way[axis].abs() * KEY / 2.0).max(BESIDE)));
    Some(Solid {
        middle: at + way * (KEY / 2.0 + 12.0),
        half,
        turn: super::space::Turn::NONE,
        round: None,
    })
}

fn tasks(floor: &Floor, mounted: &Mounted, solids: &Solids, parts: &[usize]) -> Vec<Task> {
    let inside: FxHashSet<usize> = parts.iter().copied().collect();
    let joints: Vec<usize> = (0..mounted.held.len())
        .filter(|held| inside.contains(&mounted.held[*held].part))
        .collect();
    let mut tasks: Vec<Task> = joints
        .iter()
        .map(|&number| {
            let held = &mounted.held[number];
            let facts = held.kind.facts();
            let tool = held.sits.tool.or(held.carries.tool).unwrap_or(facts.tool);
            let screws = u32::from(held.carries.screws.min(held.sits.screws).max(1));
            let grams = body_of(floor, held.part).map_or(0, |body| body.grams);
            Task {
                act: Act::Join(number),
                tool,
                seconds: facts.seconds * screws,
                after: Vec::new(),
                for_two: f64::from(grams) >= FOR_TWO,
            }
        })
        .collect();
    let task_of = |held: usize| joints.iter().position(|joint| *joint == held);
    // What carries stands first: it was put on before anything is put on it.
    for (task, &number) in joints.iter().enumerate() {
        let held = mounted.held[number];
        let below = mounted.by.get(&held.onto).copied().and_then(task_of);
        tasks[task].after.extend(below);
        if !held.places {
            // What holds as well comes when both stand.
            let own = mounted.by.get(&held.part).copied().and_then(task_of);
            tasks[task].after.extend(own);
        }
    }
    covers(mounted, solids, parts, &joints, &mut tasks);
    media_tasks(floor, mounted, solids, parts, &joints, &mut tasks);
    for task in &mut tasks {
        task.after.sort_unstable();
        task.after.dedup();
    }
    tasks
}

/// A part that stands where the tool for another joint must go comes after it.
fn covers(
    mounted: &Mounted,
    solids: &Solids,
    parts: &[usize],
    joints: &[usize],
    tasks: &mut [Task],
) {
    for (task, &number) in joints.iter().enumerate() {
        let held = &mounted.held[number];
        let Some(room) = tool_room(mounted, number, tasks[task].tool) else {
            continue;
        };
        // What the two are made of is in the way of no tool of their own, nor what they stand on already.
        let before = standing_before(mounted, held.part);
        for &part in parts {
            if part == held.part || part == held.onto || before.contains(&part) {
                continue;
            }
            if solids.reach_into(part, &room) <= 1.0 {
                continue;
            }
            // It comes with its own joint, or with that of what carries it.
            let comes = first_to_come(mounted, joints, part);
            if let Some(later) = comes.filter(|later| *later != task) {
                tasks[later].after.push(task);
            }
        }
    }
}

/// Everything between a part and the ground.
fn standing_before(mounted: &Mounted, part: usize) -> Vec<usize> {
    let mut found = Vec::new();
    let mut at = part;
    while let Some(&number) = mounted.by.get(&at) {
        at = mounted.held[number].onto;
        found.push(at);
    }
    found
}

/// The task with which a part comes to its place.
fn first_to_come(mounted: &Mounted, joints: &[usize], part: usize) -> Option<usize> {
    let number = mounted.by.get(&part)?;
    joints.iter().position(|joint| joint == number)
}

/// Cards and inner batteries, before their doors are covered; else first or last as the house has it.
fn media_tasks(
    floor: &Floor,
    mounted: &Mounted,
    solids: &Solids,
    parts: &[usize],
    joints: &[usize],
    tasks: &mut Vec<Task>,
) {
    for &part in parts {
        let Some(body) = body_of(floor, part) else {
            continue;
        };
        for (number, zone) in body.zones.iter().enumerate() {
            let (act, seconds) = match zone.kind {
                ZoneKind::CardDoor => (Act::Card(part, number), CARD),
                ZoneKind::BatteryDoor => (Act::Battery(part, number), BATTERY),
                _ => continue,
            };
            let Some(place) = mounted.places[part] else {
                continue;
            };
            let space = Solid::of(place, zone.from, zone.to);
            let task = tasks.len();
            let mut covered = false;
            for &other in parts.iter().filter(|other| **other != part) {
                if solids.reach_into(other, &space) <= 2.0 {
                    continue;
                }
                if let Some(later) = first_to_come(mounted, joints, other) {
                    // What the part itself stands on covers it from the beginning.
                    covered = true;
                    tasks[later].after.push(task);
                }
            }
            let all = 0..joints.len();
            let mut after: Vec<usize> = match floor.production.house_rules.media_loading {
                MediaLoading::Last if !covered => all.collect(),
                MediaLoading::Last | MediaLoading::First => Vec::new(),
            };
            // A body that stands is loaded, not one in the hand.
            if !covered {
                let own = mounted.by.get(&part);
                after.extend(own.and_then(|own| joints.iter().position(|joint| joint == own)));
            }
            tasks.push(Task {
                act,
                tool: Tool::Hand,
                seconds,
                after,
                for_two: false,
            });
        }
    }
}

/// Every ready task of a tool, as far as that leads; in the order of the parts, so that nobody walks about.
fn all_with(tasks: &[Task], done: &mut [bool], order: &mut Vec<usize>, tool: Tool) {
    loop {
        let ready = (0..tasks.len()).find(|task| {
            !done[*task]
                && tasks[*task].tool == tool
                && tasks[*task].after.iter().all(|before| done[*before])
        });
        let Some(task) = ready else { return };
        done[task] = true;
        order.push(task);
    }
}

/// Tools that something is ready for, in the order in which the crew has planned the joints.
fn at_hand(tasks: &[Task], done: &[bool]) -> Vec<Tool> {
    let mut tools = Vec::new();
    for (number, task) in tasks.iter().enumerate() {
        let ready = !done[number] && task.after.iter().all(|before| done[*before]);
        if ready && !tools.contains(&task.tool) {
            tools.push(task.tool);
        }
    }
    tools
}

/// The order with the fewest changes of tool, and what is left because it waits for itself. With one tool in hand
/// it never hurts to do all that it can do: so only orders of tools are looked at, the short ones first.
fn fewest_changes(tasks: &[Task]) -> (Vec<usize>, Vec<usize>) {
    let mut seen: FxHashSet<Vec<bool>> = FxHashSet::default();
    let mut queue: VecDeque<(Vec<bool>, Vec<usize>)> = VecDeque::new();
    queue.push_back((vec![false; tasks.len()], Vec::new()));
    let mut best: Vec<usize> = Vec::new();
    while let Some((done, order)) = queue.pop_front() {
        if order.len() > best.len() {
            best.clone_from(&order);
        }
        if order.len() == tasks.len() {
            return (order, Vec::new());
        }
        if seen.len() > MOST_ORDERS {
            break;
        }
        for tool in at_hand(tasks, &done) {
            let (mut then, mut longer) = (done.clone(), order.clone());
            all_with(tasks, &mut then, &mut longer, tool);
            if seen.insert(then.clone()) {
                queue.push_back((then, longer));
            }
        }
    }
    // Good enough: the tool that leads furthest, again and again.
    let mut done = vec![false; tasks.len()];
    for task in &best {
        done[*task] = true;
    }
    loop {
        let furthest = at_hand(tasks, &done)
            .into_iter()
            .map(|tool| {
                let (mut then, mut longer) = (done.clone(), Vec::new());
                all_with(tasks, &mut then, &mut longer, tool);
                (longer, then)
            })
            .max_by_key(|(longer, _)| longer.len());
        match furthest {
            Some((longer, then)) if !longer.is_empty() => {
                best.extend(longer);
                done = then;
            }
            _ => break,
        }
    }
    let left = (0..tasks.len()).filter(|task| !done[*task]).collect();
    (best, left)
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    fn task(tool: Tool, after: &[usize]) -> Task {
        Task {
            act: Act::Join(0),
            tool,
            seconds: 1,
            after: after.to_vec(),
            for_two: false,
        }
    }

    fn changes(tasks: &[Task], order: &[usize]) -> usize {
        let tools = order.windows(2);
        tools
            .filter(|pair| tasks[pair[0]].tool != tasks[pair[1]].tool)
            .count()
    }

    #[test]
    fn tools_are_changed_as_seldom_as_can_be() {
        use Tool::{Hand, Hex3, Hex4};
        // Hex 3 twice where its second comes only after a hex 4.
        let tasks = [
            task(Hex3, &[]),
            task(Hex4, &[]),
            task(Hex3, &[1]),
            task(Hand, &[2]),
            task(Hex4, &[0]),
        ];
        let (order, left) = fewest_changes(&tasks);
        assert!(left.is_empty());
        // Hex 4, hex 3, and hex 4 again; or hex 3, 4, 3: then by hand.
        assert_eq!(changes(&tasks, &order), 3);
    }

    #[test]
    fn what_waits_for_itself_is_left() {
        let tasks = [
            task(Tool::Hand, &[]),
            task(Tool::Hand, &[2]),
            task(Tool::Hand, &[1]),
            task(Tool::Hand, &[2]),
        ];
        let (order, left) = fewest_changes(&tasks);
        assert_eq!((order, left.clone()), (vec![0], vec![1, 2, 3]));
        assert_eq!(in_circles(&tasks, &left), [1, 2]);
    }

    proptest! {
        #[test]
        fn every_order_can_be_done_step_by_step(
            wishes in prop::collection::vec((0..4_usize, prop::collection::vec(0..40_usize, 0..3)), 1..40)
        ) {
            let tools = [Tool::Hand, Tool::Hex3, Tool::Hex4, Tool::Flat];
            let tasks: Vec<Task> = wishes
                .iter()
                .enumerate()
                .map(|(number, (tool, after))| {
                    let after: Vec<usize> =
                        after.iter().copied().filter(|before| *before < number).collect();
                    task(tools[*tool], &after)
                })
                .collect();
            let (order, left) = fewest_changes(&tasks);
            prop_assert!(left.is_empty());
            let mut done = vec![false; tasks.len()];
            for step in order {
                prop_assert!(tasks[step].after.iter().all(|before| done[*before]));
                prop_assert!(!done[step]);
                done[step] = true;
            }
            prop_assert!(done.into_iter().all(|done| done));
        }
    }
}
