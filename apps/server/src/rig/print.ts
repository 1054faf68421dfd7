import { planDrawing, sheetsByPosition, sheetsByUniverse, type PatchSheet, type PlanDrawing, type Show } from "@vexa/core";
import { EDGE, endPaper, newPaper, writeTables, type Paper, type PaperColumn } from "../paper/paper";

/** What of a rig can be printed. */
export const PRINTS = ["plan", "universes", "positions"] as const;
export type Print = (typeof PRINTS)[number];

/** Writes a rig on paper, black on white: the plan on A3, lists on A4. What is written goes out as it is made. */
export function printRig(show: Show, what: Print, of: { title: string; on: string }): Paper {
  const plan = what === "plan";
  const paper = newPaper({ title: `${of.title}: ${what}`, size: plan ? "A3" : "A4", layout: plan ? "landscape" : "portrait" });
  if (what === "plan") drawPlan(paper, planDrawing(show), of.title);
  else if (what === "universes") writeTables(paper, { title: "Patch by universe", columns: COLUMNS, tables: sheetsByUniverse(show) });
  else writeTables(paper, { title: "Patch by position", columns: COLUMNS, tables: sheetsByPosition(show) });
  return endPaper(paper, of);
}

const HEAD = 40;
const MOST_POINTS_A_METRE = 60;

function drawPlan(paper: Paper, drawing: PlanDrawing, title: string): void {
  const { width, height, margins } = paper.page;
  // What stands low on the plan would begin a page of its own.
  margins.bottom = 0;
  paper.font("bold").fontSize(14).text(`${title}: plan`, EDGE, EDGE, { lineBreak: false });
  const room = { width: width - 2 * EDGE, height: height - 2 * EDGE - HEAD };
  const scale = Math.min(MOST_POINTS_A_METRE, room.width / (drawing.right - drawing.left), room.height / (drawing.back - drawing.front));
  const spot = (x: number, y: number): [number, number] => [
    EDGE + room.width / 2 + (x - (drawing.left + drawing.right) / 2) * scale,
    EDGE + HEAD + room.height / 2 - (y - (drawing.front + drawing.back) / 2) * scale,
  ];
  drawMetres(paper, drawing, spot);
  for (const { name, form, corners } of drawing.scenery) {
    paper.lineWidth(form === "truss" ? 1 : 0.5).strokeColor("#444");
    paper.polygon(...corners.map(([x, y]) => spot(x, y))).stroke();
    const [x, y] = spot(Math.min(...corners.map(([at]) => at)), Math.max(...corners.map(([, at]) => at)));
    paper
      .font("plain")
      .fontSize(6)
      .fillColor("#444")
      .text(name, x, y - 8, { lineBreak: false });
  }
  const radius = Math.max(1.5, Math.min(6, 0.16 * scale));
  const size = Math.max(3.5, Math.min(7, roomPerLamp(drawing) * scale * 0.3));
  paper.lineWidth(0.6).strokeColor("black");
  for (const { x, y, number, address, turns, out } of drawing.lamps) {
    const [px, py] = spot(x, y);
    if (turns) paper.circle(px, py, radius).stroke();
    else paper.rect(px - radius, py - radius, 2 * radius, 2 * radius).stroke();
    if (out)
      paper
        .moveTo(px - radius, py - radius)
        .lineTo(px + radius, py + radius)
        .stroke();
    paper.fillColor("black");
    paper
      .font("bold")
      .fontSize(size)
      .text(String(number), px - 30, py - radius - size - 1, { width: 60, align: "center", lineBreak: false });
    paper
      .font("plain")
      .fontSize(size * 0.8)
      .text(address, px - 30, py + radius + 1, { width: 60, align: "center", lineBreak: false });
  }
}

/** Metres to the nearest neighbour that most lamps have: numbers have to fit in between. */
function roomPerLamp({ lamps }: PlanDrawing): number {
  const sample = lamps.slice(0, 400);
  const nearest = sample.map((lamp) => {
    let best = 2;
    for (const other of sample) if (other !== lamp) best = Math.min(best, Math.max(0.1, Math.hypot(other.x - lamp.x, other.y - lamp.y)));
    return best;
  });
  nearest.sort((a, b) => a - b);
  return nearest[Math.floor(nearest.length / 4)] ?? 2;
}

function drawMetres(paper: Paper, { left, right, front, back }: PlanDrawing, spot: (x: number, y: number) => [number, number]): void {
  paper.lineWidth(0.2).strokeColor("#bbb").font("plain").fontSize(6).fillColor("#666");
  const step = right - left > 60 ? 10 : 2;
  for (let x = Math.ceil(left / step) * step; x <= right; x += step) {
    paper
      .moveTo(...spot(x, front))
      .lineTo(...spot(x, back))
      .stroke();
    const [px, py] = spot(x, front);
    paper.text(`${x} m`, px - 15, py + 1, { width: 30, align: "center", lineBreak: false });
  }
  for (let y = Math.ceil(front / step) * step; y <= back; y += step)
    paper
      .moveTo(...spot(left, y))
      .lineTo(...spot(right, y))
      .stroke();
}

const COLUMNS: readonly PaperColumn<keyof PatchSheet["rows"][number]>[] = [
  { of: "number", head: "Number", x: 0, width: 42 },
  { of: "name", head: "Name", x: 46, width: 140 },
  { of: "kind", head: "Profile, mode", x: 190, width: 160 },
  { of: "address", head: "Address", x: 354, width: 84 },
  { of: "place", head: "Right, upstage, high", x: 440, width: 84 },
];
