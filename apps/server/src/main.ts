import { randomBytes } from "node:crypto";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { linkSocket } from "./process/settings";
import { Supervisor, type Part } from "./process/supervisor";

/** Starts the engine's process and the web server, and starts again whichever ends. */
function supervise(): void {
  const file = (name: string): string => fileURLToPath(new URL(`./${name}.js`, import.meta.url));
  const supervisor = new Supervisor({
    files: { stage: file("stage"), web: file("web") },
    environment: {
      ...process.env,
      VEXA_LINK: linkSocket(),
      VEXA_SESSION_SECRET: process.env["VEXA_SESSION_SECRET"] ?? randomBytes(32).toString("hex"),
    },
  });
  const say = (sentence: string): void => void process.stderr.write(`${sentence}\n`);
  const notePids = (): void => {
    const state = process.env["VEXA_STATE"];
    const pids: Record<Part, number | undefined> = { stage: supervisor.pidOf("stage"), web: supervisor.pidOf("web") };
    if (state !== undefined) writeFileSync(join(state, "pids.json"), JSON.stringify(pids));
  };
  supervisor.on("ready", notePids);
  supervisor.on("ended", (ended) => {
    say(`vexa: the ${ended.part === "web" ? "web server" : "engine"} ended (${ended.why}) and is begun again`);
    supervisor.tell("web", { ended });
  });
  let status = 0;
  let stopping = false;
  const stop = (): void => {
    if (stopping) return;
    stopping = true;
    void supervisor.stop().then(() => process.exit(status));
  };
  supervisor.on("hopeless", () => {
    status = 1;
    stop();
  });
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, stop);
  supervisor.start("stage");
  supervisor.start("web");
}

supervise();
