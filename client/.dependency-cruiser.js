/**
 * The floors of the page, from the ground up. A file may import from its own folder and from the floors below; folders that share a floor
 * do not know each other.
 */
const floors = [
    ["ui"],
    ["api"],
    ["hearing"],
    ["show"],
    ["videos", "strands", "hotspots", "fields", "findings", "catalogue", "record"],
    [
        "sounds",
        "imports",
        "details",
        "fit",
        "levels",
        "checks",
        "time",
        "draft",
        "export",
        "runsheet",
        "shows",
        "history",
        "help",
        "live/engine",
    ],
    ["live/audience"],
    ["live/clicker", "player"],
    ["live/presenter"],
    ["app"],
];

const source = (folders) => `^src/(${folders.join("|")})/`;

/** What a folder may not know: the others of its floor, and the floors above. */
const barred = floors.flatMap((floor, i) =>
    floor.flatMap((folder) => {
        const others = [...floor.filter((other) => other !== folder), ...floors.slice(i + 1).flat()];
        const rule = { severity: "error", from: { path: source([folder]) }, to: { path: source(others) } };
        return others.length > 0 ? [{ name: `not from ${folder}`, ...rule }] : [];
    }),
);

/** @type {import('dependency-cruiser').IConfiguration} */
export default {
    forbidden: [
        { name: "no circle", severity: "error", from: {}, to: { circular: true } },
        {
            name: "on a floor",
            comment: "A new folder gets its floor here.",
            severity: "error",
            from: {
                path: "^src/",
                pathNot: [source(floors.flat()), "^src/tests/", "^src/main\\.tsx$", "^src/styles\\.css$"],
            },
            to: {},
        },
        ...barred,
    ],
    options: {
        doNotFollow: { path: "node_modules" },
        exclude: { path: "^src/tests/|\\.test\\.tsx?$" },
        tsPreCompilationDeps: true,
        tsConfig: { fileName: "tsconfig.json" },
        enhancedResolveOptions: { extensions: [".ts", ".tsx", ".json", ".css"] },
    },
};
