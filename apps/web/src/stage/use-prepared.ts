import { useMemo } from "react";
import { Prepared } from "@vexa/core";
import type { ShowClient } from "../session/show-client";

/** The show is taken over anew so often at most. */
const LEAST_SECONDS = 0.1;

/** Reads what stands ready behind the curtains; null while nobody looks there. */
export function usePrepared(client: ShowClient, looks: boolean): (() => Float32Array) | null {
  return useMemo(() => {
    if (!looks) return null;
    const prepared = new Prepared(client.view, client.now());
    let taken = client.now();
    return () => {
      const now = client.now();
      if (now - taken >= LEAST_SECONDS) {
        taken = now;
        prepared.take(client.view, now);
      }
      return prepared.at(now);
    };
  }, [client, looks]);
}
