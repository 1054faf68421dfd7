import type { Logger } from "pino";
import type { FollowerNews } from "../standby/follower";
import type { FromPart, ToPart } from "./supervisor";

/** An error that nobody caught: the process ends, so that it is begun anew from what is written down. */
const FAULTY = 70;

/** Lets a process be a part of a supervised whole: it ends when it is told to, when its supervisor is gone, or when nobody caught an error. */
export function actAsPart(of: {
  log: Logger;
  stop: () => Promise<void>;
  told: (message: Exclude<ToPart, "stop">) => void | Promise<void>;
}): void {
  let stopping = false;
  const stop = (): void => {
    if (stopping) return;
    stopping = true;
    void of.stop().finally(() => process.exit(0));
  };
  process.on("message", (message: ToPart) => (message === "stop" ? stop() : void of.told(message)));
  // Without its supervisor it would be in the way of the next one, who goes on where it was.
  process.on("disconnect", () => stopping || process.exit(1));
  // A key on the terminal reaches all; the supervisor says what happens.
  process.on("SIGINT", () => undefined);
  process.on("SIGTERM", stop);
  for (const event of ["uncaughtException", "unhandledRejection"] as const)
    process.on(event, (error: unknown) => {
      of.log.fatal({ err: error }, "an error that nobody caught: the process begins anew");
      process.exit(FAULTY);
    });
}

export function tellFollower(news: FollowerNews): void {
  process.send?.({ follower: news } satisfies FromPart);
}

export function tellReady(ready: { readonly port?: number }): void {
  process.send?.({ ready } satisfies FromPart);
}
