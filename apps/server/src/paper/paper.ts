import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import type PDFDocument from "pdfkit";

export type Paper = InstanceType<typeof PDFDocument>;

const need = createRequire(import.meta.url);
/** A face with the letters of most of Europe: names aren't all English. */
const FONTS = join(dirname(need.resolve("dejavu-fonts-ttf/package.json")), "ttf");
/** Points kept free at every side. */
export const EDGE = 36;

/** A new document, black on white: the faces are called `plain` and `bold`. What writes it is loaded with the first print, not at the start. */
export function newPaper(of: { title: string; size: "A3" | "A4"; layout: "landscape" | "portrait" }): Paper {
  const Document = need("pdfkit") as typeof PDFDocument;
  const paper = new Document({
    size: of.size,
    layout: of.layout,
    margin: EDGE,
    bufferPages: true,
    info: { Title: of.title, Creator: "Vexa" },
  });
  paper.registerFont("plain", join(FONTS, "DejaVuSans.ttf"));
  paper.registerFont("bold", join(FONTS, "DejaVuSans-Bold.ttf"));
  return paper;
}

/** Writes what it is, when it was printed, and its number at the foot of each page, and ends the document. */
export function endPaper(paper: Paper, of: { title: string; on: string }): Paper {
  const { start, count } = paper.bufferedPageRange();
  for (let page = start; page < start + count; page++) {
    paper.switchToPage(page);
    const { width, height, margins } = paper.page;
    // Beneath the margin a line would begin a page of its own.
    margins.bottom = 0;
    paper.font("plain").fontSize(7).fillColor("black");
    paper.text(`${of.title}, ${of.on}`, EDGE, height - 24, { lineBreak: false });
    paper.text(`${page + 1} of ${count}`, EDGE, height - 24, { width: width - 2 * EDGE, align: "right", lineBreak: false });
  }
  paper.end();
  return paper;
}

/** A column of a table: the field that stands in it, its head, and where it lies, in points. */
export interface PaperColumn<F extends string> {
  readonly of: F;
  readonly head: string;
  readonly x: number;
  readonly width: number;
  /** What is too long for it goes on in the next line. */
  readonly wraps?: true;
}

const LINE = 12;

/** Writes a title and tables under headings; a row is never parted by the end of a page. */
export function writeTables<F extends string>(
  paper: Paper,
  of: {
    title: string;
    columns: readonly PaperColumn<F>[];
    tables: readonly { readonly title: string | null; readonly rows: readonly Readonly<Record<F, string>>[] }[];
  },
): void {
  let y = EDGE;
  const { columns } = of;
  const room = (points: number): void => {
    if (y + points < paper.page.height - EDGE - LINE) return;
    paper.addPage();
    y = EDGE;
  };
  const write = (text: (column: PaperColumn<F>) => string): void => {
    const high = Math.max(
      LINE,
      ...columns.map((column) => (column.wraps ? paper.heightOfString(text(column), { width: column.width }) + 3 : LINE)),
    );
    room(high);
    for (const column of columns) {
      const { x, width, wraps } = column;
      paper.text(text(column), EDGE + x, y, wraps ? { width, height: high } : { width, height: LINE, ellipsis: true, lineBreak: false });
    }
    y += high;
  };
  paper.font("bold").fontSize(14).fillColor("black").text(of.title, EDGE, y, { lineBreak: false });
  y += 26;
  for (const { title, rows } of of.tables) {
    room(4 * LINE);
    if (title !== null) {
      paper.font("bold").fontSize(10).text(`${title} (${rows.length})`, EDGE, y, { lineBreak: false });
      y += 16;
    }
    paper.font("bold").fontSize(8);
    write(({ head }) => head);
    paper.font("plain");
    for (const row of rows) write((column) => row[column.of]);
    y += 8;
  }
}
