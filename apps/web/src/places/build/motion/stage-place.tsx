import type { Vector } from "@vexa/core";
import { pointText, readPoints } from "../../../lanes/point-text";
import { DraftField } from "../../../ui/draft-field";
import { Field } from "../../../ui/field";

/** A labelled field of a place on stage. */
export function StagePlace(props: { label: string; place: Vector; onPlace: (place: Vector) => boolean }): React.JSX.Element {
  const { label, place, onPlace } = props;
  return (
    <Field label={`${label}, metres`}>
      <DraftField
        label={label}
        text={pointText([place])}
        onTake={(typed) => {
          const points = readPoints(typed);
          if (points?.length === 1) return onPlace(points[0]!);
          return `“${typed}” isn't a place on stage. Write metres to the right, upstage and up, such as 0,6,0. Nothing was changed.`;
        }}
      />
    </Field>
  );
}
