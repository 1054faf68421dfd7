import { planDrawing, type PlanDrawing, type Show } from "@vexa/core";

/** What the server prints, by the last step of its address. */
export const PRINTS = [
  { what: "plan", words: "Plan" },
  { what: "universes", words: "Patch by universe" },
  { what: "positions", words: "Patch by position" },
] as const;

/** Lets the browser keep what an address gives. */
export function download(address: string, name = ""): void {
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
}

const WIDTH = 3200;
const EDGE = 40;

/** The plan as a picture, black on white, kept by the browser. */
export async function savePicture(show: Show): Promise<void> {
  const drawing = planDrawing(show);
  const canvas = document.createElement("canvas");
  const scale = (WIDTH - 2 * EDGE) / (drawing.right - drawing.left);
  canvas.width = WIDTH;
  canvas.height = Math.min(WIDTH * 2, Math.ceil((drawing.back - drawing.front) * scale + 2 * EDGE));
  drawPaper(canvas.getContext("2d")!, drawing, { scale, height: canvas.height });
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/png"));
  if (!blob) return;
  const address = URL.createObjectURL(blob);
  download(address, "plan.png");
  URL.revokeObjectURL(address);
}

function drawPaper(context: CanvasRenderingContext2D, drawing: PlanDrawing, { scale, height }: { scale: number; height: number }): void {
  const spot = (x: number, y: number): [number, number] => [EDGE + (x - drawing.left) * scale, height - EDGE - (y - drawing.front) * scale];
  context.fillStyle = "#fff";
  context.fillRect(0, 0, WIDTH, height);
  context.strokeStyle = "#666";
  context.fillStyle = "#333";
  context.font = "20px sans-serif";
  for (const { name, corners } of drawing.scenery) {
    context.beginPath();
    for (const [x, y] of corners) context.lineTo(...spot(x, y));
    context.closePath();
    context.stroke();
    context.fillText(name, ...spot(...corners[3]!));
  }
  const radius = Math.max(4, Math.min(16, 0.16 * scale));
  context.strokeStyle = context.fillStyle = "#000";
  context.textAlign = "center";
  for (const { x, y, number, address, turns } of drawing.lamps) {
    const [px, py] = spot(x, y);
    context.beginPath();
    if (turns) context.arc(px, py, radius, 0, 2 * Math.PI);
    else context.rect(px - radius, py - radius, 2 * radius, 2 * radius);
    context.stroke();
    context.font = "bold 18px sans-serif";
    context.fillText(String(number), px, py - radius - 4);
    context.font = "14px sans-serif";
    context.fillText(address, px, py + radius + 15);
  }
}
