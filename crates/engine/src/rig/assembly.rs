//! The order of assembly: which joint is made after which, with which tool, and the order with the fewest
//! changes of tool. What can’t be built says which parts wait for each other.

use super::obstruct::OrientedBoxes;
use super::places::{Mounted, body_of};
use super::space::OrientedBox;
use crate::path::Floor;
use model::catalogue::{Tool, ZoneKind};
use model::document::MediaLoading;
use petgraph::algo::kosaraju_scc;
use petgraph::graph::DiGraph;
use rustc_hash::{FxHashMap, FxHashSet};
use std::collections::{BTreeSet, VecDeque};
use units::quantity::Point;

/// A key or a blade needs so much room in front of a screw, in millimetres, and so much to its sides.
const KEY: f64 = 60.0;
const BESIDE: f64 = 6.0;
/// Putting a card in and closing its door, in seconds.
const CARD: u32 = 20;
/// Putting a battery in.
const BATTERY: u32 = 15;
/// Orders of tools that are looked at: past that, one that is good enough is taken.
const MOST_ORDERS: usize = 20_000;
/// The same of large rigs: what is looked at in all of those orders, tasks and waits.
const MOST_STEPS: usize = 20_000_000;
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
    let solids = OrientedBoxes::new(floor, mounted);
    let tasks = tasks(floor, mounted, &solids, parts);
    let (order, left) = fewest_changes(&tasks);
    Plan {
        waiting: parts_in_circles(mounted, &tasks, &left),
        tasks,
        order,
    }
}

/// Parts of a rig that wait for each other, without looking for the best order; none where it can be built.
pub fn waiting(
    floor: &Floor,
    mounted: &Mounted,
    solids: &OrientedBoxes,
    parts: &[usize],
) -> Vec<usize> {
    let tasks = tasks(floor, mounted, solids, parts);
    let plan = Ready::of(&tasks);
    let mut done = plan.start();
    // Whatever the tool: as far as anything leads.
    while let Some(task) = done.ready.pop_first() {
        plan.finish(&mut done, task.1);
    }
    parts_in_circles(mounted, &tasks, &done.left())
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
    let number: FxHashMap<usize, usize> = left
        .iter()
        .enumerate()
        .map(|(number, task)| (*task, number))
        .collect();
    let mut graph: DiGraph<usize, ()> = DiGraph::new();
    let nodes: Vec<_> = left.iter().map(|task| graph.add_node(*task)).collect();
    for (from, task) in left.iter().enumerate() {
        for before in &tasks[*task].after {
            if let Some(to) = number.get(before) {
                graph.add_edge(nodes[from], nodes[*to], ());
            }
        }
    }
    let circles = kosaraju_scc(&graph).into_iter();
    let circles =
        circles.filter(|circle| circle.len() > 1 || graph.contains_edge(circle[0], circle[0]));
    let mut found: Vec<usize> = circles.flatten().map(|node| graph[node]).collect();
    found.sort_unstable();
    found
}

/// The screw of a joint, and the room that its tool needs; none where it is made by hand from anywhere.
fn tool_room(mounted: &Mounted, held: usize, tool: Tool) -> Option<OrientedBox> {
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
    Some(OrientedBox {
        middle: at + way * (KEY / 2.0 + 12.0),
        half,
        turn: super::space::Rotation::NONE,
        round: None,
    })
}

fn tasks(floor: &Floor, mounted: &Mounted, solids: &OrientedBoxes, parts: &[usize]) -> Vec<Task> {
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
    let numbers: FxHashMap<usize, usize> = joints
        .iter()
        .enumerate()
        .map(|(task, held)| (*held, task))
        .collect();
    let task_of = |held: usize| numbers.get(&held).copied();
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
    covers(mounted, solids, &joints, &numbers, &mut tasks);
    media_tasks(floor, mounted, solids, parts, &numbers, &mut tasks);
    for task in &mut tasks {
        task.after.sort_unstable();
        task.after.dedup();
    }
    tasks
}

/// A part that stands where the tool for another joint must go comes after it.
fn covers(
    mounted: &Mounted,
    solids: &OrientedBoxes,
    joints: &[usize],
    numbers: &FxHashMap<usize, usize>,
    tasks: &mut [Task],
) {
    for (task, &number) in joints.iter().enumerate() {
        let held = &mounted.held[number];
        let (Some(room), Some(root)) = (
            tool_room(mounted, number, tasks[task].tool),
            mounted.roots[held.part],
        ) else {
            continue;
        };
        let near = solids.near(root, &room);
        let mut inside = near
            .iter()
            .filter(|part| **part != held.part && **part != held.onto)
            .filter(|part| solids.reach_into(**part, &room) > 1.0)
            .peekable();
        if inside.peek().is_none() {
            continue;
        }
        // What the two are made of is in the way of no tool of their own, nor what they stand on already.
        let before: FxHashSet<usize> = standing_before(mounted, held.part).into_iter().collect();
        for &part in inside.filter(|part| !before.contains(part)) {
            // It comes with its own joint, or with that of what carries it.
            let comes = first_to_come(mounted, numbers, part);
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
fn first_to_come(
    mounted: &Mounted,
    numbers: &FxHashMap<usize, usize>,
    part: usize,
) -> Option<usize> {
    numbers.get(mounted.by.get(&part)?).copied()
}

/// Cards and inner batteries, before their doors are covered; else first or last as the house has it.
fn media_tasks(
    floor: &Floor,
    mounted: &Mounted,
    solids: &OrientedBoxes,
    parts: &[usize],
    numbers: &FxHashMap<usize, usize>,
    tasks: &mut Vec<Task>,
) {
    for &part in parts {
        let (Some(body), Some(root)) = (body_of(floor, part), mounted.roots[part]) else {
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
            let space = OrientedBox::of(place, zone.from, zone.to);
            let task = tasks.len();
            let mut covered = false;
            for &other in solids.near(root, &space).iter() {
                if other == part || solids.reach_into(other, &space) <= 2.0 {
                    continue;
                }
                if let Some(later) = first_to_come(mounted, numbers, other) {
                    // What the part itself stands on covers it from the beginning.
                    covered = true;
                    tasks[later].after.push(task);
                }
            }
            let all = 0..numbers.len();
            let mut after: Vec<usize> = match floor.production.house_rules.media_loading {
                MediaLoading::Last if !covered => all.collect(),
                MediaLoading::Last | MediaLoading::First => Vec::new(),
            };
            // A body that stands is loaded, not one in the hand.
            if !covered {
                after.extend(first_to_come(mounted, numbers, part));
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

/// Which tasks come after which, for whoever goes through them.
struct Ready<'t> {
    tasks: &'t [Task],
    /// Of each task, those that wait for it.
    waiting: Vec<Vec<usize>>,
    /// All waits together.
    waits: usize,
}

/// How far somebody has come.
#[derive(Clone)]
struct Done {
    done: Vec<bool>,
    /// Of each task, how many it waits for.
    open: Vec<usize>,
    /// What can be done next, by tool; in the order of the parts, so that nobody walks about.
    ready: BTreeSet<(Tool, usize)>,
    order: Vec<usize>,
}

impl Done {
    fn left(&self) -> Vec<usize> {
        (0..self.done.len())
            .filter(|task| !self.done[*task])
            .collect()
    }
}

impl<'t> Ready<'t> {
    fn of(tasks: &'t [Task]) -> Self {
        let mut waiting = vec![Vec::new(); tasks.len()];
        for (number, task) in tasks.iter().enumerate() {
            for before in &task.after {
                waiting[*before].push(number);
            }
        }
        Self {
            tasks,
            waits: waiting.iter().map(Vec::len).sum(),
            waiting,
        }
    }

    fn start(&self) -> Done {
        let open: Vec<usize> = self.tasks.iter().map(|task| task.after.len()).collect();
        let ready = open.iter().enumerate().filter(|(_, open)| **open == 0);
        Done {
            done: vec![false; open.len()],
            ready: ready
                .map(|(task, _)| (self.tasks[task].tool, task))
                .collect(),
            open,
            order: Vec::new(),
        }
    }

    fn finish(&self, done: &mut Done, task: usize) {
        done.ready.remove(&(self.tasks[task].tool, task));
        done.done[task] = true;
        done.order.push(task);
        for &next in &self.waiting[task] {
            done.open[next] -= 1;
            if done.open[next] == 0 {
                done.ready.insert((self.tasks[next].tool, next));
            }
        }
    }

    /// Every ready task of a tool, as far as that leads.
    fn all_with(&self, done: &mut Done, tool: Tool) {
        loop {
            let next = done.ready.range((tool, 0)..=(tool, usize::MAX)).next();
            let Some(&(_, task)) = next else { return };
            self.finish(done, task);
        }
    }

    /// Tools that something is ready for, in the order in which the crew has planned the joints.
    fn at_hand(done: &Done) -> Vec<Tool> {
        let mut first: Vec<(usize, Tool)> = Vec::new();
        for &(tool, task) in &done.ready {
            if first.last().is_none_or(|(_, last)| *last != tool) {
                first.push((task, tool));
            }
        }
        first.sort_unstable();
        first.into_iter().map(|(_, tool)| tool).collect()
    }
}

/// The order with the fewest changes of tool, and what is left because it waits for itself. With one tool in hand
/// it never hurts to do all that it can do: so only orders of tools are looked at, the short ones first.
fn fewest_changes(tasks: &[Task]) -> (Vec<usize>, Vec<usize>) {
    let plan = Ready::of(tasks);
    let most_orders = (MOST_STEPS / (tasks.len() + plan.waits + 1)).min(MOST_ORDERS);
    let mut seen: FxHashSet<Vec<bool>> = FxHashSet::default();
    let mut queue: VecDeque<Done> = VecDeque::new();
    queue.push_back(plan.start());
    let mut best = plan.start();
    while let Some(done) = queue.pop_front() {
        if done.order.len() == tasks.len() {
            return (done.order, Vec::new());
        }
        for tool in Ready::at_hand(&done) {
            let mut then = done.clone();
            plan.all_with(&mut then, tool);
            if seen.insert(then.done.clone()) {
                queue.push_back(then);
            }
        }
        if done.order.len() > best.order.len() {
            best = done;
        }
        if seen.len() > most_orders {
            break;
        }
    }
    // Good enough: the tool that leads furthest, again and again.
    loop {
        let furthest = Ready::at_hand(&best)
            .into_iter()
            .map(|tool| {
                let mut then = best.clone();
                plan.all_with(&mut then, tool);
                then
            })
            .max_by_key(|then| then.order.len());
        match furthest {
            Some(then) => best = then,
            None => break,
        }
    }
    let left = best.left();
    (best.order, left)
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
