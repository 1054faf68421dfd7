import { useMemo, useState } from "react";
import { callProgress, callSeconds, cueCall, cueName, type Cue, type CueCall, type PlaybackState, type Show } from "@vexa/core";
import { useNow } from "../frames/use-now";
import { triggerWords } from "../places/score/time-words";
import { usePlayedShow } from "../session/show-context";
import { Choice, Option } from "../ui/choice";
import { clockTime } from "../ui/moments";

/** Sizes in parts of the window's height: at 800 pixels the numbers are read from three metres (a two-hundredth of the distance; common practice). */
const HUGE = "text-[13vh] leading-none font-semibold";
const LARGE = "text-[8vh] leading-none font-semibold";
const READABLE = "text-[4.5vh] leading-tight";

/** The cue that stands, the next one with what starts it and its note, and the time: to be read from across the room. */
export function CueView(): React.JSX.Element {
  const show = usePlayedShow();
  const [listId, choose] = useState<string | null>(null);
  const call = useMemo(() => cueCall(show, listId), [show, listId]);
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_minmax(0,1fr)] gap-[2vh] bg-ground p-[3vh]">
      <header className="flex items-center gap-4">
        <Choice aria-label="Whose cues" className="h-11 w-64" value={listId ?? ""} onValue={(next) => choose(next || null)}>
          <Option value="">whichever was started last</Option>
          {show.all("cueList").map(({ id, name }) => (
            <Option key={id} value={id}>
              {name}
            </Option>
          ))}
        </Choice>
        <p className="min-w-0 flex-1 truncate text-[4vh] text-ink-2">{call?.list.name ?? ""}</p>
        <Clock />
      </header>
      <section aria-label="Now" className="grid min-h-0 content-start gap-[1.5vh] border-t border-edge pt-[2vh]">
        <p className="text-[3vh] text-ink-2">now</p>
        {call?.runs ? (
          <>
            <NumberAndName cue={call.runs.cue} name={cueName(call.runs.cue, show)} size={HUGE} />
            <HowFar call={call} state={call.runs.state} show={show} />
          </>
        ) : (
          <p className={`${LARGE} text-ink-3`}>{call ? "it doesn’t run" : "nothing runs"}</p>
        )}
      </section>
      <section aria-label="Next" className="grid min-h-0 content-start gap-[1.5vh] border-t border-edge pt-[2vh]">
        <p className="text-[3vh] text-ink-2">next{call?.next ? `, ${call.next.trigger ? triggerWords(call.next) : "with a go"}` : ""}</p>
        {call?.next ? (
          <>
            <NumberAndName cue={call.next} name={cueName(call.next, show)} size={LARGE} />
            {call.next.note && <p className={`${READABLE} line-clamp-3 text-sketch`}>{call.next.note}</p>}
          </>
        ) : (
          <p className={`${READABLE} text-ink-3`}>{call ? "that was the last one" : ""}</p>
        )}
      </section>
    </div>
  );
}

function Clock(): React.JSX.Element {
  useNow(250);
  return <time className="font-mono text-[5vh]">{clockTime(Date.now(), "seconds")}</time>;
}

function HowFar({ call, state, show }: { call: CueCall; state: PlaybackState; show: Show }): React.JSX.Element {
  const now = useNow(100);
  const seconds = useMemo(() => callSeconds(show, call), [show, call]);
  const { part, left } = callProgress(state, { seconds, now });
  return (
    <>
      <div className="h-[1.5vh] overflow-hidden rounded bg-edge" role="presentation">
        <div className="h-full bg-live" style={{ width: `${part * 100}%` }} />
      </div>
      <p className={READABLE}>
        {state.pausedSeconds !== undefined ? (
          <span className="text-parked">■ paused, {left.toFixed(1)} s left</span>
        ) : left > 0 ? (
          `${left.toFixed(1)} s`
        ) : (
          <span className="text-ink-2">all has arrived</span>
        )}
      </p>
    </>
  );
}

function NumberAndName({ cue, name, size }: { cue: Cue; name: string; size: string }): React.JSX.Element {
  return (
    <p className={`${size} flex min-w-0 items-baseline gap-[3vh]`}>
      <span className="font-mono">{cue.number}</span>
      <span className="min-w-0 truncate pb-[0.1em]">{name}</span>
    </p>
  );
}
