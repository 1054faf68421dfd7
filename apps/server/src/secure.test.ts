import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { request } from "node:https";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { io } from "socket.io-client";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { NotThisWay } from "./start";
import { serverOnBench } from "./testing/server-on-bench";

const VEXA = new URL("../../../vexa", import.meta.url).pathname;
let folder: string;
let server: Awaited<ReturnType<typeof serverOnBench>>;
let cert: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "vexa-tls-"));
  execFileSync(VEXA, ["certificate", folder], { stdio: "ignore" });
  cert = readFileSync(join(folder, "cert.pem"), "utf8");
  server = await serverOnBench({ tls: { cert, key: readFileSync(join(folder, "key.pem"), "utf8") } });
});
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true });
});

/** Over HTTPS, trusting that certificate alone. */
function ask(method: string, path: string, body?: object): Promise<{ status: number; cookie: string }> {
  return new Promise((resolve, reject) => {
    const asked = request(
      { host: "127.0.0.1", port: server.port, method, path, ca: cert, headers: { "content-type": "application/json" } },
      (response) => {
        response.resume();
        response.on("end", () => resolve({ status: response.statusCode!, cookie: response.headers["set-cookie"]?.[0] ?? "" }));
      },
    );
    asked.on("error", reject);
    asked.end(body && JSON.stringify(body));
  });
}

describe("a server for more than this machine", () => {
  it("speaks HTTPS with a certificate of its own making, and gives cookies that go no other way", async () => {
    const { status, cookie } = await ask("POST", "/api/session", { signInName: "ines", password: "palm-house-1" });
    expect(status).toBe(201);
    expect(cookie).toMatch(/; Secure/i);
    expect(cookie).toMatch(/; HttpOnly/i);
    const socket = io(`https://127.0.0.1:${server.port}`, {
      ...{ transports: ["websocket"], extraHeaders: { cookie: cookie.split(";")[0]! }, reconnection: false },
      ca: cert as unknown as string,
    } as never);
    await new Promise((resolve, reject) => {
      socket.once("connect", () => resolve(null));
      socket.once("connect_error", reject);
    });
    socket.close();
  });

  it("speaks plain HTTP on loopback besides", async () => {
    expect((await fetch(`http://127.0.0.1:${server.plainPort}/api/session`)).status).toBe(401);
  });

  it("isn't started without a certificate, nor while passwords stand in the docs", async () => {
    await expect(serverOnBench({ keep: "database", host: "0.0.0.0" })).rejects.toThrow(/demo passwords/);
    await expect(serverOnBench({ keep: "database", host: "0.0.0.0" })).rejects.toThrow(NotThisWay);
    await server.source.query(`UPDATE account SET has_demo_password = false`);
    await expect(serverOnBench({ keep: "database", host: "0.0.0.0" })).rejects.toThrow(/by HTTPS alone/);
  });
});
