import { useParams } from "react-router";
import { extentOf } from "@vexa/core";
import { useMe } from "../../session/show-context";
import { onDemand } from "../../ui/on-demand";
import { PlaceParts } from "../../ui/place-parts";
import { DevicesPage } from "./devices-page";
import { NetworkPage } from "./network-page";
import { SettingsPage } from "./settings-page";
import { ShowsPage } from "./shows-page";

const TABS = [
  { to: "shows", label: "Shows" },
  { to: "network", label: "Network" },
  { to: "health", label: "Health" },
  { to: "devices", label: "Devices" },
  { to: "settings", label: "Settings" },
  { to: "help", label: "Help" },
] as const;

// The guide with what writes it out, and charts.
const HelpPage = onDemand("help", () => import("./help-page"));
const HealthPage = onDemand("health", () => import("./health-page"));

const PAGES = {
  shows: { Page: ShowsPage, act: null, barred: "" },
  network: { Page: NetworkPage, act: null, barred: "" },
  health: { Page: HealthPage, act: "health", barred: "The health of the system is for technicians and the lead." },
  settings: { Page: SettingsPage, act: null, barred: "" },
  help: { Page: HelpPage, act: null, barred: "" },
  devices: { Page: DevicesPage, act: "crew", barred: "Which devices are let in is for the lead." },
} as const;

/** The show as a whole and what it runs on. */
export function ShowPlace(): React.JSX.Element {
  const { tab } = useParams();
  const me = useMe();
  const open = TABS.find(({ to }) => to === tab) ?? TABS[0];
  const { Page, act, barred } = PAGES[open.to];
  return (
    <div className="flex h-full min-h-0 flex-col">
      <PlaceParts place="Show" parts={TABS} open={open.to} />
      <section className="min-h-0 flex-1 overflow-y-auto p-4" aria-label={open.label} tabIndex={0}>
        {act !== null && extentOf(me, act) === "no" ? <p className="text-ink-2">{barred}</p> : <Page />}
      </section>
    </div>
  );
}
