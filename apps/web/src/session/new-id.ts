/** A random identifier (UUID version 4, RFC 9562). Browsers give pages without HTTPS no `randomUUID`, but dice they give to all. */
export function newId(): string {
  const octets = crypto.getRandomValues(new Uint8Array(16));
  octets[6] = (octets[6]! & 0x0f) | 0x40;
  octets[8] = (octets[8]! & 0x3f) | 0x80;
  const hex = Array.from(octets, (octet) => octet.toString(16).padStart(2, "0")).join("");
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join("-");
}
