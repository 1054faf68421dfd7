import { cueName, KINDS, type Show } from "@vexa/core";
import { useClient, useFromClient } from "../session/show-context";
import { Button } from "../ui/button";

/** Two people changed one field: the later one sees both values and chooses, when there is time; it covers no stage. */
export function ClashSheet(): React.JSX.Element | null {
  const client = useClient();
  const clashing = useFromClient(({ clashes }) => clashes[0]);
  if (!clashing) return null;
  return (
    <section
      role="alertdialog"
      aria-labelledby="clash-title"
      aria-describedby="clash-text"
      className="fixed right-3 bottom-3 z-30 grid max-h-[70vh] w-[420px] max-w-[calc(100vw-76px)] gap-3 overflow-y-auto rounded border border-sketch bg-bench p-4 text-[13px] shadow-sheet"
    >
      <h2 id="clash-title" className="text-base font-semibold">
        Somebody changed this meanwhile
      </h2>
      <p id="clash-text" className="text-ink-2">
        You wanted: {clashing.transaction.label}. Nothing of yours is lost: choose which value stays.
      </p>
      <dl className="grid gap-2">
        {clashing.fields.slice(0, 6).map(({ id, path, theirs, mine }) => (
          <div key={id + path.join(" ")} className="grid grid-cols-[110px_1fr_1fr] gap-2 border-t border-edge pt-2">
            <dt className="text-ink-3">{fieldWords(client.view, id, path)}</dt>
            <dd className="min-w-0 break-words">
              <span className="block text-xs text-ink-3">theirs</span>
              {valueWords(theirs)}
            </dd>
            <dd className="min-w-0 break-words">
              <span className="block text-xs text-ink-3">yours</span>
              {valueWords(mine)}
            </dd>
          </div>
        ))}
      </dl>
      <div className="flex gap-2">
        <Button tone="sketch" onClick={() => client.settleClash(clashing, "mine")}>
          Take mine
        </Button>
        <Button once onClick={() => client.settleClash(clashing, "theirs")}>
          Keep theirs
        </Button>
        {client.clashes.length > 1 && <span className="self-center text-xs text-ink-3">{client.clashes.length - 1} more after this</span>}
      </div>
    </section>
  );
}

function fieldWords(show: Show, id: string, path: readonly string[]): string {
  const record = show.records.get(id);
  const name = !record
    ? ""
    : record.kind === "cue"
      ? `cue ${record.number} ${cueName(record, show)}`
      : "name" in record
        ? (record.name ?? "")
        : KINDS[record.kind].label;
  return `${path.join(" ")} of ${name}`;
}

function valueWords(value: unknown): string {
  if (value === undefined || value === null) return "nothing";
  const text = typeof value === "string" ? value : JSON.stringify(value);
  return text.length > 120 ? `${text.slice(0, 117)}…` : text;
}
