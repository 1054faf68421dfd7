/**
 * A typed array of what each entry of a list comes to, as its own `from` makes it, which takes eight times as long: it goes through iterators.
 */
export function numbersOf<T, A extends { [at: number]: number }>(
  Kind: new (length: number) => A,
  list: ArrayLike<T>,
  of: (entry: T, at: number) => number,
): A {
  const numbers = new Kind(list.length);
  for (let at = 0; at < list.length; at++) numbers[at] = of(list[at]!, at);
  return numbers;
}
