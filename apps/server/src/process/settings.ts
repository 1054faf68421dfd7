import { randomBytes, randomUUID } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { pino, type Logger } from "pino";
import type { SacnTarget } from "../output/sacn-output";
import type { WebSettings } from "../start";
import type { StageServerOptions } from "../stage/stage-server";

/** A path longer than this can't be a local socket's. */
const LONGEST_SOCKET = 100;

/** `VEXA_SACN`: receivers as address:port, separated by commas. */
export function sacnTargets(text: string): SacnTarget[] {
  return text
    .split(",")
    .filter(Boolean)
    .map((target) => {
      const [address, port = "5568"] = target.trim().split(":");
      if (!address || !/^\d+$/.test(port) || Number(port) < 1 || Number(port) > 65535)
        throw new Error(`“${target}” is to receive E1.31 and isn't address:port. Nothing was started.`);
      return { address, port: Number(port) };
    });
}

/** What a log says of an error. Drivers hang their connections on theirs, with keys and all. */
export const withoutBaggage = ({ name, message, stack, code }: Error & { code?: unknown }): object => ({
  type: name,
  message,
  code,
  stack,
});

export function logger(part: string): Logger {
  return pino(
    { level: process.env["VEXA_LOG"] ?? "warn", base: { part, pid: process.pid }, serializers: { err: withoutBaggage } },
    pino.destination({ fd: 2, sync: true }),
  );
}

/** Where the parts meet: told to both by whoever starts them. */
export function linkSocket(): string {
  const given = process.env["VEXA_LINK"];
  if (given) return given;
  const state = process.env["VEXA_STATE"];
  const inState = state === undefined ? null : join(state, "stage.sock");
  if (inState !== null && inState.length < LONGEST_SOCKET) {
    mkdirSync(state!, { recursive: true, mode: 0o700 });
    return inState;
  }
  const folder = join(tmpdir(), `vexa-${randomBytes(8).toString("hex")}`);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  return join(folder, "stage.sock");
}

/** Standbys and whoever leads send streams of their own, each always with the same identifier. */
function ownCid(folder: string): string {
  const file = join(folder, "cid");
  if (!existsSync(file)) writeFileSync(file, randomUUID(), { mode: 0o600 });
  return readFileSync(file, "utf8");
}

export function stageSettings(): StageServerOptions {
  const { env } = process;
  return {
    socket: linkSocket(),
    folder: env["VEXA_STATE"] ?? null,
    ...(env["VEXA_STANDBY"] && env["VEXA_STATE"] ? { cid: ownCid(env["VEXA_STATE"]) } : {}),
    secret: env["VEXA_SESSION_SECRET"] ?? randomBytes(32).toString("hex"),
    standbys: { host: env["VEXA_STANDBY_HOST"] ?? "127.0.0.1", port: Number(env["VEXA_STANDBY_PORT"] ?? 0) },
    targets: sacnTargets(env["VEXA_SACN"] ?? "127.0.0.1:5568"),
    oscPort: env["VEXA_OSC_PORT"] === "off" ? null : Number(env["VEXA_OSC_PORT"] ?? 7331),
    oscHost: env["VEXA_OSC_HOST"],
    otpAt: env["VEXA_OTP_AT"],
    log: logger("stage"),
  };
}

function tls(): { tls?: { cert: string; key: string } } {
  const { VEXA_TLS_CERT: cert, VEXA_TLS_KEY: key } = process.env;
  return cert && key ? { tls: { cert: readFileSync(cert, "utf8"), key: readFileSync(key, "utf8") } } : {};
}

export function webSettings(): WebSettings {
  const { env } = process;
  if (!env["VEXA_DATABASE_URL"]) throw new Error("VEXA_DATABASE_URL isn't set. Start Vexa with ./vexa start.");
  return {
    databaseUrl: env["VEXA_DATABASE_URL"],
    host: env["VEXA_HOST"] ?? "127.0.0.1",
    ...tls(),
    port: Number(env["VEXA_PORT"] ?? env["VEXA_PORT_BEFORE"] ?? 7330),
    whenTaken: env["VEXA_PORT"] === undefined ? "take a free one" : "fail",
    sessionSecret: env["VEXA_SESSION_SECRET"] ?? randomBytes(32).toString("hex"),
    webFolder: env["VEXA_WEB"] ?? fileURLToPath(new URL("../../web/dist", import.meta.url)),
    ...(env["VEXA_TRUST_PROXY"] ? { trustProxy: env["VEXA_TRUST_PROXY"] } : {}),
    ...(env["VEXA_METRICS_TOKEN"] ? { metricsToken: env["VEXA_METRICS_TOKEN"] } : {}),
    ...(env["VEXA_LEADER_PID"] ? { leaderPid: Number(env["VEXA_LEADER_PID"]) } : {}),
    demo: env["VEXA_DEMO"] === "large" || env["VEXA_DEMO"] === "none" ? env["VEXA_DEMO"] : "understory",
    log: logger("web"),
  };
}
