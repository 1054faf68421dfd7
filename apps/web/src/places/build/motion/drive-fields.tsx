import { memo } from "react";
import { attributeInfo, DIRECTIONS, type Direction, type Motion } from "@vexa/core";
import { useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { FanField } from "../../../ui/fan-field";
import { Choice, Option } from "../../../ui/choice";
import { Field } from "../../../ui/field";
import type { MotionInHand } from "./use-motion";

/** Cycles a beat, or for a row of steps: steps a beat. */
const PACES: readonly { pace: number; words: string }[] = [
  { pace: 1 / 16, words: "every 16 beats" },
  { pace: 1 / 8, words: "every 8 beats" },
  { pace: 1 / 4, words: "every 4 beats" },
  { pace: 1 / 2, words: "every 2 beats" },
  { pace: 1, words: "every beat" },
  { pace: 2, words: "twice a beat" },
  { pace: 4, words: "four times a beat" },
];

const DIRECTION_WORDS: Record<Direction, string> = {
  forward: "forward",
  backward: "backward",
  "there-and-back": "there and back",
  random: "random",
};

/** The steps that one cycle of a motion goes through: a wave or a path is one. */
function stepsOf(motion: Motion): number {
  if (motion.kind !== "steps") return 1;
  const count = motion.steps.length;
  return motion.direction === "there-and-back" ? Math.max(1, 2 * count - 2) : count;
}

/** Beats of its own clock in a second, where no master drives it. */
function ownPerSecond({ masterId, ownBpm = 60 }: Motion): number {
  return masterId === null ? ownBpm / 60 : 1;
}

function without(motion: Motion, field: "count" | "ownBpm" | "fadeInSeconds" | "fadeOutSeconds"): Motion {
  const { [field]: _, ...rest } = motion;
  return rest as Motion;
}

/** What drives a motion, how fast, which way, for how long, and what runs in step with it. */
export const DriveFields = memo(function DriveFields({ hand }: { hand: MotionInHand }): React.JSX.Element {
  const show = useQuietShow();
  const { motion, put } = hand;
  const steps = stepsOf(motion);
  const pace = motion.rate.knots[0]! * steps;
  const named = PACES.find((entry) => Math.abs(entry.pace - pace) < 1e-6 && motion.rate.knots.length === 1);
  const seconds = (label: string, field: "fadeInSeconds" | "fadeOutSeconds"): React.JSX.Element => (
    <Field label={label}>
      <FanField
        label={label}
        range="0 to 3600 s"
        quantity="seconds"
        knots={[motion[field] ?? 0]}
        scale={1}
        onKnots={([value, ...more]) => {
          if (value === undefined || more.length > 0 || value < 0 || value > 3600) return false;
          return put(value === 0 ? without(motion, field) : { ...motion, [field]: value });
        }}
      />
    </Field>
  );
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Driven by">
          <Choice value={motion.masterId ?? ""} onValue={(next) => put({ ...motion, masterId: next || null })}>
            {show
              .all("master")
              .toSorted((a, b) => a.rank - b.rank)
              .map(({ id, name, families }) => (
                <Option key={id} value={id} disabled={families && !families.includes(attributeInfo(hand.attribute).family)}>
                  {name}
                </Option>
              ))}
            <Option value="">its card, or itself</Option>
          </Choice>
        </Field>
        <Field label={motion.kind === "steps" ? "One step" : "One cycle"}>
          <Choice value={named?.pace ?? ""} onValue={(next) => put({ ...motion, rate: { knots: [Number(next) / steps] } })}>
            {!named && <Option value="">as typed</Option>}
            {PACES.map(({ pace: entry, words }) => (
              <Option key={entry} value={entry}>
                {motion.masterId ? words : `${Math.round(1000 / entry / ownPerSecond(motion)) / 1000} s`}
              </Option>
            ))}
          </Choice>
        </Field>
        <Field label={`${motion.kind === "steps" ? "One step" : "One round"} in, ${motion.masterId ? "beats" : "s"}`}>
          <FanField
            label="One round in"
            knots={motion.rate.knots.length === 1 && pace !== 0 ? [1 / Math.abs(pace) / ownPerSecond(motion)] : null}
            scale={1}
            quantity={motion.masterId ? "beats" : "seconds"}
            range={motion.masterId ? "1/64 to 4096 beats" : "0.01 to 3600 s"}
            placeholder="a fan"
            onKnots={([length, ...more]) => {
              if (length === undefined || more.length > 0 || length < (motion.masterId ? 1 / 64 : 0.01) || length > 4096) return false;
              const rate = Math.sign(pace || 1) / (length * ownPerSecond(motion)) / steps;
              return Math.abs(rate) <= 64 && put({ ...motion, rate: { knots: [rate] } });
            }}
          />
        </Field>
        <Field label="Direction">
          <Choice value={motion.direction ?? "forward"} onValue={(next) => put({ ...motion, direction: next as Direction })}>
            {DIRECTIONS.map((direction) => (
              <Option key={direction} value={direction}>
                {DIRECTION_WORDS[direction]}
              </Option>
            ))}
          </Choice>
        </Field>
      </div>
      <details className="text-xs text-ink-2">
        <summary className="cursor-pointer">Rate, count, growing and shrinking</summary>
        <div className="mt-2 grid grid-cols-2 gap-2">
          <Field label={motion.masterId ? "Cycles a beat" : "Cycles a second"}>
            <FanField
              label="Rate fan"
              range="-64 to 64"
              knots={motion.rate.knots}
              scale={1}
              onKnots={(knots) => knots.every((knot) => Math.abs(knot) <= 64) && put({ ...motion, rate: { knots } })}
            />
          </Field>
          <Field label="Cycles, 0 = endless">
            <FanField
              label="Cycles"
              range="0 to 9999 whole cycles"
              knots={[motion.count ?? 0]}
              scale={1}
              onKnots={([count, ...more]) => {
                if (count === undefined || more.length > 0 || !Number.isInteger(count) || count < 0 || count > 9999) return false;
                return put(count === 0 ? without(motion, "count") : { ...motion, count });
              }}
            />
          </Field>
          <Field label="Own tempo, BPM">
            <FanField
              label="Own tempo"
              range="1 to 600 BPM"
              quantity="bpm"
              knots={[motion.ownBpm ?? 60]}
              scale={1}
              onKnots={([bpm, ...more]) => {
                if (bpm === undefined || more.length > 0 || bpm < 1 || bpm > 600) return false;
                return put(bpm === 60 ? without(motion, "ownBpm") : { ...motion, ownBpm: bpm });
              }}
            />
          </Field>
          {seconds("Grows over, s", "fadeInSeconds")}
          {seconds("Shrinks over, s", "fadeOutSeconds")}
        </div>
      </details>
      <InStep hand={hand} />
    </>
  );
});

/** Other motions of the same stroke: they may share rate, master, direction and count with this one. */
function InStep({ hand }: { hand: MotionInHand }): React.JSX.Element | null {
  if (!hand.runs || hand.others.length === 0) return null;
  const { together } = hand.motion;
  return (
    <div role="group" aria-label="In step with" className="flex flex-wrap items-center gap-1 text-xs text-ink-2">
      In step with
      {hand.others.map(({ attribute, motion }) => {
        const joined = together !== undefined && motion.together === together;
        return (
          <Button
            key={attribute}
            tone="chip"
            size="small"
            aria-pressed={joined}
            title="One rate, one master for both; phase and offset stay their own"
            onClick={() => hand.join(attribute, joined ? "by itself" : "in step")}
          >
            {attributeInfo(attribute).label}
          </Button>
        );
      })}
    </div>
  );
}
