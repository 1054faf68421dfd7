import { listsInOrder } from "@vexa/core";
import { PutBack } from "../../lanes/put-back";
import { useInterfaceOf } from "../../selection/interface-store";
import { useQuietShow } from "../../session/show-context";
import { CueSheet } from "./cue-sheet";
import { CueTable } from "./cue-table";
import { Lists } from "./lists";
import { PresetTray } from "./preset-tray";
import { SeveralCues } from "./several-cues";
import { TimeChart } from "./time-chart";
import { TimeLine } from "./time-line";

/** Cue lists: the cues, the chosen one's times as a chart and its strokes. */
export function ScorePlace(): React.JSX.Element {
  const show = useQuietShow();
  const { scoreListId, chosenCueIds } = useInterfaceOf("scoreListId", "chosenCueIds");
  const lists = listsInOrder(show);
  const list = show.get("cueList", scoreListId) ?? lists[0] ?? null;
  const cues = list ? show.cuesOf(list.id) : [];
  const chosen = cues.filter(({ id }) => chosenCueIds.includes(id));
  const cue = chosen.at(-1) ?? null;
  return (
    <div className="grid h-full min-h-0 grid-cols-[208px_minmax(0,1fr)_300px]">
      <Lists lists={lists} chosen={list} />
      <div className="flex min-h-0 flex-col">
        {list ? (
          <CueTable key={`cues ${list.id}`} list={list} cues={cues} chosen={chosen} />
        ) : (
          <p className="grid flex-1 place-content-center text-[13px] text-ink-3">
            There are no cue lists yet. Record a cue in Build; its list appears here.
          </p>
        )}
        {cue && <TimeChart key={`chart ${cue.id}`} cue={cue} cues={cues} />}
        {list && <TimeLine key={`time ${list.id}`} list={list} />}
      </div>
      <aside className="min-h-0 overflow-y-auto border-l border-edge bg-bench" aria-label="Chosen cue">
        <div className="grid px-3 pt-3 empty:hidden">
          <PutBack />
        </div>
        {cue && list && chosen.length > 1 ? (
          <SeveralCues cues={[chosen[0]!, ...chosen.slice(1)]} all={cues} list={list} />
        ) : cue && list ? (
          <CueSheet key={cue.id} cue={cue} cues={cues} list={list} />
        ) : (
          <p className="p-3 text-[13px] text-ink-3">Choose a cue to see what it says, and when.</p>
        )}
        {list && <PresetTray />}
      </aside>
    </div>
  );
}
