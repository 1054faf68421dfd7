import { useRef, useState } from "react";
import { clamp, setChange, type Board } from "@vexa/core";
import { useClient, useQuietShow } from "../../../session/show-context";
import type { BedBox } from "./board-picture";

/** Parts of the picture that an arrow key moves a bed by. */
const STEP = 0.02;

/** A bed while its page is arranged: drawn to where it should lie on the picture, by finger or by arrow keys. */
export function BedHandle({ board, box, size }: { board: Board; box: BedBox; size: { width: number; height: number } }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const bed = board.beds[box.id]!;
  const name = show.get("group", bed.groupId)?.name ?? "A group that is gone";
  const hand = useRef<{ x: number; y: number } | null>(null);
  const [by, setBy] = useState({ x: 0, y: 0 });
  const move = (dx: number, dy: number): void => {
    const within = (at: number): number => Math.round(clamp(at, 0, 1) * 1000) / 1000;
    const to = {
      x: within((box.left + box.width / 2) / size.width + dx),
      y: within((box.top + box.height / 2) / size.height + dy),
    };
    client.transact(`Moved the bed ${name}`, [setChange(board.id, ["beds", box.id, "at"], { from: bed.at, to })]);
  };
  const end = (): void => {
    hand.current = null;
    setBy({ x: 0, y: 0 });
  };
  return (
    <div
      role="button"
      tabIndex={0}
      aria-label={`Move the bed ${name}`}
      title="Drag to move; arrows by key"
      className="absolute z-20 grid cursor-move touch-none place-content-center rounded-2xl border-2 border-dashed border-sketch/60 text-[13px] font-semibold text-[#fff] [text-shadow:0_1px_3px_#000,0_0_2px_#000]"
      style={{ left: box.left + by.x, top: box.top + by.y, width: box.width, height: box.height }}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        hand.current = { x: event.clientX, y: event.clientY };
      }}
      onPointerMove={(event) => hand.current && setBy({ x: event.clientX - hand.current.x, y: event.clientY - hand.current.y })}
      onPointerUp={() => {
        if (hand.current && Math.hypot(by.x, by.y) > 3) move(by.x / size.width, by.y / size.height);
        end();
      }}
      onPointerCancel={end}
      onKeyDown={(event) => {
        const [dx, dy] = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, -STEP], ArrowDown: [0, STEP] }[event.key] ?? [0, 0];
        if (dx === 0 && dy === 0) return;
        event.preventDefault();
        event.stopPropagation();
        move(dx!, dy!);
      }}
    >
      {name}
    </div>
  );
}
