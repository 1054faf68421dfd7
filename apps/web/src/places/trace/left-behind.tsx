import { attributeInfo, type HeadAttribute } from "@vexa/core";
import { useClient, useLiveClient, useMe } from "../../session/show-context";
import { Button } from "../../ui/button";

/** What isn't at home although nothing plays on it, and the way to send it there. */
export function LeftBehind({ onPick }: { onPick: (of: HeadAttribute) => void }): React.JSX.Element {
  const client = useClient();
  const { standing, view } = useLiveClient();
  const lead = useMe().role === "lead";
  const left = standing?.left ?? [];
  return (
    <section className="grid gap-2" aria-label="Left behind">
      <h2 className="font-semibold">Left behind</h2>
      {left.length === 0 ? (
        <p className="text-[13px] text-ink-3">Nothing: all that nobody drives is at home.</p>
      ) : (
        <>
          <p className="text-[13px] text-ink-2">
            {left.length} {left.length === 1 ? "attribute isn’t" : "attributes aren’t"} at home although nothing plays on{" "}
            {left.length === 1 ? "it" : "them"}.
          </p>
          <ul className="max-h-52 overflow-y-auto">
            {left.map((of) => (
              <li key={`${of.head} ${of.attribute}`}>
                <button
                  type="button"
                  className="flex w-full gap-2 rounded px-1.5 py-1 text-left text-[13px] hover:bg-raised"
                  onClick={() => onPick(of)}
                >
                  <span className="w-10 font-mono text-ink-3">{view.rig.headByKey.get(of.head)?.label}</span>
                  {attributeInfo(of.attribute).label}
                </button>
              </li>
            ))}
          </ul>
          <Button disabled={!lead} onClick={() => client.play({ type: "sweep" })}>
            Send all home
          </Button>
        </>
      )}
    </section>
  );
}
