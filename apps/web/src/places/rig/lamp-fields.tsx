import { addressText, counted, explain, LAMP_FIELDS, typedLamps, type Fixture, type LampField } from "@vexa/core";
import { useClient, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { ArrangeSheet } from "./arrange-sheet";
import { useSelectedLamps } from "./lamp-selection";

const LABELS: Readonly<Record<LampField, { readonly label: string; readonly placeholder: string }>> = {
  number: { label: "Number", placeholder: "201, and on" },
  name: { label: "Name", placeholder: "Rib {n}" },
  address: { label: "Address", placeholder: "3.1, each the next free" },
  x: { label: "To the right, m", placeholder: "-6..6" },
  y: { label: "Upstage, m", placeholder: "0..4" },
  z: { label: "Height, m", placeholder: "6" },
  "turn x": { label: "Tipped, °", placeholder: "0" },
  "turn y": { label: "Rolled, °", placeholder: "0" },
  "turn z": { label: "Turned, °", placeholder: "-90..90" },
};

/** What is known of the selected lamps, to be typed for all of them at once along the thread. */
export function LampFields({ changes }: { changes: boolean }): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const lamps = useSelectedLamps();
  const ids = lamps.map(({ id }) => id);
  const type = (field: LampField, text: string): boolean | string => {
    const typed = typedLamps(client.view, ids, { field, text });
    if (!typed.ok) return explain(typed.error);
    return client.transact(`${LABELS[field].label.replace(/,.*/, "")} of ${counted(ids.length, "lamp")}`, typed.value);
  };
  const profiles = new Set(lamps.map(({ profileId }) => show.get("profile", profileId)?.model ?? "?"));
  return (
    <aside className="flex min-h-0 flex-col gap-2 overflow-y-auto border-l border-edge bg-bench p-3" aria-label="Selected lamps">
      <h2 className="font-semibold">{lamps.length === 0 ? "No lamp selected" : counted(lamps.length, "lamp")}</h2>
      {lamps.length === 0 ? (
        <p className="text-[13px] text-ink-2">
          Pick lamps on the plan, in the table (Ctrl and Shift for several), or as a group in Build: what is typed here is for all of them,
          along the thread.
        </p>
      ) : (
        <>
          <p className="truncate text-xs text-ink-3">{[...profiles].join(", ")}</p>
          {LAMP_FIELDS.map((field) => (
            <label key={field} className="grid grid-cols-[6.5rem_minmax(0,1fr)] items-center gap-2 text-xs text-ink-2">
              <span>{LABELS[field].label}</span>
              {changes ? (
                <DraftField
                  key={ids.join()}
                  label={LABELS[field].label}
                  className="h-7"
                  text={shownOf(lamps, field)}
                  placeholder={shownOf(lamps, field) === "" ? `mixed: ${LABELS[field].placeholder}` : LABELS[field].placeholder}
                  onTake={(text) => text === "" || type(field, text)}
                />
              ) : (
                <span className="font-mono text-[13px]">{shownOf(lamps, field) || "mixed"}</span>
              )}
            </label>
          ))}
          {changes && (
            <>
              <p className="text-xs text-ink-3">Runs spread along the thread (-6..6); + 0.5 adds, - 0.5 takes away; “none” unpatches.</p>
              <div className="flex flex-wrap gap-1.5">
                <ArrangeSheet lamps={lamps} />
                <Button
                  once
                  className="text-barred"
                  onClick={() =>
                    client.transact(
                      `Took ${counted(lamps.length, "lamp")} out`,
                      lamps.map((record) => ({ op: "remove", record })),
                    )
                  }
                >
                  Take out
                </Button>
              </div>
            </>
          )}
        </>
      )}
    </aside>
  );
}

/** What all lamps have in common; empty where they differ. */
function shownOf(lamps: readonly Fixture[], field: LampField): string {
  const texts = new Set(lamps.map((lamp) => textOf(lamp, field)));
  return texts.size === 1 ? [...texts][0]! : "";
}

function textOf({ number, name, patch, position, rotation }: Fixture, field: LampField): string {
  switch (field) {
    case "number":
      return String(number);
    case "name":
      return name;
    case "address":
      return patch ? addressText(patch) : "none";
    case "x":
    case "y":
    case "z":
      return String(Math.round(position[field] * 1000) / 1000);
    case "turn x":
    case "turn y":
    case "turn z":
      return String(Math.round(rotation[field.slice(-1) as "x" | "y" | "z"] * 100) / 100);
  }
}
