import { timingSafeEqual } from "node:crypto";
import { Router, type Request, type RequestHandler } from "express";
import { Gauge, Registry } from "prom-client";
import { extentOf, type HealthSample } from "@vexa/core";
import { answerError } from "../http/answer-error";
import { signedInFor } from "../http/signed-in";
import type { StagePort } from "../stage/stage-port";
import type { HealthBook } from "./health-book";

const SLOW_SAMPLES = 300;

/** How the last minutes were, for the lead's charts; and the same for Prometheus. */
export function healthRoutes(of: { stage: StagePort; book: HealthBook; metricsToken?: string }): Router {
  const router = Router();
  const { stage, book } = of;
  router.get("/", (request, response) => {
    if (!signedInFor({ stage, act: "health", what: "The health of the system", who: "technicians and the lead" }, request, response))
      return;
    response.set("Cache-Control", "no-store").json({ samples: book.samples.slice(-SLOW_SAMPLES), ended: book.ended });
  });
  router.get("/metrics", metrics(of));
  return router;
}

const GAUGES: readonly (readonly [string, string, (sample: HealthSample) => number])[] = [
  ["vexa_frames_per_second", "Frames sent in the last second", (sample) => sample.framesPerSecond],
  ["vexa_frame_worst_seconds", "The slowest frame of the last second", (sample) => sample.worstFrameMs / 1000],
  ["vexa_lateness_worst_seconds", "How late the latest frame of the last second began", (sample) => sample.worstLatenessMs / 1000],
  ["vexa_packets_per_second", "Packets sent in the last second", (sample) => sample.packetsPerSecond],
  ["vexa_universes", "Universes that are patched", (sample) => sample.universes],
  ["vexa_connections", "Live connections of browsers", (sample) => sample.connections],
  ["vexa_engine_resident_bytes", "Memory of the engine's process", (sample) => sample.engineMegabytes * 1e6],
  ["vexa_web_resident_bytes", "Memory of the web server", (sample) => sample.webMegabytes * 1e6],
  ["vexa_database_up", "1 while the database answers", (sample) => (sample.databaseMs === null ? 0 : 1)],
  ["vexa_database_write_seconds", "Time of a small write", (sample) => (sample.databaseMs ?? NaN) / 1000],
];

function metrics({ stage, book, metricsToken }: Parameters<typeof healthRoutes>[0]): RequestHandler {
  const registry = new Registry();
  const gauges = GAUGES.map(([name, help]) => new Gauge({ name, help, registers: [registry] }));
  const late = new Gauge({ name: "vexa_late_frames_total", help: "Frames that came too late since the start", registers: [registry] });
  const ended = new Gauge({ name: "vexa_restarts_total", help: "Parts that had to be begun again", registers: [registry] });
  return async (request, response) => {
    const person = stage.show.get("person", request.session.personId);
    if (!hasToken(request, metricsToken) && (!person || extentOf(person, "health") === "no")) {
      const details = { what: "The health of the system", who: "technicians and the lead" };
      answerError(response, person ? { code: "reach.role", details } : { code: "sign-in.needed", details: {} });
      return;
    }
    const { latest } = book;
    if (latest) GAUGES.forEach(([, , of], index) => gauges[index]!.set(of(latest)));
    late.set(book.lateFrames);
    ended.set(book.ended.length);
    response.set("Content-Type", registry.contentType).send(await registry.metrics());
  };
}

/** A collector has no sign-in: it may have a token of its own (`VEXA_METRICS_TOKEN`). */
function hasToken({ headers }: Request, token: string | undefined): boolean {
  if (!token) return false;
  const [given, wanted] = [headers.authorization ?? "", `Bearer ${token}`].map((text) => Buffer.from(text)) as [Buffer, Buffer];
  return given.length === wanted.length && timingSafeEqual(given, wanted);
}
