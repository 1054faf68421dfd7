import { useState } from "react";
import useSWR from "swr";
import { refuse, tell } from "../../ui/messages";
import { changePassword, endSession, fetchSessions, setScreenCode } from "../../session/api";
import { Button } from "../../ui/button";
import { Field, TextInput } from "../../ui/field";
import { dayAndTime } from "../../ui/moments";

/** One's own password, and where one is signed in. */
export function MyAccount(): React.JSX.Element {
  const { data: sessions, mutate } = useSWR("sessions", fetchSessions);
  const [present, setPresent] = useState("");
  const [next, setNext] = useState("");
  const change = async (): Promise<void> => {
    try {
      await changePassword(present, next);
      setPresent("");
      setNext("");
      tell("Your password is changed. Other browsers are signed out.");
      void mutate();
    } catch (error) {
      refuse((error as Error).message);
    }
  };
  return (
    <section className="grid gap-2" aria-label="Your sign-in">
      <h2 className="font-semibold">Your sign-in</h2>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Present password">
          <Secret autoComplete="current-password" value={present} onValue={setPresent} />
        </Field>
        <Field label="New password">
          <Secret autoComplete="new-password" value={next} onValue={setNext} />
        </Field>
      </div>
      <Button className="justify-self-start" disabled={present === "" || next === ""} onClick={() => void change()}>
        Change password
      </Button>
      <ScreenCode />
      <h3 className="text-[13px] font-semibold">Signed in at</h3>
      <ul className="grid gap-1 text-[13px]" aria-label="Where you are signed in">
        {/* Until they are here, one line has its room: what stands below mustn't move under a finger. */}
        {!sessions && <li className="text-ink-3">this browser</li>}
        {(sessions ?? []).map(({ id, since, agent, own }) => (
          <li key={id} className="flex items-center gap-2">
            <span className="min-w-0 flex-1 truncate" title={agent}>
              {own ? "this browser" : browserName(agent)} <span className="text-ink-3">since {dayAndTime(since)}</span>
            </span>
            {!own && (
              <Button size="small" onClick={() => void endSession(id).then(() => mutate())}>
                Sign out there
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

type SecretProps = Omit<React.ComponentProps<typeof TextInput>, "onChange"> & { readonly onValue: (value: string) => void };

/** Something that nobody reads over one's shoulder; its keys are no shortcuts. */
function Secret({ onValue, ...rest }: SecretProps): React.JSX.Element {
  return (
    <TextInput type="password" onChange={({ target }) => onValue(target.value)} onKeyDown={(event) => event.stopPropagation()} {...rest} />
  );
}

/** A few digits that unlock one's screens, beside the password. */
function ScreenCode(): React.JSX.Element {
  const [present, setPresent] = useState("");
  const [code, setCode] = useState("");
  const set = async (): Promise<void> => {
    try {
      await setScreenCode(present, code);
      setPresent("");
      setCode("");
      tell(code === "" ? "Only your password unlocks your screens now." : "Your short code unlocks your screens now.");
    } catch (error) {
      refuse((error as Error).message);
    }
  };
  return (
    <>
      <h3 className="text-[13px] font-semibold">Short code for locked screens</h3>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Your password">
          <Secret autoComplete="current-password" value={present} onValue={setPresent} />
        </Field>
        <Field label="Code, 4 to 8 digits">
          <Secret inputMode="numeric" autoComplete="off" placeholder="none" maxLength={8} value={code} onValue={setCode} />
        </Field>
      </div>
      <Button className="justify-self-start" disabled={present === ""} onClick={() => void set()}>
        Set short code
      </Button>
    </>
  );
}

/** The last product that a browser names, which is the one that it is. */
function browserName(agent: string): string {
  return /(\S+)\/[\d.]+\s*$/.exec(agent)?.[1] ?? "another browser";
}
