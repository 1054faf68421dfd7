import { toggleBlind } from "../../lanes/blind";
import { cueName, setChange, wipeChanges } from "@vexa/core";
import { useNavigate } from "react-router";
import { Group, Panel, Separator } from "react-resizable-panels";
import { LanesPanel } from "../../lanes/lanes-panel";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useMe, useShow } from "../../session/show-context";
import { PRESET_DRAG } from "../../presets/preset-edits";
import { StageCanvas } from "../../stage/stage-canvas";
import { useBarredWash } from "../../territories/use-barred-wash";
import { StageShows, useStageShows } from "../../stage/stage-shows";
import { StageTools } from "../../stage/stage-tools";
import { PutBack } from "../../lanes/put-back";
import { Button } from "../../ui/button";
import { Tabs } from "../../ui/tabs";
import { Cast } from "./cast/cast";
import { MotionColumn } from "./motion/motion-column";
import { RecordSheet } from "./record-sheet";
import { Shelf } from "./shelf/shelf";

/** Stage above, lanes below: who and what. */
export function BuildPlace(): React.JSX.Element {
  const barred = useBarredWash();
  const { shows } = useStageShows();
  return (
    <div className="grid h-full min-h-0 grid-cols-[216px_minmax(0,1fr)_248px]">
      <Cast />
      <Group orientation="vertical" className="min-h-0">
        <Panel defaultSize="56%" minSize="20%">
          <div className="relative h-full">
            {shows === "both" ? (
              <div className="grid h-full grid-cols-2 divide-x divide-edge">
                <StageCanvas wash={barred} tools="select" />
                <StageCanvas wash={barred} shows="prepared" />
              </div>
            ) : (
              <StageCanvas wash={barred} shows={shows} />
            )}
            <StageTools />
            <StageShows />
            <Legend barred={barred !== null} />
          </div>
        </Panel>
        <Separator className="h-1.5 border-y border-edge bg-bench hover:bg-raised" aria-label="Divider between stage and lanes" />
        <Panel defaultSize="44%" minSize="20%">
          <LanesPanel />
        </Panel>
      </Group>
      <aside className="flex min-h-0 flex-col border-l border-edge bg-bench" aria-label="Presets, motion and recording">
        <RightColumn />
        <SketchActions />
      </aside>
      <RecordSheet />
    </div>
  );
}

/** The shelf of presets or the motion of the chosen lane. */
function RightColumn(): React.JSX.Element {
  const { rightColumn, set } = useInterfaceOf("rightColumn", "set");
  return (
    <Tabs
      label="Right column"
      value={rightColumn}
      onValue={(tab) => set({ rightColumn: tab })}
      // A preset on its way to a step of a motion opens the column in which the steps are.
      onDragEnter={(event, tab) => event.dataTransfer.types.includes(PRESET_DRAG) && set({ rightColumn: tab })}
      tabs={[
        // The shelf stays: what is dragged out of it must not vanish on the way.
        { value: "presets", name: "Presets", panel: <Shelf />, stays: true, className: "flex flex-col" },
        { value: "motion", name: "Motion", panel: <MotionColumn />, className: "overflow-x-hidden overflow-y-auto" },
      ]}
    />
  );
}

function Legend({ barred }: { barred: boolean }): React.JSX.Element {
  return (
    <p className="pointer-events-none absolute bottom-1.5 left-2 flex gap-3 rounded bg-stage/80 px-1.5 py-0.5 text-xs text-stage-ink">
      <span>
        <span className="text-stage-thread">◌</span> yours, in order along the thread
      </span>
      <span>
        <span className="text-stage-other">┄</span> selected by others
      </span>
      {barred && <span>╱╱ others’ heads: to look at, not to change</span>}
    </p>
  );
}

function SketchActions(): React.JSX.Element {
  const client = useClient();
  const show = useShow();
  const me = useMe();
  const { set } = useInterfaceOf("set");
  const wipe = wipeChanges(show, me.id);
  const sketch = show.sketchOf(me.id);
  const strokes = Object.keys(sketch?.strokes ?? {}).length;
  return (
    <div className="grid shrink-0 gap-2 border-t border-edge p-3">
      <div className="flex items-center gap-2">
        <p className="min-w-0 flex-1 text-xs text-ink-2">
          {strokes === 0 ? (
            "Your sketch is empty."
          ) : (
            <>
              <span className="text-sketch">◌</span> {strokes} {strokes === 1 ? "stroke" : "strokes"},{" "}
              {sketch?.blind ? "blind" : "live on stage"}
            </>
          )}
        </p>
        <Button
          tone="chip"
          size="small"
          aria-pressed={sketch?.blind === true}
          title="Blind: you alone see your sketch, the stage stays as it is (B)"
          onClick={() => toggleBlind(client)}
        >
          Blind
        </Button>
      </div>
      <EditedCue />
      <PutBack />
      <div className="grid grid-cols-[auto_1fr] gap-2">
        <Button disabled={wipe.length === 0} title="Shift+Esc" onClick={() => client.transact("Wiped the sketch", wipe)}>
          Wipe
        </Button>
        <Button tone="sketch" disabled={strokes === 0} title="R" onClick={() => set({ recording: true })}>
          Record cue
        </Button>
      </div>
    </div>
  );
}

/** The cue that was opened here: what the sketch has become goes back into it, or it stays as it was. */
function EditedCue(): React.JSX.Element | null {
  const client = useClient();
  const show = useShow();
  const me = useMe();
  const navigate = useNavigate();
  const { editedCueId, set } = useInterfaceOf("editedCueId", "set");
  const cue = show.get("cue", editedCueId);
  const sketch = show.sketchOf(me.id);
  if (!cue || !sketch) return null;
  const leave = (how: "put back" | "leave"): void => {
    const changes = [
      ...(how === "put back" ? [setChange(cue.id, ["strokes"], { from: cue.strokes, to: sketch.strokes })] : []),
      setChange(sketch.id, ["strokes"], { from: sketch.strokes, to: {} }),
      ...(sketch.blind ? [setChange(sketch.id, ["blind"], { from: true })] : []),
    ];
    if (!client.transact(how === "put back" ? `Put the sketch back into cue ${cue.number}` : `Left cue ${cue.number} as it was`, changes))
      return;
    set({ editedCueId: null });
    void navigate("/score");
  };
  return (
    <div role="group" aria-label="Opened cue" className="grid gap-1.5 rounded border border-linked/60 p-2 text-xs">
      <p className="truncate">
        <span className="text-linked">∞</span> Cue {cue.number} {cueName(cue, show)}
      </p>
      <div className="grid grid-cols-2 gap-1">
        <Button once size="small" onClick={() => leave("put back")}>
          Put it back
        </Button>
        <Button size="small" onClick={() => leave("leave")}>
          Leave as it was
        </Button>
      </div>
    </div>
  );
}
