import { isVersioned, type ShowRecord } from "@vexa/core";
import { withPeople } from "./with-people";

/** The demo's recorded work for the people who are here, and its name. Loaded when it is wanted: few ask for it. */
export async function demoShowFor(here: (personId: string) => boolean): Promise<{ name: string; records: ShowRecord[] }> {
  const { DEMO_SHOW_NAME, understory } = await import("@vexa/demo");
  const records = understory()
    .filter(isVersioned)
    .flatMap((record) => withPeople(record, here));
  return { name: DEMO_SHOW_NAME, records };
}
