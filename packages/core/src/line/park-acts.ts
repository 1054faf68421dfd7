import type { Result } from "../errors/result";
import { parkedAsNow, parkedAt, parkedOf } from "../playing/parked-heads";
import { attributeInfo, type Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { sketchIdOf, type Sketch } from "../stroke/sketch";
import { counted } from "../units/counted";
import { edit } from "../show/edit";
import { does } from "./act-readers";
import { notRead, type LineAct, type LineContext, type LineDoes, type Words } from "./line";
import { readParts } from "./line-parts";
import { whoMeant, type Meant } from "./line-who";

/** What keeps heads as they are, or as is said, and frees them. */
export const PARK_ACTS: readonly LineAct[] = [
  {
    form: "unpark all",
    example: "unpark all",
    what: "frees all parked heads",
    pattern: /^unpark all$/i,
    read: (_, { show }) => freed("unpark all", { heads: show.all("park").map(({ head }) => head) }),
  },
  {
    form: "WHO park [ATTRIBUTES | PARTS]",
    example: "101..104 park pan, tilt",
    what: "keeps heads as they are on stage now, whatever plays; or at values, such as 101 park dim 0",
    pattern: /^(?<who>.+?) park(?: (?:at )?(?<said>.+))?$/i,
    read: park,
  },
  {
    form: "WHO unpark",
    example: "sel unpark",
    what: "frees parked heads",
    pattern: /^(?<who>.+) unpark$/i,
    read: ({ who }, context) => {
      const meant = whoMeant(who!, context);
      if (!meant.ok) return meant;
      const { heads } = meant.value;
      return freed(`${who} unpark`, { heads: parkedOf(context.show, heads), meant: heads });
    },
  },
];

function freed(line: string, { heads, meant = heads }: { heads: readonly HeadKey[]; meant?: readonly HeadKey[] }): Result<LineDoes> {
  return does(line, `frees ${counted(heads.length, "head")}`, {
    heads: meant,
    play: heads.length > 0 ? [{ type: "unpark-all", heads }] : [],
  });
}

function park({ who, said }: Words, context: LineContext): Result<LineDoes> {
  const meant = whoMeant(who!, context);
  if (!meant.ok) return meant;
  const { heads } = meant.value;
  const words = said?.split(",").map((word) => word.trim().toLowerCase()) ?? null;
  const had = new Set(heads.flatMap((head) => [...(context.show.rig.headByKey.get(head)?.parameters.keys() ?? [])]));
  const isSaid = (attribute: Attribute): boolean => !words || words.some((word) => isMeant(attribute, word));
  const isKnown = (word: string): boolean => [...had].some((attribute) => isMeant(attribute, word));
  const unknown = words?.find((word) => !isKnown(word));
  if (unknown !== undefined && words!.some(isKnown)) return notRead(unknown, "write attributes alone, or a value for each");
  if (unknown !== undefined) return parkAt(who!, said!, { context, meant: meant.value });
  const values = parkedAsNow(context.show, { heads, isMeant: isSaid, values: context.values });
  const found = new Set(Object.values(values).flatMap((own) => Object.keys(own)));
  if (found.size === 0) return notRead(who!, "none of these heads has anything to park");
  const labels = words ? ` ${[...found].map((attribute) => attributeInfo(attribute).label).join(", ")}` : "";
  return does(`${who} park${labels}`, `parks${labels} of ${counted(Object.keys(values).length, "head")} as they are now`, {
    heads,
    play: [{ type: "park-all", values }],
  });
}

function isMeant(attribute: Attribute, word: string): boolean {
  const { label, family } = attributeInfo(attribute);
  return word !== "" && (label.toLowerCase().startsWith(word) || attribute.toLowerCase() === word || family.toLowerCase() === word);
}

/** At values that are said as behind a colon: what they come to for each head by itself, whatever lies in the sketch. */
function parkAt(who: string, said: string, { context, meant }: { context: LineContext; meant: Meant }): Result<LineDoes> {
  const { show, personId } = context;
  const id = sketchIdOf(personId);
  const empty: Sketch = { id, kind: "sketch", version: 1, personId, strokes: {} };
  const blank = show.withRecords(new Map([...show.records, [id, empty]]), [id]);
  const parts = readParts(said, { ...meant, context: { ...context, show: blank } });
  if (!parts.ok) return parts;
  const { line, says, changes } = parts.value;
  const after = edit(blank, changes);
  if (!after.ok) return after;
  const values = parkedAt(after.value, after.value.sketchOf(personId)?.strokes ?? {});
  if (!values) return notRead(said, "what moves, follows or adds can't be parked: say a value, such as dim 0");
  const count = Object.keys(values).length;
  if (count === 0) return notRead(said, "say a value, such as dim 0");
  return does(`${who} park ${line}`, `parks ${counted(count, "head")} at ${says}`, {
    heads: meant.heads,
    play: [{ type: "park-all", values }],
  });
}
