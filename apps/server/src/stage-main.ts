import { actAsPart, tellReady } from "./process/part";
import { stageSettings } from "./process/settings";
import { HOPELESS } from "./process/supervisor";
import { StageServer } from "./stage/stage-server";

try {
  const settings = stageSettings();
  const server = await StageServer.open(settings);
  actAsPart({ log: settings.log, stop: () => server.stop(), told: () => undefined });
  tellReady({});
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(HOPELESS);
}
