import { useEffect, useMemo, useState } from "react";
import { parametersOf, takenUp, type Attribute } from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";
import { useSelected } from "../selection/use-selection";
import { useClient, useMe, useShow } from "../session/show-context";
import { lanesOf, stageLane, type Lane } from "./lane-model";

/** How often lanes look at the stage anew; a crowd takes longer to look at. */
const LOOK_EVERY_MS = 250;
const LOOK_AT_CROWD_EVERY_MS = 1500;
const CROWD = 400;

/** The lanes of the selection: those that were opened and show the stage, and those of one's sketch. */
export function useLanes(): readonly Lane[] {
  const show = useShow();
  const me = useMe();
  const client = useClient();
  const selected = useSelected();
  const { openLanes } = useInterfaceOf("openLanes");
  const strokes = show.sketchOf(me.id)?.strokes;
  const own = useMemo(() => lanesOf(show, strokes ?? {}, selected), [show, strokes, selected]);
  const { heads, selection } = selected;
  const open = useMemo(
    () =>
      openLanes.filter(
        (attribute) => !own.some((lane) => lane.attribute === attribute) && heads.some((head) => parametersOf(head, attribute).length > 0),
      ),
    [openLanes, own, heads],
  );
  const turn = useLooks(open, heads.length > CROWD ? LOOK_AT_CROWD_EVERY_MS : LOOK_EVERY_MS);
  const stage = useMemo(
    () =>
      open.flatMap((attribute): Lane[] => {
        const part = takenUp(show, { selection, attribute, stage: client.values, now: client.now() });
        return part ? [stageLane(show, part, { attribute, selected })] : [];
      }),
    // oxlint-disable-next-line react/exhaustive-deps -- `turn` says that the levels are others now
    [client, show, selection, selected, open, turn],
  );
  return useMemo(() => [...stage, ...own], [stage, own]);
}

/** Rises when the stage has changed, at most every so often, and never while nothing is open. */
function useLooks(open: readonly Attribute[], everyMs: number): number {
  const client = useClient();
  const [turn, setTurn] = useState(0);
  const wanted = open.length > 0;
  useEffect(() => {
    if (!wanted) return;
    let timer: ReturnType<typeof setTimeout> | null = null;
    const stop = client.subscribeLevels(() => {
      timer ??= setTimeout(() => {
        timer = null;
        setTurn((before) => before + 1);
      }, everyMs);
    });
    return () => {
      stop();
      if (timer) clearTimeout(timer);
    };
  }, [client, wanted, everyMs]);
  return turn;
}
