import { readByNobody, staleReaders } from "./stale-readers";
import { comingSoftly, goOnSoftly } from "./come-softly";
import { playbackSource, revisedSource, lostSources } from "./make-source";
import { sketchSource } from "./sketch-source";
import { saysTheSame } from "./same-rows";
import { coatOfId } from "../playback/coat";
import { coatSource } from "./coat-source";
import type { SourceContext, StartingPoint } from "./make-source";
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

/** What runs under an id, made again from what it is made of now. */
function remade(id: string, context: SourceContext, start: StartingPoint): Source | null {
  const coat = context.show.get("coat", id);
  if (coat) return coatSource(coat, context, start);
  const state = context.show.playbackState(id);
  return state && playbackSource(state, context, start);
}

/** Resolves again what was made from records that changed. Fades under way keep their place. */
export function reviseReaders(changed: readonly ShowRecord[], of: Revision): void {
  const { before, at, show, stack, t, context, mergeFor, takeSketch } = of;
  if (readByNobody(changed, before, show)) return;
  const ids = new Set(changed.map(({ id }) => id));
  const { stale, softly, followed } = staleReaders(changed, before, show);
  const coming = (present: Source, next: Source): Source => {
    const { htpCount } = show.rig;
    if (!followed) return goOnSoftly(present, next, htpCount);
    return comingSoftly(present, next, at, { merged: context().merged, htpCount });
  };
  const isStale = (source: Source): boolean => !source.lettingGo && (ids.has(source.id) || stale(source));
  // What lamps that hang elsewhere make no difference to goes on as it is.
  const rigAlone = changed.every(({ kind }) => kind === "fixture" || kind === "profile");
  const lost: Source[] = [];
  // Only a fade under way asks what is on stage now, for what is new in it, and what comes softly.
  if (stack.playing.some((source) => (followed || !source.settled) && isStale(source))) mergeFor(at);
  if (stack.playing.some(isStale))
    stack.setPlaying(
      stack.playing.map((source) => {
        if (!isStale(source)) return source;
        const start = { present: null, merged: context().merged, retimed: { present: source, at } };
        const next = remade(source.id, context(), start);
        if (rigAlone && next && saysTheSame(source, next, source.settled ? "whenever" : "same times")) return source;
        // A bed that was taken off its board, or has no heads any more.
        if (!next && coatOfId(source.id)) source.letGo(at, 0);
        const revised = revisedSource(source, next, show) ?? source;
        if (revised === source) return source;
        if (softly) lost.push(...lostSources(source, revised, at, context()));
        return coming(source, revised);
      }),
    );
  for (const { id, personId } of show.all("sketch")) {
    const source = stack.sketches.find((candidate) => candidate.id === `sketch ${personId}`);
    if (!source && softly && !ids.has(id)) takeSketch(personId);
    if (!source || ids.has(id) || !stale(source)) continue;
    const revised = sketchSource(show.get("sketch", id)!, t, context(), source);
    if (rigAlone && revised && saysTheSame(source, revised, "whenever")) continue;
    revised?.motions.carryCounts(source.motions);
    if (softly) lost.push(...lostSources(source, revised, at, context()));
    const now = revised && coming(source, revised);
    stack.setSketches(stack.sketches.flatMap((other) => (other === source ? (now ? [now] : []) : [other])));
  }
  if (lost.length > 0) stack.setPlaying([...stack.playing, ...lost]);
}
