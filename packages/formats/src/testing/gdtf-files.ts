import { zipSync } from "fflate";
import JSZip from "jszip";

/** A GDTF file out of texts, packed by another zip package than ours. */
export async function packed(files: Readonly<Record<string, string | Uint8Array>>): Promise<Uint8Array> {
  const zip = new JSZip();
  for (const [name, content] of Object.entries(files)) zip.file(name, content);
  return zip.generateAsync({ type: "uint8array", compression: "DEFLATE" });
}

export const IDENTITY = "{1,0,0,0}{0,1,0,0}{0,0,1,0}{0,0,0,1}";

/** A fixture type around geometries and modes. */
export function described(of: { geometries: string; modes: string; wheels?: string; physical?: string; more?: string }): string {
  return `<?xml version="1.0" encoding="UTF-8" standalone="no"?>
<GDTF DataVersion="1.2"><FixtureType Name="Pelican 7" ShortName="Pel7" LongName="Pelican 7" Manufacturer="Quillfern Optics" Description="" FixtureTypeID="3B0E5C1A-7D42-4F6B-9E21-5A8C0D1F2E33" Thumbnail="" RefFT="" CanHaveChildren="No">
<AttributeDefinitions/><Wheels>${of.wheels ?? ""}</Wheels><PhysicalDescriptions>${of.physical ?? ""}</PhysicalDescriptions><Models/>
<Geometries>${of.geometries}</Geometries><DMXModes>${of.modes}</DMXModes>${of.more ?? ""}</FixtureType></GDTF>`;
}

/** A channel with functions given as attributes of their elements. */
export function channel(of: {
  offset: string;
  geometry: string;
  attribute: string;
  functions: readonly string[];
  more?: string;
  snap?: string;
}): string {
  const { offset, geometry, attribute, functions, more = "", snap = "No" } = of;
  return `<DMXChannel Offset="${offset}" Geometry="${geometry}" ${more.includes("DMXBreak") ? "" : 'DMXBreak="1"'} ${more}><LogicalChannel Attribute="${attribute}" Snap="${snap}" Master="None">${functions.map((each) => (each.startsWith("<") ? each : `<ChannelFunction ${each}/>`)).join("")}</LogicalChannel></DMXChannel>`;
}

/** The lamp of 5-references.md: twelve slots, the pan of which runs over 540 degrees. */
export function pelican(): string {
  const plain = (offset: string, geometry: string, attribute: string, [range, more = ""]: readonly [string, string?]): string =>
    channel({
      offset,
      geometry,
      attribute,
      functions: [`Name="${attribute} 1" Attribute="${attribute}" DMXFrom="0/1" Default="0/1" ${range}`],
      more,
    });
  return described({
    geometries: `<Geometry Name="Base" Model="" Position="${IDENTITY}"><Axis Name="Yoke" Model="" Position="${IDENTITY}"><Axis Name="Head" Model="" Position="{1,0,0,0}{0,1,0,0}{0,0,1,-0.3}{0,0,0,1}"><Beam Name="Lens" Model="" LampType="LED" BeamAngle="12.0" FieldAngle="18.0" LuminousFlux="14000" ColorTemperature="6500" Position="${IDENTITY}"/></Axis></Axis></Geometry>`,
    wheels: `<Wheel Name="Gobos"><Slot Name="Open"/><Slot Name="Ferns" MediaFileName="ferns"/><Slot Name="Roots" MediaFileName="gone"/></Wheel>`,
    physical: `<Emitters><Emitter Name="R" Color="0.69,0.3,30"><Measurement Physical="100"><MeasurementPoint WaveLength="630" Energy="1"/></Measurement></Emitter><Emitter Name="G" Color="0.2,0.71,60"/></Emitters><CRIs><CRI/></CRIs><DMXProfiles><DMXProfile/></DMXProfiles>`,
    modes: `<DMXMode Name="Standard 12" Geometry="Base"><DMXChannels>
${plain("1,2", "Yoke", "Pan", ['PhysicalFrom="-270" PhysicalTo="270"', 'Highlight="None"']).replace('Default="0/1"', 'Default="32768/2"')}
${plain("3,4", "Head", "Tilt", ['PhysicalFrom="-135" PhysicalTo="135" RealFade="1.4"']).replace('Default="0/1"', 'Default="128/1"')}
${plain("5,6", "Lens", "Dimmer", ['PhysicalFrom="0" PhysicalTo="1"', 'Highlight="255/1"'])}
${channel({
  offset: "7",
  geometry: "Lens",
  attribute: "Shutter1",
  more: 'InitialFunction="Lens_Shutter1.Shutter1.Open"',
  functions: [
    'Name="Closed" Attribute="Shutter1" DMXFrom="0/1" Default="0/1" PhysicalFrom="0" PhysicalTo="0"',
    'Name="Open" Attribute="Shutter1" DMXFrom="20/1" Default="20/1" PhysicalFrom="1" PhysicalTo="1"',
    'Name="Strobe" Attribute="Shutter1Strobe" DMXFrom="50/1" Default="50/1" PhysicalFrom="1" PhysicalTo="25"',
    'Name="Reset" Attribute="FixtureGlobalReset" DMXFrom="200/1" Default="200/1"',
  ],
})}
${plain("8", "Lens", "ColorAdd_R", ['PhysicalFrom="0" PhysicalTo="1" Emitter="R"'])}
${plain("9", "Lens", "ColorAdd_G", ['PhysicalFrom="0" PhysicalTo="1" Emitter="G"'])}
${plain("10", "Lens", "ColorAdd_B", ['PhysicalFrom="0" PhysicalTo="1"'])}
${channel({
  offset: "11",
  geometry: "Lens",
  attribute: "Gobo1",
  functions: [
    `<ChannelFunction Name="Gobos" Attribute="Gobo1" DMXFrom="0/1" Default="0/1" Wheel="Gobos"><ChannelSet Name="" DMXFrom="0/1" WheelSlotIndex="1"/><ChannelSet Name="Fern shadow" DMXFrom="10/1" WheelSlotIndex="2"/><ChannelSet Name="" DMXFrom="20/1" WheelSlotIndex="3"/></ChannelFunction>`,
    'Name="Spin" Attribute="Gobo1WheelSpin" DMXFrom="30/1" Default="30/1" PhysicalFrom="-180" PhysicalTo="180"',
  ],
})}
${plain("12", "Lens", "Zoom", ['PhysicalFrom="8" PhysicalTo="40"'])}
</DMXChannels><Relations/><FTMacros><FTMacro Name="Chase"/></FTMacros></DMXMode>`,
  });
}

/** A bar: a dimmer over four cells of three colours in a second break, each half a metre from the next. */
export function bar(): string {
  const cell = (at: number): string =>
    `<GeometryReference Name="Cell ${at + 1}" Geometry="Cell" Position="{1,0,0,${at * 0.5 - 0.75}}{0,1,0,0}{0,0,1,0}{0,0,0,1}"><Break DMXBreak="2" DMXOffset="${at * 3 + 1}"/></GeometryReference>`;
  const color = (offset: number, letter: string): string =>
    channel({
      offset: String(offset),
      geometry: "Cell",
      attribute: `ColorAdd_${letter}`,
      more: 'DMXBreak="2"',
      functions: [`Name="${letter}" Attribute="ColorAdd_${letter}" DMXFrom="0/1" Default="255/1" PhysicalFrom="0" PhysicalTo="1"`],
    });
  return described({
    geometries: `<Geometry Name="Bar" Position="${IDENTITY}">${[0, 1, 2, 3].map(cell).join("")}</Geometry><Beam Name="Cell" BeamAngle="30" Position="${IDENTITY}"/>`,
    modes: `<DMXMode Name="Cells" Geometry="Bar"><DMXChannels>${channel({ offset: "1", geometry: "Bar", attribute: "Dimmer", functions: ['Name="Dimmer" Attribute="Dimmer" DMXFrom="0/1" PhysicalFrom="0" PhysicalTo="1"'] })}${color(1, "R")}${color(2, "G")}${color(3, "B")}</DMXChannels></DMXMode>`,
  });
}

/** The same packed at once, for files so large that another package takes its time. */
export function packedAtOnce(files: Readonly<Record<string, string | Uint8Array>>): Uint8Array {
  return zipSync(
    Object.fromEntries(
      Object.entries(files).map(([name, content]) => [name, typeof content === "string" ? new TextEncoder().encode(content) : content]),
    ),
    { level: 1 },
  );
}
