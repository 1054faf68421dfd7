#!/usr/bin/env node
/**
 * timed-stories.mjs RECORD [FILE…]: the stories that are timed at the wire, all or these. Moments say nothing of the product while others
 * keep this machine from working: where a part of its time was taken, and only there, files that failed are named in RECORD, to be run once
 * more when nothing else runs here; how much was taken is said.
 */
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { cpus, tmpdir } from "node:os";
import { join } from "node:path";
import { performance } from "node:perf_hooks";

/** So much of the processors' time counts as taken. */
const TAKEN = 0.01;

/** Seconds that others took of all processors together, as of now (proc(5), from memory); 0 where nobody counts them. */
function stolenSeconds() {
  try {
    return Number(readFileSync("/proc/stat", "utf8").split("\n")[0].trim().split(/\s+/)[8] ?? 0) / 100;
  } catch {
    return 0;
  }
}

/** Runs stories; gives the files that failed, [] = none, null = it can't be told. */
function failing(files) {
  const folder = mkdtempSync(join(tmpdir(), "vexa-timed-"));
  const report = join(folder, "report.json");
  const args = [
    "vitest",
    "run",
    "--project",
    "e2e",
    "--reporter",
    "default",
    "--reporter",
    "json",
    `--outputFile.json=${report}`,
    ...files,
  ];
  const { status } = spawnSync("npx", args, { stdio: "inherit" });
  try {
    if (status === 0) return [];
    const { testResults } = JSON.parse(readFileSync(report, "utf8"));
    const failed = testResults.filter((file) => file.status !== "passed").map(({ name }) => name);
    return failed.length > 0 ? failed : null;
  } catch {
    return null;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const [, , record, ...asked] = process.argv;
const [began, stolen] = [performance.now(), stolenSeconds()];
const failed = failing(asked);
const taken = (stolenSeconds() - stolen) / (((performance.now() - began) / 1000) * cpus().length);
const names = (failed ?? []).map((file) => file.split("/").at(-1));
if (names.length > 0) console.log(`others took ${(100 * taken).toFixed(1)} % of this machine meanwhile; failed: ${names.join(", ")}`);
const again = names.length > 0 && asked.length === 0 && taken >= TAKEN;
if (again) writeFileSync(record, names.join("\n"));
process.exit(failed?.length === 0 || again ? 0 : 1);
