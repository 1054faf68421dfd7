import { Compass } from "lucide-react";
import { MASK_PAIRS, mayBuild, movedOn, type Board, type CoatMask, type Travel } from "@vexa/core";
import { useMe } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { cn } from "../../../ui/class-names";
import { Menu, MenuItem } from "../../../ui/menu";
import { SecondsField } from "../../../ui/seconds-field";
import { KeepAsCue } from "./keep-as-cue";
import { MASK_WORDS } from "./bed-shape";

/** How the hand paints now: one's own, and gone with the page. */
export interface Ways {
  /** Which way colours run; null = as the hand swipes. */
  readonly way: Travel | "at once" | null;
  /** In place of the board's own. */
  readonly fadeSeconds?: number;
  readonly travelSeconds?: number;
}

const WAYS: readonly (readonly [string, Ways["way"]])[] = [
  ["as I swipe", null],
  ["all at once", "at once"],
  ["to the right →", { type: "along", degrees: 0 }],
  ["to the far right ↗", { type: "along", degrees: 45 }],
  ["away ↑", { type: "along", degrees: 90 }],
  ["to the far left ↖", { type: "along", degrees: 135 }],
  ["to the left ←", { type: "along", degrees: 180 }],
  ["to the near left ↙", { type: "along", degrees: 225 }],
  ["towards us ↓", { type: "along", degrees: 270 }],
  ["to the near right ↘", { type: "along", degrees: 315 }],
  ["out from the middle", { type: "out" }],
  ["in to the middle", { type: "in" }],
];

/** Under the pots: first or second coat, which way colours run, and the two times. */
export function BoardWays(props: {
  board: Board;
  mask: CoatMask | null;
  onMask: (mask: CoatMask | null) => void;
  ways: Ways;
  onWays: (ways: Ways) => void;
  disabled: boolean;
}): React.JSX.Element {
  const { board, mask, onMask, ways, onWays, disabled } = props;
  const me = useMe();
  const wayWords = WAYS.find(([, way]) => JSON.stringify(way) === JSON.stringify(ways.way))?.[0] ?? "as I swipe";
  const time = (field: "fadeSeconds" | "travelSeconds") => (seconds: number | null) => {
    const { [field]: _, ...rest } = ways;
    onWays(seconds === null ? rest : { ...rest, [field]: seconds });
    return true;
  };
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-x-2 gap-y-1 text-xs text-ink-2">
      <div role="group" aria-label="Coat" className="flex items-center gap-1">
        <Button size="touch" tone="chip" aria-pressed={mask === null} disabled={disabled} onClick={() => onMask(null)}>
          First coat
        </Button>
        <span className="pl-1">Second on</span>
        {MASK_PAIRS.map((pair) => {
          const shown = mask !== null && (pair as readonly CoatMask[]).includes(mask) ? mask : pair[0];
          const on = mask === shown;
          return (
            <Button
              key={pair[0]}
              size="touch"
              tone="chip"
              aria-pressed={on}
              disabled={disabled}
              title={on ? `Touch again: on ${MASK_WORDS[movedOn(shown)]}` : `A second coat on ${MASK_WORDS[shown]}`}
              onClick={() => onMask(shown)}
            >
              {CHIP_WORDS[shown]}
            </Button>
          );
        })}
      </div>
      <Menu
        trigger={
          <Button size="touch" disabled={disabled} title="Which way colours run through the heads of a bed">
            <Compass size={14} aria-hidden /> <span className="sr-only">Colours run </span>
            <span className={cn(ways.way !== null && "text-live")}>{wayWords}</span>
          </Button>
        }
      >
        {WAYS.map(([words, way]) => (
          <MenuItem key={words} onSelect={() => onWays({ ...ways, way })} hint={words === wayWords ? "chosen" : ""}>
            {words}
          </MenuItem>
        ))}
      </Menu>
      <label className="flex items-center gap-1.5">
        Fade
        <span className="w-12">
          <SecondsField
            label="Seconds that each head takes"
            seconds={ways.fadeSeconds}
            placeholder={String(board.fadeSeconds)}
            onSeconds={time("fadeSeconds")}
          />
        </span>
      </label>
      <label className="flex items-center gap-1.5">
        Travel
        <span className="w-12">
          <SecondsField
            label="Seconds from the first head to the last"
            seconds={ways.travelSeconds}
            placeholder={String(board.travelSeconds)}
            onSeconds={time("travelSeconds")}
          />
        </span>
      </label>
      {mayBuild(me) && <KeepAsCue board={board} />}
    </div>
  );
}

const CHIP_WORDS = {
  odd: "odd",
  even: "even",
  left: "left",
  right: "right",
  near: "near",
  far: "far",
  ends: "ends",
  middle: "middle",
  checker: "checker",
  "other-checker": "checker 2",
} as const;
