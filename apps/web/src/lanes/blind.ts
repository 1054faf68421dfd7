import { blindChanges } from "@vexa/core";
import type { ShowClient } from "../session/show-client";

/** Takes one's sketch off the stage, for oneself alone, or puts it there. */
export function toggleBlind(client: ShowClient): void {
  const sketch = client.view.sketchOf(client.personId);
  if (sketch) client.transact(sketch.blind ? "The sketch is live" : "The sketch is blind", blindChanges(client.view, client.personId));
}
