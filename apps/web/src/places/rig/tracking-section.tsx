import { useState } from "react";
import {
  explain,
  fittedTracking,
  knownPoint,
  mirroredTracking,
  placeOnStage,
  TRACKING_FIELDS,
  trackingOf,
  trackingText,
  typedTracking,
  upTracking,
  withoutPoint,
  type Change,
  type KnownPoint,
  type Target,
  type Tracking,
  type TrackingField,
  type Vector,
} from "@vexa/core";
import { pointText, readPoints } from "../../lanes/point-text";
import { useClient, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { DraftField } from "../../ui/draft-field";
import { TakeAway } from "../../ui/line-table";
import { tell } from "../../ui/messages";

const WORDS: Readonly<Record<TrackingField, { readonly words: string; readonly title: string }>> = {
  x: { words: "across, m", title: "Where the tracker’s zero is on the stage: to the right" },
  y: { words: "upstage, m", title: "Where the tracker’s zero is on the stage: upstage" },
  z: { words: "up, m", title: "Where the tracker’s zero is on the stage: above the floor" },
  turn: { words: "turned, °", title: "Anticlockwise, seen from above" },
  scale: { words: "scale", title: "How many metres on stage one of the tracker’s is" },
};

/** How what the tracker says lies on the stage: typed, or found from places that are known. */
export function TrackingSection({ targets, edits }: { targets: readonly Target[]; edits: boolean }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const tracking = trackingOf(show);
  const edit = (label: string, changes: readonly Change[]): void => {
    if (changes.length > 0) client.transact(label, changes);
  };
  const type = (field: TrackingField, text: string): boolean | string => {
    const typed = typedTracking(client.view, field, text);
    if (!typed.ok) return explain(typed.error);
    edit(`${WORDS[field].words} of the tracker`, typed.value);
    return true;
  };
  return (
    <section className="grid max-w-4xl gap-3 border-t border-edge pt-3" aria-label="The tracker’s space">
      <header>
        <h2 className="font-semibold">How the tracker’s metres lie on the stage</h2>
        <p className="text-[13px] text-ink-2">
          What is heard is scaled, mirrored, turned and moved by this before anybody follows it. It may be found from two or three places
          that are known.
        </p>
      </header>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2 text-xs text-ink-2">
        {TRACKING_FIELDS.map((field) => (
          <label key={field} className="grid gap-1" title={WORDS[field].title}>
            {WORDS[field].words}
            {edits ? (
              <DraftField
                label={`Tracker ${WORDS[field].words}`}
                className="h-8 w-20"
                text={trackingText(tracking, field)}
                onTake={(text) => type(field, text)}
              />
            ) : (
              <span className="font-mono text-ink">{trackingText(tracking, field)}</span>
            )}
          </label>
        ))}
        <Button
          aria-pressed={tracking.mirrored}
          disabled={!edits}
          title="Left and right are the other way round"
          onClick={() => edit("Mirrored the tracker", mirroredTracking(client.view, !tracking.mirrored))}
        >
          mirrored
        </Button>
        <label className="grid gap-1">
          up is
          <Choice
            aria-label="Which number is up"
            className="h-8 w-40"
            disabled={!edits}
            value={tracking.up}
            onValue={(up) => edit("Which of the tracker’s numbers is up", upTracking(client.view, up as Tracking["up"]))}
          >
            <Option value="third">the third number</Option>
            <Option value="second">the second number</Option>
          </Choice>
        </label>
      </div>
      <KnownPoints tracking={tracking} edits={edits} onDrop={(at) => edit("Took a known place away", withoutPoint(client.view, at))} />
      {edits && targets.length > 0 && <NewPoint targets={targets} points={tracking.points.length} />}
    </section>
  );
}

function KnownPoints(props: { tracking: Tracking; edits: boolean; onDrop: (at: number) => void }): React.JSX.Element | null {
  const { tracking, edits, onDrop } = props;
  if (tracking.points.length === 0) return null;
  return (
    <ul className="grid gap-1" aria-label="Known places">
      {tracking.points.map((point, at) => (
        <li key={at} className="flex flex-wrap items-center gap-x-3 rounded bg-raised px-2 py-1.5 text-[13px]">
          <span>
            on stage <span className="font-mono">{pointText([point.stage])}</span>
          </span>
          <span className="text-ink-2">
            heard as <span className="font-mono">{pointText([roundedPlace(point.heard)])}</span>
          </span>
          <span className="flex-1 text-ink-3">{missWords(tracking, point)}</span>
          {edits && <TakeAway name={`known place ${at + 1}`} onTake={() => onDrop(at)} />}
        </li>
      ))}
    </ul>
  );
}

const roundedPlace = ({ x, y, z }: Vector): Vector => ({ x: rounded(x), y: rounded(y), z: rounded(z) });
const rounded = (metres: number): number => Math.round(metres * 100) / 100 + 0;

/** "3 cm from there as it is read now". */
function missWords(tracking: Tracking, { heard, stage }: KnownPoint): string {
  const place = placeOnStage(tracking, heard);
  const miss = Math.hypot(place.x - stage.x, place.y - stage.y, place.z - stage.z);
  return `${metresWords(miss)} from there as it is read now`;
}

function metresWords(metres: number): string {
  return metres < 1 ? `${Math.round(metres * 100)} cm` : `${metres.toFixed(2)} m`;
}

/** Somebody stands where the stage's measure is known, and what is heard of them there is kept. */
function NewPoint({ targets, points }: { targets: readonly Target[]; points: number }): React.JSX.Element {
  const client = useClient();
  const [targetId, setTargetId] = useState(targets[0]!.id);
  const [stage, setStage] = useState<Vector | null>(null);
  const chosen = targets.find(({ id }) => id === targetId) ?? targets[0]!;
  const readStage = (text: string): boolean | string => {
    const [point, ...more] = readPoints(text) ?? [];
    if (!point || more.length > 0) return "Write metres to the right, upstage and up, such as 0,2,1.6. Nothing was changed.";
    setStage(point);
    return true;
  };
  const keep = (): void => {
    if (!stage) return;
    const known = knownPoint(client.view, chosen.id, { stage, t: client.now() });
    if (!known.ok) return tell(explain(known.error));
    client.transact("A known place of the tracker", known.value);
    setStage(null);
  };
  const fit = (): void => {
    const fitted = fittedTracking(client.view);
    if (!fitted.ok) return tell(explain(fitted.error));
    client.transact("Fitted the tracker to the known places", fitted.value.changes);
    tell(`The tracker fits: the known places are missed by ${metresWords(fitted.value.misses)} at the most.`);
  };
  return (
    <div className="flex flex-wrap items-end gap-2 text-xs text-ink-2">
      <label className="grid gap-1">
        who stands there
        <Choice aria-label="Who stands at the known place" className="h-8 w-40" value={chosen.id} onValue={setTargetId}>
          {targets.map(({ id, name }) => (
            <Option key={id} value={id}>
              {name}
            </Option>
          ))}
        </Choice>
      </label>
      <label className="grid gap-1">
        where, in metres on stage
        <DraftField
          label="Known place on stage"
          className="h-8 w-36"
          placeholder="x,y,z"
          text={stage ? pointText([stage]) : ""}
          onTake={readStage}
        />
      </label>
      <Button disabled={!stage} onClick={keep}>
        Keep what is heard there
      </Button>
      <Button
        disabled={points < 2}
        title={points < 2 ? "Two known places are needed" : "Scale, turn and place so that they miss these least"}
        onClick={fit}
      >
        Fit to the known places
      </Button>
    </div>
  );
}
