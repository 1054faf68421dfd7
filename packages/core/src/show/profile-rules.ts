import type { UserError } from "../errors/result";
import type { Profile } from "../rig/profile";
import { profileFlaws } from "../rig/profile-flaws";
import type { Show } from "./show";

/** What of a profile doesn't fit together, or which lamps lose their mode by it. */
export function profileInUse(profile: Profile, show: Show): UserError | null {
  const [flaw] = profileFlaws(profile);
  if (flaw) {
    const mode = profile.modes[flaw.mode]!;
    const where = flaw.channel === null ? mode.name : `${mode.name}, channel ${flaw.channel + 1}`;
    return { code: "value.invalid", details: { field: `The profile ${profile.model}`, value: where, why: flaw.why } };
  }
  const modes = new Set(profile.modes.map(({ id }) => id));
  const lost = show.all("fixture").filter(({ profileId, modeId }) => profileId === profile.id && !modes.has(modeId));
  if (lost.length === 0) return null;
  const users =
    lost
      .slice(0, 3)
      .map(({ name }) => name)
      .join(", ") + (lost.length > 3 ? ` and ${lost.length - 3} more` : "");
  return { code: "record.in-use", details: { name: `A mode of ${profile.model}`, users } };
}
