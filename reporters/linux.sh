#!/bin/sh
# Prints what Rhizotome needs to know of this machine: firmware and boot entries, memory, disks, mount table.
# It reads only; it changes nothing, and writes nothing but what it prints. No serial numbers, host or user names.
# Run it as root where you can (sudo sh linux.sh): then it also tells what is on partitions that are not mounted.
LC_ALL=C
export LC_ALL
PATH=$PATH:/sbin:/usr/sbin

# A JSON string of what comes in.
text() {
  tr -d '\000-\010\013-\037' | sed -e 's/\\/\\\\/g' -e 's/"/\\"/g' | awk '{ gsub(/\t/, "\\t"); printf "%s\\n", $0 }'
}

efi=/sys/firmware/efi
[ -d $efi ] && mode=uefi || mode=bios
memory=$(awk '/^MemTotal:/ { printf "%.0f", $2 * 1024 }' /proc/meminfo)
name=$(sed -n 's/^PRETTY_NAME="\{0,1\}\([^"]*\).*/\1/p' /etc/os-release 2>/dev/null | head -n 1 | cut -c 1-80)
# The root of a live session lies in memory, over its medium.
root=$(awk '$2 == "/" { type = $3 } END { print type }' /proc/mounts)
case $root in overlay | tmpfs | ramfs | aufs | rootfs | squashfs) live=true ;; *) live=false ;; esac
[ "$(id -u)" = 0 ] && administrator=true || administrator=false
case $(cat /sys/class/tpm/tpm0/tpm_version_major 2>/dev/null) in
2) tpm=2.0 ;;
1) tpm=1.2 ;;
*) [ -d /sys/class/tpm ] && [ -z "$(ls /sys/class/tpm)" ] && tpm=none || tpm= ;;
esac
word=$(cat $efi/fw_platform_size 2>/dev/null)
case $word in 32 | 64) ;; *) word= ;; esac
# The certificates of Secure Boot name the year in which they were made.
certificates=
for file in $efi/efivars/db-*; do
  [ -r "$file" ] && [ "$(wc -c <"$file")" -gt 100 ] || continue
  grep -q -a 'UEFI CA 2023' "$file" && certificates=2023 || certificates=2011
done
case $(tail -n 1 /etc/adjtime 2>/dev/null) in LOCAL) clock=local ;; UTC) clock=utc ;; *) clock= ;; esac

printf '{\n"format": "rhizotome/report",\n"version": 1,\n"takenAt": "%s",\n' "$(date -u +%Y-%m-%dT%H:%M:%SZ)"
printf '"by": { "family": "linux", "name": "%s", "live": %s, "administrator": %s },\n' \
  "$(printf '%s' "$name" | sed -e 's/\\/\\\\/g' -e 's/"/\\"/g')" $live $administrator
printf '"machine": { "mode": "%s"' $mode
[ -n "$memory" ] && printf ', "memoryBytes": %s' "$memory"
[ -n "$tpm" ] && printf ', "tpm": "%s"' "$tpm"
[ -n "$word" ] && printf ', "wordSize": "%s"' "$word"
[ -n "$certificates" ] && printf ', "certificates": "%s"' "$certificates"
printf ' },\n'
[ -n "$clock" ] && printf '"clock": "%s",\n' "$clock"
if [ -r /etc/fstab ]; then
  # Remarks and shares of other computers are left out: they are nobody's business.
  printf '"mountTable": "%s",\n' "$(grep -v -e '^[[:space:]]*#' -e '^[[:space:]]*//' -e '^[^#[:space:]]*:/' /etc/fstab | text)"
fi
if [ -r /etc/crypttab ]; then
  # Names and sources only: where keys lie is nobody's business.
  printf '"cryptTable": "%s",\n' "$(sed -n 's/^[[:space:]]*\([^#[:space:]][^[:space:]]*\)[[:space:]]\{1,\}\([^[:space:]]\{1,\}\).*/\1 \2/p' /etc/crypttab | text)"
fi
printf '"variables": {'
separator=
for file in $efi/efivars/Boot[0-9A-F][0-9A-F][0-9A-F][0-9A-F]-* $efi/efivars/BootOrder-* $efi/efivars/BootCurrent-* \
  $efi/efivars/SecureBoot-*; do
  [ -r "$file" ] || continue
  printf '%s\n  "%s": "%s"' "$separator" "${file##*/}" "$(od -An -v -tx1 "$file" | tr -d ' \n')"
  separator=,
done
printf '\n},\n"printed": {\n"lsblk": "'
columns=NAME,PKNAME,PATH,TYPE,SIZE,LOG-SEC,RM,RO,ROTA,TRAN,MODEL,PTTYPE,PTUUID,PARTTYPE,PARTUUID,PARTLABEL,PARTFLAGS
{
  lsblk --json --bytes -o $columns,FSTYPE,LABEL,UUID,FSUSED,FSSIZE,MOUNTPOINT
  grep -H . /sys/class/block/*/start /sys/class/block/*/partition
} 2>/dev/null | text
printf '"\n}\n}\n'
