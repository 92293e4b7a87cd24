//! *Mount this for me*: the best places of a part, as edits, with what would be wrong there.

use check::{Finding, Severity};
use engine::path::Floor;
use engine::rig::{TimeBudget, ways};
use model::catalogue::Catalogue;
use model::document::{Command, Production, Refusal};
use report::rig_findings;
use serde::Serialize;
use utoipa::ToSchema;

/// Ways that are shown.
const SHOWN: usize = 3;

/// One way to mount a part.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct MountProposal {
    /// Where, in words: *A top plate: 1/4"-20 screw, top*.
    pub says: String,
    /// The edit.
    pub commands: Vec<Command>,
    /// Why there.
    pub reasons: Vec<String>,
    /// What would be wrong with it that isn't wrong now.
    pub troubles: Vec<String>,
}

/// The best ways to mount a part of a build, the best first; none where nothing takes it.
///
/// # Errors
/// That there is no such build or device, or that it is mounted already.
pub fn mount_part(
    production: &Production,
    catalogue: &Catalogue,
    (build, part): (&str, &str),
) -> Result<Vec<MountProposal>, Refusal> {
    let missing = |what, name: &str| Refusal::Missing {
        what,
        name: name.chars().take(60).collect(),
        hint: String::new(),
    };
    let before = production
        .build(build)
        .ok_or_else(|| missing("build", build))?;
    let with_custom = catalogue.with(&production.custom);
    let floor = Floor::new(production, before, &with_custom);
    let placement = floor
        .placement(part)
        .ok_or_else(|| missing("device", part))?;
    if before.joints.iter().any(|joint| joint.part.device == part) {
        return Err(Refusal::CannotDo {
            device: before.placements[placement].name.clone(),
            why: "it is mounted already: take it off first".into(),
        });
    }
    let ways = ways(
        &floor,
        placement,
        &mut TimeBudget::of(&floor, placement, check::severities),
    );
    let now = rig_findings(production, build, catalogue);
    let said = |found: &Vec<Finding>| -> Vec<(String, String)> {
        let found = found.iter();
        let found = found.filter(|finding| finding.severity > Severity::Note);
        found
            .map(|finding| (finding.id.clone(), finding.text.clone()))
            .collect()
    };
    let known = now.as_ref().map(said).unwrap_or_default();
    let mut proposals = Vec::new();
    for way in ways {
        let commands: Vec<Command> = way
            .joints
            .iter()
            .map(|joint| Command::PutJoint {
                build: build.into(),
                joint: joint.clone(),
                at: None,
            })
            .collect();
        // What the document wouldn't take is no way.
        let Ok(edited) = production.edited(catalogue, &commands) else {
            continue;
        };
        let then = rig_findings(&edited.production, build, catalogue);
        let troubles = then.as_ref().map(said).unwrap_or_default();
        proposals.push(MountProposal {
            says: way.says,
            commands,
            reasons: way.reasons,
            troubles: troubles
                .into_iter()
                // A figure that moves is no new trouble.
                .filter(|(id, _)| known.iter().all(|(other, _)| other != id))
                .map(|(_, text)| text)
                .collect(),
        });
        if proposals.len() == SHOWN {
            break;
        }
    }
    Ok(proposals)
}
