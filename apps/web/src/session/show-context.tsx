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

/** The show as it is now; renders again with each edit, but not with who is here or how the server fares. */
export function useShow(): Show {
  const client = useClient();
  return useSyncExternalStore(client.subscribe, () => client.view);
}

/** How the server and its outputs fare, once a second; null before the first word. */
export function useHealth(): Health | null {
  const client = useClient();
  return useSyncExternalStore(client.subscribe, () => client.health);
}

/** The person who is signed in. */
export function useMe(): Person {
  const client = useClient();
  const me = useSyncExternalStore(client.subscribe, () => client.view.get("person", client.personId));
  return me ?? { id: client.personId, kind: "person", version: 0, name: "", initials: "?", role: "operator" };
}
