import { mayDo, playChanges, type Change, type Person, type PlaybackState, type PlayCommand, type Result, type Show } from "@vexa/core";

/** What a touch comes to: refused, or the changes it makes. `hand`: when it was meant; it is never later than `now`. */
export function askedChanges(
  show: Show,
  { person, command }: { readonly person: Person; readonly command: PlayCommand },
  of: { readonly hand: number; readonly now: number; readonly values: () => ArrayLike<number> | null },
): Result<Change[]> {
  const refused = mayDo(show, person, command);
  if (refused) return { ok: false, error: refused };
  return playChanges(show, command, { t: Math.min(of.hand, of.now), hand: of.hand, personId: person.id, values: of.values });
}

/** Whether a touch found nothing: no such card, or no cue after the last one. */
export function foundNothing({ type }: PlayCommand, asked: Result<Change[]>): boolean {
  return asked.ok ? type === "go" && asked.value.length === 0 : asked.error.code === "record.unknown";
}

/** The record of which a touch takes over what stands there now, so that an edit which lands later doesn't reach it; null for all others. */
export function readOnce(command: PlayCommand, asked: Result<Change[]>): string | null {
  if (command.type === "macro") return command.macroId;
  if (command.type === "paint" || command.type === "dab") return command.boardId;
  // A cue's macro begins with its Go.
  return asked.ok ? startedCue(asked.value) : null;
}

function startedCue(changes: readonly Change[]): string | null {
  for (const change of changes) {
    if (change.op === "add" && change.record.kind === "playbackState") return (change.record as PlaybackState).cueId;
    if (change.op === "set" && change.path[0] === "cueId" && typeof change.to === "string") return change.to;
  }
  return null;
}

const IDS = ["playbackId", "boardId", "macroId", "masterId", "groupMasterId", "targetId"] as const;

/** Whose touch of what it is: a hand's touches of one thing are done in their order. */
export function aboutOf({ id }: Person, command: PlayCommand): string {
  const ids: { readonly type: string } & { readonly [id in (typeof IDS)[number]]?: string | undefined } = command;
  const what = IDS.map((name) => ids[name]).find((known) => known !== undefined) ?? command.type;
  return `${id} ${what}`;
}
