import { join } from "node:path";
import { Router } from "express";
import smallAlready from "express-static-gzip";

/**
 * The built pages of a folder. What was made small as it was built is served so to whoever takes it; names in `assets` say what is in them,
 * so that nobody asks for one twice. Every other address is the one page, which finds its place itself.
 */
export function webPages(folder: string): Router {
  const page = join(folder, "index.html");
  const router = Router();
  router.use(
    "/assets",
    smallAlready(join(folder, "assets"), { index: false, serveStatic: { immutable: true, maxAge: "1y", redirect: false } }),
  );
  router.use(smallAlready(folder, { index: false, serveStatic: { maxAge: "1h", redirect: false } }));
  router.get("/{*splat}", (_request, response) => response.set("Cache-Control", "no-store").sendFile(page));
  return router;
}
