import { useEffect, useMemo, useRef } from "react";
import { amountOf, brightAt, fanColor, hexOfColor, pictureSeen, type Picture, type VeilMotion } from "@vexa/core";
import { token } from "../../../frames/use-size";
import { useFrameLoop } from "../../../frames/use-frame-loop";
import { PATTERN_WORDS } from "../../../lanes/motion-words";

const [COLUMNS, ROWS] = [56, 32];
const SHADES = 24;
/** It moves in a pace of its own here, so that it is seen also while its clock stands. */
const CYCLES_A_SECOND = 0.25;
const EVERY_MS = 80;

/** What a pattern or a picture looks like from edge to edge, moving. */
export function VeilPicture({ motion, picture }: { motion: VeilMotion; picture: Picture | null }): React.JSX.Element {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { colors } = motion;
  const shades = useMemo(
    () => colors && Array.from({ length: SHADES + 1 }, (_, shade) => octetsOfHex(hexOfColor(fanColor(colors, shade / SHADES), "as-is"))),
    [colors],
  );
  const image = useMemo(() => new ImageData(COLUMNS, ROWS), []);
  const { request } = useFrameLoop(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const ink = octetsOfHex(token("stage-thread"));
    const cycles = (performance.now() / 1000) * CYCLES_A_SECOND;
    for (let row = 0; row < ROWS; row++)
      for (let column = 0; column < COLUMNS; column++) {
        const place = { u: (2 * (column + 0.5)) / COLUMNS - 1, v: 1 - (2 * (row + 0.5)) / ROWS };
        const seen = picture && pictureSeen(motion, place, { cycles: [cycles], picture, size: dotsOfCell(picture) });
        const dot = seen?.dots;
        const opaque = seen?.opaque?.[0] ?? 1;
        const at = 4 * (row * COLUMNS + column);
        const bright = dot ? amountOf(dot, motion.counts) : brightAt(motion, place, cycles);
        const own = motion.counts === undefined ? dot : null;
        image.data.set(shades ? shades[Math.round(bright * SHADES)]! : (own ?? ink), at);
        image.data[at + 3] = 255 * opaque * (shades || own ? 1 : bright);
      }
    context.putImageData(image, 0, 0);
  });
  useEffect(() => {
    const timer = setInterval(request, EVERY_MS);
    return () => clearInterval(timer);
  }, [request]);
  const what = picture
    ? `picture ${picture.name}`
    : `pattern ${motion.formula === undefined ? PATTERN_WORDS[motion.pattern] : "of the formula"}`;
  return (
    <canvas
      ref={canvas}
      width={COLUMNS}
      height={ROWS}
      role="img"
      aria-label={`The ${what}, moving`}
      className="h-24 w-full rounded-sm bg-stage"
    />
  );
}

/** Red, green and blue of "#f0a868", 0..255. */
function octetsOfHex(hex: string): number[] {
  return [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16));
}

/** So much of a picture lies under one cell of what is drawn here. */
function dotsOfCell({ columns, rows }: Picture): { across: number; down: number } {
  return { across: columns / COLUMNS, down: rows / ROWS };
}
