import { attributeInfo, type Attribute } from "../rig/attributes";

/**
 * How a motion that rides meets what lies beneath it, in place of being added: it scales it, shows where it is brighter, or covers it as far
 * as its size, its opacity then, says.
 */
export const MEETS = ["multiplies", "lightens", "covers"] as const;
export type Meets = (typeof MEETS)[number];

/** The same for one parameter, as the engine has it: of colours that take away light is what they leave. */
export const [ADDS, MULTIPLIES, LIGHTENS, MULTIPLIES_LEFT, LIGHTENS_LEFT, COVERS] = [0, 1, 2, 3, 4, 5] as const;
export type Meeting = typeof ADDS | typeof MULTIPLIES | typeof LIGHTENS | typeof MULTIPLIES_LEFT | typeof LIGHTENS_LEFT | typeof COVERS;

export function meetingOf(attribute: Attribute, meets: Meets | undefined): Meeting {
  if (meets === undefined) return ADDS;
  if (meets === "covers") return COVERS;
  const takes = attributeInfo(attribute).mixing === "takes";
  if (meets === "multiplies") return takes ? MULTIPLIES_LEFT : MULTIPLIES;
  return takes ? LIGHTENS_LEFT : LIGHTENS;
}

/** What a motion says that changes nothing, whatever lies beneath; what covers says nothing of the kind. */
export function neutralOf(meeting: Exclude<Meeting, typeof COVERS>): 0 | 1 {
  return meeting === MULTIPLIES || meeting === LIGHTENS_LEFT ? 1 : 0;
}

/** What comes of a value and what rides on it, both in parts of the channel's range, the latter in a share of 0..1. */
export function met(value: number, swing: number, share: number, meeting: number): number {
  switch (meeting) {
    case MULTIPLIES:
      return value * (1 + (swing - 1) * share);
    case MULTIPLIES_LEFT:
      return value + (1 - value) * swing * share;
    case LIGHTENS:
      return swing > value ? value + (swing - value) * share : value;
    case LIGHTENS_LEFT:
      return swing < value ? value + (swing - value) * share : value;
    case COVERS:
      return value + (swing - value) * share;
    default:
      return value + swing * share;
  }
}
