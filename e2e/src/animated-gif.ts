/** A picture of an animation, all of one colour, and for how long it stands. */
export interface GifPicture {
  readonly color: readonly [red: number, green: number, blue: number];
  readonly hundredths: number;
}

/** Codes of eight bits, begun anew before they would need nine: nothing is packed. */
const [CLEAR, END, MOST_CODES] = [128, 129, 120] as const;
const MOST_IN_BLOCK = 255;

/** A GIF that moves, written by itself for tests: GIF89a, as W3C keeps it, from memory. */
export function animatedGif(width: number, height: number, pictures: readonly GifPicture[]): Buffer {
  const word = (value: number): number[] => [value & 255, value >> 8];
  const palette = Buffer.alloc(128 * 3);
  const colors = [...new Set(pictures.map(({ color }) => color.join()))];
  colors.forEach((color, index) => palette.set(color.split(",").map(Number), 3 * index));
  const frames = pictures.map(({ color, hundredths }) => {
    const codes: number[] = [];
    for (let dot = 0; dot < width * height; dot++) {
      if (dot % MOST_CODES === 0) codes.push(CLEAR);
      codes.push(colors.indexOf(color.join()));
    }
    codes.push(END);
    const blocks: number[] = [];
    for (let at = 0; at < codes.length; at += MOST_IN_BLOCK) {
      const block = codes.slice(at, at + MOST_IN_BLOCK);
      blocks.push(block.length, ...block);
    }
    return Buffer.from([
      0x21,
      0xf9,
      4,
      0,
      ...word(hundredths),
      0,
      0,
      0x2c,
      0,
      0,
      0,
      0,
      ...word(width),
      ...word(height),
      0,
      7,
      ...blocks,
      0,
    ]);
  });
  return Buffer.concat([
    Buffer.from("GIF89a", "latin1"),
    Buffer.from([...word(width), ...word(height), 0xf6, 0, 0]),
    palette,
    ...frames,
    Buffer.from([0x3b]),
  ]);
}
