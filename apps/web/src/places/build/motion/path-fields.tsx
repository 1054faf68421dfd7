import { FIGURES, PATH_PLANES, type FigureKind, type PathMotion, type PathPlane, type Vector } from "@vexa/core";
import { FIGURE_WORDS, PLANE_WORDS } from "../../../lanes/motion-words";
import { FanField } from "../../../ui/fan-field";
import { Choice, Option } from "../../../ui/choice";
import { Field } from "../../../ui/field";
import { FigureDrawer } from "./figure-drawer";
import { OneNumber } from "./one-number";
import { StagePlace } from "./stage-place";
import type { MotionInHand } from "./use-motion";

/** A square, to draw another figure from. */
const FIRST_DRAWING = [
  { x: 0.9, y: 0 },
  { x: 0, y: 0.9 },
  { x: -0.9, y: 0 },
  { x: 0, y: -0.9 },
];

/** Figure, plane, size, turn and centre of a path. Figures on a plane have handles on the stage, too. */
export function PathFields({ hand, motion }: { hand: MotionInHand; motion: PathMotion }): React.JSX.Element {
  const change = (more: Partial<PathMotion>): boolean => hand.put({ ...motion, ...more });
  const metres = motion.plane !== "angles";
  const unit = metres ? "m" : "degrees";
  const ends = [0, metres ? 1000 : 540] as const;
  const takePlane = (plane: PathPlane): boolean => {
    if ((plane === "angles") === !metres) return change({ plane });
    // Metres on a floor and degrees of a head have nothing in common: a size that suits is offered.
    const size = plane === "angles" ? 40 : 4;
    const centre: Vector = plane === "angles" ? { x: 0, y: 0, z: 0 } : { x: 0, y: 6, z: 0 };
    return change({ plane, width: size, height: size, centre, base: plane === "angles" ? "relative" : "absolute" });
  };
  const takeFigure = (figure: FigureKind): boolean => {
    const { points: _, corners: __, ...rest } = motion;
    return hand.put({ ...rest, figure, ...(figure === "drawn" ? { points: FIRST_DRAWING } : figure === "polygon" ? { corners: 3 } : {}) });
  };
  return (
    <div className="grid grid-cols-2 gap-2">
      <Field label="Figure">
        <Choice value={motion.figure} onValue={(next) => takeFigure(next as FigureKind)}>
          {FIGURES.map((figure) => (
            <Option key={figure} value={figure}>
              {FIGURE_WORDS[figure]}
            </Option>
          ))}
        </Choice>
      </Field>
      <Field label="Drawn on">
        <Choice value={motion.plane} onValue={(next) => takePlane(next as PathPlane)}>
          {PATH_PLANES.map((plane) => (
            <Option key={plane} value={plane}>
              {PLANE_WORDS[plane]}
            </Option>
          ))}
        </Choice>
      </Field>
      <OneNumber label={`Width, ${unit}`} value={motion.width} ends={ends} onNumber={(width) => change({ width })} />
      <OneNumber label={`Height, ${unit}`} value={motion.height} ends={ends} onNumber={(height) => change({ height })} />
      <OneNumber label="Turn, degrees" value={motion.turn} ends={[-3600, 3600]} onNumber={(turn) => change({ turn })} />
      {motion.figure === "polygon" && (
        <OneNumber label="Corners" value={motion.corners ?? 4} ends={[3, 12]} whole onNumber={(corners) => change({ corners })} />
      )}
      {metres ? (
        <StagePlace label="Centre" place={motion.centre} onPlace={(centre) => change({ centre })} />
      ) : (
        <Field label="The angles">
          <Choice value={motion.base} onValue={(next) => change({ base: next as PathMotion["base"] })}>
            <Option value="relative">are added to</Option>
            <Option value="absolute">are replaced</Option>
          </Choice>
        </Field>
      )}
      {!metres && motion.base === "absolute" && (
        <Field label="Centre, pan..tilt">
          <FanField
            label="Centre, pan and tilt"
            knots={[motion.centre.x, motion.centre.y]}
            scale={1}
            onKnots={(knots) => knots.length === 2 && change({ centre: { x: knots[0]!, y: knots[1]!, z: 0 } })}
          />
        </Field>
      )}
      {motion.figure === "drawn" && (
        <FigureDrawer points={motion.points ?? []} onPoints={(points, gesture) => hand.put({ ...motion, points }, gesture)} />
      )}
    </div>
  );
}
