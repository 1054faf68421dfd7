/**
 * Tells where what listens to a quiet show (useQuietShow, usePlayedShow) reads what moves in it, also by functions and components that it
 * is given to: such a reader stands still on screen.
 *   node scripts/quiet-readers.mjs
 */
import { readFileSync } from "node:fs";
import { dirname, join, relative } from "node:path";
import { fileURLToPath } from "node:url";
import ts from "typescript";

const ROOT = fileURLToPath(new URL("..", import.meta.url));
const WEB = join(ROOT, "apps/web");
/** Read what moves only when they are asked what no quiet show is asked. */
const ALLOWED = new Set([
  // The pace that is there, where somebody wants to set it.
  "mayPace",
  // A coat stands in for a preset in the strokes that a colour board makes, which no part of the screen shows.
  "preset",
]);

const lively = new Set(
  [.../LIVELY[^(]*\(\[([^\]]*)\]/.exec(readFileSync(join(ROOT, "packages/core/src/show/show.ts"), "utf8"))[1].matchAll(/"(\w+)"/g)].map(
    ([, kind]) => kind,
  ),
);
/** What each hook's show is as it was. */
const STALE = new Map([
  ["useQuietShow", lively],
  ["usePlayedShow", new Set(["sketch"])],
]);

const { config } = ts.readConfigFile(join(WEB, "tsconfig.json"), ts.sys.readFile);
const { fileNames, options } = ts.parseJsonConfigFileContent(config, ts.sys, WEB);
/** What others have written reads nothing of ours: it needn't be read itself. */
const own = { ...options, noEmit: true, noLib: true, types: [] };
const host = ts.createCompilerHost(own);
host.resolveModuleNameLiterals = (literals, from) =>
  literals.map(({ text }) => (/^(\.|@vexa\/)/.test(text) ? ts.resolveModuleName(text, from, own, host) : { resolvedModule: undefined }));
const program = ts.createProgram(fileNames, own, host);
const checker = program.getTypeChecker();

/** The functions that a name stands for. */
function functionsOf(name) {
  let symbol = checker.getSymbolAtLocation(name);
  if (symbol && symbol.flags & ts.SymbolFlags.Alias) symbol = checker.getAliasedSymbol(symbol);
  return (symbol?.declarations ?? []).flatMap((declaration) => {
    const made = ts.isVariableDeclaration(declaration) ? declaration.initializer : declaration;
    return made && ts.isFunctionLike(made) && made.body && !made.getSourceFile().fileName.includes("node_modules") ? [made] : [];
  });
}

const nameOf = (called) => (ts.isPropertyAccessExpression(called) ? called.name : called);

const known = new Map();
/** By which way a function reads records of these kinds, in words; null = it doesn't. */
function wayTo(made, kinds) {
  const key = `${made.getSourceFile().fileName} ${made.pos} ${kinds.size}`;
  if (known.has(key)) return known.get(key);
  // A function that calls itself reads what it reads besides.
  known.set(key, null);
  let way = null;
  const visit = (node) => {
    if (way) return;
    if (ts.isCallExpression(node)) way = wayOfCall(node, kinds);
    else if (ts.isJsxOpeningLikeElement(node)) way = wayOfElement(node, kinds);
    if (!way) ts.forEachChild(node, visit);
  };
  visit(made.body);
  known.set(key, way);
  return way;
}

function wayOfCall(node, kinds) {
  const name = nameOf(node.expression);
  const text = name.getText();
  const [first] = node.arguments;
  if ((text === "get" || text === "all") && first && ts.isStringLiteral(first)) return kinds.has(first.text) ? `"${first.text}"` : null;
  if (!ts.isIdentifier(name) || ALLOWED.has(text)) return null;
  for (const made of functionsOf(name)) {
    const way = wayTo(made, kinds);
    if (way) return `${text} > ${way}`;
  }
  return null;
}

/** The same of a component that is given a show. */
function wayOfElement(node, kinds) {
  const given = node.attributes.properties.some((attribute) => ts.isJsxAttribute(attribute) && attribute.name.getText() === "show");
  const ways = given ? functionsOf(node.tagName).map((made) => wayTo(made, kinds)) : [];
  const way = ways.find(Boolean);
  return way ? `${node.tagName.getText()} > ${way}` : null;
}

/** What is done with a show that stands at a place: a call of its own, or of something that it is given to. */
function useOf(node) {
  for (let at = node; at.parent; at = at.parent) {
    const { parent } = at;
    if (ts.isCallExpression(parent)) return { call: parent };
    if (ts.isJsxAttribute(parent)) return { element: parent.parent.parent };
    if (ts.isPropertyAccessExpression(parent) && ts.isCallExpression(parent.parent) && parent.parent.expression === parent)
      return { call: parent.parent };
    if (ts.isStatement(parent) || ts.isFunctionLike(parent)) return null;
  }
  return null;
}

let found = 0;
const tell = (node, words) => {
  const file = node.getSourceFile();
  const { line } = file.getLineAndCharacterOfPosition(node.getStart());
  console.log(`${relative(ROOT, file.fileName)}:${line + 1}  ${words}`);
  found++;
};

/** Looks at each place where a quiet show is used. */
function look(node, hook) {
  const use = useOf(node);
  if (!use) return;
  const kinds = STALE.get(hook);
  const way = use.call ? wayOfCall(use.call, kinds) : wayOfElement(use.element, kinds);
  if (way) tell(node, `${hook}: ${way}`);
}

for (const file of program.getSourceFiles()) {
  if (!file.fileName.startsWith(join(WEB, "src")) || dirname(file.fileName).endsWith("/session")) continue;
  if (![...STALE.keys()].some((hook) => file.text.includes(hook))) continue;
  /** Variables that are a quiet show, by the hook; and their names, which are quicker to ask for. */
  const shows = new Map();
  const names = new Set();
  const visit = (node) => {
    if (ts.isCallExpression(node) && STALE.has(node.expression.getText())) {
      const { parent } = node;
      if (ts.isVariableDeclaration(parent) && ts.isIdentifier(parent.name)) {
        shows.set(checker.getSymbolAtLocation(parent.name), node.expression.getText());
        names.add(parent.name.text);
      } else look(node, node.expression.getText());
    } else if (ts.isIdentifier(node) && names.has(node.text) && !ts.isVariableDeclaration(node.parent)) {
      const symbol = ts.isShorthandPropertyAssignment(node.parent)
        ? checker.getShorthandAssignmentValueSymbol(node.parent)
        : checker.getSymbolAtLocation(node);
      if (shows.has(symbol)) look(node, shows.get(symbol));
    }
    ts.forEachChild(node, visit);
  };
  visit(file);
}
console.log(`${found} ${found === 1 ? "place reads" : "places read"} what moves in a quiet show`);
process.exitCode = found > 0 ? 1 : 0;
