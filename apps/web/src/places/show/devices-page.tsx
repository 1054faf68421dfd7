import { Choice, Option } from "../../ui/choice";
import { useForm } from "react-hook-form";
import { newDevice, setChange, type Change, type Device, type Stranger } from "@vexa/core";
import { newId } from "../../session/new-id";
import { useLiveClient, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { TextInput } from "../../ui/field";

/** Machines that may play, what each may, and those that knock. */
export function DevicesPage(): React.JSX.Element {
  const client = useLiveClient();
  const show = useQuietShow();
  const devices = show.all("device");
  const known = new Set(devices.map(({ address }) => address));
  const strangers = client.strangers.filter(({ address }) => !known.has(address));
  const letIn = (address: string): void => {
    const record = newDevice({ newId, address });
    client.transact(`Let ${address} in`, [{ op: "add", record }]);
  };
  return (
    <div className="grid max-w-4xl gap-6">
      <section className="grid gap-2" aria-label="Let in">
        <h2 className="font-semibold">Let in</h2>
        <p className="text-[13px] text-ink-3">
          Wings, programs and sources of timecode that send OSC to this server. Each plays as far as it is let, like a person; all others
          aren’t heard. What cues have to say goes to those that have a port.
        </p>
        {devices.length === 0 && <p className="text-[13px] text-ink-2">Nobody is let in: OSC, wings and timecode aren’t heard.</p>}
        <ul className="grid gap-1.5">
          {devices.map((device) => (
            <Row key={device.id} device={device} />
          ))}
        </ul>
        <ByAddress onLetIn={letIn} />
      </section>
      <section className="grid gap-2" aria-label="Not let in">
        <h2 className="font-semibold">Not let in</h2>
        {strangers.length === 0 ? (
          <p className="text-[13px] text-ink-3">No other machine has sent anything.</p>
        ) : (
          <ul className="grid gap-1.5">
            {strangers.map((stranger) => (
              <Knocking key={stranger.address} stranger={stranger} onLetIn={letIn} />
            ))}
          </ul>
        )}
      </section>
    </div>
  );
}

function Knocking({ stranger, onLetIn }: { stranger: Stranger; onLetIn: (address: string) => void }): React.JSX.Element {
  const { address, said, messages } = stranger;
  return (
    <li className="flex items-center gap-3 rounded bg-raised px-3 py-2 text-[13px]">
      <span className="font-mono">{address}</span>
      <span className="min-w-0 flex-1 truncate text-ink-3" title={said}>
        {messages === 1 ? "1 message" : `${messages} messages`}, the last: {said}
      </span>
      <Button once size="small" onClick={() => onLetIn(address)}>
        Let in
      </Button>
    </li>
  );
}

function ByAddress({ onLetIn }: { onLetIn: (address: string) => void }): React.JSX.Element {
  const { register, handleSubmit, formState, reset } = useForm({ defaultValues: { address: "" }, mode: "onChange" });
  return (
    <form
      className="flex gap-2"
      onSubmit={(event) =>
        void handleSubmit(({ address }) => {
          onLetIn(address.trim());
          reset();
        })(event)
      }
    >
      <TextInput
        aria-label="Address of the device"
        placeholder="192.0.2.20"
        className="max-w-56 font-mono"
        onKeyDown={(event) => event.stopPropagation()}
        {...register("address", { validate: (typed) => /^[0-9a-fA-F.:]{3,45}$/.test(typed.trim()) })}
      />
      <Button type="submit" disabled={!formState.isValid}>
        Let in by its address
      </Button>
    </form>
  );
}

/** "everything", "territory ID" or "page ID": what a device plays, as one choice. */
function choiceOf({ plays, territoryId, pageId }: Device): string {
  if (plays === "page") return `page ${pageId ?? ""}`;
  return plays === "territory" ? `territory ${territoryId ?? ""}` : "everything";
}

function changesTo(device: Device, choice: string): Change[] {
  const [plays, id = ""] = choice.split(" ") as [Device["plays"], string?];
  const next = {
    plays,
    territoryId: plays === "territory" && id !== "" ? id : null,
    pageId: plays === "page" ? id : undefined,
  };
  return (Object.keys(next) as (keyof typeof next)[])
    .filter((field) => device[field] !== next[field])
    .map((field) => setChange(device.id, [field], { from: device[field], to: next[field] }));
}

function Row({ device }: { device: Device }): React.JSX.Element {
  const client = useLiveClient();
  const show = useQuietShow();
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_9rem_14rem_6rem_auto] items-center gap-3 rounded bg-raised px-3 py-2 text-[13px]">
      <DraftField
        label={`Name of ${device.name}`}
        className="h-8 font-sans"
        text={device.name}
        onTake={(name) => client.transact(`Named a device ${name}`, [setChange(device.id, ["name"], { from: device.name, to: name })])}
      />
      <span className="truncate font-mono text-ink-2">{device.address}</span>
      <Choice
        aria-label={`What ${device.name} plays`}
        value={choiceOf(device)}
        onValue={(next) => client.transact(`${device.name} plays something else`, changesTo(device, next))}
      >
        <Option value="everything">everything, as the lead</Option>
        <Option value="territory ">what is common</Option>
        {show.territories.map(({ id, name }) => (
          <Option key={id} value={`territory ${id}`}>
            {name}, and what is common
          </Option>
        ))}
        {show.all("page").map(({ id, name }) => (
          <Option key={id} value={`page ${id}`}>
            the cards of {name} alone
          </Option>
        ))}
      </Choice>
      <DraftField
        label={`Port at which ${device.name} hears`}
        className="h-8"
        text={device.port === undefined ? "" : String(device.port)}
        placeholder="hears at"
        onTake={(text) => {
          const port = text === "" ? undefined : Number(text);
          if (port !== undefined && !(Number.isInteger(port) && port >= 1 && port <= 65535))
            return `“${text}” is no port: write a number from 1 to 65535, or nothing. What was there was kept.`;
          return client.transact(`${device.name} hears at ${port ?? "no port"}`, [
            setChange(device.id, ["port"], { from: device.port, to: port }),
          ]);
        }}
      />
      <Button
        size="small"
        className="text-barred"
        onClick={() => client.transact(`${device.name} isn’t let in any more`, [{ op: "remove", record: device }])}
      >
        Shut out
      </Button>
    </li>
  );
}
