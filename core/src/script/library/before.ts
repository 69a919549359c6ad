import { shell } from './shell.js';

/** What is looked for before anything is changed. */
export const BEFORE = shell`
find_disk() {
  if [ -z "$DISK" ]; then
    for path in /sys/class/block/*; do
      name=$(basename "$path")
      [ ! -e "$path/partition" ] && [ -b "/dev/$name" ] || continue
      case $name in ram* | zram* | sr* | dm-* | md*) continue ;; esac
      [ "$(size_of "/dev/$name" 2>/dev/null)" = "$SIZE" ] || continue
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
  # Left mounted by this script, when it was cut off.
  while grep -q " $MOUNTED " /proc/mounts; do umount "$MOUNTED" || break; done
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
    say "$PHASE" > "$JOURNAL" && sync || exit 4
  elif [ -z "$DRY" ] && [ -n "$(tail -c 1 "$JOURNAL" | tr -d '\n')" ]; then
    # Its last line was cut off: what stands there is no number that may be gone on from.
    say ' cut off' >> "$JOURNAL" && sync || exit 4
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
`;
