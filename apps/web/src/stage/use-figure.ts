import { newId } from "../session/new-id";
import { useMemo } from "react";
import {
  attributeInfo,
  partChanges,
  Preview,
  selectionName,
  standingOf,
  type Head,
  type Motion,
  type Attribute,
  type Part,
  type Selection,
  type Show,
  type Strokes,
  type Vector,
} from "@vexa/core";
import { motionWords } from "../lanes/motion-words";
import { useInterfaceOf } from "../selection/interface-store";
import type { ShowClient } from "../session/show-client";
import { weaveSpan } from "../weave/weave-picture";
import { beamTraces } from "./beam-traces";
import type { StageDrawing } from "./draw-stage";
import { figureHandles, figureLine, handleAt, movedFigure, veilEdges, type FigureHandle, type LaidMotion } from "./figure-handles";
import { veilOnStage, type VeilOnStage } from "./veil-on-stage";

/** The figure that the selection's beams draw: what is seen of it on the stage, and its handles. */
export interface FigureInHand {
  readonly traces: readonly (readonly (Vector | null)[])[];
  readonly veil: VeilOnStage | null;
  readonly handles: Readonly<Record<FigureHandle, readonly [number, number]>> | null;
  handleAt(point: readonly [number, number]): FigureHandle | null;
  move(handle: FigureHandle, to: readonly [number, number], gesture: string): void;
}

/** One and the same, so that nothing is drawn anew for it. */
const NO_TRACES: ReturnType<typeof beamTraces> = [];

/** A path on a plane is drawn as it is; angles are drawn where each beam meets the floor. */
export function useFigure(client: ShowClient, drawing: StageDrawing | null, heads: readonly Head[]): FigureInHand {
  const { selection, laneAttribute } = useInterfaceOf("selection", "laneAttribute");
  const show = client.view;
  const strokes = show.sketchOf(client.personId)?.strokes;
  const laid = useMemo(
    () => (strokes && heads.length > 0 ? laidOn(show, strokes, { selection, laneAttribute }) : null),
    [show, strokes, selection, laneAttribute, heads],
  );
  const motion = laid?.part.motion;
  const path = laidInMetres(motion);
  const traces = useMemo(() => {
    if (path) return [path.kind === "veil" ? veilEdges(path) : figureLine(path)];
    if (!motion || !strokes) return NO_TRACES;
    const now = client.now();
    const preview = new Preview(strokes, { show, stage: client.values, now });
    return beamTraces({ preview, heads, show, from: now, seconds: cycleSeconds(show, motion, now) });
  }, [client, show, strokes, motion, path, heads]);
  const handles = useMemo(() => (drawing && path ? figureHandles(drawing.projection, path) : null), [drawing, path]);
  const picture = path?.kind === "veil" ? show.picture(path.pictureId ?? "") : null;
  const veil = useMemo(
    () => (drawing && picture && path?.kind === "veil" ? veilOnStage(drawing.projection, path, picture) : null),
    [drawing, path, picture],
  );
  return {
    traces,
    veil,
    handles,
    handleAt: (point) => (handles ? handleAt(handles, point) : null),
    move: (handle, to, gesture) => {
      const now = laidOn(client.view, client.view.sketchOf(client.personId)?.strokes ?? {}, { selection, laneAttribute });
      const present = laidInMetres(now?.part.motion);
      const next = drawing && present && movedFigure(drawing.projection, present, { handle, to });
      if (!now || !next) return;
      const { attribute } = now;
      const part = { ...now.part, motion: next satisfies LaidMotion };
      client.transact(
        `${attributeInfo(attribute).label} ${motionWords(attribute, next)} on ${selectionName(client.view, selection)}`,
        partChanges(client.view, { newId, personId: client.personId, selection, attribute, part }),
        gesture,
      );
    },
  };
}

/** A figure or a veil that lies on the stage; null for what has no place there. */
function laidInMetres(motion: Motion | undefined): LaidMotion | null {
  if (motion?.kind === "veil") return motion;
  return motion?.kind === "path" && motion.plane !== "angles" ? motion : null;
}

/** The part whose motion is seen on the stage: of the attribute in hand where that is a veil, else the position's. */
function laidOn(
  show: Show,
  strokes: Strokes,
  { selection, laneAttribute }: { selection: Selection; laneAttribute: Attribute | null },
): { attribute: Attribute; part: Part } | null {
  const partOf = (attribute: Attribute): Part | null => standingOf(show, strokes, { selection, attribute }).own?.part ?? null;
  const inHand = laneAttribute === null ? null : partOf(laneAttribute);
  if (laneAttribute !== null && inHand?.motion?.kind === "veil") return { attribute: laneAttribute, part: inHand };
  const part = partOf("Position");
  return part && { attribute: "Position", part };
}

/** How long one cycle takes at the tempo of this moment, within reason. */
function cycleSeconds(show: ShowClient["view"], motion: Motion, now: number): number {
  const cycles = Math.max(1 / 64, Math.abs(motion.rate.knots[0] ?? 1));
  return weaveSpan(show, motion, { beats: 1, now }).seconds / cycles;
}
