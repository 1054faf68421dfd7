import type { Degrees, Metres } from "../units/units";

/** A point or direction: x to the audience's right, y upstage, z up. */
export interface Vector {
  readonly x: Metres;
  readonly y: Metres;
  readonly z: Metres;
}

/** Where something hangs and how it is turned: rotation is Rz*Ry*Rx in degrees. */
export interface Placement {
  readonly position: Vector;
  readonly rotation: { readonly x: Degrees; readonly y: Degrees; readonly z: Degrees };
}

const RADIANS = Math.PI / 180;

/**
 * The ray that a head sends out: where it starts and its unit direction.
 * At pan 0 and tilt 0 an unrotated head points straight down; pan turns right-handed about the base's +z,
 * tilt right-handed about the yoke's +x. Source: 2-model.md section 9.
 */
export function beam(placement: Placement, pan: Degrees, tilt: Degrees): { origin: Vector; direction: Vector } {
  const tiltRadians = tilt * RADIANS;
  const panRadians = pan * RADIANS;
  // (0,0,-1) turned about +x by tilt, then about +z by pan.
  const yAfterTilt = Math.sin(tiltRadians);
  const local = {
    x: -Math.sin(panRadians) * yAfterTilt,
    y: Math.cos(panRadians) * yAfterTilt,
    z: -Math.cos(tiltRadians),
  };
  return { origin: placement.position, direction: rotated(local, placement.rotation) };
}

/** A direction of an unturned head as it is on stage. */
export function rotated(v: Vector, rotation: Placement["rotation"]): Vector {
  const [cx, sx] = [Math.cos(rotation.x * RADIANS), Math.sin(rotation.x * RADIANS)];
  const [cy, sy] = [Math.cos(rotation.y * RADIANS), Math.sin(rotation.y * RADIANS)];
  const [cz, sz] = [Math.cos(rotation.z * RADIANS), Math.sin(rotation.z * RADIANS)];
  const afterX = { x: v.x, y: cx * v.y - sx * v.z, z: sx * v.y + cx * v.z };
  const afterY = { x: cy * afterX.x + sy * afterX.z, y: afterX.y, z: -sy * afterX.x + cy * afterX.z };
  return { x: cz * afterY.x - sz * afterY.y, y: sz * afterY.x + cz * afterY.y, z: afterY.z };
}

/** The inverse of the base's turn: a direction on stage as the unturned head sees it. */
export function turnedBack(v: Vector, rotation: Placement["rotation"]): Vector {
  const [cx, sx] = [Math.cos(rotation.x * RADIANS), Math.sin(rotation.x * RADIANS)];
  const [cy, sy] = [Math.cos(rotation.y * RADIANS), Math.sin(rotation.y * RADIANS)];
  const [cz, sz] = [Math.cos(rotation.z * RADIANS), Math.sin(rotation.z * RADIANS)];
  const beforeZ = { x: cz * v.x + sz * v.y, y: -sz * v.x + cz * v.y, z: v.z };
  const beforeY = { x: cy * beforeZ.x - sy * beforeZ.z, y: beforeZ.y, z: sy * beforeZ.x + cy * beforeZ.z };
  return { x: beforeY.x, y: cx * beforeY.y + sx * beforeY.z, z: -sx * beforeY.y + cx * beforeY.z };
}

/** The rotation that turns by `inner` first and by `outer` then. */
export function composed(outer: Placement["rotation"], inner: Placement["rotation"]): Placement["rotation"] {
  if (inner.x === 0 && inner.y === 0 && inner.z === 0) return outer;
  const axis = (v: Vector): Vector => rotated(rotated(v, inner), outer);
  const [x, y, z] = [axis({ x: 1, y: 0, z: 0 }), axis({ x: 0, y: 1, z: 0 }), axis({ x: 0, y: 0, z: 1 })];
  return rotationOf({ x, y, z });
}

/** The rotation Rz*Ry*Rx whose matrix has these columns: where it takes the axes. Straight up or down all of the turn is x's. */
export function rotationOf({ x, y, z }: { x: Vector; y: Vector; z: Vector }): Placement["rotation"] {
  const flat = Math.hypot(x.x, x.y);
  const turnY = Math.atan2(0 - x.z, flat) / RADIANS;
  if (flat < 1e-9) return { x: Math.atan2(0 - z.y, y.y) / RADIANS, y: turnY, z: 0 };
  return { x: Math.atan2(y.z, z.z) / RADIANS, y: turnY, z: Math.atan2(x.y, x.x) / RADIANS };
}
