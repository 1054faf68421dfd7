import { Link } from "react-router";
import { targetStateIdOf, type Show } from "@vexa/core";
import { useFromClient, useQuietShow } from "../session/show-context";
import { followersLeft, NOBODY_FOLLOWS } from "../stage/target-now";

/** That nobody follows who was to be followed: seen from every place. */
export function UnfollowedNote(): React.JSX.Element | null {
  const view = useQuietShow();
  const offs = view.all("targetOff").filter(({ off }) => off);
  const names = offs.flatMap(({ targetId }) => view.target(targetId)?.name ?? []);
  if (names.length === 0) return null;
  const all = names.length === view.all("target").length;
  const who = followersLeft(offs);
  return (
    <Link
      to="/rig/targets"
      className="max-w-48 truncate rounded border border-parked px-2 py-1 text-[13px] text-parked"
      title={`${who === NOBODY_FOLLOWS ? "Nobody follows" : `Of those who follow, ${who}:`} ${names.join(", ")}`}
    >
      ▪ {who}
      {all ? "" : ` ${names.join(", ")}`}
    </Link>
  );
}

/** That targets stand still or are in somebody's hand, whatever is heard of them: seen from every place. */
export function TargetsNote(): React.JSX.Element | null {
  const words = useFromClient(({ view }) => targetsKept(view));
  if (words === "") return null;
  return (
    <Link
      to="/rig/targets"
      className="max-w-48 truncate rounded border border-parked px-2 py-1 text-[13px] text-parked"
      title={`Whatever is heard: ${words}`}
    >
      ▪ {words}
    </Link>
  );
}

/** "all targets held", "Voice held · Horn by hand"; nothing where all go by what is heard. */
function targetsKept(show: Show): string {
  const targets = show.all("target").map(({ id, name }) => ({ name, state: show.get("targetState", targetStateIdOf(id)) }));
  const namesOf = (kept: typeof targets): string => kept.map(({ name }) => name).join(", ");
  const hands = targets.filter(({ state }) => state !== null && state.handId !== null && !state.held);
  const held = targets.filter(({ state }) => state?.held === true);
  const all = held.length === targets.length && held.length > 1;
  return [
    held.length > 0 && `${all ? "all targets" : namesOf(held)} held`,
    hands.length > 0 && `${hands.length === targets.length && hands.length > 1 ? "all targets" : namesOf(hands)} by hand`,
  ]
    .filter(Boolean)
    .join(" · ");
}
