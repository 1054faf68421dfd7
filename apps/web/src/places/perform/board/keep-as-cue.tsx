import { useState } from "react";
import { numberAfter, recordChanges, strokesOfBoard, type Board } from "@vexa/core";
import { newId } from "../../../session/new-id";
import { useClient, useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { Choice, Option } from "../../../ui/choice";
import { Field, TextInput } from "../../../ui/field";
import { refuse } from "../../../ui/messages";
import { PopSheet } from "../../../ui/pop-sheet";

const NEW = "new";

/** What is painted now, as a cue. */
export function KeepAsCue({ board }: { board: Board }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const [listId, setListId] = useState(NEW);
  const [name, setName] = useState("");
  const [open, setOpen] = useState(false);
  const keep = (): void => {
    const strokes = strokesOfBoard(client.view, board);
    if (Object.keys(strokes).length === 0) return refuse("Nothing is painted on this board, so there is nothing to keep.");
    const list = client.view.get("cueList", listId);
    const number = list ? numberAfter(client.view.cuesOf(list.id), null) : 1;
    if (number === null) return refuse(`No number is left behind the last cue of ${list!.name}. Nothing was kept.`);
    const changes = recordChanges(client.view, {
      listId: list?.id ?? null,
      listName: name || board.name,
      cueName: name,
      number,
      inSeconds: board.fadeSeconds,
      strokes,
      territoryId: client.view.get("page", board.pageId)?.territoryId ?? null,
      newId,
    });
    if (client.transact(`Kept what ${board.name} has painted as a cue`, changes)) setOpen(false);
  };
  return (
    <PopSheet
      label="Keep as a cue"
      open={open}
      onOpen={setOpen}
      trigger={
        <Button size="touch" className="ml-auto" title="Keep what is painted as a cue">
          Keep…
        </Button>
      }
    >
      <Field label="Into">
        <Choice value={listId} onValue={setListId}>
          <Option value={NEW}>a new list</Option>
          {show.all("cueList").map((list) => (
            <Option key={list.id} value={list.id}>
              {list.name}
            </Option>
          ))}
        </Choice>
      </Field>
      <Field label="Name of the cue" hint="Empty: it is called by what it says.">
        <TextInput value={name} maxLength={80} onChange={(event) => setName(event.currentTarget.value)} />
      </Field>
      <Button once tone="live" onClick={keep}>
        Keep
      </Button>
    </PopSheet>
  );
}
