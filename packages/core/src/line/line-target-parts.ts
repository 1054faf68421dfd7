import { LEAST_EDGE, LEAST_WIDTH, MOST_EDGE, MOST_FOLLOWED, MOST_WIDTH, type Follow, type Target } from "../follow/target";
import type { Change } from "../document/transaction";
import { inTurn } from "../edits/sketch-edits";
import { ok, type Result } from "../errors/result";
import type { Show } from "../show/show";
import { knotWords } from "../shape/fan";
import { readQuantity } from "../units/read-quantity";
import { apartFromNames, followOptionsText, readFollowOptions } from "./follow-options";
import { hasAttribute } from "./line-attributes";
import { named, notRead } from "./line";
import { kept, put, type ReadPart, type Spot } from "./line-spot";

/** The targets of a text, two dots between them. */
function readTargets(text: string, { context: { show } }: Spot): Result<Target[]> {
  const targets = knotWords(text).map((word) => named(show.all("target"), word, { name: ({ name }) => name, what: "target" }));
  const wrong = targets.find((target) => !target.ok);
  if (wrong && !wrong.ok) return wrong;
  if (targets.length > MOST_FOLLOWED) return notRead(text, `heads lie between ${MOST_FOLLOWED} targets at the most`);
  return ok(targets.flatMap((target) => (target.ok ? target.value : [])));
}

/** `Voice..Horn around 2 within -4 -2 0..4 3 2`: whom heads follow, and how, and both as they are written and said. */
function readFollowed(text: string, spot: Spot): Result<{ follow: Follow; written: string; said: string }> {
  // A target may be called "Walk around": names alone come first.
  const plain = readTargets(text, spot);
  const { names, options } = plain.ok ? { names: text, options: "" } : apartFromNames(text);
  const found = plain.ok ? plain : readTargets(names, spot);
  if (!found.ok) return found;
  const read = readFollowOptions(options);
  if (!read.ok) return read;
  const whom = found.value.map(({ name }) => name);
  const follow = { targetIds: found.value.map(({ id }) => id), ...read.value };
  const how = followOptionsText(follow);
  return ok({ follow, written: `${whom.join("..")}${how}`, said: `${whom.join(" to ")}${how}` });
}

export function readFollow(text: string, spot: Spot): Result<ReadPart> {
  const found = readFollowed(text, spot);
  if (!found.ok) return found;
  const { follow, written, said } = found.value;
  if (!hasAttribute(spot, "Position")) return notRead("follow", "none of these heads moves");
  spot.attributes.push("Position");
  const edit = put(spot, "Position", (present) => ({ ...kept(present), follow }));
  return ok({ text: `follow ${written}`, says: `follows ${said}`, edit });
}

export function readWide(text: string, spot: Spot): Result<ReadPart> {
  const { metres, whom } = /^(?<metres>\S+)(?: ?m)? on (?<whom>.+)$/i.exec(text)?.groups ?? {};
  const width = metres === undefined ? null : readQuantity(metres, "metres");
  if (width === null || !(width >= LEAST_WIDTH && width <= MOST_WIDTH))
    return notRead(text, `write how wide and on whom, such as wide 2 on Voice: ${LEAST_WIDTH} to ${MOST_WIDTH} m`);
  const found = readFollowed(whom!, spot);
  if (!found.ok) return found;
  const { written, said } = found.value;
  // Lamps without a zoom may have an iris; of those that have both it closes where the zoom is too wide.
  const own = (["Zoom", "Iris"] as const).filter((attribute) => hasAttribute(spot, attribute));
  if (own.length === 0) return notRead("wide", "none of these heads zooms or has an iris");
  spot.attributes.push(...own);
  const follow = { ...found.value.follow, width };
  const edits = own.map((attribute) => put(spot, attribute, (present) => ({ ...kept(present), follow })));
  const edit = (show: Show): Change[] => inTurn(show, edits);
  return ok({ text: `wide ${width} on ${written}`, says: `${width} m wide on ${said}`, edit });
}

export function readEdge(text: string, spot: Spot): Result<ReadPart> {
  const { metres, names, percent } =
    /^(?<metres>\S+)(?: ?m)? on (?<names>.+?)(?: at (?<percent>\d[\d.,]*) ?%?)?$/i.exec(text)?.groups ?? {};
  const edge = metres === undefined ? null : readQuantity(metres, "metres");
  if (edge === null || !(edge >= LEAST_EDGE && edge <= MOST_EDGE))
    return notRead(text, `write over how much and on whom, such as edge 2 on Voice: ${LEAST_EDGE} to ${MOST_EDGE} m`);
  const light = percent === undefined ? null : readQuantity(percent, "percent");
  if (percent !== undefined && !(light !== null && light >= 0 && light <= 100)) return notRead(percent, "write 0 to 100 percent");
  const found = readTargets(names!, spot);
  if (!found.ok) return found;
  if (!hasAttribute(spot, "Dimmer")) return notRead("edge", "none of these heads has a dimmer");
  spot.attributes.push("Dimmer");
  const follow = { targetIds: found.value.map(({ id }) => id), edge, ...(light === null ? {} : { light }) };
  const edit = put(spot, "Dimmer", (present) => ({ ...kept(present), follow }));
  const of = found.value.map(({ name }) => name);
  const at = light === null ? "" : ` at ${light}`;
  return ok({
    text: `edge ${edge} on ${of.join("..")}${at}`,
    says: `fades out ${edge} m before the edge of ${of.join(" to ")}${at}${at && " %"}`,
    edit,
  });
}
