import jsep from "jsep";
import { fail, ok, type Result } from "../errors/result";
import { clamp } from "../units/units";
import { FUNCTIONS } from "./functions";

export const LONGEST_FORMULA = 300;
const MOST_PARTS = 200;

// A power binds tighter than a product, and from the right: 2^3^2 is 2^9.
jsep.addBinaryOp("^", 11, true);

const CONSTANTS: ReadonlyMap<string, number> = new Map([
  ["pi", Math.PI],
  ["tau", 2 * Math.PI],
  ["e", Math.E],
]);

const BINARY: ReadonlyMap<string, (a: number, b: number) => number> = new Map<string, (a: number, b: number) => number>([
  ["+", (a, b) => a + b],
  ["-", (a, b) => a - b],
  ["*", (a, b) => a * b],
  ["/", (a, b) => a / b],
  ["%", (a, b) => a - b * Math.floor(a / b)],
  ["^", (a, b) => a ** b],
  ["**", (a, b) => a ** b],
  ["<", (a, b) => Number(a < b)],
  [">", (a, b) => Number(a > b)],
  ["<=", (a, b) => Number(a <= b)],
  [">=", (a, b) => Number(a >= b)],
  ["==", (a, b) => Number(a === b)],
  ["!=", (a, b) => Number(a !== b)],
  ["&&", (a, b) => Number(a !== 0 && b !== 0)],
  ["||", (a, b) => Number(a !== 0 || b !== 0)],
]);

/** A formula that can be worked out for the values of its names; what is no number comes out as NaN. */
export type Formula = (values: readonly number[]) => number;

class Wrong extends Error {}

/**
 * Reads a formula of some names, such as `0.5 + 0.5 * sin(tau * x)`. It is parsed and walked, never run as code: nothing is reached but these
 * names, a few constants and the functions of its own list. Errors: value.invalid, with what is wrong and where.
 */
export function readFormula(text: string, names: readonly string[]): Result<Formula> {
  const invalid = (why: string): Result<Formula> =>
    fail("value.invalid", { field: "The formula", value: text.trim().slice(0, 40) || "empty", why });
  if (text.trim() === "") return invalid(`write one of ${names.join(", ")}, such as sin(tau * ${names[0]!})`);
  if (text.length > LONGEST_FORMULA) return invalid(`it is longer than ${LONGEST_FORMULA} letters`);
  let parts = 0;
  const made = (node: jsep.Expression): Formula => {
    if (++parts > MOST_PARTS) throw new Wrong(`it has more than ${MOST_PARTS} parts`);
    return makeNode(node, names, made);
  };
  try {
    return ok(made(jsep(text)));
  } catch (error) {
    if (error instanceof Wrong) return invalid(error.message);
    const { description, index } = error as { description?: string; index?: number };
    return invalid(
      index === undefined ? "it can't be read" : `${(description ?? "it can't be read").toLowerCase()}, at letter ${index + 1}`,
    );
  }
}

function makeNode(node: jsep.Expression, names: readonly string[], made: (node: jsep.Expression) => Formula): Formula {
  switch (node.type) {
    case "Literal": {
      const { value } = node as jsep.Literal;
      if (typeof value !== "number") throw new Wrong("it may hold numbers, but no texts");
      return () => value;
    }
    case "Identifier":
      return named((node as jsep.Identifier).name, names);
    case "UnaryExpression": {
      const { operator, argument } = node as jsep.UnaryExpression;
      const of = made(argument);
      if (operator === "-") return (values) => -of(values);
      if (operator === "+") return of;
      if (operator === "!") return (values) => Number(of(values) === 0);
      throw new Wrong(`${operator} can't stand in a formula`);
    }
    case "BinaryExpression":
    case "LogicalExpression": {
      const { operator, left, right } = node as jsep.BinaryExpression;
      const work = BINARY.get(operator);
      if (!work) throw new Wrong(`${operator} can't stand in a formula`);
      const [a, b] = [made(left), made(right)];
      return (values) => work(a(values), b(values));
    }
    case "ConditionalExpression": {
      const { test, consequent, alternate } = node as jsep.ConditionalExpression;
      const [asked, then, otherwise] = [made(test), made(consequent), made(alternate)];
      return (values) => (asked(values) === 0 ? otherwise(values) : then(values));
    }
    case "CallExpression":
      return called(node as jsep.CallExpression, made);
    default:
      throw new Wrong("it must be one formula of numbers, names and functions");
  }
}

function named(name: string, names: readonly string[]): Formula {
  const at = names.indexOf(name);
  if (at >= 0) return (values) => values[at]!;
  const constant = CONSTANTS.get(name);
  if (constant !== undefined) return () => constant;
  throw new Wrong(`nothing is called ${name}: there are ${[...names, ...CONSTANTS.keys()].join(", ")}`);
}

function called({ callee, arguments: given }: jsep.CallExpression, made: (node: jsep.Expression) => Formula): Formula {
  const name = callee.type === "Identifier" ? (callee as jsep.Identifier).name : "";
  const known = FUNCTIONS.get(name);
  if (!known) throw new Wrong(`there is no function ${name || "of that form"}: there are ${[...FUNCTIONS.keys()].join(", ")}`);
  const { takes, work } = known;
  if (given.length < takes[0] || given.length > takes[1])
    throw new Wrong(`${name} takes ${takes[0] === takes[1] ? takes[0] : `${takes[0]} to ${takes[1]}`} values`);
  const of = given.map(made);
  return (values) => work(...of.map((each) => each(values)));
}

// The same text is read again and again while it is drawn by.
const MOST_KNOWN = 64;
const known = new Map<string, Formula | null>();

/** A formula that was read before, or null where it can't be. */
export function formulaOf(text: string, names: readonly string[]): Formula | null {
  const key = `${names.join(" ")}|${text}`;
  let found = known.get(key);
  if (found === undefined) {
    const read = readFormula(text, names);
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(key, (found = read.ok ? read.value : null));
  }
  return found;
}

/** Where a formula is no number, of the places at which it is asked; null = nowhere. */
export function notNumberAt(formula: Formula, places: readonly (readonly number[])[]): readonly number[] | null {
  return places.find((values) => !Number.isFinite(formula(values))) ?? null;
}

/** What a formula comes to, within 0 and 1; what is no number is 0. */
export function shareOfFormula(formula: Formula, values: readonly number[]): number {
  return clamp(formula(values), 0, 1);
}
