import { staleReaders } from "./stale-readers";
import { playbackSource, revisedSource, lostSources, sketchSource } from "./make-source";
import { saysTheSame } from "./same-rows";
import type { SourceContext } from "./make-source";
import type { Source } from "./source";
import type { Stack } from "./stack";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** The engine while records have changed. */
export interface Revision {
  readonly before: Show;
  readonly show: Show;
  readonly stack: Stack;
  readonly at: Seconds;
  /** The moment of the last frame. */
  readonly t: Seconds;
  readonly context: () => SourceContext;
  /** Brings the stage to a moment. */
  readonly mergeFor: (at: Seconds) => void;
  readonly takeSketch: (personId: string) => void;
}

/** Resolves again what was made from records that changed. Fades under way keep their place. */
export function reviseReaders(changed: readonly ShowRecord[], of: Revision): void {
  const { before, at, show, stack, t, context, mergeFor, takeSketch } = of;
  const ids = new Set(changed.map(({ id }) => id));
  const { stale, reachLost } = staleReaders(changed, before, show);
  const isStale = (source: Source): boolean =>
    !source.lettingGo && (ids.has(source.id) || stale(source, show.get("playback", source.id)?.listId));
  // What lamps that hang elsewhere make no difference to goes on as it is.
  const rigAlone = changed.every(({ kind }) => kind === "fixture" || kind === "profile");
  const lost: Source[] = [];
  // Only a fade under way asks what is on stage now, for what is new in it.
  if (stack.playing.some((source) => !source.settled && isStale(source))) mergeFor(at);
  if (stack.playing.some(isStale))
    stack.setPlaying(
      stack.playing.map((source) => {
        if (!isStale(source)) return source;
        const state = show.playbackState(source.id);
        const start = { present: null, merged: context().merged, retimed: { present: source, at } };
        const next = state && playbackSource(state, context(), start);
        if (rigAlone && next && saysTheSame(source, next, source.settled ? "whenever" : "same times")) return source;
        const revised = revisedSource(source, next, show) ?? source;
        if (reachLost && revised !== source) lost.push(...lostSources(source, revised, at, context()));
        return revised;
      }),
    );
  for (const { id, personId } of show.all("sketch")) {
    const source = stack.sketches.find((candidate) => candidate.id === `sketch ${personId}`);
    if (!source && reachLost && !ids.has(id)) takeSketch(personId);
    if (!source || ids.has(id) || !stale(source, undefined)) continue;
    const revised = sketchSource(show.get("sketch", id)!, t, context(), source);
    if (rigAlone && revised && saysTheSame(source, revised, "whenever")) continue;
    revised?.motions.carryCounts(source.motions);
    if (reachLost) lost.push(...lostSources(source, revised, at, context()));
    stack.setSketches(stack.sketches.flatMap((other) => (other === source ? (revised ? [revised] : []) : [other])));
  }
  if (lost.length > 0) stack.setPlaying([...stack.playing, ...lost]);
}
