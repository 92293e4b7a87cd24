//! The inside of devices that have much of it: a router of a hundred ports isn’t searched for each of them.

use model::catalogue::{Device, InternalPath};
use rustc_hash::FxHashMap;

/// So few are searched in less time than it takes to look one up.
const FEW: usize = 16;

/// Ports and paths of the devices of a floor that have many, by what they are called.
#[derive(Default)]
pub struct Insides<'a> {
    /// By where their descriptions are.
    of: FxHashMap<usize, Inside<'a>>,
}

#[derive(Default)]
struct Inside<'a> {
    ports: FxHashMap<&'a str, usize>,
    paths_to: FxHashMap<&'a str, Vec<usize>>,
}

fn place(device: &Device) -> usize {
    std::ptr::from_ref(device).addr()
}

fn is_large(device: &Device) -> bool {
    device.ports.len() > FEW || device.paths.len() > FEW
}

impl<'a> Insides<'a> {
    /// Those of some devices; of each description once.
    pub fn of(devices: &[Option<&'a Device>]) -> Self {
        let mut of: FxHashMap<usize, Inside> = FxHashMap::default();
        for device in devices.iter().flatten().filter(|device| is_large(device)) {
            of.entry(place(device))
                .or_insert_with(|| Inside::of(device));
        }
        Self { of }
    }

    fn inside(&self, device: &Device) -> Option<&Inside<'a>> {
        // Most floors have none.
        if self.of.is_empty() {
            return None;
        }
        self.of.get(&place(device))
    }

    /// The number of a port among those of its device.
    pub fn port(&self, device: &Device, id: &str) -> Option<usize> {
        match self.inside(device) {
            Some(inside) => inside.ports.get(id).copied(),
            None => device.ports.iter().position(|port| port.id == id),
        }
    }

    /// The paths that end in an output, in the order of the catalogue.
    pub fn paths_to(
        &self,
        device: &'a Device,
        output: &'a str,
    ) -> impl Iterator<Item = &'a InternalPath> {
        let inside = self.inside(device);
        let listed =
            inside.map(|inside| inside.paths_to.get(output).map_or(&[][..], Vec::as_slice));
        let searched = inside.is_none().then(|| {
            let paths = device.paths.iter();
            paths.filter(move |path| path.to.iter().any(|to| to == output))
        });
        let listed = listed.unwrap_or_default().iter();
        let listed = listed.map(|number| &device.paths[*number]);
        listed.chain(searched.into_iter().flatten())
    }
}

impl<'a> Inside<'a> {
    fn of(device: &'a Device) -> Self {
        let mut inside = Self::default();
        for (number, port) in device.ports.iter().enumerate() {
            inside.ports.entry(port.id.as_str()).or_insert(number);
        }
        for (number, path) in device.paths.iter().enumerate() {
            for output in &path.to {
                let paths = inside.paths_to.entry(output.as_str()).or_default();
                if paths.last() != Some(&number) {
                    paths.push(number);
                }
            }
        }
        inside
    }
}
