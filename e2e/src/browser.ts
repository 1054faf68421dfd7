import { existsSync } from "node:fs";
import { chromium, type Browser, type BrowserContext, type BrowserContextOptions } from "playwright-core";

/** Chromium without its own windows where it is installed, else the whole. */
const EXECUTABLES = ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"];

const opened = new Set<Browser>();
let started: Promise<Browser> | null = null;

/** Those that a story of this process has open. */
export function openBrowsers(): Browser[] {
  return [...opened];
}

/**
 * Debian's Chromium, headless, talking to loopback only. Stories of one process share it, which costs a second less than one each: closed is
 * what was opened here, and outside of stories, where nobody opens another, all of it.
 */
export async function openBrowser(): Promise<Browser> {
  started ??= start();
  const shared = await started;
  const contexts = new Set<BrowserContext>();
  const browser: Browser = Object.assign(Object.create(shared) as Browser, {
    newContext: async (options?: BrowserContextOptions) => {
      const context = await shared.newContext(options);
      contexts.add(context);
      context.on("close", () => contexts.delete(context));
      return context;
    },
    contexts: () => [...contexts],
    close: async () => {
      opened.delete(browser);
      for (const context of contexts) await context.close();
      if (process.env["VITEST"]) return;
      started = null;
      await shared.close();
    },
  });
  opened.add(browser);
  return browser;
}

function start(): Promise<Browser> {
  return chromium.launch({
    executablePath: EXECUTABLES.find(existsSync) ?? EXECUTABLES[1]!,
    chromiumSandbox: process.getuid?.() !== 0,
    args: [
      "--disable-gpu",
      "--enable-unsafe-swiftshader",
      "--disable-dev-shm-usage",
      "--hide-scrollbars",
      "--no-first-run",
      "--no-default-browser-check",
      "--disable-quic",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
      "--disable-default-apps",
      "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost",
    ],
  });
}
