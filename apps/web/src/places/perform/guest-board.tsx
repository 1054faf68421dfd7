import { useState } from "react";
import { coatIdOf, inTheirOrder, type Board } from "@vexa/core";
import { useClient, usePlayedShow } from "../../session/show-context";
import { coatWords } from "./board/bed-shape";
import { PotPicture, PotsRow, RINSE } from "./board/pots-row";

/** A colour board without a picture of the stage, of which a guest sees nothing: a pot is touched, then the groups that take its colour. */
export function GuestBoard({ board }: { board: Board }): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const pots = inTheirOrder(board.pots);
  const [chosenPot, setChosenPot] = useState<string | null>(null);
  const potId = chosenPot === RINSE || (chosenPot !== null && board.pots[chosenPot]) ? chosenPot : (pots[0]?.[0] ?? RINSE);
  const beds = inTheirOrder(board.beds);
  const paint = (bedIds: readonly string[]): void => {
    if (bedIds.length === 0) return;
    const on = { boardId: board.id, bedIds };
    void client.play(potId === RINSE ? { type: "rinse", ...on, coats: "all" } : { type: "paint", ...on, potId });
  };
  return (
    <section aria-label={board.name} data-plays className="col-span-full flex flex-col gap-3 rounded border-2 border-edge bg-bench p-4">
      <h2 className="text-2xl font-semibold break-words">{board.name}</h2>
      <p className="text-sm text-ink-2">
        {beds.length === 0 ? "Nothing to colour has been put on it yet." : "Touch a colour, then what is to take it."}
      </p>
      <PotsRow
        board={board}
        chosen={potId}
        disabled={beds.length === 0}
        onChosen={setChosenPot}
        onHeld={() => undefined}
        onDropped={() => undefined}
        onAll={() => paint(beds.map(([bedId]) => bedId))}
      />
      <div className="grid flex-1 auto-rows-fr grid-cols-[repeat(auto-fit,minmax(160px,1fr))] gap-2">
        {beds.map(([bedId, { groupId }]) => {
          const color = show.get("coat", coatIdOf(board.id, bedId, "first"))?.color ?? null;
          return (
            <button
              key={bedId}
              type="button"
              className="flex min-h-20 items-center gap-3 rounded border border-edge p-3 text-left active:bg-raised"
              onClick={() => paint([bedId])}
            >
              <span aria-hidden className="size-9 shrink-0 overflow-hidden rounded-full border border-edge">
                {color && <PotPicture show={show} color={color} className="block size-full" />}
              </span>
              <span className="min-w-0">
                <span className="line-clamp-2 text-lg leading-tight font-semibold">
                  {show.get("group", groupId)?.name ?? "A group that is gone"}
                </span>
                <span className="line-clamp-1 text-sm text-ink-2">{coatWords(show, board, bedId) || "own colour"}</span>
              </span>
            </button>
          );
        })}
      </div>
    </section>
  );
}
