import { PRIORITIES, type Priority } from "@vexa/core";
import { Choice, Option } from "../../ui/choice";
import { Field } from "../../ui/field";

const WORDS: Readonly<Record<Priority, string>> = {
  low: "low",
  normal: "normal",
  high: "high, over sketches",
  top: "top, over all",
};

type Kept = Exclude<Priority, "normal"> | undefined;

/** What decides between values that replace each other; normal is kept as nothing. */
export function PriorityField({ priority, onPriority }: { priority: Kept; onPriority: (priority: Kept) => unknown }): React.JSX.Element {
  const take = (next: Priority): unknown => onPriority(next === "normal" ? undefined : next);
  return (
    <Field label="Priority">
      <Choice value={priority ?? "normal"} onValue={(next) => take(next as Priority)}>
        {PRIORITIES.map((entry) => (
          <Option key={entry} value={entry}>
            {WORDS[entry]}
          </Option>
        ))}
      </Choice>
    </Field>
  );
}
