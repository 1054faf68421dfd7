import { coatedSeconds, type Coat } from "../playback/coat";
import { coatDrives } from "../show/coat-drives";
import type { Show } from "../show/show";
import { placesAlong } from "../shape/travel";
import { isColumn, type Content } from "../stroke/column";
import type { Seconds } from "../units/units";
import { startsInRun, startsOf } from "./carry-over";
import { compile, type TimesOfRows } from "./compile";
import type { SourceContext, StartingPoint } from "./make-source";
import { timesInRun, timesOfContent } from "./row-times";
import { RANK_OF, Source } from "./source";
import { rowNumbers } from "./numbers-of";

/** The source of a coat of a colour board, or null while it says nothing. It fades from what is on stage, each head when its place along the travel says. */
export function coatSource(coat: Coat, { show, merged }: SourceContext, { retimed }: Pick<StartingPoint, "retimed"> = {}): Source | null {
  const resolved = coatDrives(show, coat);
  if (!resolved || resolved.content.length === 0) return null;
  const { rig } = show;
  const { content } = resolved;
  const isLevel = coat.layer === "level";
  const onStage = (parameter: number): number => merged[parameter]!;
  const startOf = retimed ? startsOf(retimed.present, onStage) : isLevel ? () => 0 : onStage;
  const own = (): TimesOfRows => {
    const times = timesOfContent({ inSeconds: coat.fadeSeconds }, content, { rig, startOf, chosen: undefined });
    addTravel(times, content, { coat, show });
    return times;
  };
  const times = retimed ? timesInRun(content, own, { present: retimed.present, elapsed: coatedSeconds(coat, retimed.at) }) : own();
  const compiled = compile(content, { times, inSeconds: coat.fadeSeconds });
  const source = new Source({
    id: coat.id,
    compiled,
    reads: resolved.reads,
    from: retimed ? startsInRun(compiled.parameters, retimed.present, onStage) : rowNumbers(compiled.parameters, startOf),
    startSeconds: coat.goSeconds,
    level: isLevel ? coat.level! : 1,
    htpCount: isLevel ? rig.htpCount : 0,
  });
  const { furtherSeconds = 0 } = coat;
  source.pause = { since: null, heldSeconds: 0 - furtherSeconds };
  source.rank = RANK_OF[show.get("board", coat.boardId)?.priority ?? "normal"];
  return source;
}

/** Delays by the places of the heads along the travel. */
function addTravel(times: TimesOfRows, content: readonly Content[], { coat, show }: { coat: Coat; show: Show }): void {
  const { travel, travelSeconds } = coat;
  if (!travel || travelSeconds === 0) return;
  const { parameters } = show.rig;
  const heads = new Set(content.flatMap((one) => parametersOf(one).map((parameter) => parameters[parameter]!.head)));
  const places = placesAlong(
    [...heads].map(({ position }) => position),
    travel,
  );
  const delayOf = new Map<unknown, Seconds>([...heads].map((head, at) => [head, places[at]! * travelSeconds]));
  let at = 0;
  for (const one of content)
    for (const parameter of parametersOf(one)) times.delays[at] = times.delays[at++]! + delayOf.get(parameters[parameter]!.head)!;
}

function parametersOf(content: Content): number[] {
  return isColumn(content) ? [...content.parameters] : content.map(({ parameter }) => parameter);
}
