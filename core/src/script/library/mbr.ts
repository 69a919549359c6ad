import { shell } from './shell.js';

/** An MBR and its chain of records (UEFI 2.10 §5.2). */
export const MBR = shell`
# mbr_slot FILE INDEX: type mark first count
mbr_slot() {
  slot=$(part_of "$1" $((446 + 16 * $2)) 16)
  say "$(printf %s "$slot" | cut -c9-10) $(printf %s "$slot" | cut -c1-2)" \
    "$(number "$(printf %s "$slot" | cut -c17-24)") $(number "$(printf %s "$slot" | cut -c25-32)")"
}

# mbr_lines: number type mark first count record, of each slot in use and each logical
mbr_lines() {
  rd 0 "$SECTOR" > "$W/mbr"
  [ "$(part_of "$W/mbr" 510 2)" = 55aa ] || return 0
  base=
  for i in 0 1 2 3; do
    read -r type mark first count <<SLOT
$(mbr_slot "$W/mbr" $i)
SLOT
    [ "$type" != 00 ] || continue
    say "$((i + 1)) $type $mark $first $count -"
    case $type in 05 | 0f | 85) base=$first ;; esac
  done
  [ -n "$base" ] || return 0
  at=$base n=5
  while [ "$n" -le 128 ]; do
    rd $((at * SECTOR)) "$SECTOR" > "$W/record"
    [ "$(part_of "$W/record" 510 2)" = 55aa ] || { say "$n broken - - - $at"; return 0; }
    read -r type mark first count <<SLOT
$(mbr_slot "$W/record" 0)
SLOT
    if [ "$type" != 00 ]; then
      say "$n $type $mark $((at + first)) $count $at"
      n=$((n + 1))
    fi
    read -r type mark first count <<SLOT
$(mbr_slot "$W/record" 1)
SLOT
    [ "$type" != 00 ] || return 0
    at=$((base + first))
  done
}

# signature: of the disk, as it is printed
signature() {
  rd 0 "$SECTOR" > "$W/mbr"
  printf %08x "$(number "$(part_of "$W/mbr" 440 4)")"
}

# slot INDEX OCTAL: changes one slot of the first sector
slot() {
  rd 0 "$SECTOR" > "$W/mbr"
  put "$W/mbr" $((446 + 16 * $1)) "$2"
  wr 0 "$W/mbr"
}

# record SECTOR OCTAL: a record of the chain; its slots and mark are the last 66 bytes of 512
record() {
  dd if=/dev/zero of="$W/record" bs="$SECTOR" count=1 2>/dev/null
  put "$W/record" 446 "$2"
  wr $(($1 * SECTOR)) "$W/record"
}
`;
