import { Compass } from "lucide-react";
import { useMemo } from "react";
import {
  MASK_PAIRS,
  maskGroups,
  mayBuild,
  MOST_BOARD_SECONDS,
  movedOn,
  type Board,
  type CoatMask,
  type GroupMask,
  type PlaceMask,
  type Travel,
} from "@vexa/core";
import { useMe, useQuietShow } from "../../../session/show-context";
import { atTheTouch } from "../../../ui/at-the-touch";
import { Button } from "../../../ui/button";
import { cn } from "../../../ui/class-names";
import { Menu, MenuItem } from "../../../ui/menu";
import { useOnce } from "../../../ui/once";
import { SecondsField } from "../../../ui/seconds-field";
import { KeepAsCue } from "./keep-as-cue";
import { maskWords } from "./bed-shape";

/** How the hand paints now: one's own, and gone with the page. */
export interface Ways {
  /** Which way colours run; null = as the hand swipes. */
  readonly way: Travel | "at once" | null;
  /** In place of the board's own. */
  readonly fadeSeconds?: number;
  readonly travelSeconds?: number;
}

const TIMES = [
  { field: "fadeSeconds", words: "Fade", label: "Seconds that each head takes" },
  { field: "travelSeconds", words: "Travel", label: "Seconds from the first head to the last" },
] as const;

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
  const show = useQuietShow();
  const wayWords = WAYS.find(([, way]) => JSON.stringify(way) === JSON.stringify(ways.way))?.[0] ?? "as I swipe";
  const time = (field: "fadeSeconds" | "travelSeconds") => (seconds: number | null) => {
    if (seconds !== null && seconds > MOST_BOARD_SECONDS)
      return `A board takes up to ${MOST_BOARD_SECONDS} seconds. What was there was kept.`;
    const { [field]: _, ...rest } = ways;
    onWays(seconds === null ? rest : { ...rest, [field]: seconds });
    return true;
  };
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-x-2 gap-y-1 text-xs text-ink-2">
      <div role="group" aria-label="Coat" className="flex flex-wrap items-center gap-1">
        <Chip on={mask === null} disabled={disabled} onPress={() => onMask(null)}>
          First coat
        </Chip>
        <span className="pl-1 whitespace-nowrap">Second on</span>
        {MASK_PAIRS.map((pair) => {
          const shown = typeof mask === "string" && (pair as readonly PlaceMask[]).includes(mask) ? mask : pair[0];
          const on = mask === shown;
          return (
            <Chip
              key={pair[0]}
              on={on}
              disabled={disabled}
              title={on ? `Touch again: on ${maskWords(show, movedOn(shown))}` : `A second coat on ${maskWords(show, shown)}`}
              onPress={() => onMask(shown)}
            >
              {CHIP_WORDS[shown]}
            </Chip>
          );
        })}
        <GroupChip board={board} mask={typeof mask === "object" ? mask : null} onMask={onMask} disabled={disabled} />
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
      {TIMES.map(({ field, words, label }) => (
        <label key={field} className="flex items-center gap-1.5">
          {words}
          <span className="w-12">
            <SecondsField label={label} seconds={ways[field]} placeholder={String(board[field])} onSeconds={time(field)} />
          </span>
        </label>
      ))}
      {mayBuild(me) && <KeepAsCue board={board} />}
    </div>
  );
}

/** A second coat on those of a saved group, or on the rest of the bed: groups that share some of their heads with a bed. */
function GroupChip(of: {
  board: Board;
  mask: GroupMask | null;
  onMask: (mask: CoatMask | null) => void;
  disabled: boolean;
}): React.JSX.Element | null {
  const { board, mask, onMask, disabled } = of;
  const show = useQuietShow();
  const groups = useMemo(() => maskGroups(show, board), [show, board]);
  if (groups.length === 0 && !mask) return null;
  return (
    <>
      {mask && (
        <Chip on disabled={disabled} title={`Touch again: on ${maskWords(show, movedOn(mask))}`} onPress={() => onMask(mask)}>
          {maskWords(show, mask)}
        </Chip>
      )}
      <Menu
        trigger={
          <Button size="touch" tone="chip" disabled={disabled} title="A second coat on the heads of a group">
            {mask ? "…" : "group…"}
            {mask && <span className="sr-only">another group</span>}
          </Button>
        }
      >
        {groups.map(({ id, name }) => (
          <MenuItem key={id} onSelect={() => onMask({ groupId: id })} hint={id === mask?.groupId ? "chosen" : ""}>
            {name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

/** Acts at the touch; the second half of a double touch doesn't move a mask on. */
function Chip(of: { on: boolean; disabled: boolean; title?: string; onPress: () => void; children: React.ReactNode }): React.JSX.Element {
  const { on, disabled, title, onPress, children } = of;
  const counts = useOnce();
  const press = atTheTouch((event) => {
    if (counts(event)) onPress();
  });
  return (
    <Button size="touch" tone="chip" aria-pressed={on} disabled={disabled} {...(title === undefined ? {} : { title })} {...press}>
      {children}
    </Button>
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
