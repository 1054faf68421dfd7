import { useRef, useState } from "react";
import { counted, explain, plainCueChanges, territoryFor, type PlainCue } from "@vexa/core";
import { usitt } from "@vexa/formats";
import { useInterfaceOf } from "../../selection/interface-store";
import { newId } from "../../session/new-id";
import { useClient, useMe } from "../../session/show-context";
import { Button } from "../../ui/button";
import { refuse } from "../../ui/messages";

/** What a file holds, before it is taken in. */
interface Looked {
  readonly name: string;
  readonly cues: readonly PlainCue[];
  readonly left: readonly string[];
}

/** Makes a list of another program's levels and times, out of a text file; what it can't take is said before. */
export function TakeCues({ onDone }: { onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const { set } = useInterfaceOf("set");
  const file = useRef<HTMLInputElement>(null);
  const [looked, look] = useState<Looked | null>(null);
  const read = async (chosen: File): Promise<void> => {
    look(null);
    const done = chosen.size > usitt.MOST_OCTETS ? null : usitt.readCues(await chosen.text());
    if (!done) return refuse(`${chosen.name} can't be read: it has more than 16 megabytes. Nothing was changed.`);
    if (!done.ok) return refuse(explain({ ...done.error, details: { ...done.error.details, name: chosen.name } }));
    look({ name: chosen.name.replace(/\.[^.]*$/, ""), ...done.value });
  };
  const taken =
    looked && plainCueChanges(client.view, looked.cues, { name: looked.name, territoryId: territoryFor(me, client.view), newId });
  const left = [...(looked?.left ?? []), ...(taken?.left ?? [])];
  const take = (): void => {
    if (!taken || !client.transact(`Took in ${counted(taken.cues, "cue")} of ${looked.name}`, taken.changes)) return;
    set({ scoreListId: taken.listId, chosenCueIds: [] });
    onDone();
  };
  return (
    <div className="grid gap-2 text-[13px]">
      <p className="text-ink-2">
        Levels and times of another program, as USITT ASCII text. Lamps are found by their numbers; a list of its own is made of it.
      </p>
      <input
        ref={file}
        type="file"
        className="hidden"
        aria-label="File of cues"
        accept=".asc,.txt,text/plain"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = "";
          if (chosen) void read(chosen);
        }}
      />
      <Button onClick={() => file.current?.click()}>{looked ? "Another file" : "Choose a file"}</Button>
      {looked && taken && (
        <>
          <p role="status">
            <b>{looked.name}</b>: {counted(taken.cues, "cue")}.
          </p>
          {left.length > 0 && (
            <ul className="grid max-h-40 gap-0.5 overflow-y-auto text-barred" aria-label="What is left out" tabIndex={0}>
              {left.map((what) => (
                <li key={what}>▬ Left out: {what}</li>
              ))}
            </ul>
          )}
          <Button tone="sketch" once onClick={take}>
            Make the list
          </Button>
        </>
      )}
    </div>
  );
}
