import type { DataSource } from "typeorm";
import { isVersioned, type Person } from "@vexa/core";
import { DEMO_SHOW_NAME, understory } from "@vexa/demo";
import { keepDemoFiles } from "../show/seed";
import { withPeople } from "../shelf/with-people";
import type { StagePort } from "../stage/stage-port";

/** Puts the demo's recorded work into an empty show. The people of the show stay; territories have those of the demo's people who are here. */
export async function takeDemo(database: DataSource, stage: StagePort, person: Person): ReturnType<StagePort["restore"]> {
  const here = (id: string): boolean => stage.show.get("person", id) !== null;
  const records = understory()
    .filter(isVersioned)
    .flatMap((record) => withPeople(record, here));
  await keepDemoFiles(database);
  return stage.restore(person, { name: DEMO_SHOW_NAME, records });
}
