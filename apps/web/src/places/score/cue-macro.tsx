import type { Cue, CueFields } from "@vexa/core";
import { useQuietShow } from "../../session/show-context";
import { Choice, Option } from "../../ui/choice";
import { Field } from "../../ui/field";

const NONE = "none";

/** The macro that begins with a cue. */
export function CueMacro({ cue, onPut }: { cue: Cue; onPut: (words: string, fields: CueFields) => boolean }): React.JSX.Element {
  const show = useQuietShow();
  const macros = show.all("macro").toSorted((a, b) => a.rank - b.rank);
  const put = (id: string): void => {
    const macro = show.get("macro", id);
    onPut(macro ? `runs ${macro.name}` : "runs no macro", { macroId: macro?.id });
  };
  return (
    <Field label="Runs a macro">
      <Choice aria-label="Runs a macro" disabled={macros.length === 0} value={cue.macroId ?? NONE} onValue={put}>
        <Option value={NONE}>{macros.length === 0 ? "There are none yet" : "None"}</Option>
        {macros.map(({ id, name }) => (
          <Option key={id} value={id}>
            {name}
          </Option>
        ))}
      </Choice>
    </Field>
  );
}
