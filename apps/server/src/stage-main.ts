import { actAsPart, tellFollower, tellReady } from "./process/part";
import { stageSettings } from "./process/settings";
import { HOPELESS, type ToPart } from "./process/supervisor";
import { StageServer } from "./stage/stage-server";
import { Follower } from "./standby/follower";

const settings = stageSettings();
let running: StageServer | Follower | null = null;

function follow(): Follower {
  const { folder } = settings;
  if (folder === null) throw new Error("VEXA_STATE isn't set: whoever stands by needs a folder of their own.");
  const follower = new Follower({ ...settings, folder });
  follower.on("news", tellFollower);
  running = follower;
  return follower;
}

async function told(message: Exclude<ToPart, "stop">): Promise<void> {
  if (running instanceof StageServer) return;
  if (message === "lead") {
    const host = await running?.handOver();
    running = await StageServer.open(settings, host ?? undefined);
  } else if ("follow" in message) (running ?? follow()).follow(message.follow);
}

try {
  // Undecided, it waits to be told.
  if (process.env["VEXA_ROLE"] === "follow") follow();
  else if (process.env["VEXA_ROLE"] !== "undecided") running = await StageServer.open(settings);
  actAsPart({ log: settings.log, stop: async () => running?.stop(), told });
  tellReady({});
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(HOPELESS);
}
