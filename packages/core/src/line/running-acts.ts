import type { PlayCommand } from "../playing/commands";
import { cardName } from "../questions/card-name";
import { lettingGoOf, runningOf } from "../questions/running-of";
import { counted } from "../units/counted";
import { does } from "./act-readers";
import { named, notRead, type LineAct } from "./line";

/** What people do to a card, in a line behind its name or, for the card at hand, alone. */
export const ON_CARDS = {
  back: { type: "back", what: "goes back to the cue before" },
  pause: { type: "pause", what: "pauses its fades" },
  continue: { type: "continue", what: "goes on with its fades" },
  "let go": { type: "let-go", what: "lets it go" },
} as const;

/** What the quick line does with all that runs, and with the card at hand. */
export const RUNNING_ACTS: readonly LineAct[] = [
  {
    form: "let go all",
    example: "let go all",
    what: "lets go of all that you have on stage by cards and boards",
    pattern: /^let (?:go (?:all|everything)|all go|all of mine go)$/i,
    read: (_, { show, personId }) => {
      const running = runningOf(show, personId);
      const play = lettingGoOf(running);
      const { cards, boards } = running;
      const names = [...cards.map((card) => cardName(show, card)), ...boards.map(({ board }) => board.name)];
      return does("let go all", names.length === 0 ? "nothing of yours runs" : `lets go of ${inWords(names)}`, { play });
    },
  },
  {
    form: "stop macros · stop MACRO",
    example: "stop Quiet house",
    what: "ends all macros that run, or one, where they are; what they have done stays",
    pattern: /^stop (?<macro>.+)$/i,
    read: ({ macro: word }, { show }) => {
      const stop = (macroId: string): PlayCommand => ({ type: "macro-stop", macroId });
      if (/^(?:all |the )?macros?$/i.test(word!)) {
        const runs = show.all("runningMacro").filter(({ stopped }) => stopped === undefined);
        const says = runs.length === 0 ? "no macro runs" : `stops ${counted(runs.length, "macro")}`;
        return does("stop macros", says, { play: runs.map(({ macroId }) => stop(macroId)) });
      }
      const found = named(show.all("macro"), word!, { name: ({ name }) => name, what: "macro" });
      if (!found.ok) return found;
      return does(`stop ${found.value.name}`, `stops ${found.value.name} where it is`, { play: [stop(found.value.id)] });
    },
  },
  {
    form: "go · back · pause · continue · let go",
    example: "go",
    what: "the same for the card at hand: the one touched last on Perform, or the one whose cues stand there",
    pattern: /^(?<act>go|back|pause|continue|let go)$/i,
    read: ({ act: word }, { show, cardId }) => {
      const card = show.get("playback", cardId ?? null);
      if (!card)
        return notRead(word!, `no card is at hand: touch one on Perform, or write which, such as Night bloom ${word!.toLowerCase()}`);
      const act = word!.toLowerCase() as "go" | keyof typeof ON_CARDS;
      const name = cardName(show, card);
      const { type, what } = act === "go" ? ({ type: "go", what: "the next cue" } as const) : ON_CARDS[act];
      return does(`${name} ${act}`, `${name}: ${what}`, { play: [{ type, playbackId: card.id }] });
    },
  },
];

const MOST_NAMES = 4;

function inWords(names: readonly string[]): string {
  const [shown, more] = [names.slice(0, MOST_NAMES), names.length - MOST_NAMES];
  return more > 0 ? `${shown.join(", ")} and ${more} more` : shown.join(", ");
}
