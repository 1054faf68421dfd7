import { spawn } from "node:child_process";
import { createSocket } from "node:dgram";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { NOTHING_OPEN } from "../../apps/server/src/stage/open-book";
import { StageJournal } from "../../apps/server/src/stage/stage-journal";
import { longShow } from "./opening";

const STAGE = fileURLToPath(new URL("../../apps/server/dist/stage.js", import.meta.url));

/**
 * Seconds from the start of the built engine's process, over what its journal holds of a show of 256 universes and 1,000 cues, to its first
 * packet: of each of some starts, the median. No frame of a run before is there, which would go out at once.
 */
export async function startToPacket(starts: number): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), "vexa-bench-"));
  const records = new Map(longShow().map((record) => [record.id, record]));
  const kept = { cid: "8a5f2f0e-6f0b-4bd0-9a2c-0f6d4f6f8a11", name: "Bench", seq: 1, savedSeq: 1, open: NOTHING_OPEN };
  const socket = createSocket({ type: "udp4", recvBufferSize: 8 * 1024 * 1024 });
  await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
  const times: number[] = [];
  try {
    await new StageJournal(`${folder}/show`, { ...kept, records: () => records }).close();
    for (let start = 0; start < starts; start++) {
      rmSync(join(folder, "last-frame"), { force: true });
      const begun = performance.now();
      const first = new Promise<number>((resolve) => socket.once("message", () => resolve(performance.now() - begun)));
      const engine = spawn(process.execPath, [STAGE], {
        stdio: "ignore",
        env: { ...process.env, VEXA_STATE: folder, VEXA_SACN: `127.0.0.1:${socket.address().port}`, VEXA_OSC_PORT: "off" },
      });
      times.push(await first);
      const ended = new Promise((resolve) => engine.once("exit", resolve));
      engine.kill("SIGKILL");
      await ended;
      // What was on its way when it was killed.
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
  } finally {
    socket.close();
    rmSync(folder, { recursive: true, force: true });
  }
  return times.toSorted((one, other) => one - other)[times.length >> 1]! / 1000;
}
