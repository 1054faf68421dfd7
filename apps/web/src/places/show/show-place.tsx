import { useParams } from "react-router";
import { extentOf } from "@vexa/core";
import { useMe } from "../../session/show-context";
import { PlaceParts } from "../../ui/place-parts";
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
      <PlaceParts place="Show" parts={TABS} open={tab} />
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
