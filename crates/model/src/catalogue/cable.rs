//! Cables, adapters and radio pairings.

use super::adapter::AdapterKind;
use super::{Adapter, PowerCable};
use serde::{Deserialize, Serialize};
use transport::coax::Coax;
use transport::connector::Connector;
use transport::hdmi::Generation;
use transport::hdmi_cable::HdmiMake;
use transport::sdi::SdiClass;
use transport::wire::Wire;
use units::quantity::{BitRate, Length};
use utoipa::ToSchema;

/// A cable as the catalogue describes it; its length is chosen where it is used.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Cable {
    /// The catalogue's id: `coax-rg6`.
    pub id: String,
    /// Its name in full.
    pub name: String,
    /// What it can carry.
    pub wires: Vec<Wire>,
    /// The plugs at its two ends; either may go to the output unless it is one-way.
    pub ends: [Connector; 2],
    /// Whether it works from the first end to the second only.
    #[serde(default)]
    pub one_way: bool,
    /// For coaxial cables: loss.
    pub coax: Option<Coax>,
    /// For coaxial cables: the class it is made for.
    pub sdi: Option<SdiClass>,
    /// For HDMI cables: how it is made.
    pub make: Option<HdmiMake>,
    /// For HDMI cables: the generation it is made for.
    pub hdmi: Option<Generation>,
    /// For fibre and USB: how far it works, whatever runs on it.
    pub reach: Option<Length>,
    /// For USB data: what it keeps up.
    pub data_rate: Option<BitRate>,
    /// For power: its copper.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub power: Option<PowerCable>,
    /// For sound: whether one side of the signal is the ground.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub unbalanced: bool,
}

impl Cable {
    /// Whether its plugs go into these sockets.
    pub fn joins(&self, output: Connector, input: Connector) -> bool {
        if self.comes_with_a_maker() {
            return output == input && output.is_own();
        }
        self.ends == [output, input] || (!self.one_way && self.ends == [input, output])
    }

    /// Whether one of its plugs goes into a socket of a wire that it carries.
    pub fn begins_at(&self, socket: Connector, wire: Wire) -> bool {
        self.ends.contains(&socket)
            || (socket.is_own() && self.comes_with_a_maker() && self.wires.contains(&wire))
    }

    /// Whether its plugs go into these sockets with the help of adapters.
    pub fn joins_with(&self, adapters: &[&Adapter], output: Connector, input: Connector) -> bool {
        let fits = |end: Connector, socket: Connector| {
            end.goes_into(socket)
                || adapters.iter().any(|adapter| {
                    adapter.kind != AdapterKind::Clamp
                        && adapter.takes == end
                        && adapter.into == socket
                })
        };
        let [first, second] = self.ends;
        self.joins(output, input)
            || (fits(first, output) && fits(second, input))
            || (!self.one_way && fits(second, output) && fits(first, input))
    }

    /// Whether it is what a maker sells for a connector of its own.
    fn comes_with_a_maker(&self) -> bool {
        self.ends.iter().all(|end| end.facts().any_own)
    }

    /// Whether it is nothing to carry: one is put on the other, or paired with it.
    pub fn is_nothing_to_carry(&self) -> bool {
        self.is_air() || self.power.is_some_and(|power| power.centi_mm2 == 0)
    }

    /// Whether it is no cable at all, but a pairing over the air.
    pub fn is_air(&self) -> bool {
        self.ends.iter().all(|end| end.facts().air)
    }
}
