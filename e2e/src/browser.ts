import { existsSync } from "node:fs";
import { chromium, type Browser } from "playwright-core";

/** Chromium without its own windows where it is installed, else the whole. */
const EXECUTABLES = ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"];

const opened = new Set<Browser>();

/** Those that a story of this process has open. */
export function openBrowsers(): Browser[] {
  return [...opened];
}

/** Debian's Chromium, headless, talking to loopback only. */
export async function openBrowser(): Promise<Browser> {
  const browser = await chromium.launch({
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
  opened.add(browser);
  browser.on("disconnected", () => opened.delete(browser));
  return browser;
}
