import { useRef, useState } from "react";
import { sentenceOf, type Placement, type Port } from "../api/client";
import { readEdid } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";

/** What the sink behind an HDMI input says of itself: its EDID, read from a file or pasted. */
export function InputSettings({ socket, placement }: { socket: Port; placement: Placement }) {
  const { build } = useFloor();
  const { edit, settle } = useEdits();
  const [open, setOpen] = useState(false);
  const [pasted, setPasted] = useState("");
  const [refusal, setRefusal] = useState<string>();
  const file = useRef<HTMLInputElement>(null);
  const setting = placement.settings?.inputs?.[socket.id];
  const at = `${placement.id}.${socket.id}`;
  if (socket.wire !== "hdmi" || socket.direction !== "in") return null;

  async function take(bytes: ArrayBuffer) {
    try {
      const { setting: read } = await readEdid(bytes);
      await edit([{ do: "set-input", build: build.id, at, setting: read }]);
      setOpen(false);
      setPasted("");
      setRefusal(undefined);
    } catch (error) {
      setRefusal(sentenceOf(error));
    }
  }

  return (
    <div className="mt-1">
      {setting ? (
        <p className="text-small">
          Takes what the {setting.from} says.{" "}
          <button
            type="button"
            className="underline decoration-dotted underline-offset-3"
            onClick={() => settle(edit([{ do: "set-input", build: build.id, at, setting: null }]))}
          >
            Back to the catalogue’s word
          </button>
        </p>
      ) : (
        <button
          type="button"
          aria-expanded={open}
          className="text-small text-dim underline decoration-dotted underline-offset-3 hover:text-ink"
          onClick={() => setOpen(!open)}
        >
          Read the sink’s EDID…
        </button>
      )}
      {open && !setting && (
        <div className="mt-1 space-y-1.5 border-l border-rule pl-2">
          <label className="block text-small text-dim">
            EDID file, binary or hexadecimal
            <input
              ref={file}
              type="file"
              className="mt-0.5 block w-full text-ink"
              onChange={(event) => {
                const [chosen] = event.target.files ?? [];
                if (chosen) void chosen.arrayBuffer().then(take);
                event.target.value = "";
              }}
            />
          </label>
          <label className="block text-small text-dim">
            Or paste it
            <textarea
              rows={3}
              value={pasted}
              spellCheck={false}
              onChange={(event) => setPasted(event.target.value)}
              onKeyDown={(event) => event.stopPropagation()}
              className="mt-0.5 block w-full border border-rule bg-sunk px-1.5 py-0.5 text-ink"
            />
          </label>
          <Button disabled={!pasted.trim()} onClick={() => void take(new TextEncoder().encode(pasted).buffer)}>
            Take it
          </Button>
          {refusal && (
            <p role="alert" className="text-small text-stop">
              {refusal}
            </p>
          )}
        </div>
      )}
    </div>
  );
}
