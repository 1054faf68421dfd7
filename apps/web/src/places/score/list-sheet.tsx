import { Ellipsis } from "lucide-react";
import { useState } from "react";
import { copyListChanges, CUE_TINTS, mayChange, moveListChanges, removeListChanges, setChange, type CueList } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { newId } from "../../session/new-id";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { Field } from "../../ui/field";
import { PopSheet } from "../../ui/pop-sheet";
import { Tags } from "../../ui/tags";

/** What can be done to a cue list as a whole: its name, tag and place, a copy, its end. Nothing for those who may only look. */
export function ListSheet({ list }: { list: CueList }): React.JSX.Element | null {
  const show = useQuietShow();
  const me = useMe();
  const [open, setOpen] = useState(false);
  if (mayChange(show, me, setChange(list.id, ["name"], { from: list.name, to: list.name }))) return null;
  return (
    <PopSheet
      label={`Change ${list.name}`}
      open={open}
      onOpen={setOpen}
      trigger={
        <Button tone="quiet" size="small" className="px-1" aria-label={`Change ${list.name}`}>
          <Ellipsis size={14} aria-hidden />
        </Button>
      }
    >
      <ListForm list={list} onDone={() => setOpen(false)} />
      <p className="flex gap-3 text-xs">
        <a className="text-linked underline" href={`/api/lists/${encodeURIComponent(list.id)}/sheet`} download>
          Cue sheet as PDF
        </a>
        <a className="text-linked underline" href={`/api/lists/${encodeURIComponent(list.id)}/table`} download>
          as CSV
        </a>
        <a
          className="text-linked underline"
          title="Levels and times for other programs: USITT ASCII. What it can’t say stands in its head."
          href={`/api/lists/${encodeURIComponent(list.id)}/levels`}
          download
        >
          levels as text
        </a>
      </p>
    </PopSheet>
  );
}

function ListForm({ list, onDone }: { list: CueList; onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const { set } = useInterfaceOf("set");
  const cards = show.all("playback").filter(({ listId }) => listId === list.id).length;
  const cues = show.cuesOf(list.id).length;
  const copy = (): void => {
    const { changes, id } = copyListChanges(client.view, list, { newId });
    if (client.transact(`Copied ${list.name}`, changes)) {
      set({ scoreListId: id, chosenCueIds: [] });
      onDone();
    }
  };
  const move = (way: "up" | "down"): void => {
    client.transact(`Moved ${list.name} ${way}`, moveListChanges(client.view, list, way));
  };
  const remove = (): void => {
    if (client.transact(`Deleted the list ${list.name}`, removeListChanges(client.view, list))) onDone();
  };
  return (
    <>
      <Field label="Name">
        <DraftField
          label="Name of the list"
          className="font-sans"
          text={list.name}
          onTake={(name) =>
            name.length === 0 || name.length > 80
              ? "A name has 1 to 80 characters. The former one was kept."
              : client.transact(`Renamed ${list.name}`, [setChange(list.id, ["name"], { from: list.name, to: name })])
          }
        />
      </Field>
      <Tags
        count={CUE_TINTS}
        tint={list.tint}
        onTint={(tint) => client.transact(`Tag of ${list.name}`, [setChange(list.id, ["tint"], { from: list.tint, to: tint })])}
      />
      <div className="grid grid-cols-3 gap-1">
        <Button size="small" onClick={() => move("up")}>
          Up
        </Button>
        <Button size="small" onClick={() => move("down")}>
          Down
        </Button>
        <Button once size="small" onClick={copy}>
          Copy
        </Button>
      </div>
      <Button once size="small" title="Ctrl+Z gives all of it back" onClick={remove}>
        Delete it with {cues} {cues === 1 ? "cue" : "cues"}
        {cards > 0 ? ` and ${cards} ${cards === 1 ? "card" : "cards"}` : ""}
      </Button>
    </>
  );
}
