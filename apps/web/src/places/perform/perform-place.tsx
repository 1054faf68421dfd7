import { useState } from "react";
import { mayBuild, type Page } from "@vexa/core";
import { useInterface } from "../../selection/interface-store";
import { useClient, useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { AddCard, newPageChanges } from "./arrange";
import { Card } from "./card";
import { ChosenList } from "./chosen-list";
import { SpeedMasters } from "./speed-masters";

/** Pages of cards, speed masters, and the chosen list: made for touch and the dark. */
export function PerformPlace(): React.JSX.Element {
  const show = useShow();
  const pages = show.all("page").toSorted((a, b) => a.rank - b.rank);
  const [pageId, setPageId] = useState<string | null>(null);
  const [arranging, setArranging] = useState(false);
  const page = pages.find(({ id }) => id === pageId) ?? pages[0];
  return (
    <div className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)_284px]">
      <div className="flex min-h-0 flex-col gap-2 p-3">
        <PageTabs pages={pages} page={page} onPage={setPageId} arranging={arranging} onArranging={setArranging} />
        {page ? (
          <PageGrid page={page} arranging={arranging} />
        ) : (
          <p className="flex-1 text-ink-2">There are no pages yet. The lead makes one under Arrange.</p>
        )}
        <SpeedMasters />
      </div>
      <ChosenList page={page ?? null} />
    </div>
  );
}

function PageTabs(props: {
  pages: readonly Page[];
  page: Page | undefined;
  onPage: (id: string) => void;
  arranging: boolean;
  onArranging: (on: boolean) => void;
}): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const { pages, page, onPage, arranging, onArranging } = props;
  return (
    <div className="flex shrink-0 items-center gap-1.5">
      {pages.map(({ id, name }) => (
        <Button key={id} tone="chip" aria-pressed={id === page?.id} onClick={() => onPage(id)}>
          {name}
        </Button>
      ))}
      <span className="min-w-0 flex-1 truncate px-2 text-right text-[13px] text-ink-3">
        The whole card is the fader: drag anywhere on it
      </span>
      {arranging && page && <AddCard page={page} />}
      {arranging && me.role === "lead" && (
        <Button
          onClick={() => {
            const { changes, id } = newPageChanges(client.view);
            if (client.transact("New page", changes)) onPage(id);
          }}
        >
          New page
        </Button>
      )}
      {mayBuild(me) && (
        <Button aria-pressed={arranging} onClick={() => onArranging(!arranging)}>
          {arranging ? "Done" : "Arrange"}
        </Button>
      )}
    </div>
  );
}

/** Columns of the grid; cards say in cells where they lie. */
const COLUMNS = 9;

function PageGrid({ page, arranging }: { page: Page; arranging: boolean }): React.JSX.Element {
  const show = useShow();
  const { chosenPlaybackId } = useInterface();
  const cards = show.all("playback").filter(({ pageId }) => pageId === page.id);
  if (cards.length === 0)
    return <p className="grid flex-1 place-content-center text-ink-3">This page is empty. Put a cue list on it under Arrange.</p>;
  return (
    <div
      className="grid min-h-0 flex-1 auto-rows-[92px] gap-2 overflow-y-auto"
      style={{ gridTemplateColumns: `repeat(${COLUMNS}, minmax(0, 1fr))` }}
    >
      {cards.map((playback) => (
        <Card key={playback.id} playback={playback} arranging={arranging} chosen={playback.id === chosenPlaybackId} />
      ))}
    </div>
  );
}
