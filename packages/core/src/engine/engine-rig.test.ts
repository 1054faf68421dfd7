import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import type { PlayCommand } from "../playing/commands";
import { playChanges } from "../playing/play";
import { seededRandom } from "../random/random";
import type { Fixture } from "../rig/fixture";
import { EngineOnBench, fixture, listWithCard, part, pick, randomStroke, randomTimes, smallShow, strokeOn, type Random } from "../testing";
import type { Show } from "../show/show";
import { sketchIdOf } from "../stroke/sketch";
import { Engine } from "./engine";

/** Cards a and b, with random looks. */
const lists = (random: Random): ReturnType<typeof listWithCard> =>
  ["a", "b"].flatMap((id) =>
    listWithCard(
      id,
      [1, 2, 3].map(() => ({
        inSeconds: random() * 3,
        strokes: [randomStroke(random, 1), randomStroke(random, 2)],
        ...randomTimes(random),
      })),
      { releaseSeconds: 1 },
    ),
  );

function randomCommand(random: Random): PlayCommand {
  const playbackId = `card-${pick(random, ["a", "b"])}`;
  return pick<PlayCommand>(random, [
    { type: "go", playbackId },
    { type: "go", playbackId },
    { type: "level", playbackId, level: random() },
    { type: "let-go", playbackId },
    { type: "park", head: "fx-2", values: { Dimmer: 0.7 } },
    { type: "unpark", head: "fx-2" },
    { type: "curtain-drop" },
    { type: "curtain-raise", seconds: 1 },
    { type: "grand-master", level: random() },
    { type: "group-level", groupMasterId: "none", level: 1 },
  ]);
}

/** Comes, hangs elsewhere, is patched elsewhere, or goes: a lamp that nobody uses. */
function rigChange(show: Show, random: Random): Change {
  const present = show.get("fixture", "fx-30");
  if (!present) {
    const record: Fixture = { ...fixture(30, pick(random, ["profile-mover", "profile-cells"])), patch: { universe: 3, address: 1 } };
    return { op: "add", record };
  }
  return pick<Change>(random, [
    { op: "remove", record: present },
    setChange("fx-30", ["position"], { from: present.position, to: { x: random(), y: random(), z: 4 } }),
    setChange("fx-30", ["patch"], { from: present.patch, to: { universe: 3, address: 1 + Math.floor(random() * 400) } }),
    setChange("fx-30", ["name"], { from: present.name, to: `Other ${random()}` }),
  ]);
}

const octetsOf = (engine: Engine, frame: Uint8Array, of: Fixture): string => {
  const at = engine.universes.indexOf(of.patch!.universe) * 512 + of.patch!.address - 1;
  return Buffer.from(frame.subarray(at, at + 20)).toString("hex");
};

/** What is merged part by part leaves as the trace, which works out a parameter alone and anew, says. */
function expectTraced(engine: Engine, frame: Uint8Array, random: Random): void {
  const { rig } = engine.show;
  for (let look = 0; look < 5; look++) {
    const parameter = Math.floor(random() * rig.parameters.length);
    const { channel, head } = rig.parameters[parameter]!;
    const { patch } = head.fixture;
    const start = engine.universes.indexOf(patch!.universe) * 512 + patch!.address - 2;
    expect(channel.slots.map((slot) => frame[start + slot])).toEqual(engine.trace(parameter).slots);
  }
}

const tick = (engine: Engine, t: number, kept: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer> => {
  const frame = kept.length === engine.frameLength ? kept : new Uint8Array(engine.frameLength);
  engine.tick(t, frame);
  return frame;
};

describe("a rig that changes while it plays", () => {
  it("changes nothing of the lamps that stay: fades, motions, what lets go, what is parked and held (20 seeds, octet for octet)", () => {
    let lit = 0;
    for (let seed = 1; seed <= 20; seed++) {
      const random = seededRandom(seed);
      const show = smallShow(lists(random));
      const [changing, still] = [new Engine(show, 1000), new Engine(show, 1000)];
      let [frame, other] = [new Uint8Array(changing.frameLength), new Uint8Array(still.frameLength)];
      for (let step = 0, t = 1000; step < 60; step++) {
        t += random() * 0.8;
        if (random() < 0.4) expect(changing.command({ at: t, changes: [rigChange(changing.show, random)] }).ok).toBe(true);
        else {
          const changes =
            random() < 0.2
              ? [
                  setChange(sketchIdOf("ann"), ["strokes"], {
                    from: still.show.sketchOf("ann")!.strokes,
                    to: { s: randomStroke(random, 1) },
                  }),
                ]
              : playChanges(still.show, randomCommand(random), { t, personId: "ann" });
          const list = Array.isArray(changes) ? changes : changes.ok ? changes.value : [];
          for (const engine of [changing, still]) expect(engine.command({ at: t, changes: list }).ok).toBe(true);
        }
        t += random() * 0.3;
        frame = tick(changing, t, frame);
        other = tick(still, t, other);
        for (const each of show.all("fixture")) {
          const [now, then] = [octetsOf(changing, frame, each), octetsOf(still, other, each)];
          expect(now, `seed ${seed}, step ${step}, ${each.id}`).toBe(then);
          if (/[1-9a-f]/.test(now)) lit++;
        }
        expectTraced(changing, frame, random);
      }
    }
    expect(lit).toBeGreaterThan(2000);
  });

  it("sends a lamp to another address with the level that it has", () => {
    const engine = new Engine(smallShow(listWithCard("a", [{ inSeconds: 2, strokes: [strokeOn("movers", { Dimmer: part([1]) })] }])), 1000);
    const go = playChanges(engine.show, { type: "go", playbackId: "card-a" }, { t: 1000, personId: "ann" });
    engine.command({ at: 1000, changes: go.ok ? go.value : [] });
    let frame = tick(engine, 1001, new Uint8Array(engine.frameLength));
    expect(frame[0]).toBe(128);
    const { patch } = engine.show.get("fixture", "fx-1")!;
    engine.command({ at: 1001, changes: [setChange("fx-1", ["patch"], { from: patch, to: { universe: 7, address: 11 } })] });
    frame = tick(engine, 1001.5, frame);
    expect(engine.universes).toEqual([1, 7]);
    expect([frame[0], frame[512 + 10]]).toEqual([0, 191]);
  });

  it("lays what goes by place anew when lamps hang elsewhere", () => {
    const fan = { ...part([0, 1]), shape: { order: "left-to-right" as const } };
    const engine = new Engine(smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: fan })] }])), 1000);
    const go = playChanges(engine.show, { type: "go", playbackId: "card-a" }, { t: 1000, personId: "ann" });
    engine.command({ at: 1000, changes: go.ok ? go.value : [] });
    let frame = tick(engine, 1001, new Uint8Array(engine.frameLength));
    expect([frame[0], frame[140]]).toEqual([0, 255]);
    const { position } = engine.show.get("fixture", "fx-1")!;
    engine.command({ at: 1001, changes: [setChange("fx-1", ["position"], { from: position, to: { ...position, x: 50 } })] });
    frame = tick(engine, 1002, frame);
    expect([frame[0], frame[20]]).toEqual([255, 0]);
  });

  it("lets the others close up while it plays, when a lamp goes out of service or comes back", () => {
    const fan = strokeOn("movers", { Dimmer: part([0, 1]) });
    const bench = new EngineOnBench(smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [fan] }])));
    bench.play({ type: "level", playbackId: "card-a", level: 1 });
    bench.play({ type: "go", playbackId: "card-a" });
    const levels = (): string[] => Array.from({ length: 8 }, (_, at) => bench.read(at + 1, 0, 0.1).toFixed(3));
    const evenly = (count: number): string[] => Array.from({ length: count }, (_, at) => (at / (count - 1)).toFixed(3));
    expect(levels()).toEqual(evenly(8));
    const out = { fans: "close up" as const };
    bench.change([setChange("fx-3", ["outOfService"], { from: undefined, to: out })]);
    const [one, two, broken, ...rest] = levels();
    expect([one, two, ...rest]).toEqual(evenly(7));
    expect(broken).toBe("0.000");
    bench.change([setChange("fx-3", ["outOfService"], { from: out, to: undefined })]);
    expect(levels()).toEqual(evenly(8));
  });

  it("gives a lamp that comes back what its group says", () => {
    const engine = new Engine(smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1]) })] }])), 1000);
    const go = playChanges(engine.show, { type: "go", playbackId: "card-a" }, { t: 1000, personId: "ann" });
    engine.command({ at: 1000, changes: go.ok ? go.value : [] });
    const record = engine.show.get("fixture", "fx-3")!;
    engine.command({ at: 1001, changes: [{ op: "remove", record }] });
    let frame = tick(engine, 1001, new Uint8Array(engine.frameLength));
    expect(frame[40]).toBe(0);
    engine.command({ at: 1002, changes: [{ op: "add", record }] });
    frame = tick(engine, 1003, frame);
    expect(frame[40]).toBe(255);
  });

  it("sends nothing of what would end beyond its universe, and nothing of it into the next", () => {
    const on = new EngineOnBench(smallShow());
    on.sketch("ann", { a: strokeOn("movers", { Dimmer: part([1]) }) });
    const patched = (id: string, to: Partial<Fixture["patch"]>): Change => {
      const { patch } = on.engine.show.get("fixture", id)!;
      return setChange(id, ["patch"], { from: patch, to: { ...patch!, ...to } });
    };
    // A dimmer of 16 bit: its coarse slot would still have room.
    on.change([patched("fx-1", { address: 512 }), patched("fx-2", { universe: 2, address: 101 })]);
    let frame = tick(on.engine, (on.t += 1), new Uint8Array(on.engine.frameLength));
    expect([frame[511], frame[512], frame[612]]).toEqual([0, 0, 255]);
    on.change([patched("fx-1", { address: 493 })]);
    frame = tick(on.engine, (on.t += 1), frame);
    expect([frame[492], frame[493]]).toEqual([255, 255]);
  });
});

describe("a lamp that is taken out", () => {
  const lit = (): EngineOnBench => {
    const bench = new EngineOnBench(smallShow([fixture(20)]));
    bench.sketch("ann", { s: { who: { heads: ["fx-20"] }, rank: 1, parts: { Dimmer: part([1]), Pan: part([270]) } } });
    bench.engine.tick((bench.t += 1), bench.frame);
    bench.sketch("ann", {});
    return bench;
  };
  const first = fixture(20).patch!.address - 1;
  const word = (bench: EngineOnBench, at: number): number => bench.frame[first + at]! * 256 + bench.frame[first + at + 1]!;

  it("ends softly: its light fades for a second, and it stays where it looks until it is dark", () => {
    const bench = new EngineOnBench(
      smallShow([
        fixture(20),
        ...listWithCard("one", [
          { inSeconds: 0, strokes: [{ who: { heads: ["fx-20"] }, rank: 1, parts: { Dimmer: part([1]), Pan: part([270]) } }] },
        ]),
      ]),
    );
    bench.play({ type: "level", playbackId: "card-one", level: 1 });
    bench.play({ type: "go", playbackId: "card-one" });
    bench.engine.tick((bench.t += 1), bench.frame);
    expect([word(bench, 0), word(bench, 2)]).toEqual([65535, 65535]);
    bench.change([{ op: "remove", record: bench.engine.show.get("fixture", "fx-20")! }]);
    const seen = [0.001, 0.25, 0.25, 0.25, 0.26].map((step) => {
      bench.engine.tick((bench.t += step), bench.frame);
      return [Math.round((word(bench, 0) / 65535) * 100), word(bench, 2)];
    });
    expect(seen).toEqual([
      [100, 65535],
      [75, 65535],
      [50, 65535],
      [25, 65535],
      [0, 0],
    ]);
    bench.engine.tick((bench.t += 5), bench.frame);
    expect(word(bench, 0)).toBe(0);
  });

  it("leaves its slots to a lamp that is patched there at once", () => {
    const bench = lit();
    const gone = bench.engine.show.get("fixture", "fx-20")!;
    bench.change([
      { op: "remove", record: gone },
      { op: "add", record: { ...gone, id: "fx-21", number: 21 } as Fixture },
    ]);
    bench.engine.tick((bench.t += 0.1), bench.frame);
    expect(word(bench, 0)).toBe(0);
  });
});
