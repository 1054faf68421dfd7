import { useParams } from "react-router";
import { onDemand } from "../../ui/on-demand";
import { PlaceParts } from "../../ui/place-parts";
import { AddressesPage } from "./addresses-page";
import { CheckPage } from "./check-page";
import { LampsPage } from "./lamps-page";
import { ProfilesPage } from "./profiles-page";
import { TargetsPage } from "./targets-page";
import { VenuePage } from "./venue-page";

const TABS = [
  { to: "lamps", label: "Lamps" },
  { to: "addresses", label: "Addresses" },
  { to: "profiles", label: "Profiles" },
  { to: "curves", label: "Curves" },
  { to: "check", label: "Check" },
  { to: "targets", label: "Targets" },
  { to: "venue", label: "New venue" },
] as const;

const PAGES: Readonly<Record<(typeof TABS)[number]["to"], () => React.JSX.Element>> = {
  lamps: LampsPage,
  addresses: AddressesPage,
  profiles: ProfilesPage,
  // With its charts.
  curves: onDemand("curves", () => import("./curves-page")),
  check: CheckPage,
  targets: TargetsPage,
  venue: VenuePage,
};

/** What hangs: the lamps, the slots of their addresses, and what kinds of lamps there are. */
export function RigPlace(): React.JSX.Element {
  const { tab } = useParams();
  const open = TABS.find(({ to }) => to === tab)?.to ?? "lamps";
  const Page = PAGES[open];
  return (
    <div className="flex h-full min-h-0 flex-col">
      <PlaceParts place="Rig" parts={TABS} open={open} />
      <Page />
    </div>
  );
}
