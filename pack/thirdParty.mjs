// thirdParty.mjs FOLDER VERSION EPOCH: writes THIRD-PARTY.md, the licences of all that a published program contains, and sbom.spdx.json, the same as
// an SPDX 2.3 document. Packages of .NET are read off the program's own list, those of the client off its lock file.
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { homedir } from "node:os";
import { basename, join } from "node:path";

const [folder, version, epoch] = process.argv.slice(2);
const nuget = process.env.NUGET_PACKAGES ?? join(homedir(), ".nuget", "packages");
const isLicence = (name) => /^(licen[cs]e|copying|notice|third-?party-?notices?)/i.test(name);

/** The text of the files that tell a folder's licence. */
const textsIn = (path) =>
  existsSync(path)
    ? readdirSync(path)
        .filter(isLicence)
        .sort()
        .map((name) => readFileSync(join(path, name), "utf8").trim())
    : [];

/** The readme of a folder: some packages tell their licence there alone. */
const readmeIn = (path) => {
  const name = existsSync(path) ? readdirSync(path).find((file) => /^readme/i.test(file)) : undefined;
  return name ? readFileSync(join(path, name), "utf8") : "";
};

const tag = (xml, name) => new RegExp(`<${name}(?: [^>]*)?>([^<]*)</${name}>`).exec(xml)?.[1]?.trim();

function dotnetPackages() {
  const deps = JSON.parse(readFileSync(join(folder, "phonaris.deps.json"), "utf8"));
  return Object.entries(deps.libraries)
    .filter(([, { type }]) => type === "package" || type === "runtimepack")
    .map(([key]) => {
      const [name, release] = key.replace(/^runtimepack\./, "").split("/");
      const path = join(nuget, name.toLowerCase(), release.toLowerCase());
      const spec = existsSync(path) ? readdirSync(path).find((f) => f.endsWith(".nuspec")) : undefined;
      const xml = spec ? readFileSync(join(path, spec), "utf8") : "";
      const file = /<license type="file">([^<]*)</.exec(xml)?.[1];
      const texts = textsIn(path);
      if (file && existsSync(join(path, file)) && !isLicence(basename(file))) texts.push(readFileSync(join(path, file), "utf8").trim());
      const licence = /<license type="expression">([^<]*)</.exec(xml)?.[1] ?? guess(texts[0] ?? tag(xml, "licenseUrl") ?? "");
      return { name, version: release, licence, by: tag(xml, "copyright") || tag(xml, "authors") || "", url: tag(xml, "projectUrl") ?? "", texts, purl: `pkg:nuget/${name}@${release}` };
    });
}

function clientPackages() {
  const { packages } = JSON.parse(readFileSync("client/package-lock.json", "utf8"));
  return Object.entries(packages)
    .filter(([path, { dev, devOptional, optional }]) => path && !dev && !devOptional && !optional)
    .map(([path, { version: release, license }]) => {
      const name = path.replace(/^.*node_modules\//, "");
      const at = join("client", path);
      const about = existsSync(join(at, "package.json")) ? JSON.parse(readFileSync(join(at, "package.json"), "utf8")) : {};
      const author = typeof about.author === "string" ? about.author : (about.author?.name ?? "");
      return { name, version: release, licence: license ?? about.license ?? guess(readmeIn(at)), by: author, url: about.homepage ?? "", texts: textsIn(at), purl: `pkg:npm/${encodeURIComponent(name)}@${release}` };
    });
}

const fonts = readdirSync("src/Phonaris.Media/Fonts")
  .filter((name) => name.startsWith("LICENSE-"))
  .sort()
  .map((file) => {
    const text = readFileSync(join("src/Phonaris.Media/Fonts", file), "utf8").trim();
    return { name: file.replace(/^LICENSE-(.*)\.txt$/, "font $1"), version: "", licence: "OFL-1.1", by: text.split("\n")[0], url: "", texts: [text], purl: "" };
  });

/** A licence by its text or address. */
function guess(text) {
  if (/^#+ Licen[cs]e\s+MIT\b/im.test(text) || /MIT License|licenses\/MIT|Permission is hereby granted, free of charge/i.test(text)) return "MIT";
  if (/Apache License|apache\.org|Apache-2/i.test(text)) return "Apache-2.0";
  if (/BSD 3|Redistribution and use in source and binary forms[\s\S]*Neither the name/i.test(text)) return "BSD-3-Clause";
  if (/MS-PL|Microsoft Public License/i.test(text)) return "MS-PL";
  return "NOASSERTION";
}

const all = [...dotnetPackages(), ...clientPackages(), ...fonts].sort((a, b) => a.name.toLowerCase().localeCompare(b.name.toLowerCase(), "en") || a.version.localeCompare(b.version));
const unknown = all.filter((p) => p.licence === "NOASSERTION");
if (unknown.length > 0) {
  console.error(`No licence was found for ${unknown.map((p) => `${p.name} ${p.version}`).join(", ")}.`);
  process.exit(1);
}

// Packages of one origin repeat their licence word for word.
const numbers = new Map();
for (const text of all.flatMap((p) => p.texts)) if (!numbers.has(text)) numbers.set(text, numbers.size + 1);
writeFileSync(
  join(folder, "THIRD-PARTY.md"),
  `# What Phonaris contains of others\n\nPhonaris ${version} contains the following packages and fonts. The texts of their licences follow.\n\n| package | version | licence | by | text |\n|---|---|---|---|---|\n${all
    .map((p) => `| ${p.name} | ${p.version} | ${p.licence} | ${p.by.replaceAll("|", "/").replaceAll("\n", " ")} | ${p.texts.map((t) => numbers.get(t)).join(", ")} |`)
    .join("\n")}\n\n${[...numbers].map(([text, n]) => `## Text ${n}\n\n~~~\n${text.replaceAll("\r", "")}\n~~~\n`).join("\n")}`,
);

const id = (p, i) => `SPDXRef-Package-${i}-${p.name.replace(/[^A-Za-z0-9.-]/g, "-")}`;
writeFileSync(
  join(folder, "sbom.spdx.json"),
  `${JSON.stringify(
    {
      spdxVersion: "SPDX-2.3",
      dataLicense: "CC0-1.0",
      SPDXID: "SPDXRef-DOCUMENT",
      name: `phonaris-${version}`,
      documentNamespace: `https://phonaris.example.org/spdx/phonaris-${version}-${epoch}`,
      creationInfo: { created: new Date(Number(epoch) * 1000).toISOString().replace(/\.\d+Z$/, "Z"), creators: ["Tool: phonaris-pack"] },
      packages: [
        { name: "phonaris", SPDXID: "SPDXRef-Phonaris", versionInfo: version, downloadLocation: "NOASSERTION", filesAnalyzed: false, licenseConcluded: "NOASSERTION", licenseDeclared: "NOASSERTION", copyrightText: "NOASSERTION" },
        ...all.map((p, i) => ({
          name: p.name,
          SPDXID: id(p, i),
          ...(p.version ? { versionInfo: p.version } : {}),
          downloadLocation: "NOASSERTION",
          filesAnalyzed: false,
          licenseConcluded: p.licence,
          licenseDeclared: p.licence,
          copyrightText: p.by || "NOASSERTION",
          ...(p.purl ? { externalRefs: [{ referenceCategory: "PACKAGE-MANAGER", referenceType: "purl", referenceLocator: p.purl }] } : {}),
        })),
      ],
      relationships: [
        { spdxElementId: "SPDXRef-DOCUMENT", relationshipType: "DESCRIBES", relatedSpdxElement: "SPDXRef-Phonaris" },
        ...all.map((p, i) => ({ spdxElementId: "SPDXRef-Phonaris", relationshipType: "CONTAINS", relatedSpdxElement: id(p, i) })),
      ],
    },
    undefined,
    1,
  )}\n`,
);
