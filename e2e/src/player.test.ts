import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import type { Browser } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { choose } from "./choose";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { openPlace, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { until } from "./until";

/** Story: a show is taken away as a file and runs by itself, without database and browser, as `./vexa play` starts it. */
const PLAY = fileURLToPath(new URL("../../apps/server/dist/play.js", import.meta.url));
const folder = mkdtempSync(join(tmpdir(), "vexa-play-"));
const file = join(folder, "understory.vexa");
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let player: ChildProcess | null = null;
beforeAll(async () => {
  node = await nodeOnLoopback([11, 12]);
  vexa = await runVexa("127.0.0.1:9");
  browser = await openBrowser();
});
afterAll(async () => {
  player?.kill("SIGKILL");
  await browser.close();
  await vexa.stop();
  node.close();
});

function play(...more: string[]): { child: ChildProcess; said: () => string; ended: Promise<number | null> } {
  const env = { ...process.env, VEXA_STATE: folder, VEXA_DATABASE_URL: "", VEXA_DATABASE_ADMIN_URL: "" };
  const child = spawn("node", [PLAY, file, "--sacn", `127.0.0.1:${node.port}`, "--osc", "0", ...more], { env });
  let text = "";
  for (const stream of [child.stdout, child.stderr]) stream.on("data", (chunk: Buffer) => (text += chunk.toString()));
  return { child, said: () => text, ended: new Promise((resolve) => child.once("exit", (code) => resolve(code))) };
}

const levels = (): Buffer[] => [11, 12].map((universe) => Buffer.from(node.levels(universe) ?? []));

describe("a show that runs by itself", () => {
  it("has cues that come by the time of day, typed with the days on which it is meant", async () => {
    const ines = await signedIn(browser, vexa.url, "ines");
    await openPlace(ines, "/score");
    await ines
      .getByRole("navigation", { name: "Cue lists" })
      .getByRole("button", { name: /^Work light/ })
      .click();
    await ines.getByRole("listbox", { name: "Cues" }).getByRole("option").first().click();
    await choose(ines.getByLabel("Comes with"), { label: "a time of day" });
    const time = ines.getByLabel("Time of day", { exact: true });
    await time.fill("25:00");
    await time.press("Enter");
    await ines
      .getByText(/The time of day can't be 25:00/)
      .first()
      .waitFor();
    await time.fill("6.30");
    await time.press("Enter");
    await until("it is written as times are", async () => (await time.inputValue()) === "06:30");
    await ines.getByRole("button", { name: "Sunday" }).click();
    await ines
      .getByText(/at 06:30 on Monday, Tuesday/)
      .first()
      .waitFor();
    expect(ines.errors).toEqual([]);
    await ines.context().close();
  });

  it("is saved from the Shows page and played: its list is lit, and a status line says so", async () => {
    const ines = await signedIn(browser, vexa.url, "ines");
    await openPlace(ines, "/show/shows");
    const download = ines.waitForEvent("download");
    await ines.getByRole("button", { name: "More of Understory" }).click();
    await ines.getByRole("menuitem", { name: "Save as a file" }).click();
    await (await download).saveAs(file);
    const first = play("--list", "Walk-in light");
    player = first.child;
    await until("something is lit", () => [11, 12].some((universe) => node.levels(universe)?.some((level) => level > 0)));
    await until("it says what it does", () => /Understory: Walk-in light 1 · .*frames\/s/.test(first.said()));
    let [before, since] = [levels(), performance.now()];
    await until("it has arrived", () => {
      const now = levels();
      if (!now.every((each, at) => each.equals(before[at]!))) [before, since] = [now, performance.now()];
      return performance.now() - since > 600;
    });
  });

  it("goes on where it was after it is killed", async () => {
    const lit = levels();
    const gone = new Promise((resolve) => player!.once("exit", resolve));
    player!.kill("SIGKILL");
    await gone;
    const packets = node.history(12).length;
    const begun = performance.now();
    const second = play("--list", "Walk-in light");
    player = second.child;
    await until("packets come again", () => node.history(12).length > packets);
    process.stdout.write(`the player was back after ${Math.round(performance.now() - begun)} ms\n`);
    await until("what was lit is lit", () => levels().every((each, at) => each.equals(lit[at]!)));
    player.kill("SIGTERM");
    expect(await second.ended).toBe(0);
  });

  it("refuses what it can't play in a sentence", async () => {
    const moon = play("--list", "Moon");
    expect(await moon.ended).toBe(1);
    expect(moon.said()).toMatch(/The list can't be Moon/);
    writeFileSync(file, "torn");
    const torn = play();
    expect(await torn.ended).toBe(1);
    expect(torn.said()).toMatch(/can't be read/);
  });
});
