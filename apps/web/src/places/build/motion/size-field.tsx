import { sizeEnds, type Motion } from "@vexa/core";
import { FanField } from "../../../ui/fan-field";
import { Field } from "../../../ui/field";

/** How large a motion is, head for head; of what covers it is how opaque. */
export function SizeField<M extends Motion>({ motion, put }: { motion: M; put: (motion: M) => boolean }): React.JSX.Element {
  const words = motion.meets === "covers" ? "Opacity" : "Size";
  const [least, most] = sizeEnds(motion);
  return (
    <Field label={`${words}, percent`}>
      <FanField
        label={`${words} fan`}
        range={`${100 * least} to ${100 * most} %`}
        quantity="percent"
        knots={motion.size?.knots ?? [1]}
        scale={100}
        onKnots={(knots) => knots.every((knot) => knot >= least && knot <= most) && put({ ...motion, size: { knots } })}
      />
    </Field>
  );
}
