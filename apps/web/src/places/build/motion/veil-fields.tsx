import {
  colorsNamed,
  edgeOfVeil,
  hexOfColor,
  MOST_BLUR,
  PATTERNS,
  VEIL_EDGES,
  VEIL_PLANES,
  veilFormulaFlaw,
  withVeilEdge,
  xyzOf,
  type PatternKind,
  type Show,
  type VeilEdge,
  type VeilMotion,
  type VeilPlane,
  type XyY,
} from "@vexa/core";
import { EDGE_WORDS, PATTERN_WORDS, VEIL_WORDS } from "../../../lanes/motion-words";
import { screenScale } from "../../../lanes/screen-units";
import { useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { Choice, Option } from "../../../ui/choice";
import { DraftField } from "../../../ui/draft-field";
import { FanField } from "../../../ui/fan-field";
import { Field } from "../../../ui/field";
import { MeetingField } from "./meeting-field";
import { OneNumber } from "./one-number";
import { PictureFields, withoutPicture, withPicture } from "./picture-fields";
import { StagePlace } from "./stage-place";
import type { MotionInHand } from "./use-motion";
import { VeilPicture } from "./veil-picture";

const MOST_COLORS = 16;
const DICED: ReadonlySet<PatternKind> = new Set(["cloud", "sparks", "drops", "discs"]);

/** Pattern, place, size and what dark and bright come to. A veil has handles on the stage, too. */
export function VeilFields({ hand, motion }: { hand: MotionInHand; motion: VeilMotion }): React.JSX.Element {
  const show = useQuietShow();
  const pictures = show.all("picture").toSorted((a, b) => a.rank - b.rank);
  const picture = show.picture(motion.pictureId ?? "");
  const change = (more: Partial<VeilMotion>): boolean => hand.put({ ...motion, ...more });
  return (
    <>
      <VeilPicture motion={motion} picture={picture} />
      <div className="grid grid-cols-2 gap-2">
        <Field label="Pattern">
          <Choice
            value={picture ? picture.id : motion.pattern}
            onValue={(next) => {
              if (show.picture(next)) return hand.put(withPicture(motion, next));
              return hand.put({ ...withoutPicture(motion, hand.attribute), pattern: next as PatternKind });
            }}
          >
            {pictures.map(({ id, name }) => (
              <Option key={id} value={id}>
                picture {name}
              </Option>
            ))}
            {PATTERNS.map((pattern) => (
              <Option key={pattern} value={pattern}>
                {PATTERN_WORDS[pattern]}
              </Option>
            ))}
          </Choice>
        </Field>
        <Field label="Over">
          <Choice value={motion.plane} onValue={(next) => change({ plane: next as VeilPlane })}>
            {VEIL_PLANES.map((plane) => (
              <Option key={plane} value={plane}>
                {VEIL_WORDS[plane]}
              </Option>
            ))}
          </Choice>
        </Field>
        <div className="col-span-2">
          <Field label="Or a formula of x, y, t">
            <DraftField
              label="Formula"
              placeholder="such as hypot(x, y) - t"
              text={motion.formula ?? ""}
              onTake={(typed) => {
                const rest = withoutPicture(motion, hand.attribute);
                if (typed.trim() === "") return hand.put(rest);
                const flaw = veilFormulaFlaw(typed);
                return flaw === null
                  ? hand.put({ ...rest, formula: typed.trim() })
                  : `The formula wasn't taken: ${flaw}. Nothing was changed.`;
              }}
            />
          </Field>
        </div>
        <PictureFields hand={hand} motion={motion} />
        <OneNumber label="Width, m" value={motion.width} ends={[0.01, 1000]} onNumber={(width) => change({ width })} />
        <OneNumber label="Height, m" value={motion.height} ends={[0.01, 1000]} onNumber={(height) => change({ height })} />
        <OneNumber label="Turn, degrees" value={motion.turn} ends={[-3600, 3600]} onNumber={(turn) => change({ turn })} />
        <StagePlace label="Middle" place={motion.centre} onPlace={(centre) => change({ centre })} />
        {motion.pictureId !== undefined && hand.attribute === "Color" && !motion.colors ? null : motion.colors ? (
          <VeilColors show={show} colors={motion.colors.knots} onColors={(knots) => change({ colors: { ...motion.colors!, knots } })} />
        ) : (
          <Field label="Dark..bright">
            <FanField
              label="Dark and bright"
              knots={[motion.low, motion.high]}
              scale={screenScale(hand.attribute)}
              onKnots={(knots) => knots.length === 2 && change({ low: knots[0]!, high: knots[1]! })}
            />
          </Field>
        )}
        <MeetingField hand={hand} motion={motion} />
        <OneNumber label="Contrast" value={motion.contrast ?? 1} ends={[0, 20]} onNumber={(contrast) => change({ contrast })} />
        <OneNumber label="Blur, m" value={motion.blur ?? 0} ends={[0, MOST_BLUR]} onNumber={(blur) => change({ blur })} />
        <Field label="Beyond its edges">
          <Choice value={edgeOfVeil(motion)} onValue={(next) => hand.put(withVeilEdge(motion, next as VeilEdge))}>
            {VEIL_EDGES.map((edge) => (
              <Option key={edge} value={edge}>
                {EDGE_WORDS[edge]}
              </Option>
            ))}
          </Choice>
        </Field>
        <div className="flex items-end gap-2 pb-1">
          {motion.formula === undefined && !picture && DICED.has(motion.pattern) && (
            <Button size="small" title="The same pattern with other dice" onClick={() => change({ seed: (motion.seed ?? 0) + 1 })}>
              Other dice
            </Button>
          )}
        </div>
      </div>
    </>
  );
}

/** Colours from dark to bright, as they are typed; presets by name give those that they are now. */
function VeilColors(of: { show: Show; colors: readonly XyY[]; onColors: (knots: readonly XyY[]) => boolean }): React.JSX.Element {
  const { show, colors, onColors } = of;
  return (
    <Field label="Dark..bright">
      <DraftField
        label="Colours from dark to bright"
        text={colors.map((color) => hexOfColor(xyzOf(color), "as-is")).join("..")}
        onTake={(typed) => {
          const knots = colorsNamed(show, typed);
          if (knots && knots.length <= MOST_COLORS) return onColors(knots);
          return `“${typed}” aren't colours. Write up to ${MOST_COLORS}, such as blue..#ff8800, or presets by name. Nothing was changed.`;
        }}
      />
    </Field>
  );
}
