import { readLine, type LineContext, type LineDoes, type Result } from "@vexa/core";
import { cardAtHand } from "../selection/card-at-hand";
import { useInterface } from "../selection/interface-store";
import { newId } from "../session/new-id";
import type { ShowClient } from "../session/show-client";
import { tell } from "../ui/messages";
import { runMacro } from "./macro-runs";

/** What a line is read with in this window. */
export function lineContext(client: ShowClient): LineContext {
  const { view: show, personId, values } = client;
  return { show, personId, selection: useInterface.getState().selection, values, newId, cardId: cardAtHand(show) };
}

/** Reads a line as things stand now, and does what it comes to. */
export function runLine(client: ShowClient, text: string): Result<LineDoes> {
  const read = readLine(text, lineContext(client));
  if (read.ok) doRead(client, read.value);
  return read;
}

/** Does what a line came to, or what is done as one would be. */
export function doRead(client: ShowClient, of: Pick<LineDoes, "says" | "select" | "changes" | "play" | "undo">): void {
  const { says, select, changes, play, undo } = of;
  if (select) useInterface.getState().select(select);
  if (changes && !client.transact(says, changes)) return;
  for (const command of play ?? []) {
    if (command.type === "macro") runMacro(client, command.macroId);
    else void client.play(command);
  }
  if (undo) void client.undo(undo);
  else tell(says);
}
