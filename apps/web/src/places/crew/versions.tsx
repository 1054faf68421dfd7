import { useForm } from "react-hook-form";
import { Link } from "react-router";
import useSWR from "swr";
import { refuse, tell } from "../../ui/messages";
import { extentOf, textUpTo } from "@vexa/core";
import { ruleOf } from "../../session/record-form";
import { bringBack, fetchVersions, nameVersion } from "../../session/api";
import { useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { TextInput } from "../../ui/field";
import { dayAndTime } from "../../ui/moments";

/** Named versions of the recorded work: the lead makes them and brings them back. */
export function Versions(): React.JSX.Element {
  const show = useQuietShow();
  const leads = extentOf(useMe(), "restore") === "all";
  const { data: versions, mutate } = useSWR("versions", fetchVersions);
  const { register, handleSubmit, formState, reset } = useForm({ defaultValues: { name: "" }, mode: "onChange" });
  const keep = ({ name }: { name: string }): void => {
    doing(nameVersion(name.trim()), `Kept as ${name.trim()}`);
    reset();
  };
  const doing = (work: Promise<unknown>, done: string): void =>
    void work
      .then(() => {
        tell(done);
        return mutate();
      })
      .catch((error: Error) => refuse(error.message));
  return (
    <section className="grid gap-2" aria-label="Versions">
      <h2 className="font-semibold">Versions</h2>
      <p className="text-xs text-ink-3">
        All recorded work as it is now. Bringing one back keeps what is there as a version of its own; who plays and who is here stays.
        Every hour of work and whatever is risky (a swap, a division, much that comes or goes at once) is kept before by itself, for two
        days of hours.
      </p>
      {leads && (
        <form className="flex gap-2" onSubmit={(event) => void handleSubmit(keep)(event)}>
          <TextInput
            aria-label="Name of the version"
            placeholder="Before the show"
            maxLength={80}
            onKeyDown={(event) => event.stopPropagation()}
            {...register("name", { validate: ruleOf(textUpTo(80)) })}
          />
          <Button type="submit" disabled={!formState.isValid}>
            Keep
          </Button>
        </form>
      )}
      <ul className="grid gap-1.5 text-[13px]">
        {(versions ?? []).map((version) => (
          <li key={version.id} className="flex items-center gap-2 rounded bg-raised px-2 py-1.5">
            <span className="min-w-0 flex-1">
              <span className="block truncate" title={version.name}>
                {version.name}
              </span>
              <span className="text-xs text-ink-3">
                {dayAndTime(version.at)},{" "}
                {version.personId === "" ? "by itself" : (show.get("person", version.personId)?.name ?? "somebody")}
              </span>
            </span>
            <Link
              to={`/crew/history?since=${version.id}`}
              className="grid h-6 place-content-center rounded border border-edge px-2 text-xs text-ink-2 hover:text-ink pointer-coarse:h-11"
              aria-label={`Compare ${version.name}`}
            >
              Compare
            </Link>
            {leads && (
              <Button once size="small" onClick={() => doing(bringBack(version.id), `Brought back ${version.name}`)}>
                Bring back
              </Button>
            )}
          </li>
        ))}
        {versions?.length === 0 && <li className="text-ink-3">None yet{leads ? ": name one before the show" : ""}.</li>}
      </ul>
    </section>
  );
}
