import { afterEach } from "vitest";
import { openBrowsers } from "./browser";

const MOST_LINES = 70;
const MOST_FAILURES = 3;

let said = 0;

/** The first failures of a story say with its error what stood on each page: where it ran nobody can look any more. */
afterEach(async ({ task }) => {
  const [error] = task.result?.state === "fail" ? (task.result.errors ?? []) : [];
  if (!error || said >= MOST_FAILURES) return;
  said += 1;
  const pages = openBrowsers().flatMap((browser) => browser.contexts().flatMap((context) => context.pages()));
  for (const page of pages) {
    const words = await page
      .locator("body")
      .ariaSnapshot({ timeout: 5000 })
      .catch((trouble: Error) => trouble.message);
    const lines = words.split("\n").filter((line) => /"|: /.test(line) && !line.includes("/url: "));
    error.message += `\n\n${page.url()} said:\n${lines.slice(0, MOST_LINES).join("\n")}`;
    // Messages stand at the foot.
    if (lines.length > MOST_LINES) error.message += `\n…\n${lines.slice(-15).join("\n")}`;
  }
});
