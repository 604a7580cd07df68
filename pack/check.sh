#!/usr/bin/env bash
# Installs the Debian package of this machine's architecture in a fresh minimal Debian, without an SDK and Node, and uses it as an ordinary user, by the
# command line and in a browser: a deck and a sound in; a film, a presentation file and a player out; the same from the archive; the app started; what is
# said where something is wrong; the package removed. Needs root, debootstrap, chromium and chromedriver. Prints what it measures.
# check.sh [SUITE]: bookworm by default; trixie is the other one the package is made for.
set -euo pipefail
cd "$(dirname "$0")/.."
suite=${1:-bookworm}
root=$PWD/artifacts/pack/root-$suite
deb=$(ls artifacts/packages/phonaris_*_"$(dpkg --print-architecture)".deb)
archive=$(ls artifacts/packages/phonaris-*-linux-"$([ "$(dpkg --print-architecture)" = amd64 ] && echo x64 || echo arm64)".tar.gz)
mirror=$(apt-get indextargets --format '$(SITE)' 'Created-By: Packages' | grep '/debian/*$' | head -1)

[ "$(id -u)" = 0 ] || { echo "check: needs root for debootstrap" >&2; exit 1; }
command -v debootstrap >/dev/null || apt-get install -y -qq debootstrap >/dev/null

away() { mountpoint -q "$root/proc" && umount "$root/proc"; rm -rf "$root"; }
trap away EXIT
away
echo "check: making a minimal $suite" >&2
debootstrap --variant=minbase "$suite" "$root" "$mirror" >"artifacts/pack/debootstrap.log" 2>&1 || { tail -5 artifacts/pack/debootstrap.log >&2; exit 1; }
mount -t proc proc "$root/proc"
printf '#!/bin/sh\nexit 101\n' >"$root/usr/sbin/policy-rc.d" && chmod +x "$root/usr/sbin/policy-rc.d"
cp /etc/resolv.conf "$root/etc/resolv.conf" 2>/dev/null || true
mkdir -p "$root/tmp/in"
cp "$deb" "$archive" "$root/tmp/in/"
cp demo/sounds/dusk-pad.ogg tests/Phonaris.Formats.Tests/Decks/lamp-talk.pptx "$root/tmp/in/"

in_root() { chroot "$root" /usr/bin/env -i PATH=/usr/sbin:/usr/bin:/sbin:/bin HOME=/root DEBIAN_FRONTEND=noninteractive "$@"; }
as_user() { in_root su user -s /bin/bash -c "cd && $1"; }

echo "check: installing the package" >&2
in_root apt-get update -qq
in_root apt-get install -y -qq --no-install-recommends "/tmp/in/$(basename "$deb")" >"artifacts/pack/install.log" 2>&1 || { tail -20 artifacts/pack/install.log >&2; exit 1; }
in_root useradd -m user
echo "size of the package: $(du -h "$deb" | cut -f1), installed: $(du -sh "$root/usr/lib/phonaris" | cut -f1)"
as_user 'phonaris --version'
as_user 'phonaris doctor || true'

echo "check: working as a user" >&2
work='phonaris new a.phonaris --deck /tmp/in/lamp-talk.pptx
  phonaris place a.phonaris --sound /tmp/in/dusk-pad.ogg --span all --kind bed
  for to in film.mp4 deck.pptx player.zip player.html mix.wav; do phonaris export a.phonaris --to "$to" --slides 1-2; done
  ls -l'
as_user '
  set -e
  mkdir -p "a folder 100% new" && cd "a folder 100% new"
  '"$work"'
  cd .. && mkdir unpacked && cd unpacked && tar xzf /tmp/in/phonaris-*.tar.gz && chmod -R a-w . && mkdir ../archive && cd ../archive
  PATH=$(echo "$HOME"/unpacked/phonaris-*):$PATH
  '"$work"'
  [ "$(command -v phonaris)" != /usr/bin/phonaris ]'
as_user '
  start=$(date +%s%N)
  phonaris demo --no-open >said 2>&1 &
  until grep -q "Phonaris is at" said; do sleep 0.02; kill -0 $! || { cat said; exit 1; }; done
  echo "seconds to the address, the first time: $(( ($(date +%s%N) - start) / 10000000 ))e-2"
  kill $!; wait $! || true
  start=$(date +%s%N)
  phonaris demo --no-open >said 2>&1 &
  until grep -q "Phonaris is at" said; do sleep 0.02; done
  echo "seconds to the address, then: $(( ($(date +%s%N) - start) / 10000000 ))e-2"
  kill $!; wait $! || true'
echo "check: working in a browser" >&2
as_user 'exec phonaris serve --no-open --port 5190 --clicker-port 5191 --data page' >"artifacts/pack/page.log" 2>&1 &
serves=$!
until grep -q "Phonaris is at" artifacts/pack/page.log; do sleep 0.1; kill -0 "$serves" || { cat artifacts/pack/page.log >&2; exit 1; }; done
node pack/checkPage.mjs "$(sed -n 's/^Phonaris is at //p' artifacts/pack/page.log | head -1)" "$PWD/tests/Phonaris.Formats.Tests/Decks/lamp-talk.pptx" "$PWD/demo/sounds/dusk-pad.ogg"
kill "$(grep -o '[0-9]*' "$root/home/user/page/held-by" | head -1)"
wait "$serves" || true

echo "check: where something is wrong" >&2
pack/badCases.sh "$root"

in_root apt-get remove -y phonaris 2>&1 | grep "stay in"
[ ! -e "$root/usr/lib/phonaris" ] && [ -e "$root/home/user/.local/share/phonaris-demo/phonaris.db" ]
echo "check: passed"
