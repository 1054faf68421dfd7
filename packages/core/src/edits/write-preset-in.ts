import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { partsUnder, type Preset } from "../preset/preset";
import { presetName } from "../preset/preset-name";
import type { Attribute } from "../rig/attributes";
import { functionAt, physicalOf } from "../rig/scale";
import { partRows } from "../stroke/resolve";
import { motionReads } from "../stroke/part-reads";
import { scopeOf } from "../stroke/preset-rows";
import { contextWith } from "../stroke/row";
import { spreadOf } from "../stroke/spread";
import type { Part, Stroke, Strokes } from "../stroke/stroke";
import { cueName } from "../show/cue-name";
import { oneColor, potsOfPreset, repotted } from "./pots-of-preset";
import type { Show } from "../show/show";

/**
 * The changes that write a preset's content into every cue, sketch and pot that refers to it, so that it can be deleted and
 * nothing on stage changes. Universal content comes as it is; content of profiles and heads as values of those heads. A fan
 * between presets and the steps of a motion can't be written in: the error names where they are.
 */
export function writePresetIn(show: Show, preset: Preset): Result<Change[]> {
  const changes: Change[] = [];
  for (const record of [...show.all("cue"), ...show.all("sketch")]) {
    let strokes: Strokes = record.strokes;
    for (const [id, stroke] of Object.entries(record.strokes))
      for (const [key, part] of Object.entries(stroke.parts)) {
        const inSteps = motionReads(part.motion).includes(preset.id);
        if (!inSteps && !part.presets?.ids.includes(preset.id)) continue;
        if (inSteps || part.presets!.ids.length > 1) {
          const where = record.kind === "cue" ? `cue ${cueName(record, show)}` : "a sketch";
          return fail("record.in-use", {
            name: presetName(preset),
            users: `${inSteps ? "steps of a motion" : "a fan between presets"} in ${where}`,
          });
        }
        strokes = writtenIn(show, preset, { strokes, id, key });
      }
    if (strokes !== record.strokes) changes.push(setChange(record.id, ["strokes"], { from: record.strokes, to: strokes }));
  }
  const pots = potsOfPreset(show, preset.id);
  if (pots.length === 0) return ok(changes);
  const color = oneColor(preset);
  if (!color) return fail("record.in-use", { name: presetName(preset), users: `a pot of the colour board ${pots[0]!.boardName}` });
  return ok([...changes, ...repotted(pots, color)]);
}

function writtenIn(show: Show, preset: Preset, at: { strokes: Strokes; id: string; key: Attribute }): Strokes {
  const stroke = at.strokes[at.id]!;
  const { [at.key]: part, ...others } = stroke.parts;
  if (!part) return at.strokes;
  const times = { ...(part.fade ? { fade: part.fade } : {}), ...(part.delay ? { delay: part.delay } : {}) };
  const { heads } = spreadOf(stroke.who, show);
  if (heads.every((head) => scopeOf(preset, head, at.key) === "universal")) {
    const own = partsUnder(preset.universal, at.key).map(
      ([attribute, entry]) => [attribute, { ...entry, ...times, touched: part.touched }] as const,
    );
    return { ...at.strokes, [at.id]: { ...stroke, parts: { ...others, ...Object.fromEntries(own) } } };
  }
  const single = headStrokes(show, stroke, { part, key: at.key });
  const left = Object.keys(others).length > 0 ? { [at.id]: { ...stroke, parts: others } } : {};
  const { [at.id]: _, ...rest } = at.strokes;
  return { ...rest, ...left, ...Object.fromEntries(single.map((entry, index) => [`${at.id}-${at.key}-${index + 1}`, entry])) };
}

/** The same values as strokes of single heads; heads with equal values share one. */
function headStrokes(show: Show, stroke: Stroke, { part, key }: { part: Part; key: Attribute }): Stroke[] {
  const context = contextWith(show, {});
  const parts = new Map<string, Record<string, Part>>();
  for (const { parameter, value, fade, delay } of partRows({ attribute: key, part, spread: spreadOf(stroke.who, show), show: context })) {
    const { head, channel } = show.rig.parameters[parameter]!;
    const { attribute } = functionAt(channel, value ?? 0);
    const own: Part = {
      level: { knots: [Math.round(physicalOf(channel, value ?? 0, attribute) * 1e6) / 1e6] },
      shape: {},
      touched: part.touched,
      ...(fade === null ? {} : { fade: { knots: [fade] } }),
      ...(delay === null ? {} : { delay: { knots: [delay] } }),
    };
    parts.set(head.key, { ...parts.get(head.key), [attribute]: own });
  }
  const alike = new Map<string, { heads: string[]; parts: Record<string, Part> }>();
  for (const [head, own] of parts) {
    const like = alike.get(JSON.stringify(own));
    if (like) like.heads.push(head);
    else alike.set(JSON.stringify(own), { heads: [head], parts: own });
  }
  return [...alike.values()].map((entry) => ({ who: { heads: entry.heads }, parts: entry.parts, rank: stroke.rank }));
}
