/** Who may import whom: the layout of 4-engineering.md. An arrow only points at what could exist without the arrow's tail. */
const LAYERS = [
  ["units", "errors", "random"],
  ["color", "geometry", "document", "formula"],
  ["rig", "selection", "shape", "follow"],
  ["stroke", "preset", "motion", "tempo", "timecode"],
  ["cue", "playback", "territory"],
  ["show"],
  ["playing", "edits"],
  ["rights", "questions"],
  ["engine", "protocol"],
];
const TESTS = "\\.test\\.ts$|/testing/";
const core = (folders) => `^packages/core/src/(${folders.join("|")})/`;

const layerRules = LAYERS.slice(0, -1).map((folders, layer) => ({
  name: `core-${folders[0]}-points-up`,
  severity: "error",
  from: { path: core(folders), pathNot: TESTS },
  to: { path: core(LAYERS.slice(layer + 1).flat()) },
}));

module.exports = {
  forbidden: [
    { name: "no-rings", severity: "error", from: {}, to: { circular: true } },
    {
      name: "core-stands-alone",
      severity: "error",
      from: { path: "^packages/core/src", pathNot: TESTS },
      // jsep only parses: it has no dependencies and touches nothing.
      to: { pathNot: "^(packages/core/src|node_modules/jsep)/" },
    },
    ...layerRules,
    {
      name: "engine-and-protocol-apart",
      severity: "error",
      from: { path: core(["protocol"]), pathNot: TESTS },
      to: { path: core(["engine"]) },
    },
    {
      name: "protocol-and-engine-apart",
      severity: "error",
      from: { path: core(["engine"]), pathNot: TESTS },
      to: { path: core(["protocol"]) },
    },
    { name: "testing-is-for-tests", severity: "error", from: { pathNot: `${TESTS}|^bench/` }, to: { path: "^packages/core/src/testing/" } },
    {
      name: "formats-import-core-alone",
      severity: "error",
      from: { path: "^packages/formats/src", pathNot: TESTS },
      to: { path: "^(apps|demo|bench|e2e)/" },
    },
    {
      name: "library-imports-core-and-formats",
      severity: "error",
      from: { path: "^packages/library/src", pathNot: TESTS },
      to: { path: "^(apps|demo|bench|e2e)/" },
    },
    {
      name: "kernels-import-core-alone",
      severity: "error",
      from: { path: "^packages/kernels/src", pathNot: TESTS },
      to: { path: "^(apps|demo|bench|e2e|packages/(formats|library))/" },
    },
    { name: "formats-know-no-library", severity: "error", from: { path: "^packages/formats/" }, to: { path: "^packages/library/" } },
    { name: "server-is-no-web", severity: "error", from: { path: "^apps/server/" }, to: { path: "^apps/(web|devices)/" } },
    {
      name: "web-is-no-server",
      severity: "error",
      from: { path: "^apps/web/" },
      to: { path: "^(apps/(server|devices)|demo|bench|e2e|packages/library)/" },
    },
    { name: "web-has-no-node", severity: "error", from: { path: "^apps/web/src/", pathNot: TESTS }, to: { dependencyTypes: ["core"] } },
    {
      name: "devices-stand-alone",
      severity: "error",
      from: { path: "^apps/devices/" },
      to: { path: "^(apps/(server|web)|demo|bench|e2e)/" },
    },
    {
      name: "places-stay-apart",
      severity: "error",
      from: { path: "^apps/web/src/places/([^/]+)/" },
      to: { path: "^apps/web/src/places/", pathNot: "^apps/web/src/places/$1/" },
    },
    { name: "ui-knows-no-show", severity: "error", from: { path: "^apps/web/src/ui/" }, to: { path: "^apps/web/src/(?!ui/)" } },
    { name: "e2e-uses-no-sources", severity: "error", from: { path: "^e2e/" }, to: { path: "^(packages|apps|demo|bench)/" } },
    {
      name: "demo-imports-core-alone",
      severity: "error",
      from: { path: "^demo/", pathNot: TESTS },
      to: { path: "^(apps|bench|e2e|packages/formats)/" },
    },
    { name: "nothing-missing", severity: "error", from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "(^|/)dist/" },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ["exports"], conditionNames: ["import", "types", "default"] },
    tsConfig: { fileName: "tsconfig.base.json" },
  },
};
