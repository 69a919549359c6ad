import { shell } from './shell.js';

/** Bytes of the disk and of files. */
export const BYTES = shell`
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
`;
