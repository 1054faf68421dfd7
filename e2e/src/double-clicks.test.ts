import type { Browser, Page, Request } from "playwright-core";
import type { Socket } from "socket.io-client";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { openPlace, pickGroup, setLane, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { pause, until } from "./until";
import { connected, cookieOf, fetchShow } from "./wire-client";

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
  "rig/targets",
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

/** Records that came and went since it was last asked, by kind, as the wire tells them. */
const came = new Map<string, number>();
const listen = async (): Promise<Socket> => {
  const socket = await connected(vexa.url, cookie);
  socket.on("changes", (edits: [number, { changes: { op: string; record?: { kind: string; model?: string } }[] }][]) => {
    for (const [, { changes }] of edits)
      for (const { op, record } of changes) {
        if (!record) continue;
        // Profiles are read for a while after they were asked for: each is told from the others.
        const key = `${record.kind} ${record.model ?? ""}`.trim();
        came.set(key, (came.get(key) ?? 0) + (op === "add" ? 1 : -1));
      }
  });
  return socket;
};

/** Of buttons that are alike but for their numbers, as the blocks of all lamps, so many are pressed. */
const MOST_ALIKE = 2;

/** Buttons that stand around every place are pressed in the first one. */
const around = new Set<string>();

/** The names of the buttons and chips in sight that can be pressed, each once. */
async function buttonNames(): Promise<string[]> {
  const alike = new Map<string, number>();
  const names = (await page.evaluate(`(${IN_PAGE})()`)) as { name: string; isAround: boolean }[];
  expect(names.length).toBeGreaterThan(3);
  const pressedBefore = new Set(around);
  for (const { name, isAround } of names) if (isAround) around.add(name);
  return [...new Set(names.map(({ name }) => name).filter((name) => !pressedBefore.has(name)))].filter((name) => {
    const kind = name.replaceAll(/[0-9]+/g, "0");
    alike.set(kind, (alike.get(kind) ?? 0) + 1);
    return alike.get(kind)! <= MOST_ALIKE && !ENDS.test(name);
  });
}

/** The middle of a button by its name, scrolled into sight; null = it isn't there (any more). */
async function middleOf(name: string): Promise<{ x: number; y: number } | null> {
  return (await page.evaluate(`(${IN_PAGE})(${JSON.stringify(name)})`)) as { x: number; y: number } | null;
}

/** In one step within the page: a role's name is slow to ask for from outside, and hundreds of buttons are pressed. */
const IN_PAGE = `(wanted) => {
  const nameOf = (button) => (button.getAttribute("aria-label") ?? button.textContent ?? "").trim().replace(/\\s+/g, " ");
  const there = [...document.querySelectorAll("button, [role=button], [role=radio]")].filter((button) => {
    const { width, height } = button.getBoundingClientRect();
    return width > 0 && height > 0 && !button.disabled && button.getAttribute("aria-disabled") !== "true" && !button.closest("[aria-hidden=true]") && nameOf(button) !== "";
  });
  if (wanted === undefined)
    return there.map((button) => ({ name: nameOf(button), isAround: button.closest("header, nav, [role=region][aria-label^=Messages], section[aria-label^=Messages]") !== null }));
  const button = there.find((each) => nameOf(each) === wanted);
  if (!button) return null;
  button.scrollIntoView({ block: "nearest", inline: "nearest" });
  const { x, y, width, height } = button.getBoundingClientRect();
  return { x: x + width / 2, y: y + height / 2 };
}`;

describe("every button pressed twice at once", () => {
  let socket: Socket;
  const asking = new Set<Request>();
  beforeAll(async () => {
    socket = await listen();
    page.on("request", (request) => asking.add(request));
    for (const end of ["requestfinished", "requestfailed"] as const) page.on(end as "requestfinished", (request) => asking.delete(request));
  });
  afterAll(() => socket.close());

  it.each(PLACES)("in %s makes nothing twice and signs nobody out", async (place) => {
    await openPlace(page, `/${place}`);
    await page.getByRole("button").first().waitFor();
    if (place === "build") {
      await pickGroup(page, "Rib 3 spots");
      await setLane(page, "Dimmer", "40");
    }
    await pause(300);
    came.clear();
    for (const name of await buttonNames()) {
      const at = await middleOf(name);
      if (!at) continue;
      await page.mouse.dblclick(at.x, at.y);
      await pause(60);
      // What is fetched first comes later.
      await until("nothing is asked any more", () => asking.size === 0);
      for (const [kind, count] of came)
        // States come with what is played, and one act may lay out several at once.
        if (!/State$|^(strokes|highlight|curtain|park|stage|targetOff)/.test(kind))
          expect(count, `${kind} after two presses of “${name}” in ${place}`).toBeLessThanOrEqual(1);
      came.clear();
      await page.keyboard.press("Escape");
      if (!page.url().includes(`/${place.split("/")[0]}`)) await openPlace(page, `/${place}`);
      expect(await page.getByLabel("Sign-in name").count(), `after two presses of “${name}”`).toBe(0);
    }
    expect(page.errors).toEqual([]);
  });
});

describe("the second half of a double click", () => {
  it("doesn't hit what came under the pointer meanwhile", async () => {
    await openPlace(page, "/crew/people");
    await page.getByRole("button", { name: "Invite somebody" }).click();
    await page.getByLabel("Name of whom to invite").fill("Wilma");
    const invite = (await page.getByRole("button", { name: "Invite", exact: true }).boundingBox())!;
    await page.mouse.dblclick(invite.x + invite.width / 2, invite.y + invite.height / 2);
    await page.getByText(/It is shown this once/).waitFor();
    const people = (await fetchShow(vexa.url, cookie)).records.filter(({ kind }) => kind === "person");
    expect(people.filter((person) => (person as unknown as { name: string }).name === "Wilma")).toHaveLength(1);
    expect(await page.getByText(/is signed out everywhere/).count()).toBe(0);
  });

  it("counts once for a tick that moves within its own words while it is pressed", async () => {
    await openPlace(page, "/perform/page-main");
    await page.getByRole("button", { name: "For 0 lists…" }).click();
    const tick = page.getByRole("checkbox", { name: "Lanterns by hand" });
    await tick.scrollIntoViewIfNeeded();
    await pause(450);
    const box = (await tick.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    // Its words lie under the pointer now: browsers press a tick by its words, too.
    await tick.evaluate((element) => (element.style.translate = "-30px"));
    await page.mouse.up();
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "For 1 list…" }).waitFor();
  });

  it("a new password is asked about first", async () => {
    await openPlace(page, "/crew/people");
    const own = page.getByRole("row", { name: /Tomasz/ });
    await own.getByRole("button", { name: "New password" }).click();
    await page.getByText(/Tomasz is signed out everywhere/).waitFor();
    await page.getByRole("button", { name: "Leave it" }).click();
    expect(await page.getByText(/It is shown this once/).count()).toBe(0);
  });
});
