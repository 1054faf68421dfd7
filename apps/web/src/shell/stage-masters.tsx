import { explain, mayDo } from "@vexa/core";
import { useClient, useFromClient, useMe, useQuietShow } from "../session/show-context";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";
import { Slider } from "../ui/slider";
import { useHandLevel } from "../ui/use-hand-level";

/** Grand master and blackout: the lead moves them, and operators where the lead allows it; everybody sees them. */
export function StageMasters(): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const refusal = mayDo(show, useMe(), { type: "blackout", on: true });
  const may = refusal === null;
  const why = refusal ? explain(refusal) : undefined;
  const { grandMaster = 1, blackout = false } = useFromClient(({ view }) => view.stageState) ?? {};
  const level = useHandLevel(grandMaster, (next) => client.play({ type: "grand-master", level: next }));
  const dark = useHandLevel(blackout, (on) => client.play({ type: "blackout", on }));
  const percent = Math.round(level.value * 100);
  return (
    <div className="flex items-center gap-2 text-[13px] text-ink-2" role="group" aria-label="Whole stage" title={why} data-plays>
      <span className={cn(percent < 100 && "text-parked")}>{percent < 100 ? "■ " : ""}Master</span>
      <Slider
        label="Grand master"
        tone="quiet"
        className="h-11 w-24"
        max={100}
        step={1}
        value={percent}
        disabled={!may}
        onValue={(next) => level.set(next / 100)}
      />
      <span className="w-7 text-right font-mono text-ink">{percent}</span>
      <Button
        size="small"
        className={cn(dark.value && "border-barred text-barred")}
        aria-pressed={dark.value}
        disabled={!may}
        onClick={() => dark.set(!dark.value)}
      >
        {dark.value ? "▬ Blackout" : "Blackout"}
      </Button>
    </div>
  );
}
