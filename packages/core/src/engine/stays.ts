import { attributeInfo } from "../rig/attributes";
import type { Rig } from "../rig/rig";
import { SETTINGS_ID } from "../playback/stage-state";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";
import { compile } from "./compile";
import { rowsIn } from "./carry-over";
import type { RigWays } from "./rig-ways";
import { Source } from "./source";
import type { Stack } from "./stack";

/** How long what had stayed behind takes to go home. */
const SWEEP_SECONDS = 1;

/** Parameters that a source no longer drives, of families that stay where they were; those of HTP go down always. */
export function valuesThatStay({ compiled, htpRows }: Source, next: Source | null, show: Show): number[] {
  const stays = show.get("settings", SETTINGS_ID)?.stays;
  if (!stays) return [];
  const kept = next ? rowsIn(compiled.parameters, next.compiled) : null;
  return [...compiled.parameters].filter((parameter, row) => {
    if (row < htpRows || (kept && kept[row]! >= 0) || parameter < show.rig.htpCount) return false;
    return stays[attributeInfo(show.rig.parameters[parameter]!.channel.attribute).family] === true;
  });
}

/** Takes what had stayed home over a moment, under all else; null when all is at home. */
function sweptSource(rest: Float32Array, { home, htpCount }: RigWays, at: Seconds): Source | null {
  const rows = [...rest].flatMap((value, parameter) =>
    value === home[parameter] ? [] : [{ parameter, value, nudge: 0, fade: 0, delay: 0, motions: [] }],
  );
  if (rows.length === 0) return null;
  const compiled = compile([rows], { inSeconds: 0 });
  const source = new Source({ id: "sweep", compiled, reads: new Set(), from: compiled.base, startSeconds: at, level: 1, htpCount });
  source.settled = true;
  source.rank = 0;
  source.letGo(at, SWEEP_SECONDS);
  return source;
}

/** Where families stay, what was on stage last is what shows where nothing plays. */
export function keepStaying(rest: Float32Array, last: Float32Array, show: Show): void {
  const stays = show.get("settings", SETTINGS_ID)?.stays;
  if (!stays) return;
  show.rig.parameters.forEach(({ channel }, parameter) => {
    if (parameter >= show.rig.htpCount && stays[attributeInfo(channel.attribute).family]) rest[parameter] = last[parameter]!;
  });
}

/** What had stayed behind goes home. */
export function sendHome(stack: Stack, rest: Float32Array, { ways, at }: { ways: RigWays; at: Seconds }): void {
  const source = sweptSource(rest, ways, at);
  rest.set(ways.home);
  if (source) stack.setPlaying([source, ...stack.playing]);
}

/** What shows where nothing plays after parameters have moved: what had stayed behind stays. `to`: where each is now, -1 = gone. */
export function movedRest(rest: Float32Array, before: Rig, { to, ways }: { to: Int32Array; ways: RigWays }): Float32Array {
  const moved = ways.home.slice();
  to.forEach((parameter, old) => {
    if (parameter >= 0 && rest[old] !== before.parameters[old]!.home) moved[parameter] = rest[old]!;
  });
  return moved;
}
