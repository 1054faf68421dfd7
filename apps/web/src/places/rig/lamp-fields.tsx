import { counted, duplicatedLamps, explain, LAMP_FIELDS, typedLamps, type LampField } from "@vexa/core";
import { newId } from "../../session/new-id";
import { useClient, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { refuse } from "../../ui/messages";
import { ArrangeSheet } from "./arrange-sheet";
import { LAMP_FIELD_WORDS, commonText } from "./lamp-field-words";
import { LampLeaving } from "./lamp-leaving";
import { LampService } from "./lamp-service";
import { MoveSheet } from "./move-sheet";
import { SceneryPanel } from "./scenery-panel";
import { SwapSheet } from "./swap-sheet";
import { useSelectedLamps } from "./lamp-selection";

/** What is known of the selected lamps, to be typed for all of them at once along the thread. */
export function LampFields({ changes }: { changes: boolean }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const lamps = useSelectedLamps();
  const ids = lamps.map(({ id }) => id);
  const type = (field: LampField, text: string): boolean | string => {
    const typed = typedLamps(client.view, ids, { field, text });
    if (!typed.ok) return explain(typed.error);
    return client.transact(`${LAMP_FIELD_WORDS[field].label.replace(/,.*/, "")} of ${counted(ids.length, "lamp")}`, typed.value);
  };
  const profiles = new Set(lamps.map(({ profileId }) => show.get("profile", profileId)?.model ?? "?"));
  return (
    <aside className="flex min-h-0 flex-col gap-2 overflow-y-auto border-l border-edge bg-bench p-3" aria-label="Selected lamps">
      <h2 className="font-semibold">{lamps.length === 0 ? "No lamp selected" : counted(lamps.length, "lamp")}</h2>
      {lamps.length === 0 ? (
        <>
          <p className="text-[13px] text-ink-2">
            Pick lamps on the plan, in the table (Ctrl and Shift for several), or as a group in Build: what is typed here is for all of
            them, along the thread.
          </p>
          <SceneryPanel changes={changes} />
        </>
      ) : (
        <>
          <p className="truncate text-xs text-ink-3">{[...profiles].join(", ")}</p>
          {LAMP_FIELDS.map((field) => (
            <label key={field} className="grid grid-cols-[6.5rem_minmax(0,1fr)] items-center gap-2 text-xs text-ink-2">
              <span>{LAMP_FIELD_WORDS[field].label}</span>
              {changes ? (
                <DraftField
                  key={ids.join()}
                  label={LAMP_FIELD_WORDS[field].label}
                  className="h-7"
                  text={commonText(lamps, field) ?? ""}
                  placeholder={
                    commonText(lamps, field) === null
                      ? `mixed: ${LAMP_FIELD_WORDS[field].placeholder}`
                      : LAMP_FIELD_WORDS[field].placeholder
                  }
                  onTake={(text) => (text === "" && field !== "layer" && field !== "note") || type(field, text)}
                />
              ) : (
                <span className="font-mono text-[13px]">{commonText(lamps, field) ?? "mixed"}</span>
              )}
            </label>
          ))}
          {changes && (
            <>
              <p className="text-xs text-ink-3">Runs spread along the thread (-6..6); + 0.5 adds, - 0.5 takes away; “none” unpatches.</p>
              <div className="flex flex-wrap gap-1.5">
                <ArrangeSheet lamps={lamps} />
                <MoveSheet lamps={lamps} />
                <SwapSheet lamps={lamps} />
                <Button
                  once
                  onClick={() => {
                    const doubles = duplicatedLamps(client.view, ids, () => `fx-${newId()}`);
                    if (doubles.ok) client.transact(`Doubled ${counted(ids.length, "lamp")}`, doubles.value);
                    else refuse(explain(doubles.error));
                  }}
                >
                  Double
                </Button>
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
          <LampLeaving lamps={lamps} changes={changes} />
          <LampService lamps={lamps} changes={changes} />
        </>
      )}
    </aside>
  );
}
