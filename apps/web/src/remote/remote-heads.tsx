import { useState } from "react";
import { mayBuild } from "@vexa/core";
import { useSelected } from "../selection/use-selection";
import { useMe } from "../session/show-context";
import { OneOf } from "../ui/one-of";
import { RemoteAim } from "./remote-aim";
import { RemoteColour } from "./remote-colour";
import { RemoteHold } from "./remote-hold";
import { RemoteLevel } from "./remote-level";
import { RemoteWho } from "./remote-who";

const DOES = [
  { value: "level", words: "Level" },
  { value: "aim", words: "Aim" },
  { value: "colour", words: "Colour" },
  { value: "hold", words: "Hold" },
] as const;
type Does = (typeof DOES)[number]["value"];

/** Heads are picked at the top; what is done to them fills the rest, under the thumb. */
export function RemoteHeads(): React.JSX.Element {
  // Who builds nothing, as technicians, finds heads and parks them.
  const offered = mayBuild(useMe()) ? DOES : DOES.filter(({ value }) => value === "hold");
  const [does, setDoes] = useState<Does>(offered[0]!.value);
  const { heads } = useSelected();
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] gap-2 p-3">
      <RemoteWho />
      <OneOf label="What is done to them" chip="flex-1" value={does} onValue={setDoes} among={offered} />
      <div className="min-h-0" role="group" aria-label={DOES.find(({ value }) => value === does)!.words}>
        {does === "hold" ? (
          <RemoteHold />
        ) : heads.length === 0 ? (
          <p className="p-4 text-ink-2">Nobody is picked yet: type a number, take a group, or touch heads on the plan.</p>
        ) : does === "level" ? (
          <RemoteLevel />
        ) : does === "aim" ? (
          <RemoteAim />
        ) : (
          <RemoteColour />
        )}
      </div>
    </div>
  );
}
