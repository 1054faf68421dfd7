/** What a file is by its first octets, whatever its name says; null where it is none that browsers play. Sources: RIFF, ID3, MPEG-1, Ogg, FLAC. */
export function soundKind(octets: Uint8Array): "audio/wav" | "audio/mpeg" | "audio/ogg" | "audio/flac" | null {
  const at = (from: number, text: string): boolean => [...text].every((letter, index) => octets[from + index] === letter.charCodeAt(0));
  if (at(0, "RIFF") && at(8, "WAVE")) return "audio/wav";
  if (at(0, "OggS")) return "audio/ogg";
  if (at(0, "fLaC")) return "audio/flac";
  // An MPEG frame begins with eleven ones; layer III, and a bit rate and a sample rate that exist.
  const [first = 0, second = 0, third = 0] = octets;
  const frame = first === 0xff && (second & 0xe6) === 0xe2 && third >> 4 !== 15 && third >> 4 !== 0 && ((third >> 2) & 3) !== 3;
  return at(0, "ID3") || frame ? "audio/mpeg" : null;
}
