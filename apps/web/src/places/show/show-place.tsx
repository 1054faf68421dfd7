import { NavLink, useParams } from "react-router";
import { extentOf } from "@vexa/core";
import { useMe } from "../../session/show-context";
import { cn } from "../../ui/class-names";
import { DevicesPage } from "./devices-page";
import { HealthPage } from "./health-page";

const TABS = [
  { to: "health", label: "Health" },
  { to: "devices", label: "Devices" },
] as const;

/** The show as a whole and what it runs on. */
export function ShowPlace(): React.JSX.Element {
  const { tab = "health" } = useParams();
  const me = useMe();
  const barred = extentOf(me, tab === "devices" ? "crew" : "health") === "no";
  return (
    <div className="flex h-full min-h-0 flex-col">
      <nav className="flex shrink-0 gap-1 border-b border-edge bg-bench p-2" aria-label="Parts of Show">
        {TABS.map(({ to, label }) => (
          <NavLink
            key={to}
            to={`/show/${to}`}
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
      <section className="min-h-0 flex-1 overflow-y-auto p-4" aria-label={tab === "devices" ? "Devices" : "Health"}>
        {barred ? (
          <p className="text-ink-2">
            {tab === "devices" ? "Which devices are let in is for the lead." : "The health of the system is for technicians and the lead."}
          </p>
        ) : tab === "devices" ? (
          <DevicesPage />
        ) : (
          <HealthPage />
        )}
      </section>
    </div>
  );
}
