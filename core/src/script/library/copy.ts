import { shell } from './shell.js';

/** Sectors copied within the disk, and kept beside it. */
export const COPY = shell`
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

# keep FILE FIRST LENGTH: sectors of the disk as a file beside the journal
keep() {
  say "  $1: $3 sectors from sector $2 on"
  [ -z "$DRY" ] || return 0
  kept=$FOLDER/$1
  rd $(($2 * SECTOR)) $(($3 * SECTOR)) > "$W/kept"
  if [ -e "$kept" ] && [ -z "$BEGUN" ] && ! cmp -s "$kept" "$W/kept"; then
    stop "no $1 of another disk in $FOLDER" 'there is one' 'name an empty folder with --journal'
  fi
  cp "$W/kept" "$kept" && sync && cmp -s "$kept" "$W/kept" ||
    stop "$1 in $FOLDER" 'it could not be written there' 'look whether the stick is full, or damaged'
}
`;
