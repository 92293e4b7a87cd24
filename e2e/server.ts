import { expect, test as base, type Page } from "@playwright/test";
import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** The program: as it ships where its figures are taken, else the one with its checks. */
export const BINARY = join(import.meta.dirname, "..", process.env.WEST_RAIL_PROGRAM ?? "target/debug/west-rail");

/** The real server on a data file of its own, which can be stopped and started again. */
export class Server {
  readonly folder = mkdtempSync(join(tmpdir(), "west-rail-"));
  private process: ChildProcess | undefined;
  address = "";
  private port = 0;

  async start() {
    const process = spawn(BINARY, ["demo", "--data", join(this.folder, "demo.sqlite"), "--port", String(this.port)]);
    this.process = process;
    this.address = await new Promise<string>((resolve, reject) => {
      let said = "";
      process.stdout.on("data", (chunk: Buffer) => {
        said += chunk.toString();
        const found = /http:\/\/\S+/.exec(said);
        if (found) resolve(found[0]);
      });
      process.once("exit", (code) => reject(new Error(`the server ended with ${code}: ${said}`)));
    });
    this.port = Number(new URL(this.address).port);
  }

  get pid() {
    return this.process?.pid;
  }

  /** Asks the server to end and waits until it has. */
  async stop() {
    const process = this.process;
    if (!process || process.exitCode !== null) return;
    const ended = new Promise<void>((resolve) => process.once("exit", () => resolve()));
    process.kill("SIGTERM");
    await ended;
  }
}

/** A test with a server of its own, freshly seeded with the demo. */
export const test = base.extend<{ server: Server }>({
  server: async ({}, use) => {
    const server = new Server();
    await server.start();
    await use(server);
    await server.stop();
    rmSync(server.folder, { recursive: true, force: true });
  },
});

/** Opens a build's view and waits until the map or the view's heading is there. */
export async function open(page: Page, server: Server, path: string) {
  await page.goto(server.address + path);
  await expect(page.getByTestId("verdict")).toBeVisible();
}

/** Waits until the page has asked nothing, and was answered nothing, for half a second. What is open all the time, the
 *  stream and the worker that holds it, doesn't count. */
export async function quiet(page: Page) {
  let heard = Date.now();
  const hear = () => (heard = Date.now());
  page.on("request", hear);
  page.on("requestfinished", hear);
  await expect.poll(() => Date.now() - heard, { intervals: [100] }).toBeGreaterThan(500);
  page.off("request", hear);
  page.off("requestfinished", hear);
}

export const NIGHT = "/p/the-night-pour/night";

export { expect };
