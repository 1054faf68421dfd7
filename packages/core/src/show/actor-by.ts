import { actorOf } from "../territory/device";
import type { Person } from "../territory/territory";
import type { Show } from "./show";

/** Whoever did something, by the id that is written down: a person, a device, or an input, which plays as the lead who let it in; null = gone. */
export function actorBy(show: Show, id: string | undefined): Person | null {
  const device = show.get("device", id);
  if (device) return actorOf(device);
  const input = show.get("input", id);
  return input ? actorOf({ ...input, plays: "everything" }) : show.get("person", id);
}
