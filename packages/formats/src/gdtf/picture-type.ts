import type { WheelPicture } from "./read";

const PNG = [0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10];
const JPEG = [0xff, 0xd8, 0xff];
const LOOKED_AT = 1024;

/** What a picture is by its first octets, whatever it is called; null = none that wheels have. */
export function pictureType(content: Uint8Array): WheelPicture["type"] | null {
  const begins = (octets: readonly number[]): boolean => octets.every((octet, at) => content[at] === octet);
  if (begins(PNG)) return "image/png";
  if (begins(JPEG)) return "image/jpeg";
  const text = new TextDecoder().decode(content.subarray(0, LOOKED_AT));
  return /^\s*(<\?xml[^>]*>\s*)?(<!--[^>]*-->\s*)*<svg[\s>]/.test(text) ? "image/svg+xml" : null;
}
