import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Note } from "@vexa/core";
import { freshDatabase } from "../testing/fresh-database";
import { cookieOf, serverOnBench, socketOf, transact, type TestSocket } from "../testing/server-on-bench";
import { PhotoStore } from "./photo-store";

/** A picture of one dot, as PNG 1.2 has it. */
const DOT = Buffer.from("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==", "base64");
const NAMES = ["ines", "tomasz", "operator", "foyer"] as const;

let server: Awaited<ReturnType<typeof serverOnBench>>;
const cookies = new Map<string, string>();
let ines: TestSocket;
beforeAll(async () => {
  server = await serverOnBench();
  for (const name of NAMES) cookies.set(name, await cookieOf(server.url, name));
  ines = await socketOf(server.url, "ines");
});
afterAll(async () => {
  ines.close();
  await server.stop();
});

const address = (id = ""): string => `${server.url}/api/notes/photos${id}`;
const keep = async (content: Buffer, as = "ines"): Promise<{ status: number; id: string; code: string | undefined }> => {
  const headers = { cookie: cookies.get(as)!, "content-type": "application/octet-stream" };
  const response = await fetch(address(), { method: "POST", headers, body: new Uint8Array(content) });
  const body = (await response.json()) as { id: string; error?: { code: string } };
  return { status: response.status, id: body.id, code: body.error?.code };
};
const find = (id: string, as = "ines"): Promise<Response> => fetch(address(`/${id}`), { headers: { cookie: cookies.get(as)! } });
const leave = async (photoId: string, toPersonId: string | null): Promise<void> => {
  const record: Note = {
    ...{ id: `note-${randomUUID()}`, kind: "note", version: 1, fromPersonId: "person-ines", toPersonId, text: "Loose clamp", photoId },
    ...{ pin: { type: "place", id: "build" }, at: 1 },
  };
  const change = { op: "add", record };
  const answer = await transact(ines, { id: randomUUID(), label: "Left a note", author: "person-ines", changes: [change] });
  expect(answer).toMatchObject({ ok: true });
};

describe("photos of notes", () => {
  it("are kept, and shown as they are to those who see their note", async () => {
    const { status, id } = await keep(DOT);
    expect(status).toBe(201);
    // No note has it yet: its id is known to whoever has sent it.
    expect([(await find(id)).status, (await find(id, "foyer")).status]).toEqual([200, 404]);
    await leave(id, "person-tomasz");
    for (const name of ["ines", "tomasz"]) {
      const response = await find(id, name);
      expect([response.status, response.headers.get("content-type")]).toEqual([200, "image/png"]);
      expect(response.headers.get("content-security-policy")).toContain("default-src 'none'");
      expect(Buffer.from(await response.arrayBuffer())).toEqual(DOT);
    }
    // Notes between others reach neither operators nor guests.
    expect((await find(id, "operator")).status).toBe(404);
    const { id: forAll } = await keep(DOT);
    await leave(forAll, null);
    expect((await find(forAll, "operator")).status).toBe(200);
  });

  it("are refused in a sentence where they are no photo, a drawing, empty or too large, and from whoever leaves no notes", async () => {
    const drawing = Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>`);
    for (const content of [Buffer.from("no picture"), drawing, Buffer.alloc(0)])
      expect(await keep(content)).toMatchObject({ status: 422, code: "file.unreadable" });
    expect(await keep(Buffer.concat([DOT, Buffer.alloc(3e6)]))).toMatchObject({ status: 413, code: "request.too-large" });
    expect(await keep(DOT, "foyer")).toMatchObject({ status: 403, code: "reach.role" });
  });

  it("go a day after no note has them any more", async () => {
    const database = await freshDatabase();
    const photos = new PhotoStore(database);
    const [left, pinned, fresh] = [await photos.keep(DOT, []), await photos.keep(DOT, []), await photos.keep(DOT, [])].map((kept) =>
      kept.ok ? kept.value : "",
    );
    await database.query(`UPDATE "note_photo" SET "made_at" = now() - interval '25 hours' WHERE "id" = ANY($1)`, [[left, pinned]]);
    expect((await photos.keep(DOT, [pinned!])).ok).toBe(true);
    expect([await photos.find(left!), (await photos.find(pinned!))?.contentType, (await photos.find(fresh!))?.contentType]).toEqual([
      null,
      "image/png",
      "image/png",
    ]);
    await database.destroy();
  });
});
