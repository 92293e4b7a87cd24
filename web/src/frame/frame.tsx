import { useEffect, useState } from "react";
import { NavLink, Outlet, useLocation, useParams, useSearchParams } from "react-router";
import { useFollow, useProductionReference, useWorkspace } from "../api/queries";
import { FindingsList } from "../findings/findings";
import { SeverityMark } from "../ui/mark";
import { CommandLine } from "./command-line";
import { Failed } from "./failed";
import { Head } from "./head";
import { HeldEdit } from "./held";
import { KeysSheet, useKeys } from "./keys";
import { Notices } from "./notices";
import { ASIDE, STAGES } from "../views";
import { WorkbenchProvider, useFloor } from "./workbench";

/** The frame around every view of a production. */
export function Frame() {
  const { production = "", build: buildId = "" } = useParams();
  const workspace = useWorkspace(production, buildId);
  const reference = useProductionReference(production, workspace.data?.production.custom);
  const connected = useFollow(production, buildId);
  if (workspace.error) return <Failed sentence={workspace.error.message} />;
  if (!workspace.data || !reference.data) return <Waiting />;
  const build = workspace.data.production.builds.find((build) => build.id === buildId);
  if (!build) return <Failed sentence={`There is no build “${buildId}” in this production.`} />;
  return (
    <WorkbenchProvider id={production} build={build} workspace={workspace.data} reference={reference.data}>
      <Within connected={connected} />
    </WorkbenchProvider>
  );
}

/** Nothing for the first moments; then a word. */
function Waiting() {
  return (
    <p role="status" className="animate-[appear_0.2s_step-end_both] p-10 text-dim">
      Reading the production…
    </p>
  );
}

function Within({ connected }: { connected: boolean }) {
  const [line, setLine] = useState(false);
  const [keys, setKeys] = useState(false);
  const { workspace } = useFloor();
  const [findings, setFindings] = useState(false);
  const [, setSearch] = useSearchParams();
  // The Path view has a place for them already.
  const beside = !useLocation().pathname.endsWith("/path");
  const openFindings = () => {
    setFindings(true);
    setSearch(withoutPanel, { replace: true });
    // They are drawn first, where they weren't there.
    requestAnimationFrame(() => document.getElementById("findings")?.focus());
  };
  // Every view is there when it is asked for, also when the server isn't.
  useEffect(() => {
    const wait = setTimeout(() => {
      for (const view of [...STAGES, ...ASIDE]) view.load().catch(() => undefined);
    }, 1500);
    return () => clearTimeout(wait);
  }, []);
  useKeys({ openLine: () => setLine(true), openKeys: () => setKeys(true) });
  const { stages } = workspace.report;
  return (
    <div className="flex h-full flex-col">
      <Head connected={connected} openFindings={openFindings} openLine={() => setLine(true)} openKeys={() => setKeys(true)} />
      <Notices />
      <div className="flex min-h-0 flex-1 flex-col-reverse md:flex-row">
        <nav aria-label="Stages of the work" className="flex shrink-0 border-t border-rule print:hidden md:w-20 md:flex-col md:border-t-0 md:border-r">
          {STAGES.map(({ path, name, stage }) => (
            <Stage key={path} to={path} name={name} worst={stage && stages[stage]} />
          ))}
        </nav>
        <Outlet />
        {beside && findings && (
          <aside
            aria-label="Findings"
            tabIndex={0}
            data-scrolls
            className="w-full shrink-0 overflow-auto border-rule max-md:border-b md:w-[308px] md:border-l print:hidden"
          >
            <FindingsList onClose={() => setFindings(false)} />
          </aside>
        )}
      </div>
      <CommandLine open={line} onOpenChange={setLine} />
      <KeysSheet open={keys} onOpenChange={setKeys} />
      <HeldEdit />
    </div>
  );
}

/** The address with the side panel open. */
function withoutPanel(old: URLSearchParams) {
  const params = new URLSearchParams(old);
  params.delete("panel");
  return params;
}

function Stage({ to, name, worst }: { to: string; name: string; worst?: "stop" | "caution" | "note" | null }) {
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        `flex flex-1 items-center justify-between gap-1 border-l-2 px-2.5 py-2 max-md:min-h-11 max-md:flex-col max-md:justify-center max-md:gap-0.5 max-md:border-t-2 max-md:border-l-0 max-md:min-w-0! max-md:px-0 max-md:py-1 max-md:text-small md:flex-none ${isActive ? "border-accent bg-raised font-semibold" : "border-transparent text-dim hover:text-ink"}`
      }
    >
      {name}
      {worst && <SeverityMark severity={worst} word={false} />}
    </NavLink>
  );
}
