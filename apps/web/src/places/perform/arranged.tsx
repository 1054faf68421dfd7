import { MoveDiagonal2, X } from "lucide-react";
import type { ReactNode } from "react";
import { useClient } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import type { GroupMaster, Playback } from "@vexa/core";
import type { Placing } from "./use-placing";

/** What lies over a card while the page is arranged: drag to move, the corner to stretch, its options, and off the page. */
export function Arranged(props: {
  record: Playback | GroupMaster;
  name: string;
  placing: Placing;
  children?: ReactNode;
}): React.JSX.Element {
  const { record, name, placing, children } = props;
  const client = useClient();
  return (
    <div className={cn("absolute inset-0 z-10 bg-ground/55", placing.blocked && "bg-barred/40")}>
      <div
        role="button"
        tabIndex={0}
        aria-label={`Move ${name}`}
        title="Drag to move; arrows by key, Shift and arrows to stretch"
        className="absolute inset-0 cursor-move touch-none"
        {...placing.grip("move")}
      />
      <div className="absolute inset-x-1.5 top-1.5 flex flex-wrap justify-end gap-1">
        {children}
        <Button
          size="small"
          className="px-1"
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
        className="absolute right-0 bottom-0 grid size-8 cursor-nwse-resize touch-none place-content-center text-ink-2"
        data-stretch={name}
        {...placing.grip("stretch")}
      >
        <MoveDiagonal2 size={16} />
      </span>
    </div>
  );
}
