import { useEffect, useRef } from "react";

/** Colours that show while they are held, by bed: each that came down goes up again, also when its key is left or the board goes away. */
export function useDabs(send: (bedId: string, press: "down" | "up") => void): (bedId: string, press: "down" | "up") => void {
  const held = useRef(new Set<string>());
  const latest = useRef(send);
  latest.current = send;
  useEffect(() => {
    const beds = held.current;
    return () => beds.forEach((bedId) => latest.current(bedId, "up"));
  }, []);
  return (bedId, press) => {
    if (press === "up" && !held.current.delete(bedId)) return;
    if (press === "down") held.current.add(bedId);
    latest.current(bedId, press);
  };
}
