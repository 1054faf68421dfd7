import {
  coatColorName,
  coatIdOf,
  coatMaskName,
  type Board,
  type Coat,
  type CoatLayer,
  type CoatMask,
  type Show,
  type Travel,
} from "@vexa/core";
import { useClient, usePlayedShow } from "../../../session/show-context";
import { cn } from "../../../ui/class-names";
import { useFader } from "../use-fader";
import type { BedBox } from "./board-picture";

/** A smaller bed has no corner for dabs: a pot that is held and the key do them there. */
const DAB_ROOM = { width: 110, height: 40 };

const KEY_TRAVELS: Readonly<Record<string, Travel>> = {
  ArrowRight: { type: "along", degrees: 0 },
  ArrowUp: { type: "along", degrees: 90 },
  ArrowLeft: { type: "along", degrees: 180 },
  ArrowDown: { type: "along", degrees: 270 },
};

/** A bed over its colours: its name and coats, for keys and reading tools a button; fingers and the mouse act on the picture beneath. */
export function BedShape(props: {
  board: Board;
  box: BedBox;
  barred: boolean;
  onPaint: (travel?: Travel) => void;
  onDab: (press: "down" | "up") => void;
}): React.JSX.Element {
  const { board, box, barred, onPaint, onDab } = props;
  const show = usePlayedShow();
  const bed = board.beds[box.id]!;
  const name = show.get("group", bed.groupId)?.name ?? "A group that is gone";
  const words = box.colorless ? "its heads have no colours" : coatWords(show, board, box.id);
  return (
    <div
      className={cn("absolute border border-stage-line", barred && "hatched")}
      style={{ left: box.left, top: box.top, width: box.width, height: box.height, borderRadius: Math.min(box.width, box.height) * 0.42 }}
    >
      <div
        role="button"
        tabIndex={barred ? -1 : 0}
        aria-disabled={barred}
        aria-label={`${name}: ${barred ? "out of reach" : words || "not painted"}`}
        data-bed={box.id}
        title={barred ? `${name} isn’t within this page’s reach` : undefined}
        className={cn(
          "absolute inset-0 grid place-content-center rounded-[inherit] px-2 text-center outline-none focus-visible:ring-2 focus-visible:ring-live",
          bed.level && "pl-9",
        )}
        onKeyDown={(event) => {
          if (barred || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
          const travel = KEY_TRAVELS[event.key];
          if (event.key === "d") onDab("down");
          else if (travel) onPaint(travel);
          else if (event.key === "Enter" || event.key === " ") onPaint();
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
        onKeyUp={(event) => {
          if (event.key === "d") onDab("up");
        }}
        onBlur={() => onDab("up")}
        onClick={(event) => {
          // A click that a pointer made was a touch of the picture.
          if (event.detail === 0 && !barred) onPaint();
        }}
      >
        <span className="line-clamp-2 text-[13px] leading-tight font-semibold text-[#fff] [text-shadow:0_1px_3px_#000,0_0_2px_#000]">
          {name}
        </span>
        {words && (
          <span className="line-clamp-2 text-[11px] leading-tight text-[#fff] [text-shadow:0_1px_3px_#000,0_0_2px_#000]">{words}</span>
        )}
      </div>
      {!barred && box.width >= DAB_ROOM.width && box.height >= DAB_ROOM.height && (
        <span
          aria-hidden
          data-dab
          title="Hold for a dab of colour"
          className="absolute right-0 bottom-0 grid size-7 place-content-center rounded-full border border-[#fff8] bg-black/40 text-[10px] text-[#fff] pointer-coarse:size-11"
        >
          dab
        </span>
      )}
      {bed.level && <BedLevel board={board} bedId={box.id} name={name} barred={barred} />}
    </div>
  );
}

/** Pixels that a hand goes from the bottom of a bed's level to its top. */
const LEVEL_PIXELS = 160;

/** The level of a bed's heads: a strip at its left end, which a drag moves from where it is. */
function BedLevel({ board, bedId, name, barred }: { board: Board; bedId: string; name: string; barred: boolean }): React.JSX.Element {
  const client = useClient();
  const fader = useFader({
    level: usePlayedShow().get("coat", coatIdOf(board.id, bedId, "level"))?.level ?? 0,
    disabled: barred,
    pixels: LEVEL_PIXELS,
    send: (level) => client.play({ type: "bed-level", boardId: board.id, bedIds: [bedId], level }),
  });
  const percent = Math.round(fader.level * 100);
  return (
    <div
      className="absolute inset-y-0 left-0 w-8 overflow-hidden rounded-l-[inherit] bg-black/45 pointer-coarse:w-11"
      onPointerDown={(event) => event.stopPropagation()}
    >
      <div
        role="slider"
        tabIndex={barred ? -1 : 0}
        aria-label={`Level of ${name}`}
        aria-orientation="vertical"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={percent}
        aria-disabled={barred}
        className="absolute inset-0 grid touch-none place-content-center outline-none focus-visible:ring-2 focus-visible:ring-live"
        {...fader.handlers}
      >
        <div aria-hidden className="absolute inset-x-0 bottom-0 border-t-2 border-live bg-live/40" style={{ height: `${percent}%` }} />
        <span className="relative font-mono text-[11px] text-[#fff] [text-shadow:0_1px_3px_#000]">{percent}</span>
      </div>
    </div>
  );
}

/** What a bed is painted with, as in "Ember, Dusk on even"; empty = nothing. */
export function coatWords(show: Show, board: Board, bedId: string): string {
  const of = (layer: CoatLayer): Coat | null => show.get("coat", coatIdOf(board.id, bedId, layer));
  const said = (coat: Coat | null): string | null => (coat?.color ? coatColorName(show, board, coat.color) : null);
  const [first, second] = [said(of("first")), said(of("second"))];
  const mask = of("second")?.mask;
  return [first, second && `${second} on ${maskWords(show, mask ?? "odd")}`].filter(Boolean).join(", ");
}

/** A part of a bed, as people say it. */
export function maskWords(show: Show, mask: CoatMask): string {
  return typeof mask === "object" ? coatMaskName(show, mask) : MASK_WORDS[mask];
}

const MASK_WORDS = {
  odd: "odd",
  even: "even",
  left: "the left half",
  right: "the right half",
  near: "the near half",
  far: "the far half",
  ends: "the ends",
  middle: "the middle",
  checker: "checker",
  "other-checker": "the other checker",
} as const;
