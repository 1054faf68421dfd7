import {
  attributeInfo,
  colorOfHex,
  type Attribute,
  type ColorFan,
  type Drive,
  type Motion,
  type PathMotion,
  type Show,
  type StepMotion,
  type VeilMotion,
  type WaveMotion,
} from "@vexa/core";

/** From dark to bright, until somebody chooses others. */
export const FIRST_COLORS: ColorFan = { knots: [colorOfHex("#1030c0")!, colorOfHex("#ff9a30")!], path: "even" };

/** The kinds of motion that suit an attribute, the usual one first. */
export function kindsFor(attribute: Attribute): readonly Motion["kind"][] {
  if (attribute === "Color") return ["steps", "veil"];
  if (attribute === "Position") return ["path", "steps"];
  return ["wave", "steps", "veil"];
}

export const KIND_WORDS: Record<Motion["kind"], string> = { wave: "Wave", path: "Path", steps: "Steps", veil: "Veil" };

function firstDrive(show: Show): Omit<Drive, "base"> {
  const master = show.all("master").toSorted((a, b) => a.rank - b.rank)[0];
  return { phase: { knots: [0, -360] }, phaseShape: {}, masterId: master?.id ?? null, rate: { knots: [1] } };
}

/** A motion to begin with. What the one before had in common with it is kept. */
export function firstMotion(attribute: Attribute, kind: Motion["kind"], of: { show: Show; before: Motion | null }): Motion {
  const { show, before } = of;
  const drive = before ? driveOf(before) : firstDrive(show);
  switch (kind) {
    case "wave":
      return firstWave(attribute, drive);
    case "path":
      return firstPath(drive, before !== null);
    case "steps":
      return firstSteps(attribute, show, { ...drive, base: "absolute" });
    case "veil":
      return firstVeil(attribute, show, drive);
  }
}

function firstWave(attribute: Attribute, drive: Omit<Drive, "base">): WaveMotion {
  const { usual, family } = attributeInfo(attribute);
  const position = family === "Position";
  const [low, high] = position ? [-20, 20] : usual;
  return { ...drive, kind: "wave", waveform: "sine", low, high, base: position ? "relative" : "absolute" };
}

function firstPath(drive: Omit<Drive, "base">, kept: boolean): PathMotion {
  const rate = kept ? drive.rate : { knots: [0.25] };
  return {
    ...drive,
    rate,
    kind: "path",
    figure: "circle",
    plane: "angles",
    width: 40,
    height: 40,
    turn: 0,
    centre: { x: 0, y: 0, z: 0 },
    base: "relative",
  };
}

function firstSteps(attribute: Attribute, show: Show, drive: Drive): StepMotion {
  const { usual } = attributeInfo(attribute);
  const family = attributeInfo(attribute).family;
  const presets = show
    .all("preset")
    .filter((preset) => preset.family === family)
    .toSorted((a, b) => a.rank - b.rank)
    .slice(0, 2);
  const whole = attribute === "Color" || attribute === "Position";
  const steps =
    whole && presets.length > 0
      ? presets.map(({ id }) => ({ presetId: id, fade: 0, hold: 1 }))
      : attribute === "Color"
        ? [{ color: { x: 0.3127, y: 0.329, luminance: 1 }, fade: 0, hold: 1 }]
        : [usual[1], usual[0]].map((level) => ({ level, fade: 0, hold: 1 }));
  return { ...drive, kind: "steps", steps, rate: { knots: [1 / steps.length] } };
}

const MARGIN = 1;

/** Over all that hangs, at one moment for all: what differs is where they hang. */
function firstVeil(attribute: Attribute, show: Show, drive: Omit<Drive, "base">): VeilMotion {
  const ends = (axis: "x" | "y"): [number, number] => {
    const all = show.rig.heads.map(({ position }) => position[axis]);
    return all.length > 0 ? [Math.min(...all), Math.max(...all)] : [-5, 5];
  };
  const [[left, right], [front, back]] = [ends("x"), ends("y")];
  const whole = (value: number): number => Math.round(value * 10) / 10;
  const { usual } = attributeInfo(attribute);
  return {
    ...drive,
    phase: { knots: [0] },
    rate: { knots: [0.25] },
    base: "absolute",
    kind: "veil",
    pattern: "rings",
    plane: "flat",
    centre: { x: whole((left + right) / 2), y: whole((front + back) / 2), z: 0 },
    width: whole(right - left + 2 * MARGIN),
    height: whole(back - front + 2 * MARGIN),
    turn: 0,
    low: usual[0],
    high: usual[1],
    ...(attribute === "Color" ? { colors: FIRST_COLORS } : {}),
  };
}

/** What all kinds have in common. */
function driveOf(motion: Motion): Omit<Drive, "base"> {
  const { phase, phaseShape, masterId, rate, ownBpm, size, direction, count, fadeInSeconds, fadeOutSeconds, together } = motion;
  const optional = { ownBpm, size, direction, count, fadeInSeconds, fadeOutSeconds, together };
  const given = Object.fromEntries(Object.entries(optional).filter(([, value]) => value !== undefined)) as Partial<Drive>;
  return { phase, phaseShape, masterId, rate, ...given };
}
