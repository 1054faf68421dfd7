import { blockedStrokes, CUE_TINTS, counted, cueFieldChanges, type Cue, type CueList } from "@vexa/core";
import { useClient } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Tags } from "../../ui/tags";
import { commonIn, CueTimes, type PutCues, type SomeCues } from "./cue-times";

const MOST_NAMED = 12;

/** What several chosen cues have in common, and where they differ all that there is: what is set here is set on all of them, as one step. */
export function SeveralCues({ cues, all, list }: { cues: SomeCues; all: readonly Cue[]; list: CueList }): React.JSX.Element {
  const client = useClient();
  const put: PutCues = (words, fieldsOf) =>
    client.transact(`${counted(cues.length, "cue")} of ${list.name}: ${words}`, cueFieldChanges(cues, fieldsOf));
  const tint = commonIn(cues, (cue) => cue.tint);
  const only = commonIn(cues, ({ cueOnly }) => cueOnly === true);
  const block = commonIn(cues, (cue) => cue.block === true);
  const pressed = (common: typeof only): boolean | "mixed" => (common.same ? common.value : "mixed");
  return (
    <div className="grid gap-3 p-3">
      <div>
        <h3 className="font-semibold">{counted(cues.length, "cue")}, edited together</h3>
        <p className="font-mono text-xs text-ink-3">
          {cues
            .slice(0, MOST_NAMED)
            .map(({ number }) => number)
            .join(", ")}
          {cues.length > MOST_NAMED ? " …" : ""}
        </p>
      </div>
      <Tags
        count={CUE_TINTS}
        tint={tint.same ? tint.value : undefined}
        onTint={(next) => put(next === undefined ? "no tag" : `tag ${next}`, () => ({ tint: next }))}
      />
      {!tint.same && <p className="text-xs text-ink-3">They have several tags.</p>}
      <CueTimes cues={cues} onPut={put} />
      <div className="flex items-center gap-1">
        <Button
          tone="chip"
          size="small"
          aria-pressed={pressed(only)}
          onClick={() => put("cue only", () => ({ cueOnly: only.same && only.value ? undefined : true }))}
        >
          cue only{only.same ? "" : " (some)"}
        </Button>
        <Button
          tone="chip"
          size="small"
          aria-pressed={pressed(block)}
          onClick={() =>
            block.same && block.value
              ? put("no blocks", () => ({ block: undefined }))
              : put("blocks", (cue) => (cue.block ? {} : { strokes: blockedStrokes(all, cue), block: true }))
          }
        >
          block{block.same ? "" : " (some)"}
        </Button>
      </div>
    </div>
  );
}
