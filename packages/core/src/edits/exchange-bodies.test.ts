import { describe, expect, it } from "vitest";
import { explain } from "../errors/result";
import { edit } from "../show/edit";
import type { Fixture } from "../rig/fixture";
import type { Show } from "../show/show";
import type { Change } from "../document/transaction";
import type { Result } from "../errors/result";
import { EngineOnBench, fixture, smallShow } from "../testing";
import type { Highlight } from "../selection/highlight";
import { setLamps } from "./set-lamps";
import { exchangedBodies, sparesFor, standBack, standIn, standInOf } from "./exchange-bodies";

/** Lamps 20 and 21 are spares; 20 hangs nearer to lamp 1. */
const show = smallShow([
  { ...fixture(20), spare: true, position: { x: 2, y: 0, z: 5 } },
  { ...fixture(21), spare: true },
  { ...fixture(22, "profile-cells"), spare: true, position: { x: 0, y: 0, z: 5 } },
]);

const after = (of: Show, changes: Result<readonly Change[]>): Show => {
  const made = edit(of, changes.ok ? changes.value : []);
  if (!changes.ok || !made.ok) throw new Error(JSON.stringify(changes.ok ? made : changes.error));
  return made.value;
};

describe("a lamp that fails", () => {
  const broken = after(show, {
    ok: true,
    value: setLamps([show.get("fixture", "fx-1")!], "outOfService", () => ({ note: "yoke", fans: "gap" })),
  });

  it("has spares to choose from: of its kind first, the nearest before the others", () => {
    expect(sparesFor(broken, broken.get("fixture", "fx-1")!).map(({ id }) => id)).toEqual(["fx-20", "fx-21", "fx-22"]);
  });

  it("plays on the spare's body, and gets its own back", () => {
    const stood = after(broken, standIn(broken, "fx-1", "fx-20"));
    const [lamp, spare] = [stood.get("fixture", "fx-1")!, stood.get("fixture", "fx-20")!];
    expect([lamp.patch, lamp.position, lamp.number, lamp.outOfService]).toEqual([fixture(20).patch, { x: 2, y: 0, z: 5 }, 1, undefined]);
    expect([spare.patch, spare.number, spare.outOfService?.note]).toEqual([fixture(1).patch, 20, "yoke"]);
    expect(standInOf(stood, "fx-1")!.id).toBe("fx-20");
    expect(sparesFor(stood, lamp).map(({ id }) => id)).toEqual(["fx-21", "fx-22"]);
    const back = after(stood, standBack(stood, "fx-1"));
    expect([...back.records.values()].map((record) => ({ ...record, version: 0 }))).toEqual(
      [...broken.records.values()].map((record) => ({ ...record, version: 0 })),
    );
  });

  it("leaves at the spare's slots while it runs, at once and at the same level", () => {
    const bench = new EngineOnBench(broken);
    bench.sketch("ann", {
      s: { who: { heads: ["fx-1"] }, rank: 1, parts: { Dimmer: { level: { knots: [0.5] }, shape: {}, touched: 1 } } },
    });
    const at = (number: number): number => bench.frame[(fixture(number).patch!.address - 1) | 0]!;
    const tick = (): void => void bench.engine.tick((bench.t += 1), bench.frame);
    tick();
    expect([at(1), at(20)]).toEqual([0, 0]);
    const exchange = standIn(bench.engine.show, "fx-1", "fx-20");
    bench.change(exchange.ok ? exchange.value : []);
    tick();
    expect([at(1), at(20)]).toEqual([0, 128]);
    const back = standBack(bench.engine.show, "fx-1");
    bench.change(back.ok ? back.value : []);
    tick();
    expect([at(1), at(20)]).toEqual([0, 0]);
  });

  it("can't be stood in for twice by one spare, nor by itself; and a lamp with a stand-in can't be taken out", () => {
    const stood = after(broken, standIn(broken, "fx-1", "fx-20"));
    const twice = standIn(stood, "fx-2", "fx-20");
    expect(twice.ok ? "" : explain(twice.error)).toMatch(/stands in for another/);
    expect(exchangedBodies(stood, "fx-1", "fx-1").ok).toBe(false);
    expect(standBack(broken, "fx-2").ok).toBe(false);
    const gone = edit(stood, [{ op: "remove", record: stood.get("fixture", "fx-1")! }]);
    expect(gone.ok ? "" : explain(gone.error)).toMatch(/Head 20, which stands in for it/);
  });

  it("leaves number, name and what it is as a spare with the one that people call, and takes all else along", () => {
    const whole: Fixture = {
      ...fixture(40),
      morePatches: [null],
      cellStep: { x: 1, y: 0, z: 0 },
      planId: "plan",
      precedence: { Dimmer: "LTP" },
      curveId: "curve s",
      panTilt: { swapped: true },
      twin: true,
      outOfService: { fans: "gap" },
      layer: "Front",
      note: "loud",
      position: { x: 9, y: 9, z: 9 },
      rotation: { x: 1, y: 2, z: 3 },
    };
    const plain = fixture(41);
    const of = smallShow([whole, plain]);
    const handed = after(of, exchangedBodies(of, whole.id, plain.id));
    const stays = { id: plain.id, number: plain.number, name: plain.name, version: expect.anything() as number };
    expect(handed.get("fixture", plain.id)).toEqual({ ...whole, ...stays });
  });

  it("takes the programming of one kind to a lamp with cells", () => {
    const handed = after(show, exchangedBodies(show, "fx-1", "fx-22"));
    expect(handed.groupHeads("movers")!.slice(0, 4)).toEqual(["fx-1.1", "fx-1.2", "fx-1.3", "fx-2"]);
  });
});

describe("a lamp out of service", () => {
  const fanned = (fans: "gap" | "close up"): number[] => {
    const out = after(show, { ok: true, value: setLamps([show.get("fixture", "fx-2")!], "outOfService", () => ({ fans })) });
    const bench = new EngineOnBench(show);
    const heads = ["fx-1", "fx-2", "fx-3", "fx-4"];
    bench.sketch("ann", { s: { who: { heads }, rank: 1, parts: { Dimmer: { level: { knots: [0, 1] }, shape: {}, touched: 1 } } } });
    bench.engine.tick((bench.t += 1), bench.frame);
    // While it runs, as it happens on a show night.
    const [change] = setLamps([show.get("fixture", "fx-2")!], "outOfService", () => out.get("fixture", "fx-2")!.outOfService);
    bench.change([change!]);
    bench.engine.tick((bench.t += 1), bench.frame);
    return heads.map((id) => bench.frame[bench.engine.show.get("fixture", id)!.patch!.address - 1]!);
  };

  it("is dark, and leaves a gap in a fan", () => {
    expect(fanned("gap")).toEqual([0, 0, 170, 255]);
  });

  it("or lets the others close up", () => {
    expect(fanned("close up")).toEqual([0, 0, 128, 255]);
  });

  it("stays dark under park, highlight and masters that light; Trace says why", () => {
    const bench = new EngineOnBench(show);
    bench.change(setLamps([show.get("fixture", "fx-2")!], "outOfService", () => ({ fans: "gap" })));
    bench.play({ type: "park", head: "fx-2", values: { Dimmer: 0.7 } });
    bench.change([
      {
        op: "add",
        record: { id: "highlight-ann", kind: "highlight", version: 1, personId: "ann", who: { heads: ["fx-2"] }, dim: 0 } as Highlight,
      },
    ]);
    bench.engine.tick((bench.t += 1), bench.frame);
    expect(bench.frame[fixture(2).patch!.address - 1]).toBe(0);
    const trace = bench.engine.trace(bench.engine.show.rig.headByKey.get("fx-2")!.parameters.get("Dimmer")!);
    expect(trace.steps.at(-1)).toMatchObject({ what: "out of service", after: 0 });
  });
});
