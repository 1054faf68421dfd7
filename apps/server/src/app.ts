import { existsSync } from "node:fs";
import { join } from "node:path";
import compression from "compression";
import connectPgSimple from "connect-pg-simple";
import express, { type Express, type RequestHandler } from "express";
import session from "express-session";
import helmet from "helmet";
import type { Pool } from "pg";
import type { Logger } from "pino";
import { pinoHttp } from "pino-http";
import type { DataSource } from "typeorm";
import { joinRoutes } from "./account/join-routes";
import { lockRoutes, whileUnlocked } from "./account/lock-routes";
import { peopleRoutes } from "./account/people-routes";
import { RememberingStore } from "./account/remembering-store";
import type { SessionBook } from "./account/session-book";
import { sessionRoutes } from "./account/session-routes";
import type { HealthBook } from "./health/health-book";
import { healthRoutes } from "./health/health-routes";
import { answerError, lastResort } from "./http/answer-error";
import { ownPagesOnly, plainAddress } from "./http/own-pages";
import { webPages } from "./http/web-pages";
import { networkRoutes } from "./output/network-routes";
import { photoRoutes } from "./notes/photo-routes";
import { rigRoutes } from "./rig/rig-routes";
import { scoreRoutes } from "./score/score-routes";
import { shelfRoutes } from "./shelf/shelf-routes";
import type { StagePort } from "./stage/stage-port";
import type { Audience } from "./session/audience";
import { historyRoutes } from "./show/history-routes";
import { soundRoutes } from "./sound/sound-routes";
import type { Versions } from "./show/versions";
import { showRoutes } from "./show/show-routes";

export interface AppParts {
  readonly database: DataSource;
  /** Whether it is known to answer. */
  readonly here: () => boolean;
  readonly session: RequestHandler;
  readonly book: SessionBook;
  readonly stage: StagePort;
  readonly audience: Audience;
  readonly health: HealthBook;
  readonly versions: Versions;
  /** Lets a collector read the health without a sign-in. */
  readonly metricsToken?: string;
  readonly show: { readonly name: string };
  /** Which proxies' words on where a request came from are believed, as Express has it; none = nobody's. */
  readonly trustProxy?: string;
  /** Folder of the built web application; null serves the interface for programs alone. */
  readonly webFolder: string | null;
  readonly log: Logger;
}

/** Sessions in the database, thirty days, behind an HttpOnly cookie. */
export function createSession(store: session.Store, secret: string): RequestHandler {
  return session({
    name: "vexa",
    secret,
    resave: false,
    saveUninitialized: false,
    store,
    cookie: { httpOnly: true, sameSite: "lax", secure: "auto", maxAge: 30 * 24 * 3600 * 1000 },
  });
}

export function sessionStore(pool: Pool, here: () => boolean): RememberingStore {
  const Store = connectPgSimple(session);
  return new RememberingStore(new Store({ pool, tableName: "session", createTableIfMissing: false, pruneSessionInterval: false }), here);
}

/** What is logged of a request or an answer: nothing that lets anybody in. */
function withoutSecrets({ method, url, statusCode }: { method?: string; url?: string; statusCode?: number }): object {
  return { method, url, statusCode };
}

/** The HTTP side, without listening. */
export function createApp(parts: AppParts): Express {
  const app = express();
  app.disable("x-powered-by");
  app.set("trust proxy", parts.trustProxy ?? false);
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          "default-src": ["'self'"],
          "style-src": ["'self'", "'unsafe-inline'"],
          "media-src": ["'self'", "blob:"],
          "img-src": ["'self'", "blob:", "data:"],
          // The page's own host, for sockets too: browsers count them as 'self' (CSP level 3).
          "connect-src": ["'self'"],
          "font-src": ["'self'", "data:"],
          "upgrade-insecure-requests": null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(pinoHttp({ logger: parts.log, autoLogging: false, serializers: { req: withoutSecrets, res: withoutSecrets } }));
  app.use(compression());
  app.use("/api", plainAddress, ownPagesOnly, express.json({ limit: "100kb" }), parts.session, whileUnlocked);
  app.use("/api/session", lockRoutes(parts));
  app.use("/api/sounds", soundRoutes(parts.database, parts.stage));
  app.use("/api/notes/photos", photoRoutes(parts.database, parts.stage));
  app.use("/api/rig", rigRoutes(parts.database, parts.stage));
  app.use("/api/lists", scoreRoutes(parts.stage));
  app.use("/api/network", networkRoutes(parts.stage));
  app.use("/api/shows", shelfRoutes(parts));
  app.use("/api/session", sessionRoutes(parts));
  app.use("/api/session", joinRoutes(parts));
  app.use("/api/people", peopleRoutes(parts));
  app.use("/api/history", historyRoutes(parts.database, parts.stage, parts.versions));
  app.use("/api/health", healthRoutes({ ...parts, book: parts.health }));
  app.use("/api/show", showRoutes(parts.stage, parts.audience, parts.show));
  app.use("/api", (_request, response) => answerError(response, { code: "request.unknown-place", details: {} }));
  if (parts.webFolder && existsSync(join(parts.webFolder, "index.html"))) app.use(webPages(parts.webFolder));
  app.use(lastResort);
  return app;
}
