import { useMemo, useState } from "react";
import {
  attributeInfo,
  formatFan,
  WAVEFORMS,
  type Attribute,
  type Head,
  type Motion,
  type Part,
  type Show,
  type Waveform,
} from "@vexa/core";
import { partChanges, screenScale, selectionName, strokeFor } from "../../lanes/sketch-edits";
import { ShapeChips } from "../../lanes/shape-chips";
import { useInterface } from "../../selection/interface-store";
import { useSelected } from "../../selection/use-selection";
import { useClient, useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { FanField } from "../../ui/fan-field";
import { Choice, Field } from "../../ui/field";
import { WeaveCanvas } from "../../weave/weave-canvas";

const WAVE_WORDS: Record<Waveform, string> = {
  sine: "sine",
  triangle: "triangle",
  "ramp-up": "ramp up",
  "ramp-down": "ramp down",
  pulse: "pulse",
  "soft-pulse": "soft pulse",
  random: "random, held",
  "random-smooth": "random, smooth",
};

const RATES: readonly { rate: number; label: string }[] = [
  { rate: 0.125, label: "every 8 beats" },
  { rate: 0.25, label: "every 4 beats" },
  { rate: 0.5, label: "every 2 beats" },
  { rate: 1, label: "every beat" },
  { rate: 2, label: "twice a beat" },
  { rate: 4, label: "four times a beat" },
];

function firstMotion(attribute: Attribute, show: Show): Motion {
  const [low, high] = attributeInfo(attribute).usual;
  const master = show.all("master").toSorted((a, b) => a.rank - b.rank)[0];
  const position = attributeInfo(attribute).family === "Position";
  return {
    kind: "wave",
    waveform: "sine",
    low: position ? -20 : low,
    high: position ? 20 : high,
    base: position ? "relative" : "absolute",
    phase: { knots: [0, 360] },
    phaseShape: {},
    masterId: master?.id ?? null,
    rate: { knots: [1] },
  };
}

/** The motion of the chosen lane: its settings and its weave, before and while it runs. */
export function MotionColumn(): React.JSX.Element {
  const show = useShow();
  const me = useMe();
  const { selection, laneAttribute } = useInterface();
  const { heads } = useSelected();
  const strokes = show.sketchOf(me.id)?.strokes ?? {};
  const partOf = (attribute: Attribute): Part | undefined => strokeFor(strokes, selection, attribute)?.stroke.parts[attribute];
  const first = strokeFor(strokes, selection)?.stroke.parts ?? {};
  const own = Object.keys(first).filter((name) => name !== "Color") as Attribute[];
  const attribute = laneAttribute && laneAttribute !== "Color" && partOf(laneAttribute) ? laneAttribute : own[0];
  if (heads.length === 0 || !attribute)
    return (
      <div className="grid gap-1.5 p-3 text-[13px] text-ink-3">
        <p className="font-medium text-ink-2">Nothing to move yet</p>
        <p>Set an attribute in the lanes; its motion is made here, and its weave shows it before it runs.</p>
      </div>
    );
  return <MotionForm key={`${attribute} ${JSON.stringify(selection)}`} attribute={attribute} part={partOf(attribute)!} heads={heads} />;
}

function MotionForm({ attribute, part, heads }: { attribute: Attribute; part: Part; heads: readonly Head[] }): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const { selection } = useInterface();
  const [draft, setDraft] = useState<Motion>(() => part.motion ?? firstMotion(attribute, show));
  const { label } = attributeInfo(attribute);
  const motion = part.motion ?? draft;
  const shown = useMemo((): Part => ({ motion, shape: part.shape, touched: 0 }), [part.shape, motion]);
  const scale = screenScale(attribute);
  const put = (next: Part, words: string): boolean =>
    client.transact(
      `${words} on ${selectionName(client.view, selection)}`,
      partChanges(client.view, { personId: client.personId, selection, attribute, part: next }),
    );
  /** A draft changes here alone; a motion that runs changes on stage. */
  const change = (more: Partial<Motion>): boolean => {
    const next = { ...motion, ...more };
    setDraft(next);
    return part.motion
      ? put({ ...part, motion: next }, `${label} ${next.waveform} ${formatFan([next.low * scale, next.high * scale])}`)
      : true;
  };
  const takeOut = (): void => {
    const { motion: _, ...rest } = part;
    put(rest.level || rest.nudge ? rest : { ...rest, level: { knots: [motion.low] } }, `Took the motion of ${label} out`);
  };
  return (
    <div className="grid gap-2.5 p-3">
      <h2 className="flex items-baseline justify-between text-xs font-semibold text-ink-2">
        Motion of {label} <span className="font-normal text-ink-3">{part.motion ? "◌ running" : "not running yet"}</span>
      </h2>
      <div className="relative h-40">
        <WeaveCanvas attribute={attribute} part={shown} heads={heads} beats={8} label="Weave before it runs" />
      </div>
      <p className="-mt-1 flex justify-between text-xs text-ink-3">
        <span>first head on top</span> <span>8 {motion.masterId ? "beats" : "seconds"} →</span>
      </p>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Waveform">
          <Choice value={motion.waveform} onChange={(event) => change({ waveform: event.target.value as Waveform })}>
            {WAVEFORMS.map((kind) => (
              <option key={kind} value={kind}>
                {WAVE_WORDS[kind]}
              </option>
            ))}
          </Choice>
        </Field>
        <Field label="Low..high">
          <FanField
            label="Low and high"
            knots={[motion.low, motion.high]}
            scale={scale}
            onKnots={(knots) => (knots.length === 2 ? change({ low: knots[0]!, high: knots[1]! }) : false)}
          />
        </Field>
        <Field label="Driven by">
          <Choice value={motion.masterId ?? ""} onChange={(event) => change({ masterId: event.target.value || null })}>
            {show.all("master").map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
            <option value="">its own clock</option>
          </Choice>
        </Field>
        <Field label="One cycle">
          <Choice value={motion.rate.knots[0]} onChange={(event) => change({ rate: { knots: [Number(event.target.value)] } })}>
            {RATES.map(({ rate, label: words }) => (
              <option key={rate} value={rate}>
                {motion.masterId ? words : `${1 / rate} s`}
              </option>
            ))}
          </Choice>
        </Field>
        <Field label="Phase, degrees">
          <FanField label="Phase fan" knots={motion.phase.knots} scale={1} onKnots={(knots) => change({ phase: { knots } })} />
        </Field>
        <Field label="The value">
          <Choice value={motion.base} onChange={(event) => change({ base: event.target.value as Motion["base"] })}>
            <option value="absolute">is replaced</option>
            <option value="relative">is added to</option>
          </Choice>
        </Field>
        {(motion.waveform === "pulse" || motion.waveform === "soft-pulse") && (
          <Field label="Width, percent">
            <FanField
              label="Width"
              knots={[motion.width ?? 0.5]}
              scale={100}
              onKnots={([width]) => (width !== undefined && width >= 0.01 && width <= 1 ? change({ width }) : false)}
            />
          </Field>
        )}
      </div>
      <ShapeChips
        label="Phase"
        shape={motion.phaseShape}
        several={(selection.groupIds?.length ?? 0) > 1}
        onShape={(phaseShape) => change({ phaseShape })}
      />
      {part.motion ? (
        <Button onClick={takeOut}>Take the motion out</Button>
      ) : (
        <Button tone="plain" className="border-sketch text-sketch" onClick={() => put({ ...part, motion }, `${label} ${motion.waveform}`)}>
          Add motion to {label}
        </Button>
      )}
    </div>
  );
}
