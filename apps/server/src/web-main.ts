import "reflect-metadata";
import { X509Certificate } from "node:crypto";
import { explain } from "@vexa/core";
import { DEMO_SIGN_INS } from "@vexa/demo/sign-ins";
import { changePassword } from "./account/accounts";
import { actAsPart, tellReady } from "./process/part";
import { linkSocket, webSettings } from "./process/settings";
import { HOPELESS } from "./process/supervisor";
import { NotThisWay, startWeb, type RunningWeb, type WebSettings } from "./start";
import { openDatabase } from "./storage/data-source";

function addresses({ host, tls }: WebSettings, { port, plainPort }: RunningWeb): string[] {
  if (!tls) return [`Vexa is ready: http://${host}:${port}`];
  return [
    `Vexa is ready: https://${host}:${port}, and on this machine http://127.0.0.1:${plainPort}`,
    `Its certificate's fingerprint, for phones and laptops to compare: ${new X509Certificate(tls.cert).fingerprint256}`,
  ];
}

async function serve(): Promise<void> {
  const settings = webSettings();
  const running = await startWeb({ ...settings, socket: linkSocket() });
  actAsPart({
    log: settings.log,
    stop: () => running.stop(),
    told: (message) => {
      if (typeof message === "object" && "ended" in message) running.tellEnded(message.ended);
    },
  });
  tellReady({ port: running.port });
  if (process.env["VEXA_AGAIN"]) return;
  const lines = [
    ...addresses(settings, running),
    running.seeded ? "A demo show was put into the empty database." : "Your show is as you left it.",
    running.oscPort === null ? "OSC isn't heard." : `OSC is heard on ${process.env["VEXA_OSC_HOST"] ?? "127.0.0.1"}:${running.oscPort}.`,
    "Demo sign-ins (they work only while the server stays on loopback):",
    ...DEMO_SIGN_INS.map(({ signInName, password }) => `  ${signInName.padEnd(10)} ${password}`),
  ];
  process.stdout.write(`${lines.join("\n")}\n`);
}

/** `web password NAME`: reads the new password from standard input. */
async function password(name: string): Promise<void> {
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  const database = await openDatabase(webSettings().databaseUrl);
  const changed = await changePassword(database, name, Buffer.concat(chunks).toString("utf8").trim());
  await database.destroy();
  if (!changed.ok) throw new Error(explain(changed.error));
  process.stdout.write(`${name} has a new password.\n`);
}

const [command, name] = process.argv.slice(2);
(command === "password" && name ? password(name) : serve()).catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(error instanceof NotThisWay ? HOPELESS : 1);
});
