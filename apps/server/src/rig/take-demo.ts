import type { DataSource } from "typeorm";
import type { Person } from "@vexa/core";
import { demoShowFor } from "../shelf/demo-show";
import { keepDemoFiles } from "../show/seed";
import type { StagePort } from "../stage/stage-port";

/** Puts the demo's recorded work into an empty show. The people of the show stay; territories have those of the demo's people who are here. */
export async function takeDemo(database: DataSource, stage: StagePort, person: Person): ReturnType<StagePort["restore"]> {
  const demo = await demoShowFor((id) => stage.show.get("person", id) !== null);
  await keepDemoFiles(database);
  return stage.restore(person, demo);
}
