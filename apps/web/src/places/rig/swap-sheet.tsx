import { useMemo, useState } from "react";
import { attributeInfo, counted, explain, swapProfile, type Fixture, type Profile, type SwapWay } from "@vexa/core";
import { useClient, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { PopSheet } from "../../ui/pop-sheet";
import { cn } from "../../ui/class-names";

/** Gives the selected lamps another profile or mode; a table says first what becomes of each attribute. */
export function SwapSheet({ lamps }: { lamps: readonly Fixture[] }): React.JSX.Element {
  const [open, setOpen] = useState(false);
  return (
    <PopSheet label="Another profile or mode" className="w-[34rem]" open={open} onOpen={setOpen} trigger={<Button>Swap…</Button>}>
      {open && <SwapForm lamps={lamps} onDone={() => setOpen(false)} />}
    </PopSheet>
  );
}

const WAYS: Readonly<Record<SwapWay, string>> = {
  same: "",
  "by its unit": "text-sketch",
  "by colour": "text-live",
  "by aim": "text-live",
  new: "text-ink-3",
  lost: "text-barred",
};

function SwapForm({ lamps, onDone }: { lamps: readonly Fixture[]; onDone: () => void }): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const profiles = show.all("profile");
  const [profileId, setProfileId] = useState(lamps[0]!.profileId);
  const profile: Profile = show.get("profile", profileId) ?? profiles[0]!;
  const [chosenMode, setModeId] = useState<string | null>(null);
  const modeId = profile.modes.some(({ id }) => id === chosenMode) ? chosenMode! : profile.modes[0]!.id;
  const ids = lamps.map(({ id }) => id);
  const swap = useMemo(
    () =>
      swapProfile(
        show,
        lamps.map(({ id }) => id),
        { profile, modeId },
      ),
    [show, lamps, profile, modeId],
  );
  const nothing = swap.ok && swap.value.changes.length === 0;
  const take = (): void => {
    const again = swapProfile(client.view, ids, { profile, modeId });
    if (again.ok && client.transact(`${counted(ids.length, "lamp")} became ${profile.model}`, again.value.changes)) onDone();
  };
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <Choice aria-label="New profile" value={profile.id} onValue={setProfileId}>
          {profiles.map(({ id, model, maker }) => (
            <Option key={id} value={id}>
              {model}, {maker}
            </Option>
          ))}
        </Choice>
        <Choice aria-label="New mode" value={modeId} onValue={setModeId}>
          {profile.modes.map(({ id, name, footprint }) => (
            <Option key={id} value={id}>
              {name}, {counted(footprint, "slot")}
            </Option>
          ))}
        </Choice>
      </div>
      {!swap.ok ? (
        <p role="alert" className="text-barred">
          ▬ {explain(swap.error)}
        </p>
      ) : (
        <>
          <div className="max-h-72 overflow-y-auto" tabIndex={0} role="group" aria-label="What becomes of it">
            <table className="w-full text-left text-xs">
              <thead className="text-ink-3">
                <tr>
                  <th className="pr-2 font-normal">Attribute</th>
                  <th className="pr-2 font-normal">Becomes</th>
                  <th className="font-normal">That means</th>
                </tr>
              </thead>
              <tbody>
                {swap.value.rows.map(({ attribute, way, words, used }) => (
                  <tr key={attribute} className="border-t border-edge align-top">
                    <td
                      className={cn("py-1 pr-2", used ? "font-semibold" : "text-ink-2")}
                      title={used ? "Cues or sketches say something of it" : undefined}
                    >
                      {attributeInfo(attribute).label}
                    </td>
                    <td className={cn("py-1 pr-2 whitespace-nowrap", WAYS[way])}>{way}</td>
                    <td className="py-1 text-ink-2">{words}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {swap.value.notes.map((note) => (
            <p key={note} className="text-xs text-ink-2">
              {note}.
            </p>
          ))}
        </>
      )}
      <Button tone="sketch" once disabled={!swap.ok || nothing} onClick={take}>
        {nothing ? "That is what they are" : `Swap ${counted(ids.length, "lamp")}`}
      </Button>
    </>
  );
}
