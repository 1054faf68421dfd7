import { actAsPart, tellFollower, tellReady } from "./process/part";
import { stageSettings } from "./process/settings";
import { HOPELESS, type ToPart } from "./process/supervisor";
import { StageServer } from "./stage/stage-server";
import { Follower } from "./standby/follower";

const settings = stageSettings();
let running: StageServer | Follower | null = null;

function follow(): void {
  const { folder } = settings;
  if (folder === null) throw new Error("VEXA_STATE isn't set: whoever stands by needs a folder of their own.");
  const follower = new Follower({ ...settings, folder });
  follower.on("news", tellFollower);
  running = follower;
}

async function told(message: Exclude<ToPart, "stop">): Promise<void> {
  if (!(running instanceof Follower)) return;
  if (message === "lead") {
    const host = await running.handOver();
    running = await StageServer.open(settings, host ?? undefined);
  } else if ("follow" in message) running.follow(message.follow);
}

try {
  if (process.env["VEXA_ROLE"] === "follow") follow();
  else running = await StageServer.open(settings);
  actAsPart({ log: settings.log, stop: async () => running?.stop(), told });
  tellReady({});
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(HOPELESS);
}
