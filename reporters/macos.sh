#!/bin/sh
# Prints what Rhizotome needs to know of this Mac: its processor, memory, disks and the space in use.
# It reads only; it changes nothing, and writes nothing but what it prints. No serial numbers, host or user names.
LC_ALL=C
export LC_ALL

# A JSON string of what comes in.
text() {
  tr -d '\000-\010\013-\037' | sed -e 's/\\/\\\\/g' -e 's/"/\\"/g' | awk '{ gsub(/\t/, "\\t"); printf "%s\\n", $0 }'
}

case $(uname -m) in arm64) apple=true ;; *) apple=false ;; esac
memory=$(sysctl -n hw.memsize 2>/dev/null)
version=$(sw_vers -productVersion 2>/dev/null)

printf '{\n"format": "rhizotome/report",\n"version": 1,\n"takenAt": "%s",\n' "$(date -u +%Y-%m-%dT%H:%M:%SZ)"
printf '"by": { "family": "macos", "name": "macOS %s" },\n' "$version"
printf '"machine": { "mode": "uefi", "appleSilicon": %s' $apple
[ -n "$memory" ] && printf ', "memoryBytes": %s' "$memory"
printf ' },\n"clock": "utc",\n"printed": {\n'
storage=$(system_profiler -json SPStorageDataType 2>/dev/null | sed 's/\("volume_uuid" *: *\)"[^"]*"/\1""/')
[ -n "$storage" ] && printf '"systemProfiler": %s,\n' "$storage"
# Media alone: the devices that they are on, and their serial numbers, are not in this part of the registry.
printf '"ioreg": "'
ioreg -a -c IOMedia -r -l 2>/dev/null | text
printf '"\n}\n}\n'
