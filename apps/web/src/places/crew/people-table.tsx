import { useState } from "react";
import useSWR from "swr";
import { refuse } from "../../ui/messages";
import { extentOf, ROLES, setChange, type AccountLine, type Person, type PresenceEntry, type Role, territoriesOf } from "@vexa/core";
import { fetchAccounts, invite, newFirstPassword, takeSignInAway, type FirstPassword } from "../../session/api";
import { useClient, useFromClient, useMe, useQuietShow } from "../../session/show-context";
import { following } from "../../shell/follow";
import { placeName } from "../../shell/place-name";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { DataTable, type TableColumn } from "../../ui/data-table";
import { AskFirst } from "../../ui/ask-first";
import { InviteSheet } from "./invite-sheet";
import { PhoneCode } from "./phone-code";

/** With two buttons one above the other. */
const LEADS_ROW_HEIGHT = 65;

/** Everybody of the show: role, territory, where they are; the lead invites people and gives roles. */
export function PeopleTable(): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const show = useQuietShow();
  const presence = useFromClient((of) => of.presence);
  const leads = extentOf(me, "crew") === "all";
  const { data: accounts, mutate } = useSWR(leads ? "people" : null, fetchAccounts);
  const [shown, setShown] = useState<FirstPassword | null>(null);
  const tell = (given: Promise<FirstPassword | void>): void =>
    void given
      .then((password) => {
        if (password) setShown(password);
        void mutate();
      })
      .catch((error: Error) => refuse(error.message));
  const people = show.all("person").map((person): Row => ({
    person,
    me,
    territories:
      person.role === "lead"
        ? "the whole rig"
        : territoriesOf(person, show)
            .map(({ name }) => name)
            .join(", ") || "–",
    entry: presence.find(({ personId }) => personId === person.id) ?? null,
    account: accounts?.find(({ personId }) => personId === person.id) ?? null,
    leads: leads
      ? {
          onRole: (role) =>
            void client.transact(`Made ${person.name} ${role}`, [setChange(person.id, ["role"], { from: person.role, to: role })]),
          onPassword: () => tell(newFirstPassword(person.id)),
          onAway: () => tell(takeSignInAway(person.id)),
        }
      : null,
  }));
  return (
    <section aria-label="People of the show">
      <h2 className="mb-2 flex items-center gap-2 font-semibold">
        People <span className="flex-1" />
        <PhoneCode />
        {leads && <InviteSheet onInvite={(of) => tell(invite(of))} />}
      </h2>
      {shown && (
        <p className="mb-2 flex items-center gap-3 rounded border border-sketch/60 p-2.5 text-[13px]" role="status">
          <span>
            {show.get("person", shown.personId)?.name} signs in as <b className="font-mono">{shown.signInName}</b> with{" "}
            <b className="font-mono">{shown.password}</b>. It is shown this once.
          </span>
          <Button size="small" onClick={() => setShown(null)}>
            I have told them
          </Button>
        </p>
      )}
      {leads && !accounts ? (
        // Rows grow by their buttons: none is shown before, so that nothing moves under a finger.
        <p className="text-[13px] text-ink-3" aria-busy style={{ minHeight: people.length * LEADS_ROW_HEIGHT }}>
          Fetching who signs in…
        </p>
      ) : (
        <DataTable label="People" rows={people} rowId={({ person }) => person.id} columns={leads ? LEADS_COLUMNS : COLUMNS} />
      )}
    </section>
  );
}

/** Somebody with all that is known of them, and what the lead may do about it. */
interface Row {
  readonly person: Person;
  readonly me: Person;
  readonly territories: string;
  readonly entry: PresenceEntry | null;
  readonly account: AccountLine | null;
  /** Null for those who don't lead. */
  readonly leads: { readonly onRole: (role: Role) => void; readonly onPassword: () => void; readonly onAway: () => void } | null;
}

const COLUMNS: readonly TableColumn<Row>[] = [
  {
    id: "name",
    head: "Name",
    sortBy: ({ person }) => person.name,
    className: "font-medium",
    cell: ({ person, me }) => (
      <>
        {person.name} {person.id === me.id && <span className="font-normal text-ink-3">(you)</span>}
      </>
    ),
  },
  { id: "role", head: "Role", sortBy: ({ person }) => ROLES.indexOf(person.role), cell: (row) => <RoleOf {...row} /> },
  { id: "territory", head: "Territory", sortBy: ({ territories }) => territories, className: "text-ink-2", cell: (row) => row.territories },
  {
    id: "where",
    head: "Where",
    sortBy: ({ entry }) => (entry ? placeName(entry.path) : "~"),
    className: "text-ink-2",
    cell: (row) => <WhereIs {...row} />,
  },
];

const LEADS_COLUMNS: readonly TableColumn<Row>[] = [
  ...COLUMNS,
  { id: "sign-in", head: "Signs in as", sortBy: ({ account }) => account?.signInName ?? "~", cell: (row) => <SignInOf {...row} /> },
];

function RoleOf({ person, leads }: Row): React.JSX.Element {
  if (!leads) return <>{person.role}</>;
  return (
    <Choice
      aria-label={`Role of ${person.name}`}
      className="h-7 w-32 text-xs"
      value={person.role}
      onValue={(next) => leads.onRole(next as Role)}
    >
      {ROLES.map((role) => (
        <Option key={role} value={role}>
          {role}
        </Option>
      ))}
    </Choice>
  );
}

function WhereIs({ person, me, entry }: Row): React.JSX.Element {
  const { personId: followed, follow } = following();
  if (!entry) return <span className="text-ink-3">away</span>;
  return (
    <span className="flex items-center gap-2">
      <span>
        <span className="text-live">●</span> {placeName(entry.path)}
        {entry.edits ? `: ${entry.edits}` : ""}
        {entry.heads.length > 0 ? `, ${entry.heads.length} selected` : ""}
      </span>
      {person.id !== me.id && (
        <Button size="small" aria-pressed={followed === person.id} onClick={() => follow(followed === person.id ? null : person.id)}>
          {followed === person.id ? "Stop following" : "Follow"}
        </Button>
      )}
    </span>
  );
}

function SignInOf({ person, me, account, leads }: Row): React.JSX.Element {
  if (!account || !leads) return <span className="text-ink-3">no sign-in</span>;
  return (
    <span className="flex flex-wrap items-center gap-x-2 gap-y-1">
      <span className="font-mono text-xs">{account.signInName}</span>
      <AskFirst
        trigger={
          <Button size="small" title="Gives a new first password and signs them out everywhere; it asks first">
            New password
          </Button>
        }
        label={`A new password for ${person.name}`}
        what={`${person.name} is signed out everywhere, and signs in with a new first password. This can't be taken back.`}
        sure="Give a new password"
        onSure={leads.onPassword}
      />
      {person.id !== me.id && (
        <AskFirst
          trigger={
            <Button size="small" title="What they recorded stays; it asks first">
              Take sign-in away
            </Button>
          }
          label={`Take the sign-in of ${person.name} away`}
          what={`${person.name} is signed out everywhere and can't sign in any more. What they recorded stays. This can't be taken back.`}
          sure="Take it away"
          onSure={leads.onAway}
        />
      )}
    </span>
  );
}
