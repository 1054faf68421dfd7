#!/usr/bin/env node
/**
 * The stories that are timed at the wire. Moments say nothing of the product while others keep this machine from working: files that failed
 * are run once more where a part of its time was taken, and only there; how much is said.
 */
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
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

const [began, stolen] = [performance.now(), stolenSeconds()];
let failed = failing(process.argv.slice(2));
const taken = (stolenSeconds() - stolen) / (((performance.now() - began) / 1000) * cpus().length);
const percent = `${(100 * taken).toFixed(1)} %`;
if (failed?.length) {
  const names = failed.map((file) => file.split("/").at(-1)).join(", ");
  if (taken >= TAKEN) {
    console.log(`others took ${percent} of this machine meanwhile: once more: ${names}`);
    failed = failing(failed);
  } else console.log(`others took ${percent} of this machine meanwhile: that is no reason for ${names}`);
}
process.exit(failed?.length === 0 ? 0 : 1);
