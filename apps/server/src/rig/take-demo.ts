import type { DataSource } from "typeorm";
import { isVersioned, type Person, type ShowRecord } from "@vexa/core";
import { DEMO_SHOW_NAME, understory } from "@vexa/demo";
import { keepDemoFiles } from "../show/seed";
import type { StagePort } from "../stage/stage-port";

/** Puts the demo's recorded work into an empty show. The people of the show stay; territories have those of the demo's people who are here. */
export async function takeDemo(database: DataSource, stage: StagePort, person: Person): ReturnType<StagePort["restore"]> {
  const here = (id: string): boolean => stage.show.get("person", id) !== null;
  const versioned = understory().filter(isVersioned);
  const strangers = new Set(
    versioned.flatMap((record) => (record.kind === "page" && record.personId !== undefined && !here(record.personId) ? [record.id] : [])),
  );
  const records = versioned.flatMap((record): ShowRecord[] => {
    if (record.kind === "territory") return [{ ...record, personIds: record.personIds.filter(here) }];
    return strangers.has(record.id) || (record.kind === "playback" && strangers.has(record.pageId)) ? [] : [record];
  });
  await keepDemoFiles(database);
  return stage.restore(person, { name: DEMO_SHOW_NAME, records });
}
