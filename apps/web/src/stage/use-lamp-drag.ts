import { useRef } from "react";
import { counted, lampMoveChanges, movedLamps, setLamps, type Fixture, type Head, type LampMove } from "@vexa/core";
import type { ShowClient } from "../session/show-client";

export interface LampDrag {
  /** Lamps as they hang when the drag begins. */
  readonly begin: (lamps: readonly Fixture[], gesture: string) => void;
  readonly lamps: () => readonly Fixture[];
  /** Hangs them as a move makes of how they hung at the beginning. False when it was refused. */
  readonly drag: (move: LampMove) => boolean;
  /** Puts them along a drawn line, in steps of its length. */
  readonly along: (lamps: readonly Fixture[], line: readonly { x: number; y: number }[]) => void;
}

/** Hanging lamps elsewhere with the hand: each drag is one edit, counted from where it began. */
export function useLampDrag(client: ShowClient): LampDrag {
  const begun = useRef<{ readonly lamps: readonly Fixture[]; readonly gesture: string } | null>(null);
  return {
    begin: (lamps, gesture) => (begun.current = { lamps, gesture }),
    lamps: () => begun.current?.lamps ?? [],
    drag: (move) => {
      if (!begun.current) return false;
      const { lamps, gesture } = begun.current;
      const moved = movedLamps(lamps, move);
      const now = lamps.flatMap(({ id }) => client.view.get("fixture", id) ?? []);
      const changes = (["position", "rotation"] as const).flatMap((field) =>
        setLamps(now, field, ({ id }) => moved[lamps.findIndex((lamp) => lamp.id === id)]![field]),
      );
      return client.transact(`Hung ${counted(lamps.length, "lamp")} elsewhere`, changes, gesture);
    },
    along: (lamps, line) => {
      const changes = lampMoveChanges(
        client.view,
        lamps.map(({ id }) => id),
        { move: "along", line },
      );
      client.transact(`Hung ${counted(lamps.length, "lamp")} along a line`, changes);
    },
  };
}

/** The lamps of heads, each once. */
export function lampsOf(heads: readonly Head[]): Fixture[] {
  return [...new Map(heads.map(({ fixture }) => [fixture.id, fixture])).values()];
}
