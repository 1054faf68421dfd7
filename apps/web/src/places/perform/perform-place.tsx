import { newId } from "../../session/new-id";
import { ExternalLink } from "lucide-react";
import { useState } from "react";
import { Navigate, NavLink, useNavigate, useParams } from "react-router";
import {
  cardsOf,
  CELL_STEP,
  isOf,
  mayBuild,
  newPage,
  PAGE_COLUMNS,
  spreadOut,
  type Board,
  type Page,
  type Person,
  type Show,
} from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { useActsAtTouch } from "../../ui/acts-at-touch";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { AddCard, PasteCard } from "./arrange";
import { BoardCard } from "./board/board-card";
import { Card } from "./card";
import { ChosenList } from "./chosen-list";
import { MacroCardView } from "./macro-card";
import { GroupMasterCard } from "./group-master-card";
import { PaceStrip } from "./pace-strip";
import { PageSheet } from "./page-sheet";
import { SpeedMasters } from "./speed-masters";
import { ROW_PIXELS } from "./use-placing";

/** Pages in the order in which a person sees them: their own, their territory's, then the rest. */
export function pagesFor(person: Person, show: Show): Page[] {
  const nearness = ({ personId, territoryId }: Page): number => {
    if (personId === person.id) return 0;
    return territoryId !== null && isOf(person, show.get("territory", territoryId)) ? 1 : 2;
  };
  return show.all("page").toSorted((a, b) => nearness(a) - nearness(b) || a.rank - b.rank);
}

/** Pages of cards, speed masters, and the chosen list: made for touch and the dark. The address names the page. */
export function PerformPlace(): React.JSX.Element {
  const show = useQuietShow();
  const me = useMe();
  const { pageId } = useParams();
  const pages = pagesFor(me, show);
  const [arranging, setArranging] = useState(false);
  useActsAtTouch(!arranging);
  const page = pages.find(({ id }) => id === pageId);
  if (!page && pages[0]) return <Navigate to={`/perform/${pages[0].id}`} replace />;
  const alone = page && !arranging ? boardAlone(show, page) : null;
  return (
    <div
      className={cn(
        "grid h-full min-h-0 grid-cols-[minmax(0,1fr)_284px] max-sm:grid-cols-[minmax(0,1fr)]",
        alone && "max-xl:grid-cols-[minmax(0,1fr)] max-xl:[&>aside]:hidden",
      )}
    >
      <div className="flex min-h-0 flex-col gap-2 p-3">
        <PageTabs pages={pages} page={page} arranging={arranging} onArranging={setArranging} />
        {alone ? (
          <BoardCard board={alone} />
        ) : page ? (
          <PageGrid page={page} arranging={arranging} />
        ) : (
          <p className="flex-1 text-ink-2">There are no pages yet. The lead makes one under Arrange.</p>
        )}
        <SpeedMasters folded={alone !== null}>
          <PaceStrip />
        </SpeedMasters>
      </div>
      <ChosenList page={page ?? null} />
    </div>
  );
}

function PageTabs(props: {
  pages: readonly Page[];
  page: Page | undefined;
  arranging: boolean;
  onArranging: (on: boolean) => void;
}): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const show = useQuietShow();
  const { pages, page, arranging, onArranging } = props;
  const navigate = useNavigate();
  const addPage = (): void => {
    const record = newPage(client.view, { newId, territoryId: null });
    if (client.transact("New page", [{ op: "add", record }])) void navigate(`/perform/${record.id}`);
  };
  return (
    <div className="flex shrink-0 items-center gap-1.5">
      <nav className="flex min-w-0 gap-1.5 overflow-x-auto" aria-label="Pages">
        {pages.map(({ id, name }) => (
          <NavLink
            key={id}
            to={`/perform/${id}`}
            className={({ isActive }) =>
              cn(
                "inline-flex h-11 max-w-44 min-w-11 shrink-0 items-center rounded border border-edge px-2.5 text-[13px] font-medium text-ink-2 hover:text-ink",
                isActive && "border-live bg-raised text-ink",
              )
            }
          >
            <span className="truncate">{name}</span>
          </NavLink>
        ))}
      </nav>
      <span className="min-w-0 flex-1 truncate px-2 text-right text-[13px] text-ink-3 max-sm:hidden">
        {arranging
          ? "Drag a card to move it, its corner to stretch it"
          : page && boardAlone(show, page)
            ? "Touch a pot, then beds; swipe, and the colour runs that way"
            : "The whole card is the fader: drag anywhere on it"}
      </span>
      {arranging && page && <AddCard page={page} />}
      {arranging && page && <PasteCard page={page} />}
      {arranging && page && <PageSheet page={page} />}
      {arranging && me.role === "lead" && (
        <Button once size="touch" onClick={addPage}>
          New page
        </Button>
      )}
      {page && !arranging && (
        <a
          href={`/perform/${page.id}`}
          target="_blank"
          rel="noreferrer"
          className="inline-flex h-11 min-w-11 items-center justify-center rounded px-2 text-ink-2 hover:bg-raised hover:text-ink"
          aria-label="This page in a window of its own"
          title="This page in a window of its own"
        >
          <ExternalLink size={15} aria-hidden />
        </a>
      )}
      {mayBuild(me) && (
        <Button size="touch" aria-pressed={arranging} onClick={() => onArranging(!arranging)}>
          {arranging ? "Done" : "Arrange"}
        </Button>
      )}
    </div>
  );
}

/** The board that a page is; null where other cards lie on it too. */
function boardAlone(show: Show, page: Page): Board | null {
  const [card, ...more] = cardsOf(show, page.id);
  return card?.kind === "board" && more.length === 0 ? card : null;
}

function PageGrid({ page, arranging }: { page: Page; arranging: boolean }): React.JSX.Element {
  const show = useQuietShow();
  const { shownPlaybackId } = useInterfaceOf("shownPlaybackId");
  const cards = cardsOf(show, page.id);
  if (cards.length === 0)
    return <p className="grid flex-1 place-content-center text-ink-3">This page is empty. Put a cue list on it under Arrange.</p>;
  return (
    <div
      data-grid
      className="page-grid grid min-h-0 flex-1 gap-2 overflow-y-auto pointer-coarse:pr-11"
      style={{ gridTemplateColumns: `repeat(${PAGE_COLUMNS / CELL_STEP}, minmax(0, 1fr))`, gridAutoRows: `${ROW_PIXELS}px` }}
    >
      {spreadOut(cards).map(({ card, cells }) =>
        card.kind === "playback" ? (
          <Card key={card.id} playback={card} cells={cells} arranging={arranging} chosen={card.id === shownPlaybackId} />
        ) : card.kind === "board" ? (
          <BoardCard key={card.id} board={card} cells={cells} arranging={arranging} />
        ) : card.kind === "macroCard" ? (
          <MacroCardView key={card.id} card={card} cells={cells} arranging={arranging} />
        ) : (
          <GroupMasterCard key={card.id} master={card} cells={cells} arranging={arranging} />
        ),
      )}
    </div>
  );
}
