import { memo } from "react";
import { attributeInfo, attributesOf, type Attribute, type Head, type Motion, type Strokes } from "@vexa/core";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useSelected } from "../../../selection/use-selection";
import { useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { OneOf } from "../../../ui/one-of";
import { Choice, Option } from "../../../ui/choice";
import { WeaveCanvas } from "../../../weave/weave-canvas";
import { DriveFields } from "./drive-fields";
import { firstMotion, KIND_WORDS, kindsFor } from "./first-motion";
import { PathFields } from "./path-fields";
import { PhaseFields } from "./phase-fields";
import { StepFields } from "./step-fields";
import { useMotion, type MotionInHand } from "./use-motion";
import { VeilFields } from "./veil-fields";
import { VeilsFan } from "./veils-fan";
import { WaveFields } from "./wave-fields";

/** The motion of one attribute of the selection: its settings and its weave, before and while it runs. */
export function MotionColumn(): React.JSX.Element {
  const { selection, laneAttribute } = useInterfaceOf("selection", "laneAttribute");
  const { heads } = useSelected();
  const offered = attributesOf(heads);
  if (heads.length === 0 || offered.length === 0)
    return (
      <div className="grid gap-1.5 p-3 text-[13px] text-ink-3">
        <p className="font-medium text-ink-2">Nobody to move yet</p>
        <p>Select heads; their motions are made here, and the weave shows them before they run.</p>
      </div>
    );
  const attribute = laneAttribute && offered.includes(laneAttribute) ? laneAttribute : offered[0]!;
  return <MotionForm key={`${attribute} ${JSON.stringify(selection)}`} attribute={attribute} offered={offered} heads={heads} />;
}

function MotionForm(of: { attribute: Attribute; offered: readonly Attribute[]; heads: readonly Head[] }): React.JSX.Element {
  const { attribute, offered, heads } = of;
  const { hand, strokes } = useMotion(attribute);
  const { motion } = hand;
  return (
    <div className="grid gap-2.5 p-3">
      <WhatMoves hand={hand} offered={offered} />
      <Weave hand={hand} strokes={strokes} heads={heads} />
      {hand.runs ? (
        <Button once onClick={hand.takeOut}>
          Take the motion out
        </Button>
      ) : (
        <Button once tone="plain" className="border-sketch text-sketch" onClick={hand.start}>
          Add motion to {attributeInfo(attribute).label}
        </Button>
      )}
      <KindFields hand={hand} motion={motion} heads={heads} />
      <PhaseFields hand={hand} />
      <DriveFields hand={hand} />
      {motion.kind === "veil" && <VeilsFan />}
    </div>
  );
}

/** Whose motion it is, and which kind: a drag of a value leaves both as they are. */
const WhatMoves = memo(function WhatMoves({ hand, offered }: { hand: MotionInHand; offered: readonly Attribute[] }): React.JSX.Element {
  const { attribute, motion } = hand;
  const show = useQuietShow();
  const { set } = useInterfaceOf("set");
  const kinds = kindsFor(attribute);
  return (
    <>
      <div className="flex items-center gap-2">
        <h2 className="text-xs font-semibold text-ink-2">Motion of</h2>
        <Choice
          aria-label="Motion of"
          className="h-7 flex-1"
          value={attribute}
          onValue={(next) => set({ laneAttribute: next as Attribute })}
        >
          {offered.map((name) => (
            <Option key={name} value={name}>
              {attributeInfo(name).label}
            </Option>
          ))}
        </Choice>
        <span className="text-xs text-ink-3">{hand.runs ? <span className="text-sketch">◌ runs</span> : "draft"}</span>
      </div>
      {kinds.length > 1 && (
        <OneOf
          label="Kind of motion"
          chip="flex-1"
          value={motion.kind}
          among={kinds.map((value) => ({ value, words: KIND_WORDS[value] }))}
          onValue={(kind) => hand.put(firstMotion(attribute, kind, { show, before: motion }))}
        />
      )}
    </>
  );
});

function Weave({ hand, strokes, heads }: { hand: MotionInHand; strokes: Strokes; heads: readonly Head[] }): React.JSX.Element {
  const { attribute, motion } = hand;
  return (
    <div>
      <div className="relative h-36">
        <WeaveCanvas attribute={attribute} motion={motion} strokes={strokes} heads={heads} beats={8} label="Weave before it runs" />
      </div>
      <p className="mt-1 flex justify-between text-xs text-ink-3">
        <span>{attribute === "Position" ? "pan, first head on top" : "first head on top"}</span>{" "}
        <span>8 {motion.masterId ? "beats" : "seconds"} →</span>
      </p>
    </div>
  );
}

const KindFields = memo(function KindFields(of: { hand: MotionInHand; motion: Motion; heads: readonly Head[] }): React.JSX.Element {
  const { hand, motion, heads } = of;
  switch (motion.kind) {
    case "wave":
      return <WaveFields hand={hand} motion={motion} heads={heads} />;
    case "path":
      return <PathFields hand={hand} motion={motion} />;
    case "veil":
      return <VeilFields hand={hand} motion={motion} />;
    case "steps":
      return <StepFields hand={hand} motion={motion} />;
  }
});
