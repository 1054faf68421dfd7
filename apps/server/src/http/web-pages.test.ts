import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import express from "express";
import request from "supertest";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { webPages } from "./web-pages";

const SCRIPT = "export const lamps = 28;\n".repeat(200);
let folder: string;
const app = express();
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "vexa-pages-"));
  mkdirSync(join(folder, "assets"));
  writeFileSync(join(folder, "index.html"), "<!doctype html><title>Vexa</title>");
  writeFileSync(join(folder, "vexa.svg"), "<svg/>");
  writeFileSync(join(folder, "assets", "index-abc.js"), SCRIPT);
  writeFileSync(join(folder, "assets", "index-abc.js.gz"), gzipSync(SCRIPT));
  writeFileSync(join(folder, "assets", "bare-abc.js"), SCRIPT);
  app.use(webPages(folder));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const get = (path: string, encodings: string) =>
  request(app)
    .get(path)
    .set("Accept-Encoding", encodings)
    .buffer(true)
    .parse((response, done) => {
      const parts: Buffer[] = [];
      response.on("data", (part: Buffer) => parts.push(part));
      response.on("end", () => done(null, Buffer.concat(parts)));
    });

describe("the built pages", () => {
  it("come as small as they were built, to whoever takes that, and for good", async () => {
    // RFC 9110, 12.5.3 and 8.4: what is sent is named, and depends on what was asked for.
    const plain = await get("/assets/index-abc.js", "identity");
    expect(plain.headers["content-encoding"]).toBeUndefined();
    expect(String(plain.body)).toBe(SCRIPT);
    for (const path of ["/assets/index-abc.js", "/assets/bare-abc.js"])
      expect((await get(path, "gzip")).headers["cache-control"]).toBe("public, max-age=31536000, immutable");
    for (const encodings of ["gzip, deflate, br", "gzip;q=0.5, identity;q=0.1"]) {
      const small = await get("/assets/index-abc.js", encodings);
      expect(small.headers).toMatchObject({ "content-encoding": "gzip", vary: "Accept-Encoding" });
      expect(small.headers["content-type"]).toContain("javascript");
      expect(Number(small.headers["content-length"])).toBe(gzipSync(SCRIPT).length);
    }
    expect((await get("/assets/index-abc.js", "gzip;q=0")).headers["content-encoding"]).toBeUndefined();
  });

  it("are the one page at every other address, and nothing beside their folder", async () => {
    writeFileSync(join(folder, "..", "beside-vexa-pages.txt"), "beside");
    for (const path of [
      "/",
      "/build",
      "/assets/gone.js",
      "/assets/",
      "/assets",
      "/..%2fbeside-vexa-pages.txt",
      "/assets/..%2f..%2fbeside-vexa-pages.txt",
      "/%00",
      `/assets/${"x".repeat(4000)}`,
    ]) {
      const answer = await get(path, "gzip");
      expect(answer.status, path).toBe(200);
      expect(String(answer.body), path).toContain("<title>Vexa</title>");
      expect(answer.headers["cache-control"], path).toBe("no-store");
    }
    rmSync(join(folder, "..", "beside-vexa-pages.txt"));
    expect((await get("/vexa.svg", "gzip")).headers["cache-control"]).toBe("public, max-age=3600");
  });
});
