import { ArrowLeft, ArrowRight, Settings2, X } from "lucide-react";
import {
  addedToBoard,
  inTheirOrder,
  MOST_BEDS,
  MOST_POTS,
  potName,
  presetName,
  setChange,
  type Board,
  type Change,
  type CoatColor,
} from "@vexa/core";
import { ColorPicker } from "../../../lanes/color-picker";
import { newId } from "../../../session/new-id";
import { useClient, usePlayedShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { Choice, Option } from "../../../ui/choice";
import { DraftField } from "../../../ui/draft-field";
import { Field } from "../../../ui/field";
import { PopSheet } from "../../../ui/pop-sheet";
import { SecondsField } from "../../../ui/seconds-field";
import { Tick } from "../../../ui/tick";
import { PotPicture } from "./pots-row";
import { PriorityField } from "../priority-field";

const WHITE: CoatColor = { x: 0.3127, y: 0.329 };
/** What a board is made of: its name and times, the groups that are its beds, the colours of its pots. */
export function BoardOptions({ board }: { board: Board }): React.JSX.Element {
  const client = useClient();
  const show = usePlayedShow();
  const change = (changes: readonly Change[]): boolean => client.transact(`The colour board ${board.name}`, changes);
  const set = <F extends "name" | "fadeSeconds" | "travelSeconds" | "releaseSeconds" | "priority">(
    field: F,
    to: Board[F] | undefined,
  ): boolean => change([setChange(board.id, [field], { from: board[field], to })]);
  const time = (field: "fadeSeconds" | "travelSeconds" | "releaseSeconds", label: string): React.JSX.Element => (
    <Field label={label}>
      <SecondsField label={label} seconds={board[field]} onSeconds={(seconds) => seconds !== null && set(field, seconds)} />
    </Field>
  );
  const moved = Object.values(board.beds).some(({ at }) => at !== undefined);
  return (
    <PopSheet
      label={`Options of ${board.name}`}
      className="w-96"
      trigger={
        <Button size="small" className="px-1.5" aria-label={`Options of ${board.name}`} title="Options">
          <Settings2 size={14} aria-hidden />
        </Button>
      }
    >
      <Field label="Name">
        <DraftField label="Name of the board" text={board.name} onTake={(text) => text !== "" && set("name", text)} />
      </Field>
      <div className="grid grid-cols-3 gap-2">
        {time("fadeSeconds", "Each head in")}
        {time("travelSeconds", "Travels in")}
        {time("releaseSeconds", "Let go in")}
      </div>
      <PriorityField priority={board.priority} onPriority={(to) => set("priority", to)} />
      <Beds board={board} change={change} />
      {moved && (
        <Button
          size="small"
          onClick={() =>
            change(
              Object.entries(board.beds).flatMap(([id, { at }]) =>
                at ? [setChange(board.id, ["beds", id, "at"], { from: at, to: undefined })] : [],
              ),
            )
          }
        >
          Beds back to where they hang
        </Button>
      )}
      <Pots board={board} change={change} />
      {show.all("coat").some((coat) => coat.boardId === board.id && coat.color) && (
        <p className="text-xs text-ink-3">It is painted now: rinse all beds before it is taken off its page.</p>
      )}
    </PopSheet>
  );
}

interface Part {
  readonly board: Board;
  readonly change: (changes: readonly Change[]) => boolean;
}

/** All groups, those that are beds ticked. */
function Beds({ board, change }: Part): React.JSX.Element {
  const show = usePlayedShow();
  const bedOf = new Map(Object.entries(board.beds).map(([id, bed]) => [bed.groupId, id]));
  return (
    <fieldset className="grid gap-1">
      <legend className="text-xs text-ink-2">Beds</legend>
      <ul className="grid max-h-44 gap-0.5 overflow-y-auto" tabIndex={0} aria-label="Groups">
        {show.all("group").map(({ id: groupId, name }) => {
          const bedId = bedOf.get(groupId);
          const bed = bedId === undefined ? undefined : board.beds[bedId];
          return (
            <li key={groupId} className="flex items-center justify-between gap-2">
              <Tick
                label={<span className="truncate">{name}</span>}
                on={bed !== undefined}
                disabled={!bed && bedOf.size >= MOST_BEDS}
                onTick={(on) =>
                  change(
                    on
                      ? addedToBoard(board, { newId, bed: { groupId } })
                      : [setChange(board.id, ["beds", bedId!], { from: bed, to: undefined })],
                  )
                }
              />
              {bed && (
                <Tick
                  label={<span className="text-xs text-ink-2">with its level</span>}
                  on={bed.level === true}
                  onTick={(on) => change([setChange(board.id, ["beds", bedId!, "level"], { from: bed.level, to: on ? true : undefined })])}
                />
              )}
            </li>
          );
        })}
      </ul>
    </fieldset>
  );
}

/** The pots in their order, and new ones: of presets, or mixed here. */
function Pots({ board, change }: Part): React.JSX.Element {
  const client = useClient();
  const show = usePlayedShow();
  const pots = inTheirOrder(board.pots);
  const add = (color: CoatColor): boolean => change(addedToBoard(client.view.get("board", board.id) ?? board, { newId, pot: { color } }));
  const swap = (at: number, other: number): boolean => {
    const [[id, pot], [otherId, otherPot]] = [pots[at]!, pots[other]!];
    return change([
      setChange(board.id, ["pots", id, "rank"], { from: pot.rank, to: otherPot.rank }),
      setChange(board.id, ["pots", otherId, "rank"], { from: otherPot.rank, to: pot.rank }),
    ]);
  };
  const presets = show.all("preset").filter(({ family }) => family === "Colour");
  return (
    <fieldset className="grid gap-1">
      <legend className="text-xs text-ink-2">Pots</legend>
      <ul className="grid max-h-52 gap-1 overflow-y-auto" tabIndex={0} aria-label="Pots of the board">
        {pots.map(([id, pot], at) => (
          <li key={id} className="flex items-center gap-1.5">
            <PotPicture show={show} color={pot.color} className="block size-5 shrink-0 rounded" />
            <span className="min-w-0 flex-1">
              <DraftField
                label={`Name of the pot ${potName(show, pot)}`}
                text={pot.name ?? ""}
                placeholder={potName(show, pot)}
                onTake={(text) => change([setChange(board.id, ["pots", id, "name"], { from: pot.name, to: text || undefined })])}
              />
            </span>
            {!("presetId" in pot.color) && (
              <ColorPicker
                colors={{ knots: [{ ...pot.color, luminance: 1 }], path: "straight" }}
                heads={[]}
                onColors={({ knots }) =>
                  change([setChange(board.id, ["pots", id, "color"], { from: pot.color, to: { x: knots[0]!.x, y: knots[0]!.y } })])
                }
              />
            )}
            <Button
              size="small"
              className="px-1"
              aria-label={`Further left: ${potName(show, pot)}`}
              disabled={at === 0}
              onClick={() => swap(at, at - 1)}
            >
              <ArrowLeft size={13} aria-hidden />
            </Button>
            <Button
              size="small"
              className="px-1"
              aria-label={`Further right: ${potName(show, pot)}`}
              disabled={at === pots.length - 1}
              onClick={() => swap(at, at + 1)}
            >
              <ArrowRight size={13} aria-hidden />
            </Button>
            <Button
              size="small"
              className="px-1"
              aria-label={`Take the pot ${potName(show, pot)} away`}
              onClick={() => change([setChange(board.id, ["pots", id], { from: pot, to: undefined })])}
            >
              <X size={13} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
      {pots.length < MOST_POTS && (
        <div className="flex gap-1.5">
          <Choice aria-label="A pot of a preset" className="flex-1" value="" onValue={(id) => add({ presetId: id })}>
            <Option value="">of a preset…</Option>
            {presets.map((preset) => (
              <Option key={preset.id} value={preset.id}>
                {presetName(preset)}
              </Option>
            ))}
          </Choice>
          <Button once onClick={() => add(WHITE)}>
            Mix a new one
          </Button>
        </div>
      )}
    </fieldset>
  );
}
