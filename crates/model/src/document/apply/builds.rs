//! Commands about builds as wholes.

use super::{Refusal, bad_handle, checked_name, missing};
use crate::document::names::is_handle;
use crate::document::{Build, Handle, Limits, Production, handle_from};

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
    ) -> Result<(), Refusal> {
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
                id,
                name,
                ..self
                    .build(&from)
                    .ok_or_else(|| missing("build", &from))?
                    .clone()
            },
            None => Build::empty(&id, &name),
        };
        self.builds.push(build);
        Ok(())
    }

    pub(super) fn remove_build(&mut self, id: &str) -> Result<(), Refusal> {
        let at = self.builds.iter().position(|build| build.id == id);
        let at = at.ok_or_else(|| missing("build", id))?;
        if self.builds.len() == 1 {
            return Err(Refusal::Contradiction(
                "a production keeps at least one build; add another before this one goes".into(),
            ));
        }
        self.builds.remove(at);
        Ok(())
    }

    pub(super) fn put_build(&mut self, at: usize, build: Build) -> Result<(), Refusal> {
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
        })
    }
}

impl Build {
    pub(super) fn rename(&mut self, name: &str) -> Result<(), Refusal> {
        self.name = checked_name("a build", name)?;
        Ok(())
    }
}
