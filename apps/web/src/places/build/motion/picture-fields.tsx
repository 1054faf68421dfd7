import { useRef } from "react";
import { PICTURE_PARTS, PICTURE_RUNS, type Attribute, type Picture, type PicturePart, type PictureRun, type VeilMotion } from "@vexa/core";
import { newId } from "../../../session/new-id";
import { useClient, useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { Choice, Option } from "../../../ui/choice";
import { DraftField } from "../../../ui/draft-field";
import { Field } from "../../../ui/field";
import { Tick } from "../../../ui/tick";
import { FIRST_COLORS } from "./first-motion";
import type { Film } from "./take-film";
import { dotsOfWords, type Dots } from "./take-picture";
import type { MotionInHand } from "./use-motion";
import { useTaking } from "./use-taking";

const RUN_WORDS: Readonly<Record<PictureRun, string>> = { left: "to the left", right: "to the right", up: "up", down: "down" };
const LONGEST_WORDS = 120;

/** A veil with a picture in place of its pattern: coloured as it is, where it colours. */
export function withPicture(motion: VeilMotion, pictureId: string, runs?: PictureRun): VeilMotion {
  const { formula: _, colors: __, runs: ___, counts: ____, ...rest } = motion;
  return { ...rest, pictureId, ...(runs ? { runs } : {}) };
}

/** A veil without a picture or a formula, for a pattern or another formula: where it colours, along colours again. */
export function withoutPicture(motion: VeilMotion, attribute: Attribute): VeilMotion {
  const { formula: _, pictureId: __, runs: ___, counts: ____, ...rest } = motion;
  return { ...rest, ...(attribute === "Color" ? { colors: motion.colors ?? FIRST_COLORS } : {}) };
}

/** A film begins as fast as it was, on a clock of its own. */
function filmPace({ ownBpm = 60 }: VeilMotion, { seconds }: Film): Partial<VeilMotion> {
  return { masterId: null, rate: { knots: [Math.min(64, Math.round(60e6 / ownBpm / seconds) / 1e6)] } };
}

/** Pictures and films come in here, by file or as words; and how the one that is chosen goes. */
export function PictureFields({ hand, motion }: { hand: MotionInHand; motion: VeilMotion }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const picker = useRef<HTMLInputElement>(null);
  const picture = show.picture(motion.pictureId ?? "");
  /** Words keep their shape, and white ones have no colour of their own: where they colour, they go from dark to bright. */
  const asWords = ({ columns, rows }: Dots): Partial<VeilMotion> => ({
    height: Math.max(0.1, Math.round((motion.width * rows * 10) / columns) / 10),
    ...(hand.attribute === "Color" ? { colors: motion.colors ?? FIRST_COLORS } : {}),
  });
  const add = (name: string, dots: Dots, of: { runs?: PictureRun; more?: Partial<VeilMotion> } = {}): boolean => {
    const rank = 1 + Math.max(0, ...show.all("picture").map((other) => other.rank));
    const record: Picture = { id: `picture-${newId()}`, kind: "picture", version: 1, name: name.slice(0, 80) || "Picture", rank, ...dots };
    return (
      client.transact(`Took the picture ${record.name}`, [{ op: "add", record }]) &&
      hand.put({ ...withPicture(motion, record.id, of.runs), ...of.more })
    );
  };
  const addWords = (words: string): boolean => {
    const dots = dotsOfWords(words);
    return add(words, dots, { runs: "left", more: asWords(dots) });
  };
  const { taking, take } = useTaking((name, taken) =>
    "seconds" in taken ? add(name, taken.dots, { more: filmPace(motion, taken) }) : add(name, taken),
  );
  return (
    <>
      <div className="col-span-2 grid grid-cols-[auto_minmax(0,1fr)] items-end gap-2">
        {taking ? (
          <Button className="h-9" title="Nothing is taken" onClick={taking.cancel}>
            {Math.round(100 * taking.part)} % · Cancel
          </Button>
        ) : (
          <Button className="h-9" onClick={() => picker.current?.click()}>
            Picture or film…
          </Button>
        )}
        <input
          ref={picker}
          type="file"
          hidden
          aria-label="Picture over the stage"
          accept="image/*,video/*"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            event.target.value = "";
            if (file) take(file);
          }}
        />
        <Field label="Or words that run">
          <DraftField
            label="Words"
            className="font-sans"
            placeholder="such as Good night"
            text=""
            onTake={(typed) =>
              typed.trim() === "" ||
              (typed.length > LONGEST_WORDS ? `Words have at most ${LONGEST_WORDS} letters. Nothing was changed.` : addWords(typed.trim()))
            }
          />
        </Field>
      </div>
      {picture && (
        <>
          {picture.frames === undefined ? (
            <Field label="It runs">
              <Choice
                value={motion.runs ?? ""}
                onValue={(next) => {
                  const { runs: _, ...rest } = motion;
                  hand.put(next === "" ? rest : { ...rest, runs: next as PictureRun });
                }}
              >
                <Option value="">it stands still</Option>
                {PICTURE_RUNS.map((run) => (
                  <Option key={run} value={run}>
                    {RUN_WORDS[run]}
                  </Option>
                ))}
              </Choice>
            </Field>
          ) : (
            <p className="col-span-2 text-xs text-ink-2">A film of {picture.frames} pictures: a cycle goes through all of them.</p>
          )}
          {(hand.attribute !== "Color" || motion.colors) && (
            <Field label="What counts of it">
              <Choice
                value={motion.counts ?? ""}
                onValue={(next) => {
                  const { counts: _, ...rest } = motion;
                  hand.put(next === "" ? rest : { ...rest, counts: next as PicturePart });
                }}
              >
                <Option value="">how bright it is</Option>
                {PICTURE_PARTS.map((part) => (
                  <Option key={part} value={part}>
                    its {part}
                  </Option>
                ))}
              </Choice>
            </Field>
          )}
          <div className="col-span-2 flex flex-wrap items-center justify-between gap-2 pb-1">
            {hand.attribute === "Color" && (
              <Tick
                label="its own colours"
                on={motion.colors === undefined}
                onTick={(own) => {
                  const { colors: _, counts: __, ...rest } = motion;
                  hand.put(own ? rest : { ...rest, colors: FIRST_COLORS });
                }}
              />
            )}
            <Button
              size="small"
              tone="quiet"
              title="Out of the show; refused while others use it"
              onClick={() => {
                if (!hand.put(withoutPicture(motion, hand.attribute))) return;
                const gone = client.transact(`Took the picture ${picture.name} away`, [{ op: "remove", record: picture }]);
                // Others use it: it stays here, too.
                if (!gone) hand.put(motion);
              }}
            >
              Take it away
            </Button>
          </div>
        </>
      )}
    </>
  );
}
