import { describe, expect, it } from "vitest";
import { apply } from "../document/apply";
import { smallShow } from "../testing";
import { givenRoles, rolesIn } from "./given-roles";

describe("the roles of another show", () => {
  it("are everybody's who is named there, but for whoever opens it", () => {
    const show = smallShow();
    const roles = { ann: "guest", ben: "lead", olu: "operator", nobody: "lead", constructor: "lead" } as const;
    const applied = apply(show.records, givenRoles(show, roles, "ann"));
    expect(applied.ok && rolesIn(show.withRecords(applied.value))).toEqual({
      ann: "lead",
      ben: "lead",
      cleo: "programmer",
      olu: "operator",
    });
    expect(givenRoles(show, rolesIn(show), "olu")).toEqual([]);
    expect(givenRoles(show, {}, "ann")).toEqual([]);
  });
});
