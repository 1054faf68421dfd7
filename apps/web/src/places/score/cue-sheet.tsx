import {
  blockedStrokes,
  CUE_TINTS,
  cueName,
  FAMILIES,
  setChange,
  type Change,
  type Cue,
  type CueList,
  type Family,
  type FamilyTimes,
} from "@vexa/core";
import { useClient, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { Tags } from "../../ui/tags";
import { Field } from "../../ui/field";
import { CueStrokes } from "./cue-strokes";
import { CueTriggerFields, type CueFields } from "./cue-trigger";
import { SecondsField } from "../../ui/seconds-field";
import { timeWords } from "../../ui/seconds-text";
import { cueTimeWords, readCueTime } from "./time-words";

/** Everything about one cue: its name and note, what starts it, its times, and the strokes that it is made of. */
export function CueSheet({ cue, cues, list }: { cue: Cue; cues: readonly Cue[]; list: CueList }): React.JSX.Element {
  const client = useClient();
  const show = useShow();
  /** Sets fields; undefined takes one away. */
  const put = (words: string, fields: CueFields): boolean => {
    const changes = Object.entries(fields).map(([field, to]): Change => {
      const from = cue[field as keyof Cue];
      return setChange(cue.id, [field], { ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) });
    });
    return client.transact(`Cue ${cue.number} of ${list.name}: ${words}`, changes);
  };
  return (
    <div className="grid gap-3 p-3">
      <div className="grid grid-cols-[4rem_1fr] gap-2">
        <Field label="Number">
          <DraftField
            label="Cue number"
            text={String(cue.number)}
            onTake={(text) => {
              const number = Number(text.replace(",", "."));
              if (number > 0 && number <= 99999) return put(`number ${number}`, { number: Math.round(number * 1000) / 1000 });
              return `“${text}” is no cue number: it must be above zero, such as 2 or 2.5. ${cue.number} was kept.`;
            }}
          />
        </Field>
        <Field label="Name">
          <DraftField
            label="Name of the cue"
            className="font-sans"
            text={cue.name ?? ""}
            placeholder={cueName(cue, show)}
            onTake={(name) =>
              name.length > 80
                ? "A name has at most 80 characters. The former one was kept."
                : put(name ? `name ${name}` : "named by what it says", { name: name || null })
            }
          />
        </Field>
      </div>
      <Field label="Note">
        <DraftField
          label="Note"
          className="font-sans"
          text={cue.note ?? ""}
          placeholder="for whoever runs it"
          onTake={(note) =>
            note.length > 2000 ? "A note has at most 2000 characters. The former one was kept." : put("note", { note: note || undefined })
          }
        />
      </Field>
      <Tags count={CUE_TINTS} tint={cue.tint} onTint={(tint) => put(tint === undefined ? "no tag" : `tag ${tint}`, { tint })} />
      <CueTriggerFields cue={cue} cues={cues} list={list} onPut={put} />
      <Times cue={cue} onPut={put} />
      <div className="flex gap-1">
        <Button
          tone="chip"
          size="small"
          aria-pressed={cue.cueOnly === true}
          title="Its content isn't carried on: the next cue has what was there before"
          onClick={() => put(cue.cueOnly ? "tracks" : "cue only", { cueOnly: cue.cueOnly ? undefined : true })}
        >
          cue only
        </Button>
        <Button
          tone="chip"
          size="small"
          aria-pressed={cue.block === true}
          title="Nothing is carried into it: what it shows now becomes its own"
          onClick={() =>
            cue.block ? put("no block", { block: undefined }) : put("a block", { strokes: blockedStrokes(cues, cue), block: true })
          }
        >
          block
        </Button>
      </div>
      <CueStrokes cue={cue} list={list} />
    </div>
  );
}

/** In, out and delay of the cue, and each family's own, in seconds or percent of in. An empty field shows whose time holds. */
function Times({ cue, onPut }: { cue: Cue; onPut: (words: string, fields: CueFields) => boolean }): React.JSX.Element {
  return (
    <fieldset className="grid gap-1.5">
      <legend className="mb-1 text-xs text-ink-2">Times from the cue before, seconds</legend>
      <div className="grid grid-cols-3 gap-2">
        <Field label="In">
          <SecondsField
            label="In"
            seconds={cue.inSeconds}
            onSeconds={(seconds) => seconds !== null && onPut(`in ${seconds} s`, { inSeconds: seconds })}
          />
        </Field>
        <Field label="Out">
          <SecondsField
            label="Out"
            seconds={cue.outSeconds}
            placeholder={`in ${timeWords(cue.inSeconds)}`}
            onSeconds={(seconds) => onPut(seconds === null ? "out as in" : `out ${seconds} s`, { outSeconds: seconds ?? undefined })}
          />
        </Field>
        <Field label="Delay">
          <SecondsField
            label="Delay"
            seconds={cue.delaySeconds}
            placeholder="0"
            onSeconds={(seconds) => onPut(seconds === null ? "no delay" : `delay ${seconds} s`, { delaySeconds: seconds ?? undefined })}
          />
        </Field>
      </div>
      <div className="grid grid-cols-[4.5rem_1fr_1fr_1fr] items-center gap-x-2 gap-y-1 text-xs text-ink-2">
        <span />
        <span>in</span>
        <span>out</span>
        <span>delay</span>
        {FAMILIES.map((family) => (
          <FamilyRow key={family} cue={cue} family={family} onPut={onPut} />
        ))}
      </div>
      <p className="text-xs text-ink-3">Seconds, or a percent of in such as 50%. Empty: the cue's own, shown in grey.</p>
    </fieldset>
  );
}

function FamilyRow({
  cue,
  family,
  onPut,
}: {
  cue: Cue;
  family: Family;
  onPut: (words: string, fields: CueFields) => boolean;
}): React.JSX.Element {
  const own: FamilyTimes = cue.families?.[family] ?? {};
  const put = (field: keyof FamilyTimes, text: string): boolean | string => {
    const time = text === "" ? undefined : readCueTime(text);
    if (time === null) return `“${text}” is no time: write seconds such as 2, or a percent of in such as 50%. What was there was kept.`;
    const { [field]: _, ...rest } = own;
    const next: FamilyTimes = time ? { ...rest, [field]: time } : rest;
    const { [family]: __, ...others } = cue.families ?? {};
    const families = Object.keys(next).length > 0 ? { ...others, [family]: next } : others;
    return onPut(`${family} ${field} ${text || "as the cue"}`, { families: Object.keys(families).length > 0 ? families : undefined });
  };
  const field = (name: keyof FamilyTimes, holds: string): React.JSX.Element => (
    <DraftField
      label={`${family} ${name}`}
      className="h-6 px-1 text-xs"
      text={cueTimeWords(own[name])}
      placeholder={holds}
      onTake={(text) => put(name, text)}
    />
  );
  return (
    <>
      <span>{family}</span>
      {field("in", timeWords(cue.inSeconds))}
      {family === "Intensity" ? field("out", timeWords(cue.outSeconds ?? cue.inSeconds)) : <span />}
      {field("delay", timeWords(cue.delaySeconds ?? 0))}
    </>
  );
}
