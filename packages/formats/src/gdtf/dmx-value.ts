const MOST_BYTES = 4;

/** The highest value of so many octets. */
export function mostIn(bytes: number): number {
  return 2 ** (8 * bytes) - 1;
}

/**
 * A DMXValue (`n/bytes`, `n/bytess`) in a channel of so many octets. Into a wider channel its octets are mirrored, with `s` shifted; into a
 * narrower one the low octets are dropped. Null = it isn't one. Source: DIN SPEC 15800, DMXValue (5-references.md L2 to L4, from memory).
 */
export function dmxValue(text: string | undefined, bytes: number): number | null {
  const match = /^\s*(\d{1,10})\s*(?:\/\s*([1-4])\s*(s?))?\s*$/.exec(text ?? "");
  if (!match) return null;
  const value = Number(match[1]);
  const own = match[2] === undefined ? Math.min(MOST_BYTES, bytes) : Number(match[2]);
  if (value > mostIn(own)) return null;
  if (own === bytes) return value;
  if (own > bytes) return Math.floor(value / 2 ** (8 * (own - bytes)));
  if (match[3] === "s") return value * 2 ** (8 * (bytes - own));
  const octets = Array.from({ length: own }, (_, at) => Math.floor(value / 2 ** (8 * (own - 1 - at))) % 256);
  return Array.from({ length: bytes }, (_, at) => octets[at % own]!).reduce((sum, octet) => sum * 256 + octet, 0);
}

export function dmxText(value: number, bytes: number): string {
  return `${value}/${bytes}`;
}
