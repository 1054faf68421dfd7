import { Eye, EyeOff, Lock, LockOpen } from "lucide-react";
import { useRef, useState } from "react";
import {
  counted,
  explain,
  lampsOn,
  newScenery,
  SCENERY_FIELDS,
  selectHeads,
  typedScenery,
  type Scenery,
  type SceneryField,
  type SceneryForm,
} from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { newId } from "../../session/new-id";
import { useClient, useQuietShow } from "../../session/show-context";
import { layersOf, useLayers } from "../../stage/layers";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { DraftField } from "../../ui/draft-field";
import { Menu, MenuItem } from "../../ui/menu";
import { refuse } from "../../ui/messages";
import { keepUnderlay } from "./keep-underlay";
import { headsOfLamps } from "./lamp-selection";
import { UnderlayScale } from "./underlay-scale";

const FORMS: readonly { readonly form: Exclude<SceneryForm, "picture">; readonly words: string }[] = [
  { form: "truss", words: "Truss" },
  { form: "riser", words: "Riser" },
  { form: "edge", words: "Edge of the stage" },
];

/** What is on the plan besides lamps, and the layers of both: shown while no lamp is selected. */
export function SceneryPanel({ changes }: { changes: boolean }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const [chosenId, setChosenId] = useState<string | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const scenery = show.all("scenery");
  const chosen = show.get("scenery", chosenId);
  const add = (record: Scenery): void => {
    if (client.transact(`Added ${record.name}`, [{ op: "add", record }])) setChosenId(record.id);
  };
  const addPicture = async (file: File): Promise<void> => {
    const kept = await keepUnderlay(file);
    if (typeof kept === "string") refuse(kept);
    else add(newScenery(client.view, { form: "picture", newId, picture: kept }));
  };
  return (
    <>
      <section className="grid gap-1.5" aria-label="Scenery">
        <h3 className="flex items-center gap-2 text-[13px] font-semibold">
          <span className="flex-1">Scenery</span>
          {changes && (
            <Menu trigger={<Button size="small">Add</Button>}>
              {FORMS.map(({ form, words }) => (
                <MenuItem key={form} onSelect={() => add(newScenery(client.view, { form, newId }))}>
                  {words}
                </MenuItem>
              ))}
              <MenuItem onSelect={() => picker.current?.click()} hint="PNG, JPEG, SVG">
                A picture underneath…
              </MenuItem>
            </Menu>
          )}
        </h3>
        <input
          ref={picker}
          type="file"
          accept=".png,.jpg,.jpeg,.svg"
          className="sr-only"
          tabIndex={-1}
          aria-label="Picture under the plan"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) void addPicture(file);
            event.target.value = "";
          }}
        />
        {scenery.length === 0 && <p className="text-xs text-ink-3">Nothing stands here yet.</p>}
        {scenery.map((each) => (
          <button
            key={each.id}
            type="button"
            aria-pressed={each.id === chosen?.id}
            className={cn(
              "truncate rounded px-2 py-1 text-left text-[13px] hover:bg-raised pointer-coarse:min-h-11",
              each.id === chosen?.id && "bg-raised shadow-[inset_3px_0_0_var(--color-sketch)]",
            )}
            onClick={() => setChosenId(each.id === chosenId ? null : each.id)}
          >
            {each.name}
          </button>
        ))}
        {chosen && <SceneryFields key={chosen.id} scenery={chosen} changes={changes} />}
      </section>
      <LayerList />
    </>
  );
}

const LABELS: Readonly<Record<SceneryField, string>> = {
  x: "To the right, m",
  y: "Upstage, m",
  z: "Height, m",
  across: "Long across, m",
  upstage: "Deep, m",
  high: "High, m",
  turn: "Turned, °",
};

function SceneryFields({ scenery, changes }: { scenery: Scenery; changes: boolean }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const { select } = useInterfaceOf("select");
  const lamps = lampsOn(show, scenery);
  const type = (field: SceneryField, text: string): boolean | string => {
    const typed = typedScenery(client.view, scenery.id, { field, text });
    return typed.ok ? client.transact(`${LABELS[field].replace(/,.*/, "")} of ${scenery.name}`, typed.value) : explain(typed.error);
  };
  const set = (field: "name" | "layer", to: string | undefined): boolean =>
    client.transact(`${scenery.name}: ${field}`, [{ op: "set", id: scenery.id, path: [field], from: scenery[field], to }]);
  return (
    <div className="grid gap-1.5 rounded border border-edge p-2">
      <Line label="Name" text={scenery.name} changes={changes} onTake={(text) => text !== "" && set("name", text.slice(0, 80))} />
      {SCENERY_FIELDS.filter((field) => scenery.form !== "picture" || field !== "high").map((field) => (
        <Line
          key={field}
          label={LABELS[field]}
          text={String(valueOf(scenery, field))}
          changes={changes}
          onTake={(text) => type(field, text)}
        />
      ))}
      <Line
        label="Layer"
        text={scenery.layer ?? ""}
        changes={changes}
        onTake={(text) => set("layer", text === "" ? undefined : text.slice(0, 40))}
      />
      {lamps.length > 0 && (
        <p className="text-xs text-ink-2">
          {counted(lamps.length, "lamp")} {lamps.length === 1 ? "hangs" : "hang"} on it and {lamps.length === 1 ? "goes" : "go"} along.{" "}
          <Button size="small" onClick={() => select(selectHeads(headsOfLamps(show, lamps)))}>
            Select {lamps.length === 1 ? "it" : "them"}
          </Button>
        </p>
      )}
      {changes && (
        <div className="flex flex-wrap gap-1.5">
          {scenery.form === "picture" && <UnderlayScale scenery={scenery} />}
          <Button
            size="small"
            once
            className="text-barred"
            onClick={() =>
              client.transact(`Took ${scenery.name} away`, [{ op: "remove", record: client.view.get("scenery", scenery.id)! }])
            }
          >
            Take away
          </Button>
        </div>
      )}
    </div>
  );
}

function valueOf({ position, size, turn }: Scenery, field: SceneryField): number {
  if (field === "turn") return turn;
  if (field === "x" || field === "y" || field === "z") return position[field];
  return size[field === "across" ? "x" : field === "upstage" ? "y" : "z"];
}

function Line(of: { label: string; text: string; changes: boolean; onTake: (text: string) => boolean | string }): React.JSX.Element {
  const { label, text, changes, onTake } = of;
  return (
    <label className="grid grid-cols-[6.5rem_minmax(0,1fr)] items-center gap-2 text-xs text-ink-2">
      <span>{label}</span>
      {changes ? (
        <DraftField label={label} className="h-7" text={text} onTake={onTake} />
      ) : (
        <span className="font-mono text-[13px]">{text || "none"}</span>
      )}
    </label>
  );
}

/** Layers by name: hidden ones aren't drawn, locked ones can't be picked on the stage; in this browser. */
function LayerList(): React.JSX.Element | null {
  const show = useQuietShow();
  const { hidden, locked, turn } = useLayers();
  const layers = layersOf(show);
  if (layers.length === 0) return null;
  return (
    <section className="grid gap-1 border-t border-edge pt-2" aria-label="Layers">
      <h3 className="text-[13px] font-semibold">Layers</h3>
      {layers.map((layer) => (
        <div key={layer} className="flex items-center gap-1 text-[13px]">
          <span className="min-w-0 flex-1 truncate">{layer}</span>
          <Button
            tone="chip"
            size="small"
            className="px-1"
            aria-pressed={hidden.includes(layer)}
            aria-label={`Hide ${layer}`}
            onClick={() => turn("hidden", layer)}
          >
            {hidden.includes(layer) ? <EyeOff size={13} aria-hidden /> : <Eye size={13} aria-hidden />}
          </Button>
          <Button
            tone="chip"
            size="small"
            className="px-1"
            aria-pressed={locked.includes(layer)}
            aria-label={`Lock ${layer}`}
            onClick={() => turn("locked", layer)}
          >
            {locked.includes(layer) ? <Lock size={13} aria-hidden /> : <LockOpen size={13} aria-hidden />}
          </Button>
        </div>
      ))}
    </section>
  );
}
