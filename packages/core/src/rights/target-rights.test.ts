import { describe, expect, it } from "vitest";
import type { PlayCommand } from "../playing/commands";
import { smallShow } from "../testing";
import { at, singer } from "../testing/follow-show";
import { ROLES, type Role } from "../territory/territory";
import { mayDo } from "./rights";

const COMMANDS: readonly PlayCommand[] = [
  { type: "target-at", targetId: "singer", place: at(1, 2, 3), by: "hand" },
  { type: "target-take", targetId: "singer" },
  { type: "target-free", targetId: "singer" },
  { type: "target-walk", targetId: "singer" },
  { type: "target-hold", on: true },
  { type: "target-off", on: true, targetIds: ["singer"] },
];
/** By the table of roles: whoever plays the show. */
const PLAYS: readonly Role[] = ["lead", "programmer", "operator"];

describe("targets", () => {
  it("are taken, held and left by those who play, and by nobody else", () => {
    const show = smallShow([singer]);
    const ann = show.get("person", "ann")!;
    for (const role of ROLES)
      for (const command of COMMANDS) {
        const refusal = mayDo(show, { ...ann, role }, command);
        expect([role, command.type, refusal?.code]).toEqual([role, command.type, PLAYS.includes(role) ? undefined : "reach.role"]);
      }
  });
});
