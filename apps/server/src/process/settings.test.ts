import { describe, expect, it } from "vitest";
import { pino } from "pino";
import { withoutBaggage } from "./settings";

describe("a log line of an error", () => {
  it("says what happened and where, and nothing that hangs on it", () => {
    const lines: string[] = [];
    const log = pino({ serializers: { err: withoutBaggage } }, { write: (line: string) => void lines.push(line) });
    const error = Object.assign(new Error("Connection terminated"), { code: "57P01", client: { secretKey: 4711 } });
    log.error({ err: error }, "lost");
    expect(lines[0]).toContain('"message":"Connection terminated"');
    expect(lines[0]).toContain("57P01");
    expect(lines[0]).toContain("settings.test");
    expect(lines[0]).not.toContain("4711");
  });
});
