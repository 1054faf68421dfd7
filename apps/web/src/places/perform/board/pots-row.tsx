import { Droplets } from "lucide-react";
import { useRef, useState } from "react";
import { hexOfColor, inTheirOrder, potName, xyzOf, type Board, type CoatColor, type Show } from "@vexa/core";
import { PresetPicture } from "../../../presets/preset-picture";
import { usePlayedShow } from "../../../session/show-context";
import { atTheTouch } from "../../../ui/at-the-touch";
import { Button } from "../../../ui/button";
import { cn } from "../../../ui/class-names";

/** Stands among the pots: it takes colour off. */
export const RINSE = "rinse";
const DRAG_PIXELS = 10;

/** The colours that stand ready, along the bottom: touched, held for dabs, or drawn onto a bed. */
export function PotsRow(props: {
  board: Board;
  chosen: string;
  disabled: boolean;
  onChosen: (potId: string) => void;
  onHeld: (potId: string | null) => void;
  onDropped: (potId: string, x: number, y: number) => void;
  onAll: () => void;
  className?: string;
}): React.JSX.Element {
  const { board, chosen, disabled, onChosen, onHeld, onDropped, onAll, className } = props;
  const show = usePlayedShow();
  const pots = inTheirOrder(board.pots);
  const hand = useRef<{ pointer: number; x: number; y: number } | null>(null);
  const [drawn, setDrawn] = useState<{ potId: string; x: number; y: number } | null>(null);
  const letGo = (): void => {
    hand.current = null;
    setDrawn(null);
    onHeld(null);
  };
  const handlers = (potId: string): React.DOMAttributes<HTMLButtonElement> => ({
    onPointerDown: (event) => {
      if (event.button !== 0 || disabled) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      hand.current = { pointer: event.pointerId, x: event.clientX, y: event.clientY };
      onChosen(potId);
      onHeld(potId);
    },
    onPointerMove: (event) => {
      const from = hand.current;
      if (from?.pointer !== event.pointerId) return;
      if (drawn || Math.hypot(event.clientX - from.x, event.clientY - from.y) > DRAG_PIXELS)
        setDrawn({ potId, x: event.clientX, y: event.clientY });
    },
    onPointerUp: (event) => {
      if (hand.current?.pointer !== event.pointerId) return;
      if (drawn) onDropped(potId, event.clientX, event.clientY);
      letGo();
    },
    onPointerCancel: letGo,
    onClick: (event) => {
      if (event.detail === 0) onChosen(potId);
    },
  });
  const potLook = (isChosen: boolean): string =>
    cn(
      "grid h-14 min-w-14 flex-1 touch-none grid-rows-[1fr_auto] justify-items-center gap-0.5 rounded border border-transparent p-1 text-[11px] text-ink-2 disabled:opacity-50",
      isChosen && "border-live bg-raised text-ink",
    );
  return (
    <div className={cn("flex shrink-0 flex-wrap items-stretch gap-1", className)} role="group" aria-label="Pots">
      <button
        type="button"
        className={potLook(chosen === RINSE)}
        aria-pressed={chosen === RINSE}
        disabled={disabled}
        title="Takes colour off the beds that it touches"
        {...handlers(RINSE)}
      >
        <Droplets size={20} className="self-center" aria-hidden />
        <span>Rinse</span>
      </button>
      {pots.map(([potId, pot]) => (
        <button
          key={potId}
          type="button"
          className={potLook(chosen === potId)}
          aria-pressed={chosen === potId}
          aria-label={potName(show, pot)}
          disabled={disabled}
          {...handlers(potId)}
        >
          <span className="h-full w-9 overflow-hidden" style={{ borderRadius: "3px 3px 15px 15px" }}>
            <PotPicture show={show} color={pot.color} className="block size-full" />
          </span>
          <span className="max-w-16 truncate">{potName(show, pot)}</span>
        </button>
      ))}
      <Button size="touch" className="h-14" disabled={disabled} {...atTheTouch(onAll)} title="Paints all beds with the chosen pot">
        All beds
      </Button>
      {drawn && drawn.potId !== RINSE && board.pots[drawn.potId] && (
        <span className="pointer-events-none fixed z-50" style={{ left: drawn.x - 18, top: drawn.y - 18 }}>
          <PotPicture show={show} color={board.pots[drawn.potId]!.color} className="block size-9 rounded-full ring-2 ring-live" />
        </span>
      )}
    </div>
  );
}

/** A colour as a small picture. */
export function PotPicture({ show, color, className }: { show: Show; color: CoatColor; className: string }): React.JSX.Element | null {
  if (!("presetId" in color))
    return <span aria-hidden className={className} style={{ background: hexOfColor(xyzOf({ ...color, luminance: 1 }), "at-full") }} />;
  const preset = show.get("preset", color.presetId);
  return preset && <PresetPicture preset={preset} className={className} />;
}
