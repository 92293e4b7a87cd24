import { Link } from "react-router";
import { BuildsMenu } from "../builds/builds-menu";
import { ago } from "../ui/ago";
import { TypedField } from "../ui/field";
import { SeverityMark } from "../ui/mark";
import { useNarrow } from "../ui/narrow";
import type { Report } from "../api/client";
import { Popover } from "radix-ui";
import { Away } from "./away";
import { ThemeSwitch } from "./theme";
import { useAttention, useEdits, useFloor } from "./workbench";

type Verdict = Report["verdict"];

interface Props {
  connected: boolean;
  openFindings: () => void;
  openLine: () => void;
  openKeys: () => void;
}

/** One line: what is open, its format, the verdict, the history, the command line. */
export function Head({ connected, openFindings, openLine, openKeys }: Props) {
  const { workspace } = useFloor();
  const { attempt, undo: stepBack, theirs } = useEdits();
  const { select, connect } = useAttention();
  const narrow = useNarrow();
  const { production, report, undo, undo_at, undo_by, redo } = workspace;
  const { verdict } = report;
  const worst = verdict.stops ? "stop" : verdict.cautions ? "caution" : verdict.notes ? "note" : "ok";
  const openAll = () => {
    connect(undefined);
    select(undefined);
    openFindings();
  };
  const away = <Away connected={connected} />;
  const said = [theirs && "made in another window", undo_by && `by ${undo_by}`, undo_at != null && ago(undo_at)].filter(Boolean);
  const steps = (
    <>
      <Step name="Undo" what={undo && [undo, ...said].join(", ")} onClick={() => stepBack()} />
      <Step name="Redo" what={redo} onClick={() => attempt("redo")} />
      <button type="button" onClick={openLine} className="border border-rule bg-sunk px-2 py-0.5 text-left text-dim hover:border-dim">
        Type a command <kbd className="ml-2 font-sans text-small">/</kbd>
      </button>
      <button type="button" onClick={openKeys} className="px-2 py-1 text-dim hover:text-ink">
        Keys
      </button>
      <ThemeSwitch />
    </>
  );
  if (narrow)
    return (
      <header className="flex items-center gap-2 border-b border-rule px-3 py-1 print:hidden">
        <h1 className="min-w-0 flex-1 truncate text-body font-semibold">{production.name}</h1>
        {away}
        <button
          type="button"
          className="flex items-center gap-2 border border-rule px-2"
          aria-label={`Verdict: ${verdict.text}. Show the findings`}
          onClick={openAll}
        >
          <Counts verdict={verdict} />
        </button>
        <Popover.Root>
          <Popover.Trigger className="border border-rule px-2" aria-label="Build, format, undo and the rest">
            More
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content align="end" sideOffset={4} collisionPadding={8} className="z-40 w-72 space-y-2 border border-dim bg-ground p-3 shadow-2xl">
              <p>
                <Link to="/" className="underline decoration-dotted underline-offset-3">
                  All productions
                </Link>
              </p>
              <div className="flex flex-wrap items-center gap-2">
                <BuildsMenu />
              </div>
              <ProjectFormat />
              <p>{verdict.text}</p>
              <div className="flex flex-wrap items-center gap-1">{steps}</div>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </header>
    );
  return (
    <header className="relative flex print:hidden flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-3 py-1.5">
      <Link to="/" className="py-1 font-semibold tracking-wide" title="All productions">
        West Rail
      </Link>
      <h1 className="max-w-64 truncate text-body font-semibold" title={production.name}>
        {production.name}
      </h1>
      <BuildsMenu />
      <ProjectFormat />
      <button
        type="button"
        className="flex items-center gap-1.5 border border-rule px-2 py-0.5 hover:border-dim"
        aria-label={`Verdict: ${verdict.text}. Show the findings`}
        onClick={openAll}
      >
        <SeverityMark severity={worst} word={false} />
        <span data-testid="verdict">{verdict.text}</span>
      </button>
      <div className="ml-auto flex items-center gap-1">{steps}</div>
      {/* Over the view: nothing moves for what passes. */}
      <div className="absolute top-full right-3 z-20 bg-raised">{away}</div>
    </header>
  );
}

/** The verdict as marks with counts, where words have no room. */
function Counts({ verdict }: { verdict: Verdict }) {
  const counts = [
    ["stop", verdict.stops],
    ["caution", verdict.cautions],
    ["note", verdict.notes],
  ] as const;
  const some = counts.filter(([, count]) => count > 0);
  if (some.length === 0) return <span data-testid="verdict">{verdict.text}</span>;
  return (
    <span aria-hidden className="flex gap-2" data-testid="verdict">
      {some.map(([severity, count]) => (
        <span key={severity} className="flex items-center gap-1">
          <SeverityMark severity={severity} word={false} />
          {count}
        </span>
      ))}
    </span>
  );
}

function Step({ name, what, onClick }: { name: string; what?: string | null; onClick: () => void }) {
  return (
    <button
      type="button"
      disabled={!what}
      title={what ? `${name}: ${what}` : `Nothing to ${name.toLowerCase()}`}
      onClick={onClick}
      className="px-2 py-1 hover:underline disabled:text-dim disabled:opacity-60 disabled:no-underline"
    >
      {name}
    </button>
  );
}

/** The project format in words; opens to be typed anew. */
function ProjectFormat() {
  const { workspace } = useFloor();
  const { edit, settle } = useEdits();
  const { production, report } = workspace;
  return (
    <Popover.Root>
      <Popover.Trigger
        className="underline decoration-dim decoration-dotted underline-offset-3 hover:decoration-ink"
        aria-label={`Project format ${report.format}: change it`}
      >
        {report.format}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content sideOffset={6} collisionPadding={12} className="z-50 w-80 space-y-3 border border-dim bg-raised p-3 shadow-2xl">
          <TypedField
            label="Project format"
            value={production.format}
            hint="As you would say it: UHD 25p, 2160p50, 1080i50 4:2:2 10-bit"
            send={(typed) => edit([{ do: "set-project-format", format: typed }])}
          />
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={production.drop_frame ?? false}
              onChange={(event) => settle(edit([{ do: "set-drop-frame", drop_frame: event.target.checked }]))}
            />
            Drop frame, where the rate allows it
          </label>
          <p className="text-small text-dim">Timecode counts {report.timecode}. Outputs that aren’t set otherwise follow the project.</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
