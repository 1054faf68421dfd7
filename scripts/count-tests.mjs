// Prints how much of the code is tests: lines that aren't blank, of what git tracks or would track.
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";

const listed = execFileSync("git", [
  "ls-files",
  "--cached",
  "--others",
  "--exclude-standard",
  "--",
  "*.ts",
  "*.tsx",
  "*.mjs",
  "*.css",
  "vexa",
]);
const lines = { code: 0, tests: 0 };
for (const file of listed.toString().split("\n").filter(Boolean)) {
  const kind = /\.test\.tsx?$|^e2e\/|\/testing\//.test(file) ? "tests" : "code";
  lines[kind] += readFileSync(file, "utf8")
    .split("\n")
    .filter((line) => line.trim() !== "").length;
}
const share = Math.round((100 * lines.tests) / (lines.code + lines.tests));
console.log(`code ${lines.code} lines, tests ${lines.tests} lines: tests are ${share} % of both`);
