import { attributeInfo } from "../rig/attributes";
import type { Rig } from "../rig/rig";
import { contentWithout, isColumn } from "./column";
import { letGoBy } from "./follow-rows";
import { Resolved } from "./resolve";
import type { ResolveContext } from "./row";

/** What strokes come to without the light of lamps whose heads follow a lost target that is to leave them dark. */
export function withoutLostLight(resolved: Resolved, show: ResolveContext): Resolved {
  const dark = new Set<number>();
  for (const content of resolved.content) {
    if (isColumn(content)) continue;
    for (const { parameter, follows } of content)
      if (
        follows &&
        follows.axis !== "Zoom" &&
        follows.axis !== "Iris" &&
        letGoBy(show.rig.parameters[parameter]!.head.key, follows.head, show).includes("light")
      )
        addLight(dark, show.rig, parameter);
  }
  if (dark.size === 0) return resolved;
  const lit = resolved.content.map((content) => contentWithout(content, dark));
  return new Resolved(
    lit.filter((content) => (isColumn(content) ? content.parameters.length : content.length) > 0),
    resolved.reads,
  );
}

/** Adds all that makes light of the lamp that a parameter belongs to, cells among it. */
function addLight(light: Set<number>, rig: Rig, parameter: number): void {
  const { head } = rig.parameters[parameter]!;
  const first = head.order - head.index;
  for (const cell of rig.heads.slice(first, first + head.mode.heads.length))
    for (const [attribute, own] of cell.parameters) if (attributeInfo(attribute).family === "Intensity") light.add(own);
}
