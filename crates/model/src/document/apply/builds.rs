//! Commands about builds as wholes.

use super::{Refusal, bad_handle, checked_name, missing};
use crate::document::names::is_handle;
use crate::document::{Build, Command, Handle, Limits, Production, handle_from};
use std::mem::replace;

impl Production {
    pub(super) fn build_mut(&mut self, id: &str) -> Result<&mut Build, Refusal> {
        self.builds
            .iter_mut()
            .find(|build| build.id == id)
            .ok_or_else(|| missing("build", id))
    }

    pub(super) fn add_build(
        &mut self,
        name: &str,
        from: Option<Handle>,
        id: Option<Handle>,
    ) -> Result<Command, Refusal> {
        let name = checked_name("a build", name)?;
        if self.builds.len() >= Limits::BUILDS {
            return Err(Refusal::TooMany("production holds at most 60 builds"));
        }
        let taken = |id: &str| self.build(id).is_some();
        let id = match id {
            Some(id) if !is_handle(&id) => return Err(bad_handle(&id)),
            Some(id) if taken(&id) => return Err(Refusal::Taken(id.into())),
            Some(id) => id,
            None => handle_from(&name, taken),
        };
        let build = match from {
            Some(from) => Build {
                id: id.clone(),
                name,
                ..self
                    .build(&from)
                    .ok_or_else(|| missing("build", &from))?
                    .clone()
            },
            None => Build::empty(&id, &name),
        };
        self.builds.push(build);
        Ok(Command::RemoveBuild { build: id })
    }

    pub(super) fn remove_build(&mut self, id: &str) -> Result<Command, Refusal> {
        let at = self.builds.iter().position(|build| build.id == id);
        let at = at.ok_or_else(|| missing("build", id))?;
        if self.builds.len() == 1 {
            return Err(Refusal::Contradiction(
                "a production keeps at least one build; add another before this one goes".into(),
            ));
        }
        let build = Box::new(self.builds.remove(at));
        Ok(Command::PutBuild { at, build })
    }

    pub(super) fn put_build(&mut self, at: usize, build: Build) -> Result<Command, Refusal> {
        if self.build(&build.id).is_some() {
            return Err(Refusal::Taken(build.id.into()));
        }
        if self.builds.len() >= Limits::BUILDS {
            return Err(Refusal::TooMany("production holds at most 60 builds"));
        }
        let id = build.id.clone();
        self.builds.insert(at.min(self.builds.len()), build);
        self.check().map_err(|why| Refusal::Unfit {
            entry: id.to_string(),
            why: Box::new(why),
        })?;
        Ok(Command::RemoveBuild { build: id })
    }
}

impl Build {
    pub(super) fn rename(&mut self, name: &str) -> Result<Command, Refusal> {
        Ok(Command::RenameBuild {
            build: self.id.clone(),
            name: replace(&mut self.name, checked_name("a build", name)?),
        })
    }
}
