import { spawn } from "node:child_process";
import { readFileSync } from "node:fs";
import { performance } from "node:perf_hooks";
import { row, spread } from "./figures";
import { expect, Server, test } from "../server";

test("the server starts, and what it holds", async ({ page, server }) => {
  const times: number[] = [];
  // On a data file that is there, as on every day but the first.
  await server.stop();
  for (let run = 0; run < 8; run += 1) {
    const begun = performance.now();
    await server.start();
    const answer = await fetch(server.address);
    expect(answer.ok).toBe(true);
    times.push(performance.now() - begun);
    if (run < 7) await server.stop();
  }
  row("from the start of the server to its first page", spread(times), "50 ms");
  for (const view of ["path", "sound", "time", "power", "build", "record", "media"]) {
    await page.goto(`${server.address}/p/the-night-pour/night/${view}`);
    await expect(page.getByTestId("verdict")).toBeVisible();
  }
  row("memory it holds after every view of the demo", resident(server), "60 MB");
});

test("memory after a thousand edits, while other programs take every core", async ({ server }) => {
  test.setTimeout(600_000);
  const busy = [0, 1].map(() => spawn(process.execPath, ["-e", "for (;;);"]));
  try {
    const path = `${server.address}/api/productions/the-night-pour`;
    const first = (await (await fetch(`${path}?build=night`)).json()) as { revision: number };
    for (let edit = 0; edit < 1_000; edit += 1) {
      const command = { do: "rename-device", build: "night", device: "dir", name: `Director ${edit}` };
      const answer = await fetch(`${path}/commands`, {
        method: "POST",
        headers: { "Content-Type": "application/json", "If-Match": `"${first.revision + edit}"` },
        body: JSON.stringify({ build: "night", commands: [command] }),
      });
      expect(answer.ok).toBe(true);
      await answer.arrayBuffer();
    }
    row("memory after 1000 edits beside two busy programs", resident(server), "120 MB");
  } finally {
    for (const program of busy) program.kill("SIGKILL");
  }
});

/** What the server's process holds in memory now. */
function resident(server: Server): string {
  const status = readFileSync(`/proc/${server.pid}/status`, "utf8");
  const kilobytes = Number(/VmRSS:\s+(\d+)/.exec(status)?.[1]);
  return `${(kilobytes / 1000).toFixed(0)} MB`;
}
