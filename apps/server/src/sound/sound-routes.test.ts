import { createHash } from "node:crypto";
import { Readable } from "node:stream";
import supertest from "supertest";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { SoundStore } from "./sound-store";
import { cookieOf, serverOnBench } from "../testing/server-on-bench";

let server: Awaited<ReturnType<typeof serverOnBench>>;
let cookie: string;
beforeAll(async () => {
  server = await serverOnBench();
  cookie = await cookieOf(server.url, "ines");
});
afterAll(() => server.stop());
const send = (octets: Buffer, as = cookie): supertest.Test =>
  supertest(server.url).post("/api/sounds").set("cookie", as).set("content-type", "application/octet-stream").send(octets);
const sentence = (response: supertest.Response): string => (response.body as { sentence: string }).sentence;

describe("files of sound", () => {
  it.each([
    ["audio/wav", Buffer.from("RIFF\0\0\0\0WAVEfmt ")],
    ["audio/ogg", Buffer.from("OggS and more")],
    ["audio/flac", Buffer.from("fLaC and more")],
    ["audio/mpeg", Buffer.from("ID3 and more")],
    ["audio/mpeg", Buffer.from([0xff, 0xfb, 0x90, 0x64, 1, 2, 3])],
  ])("as %s go in and come out octet for octet, named by what they are", async (kind, octets) => {
    const { body } = await send(octets).expect(201);
    const got = await supertest(server.url)
      .get(`/api/sounds/${(body as { id: string }).id}`)
      .set("cookie", cookie)
      .buffer(true)
      .parse((response, done) => {
        const chunks: Buffer[] = [];
        response.on("data", (chunk: Buffer) => chunks.push(chunk));
        response.on("end", () => done(null, Buffer.concat(chunks)));
      })
      .expect(200);
    expect(got.headers["content-type"]).toBe(kind);
    expect(got.headers["x-content-type-options"]).toBe("nosniff");
    expect(Buffer.compare(got.body as Buffer, octets)).toBe(0);
  });

  it.each([
    ["a page", Buffer.from("<html><script>")],
    ["nothing", Buffer.alloc(0)],
    ["a picture", Buffer.from([0xff, 0xd8, 0xff, 0xe0])],
  ])("that are %s are refused with what to do", async (_, octets) => {
    expect(sentence(await send(octets).expect(415))).toContain("Use WAV, MP3, OGG or FLAC");
  });

  it("come out octet for octet when they are long, and memory stays flat while four of them come in", async () => {
    const long = Buffer.alloc(24_000_000, 7);
    long.write("fLaC");
    for (let at = 0; at < long.length; at += 4096) long.writeUInt32LE(at, at + 8);
    let highest = 0;
    const watch = setInterval(() => (highest = Math.max(highest, process.memoryUsage().arrayBuffers)), 5);
    const before = process.memoryUsage().arrayBuffers;
    const answers = await Promise.all([1, 2, 3, 4].map(() => send(long).expect(201)));
    clearInterval(watch);
    // The client of this test is in the same process, and has the file four times; the server's part is a few megabytes each.
    expect(highest - before).toBeLessThan(4 * 24e6 + 4 * 16e6);
    const { id } = answers[0]!.body as { id: string };
    const hash = createHash("sha256");
    let size = 0;
    for await (const part of new SoundStore(server.source).read({ showId: "show-1", id })) {
      hash.update(part);
      size += part.length;
    }
    expect([size, hash.digest("hex")]).toEqual([long.length, createHash("sha256").update(long).digest("hex")]);
  });

  it("that break off, are too long or find no room leave nothing behind", async () => {
    const store = new SoundStore(server.source, { file: 3e6, show: 5e6, all: 1e12 });
    const parts = (): Promise<unknown[]> => server.source.query(`SELECT 1 FROM sound_part WHERE show_id = 'show-x'`);
    const flac = (octets: number): Buffer => Buffer.concat([Buffer.from("fLaC"), Buffer.alloc(octets - 4)]);
    const keep = (id: string, of: Iterable<Buffer>): Promise<string> =>
      store.keep({ showId: "show-x", id }, Readable.from(of)).then((kept) => (kept.ok ? "kept" : kept.error.code), String);
    expect(await keep("long", [flac(2e6), Buffer.alloc(2e6)])).toBe("request.too-large");
    function* broken(): Generator<Buffer> {
      yield flac(2_500_000);
      throw new Error("the line broke");
    }
    expect(await keep("broken", broken())).toBe("Error: the line broke");
    expect(await parts()).toHaveLength(0);
    expect(await keep("one", [flac(2_900_000)])).toBe("kept");
    expect(await keep("two", [flac(2_900_000)])).toBe("sound.no-room");
    expect(await parts()).toHaveLength(3);
  });

  it("are refused to strangers and from operators, and missing ones are named", async () => {
    await supertest(server.url).post("/api/sounds").send("RIFF").expect(401);
    await supertest(server.url).get("/api/sounds/sound-1").expect(401);
    const operator = await cookieOf(server.url, "operator");
    expect(sentence(await send(Buffer.from("fLaC"), operator).expect(403))).toContain("programmers and the lead");
    expect(sentence(await supertest(server.url).get("/api/sounds/none").set("cookie", cookie).expect(404))).toContain("sound");
  });
});
