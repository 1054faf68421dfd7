import { useEffect, useState } from "react";
import { Link } from "react-router";
import { counted, curtainsDown, territoriesOf, type Person, type PresenceEntry, type Show } from "@vexa/core";
import { useNow } from "../frames/use-now";
import { useClient, useFromClient, useHealth, useMe, useQuietShow } from "../session/show-context";
import { cn } from "../ui/class-names";
import { tintClass } from "../territories/tints";
import { CurtainButton } from "./curtain";
import { following } from "./follow";
import { placeName } from "./place-name";
import { StageMasters } from "./stage-masters";
import { StripNote } from "./strip-note";
import { TargetsNote, UnfollowedNote } from "./targets-notes";

const TOLD_FOR_MS = 120_000;

/** Show name and save state, how output is doing, and who is here. */
export function TopStrip(): React.JSX.Element {
  const lost = useFromClient((client) => client.connection === "lost");
  const showName = useFromClient((client) => client.showName);
  return (
    <header className="flex items-center gap-3 border-b border-edge bg-bench px-3">
      <h1 className={cn("min-w-0 truncate font-semibold", lost && "max-sm:hidden")}>{showName}</h1>
      <SaveState lost={lost} />
      <span className="flex-1" />
      {!lost && <HowItFares />}
      <HeldNote />
      <TargetsNote />
      <UnfollowedNote />
      <CurtainButton />
      <StageMasters />
      <PeopleHere />
    </header>
  );
}

/** So long nothing has waited when all is said to be saved. */
const CALM_MS = 300;

/** By itself: a drag is saved many times a second, which is nothing to the rest of the strip; in between it isn't said that all is saved. */
function SaveState({ lost }: { lost: boolean }): React.JSX.Element {
  const waiting = useFromClient((client) => client.waiting > 0);
  const [saving, setSaving] = useState(waiting);
  if (waiting && !saving) setSaving(true);
  useEffect(() => {
    if (waiting) return;
    const calm = setTimeout(() => setSaving(false), CALM_MS);
    return () => clearTimeout(calm);
  }, [waiting]);
  return (
    <p className={cn("text-[13px] text-ink-3", lost ? "text-barred" : "whitespace-nowrap max-sm:hidden")} role="status">
      {lost ? "▬ connection lost: what you see is kept, Vexa tries again" : saving ? "saving…" : "all saved"}
    </p>
  );
}

/** The database and the output, as the server says once a second. */
function HowItFares(): React.JSX.Element | null {
  const health = useHealth();
  if (!health) return null;
  return (
    <>
      {health.database === "away" && (
        <p className="rounded border border-barred px-2.5 py-1 text-[13px] text-barred" role="alert">
          ▬ the database is away: playing goes on, recording waits
        </p>
      )}
      <BegunAgain />
      <p className="shrink-[9] truncate rounded border border-edge px-2.5 py-1 text-[13px] text-ink-2 max-sm:hidden" aria-label="Output">
        <span className={health.lateFrames > 0 ? "text-barred" : "text-live"}>{health.lateFrames > 0 ? "▬" : "●"}</span>{" "}
        {Math.round(health.framesPerSecond)} Hz<span className="max-xl:hidden"> · {health.universes} universes</span> ·{" "}
        {health.lateFrames > 0 ? `${health.lateFrames} late` : "none late"}
      </p>
    </>
  );
}

function PeopleHere(): React.JSX.Element {
  const presence = useFromClient((client) => client.presence);
  const show = useQuietShow();
  const here = [...new Map(presence.map((entry) => [entry.personId, entry])).values()];
  return (
    <ul className="flex gap-1 max-sm:hidden" aria-label="People here">
      {here.map((entry) => {
        const person = show.get("person", entry.personId);
        return person && <Initials key={entry.personId} person={person} show={show} entry={entry} />;
      })}
    </ul>
  );
}

/** What is held on stage whatever plays, by others' curtains and by parking: seen from every place. */
function HeldNote(): React.JSX.Element | null {
  const { personId } = useClient();
  const view = useQuietShow();
  const now = useNow(500);
  const parked = view.all("park").length;
  const theirs = curtainsDown(view, now).filter((curtain) => curtain.personId !== personId);
  const whose = theirs.map((curtain) => view.get("person", curtain.personId)?.name ?? "somebody").join(", ");
  if (parked === 0 && theirs.length === 0) return null;
  return (
    <StripNote
      to="/trace"
      title={[parked > 0 ? `${counted(parked, "head")} parked` : "", theirs.length > 0 ? `Curtain down: ${whose}` : ""]
        .filter(Boolean)
        .join(". ")}
    >
      ■ {[parked > 0 ? `${parked} parked` : "", theirs.length > 0 ? `curtain: ${whose}` : ""].filter(Boolean).join(" · ")}
    </StripNote>
  );
}

/** The lead is told for a while that a part of the server had to be begun again. */
function BegunAgain(): React.JSX.Element | null {
  const ended = useHealth()?.lastEnded;
  const lead = useMe().role === "lead";
  if (!lead || !ended || Date.now() - ended.atMs > TOLD_FOR_MS) return null;
  return (
    <Link to="/show/health" className="rounded border border-edge px-2.5 py-1 text-[13px] text-parked">
      ■ the {ended.part === "web" ? "web server" : "engine"} was begun again ({ended.why})
    </Link>
  );
}

function Initials({ person, show, entry }: { person: Person; show: Show; entry: PresenceEntry }): React.JSX.Element {
  const client = useClient();
  const { personId: followed, follow } = following();
  const [territory] = territoriesOf(person, show);
  const hatch = territory ? tintClass(territory.tint) : person.role === "lead" ? "tint-lead" : "";
  const own = person.id === client.personId;
  const doing = [`in ${placeName(entry.path)}`, entry.edits, entry.heads.length > 0 && `${counted(entry.heads.length, "head")} selected`]
    .filter(Boolean)
    .join(", ");
  const title = `${person.name}, ${doing} · ${territory?.name ?? person.role}`;
  return (
    <li>
      <button
        type="button"
        title={own ? title : `${title}. ${followed === person.id ? "Stop following" : "Follow their view"}`}
        aria-label={`${person.name}, ${doing}`}
        aria-pressed={followed === person.id}
        disabled={own}
        className={cn(
          "grid size-7 pointer-coarse:size-11 place-content-center rounded-full border border-edge bg-raised text-xs font-semibold disabled:cursor-default",
          hatch,
          followed === person.id && "border-2 border-sketch",
        )}
        onClick={() => follow(followed === person.id ? null : person.id)}
      >
        <span className="rounded-sm bg-raised/80 px-0.5">{person.initials}</span>
      </button>
    </li>
  );
}
