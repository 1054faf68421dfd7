import { useRef, useState } from "react";
import { refuse } from "../../ui/messages";
import { TIMECODE_RATES, type CueList, type ListTime, type Sound, type TimecodeRate } from "@vexa/core";
import { sendSound } from "../../session/api";
import { useClient, useQuietShow } from "../../session/show-context";
import { decodeSound } from "../../sound/decode-sound";
import { listenToMidi, useMidi } from "../../tempo/midi-input";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { PlaceField } from "./place-field";
import { useTimeEdit } from "./use-time-edit";

const FIRST_TIME: ListTime = { source: "timecode", rate: "25", startSeconds: 0 };

/** What the cues' times are counted by. */
export function TimeSource({ list }: { list: CueList }): React.JSX.Element {
  const show = useQuietShow();
  const put = useTimeEdit(list);
  const { time } = list;
  const sound = show.get("sound", time?.soundId);
  const take = (value: string): void => {
    if (value === "none") put("no time line", undefined);
    else put(`times by ${value}`, { ...(time ?? FIRST_TIME), source: value as ListTime["source"] });
  };
  return (
    <div className="flex flex-wrap items-center gap-1.5 px-3 pt-1.5 text-xs text-ink-2">
      Time line
      <Choice
        aria-label="Times are counted by"
        className="h-6 w-32 px-1 text-xs"
        value={time?.source ?? "none"}
        onValue={(next) => take(next)}
      >
        <Option value="none">none</Option>
        <Option value="sound">a sound</Option>
        <Option value="timecode">timecode</Option>
      </Choice>
      {time?.source === "sound" && <SoundFile list={list} time={time} sound={sound} />}
      {time?.source === "timecode" && <TimecodeFields list={list} time={time} />}
      {!time && <span className="text-ink-3">Cues of a list with a time line can come at a time of a song, or of timecode.</span>}
    </div>
  );
}

function SoundFile({ list, time, sound }: { list: CueList; time: ListTime; sound: Sound | null }): React.JSX.Element {
  const put = useTimeEdit(list);
  const [busy, setBusy] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const take = async (chosen: File): Promise<void> => {
    try {
      setBusy("Reading…");
      const { duration } = await decodeSound(chosen);
      setBusy("Sending…");
      const { id } = await sendSound(chosen);
      const record: Sound = { id, kind: "sound", version: 1, name: chosen.name.slice(0, 120), seconds: duration };
      put(`plays ${record.name}`, { ...time, soundId: id }, [{ op: "add", record }]);
    } catch (error) {
      refuse(error instanceof Error ? error.message : "The sound couldn't be taken. Nothing was changed.");
    } finally {
      setBusy(null);
    }
  };
  return (
    <>
      <span className="max-w-56 truncate text-ink" title={sound?.name ?? ""}>
        {sound ? sound.name : "no file yet"}
      </span>
      <Button size="small" disabled={busy !== null} onClick={() => file.current?.click()}>
        {sound ? "Another file" : "Choose a file"}
      </Button>
      <input
        ref={file}
        type="file"
        className="hidden"
        aria-label="File of sound"
        accept="audio/*,.wav,.mp3,.ogg,.flac"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = "";
          if (chosen) void take(chosen);
        }}
      />
      {busy && (
        <span role="status" className="flex items-center gap-1.5">
          {busy} <progress className="h-1.5 w-20" />
        </span>
      )}
    </>
  );
}

function TimecodeFields({ list, time }: { list: CueList; time: ListTime }): React.JSX.Element {
  const client = useClient();
  const put = useTimeEdit(list);
  const { state } = useMidi();
  return (
    <>
      <Choice
        aria-label="Frames a second"
        className="h-6 w-24 px-1 text-xs"
        value={time.rate}
        onValue={(next) => put(`${next} frames a second`, { ...time, rate: next as TimecodeRate })}
      >
        {TIMECODE_RATES.map((rate) => (
          <Option key={rate} value={rate}>
            {rate}
          </Option>
        ))}
      </Choice>
      <label className="flex items-center gap-1">
        begins at
        <span className="w-28">
          <PlaceField
            label="Timecode at the list's start"
            seconds={time.startSeconds}
            time={{ ...time, startSeconds: 0 }}
            onSeconds={(startSeconds) => put("another start", { ...time, startSeconds })}
          />
        </span>
      </label>
      {state === "listening" ? (
        <span className="text-ink-3">MIDI of this browser is heard.</span>
      ) : (
        <Button size="small" onClick={() => void listenToMidi(client)} title="Timecode by OSC is heard by the server in any case">
          {state === "off" ? "Hear this browser's MIDI" : "MIDI isn't to be had here"}
        </Button>
      )}
    </>
  );
}
