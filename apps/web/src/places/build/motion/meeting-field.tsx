import { HOW_IT_MEETS, howItMeets, meetingSo, type HowItMeets, type VeilMotion, type WaveMotion } from "@vexa/core";
import { Choice, Option } from "../../../ui/choice";
import { Field } from "../../../ui/field";
import { SizeField } from "./size-field";
import type { MotionInHand } from "./use-motion";

const WORDS: Readonly<Record<HowItMeets, string>> = {
  absolute: "is replaced",
  relative: "is added to",
  multiplies: "is multiplied by it",
  lightens: "shows where it is brighter",
  covers: "is covered",
};

/** What a motion does to the value beneath it; the size of what covers it is its opacity. Whole colours aren't added. */
export function MeetingField({ hand, motion }: { hand: MotionInHand; motion: WaveMotion | VeilMotion }): React.JSX.Element {
  const ways = HOW_IT_MEETS.filter((way) => way !== "relative" || hand.attribute !== "Color");
  return (
    <>
      <Field label="The value beneath">
        <Choice value={howItMeets(motion)} onValue={(next) => hand.put(meetingSo(motion, next as HowItMeets))}>
          {ways.map((way) => (
            <Option key={way} value={way}>
              {WORDS[way]}
            </Option>
          ))}
        </Choice>
      </Field>
      {motion.meets === "covers" && <SizeField motion={motion} put={hand.put} />}
    </>
  );
}
