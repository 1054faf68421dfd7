import { attributeInfo, FAMILIES, SETTINGS_ID, settingChanges, type Family, type HeadAttribute } from "@vexa/core";
import { useClient, useFromClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { SomeOf } from "../../ui/one-of";

/** What isn't at home although nothing plays on it, and the way to send it there. */
export function LeftBehind({ onPick }: { onPick: (of: HeadAttribute) => void }): React.JSX.Element {
  const client = useClient();
  const standing = useFromClient((of) => of.standing);
  const { rig } = useQuietShow();
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
                  <span className="w-10 font-mono text-ink-3">{rig.headByKey.get(of.head)?.label}</span>
                  {attributeInfo(of.attribute).label}
                </button>
              </li>
            ))}
          </ul>
          <Button once disabled={!lead} onClick={() => client.play({ type: "sweep" })}>
            Send all home
          </Button>
        </>
      )}
      <Stays />
    </section>
  );
}

/** Families whose values stay where they were when they are let go, instead of going home. */
function Stays(): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const lead = useMe().role === "lead";
  const settings = show.get("settings", SETTINGS_ID);
  const toggle = (family: Family): void => {
    const { [family]: on, ...others } = settings?.stays ?? {};
    const stays = on ? others : { ...others, [family]: true as const };
    const words = `${family} ${on ? "goes home" : "stays where it was"} when it is let go`;
    client.transact(words, settingChanges(show, "stays", stays));
  };
  return (
    <div className="grid gap-1" role="group" aria-label="Stays when let go">
      <p className="text-xs text-ink-3">Stays where it was when it is let go (else it goes home):</p>
      <SomeOf
        label="Families that stay"
        disabled={!lead}
        values={FAMILIES.filter((family) => settings?.stays[family] === true)}
        among={FAMILIES.filter((family) => family !== "Intensity")}
        onTurned={toggle}
      />
    </div>
  );
}
