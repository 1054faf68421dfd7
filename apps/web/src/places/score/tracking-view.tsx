import { attributeInfo, strokeName, whoName, type Attribute, type Cue, type Show } from "@vexa/core";
import { partWords } from "../../lanes/part-words";
import { useInterfaceOf } from "../../selection/interface-store";
import { useQuietShow } from "../../session/show-context";
import { cn } from "../../ui/class-names";

/** Columns at most: a wider picture is no picture. The cues around the chosen one are shown. */
const MOST_CUES = 40;

interface Row {
  readonly key: string;
  readonly who: string;
  readonly attribute: Attribute;
}

type Cell =
  | { readonly kind: "starts"; readonly words: string }
  | { readonly kind: "tracks" }
  | { readonly kind: "ends" }
  | { readonly kind: "nothing" };

/** Who and what, one a row: where each value starts (its words), tracks on (a line) and ends (a stop). */
export function TrackingView({ cues }: { cues: readonly Cue[] }): React.JSX.Element {
  const show = useQuietShow();
  const { chosenCueIds, set } = useInterfaceOf("chosenCueIds", "set");
  const at = Math.max(
    0,
    cues.findIndex(({ id }) => id === chosenCueIds.at(-1)),
  );
  const first = Math.max(0, Math.min(at - MOST_CUES / 2, cues.length - MOST_CUES));
  const shown = cues.slice(first, first + MOST_CUES);
  const rows = rowsOf(shown, show);
  return (
    <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Tracking">
      <table className="border-separate border-spacing-0 text-xs">
        <thead>
          <tr>
            <th
              scope="col"
              className="sticky top-0 left-0 z-20 min-w-40 border-b border-edge bg-bench px-3 py-1.5 text-left font-normal text-ink-3"
            >
              who and what
            </th>
            {shown.map((cue) => (
              <th key={cue.id} scope="col" className="sticky top-0 z-10 border-b border-edge bg-bench px-1 py-1.5 font-mono font-normal">
                <button
                  type="button"
                  aria-pressed={chosenCueIds.includes(cue.id)}
                  className="rounded px-1.5 aria-pressed:bg-raised aria-pressed:text-ink"
                  onClick={() => set({ chosenCueIds: [cue.id] })}
                >
                  {cue.number}
                  {cue.block ? " ▏" : ""}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.key}>
              <th scope="row" className="sticky left-0 z-10 border-b border-edge/60 bg-bench px-3 py-1 text-left font-normal">
                <span className="block max-w-44 truncate">{row.who}</span>
                <span className="text-ink-3">{attributeInfo(row.attribute).label}</span>
              </th>
              {cellsOf(row, shown, show).map((cell, index) => (
                <td
                  key={shown[index]!.id}
                  className={cn("h-9 min-w-14 border-b border-edge/60 px-1", chosenCueIds.includes(shown[index]!.id) && "bg-raised")}
                >
                  <CellMark cell={cell} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length === 0 && <p className="p-3 text-ink-3">These cues say nothing yet.</p>}
    </div>
  );
}

function CellMark({ cell }: { cell: Cell }): React.JSX.Element | null {
  switch (cell.kind) {
    case "starts":
      return (
        <span className="block max-w-24 truncate rounded-l border border-edge bg-ground px-1 py-0.5" title={cell.words}>
          {cell.words}
        </span>
      );
    case "tracks":
      return <span className="block h-px w-full bg-ink-3" aria-label="tracks" role="img" />;
    case "ends":
      return (
        <span className="text-ink-3" aria-label="ends" role="img">
          ┤
        </span>
      );
    case "nothing":
      return null;
  }
}

function rowsOf(cues: readonly Cue[], show: Show): Row[] {
  const rows = new Map<string, Row>();
  for (const { strokes } of cues)
    for (const stroke of Object.values(strokes)) {
      const who = whoName(stroke.who, show);
      for (const attribute of Object.keys(stroke.parts) as Attribute[]) {
        const key = `${JSON.stringify(stroke.who)} ${attribute}`;
        if (!rows.has(key)) rows.set(key, { key, who, attribute });
      }
    }
  return [...rows.values()].sort((a, b) => (a.who < b.who ? -1 : a.who > b.who ? 1 : 0));
}

function cellsOf(row: Row, cues: readonly Cue[], show: Show): Cell[] {
  let tracks = false;
  return cues.map((cue): Cell => {
    const stroke = Object.values(cue.strokes).findLast(
      (entry) => `${JSON.stringify(entry.who)} ${row.attribute}` === row.key && entry.parts[row.attribute],
    );
    const before = tracks;
    if (cue.block) tracks = false;
    if (stroke) {
      tracks = cue.cueOnly ? tracks : true;
      return { kind: "starts", words: partWords(row.attribute, stroke.parts[row.attribute]!, show) || strokeName(stroke, show) };
    }
    return tracks ? { kind: "tracks" } : before ? { kind: "ends" } : { kind: "nothing" };
  });
}
