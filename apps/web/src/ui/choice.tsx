import { Check, ChevronDown } from "lucide-react";
import { Select } from "radix-ui";
import { Children, isValidElement, useRef, useState, type ReactElement, type ReactNode } from "react";
import { cn } from "./class-names";
import { fieldBox } from "./field";

/** One of the things that a Choice offers; it says nothing by itself. */
export function Option(_: { value: string | number; children: ReactNode; disabled?: boolean | undefined }): null {
  return null;
}

type Offered = ReactElement<{ value: string | number; children: ReactNode; disabled?: boolean | undefined }, typeof Option>;

/** The primitive keeps the empty value for itself. */
const NOTHING = "\0";
const known = (value: string | number): string => (value === "" ? NOTHING : String(value));

/** A box that shows what is chosen and offers the rest in a list: its children are Options. The list is made when it is opened. */
export function Choice(of: {
  value: string | number;
  onValue: (value: string) => void;
  children: ReactNode;
  "aria-label"?: string;
  title?: string;
  className?: string;
  disabled?: boolean;
  autoFocus?: boolean;
}): React.JSX.Element {
  const { value, onValue, children, className, disabled, ...rest } = of;
  const [open, setOpen] = useState(false);
  const byPointer = useRef(false);
  const options = Children.toArray(children).filter((child): child is Offered => isValidElement(child) && child.type === Option);
  const chosen = options.find(({ props }) => props.value === value);
  return (
    <Select.Root
      open={open}
      onOpenChange={setOpen}
      value={chosen ? known(value) : ""}
      disabled={disabled ?? false}
      onValueChange={(next) => onValue(next === NOTHING ? "" : next)}
    >
      <Select.Trigger
        data-value={value}
        className={cn(fieldBox, "flex min-w-0 items-center justify-between gap-1 text-left disabled:opacity-45", className)}
        {...rest}
      >
        <span className="truncate">
          <Select.Value>{chosen?.props.children}</Select.Value>
        </span>
        <ChevronDown size={12} className="shrink-0 text-ink-3" aria-hidden />
      </Select.Trigger>
      {open && (
        <Select.Portal>
          <Select.Content
            position="popper"
            sideOffset={2}
            collisionPadding={8}
            className="z-50 max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width) overflow-hidden rounded border border-edge bg-bench shadow-sheet"
            onKeyDown={(event) => event.stopPropagation()}
            onPointerUp={() => (byPointer.current = true)}
            onCloseAutoFocus={(event) => {
              // Keys belong to the whole window again after a pointer has chosen; who came by keys goes on from the box.
              if (byPointer.current) event.preventDefault();
              byPointer.current = false;
            }}
          >
            <Select.Viewport className="p-1">
              {options.map(({ key, props }) => (
                <Select.Item
                  key={key}
                  value={known(props.value)}
                  disabled={props.disabled ?? false}
                  data-value={props.value}
                  className="flex max-w-96 cursor-pointer items-center justify-between gap-3 rounded px-2 py-1 text-[13px] text-ink outline-none data-disabled:cursor-default data-disabled:text-ink-3 data-highlighted:bg-raised pointer-coarse:min-h-11"
                >
                  <Select.ItemText>
                    <span className="truncate">{props.children}</span>
                  </Select.ItemText>
                  <Select.ItemIndicator>
                    <Check size={12} className="text-ink-2" aria-hidden />
                  </Select.ItemIndicator>
                </Select.Item>
              ))}
            </Select.Viewport>
          </Select.Content>
        </Select.Portal>
      )}
    </Select.Root>
  );
}
