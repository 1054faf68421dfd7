import { WAVEFORMS, type Head, type WaveMotion } from "@vexa/core";
import { WAVE_WORDS } from "../../../lanes/motion-words";
import { screenScale } from "../../../lanes/screen-units";
import { useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { FanField } from "../../../ui/fan-field";
import { Choice, Option } from "../../../ui/choice";
import { Field } from "../../../ui/field";
import { MeetingField } from "./meeting-field";
import { OneNumber } from "./one-number";
import type { MotionInHand } from "./use-motion";
import { WaveDrawer } from "./wave-drawer";

const DRAWN = "drawn:";

/** Waveform, ends, width, softness and offset of a wave. */
export function WaveFields({ hand, motion, heads }: { hand: MotionInHand; motion: WaveMotion; heads: readonly Head[] }): React.JSX.Element {
  const show = useQuietShow();
  const scale = screenScale(hand.attribute);
  const change = (more: Partial<WaveMotion>): boolean => hand.put({ ...motion, ...more });
  const { waveId: _, ...undrawn } = motion;
  const take = (value: string): boolean =>
    value.startsWith(DRAWN)
      ? change({ waveform: "drawn", waveId: value.slice(DRAWN.length) })
      : hand.put({ ...undrawn, waveform: value as WaveMotion["waveform"] });
  /** One number 0..1 as percent. */
  const percent = (label: string, field: "width" | "softIn" | "softOut", none: number): React.JSX.Element => (
    <OneNumber
      label={label}
      value={motion[field] ?? none}
      ends={[field === "width" ? 0.01 : 0, 1]}
      scale={100}
      onNumber={(value) => change({ [field]: value })}
    />
  );
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Waveform">
          <Choice value={motion.waveform === "drawn" ? DRAWN + motion.waveId : motion.waveform} onValue={(next) => take(next)}>
            {WAVEFORMS.map((kind) => (
              <Option key={kind} value={kind}>
                {WAVE_WORDS[kind]}
              </Option>
            ))}
            {show.all("savedWave").map(({ id, name }) => (
              <Option key={id} value={DRAWN + id}>
                ∞ {name}
              </Option>
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
        {percent("Width, percent", "width", motion.waveform === "pulse" || motion.waveform === "soft-pulse" ? 0.5 : 1)}
        <Field label="Offset, degrees">
          <FanField
            label="Offset"
            knots={[motion.offset ?? 0]}
            scale={1}
            onKnots={([offset, ...more]) => offset !== undefined && more.length === 0 && Math.abs(offset) <= 3600 && change({ offset })}
          />
        </Field>
        {percent("Soft in, percent", "softIn", 0)}
        {percent("Soft out, percent", "softOut", 0)}
        <MeetingField hand={hand} motion={motion} />
        <div className="flex items-end gap-1">
          <Button
            once
            className="flex-1 px-1 text-xs"
            title="A chase: one head after the other is up, along the thread; the width is its share of the cycle"
            onClick={() => hand.put({ ...undrawn, ...eachInTurn(heads.length) })}
          >
            Each in turn
          </Button>
        </div>
      </div>
      <WaveDrawer motion={motion} onMotion={(next) => hand.put(next)} />
    </>
  );
}

/** How far the next head comes in before the one before is out, in parts of a head's time. */
const OVERLAP = 0.5;

/** A pulse that goes from head to head, each up for its share of the cycle and half of its neighbour's. */
function eachInTurn(count: number): Pick<WaveMotion, "waveform" | "width" | "softIn" | "softOut" | "phase" | "phaseShape"> {
  const soft = OVERLAP / (1 + OVERLAP);
  return {
    waveform: "pulse",
    width: Math.min(1, Math.max(0.01, (1 + OVERLAP) / count)),
    softIn: soft,
    softOut: soft,
    phase: { knots: [0, -360] },
    phaseShape: {},
  };
}
