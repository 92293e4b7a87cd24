import { lazy, Suspense, useEffect, useState } from "react";
import { flushSync } from "react-dom";
import { Link, useSearchParams } from "react-router";
import { useOtherEnds } from "../api/queries";
import { FindingsList } from "../findings/findings";
import { ADD_DEVICE } from "../frame/keys";
import { useAttention, useEdits, useFloor, useSelection } from "../frame/workbench";
import { Button } from "../ui/button";
import { Menu } from "../ui/menu";
import { useNarrow } from "../ui/narrow";
import { ArrivalsBoard } from "./arrivals";
import { ConnectPanel } from "./connect";
import { DeviceInspector, type Panel } from "./device-inspector";
import { FollowPanel } from "./follow";
import { CableInspector } from "./cable-inspector";
import { LineMap, type Zoom } from "./lines/line-map";
import { RadioPlan } from "./radio-plan";
import { RoutesPanel } from "./routes";

// It comes when it is asked for, or soon after the view: the first look doesn't wait for it.
const loadAdd = () => import("./add-devices");
const AddDevices = lazy(async () => ({ default: (await loadAdd()).AddDevices }));

/** The Path view: the lines with their board, the inspector or the findings beside them; on a narrow screen
 *  the arrivals as a list. */
export function PathView() {
  const { id, build, workspace } = useFloor();
  const { connecting } = useAttention();
  const selection = useSelection();
  const [search, setSearch] = useSearchParams();
  // Another view that wants devices first leads here with the list open.
  const [adding, setAdding] = useState(search.has("add"));
  const narrow = useNarrow();
  const [zoom, setZoom] = useState<Zoom>(1);
  const [whole, setWhole] = useState(false);
  // A narrow window has a list; the lines can still be looked at, and scrolled.
  const [lines, setLines] = useState(false);
  const follow = search.get("follow");
  const route = search.get("route");
  const [from = "", to = ""] = route?.split(">") ?? [];
  const facing = workspace.report.ports.find((port) => port.at === connecting)?.direction;
  const inputs = useOtherEnds(id, build.id, workspace.revision, connecting !== undefined && facing ? { at: connecting, direction: facing } : undefined);

  useEffect(() => {
    const open = () => setAdding(true);
    const soon = setTimeout(() => void loadAdd().catch(() => undefined), 1500);
    window.addEventListener(ADD_DEVICE, open);
    return () => {
      clearTimeout(soon);
      window.removeEventListener(ADD_DEVICE, open);
    };
  }, []);

  const openAdd = (open: boolean) => {
    setAdding(open);
    if (open || !search.has("add")) return;
    setSearch(
      (old) => {
        const params = new URLSearchParams(old);
        params.delete("add");
        return params;
      },
      { replace: true },
    );
  };

  // What stands in the inspector's place is in the address, like what is selected.
  const openPanel = (panel: Panel | undefined) =>
    setSearch(
      (old) => {
        const params = new URLSearchParams(old);
        params.delete("follow");
        params.delete("route");
        if (panel && "follow" in panel) params.set("follow", panel.follow);
        else if (panel) params.set("route", `${panel.from}>${panel.to}`);
        return params;
      },
      { replace: true },
    );

  const closed = search.get("panel") === "closed";
  const setClosed = (close: boolean) =>
    setSearch(
      (old) => {
        const params = new URLSearchParams(old);
        if (close) params.set("panel", "closed");
        else params.delete("panel");
        return params;
      },
      { replace: true },
    );
  // Where one thing stands under the other, what was asked for is below what is in sight.
  const asked = `${connecting} ${route} ${follow} ${search.get("at")}`;
  useEffect(() => {
    if (narrow && asked !== "undefined null null null") document.getElementById("beside-map")?.scrollIntoView();
  }, [narrow, asked]);
  // What is selected, or asked, always has its place.
  const open = !closed || connecting !== undefined || route !== null || follow !== null || selection !== undefined;

  return (
    <div data-sheet="map" className="flex min-h-0 min-w-0 flex-1 max-md:flex-col max-md:overflow-auto print:block">
      <main className="flex min-w-0 flex-1 flex-col max-md:flex-none">
        <div className="flex items-center gap-2 border-b border-rule px-3 py-1 max-md:hidden print:hidden">
          <Button onClick={() => setAdding(true)}>Add devices</Button>
          <Button onClick={() => openPanel({ from: "", to: "" })}>Find a route</Button>
          <ZoomButtons zoom={zoom} onZoom={setZoom} />
          <SaveMenu name={`${workspace.production.name}, ${build.name}`} onWhole={setWhole} />
          <Legend />
        </div>
        <p className="hidden px-3 py-1 font-semibold print:block">
          {workspace.production.name}, {build.name}: {workspace.report.format}
        </p>
        {narrow && (
          <div className="flex flex-wrap gap-2 border-b border-rule p-2 print:hidden">
            <Button onClick={() => setAdding(true)}>Add devices</Button>
            <Button onClick={() => openPanel({ from: "", to: "" })}>Find a route</Button>
            <Button aria-pressed={lines} onClick={() => setLines(!lines)}>
              {lines ? "Show the list" : "Show the lines"}
            </Button>
            {lines && <SaveMenu name={`${workspace.production.name}, ${build.name}`} onWhole={setWhole} />}
          </div>
        )}
        {narrow && !lines ? (
          <section aria-label="Arrivals board" tabIndex={0} data-scrolls className="min-h-0 overflow-auto">
            <ArrivalsBoard />
            <RadioPlan />
          </section>
        ) : (
          <div
            aria-label="Lines and arrivals"
            role="region"
            tabIndex={0}
            className="min-h-0 flex-1 overflow-auto contain-content max-md:min-h-[60vh] print:contain-none"
            data-scrolls
          >
            <SkipMap />
            {build.placements.length === 0 ? <Empty onAdd={() => setAdding(true)} /> : <LineMap inputs={inputs.data} zoom={zoom} whole={whole} />}
            <RadioPlan />
          </div>
        )}
      </main>
      {open && (
        <aside
          id="beside-map"
          aria-label="Inspector"
          tabIndex={0}
          data-scrolls
          className="w-full shrink-0 overflow-auto border-rule contain-content print:contain-none print:w-full print:break-before-page print:border-0 md:w-[308px] md:border-l max-md:border-t max-md:overflow-visible"
        >
          {connecting !== undefined ? (
            <ConnectPanel key={connecting} at={connecting} facing={facing ?? "out"} ends={inputs.data} problem={inputs.error?.message} />
          ) : route !== null ? (
            <RoutesPanel from={from} to={to} onChange={(nextFrom, nextTo) => openPanel({ from: nextFrom, to: nextTo })} onClose={() => openPanel(undefined)} />
          ) : follow !== null ? (
            <FollowPanel device={follow} onClose={() => openPanel(undefined)} />
          ) : selection?.kind === "device" ? (
            <DeviceInspector key={selection.id} device={selection.id} openPanel={openPanel} />
          ) : selection?.kind === "cable" ? (
            <CableInspector key={selection.id} cable={selection.id} />
          ) : (
            <FindingsList onClose={() => setClosed(true)} />
          )}
        </aside>
      )}
      {adding && (
        <Suspense>
          <AddDevices open={adding} onOpenChange={openAdd} />
        </Suspense>
      )}
    </div>
  );
}

function Empty({ onAdd }: { onAdd: () => void }) {
  return (
    <div className="p-8">
      <p className="mb-3">The map shows what is plugged into what, and what runs through it.</p>
      <Button strong onClick={onAdd}>
        Add the first devices
      </Button>
      <p className="mt-4 text-dim">
        Or see how it looks when it is full:{" "}
        <Link to="/" className="underline decoration-dotted underline-offset-3">
          the demo stands among the productions
        </Link>
        , where west-rail demo was started.
      </p>
    </div>
  );
}

/** Past all devices and cables at one press, for who comes by the Tab key. */
function SkipMap() {
  return (
    <button
      type="button"
      className="sr-only bg-accent px-2 py-1 text-ground focus:not-sr-only focus:absolute focus:z-20"
      onClick={() => document.getElementById("beside-map")?.focus()}
    >
      Skip the map
    </button>
  );
}

/** The map as a picture, or on paper. */
function SaveMenu({ name, onWhole }: { name: string; onWhole: (whole: boolean) => void }) {
  const { settle } = useEdits();
  async function picture(kind: "svg" | "png") {
    // What isn't in sight is drawn for the picture, too.
    flushSync(() => onWhole(true));
    try {
      const map = document.querySelector<HTMLElement>("[data-line-map]");
      if (!map) return;
      const { asPng, asSvg, save } = await import("./lines/picture");
      const svg = await asSvg(map);
      save(kind === "svg" ? new Blob([svg], { type: "image/svg+xml" }) : await asPng(svg), `${name}.${kind}`);
    } finally {
      onWhole(false);
    }
  }
  return (
    <Menu
      quiet
      name="Save or print"
      word="Save or print"
      align="start"
      items={[
        ["Save as SVG", () => settle(picture("svg"))],
        ["Save as PNG", () => settle(picture("png"))],
        ["Print", () => void setTimeout(() => window.print())],
      ]}
    />
  );
}

const ZOOMS = [0.5, 0.67, 0.8, 1, 1.25, 1.5, 2];

function ZoomButtons({ zoom, onZoom }: { zoom: Zoom; onZoom: (zoom: Zoom) => void }) {
  const now = zoom === "fit" ? 1 : zoom;
  const step = (by: 1 | -1) => onZoom((by > 0 ? ZOOMS.find((other) => other > now) : ZOOMS.findLast((other) => other < now)) ?? now);
  const quiet = "min-w-6 px-1.5 py-1 text-small text-dim hover:text-ink aria-pressed:text-ink";
  return (
    <div role="group" aria-label="Zoom" className="ml-2 flex items-center">
      <button type="button" className={quiet} aria-pressed={zoom === "fit"} onClick={() => onZoom("fit")}>
        Fit
      </button>
      <button type="button" className={quiet} aria-pressed={zoom === 1} onClick={() => onZoom(1)}>
        {zoom === "fit" ? "100 %" : `${Math.round(zoom * 100)} %`}
      </button>
      <button type="button" className={quiet} aria-label="Smaller" onClick={() => step(-1)}>
        −
      </button>
      <button type="button" className={quiet} aria-label="Larger" onClick={() => step(1)}>
        +
      </button>
    </div>
  );
}

/** How each kind of signal is drawn. */
function Legend() {
  return (
    <ul aria-label="Strokes" className="ml-auto flex gap-4 text-small text-dim">
      <li className="flex items-center gap-1.5">
        <svg width="26" height="8" aria-hidden>
          <path d="M0 4H26" stroke="var(--picture)" strokeWidth="3" />
        </svg>
        <span className="font-semibold text-picture">P</span> picture
      </li>
      <li className="flex items-center gap-1.5">
        <svg width="26" height="8" aria-hidden>
          <path d="M0 4H26" stroke="var(--sound)" strokeWidth="4" />
          <path d="M0 4H26" stroke="var(--ground)" strokeWidth="1.6" />
        </svg>
        <span className="font-semibold text-sound">S</span> sound
      </li>
      <li className="flex items-center gap-1.5">
        <svg width="26" height="8" aria-hidden>
          <path d="M2 4H26" stroke="var(--timecode)" strokeWidth="3" strokeDasharray="0.1 6" strokeLinecap="round" />
        </svg>
        <span className="font-semibold text-timecode">T</span> timecode
      </li>
      <li className="flex items-center gap-1.5">
        <svg width="26" height="8" aria-hidden>
          <path d="M0 4H26" stroke="var(--data)" strokeWidth="3" strokeDasharray="9 4" />
        </svg>
        <span className="font-semibold text-data">D</span> data
      </li>
    </ul>
  );
}
