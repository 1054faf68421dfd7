import { useEffect, useRef, useState } from "react";
import { explain, MOST_WALK_POINTS, recordedWalk, WALK_STEP_SECONDS, walkRoundSeconds, type Target, type Vector } from "@vexa/core";
import { useClient } from "../../session/show-context";
import type { ShowClient } from "../../session/show-client";
import { targetNow } from "../../stage/target-now";
import { Button } from "../../ui/button";
import { TakeAway } from "../../ui/line-table";
import { tell } from "../../ui/messages";
import { useHandLevel } from "../../ui/use-hand-level";

function keep(client: ShowClient, { id, name }: Target, points: readonly Vector[] | null): void {
  const changes = recordedWalk(client.view, id, points);
  if (!changes.ok) return tell(explain(changes.error));
  client.transact(points ? `Recorded a walk of ${name}` : `Took the walk of ${name} away`, changes.value);
}

/** The way that a target goes by itself: recorded from where it is heard, or moved by hand; then gone round and round. */
export function WalkRecorder(props: { target: Target; edits: boolean; plays: boolean }): React.JSX.Element {
  const { target, edits, plays } = props;
  const client = useClient();
  const [recorded, setRecorded] = useState<number | null>(null);
  const points = useRef<Vector[]>([]);
  const now = useRef(target);
  useEffect(() => void (now.current = target));
  const recording = recorded !== null;
  useEffect(() => {
    if (!recording) return;
    const place = (): Vector => targetNow(client, now.current).place;
    // Where it was at the press is where it begins.
    points.current = [place()];
    const timer = setInterval(() => {
      points.current.push(place());
      setRecorded(points.current.length - 1);
      if (points.current.length >= MOST_WALK_POINTS) setRecorded(null);
    }, 1000 * WALK_STEP_SECONDS);
    // However it ends, by the button, by being long enough or by another place: what was recorded is kept.
    return () => {
      clearInterval(timer);
      keep(client, now.current, points.current);
    };
  }, [recording, client]);
  const { state } = targetNow(client, target);
  const { id, name, walk } = target;
  const walks = useHandLevel(state?.walk !== undefined, (on) => client.play({ type: on ? "target-walk" : "target-free", targetId: id }));
  const seconds = (count: number): string => `${count.toFixed(0)} s`;
  return (
    <span className="flex items-center gap-1.5">
      {edits && (
        <Button
          once
          size="small"
          tone="chip"
          aria-pressed={recording}
          title={recording ? "Ends it and keeps it" : "Where it is from now on becomes its walk"}
          onClick={() => setRecorded(recording ? null : 0)}
        >
          {recording ? `● ${seconds(recorded * WALK_STEP_SECONDS)}: end` : "Record"}
        </Button>
      )}
      {walk && !recording && (
        <Button
          size="small"
          tone="chip"
          disabled={!plays}
          aria-pressed={walks.value}
          title={`It goes its walk of ${seconds(walkRoundSeconds(walk))}, round and round, whatever is heard`}
          onClick={() => walks.set(!walks.value)}
        >
          {walks.value ? "▪ walks" : `Walk ${seconds(walkRoundSeconds(walk))}`}
        </Button>
      )}
      {walk && edits && !recording && <TakeAway name={`the walk of ${name}`} onTake={() => keep(client, target, null)} />}
    </span>
  );
}
