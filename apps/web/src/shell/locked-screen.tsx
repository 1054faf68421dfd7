import { useEffect } from "react";
import { useForm } from "react-hook-form";
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
  const { register, handleSubmit, setError, resetField, formState } = useForm({ defaultValues: { secret: "" } });
  // Keys belong to this screen alone.
  useEffect(() => {
    const keep = (event: KeyboardEvent): void => {
      if (!(event.target as Element).closest("[data-locked-screen]")) event.stopImmediatePropagation();
    };
    window.addEventListener("keydown", keep, true);
    return () => window.removeEventListener("keydown", keep, true);
  }, []);
  const unlock = async ({ secret }: { secret: string }): Promise<void> => {
    try {
      await unlockScreen(secret);
      onUnlocked();
    } catch (error) {
      setError("root", { message: (error as Error).message });
    }
    resetField("secret");
  };
  const { isSubmitting: asking, errors } = formState;
  return (
    <div
      data-locked-screen
      role="dialog"
      aria-modal
      aria-label="Locked screen"
      className="fixed inset-0 z-[100] grid place-items-center bg-stage text-ink"
      onKeyDown={(event) => event.stopPropagation()}
    >
      <form onSubmit={(event) => void handleSubmit(unlock)(event)} className="grid w-[340px] gap-4 rounded border border-edge bg-bench p-6">
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
            {...register("secret")}
          />
        </Field>
        {errors.root && (
          <p role="alert" className="text-[13px] text-barred">
            ▬ {errors.root.message}
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
