import { createContext, useContext, useSyncExternalStore } from "react";
import type { Health, Person, Show } from "@vexa/core";
import type { ShowClient } from "./show-client";

const ClientContext = createContext<ShowClient | null>(null);
export const ClientProvider = ClientContext.Provider;

/** The connection to the show, without listening to it. */
export function useClient(): ShowClient {
  const client = useContext(ClientContext);
  if (!client) throw new Error("no show is open here");
  return client;
}

/** The connection to the show; renders again with everything that changes. */
export function useLiveClient(): ShowClient {
  const client = useClient();
  useSyncExternalStore(client.subscribe, client.version);
  return client;
}

/** One thing that the connection knows; renders again when it is another: `select` gives the same object while nothing of it has changed. */
export function useFromClient<T>(select: (client: ShowClient) => T): T {
  const client = useClient();
  return useSyncExternalStore(client.subscribe, () => select(client));
}

/** The show as it is now; renders again with each edit, but not with who is here or how the server fares. */
export function useShow(): Show {
  return useFromClient((client) => client.view);
}

/**
 * The show as it is now, but for sketches and the states of what plays, which hands move many times a second: renders again with each edit of
 * anything else. What acts takes the newest from the client.
 */
export function useQuietShow(): Show {
  return useFromClient(quietView);
}

/** The same with the states of what plays: what shows who plays what, and no sketches, stays as it is while people build. */
export function usePlayedShow(): Show {
  return useFromClient(playedView);
}

const quietView = steadyView((view, before) => view.quietAs(before));
const playedView = steadyView((view, before) => view.playedAs(before));

/** What a client sees, as the same object as long as it is the same in the eyes of whoever asks. */
function steadyView(isSame: (view: Show, before: Show) => boolean): (client: ShowClient) => Show {
  const views = new WeakMap<ShowClient, { of: Show; steady: Show }>();
  return (client) => {
    const { view } = client;
    const before = views.get(client);
    if (before?.of === view) return before.steady;
    const steady = before && isSame(view, before.steady) ? before.steady : view;
    views.set(client, { of: view, steady });
    return steady;
  };
}

/** How the server and its outputs fare, once a second; null before the first word. */
export function useHealth(): Health | null {
  return useFromClient((client) => client.health);
}

/** The person who is signed in. */
export function useMe(): Person {
  const client = useClient();
  const me = useSyncExternalStore(client.subscribe, () => client.view.get("person", client.personId));
  return me ?? { id: client.personId, kind: "person", version: 0, name: "", initials: "?", role: "operator" };
}
