import { useEffect, useState } from "react";
import {
  counted,
  explain,
  mayChange,
  mayDo,
  newTarget,
  TARGET_FIELDS,
  targetText,
  typedTarget,
  targetWhenLost,
  WHEN_LOST,
  type PlayCommand,
  type Target,
  type TargetField,
  type WhenLost,
} from "@vexa/core";
import { newId } from "../../session/new-id";
import { useClient, useMe, usePlayedShow } from "../../session/show-context";
import { TrackingSection } from "./tracking-section";
import { WalkRecorder } from "./walk-recorder";
import { useSelected } from "../../selection/use-selection";
import { followersLeft, NOBODY_FOLLOWS, targetNow, targetWords } from "../../stage/target-now";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { Line, LineField, LineTable, TakeAway, type LineHead } from "../../ui/line-table";
import { useHandLevel, type HeldLevel } from "../../ui/use-hand-level";

const HEADS: Readonly<Record<TargetField, LineHead>> = {
  name: { head: "Name", title: "" },
  x: { head: "Across, m", title: "Where it is taken to be until it is heard of: to the right" },
  y: { head: "Upstage, m", title: "Where it is taken to be until it is heard of: upstage" },
  z: { head: "Up, m", title: "Where it is taken to be until it is heard of: above the floor" },
  mostSpeed: {
    head: "At most, m/s",
    title: "What is heard to be faster comes after: words that jump don’t throw beams about",
    placeholder: "any",
  },
  within: {
    head: "Kept within, m",
    title: "Two corners of the part of the stage in which it is, such as -4,-2,0..4,3,2: what is heard from outside counts as at the edge",
    placeholder: "anywhere",
  },
  address: {
    head: "Heard as",
    title:
      "An OSC address with three numbers (metres across, upstage and up), or a point of OTP such as OTP 1/1/3. It is heard in OSC by its name, too",
  },
  smoothSeconds: { head: "Smooth, s", title: "What is heard is smoothed over about so long, so that beams don’t shake" },
};
/** What counts in the bad moment stands first: it is seen on narrow screens, too. */
const GRID =
  "grid-cols-[minmax(6rem,1fr)_19.5rem_minmax(12rem,1fr)_4rem_4rem_4rem_4.5rem_5.5rem_10rem_8.5rem_minmax(9rem,1fr)_10.5rem_1.5rem]";
const ONCE_LOST: Readonly<Record<WhenLost, string>> = { beneath: "let go of it", dark: "go dark" };
const LOST_TITLE =
  "Nothing was heard of it for a second. Over two seconds heads go back to what lies beneath, or their light goes; softly back when it is heard again";
const SETTINGS = TARGET_FIELDS.filter((field) => field !== "name" && field !== "address");
const LOOK_EVERY_MS = 250;

/** Who moves about the stage and can be followed: where each is taken to be, how it is heard, and where it is now. */
export function TargetsPage(): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const me = useMe();
  const targets = show.all("target");
  const example = newTarget(show, () => "new");
  const edits = mayChange(show, me, { op: "add", record: example }) === null;
  const plays = mayDo(show, me, { type: "target-hold", on: true }) === null;
  const { heads } = useSelected();
  const allOff = targets.length > 0 && targets.every((target) => targetNow(client, target).left !== null);
  const allHeld = targets.length > 0 && targets.every((target) => targetNow(client, target).state?.held === true);
  const held = useHandLevel(allHeld, (on) => client.play({ type: "target-hold", on }));
  const off = useHandLevel(allOff, (on) => client.play({ type: "target-off", on }));
  return (
    <section className="grid min-h-0 flex-1 content-start gap-3 overflow-y-auto p-4" aria-label="Targets">
      <header className="flex flex-wrap items-center gap-3">
        <p className="min-w-80 flex-1 text-[13px] text-ink-2">
          {targets.length === 0 ? "There is nobody yet. " : ""}A target is somebody, or something, that moves about the stage. In Build,
          heads follow one whose name is typed as their position. It is heard in OSC or OTP, or moved on the stage by hand.
        </p>
        {plays && targets.length > 0 && (
          <>
            <Button aria-pressed={held.value} onClick={() => held.set(!held.value)}>
              {held.value ? "▪ All held" : "Hold all"}
            </Button>
            <Button
              aria-pressed={off.value}
              title="Heads that follow go back to what lies beneath, over two seconds"
              onClick={() => off.set(!off.value)}
            >
              {off.value ? `▪ ${followersLeft(show.all("targetOff"))}` : "Nobody follows"}
            </Button>
            <Button
              disabled={heads.length === 0}
              title={
                heads.length === 0
                  ? "Select heads first, in Build or on the plan"
                  : `Of those who follow, ${counted(heads.length, "head")} of your selection go on; the others go back to what lies beneath`
              }
              onClick={() => void client.play({ type: "target-off", on: true, but: heads.map(({ key }) => key) })}
            >
              Only the selected follow
            </Button>
          </>
        )}
        {edits && (
          <Button
            once
            onClick={() => {
              const record = newTarget(client.view, newId);
              client.transact(`Added ${record.name}`, [{ op: "add", record }]);
            }}
          >
            Add a target
          </Button>
        )}
      </header>
      {targets.length > 0 && (
        <LineTable
          label="Targets"
          grid={GRID}
          width="min-w-[104rem]"
          heads={[
            HEADS.name,
            "In the bad moment",
            "Now",
            ...SETTINGS.map((field) => HEADS[field]),
            { head: "Once lost, heads", title: LOST_TITLE },
            HEADS.address,
            { head: "Walk", title: "A way that was recorded: for rehearsals, and for when the tracker fails" },
          ]}
        >
          {targets.map((target) => (
            <Row key={target.id} target={target} edits={edits} plays={plays} />
          ))}
        </LineTable>
      )}
      {targets.some(({ otp }) => otp) && (
        <p className="text-xs text-ink-3">
          OTP (E1.59) is read from memory of the standard: it is unproven with other makers’ trackers. OSC is the proven way in.
        </p>
      )}
      <TrackingSection targets={targets} edits={edits} />
    </section>
  );
}

function Row({ target, edits, plays }: { target: Target; edits: boolean; plays: boolean }): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const { id, name } = target;
  const type = (field: TargetField, text: string): boolean | string => {
    const typed = typedTarget(client.view, id, { field, text });
    return typed.ok ? client.transact(`${HEADS[field].head} of ${name}`, typed.value) : explain(typed.error);
  };
  const play = (command: PlayCommand): void => void client.play(command);
  const { state, left } = targetNow(client, target);
  const held = useHandLevel(state?.held ?? false, (on) => client.play({ type: "target-hold", targetIds: [id], on }));
  const off = useHandLevel(left !== null, (on) => client.play({ type: "target-off", targetIds: [id], on }));
  // Whoever presses it takes it over from another's hand.
  const hand = useHandLevel(state?.handId === me.id, (on) => client.play({ type: on ? "target-take" : "target-free", targetId: id }));
  const nameAddress = `/vexa/target/${name.toLowerCase().replaceAll(" ", "_")}`;
  const field = (key: TargetField): React.JSX.Element => (
    <LineField key={key} of={HEADS[key]} name={name} text={targetText(target, key)} may={edits} onTake={(text) => type(key, text)} />
  );
  return (
    <Line name={name} grid={GRID}>
      {field("name")}
      <span className="flex gap-1.5">
        <Override of={held} plays={plays} title="It stands still, whatever is heard">
          {held.value ? "▪ held" : "Hold"}
        </Override>
        <Override of={hand} plays={plays} title="It stays where it is until somebody drags it on the stage, whatever is heard">
          {hand.value ? "▪ by hand" : "By hand"}
        </Override>
        <Override of={off} plays={plays} title="Nobody follows it: heads go back to what lies beneath, over two seconds">
          {!off.value ? "Unfollow" : left === null || left === NOBODY_FOLLOWS ? "▪ unfollowed" : "▪ some follow"}
        </Override>
        <Button
          size="small"
          tone="chip"
          disabled={!plays || (!held.value && !hand.value && !state?.handId && !state?.walk)}
          title="Out of the hand, not held and not on its walk: what is heard moves it again"
          onClick={() => play({ type: "target-free", targetId: id })}
        >
          Leave to OSC
        </Button>
      </span>
      <Now target={target} />
      {SETTINGS.map(field)}
      <Choice
        aria-label={`What heads do once ${name} is lost`}
        className="h-7 text-xs"
        disabled={!edits}
        value={target.whenLost ?? ""}
        onValue={(word) => {
          const changes = targetWhenLost(client.view, id, word === "" ? null : (word as WhenLost));
          if (changes.ok) client.transact(`What heads do once ${name} is lost`, changes.value);
        }}
      >
        <Option value="">stay there</Option>
        {WHEN_LOST.map((word) => (
          <Option key={word} value={word}>
            {ONCE_LOST[word]}
          </Option>
        ))}
      </Choice>
      <LineField
        of={{ ...HEADS.address, placeholder: nameAddress }}
        name={name}
        text={targetText(target, "address") || (edits ? "" : nameAddress)}
        may={edits}
        onTake={(text) => type("address", text)}
      />
      <WalkRecorder target={target} edits={edits} plays={plays} />
      {edits && <TakeAway name={name} onTake={() => client.transact(`Took ${name} away`, [{ op: "remove", record: target }])} />}
    </Line>
  );
}

/** What holds until it is pressed again. */
function Override(props: { of: HeldLevel<boolean>; plays: boolean; title: string; children: React.ReactNode }): React.JSX.Element {
  const { of, plays, title, children } = props;
  return (
    <Button size="small" tone="chip" disabled={!plays} aria-pressed={of.value} title={title} onClick={() => of.set(!of.value)}>
      {children}
    </Button>
  );
}

/** Where it is now, and who says so; looked at four times a second. */
function Now({ target }: { target: Target }): React.JSX.Element {
  const client = useClient();
  const [, again] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => again((count) => count + 1), LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }, []);
  const { place, standing } = targetNow(client, target);
  const where = [place.x, place.y, place.z].map((metres) => (Math.round(metres * 10) / 10 + 0).toFixed(1)).join(", ");
  return (
    <span className="truncate" title={targetWords(client, target)} aria-label={`${target.name} now`}>
      <span className="font-mono">{where}</span>{" "}
      <span className={standing === "lost" ? "text-barred" : "text-ink-3"}>{targetWords(client, target)}</span>
    </span>
  );
}
