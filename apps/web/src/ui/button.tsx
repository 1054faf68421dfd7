import { Toggle } from "radix-ui";
import { cva, type VariantProps } from "class-variance-authority";
import type { ComponentProps } from "react";
import { cn } from "./class-names";
import { Hint } from "./hint";
import { useOnce } from "./once";

const look = cva(
  "inline-flex items-center justify-center gap-1.5 rounded border px-2.5 font-medium whitespace-nowrap transition-colors duration-100 select-none disabled:cursor-not-allowed disabled:opacity-45",
  {
    variants: {
      tone: {
        plain: "border-edge bg-raised text-ink enabled:hover:border-ink-3",
        quiet: "border-transparent bg-transparent text-ink-2 enabled:hover:bg-raised enabled:hover:text-ink",
        sketch: "border-sketch bg-sketch text-on-accent enabled:hover:brightness-110",
        live: "border-live bg-live text-on-accent enabled:hover:brightness-110",
        chip: "border-edge bg-transparent text-ink-2 enabled:hover:text-ink aria-pressed:border-sketch aria-pressed:bg-raised aria-pressed:text-ink aria-checked:border-sketch aria-checked:bg-raised aria-checked:text-ink aria-selected:border-sketch aria-selected:bg-raised aria-selected:text-ink",
      },
      size: {
        small: "h-6 px-2 text-xs pointer-coarse:h-11 pointer-coarse:min-w-11",
        normal: "h-8 text-[13px] pointer-coarse:h-11 pointer-coarse:min-w-11",
        touch: "h-11 min-w-11 text-sm",
      },
    },
    defaultVariants: { tone: "plain", size: "normal" },
  },
);

/** With `once` a second press within 400 ms does nothing: for what makes, deletes, asks or goes on. Buttons that send a form are so by
 * themselves, but for `once={false}`. */
export function Button({
  tone,
  size,
  className,
  once,
  onClick,
  title,
  ...rest
}: ComponentProps<"button"> & VariantProps<typeof look> & { once?: boolean }): React.JSX.Element {
  const counts = useOnce();
  const guarded = once ?? rest.type === "submit";
  // One that stays pressed is a toggle, whose state is told from outside.
  const pressed = rest["aria-pressed"];
  const Part = pressed === undefined ? "button" : Toggle.Root;
  const button = (
    <Part
      {...(pressed === undefined ? {} : { pressed: pressed === true || pressed === "true" })}
      type="button"
      className={cn(look({ tone, size }), className)}
      onClick={(event) => {
        // Keys send a form by a click without a count: they aren't half of a double click.
        if (guarded && event.detail > 0 && !counts(event)) return event.preventDefault();
        onClick?.(event);
      }}
      // A button that can't be pressed hears no pointer: the browser shows its words.
      title={rest.disabled ? title : undefined}
      {...rest}
    />
  );
  return title === undefined ? button : <Hint words={title}>{button}</Hint>;
}
