import { cueName, type Cue, type CueFields, type CueList, type CueTrigger } from "@vexa/core";
import { useShow } from "../../session/show-context";
import { Choice, Option } from "../../ui/choice";
import { Field } from "../../ui/field";
import { PlaceField } from "./place-field";
import { SecondsField } from "../../ui/seconds-field";
import { placeWords } from "./time-words";

const TRIGGERS = {
  go: "a go",
  follow: "when the one before is done",
  wait: "some time after the one before",
  timecode: "its own time",
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
  const show = useShow();
  const { trigger } = cue;
  const type = trigger?.type ?? "go";
  const firsts: Record<keyof typeof TRIGGERS, CueTrigger | undefined> = {
    go: undefined,
    follow: { type: "follow" },
    wait: { type: "wait", seconds: 5 },
    timecode: { type: "timecode", seconds: 0 },
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
