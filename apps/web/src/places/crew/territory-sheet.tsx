import { Trash2, X } from "lucide-react";
import { useState } from "react";
import { counted, FAMILIES, setChange, type Family, type Territory } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useSelected } from "../../selection/use-selection";
import { useClient, useQuietShow } from "../../session/show-context";
import { tintClass, TINT_COUNT } from "../../territories/tints";
import { Button } from "../../ui/button";
import { SomeOf } from "../../ui/one-of";
import { Tick } from "../../ui/tick";
import { cn } from "../../ui/class-names";
import { DraftField } from "../../ui/draft-field";
import { Choice, Option } from "../../ui/choice";
import { Field } from "../../ui/field";
import { familyWords, headCount, partWords } from "./crew-words";

/** One territory, as the lead draws it up: name, hatch, heads by families, people, and the lists and pages that are its own. */
export function TerritorySheet(props: {
  territory: Territory;
  /** It exists; otherwise it can't own lists yet. */
  inForce: boolean;
  onChange: (territory: Territory) => void;
  onRemove: () => void;
}): React.JSX.Element {
  const { territory, inForce, onChange, onRemove } = props;
  const show = useQuietShow();
  const people = show.all("person").filter(({ role }) => role === "programmer" || role === "operator");
  return (
    <section className="grid gap-3 rounded border border-edge p-2.5" aria-label={`Territory ${territory.name}`}>
      <div className="grid grid-cols-[minmax(0,1fr)_auto_auto] items-end gap-2">
        <Field label="Name">
          <DraftField
            label="Name of the territory"
            text={territory.name}
            className="font-sans"
            onTake={(name) => {
              if (name.length === 0 || name.length > 80) return "A name has 1 to 80 characters. The former one was kept.";
              onChange({ ...territory, name });
              return true;
            }}
          />
        </Field>
        <Button
          className="px-1.5"
          aria-label="Another hatch"
          title="Another hatch"
          onClick={() => onChange({ ...territory, tint: (territory.tint + 1) % TINT_COUNT })}
        >
          <span className={cn("size-5 rounded-sm", tintClass(territory.tint))} aria-hidden />
        </Button>
        <Button once className="px-1.5" aria-label="Delete this territory" title="Delete this territory" onClick={onRemove}>
          <Trash2 size={15} aria-hidden />
        </Button>
      </div>
      <ul className="grid gap-1" aria-label="Parts">
        {territory.parts.map((part, at) => (
          <li key={at} className="flex items-center gap-2 rounded bg-raised px-2 py-1 text-[13px]">
            <span className="min-w-0 flex-1">
              <span className="block truncate">{partWords(show, part)}</span>
              <span className="block truncate text-xs text-ink-3">
                {counted(headCount(show, part), "head")} · {familyWords(part.families)}
              </span>
            </span>
            <Button
              tone="quiet"
              size="small"
              className="px-1"
              aria-label={`Take out ${partWords(show, part)}`}
              onClick={() => onChange({ ...territory, parts: territory.parts.filter((_, index) => index !== at) })}
            >
              <X size={13} aria-hidden />
            </Button>
          </li>
        ))}
        {territory.parts.length === 0 && <li className="text-xs text-ink-3">No heads yet: select some on the plan.</li>}
      </ul>
      <AddPart territory={territory} onChange={onChange} />
      <fieldset className="grid gap-1">
        <legend className="text-xs text-ink-2">People</legend>
        <SomeOf
          label="People of the territory"
          values={territory.personIds}
          among={people.map(({ id, name }) => ({ value: id, words: name }))}
          onTurned={(id) => {
            const inside = territory.personIds.includes(id);
            onChange({
              ...territory,
              personIds: inside ? territory.personIds.filter((other) => other !== id) : [...territory.personIds, id],
            });
          }}
        />
      </fieldset>
      <Tick
        label="Others may hold parts of it too"
        on={territory.shared === true}
        onTick={(on) => {
          const { shared: _, ...rest } = territory;
          onChange(on ? { ...rest, shared: true } : rest);
        }}
      />
      {inForce ? (
        <Owned territory={territory} />
      ) : (
        <p className="text-xs text-ink-3">Lists, pages and groups can be given to it once it is in force.</p>
      )}
    </section>
  );
}

/** Adds the selection, or a group, with the families that are chosen. */
function AddPart({ territory, onChange }: { territory: Territory; onChange: (territory: Territory) => void }): React.JSX.Element {
  const show = useQuietShow();
  const { selection } = useInterfaceOf("selection");
  const { heads } = useSelected();
  const [families, setFamilies] = useState<readonly Family[]>(FAMILIES);
  const [follows, setFollows] = useState(false);
  const toggle = (family: Family): void => {
    const next = families.includes(family)
      ? families.filter((other) => other !== family)
      : FAMILIES.filter((each) => each === family || families.includes(each));
    if (next.length > 0) setFamilies(next);
  };
  const add = (groupIds: readonly string[], keys: readonly string[]): void =>
    onChange({ ...territory, parts: [...territory.parts, { groupIds, heads: keys, families }] });
  /** A territory has heads of its own: groups are a way of adding them, and followed only where that is wanted. */
  const addGroups = (ids: readonly string[]): void =>
    follows ? add(ids, []) : add([], [...new Set(ids.flatMap((id) => show.groupHeads(id) ?? []))]);
  const wholeGroups = selection.groupIds !== undefined && selection.mask === undefined ? selection.groupIds : null;
  return (
    <div className="grid gap-1.5">
      <SomeOf label="Families to add" values={families} among={FAMILIES} onTurned={toggle} />
      <div className="flex gap-1.5">
        <Button
          size="small"
          disabled={heads.length === 0}
          onClick={() =>
            wholeGroups
              ? addGroups(wholeGroups)
              : add(
                  [],
                  heads.map(({ key }) => key),
                )
          }
        >
          Add {heads.length === 0 ? "the selection" : heads.length === 1 ? "1 head" : `${heads.length} heads`}
        </Button>
        <Choice aria-label="Add a group" className="h-6 text-xs" value="" onValue={(next) => next && addGroups([next])}>
          <Option value="">a group…</Option>
          {show.all("group").map(({ id, name }) => (
            <Option key={id} value={id}>
              {name}
            </Option>
          ))}
        </Choice>
      </div>
      <Tick label="Follow groups as they change" on={follows} onTick={setFollows} />
    </div>
  );
}

/** Cue lists, pages and groups of the territory: a touch gives one to it, or makes it common again. */
function Owned({ territory }: { territory: Territory }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const owned = [...show.all("cueList"), ...show.all("page"), ...show.all("group")].filter(
    ({ territoryId }) => territoryId === territory.id || territoryId === null,
  );
  return (
    <fieldset className="grid gap-1">
      <legend className="text-xs text-ink-2">Cue lists, pages and groups (others are common)</legend>
      <div className="flex flex-wrap gap-1">
        {owned.map((record) => {
          const inside = record.territoryId === territory.id;
          return (
            <Button
              key={record.id}
              tone="chip"
              size="small"
              aria-pressed={inside}
              onClick={() =>
                client.transact(`Gave ${record.name} to ${inside ? "all" : territory.name}`, [
                  setChange(record.id, ["territoryId"], { from: record.territoryId, to: inside ? null : territory.id }),
                ])
              }
            >
              {record.kind === "cueList" ? record.name : `${record.kind === "page" ? "Page" : "Group"} ${record.name}`}
            </Button>
          );
        })}
      </div>
    </fieldset>
  );
}
