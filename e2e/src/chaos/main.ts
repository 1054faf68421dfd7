import { writeFileSync } from "node:fs";
import { cpus, totalmem } from "node:os";
import { fileURLToPath } from "node:url";
import { freeUdpPort } from "../node-on-loopback";
import { runVexa } from "../run-server";
import { StrictReceiver } from "../strict-receiver";
import { pause } from "../until";
import { connected, play } from "../wire-client";
import { BareWaiter } from "./bare-waiter";
import { CrewAtWork, WATCHED } from "./crew-at-work";
import { floods } from "./floods";
import { kills } from "./kills";
import { databaseAway, switches } from "./outages";
import { soak } from "./soak";
import { asMarkdown, say, tell, TOLD } from "./table";
import { WireWatch } from "./wire-watch";

/** `./vexa chaos [--quick]`: knocks a running Vexa about, and writes what came of it into docs/reference/reliability.md. */
const quick = process.argv.includes("--quick");
const KILLS = quick ? 5 : 100;
const SOAK_MINUTES = quick ? 1 : 20;
const SWITCHES = quick ? 2 : 10;

async function crewAndKills(): Promise<void> {
  const [watch, strict] = [await WireWatch.open(WATCHED), await StrictReceiver.open()];
  const oscPort = await freeUdpPort();
  const vexa = await runVexa(`${watch.address},${strict.address}`, { proxied: true, osc: String(oscPort) });
  const waiter = new BareWaiter();
  const crew = await CrewAtWork.begin(vexa.url);
  await pause(2000);
  await floods({ vexa, crew, waiter, oscPort });
  await kills({ vexa, watch, strict, crew, times: KILLS });
  await crew.stop();
  await databaseAway({ vexa, crew });
  tell({
    trial: "all of it",
    what: "packets that the npm package sacn can't read",
    measured: String(watch.unreadable),
    target: "0",
    met: watch.unreadable === 0,
  });
  await waiter.stop();
  await vexa.stop();
  await watch.close();
  strict.close();
}

async function standbys(): Promise<void> {
  const strict = await StrictReceiver.open();
  const vexa = await runVexa(strict.address);
  const crew = await CrewAtWork.begin(vexa.url);
  await crew.stop();
  const desk = await connected(vexa.url, crew.cookies.get("ines")!);
  await play(desk, { type: "level", playbackId: "card-spore", level: 1 });
  desk.close();
  await pause(500);
  await switches({ vexa, strict, times: SWITCHES });
  await vexa.stop();
  strict.close();
}

/** `--only=crewAndKills,soak`: these alone, without writing the page. */
const only = process.argv
  .find((word) => word.startsWith("--only="))
  ?.slice(7)
  .split(",");
const PARTS = { crewAndKills, standbys, soak: () => soak(SOAK_MINUTES) };
for (const [name, part] of Object.entries(PARTS).filter(([name]) => only?.includes(name) ?? true)) {
  say(`\n== ${name}`);
  await part();
}
const machine = `${cpus().length} cores of ${cpus()[0]?.model ?? "an unknown processor"}, ${(totalmem() / 2 ** 30).toFixed(0)} GiB, Node ${process.version}`;
const page = `# Reliability
What \`./vexa chaos\` measured on ${new Date().toISOString().slice(0, 10)} on ${machine}. The crew, the receivers and the thread that only waits ran on the same machine.
Receivers: the npm package \`sacn\`, and a strict one written from the standard (\`e2e/src/strict-receiver.ts\`).

${asMarkdown(TOLD)}
`;
const failed = TOLD.filter(({ met }) => !met).length;
say(`\n${TOLD.length - failed} of ${TOLD.length} as they should be`);
if (quick || only) say(page);
else writeFileSync(fileURLToPath(new URL("../../../docs/reference/reliability.md", import.meta.url)), page);
process.exitCode = failed > 0 ? 1 : 0;
