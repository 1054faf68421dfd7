import { useEffect, useRef, useState } from "react";
import { refuse } from "../../ui/messages";
import WaveSurfer from "wavesurfer.js";
import { listPlace, positionAt, type CueList } from "@vexa/core";
import { useInterface, useInterfaceOf } from "../../selection/interface-store";
import { soundAddress } from "../../session/api";
import { useClient } from "../../session/show-context";

/** The server's clock leads. A sound that is further off than this is put right. */
const LARGEST_LAG_SECONDS = 0.06;
const LOOK_EVERY_MS = 200;

/** The waveform of a list's sound. It plays here too when this browser is to be heard, in step with the time line. */
export function SoundPicture({ list, soundId, height }: { list: CueList; soundId: string; height: number }): React.JSX.Element {
  const client = useClient();
  const { theme, hearsSound } = useInterfaceOf("theme", "hearsSound");
  const frame = useRef<HTMLDivElement>(null);
  const [player, setPlayer] = useState<WaveSurfer | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    const box = frame.current!;
    const colors = getComputedStyle(document.documentElement);
    const made = WaveSurfer.create({
      container: box,
      height,
      url: soundAddress(soundId),
      waveColor: colors.getPropertyValue("--color-ink-3"),
      progressColor: colors.getPropertyValue("--color-live"),
      cursorWidth: 0,
      interact: false,
      hideScrollbar: true,
    });
    made.on("ready", () => setPlayer(made));
    made.on("error", () => setFailed(true));
    return () => {
      setPlayer(null);
      setFailed(false);
      made.destroy();
    };
  }, [soundId, height, theme]);

  useEffect(() => {
    if (!player) return undefined;
    const follow = (): void => {
      const present = client.view.get("cueList", list.id);
      const place = present && listPlace(client.view, present);
      const at = place ? Math.min(player.getDuration(), Math.max(0, positionAt(place, client.now()))) : 0;
      const plays = hearsSound && place?.running === true && at < player.getDuration();
      if (!plays && player.isPlaying()) player.pause();
      // While it plays, a jump in the sound is worse than a lag that nobody hears.
      if (!player.isPlaying() || Math.abs(player.getCurrentTime() - at) > LARGEST_LAG_SECONDS) player.setTime(at);
      if (plays && !player.isPlaying())
        void player.play().catch(() => {
          useInterface.getState().set({ hearsSound: false });
          refuse("The browser wants a touch before it plays sound. Press Hear it here again.");
        });
      box.dataset["hears"] = plays ? "yes" : "no";
      box.dataset["lag"] = plays ? (player.getCurrentTime() - at).toFixed(3) : "";
    };
    const box = frame.current!;
    follow();
    const timer = setInterval(follow, LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }, [player, client, list.id, hearsSound]);
  return (
    <div
      ref={frame}
      role="img"
      aria-label="Waveform"
      data-ready={player !== null}
      className="pointer-events-none absolute inset-x-0 bottom-4 isolate"
      style={{ height }}
    >
      {!player && (
        <p className="absolute inset-0 grid place-content-center text-xs text-ink-3">
          {failed ? "The sound can't be fetched: its waveform is missing, the cues still come at their times." : "Fetching the sound…"}
        </p>
      )}
    </div>
  );
}
