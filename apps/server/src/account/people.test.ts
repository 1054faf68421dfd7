import supertest from "supertest";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { AccountLine, SessionLine } from "@vexa/core";
import { connect, cookieOf, serverOnBench } from "../testing/server-on-bench";

let server: Awaited<ReturnType<typeof serverOnBench>>;
let ines: string;
beforeAll(async () => {
  server = await serverOnBench();
  ines = await cookieOf(server.url, "ines");
});
afterAll(() => server.stop());

const ask = (): ReturnType<typeof supertest> => supertest(server.url);
const sentence = ({ body }: { body: unknown }): string => (body as { sentence: string }).sentence;
const signIn = (signInName: string, password: string): supertest.Test => ask().post("/api/session").send({ signInName, password });
const cookie = (response: supertest.Response): string => (response.headers["set-cookie"] as unknown as string[])[0]!.split(";")[0]!;

describe("people", () => {
  it("are invited with a first password, come in with their role, change it, and lose their sign-in", async () => {
    const invitation = { name: "Bram", initials: "Br", role: "programmer", signInName: "bram" };
    const { body } = await ask().post("/api/people").set("cookie", ines).send(invitation).expect(201);
    const { personId, password } = body as { personId: string; password: string };
    expect(server.door.show.get("person", personId)).toMatchObject({ name: "Bram", role: "programmer" });
    const bram = cookie(await signIn("bram", password).expect(201));
    const twice = await ask().post("/api/people").set("cookie", ines).send(invitation).expect(409);
    expect(sentence(twice)).toBe("Somebody signs in as bram already. Nothing was changed. Take another name.");

    const change = (present: string, next: string): supertest.Test =>
      ask().post("/api/session/password").set("cookie", bram).send({ present, next });
    expect(sentence(await change("not this one", "moss and lichen").expect(401))).toContain("don't belong together");
    expect(sentence(await change(password, "short").expect(422))).toContain("at least 10 characters");
    await change(password, "moss and lichen").expect(204);
    await signIn("bram", password).expect(401);
    await signIn("bram", "moss and lichen").expect(201);

    const lines = (await ask().get("/api/people").set("cookie", ines)).body as AccountLine[];
    expect(lines.find(({ signInName }) => signInName === "bram")).toEqual({ personId, signInName: "bram", hasDemoPassword: false });
    const own = await ask().delete("/api/people/person-ines").set("cookie", ines).expect(422);
    expect(sentence(own)).toContain("somebody else who leads");
    await ask().delete(`/api/people/${personId}`).set("cookie", ines).expect(204);
    await signIn("bram", "moss and lichen").expect(401);
    await ask().get("/api/show").set("cookie", bram).expect(401);
    // What they did stays theirs.
    expect(server.door.show.get("person", personId)?.name).toBe("Bram");
  });

  it("see where they are signed in and end it, live connections too", async () => {
    const [here, there] = [await cookieOf(server.url, "tomasz"), await cookieOf(server.url, "tomasz")];
    const live = await connect(server.url, { cookie: there });
    const gone = new Promise((resolve) => live.once("disconnect", resolve));
    const list = async (): Promise<SessionLine[]> => (await ask().get("/api/session/list").set("cookie", here)).body as SessionLine[];
    const lines = await list();
    expect(lines.map(({ own }) => own).sort()).toEqual([false, true]);
    expect(there).not.toContain(lines.find(({ own }) => !own)!.id);
    await ask()
      .delete(`/api/session/list/${lines.find(({ own }) => !own)!.id}`)
      .set("cookie", here)
      .expect(204);
    await gone;
    await ask().get("/api/show").set("cookie", there).expect(401);
    expect(await list()).toHaveLength(1);
  });

  it("lose live connections when they sign out or get a new first password", async () => {
    const adaeze = await cookieOf(server.url, "adaeze");
    const live = await connect(server.url, { cookie: adaeze });
    const gone = new Promise((resolve) => live.once("disconnect", resolve));
    const { body } = await ask().post("/api/people/person-adaeze/password").set("cookie", ines).expect(200);
    await gone;
    await ask().get("/api/show").set("cookie", adaeze).expect(401);
    const again = cookie(await signIn("adaeze", (body as { password: string }).password).expect(201));
    const second = await connect(server.url, { cookie: again });
    const out = new Promise((resolve) => second.once("disconnect", resolve));
    await ask().delete("/api/session").set("cookie", again).expect(204);
    await out;
  });
});
