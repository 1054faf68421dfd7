import { ok, type Result } from "../errors/result";
import { inTheirOrder, type Board } from "../playback/board";
import type { HeadKey } from "../rig/fixture";
import { MASK_PAIRS, type CoatMask, type PlaceMask } from "../selection/coat-mask";
import { coatMaskName } from "../show/coat-mask-name";
import { potName } from "../show/pot-name";
import type { Show } from "../show/show";
import { does } from "./act-readers";
import { named, notRead, type LineAct, type LineContext } from "./line";

const MASKS: readonly PlaceMask[] = MASK_PAIRS.flat();
const OTHERS = /^all but /i;

/** A part of a bed by name: odd, left…, a group's name, or all but a group. */
function maskMeant(word: string, show: Show): Result<CoatMask> {
  const place = MASKS.find((each) => each === word.toLowerCase());
  if (place) return ok(place);
  const group = named(show.all("group"), word.replace(OTHERS, ""), { name: ({ name }) => name, what: "group" });
  if (!group.ok) return notRead(word, `a second coat lies on ${MASKS.join(", ")}, on a group's heads, or on all but these`);
  return ok({ groupId: group.value.id, ...(OTHERS.test(word) ? { others: true as const } : {}) });
}

interface NamedBed {
  readonly board: Board;
  readonly bedId: string;
  readonly name: string;
  readonly heads: readonly HeadKey[];
}

function bedsOf(show: Show): NamedBed[] {
  return show.all("board").flatMap((board) =>
    inTheirOrder(board.beds).flatMap(([bedId, { groupId }]) => {
      const group = show.get("group", groupId);
      return group ? [{ board, bedId, name: group.name, heads: group.heads }] : [];
    }),
  );
}

/** The bed of a group's name; of several boards that have it the first. */
function bedMeant(word: string, { show }: LineContext): Result<NamedBed> {
  const first = new Map(
    bedsOf(show)
      .toReversed()
      .map((bed) => [bed.name, bed]),
  );
  return named([...first.values()], word, { name: ({ name }) => name, what: "bed on a colour board" });
}

/** What the quick line does on colour boards. */
export const BOARD_ACTS: readonly LineAct[] = [
  {
    form: "BED paint POT [on PART]",
    example: "Left ribs paint Orchid on odd",
    what: `paints a bed of a colour board with one of its pots; a second coat on a part: ${MASKS.join(", ")}, those of a group, or all but these`,
    pattern: /^(?<bed>.+?) paint (?<pot>.+?)(?: on (?<mask>.+))?$/i,
    read: ({ bed: bedWord, pot: potWord, mask: maskWord }, context) => {
      const bed = bedMeant(bedWord!, context);
      if (!bed.ok) return bed;
      const { board, bedId, name, heads } = bed.value;
      const pots = inTheirOrder(board.pots).map(([id, pot]) => ({ id, name: potName(context.show, pot) }));
      const pot = named(pots, potWord!, { name: (each) => each.name, what: `pot on ${board.name}` });
      if (!pot.ok) return pot;
      const masked = maskWord === undefined ? null : maskMeant(maskWord, context.show);
      if (masked && !masked.ok) return masked;
      const mask = masked?.value;
      const on = mask ? ` on ${coatMaskName(context.show, mask)}` : "";
      return does(`${name} paint ${pot.value.name}${on}`, `paints ${name} with ${pot.value.name}${on}`, {
        heads,
        play: [{ type: "paint", boardId: board.id, bedIds: [bedId], potId: pot.value.id, ...(mask ? { mask } : {}) }],
      });
    },
  },
  {
    form: "rinse BED · rinse all",
    example: "rinse Left ribs",
    what: "takes all colour and the level off a bed, or off all beds of all boards",
    pattern: /^rinse (?<bed>.+)$/i,
    read: ({ bed: word }, context) => {
      const { show } = context;
      if (/^all$/i.test(word!)) {
        const boards = show.all("board").filter(({ beds }) => Object.keys(beds).length > 0);
        return does("rinse all", "takes all colour off all beds", {
          heads: bedsOf(show).flatMap(({ heads }) => heads),
          play: boards.map(({ id, beds }) => ({ type: "rinse", boardId: id, bedIds: Object.keys(beds), coats: "all" })),
        });
      }
      const bed = bedMeant(word!, context);
      if (!bed.ok) return bed;
      const { board, bedId, name, heads } = bed.value;
      return ok({
        line: `rinse ${name}`,
        says: `takes all colour off ${name}`,
        heads,
        play: [{ type: "rinse", boardId: board.id, bedIds: [bedId], coats: "all" }],
      });
    },
  },
];
