import { FIRST_MOVES_DARK, setChange, type CueList, type MovesDark } from "@vexa/core";
import { useClient } from "../../session/show-context";
import { Button } from "../../ui/button";
import { SecondsField } from "../../ui/seconds-field";

/** Whether dark heads of a list go ahead to where its next cue lights them, after how long, and how slowly. */
export function MovesInTheDark({ list }: { list: CueList }): React.JSX.Element {
  const client = useClient();
  const { movesDark: moves } = list;
  const put = (words: string, to: MovesDark | undefined): boolean =>
    client.transact(`${list.name}: ${words}`, [
      setChange(list.id, ["movesDark"], { ...(moves ? { from: moves } : {}), ...(to ? { to } : {}) }),
    ]);
  return (
    <div role="group" aria-label="Moves in the dark" className="flex items-center gap-1.5">
      <Button
        size="small"
        tone="chip"
        aria-pressed={moves !== undefined}
        title="Heads that are dark and that the next cue lights go there before it, unless somebody lights them"
        onClick={() => put(moves ? "waits with moves for the cue" : "moves in the dark", moves ? undefined : FIRST_MOVES_DARK)}
      >
        Moves in the dark
      </Button>
      {moves && (
        <>
          after
          <span className="w-14">
            <SecondsField
              label="Dark for, seconds"
              seconds={moves.afterSeconds}
              onSeconds={(seconds) => seconds !== null && put(`moves after ${seconds} s of dark`, { ...moves, afterSeconds: seconds })}
            />
          </span>
          in
          <span className="w-14">
            <SecondsField
              label="Moves in, seconds"
              seconds={moves.seconds}
              onSeconds={(seconds) => seconds !== null && put(`moves in ${seconds} s`, { ...moves, seconds })}
            />
          </span>
          s
        </>
      )}
    </div>
  );
}
