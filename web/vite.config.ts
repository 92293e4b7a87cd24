import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { defineConfig, type Plugin } from "vite";

/** Where the licences of all that ships stand in the built front end. */
const NOTICES = "notices.json";

/** Ships through a style sheet, where the bundler doesn't see the package that it comes from. */
const STYLES = ["@fontsource-variable/public-sans", "tailwindcss"];

/** Adds the notices of fonts and styles to those that the bundler has written of the scripts. */
const styleNotices = (): Plugin => ({
  name: "style-notices",
  apply: "build",
  writeBundle({ dir = "" }) {
    const file = join(dir, NOTICES);
    const scripts = JSON.parse(readFileSync(file, "utf8")) as unknown[];
    const styles = STYLES.map((name) => {
      const { version, license } = JSON.parse(readFileSync(`node_modules/${name}/package.json`, "utf8")) as { version: string; license: string };
      return { name, version, identifier: license, text: readFileSync(`node_modules/${name}/LICENSE`, "utf8") };
    });
    writeFileSync(file, JSON.stringify([...scripts, ...styles]));
  },
});

/** Writes a compressed copy beside each text that ships, so that the server compresses nothing twice. */
const compressed = (): Plugin => ({
  name: "compressed",
  apply: "build",
  enforce: "post",
  closeBundle() {
    for (const name of readdirSync("dist", { recursive: true, encoding: "utf8" })) {
      if (!/\.(js|css|html|json|svg)$/.test(name)) continue;
      writeFileSync(join("dist", `${name}.gz`), gzipSync(readFileSync(join("dist", name)), { level: 9 }));
    }
  },
});

export default defineConfig({
  plugins: [react(), tailwindcss(), styleNotices(), compressed()],
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 2000, license: { fileName: NOTICES } },
  server: { port: 4871, proxy: { "/api": "http://127.0.0.1:4870" } },
});
