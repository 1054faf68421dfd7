import { describe, expect, it } from "vitest";
import { edit } from "../show/edit";
import { playChanges } from "../playing/play";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { applies, roleChanges } from "./card-options";
import { FADER_ROLES, type FaderRole, type Playback } from "./playback";

const glow = (card: Partial<Playback> = {}): ReturnType<typeof smallShow> =>
  smallShow(listWithCard("glow", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1]) })] }], card));
const show = glow();
const card = show.get("playback", "card-glow")!;

function withRole(of: Playback, role: FaderRole): Playback {
  const done = edit(show, roleChanges(of, role));
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  return done.value.get("playback", card.id)!;
}

describe("options of a card", () => {
  it("that have no effect with another job of the fader go with the old one, and come back as on a new card", () => {
    const dial = withRole(card, "dial");
    expect(dial).toMatchObject({ fader: "dial", startsOnRaise: false, letsGoAtZero: false });
    expect(roleChanges(dial, "dial")).toEqual([]);
    const off = { ...dial, bottom: "lets-go" } as const;
    expect(
      roleChanges(off, "intensities")
        .map((change) => (change.op === "set" ? change.path[0] : change.op))
        .toSorted(),
    ).toEqual(["bottom", "fader", "letsGoAtZero", "startsOnRaise"]);
  });

  it("apply just where a fader obeys them: asked of what plays", () => {
    for (const role of FADER_ROLES.filter((entry) => entry !== "tempo")) {
      // From the bottom to the middle: does it run?
      const starts = (startsOnRaise: boolean): boolean => {
        const own = glow({ ...(role === "intensities" ? {} : { fader: role }), startsOnRaise });
        const raised = playChanges(own, { type: "level", playbackId: card.id, level: 0.5 }, { t: 1, personId: "ann" });
        const next = raised.ok ? edit(own, raised.value) : null;
        if (!next?.ok) throw new Error(role);
        return (next.value.playbackState(card.id)?.cueId ?? null) !== null;
      };
      expect(starts(true) !== starts(false), role).toBe(applies("startsOnRaise", { fader: role } as Playback));
    }
    expect(applies("flash", card)).toBe(false);
    expect(applies("flash", { ...card, buttons: ["flash"] })).toBe(true);
    expect(applies("quickGo", { ...card, buttons: ["let-go"] })).toBe(false);
  });
});
