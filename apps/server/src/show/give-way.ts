import type { EngineHost } from "../engine-host/engine-host";
import type { Door } from "./door";

/** Lets playbacks go that give way, as soon as all that they drive has been taken over for good. */
export function giveWay(door: Door, host: EngineHost): void {
  host.on("covered", (playbackIds) => {
    for (const playbackId of playbackIds) {
      const { show } = door;
      const state = show.playbackState(playbackId);
      if (!show.get("playback", playbackId)?.givesWay || !state || state.cueId === null) continue;
      const person = show.get("person", state.personId) ?? show.all("person").find(({ role }) => role === "lead");
      if (person) void door.play(person, { type: "let-go", playbackId }, undefined);
    }
  });
}
