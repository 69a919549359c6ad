import { shell } from './shell.js';

/** A GPT read, checked and written (UEFI 2.10 §5.3). */
export const GPT = shell`
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
`;
