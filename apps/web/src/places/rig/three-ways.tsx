import { useRef } from "react";
import { useNavigate } from "react-router";
import { takeDemo } from "../../session/api";
import { Button } from "../../ui/button";
import { refuse } from "../../ui/messages";

/** What an empty show begins with: a file, lamps of the library, or the demo. */
export function ThreeWays({ onFile, changes }: { onFile: (file: File) => void; changes: boolean }): React.JSX.Element {
  const picker = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  if (!changes) return <p className="text-ink-2">Nothing hangs yet. Technicians and the lead patch the lamps.</p>;
  return (
    <div className="m-auto grid max-w-2xl gap-3" role="group" aria-label="Three ways to begin">
      <p className="text-center text-ink-2">Nothing hangs yet. There are three ways to begin.</p>
      <div className="grid grid-cols-3 gap-3">
        <Way title="A plan" words="Drop the designer’s MVR file here, or a table in CSV. It is shown before anything is taken.">
          <Button tone="sketch" onClick={() => picker.current?.click()}>
            Choose a file…
          </Button>
          <input
            ref={picker}
            type="file"
            accept=".mvr,.csv"
            className="sr-only"
            tabIndex={-1}
            aria-label="First plan"
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              if (file) onFile(file);
              event.target.value = "";
            }}
          />
        </Way>
        <Way
          title="Lamps"
          words="Take lamps from the library, drop their GDTF files, or write a profile from a manual; then add so many of them."
        >
          <Button tone="sketch" onClick={() => void navigate("/rig/profiles")}>
            To the library
          </Button>
        </Way>
        <Way title="The demo" words="Understory: 318 lamps, their looks, lists and pages, to try everything on.">
          <Button tone="sketch" once onClick={() => void takeDemo().catch((error: Error) => refuse(error.message))}>
            Take the demo
          </Button>
        </Way>
      </div>
    </div>
  );
}

function Way({ title, words, children }: { title: string; words: string; children: React.ReactNode }): React.JSX.Element {
  return (
    <section className="flex flex-col gap-2 rounded border border-edge bg-bench p-3" aria-label={title}>
      <h2 className="font-semibold">{title}</h2>
      <p className="flex-1 text-[13px] text-ink-2">{words}</p>
      {children}
    </section>
  );
}
