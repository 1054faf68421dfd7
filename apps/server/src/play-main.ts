import { explain } from "@vexa/core";
import { parseArgs } from "node:util";
import { Player } from "./player/player";
import { logger, sacnTargets } from "./process/settings";

const USAGE = "vexa play FILE [--list NAME]... [--sacn ADDRESS:PORT,...] [--osc PORT|off] [--quiet]";
const STATUS_MS = 1000;

/** `./vexa play`: a show's file that runs by itself until it is stopped. */
async function play(): Promise<void> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { list: { type: "string", multiple: true }, sacn: { type: "string" }, osc: { type: "string" }, quiet: { type: "boolean" } },
  });
  const [file, ...more] = positionals;
  if (file === undefined || more.length > 0) throw new Error(USAGE);
  const osc = values.osc ?? "7331";
  if (osc !== "off" && !(Number(osc) >= 0 && Number(osc) <= 65535)) throw new Error(`--osc ${osc} is no port. ${USAGE}`);
  const opened = await Player.open({
    file,
    lists: values.list ?? [],
    targets: sacnTargets(values.sacn ?? process.env["VEXA_SACN"] ?? "127.0.0.1:5568"),
    oscPort: osc === "off" ? null : Number(osc),
    folder: process.env["VEXA_STATE"] ?? ".vexa/player",
    log: logger("player"),
  });
  if (!opened.ok) throw new Error(explain(opened.error));
  const player = opened.value;
  process.stdout.write(`Playing ${file}.${player.oscPort === null ? "" : ` OSC is heard on 127.0.0.1:${player.oscPort}.`}\n`);
  const line = (): void => void process.stdout.write(process.stdout.isTTY ? `\r\u001b[K${player.status()}` : `${player.status()}\n`);
  const timer = values.quiet ? null : setInterval(line, STATUS_MS);
  let stopping = false;
  const stop = (): void => {
    if (stopping) return;
    stopping = true;
    if (timer) clearInterval(timer);
    void player.stop().then(() => process.exit(0));
  };
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, stop);
}

play().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
