import type { RunningVexa } from "../run-server";
import type { StrictReceiver } from "../strict-receiver";
import { pause } from "../until";
import type { CrewAtWork } from "./crew-at-work";
import { say, tell, type Tell } from "./table";
import { longestGapMs, type WireWatch } from "./wire-watch";

const AGAIN_WITHIN_MS = 30_000;

/** Kills each process many times at random moments while six people work. */
export async function kills(of: {
  vexa: RunningVexa;
  watch: WireWatch;
  strict: StrictReceiver;
  crew: CrewAtWork;
  times: number;
}): Promise<void> {
  const { vexa, watch, strict, crew, times } = of;
  // `--parts=engine`: these alone.
  const wanted = process.argv
    .find((word) => word.startsWith("--parts="))
    ?.slice(8)
    .split(",");
  const parts = (["web server", "engine", "supervisor"] as const).filter((part) => wanted?.includes(part) ?? true);
  for (const part of parts) {
    const [gaps, agains, killed, unmeant]: [number[], number[], number[], string[]] = [[], [], [], []];
    const before = { acked: crew.acked, lost: crew.lost.length, old: strict.droppedAsOld };
    await watch.take();
    for (let time = 0; time < times; time++) {
      await pause(300 + Math.random() * 1200);
      strict.forget();
      const at = performance.now();
      killed.push(at);
      if (part === "supervisor") await vexa.restart("SIGKILL");
      else process.kill(part === "engine" ? vexa.pids.stage : vexa.pids.web, "SIGKILL");
      while (!crew.workers.every((worker) => worker.ackedSince(at))) {
        if (performance.now() - at > AGAIN_WITHIN_MS) throw new Error(`not everybody is answered after a kill of the ${part}`);
        await pause(10);
      }
      agains.push(performance.now() - at);
      await crew.check();
      const report = await watch.take();
      gaps.push(longestGapMs(report, at));
      unmeant.push(...crew.unmeant(report.watched, killed));
    }
    const row = (what: string, measured: Tell["measured"], target: string, met: boolean): void =>
      tell({ trial: `${times} kills of the ${part}`, what, measured, target, met });
    row(
      "longest gap in packets, median and worst",
      `${ms(median(gaps))}, ${ms(Math.max(...gaps))}`,
      "< 1,000 ms",
      Math.max(...gaps) < 1000,
    );
    row("until all six are answered again, median and worst", `${ms(median(agains))}, ${ms(Math.max(...agains))}`, "", true);
    row(
      "acts that were answered / lost",
      `${crew.acked - before.acked} / ${crew.lost.length - before.lost}`,
      "none lost",
      crew.lost.length === before.lost,
    );
    row("levels of the blinders that nobody meant", String(unmeant.length), "0", unmeant.length === 0);
    row("packets that a strict receiver drops as old", String(strict.droppedAsOld - before.old), "0", strict.droppedAsOld === before.old);
    for (const line of [...new Set([...crew.lost.slice(before.lost), ...unmeant])].slice(0, 10)) say(`    ${line}`);
  }
}

export function median(values: readonly number[]): number {
  return values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
}

export function ms(value: number): string {
  return `${value.toFixed(0)} ms`;
}
