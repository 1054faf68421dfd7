import { Dialog } from "radix-ui";
import { X } from "lucide-react";
import { drivenBy, FIRST_BPM, steadyTempo } from "@vexa/core";
import { useClient, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { masterStanding, shownBpm } from "./master-standing";

/** All speed masters side by side: what state they are in, their tempo now and before, and what they drive. */
export function MasterTable(): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const masters = show.all("master").toSorted((a, b) => a.rank - b.rank);
  return (
    <Dialog.Root modal={false}>
      <Dialog.Trigger asChild>
        <Button size="small">Table</Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-16 bottom-4 z-40 max-h-[60vh] overflow-y-auto rounded border border-edge bg-bench p-4 shadow-sheet"
          onInteractOutside={(event) => event.preventDefault()}
        >
          <div className="mb-2 flex items-center justify-between">
            <Dialog.Title className="text-base font-semibold">Speed masters</Dialog.Title>
            <Dialog.Close asChild>
              <Button tone="quiet" size="small" aria-label="Close">
                <X size={15} aria-hidden />
              </Button>
            </Dialog.Close>
          </div>
          <table className="w-full text-left text-[13px]">
            <thead className="text-xs text-ink-2">
              <tr>
                {["Name", "State", "BPM", "Before", "Scale", "For", "Drives", ""].map((name) => (
                  <th key={name} scope="col" className="py-1 pr-3 font-normal">
                    {name || <span className="sr-only">What to do</span>}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {masters.map((master) => {
                const state = show.masterState(master.id);
                const tempo = state?.tempo ?? steadyTempo(FIRST_BPM);
                const standing = masterStanding(state);
                const driven = drivenBy(master.id, show);
                return (
                  <tr key={master.id} className="border-t border-edge">
                    <th scope="row" className="py-1.5 pr-3 font-medium">
                      {master.name}
                    </th>
                    <td className="pr-3">
                      {standing.mark} {standing.words}
                    </td>
                    <td className="pr-3 font-mono">{shownBpm(tempo.bpm * tempo.scale)}</td>
                    <td className="pr-3 font-mono text-ink-2">{tempo.bpmBefore === undefined ? "—" : shownBpm(tempo.bpmBefore)}</td>
                    <td className="pr-3 font-mono">{Math.round(tempo.scale * 100)} %</td>
                    <td className="pr-3">{master.families?.join(", ") ?? "all"}</td>
                    <td className="pr-3">{driven.length === 0 ? "nothing" : [...new Set(driven.map(({ where }) => where))].join(", ")}</td>
                    <td className="flex justify-end gap-1 py-1">
                      <Button size="small" onClick={() => client.play({ type: standing.held ? "run" : "hold", masterId: master.id })}>
                        {standing.held ? "run" : "hold"}
                      </Button>
                      <Button
                        size="small"
                        onClick={() => client.play({ type: standing.released ? "take" : "release", masterId: master.id })}
                      >
                        {standing.released ? "take back" : "release"}
                      </Button>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
