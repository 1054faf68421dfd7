/** A rule that oxlint doesn't have: closed unions of strings instead of TypeScript's enums (4-engineering.md). */
const noEnums = {
  create: (context) => ({
    TSEnumDeclaration(node) {
      context.report({ node, message: "Use a closed union of strings." });
    },
  }),
};

export default { meta: { name: "vexa" }, rules: { "no-enums": noEnums } };
