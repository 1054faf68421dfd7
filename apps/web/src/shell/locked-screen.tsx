import { useEffect, useState } from "react";
import { signOut, unlockScreen } from "../session/api";
import { Button } from "../ui/button";
import { Field, TextInput } from "../ui/field";

/** Lies over everything while the screen is locked. What plays goes on; nothing can be done from here but unlock it or sign out. */
export function LockedScreen({
  name,
  onUnlocked,
  onSignedOut,
}: {
  name: string;
  onUnlocked: () => void;
  onSignedOut: () => void;
}): React.JSX.Element {
  const [secret, setSecret] = useState("");
  const [asking, setAsking] = useState(false);
  const [complaint, setComplaint] = useState<string | null>(null);
  // Keys belong to this screen alone.
  useEffect(() => {
    const keep = (event: KeyboardEvent): void => {
      if (!(event.target as Element).closest("[data-locked-screen]")) event.stopImmediatePropagation();
    };
    window.addEventListener("keydown", keep, true);
    return () => window.removeEventListener("keydown", keep, true);
  }, []);
  const submit = async (event: React.FormEvent): Promise<void> => {
    event.preventDefault();
    setAsking(true);
    try {
      await unlockScreen(secret);
      onUnlocked();
    } catch (error) {
      setComplaint((error as Error).message);
    }
    setSecret("");
    setAsking(false);
  };
  return (
    <div
      data-locked-screen
      role="dialog"
      aria-modal
      aria-label="Locked screen"
      className="fixed inset-0 z-[100] grid place-items-center bg-stage text-ink"
      onKeyDown={(event) => event.stopPropagation()}
    >
      <form onSubmit={(event) => void submit(event)} className="grid w-[340px] gap-4 rounded border border-edge bg-bench p-6">
        <div>
          <h1 className="text-lg font-semibold">This screen is locked</h1>
          <p className="text-[13px] text-ink-2">
            {name === "" ? "" : `By ${name}. `}
            <span className="text-live">●</span> What plays goes on.
          </p>
        </div>
        <Field label="Password or short code">
          <TextInput
            className="h-11"
            type="password"
            autoComplete="current-password"
            autoFocus
            required
            maxLength={200}
            value={secret}
            onChange={(event) => setSecret(event.target.value)}
          />
        </Field>
        {complaint && (
          <p role="alert" className="text-[13px] text-barred">
            ▬ {complaint}
          </p>
        )}
        <Button type="submit" once={false} tone="live" size="touch" disabled={asking}>
          {asking ? "Unlocking…" : "Unlock"}
        </Button>
        <Button type="button" onClick={() => void signOut().finally(onSignedOut)}>
          Sign out instead
        </Button>
      </form>
    </div>
  );
}
