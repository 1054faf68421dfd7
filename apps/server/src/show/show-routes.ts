import { Router } from "express";
import { PROTOCOL_VERSION, type Hello } from "@vexa/core";
import { answerError } from "../http/answer-error";
import type { Door } from "./door";

/** The show as it is now; changes follow on the socket, numbered from `seq` on. */
export function showRoutes(door: Door, show: { name: string; now: () => number }): Router {
  const router = Router();
  router.get("/", (request, response) => {
    const { personId } = request.session;
    if (!personId || !door.show.get("person", personId)) {
      answerError(response, { code: "sign-in.needed", details: {} });
      return;
    }
    const hello: Hello = {
      protocol: PROTOCOL_VERSION,
      showName: show.name,
      personId,
      seq: door.seq,
      nowSeconds: show.now(),
      records: [...door.show.records.values()],
    };
    response.set("Cache-Control", "no-store").json(hello);
  });
  return router;
}
