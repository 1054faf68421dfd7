import { useState, type ReactNode } from "react";
import { freeName, selectedHeads, setChange, splitChanges, type Group, type HeadKey } from "@vexa/core";
import { refuse } from "../../../ui/messages";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useClient, useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { TextInput } from "../../../ui/field";
import { NumberChip } from "../../../ui/number-chip";
import { PopSheet } from "../../../ui/pop-sheet";
import { ParkGroup } from "./park-group";
import { newId } from "../../../session/new-id";

/** What can be done to one group: its name, its heads and their order, its parts. Every look that uses it follows. */
export function GroupTools({ group, trigger }: { group: Group; trigger: ReactNode }): React.JSX.Element {
  const [open, setOpen] = useState(false);
  return (
    <PopSheet label={`Change ${group.name}`} open={open} onOpen={setOpen} trigger={trigger}>
      <GroupForm group={group} onDone={() => setOpen(false)} />
    </PopSheet>
  );
}

function GroupForm({ group, onDone }: { group: Group; onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const { selection } = useInterfaceOf("selection");
  const [parts, setParts] = useState(2);
  const picked = selectedHeads(selection, show);
  const present = new Set(group.heads);
  const wanted = new Set(picked);
  const put = (words: string, heads: readonly HeadKey[]): void => {
    if (heads.length > 0 && client.transact(words, [setChange(group.id, ["heads"], { from: group.heads, to: heads })])) onDone();
  };
  const more = picked.filter((head) => !present.has(head));
  const less = group.heads.filter((head) => !wanted.has(head));
  return (
    <>
      <Rename group={group} />
      <p className="text-xs text-ink-3">Looks that use this group follow at once.</p>
      <Button size="small" disabled={more.length === 0} onClick={() => put(`Added to ${group.name}`, [...group.heads, ...more])}>
        Add the {more.length} selected
      </Button>
      <Button
        size="small"
        disabled={less.length === 0 || less.length === group.heads.length}
        onClick={() => put(`Took heads out of ${group.name}`, less)}
      >
        Take out the {group.heads.length - less.length} selected
      </Button>
      <Button
        size="small"
        disabled={picked.length === 0}
        title="Heads and order become those of the selection"
        onClick={() => put(`Changed the heads of ${group.name}`, picked)}
      >
        Take heads and order from the selection
      </Button>
      <div className="flex items-center gap-1.5">
        <NumberChip word="parts" label="How many parts" value={parts} max={20} onValue={setParts} />
        <Button
          once
          size="small"
          className="flex-1"
          disabled={parts < 2 || parts > group.heads.length}
          onClick={() => client.transact(`Split ${group.name} in ${parts}`, splitChanges(show, group, { parts, newId })) && onDone()}
        >
          Save {parts === 2 ? "odd and even" : `every ${parts} parts`} as groups
        </Button>
      </div>
      <ParkGroup group={group} onDone={onDone} />
      <Button
        once
        size="small"
        className="text-barred"
        onClick={() => client.transact(`Deleted the group ${group.name}`, [{ op: "remove", record: group }]) && onDone()}
      >
        Delete the group
      </Button>
    </>
  );
}

function Rename({ group }: { group: Group }): React.JSX.Element {
  const client = useClient();
  const [name, setName] = useState(group.name);
  const take = (): void => {
    const others = client.view.all("group").filter(({ id }) => id !== group.id);
    if (name.trim() !== group.name && freeName(name.trim(), others) !== name.trim()) {
      refuse(`Another group is called ${name.trim()} already. ${group.name} was kept.`);
      setName(group.name);
    } else if (name.trim() && name.trim() !== group.name)
      client.transact(`Named a group ${name.trim()}`, [setChange(group.id, ["name"], { from: group.name, to: name.trim() })]);
    else setName(group.name);
  };
  return (
    <TextInput
      aria-label="Name of the group"
      maxLength={80}
      value={name}
      onChange={(event) => setName(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === "Enter") take();
      }}
    />
  );
}
