import { pathToFileURL } from "node:url";
import { openBrowser } from "./browser";
import { signedIn } from "./people";
import { runVexa } from "./run-server";
import { pause } from "./until";
const vexa = await runVexa("127.0.0.1:9", { demo: (process.env["DEMO"] ?? "understory") as "large" });
const browser = await openBrowser();
try {
  const scenario = (await import(pathToFileURL(process.argv[2]!).href)).default;
  const page = await signedIn(browser, vexa.url, "ines");
  page.on("pageerror", (e) => console.log("PAGEERROR", e.message));
  page.on("console", (m) => {
    if (m.type() === "error" || m.type() === "warning") console.log("CONSOLE", m.text());
  });
  await scenario({
    page,
    url: vexa.url,
    browser,
    signedIn,
    pause,
    shot: async (p: any, name: string) => {
      await p.evaluate(() => document.fonts.ready);
      await pause(300);
      await p.screenshot({ path: `/tmp/shots/${name}.png` });
    },
  });
} finally {
  await browser.close();
  await vexa.stop();
}
