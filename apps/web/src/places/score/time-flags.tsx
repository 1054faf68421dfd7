import { useRef, useState } from "react";
import { cueName, setChange, timedCues, type CueList } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, usePlayedShow } from "../../session/show-context";
import { cn } from "../../ui/class-names";
import { placeWords } from "./time-words";

/** What a cue's row carries while it is dragged. */
export const CUE_DRAG = "application/x-vexa-cue";
/** So near to a marker, in pixels, a time is taken as the marker's. */
const SNAP = 8;

/** A time near a marker is the marker's. */
export function snapped(list: CueList, seconds: number, secondsPerPixel: number): number {
  const near = (list.time?.markers ?? []).find((marker) => Math.abs(marker.seconds - seconds) < SNAP * secondsPerPixel);
  return Math.max(0, near ? near.seconds : Math.round(seconds * 100) / 100);
}

/** The cues of a list as flags at their times, to be dragged, and its markers. Lies over a picture of `whole` seconds. */
export function TimeFlags({ list, whole, width }: { list: CueList; whole: number; width: number }): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const { chosenCueIds, set } = useInterfaceOf("chosenCueIds", "set");
  const [drag, setDrag] = useState<{ cueId: string; seconds: number } | null>(null);
  const grip = useRef<{ x: number; seconds: number } | null>(null);
  const time = list.time!;
  const running = new Set(show.all("playbackState").flatMap(({ cueId }) => cueId ?? []));
  const put = (cueId: string, seconds: number): void => {
    const cue = show.get("cue", cueId);
    if (!cue) return;
    const change = setChange(cueId, ["trigger"], { from: cue.trigger, to: { type: "timecode", seconds } });
    client.transact(`Cue ${cue.number} of ${list.name} comes at ${placeWords(seconds, time)}`, [change]);
  };
  return (
    <>
      {(time.markers ?? []).map((marker) => (
        <span
          key={marker.seconds}
          className="absolute top-0 bottom-0 border-l border-dashed border-ink-3/70 pl-1 text-[10px] text-ink-2"
          style={{ left: `${(100 * marker.seconds) / whole}%` }}
        >
          <span className="pointer-events-none absolute top-5 left-1 whitespace-nowrap">{marker.name ?? ""}</span>
        </span>
      ))}
      {timedCues(show, list.id).map((cue) => {
        const at = drag?.cueId === cue.id ? drag.seconds : cue.trigger.seconds;
        const words = `${cue.number} ${cueName(cue, show)}`;
        return (
          <div
            key={cue.id}
            role="slider"
            tabIndex={0}
            aria-label={`Time of cue ${words}`}
            aria-valuemin={0}
            aria-valuemax={Math.round(whole)}
            aria-valuenow={Math.round(at * 100) / 100}
            aria-valuetext={placeWords(at, time)}
            title={`${words}, ${placeWords(at, time)}`}
            className={cn(
              "pointer-events-none absolute top-0 bottom-0 w-28 cursor-ew-resize touch-none border-l-2 border-ink-2 outline-none focus-visible:border-live",
              chosenCueIds.includes(cue.id) && "border-sketch",
              running.has(cue.id) && "border-live",
            )}
            style={{ left: `${(100 * at) / whole}%` }}
            onPointerDown={(event) => {
              event.stopPropagation();
              event.currentTarget.setPointerCapture(event.pointerId);
              grip.current = { x: event.clientX, seconds: cue.trigger.seconds };
              set({ chosenCueIds: [cue.id] });
            }}
            onPointerMove={(event) => {
              const from = grip.current;
              if (!from || Math.abs(event.clientX - from.x) < 2) return;
              const perPixel = whole / width;
              setDrag({ cueId: cue.id, seconds: snapped(list, from.seconds + (event.clientX - from.x) * perPixel, perPixel) });
            }}
            onPointerUp={() => {
              if (drag) put(cue.id, drag.seconds);
              grip.current = null;
              setDrag(null);
            }}
            onKeyDown={(event) => {
              const by = { ArrowLeft: -0.1, ArrowRight: 0.1, PageDown: -1, PageUp: 1 }[event.key];
              if (by === undefined) return;
              event.preventDefault();
              event.stopPropagation();
              put(cue.id, Math.max(0, Math.round((cue.trigger.seconds + by) * 100) / 100));
            }}
          >
            <span className="pointer-events-auto absolute inset-y-0 -left-1 w-2" />
            <span className="pointer-events-auto relative block w-fit max-w-28 truncate rounded-r bg-raised px-1 text-[11px] text-ink">
              {running.has(cue.id) ? <span className="text-live">● </span> : ""}
              {words}
            </span>
          </div>
        );
      })}
    </>
  );
}
