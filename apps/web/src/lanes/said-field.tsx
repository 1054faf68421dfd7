import type { Head } from "@vexa/core";
import { DraftField } from "../ui/draft-field";
import { useSaid } from "./use-said";

/** Where a first value is typed with its attribute, for those who know what they want. */
export function SaidField({ heads }: { heads: readonly Head[] }): React.JSX.Element {
  const said = useSaid(heads);
  return (
    <label className="flex items-center gap-1.5 text-xs text-ink-3">
      <span className="w-20">Or type it</span>
      <DraftField
        label="Attribute and value"
        text=""
        placeholder="dimmer 50, tilt -30..30"
        className="h-7 w-56 text-xs"
        onTake={(text) =>
          text === "" ||
          (said(text) ?? `“${text}” names none of these heads’ attributes with a value, such as dimmer 50. Nothing was changed.`)
        }
      />
    </label>
  );
}
