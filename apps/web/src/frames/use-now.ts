import { useEffect, useState } from "react";
import { useClient } from "../session/show-context";

/** The time now, told again every so often. */
export function useNow(everyMs: number): number {
  const client = useClient();
  const [now, setNow] = useState(() => client.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(client.now()), everyMs);
    return () => clearInterval(timer);
  }, [client, everyMs]);
  return now;
}
