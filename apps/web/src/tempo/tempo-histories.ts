import { useEffect } from "react";
import { create } from "zustand";
import { tempoOf, withTempo, type TempoStretch } from "@vexa/core";
import { useClient, useFromClient } from "../session/show-context";

/** What each speed master did in the last half minute, as this window saw it. */
export const useTempoHistories = create<{ readonly byMaster: Readonly<Record<string, readonly TempoStretch[]>> }>(() => ({ byMaster: {} }));

/** Listens to all masters for as long as the show is open. */
export function useTempoListener(): void {
  const client = useClient();
  const states = useFromClient(({ view }) => view.all("masterState"));
  const masters = useFromClient(({ view }) => view.all("master"));
  useEffect(() => {
    const { byMaster } = useTempoHistories.getState();
    const t = client.now();
    const next = Object.fromEntries(
      masters.map((master) => {
        const { id } = master;
        const tempo = tempoOf(master, states.find(({ masterId }) => masterId === id) ?? null);
        return [id, withTempo(byMaster[id] ?? [], tempo, t)];
      }),
    );
    const same = masters.every(({ id }) => next[id] === byMaster[id]) && Object.keys(byMaster).length === masters.length;
    if (!same) useTempoHistories.setState({ byMaster: next });
  }, [client, states, masters]);
}
