import type { Board } from "../playback/board";
import type { PlayCommand } from "../playing/commands";
import type { Playback } from "../playback/playback";
import { paintedBeds } from "../show/coat-drives";
import type { Show } from "../show/show";

/** What somebody has on stage by touch: cards that they touched last, and beds that they painted. */
export interface RunningOf {
  readonly cards: readonly Playback[];
  readonly boards: readonly { readonly board: Board; readonly bedIds: readonly string[] }[];
}

export function runningOf(show: Show, personId: string): RunningOf {
  const cards = show.all("playback").filter(({ id }) => {
    const state = show.playbackState(id);
    return state !== null && state.cueId !== null && state.personId === personId;
  });
  const boards = show.all("board").map((board) => ({ board, bedIds: paintedBeds(show, board, personId) }));
  return { cards, boards: boards.filter(({ bedIds }) => bedIds.length > 0) };
}

/** What lets go of all of it. */
export function lettingGoOf({ cards, boards }: RunningOf): PlayCommand[] {
  return [
    ...cards.map(({ id }): PlayCommand => ({ type: "let-go", playbackId: id })),
    ...boards.map(({ board, bedIds }): PlayCommand => ({ type: "rinse", boardId: board.id, bedIds, coats: "all" })),
  ];
}
