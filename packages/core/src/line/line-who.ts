import { ok, type Result } from "../errors/result";
import { parkedOf } from "../playing/parked-heads";
import type { HeadKey } from "../rig/fixture";
import { litHeads } from "../selection/find-heads";
import { NO_GROUP, readWho, type NamedHeads } from "../selection/read-who";
import { selectedHeads } from "../selection/selection";
import { spelledWho } from "../selection/spell-who";
import type { Who } from "../selection/who";
import type { LineContext } from "./line";

/** What words for heads are read with; without `values` nobody knows what is lit. */
type OfWhom = Pick<LineContext, "show" | "selection"> & Partial<Pick<LineContext, "values">>;

export interface Meant {
  readonly who: Who;
  readonly heads: readonly HeadKey[];
}

/** The heads that words mean, as typed selections have them. */
export function whoMeant(text: string, context: OfWhom): Result<Meant> {
  const read = readWho(text, namesOf(context));
  return read.ok ? ok({ who: read.value, heads: selectedHeads(read.value, context.show) }) : read;
}

/** The same where people type nothing but who: what isn't written as the grammar has it is read as they say it. `text`: in the grammar's words. */
export function whoSaid(text: string, context: OfWhom): Result<Meant & { readonly text: string }> {
  const strict = whoMeant(text, context);
  if (strict.ok) return ok({ ...strict.value, text });
  const spelled = spelledWho(text, namesOf(context));
  if (!spelled.ok) return strict.error.details["why"] === NO_GROUP ? spelled : strict;
  const read = whoMeant(spelled.value, context);
  return read.ok ? ok({ ...read.value, text: spelled.value }) : read;
}

function namesOf({ show, selection, values }: OfWhom): NamedHeads {
  return {
    rig: show.rig,
    groups: show.all("group"),
    selection,
    groupHeads: (id) => show.groupHeads(id),
    placed: (key) => show.placed(key),
    ...(values && { lit: () => litHeads(show.rig, values) }),
    parked: () =>
      parkedOf(
        show,
        show.rig.heads.map(({ key }) => key),
      ),
  };
}
