import { useEffect, useRef, useState } from "react";
import { counted, type Attribute, type Head, type Motion, type Strokes } from "@vexa/core";
import { isHandDown } from "../frames/hand-down";
import { Pace } from "../frames/pace";
import { sharpContext, token, useSize } from "../frames/use-size";
import { motionWords } from "../lanes/motion-words";
import { useInterfaceOf } from "../selection/interface-store";
import { useClient, useShow } from "../session/show-context";
import { weaveImage, weavePreview, weaveSpan } from "./weave-picture";

const MOST_AT_ONCE = 150;
const REST_MS = 120;
/** So often the moving line is put where it belongs, at the least. */
const LOOK_AGAIN_MS = 1000;

/**
 * The picture of a motion before it runs: time along x, heads along y from the first of the thread down, at true colour and
 * brightness. Beat lines stand where its master beats; the moving line is now. Pressing on it shows that moment on the stage.
 */
export function WeaveCanvas(props: {
  attribute: Attribute;
  motion: Motion;
  /** The strokes with the motion in them, whether it runs already or not. */
  strokes: Strokes;
  heads: readonly Head[];
  beats: number;
  label: string;
}): React.JSX.Element {
  const { attribute, motion, strokes, heads, beats, label } = props;
  const client = useClient();
  const show = useShow();
  const { theme, set } = useInterfaceOf("theme", "set");
  const frame = useRef<HTMLDivElement>(null);
  const picture = useRef<HTMLCanvasElement>(null);
  const now = useRef<HTMLDivElement>(null);
  const [turn, setTurn] = useState(0);
  const [scrubbed, setScrubbed] = useState<number | null>(null);
  const { width, height } = useSize(frame);
  const [pace] = useState(() => new Pace());
  const paintLatest = useRef(() => {});
  const tempo = show.tempo(motion.masterId ?? "");

  useEffect(() => {
    if (width === 0 || height === 0 || heads.length === 0) return;
    const paint = (): void => {
      // The page may have come to something else meanwhile.
      if (!picture.current) return;
      const at = client.now();
      const of = { show: client.view, strokes, attribute, heads, stage: client.values, now: at };
      const span = weaveSpan(client.view, motion, { beats, now: at });
      const image = weaveImage(of, { span, columns: Math.max(1, Math.floor(width / 2)) });
      const context = sharpContext(picture.current, width, height);
      context.clearRect(0, 0, width, height);
      const small = new OffscreenCanvas(image.width, image.height);
      small.getContext("2d")!.putImageData(image, 0, 0);
      context.imageSmoothingEnabled = false;
      context.drawImage(small, 0, 0, width, height);
      drawBeats(context, { beats, width, height });
    };
    paintLatest.current = paint;
    // The hand's own number comes first.
    if (heads.length <= MOST_AT_ONCE) return pace.whenDue(() => pace.spend(() => paintLatest.current()));
    // A crowd's picture takes longer than a frame: the drag comes first, the picture when it rests.
    const handle = setInterval(() => {
      if (isHandDown()) return;
      clearInterval(handle);
      paint();
    }, REST_MS);
    return () => clearInterval(handle);
  }, [client, pace, attribute, motion, strokes, heads, beats, width, height, theme, tempo, turn]);

  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let moving: Animation | undefined;
    let last = -1;
    const stands = tempo?.running === "held";
    // The browser moves the line by itself until the stretch ends: a frame of ours at each of its steps costs ten times as much. It goes by
    // whole pixels: between them there is nothing new to see, and each frame costs a picture of all that has changed.
    const easing = `steps(${Math.max(1, width)})`;
    const place = (): void => {
      const at = client.now();
      const { from, seconds } = weaveSpan(client.view, motion, { beats, now: at });
      moving?.cancel();
      const way = [{ transform: "none" }, { transform: `translateX(${width}px)` }];
      moving = now.current!.animate(way, { duration: seconds * 1000, easing });
      moving.currentTime = (at - from) * 1000;
      if (stands) moving.pause();
      // Each new stretch is another one where the dice decide, or where other masters have gone on.
      const stretch = stands ? last : Math.round(from * 10);
      if (last >= 0 && stretch !== last) setTurn((before) => before + 1);
      last = stretch;
      timer = setTimeout(place, Math.min(LOOK_AGAIN_MS, (from + seconds - at) * 1000 + 1));
    };
    place();
    return () => {
      clearTimeout(timer);
      moving?.cancel();
    };
  }, [client, motion, beats, width, tempo]);

  const scrub = (event: React.PointerEvent): void => {
    const along = Math.min(1, Math.max(0, (event.clientX - frame.current!.getBoundingClientRect().left) / Math.max(1, width)));
    const at = client.now();
    const { from, seconds } = weaveSpan(client.view, motion, { beats, now: at });
    const preview = weavePreview({ show: client.view, strokes, attribute, heads, stage: client.values, now: at });
    set({ scrubbed: preview.at(from + along * seconds).slice() });
    setScrubbed(along);
  };
  const leave = (): void => {
    set({ scrubbed: null });
    setScrubbed(null);
  };
  const master = show.get("master", motion.masterId)?.name;
  return (
    <div
      ref={frame}
      role="img"
      aria-label={`${label}: ${motionWords(attribute, motion)}, ${counted(heads.length, "head")} by ${beats} ${master ? "beats" : "seconds"}`}
      title="Press to see this moment on the stage"
      className="absolute inset-0 cursor-ew-resize touch-none overflow-hidden rounded-sm bg-stage"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        scrub(event);
      }}
      onPointerMove={(event) => scrubbed !== null && scrub(event)}
      onPointerUp={leave}
      onPointerCancel={leave}
    >
      <canvas ref={picture} className="absolute inset-0 h-full w-full" />
      <div ref={now} className="absolute inset-y-0 w-px bg-ink/70" />
      {scrubbed !== null && <div className="absolute inset-y-0 w-0.5 bg-sketch" style={{ left: scrubbed * width }} />}
    </div>
  );
}

function drawBeats(context: CanvasRenderingContext2D, { beats, width, height }: { beats: number; width: number; height: number }): void {
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
