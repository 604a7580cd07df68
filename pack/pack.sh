#!/usr/bin/env bash
# Makes the packages in artifacts/packages: pack.sh [ARCH…], amd64 and arm64 by default. Called by ./phonaris pack, which has built the client.
# Packed twice from the same commit, they are the same bytes: all times are those of the commit.
set -euo pipefail
cd "$(dirname "$0")/.."
out=$PWD/artifacts/packages
work=$PWD/artifacts/pack
version=$(sed -n 's:.*<Version>\(.*\)</Version>.*:\1:p' Directory.Build.props)
SOURCE_DATE_EPOCH=${SOURCE_DATE_EPOCH:-$(git log -1 --format=%ct 2>/dev/null || echo 0)}
export SOURCE_DATE_EPOCH
umask 022

say() { echo "pack: $*" >&2; }

# program RID FOLDER: publishes the program with its own runtime, and puts beside it what it shows and plays.
program() {
  rm -rf "$2"
  # Paths of this machine must not get into the program, nor what was built with them.
  dotnet publish src/Phonaris.App -c Release -r "$1" --self-contained -o "$2" --artifacts-path "$work/build" -v q --nologo -p:ContinuousIntegrationBuild=true -p:DebugType=none -p:OpenApiGenerateDocuments=false -p:Packing=true >&2
  # What only builds, debuggers and the server's own tests need.
  rm -f "$2"/*.pdb "$2"/*.xml "$2"/Phonaris.Web "$2"/Phonaris.Web.runtimeconfig.json "$2"/Phonaris.Web.deps.json "$2"/*.staticwebassets.* "$2"/createdump \
    "$2"/libmscordaccore.so "$2"/libmscordbi.so "$2"/libcoreclrtraceptprovider.so
  rm -rf "$2/wwwroot" "$2/BlazorDebugProxy"
  cp -r src/Phonaris.Web/wwwroot "$2/wwwroot"
  mkdir "$2/demo"
  cp -r demo/catalogue demo/slides demo/sounds demo/videos demo/show.json "$2/demo/"
  cp LICENSE "$2/LICENSE"
  node pack/thirdParty.mjs "$2" "$version" "$SOURCE_DATE_EPOCH"
  find "$2" -type f -exec chmod 644 {} +
  find "$2" -type d -exec chmod 755 {} +
  chmod 755 "$2/phonaris"
}

# texts PROGRAM FOLDER: the manual page and the completion, made by the program of this machine.
texts() {
  mkdir -p "$2"
  "$1" manual >"$2/phonaris.1"
  cp pack/completion.bash "$2/phonaris.bash"
}

# archive ARCH FOLDER: the program as it runs where it is unpacked.
archive() {
  local name=phonaris-$version root=$work/tar-$1
  rm -rf "$root"
  mkdir -p "$root"
  cp -r "$2" "$root/$name"
  cp pack/README.txt "$root/$name/README.txt"
  mkdir -p "$root/$name/share"
  cp "$work/texts/phonaris.1" "$work/texts/phonaris.bash" pack/phonaris.service pack/phonaris.desktop pack/phonaris-mime.xml client/public/icon.svg "$root/$name/share/"
  tar --sort=name --mtime="@$SOURCE_DATE_EPOCH" --owner=0 --group=0 --numeric-owner --format=posix --pax-option=delete=atime,delete=ctime -C "$root" -c "$name" |
    gzip -n -9 >"$out/phonaris-$version-linux-$1.tar.gz"
}

# debian ARCH FOLDER: the Debian package.
debian() {
  local root=$work/deb-$1 share
  rm -rf "$root"
  share=$root/usr/share
  mkdir -p "$root/DEBIAN" "$root/usr/lib" "$root/usr/bin" "$share/applications" "$share/mime/packages" "$share/icons/hicolor/scalable/apps" \
    "$share/icons/hicolor/scalable/mimetypes" "$share/man/man1" "$share/bash-completion/completions" "$share/doc/phonaris" "$root/usr/lib/systemd/user"
  cp -r "$2" "$root/usr/lib/phonaris"
  ln -s ../lib/phonaris/phonaris "$root/usr/bin/phonaris"
  cp pack/phonaris.desktop "$share/applications/phonaris.desktop"
  cp pack/phonaris-mime.xml "$share/mime/packages/phonaris.xml"
  cp client/public/icon.svg "$share/icons/hicolor/scalable/apps/phonaris.svg"
  cp client/public/icon.svg "$share/icons/hicolor/scalable/mimetypes/application-vnd.phonaris.show+zip.svg"
  cp pack/phonaris.service "$root/usr/lib/systemd/user/phonaris.service"
  cp "$work/texts/phonaris.bash" "$share/bash-completion/completions/phonaris"
  gzip -n -9 <"$work/texts/phonaris.1" >"$share/man/man1/phonaris.1.gz"
  gzip -n -9 <CHANGELOG.md >"$share/doc/phonaris/changelog.gz"
  cp LICENSE "$share/doc/phonaris/copyright"
  mv "$root/usr/lib/phonaris/THIRD-PARTY.md" "$root/usr/lib/phonaris/sbom.spdx.json" "$share/doc/phonaris/"
  rm "$root/usr/lib/phonaris/LICENSE"
  sed "s/@VERSION@/$version/; s/@ARCH@/$1/; s/@SIZE@/$(du -sk "$root/usr" | cut -f1)/" pack/control >"$root/DEBIAN/control"
  install -m 755 pack/postrm "$root/DEBIAN/postrm"
  find "$root" -type d -exec chmod 755 {} +
  find "$root" -exec touch -h -d "@$SOURCE_DATE_EPOCH" {} +
  dpkg-deb --root-owner-group -Zxz --threads-max=1 --build "$root" "$out/phonaris_${version}_$1.deb" >&2
}

# rid ARCH: the name that .NET has for an architecture of Debian's.
rid() { [ "$1" = amd64 ] && echo linux-x64 || echo linux-arm64; }

[ $# != 0 ] || set -- amd64 arm64
mkdir -p "$out" "$work"
this=$(dpkg --print-architecture)
say "publishing for $this"
program "$(rid "$this")" "$work/program-$this"
texts "$work/program-$this/phonaris" "$work/texts"
for arch in "$@"; do
  [ "$arch" = "$this" ] || { say "publishing for $arch" && program "$(rid "$arch")" "$work/program-$arch"; }
  say "packing for $arch"
  debian "$arch" "$work/program-$arch"
  short=$(rid "$arch")
  archive "${short#linux-}" "$work/program-$arch"
done
cp pack/Containerfile "$out/Containerfile"
(cd "$out" && sha256sum phonaris* >SHA256SUMS && ls -l phonaris* >&2)
