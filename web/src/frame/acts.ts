import type { QueryClient } from "@tanstack/react-query";
import type { NavigateFunction } from "react-router";
import type { LineAnswer } from "../api/client";
import { fetchFixes } from "../api/queries";
import { ASIDE, STAGES } from "../views";
import { ADD_DEVICE } from "./keys";
import { keepTheme } from "./kept-theme";
import type { useWorkbench } from "./workbench";

interface Context {
  bench: ReturnType<typeof useWorkbench>;
  navigate: NavigateFunction;
  client: QueryClient;
}

/** What the program does rather than the production: views, history, theme, paper. Lines that change the
 *  production are the core's business. */
interface Act {
  /** How the line begins. */
  word: string;
  says: string;
  /** Whether more has to follow. */
  more?: string;
  /** Does it; what it returns is why it couldn't. */
  run: (context: Context, rest: string) => Promise<string | undefined> | string | undefined;
}

const place = ({ bench }: Context) => `/p/${encodeURIComponent(bench.id)}/${encodeURIComponent(bench.build.id)}`;

const deviceIn = ({ bench }: Context, typed: string) =>
  bench.build.placements.find((placement) => placement.id === typed.toLowerCase() || placement.name.toLowerCase() === typed.toLowerCase());

function go({ navigate }: Context, to: string): undefined {
  void navigate(to);
}

/** When the line is closed: it isn't to be on the paper. */
function printed(): undefined {
  setTimeout(() => window.print());
}

const ACTS: Act[] = [
  ...[...STAGES, ...ASIDE].map((view): Act => ({
    word: view.path,
    says: `the ${view.name} view`,
    run: (context) => go(context, `${place(context)}/${view.path}`),
  })),
  { word: "productions", says: "the list of productions", run: (context) => go(context, "/") },
  { word: "calculator", says: "how long on a card", run: (context) => go(context, "/calculator") },
  {
    word: "undo",
    says: "takes the last change back",
    run: ({ bench }) => {
      if (!bench.workspace.undo) return "There is nothing to undo.";
      bench.undo();
      return undefined;
    },
  },
  {
    word: "redo",
    says: "makes it again",
    run: ({ bench }) => {
      if (!bench.workspace.redo) return "There is nothing to redo.";
      bench.attempt("redo");
      return undefined;
    },
  },
  { word: "print", says: "this view on paper", run: printed },
  {
    word: "theme",
    more: "night or day",
    says: "night or day",
    run: (_, rest) => {
      if (rest !== "night" && rest !== "day") return "Write theme night, or theme day.";
      keepTheme(rest);
      return undefined;
    },
  },
  {
    word: "devices",
    says: "the list to add devices from",
    run: (context) => {
      return go(context, `${place(context)}/path`);
      setTimeout(() => window.dispatchEvent(new Event(ADD_DEVICE)), 100);
      return undefined;
    },
  },
  {
    word: "go",
    more: "a device",
    says: "selects a device on the map",
    run: (context, rest) => {
      const found = deviceIn(context, rest);
      if (!found) return `There is no device “${rest}” here.`;
      void context.navigate(`${place(context)}/path?at=device:${encodeURIComponent(found.id)}`);
    },
  },
  {
    word: "follow",
    more: "a screen or recorder",
    says: "its path, hop by hop",
    run: (context, rest) => {
      const found = deviceIn(context, rest);
      if (!found) return `There is no device “${rest}” here.`;
      return go(context, `${place(context)}/path?follow=${encodeURIComponent(found.id)}`);
    },
  },
  {
    word: "route",
    more: "a > dir",
    says: "ways from one device to another",
    run: (context, rest) => {
      const [, from, to] = /^(\S+)\s*>\s*(\S+)$/.exec(rest) ?? [];
      if (!from || !to) return "Write it like route a > dir.";
      return go(context, `${place(context)}/path?route=${encodeURIComponent(`${from}>${to}`)}`);
    },
  },
  {
    word: "fix",
    says: "applies the first fix of the first finding, or of one by its code",
    run: async ({ bench, client }, rest) => {
      const { findings } = bench.workspace.report;
      const finding = rest === "" ? findings[0] : findings.find((other) => other.code.toLowerCase() === rest.toLowerCase());
      if (!finding) return rest === "" ? "There is nothing to fix." : `There is no finding ${rest.toUpperCase()} here.`;
      const {
        fixes: [fix],
      } = await fetchFixes(client, bench.id, bench.build.id, bench.workspace.revision, finding.id);
      if (!fix) return `Nothing in the kit, or to hire, mends ${finding.code} by itself.`;
      bench.attempt(fix.commands, fix.title);
      return undefined;
    },
  },
];

/** The act that a line asks for, with what follows its word. */
export function actOf(line: string): { run: (context: Context) => Promise<string | undefined> | string | undefined } | undefined {
  const [word = "", ...rest] = line.split(/\s+/);
  const found = ACTS.find((act) => act.word === word.toLowerCase());
  // What takes nothing more is no act with more behind it.
  if (!found || (rest.length > 0 && !found.more && found.word !== "fix")) return undefined;
  return { run: (context) => found.run(context, rest.join(" ")) };
}

/** Acts that a line may be the beginning of. */
export function actsLike(line: string): LineAnswer["completions"] {
  const typed = line.trimStart().toLowerCase();
  if (typed === "" || typed.includes(" ")) return [];
  return ACTS.filter((act) => act.word.startsWith(typed) && act.word !== typed).map((act) => ({
    line: act.more ? `${act.word} ` : act.word,
    says: act.more ? `${act.more}: ${act.says}` : act.says,
  }));
}
