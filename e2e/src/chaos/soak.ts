import { runVexa } from "../run-server";
import { pause } from "../until";
import { BareWaiter } from "./bare-waiter";
import { CrewAtWork, WATCHED } from "./crew-at-work";
import { healthOf } from "./floods";
import { ms } from "./kills";
import { liveHeapMegabytes } from "./live-heap";
import { tell } from "./table";
import { longestGapMs, WireWatch } from "./wire-watch";

/** Six people work for so long; nothing may grow, come late or get lost. */
export async function soak(minutes: number): Promise<void> {
  const watch = await WireWatch.open(WATCHED);
  const vexa = await runVexa(watch.address);
  const waiter = new BareWaiter();
  const crew = await CrewAtWork.begin(vexa.url);
  const cookie = crew.cookies.get("ines")!;
  // The first minute warms up.
  await pause(60_000);
  await watch.take();
  const heapAtFirst = { engine: await liveHeapMegabytes(vexa.pids.stage), web: await liveHeapMegabytes(vexa.pids.web) };
  let longestMs = 0;
  waiter.take();
  const samples = new Map<number, Awaited<ReturnType<typeof healthOf>>[number]>();
  const begun = performance.now();
  while (performance.now() - begun < minutes * 60_000) {
    await pause(10_000);
    for (const sample of await healthOf(vexa, cookie)) if (sample.atMs > Date.now() - 11_000) samples.set(sample.atMs, sample);
    const report = await watch.take();
    longestMs = Math.max(longestMs, longestGapMs(report, report.moments[0] ?? 0));
  }
  const all = [...samples.values()];
  const trial = `${minutes} minutes with six people at work`;
  const bare = waiter.take();
  const late = all.reduce((sum, { lateFrames }) => sum + lateFrames, 0);
  const heapAtLast = { engine: await liveHeapMegabytes(vexa.pids.stage), web: await liveHeapMegabytes(vexa.pids.web) };
  for (const part of ["engine", "web"] as const)
    tell({
      trial,
      what: `memory in use by the ${part === "web" ? "web server" : part} after collecting, before and after`,
      measured: `${heapAtFirst[part].toFixed(1)} to ${heapAtLast[part].toFixed(1)} MB`,
      target: "flat",
      met: heapAtLast[part] < 1.1 * heapAtFirst[part] + 1,
    });
  tell({
    trial,
    what: "memory of the engine's and the web server's process, largest",
    measured: `${Math.max(...all.map(({ engineMegabytes }) => engineMegabytes)).toFixed(0)}, ${Math.max(...all.map(({ webMegabytes }) => webMegabytes)).toFixed(0)} MB`,
    target: "",
    met: true,
  });
  tell({
    trial,
    what: "late frames / of a bare waiter beside it",
    measured: `${late} / ${bare.late}`,
    target: "no more than its",
    met: late <= bare.late,
  });
  tell({
    trial,
    what: "longest gap in packets / the waiter's worst",
    measured: `${ms(longestMs)} / ${ms(bare.worstMs)}`,
    target: "",
    met: true,
  });
  tell({
    trial,
    what: "acts that were answered / lost",
    measured: `${crew.acked} / ${crew.lost.length}`,
    target: "none lost",
    met: crew.lost.length === 0,
  });
  await crew.stop();
  await waiter.stop();
  await vexa.stop();
  await watch.close();
}
