import { connected, cookieOf, fetchShow, play, type Hello } from "../wire-client";
import { CrewWorker, editing, playing } from "./worker";
import type { Heard } from "./wire-watch";

/** The blinders: universe 13, first slot, from card-spore alone. */
export const WATCHED = 13;
const PASSWORDS: Readonly<Record<string, string>> = {
  ines: "palm-house-1",
  tomasz: "palm-house-2",
  adaeze: "palm-house-3",
  operator: "palm-house-4",
  foyer: "palm-house-5",
};
/** Up and down between half and full in small steps; no two alike for a long time. */
const level = (n: number): number => Math.min(1, 0.5 + 0.49 * Math.abs(((n / 25) % 2) - 1) + (n % 5000) * 1e-6);
/** A level may be on its way for so long. */
const UNDER_WAY_MS = 250;
/** And after a kill: until the process is there again, and the way from the last look into the present one. */
const AFTER_KILL_MS = 5000;

/** Six people who work at once: three play, three record. */
export class CrewAtWork {
  readonly workers: readonly CrewWorker[];
  readonly cookies: ReadonlyMap<string, string>;

  private constructor(workers: readonly CrewWorker[], cookies: ReadonlyMap<string, string>) {
    this.workers = workers;
    this.cookies = cookies;
  }

  static async begin(url: string): Promise<CrewAtWork> {
    const cookies = new Map<string, string>();
    for (const [name, password] of Object.entries(PASSWORDS)) cookies.set(name, await cookieOf(url, name, password));
    const show = (): Promise<Hello> => fetchShow(url, cookies.get("ines")!);
    const of = (who: string, card: string): ReturnType<typeof playing> =>
      playing({
        who,
        value: level,
        command: (value) => ({ type: "level", playbackId: card, level: value }),
        reads: [`state-${card}`, "level"],
      });
    const jobs = [
      of("operator", "card-spore"),
      of("ines", "card-ember-wash"),
      of("foyer", "card-work-light"),
      editing({ who: "ines", id: "group-blinders", field: "name", value: (n) => `Blinders ${n}` }),
      editing({ who: "tomasz", id: "list-pond", field: "name", value: (n) => `Pond ${n}` }),
      editing({ who: "adaeze", id: "list-canopy-drift", field: "name", value: (n) => `Canopy ${n}` }),
    ];
    const desk = await connected(url, cookies.get("ines")!);
    // Motions run, so that every frame differs from the one before; the blinders are up.
    for (const card of ["card-fern-breath", "card-spore", "card-canopy-drift"]) await play(desk, { type: "go", playbackId: card });
    desk.close();
    const workers = jobs.map((job) => new CrewWorker({ job, url, cookie: cookies.get(job.who)!, show }));
    for (const worker of workers) await worker.start();
    return new CrewAtWork(workers, cookies);
  }

  get acked(): number {
    return this.workers.reduce((sum, { acked }) => sum + acked, 0);
  }

  get lost(): readonly string[] {
    return this.workers.flatMap(({ lost }) => lost);
  }

  async check(): Promise<void> {
    for (const worker of this.workers) await worker.check();
  }

  /** Packets with a level of the blinders that nobody asked for at that time; after a kill the way leads from the last look before it. */
  unmeant(packets: readonly Heard[], kills: readonly number[]): string[] {
    const { sent } = this.workers[0]!;
    return packets.flatMap(({ atMs, octet }) => {
      const kill = kills.findLast((moment) => moment <= atMs && atMs - moment < AFTER_KILL_MS);
      const from = this.workers[0]!.lastAcked(Math.min(atMs, kill ?? atMs) - UNDER_WAY_MS);
      if (from < 0) return [];
      const meant = sent.slice(from).flatMap(({ value, atMs: sentMs }) => (sentMs <= atMs ? [255 * (value as number)] : []));
      const fits = octet >= Math.min(...meant) - 1.5 && octet <= Math.max(...meant) + 1.5;
      return fits ? [] : [`${octet} where ${Math.min(...meant).toFixed(0)} to ${Math.max(...meant).toFixed(0)} was meant`];
    });
  }

  async stop(): Promise<void> {
    for (const worker of this.workers) await worker.stop();
  }
}
