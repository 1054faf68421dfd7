import {
  BookOpen,
  FolderOpen,
  LampCeiling,
  ListMusic,
  Lock,
  LogOut,
  Moon,
  Route,
  SlidersVertical,
  Spline,
  Sun,
  Users,
  CircleHelp,
} from "lucide-react";
import { useEffect } from "react";
import { NavLink, useLocation } from "react-router";
import { useInterface, useInterfaceOf } from "../selection/interface-store";
import { lock } from "./lock";
import { cn } from "../ui/class-names";
import { WindowsMenu } from "../windows/windows-menu";
import { useWaiting } from "./use-waiting";

const PLACES = [
  { to: "/rig", label: "Rig", Icon: LampCeiling },
  { to: "/build", label: "Build", Icon: Spline },
  { to: "/score", label: "Score", Icon: ListMusic },
  { to: "/perform", label: "Perform", Icon: SlidersVertical },
  { to: "/crew", label: "Crew", Icon: Users },
  { to: "/trace", label: "Trace", Icon: Route },
  { to: "/show", label: "Show", Icon: FolderOpen },
] as const;

/** The page of the guide about each place. */
const GUIDE_OF: Readonly<Record<(typeof PLACES)[number]["to"], string>> = {
  "/rig": "patch",
  "/build": "shaping",
  "/score": "score",
  "/perform": "perform",
  "/crew": "crew",
  "/trace": "trace",
  "/show": "show",
};

const item = "grid w-11 shrink-0 justify-items-center gap-0.5 rounded py-1.5 text-[11px] text-ink-2 hover:bg-raised hover:text-ink";

/** The slim rail: the places, in the order of the work. */
export function Rail({ onSignOut }: { onSignOut: () => void }): React.JSX.Element {
  const { theme, setTheme, lastPaths, set } = useInterfaceOf("theme", "setTheme", "lastPaths", "set");
  const { pathname } = useLocation();
  const here = PLACES.find(({ to }) => pathname === to || pathname.startsWith(`${to}/`))?.to;
  useEffect(() => {
    const { lastPaths: before } = useInterface.getState();
    if (here && before[here] !== pathname) set({ lastPaths: { ...before, [here]: pathname } });
  }, [here, pathname, set]);
  const waiting = useWaiting();
  const Light = theme === "dark" ? Sun : Moon;
  return (
    <nav
      className="row-span-3 flex flex-col items-center gap-1 border-r border-edge bg-ground py-2 max-sm:order-last max-sm:row-span-1 max-sm:flex-row max-sm:overflow-x-auto max-sm:border-t max-sm:border-r-0 max-sm:py-0"
      aria-label="Places"
    >
      <img src="/vexa.svg" alt="Vexa" className="mb-2 size-8 max-sm:hidden" />
      {PLACES.map(({ to, label, Icon }) => (
        <NavLink
          key={to}
          to={lastPaths[to] ?? to}
          aria-current={to === here ? "page" : undefined}
          className={cn(item, to === here && "bg-raised text-ink")}
        >
          <span className="relative">
            <Icon size={18} aria-hidden />
            {to === "/crew" && waiting > 0 && (
              <span className="absolute -top-1.5 -right-2.5 grid size-4 place-content-center rounded-full bg-sketch text-[10px] font-semibold text-on-accent">
                {waiting}
                <span className="sr-only">waiting for you</span>
              </span>
            )}
          </span>
          {label}
        </NavLink>
      ))}
      <span className="flex-1" />
      <NavLink to={`/show/help?page=${GUIDE_OF[here ?? "/show"]}`} className={item} title="What the guide says of this place">
        <BookOpen size={17} aria-hidden /> Help
      </NavLink>
      <button type="button" className={item} onClick={() => set({ shortcutsShown: true })} title="Shortcuts (?)">
        <CircleHelp size={17} aria-hidden /> Keys
      </button>
      <button
        type="button"
        className={item}
        onClick={() => setTheme(theme === "dark" ? "light" : "dark")}
        title="For the dark or for daylight"
      >
        <Light size={17} aria-hidden /> {theme === "dark" ? "Light" : "Dark"}
      </button>
      <WindowsMenu className={item} />
      <button type="button" className={item} onClick={lock} title="Lock this screen; what plays goes on (Ctrl+Shift+L)">
        <Lock size={17} aria-hidden /> Lock
      </button>
      <button type="button" className={item} onClick={onSignOut}>
        <LogOut size={17} aria-hidden /> Sign out
      </button>
    </nav>
  );
}
