import { Slider } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { explain, mayDo } from "@vexa/core";
import { useClient, useMe, useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";

/** Grand master and blackout: the lead moves them, and operators where the lead allows it; everybody sees them. */
export function StageMasters(): React.JSX.Element {
  const client = useClient();
  const show = useShow();
  const refusal = mayDo(show, useMe(), { type: "blackout", on: true });
  const may = refusal === null;
  const why = refusal ? explain(refusal) : undefined;
  const { grandMaster = 1, blackout = false } = show.stageState ?? {};
  const [dragged, setDragged] = useState<number | null>(null);
  const settle = useRef(0);
  useEffect(() => () => clearTimeout(settle.current), []);
  const percent = Math.round((dragged ?? grandMaster) * 100);
  return (
    <div className="flex items-center gap-2 text-[13px] text-ink-2" role="group" aria-label="Whole stage" title={why} data-plays>
      <span className={cn(percent < 100 && "text-parked")}>{percent < 100 ? "■ " : ""}Master</span>
      <Slider.Root
        className={cn("relative flex h-11 w-24 touch-none items-center select-none", !may && "opacity-60")}
        min={0}
        max={100}
        value={[percent]}
        disabled={!may}
        onValueChange={([next = 100]) => {
          clearTimeout(settle.current);
          setDragged(next / 100);
          client.play({ type: "grand-master", level: next / 100 });
        }}
        onValueCommit={() => (settle.current = window.setTimeout(() => setDragged(null), 150))}
        onKeyDown={(event) => event.stopPropagation()}
      >
        <Slider.Track className="h-1.5 grow overflow-hidden rounded bg-edge">
          <Slider.Range className="absolute h-1.5 rounded bg-ink-3" />
        </Slider.Track>
        <Slider.Thumb aria-label="Grand master" className="block size-4 rounded-full border border-ink-3 bg-raised" />
      </Slider.Root>
      <span className="w-7 text-right font-mono text-ink">{percent}</span>
      <Button
        size="small"
        className={cn(blackout && "border-barred text-barred")}
        aria-pressed={blackout}
        disabled={!may}
        onClick={() => client.play({ type: "blackout", on: !blackout })}
      >
        {blackout ? "▬ Blackout" : "Blackout"}
      </Button>
    </div>
  );
}
