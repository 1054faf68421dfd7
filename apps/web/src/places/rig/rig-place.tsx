import { useParams } from "react-router";
import { PlaceParts } from "../../ui/place-parts";
import { AddressesPage } from "./addresses-page";
import { CheckPage } from "./check-page";
import { LampsPage } from "./lamps-page";
import { ProfilesPage } from "./profiles-page";

const TABS = [
  { to: "lamps", label: "Lamps" },
  { to: "addresses", label: "Addresses" },
  { to: "profiles", label: "Profiles" },
  { to: "check", label: "Check" },
] as const;

/** What hangs: the lamps, the slots of their addresses, and what kinds of lamps there are. */
export function RigPlace(): React.JSX.Element {
  const { tab = "lamps" } = useParams();
  return (
    <div className="flex h-full min-h-0 flex-col">
      <PlaceParts place="Rig" parts={TABS} open={tab} />
      {tab === "addresses" ? <AddressesPage /> : tab === "profiles" ? <ProfilesPage /> : tab === "check" ? <CheckPage /> : <LampsPage />}
    </div>
  );
}
