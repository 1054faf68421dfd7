import { openBrowser } from "./browser";
import { signedIn } from "./people";
import { planFile, type PlannedLamp } from "./plan-file";
import { runVexa } from "./run-server";

/** Measures Rig with a large plan, from the act to the screen: `npx tsx e2e/src/rig-scale.ts 10000`. Needs a built Vexa and a database. */
const say = (line: string): void => void process.stdout.write(`${line}\n`);
const COUNT = Number(process.argv[2] ?? 10000);
const vexa = await runVexa("127.0.0.1:9", { demo: "none" });
const browser = await openBrowser();
try {
  const page = await signedIn(browser, vexa.url, "ines");
  await page.getByRole("link", { name: "Rig" }).click();
  const lamp = (at: number): PlannedLamp => ({
    number: 1 + at,
    name: `Lamp ${at}`,
    spec: "Pelican 7",
    address: 1 + at * 12,
    place: [(at % 100) * 0.3, Math.floor(at / 100) * 0.3, 6],
  });
  const buffer = await planFile(Array.from({ length: COUNT }, (_, at) => lamp(at)));
  const timed = async (what: string, act: () => Promise<unknown>): Promise<void> => {
    const begin = performance.now();
    await act();
    say(`${what}: ${Math.round(performance.now() - begin)} ms`);
  };
  const search = page.getByLabel("Search lamps");
  const sheet = page.getByLabel("Lamps by number");
  const third = (more = ""): Promise<void> => page.getByRole("row", { name: new RegExp(`Lamp 3 ${more}`) }).waitFor();
  await timed(`an MVR of ${COUNT} lamps read and compared`, async () => {
    await page.getByLabel("First plan").setInputFiles({ name: "big.mvr", mimeType: "application/octet-stream", buffer });
    await page.getByRole("button", { name: `Take ${COUNT} of ${COUNT}` }).waitFor();
  });
  await timed("taken", async () => {
    await page.getByRole("button", { name: `Take ${COUNT} of ${COUNT}` }).click();
    await third();
  });
  await page.getByText("all saved").waitFor();
  await page.getByRole("link", { name: "Build", exact: true }).click();
  await page.getByLabel("Select by number or name").waitFor();
  await timed("Rig opened", async () => {
    await page.getByRole("link", { name: "Rig" }).click();
    await third();
  });
  await timed("filtered", async () => {
    await search.fill(`universe ${Math.min(100, Math.ceil(COUNT / 50))}`);
    await page.getByText(/^\d+ of/).waitFor();
  });
  await search.fill("");
  await search.blur();
  await page.getByRole("row", { name: /Lamp 3 / }).click();
  await timed("all selected", async () => {
    await sheet.press("Control+a");
    await page.getByRole("heading", { name: `${COUNT} lamps` }).waitFor();
  });
  await timed("half a metre higher", async () => {
    const field = page.getByLabel("Height, m", { exact: true });
    await field.fill("+ 0.5");
    await field.press("Enter");
    await third(".*6\\.50");
  });
  await page.getByText("all saved").waitFor();
  await search.fill(`universe ${Math.min(100, Math.ceil(COUNT / 50))}`);
  await page.getByText(/^\d+ of/).waitFor();
  await search.blur();
  await page.getByRole("row").nth(1).click();
  await sheet.press("Control+a");
  await timed("a universe patched elsewhere", async () => {
    const field = page.getByLabel("Address", { exact: true });
    await field.fill("400.1");
    await field.press("Enter");
    await page.getByText(/^0 of/).waitFor();
  });
  const health = (await (await page.request.get(`${vexa.url}/api/health`)).json()) as { samples: { worstLatenessMs: number }[] };
  say(`latest frames of each second, ms: ${health.samples.map(({ worstLatenessMs }) => Math.round(worstLatenessMs)).join(" ")}`);
} finally {
  await browser.close();
  await vexa.stop();
}
