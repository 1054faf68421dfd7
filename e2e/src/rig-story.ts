import JSZip from "jszip";
import type { Page } from "playwright-core";

const STILL = "{1,0,0,0}{0,1,0,0}{0,0,1,0}{0,0,0,1}";

/** A lamp of another maker: a dimmer and a wheel of three gobos with their pictures. */
export async function pelican(): Promise<Buffer> {
  const channel = (offset: number, attribute: string, inner: string): string =>
    `<DMXChannel DMXBreak="1" Offset="${offset}" Geometry="Lens" Highlight="255/1"><LogicalChannel Attribute="${attribute}">${inner}</LogicalChannel></DMXChannel>`;
  const sets = ["Open", "Moth", "Lichen"]
    .map((name, at) => `<ChannelSet Name="${name}" DMXFrom="${at * 20}/1" WheelSlotIndex="${at + 1}"/>`)
    .join("");
  const zip = new JSZip();
  zip.file(
    "description.xml",
    `<?xml version="1.0" encoding="UTF-8"?><GDTF DataVersion="1.2"><FixtureType Name="Pelican 7" Manufacturer="Quillfern Optics" FixtureTypeID="3B0E5C1A-7D42-4F6B-9E21-5A8C0D1F2E33">
<AttributeDefinitions/><Wheels><Wheel Name="Gobos"><Slot Name="Open"/><Slot Name="Moth" MediaFileName="moth"/><Slot Name="Lichen"/></Wheel></Wheels><PhysicalDescriptions/><Models/>
<Geometries><Geometry Name="Body" Position="${STILL}"><Beam Name="Lens" BeamAngle="14" Position="${STILL}"/></Geometry></Geometries>
<DMXModes><DMXMode Name="Standard" Geometry="Body"><DMXChannels>${channel(1, "Dimmer", '<ChannelFunction Name="Dimmer" Attribute="Dimmer" DMXFrom="0/1" PhysicalFrom="0" PhysicalTo="1"/>')}${channel(2, "Gobo1", `<ChannelFunction Name="Gobos" Attribute="Gobo1" DMXFrom="0/1" Wheel="Gobos">${sets}</ChannelFunction>`)}</DMXChannels></DMXMode></DMXModes></FixtureType></GDTF>`,
  );
  zip.file("wheels/moth.svg", `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 8 8"><circle cx="4" cy="4" r="3" fill="#fff"/></svg>`);
  return zip.generateAsync({ type: "nodebuffer" });
}

export async function typeInto(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(text);
  await field.press("Enter");
}

/** Selects heads in Build by what is typed. */
export async function select(page: Page, heads: string): Promise<void> {
  await page.getByRole("link", { name: "Build", exact: true }).click();
  await typeInto(page, "Select by number or name", heads);
}

/** Opens the chain of an attribute of a head in Trace. */
export async function traced(page: Page, head: string, attribute: string): Promise<ReturnType<Page["getByRole"]>> {
  await page.getByRole("link", { name: "Trace" }).click();
  await page.getByRole("radio", { name: "By head" }).click();
  await page.getByLabel("Search levels").fill(`Head ${head}`);
  await page.getByRole("region", { name: "Levels by head" }).getByRole("button", { name: attribute }).first().click();
  return page.getByRole("region", { name: "Why it is so" });
}

/** A plan in which R1 spot 1 hangs elsewhere and has another address, and there is a ninth spot at 42.1. */
export async function changedPlan(body: Buffer): Promise<Buffer> {
  const zip = await JSZip.loadAsync(body);
  const text = await zip.file("GeneralSceneDescription.xml")!.async("string");
  const fixtures = text.split("</Fixture>");
  const at = fixtures.findIndex((each) => each.includes('name="R1 spot 1"'));
  const spot = fixtures[at]!;
  const addressed = (of: string, slot: number): string => of.replace(/<Address break="0">\d+/, `<Address break="0">${slot}`);
  const fresh = addressed(spot, 20993)
    .replace(/^[^]*?(?=<Fixture)/, "")
    .replace("R1 spot 1", "R1 spot 9")
    .replace(/uuid="[^"]*"/, 'uuid="0A1B2C3D-0000-4000-8000-00000000ABCD"')
    .replaceAll(">101<", ">109<");
  const moved = addressed(spot, 20481).replace(/\{[^{}]*\}(?=<\/Matrix>)/, "{-7000,12000,5000}");
  const changed = [...fixtures.slice(0, at), moved, ...fixtures.slice(at + 1, -1), fresh, fixtures.at(-1)!].join("</Fixture>");
  zip.file("GeneralSceneDescription.xml", changed);
  return zip.generateAsync({ type: "nodebuffer" });
}
