import { Plus } from "lucide-react";
import { useState } from "react";
import { type Group, newGroup, selectedHeads, selectGroups, selectionName, territoryFor } from "@vexa/core";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useClient, useMe, useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { TextInput } from "../../../ui/field";
import { PopSheet } from "../../../ui/pop-sheet";
import { newId } from "../../../session/new-id";
import { useRecordForm } from "../../../session/record-form";

/** Saves the selection, or the part of it that the mask lets through, as a group with its order. */
export function SaveGroup(): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const { selection, select } = useInterfaceOf("selection", "select");
  const [open, setOpen] = useState(false);
  const heads = selectedHeads(selection, show);
  const start = selection.groupIds ? selectionName(show, selection).replace(",", "") : `Group ${show.all("group").length + 1}`;
  // A programmer's group belongs to their territory; the lead's is common.
  const territoryId = territoryFor(me, show);
  const groupOf = ({ name }: { name: string }): Group => newGroup(show, { newId, name: name.trim() || start, heads, territoryId });
  const { register, handleSubmit, formState, reset } = useRecordForm({ name: "" }, groupOf);
  const save = (values: { name: string }): void => {
    const record = groupOf(values);
    if (!client.transact(`Saved the group ${record.name}`, [{ op: "add", record }])) return;
    reset();
    setOpen(false);
    select(selectGroups([record.id]));
  };
  return (
    <PopSheet
      label="Save a group"
      open={open}
      onOpen={setOpen}
      trigger={
        <Button tone="quiet" size="small" className="px-1" aria-label="Save the selection as a group" title="Save the selection as a group">
          <Plus size={15} aria-hidden />
        </Button>
      }
    >
      {heads.length === 0 ? (
        <p className="text-ink-2">Nobody is selected, so there is nothing to save. Select heads on the stage first.</p>
      ) : (
        <form onSubmit={(event) => void handleSubmit(save)(event)} className="grid gap-2">
          <p className="text-xs text-ink-2">
            {heads.length} {heads.length === 1 ? "head" : "heads"}, in the order of the thread
          </p>
          <TextInput aria-label="Name of the new group" autoFocus maxLength={80} placeholder={start} {...register("name")} />
          {formState.errors.name?.message && <p className="text-xs text-barred">▬ {formState.errors.name.message}</p>}
          <Button type="submit" tone="sketch">
            Save group
          </Button>
        </form>
      )}
    </PopSheet>
  );
}
