import { useEffect, useState } from "react";
import { useForm } from "react-hook-form";
import { useNavigate } from "react-router";
import {
  addLamps,
  addressText,
  counted,
  explain,
  nextFreeNumber,
  nextFreePatches,
  readAddress,
  type LampsToAdd,
  type Mode,
  type Profile,
  type Result,
  type Show,
} from "@vexa/core";
import { newId } from "../../session/new-id";
import { useClient, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Option } from "../../ui/choice";
import { ControlledChoice } from "../../ui/controlled-choice";
import { Field, TextInput } from "../../ui/field";
import { PopSheet } from "../../ui/pop-sheet";

interface Typed {
  readonly modeId: string;
  readonly count: string;
  readonly number: string;
  /** One for each break; empty = unpatched. */
  readonly addresses: readonly string[];
  readonly gap: string;
  readonly name: string;
}

const offered = (show: Show, profile: Profile, mode: Mode): Typed => ({
  modeId: mode.id,
  count: "1",
  number: String(nextFreeNumber(show)),
  addresses: nextFreePatches(show, mode, 1).map(addressText),
  gap: "0",
  name: `${profile.model} {n}`,
});

/** Adds lamps of a profile one behind the other; the next free number and address are offered. */
export function AddLampsSheet({ profile, modeId }: { profile: Profile; modeId: string }): React.JSX.Element {
  const [open, setOpen] = useState(false);
  return (
    <PopSheet
      trigger={<Button tone="sketch">Add lamps…</Button>}
      label={`Add lamps of ${profile.model}`}
      open={open}
      onOpen={setOpen}
      className="w-80"
    >
      {open && <AddLampsForm profile={profile} modeId={modeId} onDone={() => setOpen(false)} />}
    </PopSheet>
  );
}

function AddLampsForm({ profile, modeId, onDone }: { profile: Profile; modeId: string; onDone: () => void }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const navigate = useNavigate();
  const first = profile.modes.find(({ id }) => id === modeId) ?? profile.modes[0]!;
  const { register, control, handleSubmit, watch, setValue } = useForm<Typed>({ defaultValues: offered(show, profile, first) });
  const typed = watch();
  const mode = profile.modes.find(({ id }) => id === typed.modeId) ?? first;
  const breaks = 1 + (mode.moreFootprints?.length ?? 0);
  useEffect(() => {
    setValue("addresses", nextFreePatches(client.view, mode, 1).map(addressText));
  }, [client, mode, setValue]);
  const made = lampsOf(show, profile, { ...typed, addresses: typed.addresses.slice(0, breaks) });
  const add = (): void => {
    const again = lampsOf(client.view, profile, { ...typed, addresses: typed.addresses.slice(0, breaks) });
    if (!again.ok) return;
    if (!client.transact(`Added ${counted(again.value.length, "lamp")} ${profile.model}`, again.value)) return;
    onDone();
    void navigate("/rig/lamps");
  };
  return (
    <form className="grid gap-2" onSubmit={(event) => void handleSubmit(add)(event)}>
      {profile.modes.length > 1 && (
        <Field label="Mode">
          <ControlledChoice control={control} name="modeId" aria-label="Mode of the lamps">
            {profile.modes.map(({ id, name, footprint }) => (
              <Option key={id} value={id}>
                {name}, {counted(footprint, "slot")}
              </Option>
            ))}
          </ControlledChoice>
        </Field>
      )}
      <div className="grid grid-cols-3 gap-2">
        <Field label="How many">
          <TextInput aria-label="How many lamps" inputMode="numeric" className="font-mono" {...register("count")} />
        </Field>
        <Field label="From number">
          <TextInput aria-label="Number of the first lamp" inputMode="numeric" className="font-mono" {...register("number")} />
        </Field>
        <Field label="Free between">
          <TextInput aria-label="Free slots between lamps" inputMode="numeric" className="font-mono" {...register("gap")} />
        </Field>
      </div>
      {Array.from({ length: breaks }, (_, at) => (
        <Field
          key={at}
          label={breaks === 1 ? "From address" : `From address, ${at === 0 ? "first" : "second"} place`}
          hint={at === 0 ? "universe.address; the next free one is offered, empty leaves them unpatched" : undefined}
        >
          <TextInput
            aria-label={at === 0 ? "Address of the first lamp" : `Address of the first lamp, place ${at + 1}`}
            className="font-mono"
            {...register(`addresses.${at}`)}
          />
        </Field>
      ))}
      <Field label="Name" hint="{n} counts them">
        <TextInput aria-label="Name of the lamps" maxLength={80} {...register("name")} />
      </Field>
      {!made.ok && (
        <p role="alert" className="text-barred">
          ▬ {explain(made.error)}
        </p>
      )}
      <Button type="submit" tone="sketch" disabled={!made.ok}>
        {made.ok ? `Add ${counted(made.value.length, "lamp")}` : "Add lamps"}
      </Button>
    </form>
  );
}

/** What the typed values come to, or what is wrong with them. */
function lampsOf(show: Show, profile: Profile, { modeId, count, number, addresses, gap, name }: Typed): ReturnType<typeof addLamps> {
  const patches = addresses.map((text) => (text.trim() === "" || text.trim() === "unpatched" ? null : readAddress(text)));
  const unread = addresses.findIndex((text, at) => patches[at] === null && text.trim() !== "" && text.trim() !== "unpatched");
  if (unread >= 0) return invalid("The address", addresses[unread]!, "it must be universe.address, such as 3.101, up to 63999.512");
  const whole = (text: string): number => (/^\s*\d{1,6}\s*$/.test(text) ? Number(text) : NaN);
  if (!(whole(number) >= 1)) return invalid("The number", number, "it must be from 1 to 99999");
  if (!(whole(gap) >= 0)) return invalid("The gap", gap, "it must be a number of slots");
  const of: LampsToAdd = { profileId: profile.id, modeId, count: whole(count), number: whole(number), patches, gap: whole(gap), name };
  return addLamps(show, of, () => `fx-${newId()}`);
}

function invalid(field: string, value: string, why: string): Result<never> {
  return { ok: false, error: { code: "value.invalid", details: { field, value: value.slice(0, 40) || "empty", why } } };
}
