import type { Cue } from "../cue/cue";
import { sameJson } from "../document/record";
import { setChange, type Change } from "../document/transaction";

/** Fields of a cue that are set; undefined takes one away. */
export type CueFields = { readonly [Field in keyof Cue]?: Cue[Field] | undefined };

/** The changes that set fields of several cues, of each its own; what has them already is left out. */
export function cueFieldChanges(cues: readonly Cue[], fieldsOf: (cue: Cue) => CueFields): Change[] {
  return cues.flatMap((cue) =>
    Object.entries(fieldsOf(cue)).flatMap(([field, to]): Change[] => {
      const from = cue[field as keyof Cue];
      if (sameJson(from, to)) return [];
      return [setChange(cue.id, [field], { ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) })];
    }),
  );
}

/** What several things have in common: the one value, or every value that there is, once each, in their order. */
export type Common<T> = { readonly same: true; readonly value: T } | { readonly same: false; readonly values: readonly T[] };

export function commonOf<T>(values: readonly [T, ...T[]]): Common<T> {
  const distinct = values.filter((value, index) => values.findIndex((other) => sameJson(other, value)) === index);
  return distinct.length === 1 ? { same: true, value: values[0] } : { same: false, values: distinct };
}
