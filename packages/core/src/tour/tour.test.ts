import { describe, expect, it } from "vitest";
import { playChanges } from "../playing/play";
import { mayDo } from "../rights/rights";
import { tryEdit } from "../rights/try-edit";
import { EMPTY_SELECTION, selectHeads } from "../selection/selection";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { listWithCard, part, showOf, smallShow, strokeOn } from "../testing";
import { TOUR, TOUR_STEPS, tourTakenBack, type TourMoment, type TourStep } from "./tour";

/** Somebody on the tour: what is done for them goes through the rights, as at the server's door. */
class Newcomer {
  at: TourMoment;
  #made = 0;

  constructor(show: Show, personId: string) {
    const newId = (): string => `new-${++this.#made}`;
    const knownCueIds = new Set(show.all("cue").map(({ id }) => id));
    this.at = { show, personId, selection: EMPTY_SELECTION, values: [], newId, knownCueIds };
  }

  get person() {
    return this.at.show.get("person", this.at.personId)!;
  }

  isDone(step: TourStep): boolean {
    return TOUR[step].isDone(this.at);
  }

  /** The code of what went wrong, or null. */
  does(step: TourStep): string | null {
    const does = TOUR[step].does(this.at);
    if (!does.ok) return does.error.code;
    const { select, changes = [], play = [] } = does.value;
    if (select) this.at = { ...this.at, selection: select };
    const tried = tryEdit(this.at.show, this.person, changes);
    if (!tried.ok) return tried.error.code;
    this.at = { ...this.at, show: tried.value.next };
    for (const command of play) {
      const refused = mayDo(this.at.show, this.person, command);
      if (refused) return refused.code;
      const played = playChanges(this.at.show, command, { t: 10, personId: this.at.personId });
      if (!played.ok) return played.error.code;
      const next = edit(this.at.show, played.value);
      if (!next.ok) return next.error.code;
      this.at = { ...this.at, show: next.value };
    }
    return null;
  }
}

/** A list that somebody else made before. */
const BEFORE = listWithCard("before", [{ inSeconds: 1, strokes: [strokeOn("movers", { Dimmer: part([1]) })] }]);

describe("the tour", () => {
  it.each(["ann", "ben", "cleo"])("is done step by step with what %s may do, and leaves nothing when it is taken back", (personId) => {
    const before = smallShow(BEFORE);
    const newcomer = new Newcomer(before, personId);
    for (const step of TOUR_STEPS) {
      expect(TOUR[step].words(newcomer.at)).toMatch(/\.$/);
      // Nothing runs of it before it is played.
      if (step !== "let-go") expect(newcomer.isDone(step), step).toBe(false);
      expect(newcomer.does(step), step).toBeNull();
      expect(newcomer.isDone(step), step).toBe(true);
    }
    const taken = tryEdit(newcomer.at.show, newcomer.person, tourTakenBack(newcomer.at));
    expect(taken.ok).toBe(true);
    if (!taken.ok) return;
    const work = (show: Show): string[] => [...show.records.values()].flatMap(({ id, kind }) => (kind === "playbackState" ? [] : [id]));
    expect(work(taken.value.next).sort()).toEqual(work(before).sort());
    expect(taken.value.next.sketchOf(personId)?.strokes).toEqual({});
  });

  it("hasn't been played as long as the sketch lies over it", () => {
    const ann = new Newcomer(smallShow(), "ann");
    for (const step of ["pick", "light", "record", "play"] as const) expect(ann.does(step)).toBeNull();
    expect(ann.isDone("play")).toBe(true);
    expect(ann.does("light")).toBeNull();
    expect(ann.isDone("play")).toBe(false);
  });

  it("is about what one may use, and of what the heads can do", () => {
    const [ann, cleo] = [new Newcomer(smallShow(), "ann"), new Newcomer(smallShow(), "cleo")];
    expect(TOUR.pick.words(ann.at)).toContain("“Movers”");
    expect(TOUR.pick.words(cleo.at)).toContain("“Cells”");
    for (const each of [ann, cleo]) for (const step of ["pick", "light", "move"] as const) expect(each.does(step)).toBeNull();
    const moving = ({ at }: Newcomer): string[] =>
      Object.values(at.show.sketchOf(at.personId)!.strokes).flatMap(({ parts }) =>
        Object.entries(parts).flatMap(([name, { motion }]) => (motion ? [name] : [])),
      );
    expect([moving(ann), moving(cleo)]).toEqual([["Pan"], ["Dimmer"]]);
  });

  it("goes on with what the hand chose, and skips no rule", () => {
    const ann = new Newcomer(smallShow(), "ann");
    ann.at = { ...ann.at, selection: selectHeads(["fx-1", "fx-2"]) };
    expect(ann.isDone("pick")).toBe(true);
    expect(ann.does("light")).toBeNull();
    expect(Object.values(ann.at.show.sketchOf("ann")!.strokes)[0]!.who.heads).toEqual(["fx-1", "fx-2"]);
    expect(ann.does("play")).toBe("tour.no-cue");
    expect(ann.does("let-go")).toBe("tour.no-cue");
    const olu = new Newcomer(smallShow(), "olu");
    expect(olu.does("pick")).toBe("tour.no-group");
    expect(olu.does("light")).toBe("tour.no-group");
    expect(olu.does("record")).toBe("tour.empty-sketch");
  });

  it("counts a list of one's own name, not a cue that comes to a list that was there", () => {
    const ann = new Newcomer(smallShow(BEFORE), "ann");
    const [, cue] = listWithCard("before", [
      { inSeconds: 1, strokes: [] },
      { inSeconds: 1, strokes: [] },
    ]).slice(1);
    ann.at = { ...ann.at, show: showOf([...ann.at.show.records.values(), cue!]) };
    expect(ann.isDone("record")).toBe(false);
  });

  it("has a flat level for no fan", () => {
    const ann = new Newcomer(smallShow(), "ann");
    const flat = { s: strokeOn("movers", { Dimmer: part([0.5, 0.5]) }) };
    const sketch = { ...ann.at.show.sketchOf("ann")!, strokes: flat };
    ann.at = { ...ann.at, show: ann.at.show.withRecords(new Map([...ann.at.show.records, [sketch.id, sketch]])) };
    expect(ann.isDone("light")).toBe(false);
  });
});
