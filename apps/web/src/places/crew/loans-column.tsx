import { useEffect, useState } from "react";
import {
  extentOf,
  FAMILIES,
  mayLendFor,
  MOST_LOAN_MINUTES,
  ownership,
  type Family,
  type Loan,
  type Show,
  type TerritoryPart,
} from "@vexa/core";
import { useSelected } from "../../selection/use-selection";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { SomeOf } from "../../ui/one-of";
import { Choice, Option } from "../../ui/choice";
import { Field, TextInput } from "../../ui/field";
import { clockTime, dayAndTime } from "../../ui/moments";
import { headCount, loanWords } from "./crew-words";

/** Ask for heads, lend them, extend, take back; and what was lent before. */
export function LoansColumn(): React.JSX.Element {
  const show = useQuietShow();
  const loans = show.all("loan").toReversed();
  const open = loans.filter(({ state }) => state === "asked" || state === "lent");
  const over = loans.filter(({ state }) => state === "refused" || state === "ended");
  return (
    <>
      <section className="grid gap-2" aria-label="Loans">
        <h2 className="font-semibold">Asked for and lent</h2>
        {open.length === 0 && (
          <p className="text-[13px] text-ink-3">Nothing is lent. Select heads on the plan to ask for them, or to lend yours.</p>
        )}
        {open.map((loan) => (
          <OpenLoan key={loan.id} loan={loan} show={show} />
        ))}
      </section>
      <AskOrLend />
      <section className="grid gap-1.5" aria-label="Earlier loans">
        <h3 className="text-[13px] font-semibold">Before</h3>
        {over.length === 0 && <p className="text-[13px] text-ink-3">No loan is over yet.</p>}
        <ul className="grid gap-1.5 text-xs text-ink-2">
          {over.slice(0, 40).map((loan) => (
            <li key={loan.id}>
              <span className="block">{loanWords(show, loan)}</span>
              <span className="text-ink-3">
                {loan.state === "refused" ? "refused" : loan.lentAt === undefined ? "withdrawn" : `lent ${dayAndTime(loan.lentAt)}, back`}
                {loan.endedAt === undefined ? "" : ` ${clockTime(loan.endedAt)}`} · {nameOf(show, loan.decidedBy) ?? "by its time"}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}

function nameOf(show: Show, personId: string | undefined): string | null {
  return show.get("person", personId)?.name ?? null;
}

function OpenLoan({ loan, show }: { loan: Loan; show: Show }): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const [minutes, setMinutes] = useState(loan.minutes === null ? "" : String(loan.minutes));
  const holds = (territoryId: string): boolean => mayLendFor(me, show.get("territory", territoryId));
  const [lends, borrows] = [holds(loan.fromTerritoryId), holds(loan.toTerritoryId)];
  const time = readMinutes(minutes);
  return (
    <article className="grid gap-2 rounded border border-edge p-2.5 text-[13px]" aria-label={`Loan: ${loanWords(show, loan)}`}>
      <p>{loanWords(show, loan)}</p>
      <p className="text-xs text-ink-2">
        {loan.state === "asked" ? (
          <>
            {nameOf(show, loan.askedBy)} asks {loan.minutes === null ? "until it is taken back" : `for ${loan.minutes} min`}
          </>
        ) : (
          <>
            <span className="text-live">●</span> lent by {nameOf(show, loan.decidedBy)} · <TimeLeft endsAt={loan.endsAt} />
          </>
        )}
      </p>
      {lends && (
        <Field label="Minutes (none: until taken back)">
          <TextInput
            aria-label="Minutes of the loan"
            aria-invalid={time === "unreadable"}
            className="h-7 w-24 font-mono"
            value={minutes}
            onChange={({ target }) => setMinutes(target.value)}
            onKeyDown={(event) => event.stopPropagation()}
          />
        </Field>
      )}
      {time === "unreadable" && <p className="text-xs text-barred">▬ Whole minutes from 1 to {MOST_LOAN_MINUTES}, or nothing.</p>}
      <div className="flex flex-wrap gap-1.5">
        {lends && (
          <Button
            once
            size="small"
            tone={loan.state === "asked" ? "live" : "plain"}
            disabled={time === "unreadable"}
            onClick={() =>
              time !== "unreadable" && client.lend({ type: loan.state === "asked" ? "lend" : "extend", loanId: loan.id, minutes: time })
            }
          >
            {loan.state === "asked" ? "Lend" : "Set anew from now"}
          </Button>
        )}
        {lends && loan.state === "asked" && (
          <Button size="small" onClick={() => client.lend({ type: "refuse", loanId: loan.id })}>
            Refuse
          </Button>
        )}
        {(lends || borrows) && (loan.state === "lent" || !lends) && (
          <Button once size="small" onClick={() => client.lend({ type: "end", loanId: loan.id })}>
            {loan.state === "asked" ? "Withdraw" : lends ? "Take back" : "Give back"}
          </Button>
        )}
      </div>
    </article>
  );
}

function readMinutes(text: string): number | null | "unreadable" {
  if (text.trim() === "") return null;
  const minutes = Number(text);
  return Number.isInteger(minutes) && minutes >= 1 && minutes <= MOST_LOAN_MINUTES ? minutes : "unreadable";
}

function TimeLeft({ endsAt }: { endsAt: number | undefined }): React.JSX.Element {
  const [now, setNow] = useState(Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  if (endsAt === undefined) return <>until it is taken back</>;
  const seconds = Math.max(0, Math.round((endsAt - now) / 1000));
  return (
    <>
      until {clockTime(endsAt)}, <span className="font-mono">{`${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`}</span>{" "}
      left
    </>
  );
}

/** The selected heads: asked for where they are somebody else's, lent where they are one's own. */
function AskOrLend(): React.JSX.Element | null {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const { heads } = useSelected();
  const [families, setFamilies] = useState<readonly Family[]>(FAMILIES);
  const [minutes, setMinutes] = useState("10");
  const [toId, setToId] = useState("");
  if (extentOf(me, "lend") === "no") return null;
  const own = show.territories.filter((territory) => mayLendFor(me, territory));
  const owner = ownership({ territories: show.territories, lent: [], groupHeads: (id) => show.groupHeads(id) });
  const from =
    show.territories.find((territory) => heads.some(({ key }) => families.some((family) => owner(key, family)?.id === territory.id))) ??
    null;
  const part: TerritoryPart | null = from && {
    groupIds: [],
    heads: heads.map(({ key }) => key).filter((key) => families.some((family) => owner(key, family)?.id === from.id)),
    families,
  };
  const lends = from !== null && own.includes(from);
  const borrowers = lends ? show.territories.filter((territory) => territory !== from) : own;
  const to = borrowers.find(({ id }) => id === toId) ?? borrowers[0] ?? null;
  const time = readMinutes(minutes);
  const toggle = (family: Family): void => {
    const next = FAMILIES.filter((each) => (each === family) !== families.includes(each));
    if (next.length > 0) setFamilies(next);
  };
  return (
    <section className="grid gap-2 text-[13px]" aria-label="Ask or lend">
      <h3 className="font-semibold">{lends ? "Lend" : "Ask for"} the selection</h3>
      {heads.length === 0 ? (
        <p className="text-ink-3">Select heads on the plan.</p>
      ) : !from || !part ? (
        <p className="text-ink-3">Nobody has these heads: the lead can give them to a territory.</p>
      ) : (
        <>
          <p className="text-ink-2">
            {headCount(show, part)} of {heads.length} selected heads, from {from.name}
          </p>
          <SomeOf label="Families of the loan" values={families} among={FAMILIES} onTurned={toggle} />
          <div className="grid grid-cols-2 gap-2">
            <Field label={lends ? "To" : "For"}>
              <Choice aria-label="Borrower" value={to?.id ?? ""} onValue={(next) => setToId(next)}>
                {borrowers.map(({ id, name }) => (
                  <Option key={id} value={id}>
                    {name}
                  </Option>
                ))}
              </Choice>
            </Field>
            <Field label="Minutes (none: open)">
              <TextInput
                aria-label="Minutes asked for"
                aria-invalid={time === "unreadable"}
                className="font-mono"
                value={minutes}
                onChange={({ target }) => setMinutes(target.value)}
                onKeyDown={(event) => event.stopPropagation()}
              />
            </Field>
          </div>
          {time === "unreadable" && <p className="text-xs text-barred">▬ Whole minutes from 1 to {MOST_LOAN_MINUTES}, or nothing.</p>}
          {to ? (
            <Button
              once
              className="max-w-full justify-self-start"
              disabled={time === "unreadable"}
              onClick={() =>
                time !== "unreadable" &&
                client.lend({ type: lends ? "offer" : "ask", fromTerritoryId: from.id, toTerritoryId: to.id, part, minutes: time })
              }
            >
              <span className="truncate">{lends ? `Lend to ${to.name}` : `Ask ${from.name}`}</span>
            </Button>
          ) : (
            <p className="text-ink-3">
              {lends ? "There is no other territory to lend them to." : "You have no territory to borrow them for."}
            </p>
          )}
        </>
      )}
    </section>
  );
}
