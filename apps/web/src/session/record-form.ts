import { useForm, type DefaultValues, type FieldErrors, type FieldValues, type Resolver, type UseFormReturn } from "react-hook-form";
import { KINDS, type Flaw, type Schema, type ShowRecord } from "@vexa/core";

/** What the core holds against a record, or null. */
export const flawIn = (record: ShowRecord): Flaw | null => (KINDS[record.kind].schema as Schema<ShowRecord>)(record, []);

/**
 * A form whose fields become a record: what the core says against that record stands at its field, so that screen and server refuse the
 * same.
 */
export function useRecordForm<V extends FieldValues>(defaultValues: DefaultValues<V>, make: (values: V) => ShowRecord): UseFormReturn<V> {
  const resolver: Resolver<V> = (values) => {
    const flaw = flawIn(make(values));
    if (!flaw) return { values, errors: {} };
    return { values: {}, errors: { [flaw.path[0] ?? "root"]: { type: "flaw", message: flaw.why } } as FieldErrors<V> };
  };
  return useForm<V>({ defaultValues, resolver, mode: "onChange" });
}

/** One of the core's rules for a single field. */
export const ruleOf =
  <T>(schema: Schema<T>) =>
  (value: T): true | string =>
    schema(value, [])?.why ?? true;
