import { attributeInfo, namedValues, type Profile } from "@vexa/core";
import { EmitterDiagram } from "../../lanes/emitter-diagram";
import { SlotPicture } from "../../lanes/slot-picture";

/** What a lamp's light is made of: emitters, wheels, beam; and what was guessed of it. */
export function ProfileLight({ profile }: { profile: Profile }): React.JSX.Element {
  const { emitters, beamDegrees, fieldDegrees, lumens, kelvin, tungstenKelvin, guesses = [] } = profile;
  const facts = [
    beamDegrees > 0 ? `beam ${beamDegrees}°` : "",
    fieldDegrees === undefined ? "" : `field ${fieldDegrees}°`,
    lumens === undefined ? "" : `${lumens.toLocaleString()} lm`,
    kelvin === undefined ? "" : `${kelvin} K`,
    tungstenKelvin === undefined ? "" : "glows: warmer as it dims",
  ].filter((fact) => fact !== "");
  const named = Object.entries(emitters);
  return (
    <div className="mt-5 grid gap-4">
      {facts.length > 0 && (
        <p className="text-[13px] text-ink-2" aria-label="Light">
          {facts.join(" · ")}
        </p>
      )}
      {named.length > 0 && (
        <div className="flex flex-wrap gap-4">
          <EmitterDiagram emitters={emitters} />
          <ul className="grid content-start gap-1 text-[13px]" aria-label="Emitters">
            {named.map(([name, { x, y, luminance }]) => (
              <li key={name} className="grid grid-cols-[8rem_auto] gap-2">
                <span>{name === "open" ? "White" : attributeInfo(name).label}</span>
                <span className="font-mono text-xs text-ink-2">
                  x {x.toFixed(3)} y {y.toFixed(3)} · {Math.round(luminance * 100)} %
                </span>
              </li>
            ))}
          </ul>
        </div>
      )}
      <Wheels profile={profile} />
      {guesses.length > 0 && (
        <section className="grid gap-1" aria-label="Guessed">
          <h3 className="text-xs text-ink-3">Guessed, since its file doesn’t say</h3>
          <ul className="list-disc pl-5 text-[13px] text-ink-2">
            {guesses.map((guess) => (
              <li key={guess}>{guess}</li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** The slots of each wheel with the pictures or colours that they have. */
function Wheels({ profile }: { profile: Profile }): React.JSX.Element | null {
  const { pictures = {}, wheels = {}, id } = profile;
  const names = [...new Set([...Object.keys(pictures), ...Object.keys(wheels)])];
  if (names.length === 0) return null;
  const slotNames = (attribute: string): readonly string[] => {
    const channel = profile.modes.flatMap(({ channels }) => channels).find((each) => each.attribute === attribute);
    return channel ? namedValues(channel).map(({ name }) => name) : [];
  };
  return (
    <div className="grid gap-3">
      {names.map((attribute) => (
        <section key={attribute} aria-label={attributeInfo(attribute).label} className="grid gap-1">
          <h3 className="text-xs text-ink-3">{attributeInfo(attribute).label}</h3>
          <ul className="flex flex-wrap gap-2">
            {slotNames(attribute).map((name, slot) => (
              <li key={name} className="grid w-16 justify-items-center gap-1 text-center text-[11px] text-ink-2">
                <SlotPicture
                  profileId={id}
                  picture={pictures[attribute]?.[slot] ?? null}
                  color={wheels[attribute]?.[slot] ?? null}
                  name={name}
                />
                <span className="w-full truncate" title={name}>
                  {name}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
