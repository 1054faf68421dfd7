import type { MovesDark } from "../cue/moves-dark";
import type { PlaybackState } from "../playback/playback";
import { cueAfter } from "../playing/cue-after";
import { attributeInfo } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { listDrives } from "../show/driving";
import type { Show } from "../show/show";
import type { Row } from "../stroke/row";
import type { Seconds } from "../units/units";
import { compile } from "./compile";
import type { SourceContext } from "./make-source";
import { Source } from "./source";
import type { Stack } from "./stack";
import { rowNumbers } from "./numbers-of";

/** What a card says ahead of a cue to come, for heads that are dark: its source's id. */
const aheadIdOf = (playbackId: string): string => `${playbackId} ahead`;

/** A head gives less light than this: it is dark. */
const DARK = 1 / 512;

/** Rows of a cue to come that make no light: positions, colours and beams, standing still. */
function quietRows(show: Show, listId: string, cueId: string): readonly Row[] {
  const { rows } = listDrives(show, { listId, cueId });
  return rows.filter(({ parameter, value }) => {
    const { channel } = show.rig.parameters[parameter]!;
    return value !== null && parameter >= show.rig.htpCount && attributeInfo(channel.attribute).family !== "Intensity";
  });
}

/** The source of what a card prepares for its next cue, lying right over the card's own; null when there is nothing. */
function aheadSource(state: PlaybackState, { show, merged }: SourceContext, present: Source | null): Source | null {
  const { ahead } = state;
  const playback = show.get("playback", state.playbackId);
  if (!ahead || !playback || state.cueId === null) return null;
  const begun = new Map(present ? [...present.compiled.parameters].map((parameter, row) => [parameter, row] as const) : []);
  const rows = quietRows(show, playback.listId, ahead.cueId).flatMap((row): Row[] => {
    const start = ahead.starts[show.rig.parameters[row.parameter]!.head.key];
    if (start === undefined) return [];
    return [{ ...row, nudge: 0, motions: [], delay: start - state.goSeconds, fade: ahead.seconds }];
  });
  if (rows.length === 0) return null;
  const compiled = compile([rows], { inSeconds: 0 });
  const source = new Source({
    id: aheadIdOf(state.playbackId),
    compiled,
    reads: new Set(),
    from: rowNumbers(compiled.parameters, (parameter) => {
      const row = begun.get(parameter);
      return row === undefined ? merged[parameter]! : present!.from[row]!;
    }),
    startSeconds: state.goSeconds,
    level: 1,
    htpCount: 0,
  });
  return source;
}

/** Heads that are dark and that the next cue of a running card lights. */
export interface DarkAhead {
  readonly playbackId: string;
  /** The cue to come. */
  readonly cueId: string;
  readonly heads: readonly HeadKey[];
  readonly moves: MovesDark;
}

/** What is to be prepared now: where lists and cues want it, for cards whose cue has arrived. `merged` is before masters and blackout. */
export function darkAhead(show: Show, merged: Float32Array, { playing }: Stack): DarkAhead[] {
  const arrived = new Set(playing.flatMap(({ id, settled, lettingGo }) => (settled && !lettingGo ? [id] : [])));
  return show.all("playbackState").flatMap((state): DarkAhead[] => {
    const playback = show.get("playback", state.playbackId);
    const list = show.get("cueList", playback?.listId);
    if (!playback || !list?.movesDark || state.cueId === null || !arrived.has(playback.id)) return [];
    const next = cueAfter(show.cuesOf(list.id), state.cueId);
    if (!next || next.id === state.cueId || next.movesDark === "never") return [];
    const quiet = new Set(quietRows(show, list.id, next.id).map(({ parameter }) => show.rig.parameters[parameter]!.head));
    const lit = new Set(
      listDrives(show, { listId: list.id, cueId: next.id }).rows.flatMap(({ parameter, value }) => {
        const { head, channel } = show.rig.parameters[parameter]!;
        return channel.attribute === "Dimmer" && (value ?? 0) > DARK ? [head] : [];
      }),
    );
    const heads = [...quiet].filter((head) => lit.has(head) && merged[head.parameters.get("Dimmer")!]! < DARK).map(({ key }) => key);
    return heads.length === 0 ? [] : [{ playbackId: playback.id, cueId: next.id, heads, moves: list.movesDark }];
  });
}

/** So long what was prepared takes to go back when another cue is called. */
const BACK_SECONDS: Seconds = 2;

/** Brings what goes ahead of a card's next cue up to date: it lies right over the card, and goes back when another cue is called. */
export function takeAhead(stack: Stack, playbackId: string, at: Seconds, context: SourceContext): void {
  const state = context.show.playbackState(playbackId);
  const { playing } = stack;
  const present = stack.playingUnder(aheadIdOf(playbackId)).find(({ lettingGo }) => !lettingGo) ?? null;
  const [own] = stack.playingUnder(playbackId);
  const source = state && own ? aheadSource(state, context, present) : null;
  if (!source) {
    present?.letGo(at, state?.cueId ? BACK_SECONDS : (context.show.get("playback", playbackId)?.releaseSeconds ?? 0));
    return;
  }
  source.rank = own!.rank;
  const others = playing.filter((other) => other !== present);
  const place = others.indexOf(own!) + 1;
  stack.setPlaying([...others.slice(0, place), source, ...others.slice(place)]);
}
