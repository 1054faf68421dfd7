import { useEffect, useMemo, useRef, useState } from "react";
import { added, EMPTY_SELECTION, selectHeads, toggled, turnedRound } from "@vexa/core";
import { useFrameLoop } from "../frames/use-frame-loop";
import { sharpContext, token, useSize } from "../frames/use-size";
import { useInterface } from "../selection/interface-store";
import { useSelected } from "../selection/use-selection";
import { useLiveClient } from "../session/show-context";
import { drawFloor, drawLight, prepareStage } from "./draw-stage";
import { drawThread } from "./draw-thread";
import { beginGesture, endGesture, movedGesture, threadEnds, type Gesture } from "./pick";

/** The stage plan: live light beneath, the thread above; click, Ctrl-click, box and lasso select, a thread's end turns it round. */
export function StageCanvas(): React.JSX.Element {
  const client = useLiveClient();
  const { selection, select, stageTool } = useInterface();
  const frame = useRef<HTMLDivElement>(null);
  const floor = useRef<HTMLCanvasElement>(null);
  const light = useRef<HTMLCanvasElement>(null);
  const thread = useRef<HTMLCanvasElement>(null);
  const { width, height } = useSize(frame);
  const { rig } = client.view;
  const drawing = useMemo(() => (width > 0 ? prepareStage(rig, width, height) : null), [rig, width, height]);
  const [gesture, setGesture] = useState<Gesture | null>(null);

  useEffect(() => {
    if (drawing) drawFloor(sharpContext(floor.current!, width, height), drawing, token("stage-line"));
  }, [drawing, width, height]);

  const { request } = useFrameLoop(() => {
    if (!drawing) return;
    drawLight(sharpContext(light.current!, width, height), drawing, client.values);
  });
  useEffect(() => {
    request();
    return client.subscribeLevels(request);
  }, [client, request, drawing]);

  const { heads } = useSelected();
  const indexOf = useMemo(() => new Map(rig.heads.map(({ key }, index) => [key, index])), [rig]);
  const selected = useMemo(() => heads.flatMap(({ key }) => indexOf.get(key) ?? []), [heads, indexOf]);
  const others = client.presence
    .filter(({ personId }) => personId !== client.personId)
    .flatMap((entry) => entry.heads)
    .join(" ");
  const single = selection.mask?.type === "single" ? (selected[0] ?? null) : null;
  useEffect(() => {
    if (!drawing) return;
    drawThread(sharpContext(thread.current!, width, height), drawing, {
      selected,
      single,
      others: others.split(" ").flatMap((key) => indexOf.get(key) ?? []),
      ink: token("stage-thread"),
      otherInk: token("stage-other"),
      gesture,
    });
  }, [drawing, width, height, selected, single, others, indexOf, gesture]);

  const ends = drawing && threadEnds(drawing, selected);
  const at = (event: React.PointerEvent): readonly [number, number] => {
    const { left, top } = frame.current!.getBoundingClientRect();
    return [event.clientX - left, event.clientY - top];
  };
  const start = (event: React.PointerEvent): void => {
    if (event.button !== 0 || !drawing) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    setGesture(beginGesture(drawing, selected, { at: at(event), tool: event.altKey ? "lasso" : stageTool }));
  };
  const end = (event: React.PointerEvent): void => {
    if (!gesture || !drawing) return;
    setGesture(null);
    const picked = endGesture(drawing, selected, gesture);
    const adds = event.ctrlKey || event.metaKey || event.shiftKey;
    const keys = (indices: readonly number[]): string[] => indices.map((index) => rig.heads[index]!.key);
    if (picked.kind === "turn") select(turnedRound(selection));
    if (picked.kind === "heads") select(adds ? added(selection, keys(picked.indices), client.view) : selectHeads(keys(picked.indices)));
    if (picked.kind !== "click") return;
    if (picked.index === null) select(adds ? selection : EMPTY_SELECTION);
    else select(adds ? toggled(selection, keys([picked.index]), client.view) : selectHeads(keys([picked.index])));
  };

  return (
    <div
      ref={frame}
      className="relative h-full w-full touch-none overflow-hidden bg-stage"
      role="img"
      aria-label={`Stage plan, ${rig.heads.length} heads, ${selected.length} selected`}
      data-selected={selected.length}
      data-first={heads[0]?.label}
      data-last={heads.at(-1)?.label}
      data-thread={ends ? [...ends.first, ...ends.last].map(Math.round).join(" ") : undefined}
      onPointerDown={start}
      onPointerMove={(event) => gesture && setGesture(movedGesture(gesture, at(event)))}
      onPointerUp={end}
    >
      {[floor, light, thread].map((canvas, layer) => (
        <canvas key={layer} ref={canvas} className="pointer-events-none absolute inset-0 h-full w-full" />
      ))}
    </div>
  );
}
