import { MAX_UNIVERSE, type Patch } from "./fixture";

const UNIVERSE = /\b(?:universe|univ|uni|u)\.?(?=\s*\d)/gi;
const ADDRESS = /@|\b(?:address|addr|slot|channel|dmx|a)\.?(?=\s*\d)/gi;

/**
 * Reads where something is patched: `2.17` (universe and address), also as `2 17`, `2-17` or `universe 2 address 17`; `universe 2`, its first
 * slot; or the absolute number of a slot, `529`. Null = it is none of these.
 */
export function readAddress(text: string): Patch | null {
  const plain = text.replace(UNIVERSE, " ").replace(ADDRESS, " ").trim();
  const pair = /^(\d{1,5})(?:\s*[./:,–-]\s*|\s+)(\d{1,3})$/.exec(plain);
  const whole = /^\d{1,8}$/.test(plain) ? Number(plain) : 0;
  const first = !pair && text.search(UNIVERSE) >= 0;
  if (first) return whole >= 1 && whole <= MAX_UNIVERSE ? { universe: whole, address: 1 } : null;
  const patch = pair
    ? { universe: Number(pair[1]), address: Number(pair[2]) }
    : { universe: Math.floor((whole - 1) / 512) + 1, address: ((whole - 1) % 512) + 1 };
  return patch.universe >= 1 && patch.universe <= MAX_UNIVERSE && patch.address >= 1 && patch.address <= 512 ? patch : null;
}

export function addressText(patch: Patch | null): string {
  return patch ? `${patch.universe}.${patch.address}` : "unpatched";
}
