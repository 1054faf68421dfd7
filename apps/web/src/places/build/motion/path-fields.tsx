import { FIGURES, PATH_PLANES, type FigureKind, type PathMotion, type PathPlane, type Vector } from "@vexa/core";
import { FIGURE_WORDS, PLANE_WORDS } from "../../../lanes/motion-words";
import { pointText, readPoints } from "../../../lanes/point-text";
import { DraftField } from "../../../ui/draft-field";
import { FanField } from "../../../ui/fan-field";
import { Choice, Option } from "../../../ui/choice";
import { Field } from "../../../ui/field";
import { FigureDrawer } from "./figure-drawer";
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
  const one = (field: "width" | "height" | "turn", label: string, most: number): React.JSX.Element => (
    <Field label={label}>
      <FanField
        label={label}
        knots={[motion[field]]}
        scale={1}
        onKnots={([value, ...more]) =>
          value !== undefined && more.length === 0 && value >= (field === "turn" ? -most : 0) && value <= most && change({ [field]: value })
        }
      />
    </Field>
  );
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
      {one("width", `Width, ${unit}`, metres ? 1000 : 540)}
      {one("height", `Height, ${unit}`, metres ? 1000 : 540)}
      {one("turn", "Turn, degrees", 3600)}
      {motion.figure === "polygon" && (
        <Field label="Corners">
          <FanField
            label="Corners"
            knots={[motion.corners ?? 4]}
            scale={1}
            onKnots={([corners, ...more]) =>
              corners !== undefined &&
              more.length === 0 &&
              Number.isInteger(corners) &&
              corners >= 3 &&
              corners <= 12 &&
              change({ corners })
            }
          />
        </Field>
      )}
      {metres ? (
        <Field label="Centre, metres">
          <DraftField
            label="Centre"
            text={pointText([motion.centre])}
            onTake={(typed) => {
              const points = readPoints(typed);
              if (points?.length === 1) return change({ centre: points[0]! });
              return `“${typed}” isn't a place on stage. Write metres to the right, upstage and up, such as 0,6,0. Nothing was changed.`;
            }}
          />
        </Field>
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
