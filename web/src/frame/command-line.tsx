import { Dialog } from "radix-ui";
import { useState, type KeyboardEvent } from "react";
import { useNavigate } from "react-router";
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { lineQuestion } from "../api/queries";
import { sentenceOf } from "../api/client";
import { actOf, actsLike } from "./acts";
import { useWorkbench } from "./workbench";

/** The command line: `a.sdi1 > dir.sdi`, with completion. What a line means is the core's business. */
export function CommandLine({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const bench = useWorkbench();
  const { id, build, workspace, edit, select } = bench;
  const navigate = useNavigate();
  const [line, setLine] = useState("");
  const [picked, setPicked] = useState(-1);
  const [refusal, setRefusal] = useState<string>();
  const client = useQueryClient();
  const question = lineQuestion(id, build.id, workspace.revision, line);
  const answer = useQuery({ ...question, enabled: open, placeholderData: keepPreviousData });
  const completions = [...actsLike(line), ...(answer.data?.completions ?? [])].slice(0, 14);

  function change(next: string) {
    setLine(next);
    setPicked(-1);
    setRefusal(undefined);
  }

  const words = line.trim();
  const act = actOf(words);

  async function run() {
    try {
      if (act) {
        const said = await act.run({ bench, navigate, client });
        if (said !== undefined) setRefusal(said);
        else close();
        return;
      }
      // Quick hands are ahead of the list: what counts is the answer to the line as it stands.
      const { commands, misread } = await client.fetchQuery(question);
      if (!commands) {
        setRefusal(misread ?? "Not understood.");
        return;
      }
      await edit(commands);
      const [first] = commands;
      if (first?.do === "connect") select({ kind: "device", id: first.to.split(".")[0] ?? "" });
      close();
    } catch (error) {
      setRefusal(sentenceOf(error));
    }
  }

  function close() {
    // A focused field that goes has the whole page measured; one that was left doesn't.
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
    onOpenChange(false);
  }

  // It starts empty each time, however it was left.
  const [was, setWas] = useState(open);
  if (was !== open) {
    setWas(open);
    if (open) change("");
  }

  function onKey(event: KeyboardEvent) {
    event.stopPropagation();
    const shown = completions[Math.max(picked, 0)];
    if (event.key === "Enter") {
      event.preventDefault();
      if (picked >= 0 && shown && shown.line !== line) change(shown.line);
      else void run();
    } else if (event.key === "Tab" && shown && shown.line !== line) {
      event.preventDefault();
      change(shown.line);
    } else if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      const step = event.key === "ArrowDown" ? 1 : -1;
      if (completions.length) setPicked((now) => (now + step + completions.length) % completions.length);
    }
  }

  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-sunk/50" />
        <Dialog.Content className="fixed top-11 right-3 z-50 w-[min(520px,94vw)] border border-dim bg-ground shadow-2xl" aria-describedby="line-says">
          <Dialog.Title className="sr-only">Command line</Dialog.Title>
          <input
            autoFocus
            role="combobox"
            aria-label="Command"
            aria-expanded={completions.length > 0}
            aria-controls="completions"
            aria-activedescendant={picked >= 0 ? `completion-${picked}` : undefined}
            autoComplete="off"
            spellCheck={false}
            value={line}
            placeholder="a.sdi1 > dir.sdi"
            onChange={(event) => change(event.target.value)}
            onKeyDown={onKey}
            className="w-full border-b border-rule bg-sunk px-3 py-2"
          />
          <p id="line-says" className={`px-3 py-1.5 text-small ${refusal ? "text-stop" : "text-dim"}`} role={refusal ? "alert" : undefined}>
            {refusal ??
              (act || (answer.data?.commands && !answer.isPlaceholderData)
                ? "Enter does it."
                : (answer.data?.misread ?? "Type a connection, a view, or what is to be done."))}
          </p>
          <ul id="completions" role="listbox" aria-label="Ways to go on" className="max-h-72 overflow-auto pb-1">
            {completions.map((completion, number) => (
              // The keys for it are the field’s, which keeps the focus.
              // eslint-disable-next-line jsx-a11y/click-events-have-key-events
              <li
                key={completion.line}
                id={`completion-${number}`}
                role="option"
                aria-selected={number === picked}
                onClick={() => change(completion.line)}
                className={`flex cursor-pointer justify-between gap-4 px-3 py-1 ${number === picked ? "bg-raised" : ""}`}
              >
                <span className="whitespace-nowrap">{completion.line}</span>
                <span className="truncate text-dim">{completion.says}</span>
              </li>
            ))}
          </ul>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
