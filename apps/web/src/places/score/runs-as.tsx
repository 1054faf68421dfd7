import { DIRECTIONS, setChange, type Chase, type CueList, type Direction } from "@vexa/core";
import { useClient, useQuietShow } from "../../session/show-context";
import { MovesInTheDark } from "./moves-in-the-dark";
import { FanField } from "../../ui/fan-field";
import { Choice, Option } from "../../ui/choice";

type Way = "list" | "one-shot" | "chase";

const WORDS: Record<Way, string> = {
  list: "a cue list",
  "one-shot": "a one-shot: lets go after the last",
  chase: "a chase: a step a beat",
};
const DIRECTION_WORDS: Record<Direction, string> = {
  forward: "forward",
  backward: "backward",
  "there-and-back": "there and back",
  random: "random",
};
const FIRST_CHASE: Chase = { bpm: 120, masterId: null, fadePart: 0, direction: "forward" };

/** What a list runs as, and for a chase its tempo, fade, direction and rounds. */
export function RunsAs({ list }: { list: CueList }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const { chase, ends } = list;
  const set = (field: "chase" | "ends", to: unknown): ReturnType<typeof setChange>[] => {
    const from = list[field];
    return from === to
      ? []
      : [setChange(list.id, [field], { ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) })];
  };
  const take = (way: Way): void =>
    void client.transact(`${list.name} runs as ${WORDS[way]}`, [
      ...set("chase", way === "chase" ? FIRST_CHASE : undefined),
      ...set("ends", way === "one-shot" ? "one-shot" : undefined),
    ]);
  const put = (more: Partial<Chase>): boolean => client.transact(`Chase ${list.name}`, set("chase", { ...chase, ...more }));
  const { rounds: _, ...endless } = chase ?? FIRST_CHASE;
  return (
    <div
      className="flex shrink-0 flex-wrap items-center gap-1.5 border-b border-edge px-3 py-1.5 text-xs text-ink-2"
      role="group"
      aria-label="Runs as"
    >
      Runs as
      <Choice
        aria-label="Runs as"
        className="h-6 w-44 px-1 text-xs"
        value={chase ? "chase" : (ends ?? "list")}
        onValue={(next) => take(next as Way)}
      >
        {(Object.keys(WORDS) as Way[]).map((way) => (
          <Option key={way} value={way}>
            {WORDS[way]}
          </Option>
        ))}
      </Choice>
      <MovesInTheDark list={list} />
      {chase && (
        <>
          <Choice
            aria-label="Tempo of the chase"
            className="h-6 w-28 px-1 text-xs"
            value={chase.masterId ?? ""}
            onValue={(next) => put({ masterId: next || null })}
          >
            <Option value="">its own tempo</Option>
            {show.all("master").map(({ id, name }) => (
              <Option key={id} value={id}>
                {name}
              </Option>
            ))}
          </Choice>
          {chase.masterId === null && (
            <span className="w-16">
              <FanField
                label="BPM of the chase"
                range="1 to 600 BPM"
                quantity="bpm"
                className="h-6 px-1 text-xs"
                knots={[chase.bpm]}
                scale={1}
                onKnots={([bpm, ...more]) => bpm !== undefined && more.length === 0 && bpm >= 1 && bpm <= 600 && put({ bpm })}
              />
            </span>
          )}
          <span className="flex w-24 items-center gap-1">
            fade
            <FanField
              label="Fade in percent of a step"
              range="0 to 100 %"
              quantity="percent"
              className="h-6 px-1 text-xs"
              knots={[chase.fadePart]}
              scale={100}
              onKnots={([fadePart, ...more]) =>
                fadePart !== undefined && more.length === 0 && fadePart >= 0 && fadePart <= 1 && put({ fadePart })
              }
            />
            %
          </span>
          <Choice
            aria-label="Direction of the chase"
            className="h-6 w-28 px-1 text-xs"
            value={chase.direction}
            onValue={(next) => put({ direction: next as Direction })}
          >
            {DIRECTIONS.map((direction) => (
              <Option key={direction} value={direction}>
                {DIRECTION_WORDS[direction]}
              </Option>
            ))}
          </Choice>
          <span className="flex w-24 items-center gap-1">
            <FanField
              label="Rounds, 0 = endless"
              range="0 to 9999 whole rounds"
              className="h-6 px-1 text-xs"
              knots={[chase.rounds ?? 0]}
              scale={1}
              onKnots={([rounds, ...more]) =>
                rounds !== undefined &&
                more.length === 0 &&
                Number.isInteger(rounds) &&
                rounds >= 0 &&
                rounds <= 9999 &&
                client.transact(`Chase ${list.name}`, set("chase", rounds === 0 ? endless : { ...endless, rounds }))
              }
            />
            rounds
          </span>
        </>
      )}
    </div>
  );
}
