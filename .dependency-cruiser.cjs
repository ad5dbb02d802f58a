// Arrows between folders go one way; `./test` runs this. Each rule names what a folder may not import.
const own = "^(app|screens|store|devices|formats|core|cli|demo|e2e)/";
const only = (from, allowed) => ({
  name: `${from}-imports`,
  severity: "error",
  comment: `${from} may import of ours only: ${allowed.join(", ") || "nothing"}`,
  from: { path: `^${from}/`, pathNot: "\\.(test|bench)\\.ts$" },
  to: { path: own, pathNot: `^(${[from, ...allowed].join("|")})/` },
});
module.exports = {
  forbidden: [
    only("core", []),
    only("devices", ["core"]),
    only("formats", ["core"]),
    only("store", ["core"]),
    only("screens", ["formats", "core"]),
    only("cli", ["formats", "core"]),
    only("demo", ["store", "devices", "core"]),
    only("app", ["screens", "store", "devices", "formats", "core", "demo"]),
    {
      name: "the-stand-in-is-not-the-engine",
      severity: "error",
      from: { path: "^devices/", pathNot: "\\.(test|bench)\\.ts$" },
      to: { path: "^core/(truing|mechanics)/" },
    },
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
  ],
  options: {
    parser: "swc",
    doNotFollow: { path: "node_modules" },
    exclude: { path: "^(\\.next|node_modules|docs)" },
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: { extensions: [".ts", ".tsx", ".js", ".mjs"] },
  },
};
