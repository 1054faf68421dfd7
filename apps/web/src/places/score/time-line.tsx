import { useRef, useState } from "react";
import {
  listPlace,
  MOST_MARKERS,
  positionAt,
  presetCue,
  presetName,
  selectionName,
  setChange,
  timedCues,
  type CueList,
  type ListTime,
  type Preset,
} from "@vexa/core";
import { useNow } from "../../frames/use-now";
import { useSize } from "../../frames/use-size";
import { PRESET_DRAG } from "../../presets/preset-edits";
import { useInterfaceOf } from "../../selection/interface-store";
import { selectedIn } from "../../selection/selected";
import { newId } from "../../session/new-id";
import { useClient, usePlayedShow, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { refuse, tell } from "../../ui/messages";
import { useHandLevel } from "../../ui/use-hand-level";
import { SoundPicture } from "./sound-picture";
import { CUE_DRAG, snapped, TimeFlags } from "./time-flags";
import { TimeSource } from "./time-source";
import { placeWords } from "./time-words";
import { useTimeEdit } from "./use-time-edit";

const PICTURE = 72;
const CLOSEST = 16;

/** The time by which a list's cues come: a sound, or timecode from outside. Cues are dragged onto it; a touch looks for a place. */
export function TimeLine({ list }: { list: CueList }): React.JSX.Element {
  const { time } = list;
  const [zoom, setZoom] = useState(1);
  return (
    <section className="shrink-0 border-t border-edge bg-bench" aria-label="Time line">
      <TimeSource list={list} />
      {time && (
        <>
          <Run list={list} time={time}>
            <Zoom zoom={zoom} onZoom={setZoom} />
          </Run>
          <Picture list={list} time={time} zoom={zoom} />
        </>
      )}
    </section>
  );
}

/** Run, stop, where it stands, learning and marking. */
function Run({ list, time, children }: { list: CueList; time: ListTime; children: React.ReactNode }): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const put = useTimeEdit(list);
  const { learningTimes, hearsSound, presetInHand, set } = useInterfaceOf("learningTimes", "hearsSound", "presetInHand", "set");
  const place = listPlace(show, list);
  const running = useHandLevel(place?.running === true, (on) => client.play({ type: on ? "time-run" : "time-stop", listId: list.id }));
  const timed = timedCues(show, list.id);
  const markers = time.markers ?? [];
  const inHand = show.preset(presetInHand ?? "");
  const layPreset = useLayPreset(list);
  const placed = (): number => (place ? Math.max(0, Math.round(positionAt(place, client.now()) * 100) / 100) : 0);
  const mark = (): void => {
    const seconds = place ? Math.round(positionAt(place, client.now()) * 100) / 100 : 0;
    if (seconds < 0 || markers.length >= MOST_MARKERS || markers.some((marker) => marker.seconds === seconds)) return;
    const name = String(markers.length + 1);
    put(`mark ${placeWords(seconds, time)}`, { ...time, markers: [...markers, { seconds, name }].sort((a, b) => a.seconds - b.seconds) });
  };
  const clearTimes = (): void =>
    void client.transact(
      `Times of ${list.name} cleared`,
      timed.map((cue) => setChange(cue.id, ["trigger"], { from: cue.trigger })),
    );
  const { markers: _, ...unmarked } = time;
  return (
    <div role="group" aria-label="Run the time line" className="flex flex-wrap items-center gap-1.5 px-3 py-1.5">
      {time.source === "sound" && (
        <>
          <Button
            size="small"
            tone={running.value ? "plain" : "live"}
            onClick={() => {
              if (!running.value) set({ hearsSound: true });
              running.set(!running.value);
            }}
          >
            {running.value ? "Stop" : "Play"}
          </Button>
          <Button size="small" onClick={() => client.play({ type: "time-seek", listId: list.id, seconds: 0 })}>
            To the start
          </Button>
          <Button size="small" tone="chip" aria-pressed={hearsSound} onClick={() => set({ hearsSound: !hearsSound })}>
            Hear it here
          </Button>
        </>
      )}
      <Clock list={list} time={time} />
      <Button
        size="small"
        tone="chip"
        aria-pressed={learningTimes}
        title="While the time line runs, each go above is written down as its cue's time"
        onClick={() => set({ learningTimes: !learningTimes })}
      >
        Learn times
      </Button>
      <Button size="small" title="A mark where the time line stands; cues that are dragged near it take its time" onClick={mark}>
        Mark
      </Button>
      {inHand && (
        <Button once size="small" onClick={() => layPreset(inHand, placed())}>
          {presetName(inHand)} here
        </Button>
      )}
      {markers.length > 0 && (
        <Button size="small" onClick={() => put("no marks", unmarked)}>
          No marks
        </Button>
      )}
      {timed.length > 0 && (
        <Button size="small" onClick={clearTimes}>
          Clear times
        </Button>
      )}
      {children}
    </div>
  );
}

function Clock({ list, time }: { list: CueList; time: ListTime }): React.JSX.Element {
  const show = usePlayedShow();
  const now = useNow(60);
  const place = listPlace(show, list);
  const at = place ? positionAt(place, now) : null;
  const words = at === null ? "nothing is heard" : at < 0 ? "before the start" : placeWords(at, time);
  return (
    <output aria-label="Stands at" className="min-w-28 px-1 font-mono text-sm" data-running={place?.running === true}>
      <span className={place?.running ? "text-live" : "text-ink-3"}>{place?.running ? "●" : "■"}</span> {words}
    </output>
  );
}

function Zoom({ zoom, onZoom }: { zoom: number; onZoom: (zoom: number) => void }): React.JSX.Element {
  return (
    <span className="ml-auto flex gap-1">
      {(["-", "+"] as const).map((way) => (
        <Button
          key={way}
          size="small"
          className="w-6 px-0"
          aria-label={way === "+" ? "Closer" : "Further"}
          disabled={zoom === (way === "+" ? CLOSEST : 1)}
          onClick={() => onZoom(way === "+" ? zoom * 2 : zoom / 2)}
        >
          {way === "+" ? "+" : "−"}
        </Button>
      ))}
    </span>
  );
}

function Picture({ list, time, zoom }: { list: CueList; time: ListTime; zoom: number }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const frame = useRef<HTMLDivElement>(null);
  const inner = useRef<HTMLDivElement>(null);
  const { width } = useSize(frame);
  const inHand = show.preset(useInterfaceOf("presetInHand").presetInHand ?? "");
  const sound = time.source === "sound" ? show.get("sound", time.soundId) : null;
  const last = Math.max(
    0,
    ...timedCues(show, list.id).map(({ trigger }) => trigger.seconds),
    ...(time.markers ?? []).map(({ seconds }) => seconds),
  );
  const whole = sound ? sound.seconds : Math.max(60, last + 30);
  const wide = width * zoom;
  const secondsAt = (clientX: number): number => {
    const left = inner.current!.getBoundingClientRect().left;
    return Math.max(0, Math.min(whole, ((clientX - left) / wide) * whole));
  };
  const layPreset = useLayPreset(list);
  const drop = (event: React.DragEvent): void => {
    const preset = show.preset(event.dataTransfer.getData(PRESET_DRAG));
    if (preset) {
      event.preventDefault();
      return layPreset(preset, snapped(list, secondsAt(event.clientX), whole / wide));
    }
    const cue = client.view.get("cue", event.dataTransfer.getData(CUE_DRAG));
    if (cue?.listId !== list.id) return;
    event.preventDefault();
    const seconds = snapped(list, secondsAt(event.clientX), whole / wide);
    client.transact(`Cue ${cue.number} of ${list.name} comes at ${placeWords(seconds, time)}`, [
      setChange(cue.id, ["trigger"], { from: cue.trigger, to: { type: "timecode", seconds } }),
    ]);
  };
  return (
    <div className="px-3 pb-2">
      <div ref={frame} className="overflow-x-auto overflow-y-hidden rounded border border-edge bg-ground">
        <div
          ref={inner}
          role="group"
          aria-label="Cues on the time line"
          className={cn("relative h-24", inHand && "cursor-copy")}
          style={{ width: wide || "100%" }}
          onDragOver={(event) => [CUE_DRAG, PRESET_DRAG].some((type) => event.dataTransfer.types.includes(type)) && event.preventDefault()}
          onDrop={drop}
          onPointerDown={(event) => {
            if (inHand) layPreset(inHand, snapped(list, secondsAt(event.clientX), whole / wide));
            else if (time.source === "sound") client.play({ type: "time-seek", listId: list.id, seconds: secondsAt(event.clientX) });
          }}
        >
          {sound && wide > 0 && <SoundPicture key={wide} list={list} soundId={sound.id} height={PICTURE} />}
          {time.source === "sound" && !sound && (
            <p className="grid h-full place-content-center text-xs text-ink-3">Choose a file of sound: WAV, MP3, OGG or FLAC.</p>
          )}
          <Seconds whole={whole} wide={wide} list={list} time={time} />
          {wide > 0 && <TimeFlags list={list} whole={whole} width={wide} />}
          <Playhead list={list} whole={whole} />
        </div>
      </div>
    </div>
  );
}

/** Lays a preset on the selection as a cue that comes at a time. */
function useLayPreset(list: CueList): (preset: Preset, seconds: number) => void {
  const client = useClient();
  const { selection, set } = useInterfaceOf("selection", "set");
  return (preset, seconds) => {
    if (selectedIn(client.view, selection).heads.length === 0)
      return tell(`Nobody is selected, so ${presetName(preset)} has nobody to lie on. Select heads in Build, then lay it here.`);
    const cue = presetCue(client.view, { listId: list.id, seconds, preset, selection, newId });
    if (!cue) return refuse("There is no number left between the cues around that time. Renumber the list first. Nothing was changed.");
    const words = `${presetName(preset)} on ${selectionName(client.view, selection)} at ${placeWords(seconds, list.time!)}`;
    if (client.transact(words, [{ op: "add", record: cue }])) set({ presetInHand: null, chosenCueIds: [cue.id] });
  };
}

const STEPS = [1, 2, 5, 10, 15, 30, 60, 120, 300, 600];
const LEAST_GAP = 64;

function Seconds({ whole, wide, time }: { whole: number; wide: number; list: CueList; time: ListTime }): React.JSX.Element | null {
  if (wide <= 0) return null;
  const step = STEPS.find((entry) => (entry / whole) * wide >= LEAST_GAP) ?? 1200;
  return (
    <div aria-hidden className="pointer-events-none absolute inset-0">
      {Array.from({ length: Math.floor(whole / step) + 1 }, (_, index) => index * step).map((seconds) => (
        <span
          key={seconds}
          className="absolute bottom-0 border-l border-edge pl-1 font-mono text-[10px] text-ink-3"
          style={{ left: `${(100 * seconds) / whole}%` }}
        >
          {placeWords(seconds, time).replace(/(\.00|[:;]00)$/, "")}
        </span>
      ))}
    </div>
  );
}

function Playhead({ list, whole }: { list: CueList; whole: number }): React.JSX.Element | null {
  const show = usePlayedShow();
  const now = useNow(50);
  const place = listPlace(show, list);
  const at = place ? positionAt(place, now) : -1;
  if (at < 0 || at > whole) return null;
  return <span aria-hidden className="pointer-events-none absolute inset-y-0 w-0.5 bg-live" style={{ left: `${(100 * at) / whole}%` }} />;
}
