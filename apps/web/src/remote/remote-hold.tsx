import { mayBuild, wipeChanges } from "@vexa/core";
import { useClient, useFromClient, useMe } from "../session/show-context";
import { Button } from "../ui/button";
import { HighlightBar } from "../places/build/cast/highlight-bar";
import { Identify } from "../places/rig/identify";

/** What makes heads known, and what keeps them as they are: highlight, park, lamps one after the other, and an end to one's sketch. */
export function RemoteHold(): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const strokes = useFromClient(({ view, personId }) => Object.keys(view.sketchOf(personId)?.strokes ?? {}).length);
  return (
    <div className="grid h-full content-start gap-3 overflow-y-auto">
      <HighlightBar />
      <Identify />
      {mayBuild(me) && (
        <Button
          once
          size="touch"
          disabled={strokes === 0}
          onClick={() => client.transact("Wiped the sketch", wipeChanges(client.view, me.id))}
        >
          {strokes === 0 ? "Your sketch is empty" : `Wipe your sketch (${strokes})`}
        </Button>
      )}
    </div>
  );
}
