import { shell } from './shell.js';

/** What is on a partition, and utilities that change it. */
export const VOLUMES = shell`
told() { blkid -p -s "$2" -o value "$1" 2>/dev/null; }

# holds TYPE UUID LABEL: what is on P, as blkid tells; * for what nobody knows, - for nothing
holds() {
  [ -z "$DRY" ] || return 0
  for pair in "TYPE $1" "UUID $2" "LABEL $3"; do
    shall=\${pair#* }
    [ "$shall" != '*' ] || continue
    is=$(told "$P" "\${pair%% *}")
    [ "\${is:--}" = "$shall" ] ||
      stop "\${pair%% *} $shall on $P" "\${is:-nothing}" 'this is another volume, or it was changed: look at it before anything is written'
  done
}

# run COMMAND…: shown, then done
run() {
  say "  $*"
  [ -z "$DRY" ] || return 0
  "$@" > "$W/said" 2>&1 && return 0
  cat "$W/said"
  stop "$1 to end well" "its answer above" 'look what it says. Begin this script again once that is settled'
}

# checked COMMAND…: as run, for a utility that answers 1 where it mended something (e2fsck(8))
checked() {
  say "  $*"
  [ -z "$DRY" ] || return 0
  "$@" > "$W/said" 2>&1
  [ $? -le 1 ] && return 0
  cat "$W/said"
  stop "$1 to find nothing that it cannot mend" 'its answer above' 'mend the volume by hand, or in its own system. Nothing of it was changed here'
}

# talk COMMAND…: as run, for a utility that asks for a passphrase
talk() {
  say "  $*"
  [ -z "$DRY" ] || return 0
  "$@" || stop "$1 to end well" 'its answer above' 'begin this script again once that is settled'
}

# agreed COMMAND…: as run, for a utility that wants one yes; this script has asked for it
agreed() {
  say "  $*"
  [ -z "$DRY" ] || return 0
  echo y | "$@" > "$W/said" 2>&1 && return 0
  cat "$W/said"
  stop "$1 to end well" 'its answer above' 'look what it says. Begin this script again once that is settled'
}

# begins_at OLD NEW: in a FAT or NTFS that was moved, the field that says before which sector it lies (BPB_HiddSec), and in the copy of that sector
begins_at() {
  [ -z "$DRY" ] || return 0
  rd $(($2 * SECTOR)) "$SECTOR" > "$W/boot"
  [ "$(number "$(part_of "$W/boot" 11 2)")" -eq "$SECTOR" ] || return 0
  if [ "$(part_of "$W/boot" 3 8)" = 4e54465320202020 ]; then
    behind=$(number "$(part_of "$W/boot" 40 8)")
  elif [ "$(part_of "$W/boot" 22 2)" = 0000 ]; then
    behind=$(number "$(part_of "$W/boot" 50 2)")
  else
    behind=0
  fi
  # The copy first: while it is written the first one is whole.
  for sector in $((behind > 0 ? $2 + behind : $2)) "$2"; do
    rd $((sector * SECTOR)) "$SECTOR" > "$W/other"
    [ "$(part_of "$W/other" 3 8)" = "$(part_of "$W/boot" 3 8)" ] || continue
    [ "$(number "$(part_of "$W/other" 28 4)")" -eq $(($1 & 4294967295)) ] || continue
    put "$W/other" 28 "$(little 4 $(($2 & 4294967295)))"
    wr $((sector * SECTOR)) "$W/other"
    say "  sector $sector says that it begins at $2"
  done
  flush
}
`;
