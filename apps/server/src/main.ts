import "reflect-metadata";
import { randomBytes } from "node:crypto";
import { fileURLToPath } from "node:url";
import { pino } from "pino";
import { explain } from "@vexa/core";
import { DEMO_SIGN_INS } from "@vexa/demo";
import { changePassword } from "./account/accounts";
import type { SacnTarget } from "./output/sacn-output";
import { start, type Settings } from "./start";
import { openDatabase } from "./storage/data-source";

/** `VEXA_SACN`: receivers as address:port, separated by commas. */
function sacnTargets(text: string): SacnTarget[] {
  return text
    .split(",")
    .filter(Boolean)
    .map((target) => {
      const [address, port = "5568"] = target.trim().split(":");
      if (!address || !/^\d+$/.test(port) || Number(port) < 1 || Number(port) > 65535)
        throw new Error(`VEXA_SACN has “${target}”, which isn't address:port. Nothing was started.`);
      return { address, port: Number(port) };
    });
}

function settings(): Settings {
  const { env } = process;
  if (!env["VEXA_DATABASE_URL"]) throw new Error("VEXA_DATABASE_URL isn't set. Start Vexa with ./vexa start.");
  return {
    databaseUrl: env["VEXA_DATABASE_URL"],
    host: env["VEXA_HOST"] ?? "127.0.0.1",
    port: Number(env["VEXA_PORT"] ?? 7330),
    whenTaken: env["VEXA_PORT"] === undefined ? "take a free one" : "fail",
    sessionSecret: env["VEXA_SESSION_SECRET"] ?? randomBytes(32).toString("hex"),
    sacnTargets: sacnTargets(env["VEXA_SACN"] ?? "127.0.0.1:5568"),
    oscPort: env["VEXA_OSC_PORT"] === "off" ? null : Number(env["VEXA_OSC_PORT"] ?? 7331),
    webFolder: env["VEXA_WEB"] ?? fileURLToPath(new URL("../../web/dist", import.meta.url)),
    demo: env["VEXA_DEMO"] === "large" ? "large" : "understory",
    log: pino({ level: env["VEXA_LOG"] ?? "warn" }, pino.destination(2)),
  };
}

async function serve(): Promise<void> {
  const running = await start(settings());
  const lines = [
    `Vexa is ready: http://${settings().host}:${running.port}`,
    running.seeded ? "A demo show was put into the empty database." : "Your show is as you left it.",
    running.oscPort === null ? "OSC isn't heard." : `OSC is heard on 127.0.0.1:${running.oscPort}.`,
    "Demo sign-ins (they work only while the server stays on loopback):",
    ...DEMO_SIGN_INS.map(({ signInName, password }) => `  ${signInName.padEnd(10)} ${password}`),
  ];
  process.stdout.write(`${lines.join("\n")}\n`);
  let stopping = false;
  for (const signal of ["SIGINT", "SIGTERM"] as const)
    process.on(signal, () => {
      if (stopping) return;
      stopping = true;
      void running.stop().then(() => process.exit(0));
    });
}

/** `main password NAME`: reads the new password from standard input. */
async function password(name: string): Promise<void> {
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  const database = await openDatabase(settings().databaseUrl);
  const changed = await changePassword(database, name, Buffer.concat(chunks).toString("utf8").trim());
  await database.destroy();
  if (!changed.ok) throw new Error(explain(changed.error));
  process.stdout.write(`${name} has a new password.\n`);
}

const [command, name] = process.argv.slice(2);
(command === "password" && name ? password(name) : serve()).catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
