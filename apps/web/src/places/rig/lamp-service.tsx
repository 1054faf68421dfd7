import { useState } from "react";
import { useForm } from "react-hook-form";
import {
  counted,
  exchangedBodies,
  explain,
  setLamps,
  sparesFor,
  standBack,
  standIn,
  standInOf,
  type Change,
  type Fixture,
  type Result,
} from "@vexa/core";
import { useClient, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { TextInput } from "../../ui/field";
import { refuse } from "../../ui/messages";
import { OneOf } from "../../ui/one-of";
import { PopSheet } from "../../ui/pop-sheet";
import { Tick } from "../../ui/tick";

/** Lamps that are out of service, their spares, and handing on what is programmed. */
export function LampService({ lamps, changes }: { lamps: readonly Fixture[]; changes: boolean }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const broken = lamps.filter(({ outOfService }) => outOfService);
  const alone = lamps.length === 1 ? lamps[0]! : null;
  const stands = alone && standInOf(show, alone.id);
  const act = (label: string, made: Result<Change[]>): void => {
    if (made.ok) client.transact(label, made.value);
    else refuse(explain(made.error));
  };
  return (
    <section className="grid gap-2 border-t border-edge pt-2" aria-label="Service">
      <h3 className="text-[13px] font-semibold">Service</h3>
      {broken.length > 0 && (
        <p className="text-[13px] text-barred">
          ▬ {alone ? "Out of service" : `${counted(broken.length, "lamp")} out of service`}
          {alone?.outOfService?.note ? `: ${alone.outOfService.note}` : ""}
        </p>
      )}
      {stands && (
        <p className="text-[13px]">
          Plays on the body of spare {stands.number} {stands.name}.{" "}
          {changes && (
            <Button size="small" once onClick={() => act(`Gave ${stands.name} its body back`, standBack(client.view, alone.id))}>
              Give it back
            </Button>
          )}
        </p>
      )}
      {changes && (
        <div className="flex flex-wrap gap-1.5">
          {broken.length === lamps.length ? (
            <Button
              size="small"
              once
              onClick={() =>
                client.transact(
                  `Put ${counted(lamps.length, "lamp")} back into service`,
                  setLamps(broken, "outOfService", () => undefined),
                )
              }
            >
              Back into service
            </Button>
          ) : (
            <OutOfServiceSheet lamps={lamps} />
          )}
          {alone && !stands && !alone.spare && (
            <SpareSheet
              lamp={alone}
              onStand={(spare) => act(`${spare.name} stands in for ${alone.name}`, standIn(client.view, alone.id, spare.id))}
            />
          )}
          {alone && (
            <HandOnSheet
              lamp={alone}
              onHandOn={(other) => act(`Handed ${alone.name} on to ${other.name}`, exchangedBodies(client.view, alone.id, other.id))}
            />
          )}
        </div>
      )}
      <Tick
        label="Spare, ready to stand in"
        disabled={!changes || lamps.some(({ standsInFor }) => standsInFor !== undefined)}
        on={lamps.every(({ spare }) => spare)}
        onTick={(on) =>
          client.transact(
            `Spares: ${counted(lamps.length, "lamp")}`,
            setLamps(lamps, "spare", () => (on ? true : undefined)),
          )
        }
      />
    </section>
  );
}

function OutOfServiceSheet({ lamps }: { lamps: readonly Fixture[] }): React.JSX.Element {
  const client = useClient();
  const [open, setOpen] = useState(false);
  const [fans, setFans] = useState<"gap" | "close up">("gap");
  const { register, handleSubmit } = useForm({ defaultValues: { note: "" } });
  const take = ({ note }: { note: string }): void => {
    const said = note.trim();
    const changes = setLamps(lamps, "outOfService", () => ({ ...(said === "" ? {} : { note: said }), fans }));
    if (client.transact(`Took ${counted(lamps.length, "lamp")} out of service`, changes)) setOpen(false);
  };
  return (
    <PopSheet label="Out of service" open={open} onOpen={setOpen} trigger={<Button size="small">Out of service…</Button>}>
      <form className="grid gap-2" onSubmit={(event) => void handleSubmit(take)(event)}>
        <TextInput aria-label="What is wrong with it" placeholder="What is wrong with it" maxLength={200} {...register("note")} />
        <OneOf
          label="In fans"
          value={fans}
          onValue={setFans}
          among={[
            { value: "gap", words: "leaves a gap" },
            { value: "close up", words: "others close up" },
          ]}
        />
        <Button type="submit" tone="sketch">
          Dark until it is mended
        </Button>
      </form>
    </PopSheet>
  );
}

function SpareSheet({ lamp, onStand }: { lamp: Fixture; onStand: (spare: Fixture) => void }): React.JSX.Element {
  const show = useQuietShow();
  const spares = sparesFor(show, lamp);
  return (
    <PopSheet label="Spares" trigger={<Button size="small">Let a spare stand in…</Button>}>
      {spares.length === 0 && <p className="text-ink-2">No spare is free. Tick “Spare” at a lamp that isn’t used.</p>}
      {spares.slice(0, 12).map((spare) => (
        <Button key={spare.id} once onClick={() => onStand(spare)}>
          {spare.number} {spare.name}
          {spare.profileId === lamp.profileId ? "" : ", another kind"}
        </Button>
      ))}
    </PopSheet>
  );
}

function HandOnSheet({ lamp, onHandOn }: { lamp: Fixture; onHandOn: (other: Fixture) => void }): React.JSX.Element {
  const show = useQuietShow();
  const [open, setOpen] = useState(false);
  const [otherId, setOtherId] = useState("");
  const other = show.get("fixture", otherId);
  return (
    <PopSheet label="Hand on" open={open} onOpen={setOpen} trigger={<Button size="small">Hand on…</Button>}>
      <p className="text-ink-2">What is programmed for {lamp.number} plays on another lamp, where that hangs; that one’s own plays here.</p>
      <Choice aria-label="To which lamp" value={otherId} onValue={setOtherId}>
        <Option value="">Which lamp…</Option>
        {show
          .all("fixture")
          .filter(({ id }) => id !== lamp.id)
          .toSorted((a, b) => a.number - b.number)
          .map(({ id, number, name }) => (
            <Option key={id} value={id}>
              {number} {name}
            </Option>
          ))}
      </Choice>
      <Button
        tone="sketch"
        once
        disabled={!other}
        onClick={() => {
          setOpen(false);
          if (other) onHandOn(other);
        }}
      >
        {other ? `Exchange with ${other.number} ${other.name}` : "Exchange"}
      </Button>
    </PopSheet>
  );
}
