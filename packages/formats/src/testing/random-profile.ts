import { plainPhysical, seededRandom, type Channel, type ChannelFunction, type Mode, type Profile } from "@vexa/core";

type Random = () => number;

const pick = <T>(random: Random, of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
const decimal = (random: Random, [low, high]: readonly [number, number]): number =>
  Math.round((low + random() * (high - low)) * 1000) / 1000;

const PERCENT = [
  "Iris",
  "Prism1",
  "Frost1",
  "ColorAdd_R",
  "ColorAdd_G",
  "ColorSub_C",
  "ColorSub_M",
  "Shutter1",
  "MistCrown",
  "Blade2A",
] as const;
const ANGLES = ["Pan", "Tilt", "Zoom", "Gobo1Pos", "ShaperRot"] as const;
const RATES = ["Shutter1Strobe", "Gobo1PosRotate", "IrisStrobe"] as const;
const WHEELS = ["Gobo1", "Gobo2", "Color1", "AnimationWheel1"] as const;

/** Any profile that a GDTF file has words for. */
export function randomProfile(seed: number): Profile {
  const random = seededRandom(seed);
  const modes = Array.from({ length: 1 + Math.floor(random() * 3) }, (_, index) => randomMode(random, index));
  const used = modes.flatMap(({ channels }) =>
    channels.flatMap((channel) => [channel, ...(channel.more ?? [])].map(({ attribute }) => attribute)),
  );
  const emitters = Object.fromEntries(
    [...new Set(used)]
      .filter((name) => /^Color(Add|Sub)_/.test(name))
      .map((name) => [name, { x: decimal(random, [0.1, 0.7]), y: decimal(random, [0.1, 0.7]), luminance: decimal(random, [0, 1]) }]),
  );
  const glows = random() < 0.2;
  const kelvin = glows || random() < 0.5 ? Math.round(2000 + random() * 6000) : undefined;
  return {
    id: `gdtf-${hex(random, 8)}-${hex(random, 4)}-4${hex(random, 3)}-8${hex(random, 3)}-${hex(random, 12)}`,
    kind: "profile",
    version: 1,
    maker: pick(random, ["Quillfern", "Ombra & Söhne", 'A <B> "C"']),
    model: `Model ${seed}`,
    modes,
    emitters: { ...emitters, open: { x: 0.31, y: 0.33, luminance: 1 } },
    beamDegrees: decimal(random, [0, 60]),
    ...(random() < 0.5 ? { fieldDegrees: decimal(random, [1, 90]) } : {}),
    ...(random() < 0.5 ? { lumens: Math.round(random() * 50000) } : {}),
    ...(kelvin === undefined ? {} : { kelvin }),
    ...(glows ? { tungstenKelvin: kelvin } : {}),
    ...(random() < 0.3 ? { note: "For the roof; 2 men lift it." } : {}),
  };
}

const hex = (random: Random, length: number): string => Array.from({ length }, () => Math.floor(random() * 16).toString(16)).join("");

function randomMode(random: Random, index: number): Mode {
  const cells = pick(random, [1, 1, 2, 5]);
  const master = cells > 1 && random() < 0.6;
  const next = [1, 1];
  const take = (count: number, number: number): number[] => Array.from({ length: count }, () => next[number - 1]!++);
  const channels: Channel[] = [];
  const add = (channel: Channel): void => void channels.push(channel);
  const first = master ? 1 : 0;
  if (master) {
    add({ head: 0, attribute: "Dimmer", slots: take(1, 1), physical: [0, 1], home: 1 });
    for (const attribute of pickSome(random, [...ANGLES, ...WHEELS]))
      add(randomChannel(random, { attribute, head: 0, slots: take(pick(random, [1, 2, 3]), 1) }));
  }
  const attributes = pickSome(random, cells === 1 ? [...PERCENT, ...ANGLES, ...RATES, ...WHEELS] : [...PERCENT]);
  if (cells > 1 && attributes.length === 0) attributes.push("Iris");
  const number = random() < 0.3 ? 2 : 1;
  for (let cell = 0; cell < cells; cell++) {
    add({
      head: first + cell,
      attribute: "Dimmer",
      slots: random() < 0.3 ? [] : take(2, number),
      ...(number > 1 ? { break: 2 } : {}),
      physical: [0, 1],
      home: 0,
      ...(master ? { scaledBy: 0 } : {}),
    });
    for (const attribute of attributes)
      add(
        randomChannel(random, {
          attribute,
          head: first + cell,
          slots: take(pick(random, [1, 1, 2, 4]), number),
          ...(number > 1 ? { break: 2 } : {}),
        }),
      );
  }
  // A channel that waits for where the first one stands.
  if (random() < 0.4 && cells === 1) {
    const needs = (range: readonly [number, number]) => ({ channel: 0, range });
    add({
      head: 0,
      attribute: "Effects1Rate",
      slots: take(1, 1),
      physical: [0, 1],
      home: 0,
      needs: needs([0, 9]),
      more: [{ attribute: "Effects1Fade", physical: [1, 0], needs: needs([10, 255]) }],
    });
  }
  const used = Math.max(1, next[0]! - 1);
  const heads = [...(master ? ["Whole"] : []), ...(cells === 1 ? ["Lens"] : Array.from({ length: cells }, (_, at) => `Cell ${at + 1}`))];
  const place = () => ({
    position: { x: decimal(random, [-2, 2]), y: decimal(random, [-2, 2]), z: decimal(random, [-2, 2]) },
    rotation: { x: decimal(random, [-80, 80]), y: decimal(random, [-80, 80]), z: decimal(random, [-170, 170]) },
  });
  const still = { position: { x: 0, y: 0, z: 0 }, rotation: { x: 0, y: 0, z: 0 } };
  return {
    id: `mode-${index + 1}`,
    name: `Mode ${index + 1} of ${cells}`,
    footprint: number === 2 && next[0] === 1 ? 1 : used,
    ...(next[1]! > 1 ? { moreFootprints: [next[1]! - 1] } : {}),
    heads,
    ...(master ? { master: true as const } : {}),
    ...(cells > 1 ? { places: heads.map((_, at) => (master && at === 0 ? still : place())) } : {}),
    channels,
  };
}

function pickSome<T>(random: Random, of: readonly T[]): T[] {
  return of.filter(() => random() < 0.4);
}

function randomChannel(random: Random, of: { attribute: string; head: number; slots: readonly number[]; break?: number }): Channel {
  const most = 2 ** (8 * of.slots.length) - 1;
  const physical = physicalFor(random, of.attribute);
  const wheel = (WHEELS as readonly string[]).includes(of.attribute);
  const range: readonly [number, number] | undefined = random() < 0.5 || wheel ? [0, Math.floor(most / 2)] : undefined;
  const sets = wheel
    ? Array.from({ length: 4 }, (_, at) => ({
        name: `Slot ${at}`,
        range: [Math.floor((range![1] / 4) * at) + (at > 0 ? 1 : 0), Math.floor((range![1] / 4) * (at + 1))] as const,
        at,
      }))
    : undefined;
  const more: ChannelFunction[] = range
    ? [
        {
          attribute: pick(
            random,
            RATES.filter((name) => name !== of.attribute),
          ),
          name: "Beyond",
          range: [range[1] + 1 + (random() < 0.3 ? 3 : 0), most],
          physical: [1, 25],
        },
      ]
    : [];
  const own: Channel = {
    ...of,
    ...(random() < 0.3 ? { name: `The ${of.attribute}` } : {}),
    ...(range ? { range } : {}),
    physical: sets ? [0, 3] : physical,
    home: 0,
    ...(sets ? { sets } : {}),
    ...(more.length > 0 ? { more } : {}),
    ...(random() < 0.3 ? { highlightDmx: Math.floor(random() * most) } : {}),
    ...(random() < 0.2 ? { fullWaySeconds: decimal(random, [0.1, 9]) } : {}),
    ...(!wheel && random() < 0.2 ? { change: "snaps" as const } : wheel && random() < 0.2 ? { change: "fades" as const } : {}),
  };
  return { ...own, home: plainPhysical(own, Math.floor(random() * ((range?.[1] ?? most) + 1))) };
}

function physicalFor(random: Random, attribute: string): readonly [number, number] {
  if ((ANGLES as readonly string[]).includes(attribute)) return [decimal(random, [-300, -1]), decimal(random, [1, 300])];
  if ((RATES as readonly string[]).includes(attribute)) return [decimal(random, [0, 2]), decimal(random, [5, 30])];
  return random() < 0.7 ? [0, 1] : [1, 0];
}
