import { useState } from "react";
import {
  attributeInfo,
  explain,
  fanVeils,
  selectionName,
  VEIL_SETTINGS,
  veilsOf,
  type SketchedVeil,
  type VeilSetting,
  type VeilSettingName,
} from "@vexa/core";
import { useClient, useMe, useShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { Choice, Option } from "../../../ui/choice";
import { FanField } from "../../../ui/fan-field";
import { Field } from "../../../ui/field";

const WORDS: Readonly<Record<VeilSettingName, string>> = {
  size: "size, or opacity",
  width: "width, m",
  height: "height, m",
  turn: "turn, degrees",
  x: "middle across, m",
  y: "middle upstage, m",
  z: "middle up, m",
  contrast: "contrast",
  blur: "blur, m",
  rate: "rate",
  phase: "phase, degrees",
};
const NAMES = Object.keys(WORDS) as VeilSettingName[];
/** So many values are shown one by one; of more, the ends. */
const MOST_SHOWN = 8;

/** One number of several veils of the sketch at once, as a fan from the lowest to the topmost. */
export function VeilsFan(): React.JSX.Element | null {
  const client = useClient();
  const me = useMe();
  const show = useShow();
  const [setting, setSetting] = useState<VeilSettingName>("size");
  const [left, setLeft] = useState<readonly string[]>([]);
  const veils = veilsOf(show.sketchOf(me.id)?.strokes ?? {});
  if (veils.length < 2) return null;
  const meant = veils.filter(({ id }) => !left.includes(id));
  const { quantity, scale, of }: VeilSetting = VEIL_SETTINGS[setting];
  const nameOf = ({ who, attribute }: SketchedVeil): string => `${selectionName(show, who)}, ${attributeInfo(attribute).label}`;
  const take = (knots: readonly number[]): boolean | string => {
    const changes = fanVeils(client.view, { personId: me.id, ids: meant.map(({ id }) => id), setting, knots });
    return changes.ok ? client.transact(`${WORDS[setting]} over ${meant.length} veils`, changes.value) : explain(changes.error);
  };
  const values = meant.map(({ motion }) => of(motion));
  return (
    <section className="grid gap-2 border-t border-edge pt-2.5" aria-label="Over several veils">
      <h3 className="text-xs font-semibold text-ink-2">Over {veils.length} veils of the sketch, the lowest first</h3>
      <div className="flex flex-wrap gap-1" role="group" aria-label="Which veils">
        {veils.map((veil, index) => (
          <Button
            key={veil.id}
            size="small"
            tone="chip"
            className="max-w-full truncate"
            aria-pressed={!left.includes(veil.id)}
            title="Pressed: it takes its part of the fan"
            onClick={() => setLeft(left.includes(veil.id) ? left.filter((id) => id !== veil.id) : [...left, veil.id])}
          >
            {index + 1} {nameOf(veil)}
          </Button>
        ))}
      </div>
      <div className="grid gap-2">
        <Field label="What is fanned">
          <Choice value={setting} onValue={(next) => setSetting(next as VeilSettingName)}>
            {NAMES.map((name) => (
              <Option key={name} value={name}>
                {WORDS[name]}
              </Option>
            ))}
          </Choice>
        </Field>
        <Field label="From the lowest to the topmost">
          <FanField
            label="Fan over the veils"
            quantity={quantity}
            placeholder={meant.length === 0 ? "choose veils" : "such as 20..80"}
            scale={scale}
            knots={meant.length === 0 ? null : values.length > MOST_SHOWN ? [values[0]!, values.at(-1)!] : values}
            onKnots={take}
          />
        </Field>
      </div>
    </section>
  );
}
