import { Router } from "express";
import { PROTOCOL_VERSION, type Hello } from "@vexa/core";
import { answerError } from "../http/answer-error";
import type { Audience } from "../session/audience";
import type { StagePort } from "../stage/stage-port";

/** The show as it is now; changes follow on the socket, numbered from `seq` on. */
export function showRoutes(stage: StagePort, audience: Audience, show: { name: string }): Router {
  const router = Router();
  router.get("/", (request, response) => {
    const { personId } = request.session;
    const person = stage.show.get("person", personId);
    if (!person) {
      answerError(response, { code: "sign-in.needed", details: {} });
      return;
    }
    const hello: Hello = {
      protocol: PROTOCOL_VERSION,
      showName: show.name,
      personId: person.id,
      seq: stage.seq,
      nowSeconds: stage.now(),
      records: audience.records(person),
    };
    response.set("Cache-Control", "no-store").json(hello);
  });
  return router;
}
