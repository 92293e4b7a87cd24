//! Commands about what is set on a device's outputs and inputs.

use super::{Refusal, Strictness};
use crate::catalogue::{Catalogue, Direction, Port};
use crate::document::{
    Build, Change, Handle, InputSetting, OutputSetting, PortRef, output_incompatibility,
};
use transport::wire::Wire;

impl Build {
    pub(super) fn set_output(
        &mut self,
        catalogue: &Catalogue,
        at: &PortRef,
        change: &Change<OutputSetting>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let outputs = &self.placement_mut(&at.device)?.settings.outputs;
        let before = outputs.get(&at.port).cloned().unwrap_or_default();
        let setting = change.made(&before)?;
        // What isn't there can be forgotten, not set.
        let port = match self.port(catalogue, at, Direction::Out) {
            Err(_) if setting == OutputSetting::default() || strictness == Strictness::There => {
                None
            }
            port => Some(port?),
        };
        if let Some(port) = port.filter(|_| strictness == Strictness::Able) {
            self.able_to_give(catalogue, at, port, &setting)?;
        }
        let outputs = &mut self.placement_mut(&at.device)?.settings.outputs;
        if setting == OutputSetting::default() {
            outputs.remove(&at.port);
        } else {
            outputs.insert(at.port.clone(), setting);
        }
        Ok(())
    }

    fn able_to_give(
        &self,
        catalogue: &Catalogue,
        at: &PortRef,
        port: &Port,
        setting: &OutputSetting,
    ) -> Result<(), Refusal> {
        let placement = &self.placements[self.position(&at.device)?];
        let Some(device) = catalogue.device(&placement.device) else {
            return Ok(());
        };
        if let Some(why) = output_incompatibility(device, at, port, setting) {
            return Err(Refusal::CannotDo {
                device: at.to_string(),
                why,
            });
        }
        match setting.format {
            Some(format) if port.formats.is_open() => Err(Refusal::NotGiven {
                at: at.clone(),
                format,
                gives: "what comes in, unchanged".into(),
            }),
            Some(format) if !port.formats.hold(format) => Err(Refusal::NotGiven {
                at: at.clone(),
                format,
                gives: port.formats.in_words(),
            }),
            _ => Ok(()),
        }
    }

    pub(super) fn set_input(
        &mut self,
        catalogue: &Catalogue,
        at: &PortRef,
        setting: Option<InputSetting>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        // What isn't there can be forgotten, not set.
        if setting.is_some()
            && strictness == Strictness::Able
            && self.port(catalogue, at, Direction::In)?.wire != Wire::Hdmi
        {
            return Err(Refusal::CannotDo {
                device: at.to_string(),
                why: "only HDMI inputs say what they take".into(),
            });
        }
        let inputs = &mut self.placement_mut(&at.device)?.settings.inputs;
        match setting {
            Some(setting) => inputs.insert(at.port.clone(), setting),
            None => inputs.remove(&at.port),
        };
        Ok(())
    }

    pub(super) fn choose_input(
        &mut self,
        catalogue: &Catalogue,
        device: &str,
        input: Option<Handle>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        if let Some(input) = input.as_ref().filter(|_| strictness == Strictness::Able) {
            self.port(catalogue, &PortRef::new(device, input), Direction::In)?;
        }
        self.placement_mut(device)?.settings.input = input;
        Ok(())
    }
}
