import {
  counted,
  explain,
  INPUT_FIELDS,
  INPUT_WAYS,
  inputText,
  newInput,
  setChange,
  staysHere,
  typedInput,
  type InputField,
  type InputLine,
  type InputWay,
} from "@vexa/core";
import { newId } from "../../session/new-id";
import { useClient, useHealth, useQuietShow } from "../../session/show-context";
import { AskFirst } from "../../ui/ask-first";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { Line, LineField, LineTable, TakeAway, type LineHead } from "../../ui/line-table";
import { Tick } from "../../ui/tick";

const HEADS: Readonly<Record<InputField, LineHead>> = {
  name: { head: "Name", title: "" },
  universe: { head: "Universe", title: "Its number outside" },
  into: { head: "Into ours", title: "The universe of ours into which it is merged as that leaves" },
  address: { head: "Heard on", title: "An address of this machine’s own; 127.0.0.1 hears this machine alone" },
  port: { head: "Port", title: "Empty: 5568", placeholder: "usual" },
};
const WAYS: Readonly<Record<InputWay, string>> = {
  highest: "the highest counts",
  replaces: "replaces ours while it lives",
  controls: "moves masters and cards",
};
const GRID = "grid-cols-[4.5rem_minmax(6rem,1fr)_5rem_5rem_8rem_4rem_7rem_12rem_2rem]";

/** Universes of E1.31 from outside, merged into ours as they leave. */
export function InputsTable({ leads }: { leads: boolean }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const inputs = show.all("input");
  return (
    <section className="grid gap-2" aria-label="Inputs">
      <header className="flex flex-wrap items-center gap-3">
        <h2 className="font-semibold">Inputs</h2>
        <p className="flex-1 text-[13px] text-ink-2">
          {inputs.length === 0 ? "None is listed. " : ""}A universe of E1.31 from outside is merged into one of ours; of its sources the
          highest priority counts, and what is silent for 2.5 s is gone. Trace names it. One that moves masters and cards puts no light out;
          its slots are learned where a wing’s faders are.
        </p>
        {leads && (
          <Button
            once
            onClick={() => {
              const record = newInput(client.view, newId);
              client.transact(`Added ${record.name}`, [{ op: "add", record }]);
            }}
          >
            Add an input
          </Button>
        )}
      </header>
      {inputs.length > 0 && (
        <LineTable
          label="Inputs"
          grid={GRID}
          width="min-w-[56rem]"
          heads={["On", ...INPUT_FIELDS.map((field) => HEADS[field]), "By its group", "How it counts"]}
        >
          {inputs.map((input) => (
            <Row key={input.id} input={input} leads={leads} />
          ))}
        </LineTable>
      )}
    </section>
  );
}

function Row({ input, leads }: { input: InputLine; leads: boolean }): React.JSX.Element {
  const client = useClient();
  const { id, name, on, address, multicast, way } = input;
  const set = (label: string, field: keyof InputLine, to: InputLine[keyof InputLine]): boolean =>
    client.transact(label, [setChange(id, [field], { from: input[field], to })]);
  const turn = (): void => void set(`${on ? "Switched off" : "Switched on"} ${name}`, "on", !on);
  const type = (field: InputField, text: string): boolean | string => {
    const typed = typedInput(client.view, id, { field, text });
    return typed.ok ? client.transact(`${HEADS[field].head} of ${name}`, typed.value) : explain(typed.error);
  };
  const button = (
    <Button size="small" tone="chip" aria-pressed={on} aria-label={`${name} on`} {...(on || staysHere(address) ? { onClick: turn } : {})}>
      {on ? "● on" : "off"}
    </Button>
  );
  return (
    <Line name={name} grid={GRID}>
      {!leads ? (
        <span className={on ? "text-live" : "text-ink-3"}>{on ? "● on" : "off"}</span>
      ) : on || staysHere(address) ? (
        button
      ) : (
        <AskFirst
          label={`${name} listens to a network`}
          what={`It is heard on ${address}: whoever is on that network can ${way === "controls" ? "move what it was learned for" : `put light into universe ${input.into}`}.`}
          sure="Listen to it"
          trigger={button}
          onSure={turn}
        />
      )}
      {INPUT_FIELDS.map((field) => (
        <LineField
          key={field}
          of={HEADS[field]}
          name={name}
          text={inputText(input, field)}
          may={leads}
          onTake={(text) => type(field, text)}
        />
      ))}
      <Tick label="multicast" on={multicast} disabled={!leads} onTick={(to) => set(`Group of ${name}`, "multicast", to)} />
      <Choice
        aria-label={`How ${name} counts`}
        className="h-7"
        disabled={!leads}
        value={way}
        onValue={(to) => set(`How ${name} counts`, "way", to as InputWay)}
      >
        {INPUT_WAYS.map((each) => (
          <Option key={each} value={each}>
            {WAYS[each]}
          </Option>
        ))}
      </Choice>
      {leads && <TakeAway name={name} onTake={() => client.transact(`Took ${name} away`, [{ op: "remove", record: input }])} />}
      {on && <Heard id={id} />}
    </Line>
  );
}

/** Who is heard. */
function Heard({ id }: { id: string }): React.JSX.Element {
  const health = useHealth()?.inputs?.find((each) => each.id === id);
  return (
    <span className="col-span-9 flex flex-wrap gap-3 text-xs text-ink-3">
      {!health ? (
        "Listening…"
      ) : health.sources.length === 0 ? (
        "Nobody is heard."
      ) : (
        <>
          {health.sources.map(({ name, priority, counts }, at) => (
            <span key={at} className={counts ? "text-live" : ""}>
              {counts ? "● " : ""}
              {name || "somebody without a name"}, priority {priority}
            </span>
          ))}
          <span>{counted(health.packets, "packet")} in the last second</span>
        </>
      )}
      {health?.trouble !== undefined && <span className="text-barred">▬ {health.trouble}</span>}
    </span>
  );
}
