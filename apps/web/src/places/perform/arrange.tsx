import { ClipboardPaste, Plus } from "lucide-react";
import { Fragment } from "react";
import {
  cardName,
  cardsOf,
  copiedCard,
  freeName,
  GROUP_CARD_WAYS,
  newBoard,
  newCard,
  newGroupMaster,
  newMacroCard,
  type Group,
  type GroupMaster,
  type Page,
} from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Menu, MenuItem, MenuTitle } from "../../ui/menu";
import { newId } from "../../session/new-id";

/** Pots that a new board begins with. */
const FIRST_POTS = 10;

/** A new card may lie below what is in sight. */
function showCard(id: string): void {
  requestAnimationFrame(() => document.querySelector(`[data-card="${id}"]`)?.scrollIntoView({ block: "nearest" }));
}

const HOW_TITLES: Readonly<Record<GroupMaster["how"], string>> = {
  scales: "Masters that scale a group",
  lights: "Masters that light a group",
  parks: "Buttons that park a group",
};

/** Puts a cue list on the page as a card. Lists that lie on it already come last. */
export function AddCard({ page }: { page: Page }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const cards = show.all("playback").filter(({ pageId }) => pageId === page.id);
  const isHere = (listId: string): boolean => cards.some((card) => card.listId === listId);
  const lists = show.all("cueList").toSorted((a, b) => Number(isHere(a.id)) - Number(isHere(b.id)) || b.rank - a.rank);
  const add = (listId: string, name: string): void => {
    const record = newCard(client.view, { newId, pageId: page.id, listId });
    if (client.transact(`Put ${name} on ${page.name}`, [{ op: "add", record }])) showCard(record.id);
  };
  const addMaster = (group: Group, how: GroupMaster["how"]): void => {
    const record = newGroupMaster(client.view, { newId, pageId: page.id, group, how });
    const what = how === "parks" ? "a button that parks" : "a master of";
    if (client.transact(`Put ${what} ${group.name} on ${page.name}`, [{ op: "add", record }])) showCard(record.id);
  };
  const addBoard = (): void => {
    const colors = show
      .all("preset")
      .filter(({ family, universal }) => family === "Colour" && universal.Color?.colors?.knots.length === 1)
      .slice(0, FIRST_POTS)
      .map(({ id }) => ({ presetId: id }));
    const name = freeName("Colour board", show.all("board"));
    const record = newBoard(client.view, { newId, pageId: page.id, name, groupIds: [], colors });
    if (client.transact(`Put a colour board on ${page.name}`, [{ op: "add", record }])) showCard(record.id);
  };
  const macros = show.all("macro").toSorted((a, b) => a.rank - b.rank);
  const addMacro = (macroId: string, name: string): void => {
    const record = newMacroCard(client.view, { newId, pageId: page.id, macroId });
    if (client.transact(`Put the macro ${name} on ${page.name}`, [{ op: "add", record }])) showCard(record.id);
  };
  return (
    <Menu
      className="min-w-52"
      trigger={
        <Button size="touch">
          <Plus size={14} aria-hidden /> Add a card
        </Button>
      }
    >
      <MenuItem onSelect={addBoard} hint="pots and beds">
        A colour board
      </MenuItem>
      {lists.length === 0 && <p className="p-2 text-[13px] text-ink-3">Record a cue first.</p>}
      {lists.map(({ id, name }) => (
        <MenuItem key={id} onSelect={() => add(id, name)} hint={isHere(id) ? "is here" : ""}>
          {name}
        </MenuItem>
      ))}
      {macros.length > 0 && <MenuTitle>Macros</MenuTitle>}
      {macros.map(({ id, name }) => (
        <MenuItem key={id} onSelect={() => addMacro(id, name)}>
          {name}
        </MenuItem>
      ))}
      {GROUP_CARD_WAYS.map((how) => (
        <Fragment key={how}>
          <MenuTitle>{HOW_TITLES[how]}</MenuTitle>
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

/** Lays what was copied on this page, options and all. */
export function PasteCard({ page }: { page: Page }): React.JSX.Element | null {
  const client = useClient();
  const { copiedCardId } = useInterfaceOf("copiedCardId");
  const copied = cardsOf(client.view).find(({ id }) => id === copiedCardId);
  if (!copied) return null;
  const name = cardName(client.view, copied);
  const paste = (): void => {
    const record = copiedCard(client.view, copied, { newId, pageId: page.id });
    if (client.transact(`Put a copy of ${name} on ${page.name}`, [{ op: "add", record }])) showCard(record.id);
  };
  return (
    <Button once size="touch" title={`${name}, with its options`} onClick={paste}>
      <ClipboardPaste size={14} aria-hidden /> <span className="max-w-32 truncate">Paste {name}</span>
    </Button>
  );
}
