import { randomBytes } from "node:crypto";
import { existsSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { Leadership } from "./process/leadership";
import { Post } from "./process/post";
import { precede } from "./process/precedence";
import { linkSocket } from "./process/settings";
import { Supervisor, type Ended, type Part } from "./process/supervisor";

const MOST_TOLD = 20;

/** Starts the engine's process and the web server, and starts again whichever ends; or stands by for another Vexa. */
function supervise(): void {
  const { env } = process;
  precede(process.pid, true);
  const state = env["VEXA_STATE"];
  const file = (name: string): string => fileURLToPath(new URL(`./${name}.js`, import.meta.url));
  const common = {
    ...env,
    VEXA_LINK: linkSocket(),
    VEXA_SESSION_SECRET: env["VEXA_SESSION_SECRET"] ?? randomBytes(32).toString("hex"),
  };
  const say = (sentence: string): void => void process.stderr.write(`${sentence}\n`);
  const leadership = new Leadership(env["VEXA_DATABASE_URL"] ?? "");
  const mustGoOn = (): boolean => state !== undefined && existsSync(join(state, "show"));
  const supervisor: Supervisor = new Supervisor({
    files: { stage: file("stage"), web: file("web") },
    environment: (part) => (part === "stage" ? { ...common, VEXA_ROLE: post.role } : { ...common, ...ofWeb() }),
    mustGoOn,
  });
  const post: Post = new Post({ supervisor, leadership, standby: Boolean(env["VEXA_STANDBY"]), mustGoOn, say });
  const ofWeb = (): NodeJS.ProcessEnv => ({
    // No process of the database has this number: the web server is begun again until the lock is held.
    VEXA_LEADER_PID: String(leadership.pid ?? 0),
    ...(post.port === null ? {} : { VEXA_PORT_BEFORE: String(post.port) }),
  });
  const notePids = (): void => {
    const pids: Record<Part, number | undefined> = { stage: supervisor.pidOf("stage"), web: supervisor.pidOf("web") };
    if (state !== undefined) writeFileSync(join(state, "pids.json"), JSON.stringify(pids));
  };
  supervisor.on("ready", notePids);
  // A web server that ended hears of its own end when it is there again.
  const allEnded: Ended[] = [];
  supervisor.on("ready", (part) => part === "web" && allEnded.forEach((ended) => supervisor.tell("web", { ended })));
  supervisor.on("ended", (ended) => {
    say(`vexa: the ${ended.part === "web" ? "web server" : "engine"} ended (${ended.why}) and is begun again`);
    allEnded.splice(0, allEnded.length - MOST_TOLD + 1);
    allEnded.push(ended);
    if (ended.part !== "web") supervisor.tell("web", { ended });
  });
  let status = 0;
  let stopping = false;
  const stop = (): void => {
    if (stopping) return;
    stopping = true;
    void post.stop().then(() => process.exit(status));
  };
  supervisor.on("hopeless", () => {
    status = 1;
    stop();
  });
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, stop);
  void post.begin();
}

supervise();
