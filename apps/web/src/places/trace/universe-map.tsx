import { useEffect, useMemo, useRef, useState } from "react";
import { FrameWriter, SLOTS, type Rig } from "@vexa/core";
import { useFrameLoop } from "../../frames/use-frame-loop";
import { sharpContext, token, useSize } from "../../frames/use-size";
import { useClient, useQuietShow } from "../../session/show-context";
import { slotParameters } from "./slot-map";
import { slotTest, type SlotSearch } from "./slot-search";

export type LevelUnit = "percent" | "0 to 255" | "hex";

const CELL_HEIGHT = 17;
const HEADING = 22;
const GUTTER = 34;
/** Three digits need so many pixels. */
const LEAST_CELL = 22;

/** How a universe's slots lie: so many in a row, and a block so high. */
interface Grid {
  readonly across: number;
  readonly down: number;
  readonly block: number;
}

function gridOf(width: number): Grid {
  const across = (width - GUTTER) / 32 < LEAST_CELL ? 16 : 32;
  const down = SLOTS / across;
  return { across, down, block: HEADING + down * CELL_HEIGHT + 10 };
}

export function levelText(level: number, unit: LevelUnit): string {
  if (unit === "hex") return level.toString(16).toUpperCase().padStart(2, "0");
  return unit === "percent" ? String(Math.round((level / 255) * 100)) : String(level);
}

export interface MapLook {
  readonly unit: LevelUnit;
  readonly search: SlotSearch;
  /** A frame to compare with. */
  readonly frozen: Uint8Array | null;
  /** A parameter whose slots are marked. */
  readonly picked: number | null;
}

/** All universes' levels, live: 512 slots a block. Only what is in sight is drawn. */
export function UniverseMap(props: {
  look: MapLook;
  onPick: (parameter: number) => void;
  onFrame: (frame: Uint8Array) => void;
}): React.JSX.Element {
  const { look, onPick, onFrame } = props;
  const client = useClient();
  const { rig } = useQuietShow();
  const scroller = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = useSize(scroller);
  const grid = useMemo(() => gridOf(width), [width]);
  const [top, setTop] = useState(0);
  const writer = useMemo(() => new FrameWriter(rig), [rig]);
  const owners = useMemo(() => slotParameters(rig), [rig]);
  const frame = useMemo(() => new Uint8Array(rig.universes.length * SLOTS), [rig]);
  const fits = useMemo(() => slotTest(look.search, rig, owners), [look.search, rig, owners]);
  const { request } = useFrameLoop(() => {
    if (width === 0 || client.values.length !== rig.parameters.length) return;
    writer.writeAll(client.values, frame);
    onFrame(frame);
    draw(sharpContext(canvas.current!, width, height), { rig, frame, owners, fits, look, grid, top, width, height });
  });
  useEffect(() => {
    request();
    return client.subscribeLevels(request);
  }, [client, request, look, top, width, height, fits]);
  useEffect(() => {
    const slot = firstFound(look.search, { frame, fits });
    if (slot !== null) scroller.current?.scrollTo({ top: Math.floor(slot / SLOTS) * grid.block });
  }, [look.search, fits, frame, grid]);
  const pick = (event: React.PointerEvent<HTMLElement>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    const slot = slotAt(event.clientX - box.left, event.clientY - box.top + top, { grid, width });
    const parameter = slot === null ? undefined : owners[slot];
    if (parameter !== undefined && parameter >= 0) onPick(parameter);
  };
  return (
    <div
      ref={scroller}
      className="relative min-h-0 flex-1 overflow-y-auto"
      onScroll={(event) => setTop(event.currentTarget.scrollTop)}
      role="region"
      aria-label="Levels of all universes"
      tabIndex={0}
    >
      <canvas
        ref={canvas}
        className="sticky top-0 block cursor-pointer"
        style={{ width, height }}
        onPointerDown={pick}
        aria-label={`${rig.universes.length} universes`}
      />
      <div aria-hidden style={{ height: Math.max(0, rig.universes.length * grid.block - height) }} />
    </div>
  );
}

function firstFound(
  search: SlotSearch,
  { frame, fits }: { frame: Uint8Array; fits: (slot: number, level: number) => boolean },
): number | null {
  if (search.by === "nothing" || search.by === "unreadable") return null;
  const slot = frame.findIndex((level, at) => fits(at, level));
  return slot < 0 ? null : slot;
}

function slotAt(x: number, y: number, { grid, width }: { grid: Grid; width: number }): number | null {
  const { across, down } = grid;
  const block = Math.floor(y / grid.block);
  const column = Math.floor((x - GUTTER) / ((width - GUTTER) / across));
  const row = Math.floor((y - block * grid.block - HEADING) / CELL_HEIGHT);
  return column < 0 || column >= across || row < 0 || row >= down ? null : block * SLOTS + row * across + column;
}

interface Drawn {
  readonly rig: Rig;
  readonly frame: Uint8Array;
  readonly owners: Int32Array;
  readonly fits: (slot: number, level: number) => boolean;
  readonly look: MapLook;
  readonly grid: Grid;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

function draw(context: CanvasRenderingContext2D, of: Drawn): void {
  const { rig, grid, top, width, height } = of;
  const colors = {
    ink: token("ink"),
    faint: token("ink-3"),
    second: token("ink-2"),
    cell: token("bench"),
    fill: token("live-deep"),
    live: token("live"),
    changed: token("linked"),
    picked: token("sketch"),
  };
  context.clearRect(0, 0, width, height);
  context.textBaseline = "middle";
  rig.universes.forEach((universe, index) => {
    const y = index * grid.block - top;
    if (y > height || y + grid.block < 0) return;
    context.font = "600 12px 'Figtree Variable', sans-serif";
    context.textAlign = "left";
    context.fillStyle = colors.second;
    context.fillText(`Universe ${universe}`, 0, y + HEADING / 2);
    context.font = "10px 'JetBrains Mono Variable', monospace";
    for (let row = 0; row < grid.down; row++) drawRow(context, of, { index, row, y: y + HEADING + row * CELL_HEIGHT, colors });
  });
}

function drawRow(
  context: CanvasRenderingContext2D,
  { frame, owners, fits, look, grid: { across }, width }: Drawn,
  {
    index,
    row,
    y,
    colors,
  }: {
    index: number;
    row: number;
    y: number;
    colors: Readonly<Record<"ink" | "faint" | "cell" | "fill" | "live" | "changed" | "picked", string>>;
  },
): void {
  const cell = (width - GUTTER) / across;
  context.globalAlpha = 1;
  context.textAlign = "right";
  context.fillStyle = colors.faint;
  context.fillText(String(row * across + 1), GUTTER - 6, y + CELL_HEIGHT / 2);
  context.textAlign = "center";
  for (let column = 0; column < across; column++) {
    const slot = index * SLOTS + row * across + column;
    const owner = owners[slot]!;
    const level = frame[slot]!;
    const x = GUTTER + column * cell;
    context.globalAlpha = fits(slot, level) ? 1 : 0.2;
    if (owner >= 0) {
      context.fillStyle = colors.cell;
      context.fillRect(x, y, cell - 1, CELL_HEIGHT - 1);
      context.fillStyle = colors.fill;
      const tall = (level / 255) * (CELL_HEIGHT - 1);
      context.fillRect(x, y + CELL_HEIGHT - 1 - tall, cell - 1, tall);
      context.fillStyle = level > 0 ? colors.ink : colors.faint;
      context.fillText(levelText(level, look.unit), x + cell / 2, y + CELL_HEIGHT / 2);
    } else {
      context.fillStyle = colors.faint;
      context.fillText("·", x + cell / 2, y + CELL_HEIGHT / 2);
    }
    if (look.frozen && look.frozen[slot] !== level) frameCell(context, colors.changed, { x, y, cell });
    if (owner >= 0 && owner === look.picked) frameCell(context, colors.picked, { x, y, cell });
    // A thin line where a fixture begins.
    if (column > 0 && owner >= 0 && owners[slot - 1]! < 0) frameStart(context, colors.faint, { x, y });
  }
  context.globalAlpha = 1;
}

function frameCell(context: CanvasRenderingContext2D, color: string, { x, y, cell }: { x: number; y: number; cell: number }): void {
  context.strokeStyle = color;
  context.lineWidth = 1.5;
  context.strokeRect(x + 0.5, y + 0.5, cell - 2, CELL_HEIGHT - 2);
}

function frameStart(context: CanvasRenderingContext2D, color: string, { x, y }: { x: number; y: number }): void {
  context.fillStyle = color;
  context.fillRect(x - 1, y, 1, CELL_HEIGHT - 1);
}
