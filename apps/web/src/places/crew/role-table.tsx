import { ROLE_TABLE, ROLES, type Extent } from "@vexa/core";

const SIGNS: Readonly<Record<Extent, { readonly sign: string; readonly words: string }>> = {
  all: { sign: "●", words: "everywhere" },
  own: { sign: "◐", words: "their own" },
  page: { sign: "◔", words: "their page" },
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
                  <span aria-hidden>{SIGNS[row[role]].sign}</span>
                  <span className="sr-only">{SIGNS[row[role]].words}</span>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1.5 text-xs text-ink-3">
        ● everywhere · ◐ their own · ◔ their page. Their own: the heads, lists and pages of their territories, what they have borrowed, and
        what is common.
      </p>
    </section>
  );
}
