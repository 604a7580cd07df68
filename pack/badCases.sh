#!/usr/bin/env bash
# Uses an installed Phonaris on a machine where something is wrong: badCases.sh ROOT, called by check.sh. Each case ends with exit code 1 and one
# sentence or two that say what is wrong. ROOT is a Debian with a user called "user".
set -euo pipefail
root=$1
small=$root/mnt/small failed=0
mkdir -p "$small" "$root/opt/half" "$root/opt/none"
trap 'for m in "$small" "$root/home/user"; do ! mountpoint -q "$m" || umount "$m"; done' EXIT

# as_user COMMAND: the command as the user, with what it says about errors.
as_user() { chroot "$root" /usr/bin/env -i PATH=/usr/bin:/bin timeout 60 su user -s /bin/bash -c "cd && $1" 2>&1; }

# fails NAME WORDS COMMAND: the command must end with 1 and one line that has the words.
fails() {
  local said code=0
  said=$(as_user "$3") || code=$?
  if [ "$code" = 1 ] && [ "$(wc -l <<<"$said")" = 1 ] && [[ $said == *"$2"* ]]; then
    echo "bad case: $1: $said"
  else
    echo "check: $1: exit $code: $said" >&2
    failed=1
  fi
}

# works NAME WORDS COMMAND: what the command says must have the words.
works() {
  local said
  said=$(as_user "$3")
  if [[ $said == *"$2"* ]]; then echo "bad case: $1: works"; else echo "check: $1: $said" >&2 && failed=1; fi
}

as_user 'phonaris new good.phonaris --deck /tmp/in/lamp-talk.pptx && phonaris place good.phonaris --sound /tmp/in/dusk-pad.ogg --span all --kind bed' >/dev/null

# An ffmpeg that has no libx264, as some distributions build it, and none at all.
cat >"$root/opt/half/ffmpeg" <<'F'
#!/bin/sh
case " $* " in
  *" -encoders "*) /usr/bin/ffmpeg "$@" | grep -v libx264 ;;
  *" libx264 "*) echo "Unknown encoder 'libx264'" >&2; exit 8 ;;
  *) exec /usr/bin/ffmpeg "$@" ;;
esac
F
chmod +x "$root/opt/half/ffmpeg"
for program in "$root"/usr/bin/*; do
  case ${program##*/} in ffmpeg | ffprobe) ;; *) ln -sf "/usr/bin/${program##*/}" "$root/opt/none/" ;; esac
done
fails "half an ffmpeg" libx264 'XDG_CACHE_HOME=/tmp/half PATH=/opt/half:$PATH phonaris export good.phonaris --to film.mp4 --slides 1'
fails "no ffmpeg" "ffmpeg is not installed" 'XDG_CACHE_HOME=/tmp/none PATH=/opt/none phonaris export good.phonaris --to film.mp4 --slides 1'

mount -t tmpfs -o size=1m,mode=777 tmpfs "$small"
head -c 1040000 /dev/zero >"$small/full" 2>/dev/null || true
fails "full disk: export" "disk is full" 'phonaris export good.phonaris --to /mnt/small/mix.wav'
fails "full disk: serve" "disk is full" 'phonaris serve --no-open --data /mnt/small/data'
fails "folder not writable: serve" /usr/lib/shows 'phonaris serve --no-open --data /usr/lib/shows'
fails "folder not writable: export" /usr/lib/mix.wav 'phonaris export good.phonaris --to /usr/lib/mix.wav --slides 1'
fails "a home that does not exist" /nowhere 'HOME=/nowhere phonaris serve --no-open'
works "no HOME" "Phonaris is at" 'env -u HOME timeout 20 phonaris serve --no-open || true'
fails "no browser" "http://127.0.0.1:" 'phonaris open good.phonaris'
fails "port in use" "port is in use" 'phonaris serve --no-open --data another'
# Its lock names the process.
opened=$(grep -o '[0-9]*' "$root/home/user/.local/share/phonaris/held-by" | head -1)
kill "$opened"
while kill -0 "$opened" 2>/dev/null; do sleep 0.1; done
mount --bind "$root/home/user" "$root/home/user" && mount -o remount,bind,ro "$root/home/user"
fails "home not writable" /home/user 'phonaris serve --no-open'
umount "$root/home/user"

works "the app without ffmpeg" "ffmpeg is not installed" 'PATH=/opt/none timeout 20 phonaris serve --no-open --data no-ffmpeg || true'
exit "$failed"
