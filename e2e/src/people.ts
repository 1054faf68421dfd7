import type { Browser, Locator, Page } from "playwright-core";
import { until } from "./until";

const PASSWORDS = {
  ines: "palm-house-1",
  tomasz: "palm-house-2",
  adaeze: "palm-house-3",
  operator: "palm-house-4",
  foyer: "palm-house-5",
  orla: "palm-house-6",
  wren: "palm-house-7",
} as const;
export type DemoPerson = keyof typeof PASSWORDS;

/** A browser window of its own in which a demo person is signed in and sees Build. Page errors end up in `errors`. */
export async function signedIn(
  browser: Browser,
  url: string,
  name: DemoPerson,
  of: { readonly hasTouch?: boolean } = {},
): Promise<Page & { errors: string[] }> {
  // What only beats for the eye costs a tenth of a story's time.
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: "reduce", ...of });
  // A machine that others keep from working isn't told from one that does nothing by less.
  context.setDefaultTimeout(60_000);
  const page = Object.assign(await context.newPage(), { errors: [] as string[] });
  page.on("pageerror", (error) => page.errors.push(error.message));
  // The form has stories of its own: filling it in each time cost a page more.
  const answer = await context.request.post(`${url}/api/session`, { data: { signInName: name, password: PASSWORDS[name] } });
  if (!answer.ok()) throw new Error(`${name} can't sign in: ${answer.status()}`);
  await page.goto(url);
  // A guest sees their own page and nothing else.
  await (name === "foyer" ? page.getByRole("button", { name: "Sign out" }) : page.getByRole("complementary", { name: "Cast" })).waitFor();
  return page;
}

/** Goes to a place of the page that is open, as by a link: opening the page itself anew costs a second of the machine. */
export async function openPlace(page: Page, path: string): Promise<void> {
  await page.evaluate((to) => {
    history.pushState({}, "", to);
    dispatchEvent(new PopStateEvent("popstate"));
  }, path);
}

export async function signIn(page: Page, name: string, password: string): Promise<void> {
  await page.getByLabel("Sign-in name").fill(name);
  await page.getByLabel("Password").fill(password);
  await page.getByRole("button", { name: "Sign in" }).click();
}

/** Picks a group in the cast. */
export async function pickGroup(page: Page, name: string): Promise<void> {
  await page.getByRole("complementary", { name: "Cast" }).getByRole("button", { name }).first().click();
}

/** Puts an attribute into the sketch for the selection, unless it is there. */
export async function addLane(page: Page, label: string): Promise<void> {
  const lanes = page.getByRole("region", { name: "Lanes" });
  if ((await lanes.getByRole("article", { name: `Lane ${label}`, exact: true }).count()) > 0) return;
  const first = lanes.getByRole("button", { name: label, exact: true });
  if ((await first.count()) > 0) await first.click();
  else {
    await lanes.getByRole("button", { name: "Attribute" }).click();
    await page.getByRole("menuitem", { name: new RegExp(`^${label} (Intensity|Position|Colour|Beam)$`) }).click();
  }
}

/** Puts an attribute into the sketch and types its value. */
export async function setLane(page: Page, label: string, value: string): Promise<void> {
  await addLane(page, label);
  const field = page.getByRole("article", { name: `Lane ${label}`, exact: true }).getByLabel(`${label} value`, { exact: true });
  await field.fill(value);
  await field.press("Enter");
}

/** The text of the latest message at the bottom of the screen that has these words. */
export function message(page: Page, words: string | RegExp): ReturnType<Page["getByText"]> {
  const beside = page.getByRole("alert").filter({ hasText: words });
  return page
    .getByRole("region", { name: /Messages/ })
    .getByText(words)
    .or(beside);
}

/** Writes a line into the quick line and does it, once it is understood. */
export async function tellLine(page: Page, text: string): Promise<void> {
  await page.keyboard.press("/");
  const line = page.getByRole("textbox", { name: "Line" });
  await line.fill(text);
  await page.getByRole("region", { name: "Quick line" }).getByRole("status").getByText(/\S/).first().waitFor();
  await line.press("Enter");
  await page.keyboard.press("Escape");
  await line.waitFor({ state: "detached" });
}

/** Types whom a lane is to follow; gives the number of metres that this begins with, which is 2 and can't be 0. */
export async function followInLane(page: Page, of: { attribute: string; name: string; metres: string }): Promise<Locator> {
  await addLane(page, of.attribute);
  const lane = page.getByRole("article", { name: `Lane ${of.attribute}`, exact: true });
  const field = lane.getByLabel(`${of.attribute} value`, { exact: true });
  await field.fill(of.name);
  await field.press("Enter");
  const metres = lane.getByLabel(of.metres);
  await until("it is two metres", async () => (await metres.inputValue()) === "2");
  await metres.fill("0");
  await metres.press("Enter");
  await page.getByText("It must be from 0.1 to 50. Nothing was changed.").first().waitFor();
  await metres.press("Escape");
  return metres;
}
