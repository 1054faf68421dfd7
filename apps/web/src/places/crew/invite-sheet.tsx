import { useState } from "react";
import { ROLES, type Person, type Role } from "@vexa/core";
import { useRecordForm } from "../../session/record-form";
import { Button } from "../../ui/button";
import { Option } from "../../ui/choice";
import { ControlledChoice } from "../../ui/controlled-choice";
import { Field, TextInput } from "../../ui/field";
import { PopSheet } from "../../ui/pop-sheet";

interface Invited {
  readonly name: string;
  readonly role: Role;
}

/** What somebody of this name signs in as. */
const signInNameOf = (name: string): string =>
  name
    .trim()
    .toLowerCase()
    .normalize("NFD")
    .replace(/[^a-z0-9]+/g, ".")
    .replace(/^\.+|\.+$/g, "")
    .slice(0, 40);

const personOf = ({ name, role }: Invited): Person => ({
  id: "person-invited",
  kind: "person",
  version: 1,
  name: name.trim(),
  initials: name.trim().slice(0, 2),
  role,
});

/** What the person is called, and how they sign in; a first password comes of it. */
export function InviteSheet({
  onInvite,
}: {
  onInvite: (of: { name: string; initials: string; role: Role; signInName: string }) => void;
}): React.JSX.Element {
  const [open, setOpen] = useState(false);
  const { register, control, handleSubmit, watch, formState, resetField } = useRecordForm<Invited>(
    { name: "", role: "programmer" },
    personOf,
  );
  const signInName = signInNameOf(watch("name"));
  const fits = formState.isValid && signInName.length >= 2;
  const invite = (values: Invited): void => {
    const { name, initials, role } = personOf(values);
    onInvite({ name, initials, role, signInName });
    setOpen(false);
    resetField("name");
  };
  return (
    <PopSheet trigger={<Button>Invite somebody</Button>} label="Invite somebody" open={open} onOpen={setOpen}>
      <form className="grid gap-2" onSubmit={(event) => void handleSubmit(invite)(event)}>
        <Field label="Name" hint={fits ? `signs in as ${signInName}` : (formState.errors.name?.message ?? "two letters or more")}>
          <TextInput aria-label="Name of whom to invite" {...register("name")} />
        </Field>
        <Field label="Role">
          <ControlledChoice control={control} name="role" aria-label="Role of whom to invite">
            {ROLES.map((each) => (
              <Option key={each} value={each}>
                {each}
              </Option>
            ))}
          </ControlledChoice>
        </Field>
        <Button type="submit" tone="sketch" disabled={!fits}>
          Invite
        </Button>
      </form>
    </PopSheet>
  );
}
