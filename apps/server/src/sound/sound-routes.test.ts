import supertest from "supertest";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
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

  it("are refused to strangers and from operators, and missing ones are named", async () => {
    await supertest(server.url).post("/api/sounds").send("RIFF").expect(401);
    await supertest(server.url).get("/api/sounds/sound-1").expect(401);
    const operator = await cookieOf(server.url, "operator");
    expect(sentence(await send(Buffer.from("fLaC"), operator).expect(403))).toContain("programmers and the lead");
    expect(sentence(await supertest(server.url).get("/api/sounds/none").set("cookie", cookie).expect(404))).toContain("sound");
  });
});
