import { Euler, MathUtils, Object3D, Vector3 } from "three";
import type { Aimable } from "../geometry/aim";
import type { Vector } from "../geometry/beam";

/** How far a beam with these angles passes from a point, in metres, by the scene graph of three: base, yoke, head. */
export function missByThree(
  of: Pick<Aimable, "position" | "rotation">,
  point: Vector,
  { pan, tilt }: { pan: number; tilt: number },
): number {
  const [base, yoke, lens] = [new Object3D(), new Object3D(), new Object3D()];
  base.position.set(of.position.x, of.position.y, of.position.z);
  base.setRotationFromEuler(
    new Euler(MathUtils.degToRad(of.rotation.x), MathUtils.degToRad(of.rotation.y), MathUtils.degToRad(of.rotation.z), "ZYX"),
  );
  yoke.rotation.z = MathUtils.degToRad(pan);
  lens.rotation.x = MathUtils.degToRad(tilt);
  base.add(yoke);
  yoke.add(lens);
  base.updateMatrixWorld(true);
  const start = lens.localToWorld(new Vector3(0, 0, 0));
  const ray = lens
    .localToWorld(new Vector3(0, 0, -1))
    .sub(start)
    .normalize();
  const to = new Vector3(point.x, point.y, point.z).sub(start);
  return to.sub(ray.multiplyScalar(to.dot(ray))).length();
}
