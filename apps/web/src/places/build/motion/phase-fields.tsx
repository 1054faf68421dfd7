import { memo } from "react";
import { placeHeads, sameJson, type Fan, type Shape } from "@vexa/core";
import { ShapeChips } from "../../../lanes/shape-chips";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useSelected } from "../../../selection/use-selection";
import { Button } from "../../../ui/button";
import { FanField } from "../../../ui/fan-field";
import { Field } from "../../../ui/field";
import type { MotionInHand } from "./use-motion";
import { SizeField } from "./size-field";

/** What people want first. The wave runs along the thread: turn it round, and it runs the other way. */
const WAYS: readonly { name: string; title: string; phase: Fan; shape: Shape }[] = [
  { name: "together", title: "All heads at once", phase: { knots: [0] }, shape: {} },
  { name: "along", title: "From the first head of the thread to the last", phase: { knots: [0, -360] }, shape: {} },
  { name: "from the centre", title: "From the middle of the thread to both ends", phase: { knots: [0, 360] }, shape: { folded: true } },
  { name: "from the ends", title: "From both ends of the thread to its middle", phase: { knots: [0, -360] }, shape: { folded: true } },
  { name: "in pairs", title: "Two neighbours together, along the thread", phase: { knots: [0, -360] }, shape: { clump: 2 } },
  { name: "scattered", title: "Each head somewhere in the cycle", phase: { knots: [0, -360] }, shape: { order: "scattered", seed: 1 } },
];

/** How many different places the heads have in a round. */
function roundPlaces(places: Float64Array): number {
  return new Set(Array.from(places, (place) => Math.round(place * 1e6))).size;
}

/** Where in the cycle each head stands: in one touch, or as a fan with a shape. */
export const PhaseFields = memo(function PhaseFields({ hand }: { hand: MotionInHand }): React.JSX.Element {
  const { motion, put } = hand;
  const { selection } = useInterfaceOf("selection");
  const { placed } = useSelected();
  // Phases are round: the end of the fan is where the first head would come again.
  const places = roundPlaces(placeHeads(placed, motion.phaseShape, "round"));
  const { knots, path } = motion.phase;
  const first = knots[0] ?? 0;
  const apart = knots.length > 2 || path || places === 0 ? null : ((knots[1] ?? first) - first) / places;
  return (
    <>
      <div role="group" aria-label="How it runs over the heads" className="flex flex-wrap gap-1">
        {WAYS.map(({ name, title, phase, shape }) => (
          <Button
            key={name}
            tone="chip"
            size="small"
            className="px-1.5"
            title={title}
            aria-pressed={sameJson(motion.phase, phase) && sameJson(motion.phaseShape, shape)}
            onClick={() => put({ ...motion, phase, phaseShape: shape })}
          >
            {name}
          </Button>
        ))}
      </div>
      <details className="text-xs text-ink-2">
        <summary className="cursor-pointer">Phase, size and how they lie</summary>
        <div className="mt-2 grid gap-2">
          <div className="grid grid-cols-2 gap-2">
            <Field label="Phase, degrees">
              <FanField label="Phase fan" knots={motion.phase.knots} scale={1} onKnots={(knots) => put({ ...motion, phase: { knots } })} />
            </Field>
            <Field label="Apart, degrees">
              <FanField
                label="Apart from head to head"
                knots={apart === null ? null : [apart]}
                scale={1}
                quantity="degrees"
                range="-360 to 360 °"
                placeholder="a fan"
                onKnots={([degrees, ...more]) => {
                  if (degrees === undefined || more.length > 0 || Math.abs(degrees) > 360 || places === 0) return false;
                  return put({ ...motion, phase: { knots: degrees === 0 ? [first] : [first, first + degrees * places] } });
                }}
              />
            </Field>
            {/* Of what covers it stands beside how it meets what lies beneath. */}
            {motion.meets !== "covers" && <SizeField motion={motion} put={put} />}
          </div>
          <ShapeChips
            label="Phase"
            shape={motion.phaseShape}
            several={(selection.groupIds?.length ?? 0) > 1}
            onShape={(phaseShape) => put({ ...motion, phaseShape })}
          />
        </div>
      </details>
    </>
  );
});
