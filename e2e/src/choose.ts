import type { Locator } from "playwright-core";

/** Opens a choice and takes the option with this value or label, or at this place from 0. */
export async function choose(choice: Locator, option: string | { readonly label: string } | { readonly index: number }): Promise<void> {
  await choice.click();
  const offered = choice.page().getByRole("option");
  const called = (label: string): Locator => offered.filter({ has: choice.page().getByText(label, { exact: true }) });
  const valued = offered.and(choice.page().locator(`[data-value="${typeof option === "string" ? option : ""}"]`));
  if (option === "") await valued.click();
  else if (typeof option === "string") await valued.or(called(option)).click();
  else if ("index" in option) await offered.nth(option.index).click();
  else await called(option.label).click();
  // Keys and presses that come next are meant for what lies beneath the list.
  await choice.page().locator("[data-radix-select-viewport]").waitFor({ state: "detached" });
}
