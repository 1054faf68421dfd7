import { StageChip } from "./stage-chip";
import { Focus, Maximize2, Telescope, X, ZoomIn, ZoomOut } from "lucide-react";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { useInterfaceOf } from "../selection/interface-store";
import { useClient } from "../session/show-context";
import { Button } from "../ui/button";
import { TextInput } from "../ui/field";
import { PopSheet } from "../ui/pop-sheet";
import { dropView, keepView, keptViews, LONGEST_VIEW_NAME, MOST_VIEWS } from "./kept-views";
import { showFrame, useShownFrame } from "./stage-frame-store";
import { fitAll, fitSelection, zoomStage } from "./stage-zoom";

/** Larger, smaller, all, the selection, and one's own views by name. */
export function StageViews(): React.JSX.Element {
  const client = useClient();
  const { frame } = useShownFrame();
  const acts = [
    { Icon: ZoomOut, name: "Smaller", title: "Smaller (-, or the wheel)", act: () => zoomStage("out", "middle") },
    {
      Icon: ZoomIn,
      name: "Larger",
      title: "Larger (+, or the wheel); drag with Alt or the middle button to move",
      act: () => zoomStage("in", "middle"),
    },
    { Icon: Maximize2, name: "Fit all", title: "The whole rig (Shift+F)", act: fitAll },
    { Icon: Focus, name: "Fit the selection", title: "The selection as large as there is room (F)", act: () => fitSelection(client) },
  ];
  return (
    <>
      {acts.map(({ Icon, name, title, act }) => (
        <StageChip key={name} aria-label={name} title={title} onClick={act}>
          <Icon size={13} aria-hidden />
        </StageChip>
      ))}
      <OwnViews pressed={frame !== null} />
    </>
  );
}

/** The same scene square on. */
const FIXED = [
  { name: "Plan", view: "plan" },
  { name: "Top", view: { turn: 0, tip: 90 } },
  { name: "Front", view: { turn: 0, tip: 0 } },
  { name: "Side", view: { turn: 90, tip: 0 } },
] as const;

function OwnViews({ pressed }: { pressed: boolean }): React.JSX.Element {
  const { stageView, set } = useInterfaceOf("stageView", "set");
  const { frame } = useShownFrame();
  const [open, setOpen] = useState(false);
  const { register, handleSubmit, watch, reset } = useForm({ defaultValues: { name: "" } });
  const name = watch("name").trim();
  const [views, setViews] = useState(keptViews);
  const full = views.length >= MOST_VIEWS && views.every((view) => view.name !== name);
  const keep = (): void => {
    if (!name || !keepView({ name, view: stageView, frame })) return;
    setViews(keptViews());
    reset();
  };
  return (
    <PopSheet
      label="Own views of the stage"
      open={open}
      onOpen={(next) => {
        setViews(keptViews());
        setOpen(next);
      }}
      trigger={
        <StageChip aria-pressed={pressed} aria-label="Own views" title="Own views of the stage by name">
          <Telescope size={13} aria-hidden />
        </StageChip>
      }
    >
      <form onSubmit={(event) => void handleSubmit(keep)(event)} className="grid grid-cols-[1fr_auto] gap-1.5">
        <TextInput
          aria-label="Name of the view"
          className="h-7 text-xs"
          maxLength={LONGEST_VIEW_NAME}
          placeholder="Name this view"
          {...register("name")}
        />
        <Button type="submit" size="small" disabled={!name || full}>
          Keep
        </Button>
      </form>
      <div className="flex gap-1.5" role="group" aria-label="From where">
        {FIXED.map(({ name: from, view }) => (
          <Button
            key={from}
            size="small"
            onClick={() => {
              set({ stageView: view });
              showFrame(null);
              setOpen(false);
            }}
          >
            {from}
          </Button>
        ))}
      </div>
      {full && <p className="text-xs text-ink-3">{MOST_VIEWS} views are kept: throw one away for another.</p>}
      {views.length === 0 ? (
        <p className="text-xs text-ink-3">No views are kept in this browser yet.</p>
      ) : (
        <ul className="max-h-56 overflow-y-auto">
          {views.map((view) => (
            <li key={view.name} className="flex items-center gap-1">
              <button
                type="button"
                className="min-w-0 flex-1 truncate rounded px-1 py-1 text-left hover:bg-raised"
                onClick={() => {
                  set({ stageView: view.view });
                  showFrame(view.frame);
                  setOpen(false);
                }}
              >
                {view.name}
              </button>
              <Button
                tone="quiet"
                size="small"
                className="px-1"
                aria-label={`Throw the view ${view.name} away`}
                onClick={() => {
                  dropView(view.name);
                  setViews(keptViews());
                }}
              >
                <X size={12} aria-hidden />
              </Button>
            </li>
          ))}
        </ul>
      )}
    </PopSheet>
  );
}
