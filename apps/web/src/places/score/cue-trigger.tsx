import {
  clockText,
  cueName,
  dayTimeText,
  explain,
  readDayTime,
  WEEKDAYS,
  type ClockTrigger,
  type Cue,
  type CueFields,
  type CueList,
  type CueTrigger,
} from "@vexa/core";
import { useQuietShow } from "../../session/show-context";
import { Choice, Option } from "../../ui/choice";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { Field } from "../../ui/field";
import { PlaceField } from "./place-field";
import { SecondsField } from "../../ui/seconds-field";
import { placeWords } from "./time-words";

const TRIGGERS = {
  go: "a go",
  follow: "when the one before is done",
  wait: "some time after the one before",
  timecode: "its own time",
  clock: "a time of day",
} as const;

/** What starts a cue, and where it leads. */
export function CueTriggerFields({
  cue,
  cues,
  list,
  onPut,
}: {
  cue: Cue;
  cues: readonly Cue[];
  list: CueList;
  onPut: (words: string, fields: CueFields) => boolean;
}): React.JSX.Element {
  const show = useQuietShow();
  const { trigger } = cue;
  const type = trigger?.type ?? "go";
  const firsts: Record<keyof typeof TRIGGERS, CueTrigger | undefined> = {
    go: undefined,
    follow: { type: "follow" },
    wait: { type: "wait", seconds: 5 },
    timecode: { type: "timecode", seconds: 0 },
    clock: { type: "clock", seconds: 18 * 3600 },
  };
  const take = (next: keyof typeof TRIGGERS): void => {
    const made = firsts[next];
    onPut(`comes with ${TRIGGERS[next]}`, { trigger: made });
  };
  return (
    <div className="grid grid-cols-2 gap-2">
      <Field label="Comes with">
        <Choice value={type} onValue={(next) => take(next as keyof typeof TRIGGERS)}>
          {(Object.keys(TRIGGERS) as (keyof typeof TRIGGERS)[])
            .filter((entry) => entry !== "timecode" || list.time || type === "timecode")
            .map((entry) => (
              <Option key={entry} value={entry}>
                {TRIGGERS[entry]}
              </Option>
            ))}
        </Choice>
      </Field>
      {trigger?.type === "wait" ? (
        <Field label="Seconds after its go">
          <SecondsField
            label="Wait"
            seconds={trigger.seconds}
            onSeconds={(seconds) => seconds !== null && onPut(`waits ${seconds} s`, { trigger: { type: "wait", seconds } })}
          />
        </Field>
      ) : trigger?.type === "timecode" && list.time ? (
        <Field label="At">
          <PlaceField
            label="Time of the cue"
            seconds={trigger.seconds}
            time={list.time}
            onSeconds={(seconds) => onPut(`comes at ${placeWords(seconds, list.time!)}`, { trigger: { type: "timecode", seconds } })}
          />
        </Field>
      ) : trigger?.type === "clock" ? (
        <ClockFields trigger={trigger} onPut={(next) => onPut(`comes ${clockText(next)}`, { trigger: next })} />
      ) : (
        <span />
      )}
      <Field label="After it">
        <Choice
          value={cue.thenCueId ?? ""}
          onValue={(next) => onPut(next ? "goes elsewhere" : "the next one", { thenCueId: next || undefined })}
        >
          <Option value="">the next number</Option>
          {cues.map((entry) => (
            <Option key={entry.id} value={entry.id}>
              {entry.number} {cueName(entry, show)}
            </Option>
          ))}
        </Choice>
      </Field>
    </div>
  );
}

/** A time of day, and on which days of the week. */
function ClockFields({ trigger, onPut }: { trigger: ClockTrigger; onPut: (trigger: ClockTrigger) => boolean }): React.JSX.Element {
  const { seconds, days } = trigger;
  const turn = (day: number): void => {
    const all = days ?? WEEKDAYS.map((_, at) => at + 1);
    const next = (all.includes(day) ? all.filter((each) => each !== day) : [...all, day]).sort((a, b) => a - b);
    // None would never come; all is every day.
    if (next.length > 0) onPut({ type: "clock", seconds, ...(next.length < WEEKDAYS.length ? { days: next } : {}) });
  };
  return (
    <div className="grid gap-1">
      <Field label="At, by the clock of the machine">
        <DraftField
          label="Time of day"
          text={dayTimeText(seconds)}
          onTake={(text) => {
            const read = readDayTime(text);
            return read.ok ? onPut({ ...trigger, seconds: read.value }) : explain(read.error);
          }}
        />
      </Field>
      <div className="flex gap-0.5" role="group" aria-label="Days of the week">
        {WEEKDAYS.map((name, at) => (
          <Button
            key={name}
            size="small"
            tone="chip"
            className="min-w-0 flex-1 px-0"
            aria-label={name}
            aria-pressed={!days || days.includes(at + 1)}
            onClick={() => turn(at + 1)}
          >
            {name.slice(0, 2)}
          </Button>
        ))}
      </div>
    </div>
  );
}
