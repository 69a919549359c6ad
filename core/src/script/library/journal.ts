import { shell } from './shell.js';

/** How far it came, on another medium; steps and what is asked at them. */
export const JOURNAL = shell`
note() {
  [ -z "$DRY" ] || return 0
  printf '%s %s\n' "$(date -u +%Y-%m-%dT%H:%M:%SZ)" "$*" |
    dd of="$JOURNAL" oflag=append conv=notrunc,fsync 2>/dev/null ||
    { say "The journal $JOURNAL cannot be written to: left here."; exit 4; }
}

noted() { [ -f "$JOURNAL" ] && grep -q " $* *$" "$JOURNAL"; }

# step NUMBER ID: what it does is told on the input; fails where the journal has it as done
step() {
  NUMBER=$1 ID=$2
  says=$(cat)
  [ "\${ONLY:-$1}" = "$1" ] || return 1
  if [ "$1" -lt "$FROM" ]; then
    say "Step $1 is taken as done: $(say "$says" | head -n 1)"
    return 1
  fi
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

# writing: from here on the records of a chain may be neither those before nor those after
writing() { noted "table $ID" || note "table $ID"; }

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
`;
