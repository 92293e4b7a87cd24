//! The steps of an assembly, in words.

use check::Facts;
use engine::rig::{Act, Held, Plan, Task, body_of};
use model::catalogue::{Body, FasteningKind};
use model::document::Handle;
use serde::Serialize;
use utoipa::ToSchema;

/// A step of an assembly.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct StepReport {
    /// Its number, from 1.
    pub number: usize,
    /// What it is known by while it is ticked off: the same as long as the part and its joint are.
    pub id: String,
    /// What is done: *A handle onto A top plate*.
    #[serde(rename = "do")]
    pub act: String,
    /// The part.
    pub part: Handle,
    /// What it goes onto, where it does.
    pub onto: Option<Handle>,
    /// Where, and how it is set: *two 3/8" screws, 20 mm forward*.
    pub place: String,
    /// With what: *hex 4*, *by hand*.
    pub tool: String,
    /// For how long, as a guide or in the crew’s own pace, in seconds.
    pub seconds: u32,
    /// What to be careful about.
    pub care: Option<String>,
}

/// The steps of a plan.
pub(super) fn steps(facts: &Facts, plan: &Plan) -> Vec<StepReport> {
    let order = plan.order.iter().enumerate();
    order
        .map(|(number, task)| step(facts, number + 1, &plan.tasks[*task]))
        .collect()
}

fn step(facts: &Facts, number: usize, task: &Task) -> StepReport {
    let handle = |placement: usize| facts.floor.build.placements[placement].id.clone();
    let (id, act, part, onto, place, care) = match task.act {
        Act::Join(held) => {
            let held = &facts.rig.mounted.held[held];
            let names = (facts.device(held.part), facts.device(held.onto));
            let act = if held.places {
                format!("{} onto {}", names.0, names.1)
            } else {
                format!("{} held by {} too", names.0, names.1)
            };
            (
                format!("{}.{}", handle(held.part), held.sits.id),
                act,
                held.part,
                Some(handle(held.onto)),
                place(held),
                care(facts, held, task.for_two),
            )
        }
        Act::Card(part, number) | Act::Battery(part, number) => {
            let door = body_of(facts.floor, part).and_then(|body| body.zones.get(number));
            let door = door.map_or("door", |zone| zone.name.as_str());
            let what = match task.act {
                Act::Card(..) => "Card",
                _ => "Battery",
            };
            (
                format!("{}.{door}", handle(part)),
                format!("{what} into {}", facts.device(part)),
                part,
                None,
                format!("by the {door}, while it is free"),
                None,
            )
        }
    };
    StepReport {
        number,
        id,
        act,
        part: handle(part),
        onto,
        place,
        tool: task.tool.to_string(),
        seconds: (f64::from(task.seconds) * facts.floor.production.pace().unwrap_or(1.0)).round()
            as u32,
        care,
    }
}

fn place(held: &Held) -> String {
    let screws = held.carries.screws.min(held.sits.screws);
    let kind = match screws {
        0 | 1 => held.kind.to_string(),
        many => format!("{many} × {}", held.kind),
    };
    let mut words = format!("{kind}, {}", held.carries.place());
    let slide = held.set.slide;
    if held.carries.travel.is_some() {
        words += &match slide {
            0.0 => ", at its middle".to_string(),
            slide if held.kind.is_rods() => format!(", at {slide:.0} mm"),
            slide => format!(
                ", {:.0} mm {}",
                slide.abs(),
                if slide > 0.0 { "forward" } else { "back" }
            ),
        };
    }
    if held.set.turn != 0.0 {
        words += &format!(", turned {:.0}°", held.set.turn);
    }
    if held.set.tilt != 0.0 {
        words += &format!(", tilted {:.0}°", held.set.tilt);
    }
    words
}

/// What to be careful about: at a lens, at what is heavy, where fingers go, above people.
fn care(facts: &Facts, held: &Held, for_two: bool) -> Option<String> {
    use FasteningKind as K;
    let mut words: Vec<&str> = Vec::new();
    let carrier = body_of(facts.floor, held.onto);
    let is = |what: fn(&Body) -> bool| carrier.is_some_and(what);
    if for_two {
        words.push(if held.kind.is_lens_mount() {
            "for two: one holds it until its support is tight"
        } else {
            "for two"
        });
    }
    match held.kind {
        kind if kind.is_lens_mount() => {
            let mut others = facts.rig.mounted.held.iter();
            let supported = others.any(|other| !other.places && other.part == held.part);
            if supported && !for_two {
                words.push("hold it until its support is tight");
            }
            words.push("mount down, nothing over the sensor");
        }
        K::Dovetail | K::BridgeDovetail if is(|body| body.payload_grams.is_some()) => {
            words.push("tilt locked; hold it until the plate clicks, fingers out of it");
        }
        K::BridgeDovetail => words.push("fingers out of the dovetail"),
        K::Bowl => words.push("fingers out of the bowl; its knob tight before you let go"),
        kind if kind.is_rods() => words.push("loose until everything lines up, then tight"),
        _ => {}
    }
    if is(|body| body.overhead) {
        let secures = body_of(facts.floor, held.part).is_some_and(|body| body.secures);
        words.push(if secures {
            "rated for the load, with as little slack as it can have"
        } else {
            "nobody below; the second fixing is on before you let go"
        });
    }
    (!words.is_empty()).then(|| words.join("; "))
}
