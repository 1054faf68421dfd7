import { Controller, type Control, type FieldValues, type Path } from "react-hook-form";
import { Choice } from "./choice";

/** A choice that is a field of a form; `shown` stands for it where it chooses by itself. */
export function ControlledChoice<V extends FieldValues>({
  control,
  name,
  shown,
  ...rest
}: { control: Control<V>; name: Path<V>; shown?: string } & Omit<
  React.ComponentProps<typeof Choice>,
  "value" | "onValue" | "name"
>): React.JSX.Element {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => <Choice {...rest} value={shown ?? (field.value as string)} onValue={field.onChange} />}
    />
  );
}
