import { presetName, setChange, type Preset, territoriesOf } from "@vexa/core";
import { useClient, useMe, useShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { Choice, Option } from "../../../ui/choice";
import { newId } from "../../../session/new-id";

/** Whose a preset is. The lead gives it to a territory or to all; others copy it to have one of their own. */
export function BelongsTo({ preset }: { preset: Preset }): React.JSX.Element {
  const client = useClient();
  const show = useShow();
  const me = useMe();
  const owner = show.get("territory", preset.territoryId);
  const own = territoriesOf(me, show);
  if (me.role === "lead")
    return (
      <label className="grid grid-cols-[auto_1fr] items-center gap-2 text-xs text-ink-3">
        Belongs to
        <Choice
          className="h-7 text-xs"
          value={preset.territoryId ?? ""}
          onValue={(next) =>
            client.transact(`Gave the preset ${presetName(preset)} away`, [
              setChange(preset.id, ["territoryId"], { from: preset.territoryId, to: next || null }),
            ])
          }
        >
          <Option value="">all (common)</Option>
          {show.territories.map(({ id, name }) => (
            <Option key={id} value={id}>
              {name}
            </Option>
          ))}
        </Choice>
      </label>
    );
  const mine = owner !== null && own.includes(owner);
  const copy = (): void => {
    const record: Preset = {
      ...preset,
      id: `preset-${newId()}`,
      version: 1,
      name: `${presetName(preset)}, own`.slice(0, 80),
      territoryId: own[0]!.id,
    };
    client.transact(`Copied the preset ${presetName(preset)}`, [{ op: "add", record }]);
  };
  return (
    <p className="flex items-center gap-2 text-xs text-ink-3">
      <span className="flex-1">{mine ? `Yours (${owner.name})` : owner ? `Belongs to ${owner.name}` : "Common: the lead changes it"}</span>
      {!mine && own.length > 0 && (
        <Button once size="small" title="A copy of your own, to change as you like" onClick={copy}>
          Copy as mine
        </Button>
      )}
    </p>
  );
}
