/**
 * Plants faults one at a time and tells which of them no test finds.
 *   node scripts/mutate.mjs [--most=200] [--seed=1] [--only=part of a path] [--share=1/2]
 * It changes files in place and puts them back: run it in a clone that nobody works in. Shares of one run can be done in several clones
 * at once. Not part of CI; it takes an hour or two.
 */
import { spawnSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { dirname, join, relative } from "node:path";
import { fileURLToPath } from "node:url";
import ts from "typescript";

const ROOT = fileURLToPath(new URL("..", import.meta.url));
const PLACES = [
  "core/src/engine",
  "core/src/cue",
  "core/src/territory",
  "core/src/color",
  "core/src/geometry",
  "core/src/tempo",
  "core/src/rig",
  "core/src/motion",
  "core/src/playback",
  "core/src/playing",
  "formats/src",
];
const option = (name, otherwise) => process.argv.find((word) => word.startsWith(`--${name}=`))?.slice(name.length + 3) ?? otherwise;
const most = Number(option("most", "200"));
const only = option("only", "");
const [shareAt, shares] = option("share", "1/1").split("/").map(Number);
let state = Number(option("seed", "1"));

/** Park and Miller's generator, so that a run can be made again. */
const random = () => (state = (state * 48271) % 2147483647) / 2147483647;

const { SyntaxKind: Kind } = ts;
const FLIPS = new Map([
  [Kind.LessThanToken, "<="],
  [Kind.LessThanEqualsToken, "<"],
  [Kind.GreaterThanToken, ">="],
  [Kind.GreaterThanEqualsToken, ">"],
  [Kind.EqualsEqualsEqualsToken, "!=="],
  [Kind.ExclamationEqualsEqualsToken, "==="],
  [Kind.AmpersandAmpersandToken, "||"],
  [Kind.BarBarToken, "&&"],
  [Kind.PlusToken, "-"],
  [Kind.MinusToken, "+"],
  [Kind.AsteriskToken, "/"],
]);
/** Tests that take longer never end. */
const LONGEST_SECONDS = 600;
const CLAMPS = /^(Math\.(min|max)|clamp|limited|Math\.fround|Math\.floor|Math\.round|Math\.ceil)$/;

/** Every fault that could be planted in a file: where, how long, and what stands there instead. */
function faultsIn(path) {
  const text = readFileSync(path, "utf8");
  const source = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true);
  const faults = [];
  const put = (node, instead) => faults.push({ path, start: node.getStart(), end: node.getEnd(), instead, was: node.getText() });
  const visit = (node) => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node)) return;
    if (ts.isBinaryExpression(node) && FLIPS.has(node.operatorToken.kind)) put(node.operatorToken, FLIPS.get(node.operatorToken.kind));
    if (ts.isCallExpression(node) && CLAMPS.test(node.expression.getText()) && node.arguments.length > 0)
      put(node, `(${node.arguments.at(-1).getText()})`);
    if (ts.isNumericLiteral(node) && /^\d$/.test(node.text)) put(node, String(Number(node.text) + 1));
    if (ts.isPrefixUnaryExpression(node) && node.operator === Kind.ExclamationToken) put(node, `(${node.operand.getText()})`);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return faults;
}

const filesUnder = (folder) =>
  readdirSync(folder, { recursive: true })
    .map((name) => join(folder, String(name)))
    .filter((path) => path.endsWith(".ts") && !path.endsWith(".test.ts") && !path.includes("/testing/") && statSync(path).isFile());
const files = PLACES.flatMap((place) => filesUnder(join(ROOT, "packages", place))).filter((path) => path.includes(only));
const faults = files.flatMap(faultsIn);
for (let at = faults.length - 1; at > 0; at--) {
  const other = Math.floor(random() * (at + 1));
  [faults[at], faults[other]] = [faults[other], faults[at]];
}

/** Whether a test fails (or never ends): the file's own are asked first, then the folder's, which are few; then all that depend on the file. */
function isFound(path) {
  const own = path.replace(/\.ts$/, ".test.ts");
  const stages = [
    ...(existsSync(own) ? [["run", relative(ROOT, own)]] : []),
    ["run", dirname(relative(ROOT, path))],
    ["related", path, "--run"],
  ];
  return stages.some((which) => {
    const vitest = ["node_modules/vitest/vitest.mjs", ...which, "--bail=1", "--project=units", "--passWithNoTests"];
    // It ends the workers along, which a loop without end keeps from ending themselves.
    const words = ["--kill-after=5", String(LONGEST_SECONDS), process.execPath, ...vitest];
    return spawnSync("timeout", words, { cwd: ROOT, stdio: "pipe", maxBuffer: 1 << 28 }).status !== 0;
  });
}

let [found, planted] = [0, 0];
for (const { path, start, end, instead, was } of faults.slice(0, most).filter((_, index) => index % shares === shareAt - 1)) {
  const text = readFileSync(path, "utf8");
  writeFileSync(path, text.slice(0, start) + instead + text.slice(end));
  let known;
  try {
    known = isFound(path);
  } finally {
    writeFileSync(path, text);
  }
  planted++;
  if (known) found++;
  if (planted % 10 === 0) console.log(`${found} of ${planted} so far`);
  const line = text.slice(0, start).split("\n").length;
  if (!known) console.log(`not found: ${relative(ROOT, path)}:${line}  ${was}  ->  ${instead}`);
}
console.log(
  `${found} of ${planted} planted faults were found (${Math.round((100 * found) / Math.max(1, planted))} %), of ${faults.length} that could be planted`,
);
