import { spawn } from "node:child_process";
import { createSocket } from "node:dgram";
import { fileURLToPath } from "node:url";
import { describe, expect, it } from "vitest";

describe("the command that sends timecode", () => {
  it("sends while its input is open, and ends with it", async () => {
    const socket = createSocket("udp4");
    await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
    const first = new Promise<void>((resolve) => socket.once("message", () => resolve()));
    const source = spawn(
      process.execPath,
      [
        "--import",
        "tsx",
        fileURLToPath(new URL("./timecode-source.ts", import.meta.url)),
        "25",
        "01:00:00:00",
        String(socket.address().port),
      ],
      { stdio: ["pipe", "ignore", "inherit"] },
    );
    const ended = new Promise<number | null>((resolve) => source.once("exit", resolve));
    await first;
    expect(source.exitCode).toBeNull();
    source.stdin.end();
    expect(await ended).toBe(0);
    socket.close();
  });
});
