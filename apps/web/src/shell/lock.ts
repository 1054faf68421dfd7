import { refuse } from "../ui/messages";
import { lockScreen } from "../session/api";

/** Nothing can be done from this browser until its screen is unlocked. */
export function lock(): void {
  lockScreen().catch((error: unknown) => refuse((error as Error).message));
}
