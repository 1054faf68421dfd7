import { commonOf, FAMILIES, type Common, type Cue, type CueFields, type Family, type FamilyTimes } from "@vexa/core";
import { DraftField } from "../../ui/draft-field";
import { Field } from "../../ui/field";
import { SecondsField } from "../../ui/seconds-field";
import { timeWords } from "../../ui/seconds-text";
import { cueTimeWords, readCueTime } from "./time-words";

/** One cue, or several that are edited together. */
export type SomeCues = readonly [Cue, ...Cue[]];
/** Sets fields of all of them; false when it can't be. */
export type PutCues = (words: string, fieldsOf: (cue: Cue) => CueFields) => boolean;

/** What the cues have of something; where they differ, all that there is stands in the empty field. */
export function commonIn<T>(cues: SomeCues, of: (cue: Cue) => T): Common<T> {
  const [first, ...rest] = cues;
  return commonOf([of(first), ...rest.map(of)]);
}

/** Named in the empty field, so that nobody takes it for nothing. */
const MOST_NAMED = 4;
export function mixedWords<T>({ values }: { values: readonly T[] }, say: (value: T) => string): string {
  const named = values.slice(0, MOST_NAMED).map((value) => say(value) || "–");
  return `${named.join(", ")}${values.length > MOST_NAMED ? " …" : ""}`;
}

function rangeWords(seconds: readonly number[]): string {
  const [least, most] = [Math.min(...seconds), Math.max(...seconds)];
  return least === most ? `some ${timeWords(least)}` : `${timeWords(least)} to ${timeWords(most)}`;
}

/** In, out and delay, and each family's own, in seconds or percent of in. An empty field shows whose time holds. */
export function CueTimes({ cues, onPut }: { cues: SomeCues; onPut: PutCues }): React.JSX.Element {
  const ins = commonIn(cues, ({ inSeconds }) => inSeconds);
  const inWords = ins.same ? timeWords(ins.value) : "in";
  const time = (label: string, field: "inSeconds" | "outSeconds" | "delaySeconds", none: string): React.JSX.Element => {
    const common = commonIn(cues, (cue) => cue[field]);
    return (
      <Field label={label}>
        <SecondsField
          label={label}
          seconds={common.same ? common.value : undefined}
          placeholder={common.same ? none : rangeWords(common.values.flatMap((value) => value ?? []))}
          onSeconds={(seconds) => {
            // An empty field that stands for several times was only looked at.
            if (seconds === null && (field === "inSeconds" || !common.same)) return false;
            const words = seconds === null ? `${label.toLowerCase()} as it comes` : `${label.toLowerCase()} ${seconds} s`;
            return onPut(words, () => ({ [field]: seconds ?? undefined }));
          }}
        />
      </Field>
    );
  };
  return (
    <fieldset className="grid gap-1.5">
      <legend className="mb-1 text-xs text-ink-2">Times from the cue before, seconds</legend>
      <div className="grid grid-cols-3 gap-2">
        {time("In", "inSeconds", "")}
        {time("Out", "outSeconds", `in ${ins.same ? timeWords(ins.value) : ""}`.trim())}
        {time("Delay", "delaySeconds", "0")}
      </div>
      <div className="grid grid-cols-[4.5rem_1fr_1fr_1fr] items-center gap-x-2 gap-y-1 text-xs text-ink-2">
        <span />
        <span>in</span>
        <span>out</span>
        <span>delay</span>
        {FAMILIES.map((family) => (
          <FamilyRow key={family} cues={cues} family={family} holds={inWords} onPut={onPut} />
        ))}
      </div>
      <p className="text-xs text-ink-3">Seconds, or a percent of in such as 50%. Empty: the cue's own, shown in grey.</p>
    </fieldset>
  );
}

interface FamilyRowProps {
  readonly cues: SomeCues;
  readonly family: Family;
  /** The cues' own in-time. */
  readonly holds: string;
  readonly onPut: PutCues;
}

function FamilyRow({ cues, family, holds, onPut }: FamilyRowProps): React.JSX.Element {
  const put = (field: keyof FamilyTimes, text: string): boolean | string => {
    const time = text === "" ? undefined : readCueTime(text);
    if (time === null) return `“${text}” is no time: write seconds such as 2, or a percent of in such as 50%. What was there was kept.`;
    return onPut(`${family} ${field} ${text || "as the cue"}`, (cue) => {
      const { [field]: _, ...rest } = cue.families?.[family] ?? {};
      const next: FamilyTimes = time ? { ...rest, [field]: time } : rest;
      const { [family]: __, ...others } = cue.families ?? {};
      const families = Object.keys(next).length > 0 ? { ...others, [family]: next } : others;
      return { families: Object.keys(families).length > 0 ? families : undefined };
    });
  };
  const field = (name: keyof FamilyTimes, own: (cue: Cue) => string): React.JSX.Element => {
    const common = commonIn(cues, (cue) => cue.families?.[family]?.[name]);
    const under = commonIn(cues, own);
    return (
      <DraftField
        label={`${family} ${name}`}
        className="h-6 px-1 text-xs"
        text={common.same ? cueTimeWords(common.value) : ""}
        placeholder={!common.same ? mixedWords(common, cueTimeWords) : under.same ? under.value : holds}
        onTake={(text) => (text === "" && !common.same ? false : put(name, text))}
      />
    );
  };
  return (
    <>
      <span>{family}</span>
      {field("in", ({ inSeconds }) => timeWords(inSeconds))}
      {family === "Intensity" ? field("out", ({ outSeconds, inSeconds }) => timeWords(outSeconds ?? inSeconds)) : <span />}
      {field("delay", ({ delaySeconds }) => timeWords(delaySeconds ?? 0))}
    </>
  );
}
