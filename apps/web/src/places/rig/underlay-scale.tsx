import { useState } from "react";
import { setChange, type Scenery } from "@vexa/core";
import { useClient } from "../../session/show-context";
import { underlayAddress } from "../../stage/draw-scenery";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { PopSheet } from "../../ui/pop-sheet";

type Point = readonly [number, number];

/** Gives a picture its size: two points on it, and how many metres lie between them. */
export function UnderlayScale({ scenery }: { scenery: Scenery }): React.JSX.Element {
  const client = useClient();
  const [points, setPoints] = useState<readonly Point[]>([]);
  const take = (text: string): boolean | string => {
    const metres = Number(text.trim().replace(",", ".").replace(/\s*m$/, ""));
    const [a, b] = points;
    if (!(metres > 0 && metres <= 1000)) return "It must be a number of metres up to 1000.";
    if (!a || !b) return "Press two points on the picture first.";
    const { size } = scenery;
    const apart = Math.hypot((b[0] - a[0]) * size.x, (b[1] - a[1]) * size.y);
    const times = metres / apart;
    const to = { ...size, x: Math.round(size.x * times * 1000) / 1000, y: Math.round(size.y * times * 1000) / 1000 };
    if (!(apart > 0) || Math.max(to.x, to.y) > 1000) return "The two points are too near to each other.";
    return client.transact(`Scaled ${scenery.name}`, [setChange(scenery.id, ["size"], { from: size, to })]);
  };
  return (
    <PopSheet label="Scale by two points" className="w-96" trigger={<Button size="small">Scale by two points…</Button>}>
      <div
        className="relative cursor-crosshair touch-none bg-black"
        role="img"
        aria-label={`${scenery.name}, ${points.length} of 2 points`}
        // As large as it will be, before it has come: a point pressed meanwhile lies where it was pressed.
        style={{ aspectRatio: `${scenery.size.x} / ${scenery.size.y}` }}
        onPointerDown={(event) => {
          const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
          const point: Point = [(event.clientX - left) / width, (event.clientY - top) / height];
          setPoints((before) => (before.length === 1 ? [before[0]!, point] : [point]));
        }}
      >
        <img src={underlayAddress(scenery.picture ?? "")} alt="" className="pointer-events-none size-full" />
        {points.map(([x, y]) => (
          <span
            key={`${x} ${y}`}
            className="absolute size-2 -translate-x-1 -translate-y-1 rounded-full bg-sketch"
            style={{ left: `${100 * x}%`, top: `${100 * y}%` }}
          />
        ))}
      </div>
      <label className="grid grid-cols-[1fr_7rem] items-center gap-2 text-xs text-ink-2">
        <span>{points.length < 2 ? "Press two points whose distance you know" : "Metres between them"}</span>
        <DraftField label="Metres between the points" className="h-7" text="" placeholder="12.5" onTake={take} />
      </label>
    </PopSheet>
  );
}
