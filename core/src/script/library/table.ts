import { shell } from './shell.js';

/** The table of either kind, against that of a moment. */
export const TABLE = shell`
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
  # It was cut off among the records of a chain, which have no second copy: all that differs is written again.
  if [ "$STYLE" = mbr ] && noted "table $ID" && [ "$(signature)" = "\${IDENTITY:-$(signature)}" ]; then return 0; fi
  different before
  stop 'the table as it is before this step' 'another one: see above' \
    "if this step was done by hand, begin again with --from $((NUMBER + 1)); else read the disk again, and go on from that reading. Nothing was changed here"
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
`;
