import { blockedStrokes, CUE_TINTS, cueFieldChanges, cueName, type Cue, type CueFields, type CueList } from "@vexa/core";
import { useClient, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { Tags } from "../../ui/tags";
import { Says } from "../../wings/says";
import { Field } from "../../ui/field";
import { CueMacro } from "./cue-macro";
import { CueStrokes } from "./cue-strokes";
import { CueTimes } from "./cue-times";
import { CueTriggerFields } from "./cue-trigger";

/** Everything about one cue: its name and note, what starts it, its times, and the strokes that it is made of. */
export function CueSheet({ cue, cues, list }: { cue: Cue; cues: readonly Cue[]; list: CueList }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const put = (words: string, fields: CueFields): boolean =>
    client.transact(
      `Cue ${cue.number} of ${list.name}: ${words}`,
      cueFieldChanges([cue], () => fields),
    );
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
      <CueTimes cues={[cue]} onPut={(words, fieldsOf) => put(words, fieldsOf(cue))} />
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
        {list.movesDark && (
          <Button
            tone="chip"
            size="small"
            aria-pressed={cue.movesDark === "never"}
            title="Heads wait for this cue, also where they are dark before it"
            onClick={() =>
              put(cue.movesDark ? "may be gone ahead to" : "nothing goes ahead", { movesDark: cue.movesDark ? undefined : "never" })
            }
          >
            nothing ahead
          </Button>
        )}
      </div>
      <CueMacro cue={cue} onPut={put} />
      <Says title="Says to other machines" says={cue.says ?? []} onSays={(words, says) => put(words, { says })} />
      <CueStrokes cue={cue} list={list} />
    </div>
  );
}
