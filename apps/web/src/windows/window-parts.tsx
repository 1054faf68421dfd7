import { cueCall } from "@vexa/core";
import { LanesPanel } from "../lanes/lanes-panel";
import { ChosenList } from "../places/perform/chosen-list";
import { TimeChart } from "../places/score/time-chart";
import { TracePlace } from "../places/trace/trace-place";
import { usePlayedShow } from "../session/show-context";
import { StageCanvas } from "../stage/stage-canvas";
import { StageTools } from "../stage/stage-tools";
import { CueView } from "./cue-view";

interface Part {
  readonly name: string;
  readonly what: string;
  /** The place whose keys work there. */
  readonly keys?: "build" | "perform";
  Part(): React.JSX.Element;
}

/** What can stand in a window of its own. */
const PARTS = {
  stage: { name: "Stage", what: "the plan or 3D, to pick and aim on", keys: "build", Part: StagePart },
  lanes: { name: "Lanes", what: "the lanes of who is selected", keys: "build", Part: LanesPanel },
  list: { name: "Running list", what: "the chosen list, and all that runs", keys: "perform", Part: ListPart },
  chart: { name: "Time chart", what: "when everything of the cue that runs arrives", Part: ChartPart },
  cues: { name: "Cue view", what: "this cue and the next, to be read from across the room", Part: CueView },
  trace: { name: "Trace", what: "why it looks as it does", Part: TracePlace },
} as const satisfies Readonly<Record<string, Part>>;
export type WindowPart = keyof typeof PARTS;
export const WINDOW_PARTS: Readonly<Record<WindowPart, Part>> = PARTS;

export function isWindowPart(text: string | undefined): text is WindowPart {
  return text !== undefined && Object.hasOwn(WINDOW_PARTS, text);
}

function StagePart(): React.JSX.Element {
  return (
    <div className="relative h-full">
      <StageCanvas />
      <StageTools />
    </div>
  );
}

function ListPart(): React.JSX.Element {
  return (
    <div className="grid h-full [&>aside]:max-sm:flex">
      <ChosenList page={null} />
    </div>
  );
}

/** Of whichever cue was started last. */
function ChartPart(): React.JSX.Element {
  const show = usePlayedShow();
  const call = cueCall(show, null);
  if (!call?.runs) return <p className="p-4 text-ink-2">Nothing runs now. The chart of the next cue that is started stands here.</p>;
  return <TimeChart cue={call.runs.cue} cues={show.cuesOf(call.list.id)} />;
}
