import { useEffect, useMemo, useRef, useState } from "react";
import {
  added,
  EMPTY_SELECTION,
  headValues,
  partChanges,
  Preview,
  selectHeads,
  selectionName,
  standingOf,
  territoriesOf,
  toggled,
  turnedRound,
  type Strokes,
} from "@vexa/core";
import { token, useSize } from "../frames/use-size";
import { pointText } from "../lanes/point-text";
import { applyPreset, PRESET_DRAG } from "../presets/preset-edits";
import { useInterface, useInterfaceOf } from "../selection/interface-store";
import { useSelected } from "../selection/use-selection";
import type { ShowClient } from "../session/show-client";
import { useClient, useFromClient, usePlayedShow, useQuietShow } from "../session/show-context";
import { prepareStage } from "./draw-stage";
import type { StageWash } from "./draw-wash";
import { tintInk } from "../territories/tints";
import type { ThreadPicture } from "./draw-thread";
import { draggedMove, lampBox, type LampBox } from "./lamp-handles";
import { stageProjection, type Projection, type StageFrame, type StageView } from "./projection";
import { TargetMarks } from "./target-marks";
import { useFigure } from "./use-figure";
import { useShownFrame } from "./stage-frame-store";
import { unstretched } from "./stage-stretch";
import { useHeldHeads } from "./use-held-heads";
import { usePrepared } from "./use-prepared";
import { useDrawnFrame } from "./use-drawn-frame";
import { lampsOf, useLampDrag } from "./use-lamp-drag";
import { useStageDetails } from "./use-stage-details";
import { useStageFrame } from "./use-stage-frame";
import { useStagePainter } from "./use-stage-painter";
import { aimedPoints, beginGesture, endGesture, headAt, movedGesture, threadEnds, type Gesture } from "./pick";
import { newId } from "../session/new-id";

const LOWEST_TIP = 8;

/** The view after a drag across the picture: sideways turns it, up and down tips it. */
function turnedView(view: StageView, from: readonly [number, number], to: readonly [number, number]): StageView {
  if (view === "plan") return view;
  const tip = Math.min(90, Math.max(LOWEST_TIP, view.tip + (to[1] - from[1]) * 0.4));
  return { turn: (view.turn - (to[0] - from[0]) * 0.4) % 360, tip };
}

/** One's blind sketch over a dark stage, for oneself alone. */
function useBlind(client: ShowClient, strokes: Strokes | null): Preview | null {
  const show = client.view;
  return useMemo(() => {
    if (!strokes) return null;
    const stage = Float32Array.from(show.rig.parameters, ({ home }) => home);
    return new Preview(strokes, { show, stage, now: client.now() });
  }, [client, show, strokes]);
}

/** What each of the others has selected, in the ink of their hatch; the same list while nothing of it changes. */
function useOthers(client: ShowClient): readonly { heads: readonly string[]; ink: string }[] {
  const show = useQuietShow();
  const others = useFromClient(({ presence }) => presence)
    .filter(({ personId, heads }) => personId !== client.personId && heads.length > 0)
    .map(({ personId, heads }) => {
      const [territory] = territoriesOf({ id: personId }, show);
      return { heads, ink: territory ? tintInk(territory.tint) : token("stage-other") };
    });
  const key = JSON.stringify(others);
  return useMemo(() => JSON.parse(key) as typeof others, [key]);
}

/** One and the same, so that the thread isn't drawn anew for it. */
const NO_TARGETS: ThreadPicture["targets"] = [];

/** The stage plan: live light beneath, the thread above; click, Ctrl-click, box and lasso select, a thread's end turns it round. */
export function StageCanvas(props: {
  wash?: StageWash | null;
  tools?: "all" | "select";
  /** `prepared`: as it stands ready behind the curtains. */
  shows?: "stage" | "prepared";
}): React.JSX.Element {
  const { wash = null, tools = "all", shows = "stage" } = props;
  const client = useClient();
  const show = usePlayedShow();
  const { selection, select, set } = useInterfaceOf("selection", "select", "set");
  const { stageTool, stageView, snapMetres } = useInterfaceOf("stageTool", "stageView", "snapMetres");
  const { scrubbed, overruledHeads, meantHeads } = useInterfaceOf("scrubbed", "overruledHeads", "meantHeads");
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const { rig } = show;
  const projectionOf = (of: StageFrame | null): Projection | null =>
    width > 0 ? stageProjection(rig.heads, { width, height, view: stageView, frame: of }) : null;
  const shownProjection = (): Projection | null => projectionOf(useShownFrame.getState().frame);
  const stageFrame = useDrawnFrame(rig.heads.length, projectionOf, () => painter.stretch());
  const details = useStageDetails(show);
  const drawing = useMemo(
    () => (width > 0 ? prepareStage(rig, { width, height }, stageView, { frame: stageFrame, details }) : null),
    [rig, width, height, stageView, stageFrame, details],
  );
  const [gesture, setGesture] = useState<Gesture | null>(null);
  const framing = useStageFrame(frame, shownProjection, () => setGesture(null));
  const aiming = useRef("");
  const dragBox = useRef<LampBox | null>(null);
  const hanging = useLampDrag(client);

  const sketch = useFromClient(({ view, personId }) => view.sketchOf(personId));
  const blind = useBlind(client, sketch?.blind ? sketch.strokes : null);
  const prepared = usePrepared(client, shows === "prepared" && !scrubbed && !blind);

  const { heads } = useSelected();
  const indexOf = useMemo(() => new Map(rig.heads.map(({ key }, index) => [key, index])), [rig]);
  const selected = useMemo(
    () => (meantHeads ?? heads.map(({ key }) => key)).flatMap((key) => indexOf.get(key) ?? []),
    [heads, meantHeads, indexOf],
  );
  const others = useOthers(client);
  const strokes = sketch?.strokes;
  const targets = useMemo(() => {
    const points = strokes ? headValues(strokes, { attribute: "Position", heads, show }).flatMap((entry) => entry?.point ?? []) : [];
    return points.length > 0 ? points : NO_TARGETS;
  }, [strokes, heads, show]);
  const figure = useFigure(client, drawing, heads);
  const overruledIndices = useMemo(
    () => [...new Set(Object.values(overruledHeads).flat())].flatMap((key) => indexOf.get(key) ?? []),
    [overruledHeads, indexOf],
  );
  const held = useHeldHeads(show, indexOf);
  const box = useMemo(
    () => (drawing && stageTool === "move" && tools === "all" ? lampBox(drawing, selected) : null),
    [drawing, stageTool, tools, selected],
  );
  const single = selection.mask?.type === "single" ? (selected[0] ?? null) : null;
  const thread = useMemo(
    (): ThreadPicture => ({
      selected,
      single,
      targets,
      traces: figure.traces,
      veil: figure.veil,
      handles: figure.handles,
      others: others.map(({ heads: theirs, ink }) => ({ ink, heads: theirs.flatMap((key) => indexOf.get(key) ?? []) })),
      overruled: overruledIndices,
      ...held,
      parkedInk: token("stage-parked"),
      barredInk: token("stage-barred"),
      ink: token("stage-thread"),
      gesture,
      lampBox: gesture?.kind === "move" && gesture.handle === null ? null : box,
    }),
    [selected, single, others, indexOf, gesture, box, targets, figure.traces, figure.veil, figure.handles, overruledIndices, held],
  );
  const painter = useStagePainter({
    drawing,
    wash,
    thread,
    values: () => useInterface.getState().scrubbed ?? blind?.at(client.now()) ?? prepared?.() ?? client.values,
    shownProjection,
  });
  const { request } = painter;
  useEffect(() => {
    request();
    if (!blind && !prepared) return client.subscribeLevels(request);
    // What is seen blind, or behind a curtain, moves by itself, whatever the stage does.
    const timer = setInterval(request, 40);
    return () => clearInterval(timer);
  }, [client, request, scrubbed, blind, prepared]);

  const ends = drawing && threadEnds(drawing, selected);
  /** The point of what is drawn that is under the pointer. */
  const at = (event: React.PointerEvent | React.DragEvent): readonly [number, number] => {
    const { left, top } = frame.current!.getBoundingClientRect();
    return unstretched(painter.stretched(), [event.clientX - left, event.clientY - top]);
  };
  const start = (event: React.PointerEvent): void => {
    if (framing.start(event) === "taken" || event.button !== 0 || !drawing) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const tool = tools === "select" && stageTool !== "lasso" && stageTool !== "turn" ? "box" : stageTool;
    const handle = tools === "all" && tool === "box" ? figure.handleAt(at(event)) : null;
    if (handle) {
      aiming.current = newId();
      setGesture({ kind: "figure", handle, from: at(event), to: at(event) });
      return;
    }
    const next = beginGesture(drawing, selected, {
      at: at(event),
      tool: tool === "turn" && stageView === "plan" ? "box" : tool,
      path: event.shiftKey ? "circle" : "straight",
    });
    setGesture(next);
    aiming.current = newId();
    dragBox.current = box;
    if (next.kind === "move") hanging.begin(lampsOf(heads), aiming.current);
    if (next.kind === "aim") aimAt(next);
  };
  const aimAt = (of: Extract<Gesture, { kind: "aim" }>): void => {
    if (!drawing || selected.length === 0) return;
    const { own } = standingOf(client.view, client.view.sketchOf(client.personId)?.strokes ?? {}, { selection, attribute: "Position" });
    const points = aimedPoints(drawing, of);
    const { presets: _, follow: __, ...rest } = own?.part ?? { shape: {}, touched: Math.floor(client.now()) };
    const changes = partChanges(client.view, {
      newId,
      personId: client.personId,
      selection,
      attribute: "Position",
      part: { ...rest, points },
    });
    client.transact(`Aimed ${selectionName(client.view, selection)} at ${pointText(points.knots)}`, changes, aiming.current);
  };
  /** Hangs the selection where the pointer has taken it, counted from where the drag began. */
  const hang = (of: Extract<Gesture, { kind: "move" }>): void => {
    const [first] = hanging.lamps();
    if (!drawing || !first || Math.hypot(of.to[0] - of.from[0], of.to[1] - of.from[1]) < 3) return;
    const begun = dragBox.current;
    const { move, words } = draggedMove({ projection: drawing.projection, box: begun, ...of, first: first.position, snap: snapMetres });
    setGesture(hanging.drag(move) ? { ...of, words } : null);
  };
  const move = (event: React.PointerEvent): void => {
    if (framing.move(event) === "taken" || !gesture) return;
    const next = movedGesture(gesture, at(event));
    setGesture(next);
    if (next.kind === "aim") aimAt(next);
    if (next.kind === "move") hang(next);
    if (next.kind === "figure") figure.move(next.handle, next.to, aiming.current);
    if (next.kind === "turn" && gesture.kind === "turn") set({ stageView: turnedView(stageView, gesture.to, next.to) });
  };
  const drop = (event: React.DragEvent): void => {
    const preset = client.view.get("preset", event.dataTransfer.getData(PRESET_DRAG));
    const hit = drawing && headAt(drawing, at(event));
    if (!preset || hit === null) return;
    // A head of the selection stands for all of it.
    applyPreset(client, preset, { selection: selected.includes(hit) ? selection : selectHeads([rig.heads[hit]!.key]), how: "alone" });
  };
  const end = (event: React.PointerEvent): void => {
    if (framing.end(event) === "taken" || !gesture || !drawing) return;
    setGesture(null);
    if (gesture.kind === "path" && gesture.points.length > 1)
      hanging.along(
        lampsOf(heads),
        gesture.points.map((point) => drawing.projection.floorAt(...point)),
      );
    const picked = endGesture(drawing, selected, gesture);
    const adds = event.ctrlKey || event.metaKey || event.shiftKey;
    const keys = (indices: readonly number[]): string[] => indices.map((index) => rig.heads[index]!.key);
    if (picked.kind === "turn") select(turnedRound(selection));
    if (picked.kind === "heads") select(adds ? added(selection, keys(picked.indices), client.view) : selectHeads(keys(picked.indices)));
    if (picked.kind !== "click") return;
    if (picked.index === null) select(adds ? selection : EMPTY_SELECTION);
    else select(adds ? toggled(selection, keys([picked.index]), client.view) : selectHeads(keys([picked.index])));
  };

  const picture = (
    <div
      ref={frame}
      className="relative h-full w-full touch-none overflow-hidden bg-stage"
      role="img"
      aria-label={`${stageView === "plan" ? "Stage plan" : "Stage in 3D"}, ${rig.heads.length} heads, ${selected.length} selected`}
      data-selected={selected.length}
      data-overruled={overruledIndices.length}
      data-parked={held.parked.length}
      data-curtained={held.curtained.length}
      data-zoom={drawing ? Math.round(100 * drawing.projection.zoom) / 100 : undefined}
      data-first={heads[0]?.label}
      data-last={heads.at(-1)?.label}
      data-handles={figure.handles ? JSON.stringify(figure.handles) : undefined}
      data-thread={ends ? [...ends.first, ...ends.last].map(Math.round).join(" ") : undefined}
      onPointerDown={start}
      onPointerMove={move}
      onDragOver={(event) => event.dataTransfer.types.includes(PRESET_DRAG) && event.preventDefault()}
      onDrop={drop}
      onPointerUp={end}
      onPointerCancel={(event) => {
        framing.end(event);
        setGesture(null);
      }}
    >
      {(scrubbed ?? blind ?? prepared) && (
        <p className="absolute top-10 right-3 text-xs text-stage-thread" role="status">
          {scrubbed ? "◌ as it will be, not live" : blind ? "◌ blind: your sketch, not the stage" : "◌ prepared, behind the curtain"}
        </p>
      )}
      <div ref={painter.layers} className="pointer-events-none absolute inset-0 origin-top-left">
        {["floor", "light", "thread"].map((layer) => (
          <canvas key={layer} className="absolute inset-0 h-full w-full" />
        ))}
      </div>
    </div>
  );
  return (
    <div className="relative h-full w-full">
      {picture}
      <TargetMarks projection={shownProjection} moves={tools === "all"} />
    </div>
  );
}
