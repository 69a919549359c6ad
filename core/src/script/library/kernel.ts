import { shell } from './shell.js';

/** What the kernel lists of the disk, and where a partition is found. */
export const KERNEL = shell`
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
`;
