import { useState } from "react";
import { useForm } from "react-hook-form";
import { Button } from "../ui/button";
import { Field, TextInput } from "../ui/field";
import { signIn } from "./api";

export function SignIn({ onSignedIn }: { onSignedIn: () => void }): React.JSX.Element {
  const { register, handleSubmit } = useForm({ defaultValues: { username: "", password: "" } });
  const [state, setState] = useState<"ready" | "asking">("ready");
  const [complaint, setComplaint] = useState<string | null>(null);
  const submit = ({ username, password }: { username: string; password: string }): void => {
    setState("asking");
    signIn(username, password)
      .then(onSignedIn)
      .catch((error: unknown) => {
        setState("ready");
        setComplaint(error instanceof Error ? error.message : String(error));
      });
  };
  return (
    <main className="grid h-full grid-cols-[1fr] md:grid-cols-[1fr_420px]">
      <Ribs />
      <form onSubmit={(event) => void handleSubmit(submit)(event)} className="grid content-center gap-4 border-l border-edge bg-bench p-10">
        <div>
          <h1 className="text-2xl font-semibold">Vexa</h1>
          <p className="text-ink-2">Sign in to work on the show.</p>
        </div>
        <Field label="Sign-in name">
          <TextInput className="h-11" autoComplete="username" autoFocus required maxLength={80} {...register("username")} />
        </Field>
        <Field label="Password">
          <TextInput className="h-11" type="password" autoComplete="current-password" required maxLength={200} {...register("password")} />
        </Field>
        {complaint && (
          <p role="alert" className="text-barred">
            ▬ {complaint}
          </p>
        )}
        <Button type="submit" once={false} tone="live" size="touch" disabled={state === "asking"}>
          {state === "asking" ? "Signing in…" : "Sign in"}
        </Button>
        <p className="text-xs text-ink-3">On a demo machine, ./vexa start prints names and passwords.</p>
      </form>
    </main>
  );
}

/** The palm house: seven ribs at dusk, drawn with lines. */
function Ribs(): React.JSX.Element {
  return (
    <div className="hidden overflow-hidden bg-stage md:block" aria-hidden>
      <svg viewBox="0 0 800 800" preserveAspectRatio="xMidYMid slice" className="h-full w-full">
        {Array.from({ length: 7 }, (_, rib) => {
          const reach = 360 - rib * 42;
          const foot = 780 - rib * 40;
          return (
            <g key={rib} fill="none">
              <path
                d={`M${400 - reach} ${foot} C ${400 - reach} ${foot - reach * 1.5}, ${400 + reach} ${foot - reach * 1.5}, ${400 + reach} ${foot}`}
                stroke="var(--color-stage-line)"
                strokeWidth={5 - rib * 0.5}
              />
              {Array.from({ length: 8 }, (__, lamp) => {
                const s = (lamp + 0.5) / 8;
                const [a, b] = [(1 - s) ** 3 + 3 * (1 - s) ** 2 * s, 3 * (1 - s) * s ** 2 + s ** 3];
                const x = (400 - reach) * a + (400 + reach) * b;
                const y = foot - reach * 1.5 * 3 * s * (1 - s);
                return (
                  <circle
                    key={lamp}
                    cx={x}
                    cy={y}
                    r={5.5 - rib * 0.5}
                    fill="var(--color-stage-thread)"
                    opacity={0.25 + 0.75 * Math.sin(Math.PI * ((lamp + rib * 1.3) / 8)) ** 2}
                  />
                );
              })}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
