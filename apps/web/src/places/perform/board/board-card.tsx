import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import {
  barredBeds,
  inTheirOrder,
  mayDo,
  movedOn,
  sameMask,
  type Board,
  type Cells,
  type CoatMask,
  type Head,
  type PlayCommand,
  type Travel,
} from "@vexa/core";
import { useFrameLoop } from "../../../frames/use-frame-loop";
import { sharpContext, useSize } from "../../../frames/use-size";
import { useClient, useMe, usePlayedShow } from "../../../session/show-context";
import { cn } from "../../../ui/class-names";
import { Arranged } from "../arranged";
import { cellStyle } from "../card";
import { usePlacing } from "../use-placing";
import { BedHandle } from "./bed-handle";
import { BedShape } from "./bed-shape";
import { BoardOptions } from "./board-options";
import { bedAt, bedBoxes, boardDrawing, drawBoard, type BedBox } from "./board-picture";
import { BoardWays, type Ways } from "./board-ways";
import { PotsRow, RINSE } from "./pots-row";
import { useBrush } from "./use-brush";
import { useDabs } from "./use-dabs";

/** Groups as beds on a picture of the stage, painted by touch with the colours of the pots. Without cells it fills its page. */
export function BoardCard(of: { board: Board; cells?: Cells; arranging?: boolean }): React.JSX.Element {
  const { board, cells = board, arranging = false } = of;
  const show = usePlayedShow();
  const client = useClient();
  const me = useMe();
  const placing = usePlacing(board, { name: board.name, shown: cells });
  const pots = inTheirOrder(board.pots);
  const [chosenPot, setChosenPot] = useState<string | null>(null);
  const [mask, setMask] = useState<CoatMask | null>(null);
  const [ways, setWays] = useState<Ways>({ way: null });
  const heldPot = useRef<string | null>(null);
  const potId = chosenPot === RINSE || (chosenPot !== null && board.pots[chosenPot]) ? chosenPot : (pots[0]?.[0] ?? RINSE);
  const bedIds = Object.keys(board.beds);
  const barred = barredBeds(show, board);
  const mayPaint = mayDo(show, me, { type: "rinse", boardId: board.id, bedIds, coats: "all" }) === null;
  const all = mayPaint ? bedIds.filter((id) => !barred.has(id)) : [];
  const disabled = arranging || all.length === 0;
  const act = (command: PlayCommand): void => void client.play(command);
  const paint = (bedIds: readonly string[], travel?: Travel, pot = potId): void => {
    const on = { boardId: board.id, bedIds };
    if (pot === RINSE) return act({ type: "rinse", ...on, coats: mask ? "second" : "all" });
    const { fadeSeconds, travelSeconds } = ways;
    act({
      type: "paint",
      ...on,
      potId: pot,
      ...(mask ? { mask } : {}),
      ...(travel ? { travel } : {}),
      ...(fadeSeconds === undefined ? {} : { fadeSeconds }),
      ...(travelSeconds === undefined ? {} : { travelSeconds }),
    });
  };
  const dab = useDabs((bedId, press) => {
    const on = { type: "dab", boardId: board.id, bedIds: [bedId], press } as const;
    const pot = heldPot.current ?? potId;
    if (press === "up") act(on);
    else if (pot !== RINSE) act({ ...on, potId: pot });
  });
  const chooseMask = (next: CoatMask | null): void => {
    if (next === null || mask === null || (!sameMask(next, mask) && !sameMask(next, movedOn(mask)))) return setMask(next);
    // The one that is chosen already moves on, and with it what lies there.
    setMask(movedOn(mask));
    if (all.length > 0) act({ type: "mask-on", boardId: board.id, bedIds: all, mask: movedOn(mask) });
  };
  const timeless = (ways.travelSeconds ?? board.travelSeconds) === 0;
  const picture = useRef<HTMLDivElement>(null);
  const size = useSize(picture);
  const boxes = useBoxes(board, size);
  const handlers = useBrush({
    boxes,
    disabled,
    chosen: ways.way ?? (timeless ? "at once" : null),
    potHeld: () => heldPot.current !== null,
    acts: { paint: (bedId, travel) => paint([bedId], travel), dab },
  });
  const chosenWay = ways.way === null || ways.way === "at once" ? undefined : ways.way;
  return (
    <article
      data-card={board.id}
      data-plays
      aria-label={board.name}
      className="relative flex min-h-0 flex-1 flex-col gap-1.5 rounded border border-edge bg-bench p-2 select-none"
      style={of.cells && cellStyle(placing.cells)}
    >
      <div ref={picture} className="relative min-h-0 flex-1 touch-none rounded bg-stage" data-board-picture {...handlers}>
        <BoardCanvas boxes={boxes} />
        {bedIds.length === 0 && (
          <p className="absolute inset-0 grid place-content-center text-[13px] text-stage-ink">
            No beds yet: put groups on it under Arrange.
          </p>
        )}
        {boxes.map((box) =>
          arranging ? (
            <BedHandle key={box.id} board={board} box={box} size={size} />
          ) : (
            <BedShape
              key={box.id}
              board={board}
              box={box}
              barred={!all.includes(box.id)}
              onPaint={(travel) => paint([box.id], travel ?? chosenWay)}
              onDab={(press) => dab(box.id, press)}
            />
          ),
        )}
      </div>
      <PotsRow
        className="max-h-[45%] overflow-y-auto"
        board={board}
        chosen={potId}
        disabled={disabled}
        onChosen={setChosenPot}
        onHeld={(pot) => (heldPot.current = pot)}
        onDropped={(pot, x, y) => {
          const bedId = bedAt(boxes, picture.current, { x, y });
          if (bedId !== null) paint([bedId], chosenWay, pot);
        }}
        onAll={() => paint(all, chosenWay)}
      />
      <BoardWays board={board} mask={mask} onMask={chooseMask} ways={ways} onWays={setWays} disabled={disabled} />
      {arranging && (
        <Arranged record={board} name={board.name} placing={placing}>
          <BoardOptions board={board} />
        </Arranged>
      )}
    </article>
  );
}

function useBoxes({ beds }: Board, { width, height }: { width: number; height: number }): readonly BedBox[] {
  const show = usePlayedShow();
  const { rig } = show;
  const groups = show.all("group");
  return useMemo(() => {
    const headsOf = (groupId: string): Head[] =>
      (groups.find(({ id }) => id === groupId)?.heads ?? []).flatMap((key) => rig.headByKey.get(key) ?? []);
    return width === 0 ? [] : bedBoxes(beds, headsOf, { width, height });
  }, [beds, groups, rig, width, height]);
}

/** The colours of the heads as they are on stage now. */
function BoardCanvas({ boxes }: { boxes: readonly BedBox[] }): React.JSX.Element {
  const client = useClient();
  const { rig } = usePlayedShow();
  const canvas = useRef<HTMLCanvasElement>(null);
  const drawing = useMemo(() => boardDrawing(rig, boxes), [rig, boxes]);
  const draw = useCallback((): void => {
    const element = canvas.current;
    if (!element) return;
    const { clientWidth: width, clientHeight: height } = element;
    const context = sharpContext(element, width, height);
    context.clearRect(0, 0, width, height);
    drawBoard(context, drawing, client.values);
  }, [client, drawing]);
  const { request } = useFrameLoop(draw);
  useEffect(() => {
    request();
    return client.subscribeLevels(request);
  }, [client, request, drawing]);
  return <canvas ref={canvas} aria-hidden className={cn("pointer-events-none absolute inset-0 size-full")} />;
}
