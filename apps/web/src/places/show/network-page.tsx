import { useState } from "react";
import useSWR from "swr";
import {
  counted,
  explain,
  extentOf,
  newOutput,
  OUTPUT_FIELDS,
  OUTPUT_PROTOCOLS,
  outputText,
  protocolChanges,
  staysHere,
  switchedOutput,
  TO_GROUPS,
  typedOutput,
  type OutputField,
  type OutputLine,
  type OutputProtocol,
} from "@vexa/core";
import { fetchNetwork, fetchWay } from "../../session/api";
import { newId } from "../../session/new-id";
import { useClient, useHealth, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { Line, LineField, LineTable, TakeAway, type LineHead } from "../../ui/line-table";
import { refuse } from "../../ui/messages";
import { PopSheet } from "../../ui/pop-sheet";
import { InputsTable } from "./inputs-table";
import { NodesList, OthersList } from "./others-list";

const COLUMNS: Readonly<Record<OutputField, LineHead>> = {
  name: { head: "Name", placeholder: "Node left", title: "" },
  address: {
    head: "Address",
    placeholder: "10.0.0.21",
    title: "One receiver by its IPv4 address; with E1.31 also: groups (multicast), with Art-Net also a broadcast address",
  },
  port: { head: "Port", placeholder: "usual", title: "Empty: 5568 for E1.31, 6454 for Art-Net" },
  universes: { head: "Universes", placeholder: "all", title: "All, one, or a range such as 1..16" },
  shift: { head: "Shift", placeholder: "0", title: "Added to a universe’s number; Art-Net counts from 0: -1 makes ours its first" },
  priority: { head: "Priority", placeholder: "100", title: "E1.31: 0 to 200" },
  sync: {
    head: "Sync",
    placeholder: "none",
    title: "E1.31: receivers wait for this universe’s packet and take a frame’s universes together; empty = each as it comes",
  },
  rate: { head: "Rate", placeholder: "44", title: "Packets of a universe a second at most: 44, 40, 33 or 25" },
};
const GRID = "grid-cols-[4.5rem_minmax(6rem,1fr)_5.5rem_7.5rem_4rem_5rem_3.5rem_4rem_4rem_3.5rem_2rem]";

/** Where universes go besides what the installation sends by itself: a line for each receiver. */
export function NetworkPage(): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const leads = extentOf(useMe(), "stage") === "all";
  const outputs = show.all("output");
  return (
    <div className="grid gap-3">
      <header className="flex flex-wrap items-center gap-3">
        <p className="max-w-3xl flex-1 text-[13px] text-ink-2" role="status">
          {outputs.length === 0 ? "No output is listed. " : `${counted(outputs.filter(({ on }) => on).length, "output")} on. `}
          By itself this installation sends all universes as E1.31 to what VEXA_SACN names: this machine alone, unless somebody has changed
          it. Outputs stay when another show is opened.
        </p>
        {leads && (
          <Button
            tone="sketch"
            once
            className="ml-auto"
            onClick={() => {
              const record = newOutput(client.view, newId);
              client.transact(`Added ${record.name}`, [{ op: "add", record }]);
            }}
          >
            Add an output
          </Button>
        )}
      </header>
      {outputs.length > 0 && (
        <LineTable
          label="Outputs"
          grid={GRID}
          width="min-w-[52rem]"
          heads={["On", COLUMNS.name, "Protocol", ...OUTPUT_FIELDS.filter((field) => field !== "name").map((field) => COLUMNS[field])]}
        >
          {outputs.map((output) => (
            <Row key={output.id} output={output} leads={leads} />
          ))}
        </LineTable>
      )}
      <InputsTable leads={leads} />
      <OthersList />
      <NodesList />
      {leads && <Interfaces />}
    </div>
  );
}

function Row({ output, leads }: { output: OutputLine; leads: boolean }): React.JSX.Element {
  const client = useClient();
  const { id, name, protocol, on, address, leavesBy } = output;
  const type = (field: OutputField, text: string): boolean | string => {
    const typed = typedOutput(client.view, id, { field, text });
    return typed.ok ? client.transact(`${COLUMNS[field].head} of ${name}`, typed.value) : explain(typed.error);
  };
  const turn = (to: boolean, by?: string): void => {
    const changes = switchedOutput(client.view, id, { on: to, ...(by === undefined ? {} : { leavesBy: by }) });
    client.transact(`${to ? "Switched on" : "Switched off"} ${name}`, changes);
  };
  const field = (of: OutputField): React.JSX.Element => (
    <LineField key={of} of={COLUMNS[of]} name={name} text={outputText(output, of)} may={leads} onTake={(text) => type(of, text)} />
  );
  return (
    <Line name={name} grid={GRID}>
      {!leads ? (
        <span className={on ? "text-live" : "text-ink-3"}>{on ? "● on" : "off"}</span>
      ) : on || staysHere(address) ? (
        <Button size="small" tone="chip" aria-pressed={on} aria-label={`${name} on`} onClick={() => turn(!on)}>
          {on ? "● on" : "off"}
        </Button>
      ) : (
        <LeaveSheet output={output} onLeave={(by) => turn(true, by)} />
      )}
      {field("name")}
      <Choice
        aria-label={`Protocol of ${name}`}
        className="h-7"
        disabled={!leads}
        value={protocol}
        onValue={(to) => client.transact(`Protocol of ${name}`, protocolChanges(output, to as OutputProtocol))}
      >
        {OUTPUT_PROTOCOLS.map((each) => (
          <Option key={each} value={each}>
            {each}
          </Option>
        ))}
      </Choice>
      {OUTPUT_FIELDS.filter((of) => of !== "name").map(field)}
      {leads ? <TakeAway name={name} onTake={() => client.transact(`Took ${name} away`, [{ op: "remove", record: output }])} /> : <span />}
      {on && <Doing id={id} leavesBy={leavesBy} />}
    </Line>
  );
}

/** What an output did in the last second. */
function Doing({ id, leavesBy }: { id: string; leavesBy: string | undefined }): React.JSX.Element {
  const health = useHealth()?.outputs?.find((each) => each.id === id);
  return (
    <span className="col-span-10 flex flex-wrap gap-3 text-xs text-ink-3">
      {leavesBy !== undefined && <span className="text-sketch">Leaves this machine by {leavesBy}.</span>}
      {health && <span>{counted(health.packets, "packet")} in the last second</span>}
      {health?.trouble !== undefined && (
        <span className="text-barred">
          ▬ {health.errors > 0 ? `${counted(health.errors, "packet")} couldn’t be sent: ` : ""}
          {health.trouble}
        </span>
      )}
    </span>
  );
}

/** What will leave on which wire, before anything does. */
function LeaveSheet({ output, onLeave }: { output: OutputLine; onLeave: (by: string) => void }): React.JSX.Element {
  const show = useQuietShow();
  const [open, setOpen] = useState(false);
  const groups = output.address === TO_GROUPS;
  const { data, error } = useSWR<{ by: string | null }, Error>(open && !groups ? ["way", output.address] : null, () =>
    fetchWay(output.address),
  );
  const { data: network } = useSWR(open && groups ? "network" : null, fetchNetwork);
  const { universes, protocol, address } = output;
  const count = show.rig.universes.filter((universe) => !universes || (universe >= universes.from && universe <= universes.to)).length;
  return (
    <PopSheet
      label={`${output.name} leaves this machine`}
      open={open}
      onOpen={setOpen}
      trigger={
        <Button size="small" tone="chip" aria-label={`${output.name} on`}>
          off
        </Button>
      }
    >
      {groups ? (
        <>
          <p>
            <b>{counted(count, "universe")}</b> will go to their groups, to whoever listens, by one interface. It is sent also where nobody
            listens.
          </p>
          {(network ?? []).map(({ name, address: own, loopback }) => (
            <Button
              key={`${name} ${own}`}
              tone="live"
              once
              onClick={() => {
                setOpen(false);
                onLeave(name);
              }}
            >
              {loopback ? `Keep it on this machine (${name})` : `Let it leave by ${name}, ${own}`}
            </Button>
          ))}
        </>
      ) : error ? (
        <p className="text-barred">▬ {error.message}</p>
      ) : !data ? (
        <p className="text-ink-2">Asking by which way…</p>
      ) : data.by === null ? (
        <p className="text-barred">▬ This machine knows no way to {address}.</p>
      ) : (
        <>
          <p>
            <b>{counted(count, "universe")}</b> will leave this machine by interface <b>{data.by}</b>, as {protocol} to <b>{address}</b>.
          </p>
          <Button
            tone="live"
            once
            onClick={() => {
              setOpen(false);
              if (data.by === null) refuse("There is no way there.");
              else onLeave(data.by);
            }}
          >
            Let it leave by {data.by}
          </Button>
        </>
      )}
    </PopSheet>
  );
}

/** The interfaces of the machine, for those who look for an address. */
function Interfaces(): React.JSX.Element | null {
  const { data } = useSWR("network", fetchNetwork);
  if (!data) return null;
  return (
    <section className="grid gap-1 text-[13px]" aria-label="Interfaces">
      <h2 className="font-semibold">This machine</h2>
      {data.map(({ name, address, loopback }) => (
        <p key={`${name} ${address}`} className="text-ink-2">
          {name}, <span className="font-mono">{address}</span>
          {loopback ? ", itself" : ""}
        </p>
      ))}
    </section>
  );
}
