import type { Cue, CueList } from "../cue/cue";
import type { PlainCue } from "../cue/plain-cue";
import { timeline } from "../cue/timeline";
import { attributeInfo } from "../rig/attributes";
import { cueName } from "../show/cue-name";
import { listDrives } from "../show/driving";
import type { Show } from "../show/show";
import { counted } from "../units/counted";

/**
 * The cues of a list as plain levels: each with the whole state of all lamps that the list lights, noughts among it, so that nothing depends on
 * how others track. What plain levels can't say is named, each once.
 */
export function plainCues(show: Show, list: CueList): { readonly cues: readonly PlainCue[]; readonly unsaid: readonly string[] } {
  const cues = show.cuesOf(list.id);
  const states = cues.map((cue) => levelsOf(show, list, cue));
  const lamps = [...new Set(states.flatMap(({ levels }) => [...levels.keys()]))].sort((a, b) => a - b);
  const apart = states.some((state) => state.apart);
  const moving = states.filter((state) => state.moving).length;
  const families = [...new Set(states.flatMap((state) => [...state.families]))].sort();
  return {
    cues: cues.map((cue, at) => {
      const { inSeconds, outSeconds, delaySeconds } = cue;
      const delay = delaySeconds === undefined || delaySeconds === 0 ? {} : { delay: delaySeconds };
      const followOn = followOnOf(show, cue, cues[at + 1]);
      return {
        number: cue.number,
        text: cueName(cue, show),
        up: { seconds: inSeconds, ...delay },
        down: { seconds: outSeconds ?? inSeconds, ...delay },
        ...(followOn === null ? {} : { followOn }),
        levels: lamps.map((lamp) => [lamp, states[at]!.levels.get(lamp) ?? 0] as const),
      };
    }),
    unsaid: [
      ...(families.length > 0 ? [`${families.join(", ").toLowerCase()} of the lamps: plain levels alone are in it`] : []),
      ...(moving > 0 ? [`intensities that move, in ${counted(moving, "cue")}: they stand at their middle`] : []),
      ...(apart ? ["cells of one lamp that stand apart: the highest is in it"] : []),
      ...(cues.some(({ families: own }) => own && Object.keys(own).length > 0) ? ["times of families"] : []),
      ...(cues.some(({ macroId, says, trigger }) => macroId || says || trigger?.type === "clock" || trigger?.type === "timecode")
        ? ["macros, what cues say to other machines, and times of the day and of timecode"]
        : []),
    ],
  };
}

interface LevelsOfCue {
  readonly levels: ReadonlyMap<number, number>;
  readonly apart: boolean;
  readonly moving: boolean;
  /** Families besides the intensity of which it says something. */
  readonly families: ReadonlySet<string>;
}

function levelsOf(show: Show, list: CueList, cue: Cue): LevelsOfCue {
  const levels = new Map<number, number>();
  const families = new Set<string>();
  let [apart, moving] = [false, false];
  for (const row of listDrives(show, { listId: list.id, cueId: cue.id }).rows) {
    const { channel, head } = show.rig.parameters[row.parameter]!;
    if (channel.attribute !== "Dimmer") {
      families.add(attributeInfo(channel.attribute).family);
      continue;
    }
    if (row.motions.length > 0) moving = true;
    const { number } = head.fixture;
    const [level, before] = [row.value ?? 0, levels.get(number)];
    if (before !== undefined && Math.abs(before - level) > 1e-6) apart = true;
    levels.set(number, Math.max(level, before ?? 0));
  }
  return { levels, apart, moving, families };
}

/** The next cue's own waiting belongs to the one before it. */
function followOnOf(show: Show, cue: Cue, next: Cue | undefined): number | null {
  if (next?.trigger?.type === "wait") return next.trigger.seconds;
  return next?.trigger?.type === "follow" ? timeline(show.cuesOf(cue.listId), cue.id, show).seconds : null;
}
