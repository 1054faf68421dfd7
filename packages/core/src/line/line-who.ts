import { ok, type Result } from "../errors/result";
import type { HeadKey } from "../rig/fixture";
import { readWho } from "../selection/read-who";
import { selectedHeads } from "../selection/selection";
import type { Who } from "../selection/who";
import type { LineContext } from "./line";

export interface Meant {
  readonly who: Who;
  readonly heads: readonly HeadKey[];
}

/** The heads that words mean, as typed selections have them. */
export function whoMeant(text: string, { show, selection }: Pick<LineContext, "show" | "selection">): Result<Meant> {
  const read = readWho(text, {
    rig: show.rig,
    groups: show.all("group"),
    selection,
    groupHeads: (id) => show.groupHeads(id),
    placed: (key) => show.placed(key),
  });
  return read.ok ? ok({ who: read.value, heads: selectedHeads(read.value, show) }) : read;
}
