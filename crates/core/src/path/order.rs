//! What has to be known before what: the ports of a floor in an order in which each comes after all
//! that feed it, circles as wholes.

use super::graph::Floor;
use super::{PortIx, links};
use petgraph::algo::kosaraju_scc;
use petgraph::graph::{DiGraph, NodeIndex};
use std::collections::HashSet;

/// A step of the walk.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Step {
    /// A port, all of whose feeders come before it.
    Port(PortIx),
    /// Ports that feed each other, in the order in which they do.
    Circle(Vec<PortIx>),
}

/// Every port of a floor, once, in order.
pub fn order(floor: &Floor) -> Vec<Step> {
    let feeds = feeds(floor);
    let mut graph: DiGraph<(), (), usize> =
        DiGraph::with_capacity(feeds.len(), feeds.iter().map(Vec::len).sum());
    for _ in 0..feeds.len() {
        graph.add_node(());
    }
    for (port, nexts) in feeds.iter().enumerate() {
        for next in nexts {
            graph.add_edge(NodeIndex::new(port), NodeIndex::new(*next), ());
        }
    }
    // Components come with what they feed first.
    let components = kosaraju_scc(&graph).into_iter().rev();
    let step = |component: Vec<NodeIndex<usize>>| match component.as_slice() {
        [one] if !feeds[one.index()].contains(&one.index()) => Step::Port(one.index()),
        many => Step::Circle(circle(
            &feeds,
            many.iter().map(|node| node.index()).collect(),
        )),
    };
    components.map(step).collect()
}

/// Ports that feed each other in the order in which they do, from the first of them on; those that
/// hang on the circle's side last.
fn circle(feeds: &[Vec<PortIx>], mut ports: Vec<PortIx>) -> Vec<PortIx> {
    ports.sort_unstable();
    let mut found = vec![ports[0]];
    let mut left: HashSet<PortIx> = ports[1..].iter().copied().collect();
    while let Some(next) = feeds[found[found.len() - 1]]
        .iter()
        .find(|next| left.remove(next))
    {
        found.push(*next);
    }
    found.extend(ports.into_iter().filter(|port| left.contains(port)));
    found
}

/// For each port the ports that it feeds.
fn feeds(floor: &Floor) -> Vec<Vec<PortIx>> {
    let mut feeds = vec![Vec::new(); floor.ports.len()];
    for link in floor.links.iter().flatten() {
        feeds[link.from].push(link.to);
    }
    for (before, after) in links::order(floor) {
        feeds[before].push(after);
    }
    for (placement, device) in floor.devices.iter().enumerate() {
        for path in device.iter().flat_map(|device| &device.paths) {
            // A picture comes from one input only: the others feed nothing.
            let picture = path.carries_picture();
            let outputs = path.to.iter().filter_map(|id| floor.port_of(placement, id));
            for output in outputs {
                let chosen = floor.input_for(output, path).filter(|_| picture);
                let all = path
                    .from
                    .iter()
                    .filter(|_| !picture)
                    .filter_map(|id| floor.port_of(placement, id));
                for input in chosen.into_iter().chain(all) {
                    feeds[input].push(output);
                }
            }
        }
    }
    feeds
}
