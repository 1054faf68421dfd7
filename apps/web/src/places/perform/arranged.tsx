import { Copy, MoveDiagonal2, X } from "lucide-react";
import type { ReactNode } from "react";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import type { PageCard } from "@vexa/core";
import type { Placing } from "./use-placing";

/** What lies over a card while the page is arranged: drag to move, the corner to stretch, its options, and off the page. */
export function Arranged(props: { record: PageCard; name: string; placing: Placing; children?: ReactNode }): React.JSX.Element {
  const { record, name, placing, children } = props;
  const client = useClient();
  const { set } = useInterfaceOf("set");
  const [narrow, flat] = [record.columns < 2, record.rows < 1];
  return (
    <div className={cn("absolute inset-0 z-10 rounded border-2 border-dashed border-sketch/60", placing.blocked && "bg-barred/40")}>
      <div
        role="button"
        tabIndex={0}
        aria-label={`Move ${name}`}
        title="Drag to move; arrows by key, Shift and arrows to stretch"
        className="absolute inset-0 cursor-move touch-none"
        {...placing.grip("move")}
      />
      <div
        className={cn(
          "absolute bottom-1 left-1 flex gap-1",
          narrow && record.rows >= 1 && "flex-col",
          flat && !narrow && "right-8 left-auto",
        )}
      >
        {children}
        {!(flat && narrow) && (
          <Button
            size="small"
            className="px-1.5"
            aria-label={`Copy ${name}`}
            title="Copy, to paste it on any page"
            onClick={() => set({ copiedCardId: record.id })}
          >
            <Copy size={14} aria-hidden />
          </Button>
        )}
        <Button
          size="small"
          className="px-1.5"
          aria-label={`Take ${name} off the page`}
          onClick={() => {
            const controls = client.view.all("control").filter(({ targetId }) => targetId === record.id);
            client.transact(
              `Took ${name} off the page`,
              [...controls, record].map((gone) => ({ op: "remove", record: gone })),
            );
          }}
        >
          <X size={14} aria-hidden />
        </Button>
      </div>
      <span
        aria-hidden
        className="absolute right-0 bottom-0 grid size-7 cursor-nwse-resize touch-none place-content-center text-ink-2"
        data-stretch={name}
        {...placing.grip("stretch")}
      >
        <MoveDiagonal2 size={16} />
      </span>
    </div>
  );
}
