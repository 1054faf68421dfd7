import type { DatabaseProxy } from "../database-proxy";
import type { RunningVexa } from "../run-server";
import type { StrictReceiver } from "../strict-receiver";
import { pause, until } from "../until";
import { connected, play, transact } from "../wire-client";
import { WATCHED, type CrewAtWork } from "./crew-at-work";
import { median, ms } from "./kills";
import { tell } from "./table";

/** The database is frozen or gone for a while: playing goes on, recording is refused in words. */
export async function databaseAway(of: { vexa: RunningVexa; crew: CrewAtWork }): Promise<void> {
  const { vexa, crew } = of;
  const database: DatabaseProxy = vexa.database!;
  for (const state of ["frozen", "gone"] as const) {
    const desk = await connected(vexa.url, crew.cookies.get("ines")!);
    database.set(state);
    const answers: number[] = [];
    const refusals: number[] = [];
    for (let turn = 0; turn < 40; turn++) {
      const at = performance.now();
      const played = await play(desk, { type: "level", playbackId: "card-lanterns", level: turn / 40 });
      if (played.ok) answers.push(performance.now() - at);
      await pause(100);
    }
    for (let turn = 0; turn < 5; turn++) {
      const at = performance.now();
      const edited = await transact(desk, "away", [{ op: "set", id: "group-ferns", path: ["name"], from: "Fern uplights", to: "Ferns" }]);
      if (edited.error?.code === "database.away") refusals.push(performance.now() - at);
    }
    database.set("here");
    const back = performance.now();
    await until("edits are taken again", async () => {
      const answer = await transact(desk, "here", [{ op: "set", id: "group-ferns", path: ["name"], from: "Fern uplights", to: "Ferns" }]);
      if (answer.ok) await transact(desk, "here", [{ op: "set", id: "group-ferns", path: ["name"], from: "Ferns", to: "Fern uplights" }]);
      return answer.ok;
    });
    const trial = `database ${state} for some seconds`;
    tell({
      trial,
      what: "fader moves done / the slowest answer",
      measured: `${answers.length} of 40 / ${ms(Math.max(...answers))}`,
      target: "all, at once",
      met: answers.length === 40 && Math.max(...answers) < 500,
    });
    tell({
      trial,
      what: "edits refused in words / the slowest refusal",
      measured: `${refusals.length} of 5 / ${ms(Math.max(...refusals))}`,
      target: "all, within 6 s",
      met: refusals.length === 5 && Math.max(...refusals) < 6000,
    });
    tell({ trial, what: "back until an edit is taken", measured: ms(performance.now() - back), target: "", met: true });
    desk.close();
  }
}

/** The one that leads is killed, comes back as a standby, and is led back to by a good-bye. */
export async function switches(of: { vexa: RunningVexa; strict: StrictReceiver; times: number }): Promise<void> {
  const { vexa, strict, times } = of;
  const [killed, farewell]: [number[], number[]] = [[], []];
  let lowest = 255;
  const switched = async (before: string | undefined): Promise<number> => {
    const begun = performance.now();
    while (strict.source(WATCHED)?.cid === before) {
      lowest = Math.min(lowest, strict.slots(WATCHED)?.[0] ?? 0);
      await pause(2);
    }
    lowest = Math.min(lowest, strict.slots(WATCHED)?.[0] ?? 0);
    return performance.now() - begun;
  };
  for (let time = 0; time < times; time++) {
    const standby = await vexa.standBy();
    await pause(500);
    let before = strict.source(WATCHED)?.cid;
    await vexa.kill();
    killed.push(await switched(before));
    await vexa.comeBack();
    before = strict.source(WATCHED)?.cid;
    const farewells = strict.terminated;
    const stopped = standby.stop("SIGTERM");
    await until("the good-bye is there", () => strict.terminated > farewells);
    farewell.push(await switched(before));
    await stopped;
    await until("it serves again", () =>
      fetch(`${vexa.url}/`).then(
        ({ ok }) => ok,
        () => false,
      ),
    );
  }
  const trial = `${times} switches to a standby and back`;
  tell({
    trial,
    what: "from a kill until the receiver takes the standby, median and worst",
    measured: `${ms(median(killed))}, ${ms(Math.max(...killed))}`,
    target: "<= 2,600 ms",
    met: Math.max(...killed) <= 2600,
  });
  tell({
    trial,
    what: "from a good-bye until it takes the other one, median and worst",
    measured: `${ms(median(farewell))}, ${ms(Math.max(...farewell))}`,
    target: "at once",
    met: Math.max(...farewell) < 250,
  });
  tell({ trial, what: "lowest level of the full blinders meanwhile", measured: String(lowest), target: "255", met: lowest === 255 });
}
