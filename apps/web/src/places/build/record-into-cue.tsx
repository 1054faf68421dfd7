import { useState } from "react";
import { tell } from "../../ui/messages";
import { addedStrokes, cueName, setChange, strokesWithout, type Cue, type Strokes } from "@vexa/core";
import { useClient, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { Field } from "../../ui/field";

/** What recording into a cue that is there does to it. */
export type IntoCue = "add" | "replace" | "take out";

const WORDS: Record<IntoCue, { button: string; hint: string; done: string }> = {
  add: { button: "Add to the cue", hint: "Laid over what it has; the rest stays.", done: "Added to" },
  replace: {
    button: "Replace the cue",
    hint: "It says what the sketch says, and nothing else. Its times and name stay.",
    done: "Replaced",
  },
  "take out": {
    button: "Take out of the cue",
    hint: "The same attributes of the same heads go out of it; they track again.",
    done: "Taken out of",
  },
};

/** Adds the sketch to a cue, puts it in its place, or takes what it is about out of it. */
export function RecordIntoCue({
  cues,
  how,
  strokes,
  onDone,
}: {
  cues: readonly Cue[];
  how: IntoCue;
  strokes: Strokes;
  onDone: () => void;
}): React.JSX.Element {
  const client = useClient();
  const show = useShow();
  const [cueId, setCueId] = useState<string | null>(null);
  const cue = cues.find(({ id }) => id === cueId) ?? cues.at(-1)!;
  const { button, hint, done } = WORDS[how];
  const record = (): void => {
    const to = how === "replace" ? strokes : how === "add" ? addedStrokes(cue.strokes, strokes) : strokesWithout(cue.strokes, strokes);
    const name = `cue ${cue.number} ${cueName(cue, show)}`;
    if (!client.transact(`${done} ${name}`, [setChange(cue.id, ["strokes"], { from: cue.strokes, to })])) return;
    tell(`${done} ${name}. Your sketch is still live: wipe it with Shift+Esc.`);
    onDone();
  };
  return (
    <>
      <Field label="Which cue" hint={hint}>
        <Choice value={cue.id} onValue={(next) => setCueId(next)}>
          {cues.map((entry) => (
            <Option key={entry.id} value={entry.id}>
              {entry.number} {cueName(entry, show)}
            </Option>
          ))}
        </Choice>
      </Field>
      <Button tone="sketch" size="touch" onClick={record}>
        {button}
      </Button>
    </>
  );
}
