import { AlertDialog } from "radix-ui";
import { cueName, KINDS, type Show } from "@vexa/core";
import { useLiveClient } from "../session/show-context";
import { Button } from "../ui/button";

/** Two people changed one field: the later one sees both values and chooses. */
export function ClashSheet(): React.JSX.Element | null {
  const client = useLiveClient();
  const clashing = client.clashes[0];
  if (!clashing) return null;
  return (
    <AlertDialog.Root open>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <AlertDialog.Content className="fixed top-1/3 left-1/2 z-50 grid w-[460px] -translate-x-1/2 -translate-y-1/2 gap-3 rounded border border-edge bg-bench p-5 text-[13px] shadow-sheet">
          <AlertDialog.Title className="text-base font-semibold">Somebody changed this meanwhile</AlertDialog.Title>
          <AlertDialog.Description className="text-ink-2">
            You wanted: {clashing.transaction.label}. Nothing of yours is lost: choose which value stays.
          </AlertDialog.Description>
          <dl className="grid gap-2">
            {clashing.fields.slice(0, 6).map(({ id, path, theirs, mine }) => (
              <div key={id + path.join(" ")} className="grid grid-cols-[110px_1fr_1fr] gap-2 border-t border-edge pt-2">
                <dt className="text-ink-3">{fieldWords(client.view, id, path)}</dt>
                <dd>
                  <span className="block text-xs text-ink-3">theirs</span>
                  {valueWords(theirs)}
                </dd>
                <dd>
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
            <Button onClick={() => client.settleClash(clashing, "theirs")}>Keep theirs</Button>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
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
