// How many faults were caught, and which were not.
import { readFileSync } from "node:fs";

const { outcomes } = JSON.parse(readFileSync(process.argv[2], "utf8"));
const tried = outcomes.filter(({ scenario, summary }) => scenario.Mutant && summary !== "Unviable");
const missed = tried.filter(({ summary }) => summary === "MissedMutant");
for (const { scenario } of missed) console.log(`missed: ${scenario.Mutant.name}`);
const share = 1 - missed.length / Math.max(1, tried.length);
console.log(`${tried.length - missed.length} of ${tried.length} faults caught, ${(share * 100).toFixed(0)} %`);
process.exitCode = share < 0.9 ? 1 : 0;
