import { useEffect, useRef, useState } from "react";
import { useForm } from "react-hook-form";
import { Button } from "../ui/button";
import { Field, TextInput } from "../ui/field";
import { join } from "./api";
import { ComeIn } from "./come-in";

/** With blanks and dashes, as somebody may type it. */
const LONGEST_CODE = 40;

/** Where a phone comes in: by the code in its address, or by one that is typed. The code never reaches the server's logs. */
export function JoinPage({ onJoined, onLeave }: { onJoined: () => void; onLeave: () => void }): React.JSX.Element {
  const { register, handleSubmit, getValues } = useForm({ defaultValues: { code: location.hash.slice(1, 1 + LONGEST_CODE) } });
  const [state, setState] = useState<"ready" | "asking">("ready");
  const [complaint, setComplaint] = useState<string | null>(null);
  const begun = useRef(false);
  const come = ({ code }: { code: string }): void => {
    setState("asking");
    setComplaint(null);
    join(code)
      .then(onJoined)
      .catch((error: unknown) => {
        setState("ready");
        setComplaint(error instanceof Error ? error.message : String(error));
      });
  };
  useEffect(() => {
    // What the address says is asked for once: it holds once.
    if (begun.current) return;
    begun.current = true;
    const said = getValues();
    if (said.code !== "") come(said);
  });
  return (
    <main className="grid h-full content-center justify-items-center bg-bench p-6">
      <form className="grid w-full max-w-sm gap-4" onSubmit={(event) => void handleSubmit(come)(event)}>
        <div>
          <h1 className="text-2xl font-semibold">Vexa in your pocket</h1>
          <p className="text-ink-2">Type the code that another screen shows you: Crew, People, Phone.</p>
        </div>
        <Field label="Code">
          <TextInput
            className="h-14 font-mono text-2xl tracking-widest uppercase"
            autoComplete="off"
            autoCapitalize="characters"
            spellCheck={false}
            required
            maxLength={LONGEST_CODE}
            {...register("code")}
          />
        </Field>
        <ComeIn complaint={complaint} asking={state === "asking"} words={["Come in", "Coming in…"]} />
        <Button tone="quiet" size="touch" onClick={onLeave}>
          Sign in by name instead
        </Button>
      </form>
    </main>
  );
}
