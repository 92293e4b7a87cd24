// Makes the front end's types from the committed description of the API. With --check it only
// says whether they are current.
import openapiTS, { astToString } from "openapi-typescript";
import { readFileSync, writeFileSync } from "node:fs";

const description = new URL("../openapi.json", import.meta.url);
const target = new URL("../src/api/schema.ts", import.meta.url);
const types = "// generated from openapi.json by make types\n" + astToString(await openapiTS(description));

if (!process.argv.includes("--check")) {
  writeFileSync(target, types);
} else if (readFileSync(target, "utf8") !== types) {
  console.error("web/src/api/schema.ts is stale: run make types");
  process.exit(1);
}
