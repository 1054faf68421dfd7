import { setChange, type Change } from "../document/transaction";
import { roleOf, USUAL_BUTTONS, type FaderRole, type Playback } from "./playback";

/** Options of a card that don't apply to every card. */
export type CardOption = "startsOnRaise" | "letsGoAtZero" | "bottom" | "flash" | "goToCueId" | "quickGo";

/** What a fader's job leaves to be chosen of how it starts and ends what it plays. */
const OF_ROLES: Readonly<Record<FaderRole, readonly CardOption[]>> = {
  intensities: ["startsOnRaise", "letsGoAtZero"],
  everything: ["startsOnRaise", "letsGoAtZero"],
  // Motions of no size stand still: that is no reason to let go.
  "motion-size": ["startsOnRaise"],
  dial: ["bottom"],
  tempo: [],
  crossfade: [],
  nothing: [],
};

/** Whether an option of a card has any effect with the fader and the buttons that it has. */
export function applies(option: CardOption, playback: Pick<Playback, "fader" | "buttons">): boolean {
  const buttons = playback.buttons ?? USUAL_BUTTONS;
  switch (option) {
    case "flash":
      return buttons.includes("flash");
    case "goToCueId":
      return buttons.includes("go-to");
    case "quickGo":
      return buttons.includes("go") || buttons.includes("go-to");
    default:
      return OF_ROLES[roleOf(playback)].includes(option);
  }
}

/** The changes that give a card's fader another job: what has no effect with it goes, what is new begins as on a new card. */
export function roleChanges(playback: Playback, role: FaderRole): Change[] {
  const next = { ...playback, fader: role === "intensities" ? undefined : role };
  if (next.fader === playback.fader) return [];
  const changes = [
    setChange(playback.id, ["fader"], {
      ...(playback.fader === undefined ? {} : { from: playback.fader }),
      ...(next.fader === undefined ? {} : { to: next.fader }),
    }),
  ];
  if (playback.bottom !== undefined && !applies("bottom", next))
    changes.push(setChange(playback.id, ["bottom"], { from: playback.bottom }));
  for (const field of ["startsOnRaise", "letsGoAtZero"] as const) {
    const to = applies(field, next) && (playback[field] || !applies(field, playback));
    if (to !== playback[field]) changes.push(setChange(playback.id, [field], { from: playback[field], to }));
  }
  return changes;
}
