import { useState } from "react";
import useSWR from "swr";
import { refuse } from "../../ui/messages";
import {
  extentOf,
  ROLES,
  setChange,
  type AccountLine,
  type Person,
  type PresenceEntry,
  type Role,
  type Show,
  territoriesOf,
} from "@vexa/core";
import { fetchAccounts, invite, newFirstPassword, takeSignInAway, type FirstPassword } from "../../session/api";
import { useLiveClient, useMe } from "../../session/show-context";
import { following } from "../../shell/follow";
import { placeName } from "../../shell/place-name";
import { Button } from "../../ui/button";
import { Choice, Field, TextInput } from "../../ui/field";
import { AskFirst } from "../../ui/ask-first";
import { PopSheet } from "../../ui/pop-sheet";

/** Everybody of the show: role, territory, where they are; the lead invites people and gives roles. */
export function PeopleTable(): React.JSX.Element {
  const client = useLiveClient();
  const me = useMe();
  const show = client.view;
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
  return (
    <section aria-label="People of the show">
      <h2 className="mb-2 flex items-center gap-2 font-semibold">
        People <span className="flex-1" />
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
      <table className="w-full text-left text-[13px]">
        <thead className="text-xs text-ink-3">
          <tr>
            {["Name", "Role", "Territory", "Where", leads ? "Signs in as" : ""].map((title, at) => (
              <th key={at} className="py-1 pr-3 font-normal">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {show.all("person").map((person) => (
            <PersonRow
              key={person.id}
              {...{ person, show, me, leads }}
              entry={client.presence.find(({ personId }) => personId === person.id) ?? null}
              account={accounts?.find(({ personId }) => personId === person.id) ?? null}
              onRole={(role) =>
                client.transact(`Made ${person.name} ${role}`, [setChange(person.id, ["role"], { from: person.role, to: role })])
              }
              onPassword={() => tell(newFirstPassword(person.id))}
              onAway={() => tell(takeSignInAway(person.id))}
            />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function PersonRow(props: {
  person: Person;
  show: Show;
  me: Person;
  leads: boolean;
  entry: PresenceEntry | null;
  account: AccountLine | null;
  onRole: (role: Role) => void;
  onPassword: () => void;
  onAway: () => void;
}): React.JSX.Element {
  const { person, show, me, leads, entry, account } = props;
  const territories = territoriesOf(person, show);
  const { personId: followed, follow } = following();
  return (
    <tr className="border-t border-edge">
      <th scope="row" className="py-1.5 pr-3 font-medium">
        {person.name} {person.id === me.id && <span className="font-normal text-ink-3">(you)</span>}
      </th>
      <td className="py-1 pr-3">
        {leads ? (
          <Choice
            aria-label={`Role of ${person.name}`}
            className="h-7 w-32 text-xs"
            value={person.role}
            onChange={({ target }) => props.onRole(target.value as Role)}
          >
            {ROLES.map((role) => (
              <option key={role}>{role}</option>
            ))}
          </Choice>
        ) : (
          person.role
        )}
      </td>
      <td className="py-1 pr-3 text-ink-2">
        {person.role === "lead" ? "the whole rig" : territories.map(({ name }) => name).join(", ") || "–"}
      </td>
      <td className="py-1 pr-3 text-ink-2">
        {entry ? (
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
        ) : (
          <span className="text-ink-3">away</span>
        )}
      </td>
      <td className="py-1">
        {leads && (
          <span className="flex flex-wrap items-center gap-x-2 gap-y-1">
            {account ? <span className="font-mono text-xs">{account.signInName}</span> : <span className="text-ink-3">no sign-in</span>}
            {account && (
              <AskFirst
                trigger={
                  <Button size="small" title="Gives a new first password and signs them out everywhere; it asks first">
                    New password
                  </Button>
                }
                label={`A new password for ${person.name}`}
                what={`${person.name} is signed out everywhere, and signs in with a new first password. This can't be taken back.`}
                sure="Give a new password"
                onSure={props.onPassword}
              />
            )}
            {account && person.id !== me.id && (
              <AskFirst
                trigger={
                  <Button size="small" title="What they recorded stays; it asks first">
                    Take sign-in away
                  </Button>
                }
                label={`Take the sign-in of ${person.name} away`}
                what={`${person.name} is signed out everywhere and can't sign in any more. What they recorded stays. This can't be taken back.`}
                sure="Take it away"
                onSure={props.onAway}
              />
            )}
          </span>
        )}
      </td>
    </tr>
  );
}

/** What the person is called, and how they sign in; a first password comes of it. */
function InviteSheet({
  onInvite,
}: {
  onInvite: (of: { name: string; initials: string; role: Role; signInName: string }) => void;
}): React.JSX.Element {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const [role, setRole] = useState<Role>("programmer");
  const signInName = name
    .trim()
    .toLowerCase()
    .normalize("NFD")
    .replace(/[^a-z0-9]+/g, ".")
    .replace(/^\.+|\.+$/g, "")
    .slice(0, 40);
  const fits = name.trim().length > 0 && name.trim().length <= 80 && signInName.length >= 2;
  return (
    <PopSheet trigger={<Button>Invite somebody</Button>} label="Invite somebody" open={open} onOpen={setOpen}>
      <Field label="Name" hint={fits ? `signs in as ${signInName}` : "two letters or more"}>
        <TextInput aria-label="Name of whom to invite" value={name} onChange={({ target }) => setName(target.value)} />
      </Field>
      <Field label="Role">
        <Choice aria-label="Role of whom to invite" value={role} onChange={({ target }) => setRole(target.value as Role)}>
          {ROLES.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </Choice>
      </Field>
      <Button
        once
        tone="sketch"
        disabled={!fits}
        onClick={() => {
          onInvite({ name: name.trim(), initials: name.trim().slice(0, 2), role, signInName });
          setOpen(false);
          setName("");
        }}
      >
        Invite
      </Button>
    </PopSheet>
  );
}
