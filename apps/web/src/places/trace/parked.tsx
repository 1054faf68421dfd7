import { mayDo, parkIdOf, type Parameter } from "@vexa/core";
import { useClient, useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";

/** Parks the picked attribute where it is, or frees its head. */
export function Parked({ parameter }: { parameter: Parameter }): React.JSX.Element {
  const client = useClient();
  const show = useShow();
  const me = useMe();
  const { head, channel } = parameter;
  const parked = show.get("park", parkIdOf(head.key));
  const here = client.values[show.rig.parameters.indexOf(parameter)] ?? 0;
  const park = { type: "park", head: head.key, values: { [channel.attribute]: here } } as const;
  const free = { type: "unpark", head: head.key } as const;
  return (
    <div className="flex gap-1.5">
      <Button size="small" disabled={mayDo(show, me, park) !== null} onClick={() => client.play(park)}>
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
