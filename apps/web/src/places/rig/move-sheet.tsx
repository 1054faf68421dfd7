import { useState } from "react";
import { counted, lampMoveChanges, movedLamps, type Fixture, type LampMove, type PlaceAxis } from "@vexa/core";
import { useClient } from "../../session/show-context";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { OneOf } from "../../ui/one-of";
import { PopSheet } from "../../ui/pop-sheet";
import { PlacesPicture } from "./places-picture";

const MOVES = ["align", "spread", "mirror", "turn", "stretch", "snap"] as const;
type Move = (typeof MOVES)[number];

const AXIS_WORDS: Readonly<Record<PlaceAxis, string>> = { x: "right", y: "upstage", z: "high" };

/** Aligns, spreads, mirrors, turns, stretches or snaps the selected lamps; the picture shows where before anything is moved. */
export function MoveSheet({ lamps }: { lamps: readonly Fixture[] }): React.JSX.Element {
  const [open, setOpen] = useState(false);
  return (
    <PopSheet trigger={<Button>Move…</Button>} label="Move the selected lamps" className="w-96" open={open} onOpen={setOpen}>
      {open && <MoveForm lamps={lamps} onDone={() => setOpen(false)} />}
    </PopSheet>
  );
}

function MoveForm({ lamps, onDone }: { lamps: readonly Fixture[]; onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const [move, setMove] = useState<Move>("align");
  const [axis, setAxis] = useState<PlaceAxis | null>(null);
  const [to, setTo] = useState<"first" | "middle" | "last">("first");
  const middle = middleOf(lamps);
  const [numbers, setNumbers] = useState<Readonly<Record<string, number>>>({
    at: 0,
    aboutX: middle.x,
    aboutY: middle.y,
    degrees: 90,
    byX: 2,
    byY: 1,
    byZ: 1,
    metres: 0.5,
  });
  // Rows are aligned upstage and spread and mirrored to the right, unless somebody says otherwise.
  const along = axis === null || (move === "mirror" && axis === "z") ? (move === "align" ? "y" : "x") : axis;
  const of = moveOf(move, { axis: along, to, numbers });
  const field = (key: string, label: string, low: number, high: number): React.JSX.Element => (
    <label key={key} className="grid gap-0.5 text-xs text-ink-2">
      <span>{label}</span>
      <DraftField
        label={label}
        className="h-7"
        text={String(numbers[key])}
        onTake={(text) => {
          const value = Number(text.replace(",", "."));
          if (!(value >= low && value <= high)) return `It must be from ${low} to ${high}.`;
          setNumbers({ ...numbers, [key]: value });
          return true;
        }}
      />
    </label>
  );
  return (
    <>
      <OneOf
        label="How they move"
        className="flex-wrap"
        value={move}
        onValue={setMove}
        among={MOVES.map((value) => ({ value, words: value[0]!.toUpperCase() + value.slice(1) }))}
      />
      {(move === "align" || move === "spread" || move === "mirror") && (
        <OneOf
          label="Along"
          value={along}
          onValue={setAxis}
          among={(move === "mirror" ? (["x", "y"] as const) : (["x", "y", "z"] as const)).map((value) => ({
            value,
            words: AXIS_WORDS[value],
          }))}
        />
      )}
      {move === "align" && (
        <OneOf
          label="To where"
          value={to}
          onValue={setTo}
          among={[
            { value: "first", words: "as the first" },
            { value: "middle", words: "in the middle" },
            { value: "last", words: "as the last" },
          ]}
        />
      )}
      {move === "spread" && <p className="text-xs text-ink-2">Equal steps from the first lamp of the thread to the last.</p>}
      <div className="grid grid-cols-3 gap-x-2 gap-y-1">
        {move === "mirror" && field("at", along === "y" ? "Mirror upstage at, m" : "Mirror at, m", -1000, 1000)}
        {(move === "turn" || move === "stretch") && [
          field("aboutX", "About, to the right", -1000, 1000),
          field("aboutY", "About, upstage", -1000, 1000),
        ]}
        {move === "turn" && field("degrees", "Degrees", -360, 360)}
        {move === "stretch" && [
          field("byX", "Across, times", -100, 100),
          field("byY", "Upstage, times", -100, 100),
          field("byZ", "High, times", -100, 100),
        ]}
        {move === "snap" && field("metres", "Metres apart", 0.01, 100)}
      </div>
      <PlacesPicture places={movedLamps(lamps, of).map(({ position }) => position)} before={lamps.map(({ position }) => position)} />
      <Button
        tone="sketch"
        once
        onClick={() => {
          const changes = lampMoveChanges(
            client.view,
            lamps.map(({ id }) => id),
            of,
          );
          if (client.transact(`${move[0]!.toUpperCase()}${move.slice(1)}: ${counted(lamps.length, "lamp")}`, changes)) onDone();
        }}
      >
        Move {counted(lamps.length, "lamp")}
      </Button>
    </>
  );
}

function middleOf(lamps: readonly Fixture[]): { x: number; y: number } {
  const mean = (of: (lamp: Fixture) => number): number =>
    Math.round((lamps.reduce((sum, lamp) => sum + of(lamp), 0) / lamps.length) * 100) / 100;
  return { x: mean(({ position }) => position.x), y: mean(({ position }) => position.y) };
}

function moveOf(move: Move, of: { axis: PlaceAxis; to: "first" | "middle" | "last"; numbers: Readonly<Record<string, number>> }): LampMove {
  const { axis, to } = of;
  const number = (key: string): number => of.numbers[key] ?? 0;
  const about = { x: number("aboutX"), y: number("aboutY"), z: 0 };
  switch (move) {
    case "align":
      return { move, axis, to };
    case "spread":
      return { move, axis };
    case "mirror":
      return { move, axis: axis === "z" ? "x" : axis, at: number("at") };
    case "turn":
      return { move, about, degrees: number("degrees") };
    case "stretch":
      return { move, about, by: { x: number("byX"), y: number("byY"), z: number("byZ") } };
    case "snap":
      return { move, metres: number("metres") };
  }
}
