import { Engine, setChange } from "@vexa/core";
import { loadedShow, START_SECONDS } from "./loaded-show";
import { median } from "./measure";

const FRAME_MS = 1000 / 44;

/** A fixture of 256 universes hangs elsewhere, or gets another address, while 64 playbacks fade: until the next frame is out, in frames. */
export function moveFixtureInFrames(field: "position" | "patch"): number {
  const engine = new Engine(loadedShow({ universes: 256, state: "fading" }), START_SECONDS + 1);
  const frame = new Uint8Array(engine.frameLength);
  engine.tick(START_SECONDS + 1, frame);
  const { id, patch, position } = engine.show.all("fixture")[7]!;
  const times: number[] = [];
  let from: unknown = field === "patch" ? patch : position;
  for (let round = 1; round <= 20; round++) {
    const at = START_SECONDS + 1 + round / 10;
    const to = field === "patch" ? { universe: patch!.universe, address: 1 + (round % 400) } : { ...position, x: round };
    const before = performance.now();
    const done = engine.command({ at, changes: [setChange(id, [field], { from: from as never, to: to as never })] });
    engine.tick(at, frame);
    times.push(performance.now() - before);
    if (!done.ok) throw new Error(done.error.code);
    from = to;
  }
  return median(times) / FRAME_MS;
}
