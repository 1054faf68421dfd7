import { mayDo, parkIdOf, type Parameter, type PlayCommand } from "@vexa/core";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";

/** Parks the picked attribute where it is, or frees its head. */
export function Parked({ parameter }: { parameter: Parameter }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const { head, channel } = parameter;
  const parked = show.get("park", parkIdOf(head.key));
  const parkAt = (here: number): PlayCommand => ({ type: "park", head: head.key, values: { [channel.attribute]: here } });
  const free = { type: "unpark", head: head.key } as const;
  // Where it is as somebody presses, which isn't where it was when this was drawn.
  const parkHere = (): void => void client.play(parkAt(client.values[show.rig.parameters.indexOf(parameter)] ?? 0));
  return (
    <div className="flex gap-1.5">
      <Button size="small" disabled={mayDo(show, me, parkAt(0)) !== null} onClick={parkHere}>
        Park it here
      </Button>
      {parked && (
        <Button size="small" disabled={mayDo(show, me, free) !== null} onClick={() => client.play(free)}>
          ■ Free head {head.label}
        </Button>
      )}
    </div>
  );
}
