/**
 * What every script of a phase uses, in the shell of any live session (POSIX.1-2017 XCU 2; dash, busybox and bash): finds the disk, reads and
 * writes its table (UEFI 2.10 §5.3, §5.2), copies in pieces that can be begun again, keeps a journal. Nothing is written before the table
 * is the one of the moment.
 */
export const LIBRARY = String.raw`
set -u
LC_ALL=C
PATH=$PATH:/usr/sbin:/sbin
export LC_ALL PATH
DISK= FOLDER= DRY= YES=
ERRORS=0

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
  say "sh $0 [--disk DISK] [--journal FOLDER] [--dry] [--yes]"
  say '  --disk     the disk, or a file in its place to practise on; else it is looked for'
  say '  --journal  where the journal is kept; else beside this script. Never on the disk itself'
  say '  --dry      shows everything and writes nothing'
  say '  --yes      asks nothing: for practice'
  exit 2
}

clean() {
  if [ -n "\${W-}" ]; then
    while read -r loop; do losetup -d "$loop" 2>/dev/null; done < "$W/loops"
    rm -rf "$W"
  fi
}

# --- sizes and bytes

size_of() { if [ -b "$1" ]; then blockdev --getsize64 "$1"; else stat -c %s "$1"; fi; }

# unit OFFSET LENGTH: the largest block of up to 1 MiB that divides both
unit() {
  u=1048576
  while [ $(($1 % u)) -ne 0 ] || [ $(($2 % u)) -ne 0 ]; do u=$((u / 2)); done
  printf %s "$u"
}

# rd OFFSET LENGTH: bytes of the disk
rd() {
  U=$(unit "$1" "$2")
  dd if="$DISK" bs="$U" skip=$(($1 / U)) count=$(($2 / U)) 2>/dev/null
}

# wr OFFSET FILE: writes it to the disk, and waits until it is there
wr() {
  [ -z "$DRY" ] || return 0
  U=$(unit "$1" "$(stat -c %s "$2")")
  dd if="$2" of="$DISK" bs="$U" seek=$(($1 / U)) conv=notrunc,fsync 2>"$W/said" ||
    stop "writing at byte $1" "$(cat "$W/said")" 'the disk may be failing: look at it before you go on'
}

# put FILE OFFSET OCTAL: bytes into a file
put() { printf "$3" | dd of="$1" bs=1 seek="$2" conv=notrunc 2>/dev/null; }

hex() { od -An -v -tx1 | tr -d ' \n'; }

# part_of FILE OFFSET LENGTH: in hexadecimal
part_of() { dd if="$1" bs=1 skip="$2" count="$3" 2>/dev/null | hex; }

# number HEX: little-endian
number() {
  rest=$1 turned=
  while [ -n "$rest" ]; do
    turned=\${rest%"\${rest#??}"}$turned
    rest=\${rest#??}
  done
  printf %s $((0x$turned))
}

# little BYTES NUMBER: as octal for put
little() {
  left=$1 value=$2
  while [ "$left" -gt 0 ]; do
    printf '\\%03o' $((value & 255))
    value=$((value >> 8)) left=$((left - 1))
  done
}

# crc FILE: CRC-32 in the four bytes as they stand in a table (RFC 1952, 2.3.1: the trailer of gzip begins with it)
crc() { gzip -c < "$1" | tail -c 8 | head -c 4; }

flush() { [ ! -b "$DISK" ] || blockdev --flushbufs "$DISK"; }

# --- GPT

# gpt_sound N: whether copy N is whole; leaves it in hN and eN
gpt_sound() {
  if [ "$1" = 1 ]; then at=$SECTOR; else at=$((SIZE - SECTOR)); fi
  h=$W/h$1 e=$W/e$1
  rd "$at" "$SECTOR" > "$h"
  [ "$(part_of "$h" 0 8)" = 4546492050415254 ] || return 1
  [ "$(part_of "$h" 12 4)" = 5c000000 ] || return 1
  [ "$(part_of "$h" 84 4)" = 80000000 ] || return 1
  [ "$(number "$(part_of "$h" 24 8)")" -eq $((at / SECTOR)) ] || return 1
  head -c 92 "$h" > "$W/x"
  put "$W/x" 16 '\000\000\000\000'
  [ "$(crc "$W/x" | hex)" = "$(part_of "$h" 16 4)" ] || return 1
  COUNT=$(number "$(part_of "$h" 80 4)")
  [ "$COUNT" -ge 1 ] && [ "$COUNT" -le 1024 ] || return 1
  LENGTH=$(((COUNT * 128 + SECTOR - 1) / SECTOR * SECTOR))
  rd $(($(number "$(part_of "$h" 72 8)") * SECTOR)) "$LENGTH" > "$e"
  head -c $((COUNT * 128)) "$e" > "$W/x"
  [ "$(crc "$W/x" | hex)" = "$(part_of "$h" 88 4)" ]
}

# gpt_load: the entries of the first sound copy; SOUND says which are
gpt_load() {
  SOUND=
  gpt_sound 2 && SOUND=2 && COUNT2=$COUNT && LENGTH2=$LENGTH
  if gpt_sound 1; then
    SOUND=1$SOUND
    cp "$W/e1" "$W/entries"
  elif [ "$SOUND" = 2 ]; then
    COUNT=$COUNT2 LENGTH=$LENGTH2
    cp "$W/e2" "$W/entries"
  fi
  if [ "$SOUND" = 12 ] && ! cmp -s "$W/e1" "$W/e2"; then SOUND=differ; fi
  [ -n "$SOUND" ]
}

# gpt_lines: number type identity first last attributes name, of each entry in use
gpt_lines() {
  n=0
  hex < "$W/entries" | fold -w 256 | while read -r line || [ -n "$line" ]; do
    n=$((n + 1))
    case $line in 00000000000000000000000000000000*) continue ;; esac
    type=$(printf %s "$line" | cut -c1-32)
    name=$(printf %s "$line" | cut -c113-256)
    say "$n $type $(printf %s "$line" | cut -c33-64)" \
      "$(number "$(printf %s "$line" | cut -c65-80)") $(number "$(printf %s "$line" | cut -c81-96)")" \
      "$(printf %s "$line" | cut -c97-112) $name"
  done
}

# gpt_header N MY OTHER ENTRIES: copy N of the header, for the entries as they are now
gpt_header() {
  case $SOUND in *1*|differ) from=1 ;; *) from=2 ;; esac
  [ "$from" = "$1" ] || cp "$W/h$from" "$W/h$1"
  h=$W/h$1
  put "$h" 24 "$(little 8 "$2")"
  put "$h" 32 "$(little 8 "$3")"
  put "$h" 72 "$(little 8 "$4")"
  head -c $((COUNT * 128)) "$W/entries" > "$W/x"
  crc "$W/x" | dd of="$h" bs=1 seek=88 conv=notrunc 2>/dev/null
  put "$h" 16 '\000\000\000\000'
  head -c 92 "$h" > "$W/x"
  crc "$W/x" | dd of="$h" bs=1 seek=16 conv=notrunc 2>/dev/null
}

# gpt_save: the backup first, then the primary: at a cut one of them is sound
gpt_save() {
  last=$((SIZE / SECTOR - 1)) many=$((LENGTH / SECTOR))
  gpt_header 2 "$last" 1 $((last - many))
  gpt_header 1 1 "$last" 2
  wr $(((last - many) * SECTOR)) "$W/entries"
  wr $((last * SECTOR)) "$W/h2"
  wr $((2 * SECTOR)) "$W/entries"
  wr "$SECTOR" "$W/h1"
  tell_kernel
}

# blank LENGTH: so many zeros, to be filled
blank() {
  rm -f "$W/blank"
  dd if=/dev/zero of="$W/blank" bs="$(unit 0 "$1")" count=$(($1 / $(unit 0 "$1"))) 2>/dev/null
}

# entry NUMBER OFFSET OCTAL: changes one entry of the table that was loaded
entry() { put "$W/entries" $((($1 - 1) * 128 + $2)) "$3"; }

# --- MBR

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

# --- the table, of either kind

table_lines() {
  flush
  case $STYLE in
    gpt) gpt_load && gpt_lines ;;
    mbr) SOUND=12; mbr_lines ;;
    none) SOUND=12; gpt_load && gpt_lines; SOUND=12; mbr_lines ;;
  esac
}

# want NAME: keeps the lines of a moment
want() { cat > "$W/$1"; }

# agrees FILE: whether the table is that one; * stands for what nobody knows
agrees() {
  [ "$(wc -l < "$W/have")" -eq "$(wc -l < "$W/$1")" ] || return 1
  exec 8< "$W/have" 9< "$W/$1"
  answer=0
  while read -r a b c d e f g <&8 && read -r k l m n o p q <&9; do
    for pair in "$a $k" "$b $l" "$c $m" "$d $n" "$e $o" "$f $p" "$g $q"; do
      is=\${pair% *} shall=\${pair#* }
      [ "$shall" = '*' ] || [ "$is" = "$shall" ] || answer=1
    done
  done
  exec 8<&- 9<&-
  return $answer
}

different() {
  say '--- the table as it is:'
  cat "$W/have"
  say '--- as it should be:'
  cat "$W/$1"
}

# guard: the table is the one before this step; of a step that was begun, or the one after it
guard() {
  [ -z "\${SHOWN-}" ] || return 0
  SHOWN=$DRY
  in_use
  [ "$(size_of "$DISK")" = "$SIZE" ] ||
    stop "a disk of $SIZE bytes" "$(size_of "$DISK") bytes" 'this is another disk: choose the right one with --disk'
  table_lines > "$W/have"
  if agrees before; then
    case $SOUND in 12) return 0 ;; esac
    [ -n "$BEGUN" ] || [ -n "$DAMAGED" ] ||
      stop 'two whole copies of the table that are equal' "copies that are whole: \${SOUND:-none}" 'read the disk again and plan on that reading'
    return 0
  fi
  [ -n "$BEGUN" ] && agrees after && return 0
  different before
  stop 'the table as it is before this step' 'another one: see above' \
    'if something was done by hand, read the disk again and go on from that reading. Nothing was changed here'
}

# proof: the table is the one after this step, on the disk and in the kernel
proof() {
  [ -z "$DRY" ] || return 0
  table_lines > "$W/have"
  if ! agrees after || [ "$SOUND" != 12 ]; then
    different after
    stop 'the table as it is after this step' 'another one: see above' 'do not go on. Keep the journal, and read the disk again'
  fi
  kernel_agrees
}

# spans FILE: first sector and length of each partition of a table
spans() {
  while read -r n type x first last rest; do
    case $STYLE in
      mbr) case $type in 05 | 0f | 85) ;; *) say "$first $last" ;; esac ;;
      *) say "$first $((last - first + 1))" ;;
    esac
  done < "$1"
}

partitions_of_disk() {
  disk=$(basename "$(readlink -f "$DISK")")
  for path in /sys/class/block/"$disk"/"$disk"*; do [ ! -e "$path/partition" ] || say "$path"; done
}

# listed PATH: first sector and length of what the kernel lists there
listed() { say "$(($(cat "$1/start") * 512 / SECTOR)) $(($(cat "$1/size") * 512 / SECTOR))"; }

# tell_kernel: entry by entry where that is known (partx(8)), since the whole table is read again only while nothing of the disk is in use
tell_kernel() {
  [ -b "$DISK" ] && [ -z "$DRY" ] || return 0
  blockdev --flushbufs "$DISK"
  if command -v partx > /dev/null; then
    table_lines > "$W/now"
    spans "$W/now" > "$W/spans"
    for path in $(partitions_of_disk); do
      grep -qx "$(listed "$path")" "$W/spans" || partx -d --nr "$(cat "$path/partition")" "$DISK" 2>/dev/null
    done
    for path in $(partitions_of_disk); do listed "$path"; done > "$W/known"
    while read -r n rest; do
      say "$n $rest" > "$W/one"
      grep -qx "$(spans "$W/one")" "$W/known" || partx -a --nr "$n" "$DISK" 2>/dev/null
    done < "$W/now"
  else
    blockdev --rereadpt "$DISK" 2>/dev/null
  fi
  ! command -v udevadm > /dev/null || udevadm settle 2>/dev/null
  return 0
}

# kernel_agrees: what the kernel lists is the table; where it lists partitions of this disk at all
kernel_agrees() {
  [ -b "$DISK" ] && [ -n "$(partitions_of_disk)" ] || return 0
  spans "$W/have" | sort > "$W/shall"
  for path in $(partitions_of_disk); do
    # An extended partition is listed with two sectors, whatever it holds.
    [ "$(cat "$path/size")" -le 2 ] || listed "$path"
  done | sort > "$W/is"
  cmp -s "$W/is" "$W/shall" ||
    stop 'the kernel lists the new table' 'it lists the old one' "restart the live session, and begin this script again: it goes on here"
}

# part FIRST LENGTH: the path of the partition that begins there
part() {
  if [ -b "$DISK" ]; then
    for path in $(partitions_of_disk); do
      if [ $(($(cat "$path/start") * 512 / SECTOR)) -eq "$1" ]; then
        say "/dev/$(basename "$path")"
        return 0
      fi
    done
    [ -z "$(partitions_of_disk)" ] || return 1
  fi
  loop=$(losetup -f --show --sector-size "$SECTOR" -o $(($1 * SECTOR)) --sizelimit $(($2 * SECTOR)) "$DISK") || return 1
  say "$loop" >> "$W/loops"
  say "$loop"
}

# at FIRST LENGTH: P is the path of that partition
at() {
  P=$(part "$1" "$2") ||
    stop "a partition that begins at sector $1" 'none is listed there' 'restart the live session, and begin this script again'
}

leave() {
  while read -r loop; do losetup -d "$loop"; done < "$W/loops"
  : > "$W/loops"
  flush
}

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

# mounted P COMMAND…: with {} for where it is mounted
mounted() {
  where=$W/mount
  mkdir -p "$where"
  run mount "$1" "$where"
  shift
  run "$@"
  run umount "$where"
}

# --- copying within the disk

# copy FROM TO LENGTH PIECE: sectors. In pieces no longer than the way they go, from the end that lies towards the new place: the
# source of a piece is whole until all of it is at its new place, so that one that was cut is done again.
copy() {
  from=$(($1 * SECTOR)) to=$(($2 * SECTOR)) length=$(($3 * SECTOR)) piece=$(($4 * SECTOR))
  pieces=$(((length + piece - 1) / piece))
  k=$(sed -n "s/^.* copied $ID \([0-9]*\)$/\1/p" "$JOURNAL" | tail -n 1)
  k=\${k:-0}
  [ "$k" -eq 0 ] || say "  the journal has $k of $pieces pieces: going on from there"
  while [ "$k" -lt "$pieces" ]; do
    if [ "$to" -lt "$from" ]; then offset=$((k * piece)); else offset=$((length - (k + 1) * piece)); fi
    long=$piece
    if [ "$offset" -lt 0 ]; then long=$((piece + offset)) offset=0; fi
    [ $((offset + long)) -le "$length" ] || long=$((length - offset))
    if [ -z "$DRY" ]; then
      rd $((from + offset)) "$long" > "$W/piece"
      [ "$(stat -c %s "$W/piece")" -eq "$long" ] ||
        stop "to read $long bytes at $((from + offset))" "$(stat -c %s "$W/piece") bytes" 'the disk may be failing: copy what can be read of it elsewhere first'
      wr $((to + offset)) "$W/piece"
      flush
      rd $((to + offset)) "$long" | cmp -s - "$W/piece" ||
        stop 'to read what was written' 'something else' 'the disk is failing. Do not go on'
    fi
    k=$((k + 1))
    note "copied $ID $k"
    say "  $k of $pieces"
  done
}

# --- the journal

note() {
  [ -z "$DRY" ] || return 0
  printf '%s %s\n' "$(date -u +%Y-%m-%dT%H:%M:%SZ)" "$*" |
    dd of="$JOURNAL" oflag=append conv=notrunc,fsync 2>/dev/null ||
    { say "The journal $JOURNAL cannot be written to: left here."; exit 4; }
}

noted() { [ -f "$JOURNAL" ] && grep -q " $* *$" "$JOURNAL"; }

# step NUMBER ID: what it does is told on the input; fails where the journal has it as done
step() {
  ID=$2
  says=$(cat)
  if noted "done $ID"; then
    say "Step $1 is done: $(say "$says" | head -n 1)"
    return 1
  fi
  BEGUN=
  ! noted "begun $ID" || BEGUN=1
  say ''
  say "Step $1: $says"
  [ -z "$BEGUN" ] || say '  It was begun before: it is gone on with.'
}

ask() {
  if [ -n "$YES$DRY" ]; then return 0; fi
  printf '  Go on? Type yes: '
  read -r answer || answer=
  [ "$answer" = yes ] || { say 'Left here. Begin this script again to go on.'; exit 0; }
}

begun() { noted "begun $ID" || note "begun $ID"; }

ended() { leave; [ -n "$DRY" ] || sync; note "done $ID"; }

# by_hand: this script does not do it; it waits, and looks at the table afterwards
by_hand() {
  say '  This one is done by hand, as the runbook says.'
  [ -z "$DRY" ] || return 0
  begun
  [ -z "$YES" ] || stop 'a person who does it' 'nobody is asked' 'begin this script without --yes'
  printf '  Type done when it is: '
  read -r answer || answer=
  [ "$answer" = done ] || { say 'Left here. Begin this script again to go on.'; exit 0; }
}

# --- before anything is changed

find_disk() {
  if [ -z "$DISK" ]; then
    for path in /sys/class/block/*; do
      name=$(basename "$path")
      [ ! -e "$path/partition" ] && [ -b "/dev/$name" ] || continue
      case $name in loop* | ram* | zram* | sr* | dm-* | md*) continue ;; esac
      [ "$(size_of "/dev/$name")" = "$SIZE" ] || continue
      [ -z "$IDENTITY" ] || [ "$(blkid -p -s PTUUID -o value "/dev/$name" 2>/dev/null)" = "$IDENTITY" ] || continue
      say "/dev/$name"
    done > "$W/disks"
    case $(wc -l < "$W/disks") in
      1) DISK=$(cat "$W/disks") ;;
      0) stop "a disk of $SIZE bytes\${IDENTITY:+ with the table $IDENTITY}" 'none' 'is it plugged in, and shown to the system? Then name it with --disk' ;;
      *) stop "one disk of $SIZE bytes" "$(tr '\n' ' ' < "$W/disks")" 'name the right one with --disk: compare model and serial with the runbook' ;;
    esac
  fi
  [ -e "$DISK" ] || stop 'a disk' "$DISK is not there" 'name the disk with --disk'
  is=$(size_of "$DISK")
  [ "$is" = "$SIZE" ] || stop "a disk of $SIZE bytes" "$DISK has $is" 'this is another disk: choose the right one with --disk'
  if [ -b "$DISK" ]; then
    is=$(blockdev --getss "$DISK")
    [ "$is" = "$SECTOR" ] || stop "sectors of $SECTOR bytes" "$is" 'this is another disk: choose the right one with --disk'
    say "The disk is $DISK:"
    lsblk -d -o NAME,SIZE,MODEL,SERIAL,PTUUID "$DISK" 2>/dev/null
  else
    say "The disk is the file $DISK: this is practice."
  fi
}

tools() {
  missing=
  for tool in "$@"; do command -v "$tool" > /dev/null || missing="$missing $tool"; done
  [ -z "$missing" ] || stop 'every utility that this phase needs' "missing:$missing" 'take a live session that has them'
}

in_use() {
  [ -b "$DISK" ] || return 0
  real=$(readlink -f "$DISK")
  for path in $(partitions_of_disk) "/sys/class/block/$(basename "$real")"; do
    device=/dev/$(basename "$path")
    if grep -q "^$device " /proc/mounts; then stop "$device not in use" 'it is mounted' "umount $device"; fi
    if grep -q "^$device " /proc/swaps; then stop "$device not in use" 'it is used as swap' "swapoff $device"; fi
    for holder in "$path"/holders/*; do
      [ ! -e "$holder" ] || stop "$device not in use" "$(basename "$holder") lies on it" 'close the container, or deactivate the group'
    done
  done
}

keep_journal() {
  FOLDER=\${FOLDER:-$(dirname "$0")}
  [ -d "$FOLDER" ] && [ -w "$FOLDER" ] || stop "a folder for the journal" "$FOLDER cannot be written to" 'name one on the stick with --journal'
  if [ -b "$DISK" ]; then
    source=$(df -P "$FOLDER" | tail -n 1 | cut -d ' ' -f 1)
    case $source in
      tmpfs | overlay | rootfs | ramfs | none | airootfs)
        stop 'a journal on another medium' "$FOLDER is in the memory of this session" 'put this script on a stick and begin it there' ;;
    esac
    case $(readlink -f "$source") in
      "$(readlink -f "$DISK")"*) stop 'a journal on another medium' "$FOLDER is on the disk that is changed" 'put this script on a stick and begin it there' ;;
    esac
  fi
  free=$(df -Pk "$FOLDER" | tail -n 1 | tr -s ' ' | cut -d ' ' -f 4)
  [ "$free" -ge "$ROOM_KIB" ] || stop "$ROOM_KIB KiB free in $FOLDER" "$free KiB" 'free some space there'
  JOURNAL=$FOLDER/$PHASE.journal
  if [ -n "$DRY" ]; then JOURNAL=/dev/null; fi
  if [ ! -e "$JOURNAL" ]; then
    say "No journal of this phase is in $FOLDER: it begins now."
    say 'If it was begun before, stop: without that journal nothing can tell how far a copy came. Use the stick that has it.'
    ask
    touch "$JOURNAL"
  fi
}

on_mains() {
  [ -b "$DISK" ] || return 0
  battery= mains=
  for supply in /sys/class/power_supply/*; do
    [ -e "$supply/type" ] || continue
    case $(cat "$supply/type") in
      Battery) battery=1 ;;
      Mains | USB*) [ "$(cat "$supply/online" 2>/dev/null)" != 1 ] || mains=1 ;;
    esac
  done
  [ -z "$battery" ] || [ -n "$mains" ] || stop 'power from the mains' 'the battery' 'plug it in'
}

# begin ARGUMENTS: everything that can be known before the first write
begin() {
  while [ $# -gt 0 ]; do
    case $1 in
      --disk) [ $# -gt 1 ] || usage; DISK=$2; shift ;;
      --journal) [ $# -gt 1 ] || usage; FOLDER=$2; shift ;;
      --dry) DRY=1 ;;
      --yes) YES=1 ;;
      *) usage ;;
    esac
    shift
  done
  W=$(mktemp -d) || exit 4
  : > "$W/loops"
  trap clean EXIT
  trap 'exit 130' INT TERM HUP
  tools dd od tr cut fold gzip head tail sed grep sort cmp stat sync cat date df readlink basename dirname mktemp $TOOLS
  find_disk
  on_mains
  keep_journal
  in_use
}
`
  .replaceAll('\\$', '$')
  .trim();
