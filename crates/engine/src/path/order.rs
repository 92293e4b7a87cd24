//! What has to be known before what: the ports of a floor in an order in which each comes after all
//! that feed it, circles as wholes.

use super::graph::Floor;
use super::{PortIx, links};
use petgraph::algo::kosaraju_scc;
use petgraph::graph::{DiGraph, NodeIndex};
use std::collections::HashSet;

/// A step of the walk.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Visit {
    /// A port, all of whose feeders come before it.
    Port(PortIx),
    /// Ports that feed each other, in the order in which they do.
    Circle(Vec<PortIx>),
}

/// Every port of a floor, once, in order.
pub fn order(floor: &Floor) -> Vec<Visit> {
    let feeds = Feeds::of(floor);
    feeds.straight().unwrap_or_else(|| feeds.with_circles())
}

/// For each port the ports that it feeds, one after the other.
struct Feeds {
    next: Vec<PortIx>,
    /// Where those of each port begin, and where the last ones end.
    begins: Vec<usize>,
}

impl Feeds {
    fn of(floor: &Floor) -> Self {
        let pairs = pairs(floor);
        let ports = floor.ports.len();
        let mut begins = vec![0; ports + 1];
        for (port, _) in &pairs {
            begins[port + 1] += 1;
        }
        for port in 0..ports {
            begins[port + 1] += begins[port];
        }
        let (mut free, mut next) = (begins.clone(), vec![0; pairs.len()]);
        for (port, fed) in pairs {
            next[free[port]] = fed;
            free[port] += 1;
        }
        Self { next, begins }
    }

    fn ports(&self) -> usize {
        self.begins.len() - 1
    }

    fn from(&self, port: PortIx) -> &[PortIx] {
        &self.next[self.begins[port]..self.begins[port + 1]]
    }

    /// The order where nothing feeds itself; `None` where there is a circle.
    fn straight(&self) -> Option<Vec<Visit>> {
        let mut waiting = vec![0usize; self.ports()];
        for fed in &self.next {
            waiting[*fed] += 1;
        }
        let mut order: Vec<PortIx> = (0..self.ports())
            .filter(|port| waiting[*port] == 0)
            .collect();
        let mut at = 0;
        while let Some(&port) = order.get(at) {
            at += 1;
            for &fed in self.from(port) {
                waiting[fed] -= 1;
                if waiting[fed] == 0 {
                    order.push(fed);
                }
            }
        }
        let all = order.len() == self.ports();
        all.then(|| order.into_iter().map(Visit::Port).collect())
    }

    fn with_circles(&self) -> Vec<Visit> {
        let mut graph: DiGraph<(), (), usize> =
            DiGraph::with_capacity(self.ports(), self.next.len());
        for _ in 0..self.ports() {
            graph.add_node(());
        }
        for port in 0..self.ports() {
            for fed in self.from(port) {
                graph.add_edge(NodeIndex::new(port), NodeIndex::new(*fed), ());
            }
        }
        // Components come with what they feed first.
        let components = kosaraju_scc(&graph).into_iter().rev();
        let step = |component: Vec<NodeIndex<usize>>| match component.as_slice() {
            [one] if !self.from(one.index()).contains(&one.index()) => Visit::Port(one.index()),
            many => Visit::Circle(circle(self, many.iter().map(|node| node.index()).collect())),
        };
        components.map(step).collect()
    }
}

/// Ports that feed each other in the order in which they do, from the first of them on; those that
/// hang on the circle's side last.
fn circle(feeds: &Feeds, mut ports: Vec<PortIx>) -> Vec<PortIx> {
    ports.sort_unstable();
    let mut found = vec![ports[0]];
    let mut left: HashSet<PortIx> = ports[1..].iter().copied().collect();
    while let Some(next) = feeds
        .from(found[found.len() - 1])
        .iter()
        .find(|next| left.remove(next))
    {
        found.push(*next);
    }
    found.extend(ports.into_iter().filter(|port| left.contains(port)));
    found
}

/// Every port with each port that it feeds.
fn pairs(floor: &Floor) -> Vec<(PortIx, PortIx)> {
    let links = floor.links.iter().flatten();
    let mut pairs: Vec<(PortIx, PortIx)> = links.map(|link| (link.from, link.to)).collect();
    pairs.extend(links::order(floor));
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
                pairs.extend(chosen.into_iter().chain(all).map(|input| (input, output)));
            }
        }
    }
    pairs
}
