import type { Supervisor } from "./supervisor";
import type { FollowerNews } from "../standby/follower";
import type { Leader, Leadership } from "./leadership";

/** What the engine's process does; undecided while the database is asked. */
export type Role = "undecided" | "lead" | "follow";

export interface PostOptions {
  readonly supervisor: Supervisor;
  readonly leadership: Leadership;
  /** Only ever follows first: it leads when whoever it was in step with is gone. */
  readonly standby: boolean;
  /** There is a show here from a run before: it goes on whether the database answers or not. */
  readonly mustGoOn: () => boolean;
  readonly say: (sentence: string) => void;
}

const LOOK_EVERY_MS = 150;
/** Whoever leads and was killed is begun again by then: nobody takes over before. */
const GONE_AFTER_MS = 1500;
/** A database that hasn't answered by then is taken to be away. */
const ANSWERS_WITHIN_MS = 5000;
/** The database notices within this time that whoever held the lock is gone. */
const FREED_WITHIN_MS = 400;

/**
 * Whether this Vexa leads a show or stands by for the one that does. Whoever has the lock in the database leads. When the database goes,
 * whoever leads stays; whoever stands by takes over only with the lock, and only when the one that leads is gone.
 */
export class Post {
  readonly #options: PostOptions;
  #role: Role = "undecided";
  #wasInStep = false;
  #inStep = false;
  /** Since when whoever leads isn't heard; 0 after a good-bye. */
  #missingMs = performance.now();
  #leader: Leader | null = null;
  #timer: NodeJS.Timeout | null = null;
  #stopping = false;

  constructor(options: PostOptions) {
    this.#options = options;
    options.supervisor.on("follower", (news) => this.#hear(news));
    options.supervisor.on("ended", ({ part }) => part === "stage" && this.#hear("lost"));
    options.leadership.on("lost", () => this.#soon(LOOK_EVERY_MS));
  }

  get role(): Role {
    return this.#role;
  }

  /** Where the pages of whoever led before were served. */
  get port(): number | null {
    return this.#leader?.port ?? null;
  }

  async begin(): Promise<void> {
    // The engine's process loads while the database is asked.
    this.#options.supervisor.start("stage");
    if (this.#options.standby || (await this.#isAnothers())) this.#follow();
    else this.#lead();
  }

  async stop(): Promise<void> {
    this.#stopping = true;
    if (this.#timer) clearTimeout(this.#timer);
    await this.#options.supervisor.stop();
    // Last of all, so that nobody leads beside this one.
    await this.#options.leadership.close();
  }

  #hear(news: FollowerNews): void {
    if (news === "in step") {
      if (!this.#inStep) this.#options.say("vexa: in step with the one that leads");
      [this.#inStep, this.#wasInStep, this.#missingMs] = [true, true, Infinity];
    } else {
      this.#inStep = false;
      this.#missingMs = news === "left" ? 0 : Math.min(this.#missingMs, performance.now());
    }
  }

  async #isAnothers(): Promise<boolean> {
    const until = performance.now() + FREED_WITHIN_MS;
    for (;;) {
      const standing = await this.#options.leadership.take();
      if (standing !== "another's") return false;
      if (performance.now() > until) return true;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }

  #lead(): void {
    const { supervisor } = this.#options;
    this.#role = "lead";
    supervisor.tell("stage", "lead");
    // Without the lock the web server can't write. It is begun as soon as the lock is held; where nothing must go on, it says before long why
    // it can't: a database on a machine that has much to do gets time to answer.
    if (this.#options.leadership.pid !== null) supervisor.start("web");
    else if (!this.#options.mustGoOn()) setTimeout(() => this.#sayWhy(), ANSWERS_WITHIN_MS).unref();
    this.#soon(LOOK_EVERY_MS);
  }

  #sayWhy(): void {
    const { supervisor } = this.#options;
    if (this.#role === "lead" && !this.#stopping && !supervisor.has("web")) supervisor.start("web");
  }

  #follow(): void {
    const { say } = this.#options;
    this.#role = "follow";
    this.#inStep = false;
    this.#missingMs = performance.now();
    say("vexa: another Vexa leads this show, or is to: this one stands by for it");
    this.#soon(0);
  }

  #soon(afterMs: number): void {
    if (this.#stopping) return;
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#look().finally(() => this.#soon(LOOK_EVERY_MS)), afterMs);
  }

  #look(): Promise<void> {
    return this.#role === "lead" ? this.#keepLock() : this.#lookForLeader();
  }

  /** After the connection broke, the lock is taken again; if somebody has it by then, they lead. */
  async #keepLock(): Promise<void> {
    const { leadership, supervisor, say } = this.#options;
    const standing = await leadership.take();
    if (this.#stopping) return;
    if (standing === "ours" && !supervisor.has("web")) supervisor.start("web");
    if (standing !== "another's" || !(await this.#isAnothers())) return;
    say("vexa: another Vexa has taken over: this one stands by for it");
    this.#role = "follow";
    await supervisor.standDown();
    supervisor.start("stage");
    this.#follow();
  }

  async #lookForLeader(): Promise<void> {
    const { leadership, supervisor, standby, say } = this.#options;
    const leader = await leadership.leader();
    if (leader) this.#leader = leader;
    supervisor.tell("stage", { follow: this.#leader?.link ?? null });
    const gone = !this.#inStep && performance.now() - this.#missingMs > GONE_AFTER_MS;
    if (!gone || (standby && !this.#wasInStep)) return;
    if ((await leadership.take()) !== "ours" || this.#stopping) return;
    say("vexa: whoever led is gone: this one leads");
    this.#lead();
  }
}
