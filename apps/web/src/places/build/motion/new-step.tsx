import { tell } from "../../../ui/messages";
import { attributeInfo, stepFromStage, type Step } from "@vexa/core";
import { useInterfaceOf } from "../../../selection/interface-store";
import { newId } from "../../../session/new-id";
import { useClient } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { StepContent } from "./step-content";
import type { MotionInHand } from "./use-motion";

/** A step that is empty yet: it asks what it is to say. Null = none after all. */
export function NewStep({
  hand,
  like,
  onStep,
}: {
  hand: MotionInHand;
  like: Step;
  onStep: (step: Step | null) => void;
}): React.JSX.Element {
  const client = useClient();
  const { selection } = useInterfaceOf("selection");
  const { fade, hold } = like;
  const { label } = attributeInfo(hand.attribute);
  const fromStage = (): void => {
    const made = stepFromStage(client.view, { selection, attribute: hand.attribute, stage: client.values, now: client.now(), newId });
    if (!made) {
      tell("None of the selected heads has that. Nothing was added.");
      return;
    }
    const { preset } = made;
    if (preset && !client.transact(`Kept ${label} as it is on stage for a step`, [{ op: "add", record: preset }])) return;
    onStep({ ...made.content, fade, hold });
  };
  return (
    <div role="group" aria-label="New step" className="grid gap-1 rounded border border-sketch/60 p-1.5">
      <p className="text-xs text-ink-2">What is the new step?</p>
      <StepContent
        index={-1}
        step={{ fade, hold }}
        hand={hand}
        onStep={(step) => {
          onStep(step);
          return true;
        }}
      />
      <div className="flex flex-wrap gap-1">
        <Button tone="chip" size="small" title={`${label} as it is on stage now, head for head`} onClick={fromStage}>
          from the stage
        </Button>
        <Button tone="chip" size="small" onClick={() => onStep(like)}>
          like the last
        </Button>
        <Button tone="quiet" size="small" onClick={() => onStep(null)}>
          none
        </Button>
      </div>
    </div>
  );
}
