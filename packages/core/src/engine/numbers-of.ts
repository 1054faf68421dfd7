import { rowFloats } from "./kernels";

/**
 * A typed array of what each entry of a list comes to, as its own `from` makes it, which takes eight times as long: it goes through iterators.
 */
export function numbersOf<T, A extends { [at: number]: number }>(
  Kind: new (length: number) => A,
  list: ArrayLike<T>,
  of: (entry: T, at: number) => number,
): A {
  return filled(new Kind(list.length), list, of);
}

/** The same for levels of rows, where the merge's loops find them. */
export function rowNumbers<T>(list: ArrayLike<T>, of: (entry: T, at: number) => number): Float32Array {
  return filled(rowFloats(list.length), list, of);
}

function filled<T, A extends { [at: number]: number }>(numbers: A, list: ArrayLike<T>, of: (entry: T, at: number) => number): A {
  for (let at = 0; at < list.length; at++) numbers[at] = of(list[at]!, at);
  return numbers;
}
