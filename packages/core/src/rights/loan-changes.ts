import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result, type UserError } from "../errors/result";
import type { HeadKey } from "../rig/fixture";
import type { Park } from "../playback/stage-state";
import { sketchIdOf } from "../stroke/sketch";
import type { Loan } from "../territory/loan";
import { addParts, hasFamily, lentBits, reachOf } from "../territory/reach";
import { mayLendFor } from "../territory/own-territory";
import { extentOf } from "../territory/role-table";
import type { Person, TerritoryPart } from "../territory/territory";
import { attributeInfo, FAMILIES, isAttribute, type Attribute } from "../rig/attributes";
import { strokesWithin } from "./clip";
import { edit } from "../show/edit";
import type { Show } from "../show/show";

/** What people do with loans. `minutes` null = until it is taken back. */
export type LoanCommand =
  /** `offer` lends what nobody asked for. */
  | {
      readonly type: "ask" | "offer";
      readonly fromTerritoryId: string;
      readonly toTerritoryId: string;
      readonly part: TerritoryPart;
      readonly minutes: number | null;
    }
  | { readonly type: "lend" | "extend"; readonly loanId: string; readonly minutes: number | null }
  | { readonly type: "refuse" | "end"; readonly loanId: string };

interface By {
  /** Null when its time ended it. */
  readonly person: Person | null;
  /** Milliseconds since 1970. */
  readonly now: number;
  /** For a loan that begins. */
  readonly newId: string;
}

/**
 * The changes that a command about loans comes to. When heads go back, what the borrower's people have there in their sketches and
 * in park goes with them, in the same edit.
 */
export function loanChanges(show: Show, command: LoanCommand, by: By): Result<Change[]> {
  if (by.person && extentOf(by.person, "lend") === "no")
    return fail("reach.role", { what: "Lending and borrowing", who: "programmers and the lead" });
  if (!("loanId" in command)) return begun(show, command, by);
  const loan = show.get("loan", command.loanId);
  if (!loan) return fail("record.unknown", { what: "loan" });
  const refused = mayDecide(show, loan, { type: command.type, person: by.person });
  if (refused) return { ok: false, error: refused };
  const fits =
    command.type === "lend" || command.type === "refuse" ? loan.state === "asked" : loan.state === "lent" || loan.state === "asked";
  if (!fits) return fail("loan.over", { state: loan.state });
  const decidedBy = by.person?.id;
  switch (command.type) {
    case "lend": {
      const lost = notHeld(show, loan);
      if (lost) return { ok: false, error: lost };
      return ok(
        changed(loan, { ...lentFrom(by.now, command.minutes), state: "lent", minutes: command.minutes, decidedBy, lentAt: by.now }),
      );
    }
    case "extend":
      if (loan.state !== "lent") return fail("loan.over", { state: "not lent yet, or over" });
      return ok(changed(loan, { ...lentFrom(by.now, command.minutes), minutes: command.minutes, decidedBy }));
    case "refuse":
      return ok(changed(loan, { state: "refused", decidedBy, endedAt: by.now }));
    case "end": {
      const ending = changed(loan, { state: "ended", decidedBy, endedAt: by.now });
      return loan.state === "lent" ? withBorrowersCleared(show, loan, ending) : ok(ending);
    }
  }
}

function lentFrom(now: number, minutes: number | null): { endsAt: number | undefined } {
  return { endsAt: minutes === null ? undefined : now + minutes * 60_000 };
}

function changed(loan: Loan, next: { [K in keyof Loan]?: Loan[K] | undefined }): Change[] {
  return (Object.keys(next) as (keyof Loan)[])
    .filter((field) => loan[field] !== next[field])
    .map((field) => setChange(loan.id, [field], { from: loan[field], to: next[field] }));
}

function begun(show: Show, command: Extract<LoanCommand, { type: "ask" | "offer" }>, { person, now, newId }: By): Result<Change[]> {
  const { fromTerritoryId, toTerritoryId, part, minutes, type } = command;
  const [from, to] = [show.get("territory", fromTerritoryId), show.get("territory", toTerritoryId)];
  if (!from || !to) return fail("record.unknown", { what: "territory" });
  if (from === to) return fail("value.invalid", { field: "The borrower", value: to.name, why: "it is the lender" });
  const whose = type === "ask" ? to : from;
  if (!person || !mayLendFor(person, whose))
    return fail("reach.role", {
      what: type === "ask" ? `Borrowing for ${whose.name}` : `Lending from ${whose.name}`,
      who: "its people and the lead",
    });
  const loan: Loan = {
    ...{ id: newId, kind: "loan", version: 1, fromTerritoryId, toTerritoryId, part, minutes, askedBy: person.id, askedAt: now },
    ...(type === "ask" ? { state: "asked" } : { state: "lent", decidedBy: person.id, lentAt: now }),
    ...(type === "offer" && minutes !== null ? { endsAt: now + minutes * 60_000 } : {}),
  };
  const lost = notHeld(show, loan);
  return lost ? { ok: false, error: lost } : ok([{ op: "add", record: loan }]);
}

/** Null when the person may decide on this loan: the lender's people and the lead; ending it is also for the borrower's. */
function mayDecide(show: Show, loan: Loan, { type, person }: { type: LoanCommand["type"]; person: Person | null }): UserError | null {
  if (!person) return null;
  const lender = show.get("territory", loan.fromTerritoryId);
  const borrower = show.get("territory", loan.toTerritoryId);
  if (mayLendFor(person, lender) || (type === "end" && mayLendFor(person, borrower))) return null;
  return {
    code: "reach.role",
    details: { what: "Deciding on this loan", who: `the people of ${lender?.name ?? "the lender"} and the lead` },
  };
}

/** Null when the lender holds all of it and hasn't lent it to somebody else. */
function notHeld(show: Show, { id, fromTerritoryId, part }: Loan): UserError | null {
  const from = show.get("territory", fromTerritoryId);
  const held = addParts(new Map(), from?.parts ?? [], show);
  const away = addParts(
    new Map(),
    show.lent.filter((other) => other.id !== id && other.fromTerritoryId === fromTerritoryId).map((other) => other.part),
    show,
  );
  const wanted = addParts(new Map(), [part], show);
  const missing = (head: HeadKey): boolean =>
    FAMILIES.some((family) => hasFamily(wanted, head, family) && (!hasFamily(held, head, family) || hasFamily(away, head, family)));
  const heads = [...wanted.keys()].filter(missing);
  if (heads.length === 0 && wanted.size > 0) return null;
  const what = wanted.size === 0 ? "nothing at all" : `${heads.length} of ${wanted.size} heads with these families now`;
  return { code: "loan.not-theirs", details: { owner: from?.name ?? "that territory", what } };
}

/** Takes out of sketches and park what their owners can't reach any more. */
function withBorrowersCleared(show: Show, loan: Loan, changes: Change[]): Result<Change[]> {
  const after = edit(show, changes);
  if (!after.ok) return after;
  const people = (show.get("territory", loan.toTerritoryId)?.personIds ?? []).flatMap((id) => show.get("person", id) ?? []);
  const lent = lentBits(loan, show);
  const cleared = people.flatMap((person): Change[] => {
    const reach = reachOf(person, after.value);
    const sketch = show.sketchOf(person.id);
    const within = sketch && strokesWithin(after.value, person, sketch.strokes);
    const parks = show.all("park").filter(({ personId, head }) => personId === person.id && (lent.get(head) ?? 0) !== 0);
    return [
      ...(sketch && within !== sketch.strokes ? [setChange(sketchIdOf(person.id), ["strokes"], { from: sketch.strokes, to: within })] : []),
      ...parks.flatMap((park) =>
        freed(park, (attribute) => {
          const { family } = attributeInfo(attribute);
          return !hasFamily(lent, park.head, family) || reach(park.head, family);
        }),
      ),
    ];
  });
  return ok([...changes, ...cleared]);
}

/** Frees what of a park is no longer its owner's. */
function freed(park: Park, isWithin: (attribute: Attribute) => boolean): Change[] {
  const kept = Object.fromEntries(Object.entries(park.values).filter(([name]) => !isAttribute(name) || isWithin(name)));
  if (Object.keys(kept).length === Object.keys(park.values).length) return [];
  if (Object.keys(kept).length === 0) return [{ op: "remove", record: park }];
  return [setChange(park.id, ["values"], { from: park.values, to: kept })];
}
