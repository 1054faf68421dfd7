import { Settings2 } from "lucide-react";
import { counted, mayDo, runningIdOf, type Cells, type MacroCard } from "@vexa/core";
import { runMacro } from "../../line/macro-runs";
import { useClient, useFromClient, useMe, useQuietShow } from "../../session/show-context";
import { atTheTouch } from "../../ui/at-the-touch";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { useOnce } from "../../ui/once";
import { PopSheet } from "../../ui/pop-sheet";
import { WingControls } from "../../wings/wing-controls";
import { Arranged } from "./arranged";
import { cellStyle } from "./card";
import { usePlacing } from "./use-placing";

/** A macro as a card: a touch runs it, and a touch while it runs stops it. */
export function MacroCardView(of: { card: MacroCard; cells: Cells; arranging: boolean }): React.JSX.Element {
  const { card, cells, arranging } = of;
  const { macroId } = card;
  const show = useQuietShow();
  const client = useClient();
  const me = useMe();
  const run = useFromClient(({ view }) => view.get("runningMacro", runningIdOf(macroId)));
  const macro = show.get("macro", macroId);
  const name = macro?.name ?? "A macro that is gone";
  const placing = usePlacing(card, { name, shown: cells });
  const runs = run !== null && run.stopped === undefined;
  const refused = mayDo(show, me, { type: "macro", macroId }) !== null;
  const counts = useOnce();
  const act = (event: { readonly timeStamp: number }): void => {
    // The second half of a double touch would end what the first began.
    if (!counts(event)) return;
    if (runs) void client.play({ type: "macro-stop", macroId });
    else runMacro(client, macroId);
  };
  return (
    <article
      data-card={card.id}
      data-plays
      aria-label={name}
      className={cn("relative overflow-hidden rounded border bg-bench select-none", runs ? "border-live" : "border-edge")}
      style={{ ...cellStyle(placing.cells), ...(card.color === undefined ? {} : { borderLeft: `3px solid ${card.color}` }) }}
    >
      <button
        type="button"
        aria-label={runs ? `Stop ${name}` : `Run ${name}`}
        disabled={arranging || refused || !macro}
        className={cn(
          "flex size-full touch-none flex-col items-start gap-0.5 p-2.5 text-left outline-none focus-visible:ring-2 focus-visible:ring-live disabled:opacity-60",
          runs && "bg-live-deep/70",
        )}
        {...atTheTouch(act)}
      >
        <span className="line-clamp-2 leading-tight font-semibold">{name}</span>
        <span className="text-xs text-ink-2">macro, {counted(macro?.lines.length ?? 0, "line")}</span>
        {run && (
          <span className={cn("mt-auto line-clamp-2 text-xs", runs ? "text-live" : "text-barred")}>
            {runs ? `● ${run.at}${run.asks ? ", asks" : ""}` : `▬ ${run.at}: ${run.stopped}`}
          </span>
        )}
      </button>
      {arranging && (
        <Arranged record={card} name={name} placing={placing}>
          <PopSheet
            label={`Options of ${name}`}
            trigger={
              <Button size="small" className="px-1" aria-label={`Options of ${name}`}>
                <Settings2 size={14} aria-hidden />
              </Button>
            }
          >
            <h3 className="font-semibold">{name}</h3>
            <WingControls jobs={["macro"]} targetId={macroId} />
          </PopSheet>
        </Arranged>
      )}
    </article>
  );
}
