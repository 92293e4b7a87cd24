import { useState } from "react";
import { useBuildChange } from "../api/queries";
import { useFloor } from "../frame/workbench";
import { Choice } from "../ui/field";
import { Steps } from "./steps";

/** From this build to another: what comes off and goes on, in steps. */
export function ChangePanel() {
  const { id, build, workspace } = useFloor();
  const others = workspace.production.builds.filter((other) => other.id !== build.id);
  const [to, setTo] = useState(others[0]?.id ?? "");
  if (others.length === 0) return <p className="px-3 py-2 text-dim">There is one build: nothing to change to.</p>;
  return (
    <>
      <div className="px-3 pt-2">
        <Choice label="Change to" value={to} options={others.map((other) => ({ value: other.id, label: other.name }))} onChoose={setTo} />
      </div>
      <Change key={to} id={id} from={build.id} to={to} revision={workspace.revision} />
    </>
  );
}

function Change({ id, from, to, revision }: { id: string; from: string; to: string; revision: number }) {
  const { data } = useBuildChange(id, revision, { from, to });
  if (!data) return null;
  if (data.steps.length === 0) return <p className="px-3 py-2 text-dim">Nothing comes off or goes on: what both have is mounted alike.</p>;
  const tools = [...new Set(data.steps.map((step) => step.tool).filter((tool) => tool !== "by hand"))];
  return <Steps name={`${id}:${from}:${to}`} steps={data.steps} takes={data.takes} tools={tools} />;
}
