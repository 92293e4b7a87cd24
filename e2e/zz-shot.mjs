import { chromium } from "@playwright/test";
const [out, path, ...steps] = process.argv.slice(2);
const [w, h] = (process.env.SIZE ?? "1280x800").split("x").map(Number);
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--disable-background-networking", "--disable-component-update", "--disable-sync", "--no-first-run"] });
const p = await b.newPage({ viewport: { width: w, height: h } });
p.on("pageerror", (e) => console.log("PAGEERROR", e.message)); p.on("console", (m) => m.type() === "error" && console.log("CONSOLE", m.text()));
if (process.env.THEME) await p.addInitScript((t) => localStorage.setItem("theme", t), process.env.THEME);
await p.goto("http://127.0.0.1:4999" + path); await p.waitForTimeout(900);
for (const s of steps) { if (s.startsWith("scroll:")) await p.locator("main").first().evaluate((e, y) => e.scrollTo(0, y), Number(s.slice(7))); else if (s.startsWith("theme:")) await p.evaluate((t) => (document.documentElement.dataset.theme = t), s.slice(6)); else await p.getByRole("button", { name: s }).first().click(); await p.waitForTimeout(500); }
await p.screenshot({ path: out }); await b.close();
