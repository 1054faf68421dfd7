import { Plus } from "lucide-react";
import { useState } from "react";
import { useForm } from "react-hook-form";
import {
  addedContent,
  attributeInfo,
  contentName,
  contentWithout,
  familyOf,
  newPreset,
  presetContent,
  presetKeys,
  presetName,
  resolve,
  seenStrokes,
  setChange,
  suggestedScope,
  territoryFor,
  type Attribute,
  type Change,
  type Preset,
  type PresetContent,
  type PresetScope,
} from "@vexa/core";
import { lanesOf } from "../../../lanes/lane-model";
import { useSelected } from "../../../selection/use-selection";
import { useClient, useMe, useShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { SomeOf } from "../../../ui/one-of";
import { Option } from "../../../ui/choice";
import { ControlledChoice } from "../../../ui/controlled-choice";
import { Field, TextInput } from "../../../ui/field";
import { PopSheet } from "../../../ui/pop-sheet";
import { newId } from "../../../session/new-id";

const SCOPE_WORDS: Record<PresetScope, string> = {
  universal: "universal: any head",
  "per profile": "per profile",
  "per head": "per head: each its own",
};
type Mode = "add" | "replace" | "remove";
const MODE_WORDS: Record<Mode, string> = { add: "Add to it", replace: "Replace what it holds", remove: "Take these out of it" };

/** Keeps what the sketch says of the selected heads as a preset, or changes one with it. */
export function RecordPreset(): React.JSX.Element {
  const [open, setOpen] = useState(false);
  return (
    <PopSheet
      label="Keep as a preset"
      open={open}
      onOpen={setOpen}
      trigger={
        <Button size="small" className="h-7 px-1.5" aria-label="Keep the lanes as a preset" title="Keep the lanes as a preset">
          <Plus size={15} aria-hidden />
        </Button>
      }
    >
      <RecordForm onDone={() => setOpen(false)} />
    </PopSheet>
  );
}

interface Kept {
  name: string;
  /** The preset that it goes into; empty = a new one. */
  target: string;
  mode: Mode;
  /** Empty = the one that suits what is kept. */
  scope: PresetScope | "";
  left: Attribute[];
}

function RecordForm({ onDone }: { onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const show = useShow();
  const me = useMe();
  const selected = useSelected();
  const all = show.sketchOf(me.id)?.strokes ?? {};
  const lanes = lanesOf(show, all, selected).map(({ attribute }) => attribute);
  const { register, control, handleSubmit, watch, setValue, setError, formState } = useForm<Kept>({
    defaultValues: { name: "", target: "", mode: "add", scope: "", left: [] },
  });
  const { left, target, scope: chosenScope, mode } = watch();
  const attributes = lanes.filter((attribute) => !left.includes(attribute));
  if (lanes.length === 0)
    return <p className="text-ink-2">Your sketch says nothing of the selected heads yet. Set something in the lanes first.</p>;
  const scope = chosenScope || suggestedScope(attributes);
  const heads = new Set(selected.heads.map(({ key }) => key));
  const strokes = Object.fromEntries(
    Object.entries(seenStrokes(all, show)).filter(
      ([, { who }]) => who.groupIds !== undefined || (who.heads ?? []).some((head) => heads.has(head)),
    ),
  );
  const content: PresetContent = presetContent({ strokes, attributes, scope, heads: selected.heads, resolved: resolve(all, show) });
  const empty = presetKeys(content).length === 0;
  const complain = (message: string): void => setError("root", { message });
  const keep = ({ name }: Kept): void => {
    const present = show.get("preset", target);
    if (empty && mode !== "remove")
      return complain(
        "These lanes refer to presets or only move what lies beneath: nothing of their own can be kept. Nothing was recorded.",
      );
    const changes = present
      ? changedPreset(present, { content, mode, attributes, heads: selected.heads })
      : [
          {
            op: "add" as const,
            // A programmer's preset belongs to their territory; the lead's is common.
            record: newPreset(show, { newId, territoryId: territoryFor(me, show), name, family: familyOf(attributes), ...content }),
          },
        ];
    if (changes === null) return complain("Nothing would be left in it. Delete the preset in its own sheet instead. It was kept.");
    if (
      client.transact(
        present ? `Changed the preset ${presetName(present)}` : `Kept the preset ${name.trim() || contentName(content)}`,
        changes,
      )
    )
      onDone();
  };
  return (
    <form onSubmit={(event) => void handleSubmit(keep)(event)} className="grid gap-2">
      <SomeOf
        label="What is kept"
        values={lanes.filter((attribute) => !left.includes(attribute))}
        among={lanes.map((value) => ({ value, words: attributeInfo(value).label }))}
        onTurned={(attribute) =>
          setValue("left", left.includes(attribute) ? left.filter((entry) => entry !== attribute) : [...left, attribute])
        }
      />
      <Field label="Into">
        <ControlledChoice control={control} name="target">
          <Option value="">A new preset</Option>
          {show.all("preset").map((preset) => (
            <Option key={preset.id} value={preset.id}>
              {presetName(preset)}
            </Option>
          ))}
        </ControlledChoice>
      </Field>
      {target !== "" && (
        <ControlledChoice control={control} name="mode" aria-label="How">
          {(Object.keys(MODE_WORDS) as Mode[]).map((entry) => (
            <Option key={entry} value={entry}>
              {MODE_WORDS[entry]}
            </Option>
          ))}
        </ControlledChoice>
      )}
      <Field label="Fits">
        <ControlledChoice control={control} name="scope" shown={scope}>
          {(Object.keys(SCOPE_WORDS) as PresetScope[]).map((entry) => (
            <Option key={entry} value={entry}>
              {SCOPE_WORDS[entry]}
            </Option>
          ))}
        </ControlledChoice>
      </Field>
      {target === "" && (
        <TextInput
          aria-label="Name of the new preset"
          maxLength={80}
          placeholder={empty ? "Name" : contentName(content)}
          {...register("name")}
        />
      )}
      {formState.errors.root && (
        <p role="alert" className="text-xs text-barred">
          ▬ {formState.errors.root.message}
        </p>
      )}
      <Button type="submit" tone="sketch">
        {target === "" ? "Keep preset" : "Change preset"}
      </Button>
    </form>
  );
}

/** The changes of a preset's content; null when nothing would be left. */
function changedPreset(
  present: Preset,
  of: { content: PresetContent; mode: Mode; attributes: readonly Attribute[]; heads: Parameters<typeof contentWithout>[2] },
): Change[] | null {
  const next =
    of.mode === "add" ? addedContent(present, of.content) : of.mode === "replace" ? of.content : contentWithout(present, of.attributes);
  if (presetKeys(next).length === 0) return null;
  const fields = ["universal", "perProfile", "perHead"] as const;
  return fields.flatMap((field) =>
    next[field] === present[field] ? [] : [setChange(present.id, [field], { from: present[field], to: next[field] })],
  );
}
