import type { ReactNode } from "react";
import { Button } from "./button";
import { cn } from "./class-names";
import { DraftField } from "./draft-field";

export interface LineHead {
  readonly head: string;
  readonly title?: string;
  /** What an empty field stands for. */
  readonly placeholder?: string;
}

/** Records as lines that are typed in place: what `grid` lays out, under their heads; scrolls sideways where it is narrower than `width`. */
export function LineTable(props: {
  label: string;
  grid: string;
  width: string;
  heads: readonly (string | LineHead)[];
  children: ReactNode;
}): React.JSX.Element {
  const { label, grid, width, heads, children } = props;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={`Table of ${label.toLowerCase()}`}>
      <div className={cn("grid gap-1", width)}>
        <div className={cn("grid gap-2 px-2 text-xs text-ink-3", grid)} aria-hidden>
          {heads.map((each) =>
            typeof each === "string" ? (
              <span key={each}>{each}</span>
            ) : (
              <span key={each.head} title={each.title}>
                {each.head}
              </span>
            ),
          )}
        </div>
        <ul className="grid gap-1" aria-label={label}>
          {children}
        </ul>
      </div>
    </div>
  );
}

/** What a line is of stays in sight while it is scrolled. */
const FIRST_STAYS = "[&>:first-child]:sticky [&>:first-child]:left-0 [&>:first-child]:z-10 [&>span:first-child]:bg-raised";

export function Line({ name, grid, children }: { name: string; grid: string; children: ReactNode }): React.JSX.Element {
  return (
    <li aria-label={name} className={cn("grid items-center gap-2 rounded bg-raised px-2 py-1.5 text-[13px]", FIRST_STAYS, grid)}>
      {children}
    </li>
  );
}

/** A field of a line: typed by those who may, read by all others. */
export function LineField(props: {
  of: LineHead;
  name: string;
  text: string;
  may: boolean;
  onTake: (text: string) => boolean | string;
}): React.JSX.Element {
  const { of, name, text, may, onTake } = props;
  if (!may) return <span className="truncate font-mono">{text}</span>;
  return <DraftField label={`${of.head} of ${name}`} className="h-7" text={text} placeholder={of.placeholder ?? ""} onTake={onTake} />;
}

export function TakeAway({ name, onTake }: { name: string; onTake: () => void }): React.JSX.Element {
  return (
    <Button size="small" tone="quiet" className="px-1 text-barred" aria-label={`Take ${name} away`} title="Take it away" onClick={onTake}>
      ✕
    </Button>
  );
}
