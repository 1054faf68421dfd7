import { sameJson } from "../document/record";
import { COAT_LAYERS, coatIdOf, coatOfId, saysNothing, type Coat } from "../playback/coat";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";
import { coatSource } from "./coat-source";
import { leavingSource, type SourceContext } from "./make-source";
import type { Source } from "./source";
import type { Stack } from "./stack";

/** The engine while coats of boards have changed. */
export interface CoatTaking {
  readonly before: Show;
  readonly stack: Stack;
  readonly context: SourceContext;
  readonly at: Seconds;
  /** Where families stay, what a source no longer says becomes what shows beneath. */
  readonly stay: (source: Source, next: Source | null) => void;
}

/** What was painted comes over all else of its rank, and with it the other coats of its bed: the second stays over the first. */
export function takeCoat(id: string, of: CoatTaking): void {
  const { before, stack, context, at, stay } = of;
  const { show } = context;
  const [was, is] = [before.get("coat", id), show.get("coat", id)];
  const present = stack.playingUnder(id)[0] ?? null;
  if (is && !saysNothing(is) && !isRepainted(was, is)) {
    if (present && is.level !== undefined) present.level = is.level;
    return;
  }
  const source = is && coatSource(is, context);
  if (!source) {
    if (!present || present.lettingGo) return;
    stay(present, null);
    present.letGo(at, is?.leaveSeconds ?? 0);
    return;
  }
  const leaving = present && !present.lettingGo ? leavingSource(present, source, at, { ...context, reachSeconds: is.fadeSeconds }) : null;
  if (leaving) stay(leaving, null);
  const others = stack.playing.filter((other) => other !== present);
  stack.setPlaying(withBedOnTop([...others, ...(leaving ? [leaving] : []), source], id));
}

/** Whether it was touched anew: a strip that moves and a name beside it are no touch. */
export function isRepainted(was: Coat | null, is: Coat | null): boolean {
  if (saysNothing(was) || saysNothing(is)) return saysNothing(was) !== saysNothing(is);
  return TOUCHED.some((field) => !sameJson(was![field], is![field]));
}

const TOUCHED = ["goSeconds", "color", "mask", "travel"] as const satisfies readonly (keyof Coat)[];

/** The coats of a bed over all others, the first lowest; what a coat has left lies under the coat itself. */
function withBedOnTop(playing: readonly Source[], id: string): Source[] {
  const { boardId, bedId } = coatOfId(id)!;
  const ids: readonly string[] = COAT_LAYERS.map((layer) => coatIdOf(boardId, bedId, layer)).flatMap((coat) => [`${coat} leaving`, coat]);
  const coats = playing.filter((source) => ids.includes(source.id));
  return [...playing.filter((source) => !ids.includes(source.id)), ...coats.sort((a, b) => ids.indexOf(a.id) - ids.indexOf(b.id))];
}

/** All that is painted, as after a start, each with the moment from which it lies where it lies. */
export function paintedSources(context: SourceContext): { readonly source: Source; readonly since: Seconds }[] {
  const { show } = context;
  const coats = show.all("coat");
  const bedOf = ({ boardId, bedId }: Coat): string => `${boardId} ${bedId}`;
  const touched = new Map<string, Seconds>();
  for (const coat of coats) if (!saysNothing(coat)) touched.set(bedOf(coat), Math.max(touched.get(bedOf(coat)) ?? 0, coat.goSeconds));
  return coats
    .toSorted((a, b) => COAT_LAYERS.indexOf(a.layer) - COAT_LAYERS.indexOf(b.layer))
    .flatMap((coat) => {
      const source = coatSource(coat, context);
      return source ? [{ source, since: touched.get(bedOf(coat))! }] : [];
    });
}
