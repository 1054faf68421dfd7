import { Plus } from "lucide-react";
import { Fragment } from "react";
import type { Change, Group, GroupMaster, Page, Playback, Show } from "@vexa/core";
import { useClient, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Menu, MenuItem, MenuTitle } from "../../ui/menu";
import { COLUMNS, overlap, type Cells } from "./use-placing";
import { newId } from "../../session/new-id";

const CARD = { columns: 2, rows: 3 };
const MASTER = { columns: 1, rows: 3 };

/** The first free place of a size, row by row. */
export function freePlace(cards: readonly Cells[], size: { columns: number; rows: number }): { column: number; row: number } {
  for (let row = 0; row < 60; row++)
    for (let column = 0; column + size.columns <= COLUMNS; column++)
      if (!cards.some((card) => overlap(card, { column, row, ...size }))) return { column, row };
  return { column: 0, row: 0 };
}

export function newPageChanges(show: Show): { changes: Change[]; id: string } {
  const pages = show.all("page");
  const id = `page-${newId()}`;
  const record: Page = {
    id,
    kind: "page",
    version: 1,
    name: `Page ${pages.length + 1}`,
    rank: Math.max(0, ...pages.map(({ rank }) => rank)) + 1,
    territoryId: null,
  };
  return { changes: [{ op: "add", record }], id };
}

/** A new card may lie below what is in sight. */
function showCard(id: string): void {
  requestAnimationFrame(() => document.querySelector(`[data-card="${id}"]`)?.scrollIntoView({ block: "nearest" }));
}

/** Puts a cue list on the page as a card. Lists that lie on it already come last. */
export function AddCard({ page }: { page: Page }): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const cards = show.all("playback").filter(({ pageId }) => pageId === page.id);
  const taken = [...cards, ...show.all("groupMaster").filter(({ pageId }) => pageId === page.id)];
  const isHere = (listId: string): boolean => cards.some((card) => card.listId === listId);
  const lists = show.all("cueList").toSorted((a, b) => Number(isHere(a.id)) - Number(isHere(b.id)) || b.rank - a.rank);
  const add = (listId: string, name: string): void => {
    const record: Playback = {
      id: `card-${newId()}`,
      kind: "playback",
      version: 1,
      pageId: page.id,
      listId,
      ...freePlace(taken, CARD),
      ...CARD,
      releaseSeconds: 1,
      startsOnRaise: true,
      letsGoAtZero: true,
    };
    if (client.transact(`Put ${name} on ${page.name}`, [{ op: "add", record }])) showCard(record.id);
  };
  const addMaster = (group: Group, how: GroupMaster["how"]): void => {
    const record: GroupMaster = {
      id: `group-master-${newId()}`,
      kind: "groupMaster",
      version: 1,
      pageId: page.id,
      name: group.name,
      who: { groupIds: [group.id] },
      how,
      ...freePlace(taken, MASTER),
      ...MASTER,
    };
    if (client.transact(`Put a master of ${group.name} on ${page.name}`, [{ op: "add", record }])) showCard(record.id);
  };
  return (
    <Menu
      className="min-w-52"
      trigger={
        <Button>
          <Plus size={14} aria-hidden /> Add a card
        </Button>
      }
    >
      {lists.length === 0 && <p className="p-2 text-[13px] text-ink-3">Record a cue first.</p>}
      {lists.map(({ id, name }) => (
        <MenuItem key={id} onSelect={() => add(id, name)} hint={isHere(id) ? "is here" : ""}>
          {name}
        </MenuItem>
      ))}
      {(["scales", "lights"] as const).map((how) => (
        <Fragment key={how}>
          <MenuTitle>{how === "scales" ? "Masters that scale a group" : "Masters that light a group"}</MenuTitle>
          {show.all("group").map((group) => (
            <MenuItem key={group.id} onSelect={() => addMaster(group, how)}>
              {group.name}
            </MenuItem>
          ))}
        </Fragment>
      ))}
    </Menu>
  );
}
