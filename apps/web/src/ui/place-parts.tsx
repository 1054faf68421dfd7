import { NavLink } from "react-router";
import { cn } from "./class-names";

/** Links to the parts of a place, by the last step of their path; the open one is marked. */
export function PlaceParts({
  place,
  parts,
  open,
}: {
  place: string;
  parts: readonly { readonly to: string; readonly label: string }[];
  open: string;
}): React.JSX.Element {
  return (
    <nav className="flex shrink-0 gap-1 border-b border-edge bg-bench p-2" aria-label={`Parts of ${place}`}>
      {parts.map(({ to, label }) => (
        <NavLink
          key={to}
          to={`/${place.toLowerCase()}/${to}`}
          className={cn(
            "grid h-8 min-w-28 place-content-center rounded border border-edge px-3 text-[13px] font-medium text-ink-2 hover:text-ink",
            to === open && "border-sketch bg-raised text-ink",
          )}
          aria-current={to === open ? "page" : undefined}
        >
          {label}
        </NavLink>
      ))}
    </nav>
  );
}
