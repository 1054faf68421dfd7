import { beam, HeadLooks, type Head, type HeadLook, type Preview, type Show, type Vector } from "@vexa/core";

/** Above so many heads their traces would be a tangle. */
const MOST_HEADS = 64;
const SAMPLES = 48;
/** Metres: beams that meet the floor farther off, or not at all, are left out. */
const FURTHEST = 40;

/** Where on the floor each head's beam goes in a stretch of time: one line a head, with gaps where it misses the floor. */
export function beamTraces(of: {
  preview: Preview;
  heads: readonly Head[];
  show: Show;
  from: number;
  seconds: number;
}): (Vector | null)[][] {
  const { preview, show, from, seconds } = of;
  const heads = of.heads.filter(({ parameters }) => parameters.has("Pan")).slice(0, MOST_HEADS);
  const looks = HeadLooks.of(show.rig);
  const indexOf = new Map(show.rig.heads.map(({ key }, index) => [key, index]));
  const look: HeadLook = { intensity: 0, red: 0, green: 0, blue: 0, pan: 0, tilt: 0, beamDegrees: 0 };
  const traces = heads.map((): (Vector | null)[] => []);
  for (let sample = 0; sample <= SAMPLES; sample++) {
    const values = preview.at(from + (sample / SAMPLES) * seconds);
    heads.forEach((head, index) => {
      looks.read(indexOf.get(head.key)!, values, look);
      traces[index]!.push(footOf(head, look));
    });
  }
  return traces;
}

function footOf(head: Head, { pan, tilt }: HeadLook): Vector | null {
  const { origin, direction } = beam({ position: head.position, rotation: head.fixture.rotation }, pan, tilt);
  const reach = direction.z < -0.02 ? -origin.z / direction.z : Infinity;
  return reach > 0 && reach < FURTHEST ? { x: origin.x + direction.x * reach, y: origin.y + direction.y * reach, z: 0 } : null;
}
