import { useMemo, useRef, useState } from "react";
import { Group, Panel, Separator } from "react-resizable-panels";
import { ChevronDown } from "lucide-react";
import { counted, extentOf, LAMP_FILTER_WORDS, lampFilter, patchConflicts, type PatchConflict, type Profile } from "@vexa/core";
import { useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { TextInput } from "../../ui/field";
import { StageCanvas } from "../../stage/stage-canvas";
import { StageTools } from "../../stage/stage-tools";
import { Menu, MenuItem, MenuTitle } from "../../ui/menu";
import { AddLampsSheet } from "./add-lamps-sheet";
import { ColumnsChoice } from "./columns-choice";
import { LampFields } from "./lamp-fields";
import { LampTable } from "./lamp-table";
import { PlanSheet, saveTable, usePlanFile } from "./plan-sheet";
import { download, PRINTS, savePicture } from "./rig-prints";
import { useRigPage } from "./rig-state";
import { ThreeWays } from "./three-ways";

/** All lamps with what they are and where they are patched; more are added here. */
export function LampsPage(): React.JSX.Element {
  const show = useQuietShow();
  const changes = extentOf(useMe(), "rig") === "all";
  const [text, setText] = useState("");
  const plan = usePlanFile();
  const picker = useRef<HTMLInputElement>(null);
  const fixtures = show.all("fixture");
  const profiles = useMemo(() => new Map(show.all("profile").map((profile) => [profile.id, profile])), [show]);
  const conflicts = useMemo(() => patchConflicts(fixtures, profiles), [fixtures, profiles]);
  const rows = useMemo(() => fixtures.filter(lampFilter(show, text)).toSorted((a, b) => a.number - b.number), [fixtures, show, text]);
  const table = (
    <section className="flex h-full min-h-0 flex-col gap-2 p-3" aria-label="Lamps">
      <header className="flex shrink-0 flex-wrap items-center gap-2">
        <TextInput
          aria-label="Search lamps"
          className="w-72"
          placeholder="Name, kind, universe 3, unpatched…"
          title={`Words out of what is written of a lamp, or ${LAMP_FILTER_WORDS.join(", ")}`}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => event.stopPropagation()}
        />
        <span className="flex-1 text-[13px] text-ink-2" role="status">
          {rows.length === fixtures.length ? counted(rows.length, "lamp") : `${rows.length} of ${counted(fixtures.length, "lamp")}`} in{" "}
          {counted(show.rig.universes.length, "universe")}
        </span>
        <ColumnsChoice />
        <Menu
          trigger={
            <Button>
              Files <ChevronDown size={12} aria-hidden />
            </Button>
          }
        >
          {changes && (
            <MenuItem onSelect={() => picker.current?.click()} hint="MVR, CSV">
              Take in a plan…
            </MenuItem>
          )}
          <MenuItem onSelect={() => download("/api/rig/plan")} hint="MVR">
            Save the plan
          </MenuItem>
          <MenuItem onSelect={() => saveTable(show)} hint="CSV">
            Save the table
          </MenuItem>
          <MenuTitle>Print</MenuTitle>
          {PRINTS.map(({ what, words }) => (
            <MenuItem key={what} onSelect={() => download(`/api/rig/print/${what}`)} hint="PDF">
              {words}
            </MenuItem>
          ))}
          <MenuItem onSelect={() => void savePicture(show)} hint="PNG">
            Plan with numbers
          </MenuItem>
        </Menu>
        <input
          ref={picker}
          type="file"
          accept=".mvr,.csv"
          className="sr-only"
          tabIndex={-1}
          aria-label="MVR or CSV file"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) plan.take(file);
            event.target.value = "";
          }}
        />
        {changes && <AddOf profiles={[...profiles.values()]} />}
      </header>
      {conflicts.length > 0 && <Conflicts conflicts={conflicts} />}
      {fixtures.length === 0 ? (
        <ThreeWays onFile={plan.take} changes={changes} />
      ) : (
        <LampTable
          rows={rows}
          changes={changes}
          clashing={new Set(conflicts.flatMap(({ first, second }) => [first.id, second?.id ?? ""]))}
        />
      )}
    </section>
  );
  return (
    <div
      className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_17rem]"
      onDragOver={(event) => changes && event.dataTransfer.types.includes("Files") && event.preventDefault()}
      onDrop={(event) => {
        const [file] = event.dataTransfer.files;
        if (!changes || !file) return;
        event.preventDefault();
        plan.take(file);
      }}
    >
      <Group orientation="vertical" className="min-h-0">
        <Panel defaultSize="46%" minSize="15%">
          <div className="relative h-full">
            <StageCanvas wash={null} />
            <StageTools />
          </div>
        </Panel>
        <Separator className="h-1.5 border-y border-edge bg-bench hover:bg-raised" aria-label="Divider between plan and table" />
        <Panel defaultSize="54%" minSize="20%">
          {plan.open ? (
            <PlanSheet key={plan.open.name} open={plan.open} onDone={plan.leave} />
          ) : plan.reading === null ? (
            table
          ) : (
            <Reading name={plan.reading} onLeave={plan.leave} />
          )}
        </Panel>
      </Group>
      <LampFields changes={changes} />
    </div>
  );
}

function Reading({ name, onLeave }: { name: string; onLeave: () => void }): React.JSX.Element {
  return (
    <div className="flex items-center gap-3 p-4 text-ink-2" role="status">
      Reading {name}…<Button onClick={onLeave}>Leave it out</Button>
    </div>
  );
}

/** Of which profile lamps are added, then how many and where. */
function AddOf({ profiles }: { profiles: readonly Profile[] }): React.JSX.Element | null {
  const { profileId, set } = useRigPage();
  const chosen = profiles.find(({ id }) => id === profileId) ?? profiles[0];
  if (!chosen) return null;
  return (
    <span className="flex items-center gap-1.5">
      <Choice aria-label="Profile of new lamps" className="w-56" value={chosen.id} onValue={(id) => set({ profileId: id })}>
        {profiles.map(({ id, model }) => (
          <Option key={id} value={id}>
            {model}
          </Option>
        ))}
      </Choice>
      <AddLampsSheet key={chosen.id} profile={chosen} modeId={chosen.modes[0]!.id} />
    </span>
  );
}

function Conflicts({ conflicts }: { conflicts: readonly PatchConflict[] }): React.JSX.Element {
  const [{ first, second, universe, address }] = conflicts as [PatchConflict];
  return (
    <p className="text-[13px] text-barred" role="alert">
      ▬ {first.number} {first.name}{" "}
      {second ? `and ${second.number} ${second.name} share ${universe}.${address}` : `runs past the end of universe ${universe}`}
      {conflicts.length > 1 ? `, and ${conflicts.length - 1} more` : ""}.
    </p>
  );
}
