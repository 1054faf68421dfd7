import { seededRandom, setChange, Show, useKernels, type Attribute, type Kernels, type PlayCommand, type ShowRecord } from "@vexa/core";
import { crowdedShow, EngineOnBench, pick, type Random } from "@vexa/core/testing";
import { afterEach, describe, expect, it } from "vitest";
import { mergeKernels } from "./merge-kernels";

const kernels = mergeKernels()!;

/** Plainly, in the arithmetic of JavaScript's numbers, which are IEEE 754's of 64 bits; what is kept is rounded to 32. */
const PLAIN = {
  replace: ({ from, to, part }: Row) => from + (to - from) * part,
  blend: ({ from, to, part, share, beneath }: Row) => beneath + (from + (to - from) * part - beneath) * share,
  raise: ({ from, to, part, share, beneath }: Row) => Math.max(beneath, Math.fround((from + (to - from) * part) * share)),
  lower: ({ from, to, part, share, beneath }: Row) => Math.min(beneath, Math.fround((from + (to - from) * part) * share + (1 - share))),
};

interface Row {
  readonly from: number;
  readonly to: number;
  readonly beneath: number;
  readonly part: number;
  readonly share: number;
}

/** The same with flags that take light away in place of emitters. */
function flagged(show: Show): Show {
  const flags: Record<string, string> = { ColorAdd_R: "ColorSub_C", ColorAdd_G: "ColorSub_M", ColorAdd_B: "ColorSub_Y" };
  const records = [...show.records].map(([id, record]): [string, ShowRecord] => {
    if (record.kind !== "profile") return [id, record];
    const channels = record.modes.map((mode) => ({
      ...mode,
      channels: mode.channels.map((channel) => ({ ...channel, attribute: (flags[channel.attribute] ?? channel.attribute) as Attribute })),
    }));
    return [id, { ...record, emitters: {}, modes: channels }];
  });
  return new Show(new Map(records));
}

/** What random hands make of a crowd, frame for frame. */
function evening(seed: number, used: Kernels | null): string[] {
  useKernels(used);
  const random = seededRandom(seed);
  const show = crowdedShow(random);
  const bench = new EngineOnBench(seed === 2 ? flagged(show) : show);
  return Array.from({ length: 240 }, () => {
    bench.play(randomHand(random));
    bench.engine.tick((bench.t += random() * 0.4), bench.frame);
    return Buffer.from(bench.frame).toString("base64");
  });
}

function randomHand(random: Random): PlayCommand {
  const playbackId = `card-list-${1 + Math.floor(random() * 50)}`;
  return pick<PlayCommand>(random, [
    { type: "go", playbackId },
    { type: "go", playbackId },
    { type: "go", playbackId, seconds: random() },
    { type: "level", playbackId, level: random() },
    { type: "level", playbackId, level: pick(random, [0, 0.5, 1]) },
    { type: "let-go", playbackId },
    { type: "flash", playbackId, press: pick(random, ["down", "up"] as const) },
    { type: "grand-master", level: pick(random, [1, 0.5]) },
  ]);
}

afterEach(() => useKernels(null));

describe("the loops in WebAssembly", () => {
  it.each(["replace", "blend", "raise", "lower"] as const)(
    "%s: equal to the last bit, for every count from 0 to 40 and at every place",
    (loop) => {
      const random = seededRandom(5);
      const [from, to, values] = [kernels.floats(60)!, kernels.floats(60)!, kernels.floats(60)!];
      const level = (): number => (random() < 0.2 ? Math.round(random()) : random() < 0.2 ? random() * 1e-30 : random());
      for (let round = 0; round < 2000; round++) {
        for (const floats of [from, to, values]) for (let at = 0; at < 60; at++) floats[at] = level();
        const [row, first, count] = [Math.floor(random() * 20), Math.floor(random() * 20), round % 41];
        const [part, share] = [level(), level()];
        const expected = values.slice();
        for (let at = 0; at < Math.min(count, 40); at++)
          expected[first + at] = PLAIN[loop]({ from: from[row + at]!, to: to[row + at]!, beneath: values[first + at]!, part, share });
        kernels.numbers.set([part, share]);
        kernels[loop](from.byteOffset + 4 * row, to.byteOffset + 4 * row, values.byteOffset + 4 * first, count);
        expect([...values], `round ${round}: ${count} rows from ${row} to ${first}`).toEqual([...expected]);
      }
    },
  );

  it("overtop: equal to the last bit where rows come from one level and tops are the highest of 16, and nothing beside, for 0 to 6 blocks", () => {
    const random = seededRandom(9);
    const [to, tops, values] = [kernels.floats(140)!, kernels.floats(9)!, kernels.floats(140)!];
    let [passed, raised] = [0, 0];
    for (let round = 0; round < 2000; round++) {
      const [start, part, share] = [pick(random, [0, 1, random()]), pick(random, [0, 1, random()]), pick(random, [0, 1, random()])];
      const beneath = random();
      for (let at = 0; at < 140; at++) [to[at], values[at]] = [random() ** 2, beneath * random()];
      const [block, first, blocks] = [Math.floor(random() * 3), Math.floor(random() * 40), round % 7];
      // Tops may lie higher than they have to, as where something moves.
      for (let at = 0; at < 9; at++) tops[at] = random() < 0.2 ? 1 : Math.max(...to.subarray(16 * at, 16 * at + 16));
      const expected = values.slice();
      for (let at = 0; at < 16 * blocks; at++) {
        const row = { from: start, to: to[16 * block + at]!, beneath: values[first + at]!, part, share };
        expected[first + at] = PLAIN.raise(row);
        if (expected[first + at] === values[first + at]) passed++;
        else raised++;
      }
      kernels.numbers.set([part, share, start]);
      kernels.overtop(to.byteOffset + 64 * block, tops.byteOffset + 4 * block, values.byteOffset + 4 * first, blocks);
      expect([...values], `round ${round}: ${blocks} blocks from ${block} to ${first}`).toEqual([...expected]);
    }
    expect(Math.min(passed, raised)).toBeGreaterThan(10_000);
  });

  it.each([
    ["eight", 255, false],
    ["sixteen", 65535, false],
    ["dimmedEight", 255, true],
    ["dimmedSixteen", 65535, true],
  ] as const)("%s: writes what JavaScript's arithmetic gives, and nothing else, for every count from 0 to 40", (loop, whole, dimmed) => {
    const random = seededRandom(6);
    const [values, octets, rows] = [kernels.floats(50)!, kernels.floats(64)!, kernels.floats(4 * 40)!];
    const frame = new Uint8Array(octets.buffer, octets.byteOffset, 256);
    const exits = new Int32Array(rows.buffer, rows.byteOffset, rows.length);
    for (let round = 0; round < 1000; round++) {
      const [first, count] = [round % 7, round % 34];
      values.forEach(
        (_, at) => (values[at] = random() < 0.3 ? Math.round(random()) : random() < 0.3 ? (random() * 256) / 255 / 256 : random()),
      );
      const slots = Array.from({ length: 256 }, (_, slot) => slot).sort(() => random() - 0.5);
      for (let at = 0; at < 40; at++)
        exits.set([Math.floor(random() * 50), Math.floor(random() * 50), slots[2 * at]!, slots[2 * at + 1]!], 4 * at);
      frame.fill(7);
      const expected = frame.slice();
      for (let at = first; at < first + count; at++) {
        const [parameter, dimmer, coarse, fine] = exits.subarray(4 * at);
        const word = Math.floor(values[parameter!]! * (dimmed ? values[dimmer!]! : 1) * whole + 0.5);
        expected[coarse!] = whole === 255 ? word : Math.floor(word / 256);
        if (whole !== 255) expected[fine!] = word % 256;
      }
      kernels[loop](rows.byteOffset + 16 * first, values.byteOffset, octets.byteOffset, count);
      expect([...frame], `round ${round}: ${count} exits`).toEqual([...expected]);
    }
  });

  it("copy values, add numbers of 64 bits to them and turn clocks: equal to the last bit, and nothing beside, for every count from 0 to 40", () => {
    const random = seededRandom(8);
    const [from, values, more, turned] = [60, 60, 120, 120].map((length) => kernels.floats(length)!) as [Float32Array, ...Float32Array[]];
    const [numbers, cycles] = [more!, turned!].map((floats) => new Float64Array(floats.buffer, floats.byteOffset, 60)) as [
      Float64Array,
      Float64Array,
    ];
    for (let round = 0; round < 1000; round++) {
      const [first, count] = [round % 13, round % 41];
      for (let at = 0; at < 60; at++) {
        [from[at], values![at]] = [random(), random()];
        numbers[at] = random() < 0.2 ? -1e-20 : random() < 0.2 ? 0 : (random() - 0.5) * 3;
        cycles[at] = -7;
      }
      const within = (at: number): boolean => at >= first && at < first + count;
      const [added, copied] = [values!.slice(), values!.slice()];
      const rounds = random() * 1000;
      const stand = Array.from(cycles, (_, at) => {
        const part = numbers[at]! * rounds - Math.floor(numbers[at]! * rounds);
        return within(at) ? (part < 1 ? part : 0) : -7;
      });
      for (let at = 0; at < 60; at++) if (within(at)) [added[at], copied[at]] = [added[at]! + numbers[at]!, from[at]!];
      const before = values!.slice();
      kernels.add(numbers.byteOffset + 8 * first, values!.byteOffset + 4 * first, count);
      expect([...values!], `round ${round}: ${count} added`).toEqual([...added]);
      values!.set(before);
      kernels.copy(from.byteOffset + 4 * first, values!.byteOffset + 4 * first, count);
      expect([...values!], `round ${round}: ${count} copied`).toEqual([...copied]);
      kernels.numbers[0] = rounds;
      kernels.turn(numbers.byteOffset + 8 * first, cycles.byteOffset + 8 * first, count);
      expect([...cycles], `round ${round}: ${count} turned`).toEqual(stand);
    }
  });

  it("are what lays nearly all rows of a crowd, and the engine's own lie in their memory", () => {
    const laid = { rows: 0, exits: 0 };
    const counting = (
      loop: "replace" | "blend" | "raise" | "lower" | "eight" | "sixteen" | "dimmedEight" | "dimmedSixteen",
      what: keyof typeof laid,
    ) => {
      return (a: number, b: number, c: number, count: number): void => {
        laid[what] += count;
        kernels[loop](a, b, c, count);
      };
    };
    const [replace, blend] = [counting("replace", "rows"), counting("blend", "rows")];
    const [raise, lower] = [counting("raise", "rows"), counting("lower", "rows")];
    const [eight, sixteen] = [counting("eight", "exits"), counting("sixteen", "exits")];
    const [dimmedEight, dimmedSixteen] = [counting("dimmedEight", "exits"), counting("dimmedSixteen", "exits")];
    useKernels({ ...kernels, replace, blend, raise, lower, eight, sixteen, dimmedEight, dimmedSixteen });
    const bench = new EngineOnBench(crowdedShow(seededRandom(3)));
    for (const { id } of bench.engine.show.all("playback")) bench.play({ type: "go", playbackId: id });
    for (let frame = 0; frame < 40; frame++) bench.engine.tick((bench.t += 0.1), bench.frame);
    expect(laid.rows).toBeGreaterThan(20_000);
    expect(laid.exits).toBeGreaterThan(10_000);
  });

  it("ask for no room anew when lamps are patched elsewhere, and when cards come and go only for these cards' own rows", () => {
    const asked = { numbers: 0 };
    const counted: Kernels = {
      ...kernels,
      floats(length) {
        asked.numbers += length;
        return kernels.floats(length);
      },
    };
    useKernels(counted);
    const show = crowdedShow(seededRandom(4));
    const adding = new Map(
      [...show.records].map(([id, record]) => [id, record.kind === "playback" ? { ...record, colors: "add" as const } : record]),
    );
    const bench = new EngineOnBench(show.withRecords(adding));
    const parameters = show.rig.parameters.length;
    const act = (of: () => void): number => {
      asked.numbers = 0;
      of();
      bench.engine.tick((bench.t += 0.5), bench.frame);
      return asked.numbers;
    };
    act(() => bench.play({ type: "go", playbackId: "card-list-1" }));
    const [fixture] = show.all("fixture");
    const patches = [0, 1, 2, 3].map((step) => ({ universe: fixture!.patch!.universe, address: 300 + 30 * step }));
    act(() => bench.change([setChange(fixture!.id, ["patch"], { from: fixture!.patch, to: patches[0] })]));
    for (let step = 1; step < patches.length; step++)
      expect(act(() => bench.change([setChange(fixture!.id, ["patch"], { from: patches[step - 1], to: patches[step] })]))).toBe(0);
    // Where rows come from and where they go to, and a little for clocks.
    const rows = [2, 3, 4].map((card) => act(() => bench.play({ type: "go", playbackId: `card-list-${card}` })));
    for (const numbers of rows) expect(numbers).toBeLessThan(3 * parameters);
    expect(act(() => bench.play({ type: "level", playbackId: "card-list-2", level: 0.4 }))).toBe(0);
    expect(act(() => bench.play({ type: "let-go", playbackId: "card-list-3" }))).toBe(0);
  });

  it("give the octets of the plain ones through random evenings of a crowd, with room for all, for some and for none (3 seeds, one of lamps with flags)", () => {
    for (let seed = 1; seed <= 3; seed++) {
      const some = seededRandom(seed);
      const kinds = [null, kernels, { ...kernels, floats: (length: number) => (some() < 0.5 ? kernels.floats(length) : null) }];
      const [plain, all, part] = kinds.map((used) => evening(seed, used));
      expect(new Set(plain).size).toBeGreaterThan(150);
      expect(all, `seed ${seed}`).toEqual(plain);
      expect(part, `seed ${seed}`).toEqual(plain);
    }
  });

  it("may be taken from an engine that runs, and given back", () => {
    useKernels(kernels);
    const show = crowdedShow(seededRandom(12));
    const [steady, changing] = [new EngineOnBench(show), new EngineOnBench(show)];
    for (const { id } of show.all("playback").slice(0, 20))
      for (const bench of [steady, changing]) bench.play({ type: "go", playbackId: id });
    for (let frame = 0; frame < 40; frame++) {
      useKernels(kernels);
      steady.engine.tick((steady.t += 0.1), steady.frame);
      useKernels(frame % 3 === 0 ? kernels : null);
      changing.engine.tick((changing.t += 0.1), changing.frame);
      expect(Buffer.compare(changing.frame, steady.frame), `frame ${frame}`).toBe(0);
    }
  });
});
