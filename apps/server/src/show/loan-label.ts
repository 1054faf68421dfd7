import type { LoanCommand, Person, Show } from "@vexa/core";

/** A line of history about a loan: "Tomasz lent 8 heads of Ribs to Pixels for 5 minutes". */
export function loanLabel(show: Show, command: LoanCommand, person: Person | null): string {
  const loan = "loanId" in command ? show.get("loan", command.loanId) : command;
  const name = (id: string | undefined): string => show.get("territory", id)?.name ?? "a territory";
  const heads = loan ? new Set([...loan.part.heads, ...loan.part.groupIds.flatMap((id) => show.groupHeads(id) ?? [])]).size : 0;
  const what = `${heads === 1 ? "1 head" : `${heads} heads`} of ${name(loan?.fromTerritoryId)}`;
  const to = name(loan?.toTerritoryId);
  const time = "minutes" in command && command.minutes !== null ? ` for ${command.minutes} min` : " until taken back";
  switch (command.type) {
    case "ask":
      return `Asked to borrow ${what} for ${to}`;
    case "offer":
    case "lend":
      return `Lent ${what} to ${to}${time}`;
    case "extend":
      return `Lent ${what} to ${to} longer${time}`;
    case "refuse":
      return `Refused to lend ${what} to ${to}`;
    case "end":
      return person ? `${what} went back from ${to}` : `The time of the loan was over: ${what} went back from ${to}`;
  }
}
