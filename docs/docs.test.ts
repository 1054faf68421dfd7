import { execFileSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { describe, expect, it } from "vitest";
import {
  COMMANDS,
  ERROR_CATALOGUE,
  isVersioned,
  KINDS,
  LINE_ACTS,
  LINE_PARTS,
  MACRO_LINES,
  REFERENCES,
  ROLE_TABLE,
  ROLES,
  type Act,
  type Kind,
  type ShowRecord,
} from "@vexa/core";
import { MESSAGES, ROUTES, type Entrance } from "../apps/server/src/entrances";

const ROOT = join(import.meta.dirname, "..");
const pages = [
  "README.md",
  ...readdirSync(join(ROOT, "docs"), { recursive: true, encoding: "utf8" }).map((file) => join("docs", file)),
].filter((file) => file.endsWith(".md"));
const textOf = (page: string): string => readFileSync(join(ROOT, page), "utf8");

describe("the docs", () => {
  it("name exactly the kinds of records that a show's file has", () => {
    const row = /^\| `records\/<kind>\.json` \|.*$/m.exec(textOf("docs/reference/show-file.md"))![0];
    const named = [...row.matchAll(/`(\w+)`/g)].map(([, kind]) => kind!);
    const kept = (Object.keys(KINDS) as Kind[]).filter((kind) => isVersioned({ kind } as ShowRecord));
    expect(named.sort()).toEqual([...kept, "person"].sort());
  });

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

  it("has a page of the quick line, with every act and an example that the demo understands", async () => {
    const page = [
      "# The quick line",
      "",
      "`/` opens it in every place. Heads alone are selected; behind a colon stands what they do, parts with commas between; an act stands behind what it happens to. Names may be cut short as long as no other begins so. Many lines that aren't written so are understood, too: parts alone are for the selection (`dim 50`), the colon may be left out (`Rib spots dim 80`, `101 at full`, `all at 20`), an act may come first (`go Night bloom`). Before Enter it says what it understood, and the stage shows whom it means. Tab completes, up and down bring back what was typed.",
      "",
      "## Heads: what they do",
      "",
      "Heads are written as [typed selections](typed-selections.md): `101..108`, `Rib spots/odd`, `sel`; before a colon nothing at all is the selection.",
      "",
      "| part | example | what it does |",
      "| --- | --- | --- |",
      ...LINE_PARTS.map(({ form, example, what }) => `| ${form} | \`${example}\` | ${what} |`),
      "",
      "## Acts",
      "",
      "| line | example | what it does |",
      "| --- | --- | --- |",
      ...LINE_ACTS.map(({ form, example, what }) => `| ${form} | \`${example}\` | ${what} |`),
      "",
      "## Macros",
      "",
      "A macro is a list of lines; each is read when its turn comes. It runs at the server, as whoever began it, whatever becomes of their window, and goes on after a restart. Lines that select do so for the macro's own lines, and in the window where it was begun.",
      "",
      "| line | example | what it does |",
      "| --- | --- | --- |",
      ...MACRO_LINES.map(({ form, example, what }) => `| ${form} | \`${example}\` | ${what} |`),
      "",
      "What isn't understood is named, with the word, and nothing is done. A line does only what the person who writes it may do.",
      "",
    ];
    await expect(page.join("\n")).toMatchFileSnapshot("./reference/quick-line.md");
  });

  it("show what roles may do and who comes in where, as the server decides it (rewrite with vitest -u)", async () => {
    const words = { all: "everywhere", own: "their own", page: "their page", allowed: "where the lead allows it", no: "–" } as const;
    const roles = [
      "# Roles",
      "What a role may do. Made from `packages/core/src/territory/role-table.ts`, which the server decides by and Crew › People shows.",
      "*Their own* is what their territories hold and have borrowed, the lists and pages of those, and what is common.",
      "",
      `| may… | ${ROLES.join(" | ")} |`,
      `| --- |${" --- |".repeat(ROLES.length)}`,
      ...Object.values(ROLE_TABLE).map((row) => `| ${row.words} | ${ROLES.map((role) => words[row[role]]).join(" | ")} |`),
      "",
    ];
    await expect(roles.join("\n")).toMatchFileSnapshot("./reference/roles.md");
    const row = ([name, { what, admits }]: [string, Entrance]): string =>
      `| \`${name}\` | ${what} | ${admits in ROLE_TABLE ? ROLES.filter((role) => ROLE_TABLE[admits as Act][role] !== "no").join(", ") : admits} |`;
    const entrances = [
      "# Entrances",
      "Every address and message of the server and who may come in. Made from `apps/server/src/entrances.ts`; a test tries each without",
      "sign-in, as every role, with ids of another show, with forged versions, malformed and too large. Which heads and records somebody may touch",
      "is looked at for each command besides: see [roles](roles.md).",
      "",
      "| address | what | who |",
      "| --- | --- | --- |",
      ...Object.entries(ROUTES).map(row),
      "",
      "| message | what | who |",
      "| --- | --- | --- |",
      ...Object.entries(MESSAGES).map(row),
      "",
      "## Commands of `play`",
      "Made from `packages/core/src/playing/commands.ts`. A card's list, a time line's list, a master's page and reach decide besides.",
      "",
      "| command | what | who | changes |",
      "| --- | --- | --- | --- |",
      ...Object.entries(COMMANDS).map(([type, { label, act, lands }]) => {
        const who = ROLES.filter((role) => ROLE_TABLE[act][role] !== "no").join(", ");
        return `| \`${type}\` | ${label} | ${who} | ${lands.join(", ")} |`;
      }),
      "",
      "## Fields that name other records",
      "Made from `packages/core/src/show/references.ts`. Rights are looked at on a record before and after a change.",
      "",
      "| field | names a | rule |",
      "| --- | --- | --- |",
      ...Object.entries(REFERENCES).flatMap(([kind, of]) =>
        Object.entries(of).map(([field, { to, rule }]) => `| \`${kind}.${field}\` | ${to} | ${rule} |`),
      ),
      "",
    ];
    await expect(entrances.join("\n")).toMatchFileSnapshot("./reference/entrances.md");
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
