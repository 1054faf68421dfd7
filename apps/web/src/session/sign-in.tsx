import { useState } from "react";
import { useForm } from "react-hook-form";
import useSWR from "swr";
import type { Role } from "@vexa/core";
import { Field, TextInput } from "../ui/field";
import { fetchDemoSignIns, signIn } from "./api";
import { askForTour } from "../tour/use-tour";
import { ComeIn } from "./come-in";

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
    <main className="grid h-full grid-cols-[minmax(0,1fr)] md:grid-cols-[minmax(0,1fr)_420px]">
      <Ribs />
      <form
        onSubmit={(event) => void handleSubmit(submit)(event)}
        className="grid grid-cols-[minmax(0,1fr)] content-center gap-4 border-l border-edge bg-bench p-10"
      >
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
        <ComeIn complaint={complaint} asking={state === "asking"} words={["Sign in", "Signing in…"]} />
        <DemoPeople onSignIn={submit} asking={state === "asking"} />
      </form>
    </main>
  );
}

const MAY: Readonly<Record<Role, string>> = {
  lead: "leads: may do everything",
  programmer: "builds looks, records and plays in a territory",
  operator: "plays cards and lists",
  technician: "patches lamps, looks after the machine",
  watcher: "looks on",
  guest: "plays the big buttons of one page",
};

/** The demo's people, each with what they may do; there only on a demo machine. */
function DemoPeople(of: { onSignIn: (as: { username: string; password: string }) => void; asking: boolean }): React.JSX.Element | null {
  const { data = [] } = useSWR("demo people", fetchDemoSignIns, { revalidateOnFocus: false });
  const guide = data.find(({ role }) => role === "lead" || role === "programmer");
  if (data.length === 0) return null;
  return (
    <section className="grid grid-cols-[minmax(0,1fr)] gap-1.5" aria-label="The demo’s people">
      <h2 className="text-xs text-ink-3">On this demo machine, come in as</h2>
      {data.map(({ signInName, password, name, role }) => (
        <button
          key={signInName}
          type="button"
          disabled={of.asking}
          className="flex min-h-8 items-baseline gap-2 rounded bg-raised px-3 py-1 text-left text-[13px] hover:brightness-110 pointer-coarse:min-h-11"
          onClick={() => of.onSignIn({ username: signInName, password })}
        >
          <span className="font-semibold">{name}</span>
          <span className="min-w-0 truncate text-xs text-ink-2">{MAY[role]}</span>
        </button>
      ))}
      {guide && (
        <button
          type="button"
          disabled={of.asking}
          className="mt-1.5 rounded border border-sketch px-3 py-1.5 text-left text-[13px] hover:bg-raised pointer-coarse:min-h-11"
          onClick={() => {
            askForTour();
            of.onSignIn({ username: guide.signInName, password: guide.password });
          }}
        >
          <span className="font-semibold">New here? Take the tour</span>
          <span className="block text-xs text-ink-2">
            Six steps as {guide.name}, from heads in the dark to a cue that plays. Leave when you like.
          </span>
        </button>
      )}
    </section>
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
