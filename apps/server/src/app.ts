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
import { peopleRoutes } from "./account/people-routes";
import type { SessionBook } from "./account/session-book";
import { sessionRoutes } from "./account/session-routes";
import { answerError, lastResort } from "./http/answer-error";
import type { Door } from "./show/door";
import { historyRoutes } from "./show/history-routes";
import { soundRoutes } from "./sound/sound-routes";
import { showRoutes } from "./show/show-routes";

export interface AppParts {
  readonly database: DataSource;
  readonly session: RequestHandler;
  readonly book: SessionBook;
  readonly door: Door;
  readonly show: { readonly name: string; readonly now: () => number };
  /** Folder of the built web application; null serves the interface for programs alone. */
  readonly webFolder: string | null;
  readonly log: Logger;
}

/** Sessions in the database, thirty days, behind an HttpOnly cookie. */
export function createSession(pool: Pool, secret: string): RequestHandler {
  const Store = connectPgSimple(session);
  return session({
    name: "vexa",
    secret,
    resave: false,
    saveUninitialized: false,
    store: new Store({ pool, tableName: "session", createTableIfMissing: false, pruneSessionInterval: false }),
    cookie: { httpOnly: true, sameSite: "lax", secure: "auto", maxAge: 30 * 24 * 3600 * 1000 },
  });
}

/** The HTTP side, without listening. */
export function createApp(parts: AppParts): Express {
  const app = express();
  app.disable("x-powered-by");
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          "default-src": ["'self'"],
          "style-src": ["'self'", "'unsafe-inline'"],
          "media-src": ["'self'", "blob:"],
          "connect-src": ["'self'", "ws:", "wss:"],
          "upgrade-insecure-requests": null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(pinoHttp({ logger: parts.log, autoLogging: false }));
  app.use(compression());
  app.use("/api", express.json({ limit: "100kb" }), parts.session);
  app.use("/api/sounds", soundRoutes(parts.database, parts.door));
  app.use("/api/session", sessionRoutes(parts));
  app.use("/api/people", peopleRoutes(parts));
  app.use("/api/history", historyRoutes(parts.database, parts.door));
  app.use("/api/show", showRoutes(parts.door, parts.show));
  app.use("/api", (_request, response) => answerError(response, { code: "request.unknown-place", details: {} }));
  if (parts.webFolder && existsSync(join(parts.webFolder, "index.html"))) {
    const page = join(parts.webFolder, "index.html");
    app.use(express.static(parts.webFolder, { index: false, maxAge: "1h" }));
    app.get("/{*splat}", (_request, response) => response.set("Cache-Control", "no-store").sendFile(page));
  }
  app.use(lastResort);
  return app;
}
