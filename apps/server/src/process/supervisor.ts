import { spawn, type ChildProcess } from "node:child_process";
import { EventEmitter } from "node:events";
import type { FollowerNews } from "../standby/follower";
import { precede } from "./precedence";

/** What runs under a supervisor: the engine with its outputs, or the web server. */
export type Part = "stage" | "web";

/** A part that ended although nobody asked it to. */
export interface Ended {
  readonly part: Part;
  /** "SIGKILL", "code 70". */
  readonly why: string;
  readonly atMs: number;
}

export interface SupervisorOptions {
  readonly files: Readonly<Record<Part, string>>;
  /** Asked for at every beginning. */
  readonly environment: (part: Part) => NodeJS.ProcessEnv;
  /** There is a show that must go on: whatever doesn't begin is tried again for ever. */
  readonly mustGoOn: () => boolean;
}

/** What a part tells its supervisor. */
export type FromPart = { readonly ready: { readonly port?: number } } | { readonly follower: FollowerNews };
/** What a supervisor tells a part. */
export type ToPart = "stop" | { readonly ended: Ended } | { readonly follow: string | null } | "lead";

interface SupervisorEvents {
  ended: [ended: Ended];
  ready: [part: Part];
  /** Of an engine that stands by. */
  follower: [news: FollowerNews];
  /** A part can't begin: it has said why. */
  hopeless: [part: Part];
}

/** How long to wait before a part is begun again, by how often in a row it has ended soon after its beginning. */
const BACK_OFF_MS = [0, 50, 200, 400, 600, 1000];
/** A part that has run for so long is well: it is begun again at once. */
const WELL_AFTER_MS = 250;
const STOPS_WITHIN_MS = 15_000;
/** The part says that trying again is of no use. */
export const HOPELESS = 2;

/** Begins the parts, and begins again whichever ends. The engine doesn't notice when the web server goes, nor the other way round. */
export class Supervisor extends EventEmitter<SupervisorEvents> {
  readonly #options: SupervisorOptions;
  readonly #children = new Map<Part, ChildProcess>();
  readonly #failures = new Map<Part, number>();
  readonly #once = new Set<Part>();
  readonly #wanted = new Set<Part>();
  #port: number | undefined;
  #stopping = false;

  constructor(options: SupervisorOptions) {
    super();
    this.#options = options;
  }

  pidOf(part: Part): number | undefined {
    return this.#children.get(part)?.pid;
  }

  /** It runs, or is about to be begun again. */
  has(part: Part): boolean {
    return this.#wanted.has(part);
  }

  start(part: Part): void {
    this.#wanted.add(part);
    const environment = { ...this.#options.environment(part) };
    // The port of before, so that browsers find it again.
    if (part === "web" && this.#port !== undefined) environment["VEXA_PORT"] = String(this.#port);
    if (part === "web" && this.#once.has("web")) environment["VEXA_AGAIN"] = "yes";
    const child = spawn(process.execPath, [this.#options.files[part]], {
      env: environment,
      stdio: ["ignore", "inherit", "inherit", "ipc"],
    });
    this.#children.set(part, child);
    if (child.pid !== undefined) precede(child.pid, part === "stage");
    let readyMs = Infinity;
    child.on("message", (message: FromPart) => {
      if ("follower" in message) return void this.emit("follower", message.follower);
      this.#once.add(part);
      readyMs = performance.now();
      this.#port ??= message.ready.port;
      this.emit("ready", part);
    });
    child.once("exit", (code, signal) => {
      this.#children.delete(part);
      if (this.#stopping) return;
      if (code === HOPELESS || (!this.#once.has(part) && !this.#options.mustGoOn())) {
        this.emit("hopeless", part);
        return;
      }
      const ended: Ended = { part, why: signal ?? `code ${code ?? "none"}`, atMs: Date.now() };
      const failures = performance.now() - readyMs > WELL_AFTER_MS ? 0 : (this.#failures.get(part) ?? 0);
      this.#failures.set(part, failures + 1);
      setTimeout(() => !this.#stopping && this.start(part), BACK_OFF_MS[Math.min(failures, BACK_OFF_MS.length - 1)]);
      this.emit("ended", ended);
    });
  }

  tell(part: Part, message: ToPart): void {
    const child = this.#children.get(part);
    if (child?.connected) child.send(message, () => undefined);
  }

  /** Ends both parts, and lets them be started again. */
  async standDown(): Promise<void> {
    await this.stop();
    this.#wanted.clear();
    this.#stopping = false;
  }

  /** The stage first: receivers hear that the streams end, and the web server still saves what was played. */
  async stop(): Promise<void> {
    this.#stopping = true;
    for (const part of ["stage", "web"] as const) {
      const child = this.#children.get(part);
      if (!child) continue;
      const gone = new Promise<void>((resolve) => child.once("exit", () => resolve()));
      this.tell(part, "stop");
      const late = setTimeout(() => child.kill("SIGKILL"), STOPS_WITHIN_MS);
      await gone;
      clearTimeout(late);
    }
  }
}
