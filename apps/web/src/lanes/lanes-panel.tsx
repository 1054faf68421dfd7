import { DropdownMenu } from "radix-ui";
import { Plus, X } from "lucide-react";
import { useMemo } from "react";
import {
  ATTRIBUTE_NAMES,
  attributeInfo,
  FAMILIES,
  headsOf,
  ownership,
  physicalOf,
  placedHead,
  reachOf,
  selectedHeads,
  type Attribute,
  type Head,
  type Part,
  type PlacedHead,
} from "@vexa/core";
import { useInterface, type LaneMode } from "../selection/interface-store";
import { useClient, useMe, useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";
import { FanField } from "../ui/fan-field";
import { WeaveCanvas } from "../weave/weave-canvas";
import { laneCurve, plotPoints, withFan, withShape, type LaneCurve } from "./lane-model";
import { LanePlot } from "./lane-plot";
import { partChanges, partWords, selectionName, strokeFor, whoOf } from "./sketch-edits";
import { ShapeChips } from "./shape-chips";

const MODES: readonly { mode: LaneMode; label: string }[] = [
  { mode: "value", label: "Value" },
  { mode: "fade", label: "Fade" },
  { mode: "delay", label: "Delay" },
  { mode: "phase", label: "Phase" },
];

/** The lanes of the sketch for the selection: what each attribute does, head for head under the thread. */
export function LanesPanel(): React.JSX.Element {
  const show = useShow();
  const me = useMe();
  const { selection, laneMode, set } = useInterface();
  const stroke = strokeFor(show, me.id, selection)?.stroke;
  const heads = useMemo(() => headsOf(whoOf(selection), show), [selection, show]);
  const lanes = (Object.entries(stroke?.parts ?? {}) as [Attribute, Part][]).sort(([, a], [, b]) => b.touched - a.touched);
  const some = selectedHeads(selection).length > 0;
  return (
    <section className="flex h-full min-h-0 flex-col bg-bench" aria-label="Lanes">
      <header className="flex h-10 shrink-0 items-center gap-2 border-b border-edge px-3">
        <h2 className="font-semibold">Lanes</h2>
        <p className="min-w-0 flex-1 truncate text-[13px] text-ink-2">
          {some
            ? `${selectionName(show, selection)} · ${lanes.length === 0 ? "nothing touched yet" : `${lanes.length} in your sketch`}`
            : "nobody is selected"}
        </p>
        {some && <AddLane heads={heads} present={lanes.map(([attribute]) => attribute)} />}
        <div role="group" aria-label="What the lanes show" className="flex gap-1">
          {MODES.map(({ mode, label }) => (
            <Button key={mode} tone="chip" size="small" aria-pressed={laneMode === mode} onClick={() => set({ laneMode: mode })}>
              {label}
            </Button>
          ))}
        </div>
      </header>
      <div className="min-h-0 flex-1 overflow-y-auto">
        {!some && (
          <EmptyHint
            title="Nobody is selected"
            text="Pick a group at the left, or click and drag on the stage. What you set here then lies along the thread through the heads."
          />
        )}
        {some && lanes.length === 0 && <FirstLanes heads={heads} />}
        {lanes.map(([attribute, part]) => (
          <Lane key={attribute} attribute={attribute} part={part} heads={heads} />
        ))}
      </div>
    </section>
  );
}

function EmptyHint({ title, text }: { title: string; text: string }): React.JSX.Element {
  return (
    <div className="grid h-full place-content-center gap-1 p-4 text-center">
      <p className="font-medium text-ink-2">{title}</p>
      <p className="max-w-md text-[13px] text-ink-3">{text}</p>
    </div>
  );
}

/** Attributes that any of the heads has, in screen order. */
function attributesOf(heads: readonly Head[]): Attribute[] {
  const present = new Set(heads.flatMap(({ parameters }) => [...parameters.keys()]));
  return ATTRIBUTE_NAMES.filter((attribute) => present.has(attribute));
}

/** Puts an attribute into the sketch where it stands at home; intensity at full. */
function useAddLane(heads: readonly Head[]): (attribute: Attribute) => void {
  const client = useClient();
  const { selection, set } = useInterface();
  return (attribute) => {
    const show = client.view;
    const parameter = heads.flatMap(({ parameters }) => parameters.get(attribute) ?? [])[0];
    if (parameter === undefined) return;
    const { channel, home } = show.rig.parameters[parameter]!;
    const start = attribute === "Dimmer" ? 1 : Math.round(physicalOf(channel, home) * 100) / 100;
    const parts = Object.values(strokeFor(show, client.personId, selection)?.stroke.parts ?? {});
    const touched = 1 + Math.max(0, ...parts.map((part) => part.touched));
    const changes = partChanges(show, {
      personId: client.personId,
      selection,
      attribute,
      part: { level: { knots: [start] }, shape: {}, touched },
    });
    set({ laneAttribute: attribute, laneMode: "value" });
    client.transact(`${attributeInfo(attribute).label} on ${selectionName(show, selection)}`, changes);
  };
}

function FirstLanes({ heads }: { heads: readonly Head[] }): React.JSX.Element {
  const add = useAddLane(heads);
  const attributes = attributesOf(heads);
  const barred = useBarred(heads);
  return (
    <div className="grid gap-3 p-3">
      <p className="text-[13px] text-ink-2">Nothing of yours is on these heads yet. Begin with:</p>
      {FAMILIES.map((family) => {
        const own = attributes.filter((attribute) => attributeInfo(attribute).family === family);
        if (own.length === 0) return null;
        return (
          <div key={family} className="flex flex-wrap items-center gap-1.5">
            <span className="w-20 text-xs text-ink-3">{family}</span>
            {own.map((attribute) => (
              <Button key={attribute} size="small" onClick={() => add(attribute)}>
                {attributeInfo(attribute).label}
              </Button>
            ))}
          </div>
        );
      })}
      {barred && <p className="text-[13px] text-barred">▬ {barred}</p>}
    </div>
  );
}

/** Whose the selected heads are when none of them can be changed; null when some can. */
function useBarred(heads: readonly Head[]): string | null {
  const show = useShow();
  const me = useMe();
  return useMemo(() => {
    const reach = reachOf(me, show);
    if (heads.length === 0 || heads.some(({ key }) => FAMILIES.some((family) => reach(key, family)))) return null;
    const owners = ownership(show);
    const names = new Set(
      heads
        .map(({ key }) => owners(key, "Intensity"))
        .map((owner) =>
          owner ? `${owner.name} (${owner.personIds.map((id) => show.get("person", id)?.name).join(", ")})` : "no territory but the lead's",
        ),
    );
    return `These heads are in ${[...names].join(" and ")}. You can look, but not change them.`;
  }, [heads, me, show]);
}

function AddLane({ heads, present }: { heads: readonly Head[]; present: readonly Attribute[] }): React.JSX.Element | null {
  const add = useAddLane(heads);
  if (present.length === 0) return null;
  const rest = attributesOf(heads).filter((attribute) => !present.includes(attribute));
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button tone="plain" size="small" disabled={rest.length === 0}>
          <Plus size={13} aria-hidden /> Attribute
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-40 grid max-h-80 min-w-40 overflow-y-auto rounded border border-edge bg-bench p-1 shadow-sheet"
        >
          {rest.map((attribute) => (
            <DropdownMenu.Item
              key={attribute}
              onSelect={() => add(attribute)}
              className="flex justify-between gap-4 rounded px-2 py-1 text-[13px] text-ink outline-none data-highlighted:bg-raised"
            >
              {attributeInfo(attribute).label} <span className="text-ink-3">{attributeInfo(attribute).family}</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Lane({ attribute, part, heads }: { attribute: Attribute; part: Part; heads: readonly Head[] }): React.JSX.Element {
  const client = useClient();
  const { selection, laneMode, laneAttribute, set } = useInterface();
  const { label } = attributeInfo(attribute);
  const curve = laneCurve(attribute, part, laneMode);
  const placed = useMemo(() => heads.map(placedHead), [heads]);
  const put = (next: Part | null, gesture?: string): boolean => {
    const show = client.view;
    const words = next ? `${label} ${partWords(attribute, next)}` : `Took ${label} out`;
    return client.transact(
      `${words} on ${selectionName(show, selection)}`,
      partChanges(show, { personId: client.personId, selection, attribute, part: next }),
      gesture,
    );
  };
  const takeKnots = (knots: readonly number[], gesture?: string): boolean => {
    const path = curve?.fan?.path;
    return put(withFan(part, laneMode, { knots, ...(path ? { path } : {}) }), gesture);
  };
  const running = laneMode === "value" && part.motion !== undefined;
  return (
    <article
      aria-label={`Lane ${label}`}
      className={cn(
        "grid h-[104px] grid-cols-[150px_minmax(0,1fr)] border-b border-l-2 border-edge border-l-transparent",
        laneAttribute === attribute && "border-l-sketch bg-raised/40",
      )}
      onPointerDownCapture={() => set({ laneAttribute: attribute })}
    >
      <div className="grid content-start gap-1 py-2 pr-1 pl-2.5">
        <div className="flex items-center justify-between">
          <h3 className="font-medium">
            <span className="text-sketch" title="Yours, not recorded yet">
              ◌
            </span>{" "}
            {label}
          </h3>
          <Button
            tone="quiet"
            size="small"
            className="px-1"
            aria-label={`Take ${label} out of the sketch`}
            title="Take it out of the sketch"
            onClick={() => put(null)}
          >
            <X size={13} aria-hidden />
          </Button>
        </div>
        {curve ? (
          <FanField
            label={`${label} ${laneMode}`}
            className="h-7 text-xs text-sketch"
            knots={curve.fan?.knots ?? null}
            scale={curve.scale}
            placeholder={laneMode === "value" ? "from the motion" : "the cue's own"}
            onKnots={takeKnots}
          />
        ) : (
          <p className="text-xs text-ink-3">no motion, so no phase</p>
        )}
        <p className="truncate text-xs text-ink-3">
          {curve?.unit === "%" ? "percent" : curve?.unit === "°" ? "degrees" : curve?.unit === "s" ? "seconds" : ""}
          {part.motion ? ` · ${part.motion.waveform}` : ""}
        </p>
      </div>
      <div className="flex min-w-0 flex-col pt-1.5 pr-2">
        {curve && <ShapeChips label={label} shape={curve.shape} onShape={(shape) => put(withShape(part, laneMode, shape))} />}
        <div className="relative min-h-0 flex-1">
          {running && part.motion ? (
            <WeaveCanvas attribute={attribute} motion={part.motion} heads={heads} beats={8} label={`Weave of ${label}`} />
          ) : (
            curve && <CurvePlot label={label} mode={laneMode} curve={curve} heads={placed} onKnots={takeKnots} />
          )}
        </div>
      </div>
    </article>
  );
}

function CurvePlot({
  label,
  mode,
  curve,
  heads,
  onKnots,
}: {
  label: string;
  mode: LaneMode;
  curve: LaneCurve;
  heads: readonly PlacedHead[];
  onKnots: (knots: readonly number[], gesture?: string) => void;
}): React.JSX.Element {
  if (!curve.fan) return <EmptyHint title="" text={`No ${mode} of its own: the cue's time holds. Type one at the left, such as 0..1.2.`} />;
  return (
    <LanePlot
      label={`${label} ${mode}`}
      points={plotPoints(curve, heads)}
      knots={curve.fan.knots}
      limits={curve.limits}
      step={curve.unit === "s" ? 0.05 : 1 / curve.scale}
      shown={(value) => `${Math.round(value * curve.scale * 100) / 100} ${curve.unit}`}
      onKnots={onKnots}
    />
  );
}
