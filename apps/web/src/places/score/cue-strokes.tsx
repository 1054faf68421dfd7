import { X } from "lucide-react";
import { useState } from "react";
import { useNavigate } from "react-router";
import {
  attributeInfo,
  inRank,
  presetName,
  presetOnStroke,
  setChange,
  sketchIdOf,
  strokeName,
  whoName,
  type Attribute,
  type Cue,
  type CueList,
  type OnStroke,
  type Part,
  type Preset,
  type Stroke,
  referenceName,
} from "@vexa/core";
import { partWords } from "../../lanes/part-words";
import { PRESET_DRAG } from "../../presets/preset-edits";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useFromClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";

/** What a cue is made of: a stroke a row. A preset can be dropped on one; all of them open in Build as the lanes that they were. */
export function CueStrokes({ cue, list }: { cue: Cue; list: CueList }): React.JSX.Element {
  const strokes = inRank(cue.strokes);
  return (
    <section className="grid gap-1.5" aria-label="Strokes">
      <h3 className="text-xs text-ink-2">
        {strokes.length === 0
          ? "It changes nothing yet."
          : `${strokes.length} ${strokes.length === 1 ? "stroke" : "strokes"}, later ones win`}
      </h3>
      <ul className="grid gap-1">
        {strokes.map(([id, stroke]) => (
          <StrokeRow key={id} cue={cue} id={id} stroke={stroke} list={list} />
        ))}
      </ul>
      <OpenInBuild cue={cue} list={list} />
    </section>
  );
}

function StrokeRow({ cue, id, stroke, list }: { cue: Cue; id: string; stroke: Stroke; list: CueList }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const parts = Object.entries(stroke.parts) as [Attribute, Part][];
  const words = (what: string): string => `Cue ${cue.number} of ${list.name}: ${what}`;
  const takeOut = (attribute: Attribute): void => {
    const path = parts.length > 1 ? ["strokes", id, "parts", attribute] : ["strokes", id];
    client.transact(words(`took ${attributeInfo(attribute).label} out`), [
      setChange(cue.id, path, { from: parts.length > 1 ? stroke.parts[attribute] : stroke }),
    ]);
  };
  const { presetInHand, set } = useInterfaceOf("presetInHand", "set");
  const [over, setOver] = useState<OnStroke | null>(null);
  const inHand = show.preset(presetInHand ?? "");
  const lay = (preset: Preset, how: OnStroke): void => {
    const done = how === "add" ? "on" : "instead on";
    client.transact(words(`${presetName(preset)} ${done} ${whoName(stroke.who, show)}`), presetOnStroke(cue, id, { preset, how }));
    set({ presetInHand: null });
  };
  /** The left half of a row adds, the right half replaces. */
  const howAt = (event: React.DragEvent): OnStroke => {
    const { left, width } = event.currentTarget.getBoundingClientRect();
    return event.clientX - left <= width / 2 + 1 ? "add" : "replace";
  };
  const drop = (event: React.DragEvent): void => {
    setOver(null);
    const preset = client.view.get("preset", event.dataTransfer.getData(PRESET_DRAG));
    if (!preset) return;
    event.preventDefault();
    lay(preset, howAt(event));
  };
  return (
    <li
      aria-label={strokeName(stroke, show)}
      className="relative rounded border border-edge bg-ground p-1.5 text-xs"
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes(PRESET_DRAG)) return;
        event.preventDefault();
        setOver(howAt(event));
      }}
      onDragLeave={() => setOver(null)}
      onDrop={drop}
    >
      {over && (
        <div aria-hidden className="pointer-events-none absolute inset-0 z-10 grid grid-cols-2 rounded bg-ground/80 text-center">
          {(["add", "replace"] as const).map((how) => (
            <span
              key={how}
              className={cn("grid place-content-center rounded border border-edge", over === how && "border-linked text-linked")}
            >
              {ON_STROKE[how]}
            </span>
          ))}
        </div>
      )}
      {inHand && (
        <span role="group" aria-label={`${presetName(inHand)} on ${whoName(stroke.who, show)}`} className="float-right flex gap-1">
          {(["add", "replace"] as const).map((how) => (
            <Button key={how} once size="small" onClick={() => lay(inHand, how)}>
              {ON_STROKE[how]}
            </Button>
          ))}
        </span>
      )}
      <p className="truncate font-medium">{whoName(stroke.who, show)}</p>
      <ul>
        {parts.map(([attribute, part]) => (
          <li key={attribute} className="flex items-center gap-1 text-ink-2">
            <span className="min-w-0 flex-1 truncate">
              {attributeInfo(attribute).label}{" "}
              {part.presets ? (
                <span className="text-linked">∞ {part.presets.ids.map((presetId) => referenceName(show, presetId)).join("..")}</span>
              ) : (
                <span className="font-mono">{partWords(attribute, part, show)}</span>
              )}
            </span>
            <Button
              tone="quiet"
              size="small"
              className="h-4 px-0.5"
              aria-label={`Take ${attributeInfo(attribute).label} of ${whoName(stroke.who, show)} out`}
              onClick={() => takeOut(attribute)}
            >
              <X size={11} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
    </li>
  );
}

const ON_STROKE: Record<OnStroke, string> = { add: "Add", replace: "Instead" };

/** Takes the cue's strokes into one's sketch, where they are the same lanes again; live, or blind. */
function OpenInBuild({ cue, list }: { cue: Cue; list: CueList }): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const navigate = useNavigate();
  const { select, set } = useInterfaceOf("select", "set");
  const sketch = useFromClient(({ view, personId }) => view.sketchOf(personId));
  const busy = Object.keys(sketch?.strokes ?? {}).length > 0;
  const open = (how: "live" | "blind"): void => {
    if (!sketch) return;
    const blind = how === "blind" ? (true as const) : undefined;
    const changes = [
      setChange(sketchIdOf(me.id), ["strokes"], { from: sketch.strokes, to: cue.strokes }),
      ...(sketch.blind === blind
        ? []
        : [setChange(sketch.id, ["blind"], { ...(sketch.blind ? { from: true } : {}), ...(blind ? { to: true } : {}) })]),
    ];
    if (!client.transact(`Opened cue ${cue.number} of ${list.name} ${how}`, changes)) return;
    const [, first] = inRank(cue.strokes)[0] ?? [];
    if (first) select(first.who);
    set({ editedCueId: cue.id });
    void navigate("/build");
  };
  return (
    <div className="grid grid-cols-2 gap-1">
      {(["live", "blind"] as const).map((how) => (
        <Button
          key={how}
          size="small"
          disabled={busy || !sketch}
          title={
            busy
              ? "Your sketch isn't empty: record or wipe it first"
              : how === "live"
                ? "Its strokes become your sketch, on stage"
                : "Its strokes become your sketch, and the stage stays as it is"
          }
          onClick={() => open(how)}
        >
          Edit {how} in Build
        </Button>
      ))}
      {busy && <p className="col-span-2 text-xs text-ink-3">Your sketch isn't empty: record or wipe it first.</p>}
    </div>
  );
}
