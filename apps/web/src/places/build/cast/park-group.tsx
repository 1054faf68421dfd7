import { counted, mayDo, parkedAsNow, parkedOf, type Group, type Show } from "@vexa/core";
import { useClient, useMe, useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { tell } from "../../../ui/messages";

/** Keeps a group as it is on stage now, and frees it. */
export function ParkGroup({ group, onDone }: { group: Group; onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const parked = parkedOf(show, group.heads);
  const asNow = (of: Show) =>
    ({ type: "park-all", values: parkedAsNow(of, { heads: group.heads, isMeant: () => true, values: client.values }) }) as const;
  const command = asNow(show);
  const nothing = Object.keys(command.values).length === 0;
  return (
    <div className="flex gap-1.5">
      <Button
        once
        size="small"
        className="flex-1"
        disabled={nothing || mayDo(show, me, command) !== null}
        title="Its heads stay as they are on stage now, whatever plays"
        onClick={() => {
          void client.play(asNow(client.view));
          tell(`Parked ${group.name}`);
          onDone();
        }}
      >
        Park it
      </Button>
      {parked.length > 0 && (
        <Button size="small" className="flex-1" onClick={() => void client.play({ type: "unpark-all", heads: parked })}>
          ■ Free {counted(parked.length, "head")}
        </Button>
      )}
    </div>
  );
}
