import { spawn } from "node:child_process";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { cpus } from "node:os";
import { fileURLToPath } from "node:url";
import { useKernels } from "@vexa/core";
import { mergeKernels } from "@vexa/kernels";
import { GROUPS, type GroupName, type Row } from "./groups";

/**
 * `./vexa bench [--quick] [GROUP...]`: prints ratios of this very run, each group from a process of its own, and keeps them in
 * bench/results/latest.json; groups that aren't measured stay there as they were.
 */
const quick = process.argv.includes("--quick");
const rounds = quick ? 60 : 600;
const named = process.argv.slice(2).filter((word) => !word.startsWith("--"));
const names = Object.keys(GROUPS) as GroupName[];
const unknown = named.find((name) => !names.includes(name as GroupName));
if (unknown !== undefined) {
  console.error(`There is no group “${unknown}”: ${names.join(", ")}.`);
  process.exit(2);
}

/** Measures one group here and tells its rows to who asked. */
async function measure(name: GroupName): Promise<void> {
  const rows: Row[] = [];
  await GROUPS[name]({
    quick,
    rounds,
    tell(what, value, target) {
      rows.push({ what, value, target });
      console.log(`${what.padEnd(74)} ${value.padStart(12)}   ${target}`);
    },
  });
  process.send?.(rows);
}

function measuredApart(name: GroupName): Promise<readonly Row[]> {
  return new Promise((resolve, reject) => {
    const own = spawn(process.execPath, [...process.execArgv, fileURLToPath(import.meta.url), ...process.argv.slice(2)], {
      env: { ...process.env, VEXA_BENCH_GROUP: name },
      stdio: ["ignore", "inherit", "inherit", "ipc"],
    });
    let rows: readonly Row[] | null = null;
    own.on("message", (message) => (rows = message as readonly Row[]));
    own.once("exit", (code) => (rows && code === 0 ? resolve(rows) : reject(new Error(`${name} ended with ${code}`))));
  });
}

const asked = process.env["VEXA_BENCH_GROUP"];
if (asked !== undefined) {
  // As the engine's thread does.
  useKernels(mergeKernels());
  await measure(asked as GroupName);
  process.exit(0);
}
console.log(`Node ${process.version}, ${cpus()[0]?.model ?? "unknown processor"} x ${cpus().length}, ${rounds} rounds\n`);
const file = new URL("../results/latest.json", import.meta.url);
const before = existsSync(file) ? (JSON.parse(readFileSync(file, "utf8")) as { groups?: Partial<Record<GroupName, object>> }) : {};
const groups: Partial<Record<GroupName, object>> = { ...before.groups };
for (const name of names) {
  if (named.length > 0 && !named.includes(name)) continue;
  const rows = await measuredApart(name);
  groups[name] = { measured: new Date().toISOString().slice(0, 16), node: process.version, rows };
  if (!quick) writeFileSync(file, `${JSON.stringify({ groups }, null, 2)}\n`);
}
