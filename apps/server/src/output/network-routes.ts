import { networkInterfaces } from "node:os";
import { createSocket } from "node:dgram";
import { IsIP } from "class-validator";
import { Router } from "express";
import type { NetworkLine } from "@vexa/core";
import { answerError } from "../http/answer-error";
import { parseDto } from "../http/parse-dto";
import { signedInFor } from "../http/signed-in";
import type { StagePort } from "../stage/stage-port";

class WayDto {
  @IsIP(4)
  address: string;
}

/** Which interfaces this machine has, and by which one an address is reached. */
export function networkRoutes(stage: StagePort): Router {
  const router = Router();
  const lead = { stage, act: "stage", what: "The network", who: "the lead" } as const;

  router.get("/", (request, response) => {
    if (!signedInFor(lead, request, response)) return;
    response.json(interfaces());
  });

  router.get("/way", async (request, response) => {
    if (!signedInFor(lead, request, response)) return;
    const given = parseDto(WayDto, request.query);
    if (!given.ok) return answerError(response, given.error);
    const from = await sourceOf(given.value.address);
    response.json({ by: interfaces().find(({ address }) => address === from)?.name ?? null });
  });
  return router;
}

function interfaces(): NetworkLine[] {
  return Object.entries(networkInterfaces()).flatMap(([name, own = []]) =>
    own.filter(({ family }) => family === "IPv4").map(({ address, internal }): NetworkLine => ({ name, address, loopback: internal })),
  );
}

/** The machine's own address from which another one is reached, by its table of routes: connecting a datagram socket sends nothing. */
function sourceOf(address: string): Promise<string | null> {
  return new Promise((resolve) => {
    const socket = createSocket("udp4");
    const end = (found: string | null): void => void socket.close(() => resolve(found));
    socket.once("error", () => end(null));
    socket.connect(9, address, () => end(socket.address().address));
  });
}
