import { actAsPart, tellFollower, tellReady } from "./process/part";
import { stageSettings } from "./process/settings";
import { HOPELESS, type ToPart } from "./process/supervisor";
import { engineAhead } from "./stage/engine-ahead";
import type { StageServer } from "./stage/stage-server";
import type { Follower } from "./standby/follower";

const settings = stageSettings();
const role = process.env["VEXA_ROLE"];
// Its thread is on its way before all the rest is loaded.
const ahead = role === "follow" || role === "undecided" ? null : engineAhead(settings);
const [stage, standby] = await Promise.all([import("./stage/stage-server"), import("./standby/follower")]);
let running: StageServer | Follower | null = null;

function follow(): Follower {
  const { folder } = settings;
  if (folder === null) throw new Error("VEXA_STATE isn't set: whoever stands by needs a folder of their own.");
  const follower = new standby.Follower({ ...settings, folder });
  follower.on("news", tellFollower);
  running = follower;
  return follower;
}

async function told(message: Exclude<ToPart, "stop">): Promise<void> {
  if (running instanceof stage.StageServer) return;
  if (message === "lead") {
    const host = await running?.handOver();
    running = await stage.StageServer.open(settings, host ? { host, files: null } : undefined);
  } else if ("follow" in message) (running ?? follow()).follow(message.follow);
}

try {
  // Undecided, it waits to be told.
  if (role === "follow") follow();
  else if (role !== "undecided") running = await stage.StageServer.open(settings, ahead);
  actAsPart({ log: settings.log, stop: async () => running?.stop(), told });
  tellReady({});
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(HOPELESS);
}
