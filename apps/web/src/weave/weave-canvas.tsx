import { useEffect, useRef } from "react";
import {
  attributeInfo,
  beatsAt,
  fan,
  fraction,
  placedHead,
  placeHeads,
  steadyTempo,
  waveform,
  type Attribute,
  type Head,
  type Motion,
  type Part,
  type Show,
} from "@vexa/core";
import { sharpContext, token, useSize } from "../frames/use-size";
import { useInterface } from "../selection/interface-store";
import { useShow, useClient } from "../session/show-context";

/** Rows of pixels at most: more heads than this share rows. */
const MOST_ROWS = 256;

/**
 * The picture of a motion before it runs: time along x, heads along y from the first of the thread down, brightness for the
 * value. Beat lines stand where its master beats; the moving line is now.
 */
export function WeaveCanvas(props: {
  attribute: Attribute;
  /** A part with a motion. */
  part: Part;
  heads: readonly Head[];
  beats: number;
  label: string;
}): React.JSX.Element {
  const { attribute, part, heads, beats, label } = props;
  const motion = part.motion!;
  const client = useClient();
  const show = useShow();
  const { theme } = useInterface();
  const frame = useRef<HTMLDivElement>(null);
  const picture = useRef<HTMLCanvasElement>(null);
  const now = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);

  useEffect(() => {
    if (width === 0 || height === 0) return;
    paint(sharpContext(picture.current!, width, height), { attribute, part, heads, beats, width, height });
  }, [attribute, part, heads, beats, width, height, theme]);

  useEffect(() => {
    let handle = 0;
    const move = (): void => {
      const along = fraction(countOf(client.view, motion, client.now()) / beats);
      if (now.current) now.current.style.transform = `translateX(${along * width}px)`;
      handle = requestAnimationFrame(move);
    };
    handle = requestAnimationFrame(move);
    return () => cancelAnimationFrame(handle);
  }, [client, motion, beats, width]);

  const master = show.get("master", motion.masterId)?.name;
  return (
    <div
      ref={frame}
      role="img"
      aria-label={`${label}: ${motion.waveform}, ${heads.length} heads by ${beats} ${master ? "beats" : "seconds"}`}
      className="absolute inset-0 overflow-hidden rounded-sm bg-stage"
    >
      <canvas ref={picture} className="absolute inset-0 h-full w-full" />
      <div ref={now} className="absolute inset-y-0 w-px bg-ink/70" />
    </div>
  );
}

/** Beats of the motion's master, or seconds when it runs on its own. */
function countOf(show: Show, motion: Motion, t: number): number {
  if (motion.masterId === null) return t;
  return beatsAt(show.masterState(motion.masterId)?.tempo ?? steadyTempo(120), t);
}

function paint(
  context: CanvasRenderingContext2D,
  {
    attribute,
    part,
    heads,
    beats,
    width,
    height,
  }: { attribute: Attribute; part: Part; heads: readonly Head[]; beats: number; width: number; height: number },
): void {
  context.clearRect(0, 0, width, height);
  const rows = Math.min(heads.length, MOST_ROWS);
  if (rows === 0) return;
  const columns = Math.max(1, Math.floor(width / 2));
  const motion = part.motion!;
  const placed = heads.map(placedHead);
  const places = placeHeads(placed, motion.phaseShape, "round");
  const along = placeHeads(placed, part.shape, "open");
  const options = motion.width === undefined ? {} : { width: motion.width };
  const [low, high] =
    motion.base === "relative" ? [Math.min(motion.low, motion.high), Math.max(motion.low, motion.high)] : attributeInfo(attribute).usual;
  const image = new ImageData(columns, rows);
  for (let row = 0; row < rows; row++) {
    const head = Math.floor((row * heads.length) / rows);
    const phase = fan(motion.phase.knots, places[head]!, motion.phase.path) / 360;
    const rate = fan(motion.rate.knots, along[head]!, motion.rate.path);
    const size = motion.size ? fan(motion.size.knots, along[head]!, motion.size.path) : 1;
    const middle = motion.base === "relative" ? 0 : (motion.low + motion.high) / 2;
    const [bottom, top] = [middle + (motion.low - middle) * size, middle + (motion.high - middle) * size];
    for (let column = 0; column < columns; column++) {
      const cycles = (column / columns) * beats * rate + phase;
      const value = bottom + (top - bottom) * waveform(motion.waveform, cycles, options);
      const light = Math.min(1, Math.max(0, (value - low) / (high - low || 1)));
      // Lamplight: apricot that goes to black, with the eye's curve.
      const at = 4 * (row * columns + column);
      const shade = Math.sqrt(light);
      image.data.set([8 + 240 * shade, 12 + 176 * shade * shade ** 0.3, 10 + 116 * light, 255], at);
    }
  }
  const small = new OffscreenCanvas(columns, rows);
  small.getContext("2d")!.putImageData(image, 0, 0);
  context.imageSmoothingEnabled = false;
  context.drawImage(small, 0, 0, width, height);
  context.strokeStyle = token("stage-other");
  context.globalAlpha = 0.45;
  context.beginPath();
  for (let beat = 1; beat < beats; beat++) {
    const x = Math.round((beat / beats) * width) + 0.5;
    context.moveTo(x, beat % 4 === 0 ? 0 : height - 6);
    context.lineTo(x, height);
  }
  context.stroke();
  context.globalAlpha = 1;
}
