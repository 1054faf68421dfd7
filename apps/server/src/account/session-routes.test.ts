import supertest from "supertest";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { PROTOCOL_VERSION, ROLES, type Role } from "@vexa/core";
import { cookieOf, serverOnBench } from "../testing/server-on-bench";

let server: Awaited<ReturnType<typeof serverOnBench>>;
beforeAll(async () => {
  server = await serverOnBench();
});
afterAll(() => server.stop());
const ask = (): ReturnType<typeof supertest> => supertest(server.url);

describe("signing in over HTTP", () => {
  it("refuses the show to strangers with a sentence, and opens it to whoever signed in", async () => {
    const stranger = await ask().get("/api/show").expect(401);
    expect((stranger.body as { sentence: string }).sentence).toBe("You are signed out. Sign in again; what you recorded is safe.");
    const cookie = await cookieOf(server.url, "tomasz");
    const show = await ask().get("/api/show").set("cookie", cookie).expect(200);
    expect(show.body).toMatchObject({ showName: "Understory", personId: "person-tomasz", protocol: PROTOCOL_VERSION });
    await ask().delete("/api/session").set("cookie", cookie).expect(204);
    await ask().get("/api/show").set("cookie", cookie).expect(401);
  });

  it("offers the demo's people on the machine itself, by what they may do, as long as they have the demo's passwords", async () => {
    const { body } = (await ask().get("/api/session/demo").expect(200)) as { body: { name: string; role: string; password: string }[] };
    expect(body.map(({ name, role }) => [name, role])).toEqual(
      [
        ["Ines", "lead"],
        ["Tomasz", "programmer"],
        ["Adaeze", "programmer"],
        ["Operator", "operator"],
        ["Wren", "technician"],
        ["Orla", "watcher"],
        ["Front of house", "guest"],
      ].sort((a, b) => ROLES.indexOf(a[1] as Role) - ROLES.indexOf(b[1] as Role)),
    );
    const cookie = await cookieOf(server.url, "orla");
    const present = body.find(({ name }) => name === "Orla")!.password;
    await ask().post("/api/session/password").set("cookie", cookie).send({ present, next: "another glass house" }).expect(204);
    const after = (await ask().get("/api/session/demo").expect(200)) as { body: { name: string }[] };
    expect(after.body.map(({ name }) => name)).not.toContain("Orla");
  });

  it("lets a phone in by a code that holds once, and no longer than its password", async () => {
    const cookie = await cookieOf(server.url, "adaeze");
    const codeFor = async (): Promise<string> =>
      ((await ask().post("/api/session/phone").set("cookie", cookie).expect(201)).body as { code: string }).code;
    await ask().post("/api/session/phone").expect(401);
    const code = await codeFor();
    const joined = await ask().post("/api/session/join").send({ code }).expect(201);
    const phone = joined.headers["set-cookie"]![0]!.split(";")[0]!;
    const show = await ask().get("/api/show").set("cookie", phone).expect(200);
    expect((show.body as { personId: string }).personId).toBe("person-adaeze");
    const again = await ask().post("/api/session/join").send({ code }).expect(401);
    expect((again.body as { sentence: string }).sentence).toMatch(/isn't known here, or isn't any more/);
    const before = await codeFor();
    await ask()
      .post("/api/session/password")
      .set("cookie", cookie)
      .send({ present: "palm-house-3", next: "another glass house" })
      .expect(204);
    await ask().post("/api/session/join").send({ code: before }).expect(401);
  });

  it("hides the cookie from scripts and from other sites", async () => {
    const response = await ask().post("/api/session").send({ signInName: "ines", password: "palm-house-1" }).expect(201);
    expect(response.headers["set-cookie"]![0]).toMatch(/HttpOnly.*SameSite=Lax/);
  });

  it.each([
    ["a wrong password", { signInName: "ines", password: "wrong" }, 401, "don't belong together"],
    ["no password", { signInName: "ines" }, 400, "could not be read"],
    ["a list", ["ines"], 400, "could not be read"],
    ["a field too many", { signInName: "ines", password: "x", role: "lead" }, 400, "could not be read"],
    ["a name that is an object", { signInName: { $ne: "" }, password: "x" }, 400, "could not be read"],
  ])("answers %s with a plain sentence", async (_, body, status, words) => {
    const response = await ask().post("/api/session").send(body).expect(status);
    expect((response.body as { sentence: string }).sentence).toContain(words);
  });

  it("answers text that isn't JSON, too much of it, and addresses that lead nowhere", async () => {
    const broken = await ask().post("/api/session").set("content-type", "application/json").send("{oops").expect(400);
    expect((broken.body as { sentence: string }).sentence).toContain("it isn't JSON");
    const large = await ask()
      .post("/api/session")
      .send({ signInName: "x".repeat(200_000), password: "" })
      .expect(413);
    expect((large.body as { sentence: string }).sentence).toContain("100 KB");
    const nowhere = await ask().get("/api/nowhere").expect(404);
    expect((nowhere.body as { error: { code: string } }).error.code).toBe("request.unknown-place");
  });

  it("slows down whoever guesses passwords", async () => {
    const statuses: number[] = [];
    for (let attempt = 0; attempt < 25; attempt++)
      statuses.push(
        (
          await ask()
            .post("/api/session")
            .send({ signInName: "ines", password: `guess ${attempt}` })
        ).status,
      );
    expect(statuses.at(-1)).toBe(429);
  });
});
