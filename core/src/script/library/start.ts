import { shell } from './shell.js';

/** What every script begins with: how it stops, and what it leaves behind. */
export const START = shell`
set -u
LC_ALL=C
PATH=$PATH:/usr/sbin:/sbin
export LC_ALL PATH
DISK= FOLDER= DRY= YES= ONLY= FROM=0

say() { printf '%s\n' "$*"; }

# stop EXPECTED FOUND WHAT-TO-DO: the first answer that is not the one that was planned
stop() {
  say ''
  say 'STOPPED. Nothing more is written.'
  say "  expected: $1"
  say "  found:    $2"
  say "  now:      $3"
  [ -z "\${JOURNAL-}" ] || note "stopped \${ID-}"
  exit 3
}

usage() {
  say "sh $0 [--disk DISK] [--journal FOLDER] [--step N | --from N] [--dry] [--yes]"
  say '  --disk     the disk, or a file in its place to practise on; else it is looked for'
  say '  --journal  where the journal is kept; else beside this script. Never on the disk itself'
  say '  --step     does this step and no other'
  say '  --from     takes the steps before this one as done by hand'
  say '  --dry      shows everything and writes nothing'
  say '  --yes      asks nothing: for practice'
  exit 2
}

clean() {
  if [ -n "\${W-}" ]; then
    if grep -q "^\${P:-/} $MOUNTED " /proc/mounts; then umount "$MOUNTED"; fi
    while read -r loop; do losetup -d "$loop" 2>/dev/null; done < "$W/loops"
    rm -rf "$W"
  fi
}
`;
