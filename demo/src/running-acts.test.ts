import { mayDo, playChanges, edit, readLine, runningOf, Show, type LineContext, type PlayCommand } from "@vexa/core";
import { describe, expect, it } from "vitest";
import { understory } from "./understory";

const BY = { ines: "person-ines", tomasz: "person-tomasz" } as const;

/** The demo with what people have played, one second after the other. */
function played(...acts: readonly (readonly [keyof typeof BY, PlayCommand])[]): Show {
  let show = new Show(new Map(understory().map((record) => [record.id, record])));
  for (const [at, [who, command]] of acts.entries()) {
    const changes = playChanges(show, command, { t: 1 + at, personId: BY[who] });
    const next = changes.ok ? edit(show, changes.value) : changes;
    if (!next.ok) throw new Error(JSON.stringify(next.error));
    show = next.value;
  }
  return show;
}
const context = (show: Show, of: Partial<LineContext> = {}): LineContext => ({
  show,
  personId: BY.ines,
  selection: { heads: [] },
  values: new Float32Array(show.rig.parameters.length),
  newId: () => "new",
  ...of,
});
const told = (show: Show, line: string, of?: Partial<LineContext>): { says: string; play: readonly PlayCommand[] } => {
  const read = readLine(line, context(show, of));
  if (!read.ok) throw new Error(String(read.error.details["why"]));
  return { says: read.value.says, play: read.value.play ?? [] };
};

const NIGHT = "card-night-bloom";
const EMBER = "card-ember-wash";
const board = new Show(new Map(understory().map((record) => [record.id, record]))).all("board")[0]!;
const [bedId, potId] = [Object.keys(board.beds)[0]!, Object.keys(board.pots)[0]!];

describe("let go all", () => {
  it("is of what one touched last, cards and boards, and leaves what others did", () => {
    const show = played(
      ["ines", { type: "go", playbackId: NIGHT }],
      ["tomasz", { type: "go", playbackId: EMBER }],
      ["ines", { type: "paint", boardId: board.id, bedIds: [bedId], potId }],
    );
    const { says, play } = told(show, "let go all");
    expect(says).toBe(`lets go of Night bloom, ${board.name}`);
    expect(play).toEqual([
      { type: "let-go", playbackId: NIGHT },
      { type: "rinse", boardId: board.id, bedIds: [bedId], coats: "all" },
    ]);
    for (const command of play) expect(mayDo(show, show.get("person", BY.ines)!, command)).toBeNull();
    expect(runningOf(show, BY.tomasz).cards.map(({ id }) => id)).toEqual([EMBER]);
  });

  it("is nothing where nothing runs, and says so", () => {
    expect(told(played(), "let go all")).toEqual({ says: "nothing of yours runs", play: [] });
    const gone = played(["ines", { type: "go", playbackId: NIGHT }], ["ines", { type: "let-go", playbackId: NIGHT }]);
    expect(told(gone, "let go all").play).toEqual([]);
    const taken = played(["ines", { type: "go", playbackId: NIGHT }], ["tomasz", { type: "level", playbackId: NIGHT, level: 0.5 }]);
    expect(told(taken, "let go all").play).toEqual([]);
  });
});

describe("stop macros", () => {
  it("stops all that run, and none that has stopped by itself", () => {
    const [first, second] = played().all("macro");
    const show = played(["ines", { type: "macro", macroId: first!.id }], ["tomasz", { type: "macro", macroId: second!.id }]);
    expect(told(show, "stop macros")).toEqual({
      says: "stops 2 macros",
      play: show.all("runningMacro").map(({ macroId }) => ({ type: "macro-stop", macroId })),
    });
    const [run] = show.all("runningMacro");
    const stopped = new Show(new Map([...show.records, [run!.id, { ...run!, stopped: "It went round." }]]));
    expect(told(stopped, "stop macros").says).toBe("stops 1 macro");
    expect(told(played(), "stop macros")).toEqual({ says: "no macro runs", play: [] });
  });
});

describe("go alone", () => {
  it("is the card at hand, as its buttons", () => {
    const show = played();
    expect(told(show, "go", { cardId: NIGHT })).toEqual({
      says: "Night bloom: the next cue",
      play: [{ type: "go", playbackId: NIGHT }],
    });
    for (const act of ["back", "pause", "continue"] as const)
      expect(told(show, act, { cardId: NIGHT }).play).toEqual([{ type: act, playbackId: NIGHT }]);
    expect(told(show, "let go", { cardId: NIGHT }).play).toEqual([{ type: "let-go", playbackId: NIGHT }]);
    expect(() => told(show, "go", { cardId: "gone" })).toThrow("no card is at hand");
  });
});
