import type { Browser, Locator, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { pickGroup, setLane, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { pause } from "./until";
import { cookieOf, fetchShow } from "./wire-client";

/** Story: hands in the dark press twice. Every button of every place is pressed twice at once: nothing is made twice, and nobody is signed out. */
let vexa: RunningVexa;
let browser: Browser;
let page: Page & { errors: string[] };
let cookie: string;
beforeAll(async () => {
  vexa = await runVexa("127.0.0.1:9");
  browser = await openBrowser();
  page = await signedIn(browser, vexa.url, "ines");
  cookie = await cookieOf(vexa.url, "ines", "palm-house-1");
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
});

const PLACES = [
  "rig/lamps",
  "rig/addresses",
  "rig/profiles",
  "rig/curves",
  "rig/check",
  "rig/venue",
  "build",
  "score",
  "perform/page-main",
  "perform/page-improvise",
  "crew/division",
  "crew/people",
  "crew/loans",
  "crew/history",
  "trace",
  "show/shows",
  "show/network",
  "show/health",
  "show/devices",
];
/** These end the story, or the session by which it counts, by design. */
const ENDS = /^(Sign out|Lock|Sign out there)$/;

async function counts(): Promise<Record<string, number>> {
  const found: Record<string, number> = {};
  for (const { kind } of (await fetchShow(vexa.url, cookie)).records) found[kind] = (found[kind] ?? 0) + 1;
  return found;
}

/** Buttons and chips of which one holds. */
const pressable = (of: { name?: string; exact?: boolean; disabled?: boolean }): Locator =>
  page.getByRole("button", of).or(page.getByRole("radio", of));

/** The names of all buttons in sight that can be pressed, each once. */
async function buttonNames(): Promise<string[]> {
  const names = await pressable({ disabled: false }).evaluateAll((buttons) =>
    buttons.flatMap((button) => {
      const seen = button.getBoundingClientRect();
      const name = (button.getAttribute("aria-label") ?? button.textContent ?? "").trim().replace(/\s+/g, " ");
      return seen.width > 0 && seen.height > 0 && name !== "" ? [name] : [];
    }),
  );
  return [...new Set(names)].filter((name) => !ENDS.test(name));
}

describe("every button pressed twice at once", () => {
  it.each(PLACES)("in %s makes nothing twice and signs nobody out", async (place) => {
    await page.goto(`${vexa.url}/${place}`);
    await page.getByRole("button").first().waitFor();
    if (place === "build") {
      await pickGroup(page, "Rib 3 spots");
      await setLane(page, "Dimmer", "40");
    }
    await pause(300);
    let before = await counts();
    for (const name of await buttonNames()) {
      const button = pressable({ name, exact: true }).first();
      if ((await button.count()) === 0 || !(await button.isVisible()) || !(await button.isEnabled())) continue;
      const box = await button.boundingBox();
      if (!box) continue;
      await page.mouse.dblclick(box.x + box.width / 2, box.y + box.height / 2);
      await pause(60);
      const after = await counts();
      for (const [kind, count] of Object.entries(after))
        // States come with what is played, and one act may lay out several at once.
        if (!/State$|^(strokes|highlight|curtain|park|stage)/.test(kind))
          expect(count - (before[kind] ?? 0), `${kind} after two presses of “${name}” in ${place}`).toBeLessThanOrEqual(1);
      before = after;
      await page.keyboard.press("Escape");
      if (!page.url().includes(`/${place.split("/")[0]}`)) await page.goto(`${vexa.url}/${place}`);
      expect(await page.getByLabel("Sign-in name").count(), `after two presses of “${name}”`).toBe(0);
    }
    expect(page.errors).toEqual([]);
  });
});

describe("the second half of a double click", () => {
  it("doesn't hit what came under the pointer meanwhile", async () => {
    await page.goto(`${vexa.url}/crew/people`);
    await page.getByRole("button", { name: "Invite somebody" }).click();
    await page.getByLabel("Name of whom to invite").fill("Wilma");
    const invite = (await page.getByRole("button", { name: "Invite", exact: true }).boundingBox())!;
    await page.mouse.dblclick(invite.x + invite.width / 2, invite.y + invite.height / 2);
    await page.getByText(/It is shown this once/).waitFor();
    const people = (await fetchShow(vexa.url, cookie)).records.filter(({ kind }) => kind === "person");
    expect(people.filter((person) => (person as unknown as { name: string }).name === "Wilma")).toHaveLength(1);
    expect(await page.getByText(/is signed out everywhere/).count()).toBe(0);
  });

  it("a new password is asked about first", async () => {
    await page.goto(`${vexa.url}/crew/people`);
    const own = page.getByRole("row", { name: /Tomasz/ });
    await own.getByRole("button", { name: "New password" }).click();
    await page.getByText(/Tomasz is signed out everywhere/).waitFor();
    await page.getByRole("button", { name: "Leave it" }).click();
    expect(await page.getByText(/It is shown this once/).count()).toBe(0);
  });
});
