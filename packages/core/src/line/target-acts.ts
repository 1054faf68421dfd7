import { does } from "./act-readers";
import type { Result } from "../errors/result";
import type { Target } from "../follow/target";
import type { Show } from "../show/show";
import { counted } from "../units/counted";
import { named, notRead, type LineAct } from "./line";
import { whoMeant } from "./line-who";

function targetNamed(word: string, show: Show): Result<Target> {
  return named(show.all("target"), word, { name: ({ name }) => name, what: "target" });
}

/** What the quick line does with targets. */
export const TARGET_ACTS: readonly LineAct[] = [
  {
    form: "hold targets · hold targets off",
    example: "hold targets",
    what: "all that is followed stands still; goes on from what is heard",
    pattern: /^hold targets(?<off> off)?$/i,
    read: ({ off }) =>
      does(off ? "hold targets off" : "hold targets", off ? "targets go on" : "holds all targets where they are", {
        play: [{ type: "target-hold", on: !off }],
      }),
  },
  {
    form: "nobody follows · nobody follows TARGET · follow again · follow TARGET again",
    example: "nobody follows",
    what: "heads that follow all targets, or one, go back to what lies beneath over two seconds; they follow again as softly",
    pattern: /^(?:nobody follows(?: (?<off>.+))?|follow (?:(?<on>.+) )?(?<again>again))$/i,
    read: ({ off, on, again }, { show }) => {
      const [word, isOff] = [off ?? on, !again];
      const say = (name: string, targetIds?: readonly string[]): ReturnType<typeof does> => {
        const spoken = isOff ? `lets nobody follow ${name || "anybody"}` : `lets them follow ${name ? `${name} ` : ""}again`;
        const plain = isOff ? `nobody follows ${name}`.trim() : `follow ${name ? `${name} ` : ""}again`;
        return does(plain, spoken, { play: [{ type: "target-off", on: isOff, ...(targetIds ? { targetIds } : {}) }] });
      };
      if (!word) return say("");
      const found = targetNamed(word, show);
      return found.ok ? say(found.value.name, [found.value.id]) : found;
    },
  },
  {
    form: "only HEADS follow · only HEADS follow TARGET",
    example: "only Rib spots follow",
    what: "nobody but these heads follows all targets, or one; the others go back to what lies beneath, until `follow again`",
    pattern: /^only (?<who>.+?) follow(?: (?<target>.+))?$/i,
    read: ({ who, target: word }, context) => {
      const meant = whoMeant(who!, context);
      if (!meant.ok) return meant;
      const { heads } = meant.value;
      if (heads.length === 0) return notRead(who!, "nobody is meant");
      const { show } = context;
      const found = word === undefined ? null : targetNamed(word, show);
      if (found && !found.ok) return found;
      const [name, ids] = found ? [` ${found.value.name}`, { targetIds: [found.value.id] }] : ["", {}];
      return does(`only ${who} follow${name}`, `lets nobody follow${name || " anybody"} but ${counted(heads.length, "head")}`, {
        heads,
        play: [{ type: "target-off", on: true, ...ids, but: heads }],
      });
    },
  },
  {
    form: "walk TARGET",
    example: "walk Voice",
    what: "a target goes the way that was recorded for it, round and round, until it is left to OSC, held, or taken by hand",
    pattern: /^walk (?<target>.+)$/i,
    read: ({ target: word }, { show }) => {
      const found = targetNamed(word!, show);
      if (!found.ok) return found;
      const { id, name, walk } = found.value;
      if (!walk) return notRead(name, "nobody has recorded a walk of it");
      return does(`walk ${name}`, `sends ${name} on its walk`, { play: [{ type: "target-walk", targetId: id }] });
    },
  },
  {
    form: "take TARGET by hand",
    example: "take Voice by hand",
    what: "a target stands where it is, whatever is heard, until somebody drags it or it is left to OSC",
    pattern: /^take (?<target>.+) by hand$/i,
    read: ({ target: word }, { show }) => {
      const found = targetNamed(word!, show);
      if (!found.ok) return found;
      const { id, name } = found.value;
      return does(`take ${name} by hand`, `takes ${name} by hand, where it stands`, { play: [{ type: "target-take", targetId: id }] });
    },
  },
  {
    form: "leave TARGET to OSC",
    example: "leave Voice to OSC",
    what: "takes a target out of the hand, and what is heard moves it again",
    pattern: /^leave (?<target>.+) to osc$/i,
    read: ({ target: word }, { show }) => {
      const found = targetNamed(word!, show);
      if (!found.ok) return found;
      const { id, name } = found.value;
      return does(`leave ${name} to OSC`, `leaves ${name} to what is heard`, { play: [{ type: "target-free", targetId: id }] });
    },
  },
];
