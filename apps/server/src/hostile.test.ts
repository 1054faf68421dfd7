import { randomUUID } from "node:crypto";
import fc from "fast-check";
import { io } from "socket.io-client";
import supertest from "supertest";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { explain, type Answer, type PresenceEntry } from "@vexa/core";
import { MESSAGES, ROUTES } from "./entrances";
import { connect, cookieOf, serverOnBench, until, type TestSocket } from "./testing/server-on-bench";

/** Over the wire, messages and routes together. */
const CASES = 5000;
const ROLES = ["orla", "foyer", "operator", "ines"] as const;
const BATCH = 50;

let server: Awaited<ReturnType<typeof serverOnBench>>;
const cookies = new Map<string, string>();
beforeAll(async () => {
  server = await serverOnBench();
  for (const name of ROLES) cookies.set(name, await cookieOf(server.url, name));
});
afterAll(() => server.stop());

type Ask = { emitWithAck: (name: string, ...sent: unknown[]) => Promise<unknown> };
const asking = (socket: TestSocket): Ask => socket.timeout(10_000) as unknown as Ask;

const nasty = fc.constantFrom<unknown>(
  ...["__proto__", "constructor", "prototype", "\0", "\ud800", "x".repeat(500), 1e308, -1, 0.5, null, true, [], {}, "go", "set"],
);
const name = fc.constantFrom(
  ..."type id label changes op path from to record playbackId level heads families part constructor __proto__ toJSON".split(" "),
);
const object = (value: fc.Arbitrary<unknown>): fc.Arbitrary<unknown> =>
  fc
    .array(fc.tuple(name, value), { maxLength: 5 })
    .map(
      (entries) =>
        JSON.parse(`{${entries.map(([key, of]) => `${JSON.stringify(key)}:${JSON.stringify(of) ?? "null"}`).join(",")}}`) as unknown,
    );
const message = object(fc.oneof(nasty, object(fc.oneof(nasty, object(nasty)))));

describe("hostile clients", () => {
  it("are answered, each message, whatever it is, and the server lives", async () => {
    const sockets = await Promise.all(ROLES.map((role) => connect(server.url, { cookie: cookies.get(role)! })));
    const names = [...Object.keys(MESSAGES), "nonsense", "constructor", "__proto__", "toString"];
    const cases = fc.sample(fc.tuple(fc.constantFrom(...names), message), { seed: 5003, numRuns: CASES / 2 });
    for (let at = 0; at < cases.length; at += BATCH) {
      const answers = await Promise.all(
        cases.slice(at, at + BATCH).map(([event, sent], index) => asking(sockets[(at + index) % sockets.length]!).emitWithAck(event, sent)),
      );
      for (const answer of answers) {
        // A trace of nothing is nothing, and the clock tells the time, whatever is asked.
        if (answer === null || typeof answer === "number") continue;
        const given = answer as Answer;
        if (!given.ok) expect(explain(given.error)).not.toContain("undefined");
        if (!given.ok) expect(given.error.code, JSON.stringify(given.error)).not.toBe("server.failed");
      }
      // The rate is kept by waiting as a person would, so that each is answered for what it is.
      await new Promise((resolve) => setTimeout(resolve, BATCH));
    }
    sockets.forEach((socket) => socket.close());
  });

  it.each<[string, (levels: number) => unknown]>([
    ["lists", (levels) => JSON.parse("[".repeat(levels) + "]".repeat(levels)) as unknown],
    ["fields", (levels) => JSON.parse(`${'{"a":'.repeat(levels)}1${"}".repeat(levels)}`) as unknown],
  ])("may nest %s as deep as they like, in any message", async (_, nest) => {
    const watcher = await connect(server.url, { cookie: cookies.get("orla")! });
    for (const event of Object.keys(MESSAGES)) {
      if (event === "clock" || event === "watch") continue;
      for (const levels of [100, 3000]) {
        const answer = (await asking(watcher).emitWithAck(event, {
          id: nest(levels),
          changes: nest(levels),
          type: nest(levels),
        })) as Answer | null;
        if (answer) expect(answer.ok).toBe(false);
      }
    }
    watcher.close();
  });

  it("may say anything of socket.io's own: at most their connection ends", async () => {
    for (const raw of [["error", "boom"], ["disconnecting", 1], ["newListener", 1], ["message", Buffer.alloc(10)], ["connect_error"]]) {
      const socket = io(server.url, {
        transports: ["websocket"],
        extraHeaders: { cookie: cookies.get("foyer")! },
        reconnection: false,
        forceNew: true,
      });
      await new Promise((resolve) => socket.once("connect", () => resolve(null)));
      // The client library keeps some names to itself: this goes around it.
      (socket.io as unknown as { _packet: (packet: object) => void })._packet({ type: 2, nsp: "/", data: raw, options: {} });
      (socket.io as unknown as { _packet: (packet: object) => void })._packet({
        type: 5,
        nsp: "/",
        attachments: 3,
        data: ["play", { _placeholder: true, num: 9 }],
        options: {},
      });
      await new Promise((resolve) => setTimeout(resolve, 30));
      socket.close();
    }
    const after = await connect(server.url, { cookie: cookies.get("ines")! });
    expect(await asking(after).emitWithAck("clock")).toBeGreaterThan(0);
    after.close();
  });

  it("get a 4xx with a sentence from every address, for every body and every id", async () => {
    const routes = Object.keys(ROUTES).filter(
      (route) => route !== "DELETE /api/session" && route !== "POST /api/session/lock" && !route.startsWith("POST /api/sounds"),
    );
    const ids = [
      "%00",
      "%ED%A0%80",
      "..%2f..%2fetc",
      "constructor",
      "__proto__",
      "1e308",
      "'; DROP TABLE show; --".replaceAll(" ", "%20"),
      "%F0%9F%8E%AD",
      "x".repeat(3000),
    ];
    const cases = fc.sample(fc.tuple(fc.constantFrom(...routes), message, fc.constantFrom(...ids), fc.constantFrom(...ROLES)), {
      seed: 5009,
      numRuns: CASES / 2,
    });
    const agent = supertest(server.url);
    for (const [route, body, id, role] of cases) {
      const [method, pattern] = route.split(" ") as [string, string];
      const path = pattern.replace(/:[a-zA-Z]+/, id);
      const asked = agent[method.toLowerCase() as "get" | "post" | "delete"](path).set("cookie", cookies.get(role)!);
      const query = method === "GET" ? { personId: id, place: "__proto__", from: "1e308", before: "\0" } : {};
      const { status, body: said } = await (method === "POST"
        ? asked.send(body as object)
        : asked.query(Math.abs(id.length % 2) ? query : {}));
      expect(status, `${route} ${id} ${JSON.stringify(body)} ${JSON.stringify(said)}`).toBeLessThan(500);
      if (status >= 400) expect(typeof (said as { sentence?: unknown }).sentence, `${route} ${id}`).toBe("string");
    }
  });

  it("flood: twenty thousand fader steps at once from one, and another's go is answered meanwhile; the last step counts", async () => {
    const [operator, ines] = [
      await connect(server.url, { cookie: cookies.get("operator")! }),
      await connect(server.url, { cookie: cookies.get("ines")! }),
    ];
    const answers: Answer[] = [];
    for (let step = 0; step < 20_000; step++)
      operator.emit("play", { type: "level", playbackId: "card-lanterns", level: 0.1 + (step / 20_000) * 0.5 }, (answer) =>
        answers.push(answer),
      );
    const go = (await asking(ines).emitWithAck("play", { type: "go", playbackId: "card-spore" })) as Answer;
    expect(go.ok).toBe(true);
    expect(answers.length).toBeLessThan(20_000);
    // One message of a connection in a turn: a flood takes its time, and nobody else's.
    await until(() => answers.length === 20_000, 120_000);
    expect(answers.every(({ ok }) => ok)).toBe(true);
    expect(server.door.show.playbackState("card-lanterns")!.level).toBeCloseTo(0.1 + (19_999 / 20_000) * 0.5, 6);
    operator.close();
    ines.close();
  });

  it("that never read are let go, and everybody else hears of everything meanwhile", async () => {
    const [deaf, ines] = [
      await connect(server.url, { cookie: cookies.get("orla")! }),
      await connect(server.url, { cookie: cookies.get("ines")! }),
    ];
    const gone = new Promise((resolve) => deaf.once("disconnect", resolve));
    const raw = (deaf.io.engine.transport as unknown as { ws: { _socket?: { pause: () => void }; pause?: () => void } }).ws;
    (raw._socket ?? (raw as { pause: () => void })).pause();
    let heard = 0;
    let present: readonly PresenceEntry[] = [];
    ines.on("changes", (edits) => (heard += edits.length));
    ines.on("presence", (entries) => (present = entries));
    const label = "x".repeat(200);
    const heads = Array.from({ length: 9000 }, (_, index) => `fx-${100000 + index}`);
    const group = { kind: "group", version: 1, name: "Large", rank: 1, heads, territoryId: null };
    const before = server.door.seq;
    let sent = 0;
    while (server.door.seq - before < 250) {
      const edit = { id: randomUUID(), label, changes: [{ op: "add", record: { ...group, id: `group-${sent++}` } }] };
      const ask = async (): Promise<Answer> => (await asking(ines).emitWithAck("transact", edit)) as Answer;
      let answer = await ask();
      // A machine that stands still for seconds takes its database for gone: a refusal that says so, and that holds no longer than that.
      for (
        const deadline = performance.now() + 60_000;
        !answer.ok && answer.error.code === "database.away" && performance.now() < deadline;
      ) {
        await new Promise((resolve) => setTimeout(resolve, 500));
        answer = await ask();
      }
      expect(answer.ok, JSON.stringify(answer)).toBe(true);
      if (!(await Promise.race([gone.then(() => false), Promise.resolve(true)]))) break;
    }
    // The one that doesn't read learns of it when it reads again; everybody else sees that it isn't there any more.
    await until(() => heard === sent && !present.some(({ personId }) => personId === "person-orla"), 60_000);
    expect(process.memoryUsage().rss).toBeLessThan(3e9);
    (raw._socket as unknown as { resume: () => void } | undefined)?.resume();
    deaf.close();
    ines.close();
  });

  it("are refused when another site's page writes in their name", async () => {
    for (const headers of [
      { origin: "http://elsewhere.example" },
      { origin: "null" },
      { "sec-fetch-site": "cross-site" },
      { "sec-fetch-site": "same-site" },
    ]) {
      const { status, body } = await supertest(server.url)
        .post("/api/people")
        .set({ cookie: cookies.get("ines")!, ...headers })
        .send({ name: "Mallow", initials: "Ma", role: "lead", signInName: "mallow" });
      expect([status, (body as { error: { code: string } }).error.code]).toEqual([403, "request.foreign-page"]);
    }
    const csp = (await supertest(server.url).get("/api/show")).headers["content-security-policy"]!;
    expect(csp.split(";")).toContain("connect-src 'self'");
    expect(csp).not.toMatch(/https?:|wss?:/);
  });
});
