import { useEffect, useMemo, useState } from "react";
import { heldHeads, type Show } from "@vexa/core";
import { useClient } from "../session/show-context";

const LOOK_EVERY_MS = 500;

/** Heads that are parked or behind a curtain, by their index in the rig; the same lists while nothing of it changes. */
export function useHeldHeads(
  show: Show,
  indexOf: ReadonlyMap<string, number>,
): { readonly parked: readonly number[]; readonly curtained: readonly number[] } {
  const client = useClient();
  const [key, setKey] = useState("");
  const held = show.all("park").length + show.all("curtain").length > 0;
  useEffect(() => {
    const look = (): void => {
      const { parked, curtained } = heldHeads(client.view, client.now());
      const indices = (keys: ReadonlySet<string>): number[] => [...keys].flatMap((head) => indexOf.get(head) ?? []);
      setKey(JSON.stringify({ parked: indices(parked), curtained: indices(curtained) }));
    };
    look();
    // A curtain rises by itself, and may be up at any moment.
    const timer = held ? setInterval(look, LOOK_EVERY_MS) : undefined;
    return () => clearInterval(timer);
  }, [client, indexOf, held]);
  return useMemo(() => (key === "" ? { parked: [], curtained: [] } : (JSON.parse(key) as ReturnType<typeof useHeldHeads>)), [key]);
}
