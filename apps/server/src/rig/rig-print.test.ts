import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { cookieOf, serverOnBench } from "../testing/server-on-bench";

let server: Awaited<ReturnType<typeof serverOnBench>>;
let ines: string;
beforeAll(async () => {
  server = await serverOnBench({ demo: "none" });
  ines = await cookieOf(server.url, "ines");
});
afterAll(() => server.stop());

const ask = (method: string, path: string, cookie: string, body?: Buffer | string): Promise<Response> =>
  fetch(`${server.url}/api/rig/${path}`, {
    method,
    headers: { cookie },
    ...(body === undefined ? {} : { body: new Uint8Array(Buffer.from(body)) }),
  });

/** All that is written on the pages of a PDF, as another program reads it (oracle: pdfjs-dist 4.10). */
async function words(path: string): Promise<{ pages: number; text: string }> {
  const data = new Uint8Array(await (await ask("GET", path, ines)).arrayBuffer());
  const document = await getDocument({ data, useSystemFonts: false, verbosity: 0 }).promise;
  const texts: string[] = [];
  for (let page = 1; page <= document.numPages; page++) {
    const { items } = await (await document.getPage(page)).getTextContent();
    texts.push(items.map((item) => ("str" in item ? item.str : "")).join("|"));
  }
  return { pages: document.numPages, text: texts.join("\n") };
}

describe("an empty show", () => {
  it("prints an empty plan, and takes the demo once, by the lead alone", async () => {
    expect((await words("print/plan")).pages).toBe(1);
    const wren = await cookieOf(server.url, "wren");
    expect((await ask("POST", "demo", wren)).status).toBe(403);
    expect((await ask("POST", "demo", ines)).status).toBe(204);
    expect(server.stage.show.all("fixture")).toHaveLength(187);
    expect(server.stage.show.all("territory").every(({ personIds }) => personIds.length === 1)).toBe(true);
    const again = await ask("POST", "demo", ines);
    expect([again.status, await again.text()]).toEqual([422, expect.stringMatching(/value\.invalid.*only for shows/)]);
  });
});

describe("paper", () => {
  it("has every lamp's number and address on the plan", async () => {
    const { pages, text } = await words("print/plan");
    expect(pages).toBe(1);
    for (const lamp of server.stage.show.all("fixture")) expect(text.split("|")).toContain(String(lamp.number));
    expect(text).toContain("|1.1|");
    expect(text).toContain("Back truss");
  });

  it("has the patch by universe and by position, page by page", async () => {
    const byUniverse = await words("print/universes");
    expect(byUniverse.pages).toBeGreaterThan(3);
    expect(byUniverse.text).toMatch(/Universe 12 \(64\)/);
    expect(byUniverse.text).toContain("1.22 to 42");
    expect(byUniverse.text).toContain(`1 of ${byUniverse.pages}`);
    expect((await words("print/positions")).text).toMatch(/Back truss \(4\)/);
  });

  it("refuses what can't be printed, and strangers", async () => {
    expect((await ask("GET", "print/everything", ines)).status).toBe(404);
    expect((await ask("GET", "print/plan", "")).status).toBe(401);
  });
});

describe("a cue sheet", () => {
  it("is printed with every cue of a list, and given as a table", async () => {
    const list = server.stage.show.all("cueList").find(({ name }) => name === "Colour walk")!;
    const { text } = await words(`../lists/${list.id}/sheet`);
    expect(text).toContain("Colour walk");
    for (const cue of server.stage.show.cuesOf(list.id)) expect(text.split("|")).toContain(cue.name);
    const table = await (await ask("GET", `../lists/${list.id}/table`, ines)).text();
    expect(table.split(/\r?\n/).slice(0, 2)).toEqual(["number,name,times,comes,note", "1,Five colours walk,1 s,with a go,"]);
    expect((await ask("GET", "../lists/gone/sheet", ines)).status).toBe(404);
  });
});

describe("a picture under the plan", () => {
  const png = Buffer.concat([Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]), Buffer.alloc(40)]);

  it("is kept by whoever may change the rig, and given back so that it can't run or load anything", async () => {
    expect((await ask("PUT", "underlays/hall.png", ines, png)).status).toBe(204);
    const back = await ask("GET", "underlays/hall.png", await cookieOf(server.url, "orla"));
    expect([back.headers.get("content-type"), back.headers.get("content-security-policy")]).toEqual([
      "image/png",
      expect.stringContaining("sandbox"),
    ]);
    expect(Buffer.from(await back.arrayBuffer()).equals(png)).toBe(true);
  });

  it("is refused where it is none, too large, or somebody else's to keep", async () => {
    expect((await ask("PUT", "underlays/a.png", ines, "nonsense")).status).toBe(422);
    expect((await ask("PUT", "underlays/a.png", ines, "")).status).toBe(422);
    expect((await ask("PUT", "underlays/a.png", ines, Buffer.concat([png, Buffer.alloc(3 * 1048576)]))).status).toBe(413);
    expect((await ask("PUT", "underlays/a.png", await cookieOf(server.url, "tomasz"), png)).status).toBe(403);
    expect((await ask("GET", "underlays/gone.png", ines)).status).toBe(404);
  });
});
