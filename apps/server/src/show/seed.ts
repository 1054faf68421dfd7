import { randomUUID } from "node:crypto";
import { Readable } from "node:stream";
import type { DataSource } from "typeorm";
import { edit, Show, type ShowRecord } from "@vexa/core";
import { DEMO_SIGN_INS } from "@vexa/demo/sign-ins";
import { hashPassword } from "../account/password";
import { PictureStore } from "../rig/picture-store";
import { SoundStore } from "../sound/sound-store";
import { AccountEntity, ShowEntity } from "../storage/entities";
import { ShowStorage } from "../storage/show-storage";

/** The only show there is for now. */
export const SHOW_ID = "show-1";

/** What an empty database is filled with; `none`: the demo's people and nothing else. */
export type Demo = "understory" | "large" | "none";

/** Loaded when it is wanted: a server that has its show needs none of it. */
async function contentOf(demo: Demo): Promise<{ readonly name: string; readonly records: readonly ShowRecord[] }> {
  const { DEMO_SHOW_NAME, largeRig, longList, understory } = await import("@vexa/demo");
  switch (demo) {
    case "understory":
      return { name: DEMO_SHOW_NAME, records: understory() };
    case "large":
      return { name: "Large rig", records: [...largeRig({ heads: 2000, universes: 256 }), ...longList()] };
    case "none":
      return {
        name: "New show",
        records: understory().filter(({ kind }) => kind === "person" || kind === "sketch" || kind === "device"),
      };
  }
}

/** Of the demo's passwords, which everybody knows: once a process is enough. */
let demoAccounts: ReturnType<typeof hashedAccounts> | null = null;

function hashedAccounts() {
  return Promise.all(
    DEMO_SIGN_INS.map(async ({ personId, signInName, password }) => ({
      signInName,
      personId,
      passwordHash: await hashPassword(password),
      hasDemoPassword: true,
    })),
  );
}

/** Fills an empty database with a show and its sign-ins. True when it was empty. */
export async function seedWhenEmpty(database: DataSource, demo: Demo = "understory"): Promise<boolean> {
  const shows = database.getRepository(ShowEntity);
  if ((await shows.count()) > 0) return false;
  const { name, records } = await contentOf(demo);
  const checked = edit(
    new Show(new Map()),
    records.map((record) => ({ op: "add", record })),
  );
  if (!checked.ok) throw new Error(`the demo show doesn't hold together: ${JSON.stringify(checked.error)}`);
  const accounts = await (demoAccounts ??= hashedAccounts());
  await database.transaction(async (manager) => {
    await manager.getRepository(AccountEntity).save(accounts.map((account) => ({ ...account })));
    await manager.getRepository(ShowEntity).save({ id: SHOW_ID, name, seq: "0", cid: randomUUID() });
  });
  if (demo === "understory") await keepDemoFiles(database);
  await new ShowStorage(database, SHOW_ID).commit({ seq: 1, changed: [...checked.value.records.values()], removed: [], journal: null });
  return true;
}

/** The sound of the demo's song, and the pictures of its wheels. */
export async function keepDemoFiles(database: DataSource, showId = SHOW_ID): Promise<void> {
  const { demoPictures, waltz } = await import("@vexa/demo");
  await new SoundStore(database).keep({ showId, id: "sound-waltz" }, Readable.from([Buffer.from(waltz())]));
  const pictures = new PictureStore(database);
  for (const [profileId, own] of demoPictures())
    for (const { name, content } of own) await pictures.keep({ showId, profileId, name }, Buffer.from(content));
}
