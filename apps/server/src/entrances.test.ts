import { randomUUID } from "node:crypto";
import type { Router } from "express";
import { pino } from "pino";
import supertest from "supertest";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { explain, extentOf, ROLE_TABLE, ROLES, setChange, type Act, type Answer, type Role } from "@vexa/core";
import { DEMO_SIGN_INS } from "@vexa/demo";
import { createApp } from "./app";
import { MESSAGES, ROUTES, type Admits } from "./entrances";
import { connect, cookieOf, serverOnBench, transact, type TestSocket } from "./testing/server-on-bench";

/** A demo person of each role. */
const NAME_OF: Readonly<Record<Role, string>> = {
  lead: "ines",
  programmer: "tomasz",
  operator: "operator",
  technician: "wren",
  watcher: "orla",
  guest: "foyer",
};
/** Ids as another show would have them. */
const FOREIGN = "00000000-0000-4000-8000-000000000000";

/** A request to each address that would do something if it were let in; ids are of another show. */
const BODIES: Partial<Record<keyof typeof ROUTES, object>> = {
  "POST /api/session": { signInName: "nobody", password: "nothing" },
  "POST /api/session/join": { code: "NOTHING" },
  "POST /api/session/unlock": { secret: "nothing" },
  "POST /api/session/code": { present: "wrong", code: "2468" },
  "POST /api/session/password": { present: "wrong", next: "wrong too, but long" },
  "POST /api/people": { name: "Somebody", initials: "So", role: "watcher", signInName: "somebody" },
  "POST /api/history/versions": { name: "Try" },
  "POST /api/shows": { name: "Try", from: "empty" },
  "POST /api/shows/:id/open": { seconds: 0 },
  "POST /api/shows/:id/copy": { name: "Try" },
  "PATCH /api/shows/:id": { archived: true },
  "POST /api/shows/:id/files": { ids: [] },
};
const routes = Object.keys(ROUTES) as (keyof typeof ROUTES)[];

let server: Awaited<ReturnType<typeof serverOnBench>>;
const cookies = new Map<Role, string>();
const sockets = new Map<Role, TestSocket>();
beforeAll(async () => {
  server = await serverOnBench();
  for (const role of ROLES) {
    cookies.set(role, await cookieOf(server.url, NAME_OF[role]));
    sockets.set(role, await connect(server.url, { cookie: cookies.get(role)! }));
  }
});
afterAll(async () => {
  sockets.forEach((socket) => socket.close());
  await server.stop();
});

interface Asked {
  readonly status: number;
  readonly body: { readonly sentence?: string; readonly error?: { readonly code: string } };
}

async function ask(route: keyof typeof ROUTES, as: Role | null, body: unknown = BODIES[route]): Promise<Asked> {
  const answer = await send(route, as, body);
  // Nobody could do anything from here on.
  const signIn = DEMO_SIGN_INS.find(({ signInName }) => as && signInName === NAME_OF[as]);
  if (route === "POST /api/session/lock" && as) await send("POST /api/session/unlock", as, { secret: signIn!.password });
  return answer;
}

function send(route: keyof typeof ROUTES, as: Role | null, body: unknown): Promise<Asked> {
  const [method, pattern] = route.split(" ") as [string, string];
  const path = pattern.replace(/:[a-zA-Z]+/g, FOREIGN);
  let request = supertest(server.url)[method.toLowerCase() as "get" | "post" | "delete"](path);
  if (as) request = request.set("cookie", cookies.get(as)!);
  return (body === undefined ? request : request.send(body as object)) as never;
}

const lets = (admits: Admits, role: Role): boolean => !(admits in ROLE_TABLE) || extentOf({ role }, admits as Act) !== "no";

describe("the table of entrances", () => {
  it("names every address that is served", () => {
    const parts = {
      database: { getRepository: () => ({}) },
      session: () => undefined,
      stage: server.stage,
      webFolder: null,
      log: pino({ level: "silent" }),
    };
    const app = createApp(parts as never) as unknown as { router: Router };
    interface Layer {
      route?: { path: string; methods: Record<string, boolean> };
      handle?: { stack?: Layer[] };
      match?: (path: string) => boolean;
    }
    const bases = [
      "/api/notes/photos",
      "/api/rig",
      "/api/shows",
      "/api/lists",
      "/api/network",
      "/api/sounds",
      "/api/session",
      "/api/people",
      "/api/history",
      "/api/show",
      "/api/health",
    ];
    const served = (app.router.stack as unknown as Layer[]).flatMap((layer) => {
      const base = bases.find(
        (path) => layer.handle?.stack && layer.match?.(path) && layer.match(`${path}/x`) && !layer.match("/api/elsewhere"),
      );
      return (layer.handle?.stack ?? []).flatMap(({ route }) =>
        route ? Object.keys(route.methods).map((method) => `${method.toUpperCase()} ${base}${route.path === "/" ? "" : route.path}`) : [],
      );
    });
    expect(served.sort()).toEqual([...routes].sort());
  });
});

describe.each(routes)("%s", (route) => {
  const { admits } = ROUTES[route];

  it("turns strangers away with a sentence", async () => {
    const { status, body } = await ask(route, null);
    if (route === "DELETE /api/session") expect(status).toBe(204);
    // Who sits at a demo machine may see whose demo it is.
    else if (route === "GET /api/session/demo") expect(status).toBe(200);
    else expect([status, typeof body.sentence]).toEqual([401, "string"]);
  });

  if (route !== "DELETE /api/session")
    it.each(ROLES)("is open to a %s only where the table of roles says so", async (role) => {
      const { status, body } = await ask(route, role);
      expect(body.error?.code === "reach.role").toBe(!lets(admits, role));
      expect(status === 403).toBe(!lets(admits, role));
    });

  // A picture that is kept under a new name is new.
  if (route.includes(":") && route !== "PUT /api/rig/underlays/:name")
    it("finds nothing under the ids of another show", async () => {
      const { status, body } = await ask(route, "lead");
      expect([status, body.error?.code]).toEqual([404, "record.unknown"]);
    });

  if (route in BODIES)
    it("refuses what it can't read and what is too much", async () => {
      for (const garbage of [[], { wrong: 1 }, { ...BODIES[route], role: "everything", extra: { $gt: "" } }]) {
        const { status, body } = await ask(route, "lead", garbage);
        expect([status, body.error?.code]).toEqual([400, "request.malformed"]);
      }
      const { status, body } = await ask(route, "lead", { ...BODIES[route], name: "x".repeat(200_000) });
      expect([status, body.error?.code]).toEqual([413, "request.too-large"]);
    });
});

describe("messages of the live connection", () => {
  const wall = { groupIds: [], heads: ["fx-301"], families: ["Colour"] };
  const tells: { [M in "transact" | "play" | "lend" | "undo"]: (as: Role) => unknown } = {
    transact: (role) => {
      const id = `sketch-person-${NAME_OF[role]}`;
      return { id: randomUUID(), label: "try", changes: [setChange(id, ["blind"], { to: true })] };
    },
    play: () => ({ type: "tap", masterId: "master-pulse" }),
    lend: (role) => {
      const loan = { fromTerritoryId: "territory-ribs", toTerritoryId: "territory-pixels", part: wall, minutes: 1 };
      return { type: role === "programmer" ? "offer" : "ask", ...loan };
    },
    undo: () => "undo",
  };
  const tell = (role: Role, name: keyof typeof tells, message: unknown): Promise<Answer> =>
    (sockets.get(role)!.timeout(5000) as unknown as { emitWithAck: (name: string, message: unknown) => Promise<Answer> }).emitWithAck(
      name,
      message,
    );
  const codeOf = (answer: Answer): string => (answer.ok ? "ok" : answer.error.code);

  it.each(ROLES.flatMap((role) => (["transact", "play", "lend", "undo"] as const).map((name) => [role, name] as const)))(
    "a %s may %s only where the table of roles says so",
    async (role, name) => {
      const answer = await tell(role, name, tells[name](role));
      const may = lets(MESSAGES[name].admits, role) && !(role === "guest" && name === "play");
      expect(["reach.role", "reach.none"].includes(codeOf(answer)), JSON.stringify(answer)).toBe(!may);
    },
  );

  it.each(["transact", "play", "lend", "undo"] as const)("%s refuses what it can't read", async (name) => {
    for (const garbage of [null, 7, [], "undone", { type: "__proto__" }, { type: "go" }, { id: "x", changes: [{ op: "set" }] }]) {
      const answer = await tell("lead", name, garbage);
      expect(codeOf(answer)).toBe("request.malformed");
      if (!answer.ok) expect(explain(answer.error)).toContain("Nothing was changed.");
    }
  });

  it("find nothing under the ids of another show", async () => {
    const answers = await Promise.all([
      transact(sockets.get("lead")!, { id: randomUUID(), label: "x", changes: [setChange(FOREIGN, ["name"], { from: "a", to: "b" })] }),
      tell("lead", "play", { type: "go", playbackId: FOREIGN }),
      tell("lead", "lend", { type: "end", loanId: FOREIGN }),
    ]);
    expect(answers.map(codeOf)).toEqual(["record.unknown", "record.unknown", "record.unknown"]);
  });

  it("keep what somebody else changed, whatever version is claimed, and the author is who is signed in", async () => {
    const page = server.door.show.get("page", "page-main")!;
    const edit = (changes: object[]): Promise<Answer> =>
      transact(sockets.get("lead")!, { id: randomUUID(), label: "forged", author: "person-orla", changes });
    expect(codeOf(await edit([setChange(page.id, ["name"], { from: "What it never was", to: "Mine" })]))).toBe("value.conflict");
    expect(codeOf(await edit([setChange(page.id, ["version"], { from: page.version, to: 999 })]))).toBe("value.invalid");
    expect(codeOf(await edit([{ op: "remove", record: { ...page, name: "Another" } }]))).toBe("value.conflict");
    expect(codeOf(await edit([{ op: "add", record: { ...page, id: "page-forged", version: 999 } }]))).toBe("ok");
    expect(server.door.show.get("page", "page-forged")!.version).toBe(1);
    const heard = new Promise<string>((resolve) => server.door.once("changes", (_, { author }) => resolve(author)));
    await edit([setChange(page.id, ["rank"], { from: page.rank, to: page.rank + 1 })]);
    expect(await heard).toBe("person-ines");
  });

  it("too large ends that connection and nobody else's, and changes nothing", async () => {
    const lone = await connect(server.url, { cookie: cookies.get("programmer")! });
    const gone = new Promise((resolve) => lone.once("disconnect", resolve));
    const { seq } = server.door;
    lone.emit("transact", { id: randomUUID(), label: "x".repeat(5_000_000), changes: [] } as never, () => undefined);
    await gone;
    expect(server.door.seq).toBe(seq);
    expect([...sockets.values()].every(({ connected }) => connected)).toBe(true);
  });
});
