import { shell } from './shell.js';

/** The options, and the order of the looks. */
export const BEGIN = shell`
# begin ARGUMENTS: everything that can be known before the first write
begin() {
  while [ $# -gt 0 ]; do
    case $1 in
      --disk) [ $# -gt 1 ] || usage; DISK=$2; shift ;;
      --journal) [ $# -gt 1 ] || usage; FOLDER=$2; shift ;;
      --step) [ $# -gt 1 ] || usage; ONLY=$2; shift ;;
      --from) [ $# -gt 1 ] || usage; FROM=$2; shift ;;
      --dry) DRY=1 ;;
      --yes) YES=1 ;;
      *) usage ;;
    esac
    shift
  done
  case $ONLY$FROM in *[!0-9]*) usage ;; esac
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
`;
