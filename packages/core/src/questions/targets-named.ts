import { boxText } from "../follow/stage-box";
import type { Follow } from "../follow/target";
import { namedKnots } from "../shape/fan";
import type { Show } from "../show/show";

/** The ids of targets that a text names, one or several as the knots of a fan; null where a word names none. */
export function targetsNamed(show: Show, text: string): string[] | null {
  return namedKnots(text, (word) => {
    const name = word.toLowerCase();
    return name === "" ? undefined : show.all("target").find((target) => target.name.trim().toLowerCase() === name)?.id;
  });
}

/** The targets of a follow by name, as `targetsNamed` reads them. */
export function followedNames(show: Show, { targetIds }: Follow): string {
  return targetIds.map((id) => show.target(id)?.name ?? "somebody").join("..");
}

const rounded = (value: number): number => Math.round(value * 100) / 100;

/** "follows Voice, 2 m around, 0.3 s ahead, 0,0,0.5 beside". */
export function followWords(show: Show, follow: Follow): string {
  const { ring, leadSeconds, smoothSeconds, mostSpeed, offset, within, width, edge, light } = follow;
  return [
    `follows ${followedNames(show, follow)}`,
    width ? `${rounded(width)} m wide` : "",
    edge ? `fades ${rounded(edge)} m before the edge` : "",
    light === undefined ? "" : `${rounded(light)} %`,
    ring ? `${rounded(ring)} m around` : "",
    leadSeconds ? `${rounded(leadSeconds)} s ahead` : "",
    smoothSeconds ? `softly over ${rounded(smoothSeconds)} s` : "",
    mostSpeed ? `${rounded(mostSpeed)} m/s at the most` : "",
    offset ? `${[offset.x, offset.y, offset.z].map(rounded).join(",")} beside` : "",
    within ? `within ${boxText(within)}` : "",
  ]
    .filter(Boolean)
    .join(", ");
}
