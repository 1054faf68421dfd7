import type { HeadLook } from "@vexa/core";
import { CrowdBeams } from "./crowd-beams";
import { CrowdMarks } from "./crowd-marks";
import type { StageDrawing } from "./stage-drawing";

/** What painting the light of one canvas writes into, kept from picture to picture so that none makes it anew. */
export interface LightRoom {
  /** The rig's parameters at the moment that is painted. */
  readonly moment: Float32Array;
  /** Lit heads by their index in the rig, and how each head looks. */
  readonly lit: Int32Array;
  readonly looks: readonly HeadLook[];
}

/** The same for so many heads that their light is added up pixel by pixel. */
export interface CrowdRoom {
  readonly beams: CrowdBeams;
  readonly marks: CrowdMarks;
}

const rooms = new WeakMap<HTMLCanvasElement, LightRoom>();
const crowds = new WeakMap<HTMLCanvasElement, CrowdRoom & { width: number; height: number }>();

/** Room with the levels as they are now; each canvas has its own, since two stages of one rig may show two moments. */
export function lightRoom({ canvas }: CanvasRenderingContext2D, { heads }: StageDrawing, values: Float32Array): LightRoom {
  let room = rooms.get(canvas);
  if (room?.looks.length !== heads.length || room.moment.length !== values.length) {
    const looks = heads.map((): HeadLook => ({ intensity: 0, red: 0, green: 0, blue: 0, pan: 0, tilt: 0, beamDegrees: 0 }));
    room = { moment: new Float32Array(values.length), lit: new Int32Array(heads.length), looks };
    rooms.set(canvas, room);
  }
  room.moment.set(values);
  return room;
}

/** Room for a canvas as large as it is: another zoom or selection needs no other. */
export function crowdRoom({ canvas }: CanvasRenderingContext2D, { projection: { width, height } }: StageDrawing): CrowdRoom {
  let crowd = crowds.get(canvas);
  if (crowd?.width !== canvas.width || crowd.height !== canvas.height) {
    const marks = new CrowdMarks(width, height, canvas.width / width);
    crowd = { width: canvas.width, height: canvas.height, beams: new CrowdBeams(width, height), marks };
    crowds.set(canvas, crowd);
  }
  return crowd;
}
