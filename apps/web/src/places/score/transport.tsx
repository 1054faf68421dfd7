import { useRef, useState } from "react";
import { cueName, learnedGo, timeCard, type CueList, type LearnedGo, type Playback } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, usePlayedShow } from "../../session/show-context";
import { usePaused } from "../../tempo/use-paused";
import { Button } from "../../ui/button";
import { TextInput } from "../../ui/field";
import { readSeconds } from "../../ui/seconds-text";
import { placeWords } from "./time-words";

/** Runs the list from here: go, back, pause, to the chosen cue in a time of choice, and let go with the time that this takes. */
export function Transport({ list }: { list: CueList }): React.JSX.Element {
  const playback = timeCard(usePlayedShow(), list.id);
  if (!playback)
    return (
      <p className="shrink-0 border-b border-edge px-3 py-2 text-xs text-ink-3">
        No card plays this list: put it on a page in Perform, under Arrange.
      </p>
    );
  return <Running list={list} playback={playback} />;
}

function Running({ list, playback }: { list: CueList; playback: Playback }): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const { chosenCueIds, learningTimes } = useInterfaceOf("chosenCueIds", "learningTimes");
  const [time, setTime] = useState("");
  const lastLearned = useRef<LearnedGo | null>(null);
  const playbackId = playback.id;
  const state = show.playbackState(playbackId);
  const cue = show.get("cue", state?.cueId);
  const chosen = show.get("cue", chosenCueIds.at(-1));
  const seconds = time.trim() === "" ? undefined : readSeconds(time);
  const paused = usePaused({ playback, state });
  const learn = (): LearnedGo | null => {
    const learned = learnedGo(client.view, list, { t: client.now(), last: lastLearned.current });
    const number = client.view.get("cue", learned?.cueId)?.number;
    if (!learned || !list.time) return null;
    const words = `Cue ${number} of ${list.name} comes at ${placeWords(learned.seconds, list.time)}`;
    return client.transact(words, [learned.change]) ? (lastLearned.current = learned) : null;
  };
  return (
    <div
      role="group"
      data-plays
      aria-label={`Run ${list.name}`}
      className="flex shrink-0 flex-wrap items-center gap-1.5 border-b border-edge px-3 py-1.5"
    >
      <Button
        once
        tone="live"
        size="small"
        onClick={() => {
          const learned = learningTimes ? learn() : null;
          client.play({ type: "go", playbackId, ...(learned && { cueId: learned.cueId }) });
        }}
      >
        Go
      </Button>
      <Button size="small" disabled={!cue} onClick={() => client.play({ type: "back", playbackId })}>
        Back
      </Button>
      <Button size="small" disabled={!cue} aria-pressed={paused.value} onClick={() => paused.turn(client.now())}>
        {paused.value ? "Continue" : "Pause"}
      </Button>
      <span className="flex items-center gap-1">
        <Button
          // Another cue is another act, however soon.
          key={chosen?.id}
          once
          size="small"
          disabled={!chosen || seconds === null}
          title="To the chosen cue, in its own times or in the seconds beside; 0 is a cut"
          onClick={() =>
            chosen &&
            client.play({ type: "go", playbackId, cueId: chosen.id, ...(seconds === undefined || seconds === null ? {} : { seconds }) })
          }
        >
          {chosen ? `Go to ${chosen.number}` : "Go to"}
        </Button>
        <TextInput
          aria-label="Seconds for going there"
          aria-invalid={seconds === null}
          className="h-6 w-20 font-mono text-xs"
          placeholder="its own"
          value={time}
          onChange={(event) => setTime(event.target.value)}
          onKeyDown={(event) => event.stopPropagation()}
        />
      </span>
      <span className="min-w-0 flex-1 truncate text-right text-xs text-ink-2">
        {cue ? (
          <>
            <span className="text-live">●</span> {cue.number} {cueName(cue, show)}
          </>
        ) : (
          "doesn't run"
        )}
      </span>
      <Button
        size="small"
        disabled={!cue}
        title={`Back to what lies beneath in ${playback.releaseSeconds} s. In and out are times between cues; this one is the time of letting go, and belongs to the card.`}
        onClick={() => client.play({ type: "let-go", playbackId })}
      >
        Let go, {playback.releaseSeconds} s
      </Button>
    </div>
  );
}
