import { expect, it } from "vitest";
import { newId } from "./new-id";

it("is a UUID of version 4 and never the same twice", () => {
  const ids = Array.from({ length: 1000 }, newId);
  // RFC 9562, section 5.4 (from memory): version 4, variant 8 to b.
  for (const id of ids) expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  expect(new Set(ids).size).toBe(1000);
});
