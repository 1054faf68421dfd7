import { cardsOf, mayChange, setChange, type Change, type Page } from "@vexa/core";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { Choice, Option } from "../../ui/choice";
import { Field } from "../../ui/field";
import { PopSheet } from "../../ui/pop-sheet";
import { WingControls } from "../../wings/wing-controls";

/** A page's name, whose it is, and its end. */
export function PageSheet({ page }: { page: Page }): React.JSX.Element | null {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const set = (field: "name" | "territoryId" | "personId", to: string | null | undefined): boolean =>
    client.transact(`Page ${page.name}`, [setChange(page.id, [field], { from: page[field], to })]);
  if (mayChange(show, me, setChange(page.id, ["name"], { from: page.name, to: page.name }))) return null;
  const onIt = cardsOf(show, page.id);
  const controls = show.all("control").filter(({ targetId }) => onIt.some(({ id }) => id === targetId));
  const removal = [...controls, ...onIt, page].map((record): Change => ({ op: "remove", record }));
  return (
    <PopSheet label={`Page ${page.name}`} trigger={<Button size="touch">This page</Button>}>
      <Field label="Name">
        <DraftField label="Name of the page" text={page.name} onTake={(text) => text !== "" && set("name", text)} />
      </Field>
      <Field label="Belongs to" hint="Its people may change it.">
        <Choice value={page.territoryId ?? ""} onValue={(next) => set("territoryId", next || null)}>
          <Option value="">everybody</Option>
          {show.territories.map(({ id, name }) => (
            <Option key={id} value={id}>
              {name}
            </Option>
          ))}
        </Choice>
      </Field>
      <Field label="Made for" hint="They see it first; a guest sees nothing else.">
        <Choice value={page.personId ?? ""} onValue={(next) => set("personId", next || undefined)}>
          <Option value="">nobody in particular</Option>
          {show.all("person").map(({ id, name }) => (
            <Option key={id} value={id}>
              {name}
            </Option>
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
