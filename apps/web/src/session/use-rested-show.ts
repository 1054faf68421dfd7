import { useEffect, useState } from "react";
import type { Show } from "@vexa/core";
import { useClient } from "./show-context";

/** What rests is looked at anew so often. */
export const REST_MS = 1000;

/** The show as of a moment ago: what has to be resolved for it has no place in a drag. */
export function useRestedShow(): Show {
  const client = useClient();
  const [show, setShow] = useState(client.view);
  useEffect(() => {
    const timer = setInterval(() => setShow(client.view), REST_MS);
    return () => clearInterval(timer);
  }, [client]);
  return show;
}
