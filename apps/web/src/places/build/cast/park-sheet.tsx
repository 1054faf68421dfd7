import { useId, useState } from "react";
import {
  attributesOf,
  attributeInfo,
  counted,
  explain,
  FAMILIES,
  mayDo,
  parkedAsNow,
  parkedLines,
  readLine,
  type Family,
} from "@vexa/core";
import { doRead, lineContext } from "../../../line/run-line";
import { useSelected } from "../../../selection/use-selection";
import { useClient, useMe, useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { Complaint, useComplaint } from "../../../ui/complaint";
import { Field, TextInput } from "../../../ui/field";
import { tell } from "../../../ui/messages";
import { PopSheet } from "../../../ui/pop-sheet";
import { Tick } from "../../../ui/tick";

const MOST_LISTED = 100;

/** Keeps heads as they are on stage now, whatever plays, and frees them. */
export function ParkSheet(): React.JSX.Element {
  const show = useQuietShow();
  const parked = show.all("park").length;
  const [open, setOpen] = useState(false);
  return (
    <PopSheet
      label="Park"
      className="w-80"
      open={open}
      onOpen={setOpen}
      trigger={
        <Button
          className="flex-1 aria-pressed:border-parked aria-pressed:text-parked"
          aria-pressed={parked > 0}
          title="Keeps heads as they are, whatever plays"
        >
          {parked > 0 ? `■ Park (${parked})` : "Park"}
        </Button>
      }
    >
      <ParkForm onDone={() => setOpen(false)} />
    </PopSheet>
  );
}

/** Parks what is selected at values, typed as in the line. */
function ParkAt({ onDone }: { onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const [text, setText] = useState("");
  const [complaint, setComplaint] = useComplaint();
  const field = useId();
  const park = (event: React.FormEvent): void => {
    event.preventDefault();
    const read = readLine(`sel park at ${text}`, lineContext(client));
    if (!read.ok) return setComplaint(explain(read.error));
    const refusal = (read.value.play ?? []).map((command) => mayDo(client.view, me, command)).find((refused) => refused !== null);
    if (refusal) return setComplaint(explain(refusal));
    doRead(client, read.value);
    onDone();
  };
  return (
    <form className="relative flex items-end gap-1.5 border-t border-edge pt-2" onSubmit={park}>
      <Field label="Or at values, whatever is on stage">
        <TextInput
          aria-invalid={complaint !== null}
          aria-describedby={complaint === null ? undefined : field}
          maxLength={200}
          placeholder="dim 0, zoom 20"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </Field>
      <Button type="submit" disabled={text.trim() === ""}>
        Park at these
      </Button>
      {complaint !== null && <Complaint id={field} text={complaint} />}
    </form>
  );
}

function ParkForm({ onDone }: { onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const { heads } = useSelected();
  const [left, setLeft] = useState<readonly Family[]>([]);
  const had = new Set(attributesOf(heads).map((attribute) => attributeInfo(attribute).family));
  const families = FAMILIES.filter((family) => had.has(family));
  const chosen = families.filter((family) => !left.includes(family));
  const keys = heads.map(({ key }) => key);
  const lines = parkedLines(show);
  const own = lines.filter(({ head }) => keys.includes(head));
  const isMeant = (attribute: string): boolean => chosen.includes(attributeInfo(attribute).family);
  const command = { type: "park-all", values: parkedAsNow(show, { heads: keys, isMeant, values: client.values }) } as const;
  const refusal = Object.keys(command.values).length === 0 ? null : mayDo(show, me, command);
  const park = (): void => {
    // As it is at the touch, not as it was when this was drawn.
    const values = parkedAsNow(client.view, { heads: keys, isMeant, values: client.values });
    void client.play({ type: "park-all", values });
    tell(`Parked ${counted(Object.keys(values).length, "head")}`);
    onDone();
  };
  const free = (which: readonly { readonly head: string }[]): void =>
    void client.play({ type: "unpark-all", heads: which.map(({ head }) => head) });
  return (
    <div className="grid gap-2 text-[13px]">
      {heads.length === 0 ? (
        <p className="text-ink-2">Select the heads that are to stay as they are.</p>
      ) : (
        <>
          <p>
            {counted(heads.length, "head")} {heads.length === 1 ? "stays" : "stay"} as on stage now, whatever plays, in:
          </p>
          <div className="grid grid-cols-2 gap-1" role="group" aria-label="What is parked">
            {families.map((family) => (
              <Tick
                key={family}
                label={family}
                on={!left.includes(family)}
                onTick={(on) => setLeft(on ? left.filter((each) => each !== family) : [...left, family])}
              />
            ))}
          </div>
          <div className="flex gap-1.5">
            <Button tone="sketch" once disabled={chosen.length === 0 || refusal !== null} onClick={park}>
              Park {heads.length === 1 ? "it" : "them"}
            </Button>
            {own.length > 0 && <Button onClick={() => free(own)}>■ Free {counted(own.length, "head")}</Button>}
          </div>
          {refusal && <p className="text-barred">▬ Some of them aren’t yours to park.</p>}
          <ParkAt onDone={onDone} />
        </>
      )}
      {lines.length > 0 && (
        <section className="grid gap-1 border-t border-edge pt-2" aria-label="What is parked">
          <h3 className="flex items-center justify-between font-semibold">
            {counted(lines.length, "parked head")}
            <Button size="small" onClick={() => free(lines)}>
              Free all
            </Button>
          </h3>
          <ul className="grid max-h-56 gap-0.5 overflow-y-auto" tabIndex={0} aria-label="Parked heads">
            {lines.slice(0, MOST_LISTED).map((line) => (
              <li key={line.head} className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-2">
                <span className="truncate" title={`parked by ${show.get("person", line.personId)?.name ?? "somebody"}`}>
                  <span className="text-parked">■</span> {line.name} <span className="text-ink-3">{line.families.join(", ")}</span>
                </span>
                <Button size="small" tone="quiet" aria-label={`Free ${line.name}`} onClick={() => free([line])}>
                  Free
                </Button>
              </li>
            ))}
            {lines.length > MOST_LISTED && <li className="text-xs text-ink-3">{lines.length - MOST_LISTED} more</li>}
          </ul>
        </section>
      )}
    </div>
  );
}
