import { fields, integerIn, nullable, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import type { Person } from "./territory";

/** A machine that may play: a wing, a program that sends OSC, a source of timecode. Let in by the lead; all others are not heard. */
export interface Device {
  readonly id: string;
  readonly kind: "device";
  readonly version: number;
  readonly name: string;
  /** Where it sends from: an IP address. */
  readonly address: string;
  /** Plays as the lead would; as the people of a territory; or the cards of one page alone. */
  readonly plays: "everything" | "territory" | "page";
  readonly territoryId: string | null;
  readonly pageId?: string;
  /** The UDP port at which it hears OSC; none = nothing is said to it. */
  readonly port?: number;
}

export const deviceSchema: Schema<Device> = fields<Device>({
  id: textUpTo(64),
  kind: oneOf(["device"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  address: textUpTo(64),
  plays: oneOf(["everything", "territory", "page"]),
  territoryId: nullable(textUpTo(64)),
  pageId: optional(textUpTo(64)),
  port: optional(integerIn(1, 65535)),
});

/** A device as rights and records see it: like a person of the role that fits. */
export function actorOf({ id, name, plays, version }: Pick<Device, "id" | "name" | "plays" | "version">): Person {
  const role = plays === "everything" ? "lead" : plays === "territory" ? "operator" : "guest";
  return { id, kind: "person", version, name, initials: name.slice(0, 2), role };
}
