import { NavLink, useParams } from "react-router";
import { cn } from "../../ui/class-names";
import { CheckPage } from "./check-page";
import { LampsPage } from "./lamps-page";
import { ProfilesPage } from "./profiles-page";

const TABS = [
  { to: "lamps", label: "Lamps" },
  { to: "profiles", label: "Profiles" },
  { to: "check", label: "Check" },
] as const;

/** What hangs: the lamps with their addresses, and what kinds of lamps there are. */
export function RigPlace(): React.JSX.Element {
  const { tab = "lamps" } = useParams();
  return (
    <div className="flex h-full min-h-0 flex-col">
      <nav className="flex shrink-0 gap-1 border-b border-edge bg-bench p-2" aria-label="Parts of Rig">
        {TABS.map(({ to, label }) => (
          <NavLink
            key={to}
            to={`/rig/${to}`}
            className={cn(
              "grid h-8 min-w-28 place-content-center rounded border border-edge px-3 text-[13px] font-medium text-ink-2 hover:text-ink",
              to === tab && "border-sketch bg-raised text-ink",
            )}
            aria-current={to === tab ? "page" : undefined}
          >
            {label}
          </NavLink>
        ))}
      </nav>
      {tab === "profiles" ? <ProfilesPage /> : tab === "check" ? <CheckPage /> : <LampsPage />}
    </div>
  );
}
