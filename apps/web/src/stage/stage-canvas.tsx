import { useEffect, useMemo, useRef, useState } from "react";
import { added, EMPTY_SELECTION, selectedHeads, selectHeads, toggled } from "@vexa/core";
import { sharpContext, token, useSize } from "../frames/use-size";
import { useFrameLoop } from "../frames/use-frame-loop";
import { useInterface } from "../selection/interface-store";
import { useLiveClient } from "../session/show-context";
import { drawFloor, drawLight, drawThread, headAt, headsInBox, prepareStage } from "./draw-stage";

type Box = readonly [number, number, number, number];

/** The stage plan: live light beneath, the thread above; click, Ctrl-click and box select. */
export function StageCanvas(): React.JSX.Element {
  const client = useLiveClient();
  const { selection, select } = useInterface();
  const frame = useRef<HTMLDivElement>(null);
  const floor = useRef<HTMLCanvasElement>(null);
  const light = useRef<HTMLCanvasElement>(null);
  const thread = useRef<HTMLCanvasElement>(null);
  const { width, height } = useSize(frame);
  const { rig } = client.view;
  const drawing = useMemo(() => (width > 0 ? prepareStage(rig, width, height) : null), [rig, width, height]);
  const [box, setBox] = useState<Box | null>(null);

  useEffect(() => {
    if (drawing) drawFloor(sharpContext(floor.current!, width, height), drawing, token("stage-line"));
  }, [drawing, width, height]);

  const { request } = useFrameLoop(() => {
    if (!drawing) return;
    drawLight(sharpContext(light.current!, width, height), drawing, { values: client.values, unlit: token("stage-line") });
  });
  useEffect(() => {
    request();
    return client.subscribeLevels(request);
  }, [client, request, drawing]);

  const heads = useMemo(() => selectedHeads(selection), [selection]);
  const others = client.presence
    .filter(({ personId }) => personId !== client.personId)
    .flatMap((entry) => entry.heads)
    .join(" ");
  useEffect(() => {
    if (!drawing) return;
    const indexOf = new Map(rig.heads.map(({ key }, index) => [key, index]));
    const indices = (keys: readonly string[]): number[] => keys.flatMap((key) => indexOf.get(key) ?? []);
    drawThread(sharpContext(thread.current!, width, height), drawing, {
      selected: indices(heads),
      others: indices(others.split(" ")),
      ink: token("stage-thread"),
      otherInk: token("stage-other"),
      box,
    });
  }, [drawing, rig, width, height, heads, others, box]);

  const at = (event: React.PointerEvent): readonly [number, number] => {
    const { left, top } = frame.current!.getBoundingClientRect();
    return [event.clientX - left, event.clientY - top];
  };
  const start = (event: React.PointerEvent): void => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const [x, y] = at(event);
    setBox([x, y, x, y]);
  };
  const drag = (event: React.PointerEvent): void => {
    if (box) setBox([box[0], box[1], ...at(event)]);
  };
  const end = (event: React.PointerEvent): void => {
    if (!box || !drawing) return;
    setBox(null);
    const adds = event.ctrlKey || event.metaKey || event.shiftKey;
    const dragged = Math.hypot(box[2] - box[0], box[3] - box[1]) > 5;
    const keys = (indices: readonly number[]): string[] => indices.map((index) => rig.heads[index]!.key);
    if (dragged) {
      const inside = keys(headsInBox(drawing, box));
      select(adds ? added(selection, inside) : selectHeads(inside));
      return;
    }
    const hit = headAt(drawing, box[0], box[1]);
    if (hit === null) select(adds ? selection : EMPTY_SELECTION);
    else select(adds ? toggled(selection, keys([hit])) : selectHeads(keys([hit])));
  };

  return (
    <div
      ref={frame}
      className="relative h-full w-full overflow-hidden touch-none bg-stage"
      role="img"
      aria-label={`Stage plan, ${rig.heads.length} heads, ${heads.length} selected`}
      data-selected={heads.length}
      onPointerDown={start}
      onPointerMove={drag}
      onPointerUp={end}
    >
      {[floor, light, thread].map((canvas, layer) => (
        <canvas key={layer} ref={canvas} className="pointer-events-none absolute inset-0 h-full w-full" />
      ))}
    </div>
  );
}
