import { useState } from "react";
import { arranged, arrangedLamps, CORNERS, counted, type Arrangement, type Corner, type Fixture } from "@vexa/core";
import { useClient } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { DraftField } from "../../ui/draft-field";
import { OneOf } from "../../ui/one-of";
import { PopSheet } from "../../ui/pop-sheet";
import { PlacesPicture } from "./places-picture";

type Tool = Arrangement["tool"];
type Numbers = Readonly<Record<string, number>>;

const FIELDS: Readonly<Record<Tool, readonly (readonly [key: string, label: string, low: number, high: number])[]>> = {
  line: [
    ["fromX", "From, to the right", -1000, 1000],
    ["fromY", "From, upstage", -1000, 1000],
    ["fromZ", "From, height", -1000, 1000],
    ["toX", "To, to the right", -1000, 1000],
    ["toY", "To, upstage", -1000, 1000],
    ["toZ", "To, height", -1000, 1000],
  ],
  arc: [
    ["centreX", "Middle, to the right", -1000, 1000],
    ["centreY", "Middle, upstage", -1000, 1000],
    ["centreZ", "Height", -1000, 1000],
    ["radius", "Radius", 0, 1000],
    ["fromDegrees", "From, degrees", -720, 720],
    ["toDegrees", "To, degrees", -720, 720],
  ],
  grid: [
    ["fromX", "First corner, to the right", -1000, 1000],
    ["fromY", "First corner, upstage", -1000, 1000],
    ["fromZ", "Height", -1000, 1000],
    ["columns", "Columns", 1, 1000],
    ["across", "Apart across", 0, 100],
    ["upstage", "Apart upstage", 0, 100],
  ],
};

/** Where the lamps stand now is where each tool begins. */
function beginning(lamps: readonly Fixture[]): Numbers {
  const [first, last] = [lamps[0]!.position, lamps.at(-1)!.position];
  const mean = (of: (lamp: Fixture) => number): number =>
    Math.round((lamps.reduce((sum, lamp) => sum + of(lamp), 0) / lamps.length) * 100) / 100;
  return {
    fromX: first.x,
    fromY: first.y,
    fromZ: first.z,
    toX: last.x,
    toY: last.y,
    toZ: last.z,
    centreX: mean(({ position }) => position.x),
    centreY: mean(({ position }) => position.y),
    centreZ: mean(({ position }) => position.z),
    radius: 3,
    fromDegrees: 0,
    toDegrees: 360,
    columns: Math.max(1, Math.ceil(Math.sqrt(lamps.length))),
    across: 1,
    upstage: 1,
  };
}

/** Puts the selected lamps on a line, a circle or a grid, along the thread. The picture shows where before anything is moved. */
export function ArrangeSheet({ lamps }: { lamps: readonly Fixture[] }): React.JSX.Element {
  const [open, setOpen] = useState(false);
  return (
    <PopSheet trigger={<Button>Arrange…</Button>} label="Arrange the selected lamps" className="w-96" open={open} onOpen={setOpen}>
      {open && <Arrange lamps={lamps} onDone={() => setOpen(false)} />}
    </PopSheet>
  );
}

function Arrange({ lamps, onDone }: { lamps: readonly Fixture[]; onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const [tool, setTool] = useState<Tool>("line");
  const [numbers, setNumbers] = useState(() => beginning(lamps));
  const [corner, setCorner] = useState<Corner>("downstage left");
  const [along, setAlong] = useState<"rows" | "columns">("rows");
  const [way, setWay] = useState<"to" | "to and fro">("to");
  const of = arrangementOf(tool, numbers, { corner, along, way });
  return (
    <>
      <OneOf
        label="Arrange as"
        value={tool}
        among={[
          { value: "line", words: "Line" },
          { value: "arc", words: "Arc or circle" },
          { value: "grid", words: "Grid" },
        ]}
        onValue={setTool}
      />
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        {FIELDS[tool].map(([key, label, low, high]) => (
          <label key={key} className="grid gap-0.5 text-xs text-ink-2">
            <span>{label}</span>
            <DraftField
              label={label}
              className="h-7"
              text={String(numbers[key])}
              onTake={(text) => {
                const value = Number(text.replace(",", "."));
                if (!(value >= low && value <= high) || (key === "columns" && !Number.isInteger(value)))
                  return `It must be from ${low} to ${high}.`;
                setNumbers({ ...numbers, [key]: value });
                return true;
              }}
            />
          </label>
        ))}
      </div>
      {tool === "grid" && (
        <div className="grid grid-cols-2 gap-2">
          <Choice aria-label="First corner" className="h-7 text-xs" value={corner} onValue={(next) => setCorner(next as Corner)}>
            {CORNERS.map((each) => (
              <Option key={each} value={each}>
                {each}
              </Option>
            ))}
          </Choice>
          <OneOf
            label="Order along"
            value={along}
            among={[
              { value: "rows", words: "rows" },
              { value: "columns", words: "columns" },
            ]}
            onValue={setAlong}
          />
          <OneOf
            label="Each line"
            value={way}
            among={[
              { value: "to", words: "one way" },
              { value: "to and fro", words: "to and fro" },
            ]}
            onValue={setWay}
          />
        </div>
      )}
      <PlacesPicture places={arranged(of, lamps.length)} />
      <Button
        tone="sketch"
        once
        onClick={() => {
          const changes = arrangedLamps(
            client.view,
            lamps.map(({ id }) => id),
            of,
          );
          if (client.transact(`Arranged ${counted(lamps.length, "lamp")}`, changes)) onDone();
        }}
      >
        Put {counted(lamps.length, "lamp")} there
      </Button>
    </>
  );
}

function arrangementOf(
  tool: Tool,
  of: Numbers,
  grid: Pick<Extract<Arrangement, { tool: "grid" }>, "corner" | "along" | "way">,
): Arrangement {
  const at = (name: string) => ({ x: of[`${name}X`]!, y: of[`${name}Y`]!, z: of[`${name}Z`]! });
  switch (tool) {
    case "line":
      return { tool, from: at("from"), to: at("to") };
    case "arc":
      return { tool, centre: at("centre"), radius: of["radius"]!, fromDegrees: of["fromDegrees"]!, toDegrees: of["toDegrees"]! };
    case "grid":
      return { tool, from: at("from"), columns: of["columns"]!, acrossMetres: of["across"]!, upstageMetres: of["upstage"]!, ...grid };
  }
}
