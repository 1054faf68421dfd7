import { useState } from "react";
import { counted, curtainIdOf, extentOf, raisedPart, selectedHeads } from "@vexa/core";
import { useNow } from "../frames/use-now";
import { useInterface } from "../selection/interface-store";
import type { ShowClient } from "../session/show-client";
import { useClient, useMe, useQuietShow } from "../session/show-context";
import { Button } from "../ui/button";
import { HandLevel } from "../ui/hand-level";
import { PopSheet } from "../ui/pop-sheet";
import { Slider } from "../ui/slider";
import { SecondsField } from "../ui/seconds-field";

/** Whether a person has their curtain down; each key after another counts from the last one, however late answers come. */
const hands = new WeakMap<ShowClient, HandLevel<boolean>>();

/** Drops one's curtain over the selection, or over all within reach; raises one that is down. */
export function toggleCurtain(client: ShowClient): void {
  const hand = hands.get(client) ?? new HandLevel<boolean>(() => undefined);
  hands.set(client, hand);
  const curtain = client.view.get("curtain", curtainIdOf(client.personId));
  hand.move(!hand.seen(curtain !== null && raisedPart(curtain, client.now()) < 1));
  hand.tell((down) =>
    down
      ? client.play({ type: "curtain-drop", heads: selectedHeads(useInterface.getState().selection, client.view) })
      : client.play({ type: "curtain-raise", seconds: 2 }),
  );
}

/** One's curtain: holds what is on stage while the next look is built behind it. */
export function CurtainButton(): React.JSX.Element | null {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const now = useNow(250);
  const [seconds, setSeconds] = useState(2);
  if (extentOf(me, "hold") === "no") return null;
  const curtain = show.get("curtain", curtainIdOf(me.id));
  const part = curtain ? raisedPart(curtain, now) : 1;
  if (!curtain || part >= 1)
    return (
      <Button
        size="small"
        title="Holds what is on stage now, on the selection or on all of yours (K)"
        onClick={() => toggleCurtain(client)}
      >
        Curtain
      </Button>
    );
  return (
    <PopSheet
      label="Your curtain"
      trigger={
        <Button size="small" className="border-parked text-parked">
          ■ Curtain {curtain.raise ? `rising ${Math.round(part * 100)} %` : part > 0 ? `up ${Math.round(part * 100)} %` : "down"}
        </Button>
      }
    >
      <p className="text-ink-2">
        What was on stage is held on {curtain.heads === null ? "all of yours" : counted(curtain.heads.length, "head")}. Build behind it,
        then raise it.
      </p>
      <div className="flex items-end gap-2">
        <SecondsField
          label="Rises in"
          seconds={seconds}
          onSeconds={(next) => {
            setSeconds(next ?? 0);
            return true;
          }}
        />
        <Button tone="live" onClick={() => client.play({ type: "curtain-raise", seconds })}>
          Raise
        </Button>
      </div>
      {!curtain.raise && (
        <Slider
          label="Raise by hand"
          tone="parked"
          className="h-8"
          max={100}
          step={1}
          value={Math.round(part * 100)}
          onValue={(next) => client.play({ type: "curtain-hand", level: next / 100 })}
        />
      )}
    </PopSheet>
  );
}
