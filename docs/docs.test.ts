import { execFileSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { describe, expect, it } from "vitest";
import { ERROR_CATALOGUE } from "@vexa/core";

const ROOT = join(import.meta.dirname, "..");
const pages = [
  "README.md",
  ...readdirSync(join(ROOT, "docs"), { recursive: true, encoding: "utf8" }).map((file) => join("docs", file)),
].filter((file) => file.endsWith(".md"));
const textOf = (page: string): string => readFileSync(join(ROOT, page), "utf8");

describe("the docs", () => {
  it("list exactly the errors of the catalogue (rewrite with vitest -u)", async () => {
    const rows = Object.entries(ERROR_CATALOGUE).map(
      ([code, { status, sentence, remedy }]) => `| \`${code}\` | ${status} | ${sentence} | ${remedy} |`,
    );
    const page = [
      "# Errors",
      "What a user can cause: code, HTTP status, sentence, what to do. Made from `packages/core/src/errors/catalogue.ts`.",
      "",
      "| code | status | sentence | then |",
      "| --- | --- | --- | --- |",
      ...rows,
      "",
    ];
    await expect(page.join("\n")).toMatchFileSnapshot("./reference/errors.md");
  });

  it.each(pages)("%s links only to what exists", (page) => {
    for (const [, target] of textOf(page).matchAll(/\]\(([^)#]+)\)/g))
      expect(existsSync(join(ROOT, dirname(page), target!)), target).toBe(true);
  });

  it.each(pages)("%s names only commands that ./vexa has", (page) => {
    const usage = readFileSync(join(ROOT, "vexa"), "utf8");
    for (const [, command] of textOf(page).matchAll(/\.\/vexa ([a-z]+)/g))
      expect(usage, command).toMatch(new RegExp(`^  ([a-z]+ \\| )*${command}( \\| [a-z]+)*\\) `, "m"));
  });

  it("print the same commands as ./vexa itself when asked", () => {
    const help = (() => {
      try {
        return execFileSync(join(ROOT, "vexa"), ["help"], { encoding: "utf8", stdio: ["ignore", "pipe", "ignore"] });
      } catch (error) {
        return (error as { stdout: string }).stdout;
      }
    })();
    expect(help).toMatch(/\.\/vexa start/);
    expect(help).toMatch(/\.\/vexa test/);
  });
});
