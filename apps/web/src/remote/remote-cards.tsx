import { useState } from "react";
import { asRead, cardsOf, tonight } from "@vexa/core";
import { useMe, useQuietShow } from "../session/show-context";
import { Choice, Option } from "../ui/choice";
import { BoardCard } from "../places/perform/board/board-card";
import { Card } from "../places/perform/card";
import { GroupMasterCard } from "../places/perform/group-master-card";
import { MacroCardView } from "../places/perform/macro-card";
import { pagesFor } from "../places/perform/perform-place";
import { TonightStrip } from "../places/perform/tonight/tonight-strip";

/** A card as wide as the phone, and tall enough for a thumb. */
const CELLS = { column: 0, columns: 2, rows: 2 } as const;
const BOARD_ROWS = 5;
/** Pixels of half a row. */
const HALF_ROW = 52;

/** Tonight's song, and the cards of a page below each other, in the order in which they lie there: the song's page, until another is chosen. */
export function RemoteCards(): React.JSX.Element {
  const show = useQuietShow();
  const me = useMe();
  const pages = pagesFor(me, show);
  const [chosenId, choose] = useState<string | null>(null);
  const { songs, song } = tonight(show);
  const page = pages.find(({ id }) => id === (chosenId ?? song?.pageId)) ?? pages[0];
  if (!page) return <p className="p-4 text-ink-2">There are no pages yet. The lead makes one in Perform, under Arrange.</p>;
  const cards = cardsOf(show, page.id).toSorted(asRead);
  let row = 0;
  return (
    <div className="flex h-full flex-col gap-2 p-3">
      {songs.length > 0 && <TonightStrip arranges={false} onBegin={() => choose(null)} />}
      <Choice aria-label="Page" className="h-11 shrink-0" value={page.id} onValue={choose}>
        {pages.map(({ id, name }) => (
          <Option key={id} value={id}>
            {name}
          </Option>
        ))}
      </Choice>
      {cards.length === 0 && <p className="text-ink-3">This page is empty.</p>}
      <div
        data-grid
        className="grid min-h-0 flex-1 grid-cols-4 gap-2 overflow-y-auto pr-11"
        style={{ gridAutoRows: `${HALF_ROW}px` }}
        aria-label="Cards"
      >
        {cards.map((card) => {
          const cells = { ...CELLS, row, rows: card.kind === "board" ? BOARD_ROWS : CELLS.rows };
          row += cells.rows;
          return card.kind === "playback" ? (
            <Card key={card.id} playback={card} cells={cells} arranging={false} chosen={false} />
          ) : card.kind === "board" ? (
            <BoardCard key={card.id} board={card} cells={cells} arranging={false} />
          ) : card.kind === "macroCard" ? (
            <MacroCardView key={card.id} card={card} cells={cells} arranging={false} />
          ) : (
            <GroupMasterCard key={card.id} master={card} cells={cells} arranging={false} />
          );
        })}
      </div>
    </div>
  );
}
