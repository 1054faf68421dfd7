import { mayChange, setChange, type Change, type Page } from "@vexa/core";
import { useClient, useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { Choice, Field } from "../../ui/field";
import { PopSheet } from "../../ui/pop-sheet";
import { WingControls } from "../../wings/wing-controls";

/** A page's name, whose it is, and its end. */
export function PageSheet({ page }: { page: Page }): React.JSX.Element | null {
  const client = useClient();
  const show = useShow();
  const me = useMe();
  const set = (field: "name" | "territoryId" | "personId", to: string | null | undefined): boolean =>
    client.transact(`Page ${page.name}`, [setChange(page.id, [field], { from: page[field], to })]);
  if (mayChange(show, me, setChange(page.id, ["name"], { from: page.name, to: page.name }))) return null;
  const onIt = [...show.all("playback"), ...show.all("groupMaster")].filter(({ pageId }) => pageId === page.id);
  const controls = show.all("control").filter(({ targetId }) => onIt.some(({ id }) => id === targetId));
  const removal = [...controls, ...onIt, page].map((record): Change => ({ op: "remove", record }));
  return (
    <PopSheet label={`Page ${page.name}`} trigger={<Button size="touch">This page</Button>}>
      <Field label="Name">
        <DraftField label="Name of the page" text={page.name} onTake={(text) => text !== "" && set("name", text)} />
      </Field>
      <Field label="Belongs to" hint="Its people may change it.">
        <Choice value={page.territoryId ?? ""} onChange={(event) => set("territoryId", event.target.value || null)}>
          <option value="">everybody</option>
          {show.territories.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Choice>
      </Field>
      <Field label="Made for" hint="They see it first; a guest sees nothing else.">
        <Choice value={page.personId ?? ""} onChange={(event) => set("personId", event.target.value || undefined)}>
          <option value="">nobody in particular</option>
          {show.all("person").map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Choice>
      </Field>
      <Button once onClick={() => client.transact(`Deleted the page ${page.name}`, removal)}>
        Delete page{onIt.length > 0 ? ` and its ${onIt.length} ${onIt.length === 1 ? "card" : "cards"}` : ""}
      </Button>
      {me.role === "lead" && <WingControls jobs={["grand-master"]} />}
    </PopSheet>
  );
}
