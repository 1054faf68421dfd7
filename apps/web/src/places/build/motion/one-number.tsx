import { FanField } from "../../../ui/fan-field";
import { Field } from "../../../ui/field";

/** A labelled field of one number within its ends; `scale`: what is typed for one of it. */
export function OneNumber(props: {
  label: string;
  value: number;
  ends: readonly [least: number, most: number];
  scale?: number;
  whole?: boolean;
  onNumber: (value: number) => boolean;
}): React.JSX.Element {
  const { label, value, ends, scale = 1, whole = false, onNumber } = props;
  return (
    <Field label={label}>
      <FanField
        label={label}
        knots={[value]}
        scale={scale}
        onKnots={([next, ...more]) =>
          next !== undefined &&
          more.length === 0 &&
          next >= ends[0] &&
          next <= ends[1] &&
          (!whole || Number.isInteger(next)) &&
          onNumber(next)
        }
      />
    </Field>
  );
}
