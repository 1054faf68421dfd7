import { targetStateIdOf, type Show } from "@vexa/core";
import { useFromClient, useQuietShow } from "../session/show-context";
import { followersLeft, NOBODY_FOLLOWS } from "../stage/target-now";
import { StripNote } from "./strip-note";

/** That nobody follows who was to be followed: seen from every place. */
export function UnfollowedNote(): React.JSX.Element | null {
  const view = useQuietShow();
  const offs = view.all("targetOff").filter(({ off }) => off);
  const names = offs.flatMap(({ targetId }) => view.target(targetId)?.name ?? []);
  if (names.length === 0) return null;
  const all = names.length === view.all("target").length;
  const who = followersLeft(offs);
  return (
    <StripNote
      to="/rig/targets"
      title={`${who === NOBODY_FOLLOWS ? "Nobody follows" : `Of those who follow, ${who}:`} ${names.join(", ")}`}
    >
      ▪ {who}
      {all ? "" : ` ${names.join(", ")}`}
    </StripNote>
  );
}

/** That targets stand still, are in somebody's hand or on their walk, whatever is heard of them: seen from every place. */
export function TargetsNote(): React.JSX.Element | null {
  const words = useFromClient(({ view }) => targetsKept(view));
  if (words === "") return null;
  return (
    <StripNote to="/rig/targets" title={`Whatever is heard: ${words}`}>
      ▪ {words}
    </StripNote>
  );
}

/** "all targets held", "Voice held · Horn by hand · Drums on a walk"; nothing where all go by what is heard. */
function targetsKept(show: Show): string {
  const targets = show.all("target").map(({ id, name }) => ({ name, state: show.get("targetState", targetStateIdOf(id)) }));
  const words = (kept: typeof targets, how: string): string[] => {
    if (kept.length === 0) return [];
    const all = kept.length > 1 && kept.length === targets.length;
    return [`${all ? "all targets" : kept.map(({ name }) => name).join(", ")} ${how}`];
  };
  const held = targets.filter(({ state }) => state?.held === true);
  const hands = targets.filter(({ state }) => state !== null && state.handId !== null && !state.held);
  const walks = targets.filter(({ state }) => state?.walk !== undefined);
  return [...words(held, "held"), ...words(hands, "by hand"), ...words(walks, "on a walk")].join(" · ");
}
