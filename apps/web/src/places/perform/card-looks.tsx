import { presetName, type Playback } from "@vexa/core";
import { useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { Choice, Option } from "../../ui/choice";
import { Field } from "../../ui/field";

type Set = <F extends keyof Playback>(field: F, to: Playback[F] | undefined) => boolean;

/** What makes a card be found at once in the dark: a label, a colour and a picture of one's own. */
export function CardLooks({ playback, listName, set }: { playback: Playback; listName: string; set: Set }): React.JSX.Element {
  const show = useQuietShow();
  const presets = show.all("preset").toSorted((a, b) => a.rank - b.rank);
  return (
    <fieldset className="grid gap-1.5">
      <legend className="mb-1 text-xs text-ink-2">Looks</legend>
      <Field label="Label">
        <DraftField
          label="Label"
          className="font-sans"
          text={playback.label ?? ""}
          placeholder={listName}
          onTake={(text) =>
            text.length > 80 ? "A label has at most 80 characters. The former one was kept." : set("label", text || undefined)
          }
        />
      </Field>
      <div className="grid grid-cols-2 items-end gap-2">
        <Field label="Colour">
          <span className="flex gap-1">
            <input
              type="color"
              aria-label="Colour of the card"
              className="h-8 w-12 rounded border border-edge bg-ground"
              value={playback.color ?? "#808080"}
              onChange={(event) => set("color", event.target.value)}
            />
            {playback.color !== undefined && <Button onClick={() => set("color", undefined)}>None</Button>}
          </span>
        </Field>
        <Field label="Picture of">
          <Choice value={playback.pictureOf ?? ""} onValue={(next) => set("pictureOf", next || undefined)}>
            <Option value="">nothing</Option>
            {presets.map((preset) => (
              <Option key={preset.id} value={preset.id}>
                {presetName(preset)}
              </Option>
            ))}
          </Choice>
        </Field>
      </div>
    </fieldset>
  );
}

/** The colour and picture of a card, over its title. */
export function CardSign({ color, picture }: { color: string | undefined; picture: React.ReactNode }): React.JSX.Element | null {
  if (color === undefined && !picture) return null;
  return (
    <span aria-hidden className="flex items-center gap-1">
      {color !== undefined && <span className="h-1.5 min-w-6 flex-1 rounded-full" style={{ background: color }} />}
      {picture}
    </span>
  );
}
