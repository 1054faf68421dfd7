import { MAX_UNIVERSE, type Patch } from "./fixture";

/** Reads where something is patched: `2.17` (universe and address), or the absolute number of a slot, `529`. Null = it is neither. */
export function readAddress(text: string): Patch | null {
  const plain = text.trim();
  const pair = /^(\d{1,5})\s*[./:]\s*(\d{1,3})$/.exec(plain);
  const whole = /^\d{1,8}$/.test(plain) ? Number(plain) : 0;
  const patch = pair
    ? { universe: Number(pair[1]), address: Number(pair[2]) }
    : { universe: Math.floor((whole - 1) / 512) + 1, address: ((whole - 1) % 512) + 1 };
  return patch.universe >= 1 && patch.universe <= MAX_UNIVERSE && patch.address >= 1 && patch.address <= 512 ? patch : null;
}

export function addressText(patch: Patch | null): string {
  return patch ? `${patch.universe}.${patch.address}` : "unpatched";
}
