import { newId } from "../session/new-id";
import { useMemo } from "react";
import { partChanges, Preview, selectionName, standingOf, type Head, type Motion, type PathMotion, type Vector } from "@vexa/core";
import { motionWords } from "../lanes/motion-words";
import { useInterface } from "../selection/interface-store";
import type { ShowClient } from "../session/show-client";
import { weaveSpan } from "../weave/weave-picture";
import { beamTraces } from "./beam-traces";
import type { StageDrawing } from "./draw-stage";
import { figureHandles, figureLine, handleAt, movedFigure, type FigureHandle } from "./figure-handles";

/** The figure that the selection's beams draw: what is seen of it on the stage, and its handles. */
export interface FigureInHand {
  readonly traces: readonly (readonly (Vector | null)[])[];
  readonly handles: Readonly<Record<FigureHandle, readonly [number, number]>> | null;
  handleAt(point: readonly [number, number]): FigureHandle | null;
  move(handle: FigureHandle, to: readonly [number, number], gesture: string): void;
}

/** A path on a plane is drawn as it is; angles are drawn where each beam meets the floor. */
export function useFigure(client: ShowClient, drawing: StageDrawing | null, heads: readonly Head[]): FigureInHand {
  const { selection } = useInterface();
  const show = client.view;
  const strokes = show.sketchOf(client.personId)?.strokes;
  const own = useMemo(
    () => (strokes && heads.length > 0 ? standingOf(show, strokes, { selection, attribute: "Position" }).own : null),
    [show, strokes, selection, heads],
  );
  const motion = own?.part.motion;
  const path = motion?.kind === "path" && motion.plane !== "angles" ? motion : null;
  const traces = useMemo(() => {
    if (path) return [figureLine(path)];
    if (!motion || !strokes) return [];
    const now = client.now();
    const preview = new Preview(strokes, { show, stage: client.values, now });
    return beamTraces({ preview, heads, show, from: now, seconds: cycleSeconds(show, motion, now) });
  }, [client, show, strokes, motion, path, heads]);
  const handles = useMemo(() => (drawing && path ? figureHandles(drawing.projection, path) : null), [drawing, path]);
  return {
    traces,
    handles,
    handleAt: (point) => (handles ? handleAt(handles, point) : null),
    move: (handle, to, gesture) => {
      const now = standingOf(client.view, client.view.sketchOf(client.personId)?.strokes ?? {}, { selection, attribute: "Position" }).own;
      const next = drawing && now?.part.motion?.kind === "path" ? movedFigure(drawing.projection, now.part.motion, { handle, to }) : null;
      if (!now || !next) return;
      const part = { ...now.part, motion: next satisfies PathMotion };
      client.transact(
        `Position ${motionWords("Position", next)} on ${selectionName(client.view, selection)}`,
        partChanges(client.view, { newId, personId: client.personId, selection, attribute: "Position", part }),
        gesture,
      );
    },
  };
}

/** How long one cycle takes at the tempo of this moment, within reason. */
function cycleSeconds(show: ShowClient["view"], motion: Motion, now: number): number {
  const cycles = Math.max(1 / 64, Math.abs(motion.rate.knots[0] ?? 1));
  return weaveSpan(show, motion, { beats: 1, now }).seconds / cycles;
}
