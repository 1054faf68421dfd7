import supertest from "supertest";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Answer } from "@vexa/core";
import { connect, cookieOf, serverOnBench, until, type TestSocket } from "../testing/server-on-bench";

let server: Awaited<ReturnType<typeof serverOnBench>>;
let cookie: string;
let socket: TestSocket;
beforeAll(async () => {
  server = await serverOnBench();
  cookie = await cookieOf(server.url, "ines");
  socket = await connect(server.url, { cookie });
});
afterAll(async () => {
  socket.close();
  await server.stop();
});

const post = (path: string, body: object = {}): supertest.Test =>
  supertest(server.url).post(`/api/session${path}`).set("cookie", cookie).send(body);
const play = (command: object): Promise<Answer> => socket.timeout(5000).emitWithAck("play", command as never) as Promise<Answer>;

describe("a locked screen", () => {
  it("takes a short code of four to eight digits, from whoever knows the password", async () => {
    await post("/code", { present: "wrong", code: "2468" }).expect(401);
    for (const code of ["1", "123456789", "abcd", "12 34"])
      expect((await post("/code", { present: "palm-house-1", code })).status).toBeGreaterThan(399);
    await post("/code", { present: "palm-house-1", code: "2468" }).expect(204);
  });

  it("does nothing and shows nothing, also after a reload, while the stage goes on and what was held down comes up", async () => {
    expect(await play({ type: "flash", playbackId: "card-spore", press: "down" })).toMatchObject({ ok: true });
    const told: boolean[] = [];
    socket.on("locked", (locked) => told.push(locked));
    await post("/lock").expect(204);
    await until(() => told[0] === true);
    expect(await play({ type: "go", playbackId: "card-lanterns" })).toMatchObject({ ok: false, error: { code: "screen.locked" } });
    expect(await socket.timeout(5000).emitWithAck("undo", "undo")).toMatchObject({ ok: false, error: { code: "screen.locked" } });
    for (const path of ["/api/show", "/api/people", "/api/session/list", "/api/history"])
      expect((await supertest(server.url).get(path).set("cookie", cookie)).body).toMatchObject({ error: { code: "screen.locked" } });
    await post("/password", { present: "palm-house-1", next: "another password" }).expect(423);
    await post("/code", { present: "palm-house-1", code: "1111" }).expect(423);
    expect((await supertest(server.url).get("/api/session").set("cookie", cookie)).body).toEqual({ personId: "person-ines", locked: true });
    const later = await connect(server.url, { cookie });
    expect(await later.timeout(5000).emitWithAck("play", { type: "blackout", on: true } as never)).toMatchObject({ ok: false });
    later.close();
    expect(await play({ type: "flash", playbackId: "card-spore", press: "up" })).toMatchObject({ ok: true });
  });

  it("opens by code or password, and slows down whoever guesses; others aren't touched", async () => {
    await post("/unlock", { secret: "0000" }).expect(422);
    await post("/unlock", {}).expect(400);
    await post("/unlock", { secret: "2468" }).expect(204);
    expect(await play({ type: "tap", masterId: "master-pulse" })).toMatchObject({ ok: true });
    await post("/lock").expect(204);
    await post("/unlock", { secret: "palm-house-1" }).expect(204);
    // A password that was changed opens nothing any more, although it did a moment ago.
    await post("/password", { present: "palm-house-1", next: "another password" }).expect(204);
    await post("/lock").expect(204);
    await post("/unlock", { secret: "palm-house-1" }).expect(422);
    await post("/unlock", { secret: "another password" }).expect(204);
    await post("/password", { present: "another password", next: "palm-house-1" }).expect(204);
    await post("/lock").expect(204);
    const answers: number[] = [];
    for (let attempt = 0; attempt < 8; attempt++) answers.push((await post("/unlock", { secret: "1111" })).status);
    expect(answers).toContain(429);
    const other = await cookieOf(server.url, "ines");
    await supertest(server.url).get("/api/show").set("cookie", other).expect(200);
  });
});
