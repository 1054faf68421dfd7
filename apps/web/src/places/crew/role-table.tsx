import { extentOf, isAllowed, ROLE_TABLE, ROLES, settingChanges, SETTINGS_ID, type Act, type Extent, type Role } from "@vexa/core";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";

const SIGNS: Readonly<Record<Extent, { readonly sign: string; readonly words: string }>> = {
  all: { sign: "●", words: "everywhere" },
  own: { sign: "◐", words: "their own" },
  page: { sign: "◔", words: "their page" },
  allowed: { sign: "○", words: "not unless the lead allows it" },
  no: { sign: "–", words: "no" },
};

/** What each role may do, as the server decides it. */
export function RoleTable(): React.JSX.Element {
  return (
    <section aria-label="What roles may do">
      <h2 className="mb-2 font-semibold">What roles may do</h2>
      <table className="w-full text-left text-[13px]">
        <thead className="text-xs text-ink-3">
          <tr>
            <th className="py-1 pr-3 font-normal">May…</th>
            {ROLES.map((role) => (
              <th key={role} className="px-2 py-1 font-normal">
                {role}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {Object.entries(ROLE_TABLE).map(([act, row]) => (
            <tr key={act} className="border-t border-edge">
              <th scope="row" className="py-1.5 pr-3 font-normal">
                {row.words}
              </th>
              {ROLES.map((role) => (
                <td key={role} className="px-2 py-1 text-ink-2" title={SIGNS[row[role]].words}>
                  {row[role] === "allowed" ? (
                    <Allowed act={act as Act} role={role} words={row.words} />
                  ) : (
                    <>
                      <span aria-hidden>{SIGNS[row[role]].sign}</span>
                      <span className="sr-only">{SIGNS[row[role]].words}</span>
                    </>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1.5 text-xs text-ink-3">
        ○ where the lead allows it (a touch changes that) · ● everywhere · ◐ their own · ◔ their page. Their own: the heads, lists and pages
        of their territories, what they have borrowed, and what is common.
      </p>
    </section>
  );
}

/** What the lead allows to a role, or not. */
function Allowed({ act, role, words }: { act: Act; role: Role; words: string }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const leads = extentOf(useMe(), "stage") === "all";
  const on = isAllowed(show, act);
  const toggle = (): void => {
    const { [act]: _, ...others } = show.get("settings", SETTINGS_ID)?.allows ?? {};
    const said = `${on ? "Doesn't allow" : "Allows"} ${role}s: ${words.toLowerCase()}`;
    client.transact(said, settingChanges(show, "allows", on ? others : { ...others, [act]: true }));
  };
  return (
    <Button size="small" tone="chip" aria-pressed={on} aria-label={`${role}s: ${words}`} disabled={!leads} onClick={toggle}>
      {on ? "● allowed" : "○ not allowed"}
    </Button>
  );
}
