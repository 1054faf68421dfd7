/** What a number is of, where somebody types it. */
export type Quantity = "seconds" | "degrees" | "percent" | "beats" | "hertz" | "bpm" | "metres" | "cycles" | "plain";

/** Words that may stand behind a number, with what one of them is in the quantity's own unit. */
const WORDS: { readonly [Q in Quantity]: readonly (readonly [words: string, factor: number])[] } = {
  seconds: [
    ["s sec secs second seconds", 1],
    ["ms", 0.001],
    ["min mins minute minutes", 60],
  ],
  degrees: [
    ["° deg degree degrees", 1],
    ["turn turns round rounds", 360],
  ],
  percent: [["% percent", 1]],
  beats: [["beat beats", 1]],
  hertz: [
    ["hz", 1],
    ["bpm", 1 / 60],
  ],
  bpm: [["bpm", 1]],
  metres: [
    ["m metre metres meter meters", 1],
    ["cm", 0.01],
    ["ft foot feet", 0.3048],
  ],
  cycles: [["× x cycle cycles", 1]],
  // Percent and degrees are so common that they are read anywhere.
  plain: [["% ° x ×", 1]],
};

const FACTORS = Object.fromEntries(
  Object.entries(WORDS).map(([quantity, words]) => [
    quantity,
    new Map(words.flatMap(([names, factor]) => names.split(" ").map((name): [string, number] => [name, factor]))),
  ]),
) as unknown as { readonly [Q in Quantity]: ReadonlyMap<string, number> };

/** Levels that have words. */
const LEVELS: ReadonlyMap<string, number> = new Map([
  ["full", 100],
  ["half", 50],
  ["zero", 0],
  ["out", 0],
  ["off", 0],
]);

const NUMBER = String.raw`[+-]?(?:\d+\.?\d*|\.\d+)`;
const SHAPE = new RegExp(String.raw`^(${NUMBER})(?:\s*/\s*(\d+\.?\d*|\.\d+))?\s*([^\d\s+./-]*)$`);
const CLOCK = /^([+-]?)(\d{1,2})(?::|\s*(?:m|min)\s*)(\d{1,2}(?:\.\d+)?)\s*s?$/;

/**
 * Reads what people type for a quantity: `7`, `7,5`, `.5`, `1/7`, `7 s`, `90 deg`, `5%`, `full`, `2 beats`, `1:30` for seconds; in the quantity's own unit.
 * Null where it is none.
 */
export function readQuantity(text: string, quantity: Quantity): number | null {
  const plain = text.trim().toLowerCase().replace("−", "-").replaceAll(",", ".");
  const clock = quantity === "seconds" ? CLOCK.exec(plain) : null;
  const level = quantity === "percent" ? LEVELS.get(plain) : undefined;
  if (level !== undefined) return level;
  if (clock) return Number(clock[3]) < 60 ? (clock[1] === "-" ? -1 : 1) * (Number(clock[2]) * 60 + Number(clock[3])) : null;
  const shape = SHAPE.exec(plain);
  if (!shape) return null;
  const [, above, below, word] = shape as unknown as [string, string, string | undefined, string];
  const factor = word === "" ? 1 : FACTORS[quantity].get(word);
  if (factor === undefined) return null;
  const value = (Number(above) / (below === undefined ? 1 : Number(below))) * factor;
  return Number.isFinite(value) ? value : null;
}
